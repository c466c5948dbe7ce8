import type { Logger } from 'pino';
import { KeptCopies } from '../../capabilities/archive/copies.ts';
import { DemandIndexes } from '../../capabilities/demand/index.ts';
import { SiftIndexes } from '../../capabilities/sift/indexes.ts';
import { WatchedFolder } from '../../capabilities/sources/folder.ts';
import { Watchman } from '../../capabilities/watch/watchman.ts';
import { Aside } from '../../ground/aside/aside.ts';
import type { Database } from '../../ground/db/connection.ts';
import type { Ground, Team } from '../../ground/ground.ts';
import { Jobs } from '../../ground/jobs/queue.ts';
import { Life } from './life.ts';
import { simulatedOutside } from '../stand-ins/outside.ts';

/** All that the program's answers are made with. */
export interface Services extends Ground {
  indexes: SiftIndexes;
  demand: DemandIndexes;
  copies: KeptCopies;
  folder: WatchedFolder;
  watchman: Watchman;
  life: Life;
}

const jobWorker = new URL('../threads/job-worker.boot.mjs', import.meta.url);
const asideWorker = new URL('../threads/aside-worker.boot.mjs', import.meta.url);

/** Places that the program may use; without one it does without what is kept there. */
export interface Folders {
  /** Built indexes, for the next start. */
  cache?: string | undefined;
  /** Copies of the workspace. */
  copies?: string | undefined;
  /** Files that are taken in by themselves. */
  inbox?: string | undefined;
  /** A copy of the database that indexes are read from, as long as it is not further behind than so many seconds. */
  replica?: { url: string; seconds: number } | undefined;
}

export const compose = (
  database: Database,
  url: string,
  log: Logger,
  folders: Folders = {},
  team: Team | null = null,
): Services => {
  const ground: Ground = {
    database,
    jobs: new Jobs(database, url, jobWorker, log),
    aside: new Aside(url, asideWorker),
    outside: simulatedOutside,
    team,
  };
  const folder = new WatchedFolder(ground, folders.inbox ?? null);
  return {
    ...ground,
    indexes: new SiftIndexes(database.db, url, folders.cache ?? null, folders.replica ? { url: folders.replica.url, withinMs: folders.replica.seconds * 1000 } : null), // prettier-ignore
    demand: new DemandIndexes(database.db),
    copies: new KeptCopies(database, folders.copies ?? null),
    folder,
    watchman: new Watchman(database, (now) => folder.look(now)),
    life: new Life(),
  };
};

/** Ends all threads and connections, in order. */
export const endServices = async ({
  indexes,
  jobs,
  aside,
  copies,
  folder,
  watchman,
  database,
}: Services): Promise<void> => {
  copies.stop();
  await watchman.stop();
  await folder.stop();
  await indexes.stop();
  await jobs.stop();
  await aside.stop();
  await database.close();
};
