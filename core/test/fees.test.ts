import { commission, fulfilmentFee, marketplaceFees, percentageBase } from '../src/fees/fees.ts';
import { ruleFor } from '../src/fees/schedule.ts';
import { billedWeight, dimensionalWeight, girth, sizeClassOf, startedSteps } from '../src/fees/size.ts';
import { gramsFromPounds, mmFromInches, poundsFromGrams } from '../src/measures/units.ts';
import { parcel, schedule } from './fixtures/schedule.ts';

const cube = (side: number): [number, number, number] => [side, side, side];

describe('size and weight: carriers’ common practice (139 in³/lb, 5,000 cm³/kg); IATA for 6,000 cm³/kg', () => {
  test('a 12-inch cube over 139 weighs 12.43 lb and is billed 13', () => {
    const grams = dimensionalWeight(cube(mmFromInches(12)), schedule.dimensional);
    expect(poundsFromGrams(grams)).toBeCloseTo(12.43, 2);
    expect(startedSteps(grams, gramsFromPounds(1))).toBe(13);
  });
  test('60 × 50 × 40 cm is 24 kg by 5,000 and 20 kg by 6,000', () => {
    expect(dimensionalWeight([600, 500, 400], { unit: 'cm3-per-kg', divisor: 5000 })).toBeCloseTo(24_000, 6);
    expect(dimensionalWeight([600, 500, 400], { unit: 'cm3-per-kg', divisor: 6000 })).toBeCloseTo(20_000, 6);
  });
  test('girth is the longest and twice the other two, in any order', () => expect(girth([10, 30, 20])).toBe(90));
  test('a whole number of steps starts no further one', () =>
    expect(startedSteps(gramsFromPounds(3) - gramsFromPounds(2), gramsFromPounds(1))).toBe(1));
  test('what is too long fits no class; without sides the weight decides; without weight nothing does', () => {
    expect(sizeClassOf(schedule, 500, [mmFromInches(19), 10, 10])).toBeNull();
    expect(sizeClassOf(schedule, 500, null)?.key).toBe('parcel');
    expect(sizeClassOf(schedule, null, cube(10))).toBeNull();
  });
  test('a light and bulky parcel is billed by its volume', () =>
    expect(billedWeight(schedule, parcel, 100, cube(mmFromInches(8)))).toBeGreaterThan(gramsFromPounds(3.6)));
});

describe('fees', () => {
  test('each started pound past two costs 0.38 more (common practice, no source)', () => {
    expect(fulfilmentFee(parcel, gramsFromPounds(2))).toBe(488);
    expect(fulfilmentFee(parcel, gramsFromPounds(2.01))).toBe(526);
    expect(fulfilmentFee(parcel, gramsFromPounds(3))).toBe(526);
    expect(fulfilmentFee(parcel, gramsFromPounds(4.5))).toBe(488 + 3 * 38);
    expect(fulfilmentFee({ ...parcel, beyond: null }, gramsFromPounds(3))).toBeNull();
  });
  test('the longest category that fits decides; a neighbour of the same beginning does not', () => {
    expect(ruleFor(schedule.commission, 'Games › Dice')?.category).toBe('Games');
    expect(ruleFor(schedule.commission, 'Gamesters')?.category).toBe('*');
    expect(ruleFor([], 'Games')).toBeNull();
  });
  test('bands and minimum', () => {
    expect(commission(schedule, 'Games', 1000)).toEqual({ amount: 80, rate: 0.08 });
    expect(commission(schedule, 'Games', 1001)).toEqual({ amount: 150, rate: 0.15 });
    expect(commission(schedule, 'Wool', 100)).toEqual({ amount: 30, rate: 0.15 });
  });
  test('VAT that a price contains comes off, and percentages stand on the base that is named', () => {
    const vat = { rate: 0.25, included: true, percentagesOn: 'price-without-vat' } as const;
    expect(percentageBase(vat, 12_500)).toBe(10_000);
    const result = marketplaceFees(
      { ...schedule, vat },
      { price: 12_500, category: 'Wool', weight: 400, sides: cube(100) },
      { fulfilment: 'seller', monthsStored: 0, day: '2026-03-01' },
    );
    expect(result.known && result.fees.lines.map((l) => [l.key, l.amount])).toEqual([
      ['vat', 2500],
      ['commission', 1500],
    ]);
    expect(result.known && result.fees.net).toBe(8500);
  });
  test('all lines add up to the total, with storage dearer in season', () => {
    const fees = (day: string) =>
      marketplaceFees(
        schedule,
        { price: 4000, category: 'Games › Dice', weight: 800, sides: cube(200) },
        { fulfilment: 'marketplace', monthsStored: 2, day },
      );
    const spring = fees('2026-04-01');
    const autumn = fees('2026-11-01');
    if (!spring.known || !autumn.known) throw new Error('must be known');
    expect(spring.fees.total).toBe(spring.fees.lines.reduce((sum, l) => sum + l.amount, 0));
    expect(spring.fees.net).toBe(4000 - spring.fees.total);
    expect(spring.fees.lines.map((l) => l.key)).toEqual(['commission', 'fixed', 'fulfilment', 'storage']);
    expect(spring.fees.lines.at(-1)!.amount).toBe(45);
    expect(autumn.fees.lines.at(-1)!.amount).toBe(136);
  });
  test.each([
    ['a price of 0', { price: 0 }],
    ['a price of −1', { price: -1 }],
    ['no weight', { weight: null }],
    ['too large', { sides: cube(900) }],
  ])('%s gives a reason, not a number', (_, change) => {
    const result = marketplaceFees(
      schedule,
      { price: 1000, category: 'Wool', weight: 500, sides: cube(100), ...change } as never,
      { fulfilment: 'marketplace', monthsStored: 1, day: '2026-03-01' },
    );
    expect(result.known).toBe(false);
    expect(!result.known && result.reason.length).toBeGreaterThan(10);
  });
});
