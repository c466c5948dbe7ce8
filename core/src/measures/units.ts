/** Exact conversion factors: NIST Special Publication 811 (2008), appendix B. */
export const GRAMS_PER_POUND = 453.59237;
export const OUNCES_PER_POUND = 16;
export const MM_PER_INCH = 25.4;

/** Mean length of a month of the Gregorian year of 365.25 days, used for every "a month" of the program. */
export const DAYS_PER_MONTH = 365.25 / 12;

export type Measures = 'imperial' | 'metric';

/** Grams in pounds. @example gramsFromPounds(2) // => 907.18474 */
export const gramsFromPounds = (pounds: number): number => pounds * GRAMS_PER_POUND;

/** Pounds in grams. @example poundsFromGrams(453.59237) // => 1 */
export const poundsFromGrams = (grams: number): number => grams / GRAMS_PER_POUND;

/** Grams in ounces. @example gramsFromOunces(16) // => 453.59237 */
export const gramsFromOunces = (ounces: number): number => (ounces * GRAMS_PER_POUND) / OUNCES_PER_POUND;

/** Millimetres in inches. @example mmFromInches(12) // => 304.8 */
export const mmFromInches = (inches: number): number => inches * MM_PER_INCH;

/** Inches in millimetres. @example inchesFromMm(25.4) // => 1 */
export const inchesFromMm = (mm: number): number => mm / MM_PER_INCH;

/** Units a month at a pace of units a day. @example unitsPerMonth(1.8) // => 54.7875 */
export const unitsPerMonth = (unitsPerDay: number): number => unitsPerDay * DAYS_PER_MONTH;

/** The unit in which a marketplace states weights. @example weightUnit('imperial') // => "lb" */
export const weightUnit = (measures: Measures): 'lb' | 'kg' => (measures === 'imperial' ? 'lb' : 'kg');

/** Grams as a number of the marketplace's weight unit. @example weightInUnit(1500, 'metric') // => 1.5 */
export const weightInUnit = (grams: number, measures: Measures): number =>
  measures === 'imperial' ? poundsFromGrams(grams) : grams / 1000;

/** A number of the marketplace's weight unit in grams. @example gramsFromUnit(2, 'imperial') // => 907.18474 */
export const gramsFromUnit = (weight: number, measures: Measures): number =>
  measures === 'imperial' ? gramsFromPounds(weight) : weight * 1000;

/** Millimetres as a number of the marketplace's length unit. @example lengthInUnit(50, 'metric') // => 5 */
export const lengthInUnit = (mm: number, measures: Measures): number =>
  measures === 'imperial' ? inchesFromMm(mm) : mm / 10;

/** The unit in which a marketplace states lengths. @example lengthUnit('metric') // => "cm" */
export const lengthUnit = (measures: Measures): 'in' | 'cm' => (measures === 'imperial' ? 'in' : 'cm');

/** A number of the marketplace's length unit in millimetres. @example mmFromUnit(5, 'metric') // => 50 */
export const mmFromUnit = (length: number, measures: Measures): number =>
  measures === 'imperial' ? mmFromInches(length) : length * 10;
