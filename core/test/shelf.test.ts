import { courseOf } from '../src/demand/course.ts';
import { PARTS } from '../src/documents/shelf-rules.ts';
import { strangers } from '../src/shelf/belongs.ts';
import type { ShelfListing } from '../src/shelf/listing.ts';
import type { VerdictKey } from '../src/shelf/reading.ts';
import { onMap, shelfRulesFault, STARTER_SHELF_RULES } from '../src/shelf/rules.ts';
import { readShelf } from '../src/shelf/shelf.ts';

const context = { rules: STARTER_SHELF_RULES, currency: 'USD' };
let made = 0;
const listing = (facts: Partial<ShelfListing> = {}): ShelfListing => {
  const price = facts.price === undefined ? 3000 : facts.price;
  const units = facts.units === undefined ? 200 : facts.units;
  return {
    code: `L${made++}`,
    title: 'Folding book press, beech',
    brand: `Brand ${made}`,
    category: 'Paper › Presses',
    reviews: 120,
    reviewsMonth: 4,
    rating: 4.2,
    rank: 50,
    months: 30,
    craft: 70,
    pictures: 5,
    fulfilment: 'marketplace',
    soldByMarketplace: false,
    price90: 0,
    priceYear: 0.01,
    bestThreeShare: 0.27,
    revenue: price === null || units === null ? null : price * units,
    ...facts,
    price,
    units,
  };
};
const several = (n: number, facts: Partial<ShelfListing> = {}): ShelfListing[] =>
  Array.from({ length: n }, (_, i) => listing({ units: 150 + 10 * i, ...facts }));
const verdictsOf = (listings: ShelfListing[], more: object = {}): VerdictKey[] =>
  readShelf(listings, { ...context, ...more }).verdicts.map((v) => v.key);

describe('concentration', () => {
  test('shares 30, 30, 20, 20: HHI 2,600, highly concentrated (US DoJ & FTC, Merger Guidelines 2023)', () => {
    const { concentration } = readShelf(
      [30, 30, 20, 20].map((r) => listing({ revenue: r })),
      context,
    );
    expect(concentration!.hhi).toBeCloseTo(2600, 9);
    expect(concentration!.band).toBe('highly concentrated');
    expect(concentration!.effective).toBeCloseTo(1 / 0.26, 12);
    expect(concentration!.top.map((t) => Math.round(100 * t))).toEqual([30, 60, 80, 100]);
    expect(concentration!.holders).toBe(3);
  });
  test('listings of one brand are added; those without a brand stand for themselves', () => {
    const { concentration } = readShelf(
      [
        listing({ brand: 'Ab', revenue: 40 }),
        listing({ brand: 'aB', revenue: 20 }),
        listing({ brand: '', revenue: 30 }),
        listing({ brand: '', revenue: 10 }),
      ],
      context,
    );
    expect(concentration!.brands.map((b) => [b.share, b.codes.length])).toEqual([
      [0.6, 2],
      [0.3, 1],
      [0.1, 1],
    ]);
  });
});

