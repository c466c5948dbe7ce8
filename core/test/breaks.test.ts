import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { BREAK_RULES, bestDivision, breaksOf, groupSeries, type DayValue } from '../src/changes/breaks.ts';
import { addDays, daysBetween } from '../src/measures/day.ts';
import { medianOf } from '../src/stats/robust.ts';
import { normalDraw, randomFrom } from '../src/stats/random.ts';

const FIRST = '2026-01-01';
/** Days around levels that change at some places; each day leans on the one before. */
const course = (seed: number, levels: readonly number[], length: number, spread = 0.15, leaning = 0.6): DayValue[] => {
  const random = randomFrom(seed * 7919);
  let off = 0;
  return levels.flatMap((level, k) =>
    Array.from({ length }, (_, i) => {
      off = leaning * off + Math.sqrt(1 - leaning ** 2) * spread * normalDraw(random);
      return { day: addDays(FIRST, k * length + i), value: level * Math.exp(off) };
    }),
  );
};

/**
 * Yearly volume of the Nile at Aswan, 1871 to 1970, in 10⁸ m³ (Cobb 1978, Biometrika 65(2); from memory). It fell in 1898/99:
 * Zeileis et al. 2003 (Computational Statistics & Data Analysis 44) date the break by least squares to 1898, the last year
 * of the higher level.
 */
const NILE = [
  1120, 1160, 963, 1210, 1160, 1160, 813, 1230, 1370, 1140, 995, 935, 1110, 994, 1020, 960, 1180, 799, 958, 1140, 1100,
  1210, 1150, 1250, 1260, 1220, 1030, 1100, 774, 840, 874, 694, 940, 833, 701, 916, 692, 1020, 1050, 969, 831, 726, 456,
  824, 702, 1120, 1100, 832, 764, 821, 768, 845, 864, 862, 698, 845, 744, 796, 1040, 759, 781, 865, 845, 944, 984, 897,
  822, 1010, 771, 676, 649, 846, 812, 742, 801, 1040, 860, 874, 848, 890, 744, 749, 838, 1050, 918, 986, 797, 923, 975,
  815, 1020, 906, 901, 1170, 912, 746, 919, 718, 714, 740,
];

test('a group shows a step that none of its members does, and one that comes or goes moves it by nothing', () => {
  const members = Array.from({ length: 9 }, (_, i) => course(i + 11, [50 * (i + 1), 65 * (i + 1)], 40, 0.25));
  const rules = { ...BREAK_RULES, times: 1.1 };
  const found = breaksOf(groupSeries(members), rules);
  expect(found).toHaveLength(1);
  expect(Math.abs(daysBetween(found[0]!.day, addDays(FIRST, 40)))).toBeLessThanOrEqual(3);
  expect(Math.abs(found[0]!.times - 1.3)).toBeLessThan(0.15);
  const flat = Array.from({ length: 9 }, (_, i) =>
    course(i + 31, [50 * (i + 1)], 80, 0.25).slice(i % 2 === 0 ? 30 : 0),
  );
  expect(breaksOf(groupSeries(flat), rules)).toEqual([]);
  expect(groupSeries(members.slice(0, 2))).toEqual([]);
});

test('in a month of readings a step shows, too, and chance mostly does not', () => {
  const n = 30;
  const days = (seed: number, times: number): DayValue[] => {
    const random = randomFrom(seed * 7919);
    return Array.from({ length: n }, (_, i) => ({
      day: addDays('2026-10-26', i),
      value: 100 * Math.exp(0.2 * normalDraw(random)) * (i >= n - 12 ? times : 1),
    }));
  };
  const seeds = Array.from({ length: 100 }, (_, i) => i + 1);
  const found = (times: number): number =>
    seeds.filter((s) => breaksOf(days(s, times)).some((b) => Math.abs(daysBetween(b.day, addDays('2026-10-26', n - 12))) <= 3)).length; // prettier-ignore
  expect(found(2)).toBeGreaterThan(95);
  expect(found(1.5)).toBeGreaterThan(80);
  expect(seeds.filter((s) => breaksOf(days(s, 1)).length > 0).length).toBeLessThan(12);
  // Without any chance at all the step is all there is.
  const flat = Array.from({ length: n }, (_, i) => ({ day: addDays('2026-10-26', i), value: i < 16 ? 310 : 90 }));
  expect(breaksOf(flat).map((b) => b.day)).toEqual([addDays('2026-10-26', 16)]);
});

