import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { and, count, eq } from 'drizzle-orm';
import type { WatchGroup } from '@kettle/contract/watch';
import type { Job, Problem } from '@kettle/contract/shapes';
import type { KeptScoresheet, ScoredCandidate, ScoresheetBrief } from '@kettle/contract/shortlist';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { candidates, scoresheets, scoresheetVersions } from '../src/ground/db/schema.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { startProgram, type Program } from './program.ts';

let program: Program;
const at = '/api/marketplaces/quayside';
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
});
afterAll(() => program.stop());

const get = async <T>(path: string): Promise<T> => (await program.call<T>('GET', path)).json;
const inUse = () => get<KeptScoresheet>('/api/scoresheet');
const start = async (anchor: string, rivals: string[] = []): Promise<number> =>
  (await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor, rivals })).json.id;
const named = (name: string, change: Partial<Scoresheet> = {}): Scoresheet => ({
  ...STARTER_SCORESHEET,
  name,
  ...change,
});

describe('scoresheets', () => {
  test('are versions: a change is the newest one, the earlier one stays, and so do the answers', async () => {
    const candidate = await start('QS0049G9');
    await program.put(`/api/candidates/${candidate}/answers/curable`, {
      choice: 'both',
      evidence: 'Asked two makers.',
    });
    const before = await inUse();
    const kept = await program.call<{ version: number }>('PUT', `/api/scoresheets/${before.id}`, {
      document: named('First look', { passMark: 70 }),
      version: before.version,
    });
    expect(kept.status).toBe(200);
    const now = await inUse();
    expect(now).toMatchObject({ id: before.id, version: kept.json.version, inUse: true, document: { passMark: 70 } });
    const { db } = program.database;
    const versions = await db
      .select()
      .from(scoresheetVersions)
      .where(eq(scoresheetVersions.scoresheetId, before.id))
      .orderBy(scoresheetVersions.version);
    expect(versions.map((v) => v.document.passMark)).toEqual([60, 70]);
    const scored = await get<ScoredCandidate>(`/api/candidates/${candidate}/score`);
    expect(scored.score.passMark).toBe(70);
    expect(scored.answers.curable).toMatchObject({ choice: 'both', evidence: 'Asked two makers.' });
  });

  test('a change of an older version is refused with the newer one', async () => {
    const { id, version } = await inUse();
    const refused = await program.call<Problem>('PUT', `/api/scoresheets/${id}`, {
      document: named('First look', { passMark: 80 }),
      version: version - 1,
    });
    expect(refused.status).toBe(409);
    expect(refused.json.current).toMatchObject({ version, document: { passMark: 70 } });
  });

  test.each<[string, Partial<Scoresheet>, RegExp]>([
    [
      'a key twice',
      { criteria: [STARTER_SCORESHEET.criteria[0]!, STARTER_SCORESHEET.criteria[0]!] },
      /Units a month of the find: its key "units" is there twice/,
    ],
    [
      'bands that do not rise',
      {
        criteria: [
          {
            key: 'a',
            name: 'Units',
            group: 'demand',
            how: '',
            scale: { kind: 'measured', measure: 'units', bands: [9, 4].map((from) => ({ from, points: 1 })) },
          },
        ],
      },
      /Units: the bands must rise/,
    ],
    [
      'a gate that nothing can pass',
      { gates: [{ key: 'g', name: 'Margin', how: '', measured: { measure: 'margin', min: 0.3, max: 0.2 } }] },
      /Margin: the least is above the most/,
    ],
  ])('%s is refused with its place', async (_, change, sentence) => {
    const { id, version } = await inUse();
    const document = named('First look', change);
    for (const answer of [
      await program.call<Problem>('PUT', `/api/scoresheets/${id}`, { document, version }),
      await program.call<Problem>('POST', '/api/scoresheets', { document: { ...document, name: 'Another' } }),
    ]) {
      expect(answer.status).toBe(422);
      expect(answer.json.title).toMatch(sentence);
    }
  });

  test('one is in use, always: whoever changes over at the same moment, and after a start without any', async () => {
    const first = await inUse();
    const made: number[] = [];
    for (const name of ['Careful', 'Bold', 'Small purse'])
      made.push((await program.call<{ id: number }>('POST', '/api/scoresheets', { document: named(name) })).json.id);
    expect((await program.call('POST', '/api/scoresheets', { document: named('Bold') })).status).toBe(409);
    await Promise.all(made.map((id) => program.call('POST', `/api/scoresheets/${id}/in-use`)));
    const all = await get<ScoresheetBrief[]>('/api/scoresheets');
    expect(all.map((s) => s.name)).toEqual(['First look', 'Careful', 'Bold', 'Small purse']);
    expect(all.filter((s) => s.inUse)).toHaveLength(1);
    expect((await program.call('POST', '/api/scoresheets/999999/in-use')).status).toBe(404);
    expect((await get<ScoresheetBrief[]>('/api/scoresheets')).filter((s) => s.inUse)).toHaveLength(1);
    const { db } = program.database;
    await db.update(scoresheets).set({ inUse: null });
    await prepareWorkspace(program.database, 'demo', 1000, () => {});
    expect(await inUse()).toMatchObject({ id: first.id });
    const [{ n } = { n: 0 }] = await db
      .select({ n: count() })
      .from(scoresheets)
      .where(and(eq(scoresheets.inUse, true)));
    expect(n).toBe(1);
  });
});

