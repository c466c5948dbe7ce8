import fc from 'fast-check';
import type { FeeSchedule, SizeClass } from '../src/documents/fee-schedule.ts';
import { costing, emptyCosting, withAmount } from '../src/costing/costing.ts';
import { compareSchedules } from '../src/fees/compare-schedules.ts';
import { scheduleFaults } from '../src/fees/faults.ts';
import { marketplaceFees } from '../src/fees/fees.ts';
import { nearestSteps } from '../src/fees/nearest-steps.ts';
import { sizeClassOf } from '../src/fees/size.ts';
import { ISLAND } from './fixtures/island.ts';
import { schedule } from './fixtures/schedule.ts';

const size = (part: Partial<SizeClass>): SizeClass => ({
  key: 'a',
  name: 'A',
  maxWeight: null,
  maxSides: null,
  maxGirth: null,
  billedBy: 'weight',
  fulfilment: [{ upTo: 500, fee: 300 }],
  beyond: { step: 500, fee: 50 },
  ...part,
});
const having = (part: Partial<FeeSchedule>): FeeSchedule => ({ ...ISLAND, ...part });
const told = (s: FeeSchedule): [string, string][] => scheduleFaults(s).map((f) => [f.kind, f.path]);
const last = size({ key: 'z', name: 'Z' });

test('schedules that work have nothing that fails', () => {
  for (const s of [schedule, ISLAND]) expect(scheduleFaults(s).filter((f) => f.kind === 'fails')).toEqual([]);
});

// Each mistake as a seller makes it when a public table is typed off.
test.each<[string, FeeSchedule, [string, string]]>([
  ['rows that do not rise', having({ sizeClasses: [size({ fulfilment: [{ upTo: 500, fee: 1 }, { upTo: 500, fee: 2 }] })] }), ['fails', 'sizeClasses.0.fulfilment.1.upTo']],
  ['a gap of weights', having({ sizeClasses: [size({ beyond: null, maxWeight: 1000 }), last] }), ['fails', 'sizeClasses.0.maxWeight']],
  ['a class behind one that takes all', having({ sizeClasses: [last, size({ maxWeight: 200 })] }), ['fails', 'sizeClasses.1']],
  ['a smaller class behind a larger', having({ sizeClasses: [size({ maxSides: [300, 200, 100] }), size({ key: 'b', maxSides: [300, 200, 90] }), last] }), ['fails', 'sizeClasses.1']],
  ['sides out of order', having({ sizeClasses: [size({ maxSides: [200, 300, 100] }), last] }), ['fails', 'sizeClasses.0.maxSides']],
  ['a key twice', having({ sizeClasses: [size({ maxWeight: 200 }), size({})] }), ['fails', 'sizeClasses.1.key']],
  ['bands that fall', having({ commission: [{ category: '*', minimum: 0, bands: [{ upTo: 900, rate: 0.1 }, { upTo: 500, rate: 0.2 }, { upTo: null, rate: 0.1 }] }] }), ['fails', 'commission.0.bands.1.upTo']],
  ['a band behind the end', having({ commission: [{ category: '*', minimum: 0, bands: [{ upTo: null, rate: 0.1 }, { upTo: 500, rate: 0.2 }] }] }), ['fails', 'commission.0.bands.1']],
  ['more than the price', having({ vat: { rate: 0.25, included: true, percentagesOn: 'price' }, commission: [{ category: '*', minimum: 0, bands: [{ upTo: null, rate: 0.81 }] }] }), ['fails', 'commission.0.bands.0.rate']],
  ['two rules for one category', having({ commission: [...ISLAND.commission, ISLAND.commission[0]!] }), ['fails', `commission.${ISLAND.commission.length}.category`]],
  ['two fixed fees', having({ fixedFees: [{ category: 'Books', amount: 1 }, { category: 'Books', amount: 2 }] }), ['fails', 'fixedFees.1.category']],
  ['a month in two seasons', having({ storage: { perCubicMetreMonth: 1, seasons: [{ months: [10, 11], perCubicMetreMonth: 2 }, { months: [11], perCubicMetreMonth: 3 }] } }), ['fails', 'storage.seasons.1.months']],
  ['a season of no month', having({ storage: { perCubicMetreMonth: 1, seasons: [{ months: [], perCubicMetreMonth: 2 }] } }), ['fails', 'storage.seasons.0.months']],
  ['a heavier one that is cheaper', having({ sizeClasses: [size({ fulfilment: [{ upTo: 500, fee: 300 }, { upTo: 900, fee: 200 }] })] }), ['care', 'sizeClasses.0.fulfilment.1.fee']],
  ['no rule for all others', having({ commission: [{ category: 'Books', minimum: 0, bands: [{ upTo: null, rate: 0.1 }] }] }), ['care', 'commission']],
  ['nothing for what is larger', having({ sizeClasses: [size({ maxWeight: 2000 })] }), ['care', 'sizeClasses.0']],
])('%s is named at its place', (_, s, fault) => expect(told(s)).toContainEqual(fault)); // prettier-ignore

