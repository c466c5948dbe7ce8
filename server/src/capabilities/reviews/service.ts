import { createHash } from 'node:crypto';
import { and, count, desc, eq, inArray, isNull, like, max, ne, or, sql, type SQL } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { MinedReviews, Theme, ReviewFilter } from '@kettle/contract/candidates';
import type { Job } from '@kettle/contract/shapes';
import { MINER_VERSION } from '@kettle/core/reviews/miner-version';
import { themesOf } from '@kettle/core/reviews/themes';
import type { Db } from '../../ground/db/connection.ts';
import { listings, mentions, reviews } from '../../ground/db/schema.ts';
import type { Jobs } from '../../ground/jobs/queue.ts';

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

/** Themes by what they were made from, the latest used: they are asked for again with every look at the tab. */
const kept = new LRUCache<string, Theme[]>({ max: 40 });

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
  const [of, asideCounts, texts, facts, [state]] = await Promise.all([
    db
      .select({ id: listings.id, code: listings.code, title: listings.title })
      .from(listings)
      .where(inArray(listings.id, [...ids, 0])),
    db.select({ reason: reviews.setAside, n: count() }).from(reviews).where(all).groupBy(reviews.setAside),
    db.select({ listing: reviews.listingId, n: count() }).from(reviews).where(readable).groupBy(reviews.listingId),
    db
      .select({ id: reviews.id, listing: reviews.listingId, stars: reviews.stars, day: reviews.day })
      .from(reviews)
      .where(matching),
    db
      .select({
        n: count(),
        newest: max(reviews.id),
        unread: sql<number>`coalesce(sum(${reviews.minedBy} <> ${MINER_VERSION}), 0)`.mapWith(Number),
      })
      .from(reviews)
      .where(all),
  ]);
  const stamp = JSON.stringify([[...ids].sort((a, b) => a - b), filter, today, MINER_VERSION, state]);
  let themes = kept.get(stamp);
  if (!themes) {
    const said = await db
      .select({
        review: mentions.reviewId,
        kind: mentions.kind,
        aspect: mentions.aspect,
        phrase: mentions.phrase,
        opinion: mentions.opinion,
        polarity: mentions.polarity,
        sentence: mentions.sentence,
      })
      .from(mentions)
      .innerJoin(reviews, eq(reviews.id, mentions.reviewId))
      .where(matching);
    themes = themesOf(said, facts, today).slice(0, MOST_THEMES);
    kept.set(stamp, themes);
  }
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
    matching: facts.length,
    themes,
    reviews: rows,
  };
};

const filterTerms = ({ stars, words, listing }: ReviewFilter): SQL[] => {
  const terms: SQL[] = [];
  if (stars) terms.push(inArray(reviews.stars, stars.split(',').map(Number)));
  if (listing) terms.push(eq(reviews.listingId, listing));
  for (const word of (words ?? '').split(/\s+/).filter(Boolean)) {
    const pattern = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
    terms.push(or(like(reviews.body, pattern), like(reviews.title, pattern))!);
  }
  return terms;
};
