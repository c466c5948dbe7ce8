import type { PageDraft, PageLimits } from '../documents/page-draft.ts';
import { holdsPhrase, stemsOf, wordsOf } from '../listing/words.ts';

export type DraftPart = 'title' | 'bullets' | 'description' | 'words' | 'pictures';
/** How much of what is allowed a part uses; `line` counts bullets from 1 and is null for the part itself. */
export interface PartCount {
  part: DraftPart;
  line: number | null;
  used: number;
  most: number;
  unit: 'letters' | 'bytes' | 'lines';
}

/** Letters as people count them: an emoji or an accented letter is one. @example lettersOf('Café ☕️') // => 6 */
export const lettersOf = (text: string): number => [...LETTERS.segment(text)].length;
const LETTERS = new Intl.Segmenter('en', { granularity: 'grapheme' });
/** Bytes in UTF-8, by which some marketplaces count. @example bytesOf('Café') // => 5 */
export const bytesOf = (text: string): number => new TextEncoder().encode(text).length;

/** What each part of a draft uses of a marketplace's limits. @example countsOf({ format: 'cold-kettle/page-draft', title: 'Press', bullets: [], description: '', words: '', pictures: [], drafted: [], answered: [] }, { title: 150, bullets: 5, bullet: 250, description: 2000, words: 240, wordsIn: 'bytes', pictures: 9 })[0] // => {"part":"title","line":null,"used":5,"most":150,"unit":"letters"} */
export const countsOf = (draft: PageDraft, limits: PageLimits): PartCount[] => [
  { part: 'title', line: null, used: lettersOf(draft.title), most: limits.title, unit: 'letters' },
  { part: 'bullets', line: null, used: draft.bullets.length, most: limits.bullets, unit: 'lines' },
  ...draft.bullets.map((b, i): PartCount => ({
    part: 'bullets',
    line: i + 1,
    used: lettersOf(b),
    most: limits.bullet,
    unit: 'letters',
  })),
  { part: 'description', line: null, used: lettersOf(draft.description), most: limits.description, unit: 'letters' },
  {
    part: 'words',
    line: null,
    used: limits.wordsIn === 'bytes' ? bytesOf(draft.words) : lettersOf(draft.words),
    most: limits.words,
    unit: limits.wordsIn,
  },
  { part: 'pictures', line: null, used: draft.pictures.length, most: limits.pictures, unit: 'lines' },
];

/** Words that carry no search of their own, and praise that no page may claim of itself. Our own list, no source. */
const SMALL = new Set(
  'a an and at best by cheap cheapest finest for from good great in into nice of on or perfect the to top with without'.split(' '), // prettier-ignore
);
/** Whether a word of a term asks for nothing that a page could hold. @example isSmall('best') // => true */
export const isSmall = (word: string): boolean => SMALL.has(word);
const contentStems = (text: string): string[] => stemsOf(text).filter((_, i) => !SMALL.has(wordsOf(text)[i]!));

/** Where a term's words stand: the first part that holds all of them, several together, or what is missing. */
export interface TermCoverage {
  term: string;
  /** Searches a month; null where they are not known. */
  searches: number | null;
  in: 'title' | 'bullets' | 'description' | 'words' | 'several' | null;
  /** True where they stand next to each other, in their order. */
  whole: boolean;
  missing: string[];
}
export interface Coverage {
  terms: TermCoverage[];
  /** Shares of the searches whose terms stand in the title, in what buyers see, anywhere; null without searches. */
  inTitle: number | null;
  seen: number | null;
  anywhere: number | null;
}

/**
 * Which search terms a draft holds. A part holds a term when it holds all its words whatever their ending, small words
 * aside; a bullet counts by itself for "next to each other". That words may stand apart is common practice, no source.
 * @example coverageOf({ format: 'cold-kettle/page-draft', title: 'Folding book press', bullets: [], description: '', words: '', pictures: [], drafted: [], answered: [] }, [{ term: 'book presses', searches: 90 }, { term: 'press with clamp', searches: 10 }]).anywhere // => 0.9
 */
