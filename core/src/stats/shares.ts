import { wilson, Z95, type Interval } from './intervals.ts';

/**
 * Difference of two shares, first less second, with the interval that joins Wilson's of each (Newcombe 1998, Statistics in
 * Medicine 17: 873–890, method 10). Null where either rests on nothing.
 * @example newcombe({ hits: 56, of: 70 }, { hits: 48, of: 80 })?.low.toFixed(4) // => "0.0524"
 */
export const newcombe = (
  first: { hits: number; of: number },
  second: { hits: number; of: number },
  z: number = Z95,
): (Interval & { value: number }) | null => {
  const a = wilson(first.hits, first.of, z);
  const b = wilson(second.hits, second.of, z);
  if (!a || !b) return null;
  const p = first.hits / first.of;
  const q = second.hits / second.of;
  return {
    value: p - q,
    low: p - q - Math.hypot(p - a.low, b.high - q),
    high: p - q + Math.hypot(a.high - p, q - b.low),
  };
};

const logFactorials: number[] = [0];
const logFactorial = (n: number): number => {
  for (let i = logFactorials.length; i <= n; i++) logFactorials.push(logFactorials[i - 1]! + Math.log(i));
  return logFactorials[n]!;
};
const logChoose = (n: number, k: number): number => logFactorial(n) - logFactorial(k) - logFactorial(n - k);

/**
 * Fisher's exact test of two shares, two-sided: the chance of tables no likelier than this one, were both the same (Fisher
 * 1935, The Design of Experiments, chapter II).
 * @example fisherExact({ hits: 3, of: 4 }, { hits: 1, of: 4 }).toFixed(4) // => "0.4857"
 */
export const fisherExact = (first: { hits: number; of: number }, second: { hits: number; of: number }): number => {
  const hits = first.hits + second.hits;
  const all = first.of + second.of;
  const chance = (k: number): number =>
    Math.exp(logChoose(first.of, k) + logChoose(second.of, hits - k) - logChoose(all, hits));
  const own = chance(first.hits);
  let sum = 0;
  for (let k = Math.max(0, hits - second.of); k <= Math.min(first.of, hits); k++) {
    const one = chance(k);
    // Tables of the same chance differ in the last figures only.
    if (one <= own * (1 + 1e-9)) sum += one;
  }
  return Math.min(1, sum);
};
