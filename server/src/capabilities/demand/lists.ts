import { COURSES, demandMeasure, measuresOf, readDemand, type DemandChoice } from '@kettle/core/demand/choice';
import { meetsIncome } from '@kettle/core/demand/income';
import { countBins, narrow, pageInOrder, passesWithout, type Failing, type Narrowed } from '@kettle/core/demand/narrow';
import { stemsOf } from '@kettle/core/listing/words';
import type { Fault } from '@kettle/core/sift/address';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { tableOf, type FigureTable } from './figure-table.ts';
import type { DemandIndex } from './index.ts';
import { setsOf } from './row-sets.ts';

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
  const table = tableOf(index, market, choice);
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
