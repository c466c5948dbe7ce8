import { randomUUID } from 'node:crypto';
import { and, asc, count, desc, eq, inArray, isNull, lt, ne, notExists, notInArray, or, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Logger } from 'pino';
import { Piscina } from 'piscina';
import type { Job } from '@kettle/contract/shapes';
import { atOnce, type Database, type Db } from '../db/connection.ts';
import { takeTurn } from '../db/leases.ts';
import { jobs } from '../db/schema.ts';
import { conflict, diskFullSentence, isDatabaseAway, isDiskFull, notFound } from '../problems/problem.ts';
import { room } from '../room/room.ts';
import type { Again, Ended, JobKind, JobPayloads, Lease, Task } from './kinds.ts';
import { addJob } from './add-job.ts';
import { endConnectionOf, heldBy } from './lease.ts';

/** Also how soon a cancelled job of this process is noticed when it was cancelled through another. */
const LOOK_EVERY_MS = 1_000;
/** A running job without a sign of life for this long is taken over. */
const SILENT_SECONDS = Number(process.env.KETTLE_LEASE_SECONDS ?? 30);
const MOST_ATTEMPTS = 3;
const SWEEP_EVERY_MS = 3_600_000;
/** A thread for each kind of job; they are started when needed and end when idle. */
const MOST_THREADS = 6;
const NOW = sql`utc_timestamp(3)` as unknown as string;

const asJob = (row: typeof jobs.$inferSelect): Job => ({
  id: row.id,
  kind: row.kind,
  state: row.state,
  done: row.done,
  total: row.total,
  message: row.message,
  result: row.result,
});

/** One running job of this process, and how to end its thread. */
interface Running extends Lease {
  kind: JobKind;
  end: AbortController;
  over: Promise<void>;
}

/**
 * The queue of long work in the database, and the loop that takes jobs from it into worker threads: one thread a kind, so
 * that no kind waits for another.
 */
export class Jobs {
  private readonly database: Database;
  private readonly url: string;
  private readonly worker: URL;
  private readonly log: Logger;
  private readonly name = randomUUID().slice(0, 8);
  private readonly running = new Map<JobKind, Running>();
  private pool: Piscina | null = null;
  private timers: NodeJS.Timeout[] = [];
  private looking: Promise<void> | null = null;
  private lookAgain = false;
  private stopped = false;

  /** @param worker what a job's thread runs */
  constructor(database: Database, url: string, worker: URL, log: Logger) {
    this.database = database;
    this.url = url;
    this.worker = worker;
    this.log = log;
  }

  /** Puts a job into the queue; with a key, an open job of the same key is returned instead. */
  async add<K extends JobKind>(
    kind: K,
    payload: JobPayloads[K],
    onceKey: string | null = null,
    db: Db = this.database.db,
  ): Promise<Job> {
    const insertId = await addJob(db, kind, payload, onceKey);
    const [found] = await db
      .select()
      .from(jobs)
      .where(insertId > 0 || !onceKey ? eq(jobs.id, insertId) : eq(jobs.onceKey, onceKey));
    // The open job of that key ended between the two statements: now there is room for this one.
    if (!found) return this.add(kind, payload, onceKey, db);
    this.look();
    return asJob(found);
  }

  async get(id: number): Promise<Job> {
    const [row] = await this.database.db.select().from(jobs).where(eq(jobs.id, id));
    if (!row) throw notFound(`Job ${id}`);
    return asJob(row);
  }

  /** The job of a key that has not ended. */
  async open(onceKey: string): Promise<Job | null> {
    const [row] = await this.database.db.select().from(jobs).where(eq(jobs.onceKey, onceKey));
    return row ? asJob(row) : null;
  }

  /** How many jobs run in this process. */
  get here(): number {
    return this.running.size;
  }

  /** Jobs by how they stand, of all processes. */
  async counts(): Promise<Record<string, number>> {
    const rows = await this.database.db.select({ state: jobs.state, n: count() }).from(jobs).groupBy(jobs.state);
    return { queued: 0, running: 0, ...Object.fromEntries(rows.map((r) => [r.state, r.n])) };
  }

  async latest(): Promise<Job[]> {
    return (await this.database.db.select().from(jobs).orderBy(desc(jobs.id)).limit(20)).map(asJob);
  }

