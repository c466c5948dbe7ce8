import type { Stage } from '../documents/stages.ts';
import { daysBetween, type Day } from '../measures/day.ts';

export interface Standing {
  stage: Stage;
  /** What the seller's own waiting rule still asks for, in words; null for nothing. */
  still: string | null;
  /** What is left of a sale; null while its costs are not known. */
  profit: number | null;
  outlay: number | null;
  verdict: 'passes' | 'fails' | 'open' | 'ruled out';
  /** Gates and criteria that nobody answered yet. */
  open: number;
  lookAgainOn: Day | null;
}
export interface NextStep {
  words: string;
  /** Where it is done. */
  tab: 'line-up' | 'readings' | 'costing' | 'scoresheet';
  /** It is due now, or something stands against going on. */
  urgent: boolean;
}

const questions = (n: number): string => (n === 1 ? 'one question' : `${n} questions`);

/**
 * What is to be done with a candidate next, the first thing that is in the way; null for one that was dropped or chosen.
 * @example nextStep({ stage: 'found', still: null, profit: null, outlay: null, verdict: 'open', open: 9, lookAgainOn: null }, '2026-11-24') // => {"words":"watch it","tab":"line-up","urgent":false}
 */
export const nextStep = (of: Standing, today: Day): NextStep | null => {
  const { stage, still, profit, outlay, verdict, open, lookAgainOn } = of;
  const step = (words: string, tab: NextStep['tab'], urgent = false): NextStep => ({ words, tab, urgent });
  if (stage === 'dropped' || stage === 'chosen') return null;
  if (lookAgainOn !== null && lookAgainOn <= today)
    return step(daysBetween(lookAgainOn, today) === 0 ? 'look again today' : `look again, due ${daysBetween(lookAgainOn, today)} days ago`, 'readings', true); // prettier-ignore
  if (verdict === 'ruled out') return step('a gate rules it out: drop it, or say why not', 'scoresheet', true);
  if (stage === 'found') return step('watch it', 'line-up');
  if (profit === null) return step('type what it costs', 'costing');
  if (profit <= 0) return step('nothing stays of a sale: another price, another quote', 'costing', true);
  if (outlay === null) return step('type the first order', 'costing');
  if (still !== null && (stage === 'watched' || stage === 'weighed')) return step(`watch on: ${still}`, 'readings');
  if (open > 0) return step(`judge ${questions(open)}`, 'scoresheet');
  if (verdict === 'fails')
    return step('it fails the mark: drop it, or look for what would turn it', 'scoresheet', true);
  if (stage === 'watched') return step('weigh it', 'scoresheet');
  return stage === 'weighed'
    ? step('put it on the shortlist', 'scoresheet')
    : step('choose it, or drop it', 'scoresheet');
};
