/**
 * How a person typed a number. "plain" is the number in digits with a decimal point; "doubtful" names what may be meant, in
 * the same notation, the likeliest first; "none" is not a number.
 */
export type Spelling =
  { kind: 'plain'; plain: string } | { kind: 'doubtful'; choices: readonly string[] } | { kind: 'none' };

/** Blanks of every width and apostrophes only part groups of digits; signs of currencies may stand at either end. */
const PARTING = /[\s'’٬]/gu;
const ENDS = /^\p{Sc}{1,3}|\p{Sc}{1,3}$/gu;

const GROUPED = /^([1-9]\d{0,2}(?:,\d{3})+|\d+)(?:\.(\d*))?$/;
const COMMA_DECIMAL = /^([1-9]\d{0,2}(?:\.\d{3})+|\d+),(\d*)$/;
const POINT_GROUPS = /^[1-9]\d{0,2}(?:\.\d{3}){2,}$/;
const INDIAN_GROUPS = /^\d{1,2}(?:,\d{2})+,\d{3}(\.\d*)?$/;

const withDecimals = (whole: string, decimals: string | undefined): string =>
  decimals === undefined || decimals === '' ? whole : `${whole}.${decimals}`;

/**
 * Reads a number as it is typed where figures are shown as 1,234.5: a comma parts thousands, a point begins the decimals.
 * What does not fit that format is doubtful, never guessed.
 * @param decimals the most that such a figure has: 0 for counts, 2 for dollars; a point with three digits behind it is then
 * as likely to part thousands
 * @example spellingOf('1,234.5') // => {"kind":"plain","plain":"1234.5"}
 * @example spellingOf('12,50') // => {"kind":"doubtful","choices":["12.50"]}
 * @example spellingOf('1.250', 2) // => {"kind":"doubtful","choices":["1250","1.250"]}
 */
export const spellingOf = (text: string, decimals = Infinity): Spelling => {
  const bare = text.replace(PARTING, '').replace(/[−–]/g, '-').replace(ENDS, '');
  const signed = /^([+-]?)(.*)$/s.exec(bare)!;
  const sign = signed[1] === '-' ? '-' : '';
  const digits = signed[2]!.replace(ENDS, '').replace(/^\./, '0.');
  if (!/\d/.test(digits) || !/^[\d.,]+$/.test(digits)) return { kind: 'none' };
  const doubtful = (...choices: string[]): Spelling => ({ kind: 'doubtful', choices: choices.map((c) => sign + c) });

  const grouped = GROUPED.exec(digits);
  if (grouped) {
    const [, whole = '', behind] = grouped;
    const plain = withDecimals(whole.replaceAll(',', ''), behind);
    const mayPartThousands = behind?.length === 3 && decimals < 3 && /^[1-9]\d{0,2}$/.test(whole);
    return mayPartThousands ? doubtful(whole + behind, plain) : { kind: 'plain', plain: sign + plain };
  }
  const comma = COMMA_DECIMAL.exec(digits);
  if (comma) return doubtful(withDecimals(comma[1]!.replaceAll('.', ''), comma[2]));
  if (POINT_GROUPS.test(digits)) return doubtful(digits.replaceAll('.', ''));
  if (INDIAN_GROUPS.test(digits)) return doubtful(digits.replaceAll(',', ''));
  return { kind: 'none' };
};

/** Whether a text may still become a number with parted thousands while it is typed. @example isUnfinished('1,5') // => true */
export const isUnfinished = (text: string): boolean => /^\s*[+-]?[1-9]\d{0,2}(?:,\d{3})*,\d{0,2}$/.test(text);

/**
 * The number that a text says without doubt; null when it says none, or may say another.
 * @example typedNumber('1,000') // => 1000
 * @example typedNumber('12,50') // => null
 */
export const typedNumber = (text: string, decimals = Infinity): number | null => {
  const spelling = spellingOf(text, decimals);
  if (spelling.kind !== 'plain') return null;
  const number = Number(spelling.plain);
  return Number.isFinite(number) ? number : null;
};

/**
 * What to say of a text that is no number without doubt; null for one that is.
 * @example typedNumberFault('12,50') // => "Not saved. Did you mean 12.50? Enter it with a decimal point."
 */
export const typedNumberFault = (text: string, decimals = Infinity): string | null => {
  const spelling = spellingOf(text, decimals);
  if (spelling.kind === 'plain') return null;
  if (spelling.kind === 'none') return 'This is not a number.';
  return `Not saved. Did you mean ${spelling.choices.join(' or ')}? ${spelling.choices.length > 1 ? 'Enter thousands without a point.' : 'Enter it with a decimal point.'}`;
};
