/**
 * Five thousand niches and a hundred thousand terms of 156 weeks: how long a changed limit takes on the server, held
 * against plain SQL on a table of the same figures in the same run; and a shelf of 300 listings in the browser when one
 * is left out. Answers are compared: a wrong one fails the benchmark.
 */
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import mysql from 'mysql2/promise';
import { courseOf } from '@kettle/core/demand/course';
import { prepareNiche } from '@kettle/core/demand/niche';
import { hashText, normalDraw, randomFrom } from '@kettle/core/stats/random';
import { addWeeks, type WeekSeries } from '@kettle/core/demand/weeks';
import { build } from 'vite';
import type { DemandIndex, DemandNiche, DemandTerm } from '../src/capabilities/demand/index.ts';
import { incomeDots, narrowDemand, rowsOfPage, spreadOf } from '../src/capabilities/demand/lists.ts';
import { nicheRow, termRow } from '../src/capabilities/demand/rows.ts';
import type { Market } from '../src/ground/marketplaces/marketplaces.ts';
import { stemsOf } from '@kettle/core/listing/words';

const NICHES = 5_000;
const TERMS = 100_000;
const WEEKS = 156;
const ROUNDS = 60;

const say = (line: object): void => void process.stdout.write(`${JSON.stringify({ bench: 'demand', ...line })}\n`);
const spread = (times: readonly number[]) => {
  const sorted = [...times].sort((a, b) => a - b);
  const at = (share: number): number =>
    Number(sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(2));
  return { p50_ms: at(0.5), p95_ms: at(0.95) };
};

const market = { id: 'bench', name: 'Bench', currency: 'USD', measures: 'metric', today: '2026-11-24' } as Market;
const random = randomFrom(hashText('demand bench'));
const WORDS = ['press', 'loom', 'kite', 'feeder', 'rack', 'tray', 'lamp', 'stand', 'oak', 'brass', 'small', 'folding'];
const word = (): string => WORDS[Math.floor(random() * WORDS.length)]!;

const seriesOf = (): WeekSeries => {
  const base = 20 * Math.exp(2 * normalDraw(random));
  const peak = random();
  const phase = random() * 52;
  return {
    first: '2023-11-28',
    volumes: Array.from({ length: WEEKS }, (_, w) =>
      Math.round(base * (1 + peak * Math.sin(((w + phase) * 2 * Math.PI) / 52)) * Math.exp(0.1 * normalDraw(random))),
    ),
  };
};

let began = performance.now();
const terms = Array.from({ length: TERMS }, (_, i): DemandTerm => {
  const text = `${word()} ${word()} ${word()} ${i}`;
  const series = seriesOf();
  const clicks = Array.from({ length: 20 }, () => random() ** 3);
  const total = clicks.reduce((a, b) => a + b, 0);
  return {
    id: i + 1,
    text,
    stems: stemsOf(text),
    brand: i % 50 === 0 ? 'Larchbrook' : null,
    buyRate: 0.2 * random(),
    competing: Math.round(2000 * random()),
    series,
    course: courseOf(series),
    clicks: clicks.map((c) => c / total),
    found: 20,
    niches: [],
    categories: new Set([1 + (i % 300)]),
  };
});
say({
  case: 'courses of all terms: season, trend, growth',
  n: TERMS,
  total_s: Number(((performance.now() - began) / 1000).toFixed(1)),
  each_us: Number((((performance.now() - began) * 1000) / TERMS).toFixed(0)),
});

began = performance.now();
const niches = Array.from({ length: NICHES }, (_, i): DemandNiche => {
  const own = terms.slice(i * 20, i * 20 + 20).map((term) => ({ term, share: 1 }));
  for (const { term } of own) term.niches.push(i + 1);
  const series = addWeeks(own.flatMap(({ term }) => (term.brand === null ? [{ series: term.series!, share: 1 }] : [])));
  const shares = Array.from({ length: 30 }, () => random() ** 3);
  const listings = shares.map((share, k) => ({
    id: i * 30 + k + 1,
    share,
    price: Math.round(800 + 6000 * random()),
    units: 5 * Math.exp(2 + normalDraw(random)),
    reviews: Math.round(1000 * random() ** 2),
    weight: 900,
    volume: 4e6,
    brand: `B${Math.floor(random() * 900)}`,
  }));
  return {
    id: i + 1,
    name: `niche ${i}`,
    category: 1 + (i % 300),
    categoryPath: 'A › B',
    categories: new Set([1 + (i % 300)]),
    stems: new Set(own.flatMap(({ term }) => term.stems)),
    terms: own,
    series,
    course: courseOf(series),
    listings,
    prepared: prepareNiche(
      listings,
      shares.map(() => random()),
    ),
    years: [],
  };
});
say({ case: 'niches put together', n: NICHES, total_s: Number(((performance.now() - began) / 1000).toFixed(1)) });
const index: DemandIndex = {
  version: '1',
  niches,
  terms,
  nicheById: new Map(niches.map((n) => [n.id, n])),
  termById: new Map(terms.map((t) => [t.id, t])),
  builtAt: '',
};

