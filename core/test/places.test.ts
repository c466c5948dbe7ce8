import { describe, expect, test } from '@jest/globals';
import { placeChange, placeCourse, type PlaceRead } from '../src/changes/places.ts';
import { addDays } from '../src/measures/day.ts';

const TODAY = '2026-11-24';
const reads = (unpaid: readonly (number | null)[], paid: number | null = null): PlaceRead[] =>
  unpaid.map((place, i) => ({ day: addDays(TODAY, i + 1 - unpaid.length), unpaid: place, paid }));
const many = (n: number, place: number | null): (number | null)[] => Array.from({ length: n }, () => place);

describe('a course of places', () => {
  test('typical, best, worst, shares of the first page and its first rows', () => {
    expect(placeCourse(reads([3, 5, null, 9, 3, 4, null, 3, 12, 3]))).toMatchObject({
      readings: 10,
      now: 3,
      typical: 3,
      best: 3,
      worst: 12,
      onPage: 0.8,
      inFirstRows: 0.6,
      paid: 0,
    });
    expect(placeCourse(reads([3, 5], 1))).toMatchObject({ paid: 1, paidNow: 1 });
    expect(placeCourse([])).toMatchObject({ readings: 0, now: null, typical: null, onPage: 0, over7: null });
  });

  test('moves by the middle of as many readings before: a smaller number is a gain', () => {
    expect(placeCourse(reads([...many(7, 12), ...many(7, 4)])).over7).toEqual({ how: 'moved', by: 8 });
    expect(placeCourse(reads([...many(7, 4), ...many(7, 12)])).over7).toEqual({ how: 'moved', by: -8 });
    // One odd day moves no middle.
    expect(placeCourse(reads([...many(7, 4), ...many(6, 4), 40])).over7).toEqual({ how: 'moved', by: 0 });
    expect(placeCourse(reads([...many(28, null), ...many(28, 30)])).over28).toEqual({ how: 'came' });
    expect(placeCourse(reads([...many(7, 30), ...many(7, null)])).over7).toEqual({ how: 'left' });
    expect(placeCourse(reads(many(20, null))).over7).toBeNull();
  });

  test('says nothing without half as many readings before', () => {
    expect(placeCourse(reads(many(10, 4))).over7).toBeNull();
    expect(placeCourse(reads(many(11, 4))).over7).toEqual({ how: 'moved', by: 0 });
    expect(placeCourse(reads(many(41, 4))).over28).toBeNull();
    expect(placeCourse(reads(many(42, 4))).over28).toEqual({ how: 'moved', by: 0 });
  });
});

describe('a change of place since a day', () => {
  const since = addDays(TODAY, -3);
  test('from so many places on, dated where it began', () => {
    const moved = reads([5, 5, 5, 5, 5, 9, 9]);
    expect(placeChange(moved, since, 4)).toEqual({ before: 5, now: 9, day: addDays(TODAY, -1) });
    expect(placeChange(moved, since, 5)).toBeNull();
  });
  test('onto the page and off it counts whatever the rule', () => {
    expect(placeChange(reads([null, null, null, null, 40, 40, 40]), since, 50)).toMatchObject({
      before: null,
      now: 40,
    });
    expect(placeChange(reads([40, 40, 40, 40, null, null, null]), since, 50)).toMatchObject({ before: 40, now: null });
    expect(placeChange(reads([null, null, null, null, null, null]), since, 1)).toBeNull();
  });
  test('needs readings before and since', () => {
    expect(placeChange(reads([5, 9]), since, 1)).toBeNull();
    expect(
      placeChange(
        reads([5, 9]).map((r) => ({ ...r, day: '2026-10-01' })),
        since,
        1,
      ),
    ).toBeNull();
  });
});
