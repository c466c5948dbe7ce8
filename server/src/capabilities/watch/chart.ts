import { and, asc, eq, inArray } from 'drizzle-orm';
import type { WatchChart, WatchGroup } from '@kettle/contract/watch';
import { groupReading } from '@kettle/core/changes/group';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { categories, listings, watched } from '../../ground/db/schema.ts';
import { curvesOf } from '../../ground/estimates/curves.ts';
import { daysOf } from '../../ground/estimates/evidence.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField } from '../../ground/problems/problem.ts';
import { eventsOf } from './plan.ts';

export interface Which {
  group?: number | undefined;
  /** Parted by commas. */
  codes?: string | undefined;
}

/** The listings that are asked for: those named, else those of a group, else all that are watched. */
export const chosenIds = async (db: Db, market: Market, { group, codes }: Which): Promise<number[]> => {
  if (codes !== undefined) {
    const named = codes.split(',').map((c) => c.trim()).filter(Boolean); // prettier-ignore
    const known = await idsByCode(db, market.id, named);
    const strange = named.find((c) => !known.has(c));
    if (strange !== undefined) throw badField('codes', `${market.name} has no listing ${strange}.`);
    return named.map((c) => known.get(c)!);
  }
  const rows = await db
    .select({ id: watched.listingId })
    .from(watched)
    .innerJoin(listings, eq(listings.id, watched.listingId))
    .where(and(eq(listings.marketplaceId, market.id), group === undefined ? undefined : eq(watched.groupId, group)))
    .orderBy(asc(watched.listingId));
  return rows.map((r) => r.id);
};

const briefsOf = (db: Db, ids: readonly number[]) =>
  db
    .select({
      id: listings.id,
      code: listings.code,
      title: listings.title,
      brand: listings.brand,
      category: categories.path,
    }) // prettier-ignore
    .from(listings)
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .where(inArray(listings.id, [...ids, 0]));

/** Listings whose courses stand in one chart at most. */
export const MOST_CHARTED = 120;
const A_YEAR = 366;

/** Days of several listings beside each other, each series as long as the row of days. */
export const chartOf = async (
  db: Db,
  market: Market,
  { days = A_YEAR, ...which }: Which & { days?: number | undefined },
): Promise<WatchChart> => {
  const ids = (await chosenIds(db, market, which)).slice(0, MOST_CHARTED);
  const from = addDays(market.today, 1 - days);
  const [found, rows, curves, events] = await Promise.all([
    briefsOf(db, ids),
    daysOf(db, ids, from),
    curvesOf(db, market),
    eventsOf(db, market.id),
  ]);
  const first = rows.reduce<Day>((least, r) => (r.day < least ? r.day : least), market.today);
  const length = rows.length === 0 ? 0 : daysBetween(first, market.today) + 1;
  const all = Array.from({ length }, (_, i) => addDays(first, i));
  const placeOf = new Map(all.map((day, i) => [day, i]));
  const byListing = groupsOf(rows, (r) => r.listingId);
  const byId = new Map(found.map((f) => [f.id, f]));
  return {
    days: all,
    listings: ids.flatMap((id) => {
      const brief = byId.get(id);
      if (!brief) return [];
      const { code, title, brand, category } = brief;
      const { curve } = curves.of(category);
      const gaps = (): (number | null)[] => Array.from({ length }, () => null);
      const series = { units: gaps(), price: gaps(), rank: gaps(), reviews: gaps() };
      const empty: number[] = [];
      for (const row of byListing.get(id) ?? []) {
        const at = placeOf.get(row.day);
        if (at === undefined) continue;
        series.units[at] = curve && row.rank ? Math.round(100 * unitsAtRank(curve, row.rank)) / 100 : null;
        series.price[at] = row.price;
        series.rank[at] = row.rank;
        series.reviews[at] = row.reviews;
        if (row.stock === 0) empty.push(at);
      }
      return [{ code, title, brand, ...series, empty }];
    }),
    events: events.filter((e) => e.last >= from),
  };
};

/** The readings of a group of listings of the last year, day by day, with averages a listing and what changed. */
export const groupReadings = async (db: Db, market: Market, ids: readonly number[]): Promise<WatchGroup> => {
  const [found, rows, curves] = await Promise.all([
    briefsOf(db, ids),
    daysOf(db, [...ids, 0], addDays(market.today, -365)),
    curvesOf(db, market),
  ]);
  const byListing = groupsOf(rows, (r) => r.listingId);
  return {
    listings: found.map(({ code, title }) => ({ code, title })),
    ...groupReading(
      found.map(({ id, code, category }) => ({
        code,
        curve: curves.of(category).curve,
        readings: (byListing.get(id) ?? []).map(asReading),
      })),
      market.today,
    ),
  };
};
