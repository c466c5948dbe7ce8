/**
 * From where on something counts as changed, for every place that tells of changes: facts of the trade, common practice,
 * no source. Prices of one listing wobble by a few per cent with coupons and rounding; units by more, because they are
 * estimated.
 */
export const MOVED = {
  /** Of what it was before. */
  price: 0.05,
  /** Units of one listing between two looks: less lies within what an estimate moves by itself. */
  units: 0.25,
  /** The rank, as a multiple: half or double. */
  rank: 1,
  /** Stars. */
  rating: 0.2,
  /** Reviews: new ones come always; so many more in a month are a burst. */
  reviews: 0.2,
  /** Mean units of a group of listings: single wobbles cancel out, so less counts. */
  groupUnits: 0.1,
} as const;
