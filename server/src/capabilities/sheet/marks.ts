import { and, eq, inArray, notInArray, sql } from 'drizzle-orm';
import type { MarkState } from '@kettle/core/documents/stages';
import type { Db } from '../../ground/db/connection.ts';
import { listings, marks } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

/**
 * Marks listings by code. "Seen" is the weakest: it never takes the place of "kept" or "dropped". Null takes marks away,
 * but what was once looked at stays seen.
 */
export const markListings = async (
  db: Db,
  market: Market,
  codes: readonly string[],
  state: MarkState | null,
  reason: string,
): Promise<void> => {
  if (codes.length === 0) return;
  const ids = (
    await db
      .select({ id: listings.id })
      .from(listings)
      .where(and(eq(listings.marketplaceId, market.id), inArray(listings.code, [...codes])))
  ).map((l) => l.id);
  if (ids.length === 0) return;
  if (state === null) {
    await db
      .update(marks)
      .set({ state: 'seen', reason: '', day: market.today })
      .where(and(inArray(marks.listingId, ids), notInArray(marks.state, ['seen'])));
    return;
  }
  const rows = ids.map((listingId) => ({ listingId, state, reason: reason.trim(), day: market.today }));
  if (state === 'seen') await db.insert(marks).ignore().values(rows);
  else
    await db
      .insert(marks)
      .values(rows)
      .onDuplicateKeyUpdate({
        set: {
          state: sql`values(${marks.state})`,
          reason: sql`values(${marks.reason})`,
          day: sql`values(${marks.day})`,
        },
      });
};
