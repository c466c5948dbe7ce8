import { concentration, holdersOf } from '../stats/concentration.ts';
import { medianOf } from '../stats/robust.ts';
import type { OutlayTerms } from './choice.ts';

/** A listing of a niche: its share of the clicks, and what is known of it. Price in minor units, units a month. */
export interface NicheListing {
  share: number;
  price: number | null;
  units: number | null;
  reviews: number | null;
  brand: string;
}
export interface NicheFigures {
  /** How many listings share most of the clicks, now and a year ago. */
  holders: number | null;
  holdersYearAgo: number | null;
  effective: number | null;
  topShare: number | null;
  brands: number;
  /** Middle price, units a month and reviews of the listings that share most of the clicks. */
  price: number | null;
  units: number | null;
  revenue: number | null;
  reviews: number | null;
}

/**
 * Who gets the clicks of a niche, and what one of those who share most of them is like. Figures are null where clicks or
 * the measure are not known of any of them.
 * @param share the share of the clicks that "most" means, 0–1. @param yearAgo shares of the clicks a year before.
 */
export const nicheFigures = (
  listings: readonly NicheListing[],
  yearAgo: readonly number[],
  share: number,
): NicheFigures => {
  const shares = listings.map((l) => l.share);
  const spread = concentration(shares);
  const holders = holdersOf(shares, share);
  const leading = [...listings].sort((a, b) => b.share - a.share).slice(0, holders ?? listings.length);
  const middle = (pick: (l: NicheListing) => number | null): number | null =>
    medianOf(leading.flatMap((l) => pick(l) ?? []));
  const price = middle((l) => l.price);
  const units = middle((l) => l.units);
  return {
    holders,
    holdersYearAgo: holdersOf(yearAgo, share),
    effective: spread?.effective ?? null,
    topShare: spread?.top(1) ?? null,
    brands: new Set(listings.map((l) => l.brand.toLowerCase()).filter(Boolean)).size,
    price,
    units,
    revenue: price === null || units === null ? null : price * units,
    reviews: middle((l) => l.reviews),
  };
};

/**
 * Money to enter a niche: the first stock (units a month × months × landed cost) and a fixed sum. Null without price or
 * units. In minor units.
 * @example outlayToEnter(2000, 100, { costShare: 0.3, months: 2, fixed: 50000 }) // => 170000
 */
export const outlayToEnter = (
  price: number | null,
  units: number | null,
  { costShare, months, fixed }: OutlayTerms,
): number | null => (price === null || units === null ? null : Math.round(units * months * price * costShare) + fixed);
