import { and, asc, count, eq, inArray, max, ne, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { ReviewFilter } from '@kettle/contract/candidates';
import { corrected, namesGiven } from '@kettle/core/reviews/corrected';
import { CopyFinder } from '@kettle/core/reviews/copies';
import { MINER_VERSION } from '@kettle/core/reviews/miner-version';
import { reviewMatches, type FilteredReview } from '@kettle/core/reviews/review-filter';
import type { ReviewFacts, ThingSaid } from '@kettle/core/reviews/themes';
import { whatReviewsSay, type WhatReviewsSay } from '@kettle/core/reviews/what-reviews-say';
import type { Db } from '../../ground/db/connection.ts';
import { mentions, reviews } from '../../ground/db/schema.ts';
import type { KeptCorrections } from './corrections.ts';

export interface ReadReview extends FilteredReview, ReviewFacts {
  says: ThingSaid[];
}
/** What is on file of a listing's reviews. */
export interface OnFile {
  all: number;
  unread: number;
  aside: Record<'no text' | 'other language' | 'copy', number>;
  /** With a text that was read, oldest first. */
  read: ReadReview[];
}
/** What is on file of some listings, copies among them left out. */
export interface Together {
  /** Tells this state from any other. */
  stamp: string;
  byListing: Map<number, OnFile>;
  read: ReadReview[];
  /** What each review says, as the seller corrected it. */
  says: Map<number, ThingSaid[]>;
  /** What the seller calls themes, by key. */
  names: Map<string, string>;
  /** Texts that stand at another of the listings, too. */
  copiesAcross: number;
}

/** Reviews that are held at most, of all listings: about 1 kB each. */
const MOST_HELD = 60_000;
const held = new LRUCache<number, OnFile & { stamp: string }>({
  maxSize: MOST_HELD,
  sizeCalculation: ({ read }) => 1 + read.length,
});
const together = new LRUCache<string, Together>({ max: 4 });
/** Answers by what they were made from, the latest used: they are asked for again with every look. */
const answers = new LRUCache<string, WhatReviewsSay>({ max: 600 });

/** What is on file of each listing, so that what is held is known to be of today. */
const stampsOf = async (db: Db, ids: readonly number[]): Promise<Map<number, string>> => {
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

/** Reviews of listings with what they say, those that have not changed from memory. */
const onFileOf = async (db: Db, ids: readonly number[]): Promise<Map<number, OnFile & { stamp: string }>> => {
  const stamps = await stampsOf(db, ids);
  const found = new Map<number, OnFile & { stamp: string }>();
  for (const id of ids) {
    const stamp = stamps.get(id) ?? `${id}`;
    const known = held.get(id);
    found.set(
      id,
      known?.stamp === stamp
        ? known
        : { stamp, all: 0, unread: 0, aside: { 'no text': 0, 'other language': 0, copy: 0 }, read: [] },
    );
  }
  const missing = [...found].filter(([id, f]) => held.get(id) !== f).map(([id]) => id);
  if (missing.length === 0) return found;
  const [rows, said] = await Promise.all([
    db
      .select({
        id: reviews.id,
        listing: reviews.listingId,
        stars: reviews.stars,
        day: reviews.day,
        title: reviews.title,
        body: reviews.body,
        verified: reviews.verified,
        pictures: reviews.withPictures,
        helpful: reviews.helpful,
        setAside: reviews.setAside,
        minedBy: reviews.minedBy,
      })
      .from(reviews)
      .where(inArray(reviews.listingId, missing))
      .orderBy(asc(reviews.day), asc(reviews.id)),
    db
      .select({
        review: mentions.reviewId,
        kind: mentions.kind,
        concept: mentions.concept,
        part: mentions.part,
        about: mentions.about,
        words: mentions.words,
        sentence: mentions.sentence,
      })
      .from(mentions)
      .innerJoin(reviews, eq(reviews.id, mentions.reviewId))
      .where(and(inArray(reviews.listingId, missing), ne(reviews.minedBy, 0))),
  ]);
  const byId = new Map<number, ReadReview>();
  for (const { setAside, minedBy, ...row } of rows) {
    const own = found.get(row.listing)!;
    own.all++;
    if (minedBy !== MINER_VERSION) own.unread++;
    if (setAside) own.aside[setAside]++;
    if (setAside || minedBy === 0) continue;
    const review = { ...row, says: [] };
    byId.set(row.id, review);
    own.read.push(review);
  }
  for (const one of said) byId.get(one.review)?.says.push(one);
  for (const id of missing) held.set(id, found.get(id)!);
  return found;
};

/** The reviews of some listings as one body, each text once, read as a seller corrected it. */
export const reviewsTogether = async (
  db: Db,
  ids: readonly number[],
  corrections: KeptCorrections,
): Promise<Together> => {
  const own = [...new Set(ids)].sort((a, b) => a - b);
  return joined(own, await onFileOf(db, own), corrections);
};

const stampOf = (
  ids: readonly number[],
  onFile: ReadonlyMap<number, { stamp: string }>,
  { category, version }: KeptCorrections,
): string => `${MINER_VERSION} ${category}:${version} ${ids.map((id) => onFile.get(id)!.stamp).join(' ')}`;

const joined = (
  ids: readonly number[],
  onFile: ReadonlyMap<number, OnFile & { stamp: string }>,
  kept: KeptCorrections,
): Together => {
  const stamp = stampOf(ids, onFile, kept);
  const known = together.get(stamp);
  if (known) return known;
  const byListing = new Map(ids.map((id) => [id, onFile.get(id)!]));
  const all = [...byListing.values()].flatMap((f) => f.read);
  const finder = new CopyFinder();
  // Copies at one listing are set aside when it is read: what is found here stands at several.
  const read = ids.length < 2 ? all : all.filter((r) => !finder.isCopy(r.id, r.body));
  const { corrections } = kept.document;
  const made = {
    stamp,
    byListing,
    read,
    says: corrected(read, corrections),
    names: namesGiven(corrections),
    copiesAcross: all.length - read.length,
  };
  together.set(stamp, made);
  return made;
};

const answerOf = (stamp: string, today: string, filter: ReviewFilter, together: () => Together): WhatReviewsSay => {
  const key = JSON.stringify([stamp, filter, today]);
  let answer = answers.get(key);
  if (!answer) {
    const { read, says, names } = together();
    const matching = read.filter(reviewMatches(filter));
    const said = matching.flatMap((r) => says.get(r.id)!);
    answer = whatReviewsSay(said, matching, today, { by: filter.by, names });
    answers.set(key, answer);
  }
  return answer;
};

/** What reviews say that pass a filter, as far as they have been read. */
export const saidIn = (all: Together, today: string, filter: ReviewFilter): WhatReviewsSay =>
  answerOf(all.stamp, today, filter, () => all);

/** What the reviews of several groups of listings say, each group for itself, as far as they have been read. */
export const saidOf = async (
  db: Db,
  groups: readonly { listings: readonly number[]; corrections: KeptCorrections }[],
  today: string,
): Promise<WhatReviewsSay[]> => {
  const onFile = await onFileOf(db, [...new Set(groups.flatMap((g) => g.listings))]);
  return groups.map(({ listings, corrections }) => {
    const ids = [...new Set(listings)].sort((a, b) => a - b);
    return answerOf(stampOf(ids, onFile, corrections), today, {}, () => joined(ids, onFile, corrections));
  });
};
