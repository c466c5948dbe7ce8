import type { Correction, ThemeRef } from '@kettle/core/documents/corrections';
import { corrected, sentenceKey, type SayingReview } from '@kettle/core/reviews/corrected';
import { themeKey } from '@kettle/core/reviews/theme-names';
import type { ThingSaid } from '@kettle/core/reviews/themes';

/** What a person who reads a sentence of a review would say it says, by theme. */
export type Truth = (review: number, sentence: string) => readonly ThemeRef[];

interface Judged {
  thing: ThingSaid;
  /** What it truly says; null for nothing of the kind. */
  truth: ThemeRef | null;
}

const commonestBy = <T>(all: readonly T[], key: (one: T) => string): T | undefined => {
  const counts = new Map<string, number>();
  for (const one of all) counts.set(key(one), (counts.get(key(one)) ?? 0) + 1);
  return [...all].sort((a, b) => counts.get(key(b))! - counts.get(key(a))! || (key(a) < key(b) ? -1 : 1))[0];
};
const nameOf = (ref: ThemeRef | null): string => (ref ? themeKey(ref) : 'nothing');

/**
 * Corrects as a seller does who reads the themes from the largest on: a theme whose sentences belong to another is put to it,
 * else the sentences that do not belong are moved one by one. Each theme and each sentence is one correction.
 * @returns the corrections made, at most so many
 */
export const correctAsSeller = (
  reviews: readonly SayingReview<number>[],
  truthOf: Truth,
  most: number,
): Correction[] => {
  const made: Correction[] = [];
  while (made.length < most) {
    const judged = [...corrected(reviews, made).values()].flat().map((thing): Judged => {
      const truths = truthOf(thing.review, thing.sentence);
      const sameKind = truths.filter((t) => t.kind === thing.kind);
      // Of several things that a sentence says, the one that it is taken for is meant where it is among them.
      const found = truths.find((t) => themeKey(t) === themeKey(thing)) ?? sameKind[0] ?? truths[0];
      return { thing, truth: found ? { kind: found.kind, concept: found.concept, part: found.part } : null };
    });
    const next = nextCorrection(judged);
    if (!next) break;
    made.push(next);
  }
  return made;
};

const nextCorrection = (judged: readonly Judged[]): Correction | null => {
  const themes = new Map<string, Judged[]>();
  for (const one of judged) {
    const key = themeKey(one.thing);
    themes.set(key, [...(themes.get(key) ?? []), one]);
  }
  const sizeOf = (theme: ThemeRef): number => themes.get(themeKey(theme))?.length ?? 0;
  const ways = [...themes.values()].flatMap((own): { gain: number; correction: Correction }[] => {
    const { kind, concept, part } = own[0]!.thing;
    const theme = { kind, concept, part };
    const most = commonestBy(own, (j) => nameOf(j.truth))!.truth;
    const isHome = nameOf(most) === themeKey(theme);
    const belong = own.filter((j) => nameOf(j.truth) === nameOf(most));
    // A wrong sentence in a large theme misleads most, and so does one that a large theme lacks.
    if (!isHome && belong.length * 2 > own.length)
      return [{ gain: belong.length + (most ? sizeOf(most) : 0), correction: { do: 'merge', theme, into: most } }];
    return own
      .filter((j) => nameOf(j.truth) !== themeKey(theme))
      .map((j) => {
        const into = j.truth;
        const sentence = sentenceKey(j.thing.sentence);
        return {
          gain: belong.length + (into ? sizeOf(into) : 0),
          correction: { do: 'move', sentence, theme, into },
        };
      });
  });
  return ways.sort((a, b) => b.gain - a.gain)[0]?.correction ?? null;
};
