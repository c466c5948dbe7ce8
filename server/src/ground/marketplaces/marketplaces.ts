import type { CostRules } from '@kettle/core/documents/cost-rules';
import { and, desc, eq, inArray, lte } from 'drizzle-orm';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import type { RankCurve } from '@kettle/core/estimate/rank-curve';
import type { ReviewRate } from '@kettle/core/estimate/review-pace';
import { ruleFor } from '@kettle/core/fees/schedule';
import type { Measures } from '@kettle/core/measures/units';
import type { Db } from '../db/connection.ts';
import { categories, feeSchedules, marketplaces, rankCurves } from '../db/schema.ts';
import { notFound } from '../problems/problem.ts';
import { realToday } from './clock.ts';

/** A marketplace with its own idea of today. */
export interface Market {
  id: string;
  name: string;
  currency: string;
  measures: Measures;
  host: string;
  /** ISO 3166-1 code; empty where it was not said. */
  country: string;
  /** Value-added tax that prices contain, 0–1; null where it was not said. */
  vat: number | null;
  /** Address of a listing with {code} where its code stands; empty for none. */
  addressPattern: string;
  today: string;
  simulated: boolean;
  dataVersion: number;
  ruledVersion: number;
  /** The seller’s rule of thumb for the cost of goods; null while none was typed. */
  costRules: CostRules | null;
  costRulesVersion: number;
  demandVersion: number;
  readUpTo: string | null;
}

export const marketOf = async (db: Db, id: string): Promise<Market> => {
  const [row] = await db.select().from(marketplaces).where(eq(marketplaces.id, id));
  if (!row || row.binnedAt !== null) throw notFound(`The marketplace "${id}"`);
  return asMarket(row);
};

export const asMarket = (row: typeof marketplaces.$inferSelect): Market => ({
  id: row.id,
  name: row.name,
  currency: row.currency,
  measures: row.measures,
  host: row.host,
  country: row.country,
  vat: row.vat,
  addressPattern: row.addressPattern,
  today: row.hobDay ?? realToday(),
  simulated: row.hobDay !== null,
  dataVersion: row.dataVersion,
  ruledVersion: row.ruledVersion,
  costRules: row.costRules,
  costRulesVersion: row.costRulesVersion,
  demandVersion: row.demandVersion,
  readUpTo: row.readUpTo,
});

/** The versions of a marketplace's documents; its row is held until the end of the transaction. */
export const versionsOf = async (
  db: Db,
  id: string,
): Promise<{ flagRules: number; shelfRules: number; stayAway: number; costRules: number; watchPlan: number }> => {
  const [row] = await db
    .select({
      flagRules: marketplaces.flagRulesVersion,
      shelfRules: marketplaces.shelfRulesVersion,
      stayAway: marketplaces.stayAwayVersion,
      costRules: marketplaces.costRulesVersion,
      watchPlan: marketplaces.watchPlanVersion,
    })
    .from(marketplaces)
    .where(eq(marketplaces.id, id))
    .for('update');
  if (!row) throw notFound(`The marketplace "${id}"`);
  return row;
};

export interface ScheduleInForce {
  id: number;
  name: string;
  /** Where it comes from: copied from the demo, say. */
  source: string;
  validFrom: string;
  document: FeeSchedule;
}

const SCHEDULE = {
  id: feeSchedules.id,
  name: feeSchedules.name,
  source: feeSchedules.source,
  validFrom: feeSchedules.validFrom,
  document: feeSchedules.document,
};

/** The latest fee schedule that is in force on a day; null where the marketplace has none. */
export const scheduleInForce = async (db: Db, marketplaceId: string, day: string): Promise<ScheduleInForce | null> => {
  const [row] = await db
    .select(SCHEDULE)
    .from(feeSchedules)
    .where(and(eq(feeSchedules.marketplaceId, marketplaceId), lte(feeSchedules.validFrom, day)))
    .orderBy(desc(feeSchedules.validFrom))
    .limit(1);
  return row ?? null;
};

/** Fee schedules by their numbers; those of another marketplace and those that are gone are not among them. */
export const schedulesById = async (
  db: Db,
  marketplaceId: string,
  ids: readonly number[],
): Promise<Map<number, ScheduleInForce>> => {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select(SCHEDULE)
    .from(feeSchedules)
    .where(and(eq(feeSchedules.marketplaceId, marketplaceId), inArray(feeSchedules.id, [...ids])));
  return new Map(rows.map((r) => [r.id, r]));
};

export interface CurveOfCategory {
  id: number;
  category: string;
  /** Fitted to too few counts to be more than a guess. */
  guess: boolean;
  /** Where it comes from: with its marketplace, copied from another, or one's own. */
  standing: (typeof rankCurves.$inferSelect)['standing'];
  /** Counted listings that it was fitted on; 0 for one that was not fitted here. */
  fittedOn: number;
  curve: RankCurve;
  rate: ReviewRate | null;
}

/** The newest curve of each category on a day, of those that were not put back. */
export const curvesInForce = async (db: Db, marketplaceId: string, day: string): Promise<CurveOfCategory[]> => {
  const rows = await db
    .select()
    .from(rankCurves)
    .where(
      and(eq(rankCurves.marketplaceId, marketplaceId), lte(rankCurves.validFrom, day), eq(rankCurves.putBack, false)),
    )
    .orderBy(desc(rankCurves.validFrom), desc(rankCurves.id));
  const newest = new Map<string, CurveOfCategory>();
  for (const row of rows)
    if (!newest.has(row.category))
      newest.set(row.category, {
        id: row.id,
        guess: row.fitted?.guess ?? false,
        standing: row.standing,
        fittedOn: row.fitted?.points.length ?? 0,
        category: row.category,
        curve: { knots: row.knots, residual: row.residual, validFrom: row.validFrom, source: row.source },
        rate: row.reviewRate === null ? null : { perUnit: row.reviewRate, spread: row.reviewSpread ?? 0.5 },
      });
  return [...newest.values()];
};

export const curveFor = (curves: readonly CurveOfCategory[], category: string): CurveOfCategory | null =>
  ruleFor(curves, category);

/** Category paths by number. */
export const categoryPaths = async (
  db: Db,
  marketplaceId: string,
): Promise<Map<number, { path: string; gated: boolean; parent: number | null }>> => {
  const rows = await db
    .select({ id: categories.id, path: categories.path, gated: categories.gated, parent: categories.parentId })
    .from(categories)
    .where(eq(categories.marketplaceId, marketplaceId));
  return new Map(rows.map((r) => [r.id, { path: r.path, gated: r.gated, parent: r.parent }]));
};
