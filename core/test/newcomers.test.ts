import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newcomersSell } from '../src/shelf/newcomers-sell.ts';
import { STARTER_SHELF_RULES as rules } from '../src/shelf/rules.ts';

const rival = fc.record({
  units: fc.option(fc.integer({ min: 0, max: 2000 }), { nil: null }),
  months: fc.option(fc.integer({ min: 0, max: 80 }), { nil: null }),
  reviews: fc.option(fc.integer({ min: 0, max: 5000 }), { nil: null }),
});

describe('what newcomers sell', () => {
  test('counts those that came lately and those with few reviews, both bounds as on the shelf', () => {
    const at = (months: number | null, reviews: number | null, units = 10) => ({ months, reviews, units });
    expect(newcomersSell([at(11, 900), at(null, 50), at(40, 50)], 100, rules)?.n).toBe(3);
    expect(newcomersSell([at(12, 51), at(12, 51), at(11, 51), at(0, 0)], 100, rules)).toBeNull();
    expect(newcomersSell([at(null, null), at(1, 1), at(1, 1)], 100, rules)).toBeNull();
    expect(newcomersSell([at(1, 1), at(1, 1), at(1, 1)], null, rules)).toBeNull();
    expect(newcomersSell([at(1, 1, 0), at(1, 1, 0), at(1, 1, 9)], 100, rules)).toBeNull();
  });
  test('one that is left out changes nothing, and the middle lies between its ends', () => {
    fc.assert(
      fc.property(fc.array(rival, { maxLength: 30 }), fc.integer({ min: 1, max: 3000 }), (rivals, find) => {
        const said = newcomersSell(rivals, find, rules);
        if (!said) return;
        const [least, middle, most] = said.units;
        expect(least).toBeLessThanOrEqual(middle);
        expect(middle).toBeLessThanOrEqual(most);
        expect(said.share * find).toBeCloseTo(middle, 6);
        expect(said.spread.low).toBeLessThanOrEqual(1);
        expect(said.spread.high).toBeGreaterThanOrEqual(1);
        expect(newcomersSell([...rivals, { units: 99999, months: 60, reviews: 900 }], find, rules)).toEqual(said);
      }),
    );
  });
});
