import { workerData } from 'node:worker_threads';
import { openDatabase, type Database } from './connection.ts';

let database: Database | null = null;

/** The database as a worker thread reaches it: on connections of its own, opened with the first piece of work. */
export const databaseOfThread = (): Database => {
  // Piscina hands a worker's own data over as the second of two values.
  const handed = (Array.isArray(workerData) ? workerData : [workerData]) as ({ url?: string } | null)[];
  database ??= openDatabase(handed.find((d) => d?.url)!.url!, 4);
  return database;
};
