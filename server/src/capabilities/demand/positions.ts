import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Db } from '../../ground/db/connection.ts';
import { listings, nicheClicks, niches, searchTerms, termPositions } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

export interface Place {
  listingId: number;
  unpaid: number | null;
  paid: number | null;
  share: number | null;
}

/** A term's first page as it was last read. On the newest day it is whole; on days before only watched listings were kept. */
export const firstPageOf = async (db: Db, termId: number): Promise<{ day: string | null; places: Place[] }> => {
  const rows = await db
    .select()
    .from(termPositions)
    .where(
      and(
        eq(termPositions.termId, termId),
        eq(termPositions.day, sql`(select max(day) from term_positions newest where newest.term_id = ${termId})`),
      ),
    );
  return {
    day: rows[0]?.day ?? null,
    places: rows
      .map((r) => ({ listingId: r.listingId, unpaid: r.unpaid, paid: r.paid, share: r.share }))
      .sort((a, b) => (a.unpaid ?? 999) - (b.unpaid ?? 999) || (a.paid ?? 999) - (b.paid ?? 999)),
  };
};

/** The niches that listings serve, by listing. */
export const nichesOfListings = async (
  db: Db,
  ids: readonly number[],
): Promise<Map<number, { id: number; name: string }[]>> => {
  if (ids.length === 0) return new Map();
  const rows = await db
    .selectDistinct({ listingId: nicheClicks.listingId, id: niches.id, name: niches.name })
    .from(nicheClicks)
    .innerJoin(niches, eq(niches.id, nicheClicks.nicheId))
    .where(inArray(nicheClicks.listingId, [...ids]));
  const found = new Map<number, { id: number; name: string }[]>();
  for (const { listingId, id, name } of rows) found.set(listingId, [...(found.get(listingId) ?? []), { id, name }]);
  return found;
};

/** Every place that listings were read at on their newest day for each term; and the days before, for the last ones. */
export const placesOf = async (db: Db, market: Market, ids: readonly number[]) => {
  // No listing has the number 0: a list of none must not be a fault of SQL.
  const wanted = ids.length === 0 ? [0] : [...ids];
  return db
    .select({
      termId: termPositions.termId,
      day: termPositions.day,
      listingId: termPositions.listingId,
      unpaid: termPositions.unpaid,
      paid: termPositions.paid,
      share: termPositions.share,
    })
    .from(termPositions)
    .innerJoin(searchTerms, eq(searchTerms.id, termPositions.termId))
    .innerJoin(listings, eq(listings.id, termPositions.listingId))
    .where(and(eq(searchTerms.marketplaceId, market.id), inArray(termPositions.listingId, wanted)))
    .orderBy(desc(termPositions.day));
};
