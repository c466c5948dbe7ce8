/**
 * How unevenly a total is shared: the Herfindahl–Hirschman index (0–10,000), the effective number of holders and the
 * shares of the largest. Null when the amounts add up to nothing.
 * Source: US DoJ & FTC, Merger Guidelines (2023), guideline 1 (worked example 30, 30, 20, 20 → 2,600).
 * @example concentration([30, 30, 20, 20])?.hhi // => 2600
 */
export const concentration = (
  amounts: readonly number[],
): { hhi: number; effective: number; top: (n: number) => number } | null => {
  const total = amounts.reduce((sum, a) => sum + a, 0);
  if (!(total > 0)) return null;
  const shares = amounts.map((a) => a / total).sort((a, b) => b - a);
  const squares = shares.reduce((sum, s) => sum + s * s, 0);
  return {
    hhi: squares * 10_000,
    effective: 1 / squares,
    top: (n) => shares.slice(0, n).reduce((sum, s) => sum + s, 0),
  };
};

/** Names of the bands of the Herfindahl–Hirschman index. Source: US DoJ & FTC, Merger Guidelines (2023), guideline 1. */
export type HhiBand = 'not concentrated' | 'moderately concentrated' | 'highly concentrated';

/** The band an index lies in: up to 1,000, up to 1,800, above. @example hhiBand(2600) // => "highly concentrated" */
export const hhiBand = (hhi: number): HhiBand =>
  hhi > 1800 ? 'highly concentrated' : hhi > 1000 ? 'moderately concentrated' : 'not concentrated';

/**
 * Gini's coefficient of amounts: 0 all the same, towards 1 one has all. Null when they add up to nothing.
 * Source: Gini (1912), by the sorted form G = Σ(2i − n − 1)x ÷ (n Σx); checked on the incomes of the R package ineq.
 * @example gini([0, 0, 0, 1]) // => 0.75
 */
export const gini = (amounts: readonly number[]): number | null => {
  const sorted = [...amounts].sort((a, b) => a - b);
  const n = sorted.length;
  let total = 0;
  let weighted = 0;
  sorted.forEach((x, i) => {
    total += x;
    weighted += (2 * (i + 1) - n - 1) * x;
  });
  return total > 0 ? weighted / (n * total) : null;
};

/**
 * How many of the largest amounts make up a share of all. Null when they add up to nothing.
 * @example holdersOf([50, 30, 10, 10], 0.8) // => 2
 */
export const holdersOf = (amounts: readonly number[], share: number): number | null => {
  let total = 0;
  for (const a of amounts) total += a;
  if (!(total > 0)) return null;
  const sorted = Float64Array.from(amounts).sort();
  // A hair below the share, so that 0.5 + 0.3 makes up 80 %.
  const wanted = total * share * (1 - 1e-9);
  let sum = 0;
  let n = 0;
  for (let i = sorted.length - 1; i >= 0 && sum < wanted; i--, n++) sum += sorted[i]!;
  return n;
};
