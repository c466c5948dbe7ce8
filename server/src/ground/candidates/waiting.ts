import { and, countDistinct, eq, gte, inArray, max, min } from 'drizzle-orm';
import { waitsStill } from '@kettle/core/changes/watch-plan';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import { DAYS_PER_MONTH } from '@kettle/core/measures/units';
import { waitingFor, type Waiting } from '@kettle/core/score/wait-for';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../db/connection.ts';
import { candidates, categories, lineUp, listings, readings, watched } from '../db/schema.ts';
import { curvesOf } from '../estimates/curves.ts';
import { daysOf } from '../estimates/evidence.ts';
import { isStale, lastDue } from '../marketplaces/due.ts';
import type { Market } from '../marketplaces/marketplaces.ts';
import { ProblemError } from '../problems/problem.ts';
import { watchPlanOf } from '../marketplaces/watch-plan.ts';

type Row = Pick<typeof candidates.$inferSelect, 'id' | 'anchorId' | 'waitFor'>;
/** Days back from which on it is told for how many weeks something has held. */
const DAYS = 430;

/** Whether what candidates wait for has come, by the days of their finds. Units are those of the rank curve, a month. */
export const waitingsOf = async (db: Db, market: Market, rows: readonly Row[]): Promise<Map<number, Waiting>> => {
  const waiting = rows.filter((r) => r.waitFor !== null);
  if (waiting.length === 0) return new Map();
  const ids = [...new Set(waiting.map((r) => r.anchorId))];
  const [days, kinds, curves] = await Promise.all([
    daysOf(db, ids, addDays(market.today, -DAYS)),
    db
      .select({ id: listings.id, category: categories.path })
      .from(listings)
      .innerJoin(categories, eq(categories.id, listings.categoryId))
      .where(inArray(listings.id, ids)),
    curvesOf(db, market),
  ]);
  const byListing = groupsOf(days, (d) => d.listingId);
  const curveOf = new Map(kinds.map((k) => [k.id, curves.of(k.category).curve]));
  return new Map(
    waiting.map(({ id, anchorId, waitFor }) => {
      const curve = curveOf.get(anchorId) ?? null;
      const values = (byListing.get(anchorId) ?? []).map(({ day, price, rank }) => ({
        day,
        value:
          waitFor!.measure === 'price'
            ? price
            : waitFor!.measure === 'rank'
              ? rank
              : curve && rank
                ? DAYS_PER_MONTH * unitsAtRank(curve, rank)
                : null,
      }));
      return [id, waitingFor(waitFor!, values, market.today)];
    }),
  );
};

/** The first day on which one of a candidate's listings was watched, by candidate. */
export const watchedSinceOf = async (db: Db, ids: readonly number[]): Promise<Map<number, string>> => {
  const rows = await db
    .select({ id: lineUp.candidateId, since: min(watched.since) })
    .from(lineUp)
    .innerJoin(watched, eq(watched.listingId, lineUp.listingId))
    .where(inArray(lineUp.candidateId, [...ids]))
    .groupBy(lineUp.candidateId);
  return new Map(rows.flatMap((r) => (r.since === null ? [] : [[r.id, r.since] as const])));
};

export interface Readiness {
  watchedSince: Day | null;
  weeks: number | null;
  /** Days since on which its find was read. */
  readings: number;
  /** What the waiting rule still asks for, in words; null where it asks for nothing more. */
  still: string | null;
}
/** How far candidates are along the seller's own waiting rule. */
export const readinessOf = async (db: Db, market: Market, ids: readonly number[]): Promise<Map<number, Readiness>> => {
  if (ids.length === 0) return new Map();
  const { plan } = await watchPlanOf(db, market.id);
  const [sinceOf, read] = await Promise.all([
    watchedSinceOf(db, ids),
    db
      .select({ id: candidates.id, n: countDistinct(readings.day) })
      .from(candidates)
      .innerJoin(watched, eq(watched.listingId, candidates.anchorId))
      .innerJoin(readings, and(eq(readings.listingId, candidates.anchorId), gte(readings.day, watched.since)))
      .where(inArray(candidates.id, [...ids]))
      .groupBy(candidates.id),
  ]);
  const readOf = new Map(read.map((r) => [r.id, r.n]));
  return new Map(
    ids.map((id) => {
      const from = sinceOf.get(id) ?? null;
      const of = { weeks: from === null ? null : daysBetween(from, market.today) / 7, readings: readOf.get(id) ?? 0 };
      return [id, { watchedSince: from, ...of, still: waitsStill(plan, of) }];
    }),
  );
};

/** A candidate that was not watched long enough goes on only with a word why. */
export const refuseTooEarly = async (db: Db, market: Market, id: number): Promise<void> => {
  const still = (await readinessOf(db, market, [id])).get(id)?.still;
  if (still)
    throw new ProblemError(409, 'too-early', `It is too early by your own rule: ${still}.`, {
      detail: 'Wait, or say why you go on all the same; the reason is kept in its log.',
    });
};

/** Of candidates the watched listings that were not read when they were last due; those with none are missing. */
export const unreadOf = async (
  db: Db,
  market: Market,
  ids: readonly number[],
): Promise<Map<number, { listings: number; oldest: Day | null }>> => {
  if (ids.length === 0) return new Map();
  const [{ plan }, rows] = await Promise.all([
    watchPlanOf(db, market.id),
    db
      .select({ id: lineUp.candidateId, since: watched.since, last: max(readings.day) })
      .from(lineUp)
      .innerJoin(watched, eq(watched.listingId, lineUp.listingId))
      .leftJoin(readings, eq(readings.listingId, lineUp.listingId))
      .where(inArray(lineUp.candidateId, [...ids]))
      .groupBy(lineUp.candidateId, lineUp.listingId, watched.since),
  ]);
  const due = lastDue(market, plan);
  const stale = groupsOf(
    rows.filter((r) => isStale(due, r)),
    (r) => r.id,
  );
  return new Map(
    [...stale].map(([id, of]) => {
      const days = of.flatMap((r) => r.last ?? []).sort();
      return [id, { listings: of.length, oldest: days.length < of.length ? null : days[0]! }];
    }),
  );
};
