import { pageCraft } from '../src/listing-page/page-craft.ts';
import { addDays, addMonths } from '../src/measures/day.ts';
import { courseOfUnits, monthsTogether, type MonthUnits } from '../src/season/listing-course.ts';
import { readMonths } from '../src/season/months.ts';
import { emptyChoice, readSift } from '../src/sift/address.ts';
import { againstSift, type SievedListing } from '../src/sift/against.ts';
import { MEASURES, type MeasureKey } from '../src/sift/measures.ts';
import { airlinePassengers } from './fixtures/airline-passengers.ts';
import { TODAY } from './fixtures/reading.ts';

// Seasonal factors of series G, January first: Box & Jenkins.
const FACTORS = [0.9102, 0.8836, 1.0074, 0.9759, 0.9814, 1.1128, 1.2266, 1.2199, 1.0605, 0.9218, 0.8012, 0.8988];
/** Months up to last month, oldest first. */
const months = (values: readonly (number | null)[]): MonthUnits[] =>
  values.map((units, i) => ({ month: addMonths('2026-10-01', i - values.length + 1), units }));

describe('season and trend of months', () => {
  test('the airline passengers (Box & Jenkins, series G): factors by calendar month, rising, a clear season', () => {
    const read = readMonths(airlinePassengers, 0);
    read.factors!.forEach((f, m) => expect(f).toBeCloseTo(FACTORS[m]!, 4));
    expect(read).toMatchObject({ kind: 'steady', trend: 'rising' });
    expect(read.trendP).toBeLessThan(0.001);
    // The same from April on: the factors still begin with January.
    readMonths(airlinePassengers.slice(3, 3 + 132), 3).factors!.forEach((f, m) =>
      expect(f).toBeCloseTo(FACTORS[m]!, 1),
    );
  });
  test('a strong season is said with its months, weak months counted', () => {
    const year = [1, 1, 1, 1, 1, 1, 1, 1, 1, 4, 9, 9];
    const course = courseOfUnits(months([...year, ...year, ...year].slice(0, 34)), [], TODAY);
    expect(course.kind).toBe('flash');
    expect(course.words).toMatch(/^A flash each year: \d+ % of a year in/);
    expect(course.weakMonths).toBeGreaterThan(7);
  });
  test('an even course is steady and hardly swings', () => {
    const course = courseOfUnits(months(Array.from({ length: 30 }, (_, i) => 100 + (i % 3))), [], TODAY);
    expect(course).toMatchObject({ kind: 'steady', trend: 'level', weakMonths: 0 });
    expect(course.swing).toBeLessThan(0.05);
    expect(course.words).toBe('Steady over the year; no clear trend; month by month it hardly swings beside that.');
  });
  test('under 24 months: "unknown", the pace by whole weeks, with its date in the year', () => {
    const daily = Array.from({ length: 364 }, (_, i) => ({ day: addDays(TODAY, -i), units: i < 91 ? 20 : 10 }));
    const course = courseOfUnits(months(new Array<number>(12).fill(300)), daily, TODAY);
    expect(course.kind).toBe('unknown');
    expect(course.pace).toBeCloseTo(20 / ((91 * 20 + 273 * 10) / 364), 9);
    expect(course.words).toBe(
      'Season unknown: 12 of 24 whole months are known; in November the last quarter runs at 1.6 times the year’s pace.',
    );
    expect(course.factors).toBeNull();
  });
  test('a gap ends what is known, and the month that runs is not whole', () => {
    const course = courseOfUnits([...months([5, null, 7, 8]), { month: '2026-11-01', units: 99 }], [], TODAY);
    expect(course.months.map((m) => m.units)).toEqual([7, 8]);
    expect(courseOfUnits([], [], TODAY).words).toBe('No whole month is known.');
  });
  test('quarters against quarters', () => {
    const course = courseOfUnits(
      months([10, 10, 10, ...new Array<number>(6).fill(5), 20, 20, 20, 30, 30, 30]),
      [],
      TODAY,
    );
    expect(course.growthQuarter).toBeCloseTo(0.5, 12);
    expect(course.growthYear).toBeCloseTo(2, 12);
  });
  test('listings are added up as far back as half of them reach, so that newcomers are no growth', () => {
    const each = [24, 24, 14, 6].map((n) => months(new Array<number>(n).fill(10)));
    const together = monthsTogether(each, TODAY)!;
    expect(together).toHaveLength(24);
    expect(together.map((m) => m.units)).toEqual(new Array(24).fill(20));
    expect(monthsTogether(each.slice(2), TODAY)).toBeNull();
  });
});

