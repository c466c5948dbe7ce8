import type { ShelfRules } from '../documents/shelf-rules.ts';
import { isNewcomer } from './newcomer.ts';
import { quantileOf } from '../stats/robust.ts';

export interface Rival {
  /** Units a month; null where they are not known. */
  units: number | null;
  /** On sale since so many months. */
  months: number | null;
  reviews: number | null;
}
/** What those who came lately sell, against what the find sells. */
export interface NewcomersSell {
  n: number;
  /** Units a month of the least, the middle and the most of them. */
  units: [least: number, middle: number, most: number];
  /** The middle one as a share of the find. */
  share: number;
  /** The least and the most, as so many times the middle one. */
  spread: { low: number; high: number };
}
/** Below this their middle says nothing. */
const FEWEST = 3;

/**
 * What one can hope to sell of what the find sells, as the newcomers beside it do: their middle, and how far the least and
 * the most of them lie from it. All of them are counted, for few are there and those that failed at once are not seen at
 * all. Null for fewer than three, or where the find's units are not known.
 * @param find units a month of the find
 * @example newcomersSell([{ units: 20, months: 5, reviews: 80 }, { units: 40, months: 70, reviews: 12 }, { units: 100, months: 2, reviews: 3 }, { units: 900, months: 70, reviews: 4000 }], 200, { newcomerMonths: 12, newcomerReviews: 50 }) // => {"n":3,"units":[20,40,100],"share":0.2,"spread":{"low":0.5,"high":2.5}}
 */
export const newcomersSell = (
  rivals: readonly Rival[],
  find: number | null,
  rules: Pick<ShelfRules, 'newcomerMonths' | 'newcomerReviews'>,
): NewcomersSell | null => {
  const sold = rivals.flatMap((r) => (r.units !== null && isNewcomer(r, rules) ? [r.units] : []));
  const middle = quantileOf(sold, 0.5);
  if (sold.length < FEWEST || !middle || find === null || find <= 0) return null;
  const [least, most] = [Math.min(...sold), Math.max(...sold)];
  return {
    n: sold.length,
    units: [least, middle, most],
    share: middle / find,
    spread: { low: least / middle, high: most / middle },
  };
};
