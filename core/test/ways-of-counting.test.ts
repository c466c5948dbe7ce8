import { marksOf } from '../src/changes/day-marks.ts';
import { contradictionsOf } from '../src/estimate/contradictions.ts';
import { holdersOfOffer } from '../src/estimate/main-offer.ts';
import { parseCounts } from '../src/estimate/own-counts.ts';
import { rankEstimate, unitsAtLatestRank, unitsAtRank } from '../src/estimate/rank-curve.ts';
import { readingNotes } from '../src/estimate/reading.ts';
import { compareCounts, stockFalls, stockSteps, unitsByStock } from '../src/estimate/stock-counts.ts';
import { estimateUnits, type UnitsInput } from '../src/estimate/units.ts';
import { addDays } from '../src/measures/day.ts';
import { DAYS_PER_MONTH } from '../src/measures/units.ts';
import { known, powerLaw, reading, TODAY } from './fixtures/reading.ts';

const day = (back: number): string => addDays(TODAY, -back);
const count = (back: number, stock: number, seller = '') => ({ day: day(back), stock, seller });

describe('a count belongs to one seller', () => {
  const counts = [
    reading(6, { stock: 500, mainOffer: 'Tarn' }),
    reading(5, { stock: 490, mainOffer: 'Tarn' }),
    reading(4, { stock: 60, mainOffer: 'Weld' }),
    reading(3, { stock: 52, mainOffer: 'Weld' }),
    reading(2, { stock: 470, mainOffer: 'Tarn' }),
  ];
  test('the series begins anew when the main offer changes hands: 430 pieces were not sold in a day', () => {
    expect(stockFalls(counts, TODAY, 90)).toMatchObject({ units: 18, days: 2, handedOver: 2 });
    expect(stockSteps(counts, TODAY, 90).map((s) => s.kind)).toEqual(['sold', 'handed over', 'sold', 'handed over']);
  });
  test('where nobody noted the seller, neighbours are compared', () =>
    expect(stockFalls([reading(2, { stock: 9 }), reading(1, { stock: 7, mainOffer: 'Tarn' })], TODAY, 90).units).toBe(
      2,
    ));
  test('a stock that is taken away is not sold', () => {
    const away = [60, 58, 56, 54, 52, 0].map((stock, i) => reading(5 - i, { stock }));
    expect(stockFalls(away, TODAY, 90)).toMatchObject({ units: 8, days: 4, takenAway: 1 });
    // The last pieces may well be sold at once.
    expect(
      stockFalls(
        [8, 6, 4, 0].map((stock, i) => reading(3 - i, { stock })),
        TODAY,
        90,
      ).takenAway,
    ).toBe(0);
  });
  test('several sellers widen the interval and are said', () => {
    const days = (sellers: number) =>
      Array.from({ length: 85 }, (_, i) => reading(84 - i, { stock: 2000 - 10 * i, sellers }));
    const [alone, shared] = [known(unitsByStock(days(1), TODAY)), known(unitsByStock(days(4), TODAY))];
    expect(shared.value).toBe(alone.value);
    expect(shared.high - shared.low).toBeGreaterThan(1.2 * (alone.high - alone.low));
    expect(shared.working.warnings.join()).toContain('4 sellers');
  });
});

