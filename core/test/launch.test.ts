// A launch month by month, and how sure it is: by hand, against published formulas and against the closed form.
import jstat from 'jstat';
import { emptyCosting, withAmount } from '../src/costing/costing.ts';
import {
  EMPTY_PLAN,
  findSpread,
  LATE,
  lateBy,
  launchFrom,
  monthsOf,
  runCourse,
  simulateLaunch,
  takingsAt,
  type Course,
  type Frame,
  type Launch,
} from '../src/costing/launch.ts';
import type { CostingDocument, LaunchPlan } from '../src/documents/costing.ts';
import { betaShapes, betaVariance, pertDraw, pertMean, pertVariance } from '../src/stats/pert.ts';
import { randomFrom } from '../src/stats/random.ts';
import { schedule } from './fixtures/schedule.ts';

describe('three points', () => {
  // Malcolm, Roseboom, Clark & Fazar (1959), Operations Research 7: mean (a + 4m + b) ÷ 6, deviation (b − a) ÷ 6.
  test('2, 5 and 14: mean 6 and variance 4 as of 1959; the distribution drawn from has 4.57', () => {
    const points = { low: 2, likely: 5, high: 14 };
    expect([pertMean(points), pertVariance(points)]).toEqual([6, 4]);
    expect(betaVariance(points)).toBeCloseTo(32 / 7, 12);
    // The beta distribution of these shapes has that mean and that variance.
    const [a, b] = betaShapes(points);
    expect(2 + (12 * a) / (a + b)).toBeCloseTo(6, 12);
    expect((144 * a * b) / ((a + b) ** 2 * (a + b + 1))).toBeCloseTo(32 / 7, 12);
  });
  test.each([
    [2, 5, 14],
    [0, 0, 1],
    [-3, 4, 4],
    [10, 11, 30],
  ])(
    'draws of %d, %d, %d have the mean and variance of the second, and follow the distribution',
    (low, likely, high) => {
      const points = { low, likely, high };
      const n = 40_000;
      const random = randomFrom(3);
      const draws = Array.from({ length: n }, () => pertDraw(random, points)).sort((a, b) => a - b);
      const mean = draws.reduce((a, b) => a + b, 0) / n;
      const variance = draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (n - 1);
      expect(Math.abs(mean - pertMean(points))).toBeLessThan(4 * Math.sqrt(betaVariance(points) / n));
      expect(variance / betaVariance(points)).toBeGreaterThan(0.96);
      expect(variance / betaVariance(points)).toBeLessThan(1.04);
      // Kolmogorov's test at one in a thousand.
      const [a, b] = betaShapes(points);
      const widest = Math.max(...draws.map((x, i) => Math.abs((i + 0.5) / n - jstat.beta.cdf((x - low) / (high - low), a, b)))); // prettier-ignore
      expect(widest).toBeLessThan(1.95 / Math.sqrt(n));
    },
  );
  test('without a span the likely itself', () =>
    expect(pertDraw(randomFrom(1), { low: 3, likely: 3, high: 3 })).toBe(3));
});

const course: Course = { units: 50, rampMonths: 0, leadMonths: 2, takings: 2000, landed: 1000 };
const frame: Frame = { firstOrder: 100, deposit: 0.3, payoutMonths: 1, launch: 20_000 };

describe('a launch month by month', () => {
  test('by hand: deposits, balances, sales a month later, orders before the stock is out', () => {
    const seen: number[][] = [];
    const { lowest } = runCourse(
      course,
      frame,
      (month, cash, sold, stock) => month < 6 && seen.push([cash, sold, stock]),
    );
    expect(seen).toEqual([
      [-50_000, 0, 0],
      [-50_000, 0, 0],
      [-150_000, 50, 50],
      [-80_000, 50, 0],
      [-50_000, 50, 50],
      [-50_000, 50, 100],
    ]);
    expect(lowest).toBe(-150_000);
  });
  test('sales rise evenly over the ramp and never beyond the stock', () => {
    const sold: number[] = [];
    runCourse(
      { ...course, rampMonths: 4, leadMonths: 1 },
      { ...frame, firstOrder: 60 },
      (month, _, s) => month < 6 && sold.push(s),
    );
    expect(sold.slice(0, 5)).toEqual([0, 12.5, 25, 37.5, 50]);
    const few: number[] = [];
    runCourse({ ...course, units: 500 }, frame, (month, _, s) => month === 2 && few.push(s));
    expect(few).toEqual([100]);
  });
  test('what is ordered and comes at once is there for the next month', () => {
    let all = 0;
    const at = { ...course, units: 50, rampMonths: 0, leadMonths: 0 };
    runCourse(at, { ...frame, firstOrder: 100 }, (_, __, sold) => void (all += sold));
    expect(all).toBe(25 * 50);
    all = 0;
    // 119 a month is all there is: each month's order comes the next.
    runCourse({ ...at, units: 200 }, { ...frame, firstOrder: 119 }, (_, __, sold) => void (all += sold));
    expect(all).toBe(25 * 119);
  });

  test('money that never comes back is said so; a start without money out is none', () => {
    expect(runCourse({ ...course, takings: 900 }, frame).payback).toBeNull();
    const free = runCourse({ ...course, landed: 0 }, { ...frame, launch: 0 });
    expect(free).toMatchObject({ lowest: 0, payback: 2 });
  });
  test('after a year: cash, what is still to come, stock and deposits at cost', () => {
    // An order that lasts for ever: only what was sold counts, and the launch.
    const { afterYear } = runCourse(course, { ...frame, firstOrder: 10_000 });
    expect(afterYear).toBe(11 * 50 * (2000 - 1000) - 20_000);
  });
});

