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

/** The same review counts once, wherever it comes from. */
export const reviewFingerprint = (
  listingId: number,
  { day, stars, title, body }: Pick<ReviewRow, 'day' | 'stars' | 'title' | 'body'>,
): string =>
  createHash('sha1')
    .update(JSON.stringify([listingId, day, stars, title, body]))
    .digest('hex');

/** A review as a row of the table. */
export const reviewCells = (listingId: number, r: ReviewRow): (string | number | boolean | null)[] => [
  listingId,
  reviewFingerprint(listingId, r),
  r.stars,
  r.title.slice(0, 400),
  r.body,
  r.day,
  r.verified,
  r.helpful,
  r.withPictures,
];
