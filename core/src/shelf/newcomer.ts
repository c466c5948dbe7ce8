import type { ShelfRules } from '../documents/shelf-rules.ts';

/**
 * Came lately, or has few reviews still.
 * @example isNewcomer({ months: 40, reviews: 50 }, { newcomerMonths: 12, newcomerReviews: 50 }) // => true
 */
export const isNewcomer = (
  { months, reviews }: { months: number | null; reviews: number | null },
  { newcomerMonths, newcomerReviews }: Pick<ShelfRules, 'newcomerMonths' | 'newcomerReviews'>,
): boolean => (months !== null && months < newcomerMonths) || (reviews !== null && reviews <= newcomerReviews);
