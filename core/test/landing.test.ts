import fc from 'fast-check';
import { costing, emptyCosting, fulfilledBy, settled, withAmount } from '../src/costing/costing.ts';
import { chargeableKg, EMPTY_LANDING, landedOrder, priceAt, shipmentOf, turnsOf } from '../src/costing/landing.ts';
import { inCurrency } from '../src/costing/elsewhere.ts';
import { launchFrom } from '../src/costing/launch.ts';
import { dearestUnitCost, priceForMargin, priceForProfit, profitCurve } from '../src/costing/price-for-profit.ts';
import { isDutyOfSupplier, isPaidBySupplier, legsOfBuyer, termOf } from '../src/costing/trade-terms.ts';
import { whatIfs } from '../src/costing/what-if.ts';
import type { CostingDocument } from '../src/documents/costing.ts';
import { LEGS, TRADE_TERMS, type Landing, type Offer, type Way } from '../src/documents/landing.ts';
import { schedule } from './fixtures/schedule.ts';

const NO_PIECE = { weight: null, sides: null };
const offer: Offer = {
  supplier: 'Tarn Works',
  day: '2026-11-02',
  currency: 'EUR',
  rate: { day: '2026-11-01', rate: 1.1 },
  steps: [
    { from: 1000, price: 4.35 },
    { from: 100, price: 5.2 },
    { from: 500, price: 4.7 },
  ],
  term: 'FOB',
  leadDays: 30,
  carton: { units: 20, weight: 9000, sides: [500, 400, 300] },
  once: 0,
};
const sea: Way = {
  name: 'By sea',
  mode: 'sea',
  charge: { price: 13_000, per: 'cubic-metre' },
  minimum: 10_000,
  days: 42,
  source: '',
};
const air: Way = { name: 'By air', mode: 'air', charge: { price: 410, per: 'kg' }, minimum: 0, days: 7, source: '' };
const landing: Landing = {
  ...EMPTY_LANDING,
  ways: [sea, air],
  legs: {
    ...EMPTY_LANDING.legs,
    arrival: { price: 15_000, per: 'shipment' },
    onward: { price: 250, per: 'carton' },
    unloading: { price: 0, per: 'shipment' },
    'import-clearance': { price: 9_500, per: 'shipment' },
  },
  insured: 0.003,
  duty: 0.04,
};
const orderOf = (o: Offer, l: Landing, way: Way | null, pieces: number, digits = 2) => {
  const result = landedOrder(o, l, way, NO_PIECE, pieces, digits);
  if (!result.isPossible) throw new Error(result.reason);
  return result.order;
};

test('an order by sea, worked by hand', () => {
  // 25 cartons: 1.5 m³ and 225 kg, so 1.5 are charged; insurance 0.3 % of 110 % of 2,780.00.
  const order = orderOf(offer, landing, sea, 500);
  expect(order.lines.map((l) => [l.key, l.amount])).toEqual([
    ['goods', 258_500],
    ['carriage', 19_500],
    ['insurance', 917],
    ['arrival', 15_000],
    ['onward', 6_250],
    ['unloading', 0],
    ['import-clearance', 9_500],
    ['duty', 10_340],
  ]);
  expect([order.total, order.known, order.open, order.days]).toEqual([320_007, 320_007, [], 72]);
  expect(order.lines[1]!.note).toBe('By sea, 1.50 m³ charged');
});

test('duty on goods and their way to the border takes freight and insurance in', () =>
  // 4 % of 2,585.00 + 195.00 + 9.17.
  expect(orderOf(offer, { ...landing, dutyOn: 'goods-and-way' }, sea, 500).lines.at(-1)!.amount).toBe(11_157));

test('by air the volume is charged where it is more than the weight', () => {
  // 1.5 m³ are 250 kg at 6,000 cm³, more than the 225 that it weighs.
  const order = orderOf(offer, landing, air, 500);
  expect(order.lines.find((l) => l.key === 'carriage')).toMatchObject({
    amount: 102_500,
    note: 'By air, 250 kg charged',
  });
});

