import { BINS, type SiftIndex } from './index.ts';
import { MEASURES, type MeasureKey } from './measures.ts';

export interface Range {
  min: number | null;
  max: number | null;
}
/** A sift in the units of the index. Categories hold every category of a chosen branch. */
export interface SiftQuery {
  categories: ReadonlySet<number> | null;
  ranges: Partial<Record<MeasureKey, Range>>;
  sizeClasses: readonly string[];
  have: readonly string[];
  leaveOut: readonly string[];
}
/** What can cost listings: a measure, or one of the limits that are no ranges. */
export type LimitKey = MeasureKey | 'category' | 'size' | 'have' | 'leaveOut';
export type SortKey = MeasureKey | 'title' | 'brand';

export interface Sifted {
  count: number;
  /** Listings that fail one limit only: how many more there would be without it. */
  costs: Partial<Record<LimitKey, number>>;
  /** For each limited measure, the listings that pass all other limits, by bin; the last entry counts the unknown. */
  histograms: Partial<Record<MeasureKey, number[]>>;
  /** Row numbers of the index that pass, in no order. */
  rows: Int32Array;
}

/**
 * Which listings pass every limit, what each limit costs, and how those that pass all other limits are spread along
 * each measure: one pass, with one bit for each limit that a listing fails. A listing whose measure is unknown fails a
 * limit on that measure.
 */
export const sift = (index: SiftIndex, query: SiftQuery, spreadOf: readonly MeasureKey[]): Sifted => {
  const tests = limitTests(index, query);
  const failed = new Int32Array(index.size);
  tests.forEach(({ fails }, bit) => {
    for (let row = 0; row < index.size; row++) if (fails(row)) failed[row]! |= 1 << bit;
  });

  const costs: number[] = tests.map(() => 0);
  const passing: number[] = [];
  const spreads = spreadOf.map((key) => ({
    key,
    bit: tests.findIndex((t) => t.key === key),
    bins: index.bins[key],
    counts: new Array<number>(BINS + 1).fill(0),
  }));
  for (let row = 0; row < index.size; row++) {
    const bits = failed[row]!;
    const onlyOne = bits !== 0 && (bits & (bits - 1)) === 0 ? 31 - Math.clz32(bits) : -1;
    if (bits === 0) passing.push(row);
    else if (onlyOne >= 0) costs[onlyOne]!++;
    else continue;
    for (const spread of spreads) if (bits === 0 || onlyOne === spread.bit) spread.counts[spread.bins[row]!]!++;
  }
  return {
    count: passing.length,
    costs: Object.fromEntries(tests.map((t, i) => [t.key, costs[i]!])),
    histograms: Object.fromEntries(spreads.map((s) => [s.key, s.counts])),
    rows: Int32Array.from(passing),
  };
};

const limitTests = (index: SiftIndex, query: SiftQuery): { key: LimitKey; fails: (row: number) => boolean }[] => {
  const tests: { key: LimitKey; fails: (row: number) => boolean }[] = [];
  const { categories } = query;
  if (categories) tests.push({ key: 'category', fails: (row) => !categories.has(index.category[row]!) });
  for (const { key } of MEASURES) {
    const range = query.ranges[key];
    if (!range) continue;
    const column = index.columns[key];
    const min = range.min ?? -Infinity;
    const max = range.max ?? Infinity;
    // Written so that NaN, the unknown, fails.
    tests.push({ key, fails: (row) => !(column[row]! >= min && column[row]! <= max) });
  }
  if (query.sizeClasses.length > 0) {
    const wanted = new Set(query.sizeClasses.map((name) => index.sizeClasses.indexOf(name) + 1).filter((n) => n > 0));
    tests.push({ key: 'size', fails: (row) => !wanted.has(index.sizeClass[row]!) });
  }
  if (query.have.length > 0) {
    const wanted = query.have.map(wordPattern);
    tests.push({ key: 'have', fails: (row) => !wanted.every((p) => p.test(index.titles[row]!)) });
  }
  if (query.leaveOut.length > 0) {
    const unwanted = query.leaveOut.map(wordPattern);
    tests.push({ key: 'leaveOut', fails: (row) => unwanted.some((p) => p.test(index.titles[row]!)) });
  }
  return tests;
};

/** Whole words or phrases, with a plural s allowed: "rack" finds "racks" but not "tracker". */
const wordPattern = (words: string): RegExp =>
  new RegExp(
    `(?<![\\p{L}\\p{N}])${words
      .toLowerCase()
      .trim()
      .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
      .replace(/\s+/g, '\\s+')}(e?s)?(?![\\p{L}\\p{N}])`,
    'u',
  );

/** Rows in the order of a key; unknown values come last either way, equal ones in the order of their ids. */
export const sortRows = (index: SiftIndex, rows: Int32Array, key: SortKey, descending: boolean): Int32Array => {
  const sign = descending ? -1 : 1;
  if (key === 'title' || key === 'brand') {
    const texts = key === 'title' ? index.titles : index.brands;
    const collator = new Intl.Collator('en-GB');
    return Int32Array.from(
      [...rows].sort((a, b) => sign * collator.compare(texts[a]!, texts[b]!) || index.ids[a]! - index.ids[b]!),
    );
  }
  const column = index.columns[key];
  return rows.slice().sort((a, b) => {
    const x = column[a]!;
    const y = column[b]!;
    if (x !== x || y !== y) return (x !== x ? 1 : 0) - (y !== y ? 1 : 0) || index.ids[a]! - index.ids[b]!;
    return sign * (x - y) || index.ids[a]! - index.ids[b]!;
  });
};
