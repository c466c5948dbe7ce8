import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { NICHE_MEASURES, TERM_MEASURES } from '../src/demand/measures.ts';
import { FLAGS, type FlagKey } from '../src/documents/flag-rules.ts';
import { FLAG_NAMES, flagBit } from '../src/listing/flags.ts';
import { wordsOf } from '../src/listing/words.ts';
import { readSift, writeSift, type SiftChoice } from '../src/sift/address.ts';
import { gradeMeasures } from '../src/sift/grades.ts';
import { byRule, known } from '../src/costing/rule-of-thumb.ts';
import type { CostRule } from '../src/documents/cost-rules.ts';
import { buildSiftIndex, patchSiftIndex, reruleSiftIndex, SiftIndexBuilder } from '../src/sift/build-index.ts';
import { foldFamilies } from '../src/sift/fold.ts';
import { bytesOfSiftIndex, CHOICES, type SiftIndex, type SiftRow } from '../src/sift/index.ts';
import { emptyQuery, type Range, type SiftQuery } from '../src/sift/limits.ts';
import { MEASURES, type MeasureKey } from '../src/sift/measures.ts';
import { pageOf, sortRows, type SortKey } from '../src/sift/order.ts';
import { limitCache, sift } from '../src/sift/query.ts';
import { sentenceOf } from '../src/sift/sentence.ts';
import { starterSieves } from '../src/sift/starter-sieves.ts';
import { waysBack } from '../src/sift/ways-back.ts';

type Given = keyof SiftRow['measures'];
const GIVEN = MEASURES.map((m) => m.key).filter((key): key is Given => key !== 'months');
const row = (
  id: number,
  change: Partial<Omit<SiftRow, 'measures' | 'choices'>> & {
    measures?: Partial<SiftRow['measures']>;
    choices?: Partial<SiftRow['choices']>;
  } = {},
): SiftRow => ({
  id,
  category: 1,
  title: `Listing ${id}`,
  brand: 'Oakumble',
  flags: 0,
  family: 0,
  onSaleSince: null,
  ...change,
  choices: { size: null, by: null, sold: null, best: null, ...change.choices },
  measures: { ...(Object.fromEntries(GIVEN.map((k) => [k, null])) as SiftRow['measures']), ...change.measures },
});
const query = (change: Partial<SiftQuery> = {}): SiftQuery => ({ ...emptyQuery(), ...change });

const TITLES = ['Oak book press', 'Book presses, set', 'Paint rack', 'Tracker of racks', 'Kite', 'A press for a book'];
const BRANDS = ['Oakumble', 'Hollin', ''];
const anyRow = fc.record({
  category: fc.integer({ min: 1, max: 4 }),
  size: fc.constantFrom('Letter-box', 'Parcel', null),
  title: fc.constantFrom(...TITLES),
  brand: fc.constantFrom(...BRANDS),
  flags: fc.subarray<FlagKey>(['gated', 'sharp', 'steady']),
  values: fc.array(
    fc.option(fc.oneof(fc.integer({ min: -20, max: 60 }), fc.double({ min: -1, max: 60, noNaN: true }))),
    {
      minLength: GIVEN.length,
      maxLength: GIVEN.length,
    },
  ),
});
type AnyRow = typeof anyRow extends fc.Arbitrary<infer T> ? T : never;
const rowFrom = (r: AnyRow, i: number): SiftRow =>
  row(i + 1, {
    category: r.category,
    choices: { size: r.size },
    title: r.title,
    brand: r.brand,
    flags: r.flags.reduce((bits, flag) => bits | flagBit(flag), 0),
    measures: Object.fromEntries(GIVEN.map((k, j) => [k, r.values[j] ?? null])),
  });

