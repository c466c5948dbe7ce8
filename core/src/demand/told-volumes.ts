import { addDays, addMonths, dayFromEpoch, daysBetween, epochDay, type Day } from '../measures/day.ts';
import type { WeekSeries } from './weeks.ts';

/** How often a term was searched, as a file says it: in a week from a day on, or in a month. */
export interface ToldVolume {
  span: 'week' | 'month';
  /** First day of the week, or of the month. */
  from: Day;
  volume: number;
}

/** A Monday to which weeks are laid where none is told. */
const MONDAY = epochDay('2024-01-01');
const MOST_WEEKS = 520;

/**
 * A series of weeks from what files tell: weeks as they are, laid to the day of the week that the first of them begins
 * on; what only months tell as a month's searches a day, times seven, in each week whose middle lies in it. Weeks that
 * nothing tells of are not known. The later of two of one span counts; null for none.
 * @example weeksOf([{ span: 'week', from: '2026-11-02', volume: 70 }, { span: 'week', from: '2026-11-16', volume: 90 }]) // => {"first":"2026-11-02","volumes":[70,null,90]}
 */
export const weeksOf = (told: readonly ToldVolume[]): WeekSeries | null => {
  const weeks = told.filter((t) => t.span === 'week');
  const months = new Map(told.filter((t) => t.span === 'month').map((t) => [t.from.slice(0, 7), t.volume]));
  if (told.length === 0) return null;
  const anchor = weeks[0]
    ? epochDay(weeks.reduce((least, w) => (w.from < least ? w.from : least), weeks[0].from))
    : MONDAY;
  const weekOf = (day: Day): number => Math.floor((epochDay(day) - anchor) / 7);
  const byWeek = new Map(weeks.map((w) => [weekOf(w.from), w.volume]));
  for (const [month, volume] of months) {
    const first = `${month}-01`;
    const next = addMonths(first, 1);
    for (let week = weekOf(first) - 1; week <= weekOf(next); week++) {
      const middle = dayFromEpoch(anchor + 7 * week + 3);
      if (middle >= first && middle < next && !byWeek.has(week))
        byWeek.set(week, Math.round((7 * volume) / daysBetween(first, next)));
    }
  }
  const last = Math.max(...byWeek.keys());
  const from = Math.max(Math.min(...byWeek.keys()), last - MOST_WEEKS + 1);
  return {
    first: addDays(dayFromEpoch(anchor), 7 * from),
    volumes: Array.from({ length: last - from + 1 }, (_, i) => byWeek.get(from + i) ?? null),
  };
};
