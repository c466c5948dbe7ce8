import { and, asc, eq, getTableColumns, gt, inArray, sql, type SQL } from 'drizzle-orm';
import type { Figure } from '@kettle/core/documents/figure';
import { changesOf, lastTwelveMonths, reviewsPerMonth } from '@kettle/core/changes/windows';
import { unitsAtRank, type RankCurve } from '@kettle/core/estimate/rank-curve';
import { bestUnits, estimateUnits, type BestUnits, type MonthHistory } from '@kettle/core/estimate/units';
import { pageCraft } from '@kettle/core/listing-page/page-craft';
import { addDays, addMonths, type Day } from '@kettle/core/measures/day';
import { bestThreeMonths, decompose } from '@kettle/core/season/season';
import { bulkLoad, type Cell } from '../db/bulk.ts';
import type { Db, Session } from '../db/connection.ts';
import { categories, estimates, listings, marketplaces } from '../db/schema.ts';
import type { Market } from '../marketplaces/marketplaces.ts';
import { curvesOf, type Curves, type CurveInUse } from './curves.ts';
import { refreshLevels } from './levels.ts';
import { evidenceOf, inputOf, type Evidence, type Subject } from './evidence.ts';
import { asReading } from './readings.ts';

const CHUNK = 500;
/** The longest window of a sheet. */
const DAYS_OF_SHEET = 366;

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

/** The day after one, so that a month that ended with it is a whole one; today for none, and never later. */
const dayAfter = (seen: Day | null, today: Day): Day => {
  const next = seen === null ? today : addDays(seen, 1);
  return next < today ? next : today;
};

/** What lists and limits need of a listing besides its units: how it moved, its season, its page. */
const courseOf = (subject: Subject & Page, asOf: Day, curve: RankCurve | null, evidence: Evidence) => {
  const days = (evidence.days.get(subject.id) ?? []).map(asReading);
  const months = evidence.months.get(subject.id) ?? [];
  return {
    ...changesOf(days, months, curve, asOf),
    reviewsMonth: reviewsPerMonth(days, months, asOf),
    lastYear: lastTwelveMonths(months, curve, asOf).map((u) => (u === null ? null : Number(u.toFixed(1)))),
    craft: pageCraft(subject, evidence.overrules.get(subject.id) ?? []).value,
  };
};

/** The estimate of one listing with all its working, made afresh. */
export const estimateListing = async (db: Db, market: Market, subject: Subject) => {
  const [evidence, curves] = await Promise.all([
    evidenceOf(db, market, [subject.id], DAYS_OF_SHEET),
    curvesOf(db, market),
  ]);
  const use = curves.of(subject.category);
  return {
    units: estimateUnits(inputOf(subject, market, use, evidence)),
    season: seasonOf(evidence.months.get(subject.id) ?? [], use.curve),
    curve: use.given,
    evidence,
  };
};

/** A listing whose units are no longer what they were said to be. */
export interface ChangedUnits {
  code: string;
  before: number;
  after: number | null;
  why: string;
}
/** Listings whose units left their earlier interval, or changed by more than half. */
export interface UnitsChanged {
  count: number;
  /** The first of them, by code. */
  examples: ChangedUnits[];
}
const MOST_EXAMPLES = 200;
const MUCH = 0.5;

type Progress = (done: number) => Promise<void> | void;

/**
 * Learns the levels of a marketplace's curves and sources anew, and then makes estimates anew: of the listings that
 * changed (null for all), and of all others in categories whose level moved.
 */
export const estimateAnew = async (
  database: Session,
  market: Market,
  only: readonly number[] | null,
  progress: Progress = () => {},
): Promise<UnitsChanged> => {
  const { before, moved } = await refreshLevels(database, market);
  const others = only && moved.size > 0 ? await listingsOfGroups(database.db, market, moved) : [];
  return refreshEstimates(database, market, only && [...new Set([...only, ...others])], progress, before);
};

/** The listings of groups of categories that share a level. */
export const listingsOfGroups = async (db: Db, market: Market, groups: ReadonlySet<string>): Promise<number[]> => {
  const curves = await curvesOf(db, market);
  const tree = await db
    .select({ id: categories.id, path: categories.path })
    .from(categories)
    .where(eq(categories.marketplaceId, market.id));
  const within = tree.filter((c) => groups.has(curves.of(c.path).group)).map((c) => c.id);
  if (within.length === 0) return [];
  const rows = await db.select({ id: listings.id }).from(listings).where(inArray(listings.categoryId, within));
  return rows.map((r) => r.id);
};

const subjectsOf = (db: Db, market: Market, which: SQL | undefined) =>
  db
    .select({
      id: listings.id,
      code: listings.code,
      category: categories.path,
      price: listings.price,
      rank: listings.rank,
      seenOn: listings.seenOn,
      title: listings.title,
      pictures: listings.pictures,
      bullets: listings.bullets,
      description: listings.description,
      units: estimates.units,
      low: estimates.low,
      high: estimates.high,
      origin: estimates.origin,
    })
    .from(listings)
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .leftJoin(estimates, eq(estimates.listingId, listings.id))
    .where(and(eq(listings.marketplaceId, market.id), which))
    .orderBy(asc(listings.id))
    .limit(CHUNK);

