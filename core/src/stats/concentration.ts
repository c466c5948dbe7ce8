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
