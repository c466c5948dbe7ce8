import { demandMeasure, usualOutlay, type DemandChoice, type DemandKey } from '@kettle/core/demand/choice';
import type { Course } from '@kettle/core/demand/course';
import { binsOf, orderOf, outsideOf, type Bins } from '@kettle/core/demand/narrow';
import { nicheFigures, outlayByRule, outlayToEnter, type NicheFigures } from '@kettle/core/demand/niche';
import { ruleFor } from '@kettle/core/fees/schedule';
import type { Range } from '@kettle/core/sift/limits';
import { holdersOf } from '@kettle/core/stats/concentration';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { topClick, type DemandIndex, type DemandNiche } from './index.ts';

const MOST_KEPT = 24;

/** Figures of all rows by column for some settings, with bins and orders made when first wanted. */
export class FigureTable {
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
export const tableOf = (index: DemandIndex, market: Market, choice: DemandChoice): FigureTable => {
  const outlay = outlayOf(market, choice);
  const key = choice.view === 'niches' ? `niches/${choice.share}/${outlay.key}` : `terms/${choice.share}`;
  let made = tables.get(index);
  if (!made) tables.set(index, (made = new Map()));
  let table = made.get(key);
  if (!table) {
    table = choice.view === 'niches' ? nicheTable(index, choice, outlay.of) : termTable(index, choice);
    made.set(key, table);
    for (const old of made.keys()) if (made.size > MOST_TABLES) made.delete(old);
  }
  return table;
};

type OutlayOfNiche = (figures: NicheFigures, category: string | null) => number | null;
/** How money to enter is reckoned: by terms that were asked for, by the seller's rule of thumb, by the usual terms. */
const outlayOf = (market: Market, { outlay }: DemandChoice): { key: string; of: OutlayOfNiche } => {
  const { costRules, costRulesVersion } = market;
  if (outlay === null && costRules && costRules.rules.length > 0)
    return {
      key: `rule ${costRulesVersion}`,
      of: (figures, category) => {
        const rule = ruleFor(costRules.rules, category ?? '');
        return rule ? outlayByRule(figures, rule) : null;
      },
    };
  const terms = outlay ?? usualOutlay(market);
  return { key: Object.values(terms).join('/'), of: ({ price, units }) => outlayToEnter(price, units, terms) };
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
/** Terms of a niche that are no brand's own name. */
const ownTerms = (niche: DemandNiche): number => niche.terms.filter(({ term }) => term.brand === null).length;

/** What "most of the clicks" and the outlay's terms change. */
const nicheTable = (index: DemandIndex, { share }: DemandChoice, outlayOfNiche: OutlayOfNiche): FigureTable => {
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
    toEnter[i] = outlayOfNiche(f, niches[i]!.categoryPath) ?? Number.NaN;
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
