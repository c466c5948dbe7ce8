import type { Criterion, Scoresheet } from '../documents/scoresheet.ts';
import { possiblePoints, type Standing } from './firmness.ts';
import { weightOf } from './scoresheet.ts';

/** What a single answer would turn. */
export interface AnswerTurns {
  candidate: number;
  criterion: string;
  /** Points it would have to earn, weight in. */
  points: number;
  turns: ('passes' | 'fails' | 'first' | 'first three')[];
}
/** What a weight, alone, would turn: multiplied by so much. */
export interface WeightTurns {
  criterion: string;
  times: number;
  turns: ({ what: 'passes' | 'fails'; candidate: number } | { what: 'first'; candidate: number })[];
}
export interface Sensitivity {
  answers: AnswerTurns[];
  weights: WeightTurns[];
}

/** Weights are tried from none to so many times what they are. */
const MOST_TIMES = 10;

/** Points as they stand: known answers, and the least of what is open. */
const least = ({ score }: Standing): number => score.least;
const isOut = ({ score }: Standing): boolean => score.gates.some((g) => g.state === 'fail');
const orderOf = (totals: readonly { id: number; total: number }[]): number[] =>
  [...totals].sort((a, b) => b.total - a.total || a.id - b.id).map((t) => t.id);

/**
 * Which single answer, and which single weight, would turn who passes or who stands first; all else as it stands, open
 * answers at their least. Of answers every one that can be given is tried; of weights the nearest multiple above and below 1 at
 * which something turns is found exactly: totals are straight lines in it.
 */
export const sensitivityOf = (sheet: Scoresheet, candidates: readonly Standing[]): Sensitivity => {
  const running = candidates.filter((c) => !isOut(c));
  const totals = running.map((c) => ({ id: c.id, total: least(c) }));
  const order = orderOf(totals);
  const firstThree = new Set(order.slice(0, 3));
  return {
    answers: running.flatMap((c) => answersThatTurn(sheet, c, totals, order[0], firstThree)),
    weights: sheet.criteria.flatMap((criterion, j) => weightsThatTurn(sheet, running, criterion, j)),
  };
};

const answersThatTurn = (
  sheet: Scoresheet,
  candidate: Standing,
  totals: readonly { id: number; total: number }[],
  first: number | undefined,
  firstThree: ReadonlySet<number>,
): AnswerTurns[] => {
  const now = least(candidate);
  const others = totals.filter((t) => t.id !== candidate.id);
  const better = (total: number): number => others.filter((t) => t.total > total || (t.total === total && t.id < candidate.id)).length; // prettier-ignore
  return sheet.criteria.flatMap((criterion, j): AnswerTurns[] => {
    const of = candidate.score.criteria[j]!;
    const found = new Map<string, AnswerTurns>();
    for (const plain of possiblePoints(criterion)) {
      const points = plain * weightOf(criterion);
      const total = now - of.least + points;
      const turns: AnswerTurns['turns'] = [];
      if (now < sheet.passMark && total >= sheet.passMark) turns.push('passes');
      if (now >= sheet.passMark && total < sheet.passMark) turns.push('fails');
      const place = better(total);
      if ((place === 0) !== (candidate.id === first)) turns.push('first');
      if (place < 3 !== firstThree.has(candidate.id)) turns.push('first three');
      if (turns.length === 0) continue;
      // Of several answers that turn the same the one nearest to what is answered now.
      const key = turns.join();
      const before = found.get(key);
      if (!before || Math.abs(points - of.least) < Math.abs(before.points - of.least))
        found.set(key, { candidate: candidate.id, criterion: criterion.key, points, turns });
    }
    return [...found.values()];
  });
};

const weightsThatTurn = (
  sheet: Scoresheet,
  running: readonly Standing[],
  criterion: Criterion,
  j: number,
): WeightTurns[] => {
  // Total at a multiple t of this weight: rest + t × part.
  const lines = running.map((c) => ({ id: c.id, part: c.score.criteria[j]!.least, rest: least(c) - c.score.criteria[j]!.least })); // prettier-ignore
  const first = orderOf(lines.map((l) => ({ id: l.id, total: l.rest + l.part })))[0];
  const leader = lines.find((l) => l.id === first);
  const events: { times: number; turn: WeightTurns['turns'][number] }[] = [];
  const within = (times: number): boolean => times >= 0 && times <= MOST_TIMES && Math.abs(times - 1) > 1e-9;
  for (const line of lines) {
    if (line.part !== 0) {
      const times = (sheet.passMark - line.rest) / line.part;
      const passesNow = line.rest + line.part >= sheet.passMark;
      if (within(times)) events.push({ times, turn: { what: passesNow ? 'fails' : 'passes', candidate: line.id } });
    }
    if (leader && line.id !== leader.id && line.part !== leader.part) {
      const times = (leader.rest - line.rest) / (line.part - leader.part);
      if (within(times)) events.push({ times, turn: { what: 'first', candidate: line.id } });
    }
  }
  const nearest = (side: (times: number) => boolean, far: (a: number, b: number) => boolean): WeightTurns[] => {
    const on = events.filter((e) => side(e.times));
    if (on.length === 0) return [];
    const times = on.reduce((best, e) => (far(e.times, best) ? e.times : best), on[0]!.times);
    return [{ criterion: criterion.key, times, turns: on.filter((e) => Math.abs(e.times - times) < 1e-9).map((e) => e.turn) }]; // prettier-ignore
  };
  return [
    ...nearest(
      (t) => t < 1,
      (a, b) => a > b,
    ),
    ...nearest(
      (t) => t > 1,
      (a, b) => a < b,
    ),
  ];
};
