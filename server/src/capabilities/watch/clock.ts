import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Job } from '@kettle/contract/shapes';
import { addDays } from '@kettle/core/measures/day';
import { atOnce, type Database } from '../../ground/db/connection.ts';
import { jobs as jobRows, marketplaces } from '../../ground/db/schema.ts';
import { laneOf } from '../../ground/jobs/lease.ts';
import type { Jobs } from '../../ground/jobs/queue.ts';
import { conflict, notFound } from '../../ground/problems/problem.ts';

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