const anyQuery = fc
  .record({
    categories: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 4 }), { minLength: 1 })),
    ranges: fc.dictionary(
      fc.constantFrom(...GIVEN),
      fc.record(
        {
          min: fc.option(fc.integer({ min: -10, max: 50 })),
          max: fc.option(fc.integer({ min: 10, max: 60 })),
          unknown: fc.constant<true>(true),
        },
        { requiredKeys: ['min', 'max'] },
      ),
      { maxKeys: 5 },
    ),
    size: fc.subarray(['Letter-box', 'Parcel', 'Freight']),
    brands: fc.subarray(['oakumble', 'Nobody']),
    notBrands: fc.subarray(['Hollin']),
    have: fc.subarray(['book press', 'rack']),
    any: fc.subarray(['kites', 'press', 'nothing']),
    leaveOut: fc.subarray(['kite', 'set']),
    hide: fc.subarray<FlagKey>(['gated', 'sharp']),
    only: fc.subarray<FlagKey>(['steady']),
    marked: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 70 }))),
    away: fc.option(
      fc
        .record({ categories: fc.subarray([2, 3]), words: fc.subarray(['tracker']) })
        .filter((a) => a.words.length + a.categories.length > 0),
    ),
  })
  .map(({ size, categories, marked, away, ...rest }): SiftQuery => ({
    ...rest,
    choices: { size },
    categories: categories && new Set(categories),
    marked: marked && new Set(marked),
    away: away && { words: away.words, categories: new Set(away.categories) },
  }));

/** Whether a title holds a phrase, its last letters aside: the plain way for the few words used here. */
const holds = (title: string, phrase: string): boolean =>
  new RegExp(`(^|[^a-z])${phrase.replace(/(?<!s)s$/, '')}(es|s)?([^a-z]|$)`).test(title.toLowerCase());

/** The same by asking each row each question, one at a time. */
const passesPlainly = (r: SiftRow, q: SiftQuery, without: string | null): boolean => {
  const flagged = (flags: readonly FlagKey[]): boolean => flags.some((f) => (r.flags & flagBit(f)) !== 0);
  const named = (brands: readonly string[]): boolean => brands.some((b) => b.toLowerCase() === r.brand.toLowerCase());
  const sizes = q.choices.size ?? [];
  const tests: [string, boolean][] = [
    ['category', q.categories === null || q.categories.has(r.category)],
    ['size', sizes.length === 0 || (r.choices.size !== null && sizes.includes(r.choices.size))],
    ['brand', q.brands.length === 0 || named(q.brands)],
    ['notBrand', !named(q.notBrands)],
    ['have', q.have.every((w) => holds(r.title, w))],
    ['any', q.any.length === 0 || q.any.some((w) => holds(r.title, w))],
    ['leaveOut', !q.leaveOut.some((w) => holds(r.title, w))],
    ['hide', !flagged(q.hide)],
    ['only', q.only.length === 0 || flagged(q.only)],
    ['marks', !q.marked?.has(r.id)],
    ['away', !q.away || !(q.away.categories.has(r.category) || q.away.words.some((w) => holds(r.title, w)))],
    ...(Object.entries(q.ranges) as [Given, Range][]).map(([key, { min, max, unknown }]): [string, boolean] => {
      const v = r.measures[key];
      return [key, v === null ? unknown === true : (min === null || v >= min) && (max === null || v <= max)];
    }),
  ];
  return tests.every(([key, passes]) => passes || key === without);
};

