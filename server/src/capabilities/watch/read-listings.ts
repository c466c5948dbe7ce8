import { eq, sql } from 'drizzle-orm';
import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import { bulkLoad } from '../../ground/db/bulk.ts';
import type { Db, Session } from '../../ground/db/connection.ts';
import { listings, readings, watched } from '../../ground/db/schema.ts';
import { READING_COLUMNS, readingCells } from '../../ground/estimates/readings.ts';
import type { FeedDay, ListingFeed } from '../../ground/outside.ts';

/** Listings whose readings are asked of the feed at once. */
const AT_ONCE = 25;

export interface WatchedRow {
  id: number;
  code: string;
  since: Day;
  /** Its newest reading. */
  last: Day | null;
}

/** The watched listings of a marketplace, with how far each has been read. */
export const watchedRows = (db: Db, marketplace: string): Promise<WatchedRow[]> =>
  db
    .select({
      id: listings.id,
      code: listings.code,
      since: watched.since,
      last: sql<
        string | null
      >`(select max(${readings.day}) from ${readings} where ${readings.listingId} = ${listings.id})`,
    })
    .from(watched)
    .innerJoin(listings, eq(listings.id, watched.listingId))
    .where(eq(listings.marketplaceId, marketplace));

export type ListingsRead = { id: number; days: FeedDay[] }[];

/**
 * Asks a feed for the days of listings that have not been read yet, up to a day. Reading starts on the day after the last
 * one, or on the day a listing was watched from, so that days before it stay gaps. Nothing is written.
 */
export const readListings = async (
  feed: ListingFeed,
  rows: readonly WatchedRow[],
  to: Day,
  progress: (done: number) => Promise<void>,
): Promise<ListingsRead> => {
  const read: ListingsRead = [];
  for (let at = 0; at < rows.length; at += AT_ONCE) {
    await progress(at);
    const byStart = groupsOf(rows.slice(at, at + AT_ONCE), ({ since, last }) =>
      last && last >= since ? addDays(last, 1) : since,
    );
    for (const [from, group] of byStart) {
      if (from > to) continue;
      const found = await feed.readings(
        group.map((r) => r.code),
        from,
        daysBetween(from, to) + 1,
      );
      for (const { id, code } of group) read.push({ id, days: found.get(code) ?? [] });
    }
  }
  return read;
};

/** Puts what was read in; the last day of each listing becomes what it is now. */
export const takeReadings = async ({ db, pool }: Session, read: ListingsRead): Promise<void> => {
  await bulkLoad(pool, 'readings', READING_COLUMNS, function* () {
    for (const { id, days } of read) for (const day of days) yield readingCells(id, day);
  });
  for (const { id, days } of read) await takeLast(db, id, days);
};

const takeLast = async (db: Db, id: number, days: readonly FeedDay[]): Promise<void> => {
  const last = days.at(-1);
  if (last)
    await db
      .update(listings)
      .set({
        price: last.price,
        // A rank that was not shown today is still the last one that was.
        rank: days.findLast((f) => f.rank !== null)?.rank ?? undefined,
        reviews: last.reviews,
        rating: last.rating,
        sellers: last.sellers,
        seenOn: last.day,
      })
      .where(eq(listings.id, id));
};
