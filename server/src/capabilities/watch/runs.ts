import { and, countDistinct, desc, eq, gt, inArray, lt, lte, ne } from 'drizzle-orm';
import type { WatchRun } from '@kettle/contract/watch';
import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { listings, readings, watched, watchRuns, type RunTry } from '../../ground/db/schema.ts';
import { wallTime } from '../../ground/marketplaces/clock.ts';
import { marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { conflict } from '../../ground/problems/problem.ts';
import { keepPages } from './pages.ts';
import { watchPlanOf } from '../../ground/marketplaces/watch-plan.ts';

/** Minutes after which a day that is not complete is looked at again, the first time, the second, and so on. */
const AGAIN_AFTER = [15, 30, 60, 120, 240] as const;
/** Minutes for which one process has a try to itself; whoever died in it is followed by another after them. */
const HELD = 10;
const MOST_RUNS = 120;
const MINUTE_MS = 60_000;

const asTime = (ms: number): string => new Date(ms).toISOString().replace('T', ' ').slice(0, 23);
const fromTime = (time: string): number => Date.parse(`${time.replace(' ', 'T')}Z`);
const inWords = (n: number, thing: string): string => `${n} ${thing}${n === 1 ? '' : 's'}`;

/** Watched listings, and how many of them were read on a day. */
const readOn = async (
  db: Db,
  market: Market,
  days: readonly Day[],
): Promise<{ watched: number; read: Map<Day, number> }> => {
  // prettier-ignore
  const ofMarket = eq(listings.marketplaceId, market.id);
  const [[all], rows] = await Promise.all([
    db.select({ n: countDistinct(watched.listingId) }).from(watched).innerJoin(listings, eq(listings.id, watched.listingId)).where(ofMarket), // prettier-ignore
    db
      .select({ day: readings.day, n: countDistinct(readings.listingId) })
      .from(watched)
      .innerJoin(listings, eq(listings.id, watched.listingId))
      .innerJoin(readings, eq(readings.listingId, watched.listingId))
      .where(and(ofMarket, inArray(readings.day, [...days])))
      .groupBy(readings.day),
  ]);
  return { watched: all?.n ?? 0, read: new Map(rows.map((r) => [r.day, r.n])) };
};

/** The log of the daily runs; of each how many listings have been read by now: late readings fill it in. */
export const runsOf = async (db: Db, market: Market): Promise<WatchRun[]> => {
  const rows = await db
    .select()
    .from(watchRuns)
    .where(eq(watchRuns.marketplaceId, market.id))
    .orderBy(desc(watchRuns.day))
    .limit(MOST_RUNS);
  const { read } = await readOn(db, market, [...rows.map((r) => r.day), market.today]);
  return rows.map(({ marketplaceId: _, madeAt: __, tries, ...row }) => ({
    ...row,
    read: Math.max(row.read, Math.min(row.listings, read.get(row.day) ?? 0)),
    tries: tries ?? [],
  }));
};

/** Writes down what the simulated clock's run brought. */
export const noteHobRun = async (
  db: Db,
  market: Pick<Market, 'id'>,
  run: { day: Day; listings: number; read: number; readings: number; message: string; at: Date },
): Promise<void> => {
  const { day, at, message, ...counts } = run;
  const tries: RunTry[] = [{ at: at.toISOString(), read: run.read, missed: run.listings - run.read, message }];
  const set = { asked: 'hob' as const, state: run.read < run.listings ? ('short' as const) : ('done' as const), ...counts, tries }; // prettier-ignore
  await db
    .insert(watchRuns)
    .values({ marketplaceId: market.id, day, ...set })
    .onDuplicateKeyUpdate({ set });
};

type Row = typeof watchRuns.$inferSelect;

/**
 * Takes one try of a day's run to oneself: of several processes one gets it, for ten minutes. Null where it is not due, is
 * done, or another has it.
 */
const claim = async (db: Db, market: Market, day: Day, asked: Row['asked'], now: number): Promise<Row | null> => {
  const due = asTime(now);
  await db.insert(watchRuns).ignore().values({ marketplaceId: market.id, day, asked, nextTry: due });
  const here = and(eq(watchRuns.marketplaceId, market.id), eq(watchRuns.day, day));
  const [result] = await db
    .update(watchRuns)
    .set({ nextTry: asTime(now + HELD * MINUTE_MS) })
    .where(asked === 'by hand' ? here : and(here, ne(watchRuns.state, 'done'), lte(watchRuns.nextTry, due)));
  if (result.affectedRows === 0) return null;
  const [row] = await db.select().from(watchRuns).where(here);
  return row ?? null;
};

/** Looks which of the watched listings were read on a day, and writes it down. */
const takeStock = async (database: Database, market: Market, { id, day }: Row, now: number): Promise<void> =>
  atOnce(database, async ({ db }) => {
    const [row] = await db.select().from(watchRuns).where(eq(watchRuns.id, id)).for('update');
    if (!row) return;
    await keepPages(db, market);
    const { watched: all, read: byDay } = await readOn(db, market, [day]);
    const read = Math.min(all, byDay.get(day) ?? 0);
    const [ahead] = await db
      .select({ day: watchRuns.day })
      .from(watchRuns)
      .where(and(eq(watchRuns.marketplaceId, market.id), gt(watchRuns.day, day)))
      .orderBy(desc(watchRuns.day))
      .limit(1);
    const before = row.tries ?? [];
    const wait = AGAIN_AFTER[before.length];
    const isDone = read >= all;
    const message = [
      all === 0
        ? 'Nothing is watched.'
        : isDone
          ? `All ${inWords(all, 'listing')} read.`
          : `${read} of ${inWords(all, 'listing')} read; no file of today names the others.`,
      ahead ? `The machine’s clock was set back: a run of ${ahead.day} is in the log already.` : '',
    ]
      .filter(Boolean)
      .join(' ');
    const tries = [...before, { at: new Date(now).toISOString(), read, missed: all - read, message }];
    await db
      .update(watchRuns)
      .set({
        state: isDone ? 'done' : 'short',
        listings: all,
        read,
        readings: read,
        tries,
        nextTry: isDone || wait === undefined ? null : asTime(now + wait * MINUTE_MS),
      })
      .where(eq(watchRuns.id, id));
  });

/**
 * Writes days on which the program did not run into the log, from the last day in it up to the day before this one: a day
 * without a row would look like one that nobody asked about. Files that bring such a day later fill it in.
 */
const noteDaysAsleep = async (db: Db, market: Market, today: Day, now: Date): Promise<void> => {
  const [last] = await db
    .select({ day: watchRuns.day })
    .from(watchRuns)
    .where(and(eq(watchRuns.marketplaceId, market.id), lt(watchRuns.day, today)))
    .orderBy(desc(watchRuns.day))
    .limit(1);
  if (!last) return;
  const first = addDays(last.day, Math.max(1, daysBetween(last.day, today) - MOST_RUNS));
  const days = Array.from({ length: Math.max(0, daysBetween(first, today)) }, (_, i) => addDays(first, i));
  if (days.length === 0) return;
  const { watched: all, read } = await readOn(db, market, days);
  await db
    .insert(watchRuns)
    .ignore()
    .values(
      days.map((day) => {
        const n = Math.min(all, read.get(day) ?? 0);
        const message = `The program was not running on this day. ${n} of ${inWords(all, 'listing')} read.`;
        return {
          marketplaceId: market.id,
          day,
          asked: 'daily' as const,
          state: n >= all ? ('done' as const) : ('short' as const),
          listings: all,
          read: n,
          readings: n,
          tries: [{ at: now.toISOString(), read: n, missed: all - n, message }],
        };
      }),
    );
};

export interface RunAsked {
  /** Looks for new files first. */
  look: (now: number) => Promise<void>;
  now: Date;
  /** The machine's own where none is named. */
  zone?: string | undefined;
}

/**
 * The daily run of a marketplace of one's own, where its hour has come and it was not done: files that arrived are looked
 * for, what was read is written down, and a day that lacks readings is looked at again a few times. Each day once, whatever
 * the clock does and however many processes there are.
 */
export const runIfDue = async (
  database: Database,
  marketplace: string,
  { look, now, zone }: RunAsked,
): Promise<boolean> => {
  // prettier-ignore
  const { db } = database;
  const market = await marketOf(db, marketplace);
  if (market.simulated) return false;
  const { plan } = await watchPlanOf(db, marketplace);
  if (!plan.daily) return false;
  const time = wallTime(now, zone);
  if (time.hour < plan.hour) return false;
  const [any] = await db.select({ id: watched.listingId }).from(watched).innerJoin(listings, eq(listings.id, watched.listingId)).where(eq(listings.marketplaceId, marketplace)).limit(1); // prettier-ignore
  if (!any) return false;
  const row = await claim(db, market, time.day, 'daily', now.getTime());
  if (!row) return false;
  await noteDaysAsleep(db, market, row.day, now);
  await look(now.getTime());
  await takeStock(database, { ...market, today: time.day }, row, now.getTime());
  return true;
};

/** The same, because somebody asked for it. */
export const runByHand = async (
  database: Database,
  market: Market,
  { look, now, zone }: RunAsked,
): Promise<WatchRun> => {
  // prettier-ignore
  const { db } = database;
  if (market.simulated) throw conflict(`${market.name} is read when its hob moves on.`);
  const { day } = wallTime(now, zone);
  const row = await claim(db, market, day, 'by hand', now.getTime());
  if (!row) throw conflict('Another run is under way.');
  await look(now.getTime());
  await takeStock(database, { ...market, today: day }, row, now.getTime());
  return (await runsOf(db, market)).find((r) => r.id === row.id)!;
};

/** When the next run comes, in words; null where none will. */
export const nextRun = async (db: Db, market: Market, now: Date, zone?: string): Promise<string | null> => {
  if (market.simulated) return 'when the hob moves on';
  const { plan } = await watchPlanOf(db, market.id);
  if (!plan.daily) return null;
  const time = wallTime(now, zone);
  const [row] = await db
    .select()
    .from(watchRuns)
    .where(and(eq(watchRuns.marketplaceId, market.id), eq(watchRuns.day, time.day)));
  if (row && row.state !== 'done' && row.nextTry !== null) {
    const minutes = Math.max(0, Math.round((fromTime(row.nextTry) - now.getTime()) / MINUTE_MS));
    return minutes === 0 ? 'in a moment' : `again in ${inWords(minutes, 'minute')}`;
  }
  const day = row || time.hour > plan.hour ? addDays(time.day, 1) : time.day;
  return `${day === time.day ? 'today' : 'tomorrow'} at ${String(plan.hour).padStart(2, '0')}:00`;
};
