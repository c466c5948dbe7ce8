import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { changesBetween, courseOf, type Look } from '../src/changes/between.ts';
import { marksOf } from '../src/changes/day-marks.ts';
import { groupReading } from '../src/changes/group.ts';
import { changeInWords } from '../src/changes/in-words.ts';
import { changesOverDays } from '../src/changes/over-days.ts';
import { MOVED } from '../src/changes/thresholds.ts';
import type { Reading } from '../src/estimate/reading.ts';
import { addDays } from '../src/measures/day.ts';
import { reading, TODAY } from './fixtures/reading.ts';

const look: Look = {
  price: 2000,
  units: 100,
  rank: 200,
  stock: 10,
  sellers: 2,
  mainOffer: 'Fenwool',
  rating: 4.4,
  reviews: 50,
  page: 'a',
};
const kinds = (now: Look): string[] => changesBetween(look, { ...look, ...now }).map((c) => c.kind);
const usd = (minor: number): string => `${(minor / 100).toFixed(2)} USD`;

describe('from one look to the next', () => {
  test('nothing changed is no change, and neither is what was not seen', () => {
    expect(kinds({})).toEqual([]);
    const unseen = Object.fromEntries(Object.keys(look).map((k) => [k, null])) as Look;
    expect(kinds(unseen)).toEqual([]);
    expect(changesBetween(unseen, look)).toEqual([]);
    expect(changesBetween({}, look)).toEqual([]);
  });
  test.each<[string, Look, string[]]>([
    ['a price just below the threshold', { price: 1901 }, []],
    ['a price at it', { price: 1900 }, ['price']],
    ['a price up', { price: 2100 }, ['price']],
    ['units below it', { units: 124 }, []],
    ['units at it', { units: 125 }, ['units']],
    ['a rank not yet halved', { rank: 101 }, []],
    ['a rank halved', { rank: 100 }, ['rank']],
    ['a rank doubled', { rank: 400 }, ['rank']],
    ['stock gone', { stock: 0 }, ['stock']],
    ['a seller more', { sellers: 3 }, ['sellers']],
    ['another holder', { mainOffer: 'Loftline' }, ['main-offer']],
    ['a rating that fell by a tenth of a star', { rating: 4.3 }, []],
    ['a rating that fell by a fifth', { rating: 4.2 }, ['rating']],
    ['a burst of reviews', { reviews: 60 }, ['reviews']],
    ['another page', { page: 'b' }, ['page']],
    ['two at once', { price: 1500, sellers: 1 }, ['price', 'sellers']],
  ])('%s', (_, now, expected) => expect(kinds(now)).toEqual(expected));
  test('back again is the same kinds of change', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }), (a, b) => {
        // A stock-out and its end, a seller who comes and leaves again: both ways are told.
        const one: Look = { rank: 100 * a, stock: a % 2, sellers: a };
        const other: Look = { rank: 100 * b, stock: b % 2, sellers: b };
        expect(changesBetween(one, other).map((c) => c.kind)).toEqual(changesBetween(other, one).map((c) => c.kind));
      }),
    ));
  test('in words', () => {
    const words = (now: Look) => changesBetween(look, { ...look, ...now }).map((c) => changeInWords(c, usd));
    expect(words({ price: 1500, units: 150, sellers: 1 })).toEqual([
      'price 20.00 USD → 15.00 USD',
      'units a month 100 → 150',
      'a seller left: 2 then, 1 now',
    ]);
    expect(words({ stock: 0, mainOffer: 'Loftline', rating: 4, page: 'b', reviews: 99, rank: 20 })).toEqual([
      'rank 200 → 20',
      'ran out of stock',
      'main offer from Fenwool to Loftline',
      'rating 4.4 → 4.0',
      'reviews 50 → 99',
      'the page was changed',
    ]);
  });
});

const DAY = TODAY;
const daysOf = (n: number, of: (i: number) => Partial<Reading>): Reading[] =>
  Array.from({ length: n }, (_, i) => reading(n - 1 - i, of(i)));

describe('over days', () => {
  test('one day, or none, tells nothing', () => {
    expect(changesOverDays([], DAY)).toEqual([]);
    expect(
      changesOverDays(
        daysOf(1, () => ({ price: 2000 })),
        DAY,
      ),
    ).toEqual([]);
  });
  test('price, sellers, stock-outs and restocks, each with its day', () => {
    const days = daysOf(10, (i) => ({
      price: i < 5 ? 2000 : 1700,
      sellers: i < 8 ? 1 : 2,
      stock: i === 4 ? 0 : i > 4 ? 90 - i : 10 - i,
    }));
    expect(changesOverDays(days, DAY)).toEqual([
      { day: DAY, text: `price fell by 15 % since ${addDays(DAY, -9)}` },
      { day: DAY, text: 'a new seller came: 1 then, 2 now' },
      { day: addDays(DAY, -5), text: 'out of stock on one day' },
      { day: DAY, text: 'one restock' },
    ]);
  });
  test('the history marks a price by the same threshold', () => {
    const days = daysOf(6, (i) => ({ price: [2000, 2000, 1902, 1902, 1800, 1800][i]! }));
    // 2 000 → 1 902 is 4.9 %, 1 902 → 1 800 is 5.4 %.
    expect(marksOf(days, [], DAY).map((m) => [m.day, m.text])).toEqual([[addDays(DAY, -1), 'price down 5 %']]);
    expect(MOVED.price).toBe(0.05);
  });
});

describe('a group of listings', () => {
  const curve = {
    knots: [
      { rank: 1, unitsPerDay: 100 },
      { rank: 100, unitsPerDay: 10 },
    ],
    residual: 0.3,
    validFrom: '2026-01-01',
    source: 'test',
  };
  const member = (code: string, rank: number, n = 60) => ({
    code,
    curve,
    readings: daysOf(n, (i) => ({ rank: i < n - 30 ? 100 : rank, price: 1000 })),
  });
  test('means a listing, of those that were read that day, now and the month before', () => {
    const { days, now, before, course } = groupReading([member('A', 1), member('B', 100, 40)], DAY);
    expect(days).toHaveLength(60);
    expect(days[0]).toMatchObject({ counted: 1, each: { A: expect.closeTo(10, 9) } });
    expect(days.at(-1)).toMatchObject({ counted: 2, units: expect.closeTo(55, 9), price: 1000 });
    expect(now).toEqual({ unitsPerDay: expect.closeTo(55, 9), price: 1000, days: 30 });
    expect(before).toEqual({ unitsPerDay: expect.closeTo(10, 9), price: 1000, days: 30 });
    expect(course).toEqual({ word: 'rose', by: expect.closeTo(4.5, 9) });
  });
  test('a listing without a curve counts in no units; without a month before there is no course', () => {
    const { now, course } = groupReading([{ ...member('A', 1, 20), curve: null }], DAY);
    expect(now).toEqual({ unitsPerDay: null, price: 1000, days: 20 });
    expect(course).toBeNull();
  });
  test.each([
    [10, 10.9, 'held'],
    [10, 11, 'rose'],
    [10, 9.1, 'held'],
    [10, 8.9, 'fell'],
  ])('from %d to %d a day demand %s', (before, now, word) => expect(courseOf(before, now)!.word).toBe(word));
  test('from nothing to something is no course', () => expect(courseOf(0, 5)).toBeNull());
});
