import fc from 'fast-check';
import { bestSets, productsForIncome, together, type ChosenSet, type OneOfSeveral } from '../src/costing/several.ts';

/** Every set there is. */
const byTryingAll = (launches: readonly OneOfSeveral[], purse: number): ChosenSet[] => {
  const all: ChosenSet[] = [];
  for (let mask = 1; mask < 1 << launches.length; mask++) {
    const set = launches.filter((_, i) => mask & (1 << i));
    const needs = set.reduce((sum, l) => sum + l.needs, 0);
    if (needs <= purse && set.every((l) => l.leaves > 0))
      all.push({
        ids: set.map((l) => l.id).sort((a, b) => a - b),
        needs,
        leaves: set.reduce((sum, l) => sum + l.leaves, 0),
      });
  }
  return all
    .sort((a, b) => b.leaves - a.leaves || a.needs - b.needs || (a.ids.join() < b.ids.join() ? -1 : 1))
    .slice(0, 2);
};

test('the set and its runner-up are those of trying all, for any launches and purse', () =>
  fc.assert(
    fc.property(
      fc.array(fc.record({ needs: fc.integer({ min: 0, max: 60 }), leaves: fc.integer({ min: -20, max: 90 }) }), {
        maxLength: 11,
      }),
      fc.integer({ min: 0, max: 200 }),
      (raw, purse) => {
        const launches = raw.map((l, i) => ({ ...l, id: i + 1 }));
        expect(bestSets(launches, purse)).toEqual(byTryingAll(launches, purse));
      },
    ),
    { numRuns: 1500, seed: 23 },
  ));

test('forty launches are chosen from without trying all', () => {
  const launches = Array.from({ length: 40 }, (_, i) => ({
    id: i + 1,
    needs: 3000 + ((i * 7919) % 4001),
    leaves: 1000 + ((i * 104_729) % 9001),
  }));
  const [best, next] = bestSets(launches, 60_000);
  expect(best!.needs).toBeLessThanOrEqual(60_000);
  expect(best!.leaves).toBeGreaterThanOrEqual(next!.leaves);
  // No single exchange makes it better.
  const inSet = new Set(best!.ids);
  for (const a of launches.filter((l) => inSet.has(l.id)))
    for (const b of launches.filter((l) => !inSet.has(l.id)))
      if (best!.needs - a.needs + b.needs <= 60_000) expect(b.leaves).toBeLessThanOrEqual(a.leaves);
});

test('3,000 a month of 700 each want five products; of nothing none', () => {
  expect(productsForIncome(300_000, 70_000)).toBe(5);
  expect(productsForIncome(300_000, 300_000)).toBe(1);
  expect(productsForIncome(300_000, 0)).toBeNull();
});

test('together: by hand', () => {
  const one = { left: Float64Array.of(10, -5, 20, 0), needed: Float64Array.of(-4, -8, -4, -4) };
  const other = { left: Float64Array.of(-2, -5, 1, 0), needed: Float64Array.of(-5, -5, -5, -5) };
  // 8, −10, 21, 0; needed 9, 13, 9, 9.
  expect(together([one, other], 10)).toEqual({ profit: 0.5, overPurse: 0.25, leaves: [-10, 8, 21] });
  expect(together([], 10)).toBeNull();
});
