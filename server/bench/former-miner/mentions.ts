import model from 'wink-eng-lite-web-model';
import winkNLP, { type ItsFunction, type ItemSentence } from 'wink-nlp';
import { EMPTY_NOUNS, GENERAL_OPINIONS, NEGATORS, opinionOf } from './lexicon.ts';
import { cleanText } from '@kettle/core/reviews/text';

export type MentionKind = 'gripe' | 'praise' | 'wish';
/** One thing that one sentence says about one aspect. */
export interface Mention {
  kind: MentionKind;
  /** Lemma of the part or property that is spoken of; null when the sentence names none. */
  aspect: string | null;
  /** The aspect with the nouns before it: "paint pot". */
  phrase: string | null;
  /** What is said of it, with its negation: "not fit". */
  opinion: string;
  /** −5 to 5, after negation. */
  polarity: number;
  sentence: string;
}

interface Token {
  text: string;
  lemma: string;
  pos: string;
}

const nlp = winkNLP(model, ['sbd', 'pos', 'negation']);
const lemmaOf = nlp.its.lemma as unknown as ItsFunction<string>;

const WISH =
  /\b(i wish|wish (it|they|there|the)|would be (better|nice|great|perfect)|would have been (better|nice)|would (love|like|prefer) (it|to see|a|an|more|if)|should (have|be|come)|could (use|have)|needs? (to|a|an|more|another)|if only|would have liked|please (add|make))\b/i;
/** Words and signs at which a sentence falls into clauses. */
const BREAKS = new Set([',', ';', ':', '-', '–', '—', 'but', 'although', 'though', 'however', 'while', '(', ')']);
const NEGATION_REACH = 4;

/**
 * What a review's text says, sentence by sentence and clause by clause: for each clause with a word of opinion or a
 * wish, its aspect (the noun nearest the opinion), the opinion with its negation, and the kind. The sentence's own
 * polarity decides, not the stars; a clause without any opinion yields nothing.
 */
export const mentionsIn = (text: string): Mention[] => {
  const mentions: Mention[] = [];
  nlp
    .readDoc(cleanText(text))
    .sentences()
    .each((sentence: ItemSentence) => mentions.push(...mentionsOfSentence(sentence)));
  return mentions;
};

const mentionsOfSentence = (sentence: ItemSentence): Mention[] => {
  const words = sentence.tokens().out();
  const lemmas = sentence.tokens().out(lemmaOf);
  const tags = sentence.tokens().out(nlp.its.pos);
  const tokens = words.map((text, i): Token => ({
    text,
    lemma: (lemmas[i] ?? text).toLowerCase(),
    pos: tags[i] ?? '',
  }));
  const whole = sentence.out().trim();
  if (WISH.test(whole)) return wishOf(tokens, whole);
  const mentions: Mention[] = [];
  let before: { aspect: string; phrase: string } | null = null;
  for (const clause of clausesOf(tokens)) {
    const found = mentionOfClause(clause, whole, before);
    if (found) mentions.push(found);
    before = nounNear(clause, clause.length) ?? before;
  }
  return onePerAspect(mentions);
};

const clausesOf = (tokens: readonly Token[]): Token[][] => {
  const clauses: Token[][] = [[]];
  for (const token of tokens) {
    if (BREAKS.has(token.text.toLowerCase())) clauses.push([]);
    else clauses.at(-1)!.push(token);
  }
  return clauses.filter((c) => c.length > 0);
};

