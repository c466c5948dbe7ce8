import type { Day } from '@kettle/core/measures/day';

/** A moment as the clock on the wall shows it. */
export interface WallTime {
  day: Day;
  /** 0–23. */
  hour: number;
}

/**
 * Day and hour of a moment in a time zone; in the machine's own where none is named. The date library of the language knows
 * every change of summer time.
 */
export const wallTime = (moment: Date, zone?: string): WallTime => {
  const parts = new Intl.DateTimeFormat('en-CA', {
    ...(zone === undefined ? {} : { timeZone: zone }),
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(moment);
  const of = (type: string): string => parts.find((p) => p.type === type)!.value;
  return { day: `${of('year')}-${of('month')}-${of('day')}`, hour: Number(of('hour')) };
};

/** Today where the machine stands. */
export const realToday = (): Day => wallTime(new Date()).day;
