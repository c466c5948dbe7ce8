/**
 * Holds each way of estimating units against the demo's hidden truth: the mean pieces a month that were really sold in
 * the same 90 days. No shipped curve was fitted to any single listing: each is the category's own relation of rank and
 * pace, put off by about a tenth at every point. One line a method, one by category, by volume and by days read; then
 * what the flag "flattered by a sale" says of the story and of all others, and of stock counts where there are many.
 */
import { and, eq } from 'drizzle-orm';
import { scoreOf, type BacktestRow, type Trial } from '@kettle/core/estimate/backtest';
import { METHODS } from '@kettle/core/estimate/methods';
import { atMostOf } from '@kettle/core/stats/intervals';
import { STORIES } from '@kettle/demo/stories';
import { openDatabase } from '../src/ground/db/connection.ts';
import { estimateLevels, estimates, listings, workspace } from '../src/ground/db/schema.ts';
import { refreshLevels } from '../src/ground/estimates/levels.ts';
import { loadDemo } from '../src/roof/demo-load/load.ts';
import { books } from '../src/roof/stand-ins/books.ts';
import { runBacktest } from '../src/capabilities/curves/backtest.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { marketOf } from '../src/ground/marketplaces/marketplaces.ts';

/** Slower listings sell too few pieces for an error in per cent to mean much; they are reported apart. */
const SLOW = 10;
const MANY_COUNTS = 30;
/** Readings that "of 90 days" needs at least. */
const ALL_DAYS = 75;

const pct = (x: number | null): number | null => (x === null ? null : Number((100 * x).toFixed(1)));
const report = (name: string, trials: readonly Trial[], more: object = {}): void => {
  const { n, unanswered, error, bias, covered } = scoreOf(trials);
  console.log(
    JSON.stringify({
      bench: 'estimate',
      case: name,
      n,
      unanswered,
      mape_pct: pct(error),
      bias_pct: pct(bias),
      covered_of_80_pct: pct(covered),
      ...more,
    }),
  );
};

/** Listings from which on a category's coverage says something, and what it is to be. */
const FEWEST_OF_CATEGORY = 60;
const HONEST = [0.75, 0.88] as const;
/** Categories that would lie below and above by chance if every one of the intervals were right: a share of sixty is off by 5 points. */
const byChance = (large: readonly BacktestRow[]): { chance_below: number; chance_above: number } => {
  const sum = (share: (n: number) => number): number => Math.round(10 * large.reduce((s, b) => s + share(b.n), 0)) / 10;
  return {
    chance_below: sum((n) => atMostOf(Math.ceil((HONEST[0] - 0.005) * n) - 1, n, 0.8)),
    chance_above: sum((n) => 1 - atMostOf(Math.ceil((HONEST[1] + 0.005) * n) - 1, n, 0.8)),
  };
};
/** What age does to the blend: all together, each category, and how many of those with enough listings are honest. */
const tellAges = (world: string, rows: readonly BacktestRow[]): void => {
  const blend = rows.filter((r) => r.method === 'blend');
  const tell = (name: string, r: BacktestRow, more: object = {}): void =>
    console.log(
      JSON.stringify({
        bench: 'estimate',
        case: `age, ${world}, ${name}`,
        n: r.n,
        mape_pct: pct(r.error),
        bias_pct: pct(r.bias),
        covered_of_80_pct: pct(r.covered),
        ...more,
      }),
    );
  for (const r of blend.filter((b) => b.grouping === 'age')) {
    const large = blend.filter((b) => b.grouping === 'category-age' && b.group.endsWith(`, ${r.group}`) && b.n >= FEWEST_OF_CATEGORY); // prettier-ignore
    const rounded = (b: BacktestRow): number => Math.round(100 * b.covered!) / 100;
    tell(r.group, r, {
      categories: large.length,
      below: large.filter((b) => rounded(b) < HONEST[0]).length,
      above: large.filter((b) => rounded(b) > HONEST[1]).length,
      ...byChance(large),
    });
  }
  for (const r of blend.filter((b) => b.grouping === 'category-age')) tell(r.group, r);
};