/** Which listings of a marketplace come next: of all, those after the last; of some, the next of them. */
const batchesOf = function* (
  only: readonly number[] | null,
): Generator<(last: number) => SQL | undefined, void, number> {
  if (!only) for (;;) if ((yield (last) => gt(listings.id, last)) < CHUNK) return;
  const sorted = [...only].sort((a, b) => a - b);
  for (let at = 0; at < sorted.length; at += CHUNK) {
    const ids = sorted.slice(at, at + CHUNK);
    yield () => inArray(listings.id, ids);
  }
};

/**
 * Makes the kept estimates anew, of some listings or of all in a marketplace, and raises its data version so that what
 * is built from them follows. Answers with those whose units changed much; `before`: the curves that held until now.
 */
export const refreshEstimates = async (
  database: Session,
  market: Market,
  only: readonly number[] | null,
  progress: Progress = () => {},
  before: Curves | null = null,
  beforeRaising: () => Promise<void> = () => Promise.resolve(),
): Promise<UnitsChanged> => {
  const { db } = database;
  const curves = await curvesOf(db, market);
  const windowStart = addDays(market.today, -92);
  const changed: UnitsChanged = { count: 0, examples: [] };
  let done = 0;
  const batches = batchesOf(only);
  /** The next listings with what they are estimated from; null after the last. */
  const load = async (last: number, size: number) => {
    const next = batches.next(size);
    if (next.done) return null;
    const subjects = await subjectsOf(db, market, next.value(last));
    const ids = subjects.map((s) => s.id);
    return { subjects, evidence: await evidenceOf(db, market, ids) };
  };
  let loading = load(0, 0);
  for (;;) {
    const loaded = await loading;
    if (!loaded) break;
    const { subjects, evidence } = loaded;
    // While these are reckoned, the database reads the next.
    loading = load(subjects.at(-1)?.id ?? 0, subjects.length);
    loading.catch(() => undefined);
    const rows = subjects.map((subject): typeof estimates.$inferInsert => {
      const use = curves.of(subject.category);
      const { curve } = use;
      const season = seasonOf(evidence.months.get(subject.id) ?? [], curve);
      const units = bestUnits(inputOf(subject, market, use, evidence, windowStart));
      const { best } = units;
      if (hasChanged(subject, best)) {
        changed.count++;
        if (changed.examples.length < MOST_EXAMPLES)
          changed.examples.push({
            code: subject.code,
            before: subject.units!,
            after: best.known ? best.value : null,
            why: whyChanged(before?.of(subject.category) ?? null, use, subject.origin, units.from),
          });
      }
      return {
        // How it moved is told as of the day it was last seen: a month nobody looked is no month without change.
        ...courseOf(subject, dayAfter(units.lastSeen, market.today), curve, evidence),
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
    if (rows.length > 0) await putEstimates(database, rows);
    done += subjects.length;
    await progress(done);
  }
  await beforeRaising();
  await raiseDataVersion(db, market.id, only);
  return changed;
};

/**
 * Of listings that are being estimated anew in a long transaction, those that somebody else changed and estimated since a
 * data version: what this transaction read of them is older than that. Asked with locks, so that it sees what was committed
 * since it began; to be estimated once more after its end.
 */
export const overtakenSince = async (
  { db }: Session,
  market: Pick<Market, 'id' | 'dataVersion'>,
  only: readonly number[] | null,
): Promise<number[]> => {
  const rows = await db
    .select({ id: listings.id })
    .from(listings)
    .where(and(eq(listings.marketplaceId, market.id), gt(listings.touched, market.dataVersion)))
    .for('update');
  const among = only && new Set(only);
  return rows.flatMap(({ id }) => (among === null || among.has(id) ? [id] : []));
};

const hasChanged = (
  { units, low, high }: { units: number | null; low: number | null; high: number | null },
  now: Figure,
): boolean =>
  units !== null &&
  units > 0 &&
  (!now.known ||
    Math.abs(now.value / units - 1) > MUCH ||
    (low !== null && high !== null && (now.value < low || now.value > high)));

/** Times by which a level must have moved to be named as the reason. */
const MOVED = 1.2;

const whyChanged = (
  before: CurveInUse | null,
  now: CurveInUse,
  origin: string | null,
  from: BestUnits['from'],
): string => {
  const levelOf = (use: CurveInUse | null): number => use?.levels?.mean[use.levels.ways.indexOf('rank')] ?? 0;
  const times = Math.exp(levelOf(before) - levelOf(now));
  if (now.given && Math.max(times, 1 / times) > MOVED) {
    const { counted = 0, compared = 0 } = now.levels ?? {};
    return `The curve of ${now.group} lies ${Math.max(times, 1 / times).toFixed(1)} times ${times > 1 ? 'higher' : 'lower'} than was held before, by ${counted} counted listings${compared > 0 ? ` and ${compared} of which other figures are known` : ''}.`;
  }
  if (origin !== from) return `It rests on ${ORIGINS[from]} now.`;
  return 'What is known of the listing itself changed.';
};

const ORIGINS: Record<BestUnits['from'], string> = {
  readings: 'counts and days that were read',
  months: 'monthly averages',
  stated: 'what a source states',
  'current-rank': 'a single rank',
  nothing: 'nothing',
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
