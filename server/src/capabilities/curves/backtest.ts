import { and, asc, eq, exists, gt, inArray, lte, or, sql } from 'drizzle-orm';
import {
  backtestRows,
  methodFigures,
  type BacktestRow,
  type Grouping,
  type Trial,
} from '@kettle/core/estimate/backtest';
import { fitCurve, type CurveFit } from '@kettle/core/estimate/curve-fit';
import { METHODS, type MethodKey } from '@kettle/core/estimate/methods';
import type { RankCurve } from '@kettle/core/estimate/rank-curve';
import { estimateUnits } from '@kettle/core/estimate/units';
import { addDays, daysBetween } from '@kettle/core/measures/day';
import type { Db } from '../../ground/db/connection.ts';
import { categories, listings, ownCounts, rankCurves, readings } from '../../ground/db/schema.ts';
import { curvesOf, type Curves } from '../../ground/estimates/curves.ts';
import { evidenceOf, type Evidence } from '../../ground/estimates/evidence.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import type { CurveOfCategory, Market } from '../../ground/marketplaces/marketplaces.ts';
import type { Books } from '../../ground/outside.ts';

/** Days over which the truth is taken, and readings that a listing needs at least. */
const WINDOW = 90;
const FEWEST_READINGS = 7;
/** Days after which readings are cut off, to learn what watching longer gains. */
const CUTS = [7, 30, 60] as const;
/** Days before today on which reading ended, to see what age does to a figure. */
const AGES = [7, 30, 90] as const;
/** Days that the counts must hold where they are the truth. */
const COUNTED = 14;
const CHUNK = 200;

export interface Backtest {
  day: string;
  /** What the estimates were held against: the invented world's real sales, or stock counts. */
  against: 'books' | 'counts';
  listings: number;
  /** Listings that the curve in force was fitted on, tried with a curve fitted without them. */
  leftOut: number;
  rows: BacktestRow[];
}

/** Ways that use stock counts cannot be held against stock counts. */
const CIRCULAR: ReadonlySet<MethodKey> = new Set(['stock-counts', 'blend']);

interface Subject {
  id: number;
  code: string;
  category: string;
}

/**
 * Tries every way of estimating on all listings of a marketplace that have readings, never with a curve that saw them: a
 * listing the curve was fitted on is tried with a curve fitted without it.
 */
export const runBacktest = async (
  db: Db,
  market: Market,
  books: Books,
  progress: (done: number, total: number) => Promise<void> | void = () => {},
): Promise<{ backtest: Backtest; trials: Trial[] }> => {
  const [curves, areKept, subjects] = await Promise.all([
    curvesOf(db, market),
    books.areKept(db, market.id),
    subjectsOf(db, market),
  ]);
  const fits = await fitsOf(db, curves.given);
  const trials: Trial[] = [];
  const shortened: Trial[] = [];
  const aged: Trial[] = [];
  let tried = 0;
  let leftOut = 0;
  for (let at = 0; at < subjects.length; at += CHUNK) {
    await progress(at, subjects.length);
    const batch = subjects.slice(at, at + CHUNK);
    const codes = batch.map((s) => s.code);
    const truthOn = (until: string) => books.units(db, market.id, codes, until, WINDOW);
    const [evidence, truth, ...later] = await Promise.all([
      evidenceOf(
        db,
        market,
        batch.map((s) => s.id),
        WINDOW + AGES.at(-1)!,
      ),
      areKept ? truthOn(market.today) : null,
      ...(areKept ? AGES.map((age) => truthOn(addDays(market.today, age))) : []),
    ]);
    for (const subject of batch) {
      const found = trialsOf(
        subject,
        market,
        curves,
        fits,
        evidence,
        truth && { now: truth.get(subject.code) ?? null, later: later.map((of) => of.get(subject.code) ?? null) },
      );
      if (!found) continue;
      tried++;
      if (found.leftOut) leftOut++;
      trials.push(...found.whole);
      shortened.push(...found.cut);
      aged.push(...found.aged);
    }
  }
  await progress(subjects.length, subjects.length);
  return {
    trials,
    backtest: {
      day: market.today,
      against: areKept ? 'books' : 'counts',
      listings: tried,
      leftOut,
      rows: [
        ...rowsOf(trials, ['all', 'category', 'volume']),
        ...rowsOf([...trials, ...shortened], ['readings']),
        ...rowsOf([...trials, ...aged], ['age', 'category-age']),
      ].filter((r) => r.n + r.unanswered > 0),
    },
  };
};

const rowsOf = (trials: readonly Trial[], groupings: readonly Grouping[]): BacktestRow[] =>
  backtestRows(trials).filter((r) => groupings.includes(r.grouping));

