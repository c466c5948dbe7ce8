import { and, asc, eq, gt, gte, inArray, sql } from 'drizzle-orm';
import { addDays, addMonths } from '@kettle/core/measures/day';
import { estimateUnits, type MonthHistory, type StatedUnits, type UnitsEstimate } from '@kettle/core/estimate/units';
import { unitsAtRank, type RankCurve } from '@kettle/core/estimate/rank-curve';
import type { Reading } from '@kettle/core/estimate/reading';
import { bestThreeMonths } from '@kettle/core/season/season';
import type { Database, Db } from '../db/connection.ts';
import {
  categories,
  estimates,
  listings,
  marketplaces,
  monthlyHistory,
  readings,
  statedFigures,
} from '../db/schema.ts';
import { curveFor, curvesInForce, type CurveOfCategory, type Market } from '../sources/marketplaces.ts';

const CHUNK = 1000;

/** A day's row of the table as the core takes it. */
export const asReading = (
  row: Pick<
    typeof readings.$inferSelect,
    'day' | 'price' | 'rank' | 'reviews' | 'rating' | 'sellers' | 'stock' | 'stockCapped'
  >,
): Reading => ({
  day: row.day,
  price: row.price,
  rank: row.rank,
  reviews: row.reviews,
  rating: row.rating === null ? null : row.rating / 100,
  sellers: row.sellers,
  stock: row.stock,
  stockCapped: row.stockCapped,
});

interface Subject {
  id: number;
  category: string;
  price: number | null;
  rank: number | null;
  seenOn: string;
}

/** All that estimates of some listings are made from, read at once. */
const evidenceOf = async (db: Db, market: Market, ids: readonly number[]) => {
  const list = [...ids];
  const [days, months, stated] = await Promise.all([
    db
      .select()
      .from(readings)
      .where(and(inArray(readings.listingId, list), gte(readings.day, addDays(market.today, -91))))
      .orderBy(asc(readings.listingId), asc(readings.day)),
    db
      .select()
      .from(monthlyHistory)
      .where(and(inArray(monthlyHistory.listingId, list), gte(monthlyHistory.month, addMonths(market.today, -36))))
      .orderBy(asc(monthlyHistory.listingId), asc(monthlyHistory.month)),
    db.select().from(statedFigures).where(inArray(statedFigures.listingId, list)).orderBy(asc(statedFigures.day)),
  ]);
  return {
    days: groupBy(days, (r) => r.listingId),
    months: groupBy(months, (r) => r.listingId),
    stated: groupBy(stated, (r) => r.listingId),
  };
};

const groupBy = <T>(rows: readonly T[], key: (row: T) => number): Map<number, T[]> => {
  const groups = new Map<number, T[]>();
  for (const row of rows) {
    const group = groups.get(key(row));
    if (group) group.push(row);
    else groups.set(key(row), [row]);
  }
  return groups;
};

/** The newest stated units, or those that a stated revenue gives at the listing's price. */
const statedUnits = (
  rows: readonly (typeof statedFigures.$inferSelect)[],
  price: number | null,
): StatedUnits | null => {
  const newest = rows.at(-1);
  if (!newest) return null;
  const sameDay = rows.filter((r) => r.day === newest.day);
  const units = sameDay.find((r) => r.measure === 'units');
  if (units) return { unitsPerMonth: units.value, source: units.source, day: units.day };
  return price
    ? { unitsPerMonth: newest.value / price, source: `${newest.source} (its revenue ÷ price)`, day: newest.day }
    : null;
};

/** Share of the best three months of the year, from the monthly ranks through the curve. */
export const seasonOf = (
  months: readonly MonthHistory[],
  curve: RankCurve | null,
): { share: number; months: number[] } | null => {
  const ranked = months.filter((m) => m.rank !== null);
  if (!curve || ranked.length < 12) return null;
  const found = bestThreeMonths(ranked.map((m) => unitsAtRank(curve, m.rank!)));
  if (!found) return null;
  const first = ranked[ranked.length - Math.floor(ranked.length / 12) * 12]!;
  const offset = Number(first.month.slice(5, 7)) - 1;
  return { share: found.share, months: found.months.map((m) => (m + offset) % 12) };
};

