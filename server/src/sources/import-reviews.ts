import { createHash } from 'node:crypto';
import { bulkLoad } from '../db/bulk.ts';
import { reviews } from '../db/schema.ts';
import { count } from 'drizzle-orm';
import type { JobContext, JobPayloads, JobResult } from '../jobs/kinds.ts';
import { idsByCode } from '../listings/briefs.ts';
import { dayFromText } from '@kettle/core/measures/day';
import { importResult, refuse, rowsOfUpload, type FieldsOfRow } from './import-file.ts';
import { marketOf } from './marketplaces.ts';

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

/** Takes a file of reviews in; reviews that are there already are passed over. */
export const importReviews = async (
  payload: JobPayloads['import-reviews'],
  { database: { db, pool }, progress }: JobContext,
): Promise<JobResult> => {
  const market = await marketOf(db, payload.marketplace);
  await progress(0, 1, 'Reading the file');
  const { taken, refused } = await rowsOfUpload(db, payload, (fields) => reviewFrom(fields, market.today));
  const ids = await idsByCode(db, market.id, [...new Set(taken.map((r) => r.code))]);
  const homeless = taken.filter((r) => !ids.has(r.code));
  const known = taken.filter((r) => ids.has(r.code));
  const countAll = async (): Promise<number> => (await db.select({ n: count() }).from(reviews))[0]!.n;
  const before = await countAll();
  await bulkLoad(pool, 'reviews', REVIEW_COLUMNS, () => known.map((r) => reviewCells(ids.get(r.code)!, r)));
  const fresh = (await countAll()) - before;
  const codes = [...new Set(homeless.map((r) => r.code))];
  return importResult(
    'reviews',
    fresh,
    [
      ...refused,
      ...codes.map((code) => ({
        line: 0,
        reason: `${homeless.filter((r) => r.code === code).length} reviews are of ${code}, which is no listing of ${market.name}. Import the listing first.`,
      })),
    ],
    [...(known.length > fresh ? [`${known.length - fresh} were there already.`] : [])],
  );
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
    title: fields.text('title'),
    body: fields.text('body').slice(0, 20_000),
    verified: verified === '' ? null : /^(yes|y|true|1|verified.*)$/.test(verified),
    helpful: fields.number('helpful', 'Found helpful', { min: 0, whole: true }),
    withPictures: null,
  };
};
