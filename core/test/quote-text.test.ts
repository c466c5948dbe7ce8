import { parseSteps } from '../src/costing/quote-text.ts';

// As suppliers and spreadsheets write price breaks: written by hand before the reader.
test.each([
  ['500 4.70', [[500, 4.7]]],
  [
    '500\t4.70\n1000\t4.35',
    [
      [500, 4.7],
      [1000, 4.35],
    ],
  ],
  ['500\t$4.70', [[500, 4.7]]],
  ['500 - 999 pcs: USD 4.70', [[500, 4.7]]],
  ['500–999\t€ 4,70', [[500, 4.7]]],
  ['1,000+ pcs US$4.35', [[1000, 4.35]]],
  ['≥ 1000 4.35', [[1000, 4.35]]],
  ['>=1.000 Stk.; 4,35 EUR', [[1000, 4.35]]],
  ['1 000 4.35', [[1000, 4.35]]],
  ['MOQ 300, 5.1', [[300, 5.1]]],
  ['from 2000 pieces at 3.99 each', [[2000, 3.99]]],
  ['3000\t0.085', [[3000, 0.085]]],
  [
    '100pcs\t5.20\n500pcs\t4.70\n1000pcs\t4.35',
    [
      [100, 5.2],
      [500, 4.7],
      [1000, 4.35],
    ],
  ],
  ['Quantity\tUnit price\n500\t4.70', [[500, 4.7]]],
  ['ab 500 Stück 4,7', [[500, 4.7]]],
  [
    '500,4.70\n1000,4.35',
    [
      [500, 4.7],
      [1000, 4.35],
    ],
  ],
  ['10,000 pcs\t3.10', [[10_000, 3.1]]],
  ['500 120', [[500, 120]]],
] as [string, [number, number][]][])('%j', (text, wanted) => {
  // prettier-ignore
  const { steps, faults } = parseSteps(text);
  expect(faults).toEqual([]);
  expect(steps.map((s) => [s.from, s.price])).toEqual(wanted);
});

test('lines that cannot be meant are named, the others are read', () => {
  const { steps, faults } = parseSteps('500 4.70\nask us\n1000\n0 3\n2000 -3\n500 4.60\n3000 1e9x');
  expect(steps).toEqual([{ from: 500, price: 4.7 }]);
  expect(faults.map((f) => f.line)).toEqual([2, 3, 4, 5, 6, 7]);
  expect(faults[4]!.reason).toContain('500 pieces are there twice');
});

test('a flood of lines ends', () => {
  const text = Array.from({ length: 5000 }, (_, i) => `${i + 1} 4.70`).join('\n');
  const { steps, faults } = parseSteps(text);
  expect(steps).toHaveLength(40);
  expect(faults).toHaveLength(1);
});
