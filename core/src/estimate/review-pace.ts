import { unknown, type Figure } from '../documents/figure.ts';
import type { Day } from '../measures/day.ts';
import { daysBetween } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { poissonInterval, Z80 } from '../stats/intervals.ts';
import { tidyReadings, type Reading } from './reading.ts';

/** Reviews left for each piece sold in a category, with the spread of its natural log between listings. */
export interface ReviewRate {
  perUnit: number;
  spread: number;
}

/**
 * Monthly units from the pace of reviews: new reviews in the window ÷ the category's review rate.
 * Interval of 80 %: the rate's spread and the Poisson count of new reviews, added in logs. Unknown when fewer than 14
 * days lie between the first and the last count, or when no review came.
 */
export const unitsByReviews = (readings: readonly Reading[], rate: ReviewRate, until: Day, windowDays = 90): Figure => {
  const counted = tidyReadings(readings, until).filter(
    (r) => r.reviews !== null && daysBetween(r.day, until) <= windowDays,
  );
  const first = counted[0];
  const last = counted.at(-1);
  if (!first || !last || daysBetween(first.day, last.day) < 14)
    return unknown('Review counts at least two weeks apart are needed.');
  const days = daysBetween(first.day, last.day);
  const fresh = last.reviews! - first.reviews!;
  if (fresh <= 0) return unknown(`No new review in ${days} days, so their pace says nothing.`);
  const value = unitsPerMonth(fresh / rate.perUnit / days);
  const counting = poissonInterval(fresh);
  const up = Math.hypot(Z80 * rate.spread, Math.log(counting.high / fresh));
  const down = Math.hypot(Z80 * rate.spread, Math.log(fresh / counting.low));
  return {
    known: true,
    value,
    low: value * Math.exp(-down),
    high: value * Math.exp(up),
    working: {
      method: "New reviews divided by the category's review rate.",
      inputs: [
        { label: 'New reviews', value: `${fresh} from ${first.day} to ${last.day}` },
        { label: 'Review rate', value: `${(100 * rate.perUnit).toFixed(1)} for each 100 pieces sold` },
      ],
      warnings: ['Review rates differ much between listings: this is the weakest of the three ways.'],
    },
  };
};
