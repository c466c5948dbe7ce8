import { FLAG_NAMES } from '../listing/flags.ts';
import { MONTH_NAMES } from '../measures/day.ts';
import { lengthUnit, weightUnit } from '../measures/units.ts';
import { boundToText, type Notation, type SiftChoice } from './address.ts';
import type { ChoiceKey } from './index.ts';
import { CHOICES } from './index.ts';
import type { LimitKey } from './limits.ts';
import { MEASURES, measureOf, type Measure } from './measures.ts';

const MARK_WORDS = { seen: 'looked at', kept: 'put aside', dropped: 'dropped' } as const;

export const CHOICE_NAMES: Readonly<Record<ChoiceKey, string>> = {
  size: 'Size class',
  by: 'Fulfilled by',
  sold: 'Sold by the marketplace',
  best: 'Best month',
};
/** A choice's value as people read it. @example choiceWord('best', '12') // => "December" */
export const choiceWord = (key: ChoiceKey, value: string): string =>
  key === 'best'
    ? (MONTH_NAMES[Number(value) - 1] ?? value)
    : key === 'by'
      ? value === 'marketplace'
        ? 'the marketplace'
        : 'the seller'
      : value;

/** What a limit is called wherever it is named. @example limitName('away') // => "Stay-away list" */
export const limitName = (key: LimitKey): string =>
  measureOf(key)?.name ?? OTHER_NAMES[key as keyof typeof OTHER_NAMES];
const OTHER_NAMES = {
  ...CHOICE_NAMES,
  category: 'Categories',
  brand: 'Brand is',
  notBrand: 'Brand is not',
  have: 'Title with all of',
  any: 'Title with one of',
  leaveOut: 'Title without',
  hide: 'Hidden flags',
  only: 'Flags asked for',
  marks: 'Hidden marks',
  away: 'Stay-away list',
} as const;

/** The unit behind a typed bound, with a blank in front; empty for plain counts. */
export const unitSuffix = (unit: Measure['unit'], { currency, measures }: Notation): string =>
  unit === 'money'
    ? ` ${currency}`
    : unit === 'weight'
      ? ` ${weightUnit(measures)}`
      : unit === 'length'
        ? ` ${lengthUnit(measures)}`
        : unit === 'percent'
          ? ' %'
          : '';

const quoted = (words: readonly string[], link: string): string => words.map((w) => `“${w}”`).join(` ${link} `);

/** A sift in words: "In all of Quayside: price 18 USD to 45 USD, units a month at least 300." */
export const sentenceOf = (
  choice: SiftChoice,
  market: Notation & { name: string },
  categoryName: (id: number) => string | undefined,
): string => {
  const parts: string[] = [];
  for (const { key, name, unit } of MEASURES) {
    const range = choice.ranges[key];
    if (!range) continue;
    const text = (bound: number): string => `${boundToText(bound, unit, market)}${unitSuffix(unit, market)}`;
    const lower = name[0]!.toLowerCase() + name.slice(1);
    const or = range.unknown ? ' or unknown' : '';
    if (range.min !== null && range.max !== null) parts.push(`${lower} ${text(range.min)} to ${text(range.max)}${or}`);
    else if (range.min !== null) parts.push(`${lower} at least ${text(range.min)}${or}`);
    else if (range.max !== null) parts.push(`${lower} at most ${text(range.max)}${or}`);
  }
  for (const key of CHOICES) {
    const values = choice.choices[key] ?? [];
    if (values.length === 0) continue;
    const words = values.map((v) => choiceWord(key, v));
    if (key === 'sold') parts.push(values.includes('yes') ? 'sold by the marketplace' : 'not sold by the marketplace');
    else parts.push(`${CHOICE_NAMES[key].toLowerCase()} ${words.join(' or ')}`);
  }
  if (choice.brands.length > 0) parts.push(`brand ${choice.brands.join(' or ')}`);
  if (choice.notBrands.length > 0) parts.push(`not of ${choice.notBrands.join(' or ')}`);
  if (choice.have.length > 0) parts.push(`title with ${quoted(choice.have, 'and')}`);
  if (choice.any.length > 0) parts.push(`title with ${quoted(choice.any, 'or')}`);
  if (choice.leaveOut.length > 0) parts.push(`title without ${quoted(choice.leaveOut, 'or')}`);
  if (choice.hide.length > 0) parts.push(`nothing ${choice.hide.map((f) => FLAG_NAMES[f]).join(' or ')}`);
  if (choice.only.length > 0) parts.push(`only ${choice.only.map((f) => FLAG_NAMES[f]).join(' or ')}`);
  if (choice.hideMarked.length > 0)
    parts.push(`without what was ${choice.hideMarked.map((m) => MARK_WORDS[m]).join(' or ')}`);
  if (choice.stayAwayOff) parts.push('the stay-away list switched off');
  const names = choice.categories.map((id) => categoryName(id) ?? `category ${id}`);
  const where = names.length > 0 ? names.join(' and ') : `all of ${market.name}`;
  return `In ${where}${parts.length > 0 ? `: ${parts.join(', ')}` : ', no limits yet'}.`;
};
