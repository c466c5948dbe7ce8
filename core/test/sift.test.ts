import fc from 'fast-check';
import { readSift, writeSift, type SiftChoice } from '../src/sift/address.ts';
import { BINS, buildSiftIndex, type SiftRow } from '../src/sift/index.ts';
import { MEASURES, type MeasureKey } from '../src/sift/measures.ts';
import { sift, sortRows, type Range, type SiftQuery } from '../src/sift/query.ts';

const KEYS = MEASURES.map((m) => m.key);
const row = (
  id: number,
  change: Partial<Omit<SiftRow, 'measures'>> & { measures?: Partial<SiftRow['measures']> } = {},
): SiftRow => ({
  id,
  category: 1,
  sizeClass: 'Parcel',
  title: `Listing ${id}`,
  brand: 'Oakumble',
  ...change,
  measures: { ...(Object.fromEntries(KEYS.map((k) => [k, null])) as SiftRow['measures']), ...change.measures },
});
const query = (change: Partial<SiftQuery> = {}): SiftQuery => ({
  categories: null,
  ranges: {},
  sizeClasses: [],
  have: [],
  leaveOut: [],
  ...change,
});

const anyRow = fc.record({
  category: fc.integer({ min: 1, max: 4 }),
  sizeClass: fc.constantFrom('Letter-box', 'Parcel', null),
  title: fc.constantFrom('Oak book press', 'Book presses, set', 'Paint rack', 'Tracker of racks', 'Kite'),
  values: fc.array(fc.option(fc.integer({ min: 0, max: 60 })), { minLength: KEYS.length, maxLength: KEYS.length }),
});
const anyQuery = fc.record({
  categories: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 4 }), { minLength: 1 })),
  ranges: fc.dictionary(
    fc.constantFrom(...KEYS),
    fc.record({ min: fc.option(fc.integer({ min: 0, max: 50 })), max: fc.option(fc.integer({ min: 10, max: 60 })) }),
    { maxKeys: 5 },
  ),
  sizeClasses: fc.subarray(['Letter-box', 'Parcel', 'Freight']),
  have: fc.subarray(['book press', 'rack']),
  leaveOut: fc.subarray(['kite', 'set']),
});

/** The same by asking each row each question, one at a time. */
const passesPlainly = (r: SiftRow, q: SiftQuery, without: string | null): boolean => {
  const words = (title: string, phrase: string): boolean =>
    new RegExp(`(^|[^a-z0-9])${phrase}(es|s)?([^a-z0-9]|$)`).test(title.toLowerCase());
  const tests: [string, boolean][] = [
    ['category', q.categories === null || q.categories.has(r.category)],
    ['size', q.sizeClasses.length === 0 || (r.sizeClass !== null && q.sizeClasses.includes(r.sizeClass))],
    ['have', q.have.every((w) => words(r.title, w))],
    ['leaveOut', !q.leaveOut.some((w) => words(r.title, w))],
    ...(Object.entries(q.ranges) as [MeasureKey, Range][]).map(([key, { min, max }]): [string, boolean] => {
      const v = r.measures[key];
      return [key, v !== null && (min === null || v >= min) && (max === null || v <= max)];
    }),
  ];
  return tests.every(([key, holds]) => holds || key === without);
};

test('count, costs and histograms are what asking each row one by one gives', () =>
  fc.assert(
    fc.property(fc.array(anyRow, { maxLength: 60 }), anyQuery, (raw, rawQuery) => {
      const rows = raw.map((r, i) =>
        row(i + 1, {
          category: r.category,
          sizeClass: r.sizeClass,
          title: r.title,
          measures: Object.fromEntries(KEYS.map((k, j) => [k, r.values[j] ?? null])),
        }),
      );
      const q = query({ ...rawQuery, categories: rawQuery.categories && new Set(rawQuery.categories) });
      const index = buildSiftIndex(rows);
      const found = sift(index, q, KEYS);
      const passing = rows.filter((r) => passesPlainly(r, q, null));
      expect([...found.rows].map((n) => index.ids[n])).toEqual(passing.map((r) => r.id));
      for (const [key, cost] of Object.entries(found.costs))
        expect(cost).toBe(rows.filter((r) => passesPlainly(r, q, key)).length - passing.length);
      for (const key of KEYS) {
        const others = rows.filter((r) => passesPlainly(r, q, key));
        expect(found.histograms[key]!.reduce((sum, n) => sum + n, 0)).toBe(others.length);
        expect(found.histograms[key]![BINS]).toBe(others.filter((r) => r.measures[key] === null).length);
      }
    }),
    { numRuns: 150 },
  ));

