import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { count, eq } from 'drizzle-orm';
import mysql from 'mysql2/promise';
import type { Job } from '@kettle/contract/shapes';
import { startDatabase } from '../../scripts/private-database.mjs';
import { jobs, listings, marketplaces, readings, reviews, uploads } from '../src/ground/db/schema.ts';
import { Overtaken } from '../src/ground/jobs/kinds.ts';
import { contextOf, endConnectionOf } from '../src/ground/jobs/lease.ts';
import { problemFrom } from '../src/ground/problems/problem.ts';
import { csv, freshSchema, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
const at = '/api/marketplaces/quayside';
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
  await program.call('POST', `${at}/watch`, { text: 'QS0049G9 QS004AH0' });
});
afterAll(() => program.stop());

const hobDay = async (p = program): Promise<string> => {
  const [row] = await p.database.db.select().from(marketplaces).where(eq(marketplaces.id, 'quayside'));
  return row!.hobDay!;
};
const rowOf = async (id: number) => (await program.database.db.select().from(jobs).where(eq(jobs.id, id)))[0]!;
/** A job that looks as if an owner had taken it and was at it still. */
const taken = async (claim = 1): Promise<number> => {
  const [made] = await program.database.db
    .insert(jobs)
    .values({
      kind: 'nobody-runs-this',
      payload: {},
      state: 'running',
      claim,
      worker: 'another',
      aliveAt: '2100-01-01 00:00:00',
    })
    .$returningId();
  return made!.id;
};
const readingsInAll = async (): Promise<number> =>
  (await program.database.db.select({ n: count() }).from(readings))[0]!.n;

describe('an owner that was taken over', () => {
  test('can write nothing more: what it did is undone', async () => {
    const id = await taken(1);
    const frozen = contextOf(program.database, { id, claim: 1 });
    // Another owner takes the job while this one is in the middle of its work.
    const finishing = frozen.finish(async ({ db }) => {
      await db.update(marketplaces).set({ name: 'Overwritten' }).where(eq(marketplaces.id, 'quayside'));
      await program.database.db.update(jobs).set({ claim: 2 }).where(eq(jobs.id, id));
      return { message: 'late' };
    });
    await expect(finishing).rejects.toBeInstanceOf(Overtaken);
    await expect(frozen.progress(1, 1, 'late')).rejects.toBeInstanceOf(Overtaken);
    await expect(frozen.step(async () => {})).rejects.toBeInstanceOf(Overtaken);
    const [row] = await program.database.db.select().from(marketplaces).where(eq(marketplaces.id, 'quayside'));
    expect(row!.name).toBe('Quayside');
    expect(await rowOf(id)).toMatchObject({ state: 'running', claim: 2, message: '' });
  });
  test('has its connection ended, so that it keeps no locks from the one that follows', async () => {
    const id = await taken(7);
    const frozen = contextOf(program.database, { id, claim: 7 });
    let waiting = (): void => {};
    const held = new Promise<void>((resolve) => (waiting = resolve));
    let wake = (): void => {};
    const asleep = new Promise<void>((resolve) => (wake = resolve));
    const finishing = frozen.finish(async ({ db }) => {
      await db.update(listings).set({ brand: 'Held' }).where(eq(listings.code, 'QS0049G9'));
      waiting();
      await asleep;
      return { message: 'late' };
    });
    await held;
    await endConnectionOf(program.database, { id, claim: 7 });
    // Not held up any more.
    await program.database.db.update(listings).set({ brand: 'Free' }).where(eq(listings.code, 'QS0049G9'));
    wake();
    await expect(finishing).rejects.toThrow();
    const [row] = await program.database.db.select().from(listings).where(eq(listings.code, 'QS0049G9'));
    expect(row!.brand).toBe('Free');
  });
  test('what a job changes and that it is done are seen at the same moment', async () => {
    const id = await taken(1);
    await contextOf(program.database, { id, claim: 1 }).finish(async ({ db }) => {
      await db.update(listings).set({ brand: 'Together' }).where(eq(listings.code, 'QS0049G9'));
      const [outside] = await program.database.db.select().from(listings).where(eq(listings.code, 'QS0049G9'));
      expect([outside!.brand, (await rowOf(id)).state]).toEqual(['Free', 'running']);
      return { message: 'all of it' };
    });
    const [row] = await program.database.db.select().from(listings).where(eq(listings.code, 'QS0049G9'));
    expect([row!.brand, (await rowOf(id)).state]).toEqual(['Together', 'done']);
  });
});

