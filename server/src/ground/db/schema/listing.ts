import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  date,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  smallint,
  text,
  tinyint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { importId, kept, madeAt, money, refId, rowId, version } from './columns.ts';
import { categories, marketplaces } from './marketplace.ts';

/** A product page of a marketplace as last seen. Money in minor units, weight in grams, sides in millimetres. */
export const listings = mysqlTable(
  'listings',
  {
    id: rowId(),
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    code: varchar('code', { length: 40 }).notNull(),
    gtin: varchar('gtin', { length: 14 }),
    title: varchar('title', { length: 500 }).notNull(),
    brand: varchar('brand', { length: 120 }).notNull().default(''),
    categoryId: refId('category_id')
      .notNull()
      .references(() => categories.id),
    price: money('price'),
    reviews: int('reviews'),
    /** Hundredths of a star. */
    rating: smallint('rating'),
    rank: int('rank'),
    weight: int('weight'),
    sideLong: int('side_long'),
    sideMiddle: int('side_middle'),
    sideShort: int('side_short'),
    sellers: smallint('sellers'),
    fulfilment: mysqlEnum('fulfilment', ['marketplace', 'seller', 'unknown']).notNull().default('unknown'),
    soldByMarketplace: boolean('sold_by_marketplace'),
    pictures: smallint('pictures'),
    variations: smallint('variations'),
    packCount: smallint('pack_count'),
    /** The listing that stands for the family this one is a variation of; null where it stands alone. */
    familyId: refId('family_id'),
    /** Share of the days on which the marketplace itself had it in stock, 0–1. */
    marketplaceDays: double('marketplace_days'),
    onSaleSince: date('on_sale_since', { mode: 'string' }),
    /** Which drawn silhouette stands in for a picture. */
    silhouette: varchar('silhouette', { length: 24 }),
    bullets: kept<string[]>('bullets'),
    description: text('description'),
    seenOn: date('seen_on', { mode: 'string' }).notNull(),
    importId: importId(),
    /** The marketplace's data version that last changed it or its estimate: indexes take in what is newer than they. */
    touched: int('touched').notNull().default(1),
  },
  (t) => [
    index('listings_touched').on(t.marketplaceId, t.touched),
    uniqueIndex('listings_code').on(t.marketplaceId, t.code),
    index('listings_brand').on(t.marketplaceId, t.brand),
    index('listings_category').on(t.categoryId),
    check('listings_price', sql`price is null or price > 0`),
    check('listings_rating', sql`rating is null or rating between 100 and 500`),
    check('listings_rank', sql`\`rank\` is null or \`rank\` >= 1`),
  ],
);

/** What was seen of a listing on one day. Rows are added, never changed. */
export const readings = mysqlTable(
  'readings',
  {
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    day: date('day', { mode: 'string' }).notNull(),
    price: money('price'),
    rank: int('rank'),
    reviews: int('reviews'),
    rating: smallint('rating'),
    sellers: smallint('sellers'),
    stock: int('stock'),
    stockCapped: boolean('stock_capped').notNull().default(false),
    /** Who held the main offer, and so whose stock was counted. */
    mainOffer: varchar('main_offer', { length: 120 }),
    source: mysqlEnum('source', ['feed', 'import', 'typed']).notNull(),
    importId: importId(),
  },
  (t) => [primaryKey({ columns: [t.listingId, t.day] })],
);

/** Stock that the seller counted: a series of its own beside the readings, never mixed into them. */
export const ownCounts = mysqlTable(
  'own_counts',
  {
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    day: date('day', { mode: 'string' }).notNull(),
    stock: int('stock').notNull(),
    seller: varchar('seller', { length: 120 }).notNull().default(''),
    importId: importId(),
    madeAt: madeAt(),
  },
  (t) => [primaryKey({ columns: [t.listingId, t.day] }), check('own_counts_stock', sql`stock >= 0`)],
);

/** A person's own judgement of a part of a listing's page, in the place of the rubric's. */
export const craftOverrules = mysqlTable(
  'craft_overrules',
  {
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    part: mysqlEnum('part', ['title', 'pictures', 'bullets', 'description']).notNull(),
    points: tinyint('points', { unsigned: true }).notNull(),
    note: varchar('note', { length: 400 }).notNull().default(''),
    day: date('day', { mode: 'string' }).notNull(),
    version: version(),
  },
  (t) => [primaryKey({ columns: [t.listingId, t.part] }), check('craft_overrules_points', sql`points <= 100`)],
);

/** Averages of a month, for the time before a listing was watched. */
export const monthlyHistory = mysqlTable(
  'monthly_history',
  {
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    month: date('month', { mode: 'string' }).notNull(),
    price: money('price'),
    rank: int('rank'),
    reviews: int('reviews'),
    importId: importId(),
  },
  (t) => [primaryKey({ columns: [t.listingId, t.month] })],
);

/** What a file or a person says of a listing, kept as said. */
export const statedFigures = mysqlTable(
  'stated_figures',
  {
    id: rowId(),
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    measure: mysqlEnum('measure', ['units', 'revenue']).notNull(),
    /** Pieces, or minor units of money, a month. */
    value: double('value').notNull(),
    source: varchar('source', { length: 200 }).notNull(),
    importId: importId(),
    day: date('day', { mode: 'string' }).notNull(),
  },
  (t) => [uniqueIndex('stated_figures_once').on(t.listingId, t.measure, t.source, t.day)],
);

/** What is computed of each listing from the tables above, and made anew whenever they change. Changes are fractions. */
export const estimates = mysqlTable('estimates', {
  listingId: refId('listing_id')
    .primaryKey()
    .references(() => listings.id, { onDelete: 'cascade' }),
  asOf: date('as_of', { mode: 'string' }).notNull(),
  units: double('units'),
  low: double('low'),
  high: double('high'),
  origin: mysqlEnum('origin', ['readings', 'months', 'stated', 'current-rank', 'nothing']).notNull(),
  flattered: boolean('flattered').notNull().default(false),
  /** Share of a year's units in its best three months. */
  bestThreeShare: double('best_three_share'),
  bestThreeMonths: kept<number[]>('best_three_months'),
  reason: varchar('reason', { length: 400 }),
  reviewsMonth: double('reviews_month'),
  units30: double('units_30'),
  units90: double('units_90'),
  unitsYear: double('units_year'),
  price30: double('price_30'),
  price90: double('price_90'),
  priceYear: double('price_year'),
  /** Strength of season, 0–1, of at least two years; the month of the year that sells most, 1–12. */
  season: double('season'),
  bestMonth: tinyint('best_month'),
  spikeShare: double('spike_share'),
  craft: tinyint('craft', { unsigned: true }),
  /** Units of the last twelve whole months, oldest first. */
  lastYear: kept<(number | null)[]>('last_year'),
});