/** Listings of a marketplace with readings or counts of the window. */
const subjectsOf = (db: Db, market: Market): Promise<Subject[]> => {
  const from = addDays(market.today, -WINDOW);
  const within = (day: typeof readings.day | typeof ownCounts.day) => and(gt(day, from), lte(day, market.today));
  return db
    .select({ id: listings.id, code: listings.code, category: categories.path })
    .from(listings)
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .where(
      and(
        eq(listings.marketplaceId, market.id),
        or(
          exists(
            db
              .select({ one: sql`1` })
              .from(readings)
              .where(and(eq(readings.listingId, listings.id), within(readings.day))),
          ),
          exists(
            db
              .select({ one: sql`1` })
              .from(ownCounts)
              .where(and(eq(ownCounts.listingId, listings.id), within(ownCounts.day))),
          ),
        ),
      ),
    )
    .orderBy(asc(listings.id));
};

/** What the curves in force that were fitted here were fitted on, by their number. */
const fitsOf = async (db: Db, curves: readonly CurveOfCategory[]): Promise<Map<number, CurveFit>> => {
  if (curves.length === 0) return new Map();
  const rows = await db
    .select({ id: rankCurves.id, fitted: rankCurves.fitted })
    .from(rankCurves)
    .where(
      inArray(
        rankCurves.id,
        curves.map((c) => c.id),
      ),
    );
  return new Map(rows.flatMap((r) => (r.fitted ? [[r.id, r.fitted] as const] : [])));
};

const trialsOf = (
  subject: Subject,
  market: Market,
  curves: Curves,
  fits: ReadonlyMap<number, CurveFit>,
  evidence: Evidence,
  /** What was sold up to today, and up to each of the days to come that age is tried on; null where counts must do. */
  books: { now: number | null; later: (number | null)[] } | null,
): { whole: Trial[]; cut: Trial[]; aged: Trial[]; leftOut: boolean } | null => {
  const { given: inForce, levels, drift } = curves.of(subject.category);
  const days = (evidence.days.get(subject.id) ?? []).map(asReading);
  const own = evidence.own.get(subject.id) ?? [];
  const recent = days.filter((r) => daysBetween(r.day, market.today) <= WINDOW);
  if (recent.length < FEWEST_READINGS) return null;
  const fitted = inForce && fits.get(inForce.id);
  const without = fitted && fitted.points.some((p) => p.code === subject.code);
  const curve = without ? withoutListing(fitted, subject.code, inForce.curve) : (inForce?.curve ?? null);
  const estimate = (daysOnly: number, age = 0, ahead = 0) => {
    const last = addDays(market.today, -age);
    const first = addDays(last, -daysOnly);
    return estimateUnits({
      readings: days.filter((r) => r.day > first && r.day <= last),
      own: own.filter((c) => c.day > first && c.day <= last),
      months: [],
      curve,
      reviewRate: inForce?.rate ?? null,
      stated: null,
      levels: without ? null : levels,
      current: { rank: null, day: market.today },
      drift,
      until: addDays(market.today, ahead),
    });
  };
  const units = estimate(WINDOW + 1);
  const counted = units.stock.known ? units.stock : null;
  const againstCounts = books === null;
  const truth = books ? books.now : counted && countedDays(counted) >= COUNTED ? counted.value : null;
  if (truth === null || truth <= 0) return null;
  const asTrials = (made: typeof units, read: number, age = 0, sold = truth): Trial[] => {
    const figures = methodFigures(made);
    return METHODS.filter((m) => !(againstCounts && CIRCULAR.has(m))).map((method) => ({
      method,
      code: subject.code,
      category: subject.category.split(' › ')[0]!,
      truth: sold,
      readings: read,
      age,
      figure: figures[method],
    }));
  };
  return {
    whole: asTrials(units, recent.length),
    cut:
      recent.length > CUTS.at(-1)! ? CUTS.flatMap((cut) => asTrials(estimate(cut), Math.min(cut, recent.length))) : [],
    aged:
      recent.length > CUTS.at(-1)!
        ? AGES.flatMap((age, i) => {
            // With books of what is to come, the readings stay as they are and the day moves on; else they end earlier.
            const sold = books?.later[i] ?? null;
            if (books) return sold ? asTrials(estimate(WINDOW + 1, 0, age), recent.length, age, sold) : [];
            const read = days.filter((r) => daysBetween(r.day, market.today) >= age).length;
            return read < FEWEST_READINGS ? [] : asTrials(estimate(WINDOW + 1, age), Math.min(read, WINDOW), age);
          })
        : [],
    leftOut: Boolean(without),
  };
};

/** Days counted, from the working of a figure by stock counts. */
const countedDays = (figure: { working: { inputs: { label: string; value: string }[] } }): number =>
  Number(/in (\d+) days/.exec(figure.working.inputs[0]?.value ?? '')?.[1] ?? 0);

const withoutListing = ({ points, base }: CurveFit, code: string, inForce: RankCurve): RankCurve => {
  const fitted = fitCurve(
    points.filter((p) => p.code !== code),
    base,
  );
  return fitted ? { ...inForce, ...fitted.curve } : base;
};
