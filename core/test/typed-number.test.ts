// Numbers as people type them: cases collected by hand before the reader was written, and every figure as the program shows it.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isUnfinished, spellingOf, typedNumber } from '../src/measures/typed-number.ts';

const plain = (text: string, decimals?: number): string | null => {
  const spelling = spellingOf(text, decimals);
  return spelling.kind === 'plain' ? spelling.plain : null;
};
const choices = (text: string, decimals?: number): readonly string[] => {
  const spelling = spellingOf(text, decimals);
  return spelling.kind === 'doubtful' ? spelling.choices : [];
};

test.each([
  ['1,000', 1000],
  ['1,500', 1500],
  ['1,250', 1250],
  ['5,000', 5000],
  ['1,200', 1200],
  ['1,234,567.89', 1234567.89],
  ['12.5', 12.5],
  ['.5', 0.5],
  ['5.', 5],
  ['-1,000', -1000],
  ['−3', -3],
  ['+7', 7],
  ['1 000', 1000],
  ['1\u202f000', 1000],
  ['1’000.50', 1000.5],
  ['$1,000', 1000],
  ['1,000 €', 1000],
  ['-$5', -5],
  ['0', 0],
  ['007', 7],
  ['1.234', 1.234],
])('%s is %d', (text, number) => expect(typedNumber(text)).toBe(number));

test.each([
  ['12,50', ['12.50']],
  ['0,567', ['0.567']],
  ['1,5', ['1.5']],
  ['1.234,50', ['1234.50']],
  ['1.234.567', ['1234567']],
  ['1,0000', ['1.0000']],
  ['-9,40', ['-9.40']],
  ['1,00,000', ['100000']],
  ['12,', ['12']],
])('%s is doubtful: %j', (text, expected) => {
  expect(choices(text)).toEqual(expected);
  expect(typedNumber(text)).toBeNull();
});

test.each([
  '',
  ' ',
  'abc',
  '1e3',
  '1.2.3',
  '1,2,3',
  '12 apples',
  '..',
  ',',
  '1,000,00.5.5',
  '--1',
  '٣',
  'NaN',
  'Infinity',
])('“%s” is not a number', (text) => expect(spellingOf(text).kind).toBe('none'));

describe('a point before three digits', () => {
  test('is doubtful where a figure has fewer decimals, and a decimal point elsewhere', () => {
    expect(choices('1.250', 2)).toEqual(['1250', '1.250']);
    expect(choices('1.000', 0)).toEqual(['1000', '1.000']);
    expect(plain('1.250', 3)).toBe('1.250');
    expect(plain('0.567', 2)).toBe('0.567');
    expect(plain('1,234.567', 2)).toBe('1234.567');
  });
});

test('a number that is being typed may still get its thousands', () => {
  for (const text of ['1,', '1,5', '1,50', '12,345,6']) expect([text, isUnfinished(text)]).toEqual([text, true]);
  for (const text of ['1', '1,500', '0,5', '12,5000', '1.5']) expect([text, isUnfinished(text)]).toEqual([text, false]);
});

test('every figure as the program shows it is read as that figure', () => {
  const format = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 2 });
  fc.assert(
    fc.property(fc.double({ min: -1e9, max: 1e9, noNaN: true }), (x) => {
      const shown = format.format(x);
      expect(typedNumber(shown)).toBeCloseTo(Number(x.toFixed(2)), 6);
    }),
  );
});

test('a figure as another country shows it is never read as another figure in silence', () => {
  // Locales by their separators: comma decimals, points, blanks, apostrophes, Indian groups.
  for (const locale of [
    'de-DE',
    'fr-FR',
    'pt-BR',
    'pl-PL',
    'de-CH',
    'en-IN',
    'es-ES',
    'nb-NO',
    'it-IT',
    'ru-RU',
    'da-DK',
    'nl-NL',
  ]) {
    const format = new Intl.NumberFormat(locale, { minimumFractionDigits: 2, maximumFractionDigits: 2 });
    fc.assert(
      fc.property(fc.double({ min: -1e8, max: 1e8, noNaN: true }), (x) => {
        const spelling = spellingOf(format.format(x));
        const read =
          spelling.kind === 'plain' ? [spelling.plain] : spelling.kind === 'doubtful' ? spelling.choices : [];
        for (const text of read)
          if (Math.abs(Number(text) - x) > 0.0051) throw new Error(`${locale}: ${format.format(x)} is read as ${text}`);
      }),
      { numRuns: 200 },
    );
  }
});
