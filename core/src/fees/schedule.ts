import type { Day } from '../measures/day.ts';
import type { Minor } from '../money/money.ts';

/**
 * What a marketplace takes, as data: the open JSON format "cold-kettle/fee-schedule" (docs/formats.md).
 * Weights in grams, sides in millimetres, money in minor units, rates as fractions. Category paths are names joined by
 * " › "; the longest path that begins a listing's own path wins, "*" stands for all others.
 */
export interface FeeSchedule {
  format: 'cold-kettle/fee-schedule';
  version: 1;
  name: string;
  currency: string;
  validFrom: Day;
  /** Listed prices contain VAT at this rate; percentages are taken on the base that is named. */
  vat: { rate: number; included: boolean; percentagesOn: 'price' | 'price-without-vat' };
  /** Divisor of the volume in cubic centimetres that gives dimensional weight in grams × 1000. */
  dimensional: { unit: 'in3-per-lb' | 'cm3-per-kg'; divisor: number };
  sizeClasses: SizeClass[];
  commission: CommissionRule[];
  fixedFees: { category: string; amount: Minor }[];
  storage: { perCubicMetreMonth: Minor; surcharges: { months: number[]; perCubicMetreMonth: Minor }[] };
}

export interface SizeClass {
  key: string;
  name: string;
  maxWeight: number | null;
  /** Longest, middle and shortest side. */
  maxSides: [number, number, number] | null;
  /** Longest + 2 × (middle + shortest). */
  maxGirth: number | null;
  billedBy: 'weight' | 'larger-of-weight-and-dimensional';
  fulfilment: { upTo: number; fee: Minor }[];
  /** Price of each started step beyond the last row; null when nothing heavier is taken in this class. */
  beyond: { step: number; fee: Minor } | null;
}

export interface CommissionRule {
  category: string;
  /** The band whose upper price bound is not passed applies to the whole price; the last has no bound. */
  bands: { upTo: Minor | null; rate: number }[];
  minimum: Minor;
}

/** What the fees depend on. Null where it is not known. */
export interface FeeSubject {
  price: Minor;
  category: string;
  weight: number | null;
  /** In any order. */
  sides: readonly [number, number, number] | null;
}

/** Rules found before, by the list they stand in: a catalogue asks the same question a million times. */
const found = new WeakMap<readonly object[], Map<string, object | null>>();

/**
 * The rule for a category: the longest path that begins the listing's own path, else the one for "*".
 * @example ruleFor([{ category: '*' }, { category: 'Games' }], 'Games › Dice')?.category // => "Games"
 */
export const ruleFor = <R extends { category: string }>(rules: readonly R[], category: string): R | null => {
  let known = found.get(rules);
  if (!known) found.set(rules, (known = new Map()));
  let rule = known.get(category) as R | null | undefined;
  if (rule === undefined) known.set(category, (rule = longestFit(rules, category)));
  return rule;
};

const longestFit = <R extends { category: string }>(rules: readonly R[], category: string): R | null => {
  let best: R | null = null;
  for (const rule of rules) {
    const fits = rule.category === '*' || category === rule.category || category.startsWith(`${rule.category} › `);
    if (
      fits &&
      (best === null || best.category === '*' || (rule.category !== '*' && rule.category.length > best.category.length))
    )
      best = rule;
  }
  return best;
};
