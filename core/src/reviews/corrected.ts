import { holdsPhrase, stemsOf } from '../listing/words.ts';
import { SENTENCE_KEY, type Correction, type ThemeRef } from '../documents/corrections.ts';
import { cohensKappa, type Kappa } from '../stats/kappa.ts';
import { CONCEPTS } from './concepts.ts';
import { foldParts } from './fold-parts.ts';
import { sentencesOf } from './read-review.ts';
import { copyKey } from './text.ts';
import { themeKey } from './theme-names.ts';
import type { ThingSaid } from './themes.ts';

/** What a sentence is known again by, in other reviews and other workspaces: its letters. @example sentenceKey('It SLIPS, again!') // => "it slips again" */
export const sentenceKey = (sentence: string): string => copyKey(sentence).slice(0, SENTENCE_KEY).trim();

/** A review with what the program takes it to say. */
export interface SayingReview<Id> {
  id: Id;
  title: string;
  body: string;
  says: readonly ThingSaid<Id>[];
}

const aboutOf = new Map(CONCEPTS.map((c) => [c.id, c.about]));
const isSame = (one: ThemeRef, theme: ThemeRef): boolean =>
  one.kind === theme.kind && one.concept === theme.concept && one.part === theme.part;
/** A part may have had a theme of its own when a sentence was judged, and have none now. */
const isOfConcept = (one: ThemeRef, theme: ThemeRef): boolean =>
  one.kind === theme.kind && one.concept === theme.concept;

/**
 * What reviews say when a seller's corrections are applied, one after another in their order: each works on what those before
 * it made. A correction of a sentence holds for every review that says the same sentence, so that it is applied to reviews
 * that come later, and to other products of the kind. Things that are to say nothing are left out.
 * @example corrected([{ id: 1, title: '', body: 'It slips.', says: [{ review: 1, kind: 'gripe', concept: 'holds', part: null, about: 'product', words: 'slips', sentence: 'It slips.' }] }], [{ do: 'merge', theme: { kind: 'gripe', concept: 'holds', part: null }, into: { kind: 'gripe', concept: 'own:Slides', part: null } }]).get(1)?.[0]?.concept // => "own:Slides"
 */
export const corrected = <Id>(
  reviews: readonly SayingReview<Id>[],
  corrections: readonly Correction[],
): Map<Id, ThingSaid<Id>[]> => {
  const partOf = samePart(corrections);
  const said = reviews
    .flatMap((r) => r.says)
    .map((one) => {
      const part = one.part && partOf(one.part);
      return part === one.part ? one : { ...one, part };
    });
  const folded = foldParts(said);
  const found = new Map<Id, ThingSaid<Id>[]>(reviews.map((r) => [r.id, []]));
  if (corrections.length === 0) {
    for (const thing of folded) found.get(thing.review)!.push(thing);
    return found;
  }
  const book = new Book(reviews, folded);
  for (const one of corrections) book.apply(one);
  for (const thing of book.said()) {
    const own = found.get(thing.review)!;
    // Two themes that were made one are said once by a sentence.
    if (!own.some((o) => o.sentence === thing.sentence && isSame(o, thing))) own.push(thing);
  }
  return found;
};

/** Names of one part are one before anything else is looked at. @returns what a part is called */
const samePart = (corrections: readonly Correction[]): ((part: string) => string) => {
  const names = new Map(corrections.flatMap((c) => (c.do === 'part' ? [[c.part, c.into] as const] : [])));
  return (part) => {
    let name = part;
    // As often as there are names at most: two may have been said to be each other's.
    for (let i = 0; i < names.size && names.has(name); i++) name = names.get(name)!;
    return name;
  };
};

/** A thing said, as the corrections so far leave it; null when it is to say nothing. */
interface Entry<Id> {
  thing: ThingSaid<Id> | null;
}

/** Things said by their theme and by their sentence, so that a correction reaches those that it is of. */
class Book<Id> {
  private readonly entries: Entry<Id>[] = [];
  private readonly byTheme = new Map<string, Set<Entry<Id>>>();
  private sentences: Map<string, Entry<Id>[]> | null = null;
  private readonly stems = new Map<string, readonly string[]>();

  private readonly reviews: readonly SayingReview<Id>[];

  constructor(reviews: readonly SayingReview<Id>[], said: readonly ThingSaid<Id>[]) {
    this.reviews = reviews;
    for (const thing of said) this.add(thing);
  }

  apply(one: Correction): void {
    if (one.do === 'move') {
      for (const entry of this.bySentence().get(one.sentence) ?? [])
        if (entry.thing && isOfConcept(entry.thing, one.theme)) this.put(entry, one.into);
    } else if (one.do === 'merge') {
      for (const entry of this.of(one.theme)) this.put(entry, one.into);
    } else if (one.do === 'split') {
      for (const entry of this.of(one.theme))
        if (this.holds(entry.thing!.sentence, one.phrase)) this.put(entry, one.into);
    } else if (one.do === 'phrase') this.findPhrase(one.phrase, one.into);
  }

  /** What is said after all, in the order of the reviews; what a phrase found behind the rest. */
  said(): ThingSaid<Id>[] {
    return this.entries.flatMap(({ thing }) => thing ?? []);
  }

  private add(thing: ThingSaid<Id>): void {
    const entry = { thing };
    this.entries.push(entry);
    this.setOf(thing).add(entry);
    if (this.sentences) addTo(this.sentences, sentenceKey(thing.sentence), entry);
  }

  private bySentence(): Map<string, Entry<Id>[]> {
    if (!this.sentences) {
      this.sentences = new Map();
      for (const entry of this.entries)
        if (entry.thing) addTo(this.sentences, sentenceKey(entry.thing.sentence), entry);
    }
    return this.sentences;
  }