describe('a sift', () => {
  test('count, costs and histograms are what asking each row one by one gives', () =>
    fc.assert(
      fc.property(fc.array(anyRow, { maxLength: 70 }), anyQuery, (raw, q) => {
        const rows = raw.map(rowFrom);
        const index = buildSiftIndex(rows);
        const found = sift(index, q, GIVEN);
        const passing = rows.filter((r) => passesPlainly(r, q, null));
        expect([...found.rows].map((n) => index.ids[n])).toEqual(passing.map((r) => r.id));
        for (const [key, cost] of Object.entries(found.costs))
          expect(cost).toBe(rows.filter((r) => passesPlainly(r, q, key)).length - passing.length);
        for (const key of GIVEN) {
          const others = rows.filter((r) => passesPlainly(r, q, key));
          expect(found.histograms[key]!.reduce((sum, n) => sum + n, 0)).toBe(others.length);
          expect(found.histograms[key]!.at(-1)).toBe(others.filter((r) => r.measures[key] === null).length);
        }
      }),
      { numRuns: 200 },
    ));

  test('more rows than there are grades: bounds between two values are still exact', () => {
    // A hundred thousand different values share 65,000 grades at most.
    const n = 100_000;
    const builder = new SiftIndexBuilder(n, 0);
    const value = (i: number): number => ((i * 7919) % n) + 0.5;
    for (let i = 0; i < n; i++) builder.add(row(i + 1, { measures: { units: value(i) } }));
    const index = builder.finish();
    for (const [min, max] of [
      [50_000, 50_003],
      [0.5, 0.5],
      [99_998, null],
      [null, 12.4],
    ] as const) {
      const { count } = sift(index, query({ ranges: { units: { min, max } } }), []);
      const plain = Array.from({ length: n }, (_, i) => i + 0.5).filter(
        (v) => (min === null || v >= min) && (max === null || v <= max),
      );
      expect(count).toBe(plain.length);
    }
    const { rows } = sift(index, query(), []);
    const page = pageOf(index, rows, { key: 'units', descending: true }, 40_000, 40_004);
    expect([...page].map((r) => index.columns.units[r])).toEqual([59_999.5, 59_998.5, 59_997.5, 59_996.5]);
  });

  test('taken in by two builders at once and joined, it is what one would have made, also where rows went missing', async () => {
    const all = Array.from({ length: 60 }, (_, i) =>
      row(i + 1, {
        title: `${['Öl can', 'paint rack', 'rack 12', 'tea'][i % 4]} ${i % 7}`,
        brand: `b${i % 5}`,
        category: 1 + (i % 3),
        measures: { price: 100 + ((i * 37) % 50), units: i % 9 === 0 ? null : i },
      }),
    );
    for (const [half, missing] of [
      [30, 0],
      [45, 0],
      [30, 4],
      [1, 1],
      [60, 0],
    ] as const) {
      const before = all.slice(0, half - missing);
      const behind = all.slice(half);
      const builder = new SiftIndexBuilder(all.length, 20_000);
      const other = new SiftIndexBuilder(all.length - half, 20_000, builder.behind(half));
      for (const r of behind) other.add(r);
      for (const r of before) builder.add(r);
      builder.join(other.part(), half);
      const joined = await builder.finishBeside((measured) => Promise.resolve(gradeMeasures(measured)));
      const whole = buildSiftIndex([...before, ...behind], 20_000);
      const plain = (index: SiftIndex): unknown =>
        JSON.parse(JSON.stringify(index, (_, v: unknown) => (ArrayBuffer.isView(v) ? Array.from(v as never) : v)));
      expect(plain(joined)).toEqual(plain(whole));
    }
  });

  test('every measure that rows bring is put into its column', () => {
    const given = Object.fromEntries(GIVEN.map((key, i) => [key, i + 1]));
    const index = buildSiftIndex([row(1, { measures: given })]);
    expect(GIVEN.map((key) => index.columns[key][0])).toEqual(GIVEN.map((_, i) => i + 1));
  });

  test('a limit is computed once and kept; another index has its own', () => {
    const index = buildSiftIndex([row(1, { measures: { price: 5 } }), row(2, { measures: { price: 9 } })]);
    const cache = limitCache(1);
    const q = query({ ranges: { price: { min: 6, max: null } } });
    const first = sift(index, q, [], cache);
    expect(sift(index, q, [], cache).parts.failing[0]).toBe(first.parts.failing[0]);
    sift(index, query({ ranges: { price: { min: 7, max: null } } }), [], cache);
    expect(sift(index, q, [], cache).parts.failing[0]).not.toBe(first.parts.failing[0]);
  });
});

describe('the order', () => {
  const keys: SortKey[] = ['price', 'units90', 'rating', 'title', 'brand'];
  test('any page of any order is that of a plain sort, unknown values last either way', () =>
    fc.assert(
      fc.property(
        fc.array(anyRow, { minLength: 1, maxLength: 60 }),
        fc.constantFrom(...keys),
        fc.boolean(),
        fc.nat(60),
        fc.nat(30),
        (raw, key, descending, from, n) => {
          const rows = raw.map(rowFrom);
          const index = buildSiftIndex(rows);
          const all = Int32Array.from(rows.keys());
          const sign = descending ? -1 : 1;
          const collator = new Intl.Collator('en-GB');
          const compare = (a: SiftRow, b: SiftRow): number => {
            if (key === 'brand') return sign * collator.compare(a.brand, b.brand) || a.id - b.id;
            // Word by word; equal titles have places one after the other, which turn round with the order.
            if (key === 'title') {
              const [x, y] = [wordsOf(a.title).join(' '), wordsOf(b.title).join(' ')];
              return sign * (x < y ? -1 : x > y ? 1 : a.id - b.id);
            }
            const [x, y] = [a.measures[key as Given], b.measures[key as Given]];
            if (x === null || y === null) return (x === null ? 1 : 0) - (y === null ? 1 : 0) || a.id - b.id;
            return sign * (x - y) || a.id - b.id;
          };
          const plain = [...rows].sort(compare).map((r) => r.id);
          expect([...sortRows(index, all, { key, descending })].map((r) => index.ids[r])).toEqual(plain);
          expect([...pageOf(index, all, { key, descending }, from, from + n)].map((r) => index.ids[r])).toEqual(
            plain.slice(from, from + n),
          );
        },
      ),
      { numRuns: 200 },
    ));
});

