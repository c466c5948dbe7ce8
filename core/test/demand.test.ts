import fc from 'fast-check';
import { BrandNames } from '../src/demand/brand-terms.ts';
import { emptyDemand, readDemand, writeDemand, type DemandChoice } from '../src/demand/choice.ts';
import { courseOf } from '../src/demand/course.ts';
import { mainTerm, rankTerms, relevanceOf } from '../src/demand/found-by.ts';
import { incomeAYear, meetsIncome, priceForIncome } from '../src/demand/income.ts';
import { NICHE_MEASURES } from '../src/demand/measures.ts';
import { binsOf, countBins, narrow, orderOf, outsideOf, pageInOrder, passesWithout } from '../src/demand/narrow.ts';
import type { CostRule } from '../src/documents/cost-rules.ts';
import { nicheFigures, outlayByRule, outlayToEnter, prepareNiche } from '../src/demand/niche.ts';
import { demandSentence } from '../src/demand/sentence.ts';
import { addWeeks, monthsOfWeeks, sumOfWeeks, weeksEnd } from '../src/demand/weeks.ts';
import { dayFromEpoch, epochDay } from '../src/measures/day.ts';
import { concentration, holdersOf } from '../src/stats/concentration.ts';
import { medianOf } from '../src/stats/robust.ts';
import { airlinePassengers } from './fixtures/airline-passengers.ts';

const DOLLARS = { currency: 'USD', measures: 'imperial' } as const;
/** A weekly series whose week of a day is searched as often as a function of the day's month (0–11) and year says. */
const weeksBy = (first: string, weeks: number, by: (month: number, year: number, week: number) => number) => ({
  first,
  volumes: Array.from({ length: weeks }, (_, w) => {
    const middle = dayFromEpoch(epochDay(first) + 7 * w + 3);
    return by(Number(middle.slice(5, 7)) - 1, Number(middle.slice(0, 4)), w);
  }),
});

describe('income target (common practice: an income of 2,500 a month is 30,000 a year)', () => {
  const target = { amount: 250_000, per: 'month' } as const;
  test('2,500 a month and 30,000 a year are the same target', () => {
    expect(incomeAYear(target)).toBe(3_000_000);
    expect(incomeAYear({ amount: 3_000_000, per: 'year' })).toBe(3_000_000);
  });
  test.each([
    [10, 3000, true],
    [30, 1000, true],
    [45, 667, true],
    [45, 600, false],
  ])('%d × %d a year: %s', (price, unitsAYear, meets) => {
    expect(meetsIncome(target, price * 100, unitsAYear / 12)).toBe(meets);
  });
  test('what is not known neither meets nor misses it', () => {
    expect(meetsIncome(target, null, 10)).toBeNull();
    expect(meetsIncome(target, 10, null)).toBeNull();
    expect(priceForIncome(target, 0)).toBeNull();
  });
  test('every point of the curve just meets it', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 1e4, noNaN: true }), (units) => {
        const price = priceForIncome(target, units)!;
        expect(meetsIncome(target, price, units)).toBe(true);
        expect(meetsIncome(target, price * 0.999, units)).toBe(false);
      }),
    );
  });
});

describe('weeks', () => {
  test('sums need every week', () => {
    expect(sumOfWeeks([1, null, 3], 2)).toBeNull();
    expect(sumOfWeeks([1, 2], 3)).toBeNull();
    expect(sumOfWeeks([null, 2, 3], 2)).toBe(5);
  });
  test('months are whole, and as long as each other', () => {
    const months = monthsOfWeeks(weeksBy('2024-01-01', 60, () => 7));
    expect(months[0]!.month).toBe('2024-01-01');
    for (const m of months) expect(m.volume).toBeCloseTo(30.4375, 9);
    expect(months.at(-1)!.month < weeksEnd({ first: '2024-01-01', volumes: new Array(60).fill(7) })).toBe(true);
  });
  test('a month that touches an unknown week is unknown', () => {
    const volumes = [7, 7, null, 7, 7, 7, 7, 7, 7, 7];
    expect(monthsOfWeeks({ first: '2026-01-01', volumes }).map((m) => m.volume === null)).toEqual([true, false]);
  });
  test('series of different starts are added week by week', () => {
    const sum = addWeeks([
      { series: { first: '2026-01-01', volumes: [1, 1, 1] }, share: 1 },
      { series: { first: '2026-01-08', volumes: [10, 10, 10] }, share: 0.5 },
    ]);
    expect(sum).toEqual({ first: '2026-01-01', volumes: [1, 6, 6, 5] });
    expect(addWeeks([])).toBeNull();
  });
});

