import { eq, min } from 'drizzle-orm';
import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import type { Db } from '../../ground/db/connection.ts';
import { estimates, listings, marketplaces } from '../../ground/db/schema.ts';
import { refreshEstimates } from '../../ground/estimates/estimates.ts';
import { addJob } from '../../ground/jobs/add-job.ts';
import { ForPeople, type JobContext, type JobPayloads } from '../../ground/jobs/kinds.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import type { Outside } from '../../ground/outside.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
import { checkedListingFeed, checkedSearchFeed } from '../../ground/checked-feeds.ts';
import { takeSearches } from '../demand/take-searches.ts';
import { findAnswers, keepAnswers } from '../suppliers/service.ts';
import { keepPages } from './pages.ts';
import { noteHobRun } from './runs.ts';
import { readListings, takeReadings, watchedRows } from './read-listings.ts';

/** Days after which the estimates of all listings are made anew. */
const OLD_DAYS = 7;
const areOld = async (db: Db, marketplace: string, today: Day): Promise<boolean> => {
  const [row] = await db
    .select({ day: min(estimates.asOf) })
    .from(estimates)
    .innerJoin(listings, eq(listings.id, estimates.listingId))
    .where(eq(listings.marketplaceId, marketplace));
  return row?.day != null && daysBetween(row.day, today) >= OLD_DAYS;
};

/**
 * Moves a simulated marketplace's clock on, and with it all that a day brings: readings of the watched listings, searches,
 * the estimates that follow. All of it, or nothing.
 */
export const moveHob = async (
  { marketplace, ...move }: JobPayloads['move-hob'],
  { database, progress, finish }: JobContext,
  outside: Pick<Outside, 'listingFeed' | 'searchFeed' | 'suppliers'>,
): Promise<void> => {
  const { db } = database;
  const market = await marketOf(db, marketplace);
  if (!market.simulated) throw new ForPeople(`${market.name} has no simulated clock; its days pass by themselves.`);
  const to = 'to' in move ? move.to : addDays(market.today, move.days);
  if (to <= market.today)
    return finish(async () => ({ message: `It is ${market.today} already.`, day: market.today, readings: 0 }));
  const rows = await watchedRows(db, marketplace);
  const { read, missed, fault } = await readListings(
    checkedListingFeed(outside.listingFeed(db, marketplace)),
    rows,
    to,
    (done) => progress(done, rows.length, `Reading listings, ${done} of ${rows.length}`),
  );
  // Suppliers who do not answer today may tomorrow: their silence does not hold the day up.
  const answers = await findAnswers(db, outside, { ...market, today: to }).catch((error: unknown) => {
    if (error instanceof ProblemError) return error.problem.title;
    throw error;
  });
  await progress(rows.length, rows.length, 'Taking readings and searches in');
  await finish(async (inside) => {
    await takeReadings(inside, read);
    const noSearches = await takeSearches(
      inside,
      market,
      checkedSearchFeed(outside.searchFeed(inside.db, marketplace)),
      to,
    );
    // The marketplace's days pass whether it was read or not; what was not is asked for again on the next.
    await inside.db
      .update(marketplaces)
      .set({ hobDay: to, ...(missed === 0 ? { readUpTo: to } : {}) })
      .where(eq(marketplaces.id, marketplace));
    await refreshEstimates(
      inside,
      { ...market, today: to },
      rows.map((r) => r.id),
    );
    await keepPages(inside.db, { ...market, today: to });
    const taken = read.reduce((sum, r) => sum + r.days.length, 0);
    const kept = typeof answers === 'string' ? null : await keepAnswers(inside, market, answers);
    // What was not read is older by so many days: its figures widen, and take the season along.
    if (await areOld(inside.db, market.id, to)) await addJob(inside.db, 'estimate', { marketplace, groups: [] });
    const message = [
      `It is ${to}. ${taken} readings of ${rows.length - missed} listings were taken.`,
      missed > 0 ? `${missed} listings were not read, and will be asked for again. ${fault}` : '',
      noSearches ?? '',
      typeof answers === 'string' ? answers : '',
      kept && kept.quoted + kept.declined > 0
        ? `Suppliers answered: ${kept.quoted} with a quote, ${kept.declined} without.`
        : '',
    ]
      .filter(Boolean)
      .join(' ');
    if (rows.length > 0)
      await noteHobRun(inside.db, market, {
        day: to,
        listings: rows.length,
        read: read.filter((r) => r.days.at(-1)?.day === to).length,
        readings: taken,
        message,
        at: new Date(),
      });
    return { message, day: to, readings: taken };
  });
};
