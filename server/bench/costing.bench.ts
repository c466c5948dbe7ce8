/**
 * How fast money is reckoned: fees of a million listings, a price moved on the costing tab, a launch drawn a hundred thousand
 * times; the fees beside the same rows without unknown sizes, so that the machine's own speed of the day is seen.
 */
import { costing, emptyCosting, withAmount } from '@kettle/core/costing/costing';
import {
  EMPTY_PLAN,
  launchFrom,
  monthsOf,
  simulateLaunch,
  takingsAt,
  type LaunchAsked,
} from '@kettle/core/costing/launch';
import { whatIfs, whatIfTable } from '@kettle/core/costing/what-if';
import { priceForProfit } from '@kettle/core/costing/price-for-profit';
import type { CostingDocument } from '@kettle/core/documents/costing';
import type { CostRule } from '@kettle/core/documents/cost-rules';
import { marketplaceFees } from '@kettle/core/fees/fees';
import { netReader } from '@kettle/core/fees/net-of';
import { buildSiftIndex, reruleSiftIndex } from '@kettle/core/sift/build-index';
import type { SiftRow } from '@kettle/core/sift/index';
import { MEASURES } from '@kettle/core/sift/measures';
import { nearestSteps } from '@kettle/core/fees/nearest-steps';
import { randomFrom } from '@kettle/core/stats/random';
import mysql from 'mysql2/promise';
import { movedPrice } from './moved-price.ts';
import { schedule } from '../../core/test/fixtures/schedule.ts';

const day = '2026-04-01';
const report = (name: string, ms: number, goal: string, more: object = {}): void =>
  console.log(JSON.stringify({ bench: 'costing', case: name, ms: Number(ms.toFixed(1)), goal, ...more }));
const timed = <T>(action: () => T): [T, number] => {
  const since = performance.now();
  const result = action();
  return [result, performance.now() - since];
};

const random = randomFrom(3);
const MILLION = 1_000_000;
const pieces = Array.from({ length: MILLION }, () => ({
  price: 500 + Math.floor(random() * 9000),
  category: random() < 0.3 ? 'Games › Dice' : 'Wool',
  weight: 50 + Math.floor(random() * 3000),
  sides: [100 + Math.floor(random() * 300), 80 + Math.floor(random() * 200), 20 + Math.floor(random() * 150)] as const,
}));
const how = { fulfilment: 'marketplace', monthsStored: 1.5, day } as const;
const [known, took] = timed(() => pieces.reduce((n, p) => n + Number(marketplaceFees(schedule, p, how).known), 0));
report('fees of a million listings, line by line', took, '1,500 ms', { known });

const netOf = netReader(schedule, how);
const [nets, tookNet] = timed(() =>
  pieces.reduce((n, p) => n + Number(netOf(p.price, p.category, p.weight, p.sides) !== null), 0),
);
report('net and size class of a million listings, as lists and the sift reckon them', tookNet, '1,500 ms', {
  known: nets,
});

