import { medianOf } from '../stats/robust.ts';

/** A measure over the members of a group; null where none of them has it. */
export interface OverMembers {
  sum: number | null;
  mean: number | null;
  median: number | null;
  least: number | null;
  most: number | null;
  /** Members whose value is known. */
  of: number;
}

/** A measure over the members of a group, of those of whom it is known. @example overMembers([1, null, 3]).mean // => 2 */
export const overMembers = (values: readonly (number | null)[]): OverMembers => {
  const known = values.filter((v) => v !== null);
  if (known.length === 0) return { sum: null, mean: null, median: null, least: null, most: null, of: 0 };
  const sum = known.reduce((all, v) => all + v, 0);
  return {
    sum,
    mean: sum / known.length,
    median: medianOf(known),
    least: Math.min(...known),
    most: Math.max(...known),
    of: known.length,
  };
};

/** Days around the chosen one from which its level is taken where it was not read itself. */
const AROUND = 7;
/**
 * A series as a share of its own value at one place, times 100, so that series of other sizes stand beside it. Where that
 * place is not known the nearest within a week counts, the earlier of two; null for a series that is not known around it, or
 * is 0 there.
 * @example indexedAt([5, 10, null], 0) // => [100,200,null]
 */
export const indexedAt = (values: readonly (number | null)[], at: number): (number | null)[] | null => {
  for (let away = 0; away <= AROUND; away++)
    for (const place of [at - away, at + away]) {
      const base = values[place];
      if (base != null && base !== 0) return values.map((v) => (v === null ? null : (100 * v) / base));
    }
  return null;
};