  /** Cancels a job: what it has not finished is undone, and its thread is ended whatever it does. */
  async cancel(id: number): Promise<void> {
    const { state } = await this.get(id);
    const [result] = await this.database.db
      .update(jobs)
      .set({ state: 'cancelled', onceKey: null, message: 'Cancelled. What was there before is kept.' })
      .where(and(eq(jobs.id, id), inArray(jobs.state, ['queued', 'running'])));
    if (result.affectedRows === 0) throw conflict(`Job ${id} has ended already (${state}).`);
    // Of this process at once; another notices with its next look.
    for (const job of this.running.values()) if (job.id === id) await this.endThread(job);
  }

  /** Starts looking for work. */
  start(): void {
    this.pool = new Piscina({
      filename: this.worker.href,
      minThreads: 0,
      maxThreads: MOST_THREADS,
      idleTimeout: 60_000,
      // Rows that pass by are short-lived: a small room for the young is swept more often and takes less.
      resourceLimits: { maxYoungGenerationSizeMb: 32 },
      // An idle thread goes on listening, so that connections that were ended leave its pool.
      atomics: 'disabled',
      workerData: { url: this.url },
    });
    this.timers = [setInterval(() => this.look(), LOOK_EVERY_MS), setInterval(() => void this.sweep(), SWEEP_EVERY_MS)];
    for (const timer of this.timers) timer.unref();
    this.look();
    void this.sweep();
  }

  /** Stops in order: what runs is given back to the queue, and is no failure of it. */
  async stop(): Promise<void> {
    this.stopped = true;
    for (const timer of this.timers) clearInterval(timer);
    await this.looking;
    const mine = [...this.running.values()];
    for (const job of mine)
      await this.database.db
        .update(jobs)
        .set({ state: 'queued', worker: null, attempts: sql`greatest(${jobs.attempts} - 1, 0)` as unknown as number })
        .where(heldBy(job))
        .catch(() => undefined);
    for (const job of mine) job.end.abort();
    await Promise.all(mine.map((job) => job.over));
    await this.pool?.destroy();
  }

  /** Looks for work now, rather than at the next beat. */
  look(): void {
    if (this.stopped || !this.pool) return;
    this.lookAgain = true;
    this.looking ??= this.lookAround().finally(() => (this.looking = null));
  }

  private async lookAround(): Promise<void> {
    while (this.lookAgain && !this.stopped) {
      this.lookAgain = false;
      try {
        await this.renew();
        for (;;) {
          // A job that finds no room waits for it.
          const job = this.stopped || room.isFull ? null : await this.claim();
          if (!job) break;
          this.run(job);
        }
      } catch (error) {
        if (!isDatabaseAway(error) && !isDiskFull(error) && !this.stopped)
          this.log.error({ err: error }, 'The job loop failed');
      }
    }
  }

  /** Gives the signs of life of what runs here; a job that is not this process's any more has its thread ended. */
  private async renew(): Promise<void> {
    for (const job of this.running.values()) {
      const [result] = await this.database.db.update(jobs).set({ aliveAt: NOW }).where(heldBy(job));
      if (result.affectedRows === 0 && this.running.get(job.kind) === job) await this.endThread(job);
    }
  }

  private async endThread(job: Running): Promise<void> {
    job.end.abort();
    await endConnectionOf(this.database, job).catch(() => undefined);
  }

