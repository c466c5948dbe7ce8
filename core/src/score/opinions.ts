import type { Opinion } from '../documents/opinion.ts';
import type { Scoresheet } from '../documents/scoresheet.ts';
import { wilson } from '../stats/intervals.ts';
import { cohensKappa } from '../stats/kappa.ts';

/** A question that a person answers: a gate, or a judged criterion. */
export interface Question {
  key: string;
  name: string;
  how: string;
  gate: boolean;
  /** With the share of the most points that each earns; pass is 1, fail 0. */
  choices: { key: string; label: string; share: number }[];
}

/** The questions of a scoresheet that are not measured; a gate whose figure is measured is none. */
export const questionsOf = ({ gates, criteria }: Scoresheet): Question[] => [
  ...gates
    .filter((g) => g.measured === null)
    .map((g): Question => ({ key: g.key, name: g.name, how: g.how, gate: true, choices: [{ key: 'pass', label: 'passes', share: 1 }, { key: 'fail', label: 'fails', share: 0 }] })), // prettier-ignore
  ...criteria.flatMap((c): Question[] => {
    if (c.scale.kind !== 'judged') return [];
    const points = c.scale.options.map((o) => o.points);
    const [least, most] = [Math.min(...points), Math.max(...points)];
    return [
      {
        key: c.key,
        name: c.name,
        how: c.how,
        gate: false,
        choices: c.scale.options.map((o) => ({ key: o.key, label: o.label, share: most === least ? 1 : (o.points - least) / (most - least) })), // prettier-ignore
      },
    ];
  }),
];

/** From which share of a question's points an answer speaks for a candidate, and up to which against it. */
const FOR = 2 / 3;
const AGAINST = 1 / 3;
const leaning = (share: number): string => (share >= FOR ? 'for' : share <= AGAINST ? 'against' : 'between');

export interface Compared {
  key: string;
  name: string;
  own: string | null;
  ownWords: string;
  other: string | null;
  otherChoice: string | null;
  otherWords: string;
  apart: number | null;
}
export interface Agreement {
  answers: Compared[];
  /** How each of the questions that both answered speaks: for, between, against. */
  pairs: [string, string][];
}

/**
 * One's own answers beside another's: the largest difference first, then what only the other answered, then what only oneself did.
 * @example compareAnswers({ format: 'cold-kettle/scoresheet', version: 2, name: '', passMark: 1, gates: [{ key: 'law', name: 'Law', how: '', measured: null }], criteria: [] }, { law: { choice: 'pass', evidence: '' } }, [{ key: 'law', choice: 'fail', why: 'patent' }]).pairs // => [["for","against"]]
 */
export const compareAnswers = (
  sheet: Scoresheet,
  own: Readonly<Record<string, { choice: string; evidence: string } | undefined>>,
  others: Opinion['answers'],
): Agreement => {
  const pairs: [string, string][] = [];
  const answers = questionsOf(sheet).map(({ key, name, choices }): Compared => {
    const mine = own[key];
    const theirs = others.find((o) => o.key === key);
    const choiceOf = (choice: string | undefined) => choices.find((c) => c.key === choice);
    const [a, b] = [choiceOf(mine?.choice), choiceOf(theirs?.choice)];
    if (a && b) pairs.push([leaning(a.share), leaning(b.share)]);
    return {
      key,
      name,
      own: a?.label ?? null,
      ownWords: mine?.evidence ?? '',
      other: b?.label ?? null,
      otherChoice: b?.key ?? null,
      otherWords: theirs?.why ?? '',
      apart: a && b ? Math.abs(a.share - b.share) : null,
    };
  });
  const rank = (c: Compared): number =>
    c.apart === null ? (c.other !== null ? -1 : c.own !== null ? -2 : -3) : c.apart;
  return { answers: answers.sort((a, b) => rank(b) - rank(a)), pairs };
};

/** Questions under which nothing is said beyond how many they agree on. */
const FEW = 5;

/**
 * How far two judges agree beyond chance over some questions, and on how many they do. The large-sample interval says of few
 * questions too little (none at all where all agree): it is widened to what Wilson's interval of the share agreed allows.
 * @example agreementOf([['for', 'for'], ['against', 'for']]) // => {"kappa":null,"low":null,"high":null,"agreed":1,"of":2}
 */
export const agreementOf = (
  pairs: Agreement['pairs'],
): { kappa: number | null; low: number | null; high: number | null; agreed: number; of: number } => {
  const agreed = pairs.filter(([a, b]) => a === b).length;
  const found = pairs.length < FEW ? null : cohensKappa(pairs);
  if (!found) return { kappa: null, low: null, high: null, agreed, of: pairs.length };
  const share = wilson(agreed, pairs.length)!;
  const beyond = (p: number): number => Math.max(-1, (p - found.byChance) / (1 - found.byChance));
  return {
    kappa: found.value,
    low: Math.min(found.interval.low, beyond(share.low)),
    high: Math.max(found.interval.high, beyond(share.high)),
    agreed,
    of: pairs.length,
  };
};
