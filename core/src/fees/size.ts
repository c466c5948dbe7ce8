import type { FeeSchedule, SizeClass } from '../documents/fee-schedule.ts';
import { GRAMS_PER_POUND, MM_PER_INCH } from '../measures/units.ts';

/** The sides from the longest to the shortest. @example sortedSides([10, 30, 20]) // => [30, 20, 10] */
export const sortedSides = (sides: readonly [number, number, number]): [number, number, number] =>
  [...sides].sort((a, b) => b - a) as [number, number, number];

/** Longest side plus twice the sum of the others, in the unit of the sides. @example girth([30, 20, 10]) // => 90 */
export const girth = (sides: readonly [number, number, number]): number => {
  const [long, middle, short] = sortedSides(sides);
  return long + 2 * (middle + short);
};

/**
 * Dimensional weight in grams of a parcel with sides in millimetres.
 * Source: carriers' common practice (139 in³/lb; 5,000 cm³/kg), IATA for 6,000 cm³/kg.
 * @example dimensionalWeight([400, 300, 250], { unit: 'cm3-per-kg', divisor: 5000 }) // => 6000
 */
export const dimensionalWeight = (
  sides: readonly [number, number, number],
  { unit, divisor }: FeeSchedule['dimensional'],
): number => {
  const mm3 = sides[0] * sides[1] * sides[2];
  return unit === 'in3-per-lb' ? (mm3 / MM_PER_INCH ** 3 / divisor) * GRAMS_PER_POUND : (mm3 / 1000 / divisor) * 1000;
};

/** How volume becomes weight in a class: by its own divisor, else by the schedule's. */
export const dimensionalOf = ({ dimensional }: FeeSchedule, { divisor }: SizeClass): FeeSchedule['dimensional'] =>
  divisor === undefined ? dimensional : { ...dimensional, divisor };

/** Whole started steps in an amount; a hair over a step through binary fractions does not start another. @example startedSteps(12.43, 1) // => 13 */
export const startedSteps = (amount: number, step: number): number => Math.max(0, Math.ceil(amount / step - 1e-9));

/**
 * The first size class of the schedule that the parcel fits, or null with no weight or when none fits.
 * Without sides only the weight decides, which the caller should say.
 */
export const sizeClassOf = (
  schedule: FeeSchedule,
  weight: number | null,
  sides: readonly [number, number, number] | null,
): SizeClass | null => {
  if (weight === null) return null;
  const sorted = sides && sortedSides(sides);
  return (
    schedule.sizeClasses.find((size) => {
      if (size.maxWeight !== null && billedWeight(schedule, size, weight, sides) > size.maxWeight + 1e-9) return false;
      if (sorted && size.maxSides && size.maxSides.some((max, i) => sorted[i]! > max + 1e-9)) return false;
      return !(sorted && size.maxGirth !== null && girth(sorted) > size.maxGirth + 1e-9);
    }) ?? null
  );
};

/** Shipping weight in grams: the weight, or the larger of it and the dimensional weight where the class bills so. */
export const billedWeight = (
  schedule: FeeSchedule,
  size: SizeClass,
  weight: number,
  sides: readonly [number, number, number] | null,
): number =>
  size.billedBy === 'weight' || !sides
    ? weight
    : Math.max(weight, dimensionalWeight(sides, dimensionalOf(schedule, size)));
