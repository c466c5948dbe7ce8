import type { KnownFigure } from '../src/documents/figure.ts';
import { blend } from '../src/estimate/blend.ts';
import { knotsFault, unitsAtRank, unitsByRank } from '../src/estimate/rank-curve.ts';
import { unitsByReviews } from '../src/estimate/review-pace.ts';
import { spikes } from '../src/estimate/spikes.ts';
import { stockFalls, unitsByStock } from '../src/estimate/stock-counts.ts';
import { estimateUnits, type UnitsInput } from '../src/estimate/units.ts';
import { addDays } from '../src/measures/day.ts';
import { known, powerLaw, reading, TODAY } from './fixtures/reading.ts';

describe('the rank curve', () => {
  test('Brynjolfsson, Hu & Smith (2003), Management Science 49(11): ln Q = 10.526 − 0.871 ln R a week (coefficients from memory)', () => {
    const books = powerLaw(10.526, 0.871);
    expect(unitsAtRank(books, 1000)).toBeCloseTo(90.9, 0);
    expect(unitsAtRank(books, 40_000)).toBeCloseTo(3.66, 1);
  });
  test('goes through its knots, between them straight in logs, and on beyond them', () => {
    const curve = {
      knots: [
        { rank: 10, unitsPerDay: 40 },
        { rank: 100, unitsPerDay: 10 },
        { rank: 1000, unitsPerDay: 1 },
      ],
    };
    expect(unitsAtRank(curve, 10)).toBeCloseTo(40, 9);
    expect(unitsAtRank(curve, Math.sqrt(1000))).toBeCloseTo(20, 9);
    expect(unitsAtRank(curve, 10_000)).toBeCloseTo(0.1, 9);
    expect(unitsAtRank(curve, 1)).toBeCloseTo(160, 9);
  });
  test('is averaged day by day: units at the mean rank are fewer than the mean units', () => {
    const curve = powerLaw(5, 0.9);
    const days = Array.from({ length: 30 }, (_, i) => reading(i, { rank: i % 2 === 0 ? 50 : 450 }));
    const figure = known(unitsByRank(days, curve, TODAY, 30));
    expect(figure.value).toBeCloseTo(30.4375 * ((unitsAtRank(curve, 50) + unitsAtRank(curve, 450)) / 2), 6);
    expect(figure.value).toBeGreaterThan(30.4375 * unitsAtRank(curve, 250));
    expect(figure.low).toBeLessThan(figure.value);
    expect(figure.working.inputs.some((i) => i.label.includes('average rank of 250'))).toBe(true);
  });
  test('uses the window only, never a day after today, one reading a day', () => {
    const curve = powerLaw(5, 0.9);
    const inWindow = Array.from({ length: 10 }, (_, i) => reading(i, { rank: 100 }));
    const plain = known(unitsByRank(inWindow, curve, TODAY, 30)).value;
    expect(
      known(
        unitsByRank(
          [...inWindow, reading(-5, { rank: 1 }), reading(40, { rank: 1 }), reading(3, { rank: 100 })],
          curve,
          TODAY,
          30,
        ),
      ).value,
    ).toBeCloseTo(plain, 9);
  });
  test('without a rank says so; with half of the days missing warns', () => {
    const curve = powerLaw(5, 0.9);
    expect(unitsByRank([], curve, TODAY, 30)).toEqual({ known: false, reason: 'No sales rank has been read.' });
    expect(unitsByRank([reading(200, { rank: 5 })], curve, TODAY, 30)).toMatchObject({
      known: false,
      reason: expect.stringContaining('2026-05-08'),
    });
    expect(known(unitsByRank([reading(0, { rank: 5 })], curve, TODAY, 30)).working.warnings[0]).toContain(
      'Only 1 of 30',
    );
  });
  test.each([
    [[{ rank: 1, unitsPerDay: 2 }], 'at least two'],
    [
      [
        { rank: 0, unitsPerDay: 2 },
        { rank: 2, unitsPerDay: 1 },
      ],
      'Point 1',
    ],
    [
      [
        { rank: 5, unitsPerDay: 2 },
        { rank: 5, unitsPerDay: 1 },
      ],
      'must rise',
    ],
    [
      [
        { rank: 1, unitsPerDay: 1 },
        { rank: 5, unitsPerDay: 2 },
      ],
      'must not rise',
    ],
  ])('knots %j: %s', (knots, fault) => expect(knotsFault(knots)).toContain(fault));
});

