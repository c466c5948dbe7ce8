import { byRule, known } from '../costing/rule-of-thumb.ts';
import type { CostRule } from '../documents/cost-rules.ts';
import type { OutlayTerms } from './choice.ts';

/** A listing of a niche: its share of the clicks, and what is known of it. Price in minor units, units a month. */
export interface NicheListing {
  share: number;
  price: number | null;
  units: number | null;
  reviews: number | null;
  /** Grams. */
  weight: number | null;
  /** Cubic millimetres. */
  volume: number | null;
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
  /** Grams and cubic millimetres of the middle one. */
  weight: number | null;
  volume: number | null;
}

/** A niche's listings by their share, the largest first, made once: what "most" means may then change at once. */
export interface PreparedNiche {
  shares: Float64Array;
  total: number;
  /** Values in the same order; NaN where not known. */
  price: Float64Array;
  units: Float64Array;
  reviews: Float64Array;
  weight: Float64Array;
  volume: Float64Array;
  yearAgo: Float64Array;
  totalYearAgo: number;
  effective: number | null;
  topShare: number | null;
  brands: number;
}

const falling = (values: readonly number[]): Float64Array => Float64Array.from(values).sort().reverse();
const sumOf = (values: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum;
};

/** Brings the listings of a niche, and the shares of a year before, into the order that its figures are read from. */
export const prepareNiche = (listings: readonly NicheListing[], yearAgo: readonly number[]): PreparedNiche => {
  const ordered = [...listings].sort((a, b) => b.share - a.share);
  const shares = Float64Array.from(ordered, (l) => l.share);
  const before = falling(yearAgo);
  const total = sumOf(shares);
  const column = (pick: (l: NicheListing) => number | null): Float64Array =>
    Float64Array.from(ordered, (l) => pick(l) ?? Number.NaN);
  let squares = 0;
  for (const s of shares) squares += (s / total) ** 2;
  return {
    shares,
    total,
    price: column((l) => l.price),
    units: column((l) => l.units),
    reviews: column((l) => l.reviews),
    weight: column((l) => l.weight),
    volume: column((l) => l.volume),
    yearAgo: before,
    totalYearAgo: sumOf(before),
    effective: total > 0 ? 1 / squares : null,
    topShare: total > 0 ? shares[0]! / total : null,
    brands: new Set(ordered.map((l) => l.brand.toLowerCase()).filter(Boolean)).size,
  };
};

/** How many of the first amounts, the largest first, make up a share of the total; null when there is none. */
const firstHolders = (amounts: Float64Array, total: number, share: number): number | null => {
  if (!(total > 0)) return null;
  const wanted = total * share * (1 - 1e-9);
  let sum = 0;
  let n = 0;
  while (n < amounts.length && sum < wanted) sum += amounts[n++]!;
  return n;
};

const room = new Float64Array(4096);
/** Median of the first n values that are known; null for none. Sorts by insertion: the lists are short. */
const firstMedian = (values: Float64Array, n: number): number | null => {
  const most = Math.min(n, values.length, room.length);
  let known = 0;
  for (let i = 0; i < most; i++) {
    const v = values[i]!;
    if (v !== v) continue;
    let at = known++;
    for (; at > 0 && room[at - 1]! > v; at--) room[at] = room[at - 1]!;
    room[at] = v;
  }
  if (known === 0) return null;
  const half = known >> 1;
  return known % 2 === 1 ? room[half]! : (room[half - 1]! + room[half]!) / 2;
};

/**
 * Who gets the clicks of a niche, and what one of those who share most of them is like. Figures are null where clicks or
 * the measure are not known of any of them.
 * @param share the share of the clicks that "most" means, 0–1.
 */
export const nicheFigures = (niche: PreparedNiche, share: number): NicheFigures => {
  const holders = firstHolders(niche.shares, niche.total, share);
  const leading = holders ?? niche.shares.length;
  const price = firstMedian(niche.price, leading);
  const units = firstMedian(niche.units, leading);
  return {
    holders,
    holdersYearAgo: firstHolders(niche.yearAgo, niche.totalYearAgo, share),
    effective: niche.effective,
    topShare: niche.topShare,
    brands: niche.brands,
    price,
    units,
    revenue: price === null || units === null ? null : price * units,
    reviews: firstMedian(niche.reviews, leading),
    weight: firstMedian(niche.weight, leading),
    volume: firstMedian(niche.volume, leading),
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

/**
 * Money to enter a niche by a rule of thumb: what a listing like its middle one would take. Null where the rule asks for
 * what is not known of it.
 * @example outlayByRule({ price: 4000, units: 100, weight: 1000, volume: null }, { category: '*', unitCost: { kind: 'share', rate: 0.25 }, freightKg: 100, freightCubicMetre: 0, duty: 0, advertising: 0.1, months: 2, unitsShare: 0.5, once: 0 }) // => 110000
 */
export const outlayByRule = (
  { price, units, weight, volume }: Pick<NicheFigures, 'price' | 'units' | 'weight' | 'volume'>,
  rule: CostRule,
): number | null =>
  price === null || units === null
    ? null
    : known(
        byRule(rule, {
          price,
          net: Number.NaN,
          weight: weight ?? Number.NaN,
          volume: volume ?? Number.NaN,
          units,
        }).outlay,
      );
