import { count, eq } from 'drizzle-orm';
import { flagBits } from '@kettle/core/listing/flags';
import { WordStock } from '@kettle/core/listing/words';
import type { SiftRow } from '@kettle/core/sift/index';
import {
  briefColumns,
  briefContext,
  briefFrom,
  choicesOf,
  volumeOf,
  type BriefContext,
  type BriefRow,
} from '../../ground/briefs/briefs.ts';
import type { Database, Db } from '../../ground/db/connection.ts';
import { estimates, listings } from '../../ground/db/schema.ts';
import { categoryPaths, type Market } from '../../ground/marketplaces/marketplaces.ts';

/** Rows that are read at once: enough not to wait, few enough not to fill the memory. */
const AT_ONCE = 500;
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
const readingSql = (which: Which): string => {
  const columns = Object.entries(briefColumns)
    .filter(([name]) => !NOT_READ.has(name))
    .map(([name, column]) => `${column.table === estimates ? 'e' : 'l'}.\`${column.name}\` as \`${name}\``);
  return `select ${columns.join(', ')}, to_days(l.on_sale_since) - to_days('1970-01-01') as sinceDay
    from listings l ${'touchedAfter' in which ? '' : 'force index (primary)'} left join estimates e on e.listing_id = l.id
    where l.marketplace_id = ? and l.id > ? and l.id <= ?${'touchedAfter' in which ? ' and l.touched > ?' : ''}
    order by l.id limit ?`;
};
/** Rows touched after a data version, or those of some ids. */
export type Which = { touchedAfter: number } | { after: number; upTo: number };
export const ALL: Which = { after: 0, upTo: Number.MAX_SAFE_INTEGER };

/** The id up to which half of a marketplace's listings lie, and how many those are. */
export const middleOf = async (db: Db, marketplaceId: string, half: number): Promise<number> => {
  const [row] = await db
    .select({ id: listings.id })
    .from(listings)
    .where(eq(listings.marketplaceId, marketplaceId))
    .orderBy(listings.id)
    .limit(1)
    .offset(half - 1);
  return row?.id ?? 0;
};

type ReadRow = BriefRow & { sinceDay: number | null };

/**
 * The rows of a marketplace as the sift index takes them in, ascending by id, some thousand at a time: while some are
 * worked on the database reads the next. Through the binary protocol: the text protocol takes several times as long.
 */
export const readSiftRows = async function* (
  { db, pool }: Pick<Database, 'db' | 'pool'>,
  market: Market,
  which: Which,
): AsyncGenerator<Iterable<SiftRow>> {
  const context = await briefContext(db, market, null);
  const categories = await categoryPaths(db, market.id);
  const words = new WordStock();
  const sql = readingSql(which);
  const bound = 'touchedAfter' in which ? [which.touchedAfter] : [];
  const upTo = 'upTo' in which ? which.upTo : Number.MAX_SAFE_INTEGER;
  const connection = await pool.promise().getConnection();
  const after = async (id: number): Promise<ReadRow[]> =>
    (await connection.execute(sql, [market.id, id, upTo, ...bound, AT_ONCE]))[0] as unknown as ReadRow[];
  const rowsOf = function* (rows: readonly ReadRow[]): Generator<SiftRow> {
    for (const row of rows) yield siftRowFrom(row, categories, context, words);
  };
  try {
    let rows = await after('after' in which ? which.after : 0);
    while (rows.length > 0) {
      const next = rows.length < AT_ONCE ? Promise.resolve([]) : after(rows.at(-1)!.id);
      // Waited for below; a failure meanwhile is told there.
      next.catch(() => undefined);
      yield rowsOf(rows);
      rows = await next;
    }
  } finally {
    connection.release();
  }
};

const siftRowFrom = (
  row: ReadRow,
  categories: ReadonlyMap<number, { path: string; gated: boolean }>,
  context: BriefContext,
  stock: WordStock,
): SiftRow => {
  const category = categories.get(row.categoryId)!;
  row.category = category.path;
  row.gated = category.gated;
  row.onSaleSince = null;
  // The driver hands a boolean over as 0 or 1.
  if (row.soldByMarketplace !== null) row.soldByMarketplace = Boolean(row.soldByMarketplace);
  const words = stock.wordsOf(row.title);
  const brief = briefFrom(
    row,
    context,
    words.map((w) => w.stem),
  );
  return {
    id: row.id,
    category: row.categoryId,
    title: row.title,
    titleWords: words,
    brand: row.brand,
    choices: choicesOf(brief),
    flags: flagBits(brief.flags),
    family: row.familyId ?? 0,
    volume: volumeOf(row),
    onSaleSince: row.sinceDay,
    measures: brief,
  };
};
