import { eq } from 'drizzle-orm';
import { epochDay } from '@kettle/core/measures/day';
import {
  patchSiftIndex,
  reruleSiftIndex,
  SiftIndexBuilder,
  type SiftPart,
  type SiftSlots,
} from '@kettle/core/sift/build-index';
import { ruleFor } from '@kettle/core/fees/schedule';
import type { Graded, Measured } from '@kettle/core/sift/grades';
import type { SiftIndex, SiftRow } from '@kettle/core/sift/index';
import type { Database } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';
import { costRulesOf } from '../../ground/briefs/briefs.ts';
import { costedListings } from '../../ground/costings/costed.ts';
import { categoryPaths, marketOf, scheduleInForce, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { ALL, countListings, middleOf, readSiftRows } from './read-rows.ts';

/** An index with what it was built from: while that stands, it holds. */
export interface Build {
  index: SiftIndex;
  dataVersion: number;
  today: string;
  /** The fees that nets are reckoned with: schedule and month (storage has seasons). */
  fees: string;
  /** Of the rule of thumb and the costings that stand in its place. */
  ruled: number;
  builtAt: string;
}

/** More rows than this are not patched in one by one. */
const MOST_PATCHED = 50_000;

/** A second thread that does a part of a build, on a connection of its own. */
export interface BuildHelper {
  /** From how many listings on the work is worth parting. */
  worth: number;
  part: (asked: PartAsked) => Promise<SiftPart>;
  grade: (measured: Measured) => Promise<Graded>;
}
export interface PartAsked {
  market: Market;
  after: number;
  capacity: number;
  today: number;
  slots: SiftSlots;
}

/** Takes rows in until there is no room for more. */
const addAll = async (
  builder: SiftIndexBuilder,
  rows: AsyncIterable<Iterable<SiftRow>>,
  most = Number.POSITIVE_INFINITY,
): Promise<void> => {
  let n = 0;
  for await (const some of rows) for (const row of some) if (n++ >= most || !builder.add(row)) return;
};

/** The listings behind an id, put into the slots of whoever builds the whole. */
export const buildPart = async (
  database: Pick<Database, 'db' | 'pool'>,
  { market, after, capacity, today, slots }: PartAsked,
): Promise<SiftPart> => {
  const builder = new SiftIndexBuilder(capacity, today, slots);
  await addAll(builder, readSiftRows(database, market, { ...ALL, after }));
  return builder.part();
};

/**
 * The sift index of a marketplace from the database: the earlier one with the rows patched in that were touched since,
 * where that will do; else the whole, built anew.
 */
export const buildIndex = async (
  database: Pick<Database, 'db' | 'pool'>,
  marketplaceId: string,
  earlier: Build | null,
  helper: BuildHelper | null = null,
): Promise<Build> => {
  const { db } = database;
  const [state] = await db.select().from(marketplaces).where(eq(marketplaces.id, marketplaceId));
  const market = await marketOf(db, marketplaceId);
  const schedule = await scheduleInForce(db, marketplaceId, market.today);
  const made = {
    dataVersion: state!.dataVersion,
    today: market.today,
    fees: `${schedule?.id ?? 0}/${market.today.slice(0, 7)}`,
    ruled: market.ruledVersion,
    builtAt: new Date().toISOString(),
  };
  const today = epochDay(market.today);
  const isOfData =
    earlier && earlier.dataVersion === made.dataVersion && earlier.today === made.today && earlier.fees === made.fees;
  const ruled = async (index: SiftIndex): Promise<SiftIndex> => {
    if (earlier?.ruled === made.ruled) return index;
    const [rules, costed, paths] = await Promise.all([
      costRulesOf(db, marketplaceId),
      costedListings(db, market, null),
      categoryPaths(db, marketplaceId),
    ]);
    return reruleSiftIndex(index, (id) => rules && ruleFor(rules.rules, paths.get(id)?.path ?? ''), costed);
  };
  if (isOfData) return earlier.ruled === made.ruled ? earlier : { ...made, index: await ruled(earlier.index) };
  if (earlier && earlier.fees === made.fees && earlier.dataVersion >= state!.rebuiltVersion) {
    const rows: SiftRow[] = [];
    for await (const more of readSiftRows(database, market, { touchedAfter: earlier.dataVersion })) {
      rows.push(...more);
      if (rows.length > MOST_PATCHED) break;
    }
    const patched = rows.length > MOST_PATCHED ? null : patchSiftIndex(earlier.index, rows, today);
    if (patched) return { ...made, index: await ruled(patched) };
  }
  const total = await countListings(db, marketplaceId);
  const builder = new SiftIndexBuilder(total, today);
  if (!helper || total < helper.worth) {
    await addAll(builder, readSiftRows(database, market, ALL));
    return { ...made, index: builder.finish() };
  }
  const half = total >> 1;
  const middle = await middleOf(db, marketplaceId, half);
  const slots = builder.behind(half);
  const part = helper.part({ market, after: middle, capacity: total - half, today, slots });
  // Waited for below; should the own half fail first, its failure is the one that is told.
  part.catch(() => undefined);
  await addAll(builder, readSiftRows(database, market, { after: 0, upTo: middle }), half);
  builder.join(await part, half);
  return { ...made, index: await builder.finishBeside((measured) => helper.grade(measured)) };
};
