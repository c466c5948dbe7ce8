import type { Reading } from '@kettle/core/estimate/reading';
import type { readings } from '../db/schema.ts';

/** Columns of a reading in the order of its cells. */
export const READING_COLUMNS = [
  'listing_id',
  'day',
  'price',
  'rank',
  'reviews',
  'rating',
  'sellers',
  'stock',
  'stock_capped',
  'main_offer',
  'source',
];

/** A day's row of the table as the core takes it. */
export const asReading = (
  row: Pick<
    typeof readings.$inferSelect,
    'day' | 'price' | 'rank' | 'reviews' | 'rating' | 'sellers' | 'stock' | 'stockCapped' | 'mainOffer'
  >,
): Reading => ({
  day: row.day,
  price: row.price,
  rank: row.rank,
  reviews: row.reviews,
  rating: row.rating === null ? null : row.rating / 100,
  sellers: row.sellers,
  stock: row.stock,
  stockCapped: row.stockCapped,
  mainOffer: row.mainOffer,
});
