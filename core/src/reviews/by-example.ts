import { stemOf } from '../listing/words.ts';
import { CONCEPTS } from './concepts.ts';
import { writtenOut } from './written-out.ts';
import { SAYINGS, type Saying } from './sayings.ts';

/** What a sentence says most probably, by sentences that are known. */
export interface Guess {
  concept: string;
  kind: 'gripe' | 'praise';
  /** Probability of the concept, of either kind. */
  p: number;
}
/** Guesses what a sentence says; null for what says nothing of a product. */
export type Guesser = (sentence: string, stars: number) => Guess | null;

/** How much two words together count beside one alone. */
const PAIR = 0.5;
/** Words of the prior: what every class is taken to have said before, in the shares of all classes together. */
const PRIOR = 100;
/** How often each kind is met at one to five stars, of the sayings that leave it open. Our own judgement. */
const GRIPE_AT = [0.9, 0.85, 0.5, 0.15, 0.1];
/** Forms of one wording that are taken as examples of it. */
const FORMS = 4;

const featuresOf = (text: string): Set<string> => {
  const stems = (writtenOut(text).match(/[a-z]+/g) ?? []).map(stemOf);
  return new Set([...stems, ...stems.slice(1).map((s, i) => `${stems[i]!} ${s}`)]);
};
const weightOf = (feature: string): number => (feature.includes(' ') ? PAIR : 1);

/** Plain phrases that a wording stands for. @example phrasesOf('runs? (?:out|over)') // => ["runs out","runs over"] */
export const phrasesOf = (wording: string): string[] => {
  const found: string[] = [];
  const open = [wording.replace(/\\w[*+]/g, '').replace(/ … /g, ' ')];
  while (open.length > 0 && found.length < FORMS) {
    const text = open.shift()!;
    const group = /\((?:\?:)?([^()]*)\)(\?)?/.exec(text);
    if (!group) found.push(text.replace(/\?/g, '').replace(/[$^.\\]/g, ''));
    else
      for (const way of [...group[1]!.split('|'), ...(group[2] ? [''] : [])])
        open.push(text.slice(0, group.index) + way + text.slice(group.index + group[0].length));
  }
  return found;
};

/** Wordings of the concepts as sayings, so that their words are known in other order, too. */
export const wordingsAsSayings = (): Saying[] =>
  CONCEPTS.flatMap(({ id, gripes, praises }) =>
    (
      [
        [gripes, 'gripe'],
        [praises, 'praise'],
      ] as const
    ).flatMap(([list, kind]) => list.flatMap(phrasesOf).map((text) => ({ concept: id, kind, text }))),
  );

/**
 * Learns from sayings which words tell of which concept: the log-odds of each word and pair of neighbouring words in the
 * sayings of a class against all, with a Dirichlet prior in the shares of all (Monroe, Colaresi & Quinn 2008, "Fightin'
 * words", formula 15 without its variance), added up over a sentence (naive Bayes with even priors).
 * @example guesserOf([{ concept: 'leaks', kind: 'gripe', text: 'It drips on my shoes.' }, { concept: 'noise', kind: 'gripe', text: 'It hums.' }])('drips a lot', 1)?.concept // => "leaks"
 */
export const guesserOf = (sayings: readonly Saying[]): Guesser => {
  const keyOf = ({ concept, kind }: Saying): string => `${concept ?? ''}/${kind ?? ''}`;
  const keys = [...new Set(sayings.map(keyOf))];
  const classes = keys.map((key) => sayings.find((s) => keyOf(s) === key)!);
  const place = new Map(keys.map((key, i) => [key, i]));
  const counts = new Map<string, Float64Array>();
  const totals = new Float64Array(keys.length);
  let total = 0;
  for (const saying of sayings) {
    const at = place.get(keyOf(saying))!;
    for (const feature of featuresOf(saying.text)) {
      let row = counts.get(feature);
      if (!row) counts.set(feature, (row = new Float64Array(keys.length)));
      const weight = weightOf(feature);
      row[at] = row[at]! + weight;
      totals[at] = totals[at]! + weight;
      total += weight;
    }
  }
  const odds = new Map<string, Float64Array>();
  for (const [feature, row] of counts) {
    const share = row.reduce((a, b) => a + b, 0) / total;
    odds.set(
      feature,
      row.map((n, at) => weightOf(feature) * Math.log((n + PRIOR * share) / (totals[at]! + PRIOR) / share)),
    );
  }
  return (sentence, stars) => {
    const scores = new Float64Array(keys.length);
    let known = 0;
    for (const feature of featuresOf(sentence)) {
      const row = odds.get(feature);
      if (!row) continue;
      known++;
      for (let at = 0; at < scores.length; at++) scores[at] = scores[at]! + row[at]!;
    }
    if (known === 0) return null;
    const most = Math.max(...scores);
    const gripe = GRIPE_AT[Math.max(1, Math.min(5, Math.round(stars))) - 1]!;
    const ps = scores.map(
      (s, at) =>
        Math.exp(s - most) * (classes[at]!.kind === 'gripe' ? gripe : classes[at]!.kind === 'praise' ? 1 - gripe : 0.5),
    );
    const sum = ps.reduce((a, b) => a + b, 0);
    const byConcept = new Map<string | null, number>();
    ps.forEach((p, at) => byConcept.set(classes[at]!.concept, (byConcept.get(classes[at]!.concept) ?? 0) + p / sum));
    const [concept, p] = [...byConcept].reduce((a, b) => (b[1] > a[1] ? b : a));
    if (concept === null) return null;
    const pOf = (kind: 'gripe' | 'praise'): number => ps[place.get(`${concept}/${kind}`) ?? -1] ?? 0;
    return { concept, kind: pOf('gripe') >= pOf('praise') ? 'gripe' : 'praise', p };
  };
};

let own: Guesser | null = null;
/** The guesser of the sayings that ship with the program. */
export const ownGuesser = (): Guesser => (own ??= guesserOf([...SAYINGS, ...wordingsAsSayings()]));
