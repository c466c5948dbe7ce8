import { workerData } from 'node:worker_threads';
import { eq } from 'drizzle-orm';
import { openDatabase, type Database } from '../db/connection.ts';
import { jobs } from '../db/schema.ts';
import { jobHandlers } from './handlers.ts';
import type { JobContext, JobKind, JobPayloads } from './kinds.ts';

class Cancelled extends Error {
  override name = 'Cancelled';
}
interface Task {
  id: number;
  kind: JobKind;
  payload: JobPayloads[JobKind];
}

let database: Database | null = null;
// Piscina hands a worker's own data over as the second of two values.
const url = (
  Array.isArray(workerData)
    ? (workerData as { url?: string }[]).find((d) => d?.url)?.url
    : (workerData as { url: string }).url
)!;

/** Runs one job in this thread, on this thread's own connections. */
export default async ({ id, kind, payload }: Task): Promise<unknown> => {
  database ??= openDatabase(url, 4);
  const { db } = database;
  const context: JobContext = {
    database,
    progress: async (done, total, message) => {
      await db
        .update(jobs)
        .set({ done, total, message: message.slice(0, 500) })
        .where(eq(jobs.id, id));
      const [row] = await db.select({ state: jobs.state }).from(jobs).where(eq(jobs.id, id));
      if (row?.state === 'cancelled') throw new Cancelled('Cancelled.');
    },
  };
  const handler = jobHandlers[kind] as (payload: unknown, context: JobContext) => Promise<unknown>;
  if (!handler) throw new Error(`There is no job of the kind "${kind}".`);
  return handler(payload, context);
};
