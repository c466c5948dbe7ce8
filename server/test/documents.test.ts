import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { KeptBrief } from '@kettle/contract/candidates';
import type { KeptCosting } from '@kettle/contract/costing';
import type { ListingSheet } from '@kettle/contract/listings';
import type { Problem } from '@kettle/contract/shapes';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { withAmount } from '@kettle/core/costing/costing';
import type { Brief } from '@kettle/core/documents/brief';
import { startProgram, type Program } from './program.ts';

let program: Program;
let candidate: number;
const at = '/api/marketplaces/quayside';
const CODE = 'QS0049G9';
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
  const started = await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor: CODE, rivals: [] });
  candidate = started.json.id;
});
afterAll(() => program.stop());

const get = async <T>(path: string): Promise<T> => (await program.call<T>('GET', path)).json;
const put = (path: string, body: object) => program.call<Problem & { version: number }>('PUT', path, body);
const sheet = () => get<ListingSheet>(`${at}/listings/${CODE}`);

/** A document: how its newest version is read, and two changes that two windows make to the same one. */
interface Kept {
  name: string;
  path: () => string;
  read: () => Promise<{ version: number; content: unknown }>;
  mine: (now: never) => object;
  theirs: (now: never) => object;
}
const briefWith = (title: string): Brief => ({
  format: 'cold-kettle/brief',
  lines: [
    { key: 'own-1', title, kind: 'own', about: 'product', weight: null, change: '', amount: '', check: '', page: '' },
  ],
});
type Costed = Pick<KeptCosting, 'document'>;
const documents: Kept[] = [
  {
    name: 'costing',
    path: () => `${at}/listings/QS004AH0/costing`,
    read: async () => {
      const { version, document } = (await get<ListingSheet>(`${at}/listings/QS004AH0`)).costing;
      return { version, content: { document } };
    },
    mine: (now: Costed) => ({ document: withAmount(now.document, 'unit-cost', { kind: 'sum', sum: 940 }) }),
    theirs: (now: Costed) => ({ document: withAmount(now.document, 'freight', { kind: 'sum', sum: 210 }) }),
  },
  {
    name: 'costing of a candidate',
    path: () => `/api/candidates/${candidate}/costing`,
    read: async () => {
      const { version, document } = await get<KeptCosting>(`/api/candidates/${candidate}/costing`);
      return { version, content: { document } };
    },
    mine: (now: Costed) => ({ document: withAmount(now.document, 'unit-cost', { kind: 'sum', sum: 940 }) }),
    theirs: (now: Costed) => ({ document: withAmount(now.document, 'freight', { kind: 'sum', sum: 210 }) }),
  },
  {
    name: 'maker’s brief',
    path: () => `/api/candidates/${candidate}/brief`,
    read: async () => {
      const { version, document } = await get<KeptBrief>(`/api/candidates/${candidate}/brief`);
      return { version, content: { document } };
    },
    mine: () => ({ document: briefWith('The spindle slips') }),
    theirs: () => ({ document: briefWith('The hinge squeaks') }),
  },
  {
    name: 'rules for flags',
    path: () => `${at}/flag-rules`,
    read: async () => {
      const { version, rules } = await get<{ version: number; rules: object }>(`${at}/flag-rules`);
      return { version, content: { rules } };
    },
    mine: (now: { rules: object }) => ({ rules: { ...now.rules, heavyGrams: 1111 } }),
    theirs: (now: { rules: object }) => ({ rules: { ...now.rules, heavyGrams: 2222 } }),
  },
  {
    name: 'rules for shelves',
    path: () => `${at}/shelf-rules`,
    read: async () => {
      const shelf = await get<{ rulesVersion: number; rules: object }>(`${at}/shelf?niche=1`);
      return { version: shelf.rulesVersion, content: { rules: shelf.rules } };
    },
    mine: (now: { rules: object }) => ({ rules: { ...now.rules, wallReviews: 111 } }),
    theirs: (now: { rules: object }) => ({ rules: { ...now.rules, wallReviews: 222 } }),
  },
  {
    name: 'what to stay away from',
    path: () => `${at}/stay-away`,
    read: async () => {
      const { version, ...content } = await get<{ version: number }>(`${at}/stay-away`);
      return { version, content };
    },
    mine: () => ({ categories: [], words: ['glass'] }),
    theirs: () => ({ categories: [], words: ['paint'] }),
  },
  {
    name: 'answer of a scoresheet',
    path: () => `/api/candidates/${candidate}/answers/no-patent`,
    read: async () => {
      const answer = (await get<ScoredCandidate>(`/api/candidates/${candidate}/score`)).answers['no-patent'];
      return {
        version: answer?.version ?? 0,
        content: { choice: answer?.choice ?? null, evidence: answer?.evidence ?? '' },
      };
    },
    mine: () => ({ choice: 'pass', evidence: 'searched the register' }),
    theirs: () => ({ choice: 'fail', evidence: 'a friend said so' }),
  },
  {
    name: 'judgement of a page',
    path: () => `${at}/listings/${CODE}/craft/title`,
    read: async () => {
      const part = (await sheet()).craft.parts.find((p) => p.key === 'title')!;
      return {
        version: part.overruled?.version ?? 0,
        content: { points: part.overruled ? part.points : null, note: part.overruled?.note ?? '' },
      };
    },
    mine: () => ({ points: 80, note: 'says it all' }),
    theirs: () => ({ points: 20, note: 'stuffed' }),
  },
  {
    name: 'judgement of a brand',
    path: () => `${at}/brands/Larchbrook/judgement`,
    read: async () => {
      const { judged } = await get<{ judged: { known: string; note: string; version: number } | null }>(
        `${at}/brands/Larchbrook`,
      );
      return { version: judged?.version ?? 0, content: { known: judged?.known ?? null, note: judged?.note ?? '' } };
    },
    mine: () => ({ known: 'yes', note: 'seen in shops' }),
    theirs: () => ({ known: 'no', note: 'never heard' }),
  },
];

