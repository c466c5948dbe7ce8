import {
  date,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  smallint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { candidates } from './candidate.ts';
import { kept, madeAt, refId, rowId, version } from './columns.ts';
import { listings } from './listing.ts';
import { categories, marketplaces } from './marketplace.ts';

const marketplaceId = () =>
  varchar('marketplace_id', { length: 40 })
    .notNull()
    .references(() => marketplaces.id, { onDelete: 'cascade' });
const termId = () =>
  refId('term_id')
    .notNull()
    .references(() => searchTerms.id, { onDelete: 'cascade' });
const listingId = () =>
  refId('listing_id')
    .notNull()
    .references(() => listings.id, { onDelete: 'cascade' });

/** One need of buyers: the terms that mean the same thing, and the listings that serve it. */
export const niches = mysqlTable(
  'niches',
  {
    id: rowId(),
    marketplaceId: marketplaceId(),
    name: varchar('name', { length: 160 }).notNull(),
    categoryId: refId('category_id').references(() => categories.id, { onDelete: 'set null' }),
  },
  (t) => [uniqueIndex('niches_name').on(t.marketplaceId, t.name)],
);

/** What buyers type. */
export const searchTerms = mysqlTable(
  'search_terms',
  {
    id: rowId(),
    marketplaceId: marketplaceId(),
    text: varchar('text', { length: 160 }).notNull(),
    /** Share of the searches that end in a purchase, 0–1. */
    buyRate: double('buy_rate'),
    /** Listings that the marketplace shows for it in all. */
    competing: int('competing'),
    seenOn: date('seen_on', { mode: 'string' }).notNull(),
  },
  (t) => [uniqueIndex('search_terms_text').on(t.marketplaceId, t.text)],
);

/**
 * Searches a week, the whole history of a term in one row: it is always read whole, and a hundred thousand terms of three
 * years are then a hundred thousand rows, not sixteen million.
 */
export const termVolumes = mysqlTable('term_volumes', {
  termId: termId().primaryKey(),
  /** First day of the first week. */
  firstWeek: date('first_week', { mode: 'string' }).notNull(),
  /** Oldest first; null where not known. */
  volumes: kept<(number | null)[]>('volumes').notNull(),
});

/** Which terms mean a niche, and how much of a term's searches does. */
export const nicheTerms = mysqlTable(
  'niche_terms',
  {
    nicheId: refId('niche_id')
      .notNull()
      .references(() => niches.id, { onDelete: 'cascade' }),
    termId: termId(),
    share: double('share').notNull().default(1),
  },
  (t) => [primaryKey({ columns: [t.nicheId, t.termId] }), index('niche_terms_term').on(t.termId)],
);

/** Who gets the clicks of a niche, on a day. */
export const nicheClicks = mysqlTable(
  'niche_clicks',
  {
    nicheId: refId('niche_id')
      .notNull()
      .references(() => niches.id, { onDelete: 'cascade' }),
    day: date('day', { mode: 'string' }).notNull(),
    listingId: listingId(),
    share: double('share').notNull(),
  },
  (t) => [primaryKey({ columns: [t.nicheId, t.day, t.listingId] }), index('niche_clicks_listing').on(t.listingId)],
);

/** Where a listing stands for a term on a day: places among the unpaid and the paid ones, 1 being the first. */
export const termPositions = mysqlTable(
  'term_positions',
  {
    termId: termId(),
    day: date('day', { mode: 'string' }).notNull(),
    listingId: listingId(),
    unpaid: smallint('unpaid'),
    paid: smallint('paid'),
    /** Share of the term's clicks, 0–1. */
    share: double('share'),
  },
  (t) => [
    primaryKey({ columns: [t.termId, t.day, t.listingId] }),
    index('term_positions_listing').on(t.listingId, t.termId),
  ],
);

/** Terms kept for a candidate. */
export const basketTerms = mysqlTable(
  'basket_terms',
  {
    candidateId: refId('candidate_id')
      .notNull()
      .references(() => candidates.id, { onDelete: 'cascade' }),
    termId: termId(),
    addedOn: date('added_on', { mode: 'string' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.candidateId, t.termId] })],
);

/** What the seller judges of a brand: whether buyers know it beyond this marketplace. */
export const brandJudgements = mysqlTable(
  'brand_judgements',
  {
    marketplaceId: marketplaceId(),
    brand: varchar('brand', { length: 120 }).notNull(),
    known: mysqlEnum('known', ['yes', 'no', 'unsure']).notNull(),
    note: varchar('note', { length: 400 }).notNull().default(''),
    version: version(),
    day: date('day', { mode: 'string' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.marketplaceId, t.brand] })],
);

/** Where the seller put a term, whatever files and the grouping say; also how a niche is renamed, or joined to another. */
export const nicheCorrections = mysqlTable(
  'niche_corrections',
  {
    marketplaceId: marketplaceId(),
    term: varchar('term', { length: 160 }).notNull(),
    niche: varchar('niche', { length: 160 }).notNull(),
    madeAt: madeAt(),
  },
  (t) => [primaryKey({ columns: [t.marketplaceId, t.term] })],
);
