import { eq } from 'drizzle-orm';
import type { Job } from '@kettle/contract/shapes';
import type { Database } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';
import type { Jobs } from '../../ground/jobs/queue.ts';
import { conflict, notFound } from '../../ground/problems/problem.ts';

/**
 * Asks for a marketplace's clock to be moved on, by so many days from where it then stands: behind moves that were asked for
 * earlier and are still open, without those that were cancelled.
 */
export const askToMoveHob = async ({ db }: Database, jobs: Jobs, marketplace: string, days: number): Promise<Job> => {
  const [row] = await db.select().from(marketplaces).where(eq(marketplaces.id, marketplace));
  if (!row) throw notFound(`The marketplace "${marketplace}"`);
  if (row.hobDay === null) throw conflict(`${row.name} has no simulated clock; its days pass by themselves.`);
  return jobs.add('move-hob', { marketplace, days });
};
