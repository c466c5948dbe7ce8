import { databaseOfThread } from '../../ground/db/of-thread.ts';
import { isInTheWay } from '../../ground/db/transaction.ts';
import { Cancelled, ForPeople, Overtaken, type Ended, type JobContext, type Task } from '../../ground/jobs/kinds.ts';
import { contextOf } from '../../ground/jobs/lease.ts';
import { diskFullSentence, isDatabaseAway, isDiskFull } from '../../ground/problems/problem.ts';
import { jobHandlers } from './job-handlers.ts';

const LONGEST_ERROR = 2000;

/** Runs one job in this thread, on this thread's own connections, and says how it ended. */
export default async ({ kind, payload, ...lease }: Task): Promise<Ended> => {
  const handler = jobHandlers[kind] as ((payload: unknown, context: JobContext) => Promise<void>) | undefined;
  try {
    if (!handler) throw new Error(`There is no job of the kind "${kind}".`);
    await handler(payload, contextOf(databaseOfThread(), lease));
    return { how: 'finished' };
  } catch (error) {
    if (error instanceof Cancelled) return { how: 'cancelled' };
    if (error instanceof Overtaken) return { how: 'overtaken' };
    const told = error as Error & { cause?: Error };
    return {
      how: 'failed',
      again: isDiskFull(error) ? 'room' : isDatabaseAway(error) || isInTheWay(error) ? 'database' : null,
      sentence: error instanceof ForPeople ? error.message : diskFullSentence(error),
      error: String((told.cause ?? told).stack ?? told).slice(0, LONGEST_ERROR),
    };
  }
};
