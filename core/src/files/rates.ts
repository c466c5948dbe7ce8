import { epochDay, type Day } from '../measures/day.ts';

/** What one unit of a currency is worth in another, on a day that somebody gave it for. */
export interface DatedRate {
  day: Day;
  rate: number;
}

/** How many days away from its own a rate is still used: a quarter of a year (common practice, no source). */
export const RATE_HOLDS = 92;

/**
 * The rate whose day is nearest, the earlier of two equally near; null where none lies within a quarter of a year.
 * @param rates in any order
 * @example rateNear([{ day: '2026-01-01', rate: 0.9 }, { day: '2026-03-01', rate: 0.95 }], '2026-02-20') // => {"day":"2026-03-01","rate":0.95}
 */
export const rateNear = (rates: readonly DatedRate[], day: Day): DatedRate | null => {
  const at = epochDay(day);
  let best: DatedRate | null = null;
  let away = RATE_HOLDS + 0.5;
  for (const rate of rates) {
    const distance = epochDay(rate.day) - at;
    // Half a day further for one of later: of two equally near the earlier is taken.
    const far = distance > 0 ? distance + 0.5 : -distance;
    if (far < away) [best, away] = [rate, far];
  }
  return best;
};
