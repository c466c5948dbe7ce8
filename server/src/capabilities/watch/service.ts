import { and, asc, eq, gte, inArray, sql } from 'drizzle-orm';
import type { Added, WatchGroup, WatchedListing } from '@kettle/contract/candidates';
import { groupReading } from '@kettle/core/changes/group';
import { codesFromText } from '@kettle/core/listing/codes';
import { addDays } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { candidates, categories, estimates, lineUp, listings, readings, watched } from '../../ground/db/schema.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import { curvesOf } from '../../ground/estimates/curves.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

/** Watches listings from the marketplace's today on; those watched already keep their day. */
export const watchListings = async (db: Db, market: Market, ids: readonly number[]): Promise<void> => {
  if (ids.length > 0)
    await db
      .insert(watched)
      .ignore()
      .values(ids.map((listingId) => ({ listingId, since: market.today })));
};

export const watchByCodes = async (db: Db, market: Market, text: string): Promise<Added> => {
  const { codes, rest } = codesFromText(text, market);
  const known = await idsByCode(db, market.id, codes);
  const ids = [...known.values()];
  const there = new Set(
    ids.length > 0
      ? (await db.select({ id: watched.listingId }).from(watched).where(inArray(watched.listingId, ids))).map(
          (r) => r.id,
        )
      : [],
  );
  await watchListings(
    db,
    market,
    ids.filter((id) => !there.has(id)),
  );
  const isNew = (code: string): boolean => known.has(code) && !there.has(known.get(code)!);
  return {
    added: codes.filter(isNew),
    already: codes.filter((c) => known.has(c) && !isNew(c)),
    unknown: codes.filter((c) => !known.has(c)),
    noCodes: rest,
  };
};

export const stopWatching = async (db: Db, market: Market, code: string): Promise<void> => {
  const id = (await idsByCode(db, market.id, [code])).get(code);
  if (id !== undefined) await db.delete(watched).where(eq(watched.listingId, id));
};

export const watchedListings = async (db: Db, market: Market): Promise<WatchedListing[]> => {
  const rows = await db
    .select({
      id: listings.id,
      code: listings.code,
      title: listings.title,
      brand: listings.brand,
      since: watched.since,
      price: listings.price,
      rank: listings.rank,
      units: estimates.units,
      lastReading: sql<
        string | null
      >`(select max(${readings.day}) from ${readings} where ${readings.listingId} = ${listings.id})`,
      stock: sql<
        number | null
      >`(select ${readings.stock} from ${readings} where ${readings.listingId} = ${listings.id} order by ${readings.day} desc limit 1)`,
    })
    .from(watched)
    .innerJoin(listings, eq(listings.id, watched.listingId))
    .leftJoin(estimates, eq(estimates.listingId, listings.id))
    .where(eq(listings.marketplaceId, market.id))
    .orderBy(asc(listings.title));
  const inCandidates = await db
    .select({ listing: lineUp.listingId, id: candidates.id, name: candidates.name })
    .from(lineUp)
    .innerJoin(candidates, eq(candidates.id, lineUp.candidateId))
    .where(eq(candidates.marketplaceId, market.id));
  return rows.map(({ id, ...row }) => ({
    ...row,
    candidates: inCandidates.filter((c) => c.listing === id).map((c) => ({ id: c.id, name: c.name })),
  }));
};

/** The readings of a group of listings of the last year, day by day, with averages a listing and what changed. */
export const groupReadings = async (db: Db, market: Market, ids: readonly number[]): Promise<WatchGroup> => {
  const [found, rows, curves] = await Promise.all([
    db
      .select({ id: listings.id, code: listings.code, title: listings.title, category: categories.path })
      .from(listings)
      .innerJoin(categories, eq(categories.id, listings.categoryId))
      .where(inArray(listings.id, [...ids, 0])),
    db
      .select()
      .from(readings)
      .where(and(inArray(readings.listingId, [...ids, 0]), gte(readings.day, addDays(market.today, -365))))
      .orderBy(asc(readings.day)),
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