test('titles stand word by word, numbers by their value', () => {
  const titles = ['Rack, 12 wells', 'Rack', 'Rack 9 wells', 'Racket', 'rack, oak', 'Årack', '2 racks'];
  const index = buildSiftIndex(titles.map((title, i) => row(i + 1, { title })));
  const order = sortRows(index, Int32Array.from(titles.keys()), { key: 'title', descending: false });
  expect([...order].map((r) => titles[r])).toEqual([
    '2 racks',
    'Årack',
    'Rack',
    'Rack 9 wells',
    'Rack, 12 wells',
    'rack, oak',
    'Racket',
  ]);
});

describe('words', () => {
  const found = (q: Partial<SiftQuery>, ...titles: string[]): string[] => {
    const index = buildSiftIndex(titles.map((title, i) => row(i + 1, { title })));
    return [...sift(index, query(q), []).rows].map((r) => titles[r]!);
  };
  test('are found by their stem, as whole words: "rack" finds racks, not a tracker', () => {
    expect(found({ have: ['rack'] }, 'Paint racks, oak', 'Tracker', 'Rack (small)')).toEqual([
      'Paint racks, oak',
      'Rack (small)',
    ]);
    expect(found({ have: ['pressing'] }, 'Book press', 'Presses', 'Express')).toEqual(['Book press', 'Presses']);
  });
  test('a phrase wants its words beside each other in their order', () =>
    expect(found({ have: ['book press'] }, 'Folding book presses', 'Press for a book', 'Book, press')).toEqual([
      'Folding book presses',
      'Book, press',
    ]));
  test('signs and patterns are no words', () => {
    expect(found({ have: ['a.c'] }, 'abc', 'a c')).toEqual(['a c']);
    expect(found({ leaveOut: ['???'] }, 'abc')).toEqual(['abc']);
  });
});

describe('ways back', () => {
  const priced = (...prices: number[]) =>
    buildSiftIndex(prices.map((price, i) => row(i + 1, { measures: { price, reviews: price > 50 ? 10 : 500 } })));
  const ways = (index: ReturnType<typeof priced>, q: SiftQuery) => waysBack(index, q, sift(index, q, []));
  test('the smallest loosening first, then taking the limit away', () => {
    const q = query({ ranges: { price: { min: null, max: 9 } } });
    const prices = Array.from({ length: 40 }, (_, i) => 10 + i);
    expect(ways(priced(...prices), q)).toEqual([
      { remove: [], loosen: { key: 'price', side: 'max', to: 29 }, brings: 20 },
      { remove: ['price'], loosen: null, brings: 40 },
    ]);
  });
  test('pieces are whole: a bound on them is loosened to a whole number, which brings what it says', () => {
    const units = [60.771, 58.2, 55.4, 40.9];
    const index = buildSiftIndex(units.map((u, i) => row(i + 1, { measures: { units: u } })));
    const [first] = ways(index, query({ ranges: { units: { min: 61, max: null } } }));
    expect(first).toEqual({ remove: [], loosen: { key: 'units', side: 'min', to: 58 }, brings: 2 });
  });
  test('where no single limit is to blame, the pair that is', () => {
    const q = query({ ranges: { price: { min: null, max: 9 }, reviews: { min: null, max: 5 } } });
    expect(ways(priced(10, 20, 60), q)).toEqual([{ remove: ['price', 'reviews'], loosen: null, brings: 3 }]);
  });
  test('what a way brings is what following it gives', () =>
    fc.assert(
      fc.property(fc.array(anyRow, { minLength: 5, maxLength: 60 }), anyQuery, (raw, q) => {
        // Upside-down ranges are refused before they come here.
        fc.pre(Object.values(q.ranges).every(({ min, max }) => min === null || max === null || min <= max));
        const index = buildSiftIndex(raw.map(rowFrom));
        const { count } = sift(index, q, []);
        for (const { loosen, brings } of ways(index, q)) {
          if (!loosen) continue;
          const range = { ...q.ranges[loosen.key]!, [loosen.side]: loosen.to };
          const after = sift(index, { ...q, ranges: { ...q.ranges, [loosen.key]: range } }, []).count;
          expect(after).toBe(count + brings);
        }
      }),
      { numRuns: 100 },
    ));
});

