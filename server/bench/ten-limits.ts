import { emptyQuery, type Range, type SiftQuery } from '@kettle/core/sift/limits';
import type { MeasureKey } from '@kettle/core/sift/measures';

/** Ten limits as a seller sets them; the least price is the bound that moves. */
const ranges = (i: number): Partial<Record<MeasureKey, Range>> => ({
  price: { min: 1500 + (i % 97) * 10, max: 6000 },
  units: { min: 60, max: null },
  revenue: { min: 250_000, max: null },
  reviews: { min: null, max: 300 },
  rating: { min: 3, max: 4.6 },
  weight: { min: null, max: 1800 },
  sellers: { min: null, max: 3 },
  net: { min: 700, max: null },
  months: { min: 3, max: null },
  craft: { min: null, max: 90 },
});
export const TEN_KEYS = Object.keys(ranges(0)) as MeasureKey[];
export const tenLimits = (i: number, more: Partial<SiftQuery> = {}): SiftQuery => ({
  ...emptyQuery(),
  ranges: ranges(i),
  ...more,
});
