import type { CostRule } from '../documents/cost-rules.ts';
import { roundHalfAway } from '../money/money.ts';

/** What a rule of thumb says of a listing; NaN is not known. Money in minor units. */
export interface ByRule {
  profit: number;
  margin: number;
  /** What a first order and the launch would take. */
  outlay: number;
  /** Months of profit until the outlay is back; NaN where nothing is left. */
  payback: number;
}
/** What the rule is reckoned from; NaN is not known. */
export interface RuleSubject {
  price: number;
  net: number;
  /** Grams. */
  weight: number;
  /** Cubic millimetres. */
  volume: number;
  /** Units a month of the listing. */
  units: number;
}

/** Each part in one number, so that a million listings make no objects. */
const landedByRule = (rule: CostRule, price: number, weight: number, volume: number): number => {
  const { unitCost, freightKg, freightCubicMetre } = rule;
  const unit = unitCost.kind === 'share' ? price * unitCost.rate : (weight / 1000) * unitCost.perKg;
  const byWeight = freightKg > 0 ? (weight / 1000) * freightKg : 0;
  const byVolume = freightCubicMetre > 0 ? (volume / 1e9) * freightCubicMetre : 0;
  // Where one of the two is not known the larger is not either.
  const freight = byWeight > byVolume ? byWeight : byWeight <= byVolume ? byVolume : Number.NaN;
  const unitCents = roundHalfAway(unit);
  return unitCents + roundHalfAway(freight) + roundHalfAway(unitCents * rule.duty);
};

/**
 * What is left, what it takes and when it is back by a rule of thumb: the same lines as a costing, each rounded once. A rule
 * of thumb stands in for quotes that nobody has asked for yet, and is replaced by a costing where there is one.
 * @example byRule({ category: '*', unitCost: { kind: 'share', rate: 0.25 }, freightKg: 100, freightCubicMetre: 0, duty: 0, advertising: 0.1, months: 2, unitsShare: 0.5, once: 0 }, { price: 4000, net: 2600, weight: 1000, volume: NaN, units: 100 }) // => {"profit":1100,"margin":0.275,"outlay":110000,"payback":2}
 */
export const byRule = (rule: CostRule, { price, net, weight, volume, units }: RuleSubject): ByRule => {
  const landed = landedByRule(rule, price, weight, volume);
  const profit = net - landed - roundHalfAway(price * rule.advertising);
  const sold = units * rule.unitsShare;
  const outlay = sold > 0 ? Math.ceil(sold * rule.months - 1e-9) * landed + rule.once : Number.NaN;
  const monthly = profit * sold;
  return { profit, margin: profit / price, outlay, payback: monthly > 0 ? outlay / monthly : Number.NaN };
};

/** Sieves out NaN for documents and answers. @example known(NaN) // => null */
export const known = (x: number): number | null => (Number.isNaN(x) ? null : x);
