import { FLAGS, RISKS, TRAITS, type FlagKey } from '../documents/flag-rules.ts';
import { gramsFromUnit, lengthInUnit, mmFromUnit, weightInUnit, type Measures } from '../measures/units.ts';
import { currencyExponent, majorFromMinor, minorFromMajor, numberFromText } from '../money/money.ts';
import { CHOICES, type ChoiceKey } from './index.ts';
import type { Range } from './limits.ts';
import { MEASURES, measureOf, type Measure, type MeasureKey } from './measures.ts';
import type { SortKey } from './order.ts';

/** Marks of the seller's own that a sift can hide: looked at, put aside, dropped. */
export const MARKS = ['seen', 'kept', 'dropped'] as const;
export type MarkKey = (typeof MARKS)[number];

/** A sift as a person sets it: bounds in the units of the index, categories as chosen (not expanded to branches). */
export interface SiftChoice {
  categories: number[];
  ranges: Partial<Record<MeasureKey, Range>>;
  choices: Partial<Record<ChoiceKey, string[]>>;
  brands: string[];
  notBrands: string[];
  have: string[];
  any: string[];
  leaveOut: string[];
  hide: FlagKey[];
  only: FlagKey[];
  /** Listings with these marks are hidden. */
  hideMarked: MarkKey[];
  /** The stay-away list is passed over. */
  stayAwayOff: boolean;
  /** Variations of one product stand as one row. */
  fold: boolean;
  sort: SortKey;
  descending: boolean;
}
export interface Fault {
  field: string;
  sentence: string;
}
/** How a marketplace writes money and weights. */
export interface Notation {
  currency: string;
  measures: Measures;
}

/** No limits, the most revenue first. */
export const emptyChoice = (): SiftChoice => ({
  categories: [],
  ranges: {},
  choices: {},
  brands: [],
  notBrands: [],
  have: [],
  any: [],
  leaveOut: [],
  hide: [],
  only: [],
  hideMarked: [],
  stayAwayOff: false,
  fold: false,
  sort: 'revenue',
  descending: true,
});

/** A bound as typed, in the unit of the index; null when it is no number. @example boundFromText('4', 'weight', { currency: 'USD', measures: 'metric' }) // => 4000 */
export const boundFromText = (text: string, unit: Measure['unit'], notation: Notation): number | null => {
  const number = numberFromText(text);
  if (number === null) return null;
  if (unit === 'money') return minorFromMajor(number, notation.currency);
  if (unit === 'weight') return gramsFromUnit(number, notation.measures);
  if (unit === 'length') return mmFromUnit(number, notation.measures);
  return unit === 'percent' ? number / 100 : number;
};

/**
 * The most decimals that a bound has as it is typed: none of counts, the currency's of money; others may have any.
 * @example boundDecimals('money', { currency: 'USD', measures: 'metric' }) // => 2
 */
export const boundDecimals = (unit: Measure['unit'], { currency }: Notation): number =>
  unit === 'count' ? 0 : unit === 'money' ? currencyExponent(currency) : Infinity;

/** A bound of the index as a plain number for people, without separators. @example boundToText(4500, 'money', { currency: 'USD', measures: 'metric' }) // => "45" */
export const boundToText = (bound: number, unit: Measure['unit'], notation: Notation): string => {
  const shown =
    unit === 'money'
      ? majorFromMinor(bound, notation.currency)
      : unit === 'weight'
        ? weightInUnit(bound, notation.measures)
        : unit === 'length'
          ? lengthInUnit(bound, notation.measures)
          : unit === 'percent'
            ? bound * 100
            : bound;
  return String(Number(shown.toFixed(3)));
};

/**
 * Why a range of a measure cannot be meant, or null.
 * @example rangeFault({ name: 'Price' }, { min: 5, max: 1 }) // => "Price: the lower bound is above the upper one."
 */
export const rangeFault = (measure: Pick<Measure, 'name' | 'signed'>, { min, max }: Range): string | null => {
  if (!measure.signed && ((min !== null && min < 0) || (max !== null && max < 0)))
    return `${measure.name}: a bound cannot be below 0.`;
  return min !== null && max !== null && min > max ? `${measure.name}: the lower bound is above the upper one.` : null;
};

/** Parameters that say what of a sift is shown, not what passes. */
const NOT_OF_THE_SIFT = new Set(['open', 'cards', 'sieve', 'from', 'rows', 'show']);
const LISTS = { brand: 'brands', 'not-brand': 'notBrands', has: 'have', any: 'any', not: 'leaveOut' } as const;
const isList = (field: string): field is keyof typeof LISTS => field in LISTS;
const isChoice = (field: string): field is ChoiceKey => (CHOICES as readonly string[]).includes(field);

/**
 * Reads a sift from the parameters of an address: `price=18..45`, `units=300..?` (the unknown let through), `cat=3,8`,
 * `size=Parcel`, `has=book press,beech`, `any=oak,ash`, `not=set`, `brand=Oakumble`, `hide=gated,sharp`, `marks=seen`,
 * `sort=-revenue`. What cannot be read is left out and named; the rest is kept.
 */
