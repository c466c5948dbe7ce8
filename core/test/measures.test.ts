import fc from 'fast-check';
import { addDays, addMonths, dayFromEpoch, daysBetween, epochDay, isDay } from '../src/measures/day.ts';
import { gtinCheckDigit, isGtin } from '../src/measures/gtin.ts';
import {
  DAYS_PER_MONTH,
  gramsFromOunces,
  gramsFromPounds,
  inchesFromMm,
  mmFromInches,
  poundsFromGrams,
  unitsPerMonth,
} from '../src/measures/units.ts';

describe('units: NIST Special Publication 811 (2008), appendix B', () => {
  test('a pound is 453.59237 g, an ounce a sixteenth of it, an inch 25.4 mm', () => {
    expect(gramsFromPounds(1)).toBe(453.59237);
    expect(gramsFromOunces(1)).toBeCloseTo(28.349523125, 12);
    expect(mmFromInches(1)).toBe(25.4);
    expect(inchesFromMm(304.8)).toBeCloseTo(12, 12);
  });
  test('there and back is the same', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 1e6, noNaN: true }),
        (g) => Math.abs(gramsFromPounds(poundsFromGrams(g)) - g) < 1e-6 * g,
      ),
    ));
});

test('1.8 units a day is 55 units a month (common practice, no source)', () => {
  expect(DAYS_PER_MONTH).toBe(30.4375);
  expect(Math.round(unitsPerMonth(1.8))).toBe(55);
});

describe('days', () => {
  test('are counted from 1970-01-01', () => {
    expect(epochDay('1970-01-01')).toBe(0);
    expect(epochDay('2000-02-29')).toBe(11016);
    expect(daysBetween('2024-02-28', '2024-03-01')).toBe(2);
    expect(daysBetween('2025-02-28', '2025-03-01')).toBe(1);
    expect(addMonths('2026-11-24', -12)).toBe('2025-11-01');
  });
  test.each([
    '2025-02-29',
    '2026-13-01',
    '2026-00-10',
    '2026-1-1',
    '20261124',
    '2026-11-24T00:00',
    '',
    '2026-11-31',
    'abcd-ef-gh',
  ])('"%s" is no day', (text) => {
    expect(isDay(text)).toBe(false);
    expect(() => epochDay(text)).toThrow(RangeError);
  });
  test('counting on and back ends where it began', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -10_000, max: 40_000 }),
        fc.integer({ min: -999, max: 999 }),
        (day, n) => addDays(addDays(dayFromEpoch(day), n), -n) === dayFromEpoch(day),
      ),
    ));
});

describe('GTIN check digits: GS1 General Specifications', () => {
  test('629104150021 takes 3', () => expect(gtinCheckDigit('629104150021')).toBe(3));
  test('a wrong digit is found', () => {
    expect(isGtin('6291041500213')).toBe(true);
    expect(isGtin('6291041500214')).toBe(false);
    expect(isGtin('62910414')).toBe(false);
    expect(gtinCheckDigit('62910415002x')).toBeNull();
  });
});