describe('chargeable weight', () => {
  // IATA, TACT rule 3.9: 6,000 cm³ a kilogram, up to the next half kilogram (from memory).
  test.each([
    ['air', 48, 0.504, 84],
    ['air', 100, 0.5, 100],
    ['air', 100.1, 0.5, 100.5],
    ['air', 100.5, 0.5, 100.5],
    ['air', 10, 0.0963, 16.5],
    ['parcel', 10, 0.0963, 19.5],
    ['sea', 225, 1.5, 1500],
    ['sea', 2400, 1.5, 2400],
  ] as const)('%s: %d kg of %d m³ are charged as %d', (mode, kg, cubicMetres, charged) =>
    expect(chargeableKg(mode, { cartons: 1, kg, cubicMetres, isBare: false })).toBe(charged),
  );
  test('is not known without weight or volume, and then nothing that hangs on it', () => {
    expect(chargeableKg('air', { cartons: null, kg: 3, cubicMetres: null, isBare: true })).toBeNull();
    const order = orderOf({ ...offer, carton: null }, landing, sea, 500);
    expect(order.open).toEqual(['carriage', 'insurance', 'onward']);
    expect(order.total).toBeNull();
    expect(order.known).toBe(258_500 + 15_000 + 9_500 + 10_340);
  });
});

test('without a carton the pieces themselves are reckoned, and it is said', () => {
  const result = landedOrder(
    { ...offer, carton: null, term: 'DAP' },
    landing,
    sea,
    { weight: 500, sides: [100, 100, 100] },
    200,
    2,
  );
  if (!result.isPossible) throw new Error(result.reason);
  expect(result.order.shipment).toEqual({ cartons: null, kg: 100, cubicMetres: 0.2, isBare: true });
  expect(shipmentOf(101, offer.carton, NO_PIECE)).toMatchObject({ cartons: 6, kg: 54 });
  expect(shipmentOf(100, offer.carton, NO_PIECE)).toMatchObject({ cartons: 5, kg: 45 });
});

test('a least charge holds where the way itself would be cheaper', () =>
  // 100 pieces: 5 cartons, 0.3 m³, 39.00; the least is 100.00.
  expect(orderOf(offer, landing, sea, 100).lines.find((l) => l.key === 'carriage')!.amount).toBe(10_000));

test('below the least order there is none, and steps count in any order of theirs', () => {
  expect(landedOrder(offer, landing, sea, NO_PIECE, 99, 2)).toEqual({
    isPossible: false,
    reason: 'Tarn Works makes no fewer than 100 pieces.',
  });
  expect([99, 100, 499, 500, 999, 1000, 5000].map((n) => priceAt(offer, n))).toEqual([
    null,
    5.2,
    5.2,
    4.7,
    4.7,
    4.35,
    4.35,
  ]);
});

test('what is not typed is open and never nothing', () => {
  const order = orderOf({ ...offer, term: null }, EMPTY_LANDING, EMPTY_LANDING.ways[0]!, 500);
  expect(order.open).toEqual(['pickup', 'export-clearance', 'export-haul', 'loading', 'carriage', 'arrival', 'onward', 'unloading', 'import-clearance', 'duty']); // prettier-ignore
  expect(order.total).toBeNull();
  expect(orderOf({ ...offer, term: 'DDP' }, EMPTY_LANDING, null, 500).open).toEqual(['unloading']);
});

test.each([
  ['JPY', 0, 1, 300, 150_000],
  ['KWD', 3, 1, 1.2345, 617_250],
])('%s has %d decimals', (currency, digits, rate, price, goods) =>
  expect(
    orderOf(
      { ...offer, currency, rate: { day: '2026-11-01', rate }, steps: [{ from: 1, price }] },
      landing,
      sea,
      500,
      digits,
    ).lines[0]!.amount,
  ).toBe(goods),
);

describe('trade terms (Incoterms 2020, ICC publication 723, from memory)', () => {
  // How the cost allocation of A9 and B9 goes, by leg: the terms under which the seller pays it.
  test.each([
    ['pickup', 'FCA FAS FOB CFR CIF CPT CIP DAP DPU DDP'],
    ['export-clearance', 'FCA FAS FOB CFR CIF CPT CIP DAP DPU DDP'],
    ['export-haul', 'FAS FOB CFR CIF CPT CIP DAP DPU DDP'],
    ['loading', 'FOB CFR CIF CPT CIP DAP DPU DDP'],
    ['carriage', 'CFR CIF CPT CIP DAP DPU DDP'],
    ['insurance', 'CIF CIP DAP DPU DDP'],
    ['arrival', 'DAP DPU DDP'],
    ['onward', 'DAP DPU DDP'],
    ['unloading', 'DPU'],
    ['import-clearance', 'DDP'],
  ] as const)('%s is the seller’s under %s', (leg, terms) =>
    expect(TRADE_TERMS.filter((t) => isPaidBySupplier(t, leg))).toEqual(terms.split(' ')),
  );
  test('duty is the seller’s under DDP alone, and EXW leaves everything to the buyer', () => {
    expect(TRADE_TERMS.filter(isDutyOfSupplier)).toEqual(['DDP']);
    expect(legsOfBuyer('EXW')).toEqual([...LEGS]);
  });
  test.each([
    ['fob Newport', 'FOB'],
    ['Ex works', 'EXW'],
    ['exw.', 'EXW'],
    ['DDU warehouse (2000)', 'DAP'],
    ['C&F', 'CFR'],
    ['FOBs are fun', null],
    ['', null],
  ])('“%s” is %s', (text, term) => expect(termOf(text)).toBe(term));
});

