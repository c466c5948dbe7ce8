import { stemOf, stemsOf, wordsOf } from '../listing/words.ts';
import { DAYS_PER_MONTH } from '../measures/units.ts';
import { binEdges, fillBins, fillGrades, startsOf } from './grades.ts';
import {
  CHOICES,
  GIVEN,
  NO_DAY,
  rowOfId,
  type Bytes,
  type Doubles,
  type SiftIndex,
  type SiftRow,
  type Words,
} from './index.ts';
import { MEASURES } from './measures.ts';
import { placeTitles } from './title-order.ts';

const doubles = (n: number): Doubles => new Float64Array(new SharedArrayBuffer(8 * n));
const words = (n: number): Words => new Uint32Array(new SharedArrayBuffer(4 * n));
const bytes = (n: number): Bytes => new Uint8Array(new SharedArrayBuffer(n));

/** Numbers for names, in the order they come. */
class Names {
  readonly names: string[] = [];
  private readonly numbers = new Map<string, number>();
  of(name: string): number {
    let n = this.numbers.get(name);
    if (n === undefined) this.numbers.set(name, (n = this.names.push(name) - 1));
    return n;
  }
}

/** Takes rows in one by one, so that a million need never lie in memory as objects, and makes the index of them. */
export class SiftIndexBuilder {
  private readonly capacity: number;
  private readonly today: number;
  private readonly index: SiftIndex;
  private readonly brandNames = new Names();
  private readonly vocabulary = new Names();
  /** Words as written, the number of each one's stem, and the words of all titles one after the other. */
  private readonly words = new Names();
  private readonly stemOfWord: number[] = [];
  private wordsUsed: Uint32Array = new Uint32Array(0);
  private readonly categoryNames = new Map<number, number>();
  private tokensUsed = 0;

  /** @param capacity rows at most. @param today days since 1970 that ages are reckoned to. */
  constructor(capacity: number, today: number) {
    this.capacity = capacity;
    this.today = today;
    this.index = {
      size: 0,
      today,
      ids: doubles(capacity),
      categories: [],
      category: new Uint16Array(new SharedArrayBuffer(2 * capacity)),
      choices: Object.fromEntries(
        CHOICES.map((key) => [key, { names: [], codes: bytes(capacity) }]),
      ) as unknown as SiftIndex['choices'],
      flags: words(capacity),
      family: doubles(capacity),
      onSaleSince: new Int32Array(new SharedArrayBuffer(4 * capacity)),
      brands: this.brandNames.names,
      brand: words(capacity),
      vocabulary: this.vocabulary.names,
      tokens: words(0),
      titleStart: words(capacity + 1),
      titleOrder: words(capacity),
      brandOrder: words(0),
      columns: Object.fromEntries(MEASURES.map(({ key }) => [key, doubles(capacity)])) as SiftIndex['columns'],
      grades: {} as SiftIndex['grades'],
      bins: {} as SiftIndex['bins'],
      edges: {} as SiftIndex['edges'],
      totals: {} as SiftIndex['totals'],
    };
  }

  /** False when there is no room: rows that came after the count was taken wait for the next build. */
  add(row: SiftRow): boolean {
    const { index } = this;
    const at = index.size;
    if (at === this.capacity) return false;
    index.size++;
    index.ids[at] = row.id;
    let category = this.categoryNames.get(row.category);
    if (category === undefined)
      this.categoryNames.set(row.category, (category = index.categories.push(row.category) - 1));
    index.category[at] = category;
    index.family[at] = row.family;
    index.brand[at] = this.brandNames.of(row.brand);
    const titleWords = row.titleWords ?? wordsOf(row.title);
    if (this.tokensUsed + titleWords.length > this.wordsUsed.length) {
      const larger = new Uint32Array(
        2 * this.wordsUsed.length + 8 * Math.min(this.capacity, 100_000) + titleWords.length,
      );
      larger.set(this.wordsUsed);
      this.wordsUsed = larger;
    }
    for (let i = 0; i < titleWords.length; i++) {
      const word = this.words.of(titleWords[i]!);
      if (word === this.stemOfWord.length) this.stemOfWord.push(this.vocabulary.of(stemOf(titleWords[i]!)));
      this.wordsUsed[this.tokensUsed++] = word;
    }
    index.titleStart[at + 1] = this.tokensUsed;
    putMeasures(index, at, row);
    return true;
  }

  finish(): SiftIndex {
    const { index } = this;
    const { size } = index;
    if (size < this.capacity) trim(index, size);
    index.tokens = words(this.tokensUsed);
    for (let i = 0; i < this.tokensUsed; i++) index.tokens[i] = this.stemOfWord[this.wordsUsed[i]!]!;
    placeTitles(index, this.words.names, this.wordsUsed);
    index.brandOrder = words(index.brands.length);
    const collator = new Intl.Collator('en-GB');
    [...index.brands.keys()]
      .sort((a, b) => collator.compare(index.brands[a]!, index.brands[b]!))
      .forEach((brand, place) => (index.brandOrder[brand] = place));
    reckonAges(index, this.today);
    for (const { key } of MEASURES) {
      index.grades[key] = {
        starts: startsOf(index.columns[key]),
        of: new Uint16Array(new SharedArrayBuffer(2 * size)),
        pure: bytes(0),
      };
      index.edges[key] = binEdges(index.columns[key], key);
      index.bins[key] = bytes(size);
      fillGrades(index, key);
      fillBins(index, key);
    }
    return index;
  }
}