describe('verdicts, each from its rule', () => {
  test('two brands that take most: owned, with their rows', () => {
    const giants = [listing({ brand: 'A', units: 3000 }), listing({ brand: 'B', units: 2500 })];
    const reading = readShelf([...giants, ...several(6, { units: 100 })], context);
    const owned = reading.verdicts.find((v) => v.key === 'owned')!;
    expect(owned).toMatchObject({ tone: 'fails', codes: giants.map((l) => l.code) });
    expect(owned.title).toBe('Two brands take 90 % of the revenue.');
    expect(reading.verdicts[0]!.key).toBe('owned');
  });
  test('most of those who earn have over 1,000 reviews: the wall, with the months to climb it', () => {
    const reading = readShelf(several(8, { reviews: 4000, reviewsMonth: 20, months: 60 }), context);
    const wall = reading.verdicts.find((v) => v.key === 'wall')!;
    expect(wall.codes).toHaveLength(7);
    // 20 reviews a month on a middle of 185 units: a newcomer at the lower quarter (167.5 units) needs 4,000 ÷ 18.1.
    expect(reading.wall!.perUnit).toBeCloseTo(160 / 1480, 9);
    expect(reading.wall!.expectedFrom).toBe('lower quarter');
    expect(reading.wall!.months).toBeCloseTo(4000 / ((160 / 1480) * 167.5), 6);
    expect(wall.detail).toContain('221 months');
  });
  test('a find far above the others is an outlier; one of them is not', () => {
    const find = listing({ units: 5000 });
    const others = [100, 110, 125, 130, 150, 160, 170, 200].map((units) => listing({ units }));
    expect(verdictsOf([find, ...others], { find: find.code })).toContain('outlier');
    expect(verdictsOf([find, ...others], { find: others[3]!.code })).not.toContain('outlier');
    expect(verdictsOf([find, ...others])).not.toContain('outlier');
  });
  test('newcomers earn, earn little, or earn because they are cheap', () => {
    const old = several(6);
    const young = (facts: Partial<ShelfListing>) => several(3, { months: 5, reviews: 12, ...facts });
    expect(verdictsOf([...old, ...young({})])).toContain('newcomers-earn');
    expect(verdictsOf([...old, ...young({ units: 10 })])).toContain('newcomers-starve');
    expect(verdictsOf([...old, ...young({ price: 1500, units: 320 })])).toContain('cheap-newcomers');
    expect(verdictsOf([...old, ...young({}).slice(1)]).filter((k) => k.includes('newcomers'))).toEqual([]);
  });
  test('prices that fall, or are cut by many, are a price war', () => {
    expect(verdictsOf(several(8, { priceYear: -0.1 }))).toContain('price-war');
    expect(verdictsOf([...several(6), ...several(2, { priceYear: -0.3 })])).toContain('price-war');
    expect(verdictsOf([...several(7), ...several(1, { priceYear: -0.3 })])).not.toContain('price-war');
    expect(verdictsOf(several(8, { priceYear: null, price90: -0.2 }))).toContain('price-war');
  });
  test('many that earn, nothing against it: healthy; weak pages are told', () => {
    expect(verdictsOf(several(8, { craft: 40 }))).toEqual(['weak-pages', 'healthy']);
    expect(verdictsOf(several(8, { units: 10 }))).not.toContain('healthy');
  });
  test('a flash in the searches speaks against a shelf that looks healthy', () => {
    const volumes = Array.from({ length: 156 }, (_, w) => (w % 52 > 44 ? 900 : 20));
    const course = courseOf({ first: '2023-11-28', volumes });
    expect(course.kind).toBe('flash');
    expect(verdictsOf(several(8), { course })).toEqual(['flash']);
  });
  test('each verdict states its rule, with the seller’s own numbers', () => {
    const rules = { ...STARTER_SHELF_RULES, wallReviews: 70, wallShare: 0.25 };
    const wall = readShelf(several(8), { ...context, rules }).verdicts.find((v) => v.key === 'wall')!;
    expect(wall.rule).toBe('At least 25 % of those who share most have over 70 reviews.');
  });
});

describe('nothing is said without grounds', () => {
  const unknown = {
    price: null,
    units: null,
    reviews: null,
    reviewsMonth: null,
    rating: null,
    rank: null,
    months: null,
    craft: null,
    price90: null,
    priceYear: null,
    bestThreeShare: null,
  };
  test.each([
    ['an empty shelf', []],
    ['a shelf of one', [listing()]],
    ['all-zero revenue', several(8, { units: 0 })],
    ['nothing known', several(8, unknown)],
    ['price 0', several(8, { price: 0 })],
  ])('%s', (_, listings) => {
    const reading = readShelf(listings, { ...context, find: listings[0]?.code ?? 'L' });
    expect(reading.verdicts.map((v) => v.key)).toEqual(['too-little']);
    expect(reading.unsaid.length).toBeGreaterThan(0);
    expect(reading.openness.value).toBeNull();
    // Numbers there are stay numbers: JSON would turn NaN and Infinity into null silently.
    const walk = (value: unknown): void => {
      if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
      else if (value && typeof value === 'object') Object.values(value).forEach(walk);
    };
    walk(reading);
    expect(JSON.stringify(reading.verdicts)).not.toMatch(/NaN|Infinity|null/);
  });
  test('missing reviews leave the wall out, and say so', () => {
    const reading = readShelf(several(8, { reviews: null, reviewsMonth: null }), context);
    expect(reading.wall).toBeNull();
    expect(reading.openness.missing).toContain('wall');
    expect(reading.unsaid.join(' ')).toContain('The review wall');
    expect(reading.openness.value).not.toBeNull();
  });
});

