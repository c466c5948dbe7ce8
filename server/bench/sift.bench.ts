/**
 * The sift at a million listings on the server's own clock, beside MariaDB giving the same answers with sensible
 * indexes, in the same run; the answers are held against each other. KETTLE_BENCH_LISTINGS sets another size.
 */
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import type { RowDataPacket } from 'mysql2/promise';
import { emptyQuery, type SiftQuery } from '@kettle/core/sift/limits';
import { bytesOfSiftIndex } from '@kettle/core/sift/index';
import type { MeasureKey } from '@kettle/core/sift/measures';
import { pageOf } from '@kettle/core/sift/order';
import { limitCache, sift, type LimitCache } from '@kettle/core/sift/query';
import { quantileOf } from '@kettle/core/stats/robust';
import { bulkLoad, type Cell } from '../src/ground/db/bulk.ts';
import { raiseDataVersion } from '../src/ground/estimates/estimates.ts';
import { SiftIndexes } from '../src/capabilities/sift/indexes.ts';
import { siftPage } from '../src/capabilities/sift/service.ts';
import { marketOf } from '../src/ground/marketplaces/marketplaces.ts';
import { largeCatalogue, MARKETPLACE } from './million.ts';
import { TEN_KEYS, tenLimits } from './ten-limits.ts';

const WANTED = Number(process.env.KETTLE_BENCH_LISTINGS ?? 1_000_000);
const repository = join(import.meta.dirname, '..', '..');
const RUNS = 200;
const SQL_RUNS = 3;

const { url, database, made, seconds } = await largeCatalogue(process.env.KETTLE_DATABASE_URL!, WANTED);
const { db, pool } = database;
const market = await marketOf(db, MARKETPLACE);
const folder = join(repository, '.data', 'bench', 'cache');
rmSync(folder, { recursive: true, force: true });
const indexes = new SiftIndexes(db, url, folder);
const services = { database, indexes };

const started = performance.now();
const { index } = await indexes.of(market);
const buildMs = performance.now() - started;
const line = (o: object): void =>
  void process.stdout.write(`${JSON.stringify({ bench: 'sift', n: index.size, ...o })}\n`);
if (made) line({ case: 'catalogue made', total_s: seconds });
line({ case: 'index built from MariaDB in its own thread, from the first request on', total_ms: Math.round(buildMs) });
line({
  case: 'memory',
  bytes_per_listing: Number((bytesOfSiftIndex(index) / index.size).toFixed(1)),
  process_mb: Math.round(process.memoryUsage().rss / 2 ** 20),
});

const digits = (x: number): number => Number(x.toFixed(2));
const spread = (times: readonly number[]) => ({
  p50_ms: digits(quantileOf(times, 0.5)!),
  p95_ms: digits(quantileOf(times, 0.95)!),
});
const timed = async (runs: number, run: (i: number) => unknown): Promise<number[]> => {
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const from = performance.now();
    await run(i);
    times.push(performance.now() - from);
  }
  return times;
};

const order = { key: 'revenue', descending: true } as const;
const answer = (q: SiftQuery, cache: LimitCache) => {
  const found = sift(index, q, TEN_KEYS, cache);
  return { ...found, page: pageOf(index, found.rows, order, 0, 100) };
};

// A bound moved on each run is a limit that no cache holds; the nine others are kept.
const kept = limitCache();
for (let i = 0; i < 20; i++) answer(tenLimits(i), kept);
let turn = 0;
const one = await timed(RUNS, () => {
  const q = tenLimits(turn++);
  q.ranges.price!.max = 6000 + turn;
  return answer(q, kept);
});

// The same answers from one flat table with an index for each limit and bins beside the values.
const FLAT = 'sift_flat';
await makeFlatTable();
const where = (q: SiftQuery, without: MeasureKey | null): string =>
  TEN_KEYS.filter((k) => k !== without)
    .flatMap((k) => {
      const { min, max } = q.ranges[k]!;
      return [...(min === null ? [] : [`${k} >= ${min}`]), ...(max === null ? [] : [`${k} <= ${max}`])];
    })
    .join(' and ');
