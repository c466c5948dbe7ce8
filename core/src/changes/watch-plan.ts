import type { WatchPlan } from '../documents/watch-rules.ts';
import { MOVED } from './thresholds.ts';

/**
 * How listings are watched until somebody says otherwise: at six in the morning, four weeks and twenty readings before a
 * candidate may be shortlisted. Common practice, no source.
 */
export const STARTER_PLAN: WatchPlan = {
  hour: 6,
  daily: true,
  weeks: 4,
  readings: 20,
  rules: {
    price: MOVED.price,
    level: MOVED.units,
    rating: MOVED.rating,
    reviews: 5,
    reviewTimes: 3,
    places: 3,
    quiet: [],
  },
};

/** Why a candidate may not be shortlisted yet, by the seller's own rule, in words; null where it may. @example waitsStill({ weeks: 4, readings: 20 }, { weeks: 1.5, readings: 10 }) // => "watched for 1.5 of 4 weeks, read on 10 of 20 days" */
export const waitsStill = (
  { weeks, readings }: Pick<WatchPlan, 'weeks' | 'readings'>,
  of: { weeks: number | null; readings: number },
): string | null => {
  const lacking = [
    (of.weeks ?? 0) < weeks && `watched for ${Math.floor(10 * (of.weeks ?? 0)) / 10} of ${weeks} weeks`,
    of.readings < readings && `read on ${of.readings} of ${readings} days`,
  ].filter((words) => words !== false);
  return lacking.length > 0 ? lacking.join(', ') : null;
};
