import { GRAMS_PER_POUND, gramsFromOunces, MM_PER_INCH } from '../measures/units.ts';
import { figureText } from './cell.ts';
import { numberIn, PLAIN } from './numbers.ts';

/** What a cell came to: a value, or why it is none. */
export type Read<T> = { value: T } | { fault: string };

/** Units by what people write; factors are exact by definition (NIST SP 811, appendix B: pound, ounce, inch, foot). */
const WEIGHTS: readonly [RegExp, number][] = [
  [/^(mg|milligram\w*)$/i, 0.001],
  [/^(g|gr|gramm?\w*|gramos?)$/i, 1],
  [/^(kg|kgs|kilo\w*)$/i, 1000],
  [/^(lbs?|pounds?|pfund|livres?|libras?|pund)$/i, GRAMS_PER_POUND],
  [/^(oz|ounces?|unzen?|onces?|onzas?|uns)$/i, gramsFromOunces(1)],
];
const LENGTHS: readonly [RegExp, number][] = [
  [/^(mm|millimet\w*)$/i, 1],
  [/^(cm|centimet\w*|zentimeter)$/i, 10],
  [/^(m|mtr|met(er|re)s?|metros?)$/i, 1000],
  [/^(in|inch(es)?|zoll|pouces?|pulgadas?|tum|"|″|”)$/i, MM_PER_INCH],
  [/^(ft|feet|foot|fuß|pieds?|pies|fot|'|′|’)$/i, 12 * MM_PER_INCH],
];
/** What stands between the parts of a quantity. */
const JOINS: ReadonlySet<string> = new Set([',', 'and', 'und', 'et', 'y', 'och']);
export type QuantityKind = 'weight' | 'length';
const UNITS = { weight: WEIGHTS, length: LENGTHS };

const factorOf = (kind: QuantityKind, word: string): number | null =>
  UNITS[kind].find(([name]) => name.test(word.replace(/\.$/, '')))?.[1] ?? null;

/**
 * The unit that a column's heading names, in grams or millimetres; null when it names none.
 * @example unitOfHeading('Länge (mm)', 'length') // => 1
 */
export const unitOfHeading = (heading: string, kind: QuantityKind): number | null => {
  const words = heading.match(/\p{L}+|["″”]/gu) ?? [];
  // The first word is what the column is of; "m" for metres is taken only in brackets.
  for (const word of words.slice(1)) {
    if (word === 'm' && !/[([]\s*m\s*[)\]]/.test(heading)) continue;
    const factor = factorOf(kind, word);
    if (factor !== null) return factor;
  }
  return null;
};

/**
 * A weight in grams or a length in millimetres: the unit of the cell, else the heading's, else the marketplace's. Several
 * parts are added ("2 lb 3 oz", "5 ft 4 in").
 * @param unit grams or millimetres of what a bare number counts
 * @example quantityIn('0,5 kg', 'weight', 453.59237, ',') // => {"value":500}
 */
export const quantityIn = (cell: string, kind: QuantityKind, unit: number, decimal: '.' | ','): Read<number> => {
  const text = figureText(cell);
  const bare = numberIn(text, decimal);
  if (bare !== null && !/\p{L}/u.test(text)) return { value: bare * unit };
  const tokens = text.match(/[\d.,]+|\p{L}+\.?|["″”'′’]|[^\s\p{L}\d]/gu) ?? [];
  let total: number | null = null;
  let number = '';
  for (const token of tokens) {
    if (/\d/.test(token)) {
      // A blank may group thousands.
      number += token;
      continue;
    }
    if (number === '') {
      if (total !== null && JOINS.has(token.toLowerCase())) continue;
      return { fault: `is no ${kind}` };
    }
    const value = numberIn(number, decimal);
    const factor = factorOf(kind, token);
    if (value === null) return { fault: `is no ${kind}` };
    if (factor === null) return { fault: `is in "${token}", which is no unit of ${kind}` };
    total = (total ?? 0) + value * factor;
    number = '';
  }
  return total === null || number !== '' ? { fault: `is no ${kind}` } : { value: total };
};

/**
 * Three sides in millimetres from one cell. @example sidesIn('30 x 20 × 10 cm', 25.4, '.') // => {"value":[300,200,100]}
 */
export const sidesIn = (cell: string, unit: number, decimal: '.' | ','): Read<[number, number, number]> => {
  const parts = figureText(cell).split(/ ?[x×*] ?| by /i);
  if (parts.length !== 3) return { fault: 'is not three sides' };
  const word = parts[2]!.match(/\p{L}+|["″”]/gu)?.at(-1);
  const shared = (word && factorOf('length', word)) || unit;
  const sides = parts.map((part) => quantityIn(part, 'length', shared, decimal));
  const odd = sides.find((s) => 'fault' in s);
  if (odd) return odd as { fault: string };
  return { value: sides.map((s) => (s as { value: number }).value) as [number, number, number] };
};

/** Signs of money and the currencies they may mean; codes are those of ISO 4217 (from Intl, which has them from CLDR). */
const SIGNS: readonly [string, readonly string[]][] = [
  ['US$', ['USD']],
  ['CA$', ['CAD']],
  ['C$', ['CAD']],
  ['A$', ['AUD']],
  ['AU$', ['AUD']],
  ['NZ$', ['NZD']],
  ['MX$', ['MXN']],
  ['R$', ['BRL']],
  ['$', ['USD', 'CAD', 'AUD', 'NZD', 'MXN', 'SGD', 'HKD', 'CLP', 'COP', 'ARS']],
  ['€', ['EUR']],
  ['£', ['GBP']],
  ['¥', ['JPY', 'CNY']],
  ['￥', ['JPY', 'CNY']],
  ['₹', ['INR']],
  ['zł', ['PLN']],
  ['Kč', ['CZK']],
  ['kr.', ['SEK', 'NOK', 'DKK']],
  ['kr', ['SEK', 'NOK', 'DKK']],
  ['₺', ['TRY']],
  ['Fr.', ['CHF']],
];
const CODES: ReadonlySet<string> = new Set(Intl.supportedValuesOf('currency'));

/** The currencies that a text names, and the text without them; null when it names none. @example currenciesIn('12 EUR') // => {"currencies":["EUR"],"rest":"12"} */
export const currenciesIn = (text: string): { currencies: readonly string[]; rest: string } | null => {
  for (const [code] of text.matchAll(/(?<![A-Za-z])[A-Z]{3}(?![A-Za-z])/g))
    if (CODES.has(code)) return { currencies: [code], rest: text.replace(code, '').trim() };
  for (const [sign, currencies] of SIGNS)
    if (text.includes(sign)) return { currencies, rest: text.replace(sign, '').trim() };
  return null;
};

/** A sum and the currencies that its sign may mean; none where nothing names one. */
export interface Sum {
  value: number;
  currencies: readonly string[];
}

/**
 * A sum as it is written, in major units, with the currencies its cell, else its column's head, may mean.
 * @example sumIn('£3.20', '.', 'Price') // => {"value":{"value":3.2,"currencies":["GBP"]}}
 */
export const sumIn = (cell: string, decimal: '.' | ',', heading: string): Read<Sum> => {
  const named = PLAIN.test(cell) ? null : currenciesIn(cell);
  const value = numberIn(named ? named.rest : cell, decimal);
  if (value === null) return { fault: 'is no sum of money' };
  return { value: { value, currencies: named?.currencies ?? ofHeading(heading) } };
};
/** Asked for every cell of a column, whose head is the same. */
const headings = new Map<string, readonly string[]>();
const MOST_HEADINGS = 200;
const ofHeading = (heading: string): readonly string[] => {
  let known = headings.get(heading);
  if (!known) {
    if (headings.size >= MOST_HEADINGS) headings.clear();
    headings.set(heading, (known = currenciesIn(heading)?.currencies ?? []));
  }
  return known;
};

/**
 * Money in major units of the marketplace's currency. In another currency it is taken only by a rate that was given: a
 * rate is nothing to guess. A sign that several currencies share means the one of them that there is a rate for.
 * @param heading names the currency where the cells do not
 * @param rateOf what a unit of another currency is worth; null where no rate of its time was given
 * @example moneyIn('1.299,00 €', 'EUR', ',', 'Preis') // => {"value":1299}
 * @example moneyIn('$10', 'EUR', '.', '', (c) => (c === 'USD' ? 0.9 : null)) // => {"value":9,"from":"USD"}
 */
export const moneyIn = (
  cell: string,
  currency: string,
  decimal: '.' | ',',
  heading: string,
  rateOf: (currency: string) => number | null = () => null,
): Read<number> & { from?: string } => {
  const read = sumIn(cell, decimal, heading);
  if ('fault' in read) return read;
  const { value, currencies } = read.value;
  if (currencies.length === 0 || currencies.includes(currency)) return { value };
  const rated = currencies.flatMap((c) => {
    const rate = rateOf(c);
    return rate === null ? [] : [{ from: c, rate }];
  });
  if (rated.length === 1) return { value: value * rated[0]!.rate, from: rated[0]!.from };
  const named = currencies.length > 3 ? 'another currency' : currencies.join(' or ');
  return { fault: `is in ${named}, while the marketplace sells in ${currency}, and there is no rate of that time` };
};

/** Stars on a scale of five. @example starsIn('4,5 von 5 Sternen', ',') // => {"value":4.5} */
export const starsIn = (cell: string, decimal: '.' | ','): Read<number> => {
  const [, value, most] =
    /^([\d.,]+)(?: ?(?:out of|of|von|sur|de|av|\/) ?(\d+))?(?: ?(?:stars?|sternen?|étoiles?|estrellas?|stjärnor|★+))?$/i.exec(
      figureText(cell),
    ) ?? [];
  const number = value === undefined ? null : numberIn(value, decimal);
  if (number === null) return { fault: 'is no rating' };
  const scale = most === undefined ? 5 : Number(most);
  return number > scale || scale === 0 ? { fault: 'is no rating of five stars' } : { value: (5 * number) / scale };
};

/** A place in a ranking, whatever it is in. @example placeIn('#1,234 in Paper', '.') // => {"value":1234} */
export const placeIn = (cell: string, decimal: '.' | ','): Read<number> => {
  if (PLAIN.test(cell)) {
    const plain = numberIn(cell, decimal);
    return plain === null ? { fault: 'is no rank' } : { value: plain };
  }
  const text = figureText(cell);
  const [, number] = /^(?:#|nr\.?|n\.? ?[o°]\.?)? ?(\d[\d., ]*)(?:(?:in|en|dans|i|w) .+)?$/i.exec(text) ?? [];
  const value = numberIn(number ?? text, decimal);
  return value === null ? { fault: 'is no rank' } : { value };
};

const YES = /^(yes|y|true|1|x|✓|✔|ja|oui|o|s[ií]|sim|tak|wahr|vrai|verdadero|sant)$/i;
const NO = /^(no|n|false|0|✗|✘|nein|non|nej|não|nao|nie|falsch|faux|falso|falskt)$/i;
/** Yes or no in several languages. @example yesOrNoIn('nein') // => {"value":false} */
export const yesOrNoIn = (cell: string): Read<boolean> =>
  YES.test(cell.trim())
    ? { value: true }
    : NO.test(cell.trim())
      ? { value: false }
      : { fault: 'is neither yes nor no' };

/**
 * A share as a fraction: "12 %" and 12 are 0.12, and so is 0.12 itself; a number of 1 and less without a sign is a
 * fraction. Refused below 0 and above 100 %.
 * @example shareIn('12,5 %', ',') // => {"value":0.125}
 */
export const shareIn = (cell: string, decimal: '.' | ','): Read<number> => {
  const text = figureText(cell);
  const inPercent = /%$/.test(text);
  const value = numberIn(text.replace(/ ?%$/, ''), decimal);
  if (value === null) return { fault: 'is no share' };
  const share = inPercent || value > 1 ? value / 100 : value;
  return share >= 0 && share <= 1 ? { value: share } : { fault: 'must be between 0 and 100 %' };
};
