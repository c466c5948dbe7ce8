import type { FeeSchedule } from '../documents/fee-schedule.ts';
import type { Minor } from '../money/money.ts';
import { fulfilmentFee } from './fees.ts';
import { billedWeight, girth, sizeClassOf, sortedSides } from './size.ts';
import { GRAMS_PER_POUND, MM_PER_INCH } from '../measures/units.ts';

export const MEASURES = ['weight', 'longest', 'middle', 'shortest'] as const;
/** Where the fulfilment fee changes next when one measure of a piece does and the others stay. */
export interface NearestStep {
  measure: (typeof MEASURES)[number];
  /** Grams or whole millimetres less, below 0, or more, above 0. */
  by: number;
  /** What the fee changes by: a saving is below 0. */
  fee: Minor;
}
type Sides = readonly [number, number, number];
/** Beyond this a change is no trimming of a product but another product. */
const MOST = 0.5;

/**
 * For each measure of a piece the nearest change that makes its fulfilment cheaper, and the nearest that makes it dearer, up
 * to half of the measure; the fee is looked up at each bound of the schedule, so that an answer is exact to the gram and the
 * millimetre. None where the marketplace takes no such piece.
 * @returns savings first, the largest for the least change in front
 */
export const nearestSteps = (schedule: FeeSchedule, weight: number, sides: Sides): NearestStep[] => {
  const sorted = sortedSides(sides);
  const now = feeAt(schedule, weight, sorted);
  if (now === null) return [];
  const found = MEASURES.flatMap((measure, at): NearestStep[] => {
    const size = at === 0 ? weight : sorted[at - 1]!;
    const changed = (to: number): Minor | null =>
      at === 0 ? feeAt(schedule, to, sorted) : feeAt(schedule, weight, withSide(sorted, at - 1, to));
    const bounds = at === 0 ? weightBounds(schedule, weight) : sideBounds(schedule, weight, sorted, at - 1);
    const whole = [...new Set(bounds.map((b) => Math.floor(b + 1e-9)))].sort((a, b) => a - b);
    // At a bound a piece is still below it; a unit more and it is beyond.
    const less = whole.filter((b) => b > 0 && b < size && b >= size * (1 - MOST)).reverse();
    const more = whole.map((b) => b + 1).filter((b) => b > size && b <= size * (1 + MOST));
    const step = (to: number | undefined): NearestStep[] =>
      to === undefined ? [] : [{ measure, by: Math.round((to - size) * 10) / 10, fee: changed(to)! - now }];
    const isCheaper = (to: number): boolean => (changed(to) ?? Infinity) < now;
    const isDearer = (to: number): boolean => (changed(to) ?? -1) > now;
    return [...step(less.find(isCheaper)), ...step(more.find(isDearer))];
  });
  const shareOf = ({ measure, by }: NearestStep): number =>
    Math.abs(by) / (measure === 'weight' ? weight : sorted[MEASURES.indexOf(measure) - 1]!);
  return found.sort(
    (a, b) => Number(a.fee > 0) - Number(b.fee > 0) || Math.abs(b.fee) / shareOf(b) - Math.abs(a.fee) / shareOf(a),
  );
};

const withSide = (sorted: Sides, at: number, to: number): Sides => sorted.map((s, i) => (i === at ? to : s)) as [number, number, number]; // prettier-ignore

const feeAt = (schedule: FeeSchedule, weight: number, sides: Sides): Minor | null => {
  const size = sizeClassOf(schedule, weight, sides);
  return size && fulfilmentFee(size, billedWeight(schedule, size, weight, sides));
};

/** Weights at which the fee can change, up to half as much again. */
const weightBounds = ({ sizeClasses }: FeeSchedule, weight: number): number[] =>
  sizeClasses.flatMap(({ maxWeight, fulfilment, beyond }) => {
    const rows = fulfilment.map((r) => r.upTo);
    const last = rows.at(-1)!;
    const most = (1 + MOST) * weight;
    const steps = beyond && most > last ? stepsBetween(last, beyond.step, (1 - MOST) * weight, most) : [];
    return [...rows, ...steps, ...(maxWeight === null ? [] : [maxWeight])];
  });

/** Ends of steps within bounds. */
const stepsBetween = (from: number, step: number, low: number, high: number): number[] => {
  const first = Math.max(1, Math.floor((low - from) / step));
  const n = Math.min(500, Math.max(0, Math.ceil((high - from) / step) - first + 1));
  return Array.from({ length: n }, (_, i) => from + (first + i) * step);
};

/** Lengths of a side at which the fee can change: bounds of sides and girth, and of the weight by volume. */
const sideBounds = (schedule: FeeSchedule, weight: number, sorted: Sides, at: number): number[] => {
  const others = withSide(sorted, at, 0);
  const perMillimetre = sorted.reduce((product, s, i) => (i === at ? product : product * s), 1);
  const { unit } = schedule.dimensional;
  const divisors = [...new Set(schedule.sizeClasses.map((c) => c.divisor ?? schedule.dimensional.divisor))];
  const bySize = schedule.sizeClasses.flatMap(({ maxSides, maxGirth }) => [
    ...(maxSides ?? []),
    // A side counts once where it is the longest, and twice where it is not.
    ...(maxGirth === null ? [] : [maxGirth - 2 * (others[0] + others[1] + others[2]), (maxGirth - girth(others)) / 2]),
  ]);
  const byVolume = divisors.flatMap((divisor) => {
    const gramsPerCubic = unit === 'in3-per-lb' ? GRAMS_PER_POUND / MM_PER_INCH ** 3 / divisor : 1 / divisor;
    const volumetric = sorted[at]! * perMillimetre * gramsPerCubic;
    return weightBounds(schedule, Math.max(weight, volumetric)).map((w) => w / (perMillimetre * gramsPerCubic));
  });
  return [...bySize, ...byVolume];
};
