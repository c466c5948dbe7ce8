import { count, eq } from 'drizzle-orm';
import type mysql from 'mysql2';
import { flagBits } from '@kettle/core/listing/flags';
import { stemOf, wordsOf } from '@kettle/core/listing/words';
import type { SiftRow } from '@kettle/core/sift/index';
import {
  briefColumns,
  briefContext,
  briefFrom,
  choicesOf,
  type BriefContext,
  type BriefRow,
} from '../../ground/briefs/briefs.ts';
import type { Database, Db } from '../../ground/db/connection.ts';
import { estimates, listings } from '../../ground/db/schema.ts';
import { categoryPaths, type Market } from '../../ground/marketplaces/marketplaces.ts';

/** How many rows the stream keeps ready: enough not to wait, few enough not to fill the memory. */
const AHEAD = 5000;
/** Read by no limit, or reckoned anew each day. */
const NOT_READ = new Set(['code', 'category', 'gated', 'seenOn', 'onSaleSince']);

export const countListings = async (db: Db, marketplaceId: string): Promise<number> => {
  const [row] = await db.select({ n: count() }).from(listings).where(eq(listings.marketplaceId, marketplaceId));
  return row?.n ?? 0;
};

/**
 * What is read of each listing, written by hand: without the join of the categories and in the order of the primary key
 * the database need not sort a million rows, and days as numbers need not be taken apart. The driver then makes an object
 * a row by itself.
 */
const readingSql = (touchedOnly: boolean): string => {
  const columns = Object.entries(briefColumns)
    .filter(([name]) => !NOT_READ.has(name))
    .map(([name, column]) => `${column.table === estimates ? 'e' : 'l'}.\`${column.name}\` as \`${name}\``);
  return `select ${columns.join(', ')}, to_days(l.on_sale_since) - to_days('1970-01-01') as sinceDay
    from listings l ${touchedOnly ? '' : 'force index (primary)'} left join estimates e on e.listing_id = l.id
    where l.marketplace_id = ?${touchedOnly ? ' and l.touched > ?' : ''} order by l.id`;
};

type ReadRow = BriefRow & { sinceDay: number | null };

/**
 * The rows of a marketplace as the sift index takes them in, ascending by id; only those touched after a data version
 * when one is given. Streamed through the binary protocol: the text protocol takes several times as long.
 */
export const readSiftRows = async function* (
  { db, pool }: Pick<Database, 'db' | 'pool'>,
  market: Market,
  touchedAfter: number | null,
): AsyncGenerator<SiftRow> {
  const context = await briefContext(db, market, null);
  const categories = await categoryPaths(db, market.id);
  // A pool hands out no streams; its connections do.
  const connection = await new Promise<mysql.PoolConnection>((resolve, reject) =>
    pool.getConnection((error, got) => (error ? reject(error) : resolve(got))),
  );
  try {
    const stream = connection
      .execute(readingSql(touchedAfter !== null), touchedAfter === null ? [market.id] : [market.id, touchedAfter])
      .stream({ highWaterMark: AHEAD });
    for await (const row of stream as AsyncIterable<ReadRow>) yield siftRowFrom(row, categories, context);
  } finally {
    connection.release();
  }
};

const siftRowFrom = (
  row: ReadRow,
  categories: ReadonlyMap<number, { path: string; gated: boolean }>,
  context: BriefContext,
): SiftRow => {
  const category = categories.get(row.categoryId)!;
  row.category = category.path;
  row.gated = category.gated;
  row.onSaleSince = null;
  // The driver hands a boolean over as 0 or 1.
  if (row.soldByMarketplace !== null) row.soldByMarketplace = Boolean(row.soldByMarketplace);
  const words = wordsOf(row.title);
  const brief = briefFrom(row, context, words.map(stemOf));
  return {
    id: row.id,
    category: row.categoryId,
    title: row.title,
    titleWords: words,
    brand: row.brand,
    choices: choicesOf(brief),
    flags: flagBits(brief.flags),
    family: row.familyId ?? 0,
    onSaleSince: row.sinceDay,
    measures: brief,
  };
};
