// Fees on a schedule of another country than the demo's, worked by hand: VAT of 20 % in the price, percentages without it,
// three classes by sides, girth and weight, the largest billed by volume. The schedule and its products are invented.
import { feeScheduleOfToday } from '../src/documents/fee-schedule.ts';
import { commission, marketplaceFees, storagePrice, type FeesOrReason } from '../src/fees/fees.ts';
import { MEASURES, nearestSteps } from '../src/fees/nearest-steps.ts';
import { randomFrom } from '../src/stats/random.ts';
import { costing, emptyCosting, withAmount } from '../src/costing/costing.ts';
import { ISLAND } from './fixtures/island.ts';

const MARCH = { fulfilment: 'marketplace', monthsStored: 1, day: '2026-03-10' } as const;
type Sides = [number, number, number];
const feesOf = (price: number, weight: number | null, sides: Sides | null, category = 'Garden'): FeesOrReason =>
  marketplaceFees(ISLAND, { price, category, weight, sides }, MARCH);
const amounts = (fees: FeesOrReason): Record<string, number> => {
  if (!fees.known) throw new Error(fees.reason);
  return Object.fromEntries([...fees.fees.lines.map((l) => [l.key, l.amount]), ['net', fees.fees.net]]) as Record<string, number>; // prettier-ignore
};

describe('worked by hand', () => {
  test.each([
    // VAT p ÷ 6; commission 15.3 % of p ÷ 1.2; both rounded once.
    ['12.99, a letter of 80 g', 1299, 80, [330, 230, 25], { vat: 217, commission: 166, fulfilment: 171, storage: 5, net: 740 }], // prettier-ignore
    ['24.99, a box', 2499, 700, [300, 200, 100], { vat: 417, commission: 319, fulfilment: 330, storage: 16, net: 1417 }], // prettier-ignore
    ['a hundred, bulky', 10_000, 9000, [700, 400, 300], { vat: 1667, commission: 1275, fulfilment: 547 + 16 * 31, storage: 218, net: 5797 }], // prettier-ignore
    ['a cheap one: the least commission', 150, 80, [100, 100, 20], { vat: 25, commission: 25, fulfilment: 171, storage: 1, net: -72 }], // prettier-ignore
  ] as const)('%s', (_, price, weight, sides, expected) =>
    expect(amounts(feesOf(price, weight, [...sides]))).toEqual(expected),
  );
  test('a book has its own bands and a fixed fee', () => {
    expect(amounts(feesOf(500, 300, [200, 150, 20], 'Books'))).toMatchObject({ commission: 33, fixed: 50 });
    expect(amounts(feesOf(501, 300, [200, 150, 20], 'Books'))).toMatchObject({ commission: 63, fixed: 50 });
  });
  test.each([
    ['exactly the letter', 210, [330, 230, 25], 193],
    // A box then, billed by its volume: 380, 381 and 395 g.
    ['a gram over', 211, [330, 230, 25], 275],
    ['a millimetre longer', 210, [331, 230, 25], 275],
    ['a millimetre thicker', 210, [330, 230, 26], 275],
    ['exactly the first row', 80, [100, 100, 20], 171],
    ['a gram over it', 81, [100, 100, 20], 193],
    ['exactly the box’s row', 400, [150, 100, 30], 275],
    ['a gram over it, in the box', 401, [150, 100, 30], 300],
    ['exactly 1.4 kg', 1400, [150, 100, 30], 330],
    ['a gram starts a kilogram', 1401, [150, 100, 30], 357],
    ['2.4 kg', 2400, [150, 100, 30], 357],
    ['exactly the girth of a box', 1000, [450, 300, 225], 330 + 27 * 5],
    ['a millimetre over it', 1000, [450, 301, 225], 547 + 31 * 6],
  ] as const)('class edges: %s', (_, weight, sides, fee) =>
    expect(amounts(feesOf(3000, weight, [...sides])).fulfilment).toBe(fee),
  );
  test('VAT and commission are rounded once, at the end, at every price', () => {
    // In whole numbers: VAT = p ÷ 6; 15 % of p ÷ 1.2 = p ÷ 8, half up.
    const halfUp = (n: number, of: number): number => Math.floor((2 * n + of) / (2 * of));
    const plain = { ...ISLAND, commission: [{ category: '*', bands: [{ upTo: null, rate: 0.15 }], minimum: 0 }] };
    const wrong: number[] = [];
    for (let price = 1; price <= 20_000; price++) {
      const fees = amounts(marketplaceFees(plain, { price, category: 'Garden', weight: null, sides: null }, { ...MARCH, fulfilment: 'seller' })); // prettier-ignore
      if (fees.vat !== halfUp(price, 6) || fees.commission !== halfUp(price, 8)) wrong.push(price);
    }
    expect(wrong).toEqual([]);
    expect(commission(ISLAND, 'Garden', 984).amount).toBe(125);
  });
  test('months over the edge of a season are each at their own price', () => {
    const price = (day: string, monthsStored: number) => storagePrice(ISLAND, { day, monthsStored });
    expect(price('2026-12-15', 3)).toBe(3600 + 2600 + 2600);
    expect(price('2026-09-30', 1.5)).toBe(2600 + 1800);
    expect(price('2026-03-01', 0)).toBe(0);
    expect(price('2026-01-31', 12)).toBe(9 * 2600 + 3 * 3600);
  });
});

