import { and, count, eq, inArray } from 'drizzle-orm';
import type { ListingBrief, Mark } from '@kettle/contract/shapes';
import { byRule, known, type ByRule, type RuleSubject } from '@kettle/core/costing/rule-of-thumb';
import type { CostRules } from '@kettle/core/documents/cost-rules';
import { ruleFor } from '@kettle/core/fees/schedule';
import { netReader } from '@kettle/core/fees/net-of';
import { flagsOf, packFromTitle, readyRules, STARTER_RULES, type ReadyRules } from '@kettle/core/listing/flags';
import { stemsOf } from '@kettle/core/listing/words';
import { daysBetween } from '@kettle/core/measures/day';
import { DAYS_PER_MONTH } from '@kettle/core/measures/units';
import type { ChoiceKey } from '@kettle/core/sift/index';
import { costedListings } from '../costings/costed.ts';
import type { Db } from '../db/connection.ts';
import { categories, estimates, listings, marketplaces, marks } from '../db/schema.ts';
import { scheduleInForce, type Market, type ScheduleInForce } from '../marketplaces/marketplaces.ts';

/** Months in the warehouse that the net in lists is reckoned with. */
export const LIST_MONTHS_STORED = 1.5;

/** What a brief is made from; the sift index reads the same columns, a million rows at a time. */
export const briefColumns = {
  id: listings.id,
  code: listings.code,
  title: listings.title,
  brand: listings.brand,
  categoryId: listings.categoryId,
  category: categories.path,
  gated: categories.gated,
  price: listings.price,
  reviews: listings.reviews,
  rating: listings.rating,
  rank: listings.rank,
  weight: listings.weight,
  sideLong: listings.sideLong,
  sideMiddle: listings.sideMiddle,
  sideShort: listings.sideShort,
  sellers: listings.sellers,
  fulfilment: listings.fulfilment,
  soldByMarketplace: listings.soldByMarketplace,
  marketplaceDays: listings.marketplaceDays,
  pictures: listings.pictures,
  variations: listings.variations,
  packCount: listings.packCount,
  familyId: listings.familyId,
  onSaleSince: listings.onSaleSince,
  seenOn: listings.seenOn,
  units: estimates.units,
  low: estimates.low,
  high: estimates.high,
  origin: estimates.origin,
  flattered: estimates.flattered,
  bestThreeShare: estimates.bestThreeShare,
  reviewsMonth: estimates.reviewsMonth,
  units30: estimates.units30,
  units90: estimates.units90,
  unitsYear: estimates.unitsYear,
  price30: estimates.price30,
  price90: estimates.price90,
  priceYear: estimates.priceYear,
  season: estimates.season,
  bestMonth: estimates.bestMonth,
  spikeShare: estimates.spikeShare,
  craft: estimates.craft,
};

/** Rows that briefs are made of, with what only lists show, for a query of one's own. */
export const selectBriefRows = (db: Db) =>
  db
    .select({ ...briefColumns, lastYear: estimates.lastYear, mark: marks })
    .from(listings)
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .leftJoin(estimates, eq(estimates.listingId, listings.id))
    .leftJoin(marks, eq(marks.listingId, listings.id));
export type ListRow = Awaited<ReturnType<typeof selectBriefRows>>[number];
export type BriefRow = Omit<ListRow, 'lastYear' | 'mark'>;

/** What briefs of a marketplace have in common. */
export interface BriefContext {
  market: Market;
  schedule: ScheduleInForce | null;
  /** Net by that schedule; null without one. */
  netOf: ReturnType<typeof netReader> | null;
  rules: ReadyRules;
  /** The seller's rule of thumb; null while none was typed. */
  costRules: CostRules | null;
  /** What costings say in its place, by the numbers of listings. */
  costed: ReadonlyMap<number, ByRule>;
  /** Listings of a brand in this marketplace, by its name in lower case. */
  brandListings: ReadonlyMap<string, number>;
}

/** A listing's sides in millimetres, or null when one is not known. */
export const sidesOf = (
  row: Pick<BriefRow, 'sideLong' | 'sideMiddle' | 'sideShort'>,
): [number, number, number] | null =>
  row.sideLong !== null && row.sideMiddle !== null && row.sideShort !== null
    ? [row.sideLong, row.sideMiddle, row.sideShort]
    : null;

