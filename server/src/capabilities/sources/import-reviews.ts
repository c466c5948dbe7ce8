import { createHash } from 'node:crypto';
import { dayFromText } from '@kettle/core/measures/day';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import { bulkLoad } from '../../ground/db/bulk.ts';
import type { JobContext, JobPayloads } from '../../ground/jobs/kinds.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { importDone, LARGE, partByHome, refuse, rowsOfUpload, type FieldsOfRow } from './import-file.ts';

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

/** Takes a file of reviews in, all or nothing; a review that is there already counts once. */
export const importReviews = async (payload: JobPayloads['import-reviews'], context: JobContext): Promise<void> => {
  const { db } = context.database;
  const market = await marketOf(db, payload.marketplace);
  const { taken, refused } = await rowsOfUpload(context, payload, (fields) => reviewFrom(fields, market.today));
  const ids = await idsByCode(db, market.id, [...new Set(taken.map((r) => r.code))]);
  const { known, homeless } = partByHome(taken, ids, market.name);
  await context.progress(0, 1, 'Taking reviews in');
  await context.finish(async (inside) => {
    // Only this transaction's own rows are counted: another process may take reviews in at the same time.
    const fresh = await bulkLoad(inside.pool, 'reviews', REVIEW_COLUMNS, () =>
      known.map((r) => reviewCells(ids.get(r.code)!, r)),
    );
    return importDone(
      inside,
      payload,
      'reviews',
      fresh,
      [...refused, ...homeless],
      known.length > fresh ? [`${known.length - fresh} were there already.`] : [],
    );
  });
};

const reviewFrom = (fields: FieldsOfRow, today: string): ReviewRow => {
  const code = fields.text('code').toUpperCase();
  if (code === '') refuse('The listing code is missing.');
  const stars = fields.number('stars', 'Stars', { min: 1, max: 5, whole: true }) ?? refuse('The stars are missing.');
  const day =
    dayFromText(fields.text('day')) ??
    refuse(fields.text('day') === '' ? 'The date is missing.' : `"${fields.text('day').slice(0, 40)}" is no date.`);
  if (day > today) refuse(`The date ${day} lies in the future.`);
  const verified = fields.text('verified').toLowerCase();
  return {
    code,
    stars,
    day,
    title: fields.text('title', 400),
    // At four bytes a letter this fills the column.
    body: fields.text('body', 16_000),
    verified: verified === '' ? null : /^(yes|y|true|1|verified.*)$/.test(verified),
    helpful: fields.number('helpful', 'Found helpful', { min: 0, max: LARGE, whole: true }),
    withPictures: null,
  };
};
