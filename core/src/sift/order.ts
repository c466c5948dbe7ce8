import { UNKNOWN_GRADE, type SiftIndex } from './index.ts';
import type { MeasureKey } from './measures.ts';

export type SortKey = MeasureKey | 'title' | 'brand';
export interface Order {
  key: SortKey;
  descending: boolean;
}

const BUCKETS = 1 << 16;

/**
 * Rows `from` to `to` in an order; unknown values come last either way, equal ones in the order of their ids. Rows are
 * dealt into buckets that stand in the order of the values (a measure's grades), and only the buckets that the page lies
 * in are sorted, so that a page of a million costs one pass over them wherever it lies.
 */
export const pageOf = (index: SiftIndex, rows: Int32Array, order: Order, from: number, to: number): Int32Array => {
  const end = Math.min(to, rows.length);
  if (from >= end) return new Int32Array(0);
  const buckets = bucketsOf(index, rows, order);
  const counts = countOf(buckets);
  let first = 0;
  let before = 0;
  while (before + counts[first]! <= from) before += counts[first++]!;
  // Where each bucket begins among the rows that are sorted; it moves on as rows are dealt.
  const places = new Uint32Array(BUCKETS);
  let last = first;
  let through = 0;
  for (;;) {
    places[last] = through;
    through += counts[last]!;
    if (before + through >= end) break;
    last++;
  }
  const near = dealt(rows, buckets, first, last, places, new Int32Array(through));
  const compare = comparing(index, order);
  for (let bucket = first, at = 0; bucket <= last; bucket++) {
    const n = counts[bucket]!;
    if (n > 1 && bucket !== UNKNOWN_GRADE && isMixed(index, order, bucket)) near.subarray(at, at + n).sort(compare);
    at += n;
  }
  return near.subarray(from - before, end - before);
};

const countOf = (buckets: Uint16Array): Uint32Array => {
  const counts = new Uint32Array(BUCKETS);
  for (let i = 0; i < buckets.length; i++) counts[buckets[i]!]!++;
  return counts;
};

/** The rows of the buckets from `first` to `last`, bucket after bucket, in their order within each. */
const dealt = (
  rows: Int32Array,
  buckets: Uint16Array,
  first: number,
  last: number,
  places: Uint32Array,
  into: Int32Array,
): Int32Array => {
  for (let i = 0; i < buckets.length; i++) {
    const bucket = buckets[i]!;
    if (bucket >= first && bucket <= last) into[places[bucket]!++] = rows[i]!;
  }
  return into;
};

/** All rows in an order. */
export const sortRows = (index: SiftIndex, rows: Int32Array, order: Order): Int32Array =>
  pageOf(index, rows, order, 0, rows.length);

/** Places of titles and brands are spread over the buckets; `shrink` places share one. */
const shrinkOf = (index: SiftIndex, key: 'title' | 'brand'): number =>
  Math.ceil(((key === 'title' ? index.size : index.brands.length) + 1) / (BUCKETS - 1));

const placesOf = (index: SiftIndex, key: 'title' | 'brand'): ((row: number) => number) =>
  key === 'title' ? (row) => index.titleOrder[row]! : (row) => index.brandOrder[index.brand[row]!]!;

const bucketsOf = (index: SiftIndex, rows: Int32Array, { key, descending }: Order): Uint16Array => {
  const buckets = new Uint16Array(rows.length);
  if (key === 'title' || key === 'brand') {
    const place = placesOf(index, key);
    const shrink = shrinkOf(index, key);
    for (let i = 0; i < rows.length; i++) {
      const bucket = Math.floor(place(rows[i]!) / shrink);
      buckets[i] = descending ? UNKNOWN_GRADE - 1 - bucket : bucket;
    }
    return buckets;
  }
  return gradesInto(buckets, index.grades[key].of, rows, descending);
};

const gradesInto = (
  buckets: Uint16Array,
  grades: Uint16Array<ArrayBufferLike>,
  rows: Int32Array,
  descending: boolean,
): Uint16Array => {
  for (let i = 0; i < rows.length; i++) {
    const grade = grades[rows[i]!]!;
    buckets[i] = descending && grade !== UNKNOWN_GRADE ? UNKNOWN_GRADE - 1 - grade : grade;
  }
  return buckets;
};

/** Whether rows of one bucket can differ in what they are sorted by. */
const isMixed = (index: SiftIndex, { key, descending }: Order, bucket: number): boolean => {
  if (key === 'title' || key === 'brand') return shrinkOf(index, key) > 1;
  return index.grades[key].pure[descending ? UNKNOWN_GRADE - 1 - bucket : bucket] === 0;
};

const comparing = (index: SiftIndex, { key, descending }: Order): ((a: number, b: number) => number) => {
  const sign = descending ? -1 : 1;
  if (key === 'title' || key === 'brand') {
    const place = placesOf(index, key);
    return (a, b) => sign * (place(a) - place(b)) || a - b;
  }
  const column = index.columns[key];
  return (a, b) => sign * (column[a]! - column[b]!) || a - b;
};