export const readSift = (
  parameters: Iterable<[string, string]>,
  notation: Notation,
): { choice: SiftChoice; faults: Fault[] } => {
  const choice = emptyChoice();
  const faults: Fault[] = [];
  for (const [field, text] of parameters) {
    const measure = measureOf(field);
    if (measure) {
      const range = rangeFromText(text, measure, notation);
      const fault = typeof range === 'string' ? range : rangeFault(measure, range);
      if (fault !== null) faults.push({ field, sentence: `${fault} This limit was left out.` });
      else if (typeof range !== 'string' && (range.min !== null || range.max !== null))
        choice.ranges[measure.key] = range;
    } else if (field === 'cat') {
      const ids = listFromText(text).map(Number);
      if (ids.some((id) => !Number.isInteger(id) || id < 1))
        faults.push({ field, sentence: `"${text}" names no categories. This limit was left out.` });
      else choice.categories = ids;
    } else if (isChoice(field)) choice.choices[field] = listFromText(text);
    else if (isList(field)) choice[LISTS[field]] = listFromText(text);
    else if (field === 'hide' || field === 'only') {
      const names = listFromText(text);
      choice[field] = FLAGS.filter((flag) => names.includes(flag));
      const unknown = names.filter((name) => !(FLAGS as readonly string[]).includes(name));
      if (unknown.length > 0)
        faults.push({
          field,
          sentence: `There is no flag ${unknown.join(', ')}; there are ${[...RISKS, ...TRAITS].join(', ')}.`,
        });
    } else if (field === 'marks') choice.hideMarked = MARKS.filter((mark) => listFromText(text).includes(mark));
    else if (field === 'away') choice.stayAwayOff = text === 'off';
    else if (field === 'fold') choice.fold = text === 'on';
    else if (field === 'sort') {
      const key = text.replace(/^-/, '');
      if (key === 'title' || key === 'brand' || measureOf(key)) {
        choice.sort = key as SortKey;
        choice.descending = text.startsWith('-');
      } else faults.push({ field, sentence: `There is no column "${key}" to sort by; the list is sorted by revenue.` });
    } else if (!NOT_OF_THE_SIFT.has(field))
      faults.push({ field, sentence: `There is no limit "${field.slice(0, 40)}". It was left out.` });
  }
  return { choice, faults };
};

/** Writes a sift as the parameters that `readSift` reads; limits that are not set and the usual order are left out. */
export const writeSift = (choice: SiftChoice, notation: Notation): [string, string][] => {
  const parameters: [string, string][] = [];
  if (choice.categories.length > 0) parameters.push(['cat', choice.categories.join(',')]);
  for (const measure of MEASURES) {
    const range = choice.ranges[measure.key];
    if (range) parameters.push([measure.key, rangeToText(range, measure.unit, notation)]);
  }
  const list = (field: string, names: readonly string[] | undefined): void => {
    if (names && names.length > 0) parameters.push([field, names.join(',')]);
  };
  for (const key of CHOICES) list(key, choice.choices[key]);
  for (const field of Object.keys(LISTS)) if (isList(field)) list(field, choice[LISTS[field]]);
  list('hide', choice.hide);
  list('only', choice.only);
  list('marks', choice.hideMarked);
  if (choice.stayAwayOff) parameters.push(['away', 'off']);
  if (choice.fold) parameters.push(['fold', 'on']);
  if (choice.sort !== 'revenue' || !choice.descending)
    parameters.push(['sort', `${choice.descending ? '-' : ''}${choice.sort}`]);
  return parameters;
};

/** The parts of a list in an address. @example listFromText('oak, ash,') // => ["oak", "ash"] */
export const listFromText = (text: string): string[] =>
  text
    .split(',')
    .map((t) => t.trim())
    .filter((t) => t !== '');

/** A range as an address writes it. @example rangeToText({ min: 1800, max: null }, 'money', { currency: 'USD', measures: 'metric' }) // => "18.." */
export const rangeToText = ({ min, max, unknown }: Range, unit: Measure['unit'], notation: Notation): string => {
  const text = (bound: number | null): string => (bound === null ? '' : boundToText(bound, unit, notation));
  return `${text(min)}..${text(max)}${unknown ? '?' : ''}`;
};

/** A range as an address writes it, or the sentence that says why it is none. */
export const rangeFromText = (
  text: string,
  measure: Pick<Measure, 'name' | 'unit'>,
  notation: Notation,
): Range | string => {
  const known = text.endsWith('?') ? text.slice(0, -1) : text;
  const parts = known.split('..');
  if (parts.length !== 2) return `${measure.name}: "${text}" is no range such as 18..45.`;
  const [min, max] = parts.map((p) =>
    p.trim() === '' ? null : (boundFromText(p, measure.unit, notation) ?? Number.NaN),
  ) as [number | null, number | null];
  if (Number.isNaN(min) || Number.isNaN(max)) return `${measure.name}: "${text}" holds something that is no number.`;
  return known === text ? { min, max } : { min, max, unknown: true };
};
