import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import mysql from 'mysql2/promise';
import type { Candidate } from '@kettle/contract/candidates';
import type { KeptCosting } from '@kettle/contract/costing';
import type { ListingSheet } from '@kettle/contract/listings';
import type { KeptScoresheet, ScoredCandidate, ScoresheetBrief } from '@kettle/contract/shortlist';
import { DOCUMENTS } from '@kettle/core/documents/all';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { validator } from '../src/ground/http/validate.ts';
import { freshSchema, startProgram, type Program } from './program.ts';

/** A small filled workspace of each state that migrations have ever left (npm run states). */
const STATES = join(repositoryRoot, 'server', 'test', 'upgrade', 'states');
const states = readdirSync(STATES).sort();
const { entries } = JSON.parse(
  readFileSync(join(repositoryRoot, 'server', 'src', 'ground', 'db', 'migrations', 'meta', '_journal.json'), 'utf8'),
) as { entries: { tag: string }[] };

let program: Program | null = null;
afterEach(async () => {
  await program?.stop();
  program = null;
});

const openState = async (state: string): Promise<Program> => {
  const url = await freshSchema();
  const connection = await mysql.createConnection({ uri: url, multipleStatements: true });
  await connection.query(readFileSync(join(STATES, state), 'utf8'));
  // Counts move the level of a whole category: states that could not keep any would differ by them.
  if (Number(state.slice(0, 4)) >= 3) await connection.query('delete from own_counts');
  // So do answers that are held, means that are gates, and pictures beside answers.
  if (Number(state.slice(0, 4)) >= 23) {
    await connection.query('delete from frozen_answers');
    await connection.query('delete from evidence_pictures');
    await connection.query('update marketplaces set own_means = null');
  }
  await connection.end();
  return (program = await startProgram({ kind: 'own', url }));
};

const at = '/api/marketplaces/cove';
const figuresOf = async ({ call }: Program) => {
  const get = async <T>(path: string): Promise<T> => {
    const { status, json } = await call<T>('GET', path);
    expect([path, status]).toEqual([path, 200]);
    return json;
  };
  const sheet = (code: string) => get<ListingSheet>(`${at}/listings/${code}`);
  const [one, three] = [await sheet('CV0001'), await sheet('CV0003')];
  const costings = await Promise.all([1, 2, 3].map((id) => get<KeptCosting>(`/api/candidates/${id}/costing`)));
  const used = await get<KeptScoresheet>('/api/scoresheet');
  for (const { document } of [...costings, three.costing]) validator(DOCUMENTS.costing!, 'body')(document);
  validator(DOCUMENTS.scoresheet!, 'body')(used.document);
  return {
    units: one.units.best,
    fees: one.fees,
    craft: one.craft.value,
    quick: { candidate: three.costing.candidate, document: three.costing.document },
    costings: costings.map(({ document, candidate }) => ({ document, candidate })),
    // Labels of what is watched came later than some states.
    standing: (await get<ScoredCandidate[]>(`${at}/shortlist`)).map(({ answers, labels: _, ...c }) => ({
      ...c,
      answers: Object.fromEntries(
        Object.entries(answers).map(([k, { choice, evidence }]) => [k, { choice, evidence }]),
      ),
    })),
    log: (await get<Candidate>('/api/candidates/1')).log.map(({ kind, text, day }) => ({ kind, text, day })),
    scoresheet: used.document,
    sheets: (await get<ScoresheetBrief[]>('/api/scoresheets')).map(({ name, inUse }) => ({ name, inUse })),
  };
};
type Figures = Awaited<ReturnType<typeof figuresOf>>;

describe('a workspace of an earlier version', () => {
  test('is kept of every state that migrations have left', () =>
    expect(states).toEqual(entries.map((e) => `${e.tag}.sql`)));

  let today: Figures;
  test('of today’s state has the figures that its rows say', async () => {
    today = await figuresOf(await openState(states.at(-1)!));
    const [first, second] = [1, 2].map((id) => today.standing.find((c) => c.id === id)!);
    // Landed 9.40 + 2.10 + 3 % of 9.40 + 0.30; sale 12 % of 42.00 + 3 % of 8.00; commission 15 % of 42.00; fulfilment 4.88 + 2 × 0.38.
    const [landed, sale, commission, fulfilment] = [940 + 210 + 28 + 30, 504 + 24, 630, 564];
    const storage = 4200 - first!.profit! - landed - sale - commission - fulfilment;
    expect(storage).toBeGreaterThan(10);
    expect(storage).toBeLessThan(80);
    expect(second!.profit).toBe(first!.profit);
    expect(first!.outlay).toBe(500 * landed + 17_000);
    expect(first!.answers).toEqual({
      curable: { choice: 'both', evidence: 'Two makers agreed.' },
      'no-patent': { choice: 'pass', evidence: 'Register searched.' },
    });
    expect(today.standing.at(-1)).toMatchObject({ id: 3, stage: 'dropped', dropReason: 'Too heavy.', profit: null });
    expect(today.quick.candidate).toBeNull();
    expect(today.quick.document.lines[0]!.amount).toEqual({ kind: 'sum', sum: 600 });
    expect(today.units.known).toBe(true);
    expect(today.log.map((e) => e.text)).toContain('It’s "light"; a sample is due.');
    expect(today.sheets).toEqual([
      { name: 'First look', inUse: true },
      { name: 'Another', inUse: false },
    ]);
  });

  test.each(states.slice(0, -1))('%s opens with the same figures', async (state) => {
    expect(await figuresOf(await openState(state))).toEqual(today);
  });
});
