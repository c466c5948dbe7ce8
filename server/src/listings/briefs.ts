import { and, eq, inArray } from 'drizzle-orm';
import type { ListingBrief } from '@kettle/contract/shapes';
import { marketplaceFees } from '@kettle/core/fees/fees';
import { daysBetween } from '@kettle/core/measures/day';
import { DAYS_PER_MONTH } from '@kettle/core/measures/units';
import type { Db } from '../db/connection.ts';
import { categories, estimates, listings } from '../db/schema.ts';
import { scheduleInForce, type Market, type ScheduleInForce } from '../sources/marketplaces.ts';

/** Months in the warehouse that the net in lists is reckoned with. */
export const LIST_MONTHS_STORED = 1.5;

const columns = {
  id: listings.id,
  code: listings.code,
  title: listings.title,
  brand: listings.brand,
  categoryId: listings.categoryId,
  category: categories.path,
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
  onSaleSince: listings.onSaleSince,
  seenOn: listings.seenOn,
  units: estimates.units,
  low: estimates.low,
  high: estimates.high,
  origin: estimates.origin,
  flattered: estimates.flattered,
};

/** The rows that briefs are made of, for a query of one's own. */
export const selectBriefRows = (db: Db) =>
  db
    .select(columns)
    .from(listings)
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .leftJoin(estimates, eq(estimates.listingId, listings.id));
export type BriefRow = Awaited<ReturnType<typeof selectBriefRows>>[number];

/** A listing's sides in millimetres, or null when one is not known. */
export const sidesOf = (
  row: Pick<BriefRow, 'sideLong' | 'sideMiddle' | 'sideShort'>,
): [number, number, number] | null =>
  row.sideLong !== null && row.sideMiddle !== null && row.sideShort !== null
    ? [row.sideLong, row.sideMiddle, row.sideShort]
    : null;

/** A listing as it stands in lists, with its net by the schedule in force. */
export const briefFrom = (row: BriefRow, market: Market, schedule: ScheduleInForce | null): ListingBrief => {
  const fees =
    schedule && row.price !== null
      ? marketplaceFees(
          schedule.document,
          { price: row.price, category: row.category, weight: row.weight, sides: sidesOf(row) },
          { fulfilment: 'marketplace', monthsStored: LIST_MONTHS_STORED, day: market.today },
        )
      : null;
  return {
    id: row.id,
    code: row.code,
    title: row.title,
    brand: row.brand,
    category: row.category,
    price: row.price,
    net: fees?.known ? fees.fees.net : null,
    sizeClass: fees?.known ? (fees.fees.sizeClass?.name ?? null) : null,
    units: row.units,
    unitsLow: row.low,
    unitsHigh: row.high,
    unitsFrom: row.origin ?? 'nothing',
    flattered: row.flattered ?? false,
    revenue: row.units !== null && row.price !== null ? Math.round(row.units * row.price) : null,
    reviews: row.reviews,
    rating: row.rating === null ? null : row.rating / 100,
    rank: row.rank,
    weight: row.weight,
    sellers: row.sellers,
    months:
      row.onSaleSince === null
        ? null
        : Math.max(0, Math.floor(daysBetween(row.onSaleSince, market.today) / DAYS_PER_MONTH)),
    seenOn: row.seenOn,
  };
};

/** Briefs by listing numbers, in their order; numbers of no listing are left out. */
export const briefsOf = async (db: Db, market: Market, ids: readonly number[]): Promise<ListingBrief[]> => {
  if (ids.length === 0) return [];
  const schedule = await scheduleInForce(db, market.id, market.today);
  const rows = await selectBriefRows(db).where(
    and(eq(listings.marketplaceId, market.id), inArray(listings.id, [...ids])),
  );
  const byId = new Map(rows.map((r) => [r.id, briefFrom(r, market, schedule)]));
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