describe('where the order turns', () => {
  test('a pair that turns four times, by hand', () => {
    const at = (steps: Offer['steps']) => (n: number) => {
      const price = priceAt({ steps }, n);
      return price === null ? null : Math.round(price * n * 100);
    };
    const one = at([{ from: 1, price: 5 }, { from: 300, price: 4.4 }, { from: 800, price: 4 }]); // prettier-ignore
    const other = at([{ from: 200, price: 4.7 }, { from: 500, price: 4.2 }]); // prettier-ignore
    expect(turnsOf([one, other], 1, 2000)).toEqual([
      { from: 1, order: [0] },
      { from: 200, order: [1, 0] },
      { from: 300, order: [0, 1] },
      { from: 500, order: [1, 0] },
      { from: 800, order: [0, 1] },
    ]);
  });
  test('between turns the order holds at every number, and at each turn it did not before', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.array(fc.record({ from: fc.integer({ min: 1, max: 400 }), price: fc.integer({ min: 10, max: 400 }) }), {
            minLength: 1,
            maxLength: 4,
          }),
          { minLength: 1, maxLength: 4 },
        ),
        fc.integer({ min: 0, max: 30_000 }),
        (offers, least) => {
          const totals = offers.map((steps) => (n: number) => {
            const price = priceAt({ steps }, n);
            return price === null ? null : price * n + (Math.ceil(n / 7) % 5) + Math.max(least, n * 12);
          });
          const turns = turnsOf(totals, 1, 500);
          for (let n = 1; n <= 500; n++) {
            const { order } = turns.findLast((t) => t.from <= n)!;
            const had = totals.flatMap((t, i) => (t(n) === null ? [] : [i]));
            expect([...order].sort()).toEqual(had);
            for (let i = 1; i < order.length; i++)
              expect(totals[order[i - 1]!]!(n)!).toBeLessThanOrEqual(totals[order[i]!]!(n)!);
          }
          for (let i = 1; i < turns.length; i++) expect(turns[i]!.order).not.toEqual(turns[i - 1]!.order);
        },
      ),
      { numRuns: 40, seed: 7 },
    ));
});

