import { createHash } from 'node:crypto';
import { and, count, desc, inArray, isNull, ne, sql, type SQL } from 'drizzle-orm';
import type { MinedReviews, ReviewFilter } from '@kettle/contract/candidates';
import type { Job } from '@kettle/contract/shapes';
import { MINER_VERSION } from '@kettle/core/reviews/miner-version';
import type { Db } from '../../ground/db/connection.ts';
import { listings, reviews } from '../../ground/db/schema.ts';
import type { Jobs } from '../../ground/jobs/queue.ts';
import { filterTerms, saidOf } from './said.ts';

/** Latest reviews that are handed out besides those that evidence rests on. */
const LATEST = 60;
const MOST_THEMES = 100;

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

/** What the reviews of some listings say, after filters, as far as they have been read. */
export const minedReviews = async (
  db: Db,
  ids: readonly number[],
  today: string,
  filter: ReviewFilter,
): Promise<Omit<MinedReviews, 'job'>> => {
  const all = inArray(reviews.listingId, [...ids, 0]);
  const readable = and(all, isNull(reviews.setAside), ne(reviews.body, ''))!;
  const matching = and(readable, ...filterTerms(filter))!;
  const [of, asideCounts, texts, [said], [state]] = await Promise.all([
    db
      .select({ id: listings.id, code: listings.code, title: listings.title })
      .from(listings)
      .where(inArray(listings.id, [...ids, 0])),
    db.select({ reason: reviews.setAside, n: count() }).from(reviews).where(all).groupBy(reviews.setAside),
    db.select({ listing: reviews.listingId, n: count() }).from(reviews).where(readable).groupBy(reviews.listingId),
    saidOf(db, [ids], today, filter),
    db
      .select({
        unread: sql<number>`coalesce(sum(${reviews.minedBy} <> ${MINER_VERSION}), 0)`.mapWith(Number),
      })
      .from(reviews)
      .where(all),
  ]);
  const themes = said!.themes.slice(0, MOST_THEMES);
  const behind = [...new Set(themes.flatMap((t) => t.evidence.map((e) => e.review)))];
  const latest = await db
    .select({ id: reviews.id })
    .from(reviews)
    .where(matching)
    .orderBy(desc(reviews.day), desc(reviews.id))
    .limit(LATEST);
  const wanted = [...new Set([...latest.map((r) => r.id), ...behind])];
  const rows = await db
    .select({
      id: reviews.id,
      listing: reviews.listingId,
      stars: reviews.stars,
      title: reviews.title,
      body: reviews.body,
      day: reviews.day,
      verified: reviews.verified,
      helpful: reviews.helpful,
    })
    .from(reviews)
    .where(inArray(reviews.id, [...wanted, 0]))
    .orderBy(desc(reviews.day), desc(reviews.id));
  const aside = (reason: string): number => asideCounts.find((a) => a.reason === reason)?.n ?? 0;
  return {
    unread: state?.unread ?? 0,
    listings: of.map((l) => ({ ...l, texts: texts.find((t) => t.listing === l.id)?.n ?? 0 })),
    all: asideCounts.reduce((sum, a) => sum + a.n, 0),
    withText: texts.reduce((sum, t) => sum + t.n, 0),
    otherLanguage: aside('other language'),
    copies: aside('copy'),
    noText: aside('no text'),
    matching: said!.read,
    themes,
    reviews: rows,
  };
};
