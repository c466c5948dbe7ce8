import type { WatchPlan } from '@kettle/core/documents/watch-rules';
import { addDays, type Day } from '@kettle/core/measures/day';
import { wallTime } from './clock.ts';
import type { Market } from './marketplaces.ts';

/** Days without a reading after which a listing is stale where nobody reads daily. */
const WITHOUT_PLAN = 7;

/**
 * The last day of which a reading was due: on a simulated marketplace today; elsewhere today once its hour has come, before
 * that yesterday; where nothing is read daily a week ago.
 */
export const lastDue = (market: Pick<Market, 'today' | 'simulated'>, plan: WatchPlan, now = new Date()): Day => {
  if (market.simulated) return market.today;
  if (!plan.daily) return addDays(market.today, -WITHOUT_PLAN);
  return wallTime(now).hour >= plan.hour ? market.today : addDays(market.today, -1);
};

/** Whether a listing was not read when it was last due; one that was watched only since has time. */
export const isStale = (due: Day, of: { since: Day; last: Day | null }): boolean =>
  of.last === null ? of.since < due : of.last < due;
