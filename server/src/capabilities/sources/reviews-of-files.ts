import { createHash } from 'node:crypto';

export interface ReviewRow {
  code: string;
  stars: number;
  title: string;
  body: string;
  day: string;
  verified: boolean | null;
  helpful: number | null;
  withPictures: boolean | null;
}

export const REVIEW_COLUMNS = [
  'listing_id',
  'fingerprint',
  'stars',
  'title',
  'body',
  'day',
  'verified',
  'helpful',
  'with_pictures',
];

/** A review as a row of the table; the fingerprint makes the same review count once. */
export const reviewCells = (listingId: number, r: ReviewRow): (string | number | boolean | null)[] => [
  listingId,
  createHash('sha1')
    .update(JSON.stringify([listingId, r.day, r.stars, r.title, r.body]))
    .digest('hex'),
  r.stars,
  r.title.slice(0, 400),
  r.body,
  r.day,
  r.verified,
  r.helpful,
  r.withPictures,
];
