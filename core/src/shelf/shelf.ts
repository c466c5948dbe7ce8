import { PARTS, type PartKey, type ShelfRules } from '../documents/shelf-rules.ts';
import { majorFromMinor } from '../money/money.ts';
import { concentration, gini, hhiBand, holdersOf } from '../stats/concentration.ts';
import { meanOf, medianOf, quantileOf, robustSpread } from '../stats/robust.ts';
import type { ShelfListing, Spread } from './listing.ts';
import {
  SHELF_MEASURES,
  type FindPlace,
  type NewcomerTake,
  type Openness,
  type OpennessPart,
  type PartialReading,
  type PriceRoom,
  type ReviewWall,
  type ShelfConcentration,
  type ShelfContext,
  type ShelfMeasure,
  type ShelfReading,
} from './reading.ts';
import { onMap } from './rules.ts';
import { shelfVerdicts } from './verdicts.ts';
import { isNewcomer } from './newcomer.ts';

/**
 * Reads a shelf: how its measures spread, who takes the revenue, how high the reviews stand, what newcomers earn, what
 * the prices do, how open it is, and what all that says in words. Nothing is said without grounds: parts of what is not
 * known are null. Every figure is of the listings that are given, so leaving one out changes all of them.
 */
export const readShelf = (listings: readonly ShelfListing[], context: ShelfContext): ShelfReading => {
  const { rules } = context;
  const spreads = Object.fromEntries(
    SHELF_MEASURES.map((key) => [key, spreadOf(listings.map((l) => l[key]))]),
  ) as Record<ShelfMeasure, Spread>;
  const earning = listings.filter((l) => l.revenue !== null);
  const total = earning.reduce((sum, l) => sum + l.revenue!, 0);
  const shares = new Map(earning.map((l) => [l.code, total > 0 ? l.revenue! / total : 0]));
  const spread = total > 0 ? concentrationOf(earning, total, rules) : null;
  const newcomers = newcomersOf(earning, total, spreads, rules);
  const wall = wallOf(listings, spreads, newcomersIn(listings, rules), rules);
  const room = roomOf(listings, spreads, total, rules);
  const find = findOf(earning, context.find ?? null);
  const partial = {
    n: listings.length,
    spreads,
    revenue: earning.length > 0 ? total : null,
    shares,
    concentration: spread,
    wall,
    newcomers,
    room,
    find,
    fulfilled: fulfilledBy(listings),
  };
  const openness = opennessOf(partial, listings, context);
  return { ...partial, openness, ...shelfVerdicts(partial, listings, context) };
};

/** Median beside mean, quarters and ends of the known values. @example spreadOf([1, 2, 6, null]).median // => 2 */
export const spreadOf = (values: readonly (number | null)[]): Spread => {
  const known = values.flatMap((v) => v ?? []);
  const q = (share: number): number | null => quantileOf(known, share);
  return {
    known: known.length,
    unknown: values.length - known.length,
    least: q(0),
    quarter: q(0.25),
    median: q(0.5),
    mean: meanOf(known),
    threeQuarters: q(0.75),
    most: q(1),
  };
};

const concentrationOf = (earning: readonly ShelfListing[], total: number, rules: ShelfRules): ShelfConcentration => {
  const amounts = earning.map((l) => l.revenue!);
  const { hhi, effective, top } = concentration(amounts)!;
  const byBrand = new Map<string, { brand: string; revenue: number; codes: string[] }>();
  for (const l of earning) {
    // A listing without a brand stands for itself.
    const key = l.brand === '' ? `/${l.code}` : l.brand.toLowerCase();
    const there = byBrand.get(key) ?? { brand: l.brand, revenue: 0, codes: [] };
    there.revenue += l.revenue!;
    there.codes.push(l.code);
    byBrand.set(key, there);
  }
  return {
    hhi,
    band: hhiBand(hhi),
    effective,
    gini: gini(amounts)!,
    top: [top(1), top(2), top(3), top(10)],
    holders: holdersOf(amounts, rules.share)!,
    brands: [...byBrand.values()]
      .map((b) => ({ ...b, share: b.revenue / total }))
      .sort((a, b) => b.revenue - a.revenue),
  };
};

const newcomersIn = (listings: readonly ShelfListing[], rules: ShelfRules): ShelfListing[] =>
  listings.filter((l) => isNewcomer(l, rules));

const newcomersOf = (
  earning: readonly ShelfListing[],
  total: number,
  spreads: Record<ShelfMeasure, Spread>,
  rules: ShelfRules,
): NewcomerTake | null => {
  const of = newcomersIn(earning, rules);
  const revenues = of.map((l) => l.revenue!);
  const median = medianOf(revenues);
  const shelfMedian = spreads.revenue.median;
  if (median === null || !shelfMedian || total <= 0) return null;
  const price = medianOf(of.flatMap((l) => l.price ?? []));
  return {
    codes: of.map((l) => l.code),
    share: revenues.reduce((sum, r) => sum + r, 0) / total,
    median,
    ofMedian: median / shelfMedian,
    least: Math.min(...revenues),
    most: Math.max(...revenues),
    priceOfMedian: price === null || !spreads.price.median ? null : price / spreads.price.median,
  };
};

/** Newcomers whose middle units are taken for what a newcomer can expect. */
const FEWEST_NEWCOMERS = 3;

