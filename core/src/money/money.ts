import { spellingOf } from '../measures/typed-number.ts';

/** Money is an integer of the currency's minor unit (cents); a rate is a plain fraction (0.15 is 15 %). */
export type Minor = number;

/**
 * Digits after the decimal sign of a currency, as ISO 4217 gives them. Throws on a code that is no currency code.
 * Source: ISO 4217, minor unit column, through the runtime's ECMA-402 data.
 * @example currencyExponent('KWD') // => 3
 */
export const currencyExponent = (currency: string): number => {
  let found = exponents.get(currency);
  if (found === undefined) {
    const format = new Intl.NumberFormat('en-GB', { style: 'currency', currency });
    exponents.set(currency, (found = format.resolvedOptions().maximumFractionDigits ?? 2));
  }
  return found;
};
/** A formatter takes long to make, and files have millions of sums. */
const exponents = new Map<string, number>();

/**
 * Rounds half away from zero to a whole number; used once, at the end of each line of money.
 * A guard of 1e-9 absorbs binary fractions such as 1.005 × 100.
 * @example roundHalfAway(-2.5) // => -3
 */
export const roundHalfAway = (x: number): number => {
  const rounded = Math.sign(x) * Math.floor(Math.abs(x) + 0.5 + 1e-9);
  return rounded === 0 ? 0 : rounded;
};

/** A share of an amount, rounded to a whole minor unit. @example shareOf(4150, 0.15) // => 623 */
export const shareOf = (amount: Minor, rate: number): Minor => roundHalfAway(amount * rate);

/** Major units in minor ones. @example minorFromMajor(19.99, 'USD') // => 1999 */
export const minorFromMajor = (major: number, currency: string): Minor =>
  roundHalfAway(major * 10 ** currencyExponent(currency));

/** Minor units in major ones. @example majorFromMinor(1999, 'USD') // => 19.99 */
export const majorFromMinor = (minor: Minor, currency: string): number => minor / 10 ** currencyExponent(currency);

/**
 * Reads a number of a pasted text, in whatever notation it was written; null when it is none, or may be two. A comma before
 * three digits parts thousands. Numbers that people type are read by `spellingOf`, which asks.
 * @param wholeOnly the number counts something: 1.250 is 1250
 * @example numberFromText('1,250') // => 1250
 * @example numberFromText('9,40') // => 9.4
 */
export const numberFromText = (text: string, wholeOnly = false): number | null => {
  const spelling = spellingOf(text, wholeOnly ? 0 : Infinity);
  if (spelling.kind === 'none') return null;
  if (spelling.kind === 'plain') return Number(spelling.plain);
  return spelling.choices.length === 1 || wholeOnly ? Number(spelling.choices[0]) : null;
};