describe('course', () => {
  const WINTER = [0.3, 0.25, 0.25, 0.25, 0.25, 0.25, 0.3, 0.4, 0.7, 1.6, 3.7, 3.75];
  const SUMMER = [0.5, 0.55, 0.8, 1.1, 1.45, 1.65, 1.6, 1.35, 0.95, 0.75, 0.65, 0.65];

  test('tells a flash, a season and lasting demand apart', () => {
    const flash = courseOf(weeksBy('2023-11-28', 156, (m) => 100 * WINTER[m]!));
    expect(flash.kind).toBe('flash');
    expect(flash.bestThree!.months.sort((a, b) => a - b)).toEqual([9, 10, 11]);
    const summer = courseOf(weeksBy('2023-11-28', 156, (m) => 100 * SUMMER[m]!));
    expect(summer.kind).toBe('season');
    expect(summer.words).toContain('a season');
    const even = courseOf(weeksBy('2023-11-28', 156, (_, __, w) => 100 + (w % 2)));
    expect(even).toMatchObject({ kind: 'steady', trend: 'level' });
  });
  test('the quarter’s pace tells when in the year one looks', () => {
    const inSeason = courseOf(weeksBy('2022-08-30', 156, (m) => 100 * SUMMER[m]!));
    expect(inSeason.quarterPace).toBeGreaterThan(1.3);
  });
  test('one peak that did not come back is no flash each year', () => {
    const once = courseOf(weeksBy('2023-11-28', 156, (m, y) => (y === 2026 && m >= 5 && m <= 7 ? 900 : 50)));
    expect(once.kind).toBe('once');
  });
  test('a trend is told with its size, and only where chance does not explain it', () => {
    const rising = courseOf(weeksBy('2023-11-28', 156, (_, __, w) => 100 * 1.2 ** (w / 52)));
    expect(rising.trend).toBe('rising');
    expect(rising.trendYear).toBeGreaterThan(0.15);
    expect(rising.trendYear).toBeLessThan(0.22);
    expect(rising.growthYear).toBeCloseTo(0.2, 2);
  });
  test('under 24 months the word is unknown', () => {
    const young = courseOf(weeksBy('2025-06-03', 77, (m) => 100 * WINTER[m]!));
    expect(young).toMatchObject({ kind: 'unknown', trend: 'unknown', season: null });
    expect(young.words).toMatch(/season unknown: \d+ of 24 months/);
  });
  test('nobody searched, no history, only gaps: said, without a number', () => {
    expect(courseOf(weeksBy('2023-11-28', 156, () => 0))).toMatchObject({
      kind: 'nobody',
      growthYear: null,
      quarterPace: null,
      words: 'nobody searched it',
    });
    expect(courseOf(null)).toMatchObject({ kind: 'unknown', year: null, words: 'no history is known' });
    expect(JSON.stringify(courseOf({ first: '2026-01-01', volumes: [null, null] }))).not.toContain('NaN');
  });
  test('the airline passengers have a season and rise (Box & Jenkins, series G)', () => {
    // Each month's passengers a day in all of its days, as weeks from January 1949 on.
    const perDay = (day: number): number => {
      const iso = dayFromEpoch(day);
      const at = (Number(iso.slice(0, 4)) - 1949) * 12 + Number(iso.slice(5, 7)) - 1;
      return (airlinePassengers[at] ?? airlinePassengers.at(-1)!) / 30.4375;
    };
    const from = epochDay('1949-01-01');
    const volumes = Array.from({ length: 626 }, (_, w) =>
      Array.from({ length: 7 }, (__, d) => perDay(from + 7 * w + d)).reduce((a, b) => a + b, 0),
    );
    const course = courseOf({ first: '1949-01-01', volumes });
    expect(course).toMatchObject({ trend: 'rising' });
    expect(course.bestThree!.months).toEqual(expect.arrayContaining([6, 7]));
    expect(course.season).toBeGreaterThan(0.8);
  });
});

