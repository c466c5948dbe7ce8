import { emptyCosting } from '../src/costing/costing.ts';
import { EMPTY_LANDING } from '../src/costing/landing.ts';
import { costOfOrdering, economicOrder, netPresentValue } from '../src/costing/order-size.ts';
import type { CostingDocument } from '../src/documents/costing.ts';

test('present value: nothing is lost at no interest, a year at 10 % is a share of 11', () => {
  expect(netPresentValue(0, [-100, 40, 70])).toBe(10);
  expect(netPresentValue(0.1, [0, 110])).toBeCloseTo(100, 9);
});

test('the order that costs least costs no less one piece to either side', () => {
  const cost = (q: number): number => (1000 / q) * 10 + (q / 2) * 0.5;
  const best = economicOrder(1000, 10, 0.5)!;
  expect(cost(best)).toBeLessThan(cost(best - 1));
  expect(cost(best)).toBeLessThan(cost(best + 1));
  // Of the two costs each is half, as the formula has it.
  expect((1000 / best) * 10).toBeCloseTo((best / 2) * 0.5, 9);
  expect(economicOrder(1000, 0, 0.5)).toBeNull();
});

test('what an order costs whatever its size: lumps that the term leaves to the buyer, inspection, branding, the mould', () => {
  const S = (price: number | null, per: 'shipment' | 'carton' = 'shipment') => ({ price, per });
  const offer = { supplier: 'Tarn', day: '2026-11-02', currency: 'USD', rate: null, steps: [{ from: 1, price: 1 }], term: 'FOB' as const, leadDays: null, carton: null, once: 500 }; // prettier-ignore
  const landing = {
    ...EMPTY_LANDING,
    ways: [{ name: 'By sea', mode: 'sea' as const, charge: S(9000), minimum: 0, days: null, source: '' }],
    legs: {
      ...EMPTY_LANDING.legs,
      loading: S(7777),
      arrival: S(15_000),
      onward: S(250, 'carton'),
      'import-clearance': S(null),
    },
    inspection: 28_000,
    branding: 1000,
    chosen: { offer, way: 0 },
  };
  const document: CostingDocument = { ...emptyCosting(), landing };
  // Loading is the supplier's under FOB; cartons grow with the order.
  expect(costOfOrdering(document)).toBe(500 + 28_000 + 1000 + 9000 + 15_000);
  expect(costOfOrdering(emptyCosting())).toBeNull();
});