describe('a costing that goes by a quote', () => {
  const subject = { category: 'Wool', weight: 1724, sides: [300, 220, 90] as [number, number, number] };
  const document: CostingDocument = {
    ...emptyCosting(),
    firstOrder: 500,
    landing: { ...landing, inspection: 28_000, chosen: { offer, way: 0 } },
  };
  const known = (d: CostingDocument, price = 4109) => {
    const result = costing(schedule, { ...subject, price }, d, '2026-04-01');
    if (!result.known) throw new Error(result.reason);
    return result.costing;
  };

  test('has its lines from it, and the whole order to the minor unit', () => {
    const c = known(document);
    const landed = c.lines.filter((l) => l.part === 'landed').map((l) => [l.label, l.amount]);
    // 195.00 + 9.17 + 150.00 + 62.50 + 0 + 95.00 over 500.
    expect(landed).toEqual([
      ['Unit cost', 517],
      ['Freight a unit', 102],
      ['Duty on unit cost', 21],
      ['Preparation a unit', 0],
      ['Inspection', 56],
    ]);
    expect(c.landed).toBe(517 + 102 + 21 + 56);
    expect(c.landedOrder).toBe(320_007 + 28_000);
    expect(c.outlay).toBe(348_007);
    expect(c.lines[0]!.source).toBe('Tarn Works, 2026-11-02');
    const prepared = known(withAmount(document, 'preparation', { kind: 'sum', sum: 30 }));
    expect(prepared.landedOrder).toBe(348_007 + 500 * 30);
  });

  test('says what it waits for', () => {
    const reasonOf = (d: CostingDocument): string => {
      const result = costing(schedule, { ...subject, price: 4109 }, d, '2026-04-01');
      return result.known ? '' : result.reason;
    };
    expect(reasonOf({ ...document, firstOrder: null })).toContain('Type in the first order');
    expect(reasonOf({ ...document, firstOrder: 90 })).toBe('Tarn Works makes no fewer than 100 pieces.');
    const open = {
      ...document,
      landing: { ...document.landing!, duty: null, ways: [{ ...sea, charge: { ...sea.charge, price: null } }] },
    };
    expect(reasonOf(open)).toBe('Freight a unit is not known: freight, insurance.');
  });

  test('is answered as the same costing typed by hand', () => {
    const byHand = settled(document, subject, 'USD').document;
    expect(byHand.landing).toBeUndefined();
    expect(known(byHand).profit).toBe(known(document).profit);
    expect(known(byHand).landedOrder).toBe(500 * 696);
    const price = priceForProfit(schedule, subject, document, '2026-04-01', 500)!;
    expect(price).toBe(priceForProfit(schedule, subject, byHand, '2026-04-01', 500));
    expect(known(document, price).profit).toBeGreaterThanOrEqual(500);
    expect(known(document, price - 1).profit).toBeLessThan(500);
  });

  test('has its freight doubled, and its launch planned', () => {
    const asked = { schedule, subject: { ...subject, price: 4109 }, document, day: '2026-04-01' };
    const ifs = whatIfs({ ...asked, units: null, cheapest: null });
    expect(ifs.find((w) => w.key === 'freight-doubled')!.profit).toBe(known(document).profit - 102);
    const launch = launchFrom({ ...asked, units: 200 });
    if (typeof launch === 'string') throw new Error(launch);
    expect(launch.likely.landed).toBeCloseTo(348_007 / 500, 9);
  });

  test('a dearest unit cost leaves the target, and one more does not, duty included', () => {
    const most = dearestUnitCost(schedule, { ...subject, price: 4109 }, document, '2026-04-01', 1000)!;
    const at = (unitCost: number) => {
      const plain = settled(document, subject, 'USD').document;
      const duty = withAmount(plain, 'duty', { kind: 'share', of: 'unit-cost', rate: 21 / 517 });
      return known(withAmount(duty, 'unit-cost', { kind: 'sum', sum: unitCost })).profit;
    };
    expect(at(most)).toBeGreaterThanOrEqual(1000);
    expect(at(most + 1)).toBeLessThan(1000);
    expect(dearestUnitCost(schedule, { ...subject, price: 400 }, document, '2026-04-01')).toBeNull();
  });
});

describe('prices that work', () => {
  const subject = { category: 'Jewellery', weight: 200, sides: [100, 80, 30] as [number, number, number] };
  // A band that ends at 60.00 with a jump of ten points upwards, one at 20.00 downwards.
  const jumping = {
    ...schedule,
    commission: [
      {
        category: '*',
        minimum: 100,
        bands: [
          { upTo: 2000, rate: 0.2 },
          { upTo: 6000, rate: 0.08 },
          { upTo: null, rate: 0.18 },
        ],
      },
    ],
  };
  const document = withAmount(withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: 900 }), 'freight', {
    kind: 'sum',
    sum: 120,
  });
  const profitAt = (price: number): number => {
    const result = costing(jumping, { ...subject, price }, document, '2026-04-01');
    return result.known ? result.costing.profit : Number.NaN;
  };
  const lowestByHand = (holds: (price: number) => boolean): number | null => {
    let lowest: number | null = null;
    for (let price = 30_000; price >= 1; price--) {
      if (!holds(price)) break;
      lowest = price;
    }
    return lowest;
  };
  test.each([0, 250, 1100, 2900, 3100, 3200, 4000])(
    'profit of %d: the lowest from which it stays is that of trying all',
    (target) =>
      expect(priceForProfit(jumping, subject, document, '2026-04-01', target)).toBe(
        lowestByHand((p) => profitAt(p) >= target),
      ),
  );
  test.each([0, 0.1, 0.25, 0.4, 0.55, 0.6])('margin of %d likewise', (margin) =>
    expect(priceForMargin(jumping, subject, document, '2026-04-01', margin)).toBe(
      lowestByHand((p) => profitAt(p) / p >= margin - 1e-12),
    ),
  );
  test('a margin that no price leaves has none', () =>
    expect(priceForMargin(jumping, subject, document, '2026-04-01', 0.8)).toBeNull());
  test('the picture has both sides of each jump', () => {
    const curve = profitCurve(jumping, subject, document, '2026-04-01', { from: 1000, to: 9000 })!;
    expect(curve.jumps.map((j) => j.after)).toEqual([2000, 6000]);
    expect(curve.jumps.map((j) => Math.sign(j.by))).toEqual([1, -1]);
    for (const { price, profit } of curve.points) expect(profit).toBe(profitAt(price));
    const prices = curve.points.map((p) => p.price);
    expect(prices).toEqual(expect.arrayContaining([1000, 2000, 2001, 6000, 6001, 9000]));
    expect(prices).toEqual([...prices].sort((a, b) => a - b));
    expect(profitCurve(jumping, subject, emptyCosting(), '2026-04-01', { from: 1000, to: 9000 })).toBeNull();
  });
});

