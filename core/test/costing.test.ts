import fc from 'fast-check';
import { costing, emptyCosting, profitFrom, splitOrder, type CostingInputs } from '../src/costing/costing.ts';
import { priceForProfit } from '../src/costing/price-for-profit.ts';
import type { FeeSchedule } from '../src/documents/fee-schedule.ts';
import { schedule } from './fixtures/schedule.ts';

const subject = { category: 'Wool', weight: 1724, sides: [300, 220, 90] as [number, number, number] };
const inputs: CostingInputs = {
  ...emptyCosting(),
  unitCost: 940,
  freight: 210,
  dutyRate: 0.03,
  preparation: 30,
  advertisingRate: 0.12,
  returnRate: 0.03,
  lossPerReturn: 800,
  monthsStored: 1.4,
};

test('to earn 10 on a cost of 5 with freight 1, net must be 16 (common practice, no source)', () =>
  expect(profitFrom(1600, 500 + 100, 0, 0)).toBe(1000));

test('1,000 pieces over three sizes are 334, 333 and 333 (common practice, no source)', () =>
  expect(splitOrder(1000, 3)).toEqual([334, 333, 333]));

test('a costing by hand', () => {
  const result = costing(
    schedule,
    { ...subject, price: 4109 },
    { ...inputs, firstOrder: 500, samples: 12_000, reserve: 5_000 },
    '2026-04-01',
  );
  if (!result.known) throw new Error(result.reason);
  const { costing: c } = result;
  // Commission 15 % of 41.09 = 6.16; 5,940,000 mm³ is 2.61 lb by volume, 3.80 lb by weight: 4.88 + 2 × 0.38; storage 0.00594 m³ × 28.00 × 1.4.
  expect(c.fees.lines.map((l) => l.amount)).toEqual([616, 564, 23]);
  expect(c.net).toBe(4109 - 616 - 564 - 23);
  expect(c.duty).toBe(28);
  expect(c.landed).toBe(940 + 210 + 28 + 30);
  expect(c.advertising).toBe(493);
  expect(c.returns).toBe(24);
  expect(c.profit).toBe(c.net - c.landed - 493 - 24);
  expect(c.margin).toBeCloseTo(c.profit / 4109, 12);
  expect(c.outlay).toBe(500 * 1208 + 17_000);
});

test('what is not known yet is asked for, and the net is there already', () => {
  const result = costing(schedule, { ...subject, price: 4109 }, emptyCosting(), '2026-04-01');
  expect(result).toMatchObject({ known: false, net: 2904 });
  expect(!result.known && result.reason).toMatch(/costs at the factory/);
  expect(costing(schedule, { ...subject, weight: null, price: 4109 }, inputs, '2026-04-01')).toMatchObject({
    known: false,
    net: null,
  });
});

describe('the price for a profit', () => {
  const profitAt = (s: FeeSchedule, category: string, i: CostingInputs, price: number): number => {
    const result = costing(s, { ...subject, category, price }, i, '2026-04-01');
    if (!result.known) throw new Error(result.reason);
    return result.costing.profit;
  };
  test('is exact: the target is met there and at all prices above, and missed just below', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 50, max: 3000 }),
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 0, max: 40 }),
        fc.constantFrom('Wool', 'Games', 'Games › Dice'),
        fc.integer({ min: 0, max: 1500 }),
        (unitCost, freight, advertising, category, target) => {
          const i = { ...inputs, unitCost, freight, advertisingRate: advertising / 100 };
          const price = priceForProfit(schedule, { ...subject, category }, i, '2026-04-01', target);
          expect(price).not.toBeNull();
          for (let above = 0; above < 300; above++)
            expect(profitAt(schedule, category, i, price! + above)).toBeGreaterThanOrEqual(target);
          if (price! > 1) expect(profitAt(schedule, category, i, price! - 1)).toBeLessThan(target);
        },
      ),
      { numRuns: 60 },
    ));
  test('looks past a band where it works only for a while', () => {
    // Up to 40.00 the commission is 5 %, above 45 %: a profit reached below the jump is lost right after it.
    const jumpy: FeeSchedule = {
      ...schedule,
      commission: [
        {
          category: '*',
          bands: [
            { upTo: 4000, rate: 0.05 },
            { upTo: null, rate: 0.45 },
          ],
          minimum: 0,
        },
      ],
    };
    const price = priceForProfit(jumpy, subject, inputs, '2026-04-01', 700)!;
    expect(profitAt(jumpy, 'Wool', inputs, 3900)).toBeGreaterThan(700);
    expect(profitAt(jumpy, 'Wool', inputs, 4001)).toBeLessThan(700);
    expect(price).toBeGreaterThan(4001);
    expect(profitAt(jumpy, 'Wool', inputs, price - 1)).toBeLessThan(700);
  });
  test('is null when no price can work or a cost is missing', () => {
    expect(priceForProfit(schedule, subject, { ...inputs, advertisingRate: 0.9 }, '2026-04-01')).toBeNull();
    expect(priceForProfit(schedule, subject, { ...inputs, freight: null }, '2026-04-01')).toBeNull();
  });
});