describe('the hob', () => {
  test('moves by the days that were asked for; a day that an earlier version fixed is reached once', async () => {
    const before = await hobDay();
    const { json } = await program.call<Job>('POST', `${at}/hob`, { days: 30 });
    await program.ended(json);
    const after = await hobDay();
    expect(Date.parse(after) - Date.parse(before)).toBe(30 * 86_400_000);
    const n = await readingsInAll();
    await program.database.db
      .update(jobs)
      .set({ state: 'queued', payload: { marketplace: 'quayside', to: after } })
      .where(eq(jobs.id, json.id));
    expect((await program.ended(json)).message).toContain('already');
    expect([await hobDay(), await readingsInAll()]).toEqual([after, n]);
  });
  test('asked twice it goes on from where the first will have brought it, one after the other', async () => {
    const before = await hobDay();
    const asked = await Promise.all([7, 7, 1].map((days) => program.call<Job>('POST', `${at}/hob`, { days })));
    for (const { json } of asked) expect((await program.ended(json)).state).toBe('done');
    expect(Date.parse(await hobDay()) - Date.parse(before)).toBe(15 * 86_400_000);
  });
  test('a move that is cancelled while it waits takes its days with it', async () => {
    const before = await hobDay();
    // Something of the same lane runs, so that both wait.
    const [busy] = await program.database.db
      .insert(jobs)
      .values({
        kind: 'nobody-runs-this',
        payload: {},
        state: 'running',
        lane: 'hob/quayside',
        worker: 'another',
        aliveAt: '2100-01-01 00:00:00',
      })
      .$returningId();
    const first = await program.call<Job>('POST', `${at}/hob`, { days: 7 });
    const second = await program.call<Job>('POST', `${at}/hob`, { days: 1 });
    await program.call('DELETE', `/api/jobs/${first.json.id}`);
    await program.database.db.update(jobs).set({ state: 'done' }).where(eq(jobs.id, busy!.id));
    expect((await program.ended(second.json)).state).toBe('done');
    expect((await rowOf(first.json.id)).state).toBe('cancelled');
    expect(Date.parse(await hobDay()) - Date.parse(before)).toBe(86_400_000);
  });
  test('cancelled, it leaves nothing from the future, and the sift agrees with the database', async () => {
    const [before, n] = [await hobDay(), await readingsInAll()];
    const { json } = await program.call<Job>('POST', `${at}/hob`, { days: 30 });
    await program.call('DELETE', `/api/jobs/${json.id}`);
    const ended = await program.ended(json);
    // It may have been quicker than the hand; then all of it is there.
    if (ended.state === 'cancelled') expect([await hobDay(), await readingsInAll()]).toEqual([before, n]);
    else expect(await readingsInAll()).toBeGreaterThan(n);
    const { json: sifted } = await program.call<{ total: number; index: { behind: boolean } }>(
      'GET',
      `${at}/sift?rows=1`,
    );
    const [inDatabase] = await program.database.db
      .select({ n: count() })
      .from(listings)
      .where(eq(listings.marketplaceId, 'quayside'));
    expect([sifted.total, sifted.index.behind]).toEqual([inDatabase!.n, false]);
  });
});

