// Choosing, dropping and waiting, with reasons: what it rested on is kept, reasons are counted and offered as limits.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Candidate } from '@kettle/contract/candidates';
import type { Problem } from '@kettle/contract/shapes';
import type { Decision, ScoredCandidate } from '@kettle/contract/shortlist';
import type { SiftReply } from '@kettle/contract/sift';
import { STARTER_SCORESHEETS } from '@kettle/core/score/starter-scoresheets';
import { startProgram, type Program } from './program.ts';

const at = '/api/marketplaces/quayside';
/** The stories of the demo: a press and a rack that may be good, a feeder whose shelf two own, a light that is electronic. */
const STORIES = [
  ['QS0049G9', 'QS004AH0', 'QS004BI1', 'QS004CJ2', 'QS004DK3', 'QS004EL4', 'QS004FM5'],
  ['QS003PX0', 'QS003QY1', 'QS003RZ2', 'QS003T03', 'QS003U14', 'QS003V25'],
  ['QS0043A3', 'QS0044B4', 'QS0045C5', 'QS0046D6', 'QS0047E7', 'QS0048F8'],
  ['QS003Y58', 'QS003Z69', 'QS004070', 'QS004181', 'QS004292'],
] as const;
let program: Program;
let [press, rack, feeder, light] = [0, 0, 0, 0];
beforeAll(async () => {
  program = await startProgram({ kind: 'demo' });
  const ids: number[] = [];
  for (const [anchor, ...rivals] of STORIES)
    ids.push((await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor, rivals })).json.id);
  [press, rack, feeder, light] = ids as [number, number, number, number];
});
afterAll(() => program.stop());

const decide = (id: number, body: object) => program.call<Problem & { id: number }>('POST', `/api/candidates/${id}/decisions`, body); // prettier-ignore
const decisions = async (id: number): Promise<Decision[]> => (await program.call<Decision[]>('GET', `/api/candidates/${id}/decisions`)).json; // prettier-ignore
const candidate = async (id: number): Promise<Candidate> => (await program.call<Candidate>('GET', `/api/candidates/${id}`)).json; // prettier-ignore

describe('the stories of the demo', () => {
  test.each(STARTER_SCORESHEETS.map((s) => [s.name, s] as const))(
    'by “%s”: the press before the rack, feeder and light held by a gate that says why',
    async (_, document) => {
      const { json: rows } = await program.call<ScoredCandidate[]>('POST', `${at}/shortlist/try`, { document, answersOf: 1 }); // prettier-ignore
      const of = (id: number): ScoredCandidate => rows.find((r) => r.id === id)!;
      const failed = (id: number): string[] => of(id).score.gates.filter((g) => g.state === 'fail').map((g) => g.key); // prettier-ignore
      expect(failed(feeder)).toContain('not-owned');
      // A scoresheet without a gate for electronics holds the light by its season.
      expect(failed(light)).toContain(
        document.gates.some((g) => g.key === 'no-electronics') ? 'no-electronics' : 'not-seasonal',
      );
      for (const key of [...failed(feeder), ...failed(light)])
        expect(
          of(failed(feeder).includes(key) ? feeder : light).score.gates.find((g) => g.key === key)!.source,
        ).not.toBe('');
      expect(failed(press)).toEqual(document.gates.some((g) => g.key === 'watched') ? failed(press).filter((k) => k === 'watched') : []); // prettier-ignore
      expect(rows[0]!.id).toBe(press);
      expect(of(press).score.least).toBeGreaterThan(of(rack).score.least);
    },
  );

  test('a scoresheet that cannot be meant is refused, and trying one keeps nothing', async () => {
    const [document] = STARTER_SCORESHEETS;
    const twice = { ...document!, criteria: [document!.criteria[0], document!.criteria[0]] };
    expect((await program.call<Problem>('POST', `${at}/shortlist/try`, { document: twice, answersOf: 1 })).json).toMatchObject({ status: 422, field: 'document' }); // prettier-ignore
    const sheets = (await program.call<unknown[]>('GET', '/api/scoresheets')).json;
    expect(sheets).toHaveLength(1);
    expect((await program.call<unknown[]>('GET', '/api/scoresheets/1/versions')).json).toHaveLength(1);
  });

  test('every figure a scoresheet can measure is told of each candidate, with a thousand of the catalogue', async () => {
    const { json } = await program.call<{ candidates: { id: number; values: Record<string, number | null> }[]; catalogue: Record<string, number[]> }>('GET', `${at}/shortlist/measures`); // prettier-ignore
    expect(json.candidates).toHaveLength(4);
    expect(json.candidates.find((c) => c.id === light)!.values).toMatchObject({ electronics: 1, units: expect.any(Number) }); // prettier-ignore
    expect(json.catalogue.units!.length).toBeGreaterThan(500);
    expect(json.catalogue.price).toEqual([...json.catalogue.price!].sort((a, b) => a - b));
  });
});

