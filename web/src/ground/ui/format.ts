import type { Marketplace } from '@kettle/contract/sources';
import { weightInUnit, weightUnit } from '@kettle/core/measures/units';
import { currencyExponent, majorFromMinor } from '@kettle/core/money/money';

/** What stands where a figure is not known. */
export const NONE = '—';

const numbers = new Map<string, Intl.NumberFormat>();
const formatter = (options: Intl.NumberFormatOptions): Intl.NumberFormat => {
  // What rounds to nought has no sign.
  const key = JSON.stringify(options);
  let found = numbers.get(key);
  if (!found) numbers.set(key, (found = new Intl.NumberFormat('en-GB', { signDisplay: 'negative', ...options })));
  return found;
};

export type Notation = Pick<Marketplace, 'currency' | 'measures'>;

export const count = (x: number | null | undefined): string =>
  x == null ? NONE : formatter({ maximumFractionDigits: 0 }).format(x);
export const decimal = (x: number | null | undefined, digits = 1): string =>
  x == null ? NONE : formatter({ minimumFractionDigits: digits, maximumFractionDigits: digits }).format(x);
export const percent = (share: number | null | undefined, digits = 0): string =>
  share == null ? NONE : `${decimal(share * 100, digits)} %`;
/** Money without its currency, for tables whose head names it; whole units for large sums. */
export const money = (minor: number | null | undefined, { currency }: Notation, whole = false): string => {
  if (minor == null) return NONE;
  const digits = whole ? 0 : currencyExponent(currency);
  return formatter({ minimumFractionDigits: digits, maximumFractionDigits: digits }).format(
    majorFromMinor(minor, currency),
  );
};
export const moneyWith = (minor: number | null | undefined, notation: Notation, whole = false): string =>
  minor == null ? NONE : `${money(minor, notation, whole)} ${notation.currency}`;
export const weight = (grams: number | null | undefined, { measures }: Notation): string =>
  grams == null ? NONE : decimal(weightInUnit(grams, measures), grams < 450 ? 2 : 1);
export const weightWith = (grams: number | null | undefined, notation: Notation): string =>
  grams == null ? NONE : `${weight(grams, notation)} ${weightUnit(notation.measures)}`;

const days = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const daysOfYear = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
/** 24 Nov; with the year when it is not this one. */
export const day = (iso: string | null | undefined, today?: string): string => {
  if (!iso) return NONE;
  const date = new Date(`${iso}T00:00:00Z`);
  return today && iso.slice(0, 4) === today.slice(0, 4) ? days.format(date) : daysOfYear.format(date);
};
