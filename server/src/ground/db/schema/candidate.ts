import type { TSchema } from '@sinclair/typebox';
import { sql } from 'drizzle-orm';
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
  bigint,
  type AnyMySqlColumn,
} from 'drizzle-orm/mysql-core';
import { BeforeOrder } from '@kettle/core/documents/before-order';
import { Brief } from '@kettle/core/documents/brief';
import { Corrections } from '@kettle/core/documents/corrections';
import { CostingDocument } from '@kettle/core/documents/costing';
import { DecidedOn, DECISIONS, type DropReason } from '@kettle/core/documents/decision';
import { Opinion } from '@kettle/core/documents/opinion';
import { PageDraft } from '@kettle/core/documents/page-draft';
import { Scoresheet } from '@kettle/core/documents/scoresheet';
import { STAGES } from '@kettle/core/documents/stages';
import { WaitFor } from '@kettle/core/documents/watch-rules';
import { whoActs } from '../../people/who.ts';
import { bytes, document, kept, madeAt, money, refId, rowId, version } from './columns.ts';
import { listings } from './listing.ts';
import { people } from './people.ts';
import { categories, feeSchedules, marketplaces } from './marketplace.ts';

/** Who did it; null where nobody signs in, and for what the program did by itself. */
const doneBy = () =>
  refId('done_by')
    .references(() => people.id, { onDelete: 'set null' })
    .$defaultFn(() => whoActs()?.id ?? sql`null`);

/**
 * One calculation of the money, of a candidate; or of a listing alone until a candidate is started from it and takes it
 * over.
 */
export const costings = mysqlTable(
  'costings',
  {
    id: rowId(),
    listingId: refId('listing_id')
      .notNull()
      .references(() => listings.id, { onDelete: 'cascade' }),
    candidateId: refId('candidate_id').references((): AnyMySqlColumn => candidates.id, { onDelete: 'cascade' }),
    name: varchar('name', { length: 120 }).notNull().default('First costing'),
    document: document(CostingDocument, 'document').notNull(),
    version: version(),
    /** The schedule it was last computed with. */
    feeScheduleId: refId('fee_schedule_id').references(() => feeSchedules.id, { onDelete: 'set null' }),
    changedAt: madeAt('changed_at'),
    /** Whose it is: of no candidate counts as one owner, too, so that a listing has one quick costing of a name. */
    owner: bigint('owner', { mode: 'number', unsigned: true }).generatedAlwaysAs(sql`coalesce(\`candidate_id\`, 0)`, {
      mode: 'stored',
    }),
  },
  (t) => [uniqueIndex('costings_owner').on(t.listingId, t.owner, t.name)],
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
    /** The costing it is reckoned with; null while nothing was typed. */
    costingId: refId('costing_id').references((): AnyMySqlColumn => costings.id, { onDelete: 'set null' }),
    dropReason: varchar('drop_reason', { length: 400 }),
    lookAgainOn: date('look_again_on', { mode: 'string' }),
    /** The month its first order is planned for: 2026-11; null for none. */
    launchMonth: varchar('launch_month', { length: 7 }),
    /** What it waits for; null for nothing. */
    waitFor: document(WaitFor, 'wait_for'),
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

/** What was decided about a candidate, why, and what it rested on. Rows are added, never changed. */
export const decisions = mysqlTable(
  'decisions',
  {
    id: rowId(),
    candidateId: refId('candidate_id')
      .notNull()
      .references(() => candidates.id, { onDelete: 'cascade' }),
    kind: mysqlEnum('kind', DECISIONS).notNull(),
    reasons: kept<DropReason[]>('reasons').notNull(),
    text: varchar('text', { length: 1000 }).notNull().default(''),
    /** The marketplace's day it was decided on. */
    day: date('day', { mode: 'string' }).notNull(),
    until: date('until', { mode: 'string' }),
    restedOn: document(DecidedOn, 'rested_on').notNull(),
    doneBy: doneBy(),
    madeAt: madeAt(),
  },
  (t) => [index('decisions_candidate').on(t.candidateId)],
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
    doneBy: doneBy(),
    madeAt: madeAt(),
  },
  (t) => [index('candidate_log_candidate').on(t.candidateId)],
);

