import { changesOf, lastTwelveMonths, reviewsPerMonth } from '../src/changes/windows.ts';
import type { RankCurve } from '../src/estimate/rank-curve.ts';
import type { Reading } from '../src/estimate/reading.ts';
import type { MonthHistory } from '../src/estimate/units.ts';
import { addDays, addMonths } from '../src/measures/day.ts';

/** Units a day = 1000 ÷ rank, exactly: a power law of slope −1. */
const curve: RankCurve = {
  knots: [
    { rank: 1, unitsPerDay: 1000 },
    { rank: 1000, unitsPerDay: 1 },
  ],
  residual: 0.3,
  validFrom: '2026-01-01',
  source: 'test',
};
const UNTIL = '2026-11-24';
/** Months back from October 2026, the last whole one. */
const months = (rankOf: (back: number) => number | null, n = 15): MonthHistory[] =>
  Array.from({ length: n }, (_, back) => ({
    month: addMonths('2026-10-01', -back),
    price: 1000 + 100 * back,
    rank: rankOf(back),
    reviews: 300 - 10 * back,
  })).reverse();
const reading = (back: number, change: Partial<Reading> = {}): Reading => ({
  day: addDays(UNTIL, -back),
  price: 2000,
  rank: 100,
  reviews: null,
  rating: null,
  sellers: null,
  stock: null,
  stockCapped: false,
  mainOffer: null,
  ...change,
});

describe('changes', () => {
  test('by months: equal windows, a year against the same months before', () => {
    // 10 a day in the last three months, 20 in the three before, 5 a year before.
    const found = changesOf(
      [],
      months((b) => (b < 3 ? 100 : b < 12 ? 50 : 200)),
      curve,
      UNTIL,
    );
    expect(found.units30).toBeCloseTo(0, 9);
    expect(found.units90).toBeCloseTo(-0.5, 9);
    expect(found.unitsYear).toBeCloseTo(1, 9);
    expect(found.price30).toBeCloseTo(1000 / 1100 - 1, 9);
    expect(found.price90).toBeCloseTo(1100 / 1400 - 1, 9);
    expect(found.priceYear).toBeCloseTo(1100 / 2300 - 1, 9);
  });
  test('by days where both windows have enough of them', () => {
    const days = Array.from({ length: 60 }, (_, back) => reading(back, { rank: back < 30 ? 50 : 100 }));
    const found = changesOf(
      days,
      months(() => 100),
      curve,
      UNTIL,
    );
    expect(found.units30).toBeCloseTo(1, 9);
    // 180 days are not covered: months.
    expect(found.units90).toBeCloseTo(0, 9);
    expect(
      changesOf(
        days.filter((_, i) => i % 3 === 0),
        months(() => 100),
        curve,
        UNTIL,
      ).units30,
    ).toBeCloseTo(0, 9);
  });
  test('a month in between that is not known makes it unknown, not smaller', () => {
    const found = changesOf(
      [],
      months((b) => (b === 1 ? null : 100)),
      curve,
      UNTIL,
    );
    expect([found.units30, found.units90]).toEqual([null, null]);
  });
  test('nothing known: nothing said', () =>
    expect(Object.values(changesOf([], [], null, UNTIL))).toEqual([null, null, null, null, null, null]));
});

test('the last twelve months: oldest first, gaps kept, a month of 30.4375 days', () => {
  const found = lastTwelveMonths(
    months((b) => (b === 3 ? null : 100), 6),
    curve,
    UNTIL,
  );
  expect(found.map((u) => u && Number(u.toFixed(3)))).toEqual([
    ...Array<null>(6).fill(null),
    304.375,
    304.375,
    null,
    304.375,
    304.375,
    304.375,
  ]);
});

describe('reviews a month', () => {
  test('over three whole months', () =>
    expect(
      reviewsPerMonth(
        [],
        months(() => 1),
        UNTIL,
      ),
    ).toBe(10));
  test('by readings when they span four weeks', () => {
    const days = [reading(60, { reviews: 40 }), reading(0, { reviews: 100 })];
    expect(
      reviewsPerMonth(
        days,
        months(() => 1),
        UNTIL,
      ),
    ).toBeCloseTo(30.4375, 9);
    expect(reviewsPerMonth(days.slice(1), [], UNTIL)).toBeNull();
  });
  test('reviews that were taken away are no negative pace', () =>
    expect(reviewsPerMonth([reading(60, { reviews: 40 }), reading(0, { reviews: 30 })], [], UNTIL)).toBe(0));
});
