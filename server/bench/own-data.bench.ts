/**
 * Holds estimates on a seller's own files against the truth: a world of another seed than the demo's is written to files,
 * each case is taken into a marketplace of its own with curves that are wrong by a factor, and the kept estimates are
 * compared with what was really sold. Cases: 16 counts of each listing; stated figures of ± 30 % and no counts; counts of
 * 20 listings a category, tried on the others; ranks alone. One line a case and factor.
 */
import { Readable } from 'node:stream';
import { setTimeout } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import { pino } from 'pino';
import { scoreOf, type Trial } from '@kettle/core/estimate/backtest';
import { dayFromEpoch, epochDay } from '@kettle/core/measures/day';
import { hashText, normalDraw, randomFrom } from '@kettle/core/stats/random';
import { monthlyRates, Simulated, trueMonthlyUnits, type RatesOfMonth } from '@kettle/demo/market';
import { makeWorld, type WorldListing } from '@kettle/demo/world';
import { openDatabase } from '../src/ground/db/connection.ts';
import { estimates, jobs, listings, rankCurves } from '../src/ground/db/schema.ts';
import { realToday } from '../src/ground/marketplaces/clock.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { compose, endServices } from '../src/roof/app/compose.ts';
import { addMarketplace } from '../src/capabilities/marketplaces/service.ts';
import { previewImport } from '../src/capabilities/sources/service.ts';

const SEED = Number(process.env.KETTLE_BENCH_SEED ?? 71);
const LISTINGS = 1500;
const SLOW = 10;
const COUNTS = 16;
const COUNTED_A_CATEGORY = 20;
const FACTORS = [1 / 50, 1 / 5, 1, 5, 50, 'another in each category'] as const;

const today = epochDay(realToday());
const world = makeWorld({ listings: LISTINGS }, SEED);
const ofMarket = world.listings.filter((l) => l.marketplace === 'quayside');
const simulated = new Map(ofMarket.map((l) => [l.code, new Simulated(l.truth)]));
const rates = new Map<string, RatesOfMonth>();
for (const family of new Set(ofMarket.map((l) => l.kind.family)))
  rates.set(family, monthlyRates(ofMarket.filter((l) => l.kind.family === family).map((l) => simulated.get(l.code)!)));
const readOf = (l: WorldListing) => simulated.get(l.code)!.read(rates.get(l.kind.family)!, today - 90, 91);
const days = new Map(ofMarket.map((l) => [l.code, readOf(l)]));
const truth = new Map(ofMarket.map((l) => [l.code, trueMonthlyUnits(l.truth, dayFromEpoch(today), 90)]));

type Row = (string | number | null)[];
const csv = (head: string[], rows: Row[]): string =>
  [head, ...rows].map((row) => row.map((c) => `"${String(c ?? '').replaceAll('"', '""')}"`).join(',')).join('\r\n');

/** A catalogue every week, as another program would write it: the newest stated figures in the last one. */
const catalogue = (stated: ((l: WorldListing) => number) | null): string =>
  csv(
    ['Item code', 'Item name', 'Maker', 'Category', 'Price', 'Sales rank', 'Review count', 'Date', 'Units a month'],
    ofMarket.flatMap((l) =>
      days
        .get(l.code)!
        .filter((_, i) => i % 7 === 6 && simulated.get(l.code)!.since < today)
        .map((d, i, all) => [
          l.code,
          l.title,
          l.brand,
          [l.kind.family, l.kind.branch, l.kind.name].join(' > '),
          (d.price / 100).toFixed(2),
          d.rank,
          d.reviews,
          d.day,
          i === all.length - 1 && stated ? Math.round(stated(l)) : null,
        ]),
    ),
  );
const counts = (of: (l: WorldListing) => boolean, every: number): string =>
  csv(
    ['Item code', 'Date', 'Pieces', 'Seller'],
    ofMarket.filter(of).flatMap((l) =>
      days
        .get(l.code)!
        .filter((d, i) => (90 - i) % every === 0 && (90 - i) / every < COUNTS && d.stock !== null && !d.stockCapped)
        .map((d) => [l.code, d.day, d.stock, d.mainOffer]),
    ),
  );
const lognormal = (l: WorldListing): number =>
  truth.get(l.code)! * Math.exp(0.3 * normalDraw(randomFrom(hashText(`${l.code}/said/${SEED}`))));
const uniform = (l: WorldListing): number =>
  truth.get(l.code)! * (0.7 + 0.6 * randomFrom(hashText(`${l.code}/said/${SEED}`))());
const counted = new Set(
  [...rates.keys()].flatMap((family) =>
    ofMarket
      .filter((l) => l.kind.family === family && (truth.get(l.code) ?? 0) >= SLOW)
      .sort((a, b) => hashText(`${a.code}/${SEED}`) - hashText(`${b.code}/${SEED}`))
      .slice(0, COUNTED_A_CATEGORY)
      .map((l) => l.code),
  ),
);

