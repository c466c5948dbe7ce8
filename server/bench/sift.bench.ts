/** Times a sift of the demo's catalogue on the server's own clock, beside plain SQL for the same count and page. */
import { performance } from 'node:perf_hooks';
import { and, between, count, desc, eq, gte, lte } from 'drizzle-orm';
import { quantileOf } from '@kettle/core/stats/robust';
import { openDatabase } from '../src/db/connection.ts';
import { estimates, listings } from '../src/db/schema.ts';
import { prepareWorkspace } from '../src/prepare.ts';
import { SiftIndexes } from '../src/sift/indexes.ts';
import { carryOut } from '../src/sift/service.ts';
import { marketOf } from '../src/sources/marketplaces.ts';
import type { Services } from '../src/services.ts';

const RUNS = 60;
const database = openDatabase(process.env.KETTLE_DATABASE_URL!);
await prepareWorkspace(database, 'demo', 30_000, () => {});
const { db } = database;
const market = await marketOf(db, 'quayside');
const indexes = new SiftIndexes(db);
const services = { database, indexes } as unknown as Services;
const started = performance.now();
const { index } = await indexes.of(market);
const line = (o: object): void =>
  void process.stdout.write(`${JSON.stringify({ bench: 'sift', n: index.size, ...o })}\n`);
line({ case: 'index built from MariaDB', total_ms: Math.round(performance.now() - started) });

const timed = async (run: (i: number) => Promise<unknown>): Promise<{ p50_ms: number; p95_ms: number }> => {
  const times: number[] = [];
  for (let i = 0; i < RUNS; i++) {
    const from = performance.now();
    await run(i);
    times.push(performance.now() - from);
  }
  const at = (share: number): number => Number(quantileOf(times, share)!.toFixed(2));
  return { p50_ms: at(0.5), p95_ms: at(0.95) };
};
const limits = (i: number): [string, string][] => [
  ['price', `${10 + (i % 9)}..45`],
  ['units', '100..'],
  ['reviews', '..300'],
  ['weight', '..4'],
  ['sellers', '..2'],
];
const own = await timed((i) =>
  carryOut(services, market, limits(i), ['price', 'units', 'reviews', 'weight', 'sellers']),
);
const where = (i: number) =>
  and(
    eq(listings.marketplaceId, 'quayside'),
    between(listings.price, 1000 + (i % 9) * 100, 4500),
    gte(estimates.units, 100),
    lte(listings.reviews, 300),
    lte(listings.weight, 1814),
    lte(listings.sellers, 2),
  );
const sql = await timed(async (i) => {
  const from = db.select({ n: count() }).from(listings).innerJoin(estimates, eq(estimates.listingId, listings.id));
  await from.where(where(i));
  await db
    .select({ id: listings.id })
    .from(listings)
    .innerJoin(estimates, eq(estimates.listingId, listings.id))
    .where(where(i))
    .orderBy(desc(estimates.units))
    .limit(100);
});
line({
  case: 'one bound changed of five: count, costs, histograms, order',
  ...own,
  other: 'SQL: count and first 100 rows only',
  other_p50_ms: sql.p50_ms,
  other_p95_ms: sql.p95_ms,
  ratio: Number((sql.p95_ms / own.p95_ms).toFixed(1)),
});
await database.close();
