import { type FeeSchedule, type SizeClass } from '../documents/fee-schedule.ts';
import type { Day } from '../measures/day.ts';
import { roundHalfAway, shareOf, type Minor } from '../money/money.ts';
import { ruleFor, type FeeSubject } from './schedule.ts';
import { billedWeight, sizeClassOf, startedSteps } from './size.ts';

export interface FeeLine {
  key: 'vat' | 'commission' | 'fulfilment' | 'fixed' | 'storage';
  label: string;
  amount: Minor;
  /** How the amount came about, in words. */
  note: string;
}
export interface Fees {
  lines: FeeLine[];
  total: Minor;
  /** Price minus all marketplace fees (and minus VAT where prices contain it). */
  net: Minor;
  sizeClass: SizeClass | null;
  shippingWeight: number | null;
  warnings: string[];
}
export interface FeeOptions {
  fulfilment: 'marketplace' | 'seller';
  /** Months a piece lies in the marketplace's warehouse. */
  monthsStored: number;
  /** The day whose season decides the storage price. */
  day: Day;
}
export type FeesOrReason = { known: true; fees: Fees } | { known: false; reason: string };

/** The share of a price that percentages are taken on. @example percentageBase({ rate: 0.25, included: true, percentagesOn: 'price-without-vat' }, 12500) // => 10000 */
export const percentageBase = (vat: FeeSchedule['vat'], price: Minor): Minor =>
  vat.included && vat.percentagesOn === 'price-without-vat' ? roundHalfAway(price / (1 + vat.rate)) : price;

/**
 * Commission in minor units: the rate of the band that the price falls in, on the schedule's base, at least the
 * minimum. 0 where the schedule has no rule for the category.
 */
export const commission = (schedule: FeeSchedule, category: string, price: Minor): { amount: Minor; rate: number } => {
  const rule = ruleFor(schedule.commission, category);
  if (!rule) return { amount: 0, rate: 0 };
  const band = rule.bands.find((b) => b.upTo === null || price <= b.upTo) ?? rule.bands.at(-1)!;
  const amount = Math.max(shareOf(percentageBase(schedule.vat, price), band.rate), rule.minimum);
  return { amount, rate: band.rate };
};

/**
 * Fulfilment fee in minor units of a shipping weight in grams: the first row that holds it, then a price for each
 * started step beyond the last row. Null when nothing that heavy is taken in the class.
 */
export const fulfilmentFee = (size: SizeClass, weight: number): Minor | null => {
  const row = size.fulfilment.find((r) => weight <= r.upTo + 1e-9);
  if (row) return row.fee;
  const last = size.fulfilment.at(-1);
  if (!last || !size.beyond) return null;
  return last.fee + startedSteps(weight - last.upTo, size.beyond.step) * size.beyond.fee;
};

/**
 * All that the marketplace keeps of a price, line by line, and the net that is left.
 * Unknown when the price is not above 0, or when the marketplace fulfils and weight or class are not known.
 */
export const marketplaceFees = (schedule: FeeSchedule, subject: FeeSubject, options: FeeOptions): FeesOrReason => {
  if (!(subject.price > 0)) return { known: false, reason: 'No price above 0 is known.' };
  const lines: FeeLine[] = [];
  const warnings: string[] = [];
  if (schedule.vat.included) {
    const amount = subject.price - roundHalfAway(subject.price / (1 + schedule.vat.rate));
    lines.push({ key: 'vat', label: 'VAT in the price', amount, note: `${percent(schedule.vat.rate)} contained` });
  }
  const taken = commission(schedule, subject.category, subject.price);
  lines.push({
    key: 'commission',
    label: 'Commission',
    amount: taken.amount,
    note: `${percent(taken.rate)} of the ${schedule.vat.percentagesOn === 'price' ? 'price' : 'price without VAT'}`,
  });
  const fixed = ruleFor(schedule.fixedFees, subject.category);
  if (fixed && fixed.amount > 0)
    lines.push({ key: 'fixed', label: 'Fixed fee', amount: fixed.amount, note: `for ${fixed.category}` });

  const size = sizeClassOf(schedule, subject.weight, subject.sides);
  let shippingWeight: number | null = null;
  if (options.fulfilment === 'marketplace') {
    if (subject.weight === null)
      return { known: false, reason: 'The weight is not known, so the fulfilment fee is not.' };
    if (!size) return { known: false, reason: 'No size class of the schedule takes this weight and size.' };
    shippingWeight = billedWeight(schedule, size, subject.weight, subject.sides);
    const fee = fulfilmentFee(size, shippingWeight);
    if (fee === null) return { known: false, reason: `The class "${size.name}" has no fee for this weight.` };
    lines.push({
      key: 'fulfilment',
      label: 'Fulfilment',
      amount: fee,
      note: `${size.name}, billed ${Math.round(shippingWeight)} g`,
    });
    if (!subject.sides) warnings.push('The sides are not known: the size class was found by weight alone.');
    else lines.push(storageLine(schedule, subject.sides, options));
  }
  const total = lines.reduce((sum, line) => sum + line.amount, 0);
  return { known: true, fees: { lines, total, net: subject.price - total, sizeClass: size, shippingWeight, warnings } };
};

const storageLine = (schedule: FeeSchedule, sides: readonly [number, number, number], options: FeeOptions): FeeLine => {
  const month = Number(options.day.slice(5, 7));
  const season = schedule.storage.surcharges.find((s) => s.months.includes(month));
  const rate = season?.perCubicMetreMonth ?? schedule.storage.perCubicMetreMonth;
  const cubicMetres = (sides[0] * sides[1] * sides[2]) / 1e9;
  return {
    key: 'storage',
    label: 'Storage',
    amount: roundHalfAway(cubicMetres * rate * options.monthsStored),
    note: `${options.monthsStored} months of ${(cubicMetres * 1000).toFixed(1)} litres`,
  };
};

/** A rate as text. @example percent(0.125) // => "12.5 %" */
export const percent = (rate: number): string => `${Number((rate * 100).toFixed(2))} %`;
