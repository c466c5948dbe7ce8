import type { NicheRow, TermRow } from '@kettle/contract/demand';
import {
  COURSES,
  demandMeasure,
  measuresOf,
  readDemand,
  type DemandChoice,
  type DemandKey,
} from '@kettle/core/demand/choice';
import { meetsIncome } from '@kettle/core/demand/income';
import {
  binsOf,
  countBins,
  narrow,
  orderOf,
  outsideOf,
  pageInOrder,
  passesWithout,
  type Bins,
  type Failing,
  type Narrowed,
} from '@kettle/core/demand/narrow';
import { nicheFigures, outlayToEnter } from '@kettle/core/demand/niche';
import { monthsOfWeeks } from '@kettle/core/demand/weeks';
import { stemsOf } from '@kettle/core/listing/words';
import type { Course, CourseKind } from '@kettle/core/demand/course';
import type { Range } from '@kettle/core/sift/limits';
import type { Fault } from '@kettle/core/sift/address';
import { holdersOf } from '@kettle/core/stats/concentration';
import type { Market } from '../sources/marketplaces.ts';
import { topClick, type DemandIndex, type DemandNiche, type DemandTerm } from './index.ts';

const MOST_KEPT = 24;

/** Figures of all rows by column for some settings, with bins and orders made when first wanted. */
class FigureTable {
  readonly columns: Readonly<Record<string, Float64Array>>;
  private readonly names: readonly string[];
  private readonly binsMade = new Map<string, Bins>();
  private readonly ordersMade = new Map<string, Uint32Array>();

  private readonly outsideMade = new Map<string, Uint8Array>();
  /** 1 for terms that are a brand's own name. */
  readonly brandNames: Uint8Array;

  constructor(columns: Readonly<Record<string, Float64Array>>, names: readonly string[], brandNames: Uint8Array) {
    this.columns = columns;
    this.names = names;
    this.brandNames = brandNames;
  }
  /** Rows outside a range; the last ones asked for are kept, so that a moved bound computes one limit anew. */
  outside(key: DemandKey, range: Range): Uint8Array {
    const id = `${key} ${range.min} ${range.max} ${range.unknown ?? false}`;
    const made = this.outsideMade.get(id) ?? outsideOf(this.columns[key]!, range);
    this.outsideMade.delete(id);
    this.outsideMade.set(id, made);
    for (const old of this.outsideMade.keys()) if (this.outsideMade.size > MOST_KEPT) this.outsideMade.delete(old);
    return made;
  }
  bins(view: DemandChoice['view'], key: string): Bins {
    let made = this.binsMade.get(key);
    if (!made) this.binsMade.set(key, (made = binsOf(this.columns[key]!, demandMeasure(view, key)!)));
    return made;
  }
  order(key: string): Uint32Array {
    let made = this.ordersMade.get(key);
    if (!made) {
      made = key === 'name' ? byName(this.names) : orderOf(this.columns[key]!);
      this.ordersMade.set(key, made);
    }
    return made;
  }
}
const byName = (names: readonly string[]): Uint32Array => {
  const collator = new Intl.Collator('en-GB', { numeric: true });
  return Uint32Array.from([...names.keys()].sort((a, b) => collator.compare(names[a]!, names[b]!)));
};

/** The tables of an index by the settings they were made with; the last few are kept. */
const tables = new WeakMap<DemandIndex, Map<string, FigureTable>>();
const MOST_TABLES = 6;
const tableOf = (index: DemandIndex, choice: DemandChoice): FigureTable => {
  const { costShare, months, fixed } = choice.outlay;
  const key =
    choice.view === 'niches' ? `niches/${choice.share}/${costShare}/${months}/${fixed}` : `terms/${choice.share}`;
  let made = tables.get(index);
  if (!made) tables.set(index, (made = new Map()));
  let table = made.get(key);
  if (!table) {
    table = choice.view === 'niches' ? nicheTable(index, choice) : termTable(index, choice);
    made.set(key, table);
    for (const old of made.keys()) if (made.size > MOST_TABLES) made.delete(old);
  }
  return table;
};

/** A column of a figure of each row; not known is NaN. */
const columnOf = <R>(rows: readonly R[], figure: (row: R) => number | null): Float64Array => {
  const column = new Float64Array(rows.length);
  for (let i = 0; i < rows.length; i++) column[i] = figure(rows[i]!) ?? Number.NaN;
  return column;
};

