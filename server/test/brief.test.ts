// The maker's brief: kept with its candidate, of any content that a person may type, and gone with it.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { KeptBrief } from '@kettle/contract/candidates';
import { CONCEPTS } from '@kettle/core/reviews/concepts';
import { briefHint, briefLineOf } from '@kettle/core/reviews/brief-hints';
import { startProgram, type Program } from './program.ts';

let program: Program;
let id: number;
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 600 });
  const made = await program.call<{ id: number }>('POST', '/api/marketplaces/quayside/candidates', {
    anchor: 'QS0049G9',
    rivals: [],
  });
  id = made.json.id;
});
afterAll(() => program.stop());

const line = briefLineOf(
  {
    key: 'gripe/holds/clamp',
    name: 'Clamp does not hold',
    kind: 'gripe',
    concept: 'holds',
    part: 'clamp',
    about: 'product',
    reviews: 12,
    share: 0.24,
  },
  50,
  '2026-11-24',
);
const path = (): string => `/api/candidates/${id}/brief`;

test('a candidate has an empty one before it is kept', async () => {
  expect((await program.call<KeptBrief>('GET', path())).json).toEqual({
    document: { format: 'cold-kettle/brief', lines: [] },
    version: 0,
  });
  expect((await program.call('GET', '/api/candidates/999999/brief')).status).toBe(404);
});

test('what is typed comes back as it was, hostile texts too', async () => {
  const odd = {
    ...line,
    key: 'own-1',
    kind: 'own' as const,
    weight: null,
    title: '<img src=x onerror=alert(1)> 😀 \u202e =1+1',
    amount: "'; drop table briefs; --",
  };
  const document = { format: 'cold-kettle/brief' as const, lines: [line, odd] };
  const kept = await program.call<{ version: number }>('PUT', path(), { document, version: 0 });
  expect(kept.status).toBe(200);
  expect((await program.call<KeptBrief>('GET', path())).json).toEqual({ document, version: kept.json.version });
});

test('what is no brief is refused with a sentence, and nothing is changed', async () => {
  const before = (await program.call<KeptBrief>('GET', path())).json;
  for (const lines of [
    [{ ...line, change: 'x'.repeat(1001) }],
    [{ ...line, kind: 'threat' }],
    [{ ...line, more: 1 }],
    'none',
  ])
    expect(
      (await program.call('PUT', path(), { document: { format: 'cold-kettle/brief', lines }, version: before.version }))
        .status,
    ).toBe(422);
  expect((await program.call<KeptBrief>('GET', path())).json).toEqual(before);
});

test('each concept of the product has a proposal of what to change or show, and how it is checked', () => {
  for (const { id: concept } of CONCEPTS) {
    const hint = briefHint(concept, 'lid', 'gripe');
    expect([concept, hint.change + hint.page !== '']).toEqual([concept, true]);
    for (const text of Object.values(hint)) expect(text).not.toMatch(/[{}]|\b(?:a|the) (?:the|a)\b/i);
  }
  expect(briefHint('holds', 'clamp', 'gripe').change).toBe('A stronger hold of the clamp');
  expect(briefHint('breaks', null, 'gripe').change).toBe('A stronger part: thicker, or of another material');
  expect(briefHint('noise', null, 'praise').change).toBe('Keep it as good as the rivals’');
});