test('a brand’s own name is known as a whole, word for word', () => {
  const names = new BrandNames(['Larchbrook', 'Dunmore Yard', 'Bell', 'Ash', 'Book Press'], new Set(['book', 'press']));
  expect(names.in('larchbrook window feeder')).toBe('Larchbrook');
  expect(names.in('feeder by Dunmore  Yard')).toBe('Dunmore Yard');
  expect(names.in('dunmore feeder')).toBeNull();
  expect(names.in('ash tray')).toBeNull();
  expect(names.in('folding book press')).toBeNull();
  expect(names.in('')).toBeNull();
});

describe('niche figures', () => {
  const one = { share: 0.4, price: 2000, units: 100, reviews: 10, weight: 900, volume: 4e6, brand: 'A' };
  const listings = [
    { ...one, share: 0.5 },
    { ...one, share: 0.35, price: 3000, units: 50, brand: 'a' },
    { ...one, share: 0.15, price: 90000, units: 1, brand: '' },
  ];
  test('middle figures are of those who share most of the clicks', () => {
    const f = nicheFigures(prepareNiche(listings, [0.9, 0.1]), 0.8);
    expect(f).toMatchObject({ holders: 2, holdersYearAgo: 1, price: 2500, units: 75, revenue: 187_500, brands: 1 });
    expect(f.topShare).toBeCloseTo(0.5, 12);
  });
  test('equal those of plain sorting, whatever the share', () => {
    const some = fc.array(
      fc.record({
        share: fc.double({ min: 0, max: 1, noNaN: true }),
        price: fc.option(fc.integer({ min: 1, max: 9999 }), { nil: null }),
        units: fc.option(fc.integer({ min: 0, max: 999 }), { nil: null }),
        reviews: fc.constant(null),
        weight: fc.constant(null),
        volume: fc.constant(null),
        brand: fc.constantFrom('a', 'B', ''),
      }),
      { maxLength: 25 },
    );
    fc.assert(
      fc.property(some, fc.double({ min: 0.05, max: 1, noNaN: true }), (of, share) => {
        const f = nicheFigures(prepareNiche(of, []), share);
        const shares = of.map((l) => l.share);
        expect(f.holders).toBe(holdersOf(shares, share));
        expect(f.effective ?? -1).toBeCloseTo(concentration(shares)?.effective ?? -1, 9);
        const leading = [...of].sort((a, b) => b.share - a.share).slice(0, f.holders ?? of.length);
        expect(f.price).toBe(medianOf(leading.flatMap((l) => l.price ?? [])));
      }),
    );
  });
  test('the outlay by a rule of thumb asks for the weight only where freight is paid by it', () => {
    const rule: CostRule = {
      category: '*',
      unitCost: { kind: 'share', rate: 0.3 },
      freightKg: 400,
      freightCubicMetre: 0,
      duty: 0.1,
      advertising: 0.2,
      months: 3,
      unitsShare: 0.5,
      once: 50_000,
    };
    // 100 a month: half of that for three months is 150 pieces; 6.00 and 10 % and 1.5 kg at 4.00 are 12.60 a piece.
    const middle = { price: 2000, units: 100, weight: 1500, volume: null };
    expect(outlayByRule(middle, rule)).toBe(150 * 1260 + 50_000);
    expect(outlayByRule({ ...middle, weight: null }, rule)).toBeNull();
    expect(outlayByRule({ ...middle, weight: null }, { ...rule, freightKg: 0 })).toBe(150 * 660 + 50_000);
    expect(outlayByRule({ ...middle, units: null }, rule)).toBeNull();
  });
  test('without listings, or without clicks, all is unknown', () => {
    for (const none of [[], [{ ...one, share: 0, price: null, units: null, reviews: null }]]) {
      const f = nicheFigures(prepareNiche(none, []), 0.8);
      expect(f).toMatchObject({ holders: null, effective: null, topShare: null, price: null, revenue: null });
    }
    expect(nicheFigures(prepareNiche([{ ...one, weight: 500 }, one], []), 1).weight).toBe(700);
    expect(outlayToEnter(null, 10, { costShare: 0.3, months: 2, fixed: 5 })).toBeNull();
  });
});

