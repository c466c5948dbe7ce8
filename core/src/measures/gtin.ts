/**
 * Check digit of a GTIN given without it (7, 11, 12 or 13 digits); null when the text is something else.
 * Source: GS1 General Specifications, "Standard check digit calculations".
 * @example gtinCheckDigit('629104150021') // => 3
 */
export const gtinCheckDigit = (digits: string): number | null => {
  if (!/^(\d{7}|\d{11,13})$/.test(digits)) return null;
  let sum = 0;
  for (let i = 0; i < digits.length; i++) sum += Number(digits.at(-1 - i)) * (i % 2 === 0 ? 3 : 1);
  return (10 - (sum % 10)) % 10;
};

/** True when the last digit is the check digit of the others. @example isGtin('6291041500213') // => true */
export const isGtin = (text: string): boolean =>
  /^\d{8,14}$/.test(text) && gtinCheckDigit(text.slice(0, -1)) === Number(text.at(-1));
