// Estimates on files of a seller's own: what is stated and counted stands before a curve that nobody confirmed.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ListingSheet } from '@kettle/contract/listings';
import type { Job } from '@kettle/contract/shapes';
import type { SiftReply } from '@kettle/contract/sift';
import { addDays } from '@kettle/core/measures/day';
import { realToday } from '../src/ground/marketplaces/clock.ts';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
beforeAll(async () => {
  program = await startProgram();
});
afterAll(() => program.stop());

const back = (days: number): string => addDays(realToday(), -days);
const HEAD = ['Code', 'Title', 'Category', 'Price', 'Rank', 'Reviews', 'Units a month', 'Date'];
/** A curve that says a thousandth of what is sold. */
const LOW = { knots: [1, 100_000].map((rank) => ({ rank, unitsPerDay: 30 / rank ** 0.9 })), residual: 0.28 };

const marketplace = async (name: string): Promise<string> => {
  const made = await program.call<{ id: string }>('POST', '/api/marketplaces', {
    name,
    currency: 'USD',
    measures: 'imperial',
    copyFrom: null,
  });
  return made.json.id;
};
const takeCurve = (id: string): Promise<{ status: number }> =>
  program.call('POST', `/api/marketplaces/${id}/curves`, {
    format: 'cold-kettle/rank-curve',
    version: 1,
    category: '*',
    validFrom: back(400),
    source: 'from elsewhere',
    reviewRate: null,
    reviewSpread: null,
    ...LOW,
  });
const sheet = async (id: string, code: string): Promise<ListingSheet> =>
  (await program.call<ListingSheet>('GET', `/api/marketplaces/${id}/listings/${code}`)).json;
const kept = async (id: string): Promise<Map<string, { units: number; low: number; high: number }>> => {
  const { json } = await program.call<SiftReply>('GET', `/api/marketplaces/${id}/sift?rows=100`);
  return new Map(json.rows.map((r) => [r.code, { units: r.units!, low: r.unitsLow!, high: r.unitsHigh! }]));
};
/** Forty listings that sell 4,251 a month and fewer, with the rank that this brings. */
const week = (n: number, stated: boolean) =>
  Array.from({ length: 40 }, (_, i) => [
    `ITEM-${i}`,
    `Book press ${i}`,
    'Paper > Presses',
    '19.90',
    10 * (i + 1) + ((n * 7 + i * 3) % 5),
    100 + 40 * n,
    stated ? Math.round(4251 / (i + 1) ** 0.9) : '',
    back(7 * (8 - n)),
  ]);
/** Nine weeks of ranks in one file, nothing stated. */
const ranksOfWeeks = csv(HEAD, ...Array.from({ length: 9 }, (_, n) => week(n, false)).flat());

test('a catalogue taken in weekly keeps what its source states, whatever a curve from elsewhere says', async () => {
  const id = await marketplace('Stated Weekly');
  expect((await takeCurve(id)).status).toBe(200);
  for (let n = 0; n < 9; n++) {
    const job = await importCsv(program, id, 'listings', csv(HEAD, ...week(n, true)));
    expect(job.state).toBe('done');
    const { units } = (await sheet(id, 'ITEM-0')) as ListingSheet;
    const { best } = units;
    if (!best.known) throw new Error(best.reason);
    expect(best.value).toBeGreaterThan(0.6 * 4251);
    expect(best.value).toBeLessThan(1.6 * 4251);
    expect(best.high).toBeGreaterThan(1.1 * best.value);
  }
  const list = await kept(id);
  const { units } = await sheet(id, 'ITEM-7');
  expect(units.best).toMatchObject({
    known: true,
    value: expect.closeTo(list.get('ITEM-7')!.units, 0),
    low: expect.closeTo(list.get('ITEM-7')!.low, 0),
  });
  // The rank curve alone is moved to where the stated figures show it to lie, and says so.
  const { figure } = units.ranks[90];
  if (!figure.known) throw new Error(figure.reason);
  expect(figure.value).toBeGreaterThan(0.3 * list.get('ITEM-7')!.units);
  expect(figure.working.inputs.find((i) => i.label === 'Level')?.value).toMatch(/up \d+ times, by 40 otherwise known/);
});

test('true counts of one’s own decide, move the curve for the whole category, and the import says what changed', async () => {
  const id = await marketplace('Counted');
  await takeCurve(id);
  await importCsv(program, id, 'listings', ranksOfWeeks);
  const before = (await kept(id)).get('ITEM-30')!;
  // A curve nobody confirmed is a guess with a factor.
  expect(before.high / before.units).toBeGreaterThan(10);
  const pieces = (i: number): number => 4251 / (i + 1) ** 0.9 / 30.4375;
  const counts = csv(
    ['Code', 'Date', 'Stock'],
    ...Array.from({ length: 20 }, (_, i) =>
      Array.from({ length: 8 }, (_, k) => [`ITEM-${i}`, back(56 - 7 * k), Math.round(9000 - pieces(i) * 7 * k)]),
    ).flat(),
  );
  const job = await importCsv(program, id, 'counts', counts);
  expect(job.message).toMatch(/The units of 40 listings known before changed by more than half/);
  const { changed } = job.result as { changed: { count: number; examples: { code: string; why: string }[] } };
  expect(changed.examples.find((e) => e.code === 'ITEM-30')!.why).toMatch(
    /The curve of Paper lies [\d.]+ times higher than was held before, by 20 counted listings/,
  );
  const after = await kept(id);
  // One that was counted, and one that was not.
  expect(after.get('ITEM-3')!.units / (30.4375 * pieces(3))).toBeCloseTo(1, 1);
  const other = after.get('ITEM-30')!;
  expect(other.units / (30.4375 * pieces(30))).toBeGreaterThan(0.7);
  expect(other.units / (30.4375 * pieces(30))).toBeLessThan(1.4);
  expect(other.high / other.units).toBeLessThan(1.8);
  const { units } = await sheet(id, 'ITEM-30');
  expect(units.best).toMatchObject({ value: expect.closeTo(other.units, 1) });
});

test('a few counts typed on a sheet reach the whole category by a job', async () => {
  const id = await marketplace('Typed Counts');
  await takeCurve(id);
  await importCsv(program, id, 'listings', ranksOfWeeks);
  const before = (await kept(id)).get('ITEM-30')!.units;
  const put = await program.call('PUT', `/api/marketplaces/${id}/listings/ITEM-0/counts`, {
    counts: [0, 1, 2, 3, 4].map((k) => ({ day: back(28 - 7 * k), stock: 9000 - 977 * k, seller: '', was: null })),
    remove: [],
  });
  expect(put.status).toBe(200);
  const { best } = (await sheet(id, 'ITEM-0')).units;
  expect(best.known && best.value).toBeGreaterThan(3000);
  const { json: jobs } = await program.call<Job[]>('GET', '/api/jobs');
  const job = jobs.find((j) => j.kind === 'estimate')!;
  expect(await program.ended(job)).toMatchObject({
    state: 'done',
    message: '40 listings of Paper were estimated anew.',
  });
  expect((await kept(id)).get('ITEM-30')!.units).toBeGreaterThan(20 * before);
});
