import {
  boolean,
  date,
  datetime,
  double,
  foreignKey,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  smallint,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import { CostRules } from '@kettle/core/documents/cost-rules';
import { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { FlagRules } from '@kettle/core/documents/flag-rules';
import { LaunchYear } from '@kettle/core/documents/launch-year';
import { OwnMeans } from '@kettle/core/documents/own-means';
import { PageLimits } from '@kettle/core/documents/page-draft';
import { ShelfRules } from '@kettle/core/documents/shelf-rules';
import { WatchPlan } from '@kettle/core/documents/watch-rules';
import type { Drifts } from '@kettle/core/estimate/age';
import type { Levels } from '@kettle/core/estimate/levels';
import type { CurveFit } from '@kettle/core/estimate/curve-fit';
import type { RankCurve } from '@kettle/core/estimate/rank-curve';
import { document, kept, madeAt, refId, rowId, version } from './columns.ts';

/** Where a seller sells. Research belongs to one; its id stands in addresses. */
export const marketplaces = mysqlTable('marketplaces', {
  id: varchar('id', { length: 40 }).primaryKey(),
  name: varchar('name', { length: 80 }).notNull(),
  currency: varchar('currency', { length: 3 }).notNull(),
  measures: mysqlEnum('measures', ['imperial', 'metric']).notNull(),
  /** Host of listing addresses, so that pasted ones are understood. */
  host: varchar('host', { length: 120 }).notNull(),
  /** ISO 3166-1 code of its country; empty where it was not said. */
  country: varchar('country', { length: 2 }).notNull().default(''),
  /** Value-added tax that prices contain, 0–1; null where it was not said. */
  vat: double('vat'),
  /** Address of a listing with {code} where its code stands; empty for none. */
  addressPattern: varchar('address_pattern', { length: 300 }).notNull().default(''),
  /** When it was put into the bin; null while it is used. */
  binnedAt: datetime('binned_at', { mode: 'string', fsp: 3 }),
  /** For the bin of a marketplace's listings: the marketplace. */
  binOf: varchar('bin_of', { length: 40 }),
  /** The day of the simulated clock (the hob); null where the real date counts. */
  hobDay: date('hob_day', { mode: 'string' }),
  /** Raised whenever listings or their estimates change: what is built from them compares it. */
  dataVersion: int('data_version').notNull().default(1),
  /** The data version in which everything changed at once: what is older is to be built anew, not patched. */
  rebuiltVersion: int('rebuilt_version').notNull().default(1),
  /** The seller's own rules for risk flags and traits; null for the starter rules. */
  flagRules: document(FlagRules, 'flag_rules'),
  flagRulesVersion: version('flag_rules_version'),
  /** The seller's own thresholds and maps for shelves; null for the starter ones. */
  shelfRules: document(ShelfRules, 'shelf_rules'),
  shelfRulesVersion: version('shelf_rules_version'),
  /** The seller's own rule of thumb for the cost of goods; null while none was typed. */
  costRules: document(CostRules, 'cost_rules'),
  costRulesVersion: version('cost_rules_version'),
  /** Raised whenever the rule of thumb or a costing changes: what lists say by them compares it. */
  ruledVersion: int('ruled_version').notNull().default(1),
  /** Of the list of kinds and words to stay away from. */
  stayAwayVersion: version('stay_away_version'),
  /** Raised whenever niches, search terms or their histories change. */
  demandVersion: int('demand_version').notNull().default(1),
  /** How its listings are watched; null for the starter plan. */
  watchPlan: document(WatchPlan, 'watch_plan'),
  watchPlanVersion: version('watch_plan_version'),
  /** What the seller can put in and wants out of a launch; null while nothing was typed. */
  ownMeans: document(OwnMeans, 'own_means'),
  ownMeansVersion: version('own_means_version'),
  /** What a page may hold; null for the starter limits. */
  pageLimits: document(PageLimits, 'page_limits'),
  pageLimitsVersion: version('page_limits_version'),
  /** Which candidates are launched when; null while nothing is planned. */
  launchYear: document(LaunchYear, 'launch_year'),
  launchYearVersion: version('launch_year_version'),
  /** The last day listings were read or imported. */
  readUpTo: date('read_up_to', { mode: 'string' }),
  madeAt: madeAt(),
});

/** The category tree; the path is the names from the root on, joined by " › ". */
export const categories = mysqlTable(
  'categories',
  {
    id: rowId(),
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    parentId: refId('parent_id'),
    name: varchar('name', { length: 120 }).notNull(),
    path: varchar('path', { length: 400 }).notNull(),
    depth: smallint('depth').notNull(),
    gated: boolean('gated').notNull().default(false),
    /** Renamed or joined to another by hand: files that still name this path mean that one. */
    mergedInto: refId('merged_into'),
  },
  (t) => [
    uniqueIndex('categories_path').on(t.marketplaceId, t.path),
    foreignKey({ name: 'categories_parent', columns: [t.parentId], foreignColumns: [t.id] }).onDelete('cascade'),
  ],
);

/** Fee schedules live side by side, by the day they come into force. */
export const feeSchedules = mysqlTable(
  'fee_schedules',
  {
    id: rowId(),
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    name: varchar('name', { length: 120 }).notNull(),
    validFrom: date('valid_from', { mode: 'string' }).notNull(),
    document: document(FeeSchedule, 'document').notNull(),
    source: varchar('source', { length: 200 }).notNull(),
    madeAt: madeAt(),
  },
  (t) => [uniqueIndex('fee_schedules_from').on(t.marketplaceId, t.validFrom)],
);

/**
 * Rank curves by category path ("*" for all others), a row a version. In force is the newest by its day that has not been
 * put back; versions are never written over.
 */
export const rankCurves = mysqlTable(
  'rank_curves',
  {
    id: rowId(),
    marketplaceId: varchar('marketplace_id', { length: 40 })
      .notNull()
      .references(() => marketplaces.id, { onDelete: 'cascade' }),
    category: varchar('category', { length: 400 }).notNull(),
    validFrom: date('valid_from', { mode: 'string' }).notNull(),
    knots: kept<RankCurve['knots']>('knots').notNull(),
    residual: double('residual').notNull(),
    /** Reviews for each piece sold, and the spread of its natural log between listings. */
    reviewRate: double('review_rate'),
    reviewSpread: double('review_spread'),
    source: varchar('source', { length: 200 }).notNull(),
    /** Shipped with its marketplace, copied from another one, or the seller's own (typed, from a file, fitted). */
    standing: mysqlEnum('standing', ['given', 'copied', 'own']).notNull().default('own'),
    /** Put back by the seller: kept to compare with, not used. */
    putBack: boolean('put_back').notNull().default(false),
    /** What it was fitted on; null for one that came from elsewhere. */
    fitted: kept<CurveFit>('fitted'),
    madeAt: madeAt(),
  },
  (t) => [index('rank_curves_version').on(t.marketplaceId, t.category, t.validFrom)],
);

/** How far each way of counting lies off as a whole, learnt from listings that several tell of; made anew with estimates. */
export const estimateLevels = mysqlTable('estimate_levels', {
  marketplaceId: varchar('marketplace_id', { length: 40 })
    .primaryKey()
    .references(() => marketplaces.id, { onDelete: 'cascade' }),
  document: kept<Levels>('document').notNull(),
  /** How listings of each category move while nobody looks; null while it was not learnt. */
  drifts: kept<Drifts>('drifts'),
  asOf: date('as_of', { mode: 'string' }).notNull(),
});