const rowsOf = async (text: string): Promise<RowDataPacket[]> => (await pool.promise().query<RowDataPacket[]>(text))[0];
const bySql = async (q: SiftQuery) => {
  const [{ n: count }] = (await rowsOf(`select count(*) n from ${FLAT} where ${where(q, null)}`)) as [RowDataPacket];
  const costs: Record<string, number> = {};
  const histograms: Record<string, number[]> = {};
  for (const key of TEN_KEYS) {
    const bins = await rowsOf(
      `select bin_${key} bin, count(*) n from ${FLAT} where ${where(q, key)} group by bin_${key}`,
    );
    histograms[key] = new Array<number>(index.totals[key].length).fill(0);
    for (const { bin, n } of bins) histograms[key][bin as number] = Number(n);
    costs[key] = histograms[key].reduce((sum, n) => sum + n, 0) - Number(count);
  }
  const page = await rowsOf(`select id from ${FLAT} where ${where(q, null)} order by revenue desc, id limit 100`);
  return { count: Number(count), costs, histograms, page: page.map((r) => Number(r.id)) };
};
const sql = await timed(SQL_RUNS, async (i) => {
  const q = tenLimits(i * 31);
  const theirs = await bySql(q);
  const ours = answer(q, kept);
  const same =
    ours.count === theirs.count &&
    TEN_KEYS.every(
      (k) => ours.costs[k] === theirs.costs[k] && ours.histograms[k]!.join() === theirs.histograms[k]!.join(),
    ) &&
    Array.from(ours.page, (r) => index.ids[r]!).join() === theirs.page.join();
  if (!same) throw new Error('MariaDB gives another answer than the index.');
});
const own = spread(one);
const others = spread(sql);
const compared = {
  other: 'MariaDB on one flat table, an index a limit',
  other_p50_ms: others.p50_ms,
  other_p95_ms: others.p95_ms,
};
line({
  case: 'one bound changed of ten: count, costs, ten histograms, first 100 rows sorted',
  left: answer(tenLimits(0), kept).count,
  ...own,
  ...compared,
  ratio: Math.round(others.p50_ms / own.p50_ms),
});
const anew = spread(await timed(60, (i) => answer(tenLimits(i), limitCache())));
line({ case: 'all ten limits computed anew', ...anew, ...compared, ratio: Math.round(others.p50_ms / anew.p50_ms) });
// Another phrase each time, so that no cache holds it: words that titles have, in pairs.
const pairs = index.vocabulary.filter((w) => /^[a-z]{3,}$/.test(w));
const phrase = (i: number): string => `${pairs[(i * 7) % pairs.length]} ${pairs[(i * 13 + 5) % pairs.length]}`;
for (let i = 100; i < 105; i++) answer(tenLimits(0, { have: [phrase(i)] }), kept);
line({
  case: 'a text limit added to the ten',
  ...spread(await timed(60, (i) => answer(tenLimits(0, { have: [phrase(i)] }), kept))),
});
line({
  case: 'no limit at all, sorted by another column each time',
  ...spread(
    await timed(60, (i) => {
      const found = sift(index, emptyQuery(), TEN_KEYS, kept);
      return pageOf(index, found.rows, { key: TEN_KEYS[i % TEN_KEYS.length]!, descending: true }, 0, 100);
    }),
  ),
});
line({
  case: 'page 5,000 of everything, by title',
  ...spread(
    await timed(30, () =>
      pageOf(index, sift(index, emptyQuery(), [], kept).rows, { key: 'title', descending: false }, 500_000, 500_100),
    ),
  ),
});
const parameters = (i: number): [string, string][] => [
  ['price', `${15 + (i % 97) / 10}..60`],
  ['units', '60..'],
  ['revenue', '2500..'],
  ['reviews', '..300'],
  ['rating', '3..4.6'],
  ['weight', '..4'],
  ['sellers', '..3'],
  ['net', '7..'],
  ['months', '3..'],
  ['craft', '..90'],
];
line({
  case: 'the whole request: one bound of ten changed, first 100 rows read from MariaDB with fees and flags',
  ...spread(await timed(100, (i) => siftPage(services, market, parameters(i), {}))),
});

