import type { CostingDocument } from '../documents/costing.ts';
import { type FeeSchedule } from '../documents/fee-schedule.ts';
import { ruleFor, type FeeSubject } from '../fees/schedule.ts';
import type { Minor } from '../money/money.ts';
import { costing, settled, UNIT_COST, withAmount } from './costing.ts';

/** No price above this is looked at: ten million minor units. */
const HIGHEST: Minor = 10_000_000;
type Subject = Omit<FeeSubject, 'price'>;

/** Profit a piece at a price; NaN while the costing is not known. */
const profitsOf = (schedule: FeeSchedule, subject: Subject, typed: CostingDocument, day: string) => {
  const { document, reason } = settled(typed, subject, schedule.currency);
  return (price: Minor, changed: CostingDocument = document): number => {
    if (reason !== null) return Number.NaN;
    const result = costing(schedule, { ...subject, price }, changed, day);
    return result.known ? result.costing.profit : Number.NaN;
  };
};

/** Prices at which a band of the commission ends, from the highest. */
const bandEnds = (schedule: FeeSchedule, { category }: Subject): Minor[] =>
  (ruleFor(schedule.commission, category)?.bands ?? [])
    .map((band) => band.upTo)
    .filter((upTo): upTo is number => upTo !== null && upTo < HIGHEST)
    .sort((a, b) => b - a);

/**
 * The lowest price from which the profit a piece is at least the target and stays so at every higher price; with a
 * target of 0 the break-even price. Null when costs are not known or no price works.
 *
 * Commission jumps where a price band ends, so the profit is solved band by band from the top: within a band it rises
 * with the price but for rounding by some minor units, which is looked through at the end.
 */
export const priceForProfit = (
  schedule: FeeSchedule,
  subject: Subject,
  document: CostingDocument,
  day: string,
  target: Minor = 0,
): Minor | null => {
  const profitAt = profitsOf(schedule, subject, document, day);
  return lowestThatWorks(schedule, subject, (price) => profitAt(price) - target);
};

/** The lowest price from which on profit ÷ price is at least a margin, at every higher price too; null as above. */
export const priceForMargin = (
  schedule: FeeSchedule,
  subject: Subject,
  document: CostingDocument,
  day: string,
  margin: number,
): Minor | null => {
  const profitAt = profitsOf(schedule, subject, document, day);
  // A margin of a share that binary fractions hold badly is reached by a hair less.
  return lowestThatWorks(schedule, subject, (price) => profitAt(price) - margin * price + 1e-9);
};

/**
 * The dearest unit cost at which a price still leaves the target; duty rises with it. Null when not even goods for nothing
 * leave it, or when something else of the costing is not known.
 */
export const dearestUnitCost = (
  schedule: FeeSchedule,
  subject: FeeSubject,
  typed: CostingDocument,
  day: string,
  target: Minor = 0,
): Minor | null => {
  const { document, order } = settled(typed, subject, schedule.currency);
  const amountOf = (key: string): Minor => {
    const amount = document.lines.find((l) => l.key === key)?.amount;
    return amount?.kind === 'sum' ? (amount.sum ?? 0) : 0;
  };
  const goods = amountOf(UNIT_COST);
  const base =
    order && goods > 0
      ? withAmount(document, 'duty', { kind: 'share', of: 'unit-cost', rate: Math.min(5, amountOf('duty') / goods) })
      : document;
  const left = (unitCost: Minor): number => {
    const result = costing(schedule, subject, withAmount(base, UNIT_COST, { kind: 'sum', sum: unitCost }), day);
    return result.known ? result.costing.profit - target : Number.NaN;
  };
  if (!(left(0) >= 0)) return null;
  let [low, high] = [0, Math.max(1, subject.price)];
  if (left(high) >= 0) return high;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (left(middle) >= 0) low = middle;
    else high = middle;
  }
  return low;
};

/** Profit a piece over a stretch of prices, and where it jumps. */
export interface ProfitCurve {
  /** In the order of the prices; both sides of each jump are among them. */
  points: { price: Minor; profit: Minor }[];
  /** The last price of a band, and what a minor unit more changes the profit by. */
  jumps: { after: Minor; by: Minor }[];
}

/** Profit a piece against the price, with each jump shown; null while costs are not known. */
export const profitCurve = (
  schedule: FeeSchedule,
  subject: Subject,
  document: CostingDocument,
  day: string,
  { from, to, points: n = 120 }: { from: Minor; to: Minor; points?: number },
): ProfitCurve | null => {
  const profitAt = profitsOf(schedule, subject, document, day);
  const low = Math.max(1, Math.round(from));
  const high = Math.max(low + 1, Math.round(to));
  const prices = new Set<Minor>();
  for (let i = 0; i <= n; i++) prices.add(Math.round(low + ((high - low) * i) / n));
  const ends = bandEnds(schedule, subject).filter((end) => end >= low && end < high);
  for (const end of ends) prices.add(end).add(end + 1);
  const points = [...prices].sort((a, b) => a - b).map((price) => ({ price, profit: profitAt(price) }));
  if (points.some((p) => Number.isNaN(p.profit))) return null;
  // A step within what rounding does is no jump.
  const jumps = ends
    .map((after) => ({ after, by: profitAt(after + 1) - profitAt(after) }))
    .filter((j) => Math.abs(j.by) > 2)
    .reverse();
  return { points, jumps };
};

const lowestThatWorks = (schedule: FeeSchedule, subject: Subject, left: (price: Minor) => number): Minor | null => {
  if (Number.isNaN(left(HIGHEST))) return null;
  const starts = [...bandEnds(schedule, subject).map((end) => end + 1), 1];
  let answer: Minor | null = null;
  let top = HIGHEST;
  for (const start of starts) {
    const lowest = lowestInBand(left, start, top);
    if (lowest === null) return answer;
    answer = lowest;
    if (lowest > start) return answer;
    top = start - 1;
  }
  return answer;
};

/** Lines are rounded one by one: the profit wobbles by no more than this many minor units. */
const WOBBLE = 8;
const FARTHEST = 20_000;

/** The lowest price of a band from which all prices up to its top work; null when not even the top does. */
const lowestInBand = (left: (price: Minor) => number, start: Minor, top: Minor): Minor | null => {
  if (left(top) < 0) return null;
  let low = start;
  let high = top;
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (left(middle) >= 0) high = middle;
    else low = middle + 1;
  }
  // Just above the price that was found it can dip again, the farther the more slowly it rises.
  const slope = top > low ? (left(top) - left(low)) / (top - low) : 1;
  const reach = Math.min(top, low + Math.min(FARTHEST, Math.ceil(WOBBLE / Math.max(slope, 1e-4))));
  for (let price = reach; price >= low; price--) if (left(price) < 0) return price + 1;
  return low;
};
