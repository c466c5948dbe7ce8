import { createHash } from 'node:crypto';
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
  const read = await rowsOfUpload(context, 'reviews', market, payload, (fields) => reviewFrom(fields, market.today));
  const { taken } = read;
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
      { ...read, refused: [...read.refused, ...homeless] },
      null,
      known.length > fresh ? [`${known.length - fresh} were there already.`] : [],
    );
  });
};

const reviewFrom = (fields: FieldsOfRow, today: string): ReviewRow => {
  const code = fields.needed(fields.text('code').toUpperCase() || null, 'code');
  const stars = Math.round(fields.needed(fields.stars('stars'), 'stars'));
  if (stars < 1) refuse(`Stars must be 1 or more, not ${fields.text('stars').slice(0, 40)}.`);
  const day = fields.needed(fields.date('day'), 'day');
  if (day > today) refuse(`The date ${day} lies in the future.`);
  const verified = fields.text('verified');
  return {
    code,
    stars,
    day,
    title: fields.text('title', 400),
    // At four bytes a letter this fills the column.
    body: fields.text('body', 16_000),
    verified: /^verified/i.test(verified) ? true : fields.yesOrNo('verified'),
    helpful: fields.whole('helpful', { min: 0, max: LARGE }),
    withPictures: null,
  };
};
