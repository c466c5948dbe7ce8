import { and, count, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidates, listings, marketplaces } from '../../ground/db/schema.ts';
import { raiseDataVersion } from '../../ground/estimates/estimates.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { conflict, notFound } from '../../ground/problems/problem.ts';

const NOW = sql`utc_timestamp(3)` as unknown as string;
const AT_ONCE = 1000;

/** Puts a marketplace with all that belongs to it into the bin: it is seen nowhere, and can be put back. */
export const binMarketplace = async (db: Db, market: Market): Promise<void> => {
  if (market.simulated) throw conflict(`${market.name} belongs to the demo and stays.`);
  await db.update(marketplaces).set({ binnedAt: NOW }).where(eq(marketplaces.id, market.id));
};

export const restoreMarketplace = async (db: Db, id: string): Promise<void> => {
  const [result] = await db
    .update(marketplaces)
    .set({ binnedAt: null })
    .where(and(eq(marketplaces.id, id), isNotNull(marketplaces.binnedAt), isNull(marketplaces.binOf)));
  if (result.affectedRows === 0) throw notFound(`A marketplace "${id}" in the bin`);
};

/** Marketplaces in the bin, and how many listings lie in the bins of the others. */
export const binned = async (db: Db) => {
  const rows = await db
    .select({
      id: marketplaces.id,
      name: marketplaces.name,
      at: marketplaces.binnedAt,
      binOf: marketplaces.binOf,
      listings: count(listings.id),
    })
    .from(marketplaces)
    .leftJoin(listings, eq(listings.marketplaceId, marketplaces.id))
    .where(isNotNull(marketplaces.binnedAt))
    .groupBy(marketplaces.id);
  return {
    marketplaces: rows
      .filter((r) => r.binOf === null)
      .map(({ id, name, at, listings: n }) => ({ id, name, at: at!, listings: n })),
    listingsOf: new Map(rows.flatMap((r) => (r.binOf === null ? [] : [[r.binOf, r.listings] as const]))),
  };
};

/** The marketplace, seen nowhere, that removed listings of one belong to until they are put back. */
const binOf = async (db: Db, market: Market): Promise<string> => {
  const id = `~${market.id}`.slice(0, 40);
  await db.insert(marketplaces).ignore().values({
    id,
    name: market.name,
    currency: market.currency,
    measures: market.measures,
    host: market.host,
    binOf: market.id,
    binnedAt: NOW,
  });
  return id;
};

/** Removes listings from a catalogue until they are put back; those that a candidate stands on stay, and are named. */
export const binListings = (
  database: Database,
  market: Market,
  codes: readonly string[],
): Promise<{ removed: number; kept: string[] }> =>
  atOnce(database, async ({ db }) => {
    const bin = await binOf(db, market);
    const rows = await db
      .select({ id: listings.id, code: listings.code, candidate: candidates.id })
      .from(listings)
      .leftJoin(candidates, eq(candidates.anchorId, listings.id))
      .where(and(eq(listings.marketplaceId, market.id), inArray(listings.code, [...codes, ''])));
    const kept = rows.filter((r) => r.candidate !== null).map((r) => r.code);
    const free = rows.filter((r) => r.candidate === null);
    // One of the same code that lay there is overtaken by the newer.
    await db
      .delete(listings)
      .where(and(eq(listings.marketplaceId, bin), inArray(listings.code, [...free.map((r) => r.code), ''])));
    await db
      .update(listings)
      .set({ marketplaceId: bin })
      .where(inArray(listings.id, [...free.map((r) => r.id), 0]));
    await raiseDataVersion(db, market.id, null);
    return { removed: free.length, kept: [...new Set(kept)] };
  });

/** Puts all removed listings back; where one of the same code has come since, that one stays. */
export const restoreListings = (database: Database, market: Market): Promise<{ restored: number; overtaken: number }> =>
  atOnce(database, async ({ db }) => {
    const bin = await binOf(db, market);
    const rows = await db
      .select({ id: listings.id, code: listings.code })
      .from(listings)
      .where(eq(listings.marketplaceId, bin));
    let restored = 0;
    for (let at = 0; at < rows.length; at += AT_ONCE) {
      const batch = rows.slice(at, at + AT_ONCE);
      const there = new Set(
        (
          await db
            .select({ code: listings.code })
            .from(listings)
            .where(
              and(
                eq(listings.marketplaceId, market.id),
                inArray(
                  listings.code,
                  batch.map((r) => r.code),
                ),
              ),
            )
        ).map((r) => r.code),
      );
      const free = batch.filter((r) => !there.has(r.code)).map((r) => r.id);
      restored += free.length;
      await db
        .update(listings)
        .set({ marketplaceId: market.id })
        .where(inArray(listings.id, [...free, 0]));
    }
    await raiseDataVersion(db, market.id, null);
    return { restored, overtaken: rows.length - restored };
  });
