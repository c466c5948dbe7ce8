import fc from 'fast-check';
import jstat from 'jstat';
import { concentration, gini, hhiBand, holdersOf } from '../src/stats/concentration.ts';
import { chiSquareTail, poissonInterval, wilson, Z80, Z95 } from '../src/stats/intervals.ts';
import { normalDraw, poissonDraw, randomFrom } from '../src/stats/random.ts';
import { meanOf, medianOf, quantileOf, robustSpread } from '../src/stats/robust.ts';
import { mannKendall, theilSen } from '../src/stats/trend.ts';

describe('Wilson’s interval: Newcombe (1998), Statistics in Medicine 17, table I, method 3', () => {
  test.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%i of %i: %d to %d', (hits, n, low, high) => {
    expect(wilson(hits, n)!.low).toBeCloseTo(low, 4);
    expect(wilson(hits, n)!.high).toBeCloseTo(high, 4);
  });
  test('holds the share itself and stays within 0 and 1', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.double({ min: 0, max: 1, noNaN: true }), (n, p) => {
        const hits = Math.round(n * p);
        const { low, high } = wilson(hits, n)!;
        return low >= 0 && high <= 1 && low <= hits / n && high >= hits / n;
      }),
    ));
  test('of nothing is null', () => expect(wilson(0, 0)).toBeNull());
});

describe('exact Poisson intervals: Garwood (1936), Biometrika 28', () => {
  test.each([
    [10, 4.795, 18.39],
    [0, 0, 3.689],
    [1, 0.0253, 5.572],
    [50, 37.11, 65.92],
  ])('%i counted: %d to %d at 95 %', (k, low, high) => {
    expect(poissonInterval(k, 0.95).low).toBeCloseTo(low, 2);
    expect(poissonInterval(k, 0.95).high).toBeCloseTo(high, 2);
  });
});

test('normal quantiles agree with the distribution of a reference library (jStat)', () => {
  const normal = (jstat as unknown as { normal: { inv: (p: number, mean: number, sd: number) => number } }).normal;
  expect(Z80).toBeCloseTo(normal.inv(0.9, 0, 1), 8);
  expect(Z95).toBeCloseTo(normal.inv(0.975, 0, 1), 8);
});

test('χ²: 3.841 with one degree and 5.991 with two are the 5 % points (any table of χ²)', () => {
  expect(chiSquareTail(3.841, 1)).toBeCloseTo(0.05, 4);
  expect(chiSquareTail(5.991, 2)).toBeCloseTo(0.05, 4);
});

describe('robust spread: Leys et al. (2013), J. Exp. Soc. Psychol. 49', () => {
  test('their series 1, 3, 3, 6, 8, 10, 10, 1000 has median 7 and MAD 5.1891', () => {
    expect(robustSpread([1, 3, 3, 6, 8, 10, 10, 1000])).toEqual({ median: 7, spread: expect.closeTo(5.1891, 4) });
  });
  test('of nothing is null', () => {
    expect(robustSpread([])).toBeNull();
    expect(medianOf([])).toBeNull();
    expect(meanOf([])).toBeNull();
    expect(quantileOf([], 0.5)).toBeNull();
  });
});

describe('concentration: US DoJ & FTC, Merger Guidelines (2023), guideline 1', () => {
  test('shares of 30, 30, 20 and 20 % make 2,600', () => {
    const found = concentration([30, 30, 20, 20])!;
    expect(found.hhi).toBeCloseTo(2600, 9);
    expect(found.top(2)).toBeCloseTo(0.6, 12);
    expect(found.effective).toBeCloseTo(10_000 / 2600, 9);
  });
  test('equal shares of n make 10,000 ÷ n; nothing makes null', () => {
    expect(concentration([5, 5, 5, 5, 5])!.hhi).toBeCloseTo(2000, 9);
    expect(concentration([0, 0])).toBeNull();
    expect(concentration([])).toBeNull();
  });
});

describe('seeded draws', () => {
  test('the same seed gives the same stream', () => {
    const [a, b] = [randomFrom(7), randomFrom(7)];
    expect(Array.from({ length: 50 }, a)).toEqual(Array.from({ length: 50 }, b));
  });
  test.each([0.5, 4, 29, 80])('a Poisson of mean %d has that mean and variance', (mean) => {
    const random = randomFrom(3);
    const draws = Array.from({ length: 20_000 }, () => poissonDraw(random, mean));
    const m = meanOf(draws)!;
    const variance = meanOf(draws.map((d) => (d - m) ** 2))!;
    expect(Math.abs(m / mean - 1)).toBeLessThan(0.04);
    expect(Math.abs(variance / mean - 1)).toBeLessThan(0.06);
  });
  test('a normal has mean 0 and variance 1', () => {
    const random = randomFrom(5);
    const draws = Array.from({ length: 20_000 }, () => normalDraw(random));
    expect(Math.abs(meanOf(draws)!)).toBeLessThan(0.03);
    expect(Math.abs(meanOf(draws.map((d) => d * d))! - 1)).toBeLessThan(0.04);
  });
});