/** Cubic millimetres; NaN where a side is not known. */
export const volumeOf = (row: Pick<BriefRow, 'sideLong' | 'sideMiddle' | 'sideShort'>): number =>
  row.sideLong !== null && row.sideMiddle !== null && row.sideShort !== null
    ? row.sideLong * row.sideMiddle * row.sideShort
    : Number.NaN;

const subjectOfRule = (row: BriefRow, net: number | null): RuleSubject => ({
  price: row.price ?? Number.NaN,
  net: net ?? Number.NaN,
  weight: row.weight ?? Number.NaN,
  volume: volumeOf(row),
  units: row.units ?? Number.NaN,
});

const round = (x: number | null): number | null => (x === null ? null : Math.round(x));

/** A listing as it stands in lists, with its net by the schedule in force and the flags by the seller's rules. */
export const briefFrom = (
  row: BriefRow & Partial<Pick<ListRow, 'lastYear' | 'mark'>>,
  { market, netOf, rules, costRules, costed, brandListings }: BriefContext,
  titleStems = stemsOf(row.title),
): ListingBrief => {
  const quick = netOf && row.price !== null ? netOf(row.price, row.category, row.weight, sidesOf(row)) : null;
  const net = quick?.net ?? null;
  const ofCosting = costed.get(row.id);
  const rule = ofCosting || !costRules || row.price === null ? null : ruleFor(costRules.rules, row.category);
  const ruled = ofCosting ?? (rule && byRule(rule, subjectOfRule(row, net)));
  const packCount = row.packCount ?? packFromTitle(row.title);
  const ofBrand = row.brand === '' ? null : (brandListings.get(row.brand.toLowerCase()) ?? null);
  const facts = {
    title: row.title,
    category: row.category,
    gated: row.gated,
    weight: row.weight,
    side: row.sideLong,
    sellers: row.sellers,
    soldByMarketplace: row.soldByMarketplace,
    brand: row.brand,
    brandListings: ofBrand,
    variations: row.variations,
    packCount,
    units: row.units,
    bestThreeShare: row.bestThreeShare,
    season: row.season,
    unitsYear: row.unitsYear,
    price90: row.price90,
  };
  return {
    id: row.id,
    code: row.code,
    title: row.title,
    brand: row.brand,
    category: row.category,
    price: row.price,
    net,
    profitRule: ruled ? known(ruled.profit) : null,
    marginRule: ruled ? known(ruled.margin) : null,
    outlayRule: ruled ? round(known(ruled.outlay)) : null,
    paybackRule: ruled ? known(ruled.payback) : null,
    ruleFrom: ofCosting ? 'costing' : rule ? 'rule' : null,
    piecePrice: row.price === null || packCount === null ? null : round(row.price / packCount),
    sizeClass: quick?.sizeClass.name ?? null,
    units: row.units,
    unitsLow: row.low,
    unitsHigh: row.high,
    unitsFrom: row.origin ?? 'nothing',
    flattered: row.flattered ?? false,
    revenue: row.units !== null && row.price !== null ? round(row.units * row.price) : null,
    reviews: row.reviews,
    reviewsMonth: row.reviewsMonth,
    unitsPerReview: row.units !== null && row.reviews ? row.units / row.reviews : null,
    rating: row.rating === null ? null : row.rating / 100,
    rank: row.rank,
    weight: row.weight,
    side: row.sideLong,
    sellers: row.sellers,
    marketplaceDays: row.marketplaceDays,
    brandListings: ofBrand,
    fulfilment: row.fulfilment,
    soldByMarketplace: row.soldByMarketplace,
    craft: row.craft,
    pictures: row.pictures,
    variations: row.variations,
    packCount,
    months:
      row.onSaleSince === null
        ? null
        : Math.max(0, Math.floor(daysBetween(row.onSaleSince, market.today) / DAYS_PER_MONTH)),
    units30: row.units30,
    units90: row.units90,
    unitsYear: row.unitsYear,
    price30: row.price30,
    price90: row.price90,
    priceYear: row.priceYear,
    season: row.season,
    bestMonth: row.bestMonth,
    bestThreeShare: row.bestThreeShare,
    spikeShare: row.spikeShare,
    lastYear: row.lastYear ?? null,
    flags: flagsOf(facts, rules, titleStems),
    mark: row.mark ? markFrom(row.mark) : null,
    seenOn: row.seenOn,
  };
};

