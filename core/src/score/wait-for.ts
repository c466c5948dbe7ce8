import type { WaitFor } from '../documents/watch-rules.ts';
import { addDays, type Day } from '../measures/day.ts';
import { meanOf } from '../stats/robust.ts';

/** A week that ends with a day; its mean is null where too few of its days were read. */
export interface WaitWeek {
  from: Day;
  to: Day;
  mean: number | null;
  holds: boolean;
}
export interface Waiting {
  /** Weeks in a row, up to today, in which it held. */
  held: number;
  met: boolean;
  /** As many weeks as are waited for, the oldest first. */
  weeks: WaitWeek[];
}
/** Days of a week that must be read for its mean to say something. */
const FEWEST_DAYS = 4;
const WEEK = 7;
/** Weeks that are looked back at most, to tell for how long it has held. */
const MOST_WEEKS = 60;

/**
 * Whether a figure has held above or below a bound, week by week back from today. A week of which fewer than four days were
 * read holds for nothing: what nobody saw is not taken to have held. What stands on the bound holds.
 * @example waitingFor({ measure: 'units', is: 'above', value: 300, weeks: 2 }, [], '2026-11-24').met // => false
 */
export const waitingFor = (
  { is, value, weeks }: WaitFor,
  days: readonly { day: Day; value: number | null }[],
  today: Day,
): Waiting => {
  const weekOf = (back: number): WaitWeek => {
    const to = addDays(today, -WEEK * back);
    const from = addDays(to, 1 - WEEK);
    const known = days.flatMap((d) => (d.day >= from && d.day <= to && d.value !== null ? [d.value] : []));
    const mean = known.length < FEWEST_DAYS ? null : meanOf(known);
    return { from, to, mean, holds: mean !== null && (is === 'above' ? mean >= value : mean <= value) };
  };
  let held = 0;
  while (held < MOST_WEEKS && weekOf(held).holds) held++;
  return { held, met: held >= weeks, weeks: Array.from({ length: weeks }, (_, i) => weekOf(weeks - 1 - i)) };
};