// The rule of thumb over a million rows of an index, beside the same sum as a plain loop and written in SQL.
const rule: CostRule = { category: '*', unitCost: { kind: 'share', rate: 0.25 }, freightKg: 250, freightCubicMetre: 35_000, duty: 0.04, advertising: 0.12, months: 3, unitsShare: 0.5, once: 150_000 }; // prettier-ignore
const none = Object.fromEntries(MEASURES.filter((m) => m.key !== 'months').map((m) => [m.key, null])) as SiftRow['measures']; // prettier-ignore
const index = buildSiftIndex(
  pieces.map(({ price, weight, sides: [a, b, c] }, i) => ({
    id: i + 1,
    category: 1,
    title: '',
    brand: '',
    choices: { size: null, by: null, sold: null, best: null },
    flags: 0,
    family: 0,
    volume: a * b * c,
    onSaleSince: null,
    measures: {
      ...none,
      price,
      weight,
      net: netOf(price, 'Wool', weight, [a, b, c])?.net ?? null,
      units: 10 + (i % 300),
    },
  })),
);
const [ruled, tookRule] = timed(() => reruleSiftIndex(index, () => rule, new Map()));
report('a changed rule over a million listings, with steps and histograms of its four measures', tookRule, '1,500 ms');
const half = (x: number): number => Math.floor(x + 0.5 + 1e-9);
const [plain, tookPlain] = timed(() =>
  pieces.map(({ price, weight, sides: [a, b, c] }, i) => {
    const unit = half(price * 0.25);
    const freight = half(Math.max((weight / 1000) * 250, ((a * b * c) / 1e9) * 35_000));
    return index.columns.net[i]! - unit - freight - half(unit * 0.04) - half(price * 0.12);
  }),
);
const differ = plain.filter((p, i) => p !== ruled.columns.profitRule[i] && !Number.isNaN(p)).length;
report('the same profit as a plain loop row by row', tookPlain, '', {
  differ,
  times: Number((tookRule / tookPlain).toFixed(1)),
});
const url = process.env.KETTLE_DATABASE_URL;
if (url) {
  const connection = await mysql.createConnection(url);
  await connection.query(
    'create temporary table bench_pieces (id int primary key, price int, weight int, volume double, net int) engine=InnoDB',
  );
  for (let from = 0; from < MILLION; from += 20_000)
    await connection.query('insert into bench_pieces values ?', [
      pieces.slice(from, from + 20_000).map(({ price, weight, sides: [a, b, c] }, i) => {
        const net = index.columns.net[from + i]!;
        return [from + i + 1, price, weight, a * b * c, Number.isNaN(net) ? null : net];
      }),
    ]);
  const since = performance.now();
  const [[row]] = await connection.query<mysql.RowDataPacket[]>(
    `select sum(net - round(price * 0.25) - floor(greatest(weight / 1000 * 250, volume / 1e9 * 35000) + 0.5)
       - round(round(price * 0.25) * 0.04) - round(price * 0.12)) as all_of_it from bench_pieces`,
  );
  const tookSql = performance.now() - since;
  const ours = ruled.columns.profitRule.reduce((sum, x) => sum + (Number.isNaN(x) ? 0 : x), 0);
  report('the sum of the same profits in SQL', tookSql, '', { sql: Number(row!.all_of_it), ours, times: Number((tookRule / tookSql).toFixed(1)) }); // prettier-ignore
  await connection.end();
}

let document: CostingDocument = { ...emptyCosting(), firstOrder: 300, plan: EMPTY_PLAN };
for (const [key, sum] of [
  ['unit-cost', 800],
  ['freight', 200],
  ['samples', 10_000],
] as const)
  // prettier-ignore
  document = withAmount(document, key, { kind: 'sum', sum });
const asked = (price: number): LaunchAsked => ({
  schedule,
  subject: { price, category: 'Wool', weight: 400, sides: [100, 100, 100] },
  document,
  day,
  units: 200,
});
const TIMES = 50;
const [, moved] = timed(() => {
  for (let i = 0; i < TIMES; i++) {
    const of = asked(4000 + i);
    costing(schedule, of.subject, document, day);
    priceForProfit(schedule, of.subject, document, day);
    nearestSteps(schedule, 400, [100, 100, 100]);
    const units = { low: 60, likely: 100, high: 150 };
    whatIfs({ ...of, units, cheapest: 3000 });
    whatIfTable({ ...of, units });
    const launch = launchFrom(of);
    if (typeof launch !== 'string') monthsOf(launch);
  }
});
report('all that a moved price reckons on the tab, but for the draws', moved / TIMES, '50 ms with its painting');

const launch = launchFrom(asked(4000));
if (typeof launch === 'string') throw new Error(launch);
const [takings, table] = timed(() => takingsAt(asked(4000), launch.price));
const [, drawn] = timed(() => simulateLaunch(launch, takings, { trials: 100_000, seed: 1959, purse: 500_000 }));
report('100,000 launches of 24 months drawn, one thread', drawn + table, '2,000 ms', { of_it_takings_at_each_price_ms: Math.round(table) }); // prettier-ignore

const { p50_ms, ...painted } = await movedPrice(process.env.KETTLE_DATABASE_URL!);
report('a moved price repainted, all of the costing open', p50_ms, '50 ms', painted);