/** One document that a candidate has, with its version. */
const oneOfCandidate = <S extends TSchema>(schema: S) => ({
  candidateId: refId('candidate_id')
    .primaryKey()
    .references(() => candidates.id, { onDelete: 'cascade' }),
  document: document(schema, 'document').notNull(),
  version: version(),
});

/** What the maker is asked for, of a candidate. */
export const briefs = mysqlTable('briefs', oneOfCandidate(Brief));

/** The page of the product to be, of a candidate. */
export const pageDrafts = mysqlTable('page_drafts', oneOfCandidate(PageDraft));

/** What is to be done before goods are ordered, of a candidate. */
export const beforeOrders = mysqlTable('before_orders', oneOfCandidate(BeforeOrder));

/** What others answer to a scoresheet's questions about a candidate. */
export const opinions = mysqlTable(
  'opinions',
  {
    id: rowId(),
    candidateId: refId('candidate_id')
      .notNull()
      .references(() => candidates.id, { onDelete: 'cascade' }),
    scoresheetId: refId('scoresheet_id')
      .notNull()
      .references(() => scoresheets.id, { onDelete: 'cascade' }),
    document: document(Opinion, 'document').notNull(),
    /** The marketplace's day it came back on. */
    day: date('day', { mode: 'string' }).notNull(),
    /** Who of the workspace answered in it, without having seen what others did; null where it came as a file. */
    personId: refId('person_id').references(() => people.id, { onDelete: 'set null' }),
    madeAt: madeAt(),
  },
  (t) => [uniqueIndex('opinions_person').on(t.candidateId, t.personId), index('opinions_candidate').on(t.candidateId)],
);

/** Measured answers that a person holds as they were on a day. */
export const frozenAnswers = mysqlTable(
  'frozen_answers',
  {
    candidateId: refId('candidate_id')
      .notNull()
      .references(() => candidates.id, { onDelete: 'cascade' }),
    measure: varchar('measure', { length: 60 }).notNull(),
    value: double('value'),
    low: double('low'),
    high: double('high'),
    source: varchar('source', { length: 1000 }).notNull(),
    /** The marketplace's day it was held on. */
    day: date('day', { mode: 'string' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.candidateId, t.measure] })],
);

/** Pictures beside judged answers. */
export const evidencePictures = mysqlTable(
  'evidence_pictures',
  {
    id: rowId(),
    candidateId: refId('candidate_id')
      .notNull()
      .references(() => candidates.id, { onDelete: 'cascade' }),
    key: varchar('key', { length: 60 }).notNull(),
    type: mysqlEnum('type', ['image/png', 'image/jpeg', 'image/webp']).notNull(),
    name: varchar('name', { length: 200 }).notNull(),
    bytes: bytes('bytes').notNull(),
    day: date('day', { mode: 'string' }).notNull(),
  },
  (t) => [index('evidence_pictures_candidate').on(t.candidateId, t.key)],
);

/** How reviews of one category's products are to be read, as the seller corrected it. */
export const reviewCorrections = mysqlTable('review_corrections', {
  categoryId: refId('category_id')
    .primaryKey()
    .references(() => categories.id, { onDelete: 'cascade' }),
  document: document(Corrections, 'document').notNull(),
  version: version(),
});

/** The seller's scoresheets; their contents are versions, the newest of which counts. */
export const scoresheets = mysqlTable(
  'scoresheets',
  {
    id: rowId(),
    name: varchar('name', { length: 120 }).notNull().unique(),
    /** The newest version. */
    version: version(),
    /** True for the one in use, null for all others, so that there is one at most. */
    inUse: boolean('in_use'),
  },
  (t) => [uniqueIndex('scoresheets_in_use').on(t.inUse)],
);

export const scoresheetVersions = mysqlTable(
  'scoresheet_versions',
  {
    scoresheetId: refId('scoresheet_id')
      .notNull()
      .references(() => scoresheets.id, { onDelete: 'cascade' }),
    version: int('version').notNull(),
    document: document(Scoresheet, 'document').notNull(),
    madeAt: madeAt(),
  },
  (t) => [primaryKey({ columns: [t.scoresheetId, t.version] })],
);

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
    doneBy: doneBy(),
  },
  (t) => [primaryKey({ columns: [t.candidateId, t.scoresheetId, t.key] })],
);
