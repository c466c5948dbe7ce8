import type { FeeSchedule, SizeClass } from '../documents/fee-schedule.ts';
import type { Minor } from '../money/money.ts';
import { dimensionalOf, dimensionalWeight, girth, sortedSides, startedSteps } from './size.ts';

/** What an amount lies within; high is null where nothing bounds it. */
export interface FeeSpan {
  low: Minor;
  high: Minor | null;
}
interface Possible {
  /** Classes that the piece may be of, in the schedule's order. */
  classes: SizeClass[];
  fee: FeeSpan;
  /** Cubic millimetres that the largest of them holds; null where nothing bounds it. */
  mostVolume: number | null;
}
type Sides = readonly [number, number, number];

/** What is a class's to the last gram is the next one's from a hair over it. */
const A_HAIR = 1e-6;

/**
 * What fulfilment may cost where the weight, the sides or both are not known: over all classes that the piece may be of, and
 * all billed weights it may have there. Null when no class can take it.
 */
export const possibleFees = (schedule: FeeSchedule, weight: number | null, sides: Sides | null): Possible | null => {
  const classes: SizeClass[] = [];
  const spans: FeeSpan[] = [];
  // Weights that classes before have taken, where the sides are known.
  let taken = 0;
  for (const size of schedule.sizeClasses) {
    if (sides && !holds(size, sides)) continue;
    const [from, to] = billedSpan(schedule, size, weight, sides);
    const low = Math.max(from, sides && taken > 0 ? taken + A_HAIR : 0);
    if (low > to + 1e-9) continue;
    const span = feeSpan(size, low, to);
    if (span) {
      classes.push(size);
      spans.push(span);
    }
    if (sides) taken = Math.max(taken, to);
    else if (takesAll(size)) break;
  }
  if (classes.length === 0) return null;
  const bounds = classes.map((c) => (c.maxSides ? c.maxSides[0] * c.maxSides[1] * c.maxSides[2] : null));
  return {
    classes,
    fee: { low: Math.min(...spans.map((s) => s.low)), high: greatest(spans.map((s) => s.high)) },
    mostVolume: greatest(bounds),
  };
};

const greatest = (values: readonly (number | null)[]): number | null =>
  values.some((v) => v === null) ? null : Math.max(...values.map((v) => v!));

const holds = (size: SizeClass, sides: Sides): boolean => {
  const sorted = sortedSides(sides);
  if (size.maxSides?.some((max, i) => sorted[i]! > max + 1e-9)) return false;
  return size.maxGirth === null || girth(sorted) <= size.maxGirth + 1e-9;
};

/** A class that leaves nothing to those behind it, whatever the sides. */
const takesAll = ({ maxWeight, maxSides, maxGirth }: SizeClass): boolean =>
  maxWeight === null && maxSides === null && maxGirth === null;

/** The billed weights that a piece may have in a class: none where the first is above the second. */
const billedSpan = (
  schedule: FeeSchedule,
  size: SizeClass,
  weight: number | null,
  sides: Sides | null,
): [from: number, to: number] => {
  const most = size.maxWeight ?? Infinity;
  const byVolume = size.billedBy !== 'weight';
  const volumetric = sides && byVolume ? dimensionalWeight(sides, dimensionalOf(schedule, size)) : 0;
  if (weight === null) return [volumetric, most];
  if (sides || !byVolume) return [weight, weight > most + 1e-9 ? -1 : weight];
  const bulkiest = size.maxSides ? dimensionalWeight(size.maxSides, dimensionalOf(schedule, size)) : Infinity;
  return [weight, Math.min(most, Math.max(weight, bulkiest))];
};

/** Fees of a class between two billed weights; null where it has none for any of them. */
const feeSpan = ({ fulfilment, beyond }: SizeClass, from: number, to: number): FeeSpan | null => {
  const first = fulfilment.findIndex((r) => from <= r.upTo + 1e-9);
  const end = fulfilment.findIndex((r) => to <= r.upTo + 1e-9);
  const rows = first < 0 ? [] : fulfilment.slice(first, end < 0 ? undefined : end + 1).map((r) => r.fee);
  const last = fulfilment.at(-1)!;
  const isBeyond = end < 0 && beyond !== null;
  const stepsAt = (weight: number): Minor => last.fee + startedSteps(weight - last.upTo, beyond!.step) * beyond!.fee;
  if (isBeyond && first < 0) rows.push(stepsAt(from));
  if (rows.length === 0) return null;
  const high = isBeyond ? (to === Infinity ? null : Math.max(...rows, stepsAt(to))) : Math.max(...rows);
  return { low: Math.min(...rows), high: isBeyond && to === Infinity && beyond.fee === 0 ? Math.max(...rows) : high };
};