const estimateOf = (
  subject: Subject,
  market: Market,
  curves: readonly CurveOfCategory[],
  evidence: Awaited<ReturnType<typeof evidenceOf>>,
): { units: UnitsEstimate; season: ReturnType<typeof seasonOf> } => {
  const curve = curveFor(curves, subject.category);
  const months = evidence.months.get(subject.id) ?? [];
  return {
    units: estimateUnits({
      readings: (evidence.days.get(subject.id) ?? []).map(asReading),
      months,
      curve: curve?.curve ?? null,
      reviewRate: curve?.rate ?? null,
      stated: statedUnits(evidence.stated.get(subject.id) ?? [], subject.price),
      current: { rank: subject.rank, day: subject.seenOn },
      until: market.today,
    }),
    season: seasonOf(months, curve?.curve ?? null),
  };
};

/** The estimate of one listing with all its working, made afresh. */
export const estimateListing = async (db: Db, market: Market, subject: Subject) => {
  const [evidence, curves] = await Promise.all([
    evidenceOf(db, market, [subject.id]),
    curvesInForce(db, market.id, market.today),
  ]);
  return { ...estimateOf(subject, market, curves, evidence), curve: curveFor(curves, subject.category) };
};

/**
 * Makes the kept estimates anew, of some listings or of all in a marketplace, and raises its data version so that what
 * is built from them follows.
 */
export const refreshEstimates = async (
  { db }: Pick<Database, 'db'>,
  market: Market,
  only: readonly number[] | null,
  progress: (done: number) => Promise<void> | void = () => {},
): Promise<void> => {
  const curves = await curvesInForce(db, market.id, market.today);
  let last = 0;
  let done = 0;
  for (;;) {
    const subjects = await db
      .select({
        id: listings.id,
        category: categories.path,
        price: listings.price,
        rank: listings.rank,
        seenOn: listings.seenOn,
      })
      .from(listings)
      .innerJoin(categories, eq(categories.id, listings.categoryId))
      .where(
        and(
          eq(listings.marketplaceId, market.id),
          gt(listings.id, last),
          ...(only ? [inArray(listings.id, only.length > 0 ? [...only] : [0])] : []),
        ),
      )
      .orderBy(asc(listings.id))
      .limit(CHUNK);
    if (subjects.length === 0) break;
    const evidence = await evidenceOf(
      db,
      market,
      subjects.map((s) => s.id),
    );
    const rows = subjects.map((subject): typeof estimates.$inferInsert => {
      const { units, season } = estimateOf(subject, market, curves, evidence);
      const { best } = units;
      return {
        listingId: subject.id,
        asOf: market.today,
        origin: units.from,
        flattered: units.spikes?.flattered ?? false,
        units: best.known ? best.value : null,
        low: best.known ? best.low : null,
        high: best.known ? best.high : null,
        reason: best.known ? null : best.reason.slice(0, 400),
        bestThreeShare: season?.share ?? null,
        bestThreeMonths: season?.months ?? null,
      };
    });
    const set = Object.fromEntries(
      ['as_of', 'origin', 'flattered', 'units', 'low', 'high', 'reason', 'best_three_share', 'best_three_months'].map(
        (c) => [c.replace(/_(\w)/g, (_, l: string) => l.toUpperCase()), sql.raw(`values(\`${c}\`)`)],
      ),
    );
    await db.insert(estimates).values(rows).onDuplicateKeyUpdate({ set });
    last = subjects.at(-1)!.id;
    done += subjects.length;
    await progress(done);
  }
  await db
    .update(marketplaces)
    .set({ dataVersion: sql`${marketplaces.dataVersion} + 1` })
    .where(eq(marketplaces.id, market.id));
};