/** What a request does beyond HTTP: read the address, narrow, count, page, rows. */
const known = new Set(Array.from({ length: 300 }, (_, i) => i + 1));
const answer = (parameters: [string, string][], show: string[]) => {
  const n = narrowDemand(index, market, parameters, known);
  const places = rowsOfPage(n, 0, 100);
  const rows = places.map((row) =>
    n.choice.view === 'niches' ? nicheRow(n.table, index, row) : termRow(n.table, index, row),
  );
  return {
    count: n.narrowed.count,
    text: JSON.stringify({ ...spreadOf(index, n, show), rows, dots: incomeDots(index, n) }),
  };
};

const connection = await mysql.createConnection({ uri: process.env.KETTLE_DATABASE_URL!, supportBigNumbers: true });
await connection.query('drop table if exists bench_terms');
await connection.query(
  'create table bench_terms (id int primary key, volume_year double, growth_year double, buy_rate double, top_share double, brand tinyint, category int, key (volume_year), key (buy_rate))',
);
const figures = terms.map((t) => [
  t.id,
  t.course.year,
  t.course.growthYear,
  t.buyRate,
  Math.max(...t.clicks),
  t.brand === null ? 0 : 1,
  [...t.categories][0]!,
]);
for (let at = 0; at < figures.length; at += 5000)
  await connection.query('insert into bench_terms values ?', [figures.slice(at, at + 5000)]);

const rounds = async (
  name: string,
  n: number,
  make: (round: number) => [string, string][],
  show: string[],
  sql?: (round: number) => string,
) => {
  answer(make(-1), show);
  const times: number[] = [];
  const others: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const parameters = make(round);
    const start = performance.now();
    const { count } = answer(parameters, show);
    times.push(performance.now() - start);
    if (!sql) continue;
    const asked = performance.now();
    const [rows] = await connection.query(sql(round));
    await connection.query(`${sql(round).replace('count(*) n', '*')} order by volume_year desc limit 100`);
    others.push(performance.now() - asked);
    const wanted = (rows as { n: number }[])[0]!.n;
    if (wanted !== count) throw new Error(`${name}: ${count} where SQL counts ${wanted}`);
  }
  const own = spread(times);
  const other = others.length > 0 ? spread(others) : null;
  say({
    case: name,
    n,
    ...own,
    ...(other
      ? {
          other: 'MariaDB: count and first page alone, indexed',
          other_p50_ms: other.p50_ms,
          other_p95_ms: other.p95_ms,
          ratio: Number((other.p50_ms / own.p50_ms).toFixed(1)),
        }
      : {}),
  });
};

await rounds(
  'niches: a bound of five and an income target changed',
  NICHES,
  (r) => [
    ['view', 'niches'],
    ['price', `${10 + (r % 20)}..60`],
    ['holders', '3..'],
    ['volumeYear', '500..'],
    ['growthYear', '-40..'],
    ['topShare', '..60'],
    ['income', `${1500 + 20 * r}/month`],
  ],
  ['price', 'holders', 'volumeYear', 'growthYear'],
);
await rounds(
  'niches: what “most of the clicks” means changed',
  NICHES,
  (r) => [
    ['view', 'niches'],
    ['share', String(40 + ((r + 1) % 60))],
    ['holders', '4..'],
  ],
  ['holders'],
);
await rounds(
  'terms: a bound of four changed',
  TERMS,
  (r) => [
    ['view', 'terms'],
    ['volumeYear', `${100 + 10 * (r + 1)}..`],
    ['growthYear', '-50..50'],
    ['buyRate', '..15'],
    ['topShare', '..40'],
  ],
  ['volumeYear', 'growthYear', 'buyRate', 'topShare'],
  (r) =>
    `select count(*) n from bench_terms where volume_year >= ${100 + 10 * (r + 1)} and growth_year between -0.5 and 0.5 and buy_rate <= 0.15 and top_share <= 0.4 and brand = 0`,
);
await rounds(
  'terms: words and a category changed',
  TERMS,
  (r) => [
    ['view', 'terms'],
    ['has', WORDS[(r + 12) % WORDS.length]!],
    ['cat', String(1 + ((r + 300) % 300))],
  ],
  ['volumeYear'],
);
await connection.query('drop table bench_terms');
await connection.end();

// A shelf of 300 listings in the browser: the same module that the page uses, bundled alone and run in a page.
const bundle = (await build({
  logLevel: 'silent',
  configFile: false,
  build: {
    write: false,
    minify: true,
    lib: { entry: join(import.meta.dirname, 'shelf-page-code.ts'), formats: ['iife'], name: 'kettle' },
  },
})) as unknown as { output: { code: string }[] }[];
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM || 'chromium', args: ['--no-sandbox'] });
const page = await browser.newPage();
await page.addInitScript('globalThis.__name = (f) => f');
await page.goto('about:blank');
await page.addScriptTag({ content: bundle[0]!.output[0]!.code });
for (const n of [3, 50, 300]) {
  const times = await page.evaluate((size) => {
    const { makeListings, recompute } = (
      globalThis as unknown as {
        kettle: { makeListings: (n: number) => unknown[]; recompute: (l: unknown[]) => unknown };
      }
    ).kettle;
    const listings = makeListings(size);
    recompute(listings);
    const taken: number[] = [];
    for (let round = 0; round < 60; round++) {
      const rest = listings.filter((_, i) => i !== round % size);
      const start = performance.now();
      recompute(rest);
      taken.push(performance.now() - start);
    }
    return taken;
  }, n);
  say({ case: 'shelf in the browser: one left out, all read anew, strangers looked for', n, ...spread(times) });
}
await browser.close();
