import { stemsOf } from '../listing/words.ts';

/** Where a listing stands for a term: places among the unpaid and the paid ones, 1 being the first; null where not found. */
export interface Standing {
  code: string;
  unpaid: number | null;
  paid: number | null;
  /** Share of the term's clicks, 0–1. */
  share: number | null;
}
export interface FoundTerm {
  id: number;
  text: string;
  /** Searches in the last 52 weeks. */
  volumeYear: number | null;
  standings: readonly Standing[];
}
/** Whether a term finds all of some listings, some or none of them. */
export type FoundHow = 'all' | 'some' | 'none';

/** Unpaid places beyond this count for nothing: nobody looks that far. */
const LAST_PLACE = 60;

/**
 * How well a term describes a listing, 0–1: the mean of the share of its words that stand in the title and of the
 * unpaid place (1 for the first, falling evenly to 0 at the sixtieth). Our own measure.
 * @example relevanceOf('book press', 'Folding book press', 1) // => 1
 */
export const relevanceOf = (term: string, title: string, unpaid: number | null): number => {
  const words = [...new Set(stemsOf(term))];
  const there = new Set(stemsOf(title));
  const inTitle = words.length === 0 ? 0 : words.filter((w) => there.has(w)).length / words.length;
  const place = unpaid === null ? 0 : Math.max(0, 1 - (unpaid - 1) / LAST_PLACE);
  return (inTitle + place) / 2;
};

export interface RankedTerm<T extends FoundTerm> {
  term: T;
  /** Mean over the listings. */
  relevance: number;
  found: number;
  how: FoundHow;
  /** Relevance × searches of a year; null where these are not known. */
  weight: number | null;
}

/** Terms with how relevant they are to some listings, the weightiest first: relevance × volume. */
export const rankTerms = <T extends FoundTerm>(
  terms: readonly T[],
  listings: readonly { code: string; title: string }[],
): RankedTerm<T>[] =>
  terms
    .map((term): RankedTerm<T> => {
      const at = new Map(term.standings.map((s) => [s.code, s]));
      const relevance =
        listings.length === 0
          ? 0
          : listings.reduce((sum, l) => sum + relevanceOf(term.text, l.title, at.get(l.code)?.unpaid ?? null), 0) /
            listings.length;
      const found = listings.filter((l) => (at.get(l.code)?.unpaid ?? at.get(l.code)?.paid ?? null) !== null).length;
      return {
        term,
        relevance,
        found,
        how: found === 0 ? 'none' : found === listings.length ? 'all' : 'some',
        weight: term.volumeYear === null ? null : relevance * term.volumeYear,
      };
    })
    .sort((a, b) => (b.weight ?? -1) - (a.weight ?? -1) || a.term.id - b.term.id);

/** A term describes a listing when it stands in the first rows for it and half of the term's words stand in its title. */
const FIRST_ROWS = 20;
const HALF = 0.5;
const describes = (term: FoundTerm, listings: readonly { code: string; title: string }[]): boolean =>
  listings.some((l) => {
    const words = [...new Set(stemsOf(term.text))];
    const title = new Set(stemsOf(l.title));
    const place = term.standings.find((s) => s.code === l.code)?.unpaid ?? Infinity;
    return place <= FIRST_ROWS && words.filter((w) => title.has(w)).length >= HALF * words.length;
  });

/**
 * The term proposed as the main one, with the reasoning in words: of those that describe one of the listings (a place up
 * to 20, half of the words in the title), the one of the largest relevance × volume; of all where none does. Null when
 * none has a weight.
 */
export const mainTerm = <T extends FoundTerm>(
  ranked: readonly RankedTerm<T>[],
  listings: readonly { code: string; title: string }[],
): { term: T; reasoning: string } | null => {
  const telling = ranked.filter((r) => r.weight && describes(r.term, listings));
  const [best, next] = telling.length > 0 ? telling : ranked.filter((r) => r.weight);
  if (!best) return null;
  const n = (x: number): string => Math.round(x).toLocaleString('en-GB');
  const tell = ({ term, relevance, weight }: RankedTerm<T>): string =>
    `“${term.text}”: relevance ${relevance.toFixed(2)} × ${n(term.volumeYear!)} searches a year = ${n(weight!)}`;
  return {
    term: best.term,
    reasoning: `${tell(best)}${next ? `; next ${tell(next)}` : ''}.`,
  };
};
