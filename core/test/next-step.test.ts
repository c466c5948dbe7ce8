import { expect, test } from '@jest/globals';
import { nextStep, type Standing } from '../src/score/next-step.ts';

const sound: Standing = {
  stage: 'watched',
  still: null,
  profit: 900,
  outlay: 500_000,
  verdict: 'passes',
  open: 0,
  lookAgainOn: null,
};
const TODAY = '2026-11-24';
const words = (part: Partial<Standing>): string | null => nextStep({ ...sound, ...part }, TODAY)?.words ?? null;

test.each<[Partial<Standing>, string | null]>([
  [{ stage: 'dropped' }, null],
  [{ stage: 'chosen' }, null],
  [{ lookAgainOn: TODAY }, 'look again today'],
  [{ lookAgainOn: '2026-11-20', verdict: 'ruled out' }, 'look again, due 4 days ago'],
  [{ lookAgainOn: '2026-11-25' }, 'weigh it'],
  [{ verdict: 'ruled out' }, 'a gate rules it out: drop it, or say why not'],
  [{ stage: 'found', profit: null }, 'watch it'],
  [{ profit: null }, 'type what it costs'],
  [{ profit: 0 }, 'nothing stays of a sale: another price, another quote'],
  [{ outlay: null }, 'type the first order'],
  [{ still: 'watched for 1 of 4 weeks' }, 'watch on: watched for 1 of 4 weeks'],
  // Who put it there in spite of the rule has said why.
  [{ still: 'watched for 1 of 4 weeks', stage: 'shortlisted' }, 'choose it, or drop it'],
  [{ open: 2, verdict: 'open' }, 'judge 2 questions'],
  [{ open: 1, verdict: 'open' }, 'judge one question'],
  [{ verdict: 'fails' }, 'it fails the mark: drop it, or look for what would turn it'],
  [{ stage: 'watched' }, 'weigh it'],
  [{ stage: 'weighed' }, 'put it on the shortlist'],
  [{ stage: 'shortlisted' }, 'choose it, or drop it'],
])('%j: %s', (part, expected) => expect(words(part)).toBe(expected));
