import { and, asc, eq, getTableColumns, gt, gte, inArray, sql } from 'drizzle-orm';
import { changesOf, lastTwelveMonths, reviewsPerMonth } from '@kettle/core/changes/windows';
import { unitsAtRank, type RankCurve } from '@kettle/core/estimate/rank-curve';
import { statedUnits } from '@kettle/core/estimate/stated-units';
import { bestUnits, estimateUnits, type MonthHistory, type UnitsInput } from '@kettle/core/estimate/units';
import { pageCraft } from '@kettle/core/listing-page/page-craft';
import { addDays, addMonths } from '@kettle/core/measures/day';
import { bestThreeMonths, decompose } from '@kettle/core/season/season';
import { groupsOf } from '@kettle/core/stats/groups';
import { bulkLoad, type Cell } from '../db/bulk.ts';
import type { Db, Session } from '../db/connection.ts';
import {
  categories,
  estimates,
  listings,
  craftOverrules,
  marketplaces,
  monthlyHistory,
  ownCounts,
  readings,
  statedFigures,
} from '../db/schema.ts';
import { curveFor, curvesInForce, type CurveOfCategory, type Market } from '../marketplaces/marketplaces.ts';
import { asReading } from './readings.ts';

const CHUNK = 1000;
/** Two windows of 90 days. */
const DAYS_READ = 181;
/** The longest window of a sheet. */
const DAYS_OF_SHEET = 366;

interface Subject {
  id: number;
  category: string;
  price: number | null;
  rank: number | null;
  seenOn: string;
}
/** What the page of a listing holds, for its craft. */
type Page = Pick<typeof listings.$inferSelect, 'title' | 'pictures' | 'bullets' | 'description'>;

type EstimateKey = keyof typeof estimates.$inferInsert;
/** The columns of an estimate by the name they have here, in the order of its cells. */
const ESTIMATE_COLUMNS = Object.entries(getTableColumns(estimates)) as [EstimateKey, { name: string }][];

/** Writes estimates; those that are there already give way. Through the bulk path: all of a marketplace at once are many. */
const putEstimates = async ({ pool }: Session, rows: readonly (typeof estimates.$inferInsert)[]): Promise<void> => {
  await bulkLoad(
    pool,
    'estimates',
    ESTIMATE_COLUMNS.map(([, column]) => column.name),
    function* (): Generator<Cell[]> {
      for (const row of rows)
        yield ESTIMATE_COLUMNS.map(([key]) => {
          const value = row[key] ?? null;
          return Array.isArray(value) ? JSON.stringify(value) : value;
        });
    },
    'replace',
  );
};