describe('openness', () => {
  test('is the weighted mean of the known parts, each read off its map', () => {
    const { openness } = readShelf([...several(6), ...several(3, { months: 4 })], context);
    const known = openness.parts.filter((p) => p.value !== null);
    const sum = known.reduce((s, p) => s + p.weight * p.value!, 0) / known.reduce((s, p) => s + p.weight, 0);
    expect(openness.value).toBeCloseTo(sum, 12);
    expect(openness.missing).toEqual([]);
    for (const p of known) expect(p.value).toBeCloseTo(onMap(STARTER_SHELF_RULES.parts[p.key].map, p.input!), 12);
  });
  test('says nothing of newcomers where there are fewer than three', () => {
    const { openness } = readShelf([...several(6), listing({ months: 4 })], context);
    expect(openness.missing).toEqual(['newcomers']);
  });
  test('is higher for an open shelf than for one owned by two', () => {
    const open = readShelf(several(10, { craft: 45 }), context).openness.value!;
    const owned = readShelf(
      [listing({ units: 4000 }), listing({ units: 4000 }), ...several(8, { units: 20 })],
      context,
    );
    expect(open).toBeGreaterThan(owned.openness.value! + 15);
  });
  test('maps are read between their points and hold outside them', () => {
    expect(
      [-1, 0, 5, 10, 99].map((x) =>
        onMap(
          [
            [0, 20],
            [10, 80],
          ],
          x,
        ),
      ),
    ).toEqual([20, 20, 50, 80, 80]);
    expect(onMap([], 3)).toBe(0);
  });
  test('rules that cannot be meant are refused in a sentence', () => {
    const wrong = (change: object) =>
      shelfRulesFault({ ...STARTER_SHELF_RULES, parts: { ...STARTER_SHELF_RULES.parts, ...change } });
    expect(
      wrong({
        wall: {
          weight: -1,
          map: [
            [0, 0],
            [1, 1],
          ],
        },
      }),
    ).toContain('weight');
    expect(wrong({ wall: { weight: 1, map: [[0, 0]] } })).toContain('two points');
    expect(
      wrong({
        wall: {
          weight: 1,
          map: [
            [1, 0],
            [0, 1],
          ],
        },
      }),
    ).toContain('rise');
    expect(
      wrong({
        wall: {
          weight: 1,
          map: [
            [0, 0],
            [1, 101],
          ],
        },
      }),
    ).toContain('100');
    const none = Object.fromEntries(PARTS.map((p) => [p, { ...STARTER_SHELF_RULES.parts[p], weight: 0 }]));
    expect(wrong(none)).toBe('At least one part must have a weight.');
  });
});

describe('what does not belong', () => {
  const presses = several(8);
  test('another category, words that are missing, a price far off: each with its reason', () => {
    const cat = listing({ category: 'Paper › Sheets' });
    const words = listing({ title: 'Leather craft tools' });
    const dear = listing({ price: 40_000 });
    const found = strangers([...presses, cat, words, dear], 'folding book press');
    expect(found.map((s) => s.code)).toEqual([cat.code, words.code, dear.code]);
    expect(found[0]!.reason).toBe('stands in Sheets, those with all the words stand in Presses');
    expect(found[1]!.reason).toContain('its title has none of');
    expect(found[2]!.reason).toBe('its price is 13.3 times above the middle');
  });
  test('none of a shelf of one kind, none under five', () => {
    expect(strangers(presses, 'folding book press')).toEqual([]);
    expect(strangers([...presses.slice(0, 3), listing({ price: 99_999 })])).toEqual([]);
  });
});

test('leaving one out changes everything that rests on it', () => {
  const giant = listing({ units: 5000 });
  const others = several(7);
  const withIt = readShelf([giant, ...others], context);
  const without = readShelf(others, context);
  expect(withIt.concentration!.hhi).toBeGreaterThan(without.concentration!.hhi);
  expect(withIt.spreads.units.mean).not.toBe(without.spreads.units.mean);
  expect(without.shares.has(giant.code)).toBe(false);
  expect(without.n).toBe(7);
});
