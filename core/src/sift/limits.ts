import { FLAGS, type FlagKey } from '../documents/flag-rules.ts';
import { flagBit } from '../listing/flags.ts';
import { stemsOf } from '../listing/words.ts';
import { noBits, otherBits, type Bits } from './bits.ts';
import { gradeOf } from './grades.ts';
import { CHOICES, rowOfId, UNKNOWN_GRADE, type ChoiceKey, type SiftIndex } from './index.ts';
import { MEASURES, type MeasureKey } from './measures.ts';

/** Bounds in the unit of the index; an unknown value fails unless `unknown` lets it through. */
export interface Range {
  min: number | null;
  max: number | null;
  unknown?: true;
}
/** What can cost listings: a measure, a choice, or one of the limits that are neither. */
export type LimitKey =
  | MeasureKey
  | ChoiceKey
  | 'category'
  | 'brand'
  | 'notBrand'
  | 'have'
  | 'any'
  | 'leaveOut'
  | 'hide'
  | 'only'
  | 'marks'
  | 'away';

/** A sift in the units of the index. Categories hold every category of a chosen branch; sets of listings are ids. */
export interface SiftQuery {
  categories: ReadonlySet<number> | null;
  ranges: Partial<Record<MeasureKey, Range>>;
  choices: Partial<Record<ChoiceKey, readonly string[]>>;
  brands: readonly string[];
  notBrands: readonly string[];
  /** Words and phrases whatever their endings: all of them, at least one, none. */
  have: readonly string[];
  any: readonly string[];
  leaveOut: readonly string[];
  /** Flags that a listing must not have, and of which it must have one. */
  hide: readonly FlagKey[];
  only: readonly FlagKey[];
  /** Listings left out because of their marks. */
  marked: ReadonlySet<number> | null;
  /** Kinds and words to stay away from. */
  away: { categories: ReadonlySet<number>; words: readonly string[] } | null;
}

/** A query without limits. */
export const emptyQuery = (): SiftQuery => ({
  categories: null,
  ranges: {},
  choices: {},
  brands: [],
  notBrands: [],
  have: [],
  any: [],
  leaveOut: [],
  hide: [],
  only: [],
  marked: null,
  away: null,
});

/** One limit: the rows that fail it are computed once for an index and kept under its `id`. */
export interface Limit {
  key: LimitKey;
  id: string;
  failing: (index: SiftIndex) => Bits;
}

/** The limits of a query, in a fixed order. */
export const limitsOf = (query: SiftQuery): Limit[] => {
  const limits: Limit[] = [];
  const add = (key: LimitKey, told: unknown, failing: Limit['failing']): void =>
    void limits.push({ key, id: `${key}:${JSON.stringify(told)}`, failing });
  const { categories, marked, away } = query;
  if (categories) add('category', [...categories].sort(), (index) => outOfCategories(index, categories));
  for (const { key } of MEASURES) {
    const range = query.ranges[key];
    if (range) add(key, range, (index) => outOfRange(index, key, range));
  }
  for (const key of CHOICES) {
    const names = query.choices[key];
    if (names && names.length > 0) add(key, names, (index) => notChosen(index, key, names));
  }
  const { brands, notBrands } = query;
  if (brands.length > 0) add('brand', brands, (index) => failingBrand(index, brands, true));
  if (notBrands.length > 0) add('notBrand', notBrands, (index) => failingBrand(index, notBrands, false));
  const { have, any, leaveOut } = query;
  if (have.length > 0) add('have', have, (index) => failingWords(index, have, 'all'));
  if (any.length > 0) add('any', any, (index) => failingWords(index, any, 'any'));
  if (leaveOut.length > 0) add('leaveOut', leaveOut, (index) => failingWords(index, leaveOut, 'none'));
  const { hide, only } = query;
  if (hide.length > 0) add('hide', hide, (index) => failingFlags(index, bitsOfFlags(hide), true));
  if (only.length > 0) add('only', only, (index) => failingFlags(index, bitsOfFlags(only), false));
  if (marked) add('marks', [...marked], (index) => ofListings(index, marked));
  if (away) add('away', [[...away.categories], away.words], (index) => toStayAwayFrom(index, away));
  return limits;
};

