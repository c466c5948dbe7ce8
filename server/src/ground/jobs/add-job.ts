import type { Db } from '../db/connection.ts';
import { jobs } from '../db/schema.ts';
import type { JobKind, JobPayloads } from './kinds.ts';
import { laneOf } from './lease.ts';

/**
 * Writes a job down; a server that looks for work finds it. Answers with its number, or 0 where one of the same key is open
 * already.
 */
export const addJob = async <K extends JobKind>(
  db: Db,
  kind: K,
  payload: JobPayloads[K],
  onceKey: string | null = null,
): Promise<number> => {
  const [{ insertId }] = await db
    .insert(jobs)
    .ignore()
    .values({
      kind,
      payload: payload as unknown as Record<string, unknown>,
      onceKey,
      lane: laneOf(kind, payload),
    });
  return insertId;
};
