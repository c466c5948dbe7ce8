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
const stemsIn = (review: FilteredReview): string[] => {
  let own = stems.get(review);
  if (!own) stems.set(review, (own = stemsOf(cleanText(`${review.title}. ${review.body}`))));
  return own;
};

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
  const wanted = wordsAndPhrases(filter.words ?? '');
  return (r) =>
    (!stars || stars.has(r.stars)) &&
    (filter.listing === undefined || r.listing === filter.listing) &&
    (filter.from === undefined || r.day >= filter.from) &&
    (filter.to === undefined || r.day <= filter.to) &&
    (!filter.verified || r.verified === true) &&
    (!filter.pictures || r.pictures === true) &&
    (filter.helpful === undefined || (r.helpful ?? 0) >= filter.helpful) &&
    wanted.every((phrase) => holdsPhrase(stemsIn(r), phrase));
};
