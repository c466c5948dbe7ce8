/**
 * Holds each way of estimating units against the demo's hidden truth: the mean pieces a month that were really sold in
 * the same 90 days. No shipped curve was fitted to any single listing: each is the category's own relation of rank and
 * pace, put off by about a tenth at every point.
 */
import { asc, eq, inArray } from 'drizzle-orm';
import { trueMonthlyUnits } from '@kettle/demo/market';
import { blend } from '@kettle/core/estimate/blend';
import { unitsAtRank, unitsByRank } from '@kettle/core/estimate/rank-curve';
import { unitsByReviews } from '@kettle/core/estimate/review-pace';
import { unitsByStock } from '@kettle/core/estimate/stock-counts';
import { unknown, type Figure } from '@kettle/core/figures/figure';
import { addDays } from '@kettle/core/measures/day';
import { unitsPerMonth } from '@kettle/core/measures/units';
import { medianOf } from '@kettle/core/stats/robust';
import { openDatabase } from '../src/db/connection.ts';
import { categories, listings, readings } from '../src/db/schema.ts';
import { asReading } from '../src/listings/estimates.ts';
import { prepareWorkspace } from '../src/prepare.ts';
import { curveFor, curvesInForce, marketOf } from '../src/sources/marketplaces.ts';
import { truths } from '../src/stand-ins/schema.ts';

/** Slower listings sell too few pieces for an error in per cent to mean much; they are reported apart. */
const SLOW = 10;
interface Trial {
  method: string;
  family: string;
  slow: boolean;
  error: number;
  covered: boolean | null;
}

const database = openDatabase(process.env.KETTLE_DATABASE_URL!);
await prepareWorkspace(database, 'demo', 30_000, () => {});
const { db } = database;
const trials: Trial[] = [];
const unanswered: Record<string, number> = {};
for (const marketplace of ['quayside', 'lindholm-torg']) {
  const market = await marketOf(db, marketplace);
  const curves = await curvesInForce(db, marketplace, market.today);
  const rows = await db
    .select({ id: listings.id, code: listings.code, category: categories.path })
    .from(listings)
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .where(eq(listings.marketplaceId, marketplace));
  const books = new Map(
    (await db.select().from(truths).where(eq(truths.marketplaceId, marketplace))).map((t) => [t.code, t]),
  );
  for (let at = 0; at < rows.length; at += 500) {
    const batch = rows.slice(at, at + 500);
    const found = await db
      .select()
      .from(readings)
      .where(
        inArray(
          readings.listingId,
          batch.map((r) => r.id),
        ),
      )
      .orderBy(asc(readings.day));
    for (const row of batch) {
      const days = found.filter((r) => r.listingId === row.id && r.day > addDays(market.today, -91)).map(asReading);
      if (days.length < 60) continue;
      const truth = trueMonthlyUnits(books.get(row.code)!.truth, market.today, 90);
      if (truth <= 0) continue;
      const { curve, rate } = curveFor(curves, row.category)!;
      const last = days.at(-1)!;
      const rank90 = unitsByRank(days, curve, market.today, 90);
      const stock = unitsByStock(days, market.today);
      const reviews = rate ? unitsByReviews(days, rate, market.today) : unknown('');
      const today =
        last.rank === null
          ? unknown('')
          : ({ known: true, value: unitsPerMonth(unitsAtRank(curve, last.rank)) } as Figure);
      const methods: [string, Figure][] = [
        ['rank-today', today],
        ['rank-30', unitsByRank(days, curve, market.today, 30)],
        ['rank-90', rank90],
        ['stock-counts', stock],
        ['review-pace', reviews],
        [
          'blend',
          blend([
            { name: 'Rank', figure: rank90 },
            { name: 'Stock', figure: stock },
            { name: 'Reviews', figure: reviews },
          ]),
        ],
        [
          'blend-without-stock',
          blend([
            { name: 'Rank', figure: rank90 },
            { name: 'Reviews', figure: reviews },
          ]),
        ],
      ];
      for (const [method, figure] of methods) {
        if (!figure.known) unanswered[method] = (unanswered[method] ?? 0) + 1;
        else
          trials.push({
            method,
            family: row.category.split(' › ')[0]!,
            slow: truth < SLOW,
            error: figure.value / truth - 1,
            covered: method === 'rank-today' ? null : figure.low <= truth && truth <= figure.high,
          });
      }
    }
  }
}

const report = (name: string, group: readonly Trial[], more: object = {}): void => {
  const covered = group.flatMap((t) => t.covered ?? []);
  process.stdout.write(
    `${JSON.stringify({
      bench: 'estimate',
      case: name,
      n: group.length,
      mape_pct: pct(medianOf(group.map((t) => Math.abs(t.error)))),
      bias_pct: pct(medianOf(group.map((t) => t.error))),
      covered_of_80_pct: covered.length > 0 ? pct(covered.filter(Boolean).length / covered.length) : null,
      ...more,
    })}\n`,
  );
};
const pct = (x: number | null): number | null => (x === null ? null : Number((100 * x).toFixed(1)));

const methods = [...new Set(trials.map((t) => t.method))];
for (const method of methods) {
  const all = trials.filter((t) => t.method === method);
  const other = trials.filter((t) => t.method === 'rank-today' && !t.slow);
  const own = all.filter((t) => !t.slow);
  const otherError = medianOf(other.map((t) => Math.abs(t.error)))!;
  report(method, own, {
    unanswered: unanswered[method] ?? 0,
    other: 'rank-today',
    other_mape_pct: pct(otherError),
    ratio: Number((medianOf(own.map((t) => Math.abs(t.error)))! / otherError).toFixed(2)),
  });
  report(
    `${method}, under ${SLOW} a month`,
    all.filter((t) => t.slow),
  );
}
for (const family of [...new Set(trials.map((t) => t.family))].sort())
  for (const method of ['rank-90', 'stock-counts', 'review-pace', 'blend'])
    report(
      `${method}, ${family}`,
      trials.filter((t) => t.method === method && t.family === family && !t.slow),
    );
await database.close();
