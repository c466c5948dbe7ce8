// What becomes of an estimate while nobody looks. The worlds here move by random walks, which the program's own demo does not.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  carried,
  carryOf,
  coursesTogether,
  courseWithin,
  driftFor,
  monthsByReviews,
  seasonOver,
  UNKNOWN_DRIFT,
  varianceAfter,
  type Course,
} from '../src/estimate/age.ts';
import { estimateUnits, type UnitsInput } from '../src/estimate/units.ts';
import type { KnownFigure } from '../src/documents/figure.ts';
import { addDays, addMonths } from '../src/measures/day.ts';
import { Z80 } from '../src/stats/intervals.ts';
import { normalDraw, randomFrom } from '../src/stats/random.ts';
import { powerLaw, reading, TODAY } from './fixtures/reading.ts';

const FIRST = '2023-01-01';
const SUMMER = [0.5, 0.6, 0.8, 1.1, 1.5, 1.7, 1.6, 1.3, 0.9, 0.7, 0.65, 0.65];
const mean = SUMMER.reduce((a, b) => a + b) / 12;
const season = SUMMER.map((f) => f / mean);

/** Months of a listing whose log walks by so much a month around a season. */
const walk = (seed: number, months: number, step: number, of = season): { month: string; units: number }[] => {
  // Neighbouring seeds begin alike.
  const random = randomFrom(seed * 7919);
  let level = Math.log(100) + normalDraw(random);
  return Array.from({ length: months }, (_, i) => {
    level += step * normalDraw(random);
    return { month: addMonths(FIRST, i), units: Math.exp(level) * of[i % 12]! };
  });
};

describe('how listings of a kind move', () => {
  const learnt = courseWithin(Array.from({ length: 60 }, (_, i) => walk(i + 1, 36, 0.08)))!;

  test('the season of the kind is found again', () => {
    for (const [m, factor] of season.entries()) expect(learnt.season![m]! / factor).toBeCloseTo(1, 1);
  });

  test('what is beside it grows with the lag, as a walk’s does', () => {
    const spread = (days: number): number => Math.sqrt(varianceAfter(learnt, days));
    // Means of three months of a walk that lie three months apart: step² × (3 − 8 ÷ 9).
    expect(spread(91) / (0.08 * Math.sqrt(3 - 8 / 9))).toBeGreaterThan(0.9);
    expect(spread(91) / (0.08 * Math.sqrt(3 - 8 / 9))).toBeLessThan(1.1);
    expect(spread(365)).toBeGreaterThan(spread(183));
    expect(varianceAfter(learnt, 3000)).toBe(varianceAfter(learnt, 365));
    expect(varianceAfter(learnt, 0)).toBe(0);
  });

  test('intervals that are carried hold about 80 % of listings that were not learnt from, at each lag', () => {
    for (const lag of [1, 2, 3, 6]) {
      const held = Array.from({ length: 1000 }, (_, i) => {
        const months = walk(5000 + i, 30, 0.08);
        const three = (end: number): number => months.slice(end - 3, end).reduce((sum, m) => sum + m.units, 0);
        const expected = (end: number): number =>
          [1, 2, 3].reduce((sum, k) => sum + learnt.season![(end - k) % 12]!, 0);
        const end = months.length;
        const off = Math.log(three(end) / three(end - lag)) - Math.log(expected(end) / expected(end - lag));
        return Math.abs(off) <= Z80 * Math.sqrt(varianceAfter(learnt, Math.round(lag * 30.4375)));
      }).filter(Boolean).length;
      expect(held / 1000).toBeGreaterThan(0.75);
      expect(held / 1000).toBeLessThan(0.86);
    }
  });

  test('a year alone knows no season: it is part of what moves', () => {
    const short = courseWithin(Array.from({ length: 40 }, (_, i) => walk(i + 900, 12, 0.08)))!;
    expect(short.season).toBeNull();
    expect(varianceAfter(short, 91)).toBeGreaterThan(4 * varianceAfter(learnt, 91));
  });

  test('too few listings, gaps and zeros are no history', () => {
    expect(courseWithin([walk(1, 36, 0.1)])).toBeNull();
    const broken = Array.from({ length: 30 }, (_, i) =>
      walk(i, 36, 0.1).map((m, k) => (k % 3 === 0 ? { ...m, units: 0 } : m)),
    );
    expect(courseWithin(broken)).toBeNull();
  });
});