const mentionOfClause = (
  clause: readonly Token[],
  sentence: string,
  before: { aspect: string; phrase: string } | null,
): Mention | null => {
  let strongest: { at: number; polarity: number; negated: boolean } | null = null;
  let sum = 0;
  clause.forEach((token, at) => {
    const raw = token.pos === 'PROPN' && at > 0 ? 0 : opinionOf(token.lemma) || opinionOf(token.text.toLowerCase());
    if (raw === 0) return;
    const negated = isNegated(clause, at);
    // "Not great" is weaker than "awful"; "never leaked" is mild praise.
    const polarity = negated ? -0.8 * raw : raw;
    sum += polarity;
    if (!strongest || Math.abs(polarity) > Math.abs(strongest.polarity)) strongest = { at, polarity, negated };
  });
  if (!strongest || sum === 0) return null;
  const { at, negated } = strongest as { at: number; negated: boolean };
  const near = nounNear(clause, at) ?? before;
  const opinion = clause[at]!.lemma;
  if (!near && GENERAL_OPINIONS.has(opinion)) return null;
  return {
    kind: sum < 0 ? 'gripe' : 'praise',
    aspect: near && near.aspect !== opinion ? near.aspect : null,
    phrase: near && near.aspect !== opinion ? near.phrase : null,
    opinion: negated ? `not ${opinion}` : opinion,
    polarity: Math.max(-5, Math.min(5, sum)),
    sentence,
  };
};

const isNegated = (clause: readonly Token[], at: number): boolean => {
  for (let i = Math.max(0, at - NEGATION_REACH); i < at; i++) {
    const { text, lemma } = clause[i]!;
    if (NEGATORS.has(text.toLowerCase()) || NEGATORS.has(lemma)) return true;
    if (lemma === 'no' && clause[i + 1]?.text.toLowerCase() === 'longer') return true;
  }
  return clause[at + 1]?.text.toLowerCase() === 'nothing';
};

/** The nearest noun that names something, those before the place first. */
const nounNear = (clause: readonly Token[], at: number): { aspect: string; phrase: string } | null => {
  const isAspect = (i: number): boolean => {
    const token = clause[i]!;
    return (
      i !== at &&
      /^(NOUN|PROPN)$/.test(token.pos) &&
      /^[a-z][a-z-]{2,}$/.test(token.lemma) &&
      !EMPTY_NOUNS.has(token.lemma) &&
      opinionOf(token.lemma) === 0
    );
  };
  const order = [
    ...Array.from({ length: at }, (_, i) => at - 1 - i),
    ...Array.from({ length: Math.max(0, clause.length - at - 1) }, (_, i) => at + 1 + i),
  ];
  const found = order.find((i) => i < clause.length && isAspect(i));
  if (found === undefined) return null;
  // The head of a compound is its last noun.
  let head = found;
  while (head + 1 < clause.length && isAspect(head + 1)) head++;
  let first = head;
  while (first > 0 && isAspect(first - 1)) first--;
  const aspect = singular(clause[head]!);
  return {
    aspect,
    phrase: clause
      .slice(first, head + 1)
      .map((t, i, all) => (i === all.length - 1 ? aspect : t.text.toLowerCase()))
      .join(' '),
  };
};

/** The lemma; names at the start of a sentence keep their plural there, so it is taken off here. */
const singular = ({ lemma, pos }: Token): string =>
  pos === 'PROPN' && /[^su]s$/.test(lemma) ? lemma.slice(0, -1) : lemma;

const wishOf = (tokens: readonly Token[], sentence: string): Mention[] => {
  const at = tokens.findIndex((t) =>
    ['wish', 'would', 'should', 'could', 'need', 'needs', 'only', 'please'].includes(t.text.toLowerCase()),
  );
  const wished = tokens.slice(at + 1);
  const near = nounNear(wished, -1) ?? nounNear(tokens, tokens.length);
  return [
    {
      kind: 'wish',
      aspect: near?.aspect ?? null,
      phrase: near?.phrase ?? null,
      opinion: 'wish',
      polarity: 0,
      sentence,
    },
  ];
};

/** A sentence that says the same twice counts once. */
const onePerAspect = (mentions: readonly Mention[]): Mention[] => {
  const seen = new Set<string>();
  return mentions.filter((m) => {
    const key = `${m.kind}/${m.aspect ?? m.opinion}`;
    return seen.has(key) ? false : (seen.add(key), true);
  });
};
