import { type FeeSchedule, type SizeClass } from '../documents/fee-schedule.ts';
import { addMonths, type Day } from '../measures/day.ts';
import { roundHalfAway, shareOf, type Minor } from '../money/money.ts';
import { ruleFor, type FeeSubject } from './schedule.ts';
import { billedWeight, sizeClassOf, startedSteps } from './size.ts';
import { possibleFees, type FeeSpan } from './possible.ts';

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
}
/** A line whose amount is not known: within what it lies. */
export interface OpenFeeLine extends FeeSpan {
  key: 'fulfilment' | 'storage';
  label: string;
  note: string;
}
export interface FeeOptions {
  fulfilment: 'marketplace' | 'seller';
  /** Months a piece lies in the marketplace's warehouse. */
  monthsStored: number;
  /** The day on which it comes there: each month is reckoned at its own price. */
  day: Day;
}
/** What is known of fees that are not known as a whole: its lines, what the others lie within, and so the net. */
export interface PartOfFees {
  known: false;
  reason: string;
  lines: FeeLine[];
  open: OpenFeeLine[];
  /** Null where no fee is known at all, or where no class of the schedule takes the piece. */
  net: { low: Minor | null; high: Minor } | null;
}
export type FeesOrReason = { known: true; fees: Fees } | PartOfFees;

/**
 * The share of a price that percentages are taken on, not rounded: what is taken of it is, once.
 * @example percentageBase({ rate: 0.25, included: true, percentagesOn: 'price-without-vat' }, 12500) // => 10000
 */
export const percentageBase = (vat: FeeSchedule['vat'], price: Minor): number =>
  vat.included && vat.percentagesOn === 'price-without-vat' ? price / (1 + vat.rate) : price;

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
 * All that the marketplace keeps of a price, line by line, and the net that is left. Where the marketplace fulfils and weight
 * or sides are not known, or the price is not above 0: the lines that are known, and within what the others lie.
 */
export const marketplaceFees = (schedule: FeeSchedule, subject: FeeSubject, options: FeeOptions): FeesOrReason => {
  if (!(subject.price > 0)) return onlyLines([], 'No price above 0 is known.');
  const lines = linesOfPrice(schedule, subject);
  if (options.fulfilment === 'seller')
    return feesOf(subject.price, lines, sizeClassOf(schedule, subject.weight, subject.sides), null);
  const { weight, sides } = subject;
  if (weight === null || sides === null) return partOfFees(schedule, subject, options, lines);
  const size = sizeClassOf(schedule, weight, sides);
  if (!size) return onlyLines(lines, 'No size class of the schedule takes this weight and size.');
  const shippingWeight = billedWeight(schedule, size, weight, sides);
  const fee = fulfilmentFee(size, shippingWeight);
  if (fee === null) return onlyLines(lines, `The class "${size.name}" has no fee for this weight.`);
  const fulfilment: FeeLine = {
    key: 'fulfilment',
    label: 'Fulfilment',
    amount: fee,
    note: `${size.name}, billed ${Math.round(shippingWeight)} g`,
  };
  return feesOf(subject.price, [...lines, fulfilment, storageLine(schedule, sides, options)], size, shippingWeight);
};

/** Where no fee is known for the piece as it is. */
const onlyLines = (lines: FeeLine[], reason: string): PartOfFees => ({
  known: false,
  reason,
  lines,
  open: [],
  net: null,
});

const feesOf = (
  price: Minor,
  lines: FeeLine[],
  sizeClass: SizeClass | null,
  shippingWeight: number | null,
): FeesOrReason => {
  const total = lines.reduce((sum, line) => sum + line.amount, 0);
  return { known: true, fees: { lines, total, net: price - total, sizeClass, shippingWeight } };
};

/** What depends on price and category alone. */
const linesOfPrice = (schedule: FeeSchedule, { price, category }: FeeSubject): FeeLine[] => {
  const lines: FeeLine[] = [];
  if (schedule.vat.included) {
    const amount = roundHalfAway((price * schedule.vat.rate) / (1 + schedule.vat.rate));
    lines.push({ key: 'vat', label: 'VAT in the price', amount, note: `${percent(schedule.vat.rate)} contained` });
  }
  const taken = commission(schedule, category, price);
  lines.push({
    key: 'commission',
    label: 'Commission',
    amount: taken.amount,
    note: `${percent(taken.rate)} of the ${schedule.vat.percentagesOn === 'price' ? 'price' : 'price without VAT'}`,
  });
  const fixed = ruleFor(schedule.fixedFees, category);
  if (fixed && fixed.amount > 0)
    lines.push({ key: 'fixed', label: 'Fixed fee', amount: fixed.amount, note: `for ${fixed.category}` });
  return lines;
};