describe('a listing against a sieve, limit by limit', () => {
  const market = { currency: 'USD', measures: 'imperial' as const };
  const measures = Object.fromEntries(MEASURES.map((m) => [m.key, null])) as Record<MeasureKey, number | null>;
  const listing = (change: Partial<SievedListing> = {}): SievedListing => ({
    title: 'Folding book press, beech, A5',
    brand: 'Tarn Lane',
    measures: { ...measures, price: 4150, units: 352, reviews: 61, weight: 1724, priceYear: -0.123 },
    choices: { size: 'Parcel', by: 'marketplace', sold: null, best: '12' },
    flags: [{ key: 'breakable', kind: 'risk', label: 'breakable', reason: '' }],
    mark: null,
    categories: [1, 4],
    ...change,
  });
  const verdicts = (search: string, l = listing()) =>
    againstSift(
      l,
      readSift(new URLSearchParams(search), market).choice,
      market,
      (id) => ['', 'Paper', '', '', 'Presses'][id],
    ).map(({ name, met, value, asked, off }) => [name, met, value, asked, off]);
  test.each([
    ['price=18..45', ['Price', true, '41.5 USD', '18 USD to 45 USD', '']],
    ['price=45..', ['Price', false, '41.5 USD', 'at least 45 USD', '3.5 USD too little']],
    ['reviews=..50', ['Reviews', false, '61', 'at most 50', '11 too much']],
    ['weight=..3', ['Weight', false, '3.8 lb', 'at most 3 lb', '0.8 lb too much']],
    ['priceYear=-10..', ['Price, a year', false, '-12 %', 'at least -10 %', '2 % too little']],
    ['rating=4..', ['Rating', null, 'not known', 'at least 4', '']],
    ['rating=4..?', ['Rating', true, 'not known', 'at least 4', '']],
    ['cat=1', ['Categories', true, 'Presses', 'Paper', '']],
    ['cat=9', ['Categories', false, 'Presses', '9', '']],
    ['size=Parcel', ['Size class', true, 'Parcel', 'Parcel', '']],
    ['best=6,7', ['Best month', false, 'December', 'June or July', '']],
    ['sold=no', ['Sold by the marketplace', null, 'not known', 'no', '']],
    ['brand=tarn lane', ['Brand is', true, 'Tarn Lane', 'tarn lane', '']],
    ['not-brand=Tarn Lane', ['Brand is not', false, 'Tarn Lane', 'not Tarn Lane', '']],
    ['has=book presses,oak', ['Title with all of', false, 'without “oak”', '“book presses”, “oak”', '']],
    ['any=oak,beech', ['Title with one of', true, '“beech”', '“oak”, “beech”', '']],
    ['not=folding', ['Title without', false, '“folding”', 'none of “folding”', '']],
    ['hide=breakable,heavy', ['Hidden flags', false, 'breakable', 'none of breakable, heavy or oversize', '']],
    ['only=giftable', ['Flags asked for', false, 'none of them', 'giftable', '']],
  ])('%s', (search, verdict) => {
    const [found] = verdicts(search);
    expect(found).toEqual(verdict);
  });
  test('no limits, no verdicts', () => expect(againstSift(listing(), emptyChoice(), market)).toEqual([]));
  test('each limit of a sieve is there once, in the order of its cards', () =>
    expect(verdicts('units=300..&price=18..45&hide=gated&cat=4').map(([name]) => name)).toEqual([
      'Categories',
      'Price',
      'Units a month',
      'Hidden flags',
    ]));
});

describe('page craft', () => {
  const page = {
    title: 'Folding book press, beech, A5, with two plates and a linen strap for travel',
    pictures: 4,
    bullets: ['The spindle turns without a squeak, so that you work in peace.', 'Good wood.'],
    description: 'A press.',
  };
  test('every point it takes away says what was found and what would be better', () => {
    const craft = pageCraft(page);
    for (const part of craft.parts) for (const c of part.checks) expect(c.better === '').toBe(c.points >= c.of);
    expect(craft.parts.find((p) => p.key === 'pictures')!.checks[0]).toMatchObject({
      found: '4',
      better: expect.stringContaining('seven or more'),
    });
    expect(craft.parts.find((p) => p.key === 'bullets')!.checks.map((c) => c.found)).toEqual(['2', '1 of 2', '1 of 2']);
  });
  test('a part’s points are the sum of its checks, within 0 and 100', () => {
    const shouting = pageCraft({ ...page, title: 'PRESS PRESS PRESS BOOK BOOK' }).parts[0]!;
    expect(shouting.points).toBe(0);
    for (const part of pageCraft(page).parts)
      expect(Math.abs(part.points - part.checks.reduce((sum, c) => sum + c.points, 0))).toBeLessThanOrEqual(1);
  });
  test('a person may overrule a part: marked, with the rubric’s own points kept; the whole follows', () => {
    const own = { part: 'pictures' as const, points: 95, note: 'filmed in use', day: TODAY, version: 1 };
    const craft = pageCraft(page, [own]);
    expect(craft.parts.find((p) => p.key === 'pictures')).toMatchObject({
      points: 95,
      overruled: { rubric: 60, note: 'filmed in use', day: TODAY },
    });
    expect(craft.value).toBe(Math.round(pageCraft(page).value + 0.3 * 35));
  });
  test('a part that is not known can be judged by a person', () => {
    const unknown = { ...page, bullets: null };
    expect(pageCraft(unknown).leftOut).toEqual(['bullets']);
    const judged = pageCraft(unknown, [{ part: 'bullets', points: 50, note: '', day: TODAY, version: 1 }]);
    expect(judged.leftOut).toEqual([]);
    expect(judged.parts.find((p) => p.key === 'bullets')).toMatchObject({ points: 50, checks: [] });
  });
});