const database = openDatabase(process.env.KETTLE_DATABASE_URL!);
await prepareWorkspace(database, 'demo', 30_000, () => {});
const { db } = database;
const trials: Trial[] = [];
const rows: { market: string; group: string; line: object }[] = [];
for (const marketplace of ['quayside', 'lindholm-torg']) {
  const market = await marketOf(db, marketplace);
  console.log(JSON.stringify({ bench: 'estimate', case: `the day of ${marketplace}`, day: market.today }));
  const found = await runBacktest(db, market, books);
  trials.push(...found.trials);
  tellAges(marketplace, found.backtest.rows);
  for (const r of found.backtest.rows)
    if (r.grouping === 'readings' || r.grouping === 'volume')
      rows.push({
        market: marketplace,
        group: r.group,
        line: {
          method: r.method,
          n: r.n,
          mape_pct: pct(r.error),
          bias_pct: pct(r.bias),
          covered_of_80_pct: pct(r.covered),
        },
      });
}
const own = trials.filter((t) => t.truth >= SLOW && t.readings >= ALL_DAYS);
const today = scoreOf(own.filter((t) => t.method === 'rank-today')).error!;
for (const method of METHODS) {
  const of = own.filter((t) => t.method === method);
  report(method, of, {
    other: 'rank-today',
    other_mape_pct: pct(today),
    ratio: Number((scoreOf(of).error! / today).toFixed(2)),
  });
  report(
    `${method}, under ${SLOW} a month`,
    trials.filter((t) => t.method === method && t.truth < SLOW && t.readings >= ALL_DAYS),
  );
}
const countsOf = (t: Trial): number =>
  t.figure.known ? Number(t.figure.working.inputs.find((i) => i.label === 'Counts')?.value.split(',')[0] ?? 0) : 0;
report(
  `stock-counts, ${MANY_COUNTS} counts or more`,
  own.filter((t) => t.method === 'stock-counts' && countsOf(t) >= MANY_COUNTS),
);
for (const family of [...new Set(own.map((t) => t.category))].sort())
  for (const method of METHODS)
    report(
      `${method}, ${family}`,
      own.filter((t) => t.method === method && t.category === family),
    );
for (const { market, group, line } of rows)
  console.log(JSON.stringify({ bench: 'estimate', case: `${market}, ${group}`, ...line }));

const flags = await db
  .select({ title: listings.title, flattered: estimates.flattered })
  .from(listings)
  .innerJoin(estimates, and(eq(estimates.listingId, listings.id), eq(estimates.origin, 'readings')));
const flattering = new Set(STORIES.flatMap((s) => s.listings.filter((l) => l.saleDays).map((l) => l.title)));
const ordinary = flags.filter((f) => !flattering.has(f.title));
console.log(
  JSON.stringify({
    bench: 'estimate',
    case: 'flattered by a sale',
    story_flagged: flags.filter((f) => flattering.has(f.title)).every((f) => f.flattered),
    ordinary: ordinary.length,
    ordinary_flagged_pct: pct(ordinary.filter((f) => f.flattered).length / ordinary.length),
  }),
);

// Where no month is known nothing of a season is: the intervals must say so.
await db.update(estimateLevels).set({ drifts: null });
for (const marketplace of ['quayside', 'lindholm-torg'])
  tellAges(`${marketplace}, no months known`, (await runBacktest(db, await marketOf(db, marketplace), books)).backtest.rows.filter((r) => r.grouping === 'age')); // prettier-ignore
for (const marketplace of ['quayside', 'lindholm-torg']) await refreshLevels(database, await marketOf(db, marketplace));

// A world that nothing here was built on.
const other = `${process.env.KETTLE_DATABASE_URL!.replace(/\/[^/]*$/, '')}/other_seed`;
await database.pool.promise().query('drop database if exists other_seed');
await database.pool.promise().query('create database other_seed character set utf8mb4 collate utf8mb4_unicode_ci');
const elsewhere = openDatabase(other);
await prepareWorkspace(elsewhere, 'own', 0, () => {});
await elsewhere.db.delete(workspace);
await loadDemo(elsewhere, 30_000, () => {}, 20_261_127);
for (const marketplace of ['quayside', 'lindholm-torg'])
  tellAges(`${marketplace} of another seed`, (await runBacktest(elsewhere.db, await marketOf(elsewhere.db, marketplace), books)).backtest.rows); // prettier-ignore
await elsewhere.close();
await database.close();