// What the machine could do: the bytes that one changed bound must touch, at the speed memory can be copied at.
const passing = answer(tenLimits(0), kept).count;
const touched = index.size * 2 + (index.size / 8) * (TEN_KEYS.length + 6) + passing * (4 + TEN_KEYS.length + 2);
const block = Buffer.alloc(256 * 2 ** 20, 1);
const target = Buffer.alloc(block.length);
const copy = spread(await timed(8, () => block.copy(target)));
const bytesPerMs = (2 * block.length) / copy.p50_ms;
line({
  case: 'physical limit of one changed bound: bytes touched ÷ memory bandwidth',
  touched_mb: digits(touched / 2 ** 20),
  bandwidth_gb_s: digits(bytesPerMs / 1e6),
  limit_ms: digits(touched / bytesPerMs),
  times_the_limit: Math.round(own.p50_ms / (touched / bytesPerMs)),
});

// The next start: the index that the last one kept answers at once, and is found to be up to date.
while (!existsSync(folder) || !readdirSync(folder).some((f) => f.endsWith('.index')))
  await new Promise((resolve) => setTimeout(resolve, 100));
const again = new SiftIndexes(db, url, folder);
const restarting = performance.now();
const restarted = await again.of(market);
line({
  case: 'restart: answering from the index kept by the last start',
  total_ms: Math.round(performance.now() - restarting),
  up_to_date: !restarted.state.behind,
});
await again.stop();

// New readings: a thousand listings touched; the old index answers meanwhile.
const some = Array.from({ length: 1000 }, (_, i) => index.ids[(i * 977) % index.size]!);
await raiseDataVersion(db, MARKETPLACE, some);
const changed = await marketOf(db, MARKETPLACE);
const patching = performance.now();
let asked = 0;
let served = 0;
for (;;) {
  const from = performance.now();
  const { state } = await indexes.of(changed);
  asked = Math.max(asked, performance.now() - from);
  if (!state.behind) break;
  served++;
  await new Promise((resolve) => setTimeout(resolve, 20));
}
line({
  case: '1,000 listings touched: patched index in use',
  total_ms: Math.round(performance.now() - patching),
  answers_from_the_old_one_meanwhile: served,
  longest_wait_ms: Math.round(asked),
});
await indexes.stop();
await database.close();

async function makeFlatTable(): Promise<void> {
  const columns = [...TEN_KEYS, ...TEN_KEYS.map((k) => `bin_${k}`)];
  await pool.promise().query(`drop table if exists ${FLAT}`);
  await pool
    .promise()
    .query(
      `create table ${FLAT} (id bigint primary key, ${TEN_KEYS.map((k) => `${k} double null`).join(', ')}, ${TEN_KEYS.map((k) => `bin_${k} tinyint unsigned not null`).join(', ')})`,
    );
  await bulkLoad(pool, FLAT, ['id', ...columns], function* (): Generator<Cell[]> {
    for (let row = 0; row < index.size; row++)
      yield [
        index.ids[row]!,
        ...TEN_KEYS.map((k) => (Number.isNaN(index.columns[k][row]!) ? null : index.columns[k][row]!)),
        ...TEN_KEYS.map((k) => index.bins[k][row]!),
      ];
  });
  for (const key of TEN_KEYS) await pool.promise().query(`alter table ${FLAT} add index (${key})`);
  await pool.promise().query(`analyze table ${FLAT}`);
}
