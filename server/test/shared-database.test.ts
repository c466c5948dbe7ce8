import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { count, eq } from 'drizzle-orm';
import type { Job } from '@kettle/contract/shapes';
import { startDatabase } from '../../scripts/private-database.mjs';
import { migrateDatabase } from '../src/ground/db/migrate.ts';
import { listings, scoresheets } from '../src/ground/db/schema.ts';
import { csv, freshSchema, importCsv, startProgram, type Program } from './program.ts';

let url: string;
let two: [Program, Program];
beforeAll(async () => {
  url = await freshSchema();
  // Both migrate and load the demo at the same moment.
  two = await Promise.all([
    startProgram({ kind: 'demo', listings: 1000, url }),
    startProgram({ kind: 'demo', listings: 1000, url }),
  ]);
});
afterAll(() => Promise.all(two.map((p) => p.stop())));

test('two processes on one database migrate once and load the demo once', async () => {
  const { db } = two[0].database;
  expect((await db.select({ n: count() }).from(listings))[0]!.n).toBe(1000);
  expect((await db.select({ n: count() }).from(scoresheets))[0]!.n).toBe(1);
  await Promise.all([migrateDatabase(two[0].database), migrateDatabase(two[1].database)]);
});

test('a job runs once, whichever process takes it, and both see its end and what it changed', async () => {
  const m = '/api/marketplaces/quayside';
  await two[0].call('POST', `${m}/watch`, { text: 'QS0049G9 QS004AH0' });
  const started = await Promise.all([
    two[0].call<Job>('POST', `${m}/hob`, { days: 1 }),
    two[1].call<Job>('POST', `${m}/hob`, { days: 7 }),
    two[1].call<Job>('POST', `${m}/hob`, { days: 1 }),
  ]);
  const ended = await Promise.all(started.map(({ json }, i) => two[(i + 1) % 2]!.ended(json)));
  expect(ended.map((j) => j.state)).toEqual(['done', 'done', 'done']);
  expect(ended.reduce((sum, j) => sum + (j.result!.readings as number), 0)).toBe(2 * 9);
  const { json } = await two[1].call<{ marketplaces: { id: string; today: string }[] }>('GET', '/api/marketplaces');
  expect(json.marketplaces.find((x) => x.id === 'quayside')!.today).toBe('2026-12-03');
  for (const program of two) {
    const sifted = await program.call<{ rows: { code: string; seenOn: string }[] }>(
      'GET',
      `${m}/sift?has=folding%20book%20press`,
    );
    expect(sifted.json.rows.find((r) => r.code === 'QS0049G9')!.seenOn).toBe('2026-12-03');
  }
});

test('reviews taken in through two processes at the same moment are counted each by its own file', async () => {
  const head = ['Listing code', 'Stars', 'Text', 'Date'];
  const [foreign] = await two[0].database.db.select().from(listings).where(eq(listings.marketplaceId, 'lindholm-torg'));
  const rows = (code: string, n: number) =>
    csv(head, ...Array.from({ length: n }, (_, i) => [code, 1 + (i % 5), `It is number ${i} of ${n}.`, '2026-05-01']));
  const [one, other] = await Promise.all([
    importCsv(two[0], 'quayside', 'reviews', rows('QS0049G9', 900)),
    importCsv(two[1], 'lindholm-torg', 'reviews', rows(foreign!.code, 700)),
  ]);
  expect([one.message, other.message]).toEqual(['900 reviews taken in.', '700 reviews taken in.']);
});

test('two open jobs of one key are one, and a job can be cancelled once', async () => {
  const address = await freshSchema();
  const pair = [await startProgram({ url: address }), await startProgram({ url: address })] as const;
  // Nobody takes jobs any more, so that they stay open.
  for (const program of pair) await program.jobs.stop();
  const [a, b] = await Promise.all(pair.map((p) => p.jobs.add('mine-reviews', { listings: [1] }, 'key')));
  expect(a!.id).toBe(b!.id);
  expect((await pair[0].call('DELETE', `/api/jobs/${a!.id}`)).status).toBe(200);
  expect((await pair[1].call('DELETE', `/api/jobs/${a!.id}`)).status).toBe(409);
  expect((await pair[0].jobs.get(a!.id)).state).toBe('cancelled');
  // The key is free again.
  expect((await pair[0].jobs.add('mine-reviews', { listings: [1] }, 'key')).id).not.toBe(a!.id);
  await Promise.all(pair.map((p) => p.stop()));
});

test('a database that goes away is said, nothing is lost, and it is found again', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-away-'));
  const first = await startDatabase(folder);
  const program = await startProgram({ url: first.url });
  await program.call('POST', '/api/marketplaces', {
    name: 'Harbour Lane',
    currency: 'USD',
    measures: 'imperial',
    copyFrom: null,
  });
  await first.stop();
  const away = await program.call<{ type: string; title: string }>('GET', '/api/marketplaces');
  expect([away.status, away.json.type]).toEqual([503, '/problems/database-away']);
  const lost = await program.call<{ type: string }>('POST', '/api/marketplaces', {
    name: 'Second',
    currency: 'USD',
    measures: 'imperial',
    copyFrom: null,
  });
  expect(lost.status).toBe(503);
  const second = await startDatabase(folder, () => {}, first.port);
  const back = await program.call<{ marketplaces: { name: string }[] }>('GET', '/api/marketplaces');
  expect([back.status, back.json.marketplaces.map((m) => m.name)]).toEqual([200, ['Harbour Lane']]);
  await program.stop();
  await second.stop();
  rmSync(folder, { recursive: true, force: true });
});
