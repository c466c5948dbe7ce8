import { groupsOf } from '@kettle/core/stats/groups';
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Job } from '@kettle/contract/shapes';
import { addDays, daysBetween } from '@kettle/core/measures/day';
import { bulkLoad } from '../../ground/db/bulk.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { jobs as jobRows, listings, marketplaces, readings, watched } from '../../ground/db/schema.ts';
import { takeSearches } from '../demand/take-searches.ts';
import { conflict, notFound } from '../../ground/problems/problem.ts';
import { ForPeople, type JobContext, type JobPayloads } from '../../ground/jobs/kinds.ts';
import { laneOf } from '../../ground/jobs/lease.ts';
import type { Jobs } from '../../ground/jobs/queue.ts';
import { refreshEstimates } from '../../ground/estimates/estimates.ts';
import { READING_COLUMNS, readingCells } from '../../ground/estimates/readings.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import type { FeedDay, Outside } from '../../ground/outside.ts';

/** Listings whose readings are asked of the feed at once. */
const AT_ONCE = 25;

/** Moves a simulated marketplace's clock on and takes a reading a day of each watched listing: all of it, or nothing. */
export const moveHob = async (
  { marketplace, to }: JobPayloads['move-hob'],
  { database, progress, finish }: JobContext,
  outside: Pick<Outside, 'listingFeed' | 'searchFeed'>,
): Promise<void> => {
  const { db } = database;
  const market = await marketOf(db, marketplace);
  if (!market.simulated) throw new ForPeople(`${market.name} has no simulated clock; its days pass by themselves.`);
  if (to <= market.today)
    return finish(async () => ({ message: `It is ${market.today} already.`, day: market.today, readings: 0 }));
  const rows = await db
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
  const feed = outside.listingFeed(db, marketplace);
  const read: { id: number; days: FeedDay[] }[] = [];
  for (let at = 0; at < rows.length; at += AT_ONCE) {
    await progress(at, rows.length, `Reading listings, ${at} of ${rows.length}`);
    const batch = rows.slice(at, at + AT_ONCE);
    // Readings start on the day after the last one, so that days before it was watched stay gaps.
    const starts = new Map(
      batch.map((r) => [r.code, addDays(r.last && r.last >= r.since ? r.last : addDays(r.since, -1), 1)]),
    );
    for (const [from, group] of groupsOf(batch, (r) => starts.get(r.code)!)) {
      if (from > to) continue;
      const found = await feed.readings(
        group.map((r) => r.code),
        from,
        daysBetween(from, to) + 1,
      );
      for (const { id, code } of group) read.push({ id, days: found.get(code) ?? [] });
    }
  }
  await progress(rows.length, rows.length, 'Taking readings and searches in');
  const taken = read.reduce((sum, r) => sum + r.days.length, 0);
  await finish(async (inside) => {
    await bulkLoad(inside.pool, 'readings', READING_COLUMNS, function* () {
      for (const { id, days } of read) for (const day of days) yield readingCells(id, day);
    });
    for (const { id, days } of read) await takeLast(inside.db, id, days);
    await takeSearches(inside, market, outside.searchFeed(inside.db, marketplace), to);
    await inside.db.update(marketplaces).set({ hobDay: to, readUpTo: to }).where(eq(marketplaces.id, marketplace));
    await refreshEstimates(
      inside,
      { ...market, today: to },
      rows.map((r) => r.id),
    );
    return {
      message: `It is ${to}. ${taken} readings of ${rows.length} listings were taken.`,
      day: to,
      readings: taken,
    };
  });
};

/** What the last of some days shows becomes what the listing is now. */
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

/**
 * Asks for a marketplace's clock to be moved on. The day it will be is reckoned now, from where it stands or from where
 * an earlier request that is still open will have brought it.
 */
export const askToMoveHob = async (database: Database, jobs: Jobs, marketplace: string, days: number): Promise<Job> => {
  const job = await atOnce(database, async ({ db }) => {
    const [row] = await db.select().from(marketplaces).where(eq(marketplaces.id, marketplace)).for('update');
    if (!row) throw notFound(`The marketplace "${marketplace}"`);
    if (row.hobDay === null) throw conflict(`${row.name} has no simulated clock; its days pass by themselves.`);
    const open = await db
      .select({ to: sql<string>`json_value(${jobRows.payload}, '$.to')` })
      .from(jobRows)
      .where(
        and(
          eq(jobRows.kind, 'move-hob'),
          inArray(jobRows.state, ['queued', 'running']),
          eq(jobRows.lane, laneOf('move-hob', { marketplace })!),
        ),
      );
    const from = [row.hobDay, ...open.map((j) => j.to)].sort().at(-1)!;
    return jobs.add('move-hob', { marketplace, to: addDays(from, days) }, null, db);
  });
  jobs.look();
  return job;
};