describe('stock counts', () => {
  test('falls are sales, a restock is left out with its days', () => {
    const counts = [100, 90, 85, 185, 180, 170].map((stock, i) => reading(5 - i, { stock }));
    expect(stockFalls(counts, TODAY, 90)).toMatchObject({ units: 30, days: 4, restocks: 1 });
    expect(known(unitsByStock(counts, TODAY)).value).toBeCloseTo((30 / 4) * 30.4375, 9);
  });
  test('capped counts, long gaps and empty days are left out', () => {
    const counts = [
      reading(30, { stock: 999, stockCapped: true }),
      reading(29, { stock: 990 }),
      reading(15, { stock: 400 }),
      reading(14, { stock: 0 }),
      reading(12, { stock: 0 }),
      reading(11, { stock: 0 }),
    ];
    expect(stockFalls(counts, TODAY, 90)).toMatchObject({
      units: 400,
      days: 1,
      counts: 6,
      restocks: 0,
      capped: 1,
      gaps: 1,
      empty: 3,
    });
  });
  test('the interval is the exact Poisson one of the pieces counted', () => {
    const figure = known(unitsByStock([reading(10, { stock: 20 }), reading(5, { stock: 10 })], TODAY));
    // Of 60 days and more: fewer stand less well for the quarter, which widens it.
    const counts = Array.from({ length: 11 }, (_, i) => reading(70 - 7 * i, { stock: 20 - i }));
    const long = known(unitsByStock(counts, TODAY));
    expect(long.low).toBeCloseTo((6.2213 / 70) * 30.4375, 2);
    expect(long.high).toBeCloseTo((15.4066 / 70) * 30.4375, 2);
    expect(figure.low).toBeLessThan((6.2213 / 5) * 30.4375);
    expect(figure.high).toBeGreaterThan((15.4066 / 5) * 30.4375);
  });
  test.each([
    ['none', [], 'No stock has been counted'],
    ['one', [5], 'a second day is needed'],
    ['only rising', [1, 5, 9], 'only rise'],
  ])('%s: a sentence', (_, counts, sentence) => {
    const figure = unitsByStock(
      counts.map((stock, i) => reading(9 - i, { stock })),
      TODAY,
    );
    expect(figure).toMatchObject({ known: false, reason: expect.stringContaining(sentence) });
  });
});

describe('review pace', () => {
  const rate = { perUnit: 0.02, spread: 0.4 };
  test('new reviews over the rate', () => {
    const figure = known(unitsByReviews([reading(60, { reviews: 100 }), reading(0, { reviews: 112 })], rate, TODAY));
    expect(figure.value).toBeCloseTo((12 / 0.02 / 60) * 30.4375, 9);
    expect(figure.high / figure.value).toBeGreaterThan(1.6);
  });
  test('too short a time, or none new, says so', () => {
    expect(unitsByReviews([reading(10, { reviews: 1 }), reading(0, { reviews: 9 })], rate, TODAY).known).toBe(false);
    expect(unitsByReviews([reading(60, { reviews: 9 }), reading(0, { reviews: 9 })], rate, TODAY)).toMatchObject({
      reason: expect.stringContaining('No new review'),
    });
  });
});

