/** A calendar day as ISO 8601 text, `2026-11-24`. The program has no time of day in its figures. */
export type Day = string;

const DAY_MS = 86_400_000;

/** Days since 1970-01-01. Throws on text that is no calendar day. @example epochDay('1970-01-11') // => 10 */
export const epochDay = (day: Day): number => {
  const year = digits(day, 0, 4);
  const month = digits(day, 5, 2);
  const date = digits(day, 8, 2);
  const written = day.length === 10 && day.charCodeAt(4) === 45 && day.charCodeAt(7) === 45;
  if (!written || !(month >= 1 && month <= 12) || !(date >= 1 && date <= daysInMonth(year, month)))
    throw new RangeError(`"${day}" is no calendar day`);
  return Date.UTC(year, month - 1, date) / DAY_MS;
};

/** A number of a fixed place in a text; NaN when something else stands there. Called for every reading, so it parses by hand. */
const digits = (text: string, from: number, length: number): number => {
  let value = 0;
  for (let i = from; i < from + length; i++) {
    const digit = text.charCodeAt(i) - 48;
    if (!(digit >= 0 && digit <= 9)) return Number.NaN;
    value = value * 10 + digit;
  }
  return value;
};

const daysInMonth = (year: number, month: number): number =>
  month === 2
    ? year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0)
      ? 29
      : 28
    : month === 4 || month === 6 || month === 9 || month === 11
      ? 30
      : 31;

/** The day that many days after 1970-01-01. @example dayFromEpoch(10) // => "1970-01-11" */
export const dayFromEpoch = (days: number): Day => new Date(days * DAY_MS).toISOString().slice(0, 10);

/** True for text that is a calendar day. @example isDay('2026-02-30') // => false */
export const isDay = (text: string): boolean => {
  try {
    epochDay(text);
    return true;
  } catch {
    return false;
  }
};

/** The day n days later (earlier when negative). @example addDays('2026-02-27', 2) // => "2026-03-01" */
export const addDays = (day: Day, n: number): Day => dayFromEpoch(epochDay(day) + n);

/** Whole days from one day to another. @example daysBetween('2026-11-01', '2026-11-24') // => 23 */
export const daysBetween = (from: Day, to: Day): number => epochDay(to) - epochDay(from);

/** The first day of the month n months later. @example addMonths('2026-11-24', 2) // => "2027-01-01" */
export const addMonths = (day: Day, n: number): Day => {
  const months = Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7)) - 1 + n;
  return `${String(Math.floor(months / 12)).padStart(4, '0')}-${String((months % 12) + 1).padStart(2, '0')}-01`;
};

/** Names of the months, January first. @example MONTH_NAMES[11] // => "December" */
export const MONTH_NAMES: readonly string[] = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];

/** A date as people write it: 2026-11-24, 24.11.2026; null when it is no calendar day. @example dayFromText('24.11.2026') // => "2026-11-24" */
export const dayFromText = (text: string): Day | null => {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})/.exec(text);
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text);
  const parts = iso ? [iso[1]!, iso[2]!, iso[3]!] : dotted ? [dotted[3]!, dotted[2]!, dotted[1]!] : null;
  if (!parts) return null;
  const day = `${parts[0]}-${parts[1]!.padStart(2, '0')}-${parts[2]!.padStart(2, '0')}`;
  const ms = Date.parse(`${day}T00:00:00Z`);
  return Number.isNaN(ms) || new Date(ms).toISOString().slice(0, 10) !== day ? null : day;
};