  /**
   * Takes the oldest open job of a kind that does not run here, or one whose process has fallen silent. A job waits for
   * the earlier ones of its lane.
   */
  private async claim(): Promise<typeof jobs.$inferSelect | null> {
    const earlier = alias(jobs, 'earlier');
    const busy = [...this.running.keys()];
    const taken = await atOnce(this.database, async (inside) => {
      const tx = inside.db;
      const silent = and(
        eq(jobs.state, 'running'),
        lt(jobs.aliveAt, sql`utc_timestamp(3) - interval ${SILENT_SECONDS} second`),
      );
      const [row] = await tx
        .select()
        .from(jobs)
        .where(
          and(
            or(eq(jobs.state, 'queued'), silent),
            busy.length > 0 ? notInArray(jobs.kind, busy) : undefined,
            or(
              isNull(jobs.lane),
              notExists(
                tx
                  .select({ id: earlier.id })
                  .from(earlier)
                  .where(
                    and(
                      eq(earlier.lane, jobs.lane),
                      // One that runs has the lane, whatever its number: nodes of a cluster give numbers by turns.
                      or(
                        and(eq(earlier.state, 'queued'), lt(earlier.id, jobs.id)),
                        and(eq(earlier.state, 'running'), ne(earlier.id, jobs.id)),
                      ),
                    ),
                  ),
              ),
            ),
          ),
        )
        .orderBy(asc(jobs.id))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!row) return null;
      // Nor do two nodes give it away at the same moment.
      if (row.lane !== null) await takeTurn(inside, `lane ${row.lane}`);
      const givenUp = row.attempts >= MOST_ATTEMPTS;
      await tx
        .update(jobs)
        .set(
          givenUp
            ? {
                state: 'failed',
                onceKey: null,
                message:
                  'It was tried three times and stopped each time without a word. What was there before is kept.',
              }
            : { state: 'running', worker: this.name, attempts: row.attempts + 1, claim: row.claim + 1, aliveAt: NOW },
        )
        .where(eq(jobs.id, row.id));
      return { row, givenUp };
    });
    if (!taken) return null;
    const { row, givenUp } = taken;
    // Its earlier owner may only be frozen, and still hold what it has touched.
    if (row.state === 'running') await endConnectionOf(this.database, row);
    return givenUp ? this.claim() : { ...row, claim: row.claim + 1 };
  }

  private run({ id, claim, kind: name, payload, attempts }: typeof jobs.$inferSelect): void {
    const kind = name as JobKind;
    const job: Running = { id, claim, kind, end: new AbortController(), over: Promise.resolve() };
    this.running.set(kind, job);
    job.over = this.carryOut(job, { id, claim, kind, payload }, attempts + 1).finally(() => {
      this.running.delete(kind);
      this.look();
    });
  }

  /** @param attempt how often it was begun, this time included */
  private async carryOut(job: Running, task: Task, attempt: number): Promise<void> {
    const fail = async (error: unknown, sentence: string | null): Promise<void> => {
      this.log.error({ err: error, job: job.id }, 'A job failed');
      const message = sentence ?? 'The program failed at this. What was there before is kept.';
      await this.database.db
        .update(jobs)
        .set({ state: 'failed', onceKey: null, message: message.slice(0, 500) })
        .where(heldBy(job))
        .catch(() => undefined);
    };
    try {
      const ended = (await this.pool!.run(task, { signal: job.end.signal })) as Ended;
      if (ended.how !== 'failed') return;
      // A job that needs more room than there ever is does not fill the disk again and again.
      if (ended.again === null || (ended.again === 'room' && attempt >= MOST_ATTEMPTS))
        await fail(ended.error, ended.sentence);
      else await this.putBack(job, ended.again);
    } catch (error) {
      // Cancelled, given back or taken over: whoever did it has written so.
      if (job.end.signal.aborted) return;
      if (isDatabaseAway(error)) await this.putBack(job, 'database');
      else await fail(error, diskFullSentence(error));
    }
  }

  /** The database or the room went away under a job: nothing of it was kept, and it is tried again like one that fell silent. */
  private async putBack(job: Running, why: Again): Promise<void> {
    await this.database.db
      .update(jobs)
      .set({
        state: 'queued',
        worker: null,
        ...(why === 'room' ? { message: 'The disk is full. This goes on when there is room again.' } : {}),
      })
      .where(heldBy(job))
      // Not even that can be written: the job is found when its sign of life is old.
      .catch(() => undefined);
  }

  /** Removes files that no open job waits for, a day after they were given, and what tells of transactions long past. */
  private async sweep(): Promise<void> {
    await this.database.pool
      .promise()
      .query('delete from commits where at < utc_timestamp(3) - interval 1 day limit 100000')
      .catch(() => undefined);
    await this.database.db
      .execute(
        sql`delete from uploads where made_at < utc_timestamp(3) - interval 1 day and not exists (
          select 1 from jobs where jobs.state in ('queued', 'running') and json_value(jobs.payload, '$.upload') = uploads.id)`,
      )
      .catch(() => undefined);
  }
}
