import { describe, expect, test } from '@jest/globals';
import { learnLevels, withoutListing, type LevelCase, type WayPrior } from '../src/estimate/levels.ts';
import { blend } from '../src/estimate/blend.ts';
import { bestUnits, estimateUnits, levelCaseOf, type UnitsInput } from '../src/estimate/units.ts';
import { normalDraw, randomFrom } from '../src/stats/random.ts';
import { known, powerLaw, reading, TODAY } from './fixtures/reading.ts';

const UNKNOWN: WayPrior = { common: 3, between: 0.5, spread: 0.35, learn: true };
const SOURCE: WayPrior = { common: 0.05, between: 0.05, spread: 0.4, learn: true };
const prior = (way: string): WayPrior => (way === 'rank' || way === 'reviews' ? UNKNOWN : SOURCE);

/** Listings of a group with a curve that lies off by a factor, counted exactly but for an error, and stated or not. */
const listings = (
  n: number,
  { group = 'Paper', off = 50, spread = 0.25, counted = true, stated = null as number | null, seed = 1 },
): LevelCase[] => {
  const random = randomFrom(seed);
  return Array.from({ length: n }, () => {
    const log = Math.log(20 + 400 * random());
    return {
      group,
      said: [
        { way: 'rank', log: log + Math.log(off) + spread * normalDraw(random), sampling: 0.01 },
        ...(stated === null ? [] : [{ way: 'stated: a file', log: log + stated * normalDraw(random), sampling: 0 }]),
      ],
      count: counted ? { log: log + 0.1 * normalDraw(random), variance: 0.01, shared: 0 } : null,
    };
  });
};
const rankOf = (levels: ReturnType<typeof learnLevels>, group: string) => {
  const of = levels.groups[group] ?? levels.elsewhere;
  const k = of.ways.indexOf('rank');
  return { mean: of.mean[k]!, sd: Math.sqrt(of.covariance[k]![k]!), spread: of.spread[k]! };
};

