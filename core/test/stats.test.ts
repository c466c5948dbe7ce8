import fc from 'fast-check';
import jstat from 'jstat';
import { concentration } from '../src/stats/concentration.ts';
import { chiSquareTail, poissonInterval, wilson, Z80, Z95 } from '../src/stats/intervals.ts';
import { normalDraw, poissonDraw, randomFrom } from '../src/stats/random.ts';
import { meanOf, medianOf, quantileOf, robustSpread } from '../src/stats/robust.ts';

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
