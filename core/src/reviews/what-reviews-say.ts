import type { Day } from '../measures/day.ts';
import { byPart, themesOf, type ReviewFacts, type Theme, type ThingSaid } from './themes.ts';

/** The one answer to what the reviews of some listings say: the reviews tab, the standing and the scoresheet read it. */
export interface WhatReviewsSay {
  /** Reviews whose text was read, after filters. */
  read: number;
  themes: Theme[];
  /** Share of the reviews read that hold a gripe of any kind; null when none was read. */
  gripeShare: number | null;
}

/**
 * What some reviews say. Things said in reviews that are not among them are passed over.
 * @param today the day that "the last 180 days" of a theme end on
 * @param by what themes are of: what is said, of each part; or parts, whatever is said of them
 * @param names what themes are called by the seller, by their key
 * @example whatReviewsSay([], [{ id: 1, listing: 1, stars: 5, day: '2026-01-01' }], '2026-02-01') // => {"read":1,"themes":[],"gripeShare":0}
 */
export const whatReviewsSay = (
  said: readonly ThingSaid[],
  reviews: readonly ReviewFacts[],
  today: Day,
  { by = 'concept', names }: { by?: 'concept' | 'part'; names?: ReadonlyMap<string, string> } = {},
): WhatReviewsSay => {
  const known = new Set(reviews.map((r) => r.id));
  const griping = new Set(said.filter((m) => m.kind === 'gripe' && known.has(m.review)).map((m) => m.review));
  return {
    read: reviews.length,
    themes: themesOf(by === 'part' ? byPart(said) : said, reviews, today, { names }),
    gripeShare: reviews.length > 0 ? griping.size / reviews.length : null,
  };
};

/** The gripe about the product or its page that most reviews hold, of those that a concept knows; null when there is none. */
export const worstGripe = ({ themes }: Pick<WhatReviewsSay, 'themes'>): Theme | null =>
  themes.find((t) => t.kind === 'gripe' && t.concept !== 'other' && (t.about === 'product' || t.about === 'page')) ??
  null;
