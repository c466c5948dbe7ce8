import type { CostAmount, CostingDocument } from '../documents/costing.ts';
import type { Landing } from '../documents/landing.ts';
import { currencyExponent, roundHalfAway, type Minor } from '../money/money.ts';

/** A currency to reckon in, and what a unit of the other is worth in it. */
export interface Conversion {
  from: string;
  to: string;
  rate: number;
}

/** A sum in another currency, rounded once. @example converted(1000, { from: 'USD', to: 'JPY', rate: 150 }) // => 1500 */
export const converted = (sum: Minor, { from, to, rate }: Conversion): Minor =>
  roundHalfAway((sum / 10 ** currencyExponent(from)) * rate * 10 ** currencyExponent(to));

/** A costing with all its sums in another currency: what the same goods leave where that is paid. Its price is converted, too. */
export const inCurrency = (document: CostingDocument, conversion: Conversion): CostingDocument => {
  const turn = (sum: Minor): Minor => converted(sum, conversion);
  const known = (sum: Minor | null): Minor | null => (sum === null ? null : turn(sum));
  const amount = (a: CostAmount): CostAmount => {
    switch (a.kind) {
      case 'sum':
        return { ...a, sum: known(a.sum) };
      case 'share':
        return a;
      case 'returns':
        return { ...a, loss: turn(a.loss) };
      case 'clicks':
        return { ...a, click: known(a.click) };
    }
  };
  const { plan, landing } = document;
  return {
    ...document,
    price: document.price === null ? null : Math.max(1, turn(document.price)),
    lines: document.lines.map((l) => ({ ...l, amount: amount(l.amount) })),
    ...(plan && { plan: { ...plan, purse: known(plan.purse) } }),
    ...(landing && { landing: landingIn(landing, conversion) }),
  };
};

const landingIn = (landing: Landing, conversion: Conversion): Landing => {
  const turn = (sum: Minor): Minor => converted(sum, conversion);
  const charge = <C extends { price: Minor | null }>(c: C): C => ({
    ...c,
    price: c.price === null ? null : turn(c.price),
  });
  const { chosen } = landing;
  return {
    ...landing,
    ways: landing.ways.map((w) => ({ ...w, charge: charge(w.charge), minimum: turn(w.minimum) })),
    legs: Object.fromEntries(Object.entries(landing.legs).map(([leg, c]) => [leg, charge(c)])) as Landing['legs'],
    inspection: turn(landing.inspection),
    branding: turn(landing.branding),
    chosen: chosen && {
      ...chosen,
      offer: {
        ...chosen.offer,
        once: turn(chosen.offer.once),
        // Through the currency that it was in: the rate of the quote, and that of the other marketplace.
        rate: {
          day: chosen.offer.rate?.day ?? chosen.offer.day,
          rate: (chosen.offer.rate?.rate ?? 1) * conversion.rate,
        },
      },
    },
  };
};