describe('a decision', () => {
  test('needs a reason; dropping keeps what it rested on, and the find is known again in lists', async () => {
    expect((await decide(light, { kind: 'drop', reasons: [], text: ' ' })).json).toMatchObject({ status: 422, field: 'text' }); // prettier-ignore
    expect((await decide(light, { kind: 'drop', reasons: ['electronic', 'seasonal'], text: 'Papers for each lamp.' })).status).toBe(200); // prettier-ignore
    expect(await candidate(light)).toMatchObject({ stage: 'dropped', dropReason: 'electronic or powered, seasonal, Papers for each lamp.' }); // prettier-ignore
    const [kept] = await decisions(light);
    expect(kept).toMatchObject({ kind: 'drop', reasons: ['electronic', 'seasonal'], day: '2026-11-24', restedOn: { verdict: 'ruled out', place: null, of: 4, scoresheet: 'First look', units: expect.any(Number) } }); // prettier-ignore
    const { rows } = (await program.call<SiftReply>('GET', `${at}/sift?has=stand+light&rows=200`)).json;
    expect(rows.find((r) => r.code === 'QS003Y58')!.mark).toMatchObject({ state: 'dropped', reason: expect.stringMatching(/^electronic/) }); // prettier-ignore
  });

  test('reasons are counted, and said as limits of a next sift', async () => {
    await decide(feeder, { kind: 'drop', reasons: ['owned', 'seasonal', 'wall'], text: '' });
    const { json } = await program.call<object[]>('GET', `${at}/decisions/reasons`);
    expect(json).toEqual([
      { reason: 'seasonal', candidates: 2, limit: { search: 'hide=holiday', words: 'without: holiday or season' } },
      { reason: 'electronic', candidates: 1, limit: { search: 'hide=electronics', words: 'without: battery or electronics' } }, // prettier-ignore
      { reason: 'owned', candidates: 1, limit: null },
      { reason: 'wall', candidates: 1, limit: { search: expect.stringMatching(/^reviews=\.\.\d+$/), words: expect.any(String) } }, // prettier-ignore
    ]);
    const { search } = (json[3] as { limit: { search: string } }).limit;
    const { rows } = (await program.call<SiftReply>('GET', `${at}/sift?${search}&has=bird+feeder&rows=200`)).json;
    expect(rows.some((r) => r.code === 'QS0043A3')).toBe(false);
    // Taken up again, it is counted no more.
    await program.call('POST', `/api/candidates/${feeder}/stage`, { stage: 'found' });
    expect((await program.call<{ candidates: number }[]>('GET', `${at}/decisions/reasons`)).json[0]!.candidates).toBe(
      1,
    );
    expect(await decisions(feeder)).toHaveLength(1);
  });

  test('waiting sets the day to look again, in the future alone', async () => {
    expect((await decide(rack, { kind: 'wait', reasons: [], text: 'After the sale.' })).json.field).toBe('until');
    expect((await decide(rack, { kind: 'wait', reasons: [], text: 'x', until: '2026-11-24' })).json.field).toBe(
      'until',
    );
    await decide(rack, { kind: 'wait', reasons: [], text: 'After the sale.', until: '2026-12-20' });
    expect(await candidate(rack)).toMatchObject({ stage: 'found', lookAgainOn: '2026-12-20' });
    expect((await decisions(rack))[0]).toMatchObject({ kind: 'wait', until: '2026-12-20', restedOn: { place: 2 } });
  });

  test('choosing one that was hardly watched takes words, not only a reason', async () => {
    expect((await decide(press, { kind: 'choose', reasons: ['taste'], text: '' })).json.type).toBe(
      '/problems/too-early',
    );
    expect((await candidate(press)).stage).toBe('found');
    expect(await decisions(press)).toEqual([]);
    await decide(press, { kind: 'choose', reasons: [], text: 'The maker has a slot in March.' });
    expect((await candidate(press)).stage).toBe('chosen');
    expect((await decisions(press))[0]!.restedOn).toMatchObject({ place: 1, of: 3 });
  });
});