test('a cancelled import keeps none of its rows', async () => {
  const before = await program.database.db.select({ n: count() }).from(listings);
  const text = csv(
    ['Listing code', 'Title'],
    ...Array.from({ length: 8000 }, (_, i) => [`ZZ${String(i).padStart(6, '0')}`, `Thing ${i}`]),
  );
  const preview = await program.call<{ upload: number; mapping: object }>(
    'POST',
    `${at}/imports/listings/preview?name=a.csv`,
    text,
  );
  const { json } = await program.call<Job>('POST', `${at}/imports/listings`, {
    upload: preview.json.upload,
    mapping: preview.json.mapping,
    source: 'x',
  });
  // Cancelled as soon as it has begun to put rows in.
  let now = json;
  while (now.done === 0 && now.state !== 'done') now = (await program.call<Job>('GET', `/api/jobs/${json.id}`)).json;
  const { status } = await program.call('DELETE', `/api/jobs/${json.id}`);
  expect(status).toBe(200);
  expect(await program.ended(json)).toMatchObject({
    state: 'cancelled',
    message: 'Cancelled. What was there before is kept.',
  });
  await program.call('POST', `${at}/hob`, { days: 1 }).then(({ json: hob }) => program.ended(hob as unknown as Job));
  expect(await program.database.db.select({ n: count() }).from(listings)).toEqual(before);
});

test('a job is cancelled whatever it does: its thread is ended, and the next of its kind runs', async () => {
  // A text that keeps the reader of language busy for a very long time, past all that guards it.
  const { json: candidate } = await program.call<{ id: number }>('POST', `${at}/candidates`, {
    anchor: 'QS0049G9',
    rivals: [],
  });
  const text = csv(
    ['Listing code', 'Stars', 'Text', 'Date'],
    ...Array.from({ length: 3000 }, (_, i) => [
      'QS0049G9',
      1 + (i % 5),
      `Number ${i}: ${'the clamp slips and the hinge bends, '.repeat(200)}`,
      '2026-01-01',
    ]),
  );
  await importCsv(program, 'quayside', 'reviews', text);
  const { json } = await program.call<{ job: Job }>('POST', `/api/candidates/${candidate.id}/reviews/read`);
  let now = json.job;
  while (now.state === 'queued') now = (await program.call<Job>('GET', `/api/jobs/${now.id}`)).json;
  // Other kinds do not wait for it.
  const counts = await importCsv(
    program,
    'quayside',
    'counts',
    csv(['Listing code', 'Date', 'Stock'], ['QS0049G9', '2026-11-01', 50]),
  );
  expect(counts.state).toBe('done');
  expect((await program.jobs.get(now.id)).state).toBe('running');
  expect((await program.call('DELETE', `/api/jobs/${now.id}`)).status).toBe(200);
  await program.database.db.delete(reviews).where(eq(reviews.day, '2026-01-01'));
  const again = await program.call<{ job: Job | null }>('POST', `/api/candidates/${candidate.id}/reviews/read`);
  if (again.json.job) expect((await program.ended(again.json.job)).state).toBe('done');
});

test('stops in order are no failure of a job: given back three times, it is still done in the end', async () => {
  const url = await freshSchema();
  let one = await startProgram({ kind: 'demo', listings: 1000, url });
  await one.call('POST', `${at}/watch`, { text: 'QS0049G9' });
  const { json } = await one.call<Job>('POST', `${at}/hob`, { days: 30 });
  for (let stop = 0; stop < 4; stop++) {
    await one.stop();
    one = await startProgram({ kind: 'demo', listings: 1000, url });
  }
  const ended = await one.ended(json);
  expect(ended.state).toBe('done');
  expect((await one.database.db.select().from(jobs).where(eq(jobs.id, json.id)))[0]!.attempts).toBeLessThanOrEqual(1);
  await one.stop();
});

test('an error keeps its sentence on the way out of the thread, and a file is not kept when it was taken in', async () => {
  const before = await program.database.db.select().from(uploads);
  const job = await importCsv(
    program,
    'quayside',
    'counts',
    csv(['Listing code', 'Date', 'Stock'], ['QS0049G9', '2026-11-02', 40]),
  );
  expect(job.state).toBe('done');
  expect(await program.database.db.select().from(uploads)).toEqual(before);
  const lost = await program.jobs.add('import-counts', {
    marketplace: 'quayside',
    upload: 999_999,
    mapping: {},
    source: 'x',
  });
  expect(await program.ended(lost)).toMatchObject({
    state: 'failed',
    message: 'The file is not there any more. Choose it again.',
  });
});