describe('how a list of ranks moves as a whole', () => {
  /** Reviews of a listing on average in each month, one for so many pieces. */
  const reviewed = (seed: number, rate: number) => {
    let reviews = 40;
    return walk(seed, 36, 0.03).map(({ month, units }) => {
      reviews += (units * rate) / 2;
      const average = Math.round(reviews);
      reviews += (units * rate) / 2;
      return { month, reviews: average };
    });
  };
  const list = Array.from({ length: 50 }, (_, i) => reviewed(i + 1, 0.06));

  test('new reviews tell its season, each between two months of the time around the later one’s first day', () => {
    const months = monthsByReviews(list)!;
    const course = coursesTogether(
      new Map([
        ['Kites', months],
        ['Wool', months],
      ]),
    ).Kites!;
    expect(course.of).toBe('first day');
    const peak = course.season!.indexOf(Math.max(...course.season!));
    expect([5, 6]).toContain(peak);
    // A quarter's mean around midsummer against one around midwinter.
    const of = { season: course.season!, of: course.of };
    const ratio = seasonOver(of, '2025-07-31', 90) / seasonOver(of, '2026-01-31', 90);
    const true_ = (season[4]! + season[5]! + season[6]!) / (season[10]! + season[11]! + season[0]!);
    expect(ratio / true_).toBeGreaterThan(0.85);
    expect(ratio / true_).toBeLessThan(1.15);
  });

  test('few reviews, few listings and under two years tell nothing', () => {
    expect(monthsByReviews(list.slice(0, 4))).toBeNull();
    expect(monthsByReviews(list.map((h) => h.slice(0, 20)))).toBeNull();
    expect(monthsByReviews(Array.from({ length: 8 }, (_, i) => reviewed(i, 0.0005)))).toBeNull();
    expect(monthsByReviews([])).toBeNull();
  });
});