test('falls that vary more than chance widen the interval: by the root of their dispersion (Pearson’s χ² ÷ degrees)', () => {
  const series = (falls: (i: number) => number) => {
    let stock = 3000;
    return Array.from({ length: 71 }, (_, i) => reading(70 - i, { stock: (stock -= i === 0 ? 0 : falls(i)) }));
  };
  // By hand: 70 falls of 10, and 35 of 2 beside 35 of 18 (rate 10): χ² is 70 × 64 ÷ 10, over 69 degrees.
  const even = stockFalls(
    series(() => 10),
    TODAY,
    90,
  );
  const uneven = stockFalls(
    series((i) => (i % 2 === 0 ? 2 : 18)),
    TODAY,
    90,
  );
  expect([even.units, even.dispersion]).toEqual([700, 1]);
  expect(uneven.units).toBe(700);
  expect(uneven.dispersion).toBeCloseTo((70 * 6.4) / 69, 9);
  const width = (days: typeof even, readings: ReturnType<typeof series>): number => {
    const figure = known(unitsByStock(readings, TODAY));
    return Math.log(figure.high / figure.value) / Math.sqrt(days.dispersion);
  };
  expect(
    width(
      uneven,
      series((i) => (i % 2 === 0 ? 2 : 18)),
    ),
  ).toBeCloseTo(
    width(
      even,
      series(() => 10),
    ),
    9,
  );
});

describe('counts of one’s own', () => {
  const read = Array.from({ length: 11 }, (_, i) => reading(20 - i, { stock: 200 - 5 * i }));
  test('take the place of the stock that was read on the same days, and say so', () => {
    const own = [count(20, 300), count(15, 260)];
    const found = stockFalls(read, TODAY, 90, own);
    // Five days by hand, the five others as read.
    expect(found).toMatchObject({ units: 40 + 25, days: 10, own: { units: 40, days: 5 } });
    expect(known(unitsByStock(read, TODAY, 90, own)).working.inputs).toContainEqual({
      label: 'Of these, counted by you',
      value: '40 in 5 days',
    });
  });
  test('may lie two weeks apart, no more', () => {
    expect(stockFalls([], TODAY, 90, [count(30, 90), count(17, 40)])).toMatchObject({ units: 50, days: 13 });
    expect(stockFalls([], TODAY, 90, [count(30, 90), count(15, 40)])).toMatchObject({ units: 0, gaps: 1 });
  });
  test('of two sellers are not compared', () =>
    expect(stockFalls([], TODAY, 90, [count(9, 90, 'A'), count(8, 40, 'B')]).handedOver).toBe(1));
  test('that contradict the stock read are found; those that agree are not', () => {
    expect(compareCounts(read, [count(20, 300), count(12, 180)], TODAY, 90)).toEqual({
      days: 8,
      from: day(20),
      to: day(12),
      own: 120,
      read: 40,
      contradict: true,
    });
    expect(compareCounts(read, [count(20, 300), count(12, 255)], TODAY, 90)!.contradict).toBe(false);
    expect(compareCounts(read, [count(60, 300), count(52, 255)], TODAY, 90)).toBeNull();
  });
  test.each([
    ['2026-11-20\t140', [{ day: '2026-11-20', stock: 140, seller: '' }]],
    ['20.11.2026;1.400;Tarn & Weld', [{ day: '2026-11-20', stock: 1400, seller: 'Tarn & Weld' }]],
    ['date,stock\n2026-11-20,140\n\n2026-11-20,138', [{ day: '2026-11-20', stock: 138, seller: '' }]],
    ['2026-11-21 9\n2026-11-20 12', [count(4, 12), count(3, 9)]],
  ])('are pasted as %j', (text, counts) => expect(parseCounts(text, TODAY)).toEqual({ counts, faults: [] }));
  test.each([
    ['2026-11-20 12.5', 'whole number'],
    ['2026-11-20 many', 'whole number'],
    ['2026-11-20 -3', '0 to'],
    ['2026-12-01 3', 'future'],
    ['2026-02-30 3', 'is no date'],
  ])('%j is refused by its line', (text, reason) => {
    const { counts, faults } = parseCounts(`2026-11-01 5\n${text}`, TODAY);
    expect(counts).toHaveLength(1);
    expect(faults).toEqual([{ line: 2, reason: expect.stringContaining(reason) }]);
  });
});

