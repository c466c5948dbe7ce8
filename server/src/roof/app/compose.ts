import type { Logger } from 'pino';
import { KeptCopies } from '../../capabilities/archive/copies.ts';
import { DemandIndexes } from '../../capabilities/demand/index.ts';
import { SiftIndexes } from '../../capabilities/sift/indexes.ts';
import { Aside } from '../../ground/aside/aside.ts';
import type { Database } from '../../ground/db/connection.ts';
import type { Ground } from '../../ground/ground.ts';
import { Jobs } from '../../ground/jobs/queue.ts';
import { simulatedOutside } from '../stand-ins/outside.ts';

/** All that the program's answers are made with. */
export interface Services extends Ground {
  indexes: SiftIndexes;
  demand: DemandIndexes;
  copies: KeptCopies;
}

const jobWorker = new URL('../threads/job-worker.boot.mjs', import.meta.url);
const asideWorker = new URL('../threads/aside-worker.boot.mjs', import.meta.url);

/**
 * @param cache folder that built indexes are kept in for the next start; null for none
 * @param copies folder for copies of the workspace; null for none
 */
export const compose = (
  database: Database,
  url: string,
  log: Logger,
  cache: string | null = null,
  copies: string | null = null,
): Services => ({
  database,
  jobs: new Jobs(database, url, jobWorker, log),
  aside: new Aside(url, asideWorker),
  outside: simulatedOutside,
  indexes: new SiftIndexes(database.db, url, cache),
  demand: new DemandIndexes(database.db),
  copies: new KeptCopies(database, copies),
});

/** Ends all threads and connections, in order. */
export const endServices = async ({ indexes, jobs, aside, copies, database }: Services): Promise<void> => {
  copies.stop();
  await indexes.stop();
  await jobs.stop();
  await aside.stop();
  await database.close();
};