const document = (plan: Partial<LaunchPlan> = {}): CostingDocument => ({
  ...[
    ['unit-cost', { kind: 'sum', sum: 800 }],
    ['freight', { kind: 'sum', sum: 200 }],
    ['samples', { kind: 'sum', sum: 10_000 }],
  ].reduce((d, [key, amount]) => withAmount(d, key as string, amount as never), emptyCosting()),
  monthsStored: 0,
  firstOrder: 300,
  plan: { ...EMPTY_PLAN, ...plan },
});
const subject = { price: 4000, category: 'Wool', weight: 400, sides: [100, 100, 100] as [number, number, number] };
const asked = (of: CostingDocument, units: number | null = 200) => ({
  schedule,
  subject,
  document: of,
  day: '2026-04-01',
  units,
});
const launchOf = (plan: Partial<LaunchPlan> = {}): Launch => {
  const launch = launchFrom(asked(document(plan)));
  if (typeof launch === 'string') throw new Error(launch);
  return launch;
};
const takingsOf = (launch: Launch) => takingsAt(asked(document()), launch.price);
const still = { low: 1, high: 1 };
const NO_SPREADS = { units: still, price: still, advertising: still, cost: still, ramp: still, lead: still };

describe('what the find truly sells', () => {
  // 80 % of what is drawn lies within the interval, by the beta distribution's own quantiles (jstat).
  test.each([
    [80, 100, 120],
    [60, 100, 180],
    [95, 100, 104],
  ])('the interval %d, %d, %d holds about 80 of 100 draws', (low, likely, high) => {
    const points = findSpread({ low, likely, high });
    const { 0: alpha, 1: beta } = betaShapes(points);
    const share = (x: number): number =>
      jstat.beta.cdf((x / likely - points.low) / (points.high - points.low), alpha, beta);
    expect(share(high) - share(low)).toBeGreaterThan(0.76);
    expect(share(high) - share(low)).toBeLessThan(0.86);
  });
  test('a wider estimate makes a wider answer, and what the find sells is named among what matters', () => {
    const simulated = (low: number, high: number) => {
      const of = asked(document());
      const launch = launchFrom({ ...of, units: { low, likely: 200, high } });
      if (typeof launch === 'string') throw new Error(launch);
      return simulateLaunch(launch, takingsAt(of, launch.price), { trials: 4000, seed: 5, purse: null })!;
    };
    const [sure, unsure] = [simulated(198, 202), simulated(90, 390)];
    const width = (s: ReturnType<typeof simulated>): number => s.afterYear[4]! - s.afterYear[0]!;
    expect(width(unsure)).toBeGreaterThan(1.15 * width(sure));
    const place = (s: ReturnType<typeof simulated>): number => s.matters.findIndex((m) => m.assumption === 'find');
    expect(place(unsure)).toBeLessThan(place(sure));
  });
  test('without an interval it is as typed', () => {
    const plain = launchFrom(asked(document()));
    if (typeof plain === 'string') throw new Error(plain);
    expect(plain.find).toEqual({ low: 1, likely: 1, high: 1 });
    expect(findSpread({ low: 0, likely: 0, high: 3 })).toEqual({ low: 1, likely: 1, high: 1 });
  });
});