test('an unknown value fails a limit on it and sorts last either way', () => {
  const index = buildSiftIndex([row(1, { measures: { price: 500 } }), row(2), row(3, { measures: { price: 100 } })]);
  expect(sift(index, query({ ranges: { price: { min: 0, max: null } } }), []).count).toBe(2);
  const all = Int32Array.from([0, 1, 2]);
  expect([...sortRows(index, all, 'price', true)]).toEqual([0, 2, 1]);
  expect([...sortRows(index, all, 'price', false)]).toEqual([2, 0, 1]);
});

test('words are whole words with their plural: "rack" finds racks, not a tracker', () => {
  const index = buildSiftIndex([
    row(1, { title: 'Paint racks, oak' }),
    row(2, { title: 'Tracker' }),
    row(3, { title: 'Rack (small)' }),
  ]);
  expect([...sift(index, query({ have: ['rack'] }), []).rows]).toEqual([0, 2]);
  expect([...sift(index, query({ leaveOut: ['RACK'] }), []).rows]).toEqual([1]);
  expect(sift(index, query({ have: ['a.c'] }), []).count).toBe(0);
});

test('bins hold values where their edges say', () => {
  const index = buildSiftIndex(
    Array.from({ length: 500 }, (_, i) => row(i + 1, { measures: { price: i * 10, reviews: i } })),
  );
  for (const key of ['price', 'reviews'] as const)
    index.columns[key].forEach((v, i) => {
      const bin = index.bins[key][i]!;
      if (bin > 0) expect(v).toBeGreaterThanOrEqual(index.edges[key][bin]! - 1e-6);
      if (bin < BINS - 1) expect(v).toBeLessThanOrEqual(index.edges[key][bin + 1]! + 1e-6);
    });
});

describe('the address', () => {
  const notation = { currency: 'USD', measures: 'imperial' } as const;
  const read = (text: string) => readSift(new URLSearchParams(text), notation);
  test('is read in the marketplace’s own units', () => {
    const { choice, faults } = read(
      'price=18..45.5&units=300..&weight=..4&cat=3,8&has=book press,oak&not=set&size=Parcel&sort=-reviews',
    );
    expect(faults).toEqual([]);
    expect(choice).toMatchObject({
      categories: [3, 8],
      have: ['book press', 'oak'],
      leaveOut: ['set'],
      sizeClasses: ['Parcel'],
      sort: 'reviews',
      descending: true,
    });
    expect(choice.ranges).toEqual({
      price: { min: 1800, max: 4550 },
      units: { min: 300, max: null },
      weight: { min: null, max: 4 * 453.59237 },
    });
  });
  test.each([
    ['price=45..18', 'lower bound is above'],
    ['price=abc..', 'no number'],
    ['price=18', 'no range'],
    ['price=-3..', 'below 0'],
    ['cat=x', 'names no categories'],
    ['sort=colour', 'no column "colour"'],
  ])('%s: says what is wrong and keeps the rest', (text, sentence) => {
    const { choice, faults } = read(`${text}&reviews=..120`);
    expect(faults[0]!.sentence).toContain(sentence);
    expect(choice.ranges).toEqual({ reviews: { min: null, max: 120 } });
  });
  test('unknown parameters are passed over', () => expect(read('colour=red&price=1..2').faults).toEqual([]));
  test('what is written is read back the same', () => {
    const bound = fc.option(fc.integer({ min: 0, max: 5000 }));
    const range = fc
      .tuple(bound, bound)
      .map(([a, b]) => (a !== null && b !== null && a > b ? { min: b, max: a } : { min: a, max: b }))
      .filter((r) => r.min !== null || r.max !== null);
    const choice = fc.record<SiftChoice>({
      categories: fc.uniqueArray(fc.integer({ min: 1, max: 999 })),
      ranges: fc.dictionary(fc.constantFrom<MeasureKey>('price', 'units', 'reviews', 'sellers'), range),
      sizeClasses: fc.subarray(['Parcel', 'Letter-box']),
      have: fc.subarray(['book press', 'oak']),
      leaveOut: fc.subarray(['set']),
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
