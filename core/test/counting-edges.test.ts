import { apart, blend } from '../src/estimate/blend.ts';
import { emptyReading, type Reading } from '../src/estimate/reading.ts';
import { compareCounts, stockFalls, stockSteps, unitsByStock } from '../src/estimate/stock-counts.ts';
import { addDays } from '../src/measures/day.ts';
import { DAYS_PER_MONTH } from '../src/measures/units.ts';
import { poissonInterval, Z80 } from '../src/stats/intervals.ts';

const UNTIL = '2026-11-24';
const back = (days: number): string => addDays(UNTIL, -days);
const reading = (daysAgo: number, stock: number | null, change: Partial<Reading> = {}): Reading => ({
  ...emptyReading(back(daysAgo)),
  stock,
  ...change,
});
const own = (daysAgo: number, stock: number, seller = '') => ({ day: back(daysAgo), stock, seller });
const kinds = (readings: readonly Reading[], window = 90): string[] =>
  stockSteps(readings, UNTIL, window).map((s) => s.kind);
/** A stock that falls by so much a day, counted daily. */
const falling = (days: number, perDay: number, start = 5000): Reading[] =>
  Array.from({ length: days + 1 }, (_, i) => reading(days - i, start - perDay * i));
const known = (figure: ReturnType<typeof unitsByStock>) => {
  if (!figure.known) throw new Error(figure.reason);
  return figure;
};

describe('the edges of what is compared', () => {
  test('seven days between readings are compared, eight are a gap; of one’s own counts fourteen and fifteen', () => {
    expect(kinds([reading(7, 20), reading(0, 10)])).toEqual(['sold']);
    expect(kinds([reading(8, 20), reading(0, 10)])).toEqual(['gap']);
    expect(stockSteps([], UNTIL, 90, [own(14, 20), own(0, 10)])[0]!.kind).toBe('sold');
    expect(stockSteps([], UNTIL, 90, [own(15, 20), own(0, 10)])[0]!.kind).toBe('gap');
  });
  test('a count belongs to the window up to its last day', () => {
    expect(kinds([reading(30, 20), reading(29, 10)], 30)).toEqual(['sold']);
    expect(kinds([reading(31, 20), reading(30, 10)], 30)).toEqual([]);
    expect(stockFalls([reading(31, 20), reading(30, 10)], UNTIL, 30).counts).toBe(1);
    expect(kinds([reading(0, 20), reading(-1, 10)])).toEqual([]);
  });
  test.each([
    ['a cap before', { stockCapped: true }, {}, 'capped'],
    ['a cap after', {}, { stockCapped: true }, 'capped'],
    ['another seller', { mainOffer: 'A' }, { mainOffer: 'B' }, 'handed over'],
    ['the same seller', { mainOffer: 'A' }, { mainOffer: 'A' }, 'sold'],
    ['a seller not noted before', {}, { mainOffer: 'B' }, 'sold'],
    ['a seller not noted after', { mainOffer: 'A' }, {}, 'sold'],
  ])('%s', (_, before, after, kind) => expect(kinds([reading(1, 20, before), reading(0, 10, after)])).toEqual([kind]));
  test('an unchanged stock sold nothing; an empty one says nothing; a rise is a restock of so many', () => {
    expect(stockSteps([reading(1, 20), reading(0, 20)], UNTIL, 90)[0]).toMatchObject({ kind: 'sold', pieces: 0 });
    expect(kinds([reading(1, 0), reading(0, 0)])).toEqual(['empty']);
    expect(stockSteps([reading(1, 0), reading(0, 15)], UNTIL, 90)[0]).toMatchObject({ kind: 'restock', pieces: 15 });
  });
  test('a stock that vanishes at more than six times its pace, and three pieces, was taken away; at six it was sold', () => {
    const usual = (last: number): Reading[] => [
      ...falling(10, 2, 20 + last).map((r) => ({ ...r, day: addDays(r.day, -1) })),
      reading(0, 0),
    ];
    expect(kinds(usual(15)).at(-1)).toBe('sold');
    expect(kinds(usual(16)).at(-1)).toBe('taken away');
    // Half a piece a day is the least pace that is taken for usual.
    expect(kinds([reading(1, 6), reading(0, 0)])).toEqual(['sold']);
    expect(stockFalls(usual(16), UNTIL, 90)).toMatchObject({ units: 20, days: 10, takenAway: 1 });
  });
  test('own counts take the place of readings of the days that they tell of, and of no others', () => {
    const steps = stockSteps(falling(10, 3), UNTIL, 90, [own(6, 100), own(3, 70)]);
    expect(steps.filter((s) => s.own).map((s) => [s.from, s.to, s.pieces])).toEqual([[back(6), back(3), 30]]);
    expect(steps.filter((s) => !s.own)).toHaveLength(7);
    expect(steps.map((s) => s.from)).toEqual(steps.map((s) => s.from).toSorted());
    expect(stockFalls(falling(10, 3), UNTIL, 90, [own(6, 100), own(3, 70)])).toMatchObject({
      units: 21 + 30,
      days: 10,
      own: { units: 30, days: 3 },
    });
    // A gap of one's own tells nothing: the readings stand.
    expect(stockSteps(falling(20, 3), UNTIL, 90, [own(20, 100), own(0, 70)]).filter((s) => !s.own)).toHaveLength(20);
  });
});

