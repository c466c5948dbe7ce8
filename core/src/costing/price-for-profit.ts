import type { CostingDocument } from '../documents/costing.ts';
import { type FeeSchedule } from '../documents/fee-schedule.ts';
import { ruleFor, type FeeSubject } from '../fees/schedule.ts';
import type { Minor } from '../money/money.ts';
import { costing } from './costing.ts';

/** No price above this is looked at: ten million minor units. */
const HIGHEST: Minor = 10_000_000;

/**
 * The lowest price from which the profit a piece is at least the target and stays so at every higher price; with a
 * target of 0 the break-even price. Null when costs are not known or no price works.
 *
 * Commission jumps where a price band ends, so the profit is solved band by band from the top: within a band it rises
 * with the price but for rounding by a minor unit, which is looked through at the end.
 */
export const priceForProfit = (
  schedule: FeeSchedule,
  subject: Omit<FeeSubject, 'price'>,
  document: CostingDocument,
  day: string,
  target: Minor = 0,
): Minor | null => {
  const profitAt = (price: Minor): number => {
    const result = costing(schedule, { ...subject, price }, document, day);
    return result.known ? result.costing.profit : Number.NaN;
  };
  if (Number.isNaN(profitAt(HIGHEST))) return null;
  const ends = (ruleFor(schedule.commission, subject.category)?.bands ?? [])
    .map((band) => band.upTo)
    .filter((upTo): upTo is number => upTo !== null && upTo < HIGHEST)
    .sort((a, b) => b - a);
  const starts = [...ends.map((end) => end + 1), 1];
  let answer: Minor | null = null;
  let top = HIGHEST;
  for (const start of starts) {
    const lowest = lowestInBand(profitAt, start, top, target);
    if (lowest === null) return answer;
    answer = lowest;
    if (lowest > start) return answer;
    top = start - 1;
  }
  return answer;
};

/** The lowest price of a band from which all prices up to its top reach the target; null when not even the top does. */
const lowestInBand = (profitAt: (price: Minor) => number, start: Minor, top: Minor, target: Minor): Minor | null => {
  if (profitAt(top) < target) return null;
  let low = start;
  let high = top;
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (profitAt(middle) >= target) high = middle;
    else low = middle + 1;
  }
  // Lines are rounded one by one, so the profit can dip by a unit just above the price that was found.
  const reach = Math.min(top, low + 200);
  for (let price = reach; price >= low; price--) if (profitAt(price) < target) return price + 1;
  return low;
};
