import fc from 'fast-check';
import type { FeeSchedule } from '../src/documents/fee-schedule.ts';
import { marketplaceFees } from '../src/fees/fees.ts';
import { netReader } from '../src/fees/net-of.ts';
import { ISLAND } from './fixtures/island.ts';
import { schedule } from './fixtures/schedule.ts';

const bulky: FeeSchedule = {
  ...schedule,
  sizeClasses: schedule.sizeClasses.map((c, i) => (i === 1 ? { ...c, divisor: 90 } : c)),
  fixedFees: [{ category: 'Wool', amount: 55 }],
};

test.each([
  ['the fixture', schedule],
  ['an island, VAT in the price', ISLAND],
  ['a class with a divisor of its own, a fixed fee', bulky],
])('the quick net is that of the lines, for any piece: %s', (_, of) => {
  const options = { monthsStored: 2.5, day: '2026-09-20' };
  const netOf = netReader(of, options);
  const side = fc.oneof(fc.integer({ min: 1, max: 1300 }), fc.constantFrom(330, 230, 25, 381, 305, 457, 356, 203));
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 40_000 }),
      fc.constantFrom('Wool', 'Wool › Socks', 'Games › Dice', 'Garden', ''),
      fc.option(fc.oneof(fc.integer({ min: 1, max: 40_000 }), fc.double({ min: 0.1, max: 3000, noNaN: true }))),
      fc.option(fc.tuple(side, side, side)),
      (price, category, weight, sides) => {
        const slow = marketplaceFees(of, { price, category, weight, sides }, { ...options, fulfilment: 'marketplace' });
        const quick = netOf(price, category, weight, sides);
        expect(quick && [quick.net, quick.sizeClass.key]).toEqual(
          slow.known ? [slow.fees.net, slow.fees.sizeClass!.key] : null,
        );
      },
    ),
    { numRuns: 2000, seed: 17 },
  );
});