/** The columns that no setting changes, and the names: made once for an index and a view. */
interface Steady {
  columns: Record<string, Float64Array>;
  names: readonly string[];
  brandNames: Uint8Array;
}
const steady = new WeakMap<DemandIndex, Partial<Record<DemandChoice['view'], Steady>>>();
const steadyOf = (index: DemandIndex, view: DemandChoice['view']): Steady => {
  let made = steady.get(index);
  if (!made) steady.set(index, (made = {}));
  return (made[view] ??= view === 'niches' ? steadyNiches(index) : steadyTerms(index));
};
const courseColumns = (rows: readonly { course: Course }[]): Record<string, Float64Array> => ({
  volumeQuarter: columnOf(rows, (r) => r.course.quarter),
  volumeYear: columnOf(rows, (r) => r.course.year),
  growthQuarter: columnOf(rows, (r) => r.course.growthQuarter),
  growthYear: columnOf(rows, (r) => r.course.growthYear),
  quarterPace: columnOf(rows, (r) => r.course.quarterPace),
  bestThree: columnOf(rows, (r) => r.course.bestThree?.share ?? null),
  season: columnOf(rows, (r) => r.course.season),
  trendYear: columnOf(rows, (r) => r.course.trendYear),
});
const steadyNiches = ({ niches }: DemandIndex): Steady => ({
  columns: {
    ...courseColumns(niches),
    effective: columnOf(niches, (n) => n.prepared.effective),
    topShare: columnOf(niches, (n) => n.prepared.topShare),
    listings: columnOf(niches, (n) => n.listings.length),
    brands: columnOf(niches, (n) => n.prepared.brands),
    terms: columnOf(niches, ownTerms),
  },
  names: niches.map((n) => n.name),
  brandNames: new Uint8Array(niches.length),
});
const steadyTerms = ({ terms }: DemandIndex): Steady => ({
  columns: {
    ...courseColumns(terms),
    buyRate: columnOf(terms, (t) => t.buyRate),
    competing: columnOf(terms, (t) => t.competing),
    found: columnOf(terms, (t) => t.found),
    topShare: columnOf(terms, topClick),
  },
  names: terms.map((t) => t.text),
  brandNames: Uint8Array.from(terms, (t) => (t.brand === null ? 0 : 1)),
});
const ownTerms = (niche: DemandNiche): number => niche.terms.filter(({ term }) => term.brand === null).length;

/** What "most of the clicks" and the outlay's terms change. */
const nicheTable = (index: DemandIndex, { share, outlay }: DemandChoice): FigureTable => {
  const { niches } = index;
  const { columns, names, brandNames } = steadyOf(index, 'niches');
  const empty = (): Float64Array => new Float64Array(niches.length).fill(Number.NaN);
  const [holders, change, price, units, revenue, reviews, toEnter] = [
    empty(),
    empty(),
    empty(),
    empty(),
    empty(),
    empty(),
    empty(),
  ];
  for (let i = 0; i < niches.length; i++) {
    const f = nicheFigures(niches[i]!.prepared, share);
    if (f.holders !== null) holders[i] = f.holders;
    if (f.holders !== null && f.holdersYearAgo !== null) change[i] = f.holders - f.holdersYearAgo;
    if (f.price !== null) price[i] = f.price;
    if (f.units !== null) units[i] = f.units;
    if (f.revenue !== null) revenue[i] = f.revenue;
    if (f.reviews !== null) reviews[i] = f.reviews;
    toEnter[i] = outlayToEnter(f.price, f.units, outlay) ?? Number.NaN;
  }
  const made = { holders, holdersChange: change, price, units, revenue, reviews, outlay: toEnter };
  return new FigureTable({ ...columns, ...made }, names, brandNames);
};
const termTable = (index: DemandIndex, { share }: DemandChoice): FigureTable => {
  const { columns, names, brandNames } = steadyOf(index, 'terms');
  return new FigureTable(
    { ...columns, holders: columnOf(index.terms, (t) => holdersOf(t.clicks, share)) },
    names,
    brandNames,
  );
};

const ofCourse = ({ course }: DemandNiche | DemandTerm) => ({
  volumeQuarter: course.quarter,
  volumeYear: course.year,
  growthQuarter: course.growthQuarter,
  growthYear: course.growthYear,
  quarterPace: course.quarterPace,
  bestThree: course.bestThree?.share ?? null,
  season: course.season,
  trendYear: course.trendYear,
});