describe('folding', () => {
  test('one row a family: the one that earns most of those that pass', () => {
    const index = buildSiftIndex([
      row(1, { family: 1, measures: { revenue: 5, price: 1 } }),
      row(2, { family: 1, measures: { revenue: 9, price: 1 } }),
      row(3, { measures: { price: 1 } }),
      row(4, { family: 1, measures: { revenue: 99, price: 7 } }),
    ]);
    const { rows, members } = foldFamilies(
      index,
      sift(index, query({ ranges: { price: { min: 1, max: 1 } } }), []).rows,
    );
    expect([...rows]).toEqual([1, 2]);
    expect([...members]).toEqual([[1, 2]]);
  });
});

describe('patching', () => {
  test('an index with rows patched in is the one built anew, but for the edges of its bins', () =>
    fc.assert(
      fc.property(
        fc.array(anyRow, { minLength: 3, maxLength: 40 }),
        fc.array(anyRow, { minLength: 3, maxLength: 3 }),
        anyQuery,
        (raw, other, q) => {
          const rows = raw.map(rowFrom);
          const changed = other.map((r, i) => ({
            ...rowFrom(r, i),
            title: rows[i]!.title,
            brand: rows[i]!.brand,
            category: rows[i]!.category,
          }));
          const patched = patchSiftIndex(buildSiftIndex(rows), changed, 0)!;
          const anew = buildSiftIndex([...changed, ...rows.slice(3)]);
          const [a, b] = [sift(patched, q, []), sift(anew, q, [])];
          expect([a.rows, a.costs]).toEqual([b.rows, b.costs]);
          const order = { key: 'price' as const, descending: true };
          expect(sortRows(patched, a.rows, order)).toEqual(sortRows(anew, b.rows, order));
        },
      ),
      { numRuns: 100 },
    ));
  test('leaves the old index as it was, and ages go on', () => {
    const old = buildSiftIndex([row(1, { onSaleSince: 0, measures: { price: 5 } })], 31);
    const patched = patchSiftIndex(old, [row(1, { onSaleSince: 0, measures: { price: 6 } })], 62)!;
    expect([old.columns.price[0], patched.columns.price[0]]).toEqual([5, 6]);
    expect([old.columns.months[0], patched.columns.months[0]]).toEqual([1, 2]);
  });
  test('a new listing, or one with another title, brand or category, wants a new build', () => {
    const old = buildSiftIndex([row(1)]);
    for (const changed of [row(2), row(1, { title: 'Other' }), row(1, { brand: 'Hollin' }), row(1, { category: 2 })])
      expect(patchSiftIndex(old, [changed], 0)).toBeNull();
  });
});

