import { eq } from 'drizzle-orm';
import { epochDay } from '@kettle/core/measures/day';
import { patchSiftIndex, SiftIndexBuilder } from '@kettle/core/sift/build-index';
import type { SiftIndex, SiftRow } from '@kettle/core/sift/index';
import type { Database } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';
import { marketOf, scheduleInForce } from '../../ground/marketplaces/marketplaces.ts';
import { countListings, readSiftRows } from './read-rows.ts';

/** An index with what it was built from: while that stands, it holds. */
export interface Build {
  index: SiftIndex;
  dataVersion: number;
  today: string;
  /** The fees that nets are reckoned with: schedule and month (storage has seasons). */
  fees: string;
  builtAt: string;
}

/** More rows than this are not patched in one by one. */
const MOST_PATCHED = 50_000;

/**
 * The sift index of a marketplace from the database: the earlier one with the rows patched in that were touched since,
 * where that will do; else the whole, built anew.
 */
export const buildIndex = async (
  database: Pick<Database, 'db' | 'pool'>,
  marketplaceId: string,
  earlier: Build | null,
): Promise<Build> => {
  const { db } = database;
  const [state] = await db.select().from(marketplaces).where(eq(marketplaces.id, marketplaceId));
  const market = await marketOf(db, marketplaceId);
  const schedule = await scheduleInForce(db, marketplaceId, market.today);
  const made = {
    dataVersion: state!.dataVersion,
    today: market.today,
    fees: `${schedule?.id ?? 0}/${market.today.slice(0, 7)}`,
    builtAt: new Date().toISOString(),
  };
  const today = epochDay(market.today);
  const isFresh =
    earlier && earlier.dataVersion === made.dataVersion && earlier.today === made.today && earlier.fees === made.fees;
  if (isFresh) return earlier;
  if (earlier && earlier.fees === made.fees && earlier.dataVersion >= state!.rebuiltVersion) {
    const rows: SiftRow[] = [];
    for await (const row of readSiftRows(database, market, earlier.dataVersion))
      if (rows.push(row) > MOST_PATCHED) break;
    const patched = rows.length > MOST_PATCHED ? null : patchSiftIndex(earlier.index, rows, today);
    if (patched) return { ...made, index: patched };
  }
  const builder = new SiftIndexBuilder(await countListings(db, marketplaceId), today);
  for await (const row of readSiftRows(database, market, null)) if (!builder.add(row)) break;
  return { ...made, index: builder.finish() };
};
