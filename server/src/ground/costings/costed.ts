import { and, eq, inArray, isNull, ne, or, sql } from 'drizzle-orm';
import { costing } from '@kettle/core/costing/costing';
import { EMPTY_PLAN } from '@kettle/core/costing/launch';
import type { ByRule } from '@kettle/core/costing/rule-of-thumb';
import type { Db } from '../db/connection.ts';
import { candidates, categories, costings, estimates, listings, marketplaces } from '../db/schema.ts';
import { scheduleInForce, schedulesById, type Market } from '../marketplaces/marketplaces.ts';

/**
 * What costings say of the listings they are of, in the place of the rule of thumb: that of the newest candidate that is not
 * dropped, else the listing's own. A costing that is not known as a whole says nothing.
 * @param only the listings that are asked for; null for all
 */
export const costedListings = async (
  db: Db,
  market: Market,
  only: readonly number[] | null,
): Promise<Map<number, ByRule>> => {
  if (only?.length === 0) return new Map();
  const rows = await db
    .select({
      listingId: costings.listingId,
      document: costings.document,
      scheduleId: costings.feeScheduleId,
      price: listings.price,
      category: categories.path,
      weight: listings.weight,
      long: listings.sideLong,
      middle: listings.sideMiddle,
      short: listings.sideShort,
      units: estimates.units,
    })
    .from(costings)
    .innerJoin(listings, eq(listings.id, costings.listingId))
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .leftJoin(estimates, eq(estimates.listingId, listings.id))
    .leftJoin(candidates, eq(candidates.costingId, costings.id))
    .where(
      and(
        eq(listings.marketplaceId, market.id),
        only ? inArray(costings.listingId, [...only]) : undefined,
        or(isNull(costings.candidateId), and(eq(candidates.id, costings.candidateId), ne(candidates.stage, 'dropped'))),
      ),
    )
    // The last of a listing stays: its own first, then the candidates' in their order.
    .orderBy(sql`coalesce(${candidates.id}, 0)`);
  if (rows.length === 0) return new Map();
  const [inForce, named] = await Promise.all([
    scheduleInForce(db, market.id, market.today),
    schedulesById(db, market.id, [...new Set(rows.flatMap((r) => r.scheduleId ?? []))]),
  ]);
  const found = new Map<number, ByRule>();
  for (const row of rows) {
    const { document, long, middle, short } = row;
    const schedule = named.get(row.scheduleId ?? 0) ?? inForce;
    const price = document.price ?? row.price;
    if (!schedule || price === null) continue;
    const sides = long !== null && middle !== null && short !== null ? ([long, middle, short] as const) : null;
    const result = costing(
      schedule.document,
      { price, category: row.category, weight: row.weight, sides },
      document,
      market.today,
    );
    if (!result.known) continue;
    const { profit, margin, outlay } = result.costing;
    const monthly = profit * (row.units ?? Number.NaN) * (document.plan ?? EMPTY_PLAN).unitsShare;
    const toEnter = outlay ?? Number.NaN;
    found.set(row.listingId, {
      profit,
      margin,
      outlay: toEnter,
      payback: monthly > 0 ? toEnter / monthly : Number.NaN,
    });
  }
  return found;
};

/** Tells lists that what is said by the rule of thumb or by costings is another. */
export const raiseRuledVersion = async (db: Db, marketplaceId: string): Promise<void> => {
  await db
    .update(marketplaces)
    .set({ ruledVersion: sql`${marketplaces.ruledVersion} + 1` })
    .where(eq(marketplaces.id, marketplaceId));
};