test('the standing asks the database as often for many candidates as for a few', async () => {
  const { json } = await program.call<{ rows: { code: string }[] }>('GET', `${at}/sift?rows=60`);
  const codes = json.rows.map((r) => r.code);
  const asked = async (): Promise<number> => {
    let questions = 0;
    const onAcquire = (): void => void questions++;
    program.database.pool.on('acquire', onAcquire);
    const standing = await get<ScoredCandidate[]>(`${at}/shortlist`);
    program.database.pool.off('acquire', onAcquire);
    expect(standing.length).toBeGreaterThan(0);
    return questions;
  };
  await start(codes[0]!, codes.slice(1, 4));
  const few = await asked();
  for (let i = 4; i + 4 < codes.length; i += 4) await start(codes[i]!, codes.slice(i + 1, i + 4));
  const many = await asked();
  const [{ n } = { n: 0 }] = await program.database.db.select({ n: count() }).from(candidates);
  expect(n).toBeGreaterThan(9);
  // The queue looks for jobs meanwhile: a question or two are its own.
  expect(many - few).toBeLessThan(n);
});

test('readings of a candidate: day by day, averages a listing, and nothing of others', async () => {
  const candidate = await start('QS0049G9', ['QS004AH0']);
  await program.call('POST', `/api/candidates/${candidate}/stage`, { stage: 'watched' });
  const hob = await program.call<Job>('POST', `${at}/hob`, { days: 30 });
  expect(await program.ended(hob.json)).toMatchObject({ state: 'done' });
  const group = await get<WatchGroup>(`/api/candidates/${candidate}/readings`);
  expect(group.listings.map((l) => l.code).sort()).toEqual(['QS0049G9', 'QS004AH0']);
  expect(group.now.days).toBe(30);
  const month = group.days.slice(-30);
  for (const { counted, each, units } of month) {
    expect(counted).toBe(2);
    const own = Object.values(each).flatMap((u) => u ?? []);
    if (units !== null) expect(units).toBeCloseTo(own.reduce((sum, u) => sum + u, 0) / own.length, 9);
    else expect(own).toEqual([]);
  }
  const known = month.flatMap((d) => d.units ?? []);
  expect(group.now.unitsPerDay).toBeCloseTo(known.reduce((sum, u) => sum + u, 0) / known.length, 9);
  if (group.course) expect(group.course.by).toBeCloseTo(group.now.unitsPerDay! / group.before.unitsPerDay! - 1, 9);
});