describe('the interval of counts, worked by hand', () => {
  /** Exact Poisson on the total (Garwood 1936), its logs widened by what the days counted do not tell of the quarter. */
  const bounds = (units: number, days: number, unseen: number): [number, number] => {
    const { low, high } = poissonInterval(units);
    const widen = (bound: number): number => Math.exp(Math.hypot(Math.log(bound / units), Z80 * unseen));
    const value = (units / days) * DAYS_PER_MONTH;
    return [value / widen(low), value * widen(high)];
  };
  test.each([
    ['80 days tell of the quarter', 80, {}, 0],
    ['60 days do, too', 60, {}, 0],
    ['15 days do less', 15, {}, 0.3 * Math.sqrt(1 - 15 / 60)],
    ['one other seller sells unseen', 80, { sellers: 2 }, 0.03],
    ['the one seller does not', 80, { sellers: 1 }, 0],
    ['both', 15, { sellers: 3 }, Math.hypot(0.03, 0.3 * Math.sqrt(1 - 15 / 60))],
  ])('%s', (_, days, change, unseen) => {
    const figure = known(
      unitsByStock(
        falling(days, 3).map((r) => ({ ...r, ...change })),
        UNTIL,
      ),
    );
    const [low, high] = bounds(3 * days, days, unseen);
    expect(figure.value).toBeCloseTo(3 * DAYS_PER_MONTH, 9);
    expect(figure.low).toBeCloseTo(low, 6);
    expect(figure.high).toBeCloseTo(high, 6);
  });
  test('a shorter window asks for no more days than it has', () => {
    const figure = known(unitsByStock(falling(30, 3), UNTIL, 30));
    expect(figure.low).toBeCloseTo(bounds(90, 30, 0)[0], 6);
  });
  test('nothing sold is 0 up to what chance allows', () => {
    const figure = known(unitsByStock(falling(40, 0), UNTIL));
    expect([figure.value, figure.low]).toEqual([0, 0]);
    expect(figure.high).toBeCloseTo((poissonInterval(0).high / 40) * DAYS_PER_MONTH, 9);
  });
  test('from ten steps on falls that vary more than chance are told; under that chance alone', () => {
    const uneven = (steps: number): Reading[] => {
      let stock = 5000;
      return Array.from({ length: steps + 1 }, (_, i) =>
        reading(steps - i, i === 0 ? stock : (stock -= i % 2 === 0 ? 1 : 9)),
      );
    };
    expect(stockFalls(uneven(9), UNTIL, 90).dispersion).toBe(1);
    // Ten falls of 9 and 1 in turn, five a day in the middle: χ² = 10 × 16 ÷ 5 = 32 over nine degrees.
    expect(stockFalls(uneven(10), UNTIL, 90).dispersion).toBeCloseTo(32 / 9, 9);
    expect(stockFalls(falling(20, 5), UNTIL, 90).dispersion).toBe(1);
  });
  test.each([
    [13, /Only 13 days are counted/],
    [14, null],
  ])('%i days counted', (days, warning) => {
    const { warnings } = known(unitsByStock(falling(days, 3), UNTIL)).working;
    if (warning) expect(warnings).toEqual([expect.stringMatching(warning)]);
    else expect(warnings).toEqual([]);
  });
  test('watching on is advised up to a month, and what was left out is said', () => {
    expect(known(unitsByStock(falling(29, 3), UNTIL)).working.better).toMatch(/Keep watching/);
    expect(known(unitsByStock(falling(30, 3), UNTIL)).working.better).toBeUndefined();
    const told = known(
      unitsByStock([reading(9, 0), reading(7, 0), reading(6, 40), ...falling(5, 2, 30)], UNTIL),
    ).working;
    expect(told.inputs.find((i) => i.label === 'Left out')!.value).toBe('1 restocks, 2 days without stock');
    expect(told.warnings).toContain('Out of stock on 2 days: these are left out, demand was not.');
    const none = known(unitsByStock(falling(20, 2), UNTIL)).working;
    expect(none.inputs.find((i) => i.label === 'Left out')!.value).toBe('nothing');
    expect(none.inputs.map((i) => i.label)).not.toContain('Of these, counted by you');
  });
  test.each([
    [[], /No stock has been counted/],
    [[reading(0, 4)], /One stock count says nothing yet/],
    [[reading(1, 4), reading(0, 9)], /the counts only rise \(restocks\)/],
    [
      [reading(2, 4), reading(1, 9), reading(0, 9, { stockCapped: true })],
      /no sale can be read from them: 1 restocks, 1 at the cap\./,
    ],
  ])('nothing to count from: %#', (readings, reason) => {
    const figure = unitsByStock(readings, UNTIL);
    expect(figure.known).toBe(false);
    expect(!figure.known && figure.reason).toMatch(reason);
  });
});

