import { gramsFromUnit, weightInUnit, type Measures } from '../measures/units.ts';
import { majorFromMinor, minorFromMajor, numberFromText } from '../money/money.ts';
import { MEASURES, measureOf, type Measure, type MeasureKey } from './measures.ts';
import type { Range, SortKey } from './query.ts';

/** A sift as a person sets it: bounds in minor units and grams, categories as chosen (not expanded to branches). */
export interface SiftChoice {
  categories: number[];
  ranges: Partial<Record<MeasureKey, Range>>;
  sizeClasses: string[];
  have: string[];
  leaveOut: string[];
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
  sizeClasses: [],
  have: [],
  leaveOut: [],
  sort: 'revenue',
  descending: true,
});

/** A bound as typed, in the unit of the index; null when it is no number. @example boundFromText('4', 'weight', { currency: 'USD', measures: 'metric' }) // => 4000 */
export const boundFromText = (text: string, unit: Measure['unit'], notation: Notation): number | null => {
  const number = numberFromText(text);
  if (number === null) return null;
  if (unit === 'money') return minorFromMajor(number, notation.currency);
  return unit === 'weight' ? gramsFromUnit(number, notation.measures) : number;
};

/** A bound of the index as a plain number for people, without separators. @example boundToText(4500, 'money', { currency: 'USD', measures: 'metric' }) // => "45" */
export const boundToText = (bound: number, unit: Measure['unit'], notation: Notation): string => {
  const shown =
    unit === 'money'
      ? majorFromMinor(bound, notation.currency)
      : unit === 'weight'
        ? weightInUnit(bound, notation.measures)
        : bound;
  return String(Number(shown.toFixed(3)));
};

/**
 * Why a range cannot be meant, or null. @example rangeFault('Price', { min: 5, max: 1 }) // => "Price: the lower bound is above the upper one."
 */
export const rangeFault = (name: string, { min, max }: Range): string | null => {
  if ((min !== null && min < 0) || (max !== null && max < 0)) return `${name}: a bound cannot be below 0.`;
  return min !== null && max !== null && min > max ? `${name}: the lower bound is above the upper one.` : null;
};

/**
 * Reads a sift from the parameters of an address: `price=18..45`, `cat=3,8`, `size=small`, `has=book press,beech`,
 * `not=set`, `sort=-revenue`. What cannot be read is left out and named; the rest is kept.
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
      const fault = typeof range === 'string' ? range : rangeFault(measure.name, range);
      if (fault !== null) faults.push({ field, sentence: `${fault} This limit was left out.` });
      else if (typeof range !== 'string' && (range.min !== null || range.max !== null))
        choice.ranges[measure.key] = range;
    } else if (field === 'cat') {
      const ids = listFromText(text).map(Number);
      if (ids.some((id) => !Number.isInteger(id) || id < 1))
        faults.push({ field, sentence: `"${text}" names no categories. This limit was left out.` });
      else choice.categories = ids;
    } else if (field === 'size') choice.sizeClasses = listFromText(text);
    else if (field === 'has') choice.have = listFromText(text);
    else if (field === 'not') choice.leaveOut = listFromText(text);
    else if (field === 'sort') {
      const key = text.replace(/^-/, '');
      if (key === 'title' || key === 'brand' || measureOf(key)) {
        choice.sort = key as SortKey;
        choice.descending = text.startsWith('-');
      } else faults.push({ field, sentence: `There is no column "${key}" to sort by; the list is sorted by revenue.` });
    }
  }
  return { choice, faults };
};

/** Writes a sift as the parameters that `readSift` reads; limits that are not set and the usual order are left out. */
export const writeSift = (choice: SiftChoice, notation: Notation): [string, string][] => {
  const parameters: [string, string][] = [];
  const text = (bound: number | null, measure: Measure): string =>
    bound === null ? '' : boundToText(bound, measure.unit, notation);
  if (choice.categories.length > 0) parameters.push(['cat', choice.categories.join(',')]);
  for (const measure of MEASURES) {
    const range = choice.ranges[measure.key];
    if (range) parameters.push([measure.key, `${text(range.min, measure)}..${text(range.max, measure)}`]);
  }
  if (choice.sizeClasses.length > 0) parameters.push(['size', choice.sizeClasses.join(',')]);
  if (choice.have.length > 0) parameters.push(['has', choice.have.join(',')]);
  if (choice.leaveOut.length > 0) parameters.push(['not', choice.leaveOut.join(',')]);
  if (choice.sort !== 'revenue' || !choice.descending)
    parameters.push(['sort', `${choice.descending ? '-' : ''}${choice.sort}`]);
  return parameters;
};

const listFromText = (text: string): string[] =>
  text
    .split(',')
    .map((t) => t.trim())
    .filter((t) => t !== '');

const rangeFromText = (text: string, measure: Measure, notation: Notation): Range | string => {
  const parts = text.split('..');
  if (parts.length !== 2) return `${measure.name}: "${text}" is no range such as 18..45.`;
  const [min, max] = parts.map((p) =>
    p.trim() === '' ? null : (boundFromText(p, measure.unit, notation) ?? Number.NaN),
  ) as [number | null, number | null];
  if (Number.isNaN(min) || Number.isNaN(max)) return `${measure.name}: "${text}" holds something that is no number.`;
  return { min, max };
};
