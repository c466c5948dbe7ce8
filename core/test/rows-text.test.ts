import { parseRows } from '../src/fees/rows-text.ts';

// As public tables of fees are pasted, written by hand before the reader.
test.each([
  ['0.5 3.22', [[0.5, 3.22]]],
  [
    'Up to 0.5 lb\t$3.22\nUp to 1 lb\t$3.86',
    [
      [0.5, 3.22],
      [1, 3.86],
    ],
  ],
  [
    'Weight\tFee\n250 g\t2,61 €\n500 g\t2,87 €',
    [
      [250, 2.61],
      [500, 2.87],
    ],
  ],
  [
    '≤ 1 kg: 4.18\n≤ 2 kg: 4.97',
    [
      [1, 4.18],
      [2, 4.97],
    ],
  ],
  [
    '10 8 %\n15 %',
    [
      [10, 8],
      [null, 15],
    ],
  ],
  ['15', [[null, 15]]],
  ['1;3,5', [[1, 3.5]]],
  ['1,000 12.50', [[1000, 12.5]]],
] as [string, [number | null, number][]][])('%j', (text, wanted) => {
  // prettier-ignore
  const { rows, faults } = parseRows(text);
  expect(faults).toEqual([]);
  expect(rows.map((r) => [r.upTo, r.value])).toEqual(wanted);
});

test('what cannot be meant is named by its line', () => {
  const { rows, faults } = parseRows('1 3\n1 4\nfree\n2 -5\n3 1 4\n9\n10 2');
  expect(rows).toEqual([{ upTo: 1, value: 3 }, { upTo: null, value: 9 }]); // prettier-ignore
  expect(faults.map((f) => f.line)).toEqual([2, 3, 4, 5, 7]);
});