describe('the same goods elsewhere', () => {
  const subject = { category: 'Wool', weight: 1724, sides: [300, 220, 90] as [number, number, number] };
  test('every sum is converted once, shares stay', () => {
    const to = { from: 'USD', to: 'JPY', rate: 150 };
    const document: CostingDocument = {
      ...withAmount(emptyCosting(), 'returns', { kind: 'returns', rate: 0.05, loss: 333 }),
      price: 1999,
      landing: { ...landing, inspection: 28_000, chosen: { offer, way: 0 } },
    };
    const there = inCurrency(document, to);
    expect(there.price).toBe(2999);
    expect(there.lines.find((l) => l.key === 'returns')!.amount).toEqual({ kind: 'returns', rate: 0.05, loss: 500 });
    expect(there.lines.find((l) => l.key === 'advertising')!.amount).toEqual({ kind: 'share', of: 'price', rate: 0.1 });
    expect(there.landing!.ways[0]!.charge.price).toBe(19_500);
    expect(there.landing!.legs.arrival.price).toBe(22_500);
    expect(there.landing!.legs.loading.price).toBeNull();
    // 500 × 4.70 × 1.1 × 150 yen.
    expect(
      orderOf(there.landing!.chosen!.offer, there.landing!, there.landing!.ways[0]!, 500, 0).lines[0]!.amount,
    ).toBe(387_750);
    expect(inCurrency(inCurrency(document, to), { from: 'JPY', to: 'USD', rate: 1 / 150 }).price).toBe(1999);
  });
  test('where the seller sends, the marketplace takes no fulfilment and storage, and sending is asked for', () => {
    const typed = withAmount(withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: 900 }), 'freight', {
      kind: 'sum',
      sum: 120,
    });
    const at = (d: CostingDocument) => costing(schedule, { ...subject, price: 4109 }, d, '2026-04-01');
    const own = fulfilledBy(typed, 'seller');
    const asked = at(own);
    expect(asked.known ? '' : asked.reason).toBe('Type in "Storing and sending, a unit".');
    const sent = at(withAmount(own, 'sending', { kind: 'sum', sum: 650 }));
    if (!sent.known) throw new Error(sent.reason);
    expect(sent.costing.fees.lines.map((l) => l.key)).toEqual(['commission']);
    // 41.09 − 15 % − 9.00 − 1.20 − 10 % − 6.50.
    expect(sent.costing.profit).toBe(4109 - 616 - 900 - 120 - 411 - 650);
    // Back at the marketplace the line stays typed and takes nothing.
    const back = at(fulfilledBy(withAmount(own, 'sending', { kind: 'sum', sum: 650 }), 'marketplace'));
    const before = at(typed);
    expect(back.known && before.known && back.costing.profit - before.costing.profit).toBe(0);
    expect(fulfilledBy(own, 'seller')).toEqual(own);
  });
  test('clicks that are paid for: 0.80 a click, one in ten buys, half of the sales: 4.00 a sale', () => {
    const document = withAmount(withAmount(withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: 900 }), 'freight', { kind: 'sum', sum: 0 }), 'advertising', { kind: 'clicks', click: 80, buyRate: 0.1, paid: 0.5 }); // prettier-ignore
    const result = costing(schedule, { ...subject, price: 4109 }, document, '2026-04-01');
    if (!result.known) throw new Error(result.reason);
    expect(result.costing.sale).toBe(400);
    expect(result.costing.lines.find((l) => l.key === 'advertising')!.note).toBe(
      'one in 10 clicks buys, 50 % of sales',
    );
    const open = withAmount(document, 'advertising', { kind: 'clicks', click: 80, buyRate: null, paid: 0.5 });
    expect(costing(schedule, { ...subject, price: 4109 }, open, '2026-04-01').known).toBe(false);
  });
});