describe('what is not known', () => {
  test('without sides: the known lines, and what the others lie within', () => {
    const part = feesOf(2499, 100, null);
    if (part.known) throw new Error('must not be known');
    expect(part.reason).toMatch(/sides are not known/);
    expect(part.lines.map((l) => [l.key, l.amount])).toEqual([
      ['vat', 417],
      ['commission', 319],
    ]);
    // A letter at the least; the bulky class has no bound of its sides.
    expect(part.open).toMatchObject([
      { key: 'fulfilment', low: 193, high: 547 + 31 * 31, note: 'Letter to Bulky' },
      { key: 'storage', low: 0, high: null },
    ]);
    expect(part.net).toEqual({ high: 2499 - 417 - 319 - 193, low: null });
  });
  test('without weight: storage is known, the classes of that size give the range', () => {
    const part = feesOf(2499, null, [300, 200, 20]);
    if (part.known) throw new Error('must not be known');
    expect(part.lines.map((l) => l.key)).toEqual(['vat', 'commission', 'storage']);
    expect(part.open).toMatchObject([{ key: 'fulfilment', low: 171, high: 547 + 31 * 31, note: 'Letter to Bulky' }]);
    expect(part.net!.low).toBe(2499 - 417 - 319 - 3 - (547 + 31 * 31));
    const boxed = feesOf(2499, null, [400, 300, 250]);
    expect(!boxed.known && boxed.open[0]).toMatchObject({ low: 330 + 27 * 5, note: 'Box to Bulky' });
  });
  test('what no class takes is said, with the lines that are known', () => {
    const part = feesOf(2499, null, [2000, 800, 800]);
    expect(part).toMatchObject({ known: false, open: [], net: null });
    expect(!part.known && part.lines).toHaveLength(2);
    expect(feesOf(2499, 40_000, null)).toMatchObject({ net: null, reason: expect.stringMatching(/No size class/) });
  });
  test('whatever a piece turns out to be, its fee lies within what was said before', () => {
    const random = randomFrom(5);
    const pick = (most: number): number => 1 + Math.floor(random() ** 2 * most);
    let tried = 0;
    for (let i = 0; i < 4000; i++) {
      const sides: Sides = [pick(900), pick(500), pick(400)];
      const weight = pick(20_000);
      const truth = feesOf(3000, weight, sides);
      if (!truth.known) continue;
      tried++;
      const fee = amounts(truth).fulfilment!;
      for (const [w, s] of [
        [weight, null],
        [null, sides],
        [null, null],
      ] as const) {
        // prettier-ignore
        const part = feesOf(3000, w, s);
        if (part.known) throw new Error('must not be known');
        const { low, high } = part.open[0]!;
        expect(low).toBeLessThanOrEqual(fee);
        expect(high ?? Infinity).toBeGreaterThanOrEqual(fee);
        expect(part.net!.high).toBeGreaterThanOrEqual(truth.fees.net);
      }
    }
    expect(tried).toBeGreaterThan(1000);
  });
  test('a costing tells the known lines and what its profit lies within', () => {
    const document = withAmount(withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: 500 }), 'freight', { kind: 'sum', sum: 100 }); // prettier-ignore
    const subject = { price: 2499, category: 'Garden', weight: null, sides: [300, 200, 20] as Sides };
    const result = costing(ISLAND, subject, document, '2026-03-10');
    if (result.known) throw new Error('must not be known');
    expect(result.fees!.lines).toHaveLength(3);
    // 10 % advertising: 250.
    expect(result.profit).toEqual({ low: result.fees!.net!.low! - 850, high: result.fees!.net!.high - 850 });
    const nothing = costing(ISLAND, subject, emptyCosting(), '2026-03-10');
    expect(!nothing.known && nothing.profit).toBeNull();
  });
});

