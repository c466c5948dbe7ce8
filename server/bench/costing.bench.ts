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
import { marketplaceFees } from '@kettle/core/fees/fees';
import { nearestSteps } from '@kettle/core/fees/nearest-steps';
import { randomFrom } from '@kettle/core/stats/random';
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
