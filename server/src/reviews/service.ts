import { and, count, desc, eq, inArray, isNull, like, ne, or, type SQL } from 'drizzle-orm';
import type { MinedReviews } from '@kettle/contract/candidates';
import { MINER_VERSION } from '@kettle/core/reviews/mentions';
import { themesOf } from '@kettle/core/reviews/themes';
import type { Db } from '../db/connection.ts';
import { listings, mentions, reviews } from '../db/schema.ts';
import type { Jobs } from '../jobs/queue.ts';

export interface ReviewFilter {
  stars?: string;
  words?: string;
  listing?: number;
}
/** Latest reviews that are handed out besides those that evidence rests on. */
const LATEST = 60;
const MOST_THEMES = 100;

/** True when texts of these listings are still to be read by the miner. */
const unread = async (db: Db, ids: readonly number[]): Promise<boolean> =>
  (
    await db
      .select({ id: reviews.id })
      .from(reviews)
      .where(and(inArray(reviews.listingId, [...ids, 0]), ne(reviews.minedBy, MINER_VERSION)))
      .limit(1)
  ).length > 0;

/**
 * What the reviews of some listings say, after filters. Texts that have not been read are put into the queue, and the
 * job is handed back until they are.
 */
export const minedReviews = async (
  db: Db,
  jobs: Jobs,
  ids: readonly number[],
  today: string,
  filter: ReviewFilter,
): Promise<MinedReviews> => {
  const job = (await unread(db, ids))
    ? await jobs.add(
        'mine-reviews',
        { listings: [...ids] },
        `mine-reviews/${[...ids].sort((a, b) => a - b).join(',')}`.slice(0, 160),
      )
    : null;
  const all = inArray(reviews.listingId, [...ids, 0]);
  const readable = and(all, isNull(reviews.setAside), ne(reviews.body, ''))!;
  const matching = and(readable, ...filterTerms(filter))!;
  const [of, asideCounts, texts, facts, said] = await Promise.all([
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
      .where(matching),
  ]);
  const themes = themesOf(said, facts, today).slice(0, MOST_THEMES);
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
    job,
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
