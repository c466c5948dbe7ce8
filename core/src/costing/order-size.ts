import type { CostingDocument } from '../documents/costing.ts';
import { LEGS } from '../documents/landing.ts';
import { isPaidBySupplier } from './trade-terms.ts';

/**
 * What sums of coming periods are worth today, the first of them now. Source: textbook formula; Microsoft's example of NPV
 * (−10,000 after a year, then 3,000, 4,200 and 6,800 at 10 %: 1,188.44), from memory.
 * @example Math.round(100 * netPresentValue(0.1, [0, -10000, 3000, 4200, 6800])) / 100 // => 1188.44
 */
export const netPresentValue = (rate: number, flows: readonly number[]): number =>
  flows.reduce((sum, flow, period) => sum + flow / (1 + rate) ** period, 0);

/**
 * The order that costs least when it is repeated: √(2 × demand × cost of an order ÷ cost of holding a piece for the time that the
 * demand is of). Source: Harris 1913; worked example of Heizer and Render, Operations Management (1,000 a year, 10 an order, 0.50 to hold: 200), from memory.
 * @example economicOrder(1000, 10, 0.5) // => 200
 */
export const economicOrder = (demand: number, orderCost: number, holdingCost: number): number | null =>
  demand > 0 && orderCost > 0 && holdingCost > 0 ? Math.sqrt((2 * demand * orderCost) / holdingCost) : null;

/** What an order costs however many pieces it holds, by the quote that is chosen, in minor units; null without one. */
export const costOfOrdering = ({ landing }: CostingDocument): number | null => {
  if (!landing?.chosen) return null;
  const { offer, way } = landing.chosen;
  const term = offer.term ?? 'EXW';
  let sum = offer.once + landing.inspection + landing.branding;
  for (const leg of LEGS) {
    if (isPaidBySupplier(term, leg) || leg === 'insurance') continue;
    const charge = leg === 'carriage' ? (way === null ? null : (landing.ways[way]?.charge ?? null)) : landing.legs[leg];
    if (charge?.per === 'shipment') sum += charge.price ?? 0;
  }
  return sum;
};