const wallOf = (
  listings: readonly ShelfListing[],
  spreads: Record<ShelfMeasure, Spread>,
  newcomers: readonly ShelfListing[],
  rules: ShelfRules,
): ReviewWall | null => {
  const { median } = spreads.reviews;
  if (median === null) return null;
  const paced = listings.filter((l) => l.reviewsMonth !== null && l.units !== null && l.units > 0);
  const reviews = paced.reduce((sum, l) => sum + l.reviewsMonth!, 0);
  const units = paced.reduce((sum, l) => sum + l.units!, 0);
  const perUnit = units > 0 && reviews > 0 ? reviews / units : null;
  const newUnits = newcomers.flatMap((l) => l.units ?? []);
  const expectedFrom =
    newUnits.length >= FEWEST_NEWCOMERS ? 'newcomers' : spreads.units.quarter === null ? null : 'lower quarter';
  const expectedUnits = expectedFrom === 'newcomers' ? medianOf(newUnits) : spreads.units.quarter;
  return {
    median,
    over: listings.filter((l) => (l.reviews ?? 0) > rules.wallReviews).map((l) => l.code),
    perUnit,
    expectedUnits,
    expectedFrom,
    months: perUnit !== null && expectedUnits ? median / (perUnit * expectedUnits) : null,
  };
};

const roomOf = (
  listings: readonly ShelfListing[],
  { price }: Record<ShelfMeasure, Spread>,
  total: number,
  rules: ShelfRules,
): PriceRoom | null => {
  if (!price.median) return null;
  const year = listings.flatMap((l) => (l.priceYear === null ? [] : [{ l, change: l.priceYear }]));
  const quarter = listings.flatMap((l) => (l.price90 === null ? [] : [{ l, change: l.price90 }]));
  // The course of a year tells more, where it is known of at least half as many.
  const changes = year.length > 0 && 2 * year.length >= quarter.length ? year : quarter;
  const above = listings.reduce(
    (sum, l) => sum + (l.price !== null && l.price > price.median! ? (l.revenue ?? 0) : 0),
    0,
  );
  return {
    median: price.median,
    spread: (price.threeQuarters! - price.quarter!) / price.median,
    above: total > 0 ? above / total : null,
    change: medianOf(changes.map((c) => c.change)),
    changeOver: changes.length === 0 ? null : changes === year ? 'a year' : '90 days',
    cut: changes.filter((c) => c.change <= -rules.cutDepth).map((c) => c.l.code),
    changesKnown: changes.length,
  };
};

const findOf = (earning: readonly ShelfListing[], code: string | null): FindPlace | null => {
  const find = earning.find((l) => l.code === code);
  const others = earning.filter((l) => l.code !== code).map((l) => l.revenue!);
  const median = medianOf(others);
  if (!find || !median) return null;
  const third = [...others].sort((a, b) => b - a)[2];
  const logs = others.filter((r) => r > 0).map(Math.log);
  const spread = robustSpread(logs);
  return {
    code: find.code,
    percentile: others.filter((r) => r < find.revenue!).length / others.length,
    z:
      spread && spread.spread > 0 && find.revenue! > 0
        ? (Math.log(find.revenue!) - spread.median) / spread.spread
        : null,
    timesMedian: find.revenue! / median,
    timesThird: third ? find.revenue! / third : null,
  };
};

const fulfilledBy = (listings: readonly ShelfListing[]): ShelfReading['fulfilled'] => {
  const by = (how: ShelfListing['fulfilment']): number => listings.filter((l) => l.fulfilment === how).length;
  return {
    marketplace: by('marketplace'),
    seller: by('seller'),
    unknown: by('unknown'),
    soldByMarketplace: listings.filter((l) => l.soldByMarketplace === true).map((l) => l.code),
  };
};

/** Openness: the weighted mean of the known parts, each read off the seller's own map; missing parts are left out and named. */
const opennessOf = (reading: PartialReading, listings: readonly ShelfListing[], context: ShelfContext): Openness => {
  const { rules, currency, course } = context;
  const enough = reading.spreads.revenue.known >= rules.fewest && (reading.revenue ?? 0) > 0;
  const inputs: Record<PartKey, number | null> = {
    demand: enough ? majorFromMinor(reading.spreads.revenue.median!, currency) : null,
    spread: enough ? (reading.concentration?.top[1] ?? null) : null,
    wall: reading.wall?.months ?? null,
    // One or two newcomers are no ground to say what newcomers earn.
    newcomers:
      enough && reading.newcomers && reading.newcomers.codes.length >= FEWEST_NEWCOMERS
        ? reading.newcomers.ofMedian
        : null,
    room: enough ? (reading.room?.above ?? null) : null,
    craft: reading.spreads.craft.known >= rules.fewest ? reading.spreads.craft.median : null,
    steadiness: course?.bestThree?.share ?? medianOf(listings.flatMap((l) => l.bestThreeShare ?? [])),
  };
  const parts = PARTS.map((key): OpennessPart => {
    const { weight, map } = rules.parts[key];
    const input = inputs[key];
    return { key, input, value: input === null ? null : onMap(map, input), weight };
  });
  const known = parts.filter((p) => p.value !== null && p.weight > 0);
  const weight = known.reduce((sum, p) => sum + p.weight, 0);
  return {
    value: !enough || weight === 0 ? null : known.reduce((sum, p) => sum + p.weight * p.value!, 0) / weight,
    parts,
    missing: parts.filter((p) => p.value === null).map((p) => p.key),
  };
};
