import { numberFromText } from '../money/money.ts';
import {
  boundFromText,
  boundToText,
  listFromText,
  rangeFault,
  rangeFromText,
  rangeToText,
  type Fault,
  type Notation,
} from '../sift/address.ts';
import type { Range } from '../sift/limits.ts';
import type { CourseKind } from './course.ts';
import type { IncomeTarget } from './income.ts';
import { nicheMeasure, NICHE_MEASURES, termMeasure, TERM_MEASURES, type NicheKey, type TermKey } from './measures.ts';

export type DemandView = 'niches' | 'terms';
export type DemandKey = NicheKey | TermKey;

/** What the outlay to enter is estimated from: the seller's own. Fixed in minor units of money. */
export interface OutlayTerms {
  /** Landed cost of a piece as a share of its price, 0–1. */
  costShare: number;
  /** Months of a middle listing's units in the first stock. */
  months: number;
  /** Samples, pictures and launch advertising together. */
  fixed: number;
}

/** What is asked of Demand, as a person sets it. Bounds in minor units of money and plain numbers. */
export interface DemandChoice {
  view: DemandView;
  categories: number[];
  /** Words that a niche or one of its terms, or a term, must have (all of them), and must not have. */
  have: string[];
  leaveOut: string[];
  ranges: Partial<Record<DemandKey, Range>>;
  /** Kinds of course that are let through; empty lets all through. */
  courses: CourseKind[];
  /** Niches alone: what price × units must reach. */
  income: IncomeTarget | null;
  /** The share of the clicks that "most" means, 0–1. */
  share: number;
  /** Null: by the seller’s rule of thumb, or the usual terms while there is none. */
  outlay: OutlayTerms | null;
  /** Terms alone: brands' own names are shown too. */
  brandTerms: boolean;
  sort: DemandKey | 'name';
  descending: boolean;
}

export const COURSES: readonly CourseKind[] = ['steady', 'season', 'flash', 'once', 'unknown', 'nobody'];
export const COURSE_NAMES: Readonly<Record<CourseKind, string>> = {
  steady: 'steady',
  season: 'a season',
  flash: 'a flash each year',
  once: 'one peak',
  unknown: 'unknown',
  nobody: 'nobody searched',
};
const SHARE = 0.8;
/** Terms to begin with, while the seller has given neither terms nor a rule of thumb. */
export const usualOutlay = (notation: Notation): OutlayTerms => ({
  costShare: 0.3,
  months: 2,
  fixed: boundFromText('1500', 'money', notation)!,
});

export const measuresOf = (view: DemandView) => (view === 'niches' ? NICHE_MEASURES : TERM_MEASURES);
export const demandMeasure = (view: DemandView, key: string) =>
  view === 'niches' ? nicheMeasure(key) : termMeasure(key);

/** No limits, the most searched first. */
export const emptyDemand = (view: DemandView = 'niches'): DemandChoice => ({
  view,
  categories: [],
  have: [],
  leaveOut: [],
  ranges: {},
  courses: [],
  income: null,
  share: SHARE,
  outlay: null,
  brandTerms: false,
  sort: 'volumeYear',
  descending: true,
});

/** Parameters that say what of Demand is shown, not what passes. */
export const NOT_OF_DEMAND: readonly string[] = ['open', 'cards', 'sieve', 'from', 'rows', 'show'];

/**
 * Reads what is asked of Demand from the parameters of an address: `view=terms`, `cat=3`, `has=press`, `not=set`,
 * `price=18..45`, `course=steady,season`, `income=2500/month`, `share=80`, `enter=30,2,1500`, `names=on`,
 * `sort=-volumeYear`. What cannot be read is left out and named; the rest is kept.
 */
