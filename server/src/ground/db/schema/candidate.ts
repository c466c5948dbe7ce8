import {
  date,
  double,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar,
  text,
  boolean,
} from 'drizzle-orm/mysql-core';
import type { CostingInputs } from '@kettle/core/costing/costing';
import { STAGES } from '@kettle/core/documents/stages';
import { Scoresheet } from '@kettle/core/documents/scoresheet';
import { document, kept, madeAt, money, refId, rowId, version } from './columns.ts';
import { listings } from './listing.ts';
import { feeSchedules, marketplaces } from './marketplace.ts';

/** One calculation of the money; a candidate uses that of its anchor listing. */
export const costings = mysqlTable(
  'costings',
  {
    id: rowId(),
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    name: varchar('name', { length: 120 }).notNull().default('First costing'),
    /** A price to try; null for the listing's own. */
    price: money('price'),
    inputs: kept<CostingInputs>('inputs').notNull(),
    version: version(),
    /** The schedule it was last computed with. */
    feeScheduleId: refId('fee_schedule_id').references(() => feeSchedules.id, { onDelete: 'set null' }),
    changedAt: madeAt('changed_at'),
  },
  (t) => [uniqueIndex('costings_name').on(t.listingId, t.name)],
);

/** One product idea: an anchor listing and its line-up, with a log of what happened to it. */
export const candidates = mysqlTable(
  'candidates',
  {
    id: rowId(),
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    name: varchar('name', { length: 160 }).notNull(),
    anchorId: refId('anchor_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    stage: mysqlEnum('stage', STAGES).notNull().default('found'),
    dropReason: varchar('drop_reason', { length: 400 }),
    lookAgainOn: date('look_again_on', { mode: 'string' }),
    madeAt: madeAt(),
  },
  (t) => [index('candidates_market').on(t.marketplaceId)],
);

/** The listings of a candidate, with the figures of the day they were put in, for then and now. */
export const lineUp = mysqlTable(
  'line_up',
  {
    candidateId: refId('candidate_id')
      .notNull()
      .references(() => candidates.id, { onDelete: 'cascade' }),
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    addedOn: date('added_on', { mode: 'string' }).notNull(),
    thenPrice: money('then_price'),
    thenUnits: double('then_units'),
    thenReviews: int('then_reviews'),
  },
  (t) => [primaryKey({ columns: [t.candidateId, t.listingId] })],
);

export const candidateLog = mysqlTable(
  'candidate_log',
  {
    id: rowId(),
    candidateId: refId('candidate_id')
      .notNull()
      .references(() => candidates.id, { onDelete: 'cascade' }),
    kind: mysqlEnum('kind', ['stage', 'note', 'line-up', 'answer']).notNull(),
    text: text('text').notNull(),
    /** The marketplace's day it happened on. */
    day: date('day', { mode: 'string' }).notNull(),
    stage: mysqlEnum('stage', STAGES),
    madeAt: madeAt(),
  },
  (t) => [index('candidate_log_candidate').on(t.candidateId)],
);

export const scoresheets = mysqlTable('scoresheets', {
  id: rowId(),
  name: varchar('name', { length: 120 }).notNull().unique(),
  document: document(Scoresheet, 'document').notNull(),
  inUse: boolean('in_use').notNull().default(false),
});

/** Answers that a person gave, with the evidence. Measured ones are computed afresh each time. */
export const answers = mysqlTable(
  'answers',
  {
    candidateId: refId('candidate_id')
      .notNull()
      .references(() => candidates.id, { onDelete: 'cascade' }),
    scoresheetId: refId('scoresheet_id')
      .notNull()
      .references(() => scoresheets.id, { onDelete: 'cascade' }),
    key: varchar('key', { length: 60 }).notNull(),
    choice: varchar('choice', { length: 60 }).notNull(),
    evidence: varchar('evidence', { length: 2000 }).notNull().default(''),
    version: version(),
    day: date('day', { mode: 'string' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.candidateId, t.scoresheetId, t.key] })],
);