describe('the blend', () => {
  const figure = (value: number, factor: number): KnownFigure => ({
    known: true,
    value,
    low: value / factor,
    high: value * factor,
    working: { method: '', inputs: [], warnings: [] },
  });
  test('49 and 60 blend to about 54, beside a count of 55 (common practice, no source)', () => {
    const together = known(
      blend([
        { name: 'A', figure: figure(49, 1.4) },
        { name: 'B', figure: figure(60, 1.4) },
      ]),
    );
    expect(together.value).toBeCloseTo(Math.sqrt(49 * 60), 6);
    expect(Math.round(together.value)).toBe(54);
    expect(together.working.warnings).toEqual([]);
    expect(together.high / together.value).toBeLessThan(1.4);
  });
  test('the surer one weighs more', () =>
    expect(
      known(
        blend([
          { name: 'A', figure: figure(100, 2) },
          { name: 'B', figure: figure(60, 1.05) },
        ]),
      ).value,
    ).toBeLessThan(62));
  test('those that disagree are said to, and the interval reaches both', () => {
    const together = known(
      blend([
        { name: 'A', figure: figure(50, 1.2) },
        { name: 'B', figure: figure(200, 1.2) },
      ]),
    );
    expect(together.working.warnings[0]).toContain('4.0 times');
    expect(together.low).toBeLessThanOrEqual(50.5);
    expect(together.high).toBeGreaterThanOrEqual(198);
  });
  test('one alone is kept and said to be alone; none gives every reason; zero has no log', () => {
    expect(
      known(
        blend([
          { name: 'Rank', figure: figure(70, 1.3) },
          { name: 'Stock', figure: { known: false, reason: 'No count.' } },
        ]),
      ).working.warnings.at(-1),
    ).toContain('only one way'.replace('o', 'O'));
    expect(blend([{ name: 'Stock', figure: { known: false, reason: 'No count.' } }])).toEqual({
      known: false,
      reason: 'Stock: No count.',
    });
    const zero = known(blend([{ name: 'Stock', figure: { ...figure(0, 1), low: 0, high: 5 } }]));
    expect(zero.value).toBe(0);
  });
});

describe('spikes', () => {
  const steady = Array.from({ length: 90 }, (_, i) => ({ day: addDays(TODAY, i - 89), units: 10 + (i % 3) }));
  test('an even course has none', () =>
    expect(spikes(steady)).toMatchObject({ days: [], share: 0, flattered: false, typicalPerDay: 11 }));
  test('one day of forty times the units flatters the listing, and the typical month stays', () => {
    const found = spikes(steady.map((s, i) => (i === 70 ? { ...s, units: 450 } : s)))!;
    expect(found.days).toEqual([steady[70]!.day]);
    expect(found.flattered).toBe(true);
    expect(found.share).toBeCloseTo(450 / (90 * 11 - 11 + 450), 1);
    expect(found.typicalPerDay).toBe(11);
  });
  test('a slow rise is no spike', () =>
    expect(spikes(steady.map((s, i) => ({ ...s, units: 5 + i / 3 })))!.days).toEqual([]));
  test('two weeks are needed', () => expect(spikes(steady.slice(0, 13))).toBeNull());
});

describe('the estimate of a listing takes the best that there is', () => {
  const nothing: UnitsInput = {
    readings: [],
    months: [],
    // Of today: nothing has moved since.
    curve: { ...powerLaw(5, 0.9), validFrom: TODAY },
    reviewRate: null,
    stated: null,
    current: { rank: null, day: TODAY },
    until: TODAY,
  };
  const months = [1, 2, 3].map((n) => ({ month: `2026-0${6 + n}-01`, price: 1000, rank: 100, reviews: 5 }));
  test('readings before months before stated before one rank', () => {
    const readings = Array.from({ length: 20 }, (_, i) => reading(i, { rank: 60 }));
    const stated = { unitsPerMonth: 77, source: 'a file', day: '2026-11-01' };
    expect(estimateUnits({ ...nothing, readings, months, stated }).from).toBe('readings');
    expect(estimateUnits({ ...nothing, months, stated }).from).toBe('months');
    const byFile = estimateUnits({ ...nothing, stated, current: { rank: 9, day: TODAY } });
    expect(byFile.from).toBe('stated');
    expect(known(byFile.stated)).toMatchObject({
      value: 77,
      working: { method: 'Stated by a file, not computed here.' },
    });
    const alone = known(estimateUnits({ ...nothing, stated }).best);
    expect(alone.value).toBe(77);
    expect(alone.low).toBeLessThan(50);
    expect(alone.high).toBeGreaterThan(115);
    const single = estimateUnits({ ...nothing, current: { rank: 9, day: TODAY } });
    expect(single.from).toBe('current-rank');
    expect(known(single.best).working.warnings[0]).toContain('Only one rank');
  });
  test('nothing at all is unknown with a reason, never 0', () => {
    expect(estimateUnits(nothing)).toMatchObject({
      from: 'nothing',
      best: { known: false, reason: expect.stringContaining('No rank') },
    });
    expect(estimateUnits({ ...nothing, curve: null }).best).toMatchObject({ known: false });
  });
});
