import { describe, expect, test } from '@jest/globals';
import { indexedAt, overMembers } from '../src/changes/group-figures.ts';

test('a measure over members counts those of whom it is known', () => {
  expect(overMembers([4, null, 1, 10])).toEqual({ sum: 15, mean: 5, median: 4, least: 1, most: 10, of: 3 });
  expect(overMembers([null])).toEqual({ sum: null, mean: null, median: null, least: null, most: null, of: 0 });
});

describe('a series indexed on a day', () => {
  test('is 100 there, whatever its size', () => {
    expect(indexedAt([200, 100, 300], 1)).toEqual([200, 100, 300]);
    expect(indexedAt([2, 1, 3], 1)).toEqual([200, 100, 300]);
  });
  test('takes the nearest day that is known within a week, the earlier of two', () => {
    expect(indexedAt([50, null, null, 20], 1)).toEqual([100, null, null, 40]);
    expect(indexedAt([50, null, 25], 1)).toEqual([100, null, 50]);
    const far = [10, ...Array.from({ length: 8 }, () => null), 20];
    expect(indexedAt(far, 9)!.at(-1)).toBe(100);
    expect(indexedAt([10, ...Array.from({ length: 20 }, () => null)], 8)).toBeNull();
    expect(indexedAt([10, ...Array.from({ length: 20 }, () => null)], 7)).not.toBeNull();
  });
  test('is none where nothing is known, or nothing was sold', () => {
    expect(indexedAt([null, null], 0)).toBeNull();
    expect(indexedAt([0, 0], 0)).toBeNull();
    expect(indexedAt([], 0)).toBeNull();
  });
});