/** What a brief says of the choices a sift can make. */
export const choicesOf = (brief: ListingBrief): Record<ChoiceKey, string | null> => ({
  size: brief.sizeClass,
  by: brief.fulfilment === 'unknown' ? null : brief.fulfilment,
  sold: brief.soldByMarketplace === null ? null : brief.soldByMarketplace ? 'yes' : 'no',
  best: brief.bestMonth === null ? null : String(brief.bestMonth),
});

const markFrom = ({ state, reason, day }: typeof marks.$inferSelect): Mark => ({ state, reason, day });

const STARTER = readyRules(STARTER_RULES);

/** The seller's rules for flags, made ready; the starter rules where there are none. */
export const rulesOf = async (db: Db, marketplaceId: string): Promise<ReadyRules> => {
  const [row] = await db
    .select({ rules: marketplaces.flagRules })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplaceId));
  return row?.rules ? readyRules(row.rules) : STARTER;
};

/** The seller's rule of thumb for the cost of goods; null while none was typed. */
export const costRulesOf = async (db: Db, marketplaceId: string): Promise<CostRules | null> => {
  const [row] = await db
    .select({ rules: marketplaces.costRules })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplaceId));
  return row?.rules ?? null;
};

/** Listings of each brand of a marketplace, or of some brands. */
export const listingsOfBrands = async (
  db: Db,
  marketplaceId: string,
  only: readonly string[] | null = null,
): Promise<Map<string, number>> => {
  if (only?.length === 0) return new Map();
  const rows = await db
    .select({ brand: listings.brand, n: count() })
    .from(listings)
    .where(and(eq(listings.marketplaceId, marketplaceId), only ? inArray(listings.brand, [...only]) : undefined))
    .groupBy(listings.brand);
  return new Map(rows.map((r) => [r.brand.toLowerCase(), r.n]));
};

/** All that briefs of a marketplace need, for some brands or for all. */
export const briefContext = async (
  db: Db,
  market: Market,
  brands: readonly string[] | null,
  ids: readonly number[] | null = null,
): Promise<BriefContext> => {
  const [schedule, rules, costRules, costed, brandListings] = await Promise.all([
    scheduleInForce(db, market.id, market.today),
    rulesOf(db, market.id),
    costRulesOf(db, market.id),
    costedListings(db, market, ids),
    listingsOfBrands(db, market.id, brands),
  ]);
  const netOf = schedule && netReader(schedule.document, { monthsStored: LIST_MONTHS_STORED, day: market.today });
  return { market, schedule, netOf, rules, costRules, costed, brandListings };
};

/** Briefs by listing numbers, in their order; numbers of no listing are left out. */
export const briefsOf = async (db: Db, market: Market, ids: readonly number[]): Promise<ListingBrief[]> => {
  if (ids.length === 0) return [];
  const rows = await selectBriefRows(db).where(
    and(eq(listings.marketplaceId, market.id), inArray(listings.id, [...ids])),
  );
  const context = await briefContext(db, market, [...new Set(rows.map((r) => r.brand))], ids);
  const byId = new Map(rows.map((r) => [r.id, briefFrom(r, context)]));
  return ids.flatMap((id) => byId.get(id) ?? []);
};

/** Numbers of listings by code; codes of no listing are left out. */
export const idsByCode = async (
  db: Db,
  marketplaceId: string,
  codes: readonly string[],
): Promise<Map<string, number>> => {
  if (codes.length === 0) return new Map();
  const rows = await db
    .select({ id: listings.id, code: listings.code })
    .from(listings)
    .where(and(eq(listings.marketplaceId, marketplaceId), inArray(listings.code, [...codes])));
  return new Map(rows.map((r) => [r.code, r.id]));
};
