import { and, desc, eq, sql } from 'drizzle-orm';
import type { Backtest } from '@kettle/contract/curves';
import type { Db } from '../../ground/db/connection.ts';
import { jobs } from '../../ground/db/schema.ts';
import type { JobContext, JobPayloads } from '../../ground/jobs/kinds.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import type { Outside } from '../../ground/outside.ts';
import { runBacktest } from './backtest.ts';

/** Tries all ways of estimating on a marketplace; the table is the job's result. */
export const backtestJob = async (
  { marketplace }: JobPayloads['backtest'],
  { database: { db }, progress, finish }: JobContext,
  { books }: Pick<Outside, 'books'>,
): Promise<void> => {
  const market = await marketOf(db, marketplace);
  const { backtest } = await runBacktest(db, market, books, (done, total) =>
    progress(done, total, `Trying listings, ${done} of ${total}`),
  );
  await finish(async () => ({
    message:
      backtest.listings === 0
        ? 'No listing could be tried: none has both readings and a known number of units.'
        : `${backtest.listings} listings were tried.`,
    backtest,
  }));
};

/** The newest backtest that ended well, and whether days have passed since. */
export const latestBacktest = async (
  db: Db,
  market: Market,
): Promise<{ backtest: Backtest | null; stale: boolean }> => {
  const [row] = await db
    .select({ result: jobs.result })
    .from(jobs)
    .where(
      and(
        eq(jobs.kind, 'backtest'),
        eq(jobs.state, 'done'),
        sql`json_value(${jobs.payload}, '$.marketplace') = ${market.id}`,
      ),
    )
    .orderBy(desc(jobs.id))
    .limit(1);
  const backtest = (row?.result?.backtest as Backtest | undefined) ?? null;
  return { backtest, stale: backtest !== null && backtest.day !== market.today };
};