const only = process.env.KETTLE_BENCH_CASE;
const CASES: {
  name: string;
  stated: ((l: WorldListing) => number) | null;
  counts: ((l: WorldListing) => boolean) | null;
  tried: (l: WorldListing) => boolean;
  goal: number | null;
  /** Days from count to count. */
  every?: number;
}[] = [
  { name: `${COUNTS} counts a listing`, stated: null, counts: () => true, tried: () => true, goal: 10 },
  { name: 'stated, off by 30 % (log-normal), no counts', stated: lognormal, counts: null, tried: () => true, goal: 30 },
  { name: 'stated, within ± 30 % (uniform), no counts', stated: uniform, counts: null, tried: () => true, goal: 30 },
  {
    name: `${COUNTED_A_CATEGORY} counted a category, the others`,
    stated: null,
    counts: (l) => counted.has(l.code),
    tried: (l) => !counted.has(l.code),
    goal: 30,
  },
  {
    name: `stated, and ${COUNTED_A_CATEGORY} counted a category, the others`,
    stated: (l) => 1.4 * lognormal(l),
    counts: (l) => counted.has(l.code),
    tried: (l) => !counted.has(l.code),
    goal: null,
  },
  {
    name: `${COUNTS} counts a listing, on neighbouring days`,
    stated: null,
    counts: () => true,
    tried: () => true,
    goal: null,
    every: 1,
  },
  { name: 'ranks alone', stated: null, counts: null, tried: () => true, goal: null },
];

const database = openDatabase(process.env.KETTLE_DATABASE_URL!.replace(/\/kettle$/, '/own_data'));
await import('mysql2/promise').then(async ({ default: mysql }) => {
  const root = await mysql.createConnection(process.env.KETTLE_DATABASE_URL!);
  await root.query('drop database if exists own_data');
  await root.query('create database own_data character set utf8mb4 collate utf8mb4_unicode_ci');
  await root.end();
});
await prepareWorkspace(database, 'own', 0, () => {});
const services = compose(
  database,
  process.env.KETTLE_DATABASE_URL!.replace(/\/kettle$/, '/own_data'),
  pino({ level: 'silent' }),
);
services.jobs.start();
const pct = (x: number | null): number | null => (x === null ? null : Number((100 * x).toFixed(1)));
/** Takes a file in as the interface would, with the columns as they are guessed. */
const takeIn = async (marketplace: string, kind: 'listings' | 'counts', file: string): Promise<void> => {
  const { upload, mapping } = await previewImport(
    services,
    { id: marketplace },
    kind,
    `${kind}.csv`,
    Readable.from([Buffer.from(file)]),
  );
  const job = await services.jobs.add(`import-${kind}`, { marketplace, upload, mapping, source: 'a panel' });
  for (;;) {
    const [row] = await database.db.select().from(jobs).where(eq(jobs.id, job.id));
    if (row!.state === 'done') return;
    if (row!.state === 'failed') throw new Error(row!.message);
    await setTimeout(50);
  }
};
let marketplaceNumber = 0;
for (const one of CASES.filter(({ name }) => !only || name.includes(only)))
  for (const factor of FACTORS.filter((_, i) => one.goal !== null || [0, 2, 5].includes(i))) {
    const id = await addMarketplace(services, {
      name: `Case ${++marketplaceNumber}`,
      currency: 'USD',
      measures: 'imperial',
      copyFrom: null,
    });
    for (const { marketplace, category, curve, reviewRate, reviewSpread } of world.curves) {
      if (marketplace !== 'quayside') continue;
      const by =
        typeof factor === 'number' ? factor : Math.exp(3.9 * (2 * randomFrom(hashText(`${category}/${SEED}`))() - 1));
      await database.db.insert(rankCurves).values({
        marketplaceId: id,
        category,
        validFrom: '2025-01-01',
        knots: curve.knots.map((k) => ({ rank: k.rank, unitsPerDay: k.unitsPerDay * by })),
        residual: curve.residual,
        reviewRate: reviewRate * (typeof factor === 'number' ? factor ** 0.25 : 1),
        reviewSpread,
        source: 'another marketplace',
      });
    }
    await takeIn(id, 'listings', catalogue(one.stated));
    if (one.counts) await takeIn(id, 'counts', counts(one.counts, one.every ?? 5));
    const rows = await database.db
      .select({ code: listings.code, value: estimates.units, low: estimates.low, high: estimates.high })
      .from(listings)
      .innerJoin(estimates, eq(estimates.listingId, listings.id))
      .where(eq(listings.marketplaceId, id));
    const found = new Map(rows.map((r) => [r.code, r]));
    const trials = ofMarket.filter(one.tried).map((l): Trial => {
      const row = found.get(l.code);
      return {
        method: 'blend',
        code: l.code,
        category: l.kind.family,
        truth: truth.get(l.code)!,
        readings: 13,
        age: 0,
        figure:
          row && row.value !== null
            ? {
                known: true,
                value: row.value,
                low: row.low!,
                high: row.high!,
                working: { method: '', inputs: [], warnings: [] },
              }
            : { known: false, reason: '' },
      };
    });
    const fast = scoreOf(trials.filter((t) => t.truth >= SLOW));
    const slow = scoreOf(trials.filter((t) => t.truth < SLOW));
    console.log(
      JSON.stringify({
        bench: 'own-data',
        case: one.name,
        curve_off_by: typeof factor === 'number' ? Number(factor.toPrecision(3)) : factor,
        n: fast.n,
        unanswered: fast.unanswered,
        mape_pct: pct(fast.error),
        goal_pct: one.goal,
        bias_pct: pct(fast.bias),
        covered_of_80_pct: pct(fast.covered),
        slow: { n: slow.n, mape_pct: pct(slow.error), covered_of_80_pct: pct(slow.covered) },
      }),
    );
  }
await endServices(services);
process.exit(0);
