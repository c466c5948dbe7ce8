import type { Scoresheet } from '../documents/scoresheet.ts';
import type { Score } from './scoresheet.ts';

/** From how much of a criterion's points on it speaks for a candidate, and up to how much against it. */
export const SPEAKS_FOR = 0.7;
export const SPEAKS_AGAINST = 0.3;

/** What speaks for a candidate, what against it, and what is open, by the names of a scoresheet's lines; the weightiest first. */
export interface ForAndAgainst {
  for: string[];
  against: string[];
  open: string[];
}

/**
 * Criteria that are settled speak for a candidate from 70 % of their points on, against it up to 30 %; a gate that is shut
 * stands first among what speaks against it.
 * @example forAndAgainst({ format: 'cold-kettle/scoresheet', version: 2, name: '', passMark: 1, gates: [], criteria: [{ key: 'a', name: 'Demand', group: 'demand', how: '', scale: { kind: 'measured', measure: 'units', bands: [{ from: 0, points: 10 }] } }] }, { least: 9, most: 9, max: 10, passMark: 1, verdict: 'passes', gates: [], criteria: [{ key: 'a', least: 9, most: 9, max: 10, source: '', value: 1, interval: null, choice: null }] }).for // => ["Demand"]
 */
export const forAndAgainst = (sheet: Scoresheet, score: Score): ForAndAgainst => {
  const names = new Map([...sheet.gates, ...sheet.criteria].map((c) => [c.key, c.name]));
  const nameOf = ({ key }: { key: string }): string => names.get(key) ?? key;
  const settled = score.criteria.filter((c) => c.least === c.most && c.max > 0).sort((a, b) => b.max - a.max);
  return {
    for: settled.filter((c) => c.least >= SPEAKS_FOR * c.max).map(nameOf),
    against: [
      ...score.gates.filter((g) => g.state === 'fail').map(nameOf),
      ...settled.filter((c) => c.least <= SPEAKS_AGAINST * c.max).map(nameOf),
    ],
    open: [
      ...score.gates.filter((g) => g.state === 'unknown').map(nameOf),
      ...score.criteria.filter((c) => c.least < c.most).sort((a, b) => b.most - b.least - (a.most - a.least)).map(nameOf), // prettier-ignore
    ],
  };
};

/** A line of a scoresheet as it stands with several candidates. */
export interface BesideLine {
  key: string;
  name: string;
  kind: 'gate' | 'criterion';
  /** Points between the best and the worst of them, by the middle of what is open; a gate that only some fail counts as all points. */
  apart: number;
}

/**
 * The lines of a scoresheet, what sets candidates apart most first; those on which they are alike last, in the sheet's order.
 * @example besideOf({ format: 'cold-kettle/scoresheet', version: 2, name: '', passMark: 1, gates: [], criteria: ['a', 'b'].map((key) => ({ key, name: key, group: 'demand', how: '', scale: { kind: 'measured', measure: 'units', bands: [{ from: 0, points: 10 }] } })) }, [[5, 1], [5, 9]].map((points) => ({ least: 0, most: 0, max: 20, passMark: 1, verdict: 'open', gates: [], criteria: points.map((p, i) => ({ key: 'ab'[i], least: p, most: p, max: 10, source: '', value: 1, interval: null, choice: null })) }))).map((l) => [l.key, l.apart]) // => [["b",8],["a",0]]
 */
export const besideOf = (sheet: Scoresheet, scores: readonly Score[]): BesideLine[] => {
  const spread = (values: readonly number[]): number => (values.length === 0 ? 0 : Math.max(...values) - Math.min(...values)); // prettier-ignore
  const gates = sheet.gates.map(({ key, name }, i): BesideLine => {
    const states = scores.map((s) => s.gates[i]?.state);
    const isSplit = states.includes('fail') && states.some((s) => s !== 'fail');
    const isOpen = new Set(states).size > 1;
    return { key, name, kind: 'gate', apart: isSplit ? (scores[0]?.max ?? 0) : isOpen ? 0.5 : 0 };
  });
  const criteria = sheet.criteria.map(({ key, name }, i): BesideLine => ({
    key,
    name,
    kind: 'criterion',
    apart: spread(scores.flatMap((s) => (s.criteria[i] ? [(s.criteria[i].least + s.criteria[i].most) / 2] : []))),
  }));
  return [...gates, ...criteria].map((line, at) => ({ line, at })).sort((a, b) => b.line.apart - a.line.apart || a.at - b.at).map(({ line }) => line); // prettier-ignore
};
