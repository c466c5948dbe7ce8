import { variance } from 'simple-statistics';
/** Monthly factors and parts of a series split into trend × season × rest. */
export interface Decomposition {
  /** Twelve factors from the series' own first month on; their mean is 1. */
  factors: number[];
  trend: (number | null)[];
  rest: (number | null)[];
  /** Strength of season, 0–1, on the log scale; null when a value is 0. */
  strength: number | null;
}

/**
 * Classical multiplicative decomposition of monthly values by a centred 12-month moving average. Null under 24 months
 * or when the trend touches 0. Source: Hyndman & Athanasopoulos, Forecasting: Principles and Practice, 3rd ed., 3.4 and
 * 4.3 (strength). Checked on the airline passengers 1949–1960 (Box & Jenkins, series G).
 */
export const decompose = (values: readonly number[]): Decomposition | null => {
  if (values.length < 24) return null;
  const trend = values.map((_, i) => {
    if (i < 6 || i + 6 >= values.length) return null;
    let sum = (values[i - 6]! + values[i + 6]!) / 2;
    for (let j = i - 5; j <= i + 5; j++) sum += values[j]!;
    return sum / 12;
  });
  if (trend.some((t) => t !== null && t <= 0)) return null;
  const raw = Array.from({ length: 12 }, (_, m) => {
    const ratios = values.flatMap((v, i) => (i % 12 === m && trend[i] !== null ? [v / trend[i]!] : []));
    return ratios.reduce((sum, r) => sum + r, 0) / ratios.length;
  });
  const level = raw.reduce((sum, f) => sum + f, 0) / 12;
  const factors = raw.map((f) => f / level);
  const rest = values.map((v, i) =>
    trend[i] === null || factors[i % 12] === 0 ? null : v / (trend[i]! * factors[i % 12]!),
  );
  return { factors, trend, rest, strength: strengthOf(rest, factors) };
};

/** max(0, 1 − Var(R) ÷ Var(S + R)) on logs. */
const strengthOf = (rest: readonly (number | null)[], factors: readonly number[]): number | null => {
  const pairs = rest.flatMap((r, i) => (r === null ? [] : [{ r, s: factors[i % 12]! }]));
  if (pairs.length === 0 || pairs.some(({ r, s }) => r <= 0 || s <= 0)) return null;
  const whole = variance(pairs.map(({ r, s }) => Math.log(r) + Math.log(s)));
  return whole === 0 ? 0 : Math.max(0, 1 - variance(pairs.map(({ r }) => Math.log(r))) / whole);
};

/**
 * Share of the year's units that falls on the best three months of the year, from whole years (the last 12 or more
 * months, cut to full years); 0.25 is no season at all. Null under 12 months or with no units.
 * @example bestThreeMonths([1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 5, 5])?.share // => 0.55
 */
export const bestThreeMonths = (values: readonly number[]): { share: number; months: number[] } | null => {
  const years = Math.floor(values.length / 12);
  if (years < 1) return null;
  const whole = values.slice(values.length - years * 12);
  const sums = Array.from({ length: 12 }, (_, m) => whole.reduce((sum, v, i) => (i % 12 === m ? sum + v : sum), 0));
  const total = sums.reduce((sum, v) => sum + v, 0);
  if (total <= 0) return null;
  const order = sums.map((sum, m) => ({ sum, m })).sort((a, b) => b.sum - a.sum || a.m - b.m);
  return {
    share: order.slice(0, 3).reduce((sum, o) => sum + o.sum, 0) / total,
    months: order.slice(0, 3).map((o) => o.m),
  };
};
