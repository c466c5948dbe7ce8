import { addDays, dayFromEpoch, epochDay, type Day } from '../measures/day.ts';
import { DAYS_PER_MONTH } from '../measures/units.ts';

/** Searches a week: the first day of the first week, and how often it was searched in each; null where not known. */
export interface WeekSeries {
  first: Day;
  volumes: readonly (number | null)[];
}

/** Weeks of a quarter and of a year: whole weeks, 91 and 364 days. */
export const QUARTER_WEEKS = 13;
export const YEAR_WEEKS = 52;

/** The day after the last week of a series. @example weeksEnd({ first: '2026-11-02', volumes: [1, 2] }) // => "2026-11-16" */
export const weeksEnd = ({ first, volumes }: WeekSeries): Day => addDays(first, 7 * volumes.length);

/**
 * Searches in so many weeks, the last of them so many weeks before the end; null when one of them is not known.
 * @example sumOfWeeks([1, 2, 3, 4], 2, 1) // => 5
 */
export const sumOfWeeks = (volumes: readonly (number | null)[], weeks: number, before = 0): number | null => {
  const to = volumes.length - before;
  if (to - weeks < 0) return null;
  let sum = 0;
  for (let i = to - weeks; i < to; i++) {
    const v = volumes[i];
    if (v == null) return null;
    sum += v;
  }
  return sum;
};

/**
 * Adds series week by week, each times its share; a week counts what is known of it, and is not known when nothing is.
 * Null for none.
 * @example addWeeks([{ series: { first: '2026-11-02', volumes: [4, null] }, share: 0.5 }])?.volumes // => [2, null]
 */
export const addWeeks = (parts: readonly { series: WeekSeries; share: number }[]): WeekSeries | null => {
  if (parts.length === 0) return null;
  const starts = parts.map((p) => epochDay(p.series.first));
  const first = Math.min(...starts);
  const length = Math.max(...parts.map((p, i) => (starts[i]! - first) / 7 + p.series.volumes.length));
  const volumes: (number | null)[] = new Array<number | null>(Math.ceil(length)).fill(null);
  parts.forEach(({ series, share }, i) => {
    const offset = Math.floor((starts[i]! - first) / 7);
    for (let w = 0; w < series.volumes.length; w++) {
      const v = series.volumes[w];
      if (v != null) volumes[offset + w] = (volumes[offset + w] ?? 0) + v * share;
    }
  });
  return { first: dayFromEpoch(first), volumes };
};

/** Searches a month over the last quarter; null where too little of it is known. @example searchesAMonth(Array(13).fill(30)) // => 130 */
export const searchesAMonth = (volumes: readonly (number | null)[]): number | null => {
  const sum = sumOfWeeks(volumes, QUARTER_WEEKS);
  return sum === null ? null : sum / 3;
};

export interface MonthVolume {
  month: Day;
  /** Searches in a month of 30.4375 days, so that February does not look weak; null where a day is not known. */
  volume: number | null;
}

/** Days of whole calendar months, by the month's number (year × 12 + month − 1): made once. */
const monthStarts = new Map<number, number>();
const startOfMonth = (n: number): number => {
  let day = monthStarts.get(n);
  if (day === undefined) monthStarts.set(n, (day = Date.UTC(Math.floor(n / 12), n % 12, 1) / 86_400_000));
  return day;
};

/**
 * The whole calendar months of a weekly series: each week is spread evenly over its seven days.
 * @example monthsOfWeeks({ first: '2026-02-01', volumes: [7, 7, 7, 7] }).length // => 1
 */
export const monthsOfWeeks = ({ first, volumes }: WeekSeries): MonthVolume[] => {
  const from = epochDay(first);
  const to = from + 7 * volumes.length;
  const monthNumber = (day: Day): number => Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7)) - 1;
  const months: MonthVolume[] = [];
  let n = monthNumber(first);
  if (startOfMonth(n) < from) n++;
  for (; startOfMonth(n + 1) <= to; n++) {
    const start = startOfMonth(n);
    const end = startOfMonth(n + 1);
    let sum: number | null = 0;
    for (let day = start; day < end && sum !== null;) {
      const week = Math.floor((day - from) / 7);
      const next = Math.min(end, from + 7 * (week + 1));
      const v: number | null = volumes[week] ?? null;
      sum = v === null ? null : sum + (v / 7) * (next - day);
      day = next;
    }
    months.push({
      month: `${String(Math.floor(n / 12)).padStart(4, '0')}-${String((n % 12) + 1).padStart(2, '0')}-01`,
      volume: sum === null ? null : (sum / (end - start)) * DAYS_PER_MONTH,
    });
  }
  return months;
};
