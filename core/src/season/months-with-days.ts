import type { Day } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { groupsOf } from '../stats/groups.ts';
import { meanOf } from '../stats/robust.ts';
import type { MonthUnits } from './listing-course.ts';

/** Days of a month that must be known for the month to be known from them. */
const ENOUGH_DAYS = 20;

/**
 * The months of a listing, with those that only its daily readings tell of: a month with units of at least twenty days is
 * their mean, made a month long. In the order of the months; what is known by month already stays.
 * @example monthsWithDays([{ month: '2026-01-01', units: 30 }], []) // => [{"month":"2026-01-01","units":30}]
 */
export const monthsWithDays = (
  months: readonly MonthUnits[],
  daily: readonly { day: Day; units: number }[],
): MonthUnits[] => {
  const known = new Set(months.map((m) => m.month));
  const more = [...groupsOf(daily, (d) => `${d.day.slice(0, 7)}-01`)].flatMap(([month, days]): MonthUnits[] =>
    known.has(month) || days.length < ENOUGH_DAYS
      ? []
      : [{ month, units: unitsPerMonth(meanOf(days.map((d) => d.units))!) }],
  );
  return [...months, ...more].sort((a, b) => (a.month < b.month ? -1 : 1));
};
