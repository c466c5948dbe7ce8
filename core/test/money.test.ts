import fc from 'fast-check';
import {
  currencyExponent,
  majorFromMinor,
  minorFromMajor,
  minorFromText,
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
  test.each([
    ['19.99', 'USD', 1999],
    ['$19.99', 'USD', 1999],
    ['1,234.50', 'USD', 123450],
    ['1.234,50 €', 'EUR', 123450],
    ['12,5', 'EUR', 1250],
    ['1 234', 'EUR', 123400],
    ['1,500', 'JPY', 1500],
    ['USD 7', 'USD', 700],
    ['-3', 'USD', -300],
    ['1,234,567', 'USD', 123456700],
  ])('"%s" in %s is %i minor units', (text, currency, minor) => expect(minorFromText(text, currency)).toBe(minor));
  test.each(['', 'abc', '1-2', '12x', '..', '1e5', '--4'])('"%s" is no number', (text) =>
    expect(numberFromText(text)).toBeNull(),
  );
  test.each([
    ['1,500', 1.5],
    ['.5', 0.5],
    [',25', 0.25],
    ['12', 12],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['1.234.567', 1_234_567],
  ])('"%s" is the number %d', (text, number) => expect(numberFromText(text)).toBe(number));
  test('what is no sum is null, not zero', () => {
    expect(minorFromText('about ten', 'USD')).toBeNull();
    expect(minorFromText('1.500', 'EUR')).toBe(150);
    expect(minorFromText('1.50', 'JPY')).toBe(2);
  });
  test('major and minor agree', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e9 }),
        (minor) => minorFromMajor(majorFromMinor(minor, 'EUR'), 'EUR') === minor,
      ),
    ));
});