describe('a database in trouble', () => {
  const root = (): Promise<mysql.Connection> => program.database.pool.promise().getConnection() as never;
  test('connections that were ended leave the pool: the next requests are answered', async () => {
    const connection = await root();
    const [rows] = await connection.query<mysql.RowDataPacket[]>(
      'select id from information_schema.processlist where db = database() and id <> connection_id()',
    );
    for (const { id } of rows) await connection.query(`kill ${id}`);
    (connection as unknown as mysql.PoolConnection).release();
    const answers = await Promise.all(Array.from({ length: 12 }, () => program.call('GET', '/api/marketplaces')));
    for (const { status } of answers) expect([200, 503]).toContain(status);
    for (let i = 0; i < 12; i++) expect((await program.call('GET', '/api/marketplaces')).status).toBe(200);
  });
  test('that can only be read, is too busy or has no room says so', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'kettle-read-only-'));
    const database = await startDatabase(folder);
    const other = await startProgram({ url: database.url });
    const root = await mysql.createConnection(database.url);
    const put = () =>
      other.call<{ type: string }>('POST', '/api/marketplaces', {
        name: 'Harbour Lane',
        currency: 'USD',
        measures: 'imperial',
        copyFrom: null,
      });
    /** Ends all connections but this one, so that new ones take up what was set. */
    const renew = async (): Promise<void> => {
      const [rows] = await root.query<mysql.RowDataPacket[]>(
        'select id from information_schema.processlist where user = "kettle" and id <> connection_id()',
      );
      for (const { id } of rows) await root.query(`kill ${id}`).catch(() => undefined);
    };
    /** What is answered once the connections that were ended have been noticed. */
    const settled = async (): Promise<{ status: number; type: string }> => {
      for (;;) {
        const { status, json } = await put();
        if (json.type !== '/problems/database-away') return { status, type: json.type };
      }
    };
    await root.query('set global tx_read_only = 1');
    await renew();
    expect(await settled()).toEqual({ status: 503, type: '/problems/database-read-only' });
    await root.query('set global tx_read_only = 0');
    await root.query('set global max_connections = 10');
    const crowd = [];
    await renew();
    for (;;)
      try {
        crowd.push(await mysql.createConnection(database.url));
      } catch {
        break;
      }
    expect(await settled()).toEqual({ status: 503, type: '/problems/database-busy' });
    for (const connection of crowd) connection.destroy();
    await root.query('set global max_connections = 150');
    for (;;) if ((await put()).status !== 503) break;
    root.destroy();
    await other.stop();
    await database.stop();
    rmSync(folder, { recursive: true });
    expect(
      problemFrom(Object.assign(new Error('x'), { cause: { code: 'ER_RECORD_FILE_FULL', errno: 1114 } })),
    ).toMatchObject({
      status: 507,
      type: '/problems/disk-full',
    });
  });
});

describe('a job that falls silent', () => {
  /** A job whose owner has said nothing for long, after so many attempts. */
  const silent = async (attempts: number): Promise<number> => {
    const [made] = await program.database.db
      .insert(jobs)
      .values({
        kind: 'backtest',
        payload: { marketplace: 'quayside' },
        state: 'running',
        attempts,
        claim: attempts,
        worker: 'one that died',
        aliveAt: '2020-01-01 00:00:00',
      })
      .$returningId();
    return made!.id;
  };
  const endOf = async (id: number): Promise<Job> => {
    program.jobs.look();
    return program.ended({ id } as Job);
  };
  test('is taken over by whoever is there, with a claim of its own', async () => {
    const id = await silent(2);
    expect(await endOf(id)).toMatchObject({ state: 'done' });
    expect(await rowOf(id)).toMatchObject({ attempts: 3, claim: 3 });
  });
  test('three times without a word is given up, and the next one runs', async () => {
    const given = await silent(3);
    const next = await silent(0);
    expect(await endOf(given)).toMatchObject({
      state: 'failed',
      message: 'It was tried three times and stopped each time without a word. What was there before is kept.',
    });
    expect(await endOf(next)).toMatchObject({ state: 'done' });
  });
});