describe('ranks over windows', () => {
  const curve = powerLaw(6, 0.9);
  test('each window averages its own days; the mean rank’s value stands beside it and is lower', () => {
    const days = Array.from({ length: 60 }, (_, i) => reading(i, { rank: i < 7 ? 50 : i % 2 === 0 ? 100 : 400 }));
    const week = rankEstimate(days, curve, TODAY, 7);
    const quarter = rankEstimate(days, curve, TODAY, 90);
    expect(known(week.figure).value).toBeCloseTo(DAYS_PER_MONTH * unitsAtRank(curve, 50), 9);
    expect(quarter.days).toBe(60);
    expect(quarter.atMeanRank).toBeLessThan(known(quarter.figure).value);
    expect(quarter.atMeanRank).toBeCloseTo(DAYS_PER_MONTH * unitsAtRank(curve, quarter.meanRank!), 9);
  });
  test('a year takes months for the days that nobody read, weighed by their days', () => {
    const days = Array.from({ length: 54 }, (_, i) => reading(i, { rank: 100 }));
    const months = ['2026-07-01', '2026-08-01', '2026-10-01'].map((month) => ({ month, rank: 900 }));
    const year = rankEstimate(days, curve, TODAY, 365, months);
    // July and August; of October every day was read.
    expect(year.monthlyDays).toBe(62);
    const [u100, u900] = [unitsAtRank(curve, 100), unitsAtRank(curve, 900)];
    expect(known(year.figure).value).toBeCloseTo(DAYS_PER_MONTH * ((54 * u100 + 62 * u900) / 116), 6);
    expect(known(year.figure).working.inputs).toContainEqual({
      label: 'From monthly averages',
      value: '62 days of 2 months',
    });
  });
  test('today’s rank alone is shown with a warning and a wide interval', () => {
    const figure = known(unitsAtLatestRank([reading(3, { rank: 50 }), reading(0, { rank: 80 })], curve, TODAY));
    expect(figure.value).toBeCloseTo(DAYS_PER_MONTH * unitsAtRank(curve, 80), 9);
    expect(figure.working.warnings[0]).toContain('Not to be used');
    expect(figure.high / figure.low).toBeGreaterThan(3);
  });
});

describe('odd readings: a sentence each, no crash, no silly number', () => {
  const input = (change: Partial<UnitsInput>): UnitsInput => ({
    readings: [],
    months: [],
    curve: powerLaw(6, 0.9),
    reviewRate: { perUnit: 0.02, spread: 0.4 },
    stated: null,
    current: { rank: null, day: TODAY },
    until: TODAY,
    ...change,
  });
  const cases: [string, UnitsInput, RegExp][] = [
    ['none', input({}), /^No reading of the last 90 days/],
    ['one', input({ readings: [reading(0, { rank: 40, stock: 12 })] }), /^Only one reading, of 2026-11-24/],
    [
      'stock counts only rising',
      input({ readings: [1, 4, 9].map((stock, i) => reading(2 - i, { stock })) }),
      /3 stock counts only rise/,
    ],
    [
      'ranks missing on half of the days',
      input({ readings: Array.from({ length: 40 }, (_, i) => reading(i, { rank: i % 2 === 0 ? 50 : null })) }),
      /rank is missing on 20 of 40 days/,
    ],
    [
      'a date in the future',
      input({ readings: [reading(-9, { rank: 1 }), ...Array.from({ length: 9 }, (_, i) => reading(i, { rank: 50 }))] }),
      /dated after today \(2026-12-03\)/,
    ],
    [
      'two readings on one day',
      input({ readings: [reading(1, { rank: 1 }), reading(1, { rank: 50 }), reading(0, { rank: 50 })] }),
      /One day has two readings/,
    ],
  ];
  test.each(cases)('%s', (_, given, sentence) => {
    const made = estimateUnits(given);
    expect(made.notes.join(' ')).toMatch(sentence);
    for (const figure of [
      made.best,
      made.stock,
      made.reviews,
      made.latestRank,
      ...Object.values(made.ranks).map((r) => r.figure),
    ])
      if (figure.known)
        for (const n of [figure.value, figure.low, figure.high]) {
          expect(Number.isFinite(n)).toBe(true);
          expect(n).toBeGreaterThanOrEqual(0);
          expect(n).toBeLessThan(20_000);
        }
      else expect(figure.reason).toMatch(/\.$/);
  });
  test('the later of two readings of a day counts, and none after today does', () => {
    const base = Array.from({ length: 9 }, (_, i) => reading(i, { rank: 50 }));
    const same = (readings: UnitsInput['readings']) => known(estimateUnits(input({ readings })).ranks[90].figure).value;
    expect(same([reading(0, { rank: 1 }), ...base])).toBeCloseTo(same(base), 9);
    expect(same([...base, reading(-3, { rank: 1 })])).toBeCloseTo(same(base), 9);
  });
  test('an even series has nothing odd', () =>
    expect(
      readingNotes(
        Array.from({ length: 30 }, (_, i) => reading(i, { rank: 9, stock: 90 + i })),
        TODAY,
        90,
      ),
    ).toEqual([]));
});

