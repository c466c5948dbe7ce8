import type { Weather } from '@kettle/contract/suppliers';
import { date, index, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import type { Truth } from '@kettle/demo/market';
import type { TermTruth } from '@kettle/demo/searches';
import { kept, rowId } from '../../ground/db/schema/columns.ts';

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

/** How the simulated services behave; fair where nothing is said. */
export const standInWeathers = mysqlTable(
  'stand_in_weathers',
  {
    marketplaceId: varchar('marketplace_id', { length: 40 }).notNull(),
    service: varchar('service', { length: 20 }).notNull(),
    weather: varchar('weather', { length: 20 }).$type<Weather>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.marketplaceId, t.service] })],
);

/** What the simulated directory's suppliers were asked. */
export const standInRequests = mysqlTable('stand_in_requests', {
  id: rowId(),
  marketplaceId: varchar('marketplace_id', { length: 40 }).notNull(),
  ref: varchar('ref', { length: 40 }).notNull(),
  day: date('day', { mode: 'string' }).notNull(),
  asked: kept<{ pieces: number[]; weight: number | null }>('asked').notNull(),
});