describe('narrowing', () => {
  const columns = fc.array(fc.oneof(fc.constant(Number.NaN), fc.integer({ min: -5, max: 5 })), {
    minLength: 1,
    maxLength: 60,
  });
  const bound = fc.option(fc.integer({ min: -5, max: 5 }), { nil: null });
  test('counts, costs and histograms equal those of asking every row', () => {
    fc.assert(
      fc.property(columns, bound, bound, fc.boolean(), (values, min, max, unknown) => {
        const a = Float64Array.from(values);
        const b = Float64Array.from(values, (v, i) => v + (i % 3));
        const ranges = [
          { min, max },
          { min: max, max: min, ...(unknown ? { unknown: true as const } : {}) },
        ];
        const limits = [a, b].map((c, i) => ({ key: `m${i}`, fails: outsideOf(c, ranges[i]!) }));
        const fails = (c: Float64Array, row: number, r: { min: number | null; max: number | null; unknown?: true }) =>
          Number.isNaN(c[row]!)
            ? !r.unknown
            : (r.min !== null && c[row]! < r.min) || (r.max !== null && c[row]! > r.max);
        const rows = [...a.keys()];
        const passA = rows.filter((r) => !fails(a, r, ranges[0]!));
        const passB = rows.filter((r) => !fails(b, r, ranges[1]!));
        const both = passA.filter((r) => passB.includes(r));
        const result = narrow(a.length, limits);
        expect(result.count).toBe(both.length);
        expect(result.costs).toEqual({ m0: passB.length - both.length, m1: passA.length - both.length });
        const bins = binsOf(a, { unit: 'count', scale: 'linear' });
        const counts = countBins(bins, passesWithout(result, limits, 'm0'));
        expect(counts.reduce((s, n) => s + n, 0)).toBe(passB.length);
        expect(counts.at(-1)).toBe(passB.filter((r) => Number.isNaN(a[r]!)).length);
      }),
    );
  });
  test('pages follow the order either way, unknown values last', () => {
    const column = Float64Array.from([3, Number.NaN, 1, 2]);
    const all = new Uint8Array(4).fill(1);
    const order = orderOf(column);
    expect(pageInOrder(order, column, false, all, 0, 9)).toEqual([2, 3, 0, 1]);
    expect(pageInOrder(order, column, true, all, 0, 9)).toEqual([0, 3, 2, 1]);
    expect(pageInOrder(order, column, true, all, 1, 3)).toEqual([3, 2]);
    expect(pageInOrder(order, null, true, all, 0, 1)).toEqual([1]);
  });
  test('few whole values get a bin each', () => {
    const bins = binsOf(Float64Array.from([1, 2, 2, 5]), { unit: 'count', scale: 'linear' });
    expect(bins.edges).toEqual([1, 2, 3, 4, 5, 6]);
    expect(countBins(bins, new Uint8Array(4).fill(1))).toEqual([1, 2, 0, 0, 1, 0]);
  });
});