test('the flow of the Nile broke once, between 1898 and 1899', () => {
  const years = NILE.map((value, i) => ({ day: addDays(FIRST, i), value }));
  const found = breaksOf(years, { ...BREAK_RULES, times: 1.1 });
  expect(found.map((b) => 1871 + daysBetween(FIRST, b.day))).toEqual([1899]);
  expect(found[0]!.times).toBeCloseTo(850 / 1098, 1);
});

describe('breaks of a level', () => {
  test('one that lasts is found within three days; its size is told', () => {
    let near = 0;
    const sizes: number[] = [];
    for (let seed = 1; seed <= 100; seed++) {
      const [found, ...others] = breaksOf(course(seed, [20, 36], 60));
      if (found && others.length === 0 && Math.abs(daysBetween(addDays(FIRST, 60), found.day)) <= 3) near++;
      if (found) sizes.push(found.times);
    }
    expect(near).toBeGreaterThanOrEqual(80);
    expect(medianOf(sizes)! / 1.8).toBeCloseTo(1, 1);
  });

  test('a level that only wobbles hardly ever breaks, however much its days lean on each other', () => {
    for (const leaning of [0, 0.6, 0.85]) {
      let alarms = 0;
      for (let seed = 1; seed <= 100; seed++) alarms += breaksOf(course(seed, [20], 364, 0.25, leaning)).length;
      // A hundred listings and years: four hundred quarters.
      expect(alarms).toBeLessThan(100);
    }
  });

  test('a sale of three days is no break, and neither is what is too small to matter', () => {
    const sale = course(3, [20], 120).map((d, i) => (i >= 60 && i < 63 ? { ...d, value: d.value * 6 } : d));
    expect(breaksOf(sale)).toEqual([]);
    expect(breaksOf(course(5, [20, 22], 150, 0.05))).toEqual([]);
  });

  test('gaps, days in any order and days without a sale do no harm', () => {
    const days = course(11, [20, 44], 60).filter((_, i) => i % 4 !== 1);
    const shuffled = [...days].reverse().concat({ day: addDays(FIRST, 33), value: 0 });
    const found = breaksOf(shuffled);
    expect(found).toHaveLength(1);
    expect(Math.abs(daysBetween(addDays(FIRST, 60), found[0]!.day))).toBeLessThanOrEqual(3);
    expect(breaksOf(days.slice(0, 13))).toEqual([]);
  });

  test('the division is the one that costs least of all there are', () => {
    // Short enough to try every division: squares around the means, a price for each break, three days at least.
    const cost = (v: readonly number[]): number => {
      const mean = v.reduce((s, x) => s + x, 0) / v.length;
      return v.reduce((s, x) => s + (x - mean) ** 2, 0);
    };
    const allBreaks = (n: number, least: number): number[][] => {
      const from = (start: number): number[][] =>
        start === n
          ? [[]]
          : Array.from({ length: n - start }, (_, i) => start + 1 + i)
              .filter((end) => end - start >= least)
              .flatMap((end) => from(end).map((rest) => [end, ...rest]));
      return from(0);
    };
    const divisions = allBreaks(14, 3);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 14, maxLength: 14 }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (values, price) => {
          const logs = values.map(Math.log);
          const costOf = (ends: readonly number[]): number =>
            ends.reduce((sum, end, i) => sum + price + cost(logs.slice(ends[i - 1] ?? 0, end)), 0);
          const found = [...bestDivision(logs, price, 3).slice(1), 14];
          expect(Math.abs(costOf(found) - Math.min(...divisions.map(costOf)))).toBeLessThan(1e-9);
        },
      ),
    );
  });
});
