import { holdsPhrase, stemsOf } from '../listing/words.ts';
import type { Day } from '../measures/day.ts';
import { cleanText } from './text.ts';

/** What reviews are looked at. What is not said leaves all in. */
export interface ReviewFilter {
  /** Stars that are in, as "1,2". */
  stars?: string;
  /** Words and, within double quotes, phrases that all must be in it, whatever their endings. */
  words?: string;
  /** Id of a listing. */
  listing?: number;
  from?: Day;
  to?: Day;
  verified?: boolean;
  pictures?: boolean;
  /** Found helpful by at least so many. */
  helpful?: number;
}
export interface FilteredReview {
  listing: number;
  stars: number;
  day: Day;
  title: string;
  body: string;
  verified: boolean | null;
  pictures: boolean | null;
  helpful: number | null;
}

const stems = new WeakMap<FilteredReview, string[]>();
/** Whether a review has a phrase. Its stems are made only where the beginnings of the words are in it at all. */
const holds = (review: FilteredReview, phrase: string, beginnings: readonly string[]): boolean => {
  let own = stems.get(review);
  if (!own) {
    const text = `${review.title}. ${review.body}`.toLowerCase();
    if (!beginnings.every((b) => text.includes(b))) return false;
    stems.set(review, (own = stemsOf(cleanText(text))));
  }
  return holdsPhrase(own, phrase);
};
/** A stem may have another last letter than the word: "happi". */
const beginningsOf = (phrase: string): string[] => stemsOf(phrase).map((s) => s.slice(0, Math.max(2, s.length - 1)));

/** Words and phrases of a filter. @example wordsAndPhrases('lid "fell off"') // => ["fell off","lid"] */
export const wordsAndPhrases = (text: string): string[] => {
  const even = text.replace(/[“”„]/g, '"');
  const phrases = [...even.matchAll(/"([^"]+)"/g)].map((m) => m[1]!.trim());
  return [...phrases, ...even.replace(/"[^"]*"?/g, ' ').split(/\s+/)].filter((w) => /[\p{L}\p{N}]/u.test(w));
};

/**
 * A test of reviews by a filter. One whose verification, pictures or helpfulness is unknown passes no filter by them.
 * @example reviewMatches({ stars: '1,2', words: 'leaks' })({ listing: 1, stars: 2, day: '2026-01-01', title: '', body: 'It leaked.', verified: null, pictures: null, helpful: null }) // => true
 */
export const reviewMatches = (filter: ReviewFilter): ((review: FilteredReview) => boolean) => {
  const stars = filter.stars ? new Set(filter.stars.split(',').map(Number)) : null;
  const wanted = wordsAndPhrases(filter.words ?? '').map((phrase) => [phrase, beginningsOf(phrase)] as const);
  return (r) =>
    (!stars || stars.has(r.stars)) &&
    (filter.listing === undefined || r.listing === filter.listing) &&
    (filter.from === undefined || r.day >= filter.from) &&
    (filter.to === undefined || r.day <= filter.to) &&
    (!filter.verified || r.verified === true) &&
    (!filter.pictures || r.pictures === true) &&
    (filter.helpful === undefined || (r.helpful ?? 0) >= filter.helpful) &&
    wanted.every(([phrase, beginnings]) => holds(r, phrase, beginnings));
};