describe('own counts held against the stock that was read', () => {
  test('over the days that both tell of, in proportion', () => {
    // Read on eight of the ten days between the two counts: eight tenths of the 50 pieces are compared.
    const read = falling(8, 5, 400);
    expect(compareCounts(read, [own(10, 200), own(0, 150)], UNTIL, 90)).toEqual({
      days: 8,
      own: 40,
      read: 40,
      from: back(10),
      to: UNTIL,
      contradict: false,
    });
    // Half of the days is enough, less is not.
    expect(compareCounts(falling(5, 5, 400), [own(10, 200), own(0, 150)], UNTIL, 90)).toMatchObject({ days: 5 });
    expect(compareCounts(falling(4, 5, 400), [own(10, 200), own(0, 150)], UNTIL, 90)).toBeNull();
  });
  test.each([
    ['two standard deviations are none too many', 100, 128, false],
    ['more than that contradict', 100, 132, true],
    ['of many pieces a tenth of them must be apart, too', 4000, 4300, false],
    ['and then they contradict', 4000, 4500, true],
    ['in either direction', 132, 100, true],
  ])('%s: %i counted, %i read', (_, counted, read, contradict) => {
    const days = 10;
    const readings = [reading(days, 9000), reading(5, 9000 - Math.floor(read / 2)), reading(0, 9000 - read)];
    expect(compareCounts(readings, [own(days, 9000), own(0, 9000 - counted)], UNTIL, 90)).toMatchObject({
      own: counted,
      read,
      contradict,
    });
  });
});