export const figuresOfNiche = (niche: DemandNiche, { share, outlay }: Pick<DemandChoice, 'share' | 'outlay'>) => {
  const f = nicheFigures(niche.prepared, share);
  return {
    ...ofCourse(niche),
    holders: f.holders,
    holdersChange: f.holders === null || f.holdersYearAgo === null ? null : f.holders - f.holdersYearAgo,
    effective: f.effective,
    topShare: f.topShare,
    listings: niche.listings.length,
    brands: f.brands,
    price: f.price,
    units: f.units,
    revenue: f.revenue,
    reviews: f.reviews,
    terms: ownTerms(niche),
    outlay: outlayToEnter(f.price, f.units, outlay),
  };
};
export const figuresOfTerm = (term: DemandTerm, share: number) => ({
  ...ofCourse(term),
  buyRate: term.buyRate,
  competing: term.competing,
  found: term.found,
  topShare: topClick(term),
  holders: holdersOf(term.clicks, share),
});

interface Searched {
  categories: ReadonlySet<number>;
  course: { kind: CourseKind };
  stems: ReadonlySet<string> | readonly string[];
}
/** Which rows have a word, stand in a category, have a course or are a brand's name: made once for an index. */
class RowSets {
  readonly size: number;
  readonly courses: Uint8Array;
  private readonly byStem = new Map<string, number[]>();
  private readonly byCategory = new Map<number, number[]>();

  constructor(rows: readonly Searched[]) {
    this.size = rows.length;
    this.courses = new Uint8Array(rows.length);
    rows.forEach((row, at) => {
      this.courses[at] = COURSES.indexOf(row.course.kind);
      for (const stem of row.stems) put(this.byStem, stem, at);
      for (const category of row.categories) put(this.byCategory, category, at);
    });
  }
  /** 0 for rows in one of the categories, 1 for all others. */
  outOf(categories: readonly number[]): Uint8Array {
    const fails = new Uint8Array(this.size).fill(1);
    for (const c of categories) for (const row of this.byCategory.get(c) ?? []) fails[row] = 0;
    return fails;
  }
  /** 1 for rows that have all stems. */
  having(stems: readonly string[]): Uint8Array {
    const found = new Uint8Array(this.size);
    const distinct = [...new Set(stems)];
    for (const stem of distinct) for (const row of this.byStem.get(stem) ?? []) found[row]!++;
    for (let row = 0; row < found.length; row++) found[row] = found[row] === distinct.length ? 1 : 0;
    return found;
  }
}
const put = <K>(map: Map<K, number[]>, key: K, row: number): void => {
  const there = map.get(key);
  if (!there) map.set(key, [row]);
  else if (there.at(-1) !== row) there.push(row);
};
const sets = new WeakMap<DemandIndex, Partial<Record<DemandChoice['view'], RowSets>>>();
const setsOf = (index: DemandIndex, view: DemandChoice['view']): RowSets => {
  let made = sets.get(index);
  if (!made) sets.set(index, (made = {}));
  return (made[view] ??= new RowSets(view === 'niches' ? index.niches : index.terms));
};

/** The limits of a choice over the rows of its view. */
const limitsOf = (index: DemandIndex, choice: DemandChoice, table: FigureTable): Failing[] => {
  const of = setsOf(index, choice.view);
  const limits: Failing[] = [];
  if (choice.categories.length > 0) limits.push({ key: 'cat', fails: of.outOf(choice.categories) });
  if (choice.have.length > 0) {
    const fails = new Uint8Array(of.size);
    for (const words of choice.have) {
      const has = of.having(stemsOf(words));
      for (let row = 0; row < fails.length; row++) if (has[row] === 0) fails[row] = 1;
    }
    limits.push({ key: 'has', fails });
  }
  if (choice.leaveOut.length > 0) {
    const fails = new Uint8Array(of.size);
    for (const stems of choice.leaveOut.map(stemsOf)) {
      if (stems.length === 0) continue;
      const has = of.having(stems);
      for (let row = 0; row < fails.length; row++) if (has[row] === 1) fails[row] = 1;
    }
    limits.push({ key: 'not', fails });
  }
  for (const { key } of measuresOf(choice.view)) {
    const range = choice.ranges[key];
    if (range) limits.push({ key, fails: table.outside(key, range) });
  }
  if (choice.courses.length > 0) {
    const wanted = COURSES.map((c) => (choice.courses.includes(c) ? 0 : 1));
    limits.push({ key: 'course', fails: Uint8Array.from(of.courses, (c) => wanted[c]!) });
  }
  if (choice.view === 'terms' && !choice.brandTerms) limits.push({ key: 'names', fails: table.brandNames });
  const { income } = choice;
  if (choice.view === 'niches' && income) {
    const { price, units } = table.columns as Record<'price' | 'units', Float64Array>;
    const fails = new Uint8Array(of.size);
    for (let row = 0; row < fails.length; row++) fails[row] = meetsIncome(income, price[row]!, units[row]!) ? 0 : 1;
    limits.push({ key: 'income', fails });
  }
  return limits;
};

