import { asc, eq } from 'drizzle-orm';
import type { SavedCosting } from '@kettle/contract/listings';
import { emptyCosting } from '@kettle/core/costing/costing';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { costings } from '../../ground/db/schema.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';
import { holdListing, listingByCode } from '../../ground/briefs/by-code.ts';
import { scheduleInForce, type Market } from '../../ground/marketplaces/marketplaces.ts';

/** The costing kept for a listing, or an empty one. */
export const costingOf = async (db: Db, listingId: number): Promise<SavedCosting> => {
  const [row] = await db
    .select()
    .from(costings)
    .where(eq(costings.listingId, listingId))
    .orderBy(asc(costings.id))
    .limit(1);
  // Inputs that a later version added take their usual value.
  return row
    ? { price: row.price, inputs: { ...emptyCosting(), ...row.inputs }, version: row.version }
    : { price: null, inputs: emptyCosting(), version: 0 };
};

/** Keeps what was typed into a listing's costing. */
export const keepCosting = async (
  database: Database,
  market: Market,
  code: string,
  costing: SavedCosting,
): Promise<SavedCosting> => {
  const { row } = await listingByCode(database.db, market, code);
  const schedule = await scheduleInForce(database.db, market.id, market.today);
  return atOnce(database, async (inside) => {
    const { db } = inside;
    await holdListing(inside, row.id);
    const there = await costingOf(db, row.id);
    expectVersion(costing.version, there.version, there);
    const version = versionAfter(there.version);
    const values = { price: costing.price, inputs: costing.inputs, feeScheduleId: schedule?.id ?? null, version };
    await db
      .insert(costings)
      .values({ listingId: row.id, ...values })
      .onDuplicateKeyUpdate({ set: values });
    return { ...costing, version };
  });
};
