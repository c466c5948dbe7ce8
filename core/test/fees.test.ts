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
    // Over the end of a season each month at its own price: 0.008 m³ of (8500 + 2800).
    const over = fees('2026-12-20');
    expect(over.known && over.fees.lines.at(-1)!.amount).toBe(90);
  });
  test('a piece of exactly the bounds of a class is still of it; a little more in weight, side or girth is of the next', () => {
    const small = {
      ...parcel,
      key: 'small',
      name: 'Small',
      billedBy: 'weight' as const,
      maxWeight: 500,
      maxSides: [300, 200, 100] as [number, number, number],
      maxGirth: 800,
    };
    const two = { ...schedule, sizeClasses: [small, { ...parcel, maxSides: null }] };
    const classOf = (weight: number, sides: [number, number, number]) => sizeClassOf(two, weight, sides)?.key;
    expect(classOf(500, [300, 200, 50])).toBe('small');
    expect(classOf(501, [300, 200, 50])).toBe('parcel');
    expect(classOf(500, [50, 300, 200])).toBe('small');
    expect(classOf(500, [301, 190, 50])).toBe('parcel');
    expect(classOf(500, [300, 200, 51])).toBe('parcel');
    expect(classOf(500, [200, 150, 100])).toBe('small');
    // Without sides only the weight is asked.
    expect(sizeClassOf(two, 500, null)?.key).toBe('small');
    // Bulk does not make a piece heavier where the class bills the weight itself, and does where it bills the larger.
    expect(billedWeight(two, small, 100, [300, 200, 100])).toBe(100);
    expect(billedWeight(two, parcel, 100, [300, 200, 100])).toBeCloseTo(
      dimensionalWeight([300, 200, 100], two.dimensional),
      9,
    );
    expect(billedWeight(two, parcel, 5000, [300, 200, 100])).toBe(5000);
  });
  test('each row of a class holds up to its bound, to the gram', () => {
    expect(fulfilmentFee(parcel, gramsFromPounds(1))).toBe(421);
    expect(fulfilmentFee(parcel, gramsFromPounds(1) + 1)).toBe(488);
    expect(fulfilmentFee({ ...parcel, fulfilment: [] }, 100)).toBeNull();
  });
  test('the rule for all is passed over for any that names the category, in whatever order they stand', () => {
    const rule = (category: string) => ({ category });
    for (const rules of [
      [rule('*'), rule('Games'), rule('Games › Dice')],
      [rule('Games › Dice'), rule('Games'), rule('*')],
      [rule('Games'), rule('*'), rule('Games › Dice')],
    ]) {
      expect(ruleFor(rules, 'Games › Dice › Towers')?.category).toBe('Games › Dice');
      expect(ruleFor(rules, 'Games › Cards')?.category).toBe('Games');
      expect(ruleFor(rules, 'Wool')?.category).toBe('*');
    }
    expect(ruleFor([rule('*'), rule('G')], 'G')?.category).toBe('G');
    expect(ruleFor([rule('G'), rule('*')], 'G')?.category).toBe('G');
  });
  test('a price above the last band is charged as that; without a rule there is no commission', () => {
    const bounded = {
      ...schedule,
      commission: [
        {
          category: 'Wool',
          bands: [
            { upTo: 500, rate: 0.2 },
            { upTo: 1000, rate: 0.1 },
          ],
          minimum: 0,
        },
      ],
    };
    expect(commission(bounded, 'Wool', 500)).toEqual({ amount: 100, rate: 0.2 });
    expect(commission(bounded, 'Wool', 2000)).toEqual({ amount: 200, rate: 0.1 });
    expect(commission(bounded, 'Games', 2000)).toEqual({ amount: 0, rate: 0 });
  });
  test('VAT that is not in the price, or that percentages stand on, leaves the price as their base', () => {
    expect(percentageBase({ rate: 0.25, included: false, percentagesOn: 'price-without-vat' }, 12_500)).toBe(12_500);
    expect(percentageBase({ rate: 0.25, included: true, percentagesOn: 'price' }, 12_500)).toBe(12_500);
  });
  test('each line says how it came about, and what was not known is said', () => {
    const linesOf = (change: object, s = schedule) => {
      const result = marketplaceFees(
        s,
        { price: 4000, category: 'Wool', weight: 800, sides: cube(200), ...change } as never,
        { fulfilment: 'marketplace', monthsStored: 2, day: '2026-04-01' },
      );
      if (!result.known) throw new Error(result.reason);
      return result.fees;
    };
    expect(linesOf({}).lines.map((l) => l.note)).toEqual([
      '15 % of the price',
      'Parcel, billed 1593 g',
      '2 months of 8.0 litres',
    ]);
    const vat = { rate: 0.25, included: true, percentagesOn: 'price-without-vat' } as const;
    expect(linesOf({}, { ...schedule, vat }).lines[1]!.note).toBe('15 % of the price without VAT');
    const free = { ...schedule, fixedFees: [{ category: '*', amount: 0 }] };
    expect(linesOf({}, free).lines.map((l) => l.key)).not.toContain('fixed');
  });
  test('a class that has no fee for a weight gives that as the reason', () => {
    const light = { ...schedule, sizeClasses: [{ ...parcel, beyond: null }] };
    const result = marketplaceFees(
      light,
      { price: 4000, category: 'Wool', weight: 3000, sides: cube(100) },
      { fulfilment: 'marketplace', monthsStored: 1, day: '2026-04-01' },
    );
    expect(result).toMatchObject({ known: false, reason: 'The class "Parcel" has no fee for this weight.', net: null });
  });
  test('sent by the seller, neither weight nor sides are asked for', () => {
    const result = marketplaceFees(
      schedule,
      { price: 4000, category: 'Wool', weight: null, sides: null },
      { fulfilment: 'seller', monthsStored: 1, day: '2026-04-01' },
    );
    expect(result.known && result.fees.lines.map((l) => l.key)).toEqual(['commission']);
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
