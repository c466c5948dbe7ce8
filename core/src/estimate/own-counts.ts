import { dayFromText, type Day } from '../measures/day.ts';
import { numberFromText } from '../money/money.ts';
import type { OwnCount } from './stock-counts.ts';

export interface PastedCounts {
  counts: OwnCount[];
  /** Lines that were not understood, by their number from 1, with the reason. */
  faults: { line: number; reason: string }[];
}

/** No warehouse of a private label holds more: a larger number is a slip of the hand. */
export const MOST_PIECES = 1_000_000;

/**
 * Reads counts as people paste them: a line each, a date and a number, by tab, semicolon, comma or blanks; a third column
 * names whose stock it was. A first line without a date is taken for a head. Days after today and numbers below 0 are
 * refused by line; the last count of a day wins.
 * @example parseCounts('2026-11-20 140\n24.11.2026\t96', '2026-11-24').counts.length // => 2
 */
export const parseCounts = (text: string, today: Day): PastedCounts => {
  const byDay = new Map<Day, OwnCount>();
  const faults: PastedCounts['faults'] = [];
  text.split(/\r?\n/).forEach((line, i) => {
    if (line.trim() === '') return;
    const [date = '', number = '', ...rest] = line
      .trim()
      .split(/\t|;|,\s*(?=\D|\d)|\s+/)
      .map((part) => part.trim());
    const day = dayFromText(date);
    const refuse = (reason: string): void => void faults.push({ line: i + 1, reason });
    if (day === null) {
      if (i > 0 || /\d{3}/.test(line)) refuse(`"${date.slice(0, 40)}" is no date such as 2026-11-24.`);
      return;
    }
    const stock = numberFromText(number, true);
    if (stock === null || !Number.isInteger(stock)) refuse(`"${number.slice(0, 40)}" is no whole number of pieces.`);
    else if (stock < 0 || stock > MOST_PIECES) refuse(`${number} pieces cannot be: 0 to ${MOST_PIECES}.`);
    else if (day > today) refuse(`The date ${day} lies in the future.`);
    else byDay.set(day, { day, stock, seller: rest.join(' ').slice(0, 120) });
  });
  return { counts: [...byDay.values()].sort((a, b) => (a.day < b.day ? -1 : 1)), faults };
};
