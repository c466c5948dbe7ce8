import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  date,
  double,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { MARKS } from '@kettle/core/documents/stages';
import { madeAt, money, refId, rowId } from './columns.ts';
import { listings } from './listing.ts';
import { categories, marketplaces } from './marketplace.ts';

const marketplaceId = () =>
  varchar('marketplace_id', { length: 40 })
    .notNull()
    .references(() => marketplaces.id, { onDelete: 'cascade' });

/** Limits kept under a name. */
export const sieves = mysqlTable(
  'sieves',
  {
    id: rowId(),
    marketplaceId: marketplaceId(),
    /** Where it narrows: the catalogue, or niches and search terms. */
    place: mysqlEnum('place', ['sift', 'demand']).notNull().default('sift'),
    name: varchar('name', { length: 80 }).notNull(),
    /** The sift as the address writes it. */
    search: varchar('search', { length: 2000 }).notNull(),
    reasoning: varchar('reasoning', { length: 1000 }).notNull().default(''),
    /** The one that the sift opens with. */
    isStart: boolean('is_start').notNull().default(false),
    /** The marketplace's day it was last opened on, and the day that its "new since" is reckoned from. */
    openedOn: date('opened_on', { mode: 'string' }),
    sinceDay: date('since_day', { mode: 'string' }),
    madeAt: madeAt(),
  },
  (t) => [uniqueIndex('sieves_place_name').on(t.marketplaceId, t.place, t.name)],
);

/** What a sieve held on the day it was last opened ("now") and on the day before that it was opened ("before"). */
export const sieveListings = mysqlTable(
  'sieve_listings',
  {
    sieveId: refId('sieve_id')
      .notNull()
      .references(() => sieves.id, { onDelete: 'cascade' }),
    slot: mysqlEnum('slot', ['before', 'now']).notNull(),
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    price: money('price'),
    units: double('units'),
    reviews: int('reviews'),
  },
  (t) => [primaryKey({ columns: [t.sieveId, t.slot, t.listingId] })],
);

/** What the seller did with a listing in some list: looked at it, put it aside, dropped it and why. */
export const marks = mysqlTable('marks', {
  listingId: refId('listing_id')
    .primaryKey()
    .references(() => listings.id, { onDelete: 'cascade' }),
  state: mysqlEnum('state', MARKS).notNull(),
  reason: varchar('reason', { length: 200 }).notNull().default(''),
  day: date('day', { mode: 'string' }).notNull(),
});

/** Kinds and words that the seller wants to see nothing of. */
export const stayAway = mysqlTable(
  'stay_away',
  {
    id: rowId(),
    marketplaceId: marketplaceId(),
    categoryId: refId('category_id').references(() => categories.id, { onDelete: 'cascade' }),
    words: varchar('words', { length: 120 }),
  },
  (t) => [
    uniqueIndex('stay_away_once').on(t.marketplaceId, t.categoryId, t.words),
    check('stay_away_one', sql`(category_id is null) <> (words is null)`),
  ],
);