/** Fees of a piece whose weight or sides are not known: fulfilment by all classes that it may be of. */
const partOfFees = (
  schedule: FeeSchedule,
  { price, weight, sides }: FeeSubject,
  options: FeeOptions,
  lines: FeeLine[],
): PartOfFees => {
  const missing = weight === null ? (sides === null ? 'weight and sides are' : 'weight is') : 'sides are';
  const possible = possibleFees(schedule, weight, sides);
  if (!possible) return onlyLines(lines, 'No size class of the schedule takes this weight and size.');
  const [first, last] = [possible.classes[0]!.name, possible.classes.at(-1)!.name];
  const open: OpenFeeLine[] = [
    {
      key: 'fulfilment',
      label: 'Fulfilment',
      low: possible.fee.low,
      high: possible.fee.high,
      note: first === last ? first : `${first} to ${last}`,
    },
  ];
  if (sides) lines.push(storageLine(schedule, sides, options));
  else {
    const volume = possible.mostVolume;
    open.push({
      key: 'storage',
      label: 'Storage',
      low: 0,
      high: volume === null ? null : roundHalfAway((volume / 1e9) * storagePrice(schedule, options)),
      note: `${options.monthsStored} months`,
    });
  }
  const known = price - lines.reduce((sum, line) => sum + line.amount, 0);
  const highs = open.map((o) => o.high);
  return {
    known: false,
    reason: `The ${missing} not known, so the fulfilment fee is not.`,
    lines,
    open,
    net: {
      high: known - open.reduce((sum, o) => sum + o.low, 0),
      low: highs.some((h) => h === null) ? null : known - highs.reduce<number>((sum, h) => sum + h!, 0),
    },
  };
};

/**
 * What a cubic metre costs from the day it comes for some months, each at the price of its season.
 * @example storagePrice({ storage: { perCubicMetreMonth: 100, seasons: [{ months: [12], perCubicMetreMonth: 300 }] } }, { monthsStored: 2, day: '2026-11-15' }) // => 400
 */
export const storagePrice = (
  { storage }: Pick<FeeSchedule, 'storage'>,
  { monthsStored, day }: Pick<FeeOptions, 'monthsStored' | 'day'>,
): number => {
  let known = storagePrices.get(storage);
  if (!known) storagePrices.set(storage, (known = new Map()));
  const key = `${day} ${monthsStored}`;
  let price = known.get(key);
  // Months are typed and tried: what was asked for long ago must not grow without end.
  if (price === undefined) {
    if (known.size > 1000) known.clear();
    known.set(key, (price = priceOfMonths(storage, monthsStored, day)));
  }
  return price;
};
/** Prices found before: a catalogue asks the same question a million times. */
const storagePrices = new WeakMap<object, Map<string, number>>();

const priceOfMonths = (storage: FeeSchedule['storage'], monthsStored: number, day: Day): number => {
  let sum = 0;
  for (let past = 0; past < monthsStored; past++) {
    const month = Number(addMonths(day, past).slice(5, 7));
    const season = storage.seasons.find((s) => s.months.includes(month));
    sum += Math.min(1, monthsStored - past) * (season?.perCubicMetreMonth ?? storage.perCubicMetreMonth);
  }
  return sum;
};

const storageLine = (schedule: FeeSchedule, sides: readonly [number, number, number], options: FeeOptions): FeeLine => {
  const cubicMetres = (sides[0] * sides[1] * sides[2]) / 1e9;
  return {
    key: 'storage',
    label: 'Storage',
    amount: roundHalfAway(cubicMetres * storagePrice(schedule, options)),
    note: `${options.monthsStored} months of ${(cubicMetres * 1000).toFixed(1)} litres`,
  };
};

/** A rate as text. @example percent(0.125) // => "12.5 %" */
export const percent = (rate: number): string => `${Number((rate * 100).toFixed(2))} %`;