describe('how far a way of counting lies off', () => {
  test('nothing seen: as it is, and as unknown as before', () => {
    const { mean, sd } = rankOf(learnLevels([], ['Paper'], prior), 'Paper');
    expect(mean).toBe(0);
    expect(sd).toBeCloseTo(Math.hypot(3, 0.5), 6);
  });
  test.each([1 / 50, 1 / 5, 1, 5, 50])('twenty counts find a curve that lies off %d times', (off) => {
    const { mean, sd, spread } = rankOf(learnLevels(listings(20, { off }), ['Paper'], prior), 'Paper');
    expect(mean).toBeCloseTo(Math.log(off), 0);
    expect(Math.abs(mean - Math.log(off))).toBeLessThan(3 * sd);
    expect(sd).toBeLessThan(0.12);
    expect(spread).toBeGreaterThan(0.15);
    expect(spread).toBeLessThan(0.4);
  });
  test('one count moves it nearly all the way, and leaves it unsure by what listings differ', () => {
    const { mean, sd } = rankOf(learnLevels(listings(1, { spread: 0 }), ['Paper'], prior), 'Paper');
    expect(mean).toBeGreaterThan(0.95 * Math.log(50) - 0.3);
    expect(sd).toBeGreaterThan(0.2);
    expect(sd).toBeLessThan(0.6);
  });
  test('by hand: one listing, a prior and an error of known size', () => {
    const fixed: WayPrior = { common: 0, between: 0.5, spread: 0.3, learn: false };
    const one: LevelCase = {
      group: 'Paper',
      said: [{ way: 'rank', log: 2, sampling: 0.07 }],
      count: { log: 1, variance: 0.09, shared: 0 },
    };
    // The curve lies 1 above the count, known with a variance of 0.09 + 0.07 + 0.09 = 0.25 (and t-weights 6 ÷ (5 + χ²)).
    const plain = 0.25 / (0.25 + 0.25);
    const { mean, sd } = rankOf(
      learnLevels([one], ['Paper'], () => fixed),
      'Paper',
    );
    expect(mean).toBeGreaterThan(plain - 0.12);
    expect(mean).toBeLessThan(plain + 0.05);
    expect(sd ** 2).toBeGreaterThan(0.12);
    expect(sd ** 2).toBeLessThan(0.17);
  });
  test('a category nobody counted learns from the others, less where they differ', () => {
    const alike = ['A', 'B', 'C'].flatMap((group, seed) => listings(15, { group, off: 10, seed }));
    const apart = ['A', 'B', 'C'].flatMap((group, seed) => listings(15, { group, off: [2, 10, 50][seed]!, seed }));
    const [same, other] = [alike, apart].map((cases) => rankOf(learnLevels(cases, ['A', 'B', 'C', 'D'], prior), 'D'));
    expect(same!.mean).toBeCloseTo(Math.log(10), 0);
    expect(other!.sd).toBeGreaterThan(1.5 * same!.sd);
  });
  test('a wild count hardly moves it', () => {
    const cases = listings(20, { off: 4 });
    const wild = { ...cases[0]!, count: { log: 14, variance: 0.01, shared: 0 } };
    const [without, with_] = [cases.slice(1), [wild, ...cases.slice(1)]].map((c) =>
      rankOf(learnLevels(c, ['Paper'], prior), 'Paper'),
    );
    expect(Math.abs(with_!.mean - without!.mean)).toBeLessThan(0.15);
  });
  test('stated figures move the curve, and their spread is learnt where counts exist', () => {
    const cases = listings(120, { off: 20, stated: 0.15, counted: false });
    const uncounted = learnLevels(cases, ['Paper'], prior);
    expect(rankOf(uncounted, 'Paper').mean).toBeCloseTo(Math.log(20), 0);
    const counted = learnLevels(listings(120, { off: 20, stated: 0.15 }), ['Paper'], prior).groups.Paper!;
    expect(counted.spread[counted.ways.indexOf('stated: a file')]).toBeCloseTo(0.15, 1);
    expect(counted.counted).toBe(120);
    // What the source is off by moves curve and stated figure together.
    const of = uncounted.groups.Paper!;
    const [r, s] = [of.ways.indexOf('rank'), of.ways.indexOf('stated: a file')];
    expect(of.covariance[r]![s]).toBeGreaterThan(0.001);
  });
  test('counts of the same few days leave all unsure of their season', () => {
    const cases = listings(100, {}).map((c) => ({ ...c, count: { ...c.count!, shared: 0.04 } }));
    expect(rankOf(learnLevels(cases, ['Paper'], prior), 'Paper').sd).toBeGreaterThan(0.18);
  });
  test('a listing does not confirm itself', () => {
    const [one] = listings(1, {}) as [LevelCase];
    const levels = learnLevels([one], ['Paper'], prior).groups.Paper!;
    const k = levels.ways.indexOf('rank');
    const freed = withoutListing(levels, one);
    expect(freed.covariance[k]![k]).toBeGreaterThan(1.5);
    const among = learnLevels([one, ...listings(40, { seed: 9 })], ['Paper'], prior).groups.Paper!;
    expect(withoutListing(among, one).covariance[k]![k]).toBeLessThan(1.2 * among.covariance[k]![k]! + 0.001);
  });
});