describe('the blend, worked by hand', () => {
  /** A figure whose interval of 80 % is a factor up and down. */
  const figure = (value: number, factor: number) => ({
    known: true as const,
    value,
    low: value / factor,
    high: value * factor,
    working: { method: '', inputs: [], warnings: [] },
  });
  const of = (...figures: ReturnType<typeof figure>[]) => {
    const result = blend(figures.map((f, i) => ({ name: `Way ${i + 1}`, figure: f })));
    if (!result.known) throw new Error(result.reason);
    return result;
  };
  const factorOf = (sd: number): number => Math.exp(Z80 * sd);
  test('weights are the inverse variances of the logs, and the interval is theirs together', () => {
    const result = of(figure(100, factorOf(0.2)), figure(130, factorOf(0.4)));
    const mean = (Math.log(100) / 0.04 + Math.log(130) / 0.16) / (1 / 0.04 + 1 / 0.16);
    expect(result.value).toBeCloseTo(Math.exp(mean), 9);
    const spread = Math.sqrt(1 / (1 / 0.04 + 1 / 0.16));
    expect(result.low).toBeCloseTo(Math.exp(mean - Z80 * spread), 9);
    expect(result.high).toBeCloseTo(Math.exp(mean + Z80 * spread), 9);
    expect(result.working.inputs.map((i) => i.value)).toEqual([
      expect.stringContaining('weight 80 %'),
      expect.stringContaining('weight 20 %'),
    ]);
    expect(result.working.warnings).toEqual([]);
  });
  test('none is taken for surer than two per cent', () => {
    const sure = of(figure(100, 1), figure(104, 1));
    expect(sure.value).toBeCloseTo(Math.sqrt(100 * 104), 6);
    expect(sure.high / sure.value).toBeCloseTo(factorOf(0.02 / Math.SQRT2), 6);
  });
  test('a ratio of two is borne, more disagree, of those that claim to know', () => {
    const wide = factorOf(0.7);
    const loose = factorOf(0.8);
    expect(apart([figure(100, loose), figure(300, wide)])).toEqual({ ratio: 3, disagree: false });
    expect(apart([figure(100, wide), figure(200, wide)])).toEqual({ ratio: 2, disagree: false });
    expect(apart([figure(100, wide), figure(201, wide)]).disagree).toBe(true);
    expect(of(figure(100, wide), figure(201, wide)).working.warnings).toEqual([
      'The ways of counting disagree: the largest is 2.0 times the smallest. The interval is widened.',
    ]);
  });
  test('those that lie apart by more than chance widen the interval by Birge’s ratio, and to reach both', () => {
    // Logs 0.4 apart with deviations of 0.1: χ² = 0.4² ÷ 0.02 = 8 over one degree, beyond the 3.84 of 5 %.
    const low = 100;
    const high = 100 * Math.exp(0.4);
    const result = of(figure(low, factorOf(0.1)), figure(high, factorOf(0.1)));
    const birge = (0.1 / Math.SQRT2) * Math.sqrt(8);
    const reach = 0.4 / (2 * Z80);
    expect(result.high / result.value).toBeCloseTo(factorOf(Math.max(birge, reach)), 6);
    expect(apart([figure(low, factorOf(0.1)), figure(high, factorOf(0.1))]).disagree).toBe(true);
    // Logs 0.27 apart: χ² = 3.6, within chance.
    expect(apart([figure(100, factorOf(0.1)), figure(100 * Math.exp(0.27), factorOf(0.1))]).disagree).toBe(false);
  });
  test('a way that found nothing is left out and said; alone it stands', () => {
    const zero = { ...figure(0, 1), high: 3 };
    const result = of(figure(100, 1.2), figure(110, 1.2), zero);
    expect(result.value).toBeCloseTo(Math.sqrt(100 * 110), 6);
    expect(result.working.warnings).toEqual(['An estimate of 0 was left out: it has no weight beside the others.']);
    expect(of(zero)).toMatchObject({ value: 0, high: 3 });
  });
});
