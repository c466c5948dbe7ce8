import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  date,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  smallint,
  text,
  tinyint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { importId, refId, rowId } from './columns.ts';
import { listings } from './listing.ts';

export const reviews = mysqlTable(
  'reviews',
  {
    id: rowId(),
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    /** Hash of listing, day, stars and text: the same review is taken in once. */
    fingerprint: varchar('fingerprint', { length: 40 }).notNull(),
    stars: tinyint('stars').notNull(),
    title: varchar('title', { length: 400 }).notNull().default(''),
    body: text('body').notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    verified: boolean('verified'),
    helpful: int('helpful'),
    withPictures: boolean('with_pictures'),
    importId: importId(),
    /** Set by mining: mentions were looked for by this version of the miner. */
    minedBy: smallint('mined_by').notNull().default(0),
    /** Set by mining: why the text is set aside. */
    setAside: mysqlEnum('set_aside', ['no text', 'other language', 'copy']),
  },
  (t) => [
    uniqueIndex('reviews_once').on(t.fingerprint),
    index('reviews_listing').on(t.listingId, t.day),
    // Holds all by which what is held in memory is known to be of today.
    index('reviews_read').on(t.listingId, t.minedBy),
    check('reviews_stars', sql`stars between 1 and 5`),
  ],
);

/** What one sentence of a review says; can be made anew from the reviews. */
export const mentions = mysqlTable(
  'mentions',
  {
    id: rowId(),
    reviewId: refId('review_id')
      .notNull()
      .references(() => reviews.id, { onDelete: 'cascade' }),
    kind: mysqlEnum('kind', ['gripe', 'praise', 'wish']).notNull(),
    concept: varchar('concept', { length: 40 }).notNull(),
    part: varchar('part', { length: 80 }),
    about: mysqlEnum('about', ['product', 'page', 'delivery', 'seller', 'price']).notNull(),
    /** The words by which it was known. */
    words: varchar('words', { length: 160 }),
    sentence: text('sentence').notNull(),
  },
  (t) => [index('mentions_review').on(t.reviewId)],
);
