import { CONCEPTS, type About, type Concept, type SaidKind } from './concepts.ts';
import { ownGuesser, type Guess, type Guesser } from './by-example.ts';
import { cleanText } from './text.ts';
import { wordingsIn, type WordingMet } from './wordings.ts';
import { writtenOut } from './written-out.ts';

/** One thing that one sentence of a review says. */
export interface Said {
  kind: SaidKind;
  /** Id of a concept; "other" for what no concept knows. */
  concept: string;
  /** The part that is spoken of, as buyers call it; null where none is. */
  part: string | null;
  about: About;
  sentence: string;
  /** Number of the sentence in the review: 0 is its title. */
  place: number;
  /** By the wording itself, by a word that only names it beside a general opinion, by likeness to known sentences, or by the stars alone. */
  by: 'wording' | 'opinion' | 'example' | 'stars';
  /** The words by which it was known, short forms written out; null where no wording was met. */
  words: string | null;
}
export interface ReviewText {
  title: string;
  body: string;
  /** 1 to 5. */
  stars: number;
}

/** Longer clauses are read up to here. */
const LONGEST_CLAUSE = 400;
/** Words within which a negation reaches. */
const REACH = 7;

/** Sureness from which a sentence is taken to say what known ones say (naive Bayes is always too sure). Tried on the labelled reviews that were looked at. */
const LIKE = 0.97;
const BELIEVED = 0.5;
/** Sureness from which a whole review that holds nothing else is taken to say what known sentences say. */
const GUESSED = 0.7;
const conceptOf = new Map(CONCEPTS.map((c) => [c.id, c]));

/** What a sentence holds that says something against its stars. */
const SETS_OFF =
  /(?<!\w)(?:but|though|although|however|only|except|unfortunately|wish|would|could|bit|slightly|little|pity|shame|yet|still|while|sadly|minus|downside|complaint|otherwise|apart|despite|at first|initially|not)(?!\w)/;

/** What can happen to anything. */
const WHATEVER = new Set(['breaks', 'durability', 'function', 'holds', 'mechanism', 'finish', 'missing', 'size']);
/** What is spoken of where it is named at all. */
const NAMED = new Set(['battery', 'instructions']);

/** Words that turn what stands behind them round. */
const NEGATION =
  /(?<!\w)(?:not|no|never|without|nothing|neither|nor|none|hardly|barely|scarcely|nobody|zero|free of|far from|stopped|afraid|instead of)(?!\w)/g;
/** Words that end a negation's reach. */
const TURN = /(?<!\w)(?:but|except|only|until|unless|because)(?!\w)/;
/** What is said of other products, or of an earlier one. */
const OTHERS =
  /(?<!\w)(?:(?:my|the|our|his|her) (?:old|previous|last|former|earlier)(?: (?:one|model|pair|version))?|the first|other (?:brands?|ones|makes?)|another brand|others|cheaper ones|comparable|like my|unlike|(?:two|three|four|tried) (?:other|four|three))(?!\w)/;
const WISH =
  /(?<!\w)(?:wish|if only|(?:i|we) would (?:love|like|prefer|pay more|buy|need|have liked)|would (?:like|love) to (?:see|have)|(?:would|could|should|might) (?:be|have been) (?:even )?(?:better|nicer|nice|perfect|great|ideal|five stars|welcome|good to|wider|longer|thicker|larger|bigger|smaller|stronger|softer|deeper|cheaper|lighter|used)|would make it (?:perfect|better|even)|please (?:add|make|give|include)|(?:should|could) (?:have (?:added|had|a|an|come)|come with)|if (?:it|they|the \w+) (?:had|were|was|came)|one please|would need something)(?!\w)/;

/** General opinions: how good or bad, of whatever is named beside them. Our own judgement. */
const GOOD =
  /(?<!\w)(?:good|great|nice|nicely|lovely|love[sd]?|perfect(?:ly)?|excellent|brilliant|super|fine|happy|pleased|recommend(?:ed)?|wonderful|fantastic|amazing|best|practical|ideal|favourite|favorite|well|clear|easy|strong|bright|gentle|appreciated|impressed|decent|alright|warm|comfortable|delighted|thrilled|handy|simple|quick(?:ly)?|fast)(?!\w)/g;
const BAD =
  /(?<!\w)(?:bad|poor(?:ly)?|terrible|awful|horrible|useless|worst|disappoint\w*|annoying|rubbish|stupid|joke|wrong|unhappy|hate[sd]?|returned|sent it back|sent back|never again|trouble|headache|panic|swearing|problem\w*|fail\w*|unfortunately|sadly|complain\w*|dull|useless|waste|worn|odd|cheap|mislead\w*)(?!\w)/g;

