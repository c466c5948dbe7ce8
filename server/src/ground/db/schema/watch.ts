import { date, datetime, int, mysqlEnum, mysqlTable, primaryKey, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import { WatchRules } from '@kettle/core/documents/watch-rules';
import type { Figures } from '@kettle/core/changes/then-now';
import { document, kept, madeAt, refId, rowId, version } from './columns.ts';
import { listings } from './listing.ts';
import { marketplaces } from './marketplace.ts';

const marketplaceId = () =>
  varchar('marketplace_id', { length: 40 })
    .notNull()
    .references(() => marketplaces.id, { onDelete: 'cascade' });

/** Watched listings that are looked at together, with rules of their own for what is news of them. */
export const watchGroups = mysqlTable(
  'watch_groups',
  {
    id: rowId(),
    marketplaceId: marketplaceId(),
    name: varchar('name', { length: 80 }).notNull(),
    /** Null where those of the marketplace count. */
    rules: document(WatchRules, 'rules'),
    version: version(),
  },
  (t) => [uniqueIndex('watch_groups_name').on(t.marketplaceId, t.name)],
);

/** Listings of which a reading a day is taken. */
export const watched = mysqlTable('watched', {
  listingId: refId('listing_id')
    .primaryKey()
    .references(() => listings.id, { onDelete: 'cascade' }),
  since: date('since', { mode: 'string' }).notNull(),
  groupId: refId('group_id').references(() => watchGroups.id, { onDelete: 'set null' }),
  labels: kept<string[]>('labels'),
  /** Its figures on the day it was put here; null for what was watched before they were kept. */
  thenFigures: kept<Figures>('then_figures'),
  madeAt: madeAt(),
});

/** What a listing's page was like, a row each time it was seen to be another. */
export const watchedPages = mysqlTable(
  'watched_pages',
  {
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    day: date('day', { mode: 'string' }).notNull(),
    /** Digests of its parts. */
    title: varchar('title', { length: 64 }).notNull(),
    pictures: int('pictures'),
    bullets: varchar('bullets', { length: 64 }).notNull(),
    description: varchar('description', { length: 64 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.listingId, t.day] })],
);

/** One look at a day's readings. */
export interface RunTry {
  /** The moment, UTC. */
  at: string;
  read: number;
  missed: number;
  message: string;
}
/** The daily runs of a marketplace: a row a day, however often it was tried. */
export const watchRuns = mysqlTable(
  'watch_runs',
  {
    id: rowId(),
    marketplaceId: marketplaceId(),
    day: date('day', { mode: 'string' }).notNull(),
    /** Who asked: the hour of the plan, a person, or the simulated clock. */
    asked: mysqlEnum('asked', ['daily', 'by hand', 'hob']).notNull(),
    state: mysqlEnum('state', ['asked', 'short', 'done']).notNull().default('asked'),
    listings: int('listings').notNull().default(0),
    read: int('read').notNull().default(0),
    /** Readings taken in, late ones of earlier days among them. */
    readings: int('readings').notNull().default(0),
    tries: kept<RunTry[]>('tries'),
    /** When it is tried again, UTC; null when it is not. */
    nextTry: datetime('next_try', { mode: 'string', fsp: 3 }),
    madeAt: madeAt(),
  },
  (t) => [uniqueIndex('watch_runs_day').on(t.marketplaceId, t.day)],
);

/** What a person wants to see on the axis of days: a holiday of the marketplace, sale days, a note. */
export const watchEvents = mysqlTable(
  'watch_events',
  {
    id: rowId(),
    marketplaceId: marketplaceId(),
    kind: mysqlEnum('kind', ['holiday', 'sale', 'note']).notNull(),
    first: date('first', { mode: 'string' }).notNull(),
    last: date('last', { mode: 'string' }).notNull(),
    text: varchar('text', { length: 200 }).notNull(),
    madeAt: madeAt(),
  },
  (t) => [uniqueIndex('watch_events_once').on(t.marketplaceId, t.first, t.text)],
);