describe('the nearest step', () => {
  const feeAt = (weight: number, sides: Sides): number | null => {
    const fees = feesOf(3000, weight, sides);
    return fees.known ? amounts(fees).fulfilment! : null;
  };
  test('by hand: 8 g less is a row less, a millimetre thinner a letter', () => {
    // The next row above is at 900 g: more than half as heavy again, and so another product.
    expect(nearestSteps(ISLAND, 408, [150, 100, 30])).toEqual([{ measure: 'weight', by: -8, fee: -25 }]);
    expect(nearestSteps(ISLAND, 200, [200, 150, 26])).toContainEqual({ measure: 'shortest', by: -1, fee: 193 - 275 });
  });
  test('is the one that trying every gram and millimetre finds', () => {
    const random = randomFrom(11);
    const pick = (most: number): number => 5 + Math.floor(random() ** 2 * most);
    let compared = 0;
    for (let i = 0; i < 150; i++) {
      const sides = [pick(500), pick(350), pick(200)].sort((a, b) => b - a) as Sides;
      const weight = pick(3000);
      const now = feeAt(weight, sides);
      if (now === null) continue;
      const found = nearestSteps(ISLAND, weight, sides);
      for (const [at, measure] of MEASURES.entries())
        for (const way of [-1, 1]) {
          const size = at === 0 ? weight : sides[at - 1]!;
          let brute: { by: number; fee: number } | undefined;
          for (let by = 1; by <= size * 0.5 && !brute; by++) {
            const to = size + way * by;
            const fee =
              at === 0 ? feeAt(to, sides) : feeAt(weight, sides.map((s, j) => (j === at - 1 ? to : s)) as Sides);
            if (fee !== null && Math.sign(fee - now) === way) brute = { by: way * by, fee: fee - now };
          }
          const own = found.find((f) => f.measure === measure && Math.sign(f.by) === way);
          expect([i, measure, way, own && { by: own.by, fee: own.fee }]).toEqual([i, measure, way, brute]);
          compared++;
        }
    }
    expect(compared).toBeGreaterThan(800);
  });
  test('nothing where no class takes the piece', () => expect(nearestSteps(ISLAND, 500, [3000, 900, 900])).toEqual([]));
});

test('a schedule of the former version is read as what it meant; anything else is left to be checked', () => {
  const { seasons, ...storage } = ISLAND.storage;
  expect(feeScheduleOfToday({ ...ISLAND, version: 1, storage: { ...storage, surcharges: seasons } })).toEqual(ISLAND);
  for (const other of [ISLAND, null, 'text', { format: 'cold-kettle/fee-schedule', version: 1 }])
    expect(feeScheduleOfToday(other)).toBe(other);
});
