import fc from 'fast-check';
import { costing, emptyCosting, withAmount } from '../src/costing/costing.ts';
import { byRule } from '../src/costing/rule-of-thumb.ts';
import type { CostRule } from '../src/documents/cost-rules.ts';
import { marketplaceFees } from '../src/fees/fees.ts';
import { schedule } from './fixtures/schedule.ts';

const rule: CostRule = {
  category: '*',
  unitCost: { kind: 'share', rate: 0.25 },
  freightKg: 250,
  freightCubicMetre: 60_000,
  duty: 0.05,
  advertising: 0.12,
  months: 3,
  unitsShare: 0.5,
  once: 150_000,
};
const subject = { price: 4000, net: 2600, weight: 1000, volume: 6e6, units: 100 };

test('by hand: a quarter of the price, the larger of weight and volume, duty, advertising', () => {
  // 10.00 + 3.60 by volume (2.50 by weight) + 0.50 duty = 14.10; 26.00 − 14.10 − 4.80 = 7.10.
  const found = byRule(rule, subject);
  expect(found.profit).toBe(710);
  expect(found.margin).toBeCloseTo(0.1775, 12);
  // 150 pieces and 1,500 once; 7.10 × 50 a month.
  expect(found.outlay).toBe(150 * 1410 + 150_000);
  expect(found.payback).toBeCloseTo(361_500 / (710 * 50), 12);
});

test('by weight: goods of 6.00 a kilogram', () => {
  const found = byRule(
    { ...rule, unitCost: { kind: 'weight', perKg: 600 }, freightCubicMetre: 0 },
    { ...subject, volume: Number.NaN },
  );
  // 6.00 + 2.50 + 0.30.
  expect(found.profit).toBe(2600 - 880 - 480);
});

test.each([
  ['the net', { net: Number.NaN }, ['profit', 'margin', 'payback']],
  ['the weight', { weight: Number.NaN }, ['profit', 'margin', 'outlay', 'payback']],
  ['the volume', { volume: Number.NaN }, ['profit', 'margin', 'outlay', 'payback']],
  ['the units', { units: Number.NaN }, ['outlay', 'payback']],
  ['a sale', { units: 0 }, ['outlay', 'payback']],
])('without %s what hangs on it is not known, and the rest is', (_, part, missing) => {
  const found = byRule(rule, { ...subject, ...part });
  expect(Object.entries(found).flatMap(([key, value]) => (Number.isNaN(value) ? [key] : []))).toEqual(missing);
});

test('what loses is never back', () => expect(byRule(rule, { ...subject, net: 1500 })).toMatchObject({ profit: -390, payback: Number.NaN })); // prettier-ignore

test('is the profit of a costing with the same lines, to the minor unit', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 300, max: 30_000 }),
      fc.integer({ min: 20, max: 9000 }),
      fc.tuple(fc.integer({ min: 20, max: 400 }), fc.integer({ min: 20, max: 400 }), fc.integer({ min: 10, max: 300 })),
      fc.double({ min: 0, max: 0.6, noNaN: true }),
      fc.double({ min: 0, max: 0.3, noNaN: true }),
      (price, weight, sides, rate, duty) => {
        const at = { price, category: 'Wool', weight, sides: sides as [number, number, number] };
        const fees = marketplaceFees(schedule, at, { fulfilment: 'marketplace', monthsStored: 1.5, day: '2026-04-01' });
        if (!fees.known) return;
        const of = { ...rule, unitCost: { kind: 'share' as const, rate }, duty };
        const volume = sides[0] * sides[1] * sides[2];
        const found = byRule(of, { price, net: fees.fees.net, weight, volume, units: 10 });
        const unit = Math.floor(price * rate + 0.5 + 1e-9);
        const freight = Math.floor(Math.max((weight / 1000) * 250, (volume / 1e9) * 60_000) + 0.5 + 1e-9);
        let document = withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: unit });
        document = withAmount(document, 'freight', { kind: 'sum', sum: freight });
        document = withAmount(document, 'duty', { kind: 'share', of: 'unit-cost', rate: duty });
        document = withAmount(document, 'advertising', { kind: 'share', of: 'price', rate: 0.12 });
        const result = costing(schedule, at, document, '2026-04-01');
        expect(result.known && result.costing.profit).toBe(found.profit);
      },
    ),
    { numRuns: 300, seed: 3 },
  ));
