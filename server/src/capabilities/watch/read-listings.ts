import { eq, sql } from 'drizzle-orm';
import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import { bulkLoad } from '../../ground/db/bulk.ts';
import type { Db, Session } from '../../ground/db/connection.ts';
import { listings, readings, watched } from '../../ground/db/schema.ts';
import { READING_COLUMNS, readingCells } from '../../ground/estimates/readings.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
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
/** What was read, and of how many listings nothing was, with the feed's own reason. */
export interface RunRead {
  read: ListingsRead;
  missed: number;
  fault: string | null;
}
/** Batches that may fail one after the other before the feed is taken to be away. */
const MOST_FAULTS = 2;

/**
 * Asks a feed for the days of listings that have not been read yet, up to a day. Reading starts on the day after the last
 * one, or on the day a listing was watched from, so that days before it stay gaps. A batch that the feed does not answer is
 * passed over: the next run asks for its days again. Nothing is written.
 */
export const readListings = async (
  feed: ListingFeed,
  rows: readonly WatchedRow[],
  to: Day,
  progress: (done: number) => Promise<void>,
): Promise<RunRead> => {
  const read: ListingsRead = [];
  let [missed, faults, fault]: [number, number, string | null] = [0, 0, null];
  for (let at = 0; at < rows.length; at += AT_ONCE) {
    await progress(at);
    const batch = rows.slice(at, at + AT_ONCE);
    if (faults >= MOST_FAULTS) {
      missed += batch.length;
      continue;
    }
    const byStart = groupsOf(batch, ({ since, last }) => (last && last >= since ? addDays(last, 1) : since));
    for (const [from, group] of byStart) {
      if (from > to) continue;
      try {
        const found = await feed.readings(
          group.map((r) => r.code),
          from,
          daysBetween(from, to) + 1,
        );
        for (const { id, code } of group) read.push({ id, days: found.get(code) ?? [] });
        faults = 0;
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
        missed += group.length;
        fault = error.problem.title;
        faults++;
      }
    }
  }
  return { read, missed, fault };
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