describe('what a launch is reckoned from', () => {
  test('the costing, line by line', () => {
    const launch = launchOf();
    // 4000 − 600 − 421 − 400 advertising.
    expect(launch.likely).toEqual({ units: 100, rampMonths: 3, leadMonths: 2.5, takings: 2579, landed: 1000 });
    expect(launch.frame).toEqual({ firstOrder: 300, deposit: 0.3, payoutMonths: 1, launch: 10_000 });
    // At each price by its own fees.
    const takings = takingsOf(launch);
    expect(takings.from).toBe(3400);
    expect([takings.net[0], takings.advertised[0]]).toEqual([3400 - 510 - 421, 340]);
    expect(takings.net).toHaveLength(801);
  });
  test.each<[string, CostingDocument, number | null, RegExp]>([
    ['no unit cost', { ...emptyCosting(), firstOrder: 10 }, 100, /costs at the factory/],
    ['no first order', { ...document(), firstOrder: null }, 100, /first order/],
    ['no units', document(), null, /units a month/],
    ['an unknown sum', withAmount(document(), 'samples', { kind: 'sum', sum: null }), 100, /what the launch costs/],
  ])('%s: what is missing is said', (_, of, units, reason) => expect(launchFrom(asked(of, units))).toMatch(reason));
});

describe('how sure it is', () => {
  test('without spreads every trial is the launch as typed', () => {
    const launch = launchOf({ spreads: NO_SPREADS });
    const { lowest, afterYear, payback } = monthsOf(launch);
    const result = simulateLaunch(launch, takingsOf(launch), { trials: 200, seed: 1, purse: -lowest - 1 })!;
    expect(result.afterYear).toEqual(Array(5).fill(afterYear));
    expect(result.lowest).toEqual(Array(5).fill(lowest));
    expect(result.payback.map((p) => p.share)).toEqual(
      [12, 18, 24].map((m) => (payback !== null && payback <= m ? 1 : 0)),
    );
    expect(result.overPurse).toBe(1);
    expect(result.matters.every((m) => m.correlation === 0)).toBe(true);
  });
  test('stock that comes three months late is a launch with a longer lead', () => {
    const launch = launchOf();
    const late = lateBy(launch, LATE);
    expect(late.likely.leadMonths).toBe(launch.likely.leadMonths + 3);
    const [now, then] = [monthsOf(launch), monthsOf(late)];
    expect(then.months.findIndex((m) => m.sold > 0) - now.months.findIndex((m) => m.sold > 0)).toBe(3);
    expect(then.afterYear).toBeLessThan(now.afterYear);
  });

  test('the same seed gives the same, another nearly the same; it can be ended', () => {
    const launch = launchOf();
    const run = (seed: number) => simulateLaunch(launch, takingsOf(launch), { trials: 4000, seed, purse: 500_000 })!;
    expect(run(7)).toEqual(run(7));
    expect(run(8)).not.toEqual(run(7));
    expect(Math.abs(run(8).profit - run(7).profit)).toBeLessThan(0.04);
    expect(
      simulateLaunch(launch, takingsOf(launch), { trials: 20_000, seed: 1, purse: null }, (done) => done < 10_000),
    ).toBeNull();
  });
  test('the chance of a profit is that of the closed form, within its error', () => {
    // One order that lasts for ever: left is a straight line of the units, which alone vary.
    const launch: Launch = {
      ...launchOf({ spreads: { ...NO_SPREADS, units: { low: 0.1, high: 2 } }, rampMonths: 0, leadMonths: 2 }),
      frame: { ...frame, firstOrder: 1_000_000, launch: 1_300_000 },
    };
    const each = 11 * (launch.likely.takings - launch.likely.landed);
    const [a, b] = betaShapes(launch.units);
    const { low, high } = launch.units;
    const chance = 1 - jstat.beta.cdf((1_300_000 / each - low) / (high - low), a, b);
    expect(chance).toBeGreaterThan(0.1);
    expect(chance).toBeLessThan(0.9);
    const trials = 20_000;
    const { profit, matters } = simulateLaunch(launch, takingsOf(launch), { trials, seed: 5, purse: null })!;
    expect(Math.abs(profit - chance)).toBeLessThan(4 * Math.sqrt((chance * (1 - chance)) / trials));
    expect(matters[0]).toEqual({ assumption: 'units', correlation: 1 });
  });
  test('what matters most stands first, with its sign; without a purse nothing is said of it', () => {
    const wide = launchOf({
      spreads: { ...NO_SPREADS, cost: { low: 0.9, high: 1.1 }, units: { low: 0.2, high: 1.8 } },
    });
    const { matters, overPurse } = simulateLaunch(wide, takingsOf(wide), { trials: 3000, seed: 2, purse: null })!;
    expect(matters.slice(0, 2).map((m) => m.assumption)).toEqual(['units', 'cost']);
    expect(matters[0]!.correlation).toBeGreaterThan(0.8);
    expect(matters[1]!.correlation).toBeLessThan(0);
    expect(overPurse).toBeNull();
  });
});