/** All that estimates of some listings are made from, read at once: readings of so many days, three years of months. */
export const evidenceOf = async (db: Db, market: Market, ids: readonly number[], daysRead = DAYS_READ) => {
  const list = [...ids];
  const [days, months, stated, own, overrules] = await Promise.all([
    db
      .select()
      .from(readings)
      .where(and(inArray(readings.listingId, list), gte(readings.day, addDays(market.today, -daysRead))))
      .orderBy(asc(readings.listingId), asc(readings.day)),
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

/**
 * Share of the best three months of the year, from the monthly ranks through the curve, and the strength of the season
 * where two years are known. A gap in the months leaves it unknown: months would be taken for others.
 */
export const seasonOf = (
  months: readonly MonthHistory[],
  curve: RankCurve | null,
): { share: number; months: number[]; strength: number | null } | null => {
  const ranked = months.filter((m) => m.rank !== null);
  if (!curve || ranked.length < 12) return null;
  const units = ranked.map((m) => unitsAtRank(curve, m.rank!));
  const whole = addMonths(ranked[0]!.month, ranked.length - 1) === ranked.at(-1)!.month;
  const found = whole ? bestThreeMonths(units) : null;
  if (!found) return null;
  const first = ranked[ranked.length - Math.floor(ranked.length / 12) * 12]!;
  const offset = Number(first.month.slice(5, 7)) - 1;
  return {
    share: found.share,
    months: found.months.map((m) => (m + offset) % 12),
    strength: decompose(units)?.strength ?? null,
  };
};

/** What lists and limits need of a listing besides its units: how it moved, its season, its page. */
const courseOf = (subject: Subject & Page, market: Market, curve: RankCurve | null, evidence: Evidence) => {
  const days = (evidence.days.get(subject.id) ?? []).map(asReading);
  const months = evidence.months.get(subject.id) ?? [];
  return {
    ...changesOf(days, months, curve, market.today),
    reviewsMonth: reviewsPerMonth(days, months, market.today),
    lastYear: lastTwelveMonths(months, curve, market.today).map((u) => (u === null ? null : Number(u.toFixed(1)))),
    craft: pageCraft(subject, evidence.overrules.get(subject.id) ?? []).value,
  };
};

export type Evidence = Awaited<ReturnType<typeof evidenceOf>>;

/** What a listing's units are estimated from. */
const inputOf = (
  subject: Subject,
  market: Market,
  curve: CurveOfCategory | null,
  evidence: Evidence,
  from = '',
): UnitsInput => ({
  readings: (evidence.days.get(subject.id) ?? []).filter((r) => r.day > from).map(asReading),
  own: evidence.own.get(subject.id) ?? [],
  months: evidence.months.get(subject.id) ?? [],
  curve: curve?.curve ?? null,
  reviewRate: curve?.rate ?? null,
  stated: statedUnits(evidence.stated.get(subject.id) ?? [], subject.price),
  current: { rank: subject.rank, day: subject.seenOn },
  until: market.today,
});

/** The estimate of one listing with all its working, made afresh. */
export const estimateListing = async (db: Db, market: Market, subject: Subject) => {
  const [evidence, curves] = await Promise.all([
    evidenceOf(db, market, [subject.id], DAYS_OF_SHEET),
    curvesInForce(db, market.id, market.today),
  ]);
  const curve = curveFor(curves, subject.category);
  return {
    units: estimateUnits(inputOf(subject, market, curve, evidence)),
    season: seasonOf(evidence.months.get(subject.id) ?? [], curve?.curve ?? null),
    curve,
    evidence,
  };
};

/**
 * Makes the kept estimates anew, of some listings or of all in a marketplace, and raises its data version so that what
 * is built from them follows.
 */
export const refreshEstimates = async (
  database: Session,
  market: Market,
  only: readonly number[] | null,
  progress: (done: number) => Promise<void> | void = () => {},
): Promise<void> => {
  const { db } = database;
  const curves = await curvesInForce(db, market.id, market.today);
  const windowStart = addDays(market.today, -92);
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
        title: listings.title,
        pictures: listings.pictures,
        bullets: listings.bullets,
        description: listings.description,
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
      const ofCategory = curveFor(curves, subject.category);
      const curve = ofCategory?.curve ?? null;
      const season = seasonOf(evidence.months.get(subject.id) ?? [], curve);
      const units = bestUnits(inputOf(subject, market, ofCategory, evidence, windowStart));
      const { best } = units;
      return {
        ...courseOf(subject, market, curve, evidence),
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
        season: season?.strength ?? null,
        bestMonth: season ? season.months[0]! + 1 : null,
        spikeShare: units.spikes?.share ?? null,
      };
    });
    await putEstimates(database, rows);
    last = subjects.at(-1)!.id;
    done += subjects.length;
    await progress(done);
  }
  await raiseDataVersion(db, market.id, only);
};

/**
 * Says that listings (or all of a marketplace) have changed, so that what is built from them follows: each gets the
 * number of the new data version. For single listings it is called inside a transaction: number and listings are seen
 * together, or an index would pass them by.
 */
export const raiseDataVersion = async (
  db: Db,
  marketplaceId: string,
  only: readonly number[] | null,
): Promise<void> => {
  const next = sql`${marketplaces.dataVersion} + 1`;
  await db
    .update(marketplaces)
    // Assignments are carried out from the left: the first already stands when the second reads it.
    .set(only ? { dataVersion: next } : { dataVersion: next, rebuiltVersion: sql`${marketplaces.dataVersion}` })
    .where(eq(marketplaces.id, marketplaceId));
  if (!only) return;
  const [row] = await db
    .select({ version: marketplaces.dataVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplaceId));
  for (let at = 0; at < only.length; at += 5000)
    await db
      .update(listings)
      .set({ touched: row!.version })
      .where(inArray(listings.id, only.slice(at, at + 5000)));
};