  private setOf(theme: ThemeRef): Set<Entry<Id>> {
    const key = themeKey(theme);
    let own = this.byTheme.get(key);
    if (!own) this.byTheme.set(key, (own = new Set()));
    return own;
  }

  /** What is said of a theme; of a part's, too, where hardly anybody names the part. */
  private of(theme: ThemeRef): Entry<Id>[] {
    const own = [...(this.byTheme.get(themeKey(theme)) ?? [])];
    if (theme.part === null) return own;
    const whole = this.byTheme.get(themeKey({ ...theme, part: null })) ?? [];
    return [...own, ...[...whole].filter((e) => e.thing!.named === theme.part)];
  }

  private put(entry: Entry<Id>, into: ThemeRef | null): void {
    const was = entry.thing!;
    this.byTheme.get(themeKey(was))?.delete(entry);
    entry.thing = into && { ...was, ...into, about: aboutOf.get(into.concept) ?? was.about };
    if (entry.thing) this.setOf(entry.thing).add(entry);
  }

  private holds(sentence: string, phrase: string): boolean {
    let own = this.stems.get(sentence);
    if (!own) this.stems.set(sentence, (own = stemsOf(sentence)));
    return holdsPhrase(own, phrase);
  }

  /** Every sentence with the phrase says it; what no concept knew of such a sentence is known now. */
  private findPhrase(phrase: string, into: ThemeRef): void {
    const [first = ''] = stemsOf(phrase);
    const beginning = first.slice(0, Math.max(2, first.length - 1));
    for (const { id, title, body } of this.reviews) {
      if (!`${title} ${body}`.toLowerCase().includes(beginning)) continue;
      for (const sentence of [title, ...sentencesOf(body)]) {
        if (!this.holds(sentence, phrase)) continue;
        const unknown = this.bySentence()
          .get(sentenceKey(sentence))
          ?.find(({ thing }) => thing?.review === id && thing.concept === 'other');
        if (unknown) this.put(unknown, into);
        else
          this.add({
            ...into,
            review: id,
            about: aboutOf.get(into.concept) ?? 'product',
            words: phrase.toLowerCase(),
            sentence,
          });
      }
    }
  }
}

const addTo = <T>(map: Map<string, T[]>, key: string, one: T): void => {
  const own = map.get(key);
  if (own) own.push(one);
  else map.set(key, [one]);
};

/** Names that a seller gave to themes, by key; the last one said counts. */
export const namesGiven = (corrections: readonly Correction[]): Map<string, string> =>
  new Map(corrections.flatMap((c) => (c.do === 'name' ? [[themeKey(c.theme), c.name.trim()] as const] : [])));

/** How many of a theme's sentences were looked at one by one, and found right or wrong. */
export interface Checked {
  right: number;
  wrong: number;
}
/** What was looked at of each theme, by its key: the last word on a sentence counts. */
export const checkedOf = (corrections: readonly Correction[]): Map<string, Checked> => {
  const last = new Map<string, { key: string; isRight: boolean }>();
  for (const c of corrections)
    if (c.do === 'right' || c.do === 'move') {
      const key = themeKey(c.theme);
      last.set(`${key} ${c.sentence}`, { key, isRight: c.do === 'right' });
    }
  const found = new Map<string, Checked>();
  for (const { key, isRight } of last.values()) {
    const own = found.get(key) ?? { right: 0, wrong: 0 };
    if (isRight) own.right++;
    else own.wrong++;
    found.set(key, own);
  }
  return found;
};

/** How far two people read the same sentences alike. */
export interface Alike {
  /** Of the sentences that both judged one by one; null when there is none. */
  kappa: Kappa | null;
  both: number;
  /** Sentences that come out differently, those that most others are like first. */
  differences: { sentence: string; theme: ThemeRef; mine: ThemeRef | null; theirs: ThemeRef | null }[];
}

/** What a person says of each sentence of a theme: the theme it belongs to, null for none. */
const judgements = (
  corrections: readonly Correction[],
): Map<string, { sentence: string; theme: ThemeRef; says: ThemeRef | null }> =>
  new Map(
    corrections.flatMap((c) =>
      c.do === 'right' || c.do === 'move'
        ? [
            [
              `${themeKey(c.theme)} ${c.sentence}`,
              { sentence: c.sentence, theme: c.theme, says: c.do === 'right' ? c.theme : c.into },
            ],
          ]
        : [],
    ),
  );
const NOTHING = 'nothing';

/**
 * Compares a colleague's judgements with one's own, on the sentences that both judged: Cohen's kappa, and what differs.
 * @example alike([], []).kappa // => null
 */
export const alike = (mine: readonly Correction[], theirs: readonly Correction[]): Alike => {
  const [own, other] = [judgements(mine), judgements(theirs)];
  const pairs = [...own].flatMap(([key, m]) => {
    const t = other.get(key);
    return t ? [{ ...m, mine: m.says, theirs: t.says }] : [];
  });
  const name = (theme: ThemeRef | null): string => (theme ? themeKey(theme) : NOTHING);
  const differences = pairs.filter((p) => name(p.mine) !== name(p.theirs));
  const counts = new Map<string, number>();
  const way = (p: (typeof pairs)[number]): string => `${name(p.mine)} ${name(p.theirs)}`;
  for (const p of differences) counts.set(way(p), (counts.get(way(p)) ?? 0) + 1);
  return {
    kappa: cohensKappa(pairs.map((p) => [name(p.mine), name(p.theirs)])),
    both: pairs.length,
    differences: differences
      .sort((a, b) => counts.get(way(b))! - counts.get(way(a))! || (a.sentence < b.sentence ? -1 : 1))
      .map(({ sentence, theme, mine: m, theirs: t }) => ({ sentence, theme, mine: m, theirs: t })),
  };
};