describe('what is asked of Demand', () => {
  test('is written and read back', () => {
    const choice: DemandChoice = {
      ...emptyDemand(),
      categories: [3, 8],
      have: ['book press', 'oak'],
      leaveOut: ['kit'],
      ranges: { price: { min: 1800, max: null }, growthYear: { min: -0.1, max: 0.5, unknown: true } },
      courses: ['steady', 'season'],
      income: { amount: 250_000, per: 'month' },
      share: 0.5,
      outlay: { costShare: 0.25, months: 3, fixed: 200_000 },
      sort: 'holders',
      descending: false,
    };
    const written = writeDemand(choice, DOLLARS);
    expect(readDemand(written, DOLLARS)).toEqual({ choice, faults: [] });
    expect(new URLSearchParams(written).toString()).toContain('income=2500%2Fmonth');
    expect(writeDemand(emptyDemand(), DOLLARS)).toEqual([]);
    const terms = { ...emptyDemand('terms'), brandTerms: true, sort: 'buyRate' as const };
    expect(readDemand(writeDemand(terms, DOLLARS), DOLLARS).choice).toEqual(terms);
  });
  test('what cannot be read is named; a limit of the other view only waits', () => {
    const { faults, choice } = readDemand(
      [
        ['price', '9..1'],
        ['income', '0/month'],
        ['share', '4'],
        ['enter', 'a,b,c'],
        ['cat', 'x'],
        ['sort', 'beauty'],
        ['buyRate', '5..'],
        ['nonsense', '1'],
      ],
      DOLLARS,
    );
    expect(faults.map((f) => f.field)).toEqual(['price', 'income', 'share', 'enter', 'cat', 'sort', 'nonsense']);
    expect(choice).toEqual(emptyDemand());
  });
  test('stands in words', () => {
    const choice = readDemand(
      [
        ['cat', '3'],
        ['price', '18..45'],
        ['growthYear', '10..'],
        ['income', '2500/month'],
      ],
      DOLLARS,
    ).choice;
    expect(demandSentence(choice, { ...DOLLARS, name: 'Quayside' }, () => 'Looms')).toBe(
      'Niches in Looms: growth, a year at least 10 %, price 18 USD to 45 USD, where a middle listing brings in 2500 USD a month.',
    );
  });
  test('every measure says in a sentence what it is', () => {
    for (const m of NICHE_MEASURES) expect(m.explanation).toMatch(/\.$/);
  });
});

describe('terms of listings', () => {
  const listings = [
    { code: 'A', title: 'Folding book press, beech' },
    { code: 'B', title: 'Book press for journals' },
  ];
  const term = (id: number, text: string, volumeYear: number | null, ...standings: [string, number][]) => ({
    id,
    text,
    volumeYear,
    standings: standings.map(([code, unpaid]) => ({ code, unpaid, paid: null, share: null })),
  });
  const terms = [
    term(1, 'book press', 1000, ['A', 1], ['B', 4]),
    term(2, 'leather craft', 5000, ['A', 55]),
    term(3, 'journal press', 800),
    term(4, 'press', null, ['A', 9]),
  ];
  test('are ranked by relevance times volume, and told by how many they find', () => {
    const ranked = rankTerms(terms, listings);
    expect(ranked.map((r) => r.term.id)).toEqual([1, 3, 2, 4]);
    expect(ranked.map((r) => r.how)).toEqual(['all', 'none', 'some', 'some']);
    expect(ranked[0]!.relevance).toBeCloseTo((1 + (1 + 57 / 60) / 2) / 2, 12);
    const main = mainTerm(ranked, listings)!;
    expect(main.term.id).toBe(1);
    expect(main.reasoning).toContain('“book press”: relevance 0.99 × 1,000 searches a year = 988');
  });
  test('the main term describes: half of its words in the title, a place up to 20; else the weightiest', () => {
    const heavy = term(5, 'paint drawer insert', 90_000, ['A', 2]);
    expect(mainTerm(rankTerms([...terms, heavy], listings), listings)!.term.id).toBe(1);
    expect(mainTerm(rankTerms([heavy], listings), listings)!.term.id).toBe(5);
  });
  test('without volume or listings no main term is proposed', () => {
    expect(mainTerm(rankTerms([terms[3]!], listings), listings)).toBeNull();
    expect(mainTerm([], listings)).toBeNull();
    expect(rankTerms(terms, [])[0]!.relevance).toBe(0);
    expect(relevanceOf('', 'Book', null)).toBe(0);
  });
});
