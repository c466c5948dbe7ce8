import { and, eq, sql } from 'drizzle-orm';
import type mysql from 'mysql2';
import { atOnce, type Database, type Session } from '../db/connection.ts';
import { jobs } from '../db/schema.ts';
import { Cancelled, Overtaken, type JobContext, type JobKind, type Lease } from './kinds.ts';

/** The rows of `jobs` that a lease may change: one while it holds, none afterwards. */
export const heldBy = ({ id, claim }: Lease) => and(eq(jobs.id, id), eq(jobs.claim, claim), eq(jobs.state, 'running'));

/** The name under which a connection works for a lease, so that whoever takes the job over can end it. */
const signOf = ({ id, claim }: Lease): string => `.job/${id}/${claim}`;

/**
 * Ends the connection that still works for a lease: what it has not committed is undone, and its locks are free. Another
 * node of a cluster is not reached, whose transaction then fails at its end.
 */
export const endConnectionOf = async ({ pool }: Pick<Database, 'pool'>, lease: Lease): Promise<void> => {
  const [rows] = await pool
    .promise()
    .query<mysql.RowDataPacket[]>('select is_used_lock(concat(database(), ?)) as id', [signOf(lease)]);
  const id = rows[0]?.id as number | null;
  if (id !== null)
    await pool
      .promise()
      .query(`kill ${Number(id)}`)
      .catch(() => undefined);
};

const SAY_EVERY_MS = 150;

/** What a job's thread works with: everything it writes is written only while its lease holds. */
export const contextOf = (database: Database, lease: Lease): JobContext => {
  /** Last statement of each transaction: the row stays locked until the end, so that nobody takes the job over between. */
  const hold = async (session: Pick<Session, 'db'>, set: Partial<typeof jobs.$inferInsert>): Promise<void> => {
    const [result] = await session.db.update(jobs).set(set).where(heldBy(lease));
    if (result.affectedRows === 1) return;
    const [row] = await session.db.select({ state: jobs.state }).from(jobs).where(eq(jobs.id, lease.id));
    throw row?.state === 'cancelled' ? new Cancelled('Cancelled.') : new Overtaken('Taken over.');
  };
  const now = sql`utc_timestamp(3)` as unknown as string;
  let saidAt = -Infinity;
  const transaction = (action: (inside: Session) => Promise<void>): Promise<void> =>
    atOnce(database, action, signOf(lease));
  return {
    database,
    progress: async (done, total, message) => {
      // Each is a transaction of its own: more of them than anybody could see would take longer than the work.
      if (performance.now() - saidAt < SAY_EVERY_MS) return;
      saidAt = performance.now();
      await hold(database, { done, total, message: message.slice(0, 500), aliveAt: now });
    },
    step: (action) =>
      transaction(async (inside) => {
        await action(inside);
        await hold(inside, { aliveAt: now });
      }),
    finish: (action) =>
      transaction(async (inside) => {
        const result = await action(inside);
        await hold(inside, { state: 'done', result, message: result.message.slice(0, 500), onceKey: null });
      }),
  };
};

/** Kinds whose jobs change a marketplace's listings or readings go one after another there. */
export const laneOf = (kind: JobKind, payload: object): string | null => {
  const marketplace = 'marketplace' in payload ? String(payload.marketplace) : null;
  if (marketplace === null || kind === 'backtest') return null;
  return kind === 'move-hob' ? `hob/${marketplace}` : `import/${marketplace}`;
};
