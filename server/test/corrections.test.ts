// A seller's corrections: kept with the category, applied to what the tab, its sentences and the scores show, undone.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Evidence, KeptCorrections, MinedReviews, ReadingCompared } from '@kettle/contract/candidates';
import type { Correction } from '@kettle/core/documents/corrections';
import type { Job } from '@kettle/contract/shapes';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
let id: number;
const SHOP = 'shop';
const readTexts = async (candidate: number): Promise<void> => {
  const { job } = (await program.call<{ job: Job | null }>('POST', `/api/candidates/${candidate}/reviews/read`)).json;
  if (job) await program.ended(job);
};
beforeAll(async () => {
  program = await startProgram();
  await program.call('POST', '/api/marketplaces', {
    name: 'Shop',
    currency: 'USD',
    measures: 'metric',
    copyFrom: null,
  });
  await importCsv(
    program,
    SHOP,
    'listings',
    csv(
      ['code', 'title', 'category', 'price'],
      ['A1', 'Clip lamp', 'Light', 20],
      ['A2', 'Desk lamp', 'Light', 25],
      ['B1', 'Soap', 'Bath', 5],
    ),
  );
  await importCsv(
    program,
    SHOP,
    'reviews',
    csv(
      ['code', 'stars', 'text', 'date'],
      ...[1, 2, 3, 4].map((n) => ['A1', 2, `The clamp slips, for the ${n}. time now.`, '2026-01-05']),
      ...[1, 2, 3].map((n) => ['A2', 1, `The paint flakes, for the ${n}. time now.`, '2026-01-06']),
      ...[1, 2].map((n) => ['B1', 1, `The paint flakes here, for the ${n}. time now.`, '2026-01-06']),
    ),
  );
  id = (
    await program.call<{ id: number }>('POST', `/api/marketplaces/${SHOP}/candidates`, { anchor: 'A1', rivals: ['A2'] })
  ).json.id;
  await readTexts(id);
});
afterAll(() => program.stop());

const path = (): string => `/api/candidates/${id}/corrections`;
const keep = (corrections: Correction[]) =>
  program.put<{ version: number }>(path(), { document: { format: 'cold-kettle/corrections', corrections } });
const themes = async (of = id): Promise<[string, number][]> =>
  (await program.call<MinedReviews>('GET', `/api/candidates/${of}/reviews`)).json.themes.map((t) => [
    t.name,
    t.reviews,
  ]);
const SLIPS = { kind: 'gripe', concept: 'holds', part: 'clamp' } as const;
const OWN = { kind: 'gripe', concept: 'own:Made badly', part: null } as const;

test('they change what is shown at once, with its sentences and its place in the scores, and are undone', async () => {
  expect((await program.call('GET', path())).json).toMatchObject({
    version: 0,
    category: { name: 'Light', candidates: 1 },
  });
  expect(await themes()).toEqual([
    ['Clamp does not hold', 4],
    ['Surface is poorly finished', 3],
  ]);
  const corrections: Correction[] = [
    { do: 'move', sentence: 'the clamp slips for the 4 time now', theme: SLIPS, into: null },
    { do: 'merge', theme: { kind: 'gripe', concept: 'finish', part: null }, into: OWN },
    { do: 'name', theme: SLIPS, name: 'Slides off' },
  ];
  const kept = await keep(corrections);
  expect((await program.call('GET', path())).json).toMatchObject({ document: { corrections }, ...kept.json });
  expect(await themes()).toEqual([
    ['Slides off', 3],
    ['Made badly', 3],
  ]);
  const { json } = await program.call<{ evidence: Evidence[] }>(
    'GET',
    `/api/candidates/${id}/reviews/evidence?theme=${encodeURIComponent('gripe/own:Made badly/')}`,
  );
  expect(json.evidence.map((e) => e.sentence)[0]).toMatch(/paint flakes/);
  await keep([]);
  expect((await themes())[0]).toEqual(['Clamp does not hold', 4]);
});

test('an older version is refused with the newer, and what is no correction with a sentence', async () => {
  const document = { format: 'cold-kettle/corrections', corrections: [] };
  const stale = await program.call<{ current: KeptCorrections }>('PUT', path(), { document, version: 0 });
  expect(stale).toMatchObject({ status: 409, json: { current: { document } } });
  const odd = await keep([{ do: 'drop' } as unknown as Correction]);
  expect(odd.status).toBe(422);
  const tooMany = await keep(Array.from({ length: 3001 }, () => ({ do: 'part' as const, part: 'a', into: 'b' })));
  expect(tooMany.status).toBe(422);
  expect((await program.call('GET', '/api/candidates/999999/corrections')).status).toBe(404);
});

test('they hold for another candidate of the category and not for one of another', async () => {
  const start = async (anchor: string): Promise<number> => {
    const made = await program.call<{ id: number }>('POST', `/api/marketplaces/${SHOP}/candidates`, {
      anchor,
      rivals: [],
    });
    await readTexts(made.json.id);
    return made.json.id;
  };
  const [same, other] = [await start('A2'), await start('B1')];
  await keep([{ do: 'merge', theme: { kind: 'gripe', concept: 'finish', part: null }, into: OWN }]);
  expect(await themes(same)).toEqual([['Made badly', 3]]);
  expect(await themes(other)).toEqual([['Surface is poorly finished', 2]]);
});

test('another person’s file is compared on what both judged', async () => {
  const right = (n: number): Correction => ({
    do: 'right',
    sentence: `the clamp slips for the ${n} time now`,
    theme: SLIPS,
  });
  await keep([right(1), right(2)]);
  const { json } = await program.call<ReadingCompared>('POST', `${path()}/compare`, {
    format: 'cold-kettle/corrections',
    corrections: [
      right(1),
      {
        do: 'move',
        sentence: 'the clamp slips for the 2 time now',
        theme: SLIPS,
        into: null,
      },
    ],
  });
  expect(json).toMatchObject({ both: 2, differences: [{ mine: SLIPS, theirs: null }] });
});
