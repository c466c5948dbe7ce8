import { daysBetween, type Day } from '../measures/day.ts';
import { tidyReadings, type Reading } from './reading.ts';

/** A seller that held the main offer, in the window. */
export interface Holder {
  seller: string;
  days: number;
  /** Share of the days on which the holder was seen. */
  share: number;
  first: Day;
  last: Day;
}

/**
 * Who held the main offer on how many of the days that were read, the longest first; empty where it was never seen.
 * @example holdersOfOffer([], '2026-11-24', 90) // => []
 */
export const holdersOfOffer = (readings: readonly Reading[], until: Day, windowDays: number): Holder[] => {
  const seen = tidyReadings(readings, until).filter(
    (r) => r.mainOffer !== null && daysBetween(r.day, until) < windowDays,
  );
  const holders = new Map<string, Holder>();
  for (const { day, mainOffer } of seen) {
    const held = holders.get(mainOffer!);
    if (held) {
      held.days++;
      held.last = day;
    } else holders.set(mainOffer!, { seller: mainOffer!, days: 1, share: 0, first: day, last: day });
  }
  return [...holders.values()]
    .map((h) => ({ ...h, share: h.days / seen.length }))
    .sort((a, b) => b.days - a.days || a.seller.localeCompare(b.seller));
};
