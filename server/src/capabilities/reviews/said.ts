import { and, count, eq, inArray, isNull, like, max, ne, or, sql, type SQL } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { ReviewFilter } from '@kettle/contract/candidates';
import { MINER_VERSION } from '@kettle/core/reviews/miner-version';
import { whatReviewsSay, type WhatReviewsSay } from '@kettle/core/reviews/what-reviews-say';
import type { Db } from '../../ground/db/connection.ts';
import { mentions, reviews } from '../../ground/db/schema.ts';

/** Answers by what they were made from, the latest used: they are asked for again with every look. */
const kept = new LRUCache<string, WhatReviewsSay>({ max: 600 });

/** Reviews of listings that have a text which was read. */
const readOf = (ids: readonly number[]): SQL =>
  and(inArray(reviews.listingId, [...ids, 0]), isNull(reviews.setAside), ne(reviews.body, ''), ne(reviews.minedBy, 0))!;

/** What is on file of each listing, so that a kept answer is known to be of today. */
const statesOf = async (db: Db, ids: readonly number[]): Promise<Map<number, string>> => {
  const rows = await db
    .select({
      listing: reviews.listingId,
      n: count(),
      newest: max(reviews.id),
      read: sql<number>`coalesce(sum(${reviews.minedBy} = ${MINER_VERSION}), 0)`.mapWith(Number),
    })
    .from(reviews)
    .where(inArray(reviews.listingId, [...ids, 0]))
    .groupBy(reviews.listingId);
  return new Map(rows.map((r) => [r.listing, `${r.listing}:${r.n}:${r.newest}:${r.read}`]));
};

/** What the reviews of several groups of listings say, each group for itself, as far as they have been read. */
export const saidOf = async (
  db: Db,
  groups: readonly (readonly number[])[],
  today: string,
  filter: ReviewFilter = {},
): Promise<WhatReviewsSay[]> => {
  const all = [...new Set(groups.flat())];
  const states = await statesOf(db, all);
  const stamps = groups.map((ids) =>
    JSON.stringify([[...ids].sort((a, b) => a - b).map((id) => states.get(id) ?? id), filter, today, MINER_VERSION]),
  );
  const answers = stamps.map((stamp) => kept.get(stamp));
  const missing = [...new Set(groups.filter((_, i) => !answers[i]).flat())];
  if (missing.length > 0) {
    const matching = and(readOf(missing), ...filterTerms(filter))!;
    const [facts, said] = await Promise.all([
      db
        .select({ id: reviews.id, listing: reviews.listingId, stars: reviews.stars, day: reviews.day })
        .from(reviews)
        .where(matching),
      db
        .select({
          listing: reviews.listingId,
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
    groups.forEach((ids, i) => {
      if (answers[i]) return;
      const own = new Set(ids);
      const answer = whatReviewsSay(
        said.filter((m) => own.has(m.listing)),
        facts.filter((r) => own.has(r.listing)),
        today,
      );
      kept.set(stamps[i]!, (answers[i] = answer));
    });
  }
  return answers as WhatReviewsSay[];
};

export const filterTerms = ({ stars, words, listing }: ReviewFilter): SQL[] => {
  const terms: SQL[] = [];
  if (stars) terms.push(inArray(reviews.stars, stars.split(',').map(Number)));
  if (listing) terms.push(eq(reviews.listingId, listing));
  for (const word of (words ?? '').split(/\s+/).filter(Boolean)) {
    const pattern = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
    terms.push(or(like(reviews.body, pattern), like(reviews.title, pattern))!);
  }
  return terms;
};