/** Calls for each row in turn and packs the answers, a bit a row. */
const rowsWhere = (size: number, holds: (row: number) => boolean): Bits => {
  const bits = noBits(size);
  for (let row = 0; row < size; row++) if (holds(row)) bits[row >>> 5]! |= 1 << (row & 31);
  return bits;
};

/**
 * The one loop that must be fast: a bound that moves is computed anew each time. Grades from `first` to `last` pass; a
 * grade outside makes one of the two differences negative, and its sign is the row's bit. Eight rows a step, without a
 * branch.
 */
const outOfGrades = (size: number, grades: Uint16Array<ArrayBufferLike>, first: number, last: number): Bits => {
  const bits = noBits(size);
  const whole = size & ~31;
  for (let row = 0; row < whole; row += 32) {
    let failing = 0;
    for (let bit = 0; bit < 32; bit += 8) {
      const at = row + bit;
      const a = grades[at]!;
      const b = grades[at + 1]!;
      const c = grades[at + 2]!;
      const d = grades[at + 3]!;
      const e = grades[at + 4]!;
      const f = grades[at + 5]!;
      const g = grades[at + 6]!;
      const h = grades[at + 7]!;
      failing |=
        ((((a - first) | (last - a)) >>> 31) |
          ((((b - first) | (last - b)) >>> 31) << 1) |
          ((((c - first) | (last - c)) >>> 31) << 2) |
          ((((d - first) | (last - d)) >>> 31) << 3) |
          ((((e - first) | (last - e)) >>> 31) << 4) |
          ((((f - first) | (last - f)) >>> 31) << 5) |
          ((((g - first) | (last - g)) >>> 31) << 6) |
          ((((h - first) | (last - h)) >>> 31) << 7)) <<
        bit;
    }
    bits[row >>> 5] = failing;
  }
  for (let row = whole; row < size; row++)
    if (grades[row]! < first || grades[row]! > last) bits[row >>> 5]! |= 1 << (row & 31);
  return bits;
};

const outOfRange = (index: SiftIndex, key: MeasureKey, range: Range): Bits => {
  const column = index.columns[key];
  const { starts, of, pure } = index.grades[key];
  const { size } = index;
  const min = range.min ?? -Infinity;
  const max = range.max ?? Infinity;
  const passes = (value: number): boolean => value >= min && value <= max;
  const low = gradeOf(starts, min);
  const high = gradeOf(starts, max);
  // The grades that hold the bounds: a pure one passes or fails as a whole, another is looked at row by row.
  const first = pure[low] === 1 && !passes(starts[low]!) ? low + 1 : low;
  const last = pure[high] === 1 && !passes(starts[high]!) ? high - 1 : high;
  const bits = outOfGrades(size, of, first, last);
  const mixed = [...new Set([low, high])].filter((grade) => pure[grade] === 0);
  if (mixed.length > 0) {
    const [one, other = one] = mixed as [number, number?];
    for (let row = 0; row < size; row++) {
      const grade = of[row]!;
      if ((grade === one || grade === other) && !passes(column[row]!)) bits[row >>> 5]! |= 1 << (row & 31);
    }
  }
  if (range.unknown === true)
    for (let row = 0; row < size; row++) if (of[row] === UNKNOWN_GRADE) bits[row >>> 5]! &= ~(1 << (row & 31));
  return bits;
};

const outOfCategories = (index: SiftIndex, wanted: ReadonlySet<number>): Bits => {
  const fails = Uint8Array.from(index.categories, (id) => (wanted.has(id) ? 0 : 1));
  return rowsWhere(index.size, (row) => fails[index.category[row]!] === 1);
};

const notChosen = (index: SiftIndex, key: ChoiceKey, names: readonly string[]): Bits => {
  const { names: known, codes } = index.choices[key];
  const passes = new Uint8Array(known.length + 1);
  known.forEach((name, i) => (passes[i + 1] = names.includes(name) ? 1 : 0));
  return rowsWhere(index.size, (row) => passes[codes[row]!] === 0);
};