test('a rule laid over an index is the index that is built with it, and the old one stays', () =>
  fc.assert(
    fc.property(fc.array(anyRow, { minLength: 1, maxLength: 40 }), anyQuery, (raw, q) => {
      const rule = (category: number): CostRule | null => (category === 2 ? null : { category: '*', unitCost: { kind: 'share', rate: category / 10 }, freightKg: 5000, freightCubicMetre: 0, duty: 0.1, advertising: 0.1, months: 2, unitsShare: 0.5, once: 30 }); // prettier-ignore
      const rows = raw.map(rowFrom).map((r) => ({ ...r, measures: { ...r.measures, ...NOTHING_RULED } }));
      const costed = { profit: 7, margin: 0.5, outlay: 12, payback: Number.NaN };
      const ruledRow = (r: SiftRow, i: number): SiftRow => {
        const of = rule(r.category);
        const n = (x: number | null): number => x ?? Number.NaN;
        const { price, net, weight, units } = r.measures;
        const found =
          i === 0
            ? costed
            : of &&
              byRule(of, { price: n(price), net: n(net), weight: n(weight), volume: Number.NaN, units: n(units) });
        if (!found) return r;
        const [profitRule, marginRule, outlayRule, paybackRule] = [
          found.profit,
          found.margin,
          found.outlay,
          found.payback,
        ].map(known);
        return {
          ...r,
          measures: {
            ...r.measures,
            profitRule: profitRule!,
            marginRule: marginRule!,
            outlayRule: outlayRule!,
            paybackRule: paybackRule!,
          },
        };
      };
      const old = buildSiftIndex(rows);
      const laid = reruleSiftIndex(old, rule, new Map([[rows[0]!.id, costed], [999_999, costed]])); // prettier-ignore
      const anew = buildSiftIndex(rows.map(ruledRow));
      const asked = {
        ...q,
        ranges: { ...q.ranges, profitRule: { min: -5, max: null }, outlayRule: { min: null, max: 60 } },
      };
      for (const each of [q, asked]) {
        const [a, b] = [
          sift(laid, each, ['profitRule', 'paybackRule']),
          sift(anew, each, ['profitRule', 'paybackRule']),
        ];
        expect([a.rows, a.costs, a.histograms]).toEqual([b.rows, b.costs, b.histograms]);
      }
      expect(old.columns.profitRule.every(Number.isNaN)).toBe(true);
    }),
    { numRuns: 100 },
  ));
const NOTHING_RULED = { profitRule: null, marginRule: null, outlayRule: null, paybackRule: null };

test('bins hold values where their edges say, whole small numbers one each', () => {
  const index = buildSiftIndex(
    Array.from({ length: 500 }, (_, i) =>
      row(i + 1, { measures: { price: i * 10, reviews: i, sellers: 1 + (i % 9) } }),
    ),
  );
  for (const key of ['price', 'reviews', 'sellers'] as const)
    index.columns[key].forEach((v, i) => {
      const bin = index.bins[key][i]!;
      const edges = index.edges[key];
      if (bin > 0) expect(v).toBeGreaterThanOrEqual(edges[bin]! - 1e-6);
      if (bin < edges.length - 2) expect(v).toBeLessThanOrEqual(edges[bin + 1]! + 1e-6);
    });
  expect(index.totals.sellers).toHaveLength(10);
  expect(bytesOfSiftIndex(index) / index.size).toBeLessThan(600);
});

describe('starter sieves', () => {
  test.each([
    { currency: 'USD', measures: 'imperial' as const },
    { currency: 'EUR', measures: 'metric' as const },
    { currency: 'JPY', measures: 'metric' as const },
  ])('%j: each can be read back without a fault, and says why', (notation) => {
    const sieves = starterSieves(notation);
    expect(sieves.length).toBeGreaterThanOrEqual(6);
    for (const { search, reasoning } of sieves) {
      const { choice, faults } = readSift(new URLSearchParams(search), notation);
      expect(faults).toEqual([]);
      expect(Object.keys(choice.ranges).length).toBeGreaterThanOrEqual(3);
      expect(reasoning.length).toBeGreaterThan(80);
    }
  });
});

describe('the sentence', () => {
  const market = { name: 'Quayside', currency: 'USD', measures: 'imperial' as const };
  const say = (text: string): string =>
    sentenceOf(readSift(new URLSearchParams(text), market).choice, market, (id) =>
      id === 3 ? 'Night Sky' : undefined,
    );
  test.each([
    ['', 'In all of Quayside, no limits yet.'],
    ['cat=3,99&price=18..45', 'In Night Sky and category 99: price 18 USD to 45 USD.'],
    [
      'units=300..&weight=..4&unitsYear=-20..?',
      'In all of Quayside: units a month at least 300, weight at most 4 lb, units, a year at least -20 % or unknown.',
    ],
    [
      'size=Parcel&sold=no&best=11,12&brand=Oakumble&has=star,moon map&any=oak,ash&not=set',
      'In all of Quayside: size class Parcel, not sold by the marketplace, best month November or December, brand Oakumble, title with “star” and “moon map”, title with “oak” or “ash”, title without “set”.',
    ],
    [
      'hide=gated,pack&only=steady&marks=dropped&away=off',
      'In all of Quayside: nothing gated or pack of several, only steady, without what was dropped, the stay-away list switched off.',
    ],
  ])('%s', (text, sentence) => expect(say(text)).toBe(sentence));
});