describe('the blend of what shares an error', () => {
  const figure = (value: number, sd: number) => ({
    known: true as const,
    value,
    low: value * Math.exp(-1.2815515655446004 * sd),
    high: value * Math.exp(1.2815515655446004 * sd),
    working: { method: '', inputs: [], warnings: [] },
  });
  test('by hand: two of equal variance and covariance c keep (v + c) ÷ 2', () => {
    const made = known(
      blend(
        [
          { name: 'A', figure: figure(100, 0.3) },
          { name: 'B', figure: figure(100, 0.3) },
        ],
        () => 0.05,
      ),
    );
    expect(Math.log(made.high / made.value) / 1.2815515655446004).toBeCloseTo(Math.sqrt((0.09 + 0.05) / 2), 6);
  });
  test('one that contradicts beyond reason is left out and named; of two the less trusted', () => {
    const far = known(
      blend([
        { name: 'Rank curve', figure: figure(5, 0.3), trust: 1 },
        { name: 'Stock counts', figure: figure(318, 0.05), trust: 3 },
        { name: 'As stated', figure: figure(313, 0.3), trust: 2 },
      ]),
    );
    expect(far.value).toBeCloseTo(318, -1);
    expect(far.working.warnings.join(' ')).toMatch(/Rank curve is left out: its 5 lie 64 times off/);
    const two = known(
      blend([
        { name: 'Stock counts', figure: figure(318, 0.05), trust: 3 },
        { name: 'Rank curve', figure: figure(5, 0.3), trust: 1 },
      ]),
    );
    expect(two.value).toBe(318);
  });
  test('one that may be fifty times off is not left out, and neither widens the rest', () => {
    const made = known(
      blend([
        { name: 'Rank curve', figure: figure(5, 3), trust: 1 },
        { name: 'As stated', figure: figure(313, 0.3), trust: 2 },
      ]),
    );
    expect(made.value).toBeGreaterThan(290);
    expect(made.high / made.value).toBeLessThan(1.5);
    expect(made.working.warnings).toEqual([]);
  });
});

describe('a listing on a curve of unknown level', () => {
  const readings = Array.from({ length: 13 }, (_, i) => reading(7 * i, { rank: 200 }));
  const input: UnitsInput = {
    readings,
    months: [],
    curve: { ...powerLaw(2, 0.8), residual: 0.28 },
    reviewRate: null,
    stated: null,
    current: { rank: 200, day: TODAY },
    until: TODAY,
    levels: learnLevels([], ['Paper'], prior).groups.Paper!,
  };
  test('ranks alone: the curve’s figure, within a factor of about fifty', () => {
    const best = known(bestUnits(input).best);
    expect(best.high / best.value).toBeGreaterThan(40);
    expect(best.value / best.low).toBeGreaterThan(40);
  });
  test('what is stated decides beside it, with an interval of its own', () => {
    const stated = { unitsPerMonth: 4251, source: 'a file', day: TODAY };
    const { best, from } = bestUnits({ ...input, stated });
    expect(from).toBe('stated');
    expect(known(best).value).toBeGreaterThan(3600);
    expect(known(best).low).toBeLessThan(0.8 * 4251);
    expect(known(best).high).toBeGreaterThan(1.2 * 4251);
  });
  test('what is stated as 0 leaves room for a few', () => {
    const { best } = bestUnits({
      ...input,
      curve: null,
      stated: { unitsPerMonth: 0, source: 'a file', day: TODAY },
    });
    expect(known(best)).toMatchObject({ value: 0, low: 0 });
    expect(known(best).high).toBeGreaterThan(1);
  });
  test('counts on days of a listing reach another one of the category', () => {
    const own = Array.from({ length: 16 }, (_, i) => ({
      day: reading(5 * (15 - i), {}).day,
      stock: 900 - 50 * i,
      seller: '',
    }));
    const counted = { ...input, own };
    const levels = learnLevels([levelCaseOf(counted, 'Paper')], ['Paper'], prior).groups.Paper!;
    const mine = estimateUnits({ ...counted, levels });
    expect(known(mine.best).value).toBeCloseTo((10 * 365.25) / 12, -1);
    const other = known(bestUnits({ ...input, levels }).best);
    expect(other.value).toBeGreaterThan(200);
    expect(other.value).toBeLessThan(320);
    expect(other.high / other.value).toBeLessThan(2.5);
    const inputs = known(estimateUnits({ ...input, levels }).ranks[90].figure).working.inputs;
    expect(inputs.find((i) => i.label === 'Level')?.value).toMatch(/times, by 1 counted listings of the category/);
  });
});
