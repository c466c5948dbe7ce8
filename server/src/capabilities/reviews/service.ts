import { createHash } from 'node:crypto';
import { and, inArray, ne, type SQL } from 'drizzle-orm';
import type { Evidence, FacetValue, MinedReviews, ReviewFilter, ReviewWords } from '@kettle/contract/candidates';
import type { Job } from '@kettle/contract/shapes';
import { facetsOf } from '@kettle/core/reviews/facets';
import { MINER_VERSION } from '@kettle/core/reviews/miner-version';
import { reviewMatches } from '@kettle/core/reviews/review-filter';
import { tellingWords } from '@kettle/core/reviews/telling-words';
import { evidenceOf } from '@kettle/core/reviews/themes';
import type { Db } from '../../ground/db/connection.ts';
import { listings, reviews } from '../../ground/db/schema.ts';
import type { Jobs } from '../../ground/jobs/queue.ts';
import { correctionsOf } from './corrections.ts';
import { reviewsTogether, saidIn, type OnFile, type Together } from './said.ts';

/** Themes of each kind that are handed out. */
const MOST_THEMES = 60;

const unreadOf = (ids: readonly number[]): SQL =>
  and(inArray(reviews.listingId, [...ids, 0]), ne(reviews.minedBy, MINER_VERSION))!;

const keyOf = (ids: readonly number[]): string =>
  `mine-reviews/${createHash('sha1')
    .update([...ids].sort((a, b) => a - b).join(','))
    .digest('hex')}`;

/** Puts the texts of some listings that have not been read into the queue; null when all are read. */
export const readReviews = async (db: Db, jobs: Jobs, ids: readonly number[]): Promise<Job | null> => {
  const [unread] = await db.select({ id: reviews.id }).from(reviews).where(unreadOf(ids)).limit(1);
  return unread ? jobs.add('mine-reviews', { listings: [...ids] }, keyOf(ids)) : null;
};

/** The open job that reads the texts of some listings. */
export const readingJob = (jobs: Jobs, ids: readonly number[]): Promise<Job | null> => jobs.open(keyOf(ids));

/** Listings whose reviews are looked at, and the category whose corrections hold for them. */
export interface Looked {
  ids: readonly number[];
  category: number;
}
const together = async (db: Db, { ids, category }: Looked): Promise<Together> =>
  reviewsTogether(db, ids, await correctionsOf(db, category));

/** What the reviews of some listings say, after filters, as far as they have been read. */
export const minedReviews = async (
  db: Db,
  looked: Looked,
  today: string,
  filter: ReviewFilter,
): Promise<Omit<MinedReviews, 'job'>> => {
  const [of, all] = await Promise.all([
    db
      .select({ id: listings.id, code: listings.code, title: listings.title })
      .from(listings)
      .where(inArray(listings.id, [...looked.ids, 0])),
    together(db, looked),
  ]);
  const said = saidIn(all, today, filter);
  const { stars: _, ...others } = filter;
  const stars = [0, 0, 0, 0, 0];
  for (const r of all.read.filter(reviewMatches(others))) stars[r.stars - 1]!++;
  const sum = (of: (on: OnFile) => number): number => [...all.byListing.values()].reduce((n, on) => n + of(on), 0);
  const texts = new Map<number, number>();
  for (const r of all.read) texts.set(r.listing, (texts.get(r.listing) ?? 0) + 1);
  return {
    unread: sum((on) => on.unread),
    listings: of.map((l) => ({ ...l, texts: texts.get(l.id) ?? 0 })),
    all: sum((on) => on.all),
    withText: all.read.length,
    otherLanguage: sum((on) => on.aside['other language']),
    copies: sum((on) => on.aside.copy) + all.copiesAcross,
    noText: sum((on) => on.aside['no text']),
    matching: said.read,
    stars,
    themes: (['gripe', 'praise', 'wish'] as const)
      .flatMap((kind) => said.themes.filter((t) => t.kind === kind).slice(0, MOST_THEMES))
      .map(({ things: _, ...theme }) => theme),
  };
};

/** The sentences that a theme rests on, with their reviews; none for a theme that there is not. */
export const reviewEvidence = async (
  db: Db,
  looked: Looked,
  today: string,
  { theme: key, ...filter }: ReviewFilter & { theme: string },
): Promise<Evidence[]> => {
  const all = await together(db, looked);
  const theme = saidIn(all, today, filter).themes.find((t) => t.key === key);
  const byId = new Map(all.read.map((r) => [r.id, r]));
  return (theme ? evidenceOf(theme) : []).map(({ review, sentence, words }) => {
    const { listing, stars, title, body, day, verified, helpful } = byId.get(review)!;
    return { review, listing, stars, title, body, day, verified, helpful, sentence, words };
  });
};

/** Words of the reviews that pass a filter, by how strongly they mark low or high stars; and who buys, when, where, what for. */
export const reviewWords = async (
  db: Db,
  looked: Looked,
  { common, ...filter }: ReviewFilter & { common?: boolean },
): Promise<{ matching: number; words: ReviewWords[]; facets: FacetValue[] }> => {
  const { read } = await together(db, looked);
  const matching = read.filter(reviewMatches(filter));
  return { matching: matching.length, words: tellingWords(matching, common), facets: facetsOf(matching) };
};
