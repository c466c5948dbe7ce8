/** Which sign of a column stands before the decimals, and whether its cells prove it. */
export interface Separators {
  decimal: '.' | ',';
  sure: boolean;
}
/** How many cells prove either, and how many could be read both ways. */
export interface SeparatorVotes {
  point: number;
  comma: number;
  either: number;
}
export const noVotes = (): SeparatorVotes => ({ point: 0, comma: 0, either: 0 });

/** Blanks and apostrophes group thousands in several languages and never stand for a decimal sign. */
/** Cells of most columns, which need no looking at sign by sign. */
export const PLAIN = /^[\d.,]+$/;
const DIGITS = /^\d{1,15}$/;
const POINTED = /^\d{1,9}\.\d{1,5}$/;
const GROUPING = /[\s\u00a0\u2009\u202f'’`´]/g;
const bareOf = (cell: string): string =>
  PLAIN.test(cell)
    ? cell
    : cell
        .normalize('NFKC')
        .replace(GROUPING, '')
        .replace(/\u2212/g, '-');

/** What a cell says of its column's decimal sign: nothing where it has none. @example voteOf('1.234,50') // => "comma" */
export const voteOf = (cell: string): keyof SeparatorVotes | null => {
  if (cell === '' || DIGITS.test(cell)) return null;
  const [number] = /\d[\d.,]*\d|[.,]\d+/.exec(bareOf(cell)) ?? [];
  if (number === undefined) return null;
  const signs = number.match(/[.,]/g) ?? [];
  if (signs.length === 0) return null;
  const last = signs.at(-1)!;
  const kinds = new Set(signs);
  const asDecimal = last === '.' ? 'point' : 'comma';
  const asGroup = last === '.' ? 'comma' : 'point';
  if (kinds.size === 2) return signs.filter((s) => s === last).length === 1 ? asDecimal : null;
  // The same sign twice groups: the other one is free for decimals.
  if (signs.length > 1) return asGroup;
  const [before, after] = number.split(last) as [string, string];
  if (after.length !== 3 || before === '' || before.startsWith('0') || before.length > 3) return asDecimal;
  return 'either';
};

/**
 * The decimal sign of a column by all of its cells. Where no cell proves one, the sign of the file's other columns is
 * taken, else what such a column holds decides: whole things and money have no three decimals, measures may.
 * @param meant what the column holds
 * @param others the sign that other columns of the file have proved
 * @example separatorsBy({ point: 0, comma: 3, either: 2 }, 'money', null) // => {"decimal":",","sure":true}
 */
export const separatorsBy = (
  votes: SeparatorVotes,
  meant: 'whole' | 'money' | 'measure',
  others: '.' | ',' | null,
  seen: '.' | ',' | null = null,
): Separators => {
  if (votes.point !== votes.comma)
    return { decimal: votes.point > votes.comma ? '.' : ',', sure: Math.min(votes.point, votes.comma) === 0 };
  if (others) return { decimal: others, sure: votes.point === 0 };
  if (votes.either === 0 || seen === null) return { decimal: '.', sure: votes.either === 0 };
  // `seen` stands before three digits in all cells.
  const isDecimal = meant === 'measure';
  return { decimal: isDecimal ? seen : seen === '.' ? ',' : '.', sure: false };
};

/** The sign of a cell that has just one, once. */
export const signOf = (cell: string): '.' | ',' | null => {
  const signs = bareOf(cell).match(/[.,]/g) ?? [];
  return signs.length === 1 ? (signs[0] as '.' | ',') : null;
};

/** Short words for large numbers, in several languages. */
const MAGNITUDES: readonly [RegExp, number][] = [
  [/^(k|tsd|tys|mil|thousand|tusen)\.?$/i, 1e3],
  [/^(m|mio|mln|mn|million(s|en|er)?|miljon(er)?|millones)\.?$/i, 1e6],
  [/^(b|bn|mrd|billion|milliarden?|milliards?)\.?$/i, 1e9],
];
/** Cells that say that nothing is known. */
const NOTHING =
  /^(n\.?\/?\s?a\.?|#n\/a|nan|null|none|nil|unknown|unbekannt|inconnu|okänd|desconocido|k\.?\s?a\.?|-+|–|—|\?|\.)$/i;

/** Whether a cell says nothing: empty, or a word or sign for it. @example isNothing('n/a') // => true */
export const isNothing = (cell: string): boolean =>
  cell === '' || (!/^\d/.test(cell) && (cell.trim() === '' || NOTHING.test(cell.trim())));

const pattern = (thousands: string): RegExp =>
  new RegExp(`^[+-]?(\\d+|\\d{1,3}(${thousands}\\d{3})+|\\d{1,2}(${thousands}\\d{2})+${thousands}\\d{3})$`);
const WHOLE = { '.': pattern(','), ',': pattern('\\.') };

/**
 * A number as a column writes it, its decimal sign being known: thousands grouped, a magnitude ("1.2k", "3 Mio."), a sign
 * in front, accounting's brackets for below zero. Null for anything else: what could be misread is not read.
 * @example numberIn('1.234,5', ',') // => 1234.5
 */
export const numberIn = (cell: string, decimal: '.' | ','): number | null => {
  if (DIGITS.test(cell) || (decimal === '.' && POINTED.test(cell))) return Number(cell);
  const [, open, bare = '', word = '', close] = /^(\()?([-+]?[\d.,]+)(\p{L}+\.?)?(\))?$/u.exec(bareOf(cell)) ?? [];
  if (bare === '' || Boolean(open) !== Boolean(close)) return null;
  const times = word === '' ? 1 : MAGNITUDES.find(([name]) => name.test(word))?.[1];
  if (times === undefined) return null;
  // With a word for its size a number is short: what it has behind its one sign are decimals.
  const sign = word !== '' && /^[-+]?\d{1,3}[.,]\d{1,2}$/.test(bare) ? signOf(bare)! : decimal;
  const parts = bare.split(sign);
  if (parts.length > 2) return null;
  const [whole = '', fraction = ''] = parts;
  if (!/^\d*$/.test(fraction) || (whole.replace(/[-+]/, '') === '' && fraction === '')) return null;
  if (whole.replace(/[-+]/, '') !== '' && !WHOLE[sign].test(whole)) return null;
  const value = Number(`${whole.replace(/[.,]/g, '') || '0'}.${fraction || '0'}`) * times;
  if (!Number.isFinite(value)) return null;
  return open || (whole === '-' && value !== 0) ? -Math.abs(value) : tidy(value);
};

/** Without the dust of binary fractions that a magnitude brings. */
const tidy = (value: number): number => Number(value.toPrecision(15));
