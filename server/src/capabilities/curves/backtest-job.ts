import type { JobContext, JobPayloads } from '../../ground/jobs/kinds.ts';
import type { Outside } from '../../ground/outside.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
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