describe('Gini', () => {
  test('of the ten incomes of the R package ineq (Zeileis; example of Gini, from memory) is 0.4620911', () =>
    expect(gini([541, 1463, 2445, 3438, 4437, 5401, 6392, 8304, 11904, 22261])).toBeCloseTo(0.4620911, 7));
  test('is the mean difference of all pairs over twice the mean (its definition)', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 1, maxLength: 30 }), (amounts) => {
        const total = amounts.reduce((a, b) => a + b, 0);
        if (total === 0) return gini(amounts) === null;
        const pairs = amounts.flatMap((a) => amounts.map((b) => Math.abs(a - b))).reduce((a, b) => a + b, 0);
        return Math.abs(gini(amounts)! - pairs / (2 * amounts.length * total)) < 1e-9;
      }),
    ));
});

test('bands of the Merger Guidelines (US DoJ & FTC 2023): above 1,000 moderately, above 1,800 highly concentrated', () => {
  expect([1000, 1001, 1800, 1801].map(hhiBand)).toEqual([
    'not concentrated',
    'moderately concentrated',
    'moderately concentrated',
    'highly concentrated',
  ]);
  expect(hhiBand(concentration([30, 30, 20, 20])!.hhi)).toBe('highly concentrated');
});

test('holders: the fewest that make up the share', () =>
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 1, maxLength: 20 }),
      fc.double({ min: 0.05, max: 1, noNaN: true }),
      (amounts, share) => {
        const total = amounts.reduce((a, b) => a + b, 0);
        const n = holdersOf(amounts, share);
        if (total === 0) return n === null;
        const sorted = [...amounts].sort((a, b) => b - a);
        const sum = (k: number): number => sorted.slice(0, k).reduce((a, b) => a + b, 0);
        return sum(n!) >= total * share * (1 - 1e-8) && (n === 0 || sum(n! - 1) < total * share);
      },
    ),
  ));

describe('Theil–Sen', () => {
  test('Sen (1968), JASA 63, his example: 4', () =>
    expect(theilSen([9, 15, 19, 20, 45, 55, 78], [1, 2, 3, 4, 10, 12, 18])).toBe(4));
  test('equals the middle of all sorted slopes', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -99, max: 99 }), { minLength: 2, maxLength: 40 }), (ys) => {
        const slopes = ys.flatMap((y, i) => ys.slice(i + 1).map((z, j) => (z - y) / (j + 1))).sort((a, b) => a - b);
        const half = slopes.length >> 1;
        const middle = slopes.length % 2 === 1 ? slopes[half]! : (slopes[half - 1]! + slopes[half]!) / 2;
        return Math.abs(theilSen(ys)! - middle) < 1e-9;
      }),
    ));
  test('of one point, or of points above each other, is null', () => {
    expect(theilSen([1])).toBeNull();
    expect(theilSen([1, 2], [3, 3])).toBeNull();
  });
});

describe('Mann–Kendall', () => {
  test('Gilbert (1987), 16.4: 10, 15, 14, 20 gives S = 4; of 24 orders of four values 4 have S of 4 or more, table A18: 0.167', () => {
    expect(mannKendall([10, 15, 14, 20])!.s).toBe(4);
    const orders = permutations([1, 2, 3, 4]).map((o) => mannKendall(o)!.s);
    expect(orders.filter((s) => s >= 4).length / orders.length).toBeCloseTo(0.167, 3);
  });
  test('its variance is that of S over all orders (Kendall 1975), with ties and without', () => {
    for (const values of [
      [1, 2, 3, 4, 5, 6],
      [1, 1, 2, 3, 3, 3],
    ]) {
      const all = permutations(values).map((o) => mannKendall(o)!.s);
      const mean = all.reduce((a, b) => a + b, 0) / all.length;
      expect(mean).toBeCloseTo(0, 9);
      expect(mannKendall(values)!.variance).toBeCloseTo(all.reduce((a, s) => a + s * s, 0) / all.length, 9);
    }
  });
  test('finds a trend in noise seldom, in about one case of twenty', () => {
    const random = randomFrom(7);
    const trials = 2000;
    const found = Array.from({ length: trials }, () =>
      mannKendall(Array.from({ length: 36 }, () => normalDraw(random)))!.p < 0.05 ? 1 : 0,
    ).reduce<number>((a, b) => a + b, 0);
    expect(found / trials).toBeGreaterThan(0.035);
    expect(found / trials).toBeLessThan(0.065);
  });
  test('of equal values says nothing, of two is null', () => {
    expect(mannKendall([3, 3, 3])).toMatchObject({ s: 0, p: 1 });
    expect(mannKendall([1, 2])).toBeNull();
  });
});

const permutations = (values: readonly number[]): number[][] =>
  values.length <= 1
    ? [[...values]]
    : values.flatMap((v, i) =>
        permutations([...values.slice(0, i), ...values.slice(i + 1)]).map((rest) => [v, ...rest]),
      );