export const readDemand = (
  parameters: Iterable<[string, string]>,
  notation: Notation,
): { choice: DemandChoice; faults: Fault[] } => {
  const entries = [...parameters];
  const view: DemandView = entries.some(([k, v]) => k === 'view' && v === 'terms') ? 'terms' : 'niches';
  const choice = emptyDemand(view);
  const faults: Fault[] = [];
  const fault = (field: string, sentence: string): void => void faults.push({ field, sentence });
  for (const [field, text] of entries) {
    const measure = demandMeasure(view, field);
    if (measure) {
      const range = rangeFromText(text, measure, notation);
      const wrong = typeof range === 'string' ? range : rangeFault(measure, range);
      if (wrong !== null) fault(field, `${wrong} This limit was left out.`);
      else if (typeof range !== 'string' && (range.min !== null || range.max !== null))
        choice.ranges[measure.key] = range;
    } else if (field === 'cat') {
      const ids = listFromText(text).map(Number);
      if (ids.some((id) => !Number.isInteger(id) || id < 1))
        fault(field, `"${text}" names no categories. This limit was left out.`);
      else choice.categories = ids;
    } else if (field === 'has') choice.have = listFromText(text);
    else if (field === 'not') choice.leaveOut = listFromText(text);
    else if (field === 'course') choice.courses = COURSES.filter((c) => listFromText(text).includes(c));
    else if (field === 'income') {
      const [amount = '', per] = text.split('/');
      const bound = boundFromText(amount, 'money', notation);
      if (bound === null || bound <= 0 || (per !== 'month' && per !== 'year'))
        fault(field, `"${text}" is no income such as 2500/month. It was left out.`);
      else choice.income = { amount: bound, per };
    } else if (field === 'share') {
      const share = (numberFromText(text) ?? Number.NaN) / 100;
      if (share >= 0.05 && share <= 1) choice.share = share;
      else fault(field, `"${text}" is no share of the clicks between 5 and 100 %. It stays at 80 %.`);
    } else if (field === 'enter') {
      const [cost, months, fixed] = text.split(',');
      const terms = {
        costShare: (numberFromText(cost ?? '') ?? Number.NaN) / 100,
        months: numberFromText(months ?? '') ?? Number.NaN,
        fixed: boundFromText(fixed ?? '', 'money', notation) ?? Number.NaN,
      };
      if (Object.values(terms).every((n) => n >= 0 && Number.isFinite(n))) choice.outlay = terms;
      else fault(field, `"${text}" does not say a share of the price, months and a sum. The usual ones are used.`);
    } else if (field === 'names') choice.brandTerms = text === 'on';
    else if (field === 'sort') {
      const key = text.replace(/^-/, '');
      if (key === 'name' || demandMeasure(view, key)) {
        choice.sort = key as DemandChoice['sort'];
        choice.descending = text.startsWith('-');
      } else fault(field, `There is no column "${key}" to sort by; the list is sorted by the year’s searches.`);
    } else if (field !== 'view' && !NOT_OF_DEMAND.includes(field))
      // A limit of the other view waits there: it is no mistake.
      if (!nicheMeasure(field) && !termMeasure(field))
        fault(field, `There is no limit "${field.slice(0, 40)}". It was left out.`);
  }
  return { choice, faults };
};

/** Writes what is asked as the parameters that `readDemand` reads; what is not set and the usual order are left out. */
export const writeDemand = (choice: DemandChoice, notation: Notation): [string, string][] => {
  const parameters: [string, string][] = [];
  const money = (minor: number): string => boundToText(minor, 'money', notation);
  if (choice.view === 'terms') parameters.push(['view', 'terms']);
  if (choice.categories.length > 0) parameters.push(['cat', choice.categories.join(',')]);
  if (choice.have.length > 0) parameters.push(['has', choice.have.join(',')]);
  if (choice.leaveOut.length > 0) parameters.push(['not', choice.leaveOut.join(',')]);
  for (const { key, unit } of measuresOf(choice.view)) {
    const range = choice.ranges[key];
    if (range) parameters.push([key, rangeToText(range, unit, notation)]);
  }
  if (choice.courses.length > 0) parameters.push(['course', choice.courses.join(',')]);
  if (choice.income) parameters.push(['income', `${money(choice.income.amount)}/${choice.income.per}`]);
  if (choice.share !== SHARE) parameters.push(['share', String(Math.round(choice.share * 100))]);
  if (choice.outlay) {
    const { costShare, months, fixed } = choice.outlay;
    parameters.push(['enter', [Number((100 * costShare).toFixed(2)), months, money(fixed)].join(',')]);
  }
  if (choice.brandTerms) parameters.push(['names', 'on']);
  if (choice.sort !== 'volumeYear' || !choice.descending)
    parameters.push(['sort', `${choice.descending ? '-' : ''}${choice.sort}`]);
  return parameters;
};
