import { index, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import type { Truth } from '@kettle/demo/market';
import { document } from '../db/schema/columns.ts';

/** The simulated marketplace's own books: what listings really sell. Read by the stand-ins, the backtest and tests alone. */
export const truths = mysqlTable(
  'truth_listings',
  {
    marketplaceId: varchar('marketplace_id', { length: 40 }).notNull(),
    code: varchar('code', { length: 20 }).notNull(),
    family: varchar('family', { length: 80 }).notNull(),
    truth: document<Truth>('truth').notNull(),
  },
  (t) => [primaryKey({ columns: [t.marketplaceId, t.code] }), index('truth_family').on(t.marketplaceId, t.family)],
);