describe.each(documents)('two windows change the same $name', ({ path, read, mine, theirs }) => {
  test('the second is refused with what is kept now, and nothing is overwritten', async () => {
    const before = await read();
    const first = await put(path(), { ...mine(before.content as never), version: before.version });
    expect(first.status).toBe(200);
    const kept = await read();
    expect(kept.version).toBeGreaterThan(before.version);
    const second = await put(path(), { ...theirs(before.content as never), version: before.version });
    expect(second.status).toBe(409);
    expect(second.json).toMatchObject({ type: '/problems/stale', current: { version: kept.version } });
    expect(second.json.current).toMatchObject(kept.content as object);
    expect(await read()).toEqual(kept);
  });
  test('made to the newest version it is kept', async () => {
    const now = await read();
    const change = theirs(now.content as never);
    expect((await put(path(), { ...change, version: now.version })).status).toBe(200);
    expect((await read()).content).toMatchObject(change);
  });
});

test('one that was deleted and made anew is not taken for the one before', async () => {
  const path = `/api/candidates/${candidate}/answers/curable`;
  const made = (await put(path, { choice: 'one', evidence: '', version: 0 })).json.version;
  expect((await put(path, { choice: null, evidence: '', version: made })).json.version).toBe(0);
  expect((await put(path, { choice: 'both', evidence: '', version: 0 })).status).toBe(200);
  expect((await put(path, { choice: 'no', evidence: '', version: 1 })).status).toBe(409);
});

test('of many changes at the same moment made to one version, one is kept and all others are refused', async () => {
  const path = `${at}/listings/QS003W36/costing`;
  const { costing } = await get<ListingSheet>(`${at}/listings/QS003W36`);
  const answers = await Promise.all(
    Array.from({ length: 8 }, (_, i) =>
      put(path, {
        document: withAmount(costing.document, 'unit-cost', { kind: 'sum', sum: 100 + i }),
        version: costing.version,
      }),
    ),
  );
  const kept = answers.filter((a) => a.status === 200);
  expect(kept).toHaveLength(1);
  expect(answers.filter((a) => a.status === 409)).toHaveLength(7);
});

test('a count of one’s own that another window took of the same day is not overwritten unseen', async () => {
  const path = `${at}/listings/${CODE}/counts`;
  const count = (stock: number, was?: number | null) => ({
    counts: [{ day: '2026-11-20', stock, seller: '', ...(was === undefined ? {} : { was }) }],
    remove: [],
  });
  expect((await put(path, count(140))).status).toBe(200);
  // The same number once more harms nobody.
  expect((await put(path, count(140))).status).toBe(200);
  const refused = await put(path, count(96, null));
  expect([refused.status, refused.json.title]).toEqual([409, expect.stringContaining('140 pieces are kept already')]);
  expect((await sheet()).ownCounts).toEqual([{ day: '2026-11-20', stock: 140, seller: '' }]);
  expect((await put(path, count(96, 140))).status).toBe(200);
  expect((await sheet()).ownCounts).toMatchObject([{ stock: 96 }]);
});

test('baskets and notes are added to, whoever adds: nothing of two windows is lost', async () => {
  const terms = (await get<{ rows: { id: number }[] }>(`${at}/demand/terms?rows=3`)).rows.slice(0, 2).map((t) => t.id);
  await Promise.all(terms.map((id) => put(`/api/candidates/${candidate}/terms`, { add: [id], remove: [] })));
  const basket = await get<{ id: number }[]>(`/api/candidates/${candidate}/terms`);
  expect(basket.map((t) => t.id).sort()).toEqual([...terms].sort());
  await Promise.all(['one', 'two'].map((text) => program.call('POST', `/api/candidates/${candidate}/notes`, { text })));
  const { log } = await get<{ log: { text: string }[] }>(`/api/candidates/${candidate}`);
  expect(log.map((l) => l.text)).toEqual(expect.arrayContaining(['one', 'two']));
});

test('a candidate that is ruled out goes on to the shortlist only with a word why', async () => {
  await put(`/api/candidates/${candidate}/answers/no-patent`, {
    choice: 'fail',
    evidence: '',
    version: (await get<ScoredCandidate>(`/api/candidates/${candidate}/score`)).answers['no-patent']!.version,
  });
  const stage = (body: object) => program.call<Problem>('POST', `/api/candidates/${candidate}/stage`, body);
  const refused = await stage({ stage: 'shortlisted' });
  expect([refused.status, refused.json.type]).toEqual([409, '/problems/ruled-out']);
  expect(refused.json.title).toMatch(/ruled out: .*patent/i);
  expect((await stage({ stage: 'watched' })).status).toBe(200);
  expect((await stage({ stage: 'shortlisted', reason: 'The patent ran out in June.' })).status).toBe(200);
  const { log } = await get<{ log: { text: string }[] }>(`/api/candidates/${candidate}`);
  expect(log[0]!.text).toContain('The patent ran out in June.');
  expect(log.at(-1)!.text).toContain('without rivals');
});
