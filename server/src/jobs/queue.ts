import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, inArray, lt, or, sql } from 'drizzle-orm';
import { Piscina } from 'piscina';
import type { Logger } from 'pino';
import type { Job } from '@kettle/contract/shapes';
import type { Database } from '../db/connection.ts';
import { jobs } from '../db/schema.ts';
import { conflict, isDatabaseAway, notFound } from '../http/problem.ts';
import type { JobKind, JobPayloads } from './kinds.ts';

const LOOK_EVERY_MS = 1_000;
/** A running job without a sign of life for this long is taken over. */
const SILENT_SECONDS = 30;
const MOST_ATTEMPTS = 3;

const workerFile = new URL(import.meta.url.endsWith('.ts') ? './worker.boot.mjs' : './worker.js', import.meta.url);

const asJob = (row: typeof jobs.$inferSelect): Job => ({
  id: row.id,
  kind: row.kind,
  state: row.state,
  done: row.done,
  total: row.total,
  message: row.message,
  result: row.result,
});

/** The queue of long work in the database, and the loop that takes jobs from it into worker threads. */
export class Jobs {
  private readonly database: Database;
  private readonly url: string;
  private readonly log: Logger;
  private readonly name = randomUUID().slice(0, 8);
  private pool: Piscina | null = null;
  private timer: NodeJS.Timeout | null = null;
  private busy: Promise<void> | null = null;
  private stopped = false;

  constructor(database: Database, url: string, log: Logger) {
    this.database = database;
    this.url = url;
    this.log = log;
  }

  /** Puts a job into the queue; with a key, an open job of the same key is returned instead. */
  async add<K extends JobKind>(kind: K, payload: JobPayloads[K], onceKey: string | null = null): Promise<Job> {
    const { db } = this.database;
    const [{ insertId }] = await db
      .insert(jobs)
      .ignore()
      .values({ kind, payload: payload as unknown as Record<string, unknown>, onceKey });
    const [found] = await db
      .select()
      .from(jobs)
      .where(insertId > 0 || !onceKey ? eq(jobs.id, insertId) : eq(jobs.onceKey, onceKey));
    // The open job of that key ended between the two statements: now there is room for this one.
    if (!found) return this.add(kind, payload, onceKey);
    this.look();
    return asJob(found);
  }

  async get(id: number): Promise<Job> {
    const [row] = await this.database.db.select().from(jobs).where(eq(jobs.id, id));
    if (!row) throw notFound(`Job ${id}`);
    return asJob(row);
  }

  async latest(): Promise<Job[]> {
    return (await this.database.db.select().from(jobs).orderBy(desc(jobs.id)).limit(20)).map(asJob);
  }

  /** Marks a job as cancelled; the worker notices at its next step and rolls back what belongs together. */
  async cancel(id: number): Promise<void> {
    const { state } = await this.get(id);
    const [result] = await this.database.db
      .update(jobs)
      .set({ state: 'cancelled', onceKey: null, message: 'Cancelled.' })
      .where(and(eq(jobs.id, id), inArray(jobs.state, ['queued', 'running'])));
    if (result.affectedRows === 0) throw conflict(`Job ${id} has ended already (${state}).`);
  }

  /** Starts looking for work. */
  start(): void {
    this.pool = new Piscina({
      filename: workerFile.href,
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: 60_000,
      workerData: { url: this.url },
    });
    this.timer = setInterval(() => this.look(), LOOK_EVERY_MS);
    this.timer.unref();
    this.look();
  }

  async stop(): Promise<void> {
    this.stopped = true;
    if (this.timer) clearInterval(this.timer);
    await this.pool?.destroy();
    await this.busy;
  }

  private look(): void {
    if (this.busy || this.stopped || !this.pool) return;
    this.busy = this.work()
      .catch((error: unknown) => {
        if (!isDatabaseAway(error) && !this.stopped) this.log.error({ err: error }, 'The job loop failed');
      })
      .finally(() => (this.busy = null));
  }

  private async work(): Promise<void> {
    while (!this.stopped) {
      const job = await this.claim();
      if (!job) return;
      await this.run(job);
    }
  }

  /** Takes the oldest open job for this process, or one whose process has fallen silent. */
  private claim(): Promise<typeof jobs.$inferSelect | null> {
    return this.database.db.transaction(async (tx) => {
      const silent = and(
        eq(jobs.state, 'running'),
        lt(jobs.aliveAt, sql`utc_timestamp(3) - interval ${SILENT_SECONDS} second`),
      );
      const [row] = await tx
        .select()
        .from(jobs)
        .where(or(eq(jobs.state, 'queued'), silent))
        .orderBy(asc(jobs.id))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!row) return null;
      const givenUp = row.attempts >= MOST_ATTEMPTS;
      await tx
        .update(jobs)
        .set(
          givenUp
            ? {
                state: 'failed',
                onceKey: null,
                message: 'It was tried three times and stopped each time without a word.',
              }
            : {
                state: 'running',
                worker: this.name,
                attempts: row.attempts + 1,
                aliveAt: sql`utc_timestamp(3)` as unknown as string,
              },
        )
        .where(eq(jobs.id, row.id));
      return givenUp ? null : row;
    });
  }

  private async run(job: typeof jobs.$inferSelect): Promise<void> {
    const alive = setInterval(() => {
      this.database.db
        .update(jobs)
        .set({ aliveAt: sql`utc_timestamp(3)` as unknown as string })
        .where(and(eq(jobs.id, job.id), eq(jobs.worker, this.name)))
        .catch(() => undefined);
    }, 5_000);
    try {
      const result = (await this.pool!.run({ id: job.id, kind: job.kind, payload: job.payload })) as Record<
        string,
        unknown
      >;
      await this.end(job.id, { state: 'done', result, message: String(result.message ?? 'Done.') });
    } catch (error) {
      if (this.stopped) return;
      const failure = error as Error & { forPeople?: boolean };
      if (failure.name !== 'Cancelled') this.log.error({ err: error, job: job.id }, 'A job failed');
      await this.end(job.id, {
        state: 'failed',
        message:
          failure.name === 'ForPeople' ? failure.message : 'The program failed at this. What was there before is kept.',
      });
    } finally {
      clearInterval(alive);
    }
  }

  private async end(id: number, set: Partial<typeof jobs.$inferInsert>): Promise<void> {
    await this.database.db
      .update(jobs)
      .set({ ...set, onceKey: null })
      .where(and(eq(jobs.id, id), eq(jobs.state, 'running'), eq(jobs.worker, this.name)));
  }
}