const negatedAt = (clause: string, at: number): boolean => {
  const before = clause.slice(0, at);
  const turn = [...before.matchAll(new RegExp(TURN, 'g'))].at(-1);
  const reach = turn ? before.slice(turn.index + turn[0].length) : before;
  const last = [...reach.matchAll(NEGATION)].at(-1);
  if (!last) return false;
  const between = reach.slice(last.index + last[0].length).match(/\w+/g) ?? [];
  // "Not only", "never had one so good", "no wonder".
  if (/^\s*(?:only|just|wonder|doubt)\b/.test(reach.slice(last.index + last[0].length))) return false;
  return between.length < REACH;
};

/** What a clause says by wordings: the longest first, none over another. */
const foundIn = (clause: string): WordingMet[] => {
  const all = wordingsIn(clause).sort(
    (a, b) => Math.abs(b.says) - Math.abs(a.says) || b.to - b.from - (a.to - a.from) || a.from - b.from,
  );
  const kept: WordingMet[] = [];
  for (const one of all) if (!kept.some((k) => k.from < one.to && one.from < k.to)) kept.push(one);
  return kept.sort((a, b) => a.from - b.from);
};

const clausesOf = (sentence: string): string[] =>
  writtenOut(sentence)
    .split(/[,;:()–—]|\s-\s|(?<!\w)(?:but|although|though|however|while|whereas|yet|otherwise|apart from that)(?!\w)/)
    .map((c) => c.slice(0, LONGEST_CLAUSE).trim())
    .filter((c) => /\w/.test(c));

const balance = (clause: string): number => {
  const sum = (words: RegExp): number =>
    [...clause.matchAll(words)].reduce((n, m) => n + (negatedAt(clause, m.index) ? -1 : 1), 0);
  return Math.sign(sum(GOOD) - sum(BAD));
};

const SENTENCES = new Intl.Segmenter('en', { granularity: 'sentence' });
/** Sentences of a text (Unicode Standard Annex 29, through Intl), those without a word left out. */
export const sentencesOf = (text: string): string[] =>
  [...SENTENCES.segment(cleanText(text))].map((s) => s.segment.trim()).filter((s) => /\p{L}{2}/u.test(s));

/** Finds the part that a clause speaks of: the nearest of those that are known, else none. */
export type PartFinder = (clause: string, at: number) => string | null;
const NO_PARTS: PartFinder = () => null;

/**
 * What a review says: title and body by sentence and clause. The wording decides what is spoken of and whether it is good
 * or bad of that; stars only where the wording leaves it open, and where a review of one or two stars, or of four or five,
 * would else hold nothing of its kind.
 * @example readReview({ title: '', body: 'The lid never leaked, but the paint flakes.', stars: 3 }).map((s) => `${s.kind} ${s.concept}`) // => ["praise leaks", "gripe finish"]
 */
