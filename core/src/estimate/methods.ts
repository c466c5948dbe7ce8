/** Ways of estimating units that are tried against what was really sold; the surest first. */
export const METHODS = [
  'blend',
  'blend-without-stock',
  'stock-counts',
  'rank-90',
  'rank-30',
  'rank-today',
  'review-pace',
] as const;
export type MethodKey = (typeof METHODS)[number];
export const METHOD_NAMES: Readonly<Record<MethodKey, string>> = {
  blend: 'Together',
  'blend-without-stock': 'Together, without stock counts',
  'stock-counts': 'Stock counts',
  'rank-90': 'Rank curve, 90 days',
  'rank-30': 'Rank curve, 30 days',
  'rank-today': 'Today’s rank alone',
  'review-pace': 'Review pace',
};
