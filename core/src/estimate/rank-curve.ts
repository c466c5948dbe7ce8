import type { Day } from '../measures/day.ts';
import { daysBetween } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { Z80 } from '../stats/intervals.ts';
import { meanOf } from '../stats/robust.ts';
import { unknown, type Figure } from '../figures/figure.ts';
import { tidyReadings, type Reading } from './reading.ts';

/** A category's relation of sales rank to units a day: a falling line through knots on log–log axes. */
export interface RankCurve {
  /** In the order of rank, at least two; units fall as rank rises. */
  knots: { rank: number; unitsPerDay: number }[];
  /** Standard deviation of the natural log of true units around the curve, between listings. */
  residual: number;
  validFrom: Day;
  source: string;
}

/**
 * Why knots make no curve, or null when they do.
 * @example knotsFault([{ rank: 1, unitsPerDay: 2 }]) // => "A curve needs at least two points."
 */
export const knotsFault = (knots: RankCurve['knots']): string | null => {
  if (knots.length < 2) return 'A curve needs at least two points.';
  for (const [i, knot] of knots.entries()) {
    if (!(knot.rank >= 1) || !(knot.unitsPerDay > 0))
      return `Point ${i + 1}: rank must be 1 or more and units above 0.`;
    const before = knots[i - 1];
    if (before && !(knot.rank > before.rank)) return `Point ${i + 1}: ranks must rise from point to point.`;
    if (before && knot.unitsPerDay > before.unitsPerDay) return `Point ${i + 1}: units must not rise with the rank.`;
  }
  return null;
};

/**
 * Units a day at a rank, linear between knots in logs, the end slopes carried on.
 * Source of the form: Brynjolfsson, Hu & Smith (2003), Management Science 49(11), ln Q = a − b ln R.
 * @example unitsAtRank({ knots: [{ rank: 1, unitsPerDay: 100 }, { rank: 100, unitsPerDay: 1 }] }, 10) // => 10
 */
export const unitsAtRank = (curve: Pick<RankCurve, 'knots'>, rank: number): number => {
  const { knots } = curve;
  let i = 1;
  while (i < knots.length - 1 && knots[i]!.rank < rank) i++;
  const a = knots[i - 1]!;
  const b = knots[i]!;
  const slope = Math.log(b.unitsPerDay / a.unitsPerDay) / Math.log(b.rank / a.rank);
  return a.unitsPerDay * (rank / a.rank) ** slope;
};

/**
 * Monthly units by the rank curve: units of each day with a rank, averaged over the window that ends on a day.
 * Interval of 80 %: the curve's residual and the sampling of the days, added in logs.
 * Unknown without a rank in the window. Averages day by day because the curve is convex: units at the mean rank are
 * fewer than the mean of the units.
 */
export const unitsByRank = (readings: readonly Reading[], curve: RankCurve, until: Day, windowDays: number): Figure => {
  const ranked = tidyReadings(readings, until).filter((r) => r.rank !== null && r.rank >= 1);
  const inWindow = ranked.filter((r) => daysBetween(r.day, until) < windowDays);
  const latest = ranked.at(-1);
  if (!latest) return unknown('No sales rank has been read.');
  if (inWindow.length === 0)
    return unknown(`No sales rank in the last ${windowDays} days; the latest is of ${latest.day}.`);
  const perDay = inWindow.map((r) => unitsAtRank(curve, r.rank!));
  const mean = meanOf(perDay)!;
  const variance = perDay.reduce((sum, u) => sum + (u - mean) ** 2, 0) / Math.max(1, perDay.length - 1);
  // Neighbouring days are alike: a week of ranks is worth about one independent look.
  const looks = Math.max(1, inWindow.length / 7);
  const spread = Math.sqrt(curve.residual ** 2 + (inWindow.length > 1 ? variance / mean ** 2 / looks : 0.25));
  const meanRank = meanOf(inWindow.map((r) => r.rank!))!;
  const warnings: string[] = [];
  if (inWindow.length < windowDays / 2) warnings.push(`Only ${inWindow.length} of ${windowDays} days have a rank.`);
  const value = unitsPerMonth(mean);
  return {
    known: true,
    value,
    low: value * Math.exp(-Z80 * spread),
    high: value * Math.exp(Z80 * spread),
    working: {
      method: `Each day's rank through the category's curve, then averaged over ${windowDays} days.`,
      inputs: [
        { label: 'Days with a rank', value: `${inWindow.length}, ${inWindow[0]!.day} to ${inWindow.at(-1)!.day}` },
        {
          label: `At the average rank of ${Math.round(meanRank)}`,
          value: `${whole(unitsPerMonth(unitsAtRank(curve, meanRank)))} a month`,
        },
        {
          label: `At the latest rank of ${latest.rank}, not to be used`,
          value: `${whole(unitsPerMonth(unitsAtRank(curve, latest.rank!)))} a month`,
        },
        { label: 'Curve', value: `${curve.knots.length} points of ${curve.validFrom}, ${curve.source}` },
        { label: 'Spread of listings around it', value: `± ${whole(100 * (Math.exp(curve.residual) - 1))} %` },
      ],
      warnings,
      better: 'Stock counts on different days count real sales.',
    },
  };
};

const whole = (x: number): string => Math.round(x).toLocaleString('en-GB');
