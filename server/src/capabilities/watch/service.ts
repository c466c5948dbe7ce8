import { and, asc, eq, gte, inArray, sql } from 'drizzle-orm';
import type { Added, WatchGroup, WatchedListing } from '@kettle/contract/candidates';
import { codesFromText } from '@kettle/core/listing/codes';
import { addDays } from '@kettle/core/measures/day';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { stockFalls } from '@kettle/core/estimate/stock-counts';
import { meanOf } from '@kettle/core/stats/robust';
import type { Db } from '../../ground/db/connection.ts';
import { candidates, categories, estimates, lineUp, listings, readings, watched } from '../../ground/db/schema.ts';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import { curveFor, curvesInForce, type Market } from '../../ground/marketplaces/marketplaces.ts';

/** Watches listings from the marketplace's today on; those watched already keep their day. */
export const watchListings = async (db: Db, market: Market, ids: readonly number[]): Promise<void> => {
  if (ids.length > 0)
    await db
      .insert(watched)
      .ignore()
      .values(ids.map((listingId) => ({ listingId, since: market.today })));
};

export const watchByCodes = async (db: Db, market: Market, text: string): Promise<Added> => {
  const { codes, rest } = codesFromText(text, market.host);
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

const MONTH = 30;

/** The readings of a group of listings of the last year, day by day, with averages a listing. */
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
    curvesInForce(db, market.id, market.today),
  ]);
  const listing = new Map(found.map((l) => [l.id, { ...l, curve: curveFor(curves, l.category)?.curve ?? null }]));
  const byDay = new Map<string, { code: string; units: number | null; price: number | null }[]>();
  for (const row of rows) {
    const of = listing.get(row.listingId);
    if (!of) continue;
    const units = of.curve && row.rank !== null ? unitsAtRank(of.curve, row.rank) : null;
    byDay.set(row.day, [...(byDay.get(row.day) ?? []), { code: of.code, units, price: row.price }]);
  }
  const days = [...byDay].map(([day, entries]) => ({
    day,
    units: meanOf(entries.flatMap((e) => e.units ?? [])),
    price: meanOf(entries.flatMap((e) => e.price ?? [])),
    counted: entries.length,
    each: Object.fromEntries(entries.map((e) => [e.code, e.units])),
  }));
  const average = (from: string, to: string): WatchGroup['now'] => {
    const span = days.filter((d) => d.day > from && d.day <= to);
    return {
      unitsPerDay: meanOf(span.flatMap((d) => d.units ?? [])),
      price: meanOf(span.flatMap((d) => d.price ?? [])),
      days: span.length,
    };
  };
  const month = addDays(market.today, -MONTH);
  return {
    listings: found.map(({ code, title }) => ({ code, title })),
    days,
    now: average(month, market.today),
    before: average(addDays(month, -MONTH), month),
    changes: found.flatMap((l) =>
      changesOf(
        l.code,
        rows.filter((r) => r.listingId === l.id && r.day > month),
      ),
    ),
  };
};

/** What happened to a listing in its last month, in words: price moved, sellers came or went, stock ran out. */
const changesOf = (code: string, rows: readonly (typeof readings.$inferSelect)[]): WatchGroup['changes'] => {
  const first = rows[0];
  const last = rows.at(-1);
  if (!first || !last || first === last) return [];
  const changes: WatchGroup['changes'] = [];
  if (first.price && last.price && Math.abs(last.price / first.price - 1) >= 0.05)
    changes.push({
      code,
      day: last.day,
      text: `price ${last.price > first.price ? 'rose' : 'fell'} by ${Math.round(100 * Math.abs(last.price / first.price - 1))} % since ${first.day}`,
    });
  if (first.sellers !== null && last.sellers !== null && last.sellers !== first.sellers)
    changes.push({
      code,
      day: last.day,
      text: `${last.sellers > first.sellers ? 'a new seller came' : 'a seller left'}: ${first.sellers} then, ${last.sellers} now`,
    });
  const empty = rows.filter((r) => r.stock === 0);
  if (empty.length > 0) changes.push({ code, day: empty.at(-1)!.day, text: `out of stock on ${empty.length} days` });
  const sold = stockFalls(rows.map(asReading), last.day, MONTH);
  if (sold.restocks > 0)
    changes.push({ code, day: last.day, text: sold.restocks === 1 ? 'one restock' : `${sold.restocks} restocks` });
  return changes;
};
