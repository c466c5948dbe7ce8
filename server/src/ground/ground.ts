import type { Aside } from './aside/aside.ts';
import type { Database } from './db/connection.ts';
import type { Jobs } from './jobs/queue.ts';
import type { Outside } from './outside.ts';

/** What every capability stands on. */
export interface Ground {
  database: Database;
  jobs: Jobs;
  aside: Aside;
  outside: Outside;
}
