/**
 * How the sift index grows with a catalogue: memory, time to build, what is read over the network for it, and how long questions
 * take; measured up to three million listings (KETTLE_BENCH_MOST sets another size), beyond that by a power fitted to them.
 */
import type { RowDataPacket } from 'mysql2/promise';
import mysql from 'mysql2/promise';
import { epochDay } from '@kettle/core/measures/day';
import { SiftIndexBuilder } from '@kettle/core/sift/build-index';
import { bytesOfSiftIndex, type SiftRow } from '@kettle/core/sift/index';
import { limitCache, sift } from '@kettle/core/sift/query';
import { randomFrom } from '@kettle/core/stats/random';
import { medianOf } from '@kettle/core/stats/robust';
import { ALL, readSiftRows } from '../src/capabilities/sift/read-rows.ts';
import { openDatabase } from '../src/ground/db/connection.ts';
import { marketOf } from '../src/ground/marketplaces/marketplaces.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { TEN_KEYS, tenLimits } from './ten-limits.ts';

const SCHEMA = 'kettle_growth';
const MOST = Number(process.env.KETTLE_BENCH_MOST ?? 3_000_000);
const MEASURED = [100_000, 300_000, 1_000_000, 3_000_000].filter((n) => n <= MOST);
const FITTED = [10_000_000, 30_000_000];
const line = (o: object): void => void process.stdout.write(`${JSON.stringify({ bench: 'growth', ...o })}\n`);
const round = (x: number): number => Number(x.toPrecision(3));

const admin = await mysql.createConnection(process.env.KETTLE_DATABASE_URL!);
await admin.query(`create database if not exists ${SCHEMA} character set utf8mb4 collate utf8mb4_unicode_ci`);
const database = openDatabase(process.env.KETTLE_DATABASE_URL!.replace(/\/[^/]+$/, `/${SCHEMA}`));
await prepareWorkspace(database, 'demo', 30_000, () => {});
const market = await marketOf(database.db, 'quayside');

/** Bytes that the database has sent so far, to everybody: nobody else asks while this is measured. */
const sent = async (): Promise<number> => {
  const [rows] = await admin.query<RowDataPacket[]>("show global status like 'Bytes_sent'");
  return Number(rows[0]!.Value);
};
const seeds: SiftRow[] = [];
const before = await sent();
const readFrom = performance.now();
for await (const some of readSiftRows(database, market, ALL)) seeds.push(...some);
const readMs = performance.now() - readFrom;
const wire = ((await sent()) - before) / seeds.length;
line({ case: 'read from the database, in one thread', n: seeds.length, bytes_per_listing: round(wire), rows_per_s: Math.round((seeds.length * 1000) / readMs) }); // prettier-ignore

const medianMs = (runs: number, run: (i: number) => void): number => {
  const times = Array.from({ length: runs }, (_, i) => {
    const from = performance.now();
    run(i);
    return performance.now() - from;
  });
  return medianOf(times)!;
};

const found: { n: number; mb: number; build_s: number; moved_ms: number; nothing_ms: number }[] = [];
for (const n of MEASURED) {
  const random = randomFrom(n);
  const today = epochDay(market.today);
  const from = performance.now();
  const builder = new SiftIndexBuilder(n, today);
  for (let i = 0; i < n; i++) {
    const seed = seeds[i % seeds.length]!;
    const times = (x: number | null, by: number): number | null => (x === null ? null : Math.round(x * by));
    const by = 0.6 + 0.8 * random();
    const { price, revenue, reviews, weight, net } = seed.measures;
    builder.add({ ...seed, id: i + 1, measures: { ...seed.measures, price: times(price, by), revenue: times(revenue, by), reviews: times(reviews, 0.5 + random()), weight: times(weight, 0.7 + 0.6 * random()), net: times(net, by) } }); // prettier-ignore
  }
  const index = builder.finish();
  const seconds = (performance.now() - from) / 1000;
  const cache = limitCache();
  sift(index, tenLimits(0), TEN_KEYS, cache);
  const one = {
    n,
    mb: bytesOfSiftIndex(index) / 2 ** 20,
    build_s: seconds,
    moved_ms: medianMs(40, (i) => void sift(index, tenLimits(i + 1), TEN_KEYS, cache)),
    nothing_ms: medianMs(15, (i) => void sift(index, tenLimits(i), TEN_KEYS, limitCache())),
  };
  found.push(one);
  line({ case: 'one thread, measured', ...one, mb: round(one.mb), build_s: round(one.build_s), moved_ms: round(one.moved_ms), nothing_ms: round(one.nothing_ms), over_the_network_mb: round((n * wire) / 2 ** 20) }); // prettier-ignore
}

/** y = a · n^b by least squares in logs over the larger half of the sizes, where what does not grow counts no more. */
const fitted = (of: (one: (typeof found)[number]) => number): ((n: number) => { value: number; power: number }) => {
  const points = found.slice(-3).map((one) => [Math.log(one.n), Math.log(of(one))] as const);
  const mean = (k: 0 | 1): number => points.reduce((s, p) => s + p[k], 0) / points.length;
  const power = points.reduce((s, [x, y]) => s + (x - mean(0)) * (y - mean(1)), 0) / points.reduce((s, [x]) => s + (x - mean(0)) ** 2, 0); // prettier-ignore
  return (n) => ({ value: Math.exp(mean(1) + power * (Math.log(n) - mean(0))), power });
};
for (const n of found.length >= 3 ? FITTED : []) {
  const [mb, build, moved, nothing] = [fitted((o) => o.mb)(n), fitted((o) => o.build_s)(n), fitted((o) => o.moved_ms)(n), fitted((o) => o.nothing_ms)(n)]; // prettier-ignore
  line({ case: 'by the fit, not measured', n, mb: round(mb.value), build_s: round(build.value), moved_ms: round(moved.value), nothing_ms: round(nothing.value), over_the_network_mb: round((n * wire) / 2 ** 20), powers: [mb, build, moved, nothing].map((f) => round(f.power)) }); // prettier-ignore
}
await database.close();
await admin.end();
