import { bestThreeMonths, decompose } from '../src/season/season.ts';
import { airlinePassengers } from './fixtures/airline-passengers.ts';

const FACTORS = [0.9102, 0.8836, 1.0074, 0.9759, 0.9814, 1.1128, 1.2266, 1.2199, 1.0605, 0.9218, 0.8012, 0.8988];

test('classical decomposition gives the published seasonal factors of series G', () => {
  const found = decompose(airlinePassengers)!;
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