export interface Narrowing {
  choice: DemandChoice;
  faults: Fault[];
  table: FigureTable;
  limits: Failing[];
  narrowed: Narrowed;
}

/** Reads what is asked from parameters and carries it out. */
export const narrowDemand = (
  index: DemandIndex,
  market: Market,
  parameters: Iterable<[string, string]>,
  known: ReadonlySet<number>,
): Narrowing => {
  const { choice, faults } = readDemand(parameters, market);
  const foreign = choice.categories.filter((id) => !known.has(id));
  if (foreign.length > 0) {
    faults.push({ field: 'cat', sentence: `${market.name} has no category ${foreign.join(', ')}. It was left out.` });
    choice.categories = choice.categories.filter((id) => known.has(id));
  }
  const table = tableOf(index, choice);
  const limits = limitsOf(index, choice, table);
  const size = choice.view === 'niches' ? index.niches.length : index.terms.length;
  return { choice, faults, table, limits, narrowed: narrow(size, limits) };
};

/** How what passes all other limits is spread, for the measures whose cards are shown and for the kinds of course. */
export const spreadOf = (
  index: DemandIndex,
  { choice, table, limits, narrowed }: Narrowing,
  show: readonly string[],
) => {
  const keys = [...new Set([...show, ...Object.keys(choice.ranges)])].filter((k) => demandMeasure(choice.view, k));
  const ofCourses = passesWithout(narrowed, limits, 'course');
  const kinds = setsOf(index, choice.view).courses;
  const counts = new Array<number>(COURSES.length).fill(0);
  for (let row = 0; row < kinds.length; row++) if (ofCourses[row] === 1) counts[kinds[row]!]!++;
  const courses = Object.fromEntries(COURSES.map((c, i) => [c, counts[i]!]));
  return {
    histograms: Object.fromEntries(
      keys.map((k) => [k, countBins(table.bins(choice.view, k), passesWithout(narrowed, limits, k))]),
    ),
    edges: Object.fromEntries(keys.map((k) => [k, table.bins(choice.view, k).edges])),
    courses,
  };
};

export const rowsOfPage = ({ choice, table, narrowed }: Narrowing, from: number, to: number): number[] =>
  pageInOrder(
    table.order(choice.sort),
    choice.sort === 'name' ? null : table.columns[choice.sort]!,
    choice.descending,
    narrowed.passes,
    from,
    to,
  );

const MOST_DOTS = 3000;
/** Price and units of what passes all limits but the income target. */
export const incomeDots = (index: DemandIndex, { choice, table, limits, narrowed }: Narrowing) => {
  if (choice.view !== 'niches' || !choice.income) return [];
  const passes = passesWithout(narrowed, limits, 'income');
  const { price, units } = table.columns as Record<'price' | 'units', Float64Array>;
  const dots = [];
  for (const row of table.order('volumeYear').toReversed()) {
    if (passes[row] !== 1 || Number.isNaN(price[row]) || Number.isNaN(units[row])) continue;
    const { id, name } = index.niches[row]!;
    const at = { price: Math.round(price[row]!), units: units[row]! };
    dots.push({ id, name, ...at, meets: meetsIncome(choice.income, price[row]!, units[row]!) === true });
    if (dots.length === MOST_DOTS) break;
  }
  return dots;
};

const known = (value: number | null): number | null => (value === null || Number.isNaN(value) ? null : value);
const MONTHS = 36;
const monthsOf = (series: DemandTerm['series']): (number | null)[] =>
  series
    ? monthsOfWeeks(series)
        .slice(-MONTHS)
        .map((m) => (m.volume === null ? null : Math.round(m.volume)))
    : [];
const clean = (figures: Record<string, number | null>): Record<string, number | null> =>
  Object.fromEntries(Object.entries(figures).map(([k, v]) => [k, known(v)]));

export const nicheRow = (niche: DemandNiche, settings: Pick<DemandChoice, 'share' | 'outlay'>): NicheRow => ({
  id: niche.id,
  name: niche.name,
  category: niche.categoryPath,
  course: niche.course.kind,
  words: niche.course.words,
  figures: clean(figuresOfNiche(niche, settings)),
  months: monthsOf(niche.series),
});
export const termRow = (index: DemandIndex, term: DemandTerm, share: number): TermRow => ({
  id: term.id,
  text: term.text,
  brand: term.brand,
  course: term.course.kind,
  words: term.course.words,
  figures: clean(figuresOfTerm(term, share)),
  months: monthsOf(term.series),
  niches: term.niches.map((id) => ({ id, name: index.nicheById.get(id)!.name })),
});
