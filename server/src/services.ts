import type { Aside } from './aside/aside.ts';
import type { DemandIndexes } from './demand/index.ts';
import type { Database } from './db/connection.ts';
import type { Jobs } from './jobs/queue.ts';
import type { SiftIndexes } from './sift/indexes.ts';

/** What every capability may use. */
export interface Services {
  database: Database;
  jobs: Jobs;
  aside: Aside;
  indexes: SiftIndexes;
  demand: DemandIndexes;
  /** The real date; a marketplace with a hob has its own. */
  realToday: () => string;
}
