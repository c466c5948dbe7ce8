import { sql } from 'drizzle-orm';
import { MOST_PIECES } from '@kettle/core/estimate/own-counts';
import { dayFromText } from '@kettle/core/measures/day';
import { ownCounts } from '../db/schema.ts';
import type { JobContext, JobPayloads, JobResult } from '../jobs/kinds.ts';
import { idsByCode } from '../listings/briefs.ts';
import { refreshEstimates } from '../listings/estimates.ts';
import { importResult, refuse, rowsOfUpload, type FieldsOfRow } from './import-file.ts';
import { marketOf } from './marketplaces.ts';

interface CountRow {
  code: string;
  day: string;
  stock: number;
  seller: string;
}
const AT_ONCE = 2000;

/** Takes a file of one's own stock counts in; a second count of a day takes the place of the first. */
export const importCounts = async (
  payload: JobPayloads['import-counts'],
  { database, progress }: JobContext,
): Promise<JobResult> => {
  const { db } = database;
  const market = await marketOf(db, payload.marketplace);
  await progress(0, 1, 'Reading the file');
  const { taken, refused } = await rowsOfUpload(db, payload, (fields) => countFrom(fields, market.today));
  const ids = await idsByCode(db, market.id, [...new Set(taken.map((r) => r.code))]);
  const homeless = [...new Set(taken.filter((r) => !ids.has(r.code)).map((r) => r.code))];
  const known = taken.filter((r) => ids.has(r.code));
  await db.transaction(async (tx) => {
    for (let at = 0; at < known.length; at += AT_ONCE)
      await tx
        .insert(ownCounts)
        .values(
          known
            .slice(at, at + AT_ONCE)
            .map(({ code, day, stock, seller }) => ({ listingId: ids.get(code)!, day, stock, seller })),
        )
        .onDuplicateKeyUpdate({ set: { stock: sql`values(stock)`, seller: sql`values(seller)` } });
  });
  await progress(1, 1, 'Estimating units');
  await refreshEstimates(database, market, [...new Set(known.map((r) => ids.get(r.code)!))]);
  return importResult('counts', known.length, [
    ...refused,
    ...homeless.map((code) => ({
      line: 0,
      reason: `${code} is no listing of ${market.name}. Import the listing first.`,
    })),
  ]);
};

const countFrom = (fields: FieldsOfRow, today: string): CountRow => {
  const code = fields.text('code').toUpperCase();
  if (code === '') refuse('The listing code is missing.');
  const text = fields.text('day');
  const day = dayFromText(text) ?? refuse(text === '' ? 'The date is missing.' : `"${text.slice(0, 40)}" is no date.`);
  if (day > today) refuse(`The date ${day} lies in the future.`);
  const stock =
    fields.number('stock', 'Pieces in stock', { min: 0, max: MOST_PIECES, whole: true }) ??
    refuse('The number of pieces is missing.');
  return { code, day, stock, seller: fields.text('seller').slice(0, 120) };
};
