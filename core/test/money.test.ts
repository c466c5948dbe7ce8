import fc from 'fast-check';
import {
  currencyExponent,
  majorFromMinor,
  minorFromMajor,
  numberFromText,
  roundHalfAway,
  shareOf,
} from '../src/money/money.ts';

describe('currency exponents: ISO 4217, list one, minor unit', () => {
  test.each([
    ['JPY', 0],
    ['USD', 2],
    ['EUR', 2],
    ['KWD', 3],
  ])('%s has %i', (code, digits) => expect(currencyExponent(code)).toBe(digits));
  test('what is no code is refused', () => expect(() => currencyExponent('dollars')).toThrow(RangeError));
});

describe('rounding half away from zero', () => {
  test.each([
    [2.5, 3],
    [-2.5, -3],
    [2.4999, 2],
    [1.005 * 100, 101],
    [0, 0],
    [-0.4, 0],
  ])('%d becomes %d', (x, whole) => expect(roundHalfAway(x)).toBe(whole));
  test('is never further off than a half', () =>
    fc.assert(
      fc.property(fc.double({ min: -1e9, max: 1e9, noNaN: true }), (x) => Math.abs(roundHalfAway(x) - x) <= 0.5 + 1e-6),
    ));
  test('15 % of 41.50 is 6.23', () => expect(shareOf(4150, 0.15)).toBe(623));
});

describe('sums as people type them', () => {
  test.each(['', 'abc', '1-2', '12x', '..', '1e5', '--4'])('"%s" is no number', (text) =>
    expect(numberFromText(text)).toBeNull(),
  );
  test.each([
    ['1,500', 1500],
    ['9,40', 9.4],
    ['1.500', 1.5],
    ['.5', 0.5],
    ['12', 12],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['1.234.567', 1_234_567],
  ])('"%s" is the number %d', (text, number) => expect(numberFromText(text)).toBe(number));
  test('a number of whole things is never a fraction', () => expect(numberFromText('1.500', true)).toBe(1500));
  test('major and minor agree', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e9 }),
        (minor) => minorFromMajor(majorFromMinor(minor, 'EUR'), 'EUR') === minor,
      ),
    ));
});