test('a class of which it is said that no piece is of it never takes one', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          maxWeight: fc.option(fc.integer({ min: 100, max: 900 })),
          side: fc.option(fc.integer({ min: 50, max: 400 })),
          maxGirth: fc.option(fc.integer({ min: 200, max: 1500 })),
          larger: fc.boolean(),
        }),
        { minLength: 2, maxLength: 4 },
      ),
      fc.array(
        fc.tuple(
          fc.integer({ min: 1, max: 1000 }),
          fc.integer({ min: 1, max: 450 }),
          fc.integer({ min: 1, max: 450 }),
          fc.integer({ min: 1, max: 450 }),
        ),
        { minLength: 30, maxLength: 30 },
      ),
      (classes, pieces) => {
        const s = having({
          sizeClasses: classes.map(({ maxWeight, side, maxGirth, larger }, i) =>
            size({
              key: String(i),
              name: String(i),
              maxWeight,
              maxGirth,
              maxSides: side === null ? null : [side, side, side],
              billedBy: larger ? 'larger-of-weight-and-dimensional' : 'weight',
            }),
          ),
        });
        const hidden = new Set(
          scheduleFaults(s).flatMap((f) =>
            /^sizeClasses\.(\d+)$/.exec(f.path)?.[1] && f.sentence.startsWith('No piece')
              ? [/\d+/.exec(f.path)![0]]
              : [],
          ),
        );
        for (const [weight, a, b, c] of pieces)
          expect(hidden.has(sizeClassOf(s, weight, [a, b, c])?.key ?? '')).toBe(false);
      },
    ),
    { numRuns: 150, seed: 11 },
  ));

test('a class has a divisor of its own, in fee, range and nearest step', () => {
  const bulky = size({ billedBy: 'larger-of-weight-and-dimensional', divisor: 2500 });
  const s = having({ sizeClasses: [bulky] });
  // 30 × 20 × 10 cm are 6,000 cm³: 2.4 kg at 2,500, four started steps of 500 g beyond the first.
  const at = { price: 2000, category: 'Books', weight: 100, sides: [300, 200, 100] as [number, number, number] };
  const options = { fulfilment: 'marketplace', monthsStored: 0, day: '2026-03-01' } as const;
  const fees = marketplaceFees(s, at, options);
  expect(fees.known && fees.fees.lines.find((l) => l.key === 'fulfilment')!.amount).toBe(300 + 4 * 50);
  expect(fees.known && fees.fees.shippingWeight).toBeCloseTo(2400, 6);
  // 2,000 g are 250 mm of the longest side.
  expect(nearestSteps(s, 100, at.sides)).toContainEqual({ measure: 'longest', by: -50, fee: -50 });
});

test('handling of what comes back is taken with each return, but not where the seller sends', () => {
  const s: FeeSchedule = { ...schedule, returnHandling: 200 };
  const typed = [['unit-cost', 900], ['freight', 100]].reduce((d, [key, sum]) => withAmount(d, String(key), { kind: 'sum', sum: Number(sum) }), emptyCosting()); // prettier-ignore
  const document = withAmount(typed, 'returns', { kind: 'returns', rate: 0.05, loss: 800 });
  const at = { price: 4109, category: 'Wool', weight: 1724, sides: [300, 220, 90] as [number, number, number] };
  const returns = (d: typeof document): number | null => {
    const result = costing(s, at, d, '2026-04-01');
    return (result.known ? result.costing.lines : result.lines).find((l) => l.key === 'returns')!.amount;
  };
  expect(returns(document)).toBe(50);
  expect(returns({ ...document, fulfilment: 'seller' })).toBe(40);
});

test('two schedules over a catalogue: who loses, who gains, how much, which', () => {
  const after: FeeSchedule = {
    ...schedule,
    sizeClasses: schedule.sizeClasses.map((c) => ({
      ...c,
      fulfilment: c.fulfilment.map((f) => ({ ...f, fee: f.fee + 25 })),
    })),
    commission: [...schedule.commission, { category: 'Wool', minimum: 0, bands: [{ upTo: null, rate: 0.1 }] }],
  };
  const options = { fulfilment: 'marketplace', monthsStored: 1, day: '2026-04-01' } as const;
  const comparison = compareSchedules(schedule, after, options);
  const sides: [number, number, number] = [300, 220, 90];
  const listing = (code: string, category: string, price: number, units: number | null) => ({
    code,
    title: code,
    category,
    price,
    units,
    weight: 1724,
    sides,
  });
  comparison.add(listing('A', 'Books', 2000, 100));
  comparison.add(listing('B', 'Books › Old', 2000, null));
  comparison.add(listing('C', 'Wool › Socks', 2000, 10));
  comparison.add({ ...listing('D', 'Books', 2000, 10), weight: null });
  const now = comparison.told();
  // Books pay 0.25 more a piece; wool 0.25 more and 5 % of 20.00 less.
  expect(now).toMatchObject({
    listings: 4,
    unknown: 1,
    lose: 2,
    gain: 1,
    same: 0,
    ofASale: -25 - 25 + 75,
    ofAMonth: -2500 + 750,
  });
  expect(now.worst.map((c) => [c.code, c.after - c.before])).toEqual([['A', -25], ['B', -25]]); // prettier-ignore
  expect(now.best.map((c) => [c.code, c.after - c.before])).toEqual([['C', 75]]);
  expect(now.byCategory).toEqual([
    { category: 'Books', listings: 2, lose: 2, gain: 0, ofASale: -50 },
    { category: 'Wool', listings: 1, lose: 0, gain: 1, ofASale: 75 },
  ]);
});
