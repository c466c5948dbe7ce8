import { mean, median } from 'simple-statistics';

/** Makes the median absolute deviation of normal data estimate its standard deviation (Leys et al. 2013). */
export const MAD_SCALE = 1.4826;

/**
 * Median and scaled median absolute deviation; null for no values.
 * Source: Leys et al. (2013), J. Exp. Soc. Psychol. 49.
 * @example robustSpread([1, 3, 3, 6, 8, 10, 10, 1000])?.median // => 7
 */
export const robustSpread = (values: readonly number[]): { median: number; spread: number } | null => {
  if (values.length === 0) return null;
  const middle = median(values as number[]);
  return { median: middle, spread: MAD_SCALE * median(values.map((v) => Math.abs(v - middle))) };
};

/**
 * The value below which a share of the values lies, linearly between neighbours; null for none. Not the package's: that
 * one takes the nearest value (Hyndman & Fan 1996, type 2), so that small shelves' bands would jump; this is their type 7.
 * @example quantileOf([4, 1, 3, 2], 0.5) // => 2.5
 */
export const quantileOf = (values: readonly number[], share: number): number | null => {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const at = share * (sorted.length - 1);
  const below = Math.floor(at);
  const low = sorted[below]!;
  const high = sorted[Math.min(below + 1, sorted.length - 1)]!;
  return low + (high - low) * (at - below);
};

/** The middle value; null for none. @example medianOf([3, 1, 2]) // => 2 */
export const medianOf = (values: readonly number[]): number | null =>
  values.length === 0 ? null : median(values as number[]);

/** The arithmetic mean; null for none. @example meanOf([1, 2, 6]) // => 3 */
export const meanOf = (values: readonly number[]): number | null =>
  values.length === 0 ? null : mean(values as number[]);
