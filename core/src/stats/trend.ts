import jstat from 'jstat';
import { quickselect } from 'simple-statistics';

/**
 * The middle of the slopes between all pairs of points, which a few wild values cannot move. In the unit of y per unit
 * of x; null under two points of different x.
 * Source: Sen, P. K. (1968), JASA 63 (his example, below, gives 4).
 * @example theilSen([9, 15, 19, 20, 45, 55, 78], [1, 2, 3, 4, 10, 12, 18]) // => 4
 */
export const theilSen = (ys: readonly number[], xs: readonly number[] = ys.map((_, i) => i)): number | null => {
  const slopes = new Float64Array((ys.length * (ys.length - 1)) / 2);
  let n = 0;
  for (let i = 0; i < ys.length; i++)
    for (let j = i + 1; j < ys.length; j++) if (xs[j] !== xs[i]) slopes[n++] = (ys[j]! - ys[i]!) / (xs[j]! - xs[i]!);
  if (n === 0) return null;
  const known = slopes.subarray(0, n);
  // The package's selection moves values of any array in place; its types know plain ones alone.
  quickselect(known as unknown as number[], n >> 1, 0, n - 1);
  const upper = known[n >> 1]!;
  // The quick select leaves all smaller slopes before the upper middle.
  return n % 2 === 1 ? upper : (upper + largest(known.subarray(0, n >> 1))) / 2;
};

const largest = (values: Float64Array): number => {
  let most = -Infinity;
  for (let i = 0; i < values.length; i++) if (values[i]! > most) most = values[i]!;
  return most;
};

/**
 * Mann and Kendall's test for a trend that only rises or only falls: S counts rising minus falling pairs, p is how often
 * chance alone gives an S as far from 0 (two-sided, normal with ties and continuity taken into account; good from ten
 * values on). Null under three values. Neighbours that hang together make p too small.
 * Source: Mann (1945), Econometrica 13; Kendall (1975); example from Gilbert (1987), Statistical Methods for
 * Environmental Pollution Monitoring, 16.4, from memory: 10, 15, 14, 20 gives S = 4.
 * @example mannKendall([10, 15, 14, 20])?.s // => 4
 */
export const mannKendall = (values: readonly number[]): { s: number; variance: number; p: number } | null => {
  const n = values.length;
  if (n < 3) return null;
  let s = 0;
  for (let i = 0; i < n; i++) for (let j = i + 1; j < n; j++) s += Math.sign(values[j]! - values[i]!);
  const ties = new Map<number, number>();
  for (const v of values) ties.set(v, (ties.get(v) ?? 0) + 1);
  let variance = n * (n - 1) * (2 * n + 5);
  for (const t of ties.values()) variance -= t * (t - 1) * (2 * t + 5);
  variance /= 18;
  if (variance === 0) return { s, variance, p: 1 };
  const z = s === 0 ? 0 : (s - Math.sign(s)) / Math.sqrt(variance);
  return { s, variance, p: Math.min(1, 2 * jstat.normal.cdf(-Math.abs(z), 0, 1)) };
};