const putMeasures = (index: SiftIndex, at: number, row: SiftRow): void => {
  for (const key of CHOICES) {
    const { names, codes } = index.choices[key];
    const name = row.choices[key];
    // 0 is unknown; a choice has few names.
    codes[at] = name === null ? 0 : 1 + (names.includes(name) ? names.indexOf(name) : names.push(name) - 1);
  }
  index.flags[at] = row.flags;
  index.onSaleSince[at] = row.onSaleSince ?? NO_DAY;
  const { columns } = index;
  const { measures } = row;
  for (let i = 0; i < GIVEN.length; i++) {
    const key = GIVEN[i]!;
    columns[key][at] = measures[key] ?? Number.NaN;
  }
};

const trim = (index: SiftIndex, size: number): void => {
  const cut = <T extends { slice(from: number, to: number): T; subarray(from: number, to: number): T }>(a: T): T =>
    a.subarray(0, size);
  index.ids = cut(index.ids);
  index.category = cut(index.category);
  index.flags = cut(index.flags);
  index.family = cut(index.family);
  index.onSaleSince = cut(index.onSaleSince);
  index.brand = cut(index.brand);
  index.titleOrder = cut(index.titleOrder);
  index.titleStart = index.titleStart.subarray(0, size + 1);
  for (const key of CHOICES) index.choices[key].codes = cut(index.choices[key].codes);
  for (const { key } of MEASURES) index.columns[key] = cut(index.columns[key]);
};

const reckonAges = (index: SiftIndex, today: number): void => {
  index.today = today;
  const { months } = index.columns;
  for (let row = 0; row < index.size; row++) {
    const since = index.onSaleSince[row]!;
    months[row] = since === NO_DAY ? Number.NaN : Math.max(0, Math.floor((today - since) / DAYS_PER_MONTH));
  }
};

/** The index of rows that lie in memory. */
export const buildSiftIndex = (rows: readonly SiftRow[], today = 0): SiftIndex => {
  const builder = new SiftIndexBuilder(rows.length, today);
  for (const row of rows) builder.add(row);
  return builder.finish();
};

/**
 * A copy of an index with the measures, flags and choices of some rows changed and all ages reckoned to a day; bins keep
 * their edges. Null when a row is new, or its title, brand or category is not what the index holds: then the whole is to
 * be built.
 */
export const patchSiftIndex = (old: SiftIndex, rows: readonly SiftRow[], today: number): SiftIndex | null => {
  const places = rows.map((row) => rowOfId(old, row.id));
  const fits = rows.every((row, i) => {
    const at = places[i]!;
    return (
      at >= 0 &&
      old.categories[old.category[at]!] === row.category &&
      old.brands[old.brand[at]!] === row.brand &&
      stemsOf(row.title).join() ===
        [...old.tokens.subarray(old.titleStart[at]!, old.titleStart[at + 1]!)]
          .map((token) => old.vocabulary[token])
          .join()
    );
  });
  if (!fits) return null;
  const copyOf = <T extends Doubles | Bytes | Words | Int32Array<ArrayBufferLike> | Uint16Array<ArrayBufferLike>>(
    array: T,
  ): T => {
    const Kind = array.constructor as new (buffer: SharedArrayBuffer) => T;
    const copy = new Kind(new SharedArrayBuffer(array.byteLength));
    copy.set(array);
    return copy;
  };
  const made: SiftIndex = {
    ...old,
    flags: copyOf(old.flags),
    onSaleSince: copyOf(old.onSaleSince),
    choices: Object.fromEntries(
      CHOICES.map((key) => [key, { names: [...old.choices[key].names], codes: copyOf(old.choices[key].codes) }]),
    ) as unknown as SiftIndex['choices'],
    columns: Object.fromEntries(MEASURES.map(({ key }) => [key, copyOf(old.columns[key])])) as SiftIndex['columns'],
    grades: Object.fromEntries(
      MEASURES.map(({ key }) => {
        const { starts, of, pure } = old.grades[key];
        return [key, { starts, of: copyOf(of), pure }];
      }),
    ) as SiftIndex['grades'],
    bins: Object.fromEntries(MEASURES.map(({ key }) => [key, copyOf(old.bins[key])])) as SiftIndex['bins'],
    totals: { ...old.totals },
  };
  rows.forEach((row, i) => putMeasures(made, places[i]!, row));
  reckonAges(made, today);
  for (const { key } of MEASURES) {
    // A measure that no row knew had no steps: it gets them now.
    if (made.grades[key].starts.length === 0) made.grades[key].starts = startsOf(made.columns[key]);
    fillGrades(made, key);
    fillBins(made, key);
  }
  return made;
};
