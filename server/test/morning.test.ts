// What is new of the watched listings: on the demo as its clock moves on, and on files of one's own.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Morning } from '@kettle/contract/watch';
import type { Job, Problem } from '@kettle/contract/shapes';
import type { SiftReply } from '@kettle/contract/sift';
import { addDays } from '@kettle/core/measures/day';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
beforeAll(async () => {
  program = await startProgram({ kind: 'demo' });
});
afterAll(() => program.stop());

test('as the clock moves on, what moved is told with its day, the gravest first; what is due comes along', async () => {
  const at = '/api/marketplaces/quayside';
  const { rows } = (await program.call<SiftReply>('GET', `${at}/sift?rows=60&sort=-units`)).json;
  const codes = rows.map((r) => r.code);
  await program.call('POST', `${at}/watch`, { text: codes.join('\n') });
  const { id } = (await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor: codes[0], rivals: codes.slice(1, 4) })).json; // prettier-ignore
  const today = '2026-11-24';
  await program.call('PATCH', `/api/candidates/${id}`, { lookAgainOn: '2026-12-20' });
  const morning = async (since: string): Promise<Morning> =>
    (await program.call<Morning>('GET', `${at}/watch/morning?since=${since}`)).json;
  expect(await morning(today)).toMatchObject({ watched: 60, listings: [], due: [] });
  await program.ended((await program.call<Job>('POST', `${at}/hob`, { days: 30 })).json);
  const later = await morning(today);
  expect(later.today).toBe('2026-12-24');
  expect(later.due).toEqual([{ id, name: expect.any(String), day: '2026-12-20' }]);
  expect(later.stale).toEqual([]);
  expect(later.listings.length).toBeGreaterThan(10);
  const weights = later.listings.map((l) => l.weight);
  expect(weights).toEqual([...weights].sort((a, b) => b - a));
  expect(later.listings.some((l) => l.candidates.some((c) => c.id === id))).toBe(true);
  for (const { news, days } of later.listings) {
    for (const n of news) {
      // A break is told once it has lasted: it may have begun before the last look.
      expect(n.day >= addDays(today, n.kind === 'level' ? -30 : 1) && n.day <= later.today).toBe(true);
      if (n.kind === 'price') {
        expect(days.findLast((d) => d.price !== null)!.price).toBe(n.now);
        expect(Math.abs(n.now / n.before - 1)).toBeGreaterThanOrEqual(0.05);
      }
    }
  }
  expect((await morning(later.today)).listings).toEqual([]);
  expect((await program.call<Problem>('GET', `${at}/watch/morning?since=2030-01-01`)).json.title).toMatch(
    /in the future/,
  );
});

test('on files of one’s own it is the newest file against the day before; what no file tells of is named as not read', async () => {
  const { json } = await program.call<{ id: string }>('POST', '/api/marketplaces', {
    name: 'Cove',
    currency: 'EUR',
    measures: 'metric',
    copyFrom: null,
  });
  const at = `/api/marketplaces/${json.id}`;
  const today = new Date().toISOString().slice(0, 10);
  const heads = ['Code', 'Title', 'Price', 'Date', 'Stock', 'Sellers'];
  const day = (back: number): string => addDays(today, -back);
  await importCsv(program, json.id, 'listings', csv(['Code', 'Title', 'Price'], ['A1', '<b>Öl & Tin</b>', '20'], ['A2', 'Other', '30'])); // prettier-ignore
  await importCsv(program, json.id, 'readings', csv(heads, ['A1', '<b>Öl & Tin</b>', '20', day(5), '9', '1'], ['A1', '<b>Öl & Tin</b>', '16', day(0), '0', '2'])); // prettier-ignore
  await program.call('POST', `${at}/watch`, { text: 'A1 A2' });
  const { json: found } = await program.call<Morning>('GET', `${at}/watch/morning?since=${day(3)}`);
  expect(found.listings.map((l) => l.title)).toEqual(['<b>Öl & Tin</b>']);
  expect(found.listings[0]!.news.map((n) => n.kind).sort()).toEqual(['price', 'sellers', 'stock']);
  expect(found.listings[0]!.news.every((n) => n.day === today)).toBe(true);
});