const failingBrand = (index: SiftIndex, names: readonly string[], mustBe: boolean): Bits => {
  const named = new Set(names.map((name) => name.toLowerCase()));
  const is = Uint8Array.from(index.brands, (name) => (named.has(name.toLowerCase()) ? 1 : 0));
  return rowsWhere(index.size, (row) => (is[index.brand[row]!] === 1) !== mustBe);
};

/** What a title must hold of the phrases asked for. */
type WordsWanted = 'all' | 'any' | 'none';
interface Phrases {
  /** For each stem the bits of the phrases that are this one word. */
  words: Int32Array;
  /** For each stem whether a longer phrase begins with it, and those phrases. */
  begins: Uint8Array;
  longer: { tokens: number[]; bit: number }[];
  /** The bits of all phrases. */
  all: number;
}

/** Up to 31 phrases, a bit each, in the stems of an index. */
const phrasesIn = (index: SiftIndex, phrases: readonly string[]): Phrases => {
  const wanted = phrases
    .slice(0, 31)
    .map((phrase) => stemsOf(phrase))
    .filter((stems) => stems.length > 0);
  const asked = new Set(wanted.flat());
  const numbers = new Map<string, number>();
  index.vocabulary.forEach((stem, i) => asked.has(stem) && numbers.set(stem, i));
  const found: Phrases = {
    words: new Int32Array(index.vocabulary.length),
    begins: new Uint8Array(index.vocabulary.length),
    longer: [],
    all: 0,
  };
  wanted.forEach((stems, i) => {
    found.all |= 1 << i;
    const tokens = stems.map((stem) => numbers.get(stem) ?? -1);
    // A stem that no title has leaves its phrase unfound everywhere.
    if (tokens.includes(-1)) return;
    if (tokens.length === 1) found.words[tokens[0]!]! |= 1 << i;
    else {
      found.begins[tokens[0]!] = 1;
      found.longer.push({ tokens, bit: 1 << i });
    }
  });
  return found;
};

const failingWords = (index: SiftIndex, phrases: readonly string[], wanted: WordsWanted): Bits => {
  const { words, begins, longer, all } = phrasesIn(index, phrases);
  const { tokens, titleStart, size } = index;
  const bits = noBits(size);
  // Where no word was asked for, none can be missing.
  if (all === 0) return bits;
  for (let row = 0, at = 0; row < size; row++) {
    const end = titleStart[row + 1]!;
    let found = 0;
    for (; at < end; at++) {
      const token = tokens[at]!;
      found |= words[token]!;
      if (begins[token] === 1) found |= longerAt(tokens, at, end, longer);
    }
    const fails = wanted === 'all' ? found !== all : wanted === 'any' ? found === 0 : found !== 0;
    if (fails) bits[row >>> 5]! |= 1 << (row & 31);
  }
  return bits;
};

/** The bits of the longer phrases that stand at a place of a title. */
const longerAt = (
  tokens: SiftIndex['tokens'],
  at: number,
  end: number,
  phrases: readonly { tokens: number[]; bit: number }[],
): number => {
  let found = 0;
  for (const phrase of phrases) {
    let i = 0;
    while (i < phrase.tokens.length && at + i < end && tokens[at + i] === phrase.tokens[i]) i++;
    if (i === phrase.tokens.length) found |= phrase.bit;
  }
  return found;
};

const bitsOfFlags = (flags: readonly FlagKey[]): number =>
  FLAGS.reduce((bits, flag) => (flags.includes(flag) ? bits | flagBit(flag) : bits), 0);

const failingFlags = (index: SiftIndex, mask: number, hidden: boolean): Bits =>
  rowsWhere(index.size, (row) => ((index.flags[row]! & mask) !== 0) === hidden);

const ofListings = (index: SiftIndex, ids: ReadonlySet<number>): Bits => {
  const bits = noBits(index.size);
  for (const id of ids) {
    const row = rowOfId(index, id);
    if (row >= 0) bits[row >>> 5]! |= 1 << (row & 31);
  }
  return bits;
};

const toStayAwayFrom = (index: SiftIndex, away: NonNullable<SiftQuery['away']>): Bits => {
  const kinds = otherBits(outOfCategories(index, away.categories), index.size);
  const words = failingWords(index, away.words, 'none');
  return words.map((word, w) => word | kinds[w]!);
};
