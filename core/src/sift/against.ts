import { type FlagKey } from '../documents/flag-rules.ts';
import { FLAG_NAMES, type Flag } from '../listing/flags.ts';
import { holdsPhrase, stemsOf } from '../listing/words.ts';
import { boundToText, type Notation, type SiftChoice } from './address.ts';
import { CHOICES, type ChoiceKey } from './index.ts';
import type { LimitKey, Range } from './limits.ts';
import { MEASURES, type Measure, type MeasureKey } from './measures.ts';
import { choiceWord, limitName, unitSuffix } from './sentence.ts';

/** What of a listing a sieve's limits look at. */
export interface SievedListing {
  title: string;
  brand: string;
  measures: Readonly<Record<MeasureKey, number | null>>;
  choices: Readonly<Record<ChoiceKey, string | null>>;
  flags: readonly Flag[];
  mark: 'seen' | 'kept' | 'dropped' | null;
  /** The categories that it lies in, from the root on. */
  categories: readonly number[];
}

/** One limit of a sieve against one listing. */
export interface LimitVerdict {
  key: LimitKey;
  name: string;
  /** Null: the listing's value is not known. */
  met: boolean | null;
  /** What the listing has, and what the limit asks, in words. */
  value: string;
  asked: string;
  /** How far off it is, in the unit of the measure; empty when met or not a matter of degree. */
  off: string;
}

/**
 * Holds a listing against each limit of a sift, one by one: met or not, with the value and how far off. A value that is
 * not known is said to be unknown; a limit that lets the unknown through counts it as met.
 */
export const againstSift = (
  listing: SievedListing,
  choice: SiftChoice,
  notation: Notation,
  categoryName: (id: number) => string | undefined = () => undefined,
): LimitVerdict[] => {
  const verdicts: LimitVerdict[] = [];
  const add = (key: LimitKey, met: boolean | null, value: string, asked: string, off = ''): void =>
    void verdicts.push({ key, name: limitName(key), met, value, asked, off });
  if (choice.categories.length > 0)
    add(
      'category',
      choice.categories.some((id) => listing.categories.includes(id)),
      listing.categories.map((id) => categoryName(id) ?? String(id)).at(-1) ?? 'none',
      choice.categories.map((id) => categoryName(id) ?? String(id)).join(' or '),
    );
  for (const measure of MEASURES) {
    const range = choice.ranges[measure.key];
    if (range) verdicts.push(againstRange(measure, range, listing.measures[measure.key], notation));
  }
  for (const key of CHOICES) {
    const values = choice.choices[key] ?? [];
    if (values.length === 0) continue;
    const has = listing.choices[key];
    add(
      key,
      has === null ? null : values.includes(has),
      has === null ? 'not known' : choiceWord(key, has),
      values.map((v) => choiceWord(key, v)).join(' or '),
    );
  }
  const brand = listing.brand.toLowerCase();
  const named = (names: readonly string[]): boolean => names.some((n) => n.toLowerCase() === brand);
  if (choice.brands.length > 0)
    add('brand', named(choice.brands), listing.brand || 'no brand', choice.brands.join(' or '));
  if (choice.notBrands.length > 0)
    add('notBrand', !named(choice.notBrands), listing.brand || 'no brand', `not ${choice.notBrands.join(' or ')}`);
  const stems = stemsOf(listing.title);
  const found = (words: readonly string[]): string[] => words.filter((w) => holdsPhrase(stems, w));
  if (choice.have.length > 0) {
    const lacking = choice.have.filter((w) => !holdsPhrase(stems, w));
    add(
      'have',
      lacking.length === 0,
      lacking.length === 0 ? 'all there' : `without ${quoted(lacking)}`,
      quoted(choice.have),
    );
  }
  if (choice.any.length > 0)
    add('any', found(choice.any).length > 0, quoted(found(choice.any)) || 'none of them', quoted(choice.any));
  if (choice.leaveOut.length > 0)
    add(
      'leaveOut',
      found(choice.leaveOut).length === 0,
      found(choice.leaveOut).length === 0 ? 'none of them' : quoted(found(choice.leaveOut)),
      `none of ${quoted(choice.leaveOut)}`,
    );
  const raised = (keys: readonly FlagKey[]): string[] =>
    keys.filter((k) => listing.flags.some((f) => f.key === k)).map((k) => FLAG_NAMES[k]);
  const names = (keys: readonly FlagKey[]): string => keys.map((k) => FLAG_NAMES[k]).join(', ');
  if (choice.hide.length > 0)
    add(
      'hide',
      raised(choice.hide).length === 0,
      raised(choice.hide).join(', ') || 'none of them',
      `none of ${names(choice.hide)}`,
    );
  if (choice.only.length > 0)
    add('only', raised(choice.only).length > 0, raised(choice.only).join(', ') || 'none of them', names(choice.only));
  return verdicts;
};

const quoted = (words: readonly string[]): string => words.map((w) => `“${w}”`).join(', ');

const againstRange = (measure: Measure, range: Range, value: number | null, notation: Notation): LimitVerdict => {
  const text = (bound: number): string =>
    `${Number(Number(boundToText(bound, measure.unit, notation)).toFixed(DIGITS[measure.unit] ?? 0))}${unitSuffix(measure.unit, notation)}`;
  const { min, max } = range;
  const asked =
    min !== null && max !== null
      ? `${text(min)} to ${text(max)}`
      : min !== null
        ? `at least ${text(min)}`
        : max !== null
          ? `at most ${text(max)}`
          : 'anything';
  const base = { key: measure.key, name: measure.name, asked };
  if (value === null) return { ...base, met: range.unknown ? true : null, value: 'not known', off: '' };
  const off =
    min !== null && value < min
      ? `${text(min - value)} too little`
      : max !== null && value > max
        ? `${text(value - max)} too much`
        : '';
  return { ...base, met: off === '', value: text(value), off };
};

/** Values that were estimated or weighed carry more digits than anybody asked for. */
const DIGITS: Partial<Record<Measure['unit'], number>> = { money: 2, weight: 2, length: 1, stars: 1, decimal: 1 };