describe('a figure that is carried', () => {
  const figure = (value: number, low: number, high: number): KnownFigure => ({
    known: true,
    value,
    low,
    high,
    working: { method: 'Read.', inputs: [], warnings: [] },
  });
  const flat = (spread: number): Course => ({
    season: null,
    of: 'middle',
    moves: [
      { days: 30, spread },
      { days: 365, spread },
    ],
  });
  const summery: Course = { season, of: 'middle', moves: [{ days: 30, spread: 0.01 }] };

  test('takes its season along, and is wider by what moves: worked by hand', () => {
    const carry = carryOf({ within: summery, together: flat(0) }, '2026-09-30', '2026-12-30', { curveOf: '2026-12-30', sureOn: '2026-12-30' }); // prettier-ignore
    const factor =
      seasonOver({ season, of: 'middle' }, '2026-12-30', 90) / seasonOver({ season, of: 'middle' }, '2026-09-30', 90);
    expect(carry.rank.factor).toBeCloseTo(factor, 12);
    expect(factor).toBeLessThan(0.6);
    const later = carried(figure(100, 80, 125), { ...carry.seen, variance: 0.3 ** 2 }) as KnownFigure;
    expect(later.value).toBeCloseTo(100 * carry.seen.factor, 9);
    // √(ln(1.25)² + (1.2816 × 0.3)²) = √(0.0498 + 0.1478) = 0.4445: 1.5597 times.
    expect(later.high / later.value).toBeCloseTo(1.5597, 3);
    expect(later.working.inputs.at(-1)!.value).toMatch(/^last seen 2026-09-30, 91 days ago; .* ± 47 % in that time$/);
  });

  test('what all do together reaches a rank from the day of its curve, and a count from the day it was counted', () => {
    const together: Course = { season, of: 'middle', moves: [{ days: 30, spread: 0.2 }] };
    const fresh = carryOf({ within: flat(0), together }, '2026-07-15', '2026-07-15', { curveOf: '2026-01-15', sureOn: '2026-01-15' }); // prettier-ignore
    expect(fresh.seen).toMatchObject({ factor: 1, variance: 0 });
    expect(fresh.rank.factor).toBeGreaterThan(2);
    expect(fresh.rank.variance).toBeCloseTo(0.04, 12);
    const confirmed = carryOf({ within: flat(0), together }, '2026-07-15', '2026-07-15', { curveOf: '2026-01-15', sureOn: '2026-07-15' }); // prettier-ignore
    expect(confirmed.rank.variance).toBe(0);
  });

  test('is never narrower than before, whatever moves, and the wider the older', () => {
    const spread = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(spread, spread, fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 }), (a, b, x, y) => {
        const drift = { within: flat(a), together: flat(b) };
        const at = (days: number): KnownFigure => {
          const from = addDays(TODAY, -days);
          const carry = carryOf(drift, from, TODAY, { curveOf: TODAY, sureOn: TODAY });
          return carried(figure(50, 40, 70), carry.seen) as KnownFigure;
        };
        const [newer, older] = [at(Math.min(x, y)), at(Math.max(x, y))];
        expect(newer.low).toBeLessThanOrEqual(40 + 1e-9);
        expect(newer.high).toBeGreaterThanOrEqual(70 - 1e-9);
        expect(older.high).toBeGreaterThanOrEqual(newer.high - 1e-9);
      }),
    );
  });

  test('a listing whose readings ended is estimated as of then: the same figure, wider, and it says since when', () => {
    const input: UnitsInput = {
      readings: Array.from({ length: 80 }, (_, i) => reading(i + 40, { rank: 60, stock: 900 - ((80 - i) % 40) * 5 })),
      months: [],
      curve: { ...powerLaw(5, 0.9), validFrom: TODAY },
      reviewRate: null,
      stated: null,
      drift: { within: flat(0.2), together: flat(0.1) },
      current: { rank: null, day: TODAY },
      until: TODAY,
    };
    const now = estimateUnits({ ...input, until: addDays(TODAY, -40) });
    const later = estimateUnits(input);
    expect(later.lastSeen).toBe(addDays(TODAY, -40));
    if (!now.best.known || !later.best.known) throw new Error('unknown');
    expect(later.best.value / now.best.value).toBeCloseTo(1, 1);
    expect(later.best.high / later.best.low).toBeGreaterThan(now.best.high / now.best.low);
    expect(JSON.stringify(later.stock)).toContain('40 days ago');
  });
});

test('a category takes what is known of the nearest above it, a list what is known of it, and all others what all show', () => {
  const course = (spread: number): Course => ({ season: null, of: 'middle', moves: [{ days: 30, spread }] });
  const drifts = {
    within: { A: course(0.1), 'A › B': course(0.2) },
    together: { A: course(0.3) },
    elsewhere: { within: course(0.4), together: course(0.5) },
  };
  const spreads = (path: string, list: string): number[] => {
    const { within, together } = driftFor(drifts, path, list);
    return [within.moves[0]!.spread, together.moves[0]!.spread];
  };
  expect(spreads('A › B › C', 'A')).toEqual([0.2, 0.3]);
  expect(spreads('A › X', 'A')).toEqual([0.1, 0.3]);
  expect(spreads('Y', 'Y')).toEqual([0.4, 0.5]);
  expect(driftFor(null, 'A', 'A')).toEqual(UNKNOWN_DRIFT);
});
