import { listingCode } from '../listing/codes.ts';
import { dateIn, monthIn } from './dates.ts';
import { isNothing, numberIn } from './numbers.ts';
import { currenciesIn, starsIn } from './quantities.ts';

/** What the cells of a column look like, whatever its head says. */
export type Looks = 'code' | 'date' | 'month' | 'money' | 'stars' | 'whole' | 'name' | 'prose' | 'currency';

/** Share of a column's cells that must look like a thing. */
const MOST = 0.9;
/** Fewer cells show nothing of a column of stars: any small numbers would do. */
const FEWEST_STARS = 5;

const isDated = (cell: string): boolean =>
  /[-/.\s年]|\p{L}/u.test(cell) && (dateIn(cell, 'day-first') ?? dateIn(cell, 'month-first')) !== null;
const isMonth = (cell: string): boolean => /\p{L}|[-/.]/u.test(cell) && monthIn(cell, 'day-first') !== null;
const isCode = (cell: string): boolean =>
  listingCode(cell) !== null && /\d/.test(cell) && (/\p{L}/u.test(cell) || /^\d{6,14}$/.test(cell));
const isMoney = (cell: string): boolean => {
  const named = currenciesIn(cell);
  const rest = named ? named.rest : cell;
  return named
    ? numberIn(rest, '.') !== null || numberIn(rest, ',') !== null
    : /^\d{1,3}([., ]?\d{3})*[.,]\d{2}$/.test(rest);
};
const starsOf = (cell: string): number | null => {
  for (const decimal of ['.', ','] as const) {
    const read = starsIn(cell, decimal);
    if ('value' in read && read.value >= 1) return read.value;
  }
  return null;
};

/**
 * What a column may hold by its cells: several things where they do not settle it, none where they look like nothing known.
 * @param cells of some rows; those that say nothing are passed over
 * @example [...looksOf(['KX-204', 'KX-9', 'B7'])] // => ["code"]
 * @example [...looksOf(['3 March 2026', '12 April 2026'])] // => ["date"]
 */
export const looksOf = (cells: readonly string[]): ReadonlySet<Looks> => {
  const told = cells.map((c) => c.trim()).filter((c) => !isNothing(c));
  const found = new Set<Looks>();
  if (told.length === 0) return found;
  const most = (is: (cell: string) => boolean): boolean => told.filter(is).length >= MOST * told.length;
  const length = told.reduce((sum, c) => sum + c.length, 0) / told.length;
  const words = told.reduce((sum, c) => sum + (c.match(/\p{L}{2,}/gu) ?? []).length, 0) / told.length;
  if (most(isDated)) found.add('date');
  else if (most(isMonth)) found.add('month');
  else if (most((c) => /^[A-Z]{3}$/.test(c) && currenciesIn(c) !== null)) found.add('currency');
  else if (most(isCode)) found.add('code');
  else if (most((c) => starsOf(c) !== null) && (told.length >= FEWEST_STARS || most((c) => /\D{2}/.test(c))))
    found.add('stars');
  else if (most(isMoney)) found.add('money');
  if (most((c) => /^\d{1,3}([., ']?\d{3})*$|^\d+$/.test(c)) && !found.has('code')) found.add('whole');
  if (found.size === 0 && words >= 9 && length >= 50) found.add('prose');
  else if (found.size === 0 && words >= 1.5) found.add('name');
  return found;
};
