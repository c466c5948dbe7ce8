import type { FeeSchedule, SizeClass } from '../documents/fee-schedule.ts';
import { roundHalfAway, type Minor } from '../money/money.ts';
import { commission, fulfilmentFee, storagePrice, type FeeOptions } from './fees.ts';
import { ruleFor } from './schedule.ts';
import { dimensionalOf, dimensionalWeight } from './size.ts';

/** What is left of a price where all is known: the net, and the class of the piece. */
export interface QuickNet {
  net: Minor;
  sizeClass: SizeClass;
}

/**
 * The net of a piece that the marketplace fulfils, as `marketplaceFees` has it but without its lines: a catalogue of a million
 * asks for it and shows none of them. What hangs on the schedule and the day alone is reckoned once. Null where the lines
 * would not all be known.
 */
export const netReader = (schedule: FeeSchedule, options: Pick<FeeOptions, 'monthsStored' | 'day'>) => {
  const perCubicMetre = storagePrice(schedule, options);
  const { vat } = schedule;
  const taxShare = vat.included ? vat.rate / (1 + vat.rate) : 0;
  const classes = schedule.sizeClasses.map((size) => ({
    size,
    bySize: size.maxSides,
    girth: size.maxGirth === null ? Number.POSITIVE_INFINITY : size.maxGirth + 1e-9,
    weight: size.maxWeight === null ? Number.POSITIVE_INFINITY : size.maxWeight + 1e-9,
    // Grams of a cubic millimetre.
    gramsPerCubic: size.billedBy === 'weight' ? 0 : dimensionalWeight([1, 1, 1], dimensionalOf(schedule, size)),
  }));
  const fixed = new Map<string, Minor>();
  const fixedOf = (category: string): Minor => {
    let amount = fixed.get(category);
    if (amount === undefined) fixed.set(category, (amount = ruleFor(schedule.fixedFees, category)?.amount ?? 0));
    return amount;
  };
  return (
    price: Minor,
    category: string,
    weight: number | null,
    sides: readonly [number, number, number] | null,
  ): QuickNet | null => {
    if (!(price > 0) || weight === null || sides === null) return null;
    const [a, b, c] = sides;
    const long = a > b ? (a > c ? a : c) : b > c ? b : c;
    const short = a < b ? (a < c ? a : c) : b < c ? b : c;
    const middle = a + b + c - long - short;
    const volume = a * b * c;
    for (const { size, bySize, girth, weight: most, gramsPerCubic } of classes) {
      const volumetric = volume * gramsPerCubic;
      const billed = volumetric > weight ? volumetric : weight;
      if (billed > most) continue;
      if (bySize && (long > bySize[0] + 1e-9 || middle > bySize[1] + 1e-9 || short > bySize[2] + 1e-9)) continue;
      if (long + 2 * (middle + short) > girth) continue;
      const fee = fulfilmentFee(size, billed);
      if (fee === null) return null;
      const tax = taxShare === 0 ? 0 : roundHalfAway((price * vat.rate) / (1 + vat.rate));
      const storage = roundHalfAway((volume / 1e9) * perCubicMetre);
      const net = price - tax - commission(schedule, category, price).amount - fixedOf(category) - fee - storage;
      return { net, sizeClass: size };
    }
    return null;
  };
};
