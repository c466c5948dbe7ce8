import { index, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import type { Truth } from '@kettle/demo/market';
import type { TermTruth } from '@kettle/demo/searches';
import { kept } from '../../ground/db/schema/columns.ts';

/** The simulated marketplace's own books: what listings really sell. Read by the stand-ins, the backtest and tests alone. */
export const truths = mysqlTable(
  'truth_listings',
  {
    marketplaceId: varchar('marketplace_id', { length: 40 }).notNull(),
    code: varchar('code', { length: 20 }).notNull(),
    family: varchar('family', { length: 80 }).notNull(),
    truth: kept<Truth>('truth').notNull(),
  },
  (t) => [primaryKey({ columns: [t.marketplaceId, t.code] }), index('truth_family').on(t.marketplaceId, t.family)],
);

/** What is true of the simulated marketplace's search terms. */
export const termTruths = mysqlTable(
  'truth_terms',
  {
    marketplaceId: varchar('marketplace_id', { length: 40 }).notNull(),
    text: varchar('text', { length: 160 }).notNull(),
    truth: kept<TermTruth>('truth').notNull(),
  },
  (t) => [primaryKey({ columns: [t.marketplaceId, t.text] })],
);
