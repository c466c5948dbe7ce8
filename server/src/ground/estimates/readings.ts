import type { Reading } from '@kettle/core/estimate/reading';
import type { Cell } from '../db/bulk.ts';
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

/** What a feed says of a day. */
type FeedDay = Omit<typeof readings.$inferInsert, 'listingId' | 'source'>;

/** A day of a feed as the cells of `READING_COLUMNS`. */
export const readingCells = (listingId: number, d: FeedDay): Cell[] => [
  listingId,
  d.day,
  d.price ?? null,
  d.rank ?? null,
  d.reviews ?? null,
  d.rating ?? null,
  d.sellers ?? null,
  d.stock ?? null,
  d.stockCapped ?? false,
  d.mainOffer ?? null,
  'feed',
];