export const readReview = (
  { title, body, stars }: ReviewText,
  partOf: PartFinder = NO_PARTS,
  guess: Guesser = ownGuesser(),
): Said[] => {
  const sentences = [cleanText(title), ...sentencesOf(body)];
  const said: Said[] = [];
  const open: { concept: Concept; part: string | null; sentence: string; place: number }[] = [];
  sentences.forEach((sentence, place) => {
    if (sentence === '') return;
    const whole = writtenOut(sentence);
    const isWish = WISH.test(whole);
    const add = (one: WordingMet, clause: string, kind: SaidKind, by: Said['by']): void => {
      const { concept } = one;
      const part = concept.byPart ? partOf(clause, one.from) : null;
      if (!said.some((s) => s.place === place && s.kind === kind && s.concept === concept.id && s.part === part))
        said.push({
          kind,
          concept: concept.id,
          part,
          about: concept.about,
          sentence,
          place,
          by,
          words: one.to > one.from ? clause.slice(one.from, one.to) : null,
        });
    };
    if (isWish) {
      const found = foundIn(whole);
      const one = found.find((f) => f.concept.id !== 'function') ?? found[0];
      const like = one ? null : guess(whole, 3);
      if (one) add(one, whole, 'wish', 'wording');
      else if (like && like.p >= LIKE) add(foundBy(like), whole, 'wish', 'example');
      else
        said.push({
          kind: 'wish',
          concept: 'other',
          part: null,
          about: 'product',
          sentence,
          place,
          by: 'wording',
          words: null,
        });
      return;
    }
    const before = said.length;
    const others: string[] = [];
    for (const clause of clausesOf(sentence)) {
      if (OTHERS.test(clause)) continue;
      others.push(clause);
      const found = foundIn(clause);
      const told = found.filter((f) => f.says !== 0);
      for (const one of told) {
        const kind = (negatedAt(clause, one.from) ? -one.says : one.says) > 0 ? 'praise' : 'gripe';
        // Five stars without a but, or one, are not doubted by a single word.
        if (place > 0 && stars === (kind === 'gripe' ? 5 : 1) && !SETS_OFF.test(whole)) continue;
        // What happens to a battery or a parcel is told of those, whatever it is.
        const named = WHATEVER.has(one.concept.id)
          ? found.find((f) => f.says === 0 && NAMED.has(f.concept.id))
          : undefined;
        add(named ? { ...one, concept: named.concept } : one, clause, kind, 'wording');
      }
      if (told.length > 0) continue;
      const [named] = found;
      const opinion = balance(clause);
      if (named && opinion !== 0) add(named, clause, opinion > 0 ? 'praise' : 'gripe', 'opinion');
      else if (named && place > 0)
        open.push({
          concept: named.concept,
          part: named.concept.byPart ? partOf(clause, named.from) : null,
          sentence,
          place,
        });
    }
    // No wording was met: what is like sentences that are known says the same.
    if (said.length > before || place === 0) return;
    const own = others.join(', ');
    const like = guess(own, stars);
    if (like && like.p >= LIKE) add(foundBy(like), own, like.kind, 'example');
  });
  return withStars(said, open, sentences, stars, guess);
};

const foundBy = ({ concept }: Guess): WordingMet => ({ concept: conceptOf.get(concept)!, says: 0, from: 0, to: 0 });

/** The star prior: a review of few stars holds a gripe, one of many a praise, whatever its words. */
const withStars = (
  said: readonly Said[],
  open: readonly { concept: Concept; part: string | null; sentence: string; place: number }[],
  sentences: readonly string[],
  stars: number,
  guess: Guesser,
): Said[] => {
  const kind = stars <= 3 ? 'gripe' : 'praise';
  const against = kind === 'gripe' ? 'praise' : 'gripe';
  if (said.some((s) => s.kind === kind)) {
    // Titles are short and often wry: what they say against one star or five is not believed.
    const isBelieved = ({ kind: k, by, place }: Said): boolean =>
      k !== against || place > 0 || stars === 3 || (by === 'wording' && stars > 1 && stars < 5);
    return said.filter(isBelieved);
  }
  // Nothing of its kind, and all that was found against it: what was spoken of was understood, but the wrong way round.
  // Of two stars or four another sentence may say it.
  const isSpent =
    stars === 1 || stars === 5 || sentences.every((_, place) => place === 0 || said.some((s) => s.place === place));
  const turned = said.filter((s) => s.kind === against);
  if (turned.length > 0 && stars !== 3 && isSpent)
    return said.map((s) => (s.kind === against ? { ...s, kind, by: 'stars' as const } : s));
  const [first] = open;
  const withTitle = (sentence: string, place: number): string => (place > 0 ? `${sentences[0]} ${sentence}` : sentence);
  if (first) {
    // What it names may be beside the point: where known sentences tell of something else, that is believed.
    const like = NAMED.has(first.concept.id) ? null : guess(withTitle(first.sentence, first.place), stars);
    const concept = like && like.p > BELIEVED ? conceptOf.get(like.concept)! : first.concept;
    const part = concept.byPart ? first.part : null;
    return [...said, { ...first, kind, concept: concept.id, part, about: concept.about, by: 'stars', words: null }];
  }
  const longest = sentences
    .map((sentence, place) => ({ sentence, place }))
    .filter(({ sentence, place }) => sentence !== '' && !said.some((s) => s.place === place))
    .sort((a, b) => Number(b.place > 0) - Number(a.place > 0) || b.sentence.length - a.sentence.length)[0];
  if (!longest) return [...said];
  const like = guess(withTitle(longest.sentence, longest.place), stars);
  // Who is content and names nothing tells what the thing did for them; what a complaint is about cannot be told.
  const concept =
    like && like.p >= GUESSED ? conceptOf.get(like.concept) : kind === 'praise' ? conceptOf.get('function') : undefined;
  return [
    ...said,
    {
      kind,
      concept: concept?.id ?? 'other',
      part: null,
      about: concept?.about ?? 'product',
      ...longest,
      by: 'stars',
      words: null,
    },
  ];
};