describe('why ways of counting differ', () => {
  const curve = powerLaw(6, 0.9);
  const days = (rank: (i: number) => number, stock: (i: number) => number | null, sellers = 1) =>
    Array.from({ length: 88 }, (_, i) => reading(87 - i, { rank: rank(i), stock: stock(i), sellers }));
  const estimate = (readings: UnitsInput['readings']) =>
    estimateUnits({
      readings,
      months: [],
      curve,
      reviewRate: null,
      stated: null,
      current: { rank: null, day: TODAY },
      until: TODAY,
    });
  const perDay = unitsAtRank(curve, 100);
  test('equal ways agree', () =>
    expect(
      estimate(
        days(
          () => 100,
          (i) => Math.round(5000 - perDay * i),
        ),
      ).agreement,
    ).toMatchObject({ state: 'agree' }));
  test('several sellers: the counts see one of them', () => {
    const { agreement } = estimate(
      days(
        () => 100,
        (i) => Math.round(5000 - 0.3 * perDay * i),
        5,
      ),
    );
    expect(agreement.state).toBe('disagree');
    expect(agreement.reasons[0]).toContain('5 sellers');
    expect(agreement.ratio).toBeGreaterThan(2);
  });
  test('days without stock pull the rank down, not the counts', () => {
    const out = (i: number): boolean => i >= 30 && i < 60;
    const { agreement } = estimate(
      days(
        (i) => (out(i) ? 4000 : 100),
        (i) => (out(i) ? 0 : Math.round(5000 - perDay * i)),
      ),
    );
    expect(agreement.reasons.join()).toContain('out of stock on');
  });
  test('a listing off the curve is said to be that', () =>
    expect(
      estimate(
        days(
          () => 100,
          (i) => Math.round(9000 - 3 * perDay * i),
        ),
      ).agreement.reasons[0],
    ).toContain('ranks it lower than its sales would'));
  test('reviews that lag are named alone where rank and counts meet', () => {
    const { agreement } = estimateUnits({
      readings: days(
        () => 100,
        (i) => Math.round(5000 - perDay * i),
      ).map((r, i) => ({ ...r, reviews: 100 + Math.floor(i / 9) })),
      months: [],
      curve,
      reviewRate: { perUnit: 0.1, spread: 0.2 },
      stated: null,
      current: { rank: null, day: TODAY },
      until: TODAY,
    });
    expect(agreement).toMatchObject({ state: 'disagree', reasons: [expect.stringContaining('Fewer reviews come')] });
  });
  test('one way stands alone', () =>
    expect(
      estimate(
        days(
          () => 100,
          () => null,
        ),
      ).agreement,
    ).toEqual({ state: 'alone', ratio: null, reasons: [] }));
});

