import { addDays, isDay, type Day } from '../measures/day.ts';
import { figureText } from './cell.ts';

/** What stands first in a column's dates that are all figures. */
export type DateOrder = 'day-first' | 'month-first';
export interface OrderVotes {
  dayFirst: number;
  monthFirst: number;
  either: number;
}
export const noOrderVotes = (): OrderVotes => ({ dayFirst: 0, monthFirst: 0, either: 0 });

const FIGURES = /^(\d{1,2}) ?([./-]) ?(\d{1,2}) ?[./-] ?(\d{4}|\d{2})$/;
/** The hour of the day is not kept. */
const TIME = /(?:T|,? )\d{1,2}:\d{2}(?::\d{2}(?:\.\d+)?)?(?: ?[AP]\.?M\.?)?(?: ?(?:Z|UTC|GMT|[+-]\d{2}:?\d{2}))?$/i;
const withoutTime = (cell: string): string => figureText(cell).replace(TIME, '');

/** What a cell says of the order of its column's dates. @example orderVoteOf('24/11/2026') // => "dayFirst" */
export const orderVoteOf = (cell: string): keyof OrderVotes | null => {
  const [, first, sign, second] = FIGURES.exec(withoutTime(cell)) ?? [];
  if (first === undefined) return null;
  // With points between them dates begin with the day in every language of CLDR that writes them so.
  if (sign === '.' || Number(first) > 12) return 'dayFirst';
  if (Number(second) > 12) return 'monthFirst';
  return first === second ? null : 'either';
};

/** The order of a column's dates by all of its cells; null where they could be read both ways and a person must say. */
export const orderBy = ({ dayFirst, monthFirst, either }: OrderVotes): DateOrder | null =>
  dayFirst > 0 && monthFirst > 0
    ? null
    : dayFirst > 0
      ? 'day-first'
      : monthFirst > 0
        ? 'month-first'
        : either > 0
          ? null
          : 'day-first';

const LANGUAGES = ['en', 'de', 'fr', 'es', 'it', 'pt', 'nl', 'sv', 'da', 'nb', 'fi', 'pl', 'cs'];
const bare = (word: string): string => word.toLowerCase().replace(/\.$/, '');
/** Names of months, long and short, in the languages of the files that are met; from CLDR through Intl. */
const MONTHS: ReadonlyMap<string, number> = new Map(
  LANGUAGES.flatMap((language) =>
    (['long', 'short'] as const).flatMap((month) =>
      Array.from({ length: 12 }, (_, m) => m).flatMap((m) =>
        // Beside a day some languages give the month another form than alone.
        [{ month }, { month, day: 'numeric' } as const].flatMap((how) =>
          new Intl.DateTimeFormat(language, { ...how, timeZone: 'UTC' })
            .formatToParts(Date.UTC(2026, m, 15))
            .filter((p) => p.type === 'month')
            .map((p): [string, number] => [bare(p.value), m + 1]),
        ),
      ),
    ),
  ),
);
const monthOf = (word: string): number | null =>
  MONTHS.get(bare(word)) ?? MONTHS.get(bare(word).slice(0, 3)) ?? (bare(word) === 'sept' ? 9 : null);

const dayFrom = (year: string, month: number, day: string): Day | null => {
  // Two figures are of this century up to 69, as POSIX reads them.
  const full = year.length === 2 ? (Number(year) < 69 ? 2000 : 1900) + Number(year) : Number(year);
  const text = `${full}-${String(month).padStart(2, '0')}-${day.padStart(2, '0')}`;
  return isDay(text) ? text : null;
};

/** The first day of spreadsheets: serial numbers count from here (ECMA-376, 18.17.4.1, the 1900 date system). */
const SPREADSHEET_ZERO = '1899-12-30';

/**
 * A day in any common way of writing it: year first, figures in the column's order, a month by name in several languages,
 * a spreadsheet's serial number; a time of day is left out. Null for anything else, and for figures whose order is open.
 * @example dateIn('24. November 2026', null) // => "2026-11-24"
 */
export const dateIn = (cell: string, order: DateOrder | null): Day | null => {
  const text = withoutTime(cell);
  const yearFirst = /^(\d{4})[-/.]?(\d{2}|(?<=[-/.])\d)[-/.]?(\d{2}|(?<=[-/.])\d)$/.exec(text);
  if (yearFirst) return dayFrom(yearFirst[1]!, Number(yearFirst[2]), yearFirst[3]!);
  const figures = FIGURES.exec(text);
  if (figures) {
    const [, first, , second, year] = figures as unknown as [string, string, string, string, string];
    const vote = orderVoteOf(text);
    const way =
      vote === 'dayFirst' ? 'day-first' : vote === 'monthFirst' ? 'month-first' : vote === null ? 'day-first' : order;
    if (way === null || (order !== null && vote !== null && vote !== 'either' && way !== order)) return null;
    return way === 'day-first' ? dayFrom(year, Number(second), first) : dayFrom(year, Number(first), second);
  }
  if (/^[2-7]\d{4}$/.test(text)) return addDays(SPREADSHEET_ZERO, Number(text));
  const words = text.replace(/[,.]/g, ' ').match(/\p{L}+|\d+/gu) ?? [];
  const named = words.map(monthOf);
  const at = named.findIndex((m, i) => m !== null && /\p{L}/u.test(words[i]!));
  const numbers = words.filter((w) => /^\d+$/.test(w));
  if (at === -1 || numbers.length !== 2) return null;
  const year = numbers.find((n) => n.length === 4) ?? numbers[1]!;
  const day = numbers.find((n) => n !== year) ?? numbers[0]!;
  return day.length > 2 ? null : dayFrom(year, named[at]!, day);
};

/**
 * A month in any common way of writing it, or the month of a day; null for anything else.
 * @example monthIn('03/2026', null) // => "2026-03"
 */
export const monthIn = (cell: string, order: DateOrder | null): string | null => {
  const text = figureText(cell);
  const [, year, month] = /^(\d{4})[-/. ]?(\d{1,2})$/.exec(text) ?? [];
  const [, monthBefore, yearAfter] = /^(\d{1,2}) ?[-/. ] ?(\d{4})$/.exec(text) ?? [];
  const day =
    year !== undefined
      ? dayFrom(year, Number(month), '1')
      : yearAfter !== undefined
        ? dayFrom(yearAfter, Number(monthBefore), '1')
        : (dateIn(`1 ${text}`, null) ?? dateIn(text, order));
  return day === null ? null : day.slice(0, 7);
};
