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
import type { Fault } from '@kettle/core/sift/address';
import { holdersOf } from '@kettle/core/stats/concentration';
import type { Market } from '../sources/marketplaces.ts';
import { topClick, type DemandIndex, type DemandNiche, type DemandTerm } from './index.ts';

/** Figures of all rows by column for some settings, with bins and orders made when first wanted. */
class FigureTable {
  readonly columns: Readonly<Record<string, Float64Array>>;
  private readonly names: readonly string[];
  private readonly binsMade = new Map<string, Bins>();
  private readonly ordersMade = new Map<string, Uint32Array>();

  constructor(columns: Readonly<Record<string, Float64Array>>, names: readonly string[]) {
    this.columns = columns;
    this.names = names;
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

const tableFrom = <R>(
  rows: readonly R[],
  view: DemandChoice['view'],
  figuresOf: (row: R) => Partial<Record<DemandKey, number | null>>,
  nameOf: (row: R) => string,
): FigureTable => {
  const keys = measuresOf(view).map((m) => m.key);
  const columns = Object.fromEntries(keys.map((k) => [k, new Float64Array(rows.length)]));
  rows.forEach((row, i) => {
    const figures = figuresOf(row);
    for (const k of keys) columns[k]![i] = figures[k] ?? Number.NaN;
  });
  return new FigureTable(columns, rows.map(nameOf));
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
  const f = nicheFigures(niche.listings, niche.yearAgo, share);
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
    terms: niche.terms.filter(({ term }) => term.brand === null).length,
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

const nicheTable = (index: DemandIndex, choice: DemandChoice): FigureTable =>
  tableFrom(
    index.niches,
    'niches',
    (n) => figuresOfNiche(n, choice),
    (n) => n.name,
  );
const termTable = (index: DemandIndex, choice: DemandChoice): FigureTable =>
  tableFrom(
    index.terms,
    'terms',
    (t) => figuresOfTerm(t, choice.share),
    (t) => t.text,
  );

const failingWhere = <R>(rows: readonly R[], fails: (row: R) => boolean): Uint8Array => {
  const bits = new Uint8Array(rows.length);
  for (let i = 0; i < rows.length; i++) bits[i] = fails(rows[i]!) ? 1 : 0;
  return bits;
};

interface Searched {
  categories: ReadonlySet<number>;
  course: { kind: string };
  stems: ReadonlySet<string> | readonly string[];
}
const hasAll = (there: Searched['stems'], stems: readonly string[]): boolean =>
  stems.every((s) => ('has' in there ? there.has(s) : there.includes(s)));

/** The limits of a choice over the rows of its view. */
const limitsOf = (index: DemandIndex, choice: DemandChoice, table: FigureTable): Failing[] => {
  const rows: readonly Searched[] = choice.view === 'niches' ? index.niches : index.terms;
  const limits: Failing[] = [];
  if (choice.categories.length > 0)
    limits.push({ key: 'cat', fails: failingWhere(rows, (r) => !choice.categories.some((c) => r.categories.has(c))) });
  if (choice.have.length > 0) {
    const wanted = choice.have.map(stemsOf);
    limits.push({ key: 'has', fails: failingWhere(rows, (r) => !wanted.every((w) => hasAll(r.stems, w))) });
  }
  if (choice.leaveOut.length > 0) {
    const unwanted = choice.leaveOut.map(stemsOf).filter((w) => w.length > 0);
    limits.push({ key: 'not', fails: failingWhere(rows, (r) => unwanted.some((w) => hasAll(r.stems, w))) });
  }
  for (const { key } of measuresOf(choice.view)) {
    const range = choice.ranges[key];
    if (range) limits.push({ key, fails: outsideOf(table.columns[key]!, range) });
  }
  if (choice.courses.length > 0)
    limits.push({ key: 'course', fails: failingWhere(rows, (r) => !choice.courses.includes(r.course.kind as never)) });
  if (choice.view === 'terms' && !choice.brandTerms)
    limits.push({ key: 'names', fails: failingWhere(index.terms, (t) => t.brand !== null) });
  const { income } = choice;
  if (choice.view === 'niches' && income) {
    const { price, units } = table.columns as Record<'price' | 'units', Float64Array>;
    limits.push({
      key: 'income',
      fails: failingWhere([...index.niches.keys()], (i) => !meetsIncome(income, price[i]!, units[i]!)),
    });
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
  const rows = choice.view === 'niches' ? index.niches : index.terms;
  const ofCourses = passesWithout(narrowed, limits, 'course');
  const courses = Object.fromEntries(COURSES.map((c) => [c, 0]));
  rows.forEach((r, i) => {
    if (ofCourses[i] === 1) courses[r.course.kind]!++;
  });
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