describe('the address', () => {
  const notation = { currency: 'USD', measures: 'imperial' } as const;
  const read = (text: string) => readSift(new URLSearchParams(text), notation);
  test('is read in the marketplace’s own units', () => {
    const { choice, faults } = read(
      'price=18..45.5&units=300..?&weight=..4&unitsYear=-20..&cat=3,8&has=book press,oak&not=set&size=Parcel&hide=gated&sort=-reviews',
    );
    expect(faults).toEqual([]);
    expect(choice).toMatchObject({
      categories: [3, 8],
      have: ['book press', 'oak'],
      leaveOut: ['set'],
      choices: { size: ['Parcel'] },
      hide: ['gated'],
      sort: 'reviews',
      descending: true,
    });
    expect(choice.ranges).toEqual({
      price: { min: 1800, max: 4550 },
      units: { min: 300, max: null, unknown: true },
      weight: { min: null, max: 4 * 453.59237 },
      unitsYear: { min: -0.2, max: null },
    });
  });
  test.each([
    ['price=45..18', 'lower bound is above'],
    ['price=abc..', 'no number'],
    ['price=18', 'no range'],
    ['price=-3..', 'below 0'],
    ['cat=x', 'names no categories'],
    ['sort=colour', 'no column "colour"'],
    ['hide=fierce', 'no flag fierce'],
  ])('%s: says what is wrong and keeps the rest', (text, sentence) => {
    const { choice, faults } = read(`${text}&reviews=..120`);
    expect(faults[0]!.sentence).toContain(sentence);
    expect(choice.ranges).toEqual({ reviews: { min: null, max: 120 } });
  });
  test('an unknown limit is named and left out; what is shown is no limit', () => {
    expect(read('colour=red&price=1..2').faults).toEqual([
      { field: 'colour', sentence: 'There is no limit "colour". It was left out.' },
    ]);
    expect(read('open=QS1&cards=price&sieve=3&price=1..2').faults).toEqual([]);
  });
  test('every measure is explained in the methods by the same words as on its card', () => {
    const methods = readFileSync(join(import.meta.dirname, '..', '..', 'docs', 'methods.md'), 'utf8');
    for (const { name, explanation } of MEASURES) expect(methods).toContain(`| ${name} | ${explanation} |`);
    for (const { name, explanation } of [...NICHE_MEASURES, ...TERM_MEASURES])
      expect(methods).toContain(`| ${name} | ${explanation} |`);
    for (const flag of FLAGS) expect(methods).toContain(FLAG_NAMES[flag]);
  });
  test('what is written is read back the same', () => {
    const bound = fc.option(fc.integer({ min: 0, max: 5000 }));
    const range = fc
      .tuple(bound, bound)
      .map(([a, b]) => (a !== null && b !== null && a > b ? { min: b, max: a } : { min: a, max: b }))
      .filter((r) => r.min !== null || r.max !== null);
    const choice = fc.record<SiftChoice>({
      categories: fc.uniqueArray(fc.integer({ min: 1, max: 999 })),
      ranges: fc.dictionary(fc.constantFrom<MeasureKey>('price', 'units', 'reviews', 'sellers'), range),
      choices: fc
        .record({ size: fc.subarray(['Parcel', 'Letter-box']), best: fc.subarray(['11', '12']) })
        .map((c) => Object.fromEntries(CHOICES.flatMap((k) => (c[k as 'size']?.length ? [[k, c[k as 'size']]] : [])))),
      brands: fc.subarray(['Oakumble']),
      notBrands: fc.subarray(['Hollin & Bray']),
      have: fc.subarray(['book press', 'oak']),
      any: fc.subarray(['ash']),
      leaveOut: fc.subarray(['set']),
      hide: fc.subarray([...FLAGS]),
      only: fc.subarray([...FLAGS]),
      hideMarked: fc.subarray(['seen', 'kept', 'dropped']),
      stayAwayOff: fc.boolean(),
      fold: fc.boolean(),
      sort: fc.constantFrom('revenue', 'price', 'title'),
      descending: fc.boolean(),
    });
    fc.assert(
      fc.property(choice, (c) =>
        expect(readSift(writeSift(c, notation), notation)).toEqual({
          choice: { ...c, ranges: { ...c.ranges } },
          faults: [],
        }),
      ),
    );
  });
});
