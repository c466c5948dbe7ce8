/**
 * Breaks of a listing's level found in its ranks, against the steps that the invented world really took: of the demo and of
 * a world of another seed; beside a plain threshold and a tabular CUSUM on the same days.
 */
import { and, asc, count, eq, inArray } from 'drizzle-orm';
import { beforeRanks, levelSeries, rankBreaks, type DayValue } from '@kettle/core/changes/breaks';
import { addDays, daysBetween, epochDay, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import { medianOf } from '@kettle/core/stats/robust';
import { Simulated, type Truth } from '@kettle/demo/market';
import { moveHob } from '../src/capabilities/watch/hob.ts';
import { simulatedOutside } from '../src/roof/stand-ins/outside.ts';
import { atOnce, openDatabase, type Database } from '../src/ground/db/connection.ts';
import { chartOf } from '../src/capabilities/watch/chart.ts';
import { watchedListings } from '../src/capabilities/watch/list.ts';
import { positionsOf } from '../src/capabilities/watch/places.ts';
import { WatchMemory } from '../src/capabilities/watch/memory.ts';
import { morningOf } from '../src/capabilities/watch/morning.ts';
import { categories, listings, readings, watched, workspace } from '../src/ground/db/schema.ts';
import { curvesOf } from '../src/ground/estimates/curves.ts';
import { marketOf } from '../src/ground/marketplaces/marketplaces.ts';
import { loadDemo } from '../src/roof/demo-load/load.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { truths } from '../src/roof/stand-ins/schema.ts';

const line = (o: object): void => console.log(JSON.stringify({ bench: 'watch', ...o }));
const NEAR = 3;
const ABOUT = 10;
/** Pieces a day from which on a step shows within days. */
const FAST = 5;
const MARGIN = 21;
const FEWEST_DAYS = 200;

/** The means of a week and of the four weeks before differ by a quarter. */
const byThreshold = (series: readonly DayValue[]): Day[] => {
  const found: Day[] = [];
  for (let i = 28; i + 7 <= series.length; i++) {
    const mean = (of: readonly DayValue[]): number => of.reduce((s, d) => s + d.value, 0) / of.length;
    const ratio = mean(series.slice(i, i + 7)) / mean(series.slice(i - 28, i));
    if ((ratio >= 1.25 || ratio <= 0.8) && (found.length === 0 || daysBetween(found.at(-1)!, series[i]!.day) > 28))
      found.push(series[i]!.day);
  }
  return found;
};

/** Tabular CUSUM (Page 1954) on logs: k of half a deviation, h of five, begun anew after each alarm; the break is where the sum last stood at 0. */
const byCusum = (series: readonly DayValue[]): Day[] => {
  const found: Day[] = [];
  const logs = series.map((d) => Math.log(d.value));
  const steps = logs.slice(1).map((x, i) => Math.abs(x - logs[i]!));
  const deviation = Math.max(0.01, (1.4826 * (medianOf(steps) ?? 0)) / Math.SQRT2);
  let [up, down, target, seen] = [0, 0, 0, 0];
  let [upFrom, downFrom] = [0, 0];
  for (const [i, x] of logs.entries()) {
    if (seen < 14) {
      target = (target * seen + x) / ++seen;
      continue;
    }
    const z = (x - target) / deviation;
    up = Math.max(0, up + z - 0.5);
    down = Math.max(0, down - z - 0.5);
    if (up === 0) upFrom = i + 1;
    if (down === 0) downFrom = i + 1;
    if (up > 5 || down > 5) {
      found.push(series[Math.min(series.length - 1, up > 5 ? upFrom : downFrom)]!.day);
      [up, down, seen, target] = [0, 0, 0, 0];
    }
  }
  return found;
};

/** Days before and after a step among which it is looked for by who knows that there is one. */
const AMONG = 45;
/** Days differ by a mood beside their chance: its deviation in logs, as the invented world has it. */
const MOOD = 0.18;

/**
 * What nobody can better: by every single sale, the level before and after, the season and that there is one step within some
 * weeks, the day on which it is likeliest (negative binomial, whose variance is that of chance and mood). A listing of a piece
 * in two days does not show on which of ten days it came to sell one a day, not even to its own seller.
 */
const likeliestDay = (truth: Truth, step: { day: Day; times: number }): Day => {
  const listing = new Simulated(truth);
  const spread = 1 / MOOD ** 2;
  const likelihood = (units: number, expected: number): number =>
    units * Math.log(expected) - (units + spread) * Math.log(expected + spread);
  let best = { sum: -Infinity, at: 0 };
  let sum = 0;
  for (let at = AMONG - 1; at >= -AMONG; at--) {
    const day = epochDay(step.day) + at;
    if (listing.isOut(day)) continue;
    const expected = listing.ordinaryUnits(day) * listing.saleFactor(day);
    const [before, after] = at < 0 ? [expected, expected * step.times] : [expected / step.times, expected];
    sum += likelihood(listing.units(day), after) - likelihood(listing.units(day), before);
    if (sum > best.sum) best = { sum, at };
  }
  return addDays(step.day, best.at);
};

const METHODS = {
  'PELT, long-run variance': (_: unknown, ours: readonly Day[]) => ours,
  'plain threshold of a quarter': (series: readonly DayValue[]) => byThreshold(series),
  'CUSUM (Page 1954)': (series: readonly DayValue[]) => byCusum(series),
};

const tryOn = async ({ db }: Database, world: string): Promise<void> => {
  const counts = Object.fromEntries(
    Object.keys(METHODS).map((m) => [m, { hits: 0, hitsOfFast: 0, about: 0, alarms: 0 }]),
  );
  let [steps, fastSteps, quarters, tried, ms] = [0, 0, 0, 0, 0];
  const ceiling = { hits: 0, about: 0, hitsOfFast: 0 };
  for (const marketplace of ['quayside', 'lindholm-torg']) {
    const market = await marketOf(db, marketplace);
    const curves = await curvesOf(db, market);
    const read = await db.selectDistinct({ id: readings.listingId }).from(readings).innerJoin(listings, eq(listings.id, readings.listingId)).where(eq(listings.marketplaceId, marketplace)); // prettier-ignore
    const rows = await db
      .select({ id: listings.id, category: categories.path, truth: truths.truth })
      .from(listings)
      .innerJoin(categories, eq(categories.id, listings.categoryId))
      .innerJoin(truths, and(eq(truths.code, listings.code), eq(truths.marketplaceId, listings.marketplaceId)))
      .where(inArray(listings.id, read.map((r) => r.id))); // prettier-ignore
    for (let at = 0; at < rows.length; at += 100) {
      const batch = rows.slice(at, at + 100);
      const days = groupsOf(await db.select().from(readings).where(inArray(readings.listingId, batch.map((r) => r.id))).orderBy(asc(readings.day)), (r) => r.listingId); // prettier-ignore
      for (const { id, category, truth } of batch) {
        const of = days.get(id) ?? [];
        if (of.length < FEWEST_DAYS) continue;
        const { curve, drift } = curves.of(category);
        const series = levelSeries(of, curve, drift.within);
        const since = performance.now();
        const ours = rankBreaks(of, curve, drift.within).map((b) => b.day);
        ms += performance.now() - since;
        tried++;
        quarters += of.length / 91;
        const [first, last] = [of[0]!.day, of.at(-1)!.day];
        const real = (truth.steps ?? []).filter((s) => daysBetween(first, s.day) > MARGIN && daysBetween(s.day, last) > MARGIN); // prettier-ignore
        const isFast = truth.base >= FAST;
        steps += real.length;
        if (isFast) fastSteps += real.length;
        for (const step of real) {
          const off = Math.abs(daysBetween(step.day, likeliestDay(truth, step)));
          ceiling.hits += Number(off <= NEAR);
          ceiling.about += Number(off <= ABOUT);
          ceiling.hitsOfFast += Number(isFast && off <= NEAR);
        }
        for (const [name, method] of Object.entries(METHODS)) {
          const found = method(series, ours).map((day) => (name.startsWith('PELT') ? day : beforeRanks({ day, times: 1, days: 1 }).day)); // prettier-ignore
          const near = (day: Day): boolean =>
            (truth.steps ?? []).some((s) => Math.abs(daysBetween(s.day, day)) <= NEAR);
          const within = (days: number): number =>
            real.filter((s) => found.some((d) => Math.abs(daysBetween(s.day, d)) <= days)).length;
          counts[name]!.hits += within(NEAR);
          counts[name]!.about += within(ABOUT);
          if (isFast) counts[name]!.hitsOfFast += within(NEAR);
          // Further off than three days it is no hit; further than ten it is a false alarm.
          counts[name]!.alarms += found.filter((d) => !near(d) && !(truth.steps ?? []).some((s) => Math.abs(daysBetween(s.day, d)) <= ABOUT)).length; // prettier-ignore
        }
      }
    }
  }
  const pct = (hits: number, of: number): number => Number(((100 * hits) / of).toFixed(1));
  const shares = ({ hits, about, hitsOfFast }: typeof ceiling) => ({
    n: tried,
    steps,
    found_within_3_days_pct: pct(hits, steps),
    found_within_10_days_pct: pct(about, steps),
    steps_of_5_a_day_and_more: fastSteps,
    of_these_within_3_days_pct: pct(hitsOfFast, fastSteps),
  });
  line({
    case: `breaks, ${world}: by every sale, both levels and that there is one (nobody can better it)`,
    ...shares(ceiling),
  });
  for (const [name, { alarms, ...hits }] of Object.entries(counts))
    line({
      case: `breaks, ${world}: ${name}`,
      ...shares(hits),
      false_alarms_a_quarter: Number((alarms / quarters).toFixed(2)),
      ...(name.startsWith('PELT') ? { ms_a_listing: Number((ms / tried).toFixed(2)) } : {}),
    });
};

/** The morning page of many listings, with all of their days at hand. */
const timeMorning = async ({ db }: Database): Promise<void> => {
  const market = await marketOf(db, 'quayside');
  const rows = await db
    .selectDistinct({ id: readings.listingId })
    .from(readings)
    .innerJoin(listings, eq(listings.id, readings.listingId))
    .where(eq(listings.marketplaceId, 'quayside'))
    .limit(1000);
  await db
    .insert(watched)
    .ignore()
    .values(rows.map((r) => ({ listingId: r.id, since: addDays(market.today, -400) })));
  const memory = new WatchMemory();
  const timed = async (name: string, goal: number, action: () => Promise<unknown>, n: number): Promise<void> => {
    const times: number[] = [];
    for (let i = 0; i < 6; i++) {
      const since = performance.now();
      await action();
      times.push(performance.now() - since);
    }
    line({ case: name, n, first_ms: Math.round(times[0]!), p50_ms: Math.round(medianOf(times.slice(1))!), goal_ms: goal }); // prettier-ignore
  };
  const codes = (of: number): Promise<string> =>
    db.select({ code: listings.code }).from(listings).where(inArray(listings.id, rows.slice(0, of).map((r) => r.id))).then((all) => all.map((l) => l.code).join(',')); // prettier-ignore
  await timed('morning page; the first time nothing is at hand', 300, () => morningOf(db, memory, market, addDays(market.today, -7)), rows.length); // prettier-ignore
  await timed('all watched listings, then and now', 300, () => watchedListings(db, memory, market), rows.length);
  const some = await codes(24);
  await timed('a year of 24 listings beside each other', 200, () => chartOf(db, market, { codes: some, days: 366 }), 24); // prettier-ignore
  await timed('places of 60 listings', 300, async () => positionsOf(db, market, rows.slice(0, 60).map((r) => r.id)), 60); // prettier-ignore
};

/** A day of the simulated clock for all that is watched, as its job does it. */
const timeRun = async (all: Database): Promise<void> => {
  const { today } = await marketOf(all.db, 'quayside');
  const [{ n } = { n: 0 }] = await all.db.select({ n: count() }).from(watched);
  const times: number[] = [];
  for (let day = 1; day <= 3; day++) {
    const since = performance.now();
    await moveHob(
      { marketplace: 'quayside', to: addDays(today, day) },
      {
        database: all,
        progress: () => Promise.resolve(),
        step: (action) => atOnce(all, action),
        finish: (action) => atOnce(all, async (inside) => void (await action(inside))),
      },
      simulatedOutside,
    );
    times.push(performance.now() - since);
  }
  line({ case: 'a daily run, estimates of what was read included', n, s: Number((medianOf(times)! / 1000).toFixed(1)), goal_s: 10 }); // prettier-ignore
};

const url = process.env.KETTLE_DATABASE_URL!;
/** A workspace of its own, made anew: days are moved in it, and what other benchmarks measure is of the world's day. */
const fresh = async (name: string, prepare: (database: Database) => Promise<unknown>): Promise<Database> => {
  const all = openDatabase(url);
  await all.pool.promise().query(`drop database if exists ${name}`);
  await all.pool.promise().query(`create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci`);
  await all.close();
  const database = openDatabase(`${url.replace(/\/[^/]*$/, '')}/${name}`);
  await prepare(database);
  return database;
};
const database = await fresh('watched_days', (own) => prepareWorkspace(own, 'demo', 30_000, () => {}));
await timeMorning(database);
await timeRun(database);
await tryOn(database, 'the demo');
await database.close();
const elsewhere = await fresh('other_seed', async (own) => {
  await prepareWorkspace(own, 'own', 0, () => {});
  await own.db.delete(workspace);
  await loadDemo(own, 30_000, () => {}, 20_261_127);
});
await tryOn(elsewhere, 'another seed');
await elsewhere.close();