test('who held the main offer how long', () => {
  const days = [9, 8, 7, 6, 3].map((back) => reading(back, { mainOffer: back === 7 ? 'Weld' : 'Tarn' }));
  expect(holdersOfOffer([...days, reading(2, {}), reading(120, { mainOffer: 'Old' })], TODAY, 90)).toEqual([
    { seller: 'Tarn', days: 4, share: 0.8, first: day(9), last: day(3) },
    { seller: 'Weld', days: 1, share: 0.2, first: day(7), last: day(7) },
  ]);
});

test('the days of a history that deserve a mark', () => {
  const marks = marksOf(
    [
      reading(5, { price: 1000, stock: 4, mainOffer: 'Tarn' }),
      reading(4, { price: 1030, stock: 0, mainOffer: 'Tarn' }),
      reading(3, { price: 800, stock: 90, mainOffer: 'Weld' }),
    ],
    [day(4)],
    TODAY,
  );
  expect(marks.map((m) => `${m.day} ${m.kind}: ${m.text}`)).toEqual([
    `${day(4)} spike: far above the rest`,
    `${day(4)} empty: out of stock`,
    `${day(3)} price: price down 22 %`,
    `${day(3)} holder: main offer to Weld`,
  ]);
  // Another seller's stock is no restock.
  expect(marksOf([reading(2, { stock: 1 }), reading(1, { stock: 31 })], [], TODAY)).toEqual([
    { day: day(1), kind: 'restock', text: '30 pieces came in' },
  ]);
});

describe('sources that contradict each other', () => {
  const estimate = {
    known: true as const,
    value: 100,
    low: 90,
    high: 112,
    working: { method: '', inputs: [], warnings: [] },
  };
  const told = { estimate, from: 'readings', today: TODAY, stated: [], seen: [], counts: null };
  const stated = (value: number, source = 'a file', back = 9) => ({
    measure: 'units' as const,
    source,
    value,
    day: day(back),
  });
  test('units as stated far outside the interval: both sides, the estimate is used', () => {
    const [found] = contradictionsOf({ ...told, stated: [stated(300)] });
    expect(found!.sides.map((s) => [s.source, s.used])).toEqual([
      ['the estimate', true],
      ['a file', false],
    ]);
    expect(found!.sentence).toContain('90 to 112');
    expect(contradictionsOf({ ...told, stated: [stated(140)] })).toEqual([]);
  });
  test('two sources that state different units: the newest is used where nothing was read', () => {
    const both = [stated(100, 'A', 9), stated(250, 'B', 3)];
    const [found] = contradictionsOf({ ...told, from: 'stated', stated: both });
    expect(found!.sides.map((s) => [s.source, s.used])).toEqual([
      ['B', true],
      ['A', false],
    ]);
    expect(found!.sentence).toContain('2.5 times');
  });
  test('prices within three days, by two sources', () => {
    const seen = (value: number, source: string, back: number) => ({
      measure: 'price' as const,
      source,
      value,
      day: day(back),
    });
    const [found] = contradictionsOf({ ...told, seen: [seen(1000, 'feed', 5), seen(1400, 'import', 3)] });
    expect(found!.sides[0]).toMatchObject({ source: 'import', used: true });
    expect(contradictionsOf({ ...told, seen: [seen(1000, 'feed', 15), seen(1400, 'import', 3)] })).toEqual([]);
    expect(contradictionsOf({ ...told, seen: [seen(1000, 'feed', 5), seen(1400, 'feed', 3)] })).toEqual([]);
    expect(contradictionsOf({ ...told, seen: [seen(1000, 'feed', 5), seen(1050, 'import', 3)] })).toEqual([]);
  });
  test('own counts against the stock read', () => {
    const counts = { days: 8, from: day(20), to: day(12), own: 120, read: 40, contradict: true };
    expect(contradictionsOf({ ...told, counts })[0]!.sentence).toContain('120 pieces sold');
    expect(contradictionsOf({ ...told, counts: { ...counts, contradict: false } })).toEqual([]);
  });
});
