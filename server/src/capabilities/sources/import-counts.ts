import { sql } from 'drizzle-orm';
import { MOST_PIECES } from '@kettle/core/estimate/own-counts';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import { ownCounts } from '../../ground/db/schema.ts';
import { estimateAnew } from '../../ground/estimates/estimates.ts';
import type { JobContext, JobPayloads } from '../../ground/jobs/kinds.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { importDone, partByHome, refuse, rowsOfUpload, type FieldsOfRow } from './import-file.ts';

interface CountRow {
  code: string;
  day: string;
  stock: number;
  seller: string;
}
const AT_ONCE = 2000;

/** Takes a file of one's own stock counts in, all or nothing; a second count of a day takes the place of the first. */
export const importCounts = async (payload: JobPayloads['import-counts'], context: JobContext): Promise<void> => {
  const { db } = context.database;
  const market = await marketOf(db, payload.marketplace);
  const read = await rowsOfUpload(context, 'counts', market, payload, (fields) => countFrom(fields, market.today));
  const { taken } = read;
  const ids = await idsByCode(db, market.id, [...new Set(taken.map((r) => r.code))]);
  const { known, homeless } = partByHome(taken, ids, market.name);
  await context.progress(1, 1, 'Estimating units');
  await context.finish(async (inside) => {
    for (let at = 0; at < known.length; at += AT_ONCE)
      await inside.db
        .insert(ownCounts)
        .values(
          known
            .slice(at, at + AT_ONCE)
            .map(({ code, day, stock, seller }) => ({ listingId: ids.get(code)!, day, stock, seller })),
        )
        .onDuplicateKeyUpdate({ set: { stock: sql`values(stock)`, seller: sql`values(seller)` } });
    const changed = await estimateAnew(inside, market, [...new Set(known.map((r) => ids.get(r.code)!))]);
    return importDone(
      inside,
      payload,
      'counts',
      known.length,
      { ...read, refused: [...read.refused, ...homeless] },
      changed,
    );
  });
};

const countFrom = (fields: FieldsOfRow, today: string): CountRow => {
  const code = fields.needed(fields.text('code').toUpperCase() || null, 'code');
  const day = fields.needed(fields.date('day'), 'day');
  if (day > today) refuse(`The date ${day} lies in the future.`);
  const stock = fields.needed(fields.whole('stock', { min: 0, max: MOST_PIECES }), 'stock');
  return { code, day, stock, seller: fields.text('seller', 120) };
};
