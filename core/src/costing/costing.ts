import { marketplaceFees, type Fees, type FeeOptions } from '../fees/fees.ts';
import type { FeeSubject } from '../fees/schedule.ts';
import type { FeeSchedule } from '../documents/fee-schedule.ts';
import { roundHalfAway, shareOf, type Minor } from '../money/money.ts';

/** What the seller states about one product. Money a piece in minor units, rates as fractions; null is "not known yet". */
export interface CostingInputs {
  unitCost: Minor | null;
  /** From the factory to the marketplace's warehouse, a piece. */
  freight: Minor | null;
  /** Duty on the customs value, which is taken to be the unit cost. */
  dutyRate: number;
  /** Preparation, labels and inspection, a piece. */
  preparation: Minor;
  /** Advertising as a share of the price. */
  advertisingRate: number;
  /** Share of sold pieces that come back, and what each costs besides. */
  returnRate: number;
  lossPerReturn: Minor;
  monthsStored: number;
  fulfilment: FeeOptions['fulfilment'];
  /** First order in pieces, and what the launch costs besides the goods. */
  firstOrder: number | null;
  samples: Minor;
  pictures: Minor;
  launchAdvertising: Minor;
  reserve: Minor;
}

/** The inputs of a costing nobody has typed anything into. @example emptyCosting().unitCost // => null */
export const emptyCosting = (): CostingInputs => ({
  unitCost: null,
  freight: null,
  dutyRate: 0,
  preparation: 0,
  advertisingRate: 0.1,
  returnRate: 0,
  lossPerReturn: 0,
  monthsStored: 1.5,
  fulfilment: 'marketplace',
  firstOrder: null,
  samples: 0,
  pictures: 0,
  launchAdvertising: 0,
  reserve: 0,
});

export interface Costing {
  fees: Fees;
  net: Minor;
  duty: Minor;
  /** Unit cost, freight, duty and preparation. */
  landed: Minor;
  advertising: Minor;
  returns: Minor;
  profit: Minor;
  /** Profit ÷ price. */
  margin: number;
  /** Profit ÷ landed cost; null when the landed cost is 0. */
  returnOnCost: number | null;
  /** Money a launch takes before it earns; null while the first order is not known. */
  outlay: Minor | null;
}
export type CostingOrReason = { known: true; costing: Costing } | { known: false; reason: string; net: Minor | null };

/**
 * What is left of a price: net = price − marketplace fees; profit = net − landed cost − advertising − returns.
 * Unknown, with the net where that is known, until unit cost and freight are.
 * Check (common practice, no source): to earn 10 on a cost of 5 with freight 1, net must be 16.
 */
export const costing = (
  schedule: FeeSchedule,
  subject: FeeSubject,
  inputs: CostingInputs,
  day: string,
): CostingOrReason => {
  const result = marketplaceFees(schedule, subject, {
    fulfilment: inputs.fulfilment,
    monthsStored: inputs.monthsStored,
    day,
  });
  if (!result.known) return { known: false, reason: result.reason, net: null };
  const { fees } = result;
  if (inputs.unitCost === null)
    return { known: false, reason: 'Type in what one piece costs at the factory.', net: fees.net };
  if (inputs.freight === null) return { known: false, reason: 'Type in the freight for one piece.', net: fees.net };
  const duty = shareOf(inputs.unitCost, inputs.dutyRate);
  const landed = inputs.unitCost + inputs.freight + duty + inputs.preparation;
  const advertising = shareOf(subject.price, inputs.advertisingRate);
  const returns = roundHalfAway(inputs.returnRate * inputs.lossPerReturn);
  const profit = profitFrom(fees.net, landed, advertising, returns);
  return {
    known: true,
    costing: {
      fees,
      net: fees.net,
      duty,
      landed,
      advertising,
      returns,
      profit,
      margin: profit / subject.price,
      returnOnCost: landed > 0 ? profit / landed : null,
      outlay:
        inputs.firstOrder === null
          ? null
          : inputs.firstOrder * landed + inputs.samples + inputs.pictures + inputs.launchAdvertising + inputs.reserve,
    },
  };
};

/** Net less all that is not the marketplace's. @example profitFrom(1600, 600, 0, 0) // => 1000 */
export const profitFrom = (net: Minor, landed: Minor, advertising: Minor, returns: Minor): Minor =>
  net - landed - advertising - returns;

/** A first order split over variations as evenly as whole pieces allow. @example splitOrder(1000, 3) // => [334, 333, 333] */
export const splitOrder = (pieces: number, variations: number): number[] =>
  Array.from({ length: variations }, (_, i) => Math.floor(pieces / variations) + (i < pieces % variations ? 1 : 0));
