import type { StockWord } from '../listing/words.ts';
import { MEASURES, type MeasureKey } from './measures.ts';

/** Limits that choose among names: size class, who fulfils, whether the marketplace sells it, the best month. */
export const CHOICES = ['size', 'by', 'sold', 'best'] as const;
export type ChoiceKey = (typeof CHOICES)[number];

/** One listing as the index takes it in. Money in minor units, grams, millimetres; null where not known. */
export interface SiftRow {
  /** Rows are added in ascending order of their ids. */
  id: number;
  category: number;
  title: string;
  /** The words of the title, all rows' from one stock, where they are known already. */
  titleWords?: readonly StockWord[];
  brand: string;
  choices: Record<ChoiceKey, string | null>;
  /** A bit a flag, in the order of `FLAGS`. */
  flags: number;
  /** Listings of one family are variations of each other; 0 is none. */
  family: number;
  /** Cubic millimetres. */
  volume?: number | null;
  /** Days since 1970 on which it was first on sale; `measures.months` follows from it. */
  onSaleSince: number | null;
  measures: Record<GivenKey, number | null>;
}

export type Doubles = Float64Array<ArrayBufferLike>;
export type Bytes = Uint8Array<ArrayBufferLike>;
export type Words = Uint32Array<ArrayBufferLike>;

/**
 * A marketplace's listings by column, in the order of their ids; unknown measures are NaN. Only read once it is made;
 * its arrays lie in shared memory, so that one thread builds it and another uses it without a copy.
 */
export interface SiftIndex {
  size: number;
  /** Days since 1970 that ages are reckoned to. */
  today: number;
  ids: Doubles;
  categories: number[];
  /** Place of a row's category in `categories`. */
  category: Uint16Array<ArrayBufferLike>;
  choices: Record<ChoiceKey, { names: string[]; codes: Bytes }>;
  flags: Words;
  family: Doubles;
  /** Cubic millimetres; NaN where not known. */
  volume: Doubles;
  onSaleSince: Int32Array<ArrayBufferLike>;
  brands: string[];
  brand: Words;
  /** Title stems by number; a title's run of numbers in `tokens` begins at `titleStart`. */
  vocabulary: string[];
  tokens: Words;
  titleStart: Words;
  /** Place of a row's title, and of its brand, in alphabetical order. */
  titleOrder: Words;
  brandOrder: Words;
  columns: Record<MeasureKey, Doubles>;
  /** Grade of each row for each measure, see `Grades`. */
  grades: Record<MeasureKey, Grades>;
  /** Bin of each row for each measure; the last one is "unknown". */
  bins: Record<MeasureKey, Bytes>;
  /** Edges of the bins, one more than there are; the first bin takes all below, the last all above. */
  edges: Record<MeasureKey, number[]>;
  /** Rows of each bin, "unknown" last. */
  totals: Record<MeasureKey, number[]>;
}

/**
 * A measure in steps: a row's grade says between which two of the sorted `starts` its value lies, so that a limit
 * compares small whole numbers and only the two steps that hold its bounds are looked at closely. A step is pure when
 * all its values are its start. Unknown values have the highest grade.
 */
export interface Grades {
  starts: Doubles;
  of: Uint16Array<ArrayBufferLike>;
  pure: Bytes;
}
export const UNKNOWN_GRADE = 0xffff;
/** Stands for a day that is not known. */
export const NO_DAY = -0x80000000;

export type GivenKey = Exclude<MeasureKey, 'months'>;

/** The row of a listing, or −1. */
export const rowOfId = (index: SiftIndex, id: number): number => {
  let low = 0;
  let high = index.size;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (index.ids[middle]! < id) low = middle + 1;
    else high = middle;
  }
  return index.ids[low] === id ? low : -1;
};

/** Bytes that an index takes, its names counted at two a letter. */
export const bytesOfSiftIndex = (index: SiftIndex): number => {
  const arrays = [
    index.ids,
    index.category,
    index.flags,
    index.family,
    index.volume,
    index.onSaleSince,
    index.brand,
    index.tokens,
    index.titleStart,
    index.titleOrder,
    index.brandOrder,
    ...CHOICES.map((key) => index.choices[key].codes),
    ...MEASURES.flatMap(({ key }) => {
      const { starts, of, pure } = index.grades[key];
      return [index.columns[key], index.bins[key], starts, of, pure];
    }),
  ];
  const names = [...index.vocabulary, ...index.brands].reduce((sum, name) => sum + 2 * name.length + 16, 0);
  return arrays.reduce((sum, a) => sum + a.byteLength, 0) + names;
};
