import { SupplierCard } from '@kettle/contract/suppliers';
import { check, date, double, index, int, mysqlTable, primaryKey, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import { sql } from 'drizzle-orm';
import { document, importId, kept, madeAt, money, refId, rowId } from './columns.ts';
import { listings } from './listing.ts';
import { marketplaces } from './marketplace.ts';

/** Who could make or deliver a product. */
export const suppliers = mysqlTable('suppliers', {
  id: rowId(),
  name: varchar('name', { length: 120 }).notNull().unique(),
  /** ISO 3166-1 code of its country; empty where it was not said. */
  country: varchar('country', { length: 2 }).notNull().default(''),
  note: varchar('note', { length: 1000 }).notNull().default(''),
  madeAt: madeAt(),
});

/** What a supplier asks for a piece like a listing's, from a number of pieces on; of a day, in the supplier's currency. */
export const quotes = mysqlTable(
  'quotes',
  {
    id: rowId(),
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    supplierId: refId('supplier_id')
      .notNull()
      .references(() => suppliers.id, { onDelete: 'cascade' }),
    day: date('day', { mode: 'string' }).notNull(),
    /** Pieces from which on the price holds. */
    minimum: int('minimum').notNull().default(1),
    /** Major units of the currency a piece: quotes go below a minor unit. */
    price: double('price').notNull(),
    currency: varchar('currency', { length: 3 }).notNull(),
    /** Days from order to hand-over. */
    leadDays: int('lead_days'),
    /** Who carries freight and risk how far (Incoterms, three letters); empty where it was not said. */
    terms: varchar('terms', { length: 3 }).notNull().default(''),
    validUntil: date('valid_until', { mode: 'string' }),
    /** A full carton: pieces, grams and millimetres; null where it was not said. */
    cartonUnits: int('carton_units'),
    cartonWeight: double('carton_weight'),
    cartonLong: double('carton_long'),
    cartonMiddle: double('carton_middle'),
    cartonShort: double('carton_short'),
    /** Paid once an order, in the marketplace's money: mould, plates, bank. */
    once: money('once').notNull().default(0),
    note: varchar('note', { length: 400 }).notNull().default(''),
    importId: importId(),
  },
  (t) => [
    uniqueIndex('quotes_once').on(t.listingId, t.supplierId, t.day, t.minimum),
    check('quotes_price', sql`price > 0`),
  ],
);

/** What one unit of another currency is worth in a marketplace's, on a day. */
export const exchangeRates = mysqlTable(
  'exchange_rates',
  {
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    currency: varchar('currency', { length: 3 }).notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    rate: double('rate').notNull(),
    importId: importId(),
  },
  (t) => [primaryKey({ columns: [t.marketplaceId, t.currency, t.day] }), check('exchange_rates_rate', sql`rate > 0`)],
);

/** Cards of a directory that were put aside, as they stood on that day. */
export const supplierCards = mysqlTable(
  'supplier_cards',
  {
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    ref: varchar('ref', { length: 40 }).notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    card: document(SupplierCard, 'card').notNull(),
  },
  (t) => [primaryKey({ columns: [t.marketplaceId, t.ref] })],
);

/** What suppliers of a directory were asked for a piece like a listing's. */
export const supplierRequests = mysqlTable(
  'supplier_requests',
  {
    id: rowId(),
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    ref: varchar('ref', { length: 40 }).notNull(),
    /** Under which the directory gives the answer. */
    ticket: varchar('ticket', { length: 40 }).notNull(),
    supplier: varchar('supplier', { length: 120 }).notNull(),
    country: varchar('country', { length: 2 }).notNull(),
    makes: varchar('makes', { length: 120 }).notNull(),
    pieces: kept<number[]>('pieces').notNull(),
    note: varchar('note', { length: 1000 }).notNull(),
    askedOn: date('asked_on', { mode: 'string' }).notNull(),
    state: varchar('state', { length: 10 }).$type<'waiting' | 'quoted' | 'declined'>().notNull().default('waiting'),
    answeredOn: date('answered_on', { mode: 'string' }),
    says: varchar('says', { length: 400 }).notNull().default(''),
  },
  (t) => [index('supplier_requests_of').on(t.listingId), index('supplier_requests_waiting').on(t.state)],
);
