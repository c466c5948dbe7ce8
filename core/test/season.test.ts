import { bestThreeMonths, decompose } from '../src/season/season.ts';

/** Monthly totals of international airline passengers in thousands, 1949–1960: Box & Jenkins, Time Series Analysis (1976), series G. */
const SERIES_G = [
  112, 118, 132, 129, 121, 135, 148, 148, 136, 119, 104, 118, 115, 126, 141, 135, 125, 149, 170, 170, 158, 133, 114,
  140, 145, 150, 178, 163, 172, 178, 199, 199, 184, 162, 146, 166, 171, 180, 193, 181, 183, 218, 230, 242, 209, 191,
  172, 194, 196, 196, 236, 235, 229, 243, 264, 272, 237, 211, 180, 201, 204, 188, 235, 227, 234, 264, 302, 293, 259,
  229, 203, 229, 242, 233, 267, 269, 270, 315, 364, 347, 312, 274, 237, 278, 284, 277, 317, 313, 318, 374, 413, 405,
  355, 306, 271, 306, 315, 301, 356, 348, 355, 422, 465, 467, 404, 347, 305, 336, 340, 318, 362, 348, 363, 435, 491,
  505, 404, 359, 310, 337, 360, 342, 406, 396, 420, 472, 548, 559, 463, 407, 362, 405, 417, 391, 419, 461, 472, 535,
  622, 606, 508, 461, 390, 432,
];
const FACTORS = [0.9102, 0.8836, 1.0074, 0.9759, 0.9814, 1.1128, 1.2266, 1.2199, 1.0605, 0.9218, 0.8012, 0.8988];

test('classical decomposition gives the published seasonal factors of series G', () => {
  const found = decompose(SERIES_G)!;
  found.factors.forEach((f, i) => expect(f).toBeCloseTo(FACTORS[i]!, 4));
  expect(found.strength).toBeGreaterThan(0.9);
});

test('a series without season has no strength to speak of, and under 24 months there is no verdict', () => {
  const flat = Array.from({ length: 48 }, (_, i) => 100 + ((i * 7919) % 13));
  expect(decompose(flat)!.strength).toBeLessThan(0.65);
  expect(decompose(flat.slice(0, 23))).toBeNull();
  expect(decompose(new Array<number>(36).fill(0))).toBeNull();
});

test('best three months', () => {
  expect(bestThreeMonths(new Array<number>(24).fill(4))!.share).toBeCloseTo(0.25, 12);
  expect(bestThreeMonths([...new Array<number>(9).fill(0), 1, 1, 1])).toEqual({ share: 1, months: [9, 10, 11] });
  expect(bestThreeMonths(new Array<number>(11).fill(4))).toBeNull();
  expect(bestThreeMonths(new Array<number>(12).fill(0))).toBeNull();
});
