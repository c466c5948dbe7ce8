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
 * Reads a sum as people type it: digits with a decimal point or comma, blanks, separators, a currency sign or code.
 * Null when it is not a number. A single comma or point followed by exactly three digits is read as a separator of
 * thousands only when another separator shows it, or when the currency has no minor unit.
 * @example minorFromText('€ 1.234,50', 'EUR') // => 123450
 */
export const minorFromText = (text: string, currency: string): Minor | null => {
  const number = numberFromText(text.replaceAll(currency, ''), currencyExponent(currency) === 0);
  return number === null ? null : minorFromMajor(number, currency);
};

/**
 * Reads a number as people type it; null when it is none.
 * @example numberFromText('1,234.5') // => 1234.5
 */
export const numberFromText = (text: string, wholeOnly = false): number | null => {
  const bare = text.replace(/[\s\u00a0\u202f'’$€£¥]/g, '');
  if (!/^[+-]?[\d.,]+$/.test(bare) || !/\d/.test(bare)) return null;
  const lastPoint = bare.lastIndexOf('.');
  const lastComma = bare.lastIndexOf(',');
  const decimalAt = Math.max(lastPoint, lastComma);
  const kinds = (lastPoint >= 0 ? 1 : 0) + (lastComma >= 0 ? 1 : 0);
  const count = (bare.match(/[.,]/g) ?? []).length;
  const isDecimal = decimalAt >= 0 && (kinds === 2 || count === 1) && !(wholeOnly && bare.length - decimalAt === 4);
  const digits = isDecimal
    ? `${bare.slice(0, decimalAt).replace(/[.,]/g, '')}.${bare.slice(decimalAt + 1)}`
    : bare.replace(/[.,]/g, '');
  const value = Number(digits);
  return Number.isFinite(value) ? value : null;
};
