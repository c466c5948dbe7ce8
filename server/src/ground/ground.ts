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
  /** How people sign in; null where the workspace is one person's on one machine. */
  team: Team | null;
}

export interface Team {
  /** The address under which it is reached from outside, through a proxy with TLS; null for this machine alone. */
  origin: string | null;
  /** Cookies go over TLS alone. */
  secure: boolean;
}
