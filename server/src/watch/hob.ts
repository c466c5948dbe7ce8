import { eq, sql } from 'drizzle-orm';
import { addDays, daysBetween } from '@kettle/core/measures/day';
import { bulkLoad } from '../db/bulk.ts';
import { exclusively } from '../db/connection.ts';
import { listings, marketplaces, readings, watched } from '../db/schema.ts';
import { ForPeople, type JobContext, type JobPayloads, type JobResult } from '../jobs/kinds.ts';
import { refreshEstimates } from '../listings/estimates.ts';
import { READING_COLUMNS, readingCells } from '../listings/readings.ts';
import { marketOf } from '../sources/marketplaces.ts';
import { takeSearches } from '../demand/take-searches.ts';
import { simulatedFeed, simulatedSearches } from '../stand-ins/feed.ts';

const AT_ONCE = 25;

/** Moves a simulated marketplace's clock on and takes a reading a day of each watched listing. */
export const moveHob = (
  { marketplace, days }: JobPayloads['move-hob'],
  { database, progress }: JobContext,
): Promise<JobResult> =>
  exclusively(database, `hob.${marketplace}`, async () => {
    const { db, pool } = database;
    const market = await marketOf(db, marketplace);
    if (!market.simulated) throw new ForPeople(`${market.name} has no simulated clock; its days pass by themselves.`);
    const to = addDays(market.today, days);
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
    const feed = simulatedFeed(db, marketplace);
    let read = 0;
    for (let at = 0; at < rows.length; at += AT_ONCE) {
      await progress(at, rows.length, `Reading listings, ${at} of ${rows.length}`);
      const batch = rows.slice(at, at + AT_ONCE);
      // Readings start on the day after the last one, so that days before it was watched stay gaps.
      const starts = new Map(
        batch.map((r) => [r.code, addDays(r.last && r.last >= r.since ? r.last : addDays(r.since, -1), 1)]),
      );
      for (const [from, group] of byStart(batch, starts)) {
        if (from > to) continue;
        const found = await feed.readings(
          group.map((r) => r.code),
          from,
          daysBetween(from, to) + 1,
        );
        const facts = group.flatMap((r) => (found.get(r.code) ?? []).map((f) => ({ id: r.id, ...f })));
        await bulkLoad(pool, 'readings', READING_COLUMNS, () => facts.map(({ id, ...f }) => readingCells(id, f)));
        read += facts.length;
        for (const r of group) {
          const last = found.get(r.code)?.at(-1);
          if (last)
            await db
              .update(listings)
              .set({
                price: last.price,
                // A rank that was not shown today is still the last one that was.
                rank: found.get(r.code)!.findLast((f) => f.rank !== null)?.rank ?? undefined,
                reviews: last.reviews,
                rating: last.rating,
                sellers: last.sellers,
                seenOn: last.day,
              })
              .where(eq(listings.id, r.id));
        }
      }
    }
    await progress(rows.length, rows.length, 'Reading searches');
    await takeSearches(database, market, simulatedSearches(db, marketplace), to);
    await db.update(marketplaces).set({ hobDay: to, readUpTo: to }).where(eq(marketplaces.id, marketplace));
    await refreshEstimates(
      database,
      await marketOf(db, marketplace),
      rows.map((r) => r.id),
    );
    await progress(rows.length, rows.length, `It is ${to}.`);
    return { message: `It is ${to}. ${read} readings of ${rows.length} listings were taken.`, day: to, readings: read };
  });

const byStart = <T extends { code: string }>(
  rows: readonly T[],
  starts: ReadonlyMap<string, string>,
): Map<string, T[]> => {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const start = starts.get(row.code)!;
    groups.set(start, [...(groups.get(start) ?? []), row]);
  }
  return groups;
};
