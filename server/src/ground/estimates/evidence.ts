import { and, asc, gte, inArray, sql } from 'drizzle-orm';
import { statedUnits } from '@kettle/core/estimate/stated-units';
import type { UnitsInput } from '@kettle/core/estimate/units';
import { addDays, addMonths } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../db/connection.ts';
import { craftOverrules, monthlyHistory, ownCounts, readings, statedFigures } from '../db/schema.ts';
import type { Market } from '../marketplaces/marketplaces.ts';
import type { CurveInUse } from './curves.ts';
import { asReading } from './readings.ts';

/** Two windows of 90 days. */
const DAYS_READ = 181;

export interface Subject {
  id: number;
  category: string;
  price: number | null;
  rank: number | null;
  seenOn: string;
}
export type DayRow = Pick<
  typeof readings.$inferSelect,
  | 'source'
  | 'listingId'
  | 'day'
  | 'price'
  | 'rank'
  | 'reviews'
  | 'rating'
  | 'sellers'
  | 'stock'
  | 'stockCapped'
  | 'mainOffer'
>;

/** Readings from a day on, in order: as the driver gives them, since they are millions. */
export const daysOf = async (db: Db, ids: readonly number[], from: string): Promise<DayRow[]> => {
  if (ids.length === 0) return [];
  const [rows] = (await db.execute(
    sql`select listing_id as listingId, day, price, \`rank\`, reviews, rating, sellers, stock,
      stock_capped as stockCapped, main_offer as mainOffer, source
      from readings where listing_id in (${sql.join(
        ids.map((id) => sql.raw(String(id))),
        sql.raw(','),
      )}) and day >= ${from} order by listing_id, day`,
  )) as unknown as [(Omit<DayRow, 'stockCapped'> & { stockCapped: number | boolean })[]];
  return rows.map((row) => ({ ...row, stockCapped: Boolean(row.stockCapped) }));
};

/** All that estimates of some listings are made from, read at once: readings of so many days, three years of months. */
export const evidenceOf = async (db: Db, market: Market, ids: readonly number[], daysRead = DAYS_READ) => {
  const list = [...ids];
  const [days, months, stated, own, overrules] = await Promise.all([
    daysOf(db, list, addDays(market.today, -daysRead)),
    db
      .select()
      .from(monthlyHistory)
      .where(and(inArray(monthlyHistory.listingId, list), gte(monthlyHistory.month, addMonths(market.today, -36))))
      .orderBy(asc(monthlyHistory.listingId), asc(monthlyHistory.month)),
    db.select().from(statedFigures).where(inArray(statedFigures.listingId, list)).orderBy(asc(statedFigures.day)),
    db.select().from(ownCounts).where(inArray(ownCounts.listingId, list)).orderBy(asc(ownCounts.day)),
    db.select().from(craftOverrules).where(inArray(craftOverrules.listingId, list)),
  ]);
  return {
    own: groupsOf(own, (r) => r.listingId),
    overrules: groupsOf(overrules, (r) => r.listingId),
    days: groupsOf(days, (r) => r.listingId),
    months: groupsOf(months, (r) => r.listingId),
    stated: groupsOf(stated, (r) => r.listingId),
  };
};

export type Evidence = Awaited<ReturnType<typeof evidenceOf>>;

/** What a listing's units are estimated from. */
export const inputOf = (
  subject: Subject,
  market: Market,
  { given, levels, drift, sureOn }: CurveInUse,
  evidence: Evidence,
  from = '',
): UnitsInput => ({
  readings: (evidence.days.get(subject.id) ?? []).filter((r) => r.day > from).map(asReading),
  own: evidence.own.get(subject.id) ?? [],
  months: evidence.months.get(subject.id) ?? [],
  curve: given?.curve ?? null,
  reviewRate: given?.rate ?? null,
  stated: statedUnits(evidence.stated.get(subject.id) ?? [], subject.price),
  levels,
  drift,
  sureOn,
  current: { rank: subject.rank, day: subject.seenOn },
  until: market.today,
});