export const coverageOf = (draft: PageDraft, terms: readonly { term: string; searches: number | null }[]): Coverage => {
  const parts = [
    ['title', [draft.title]],
    ['bullets', draft.bullets],
    ['description', [draft.description]],
    ['words', [draft.words]],
  ] as const;
  const stems = parts.map(([part, texts]) => ({
    part,
    texts: texts.map(stemsOf),
    all: new Set(texts.flatMap(stemsOf)),
  }));
  const everywhere = new Set(stems.flatMap((s) => [...s.all]));
  const found = terms.map(({ term, searches }): TermCoverage => {
    const wanted = contentStems(term);
    const home = wanted.length === 0 ? undefined : stems.find((s) => wanted.every((w) => s.all.has(w)));
    const words = wordsOf(term).filter((w) => !SMALL.has(w));
    const missing = words.filter((w) => !everywhere.has(stemsOf(w)[0]!));
    return {
      term,
      searches,
      in: home?.part ?? (wanted.length > 0 && missing.length === 0 ? 'several' : null),
      whole: home !== undefined && home.texts.some((t) => holdsPhrase(t, term) || holdsPhrase(t, words.join(' '))),
      missing,
    };
  });
  const all = found.reduce((sum, t) => sum + (t.searches ?? 0), 0);
  const share = (holds: (t: TermCoverage) => boolean): number | null =>
    all === 0 ? null : found.filter(holds).reduce((sum, t) => sum + (t.searches ?? 0), 0) / all;
  return {
    terms: found,
    inTitle: share((t) => t.in === 'title'),
    seen: share((t) => t.in === 'title' || t.in === 'bullets' || t.in === 'description'),
    anywhere: share((t) => t.in !== null),
  };
};

/** Something about a draft's wording that is better looked at. */
export interface DraftRemark {
  part: DraftPart;
  text: string;
}
/** Claims that a marketplace or the law wants proof of. Common practice, no source. */
const CLAIMS =
  /\b(?:best|no\.? ?1|number one|world'?s|cheapest|guaranteed?|risk[- ]free|cures?|heals?|antibacterial|eco[- ]?friendly|non[- ]?toxic|patented|certified|approved|award[- ]winning)\b|\b100 ?%/gi;
const CAPITALS = /(?<!\p{L})\p{Lu}{4,}(?!\p{L})/gu;

/**
 * What stands in a draft's way: hidden words that are seen elsewhere already or twice, names of others' brands, claims that
 * want proof, words in capitals.
 * @param brands of the rivals
 * @example remarksOn({ format: 'cold-kettle/page-draft', title: 'BEST press', bullets: [], description: '', words: 'press vice', pictures: [], drafted: [], answered: [] }, []).map((r) => r.text) // => ["“BEST” is a claim: have the proof at hand.","“BEST” shouts.","“press” stands in what buyers see already: it need not be hidden as well."]
 */
export const remarksOn = (draft: PageDraft, brands: readonly string[]): DraftRemark[] => {
  const texts: [DraftPart, string][] = [
    ['title', draft.title],
    ...draft.bullets.map((b): [DraftPart, string] => ['bullets', b]),
    ['description', draft.description],
    ['words', draft.words],
  ];
  const seen = new Set([draft.title, ...draft.bullets, draft.description].flatMap(stemsOf));
  const remarks: DraftRemark[] = [];
  const say = (part: DraftPart, text: string): void => {
    if (!remarks.some((r) => r.part === part && r.text === text)) remarks.push({ part, text });
  };
  for (const [part, text] of texts) {
    for (const [claim] of text.matchAll(CLAIMS)) say(part, `“${claim}” is a claim: have the proof at hand.`);
    if (part === 'title' || part === 'bullets')
      for (const [word] of text.matchAll(CAPITALS)) say(part, `“${word}” shouts.`);
    const stems = stemsOf(text);
    for (const brand of brands)
      if (brand !== '' && holdsPhrase(stems, brand)) say(part, `“${brand}” is a rival’s brand: most marketplaces forbid it.`); // prettier-ignore
  }
  const met = new Set<string>();
  for (const word of wordsOf(draft.words)) {
    const [stem = word] = stemsOf(word);
    if (SMALL.has(word)) continue;
    if (seen.has(stem)) say('words', `“${word}” stands in what buyers see already: it need not be hidden as well.`);
    else if (met.has(stem)) say('words', `“${word}” stands there twice.`);
    met.add(stem);
  }
  return remarks;
};
