import { byRule, type ByRule } from '../costing/rule-of-thumb.ts';
import type { CostRule } from '../documents/cost-rules.ts';
import { stemOf, stemsOf, WordStock } from '../listing/words.ts';
import { DAYS_PER_MONTH } from '../measures/units.ts';
import { fillBins, fillGrades, gradeMeasures, startsOf, type Graded, type Measured } from './grades.ts';
import {
  CHOICES,
  NO_DAY,
  rowOfId,
  type Bytes,
  type ChoiceKey,
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

/** The arrays that a builder fills, a place a row; those of a part are views of the whole's, from its first row on. */
export type SiftSlots = Pick<
  SiftIndex,
  'ids' | 'category' | 'flags' | 'family' | 'volume' | 'onSaleSince' | 'brand' | 'titleStart' | 'columns'
> & { choices: Record<ChoiceKey, Bytes> };

const slotsFor = (rows: number): SiftSlots => ({
  ids: doubles(rows),
  category: new Uint16Array(new SharedArrayBuffer(2 * rows)),
  choices: Object.fromEntries(CHOICES.map((key) => [key, bytes(rows)])) as SiftSlots['choices'],
  flags: words(rows),
  family: doubles(rows),
  volume: doubles(rows),
  onSaleSince: new Int32Array(new SharedArrayBuffer(4 * rows)),
  brand: words(rows),
  titleStart: words(rows + 1),
  columns: Object.fromEntries(MEASURES.map(({ key }) => [key, doubles(rows)])) as SiftSlots['columns'],
});

/** What lies in slots from a row on. */
const slotsFrom = (slots: SiftSlots, from: number): SiftSlots => ({
  ids: slots.ids.subarray(from),
  category: slots.category.subarray(from),
  choices: Object.fromEntries(CHOICES.map((key) => [key, slots.choices[key].subarray(from)])) as SiftSlots['choices'],
  flags: slots.flags.subarray(from),
  family: slots.family.subarray(from),
  volume: slots.volume.subarray(from),
  onSaleSince: slots.onSaleSince.subarray(from),
  brand: slots.brand.subarray(from),
  titleStart: slots.titleStart.subarray(from),
  columns: Object.fromEntries(
    MEASURES.map(({ key }) => [key, slots.columns[key].subarray(from)]),
  ) as SiftSlots['columns'],
});

/** What a builder took in that filled a part of another's slots: how many rows, and what its numbers stand for. */
export interface SiftPart {
  size: number;
  categories: number[];
  choices: Record<ChoiceKey, string[]>;
  brands: string[];
  words: string[];
  /** The words of all titles one after the other. */
  used: Uint32Array;
}

/**
 * Takes rows in one by one, so that a million need never lie in memory as objects, and makes the index of them. The rows
 * behind some place can be taken in by another builder in another thread (`behind`, `part`, `join`).
 */
export class SiftIndexBuilder {
  private readonly capacity: number;
  private readonly today: number;
  private readonly slots: SiftSlots;
  private readonly index: SiftIndex;
  private readonly brandNames = new Names();
  private readonly vocabulary = new Names();
  /** Words as written, the number of each one's stem, and the words of all titles one after the other. */
  private readonly words = new Names();
  private readonly stemOfWord: number[] = [];
  private readonly stock = new WordStock();
  /** Numbers of words by those of the stock that rows bring them from. */
  private readonly numberOfStock: number[] = [];
  private wordsUsed: Uint32Array = new Uint32Array(0);
  private readonly categoryNames = new Map<number, number>();
  private tokensUsed = 0;

  /**
   * @param capacity rows at most. @param today days since 1970 that ages are reckoned to.
   * @param slots where to put them: shared memory of its own, or a part of another builder's
   */
  constructor(capacity: number, today: number, slots = slotsFor(capacity)) {
    this.capacity = capacity;
    this.today = today;
    this.slots = slots;
    const { choices, ...arrays } = slots;
    this.index = {
      ...arrays,
      size: 0,
      today,
      categories: [],
      choices: Object.fromEntries(
        CHOICES.map((key) => [key, { names: [], codes: choices[key] }]),
      ) as unknown as SiftIndex['choices'],
      brands: this.brandNames.names,
      vocabulary: this.vocabulary.names,
      tokens: words(0),
      titleOrder: words(0),
      brandOrder: words(0),
      grades: {} as SiftIndex['grades'],
      bins: {} as SiftIndex['bins'],
      edges: {} as SiftIndex['edges'],
      totals: {} as SiftIndex['totals'],
    };
  }

  /** Slots for the rows from a place on, to be filled by another builder at the same time. */
  behind(row: number): SiftSlots {
    return slotsFrom(this.slots, row);
  }

  /** False when there is no room: rows that came after the count was taken wait for the next build. */
  add(row: SiftRow): boolean {
    const { index } = this;
    const at = index.size;
    if (at === this.capacity) return false;
    index.size++;
    index.ids[at] = row.id;
    index.category[at] = this.categoryOf(row.category);
    index.family[at] = row.family;
    index.brand[at] = this.brandNames.of(row.brand);
    const titleWords = row.titleWords ?? this.stock.wordsOf(row.title);
    this.makeRoom(titleWords.length);
    for (let i = 0; i < titleWords.length; i++) {
      const { number, text } = titleWords[i]!;
      this.wordsUsed[this.tokensUsed++] = this.numberOfStock[number] ??= this.wordOf(text);
    }
    index.titleStart[at + 1] = this.tokensUsed;
    putMeasures(index, at, row);
    return true;
  }

  /** What was taken in so far, for the builder whose slots were filled. */
  part(): SiftPart {
    const { index } = this;
    return {
      size: index.size,
      categories: index.categories,
      choices: Object.fromEntries(CHOICES.map((key) => [key, index.choices[key].names])) as SiftPart['choices'],
      brands: index.brands,
      words: this.words.names,
      used: this.wordsUsed.slice(0, this.tokensUsed),
    };
  }

  /** Joins what another builder put into the slots from a row on; all of this one's own rows stand before it. */
  join(part: SiftPart, from: number): void {
    const { index } = this;
    const { size } = part;
    const to = index.size;
    const { ids, category, flags, family, volume, onSaleSince, brand, titleStart, columns } = index;
    const { choices } = index;
    const codes = CHOICES.map((key) => choices[key].codes);
    // Fewer rows than were counted came before it: the gap is closed.
    for (const array of [ids, category, flags, family, volume, onSaleSince, brand, ...codes, ...Object.values(columns)])
      if (to < from) array.copyWithin(to, from, from + size);
    for (let i = 1; i <= size; i++) titleStart[to + i] = titleStart[from + i]! + this.tokensUsed;
    const categories = part.categories.map((id) => this.categoryOf(id));
    const brands = part.brands.map((name) => this.brandNames.of(name));
    for (let row = to; row < to + size; row++) {
      category[row] = categories[category[row]!]!;
      brand[row] = brands[brand[row]!]!;
    }
    for (const key of CHOICES) {
      const codesOf = Uint8Array.from([
        0,
        ...part.choices[key].map((name) => choiceCode(index.choices[key].names, name)),
      ]);
      const { codes: own } = index.choices[key];
      for (let row = to; row < to + size; row++) own[row] = codesOf[own[row]!]!;
    }
    const numbers = Uint32Array.from(part.words, (word) => this.wordOf(word));
    this.makeRoom(part.used.length);
    for (const word of part.used) this.wordsUsed[this.tokensUsed++] = numbers[word]!;
    index.size += size;
  }

  finish(): SiftIndex {
    this.close();
    this.order();
    return Object.assign(this.index, gradeMeasures(this.index));
  }

  /** The same, while measures are graded elsewhere. */
  async finishBeside(grade: (measured: Measured) => Promise<Graded>): Promise<SiftIndex> {
    this.close();
    const graded = grade({ size: this.index.size, columns: this.index.columns });
    this.order();
    return Object.assign(this.index, await graded);
  }

  private close(): void {
    const { index } = this;
    if (index.size < this.slots.ids.length) trim(index, index.size);
    reckonAges(index, this.today);
  }

  /** Titles and brands by their names. */
  private order(): void {
    const { index } = this;
    index.tokens = words(this.tokensUsed);
    for (let i = 0; i < this.tokensUsed; i++) index.tokens[i] = this.stemOfWord[this.wordsUsed[i]!]!;
    index.titleOrder = words(index.size);
    placeTitles(index, this.words.names, this.wordsUsed);
    index.brandOrder = words(index.brands.length);
    const collator = new Intl.Collator('en-GB');
    [...index.brands.keys()]
      .sort((a, b) => collator.compare(index.brands[a]!, index.brands[b]!))
      .forEach((brand, place) => (index.brandOrder[brand] = place));
  }

  private categoryOf(id: number): number {
    let category = this.categoryNames.get(id);
    if (category === undefined) this.categoryNames.set(id, (category = this.index.categories.push(id) - 1));
    return category;
  }

  private wordOf(text: string): number {
    const word = this.words.of(text);
    if (word === this.stemOfWord.length) this.stemOfWord.push(this.vocabulary.of(stemOf(text)));
    return word;
  }

  private makeRoom(more: number): void {
    if (this.tokensUsed + more <= this.wordsUsed.length) return;
    const larger = new Uint32Array(2 * this.wordsUsed.length + 8 * Math.min(this.capacity, 100_000) + more);
    larger.set(this.wordsUsed);
    this.wordsUsed = larger;
  }
}

/** The number of a name of a choice; 0 is unknown, and a choice has few names. */
const choiceCode = (names: string[], name: string): number =>
  1 + (names.includes(name) ? names.indexOf(name) : names.push(name) - 1);

const putMeasures = (index: SiftIndex, at: number, row: SiftRow): void => {
  for (const key of CHOICES) {
    const { names, codes } = index.choices[key];
    const name = row.choices[key];
    codes[at] = name === null ? 0 : choiceCode(names, name);
  }
  index.flags[at] = row.flags;
  index.onSaleSince[at] = row.onSaleSince ?? NO_DAY;
  index.volume[at] = row.volume ?? Number.NaN;
  putGiven(index.columns, at, row.measures);
};

/** Named one by one: a million rows by keys that change take three times as long. */
const putGiven = (to: SiftIndex['columns'], at: number, m: SiftRow['measures']): void => {
  to.price[at] = m.price ?? Number.NaN;
  to.units[at] = m.units ?? Number.NaN;
  to.revenue[at] = m.revenue ?? Number.NaN;
  to.reviews[at] = m.reviews ?? Number.NaN;
  to.rating[at] = m.rating ?? Number.NaN;
  to.weight[at] = m.weight ?? Number.NaN;
  to.sellers[at] = m.sellers ?? Number.NaN;
  to.net[at] = m.net ?? Number.NaN;
  to.profitRule[at] = m.profitRule ?? Number.NaN;
  to.marginRule[at] = m.marginRule ?? Number.NaN;
  to.outlayRule[at] = m.outlayRule ?? Number.NaN;
  to.paybackRule[at] = m.paybackRule ?? Number.NaN;
  to.piecePrice[at] = m.piecePrice ?? Number.NaN;
  to.reviewsMonth[at] = m.reviewsMonth ?? Number.NaN;
  to.unitsPerReview[at] = m.unitsPerReview ?? Number.NaN;
  to.side[at] = m.side ?? Number.NaN;
  to.marketplaceDays[at] = m.marketplaceDays ?? Number.NaN;
  to.brandListings[at] = m.brandListings ?? Number.NaN;
  to.craft[at] = m.craft ?? Number.NaN;
  to.pictures[at] = m.pictures ?? Number.NaN;
  to.variations[at] = m.variations ?? Number.NaN;
  to.rank[at] = m.rank ?? Number.NaN;
  to.units30[at] = m.units30 ?? Number.NaN;
  to.units90[at] = m.units90 ?? Number.NaN;
  to.unitsYear[at] = m.unitsYear ?? Number.NaN;
  to.price30[at] = m.price30 ?? Number.NaN;
  to.price90[at] = m.price90 ?? Number.NaN;
  to.priceYear[at] = m.priceYear ?? Number.NaN;
  to.season[at] = m.season ?? Number.NaN;
  to.spikeShare[at] = m.spikeShare ?? Number.NaN;
};

const trim = (index: SiftIndex, size: number): void => {
  const cut = <T extends { slice(from: number, to: number): T; subarray(from: number, to: number): T }>(a: T): T =>
    a.subarray(0, size);
  index.ids = cut(index.ids);
  index.category = cut(index.category);
  index.flags = cut(index.flags);
  index.family = cut(index.family);
  index.volume = cut(index.volume);
  index.onSaleSince = cut(index.onSaleSince);
  index.brand = cut(index.brand);
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
    volume: copyOf(old.volume),
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

export const RULE_KEYS = ['profitRule', 'marginRule', 'outlayRule', 'paybackRule'] as const;

/**
 * The same index with what a rule of thumb says reckoned anew, and all else shared with the old one: a million listings
 * wait for a changed rule no longer than a second or two.
 * @param ruleOf the rule for a category's number; null for none
 * @param costed what costings say, by the numbers of their listings: it stands in the place of the rule's
 */
export const reruleSiftIndex = (
  old: SiftIndex,
  ruleOf: (category: number) => CostRule | null,
  costed: ReadonlyMap<number, ByRule>,
): SiftIndex => {
  const { size } = old;
  const [profit, margin, outlay, payback] = RULE_KEYS.map(() => doubles(size)) as [Doubles, Doubles, Doubles, Doubles];
  const rules = old.categories.map(ruleOf);
  const { price, net, weight, units } = old.columns;
  const put = (row: number, found: ByRule): void => {
    profit[row] = found.profit;
    margin[row] = found.margin;
    outlay[row] = found.outlay;
    payback[row] = found.payback;
  };
  const subject = { price: 0, net: 0, weight: 0, volume: 0, units: 0 };
  for (let row = 0; row < size; row++) {
    const rule = rules[old.category[row]!];
    if (!rule) {
      profit[row] = margin[row] = outlay[row] = payback[row] = Number.NaN;
      continue;
    }
    subject.price = price[row]!;
    subject.net = net[row]!;
    subject.weight = weight[row]!;
    subject.volume = old.volume[row]!;
    subject.units = units[row]!;
    put(row, byRule(rule, subject));
  }
  for (const [id, found] of costed) {
    const row = rowOfId(old, id);
    if (row >= 0) put(row, found);
  }
  const columns = { ...old.columns, profitRule: profit, marginRule: margin, outlayRule: outlay, paybackRule: payback };
  const graded = gradeMeasures({ size, columns }, RULE_KEYS);
  return {
    ...old,
    columns,
    grades: { ...old.grades, ...graded.grades },
    bins: { ...old.bins, ...graded.bins },
    edges: { ...old.edges, ...graded.edges },
    totals: { ...old.totals, ...graded.totals },
  };
};
