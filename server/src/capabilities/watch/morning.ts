import { and, asc, eq, inArray, lte } from 'drizzle-orm';
import type { Morning } from '@kettle/contract/candidates';
import { newsOf } from '@kettle/core/changes/news';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { addDays, daysBetween, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../../ground/db/connection.ts';
import { candidates, categories, lineUp, listings, watched } from '../../ground/db/schema.ts';
import { curvesOf } from '../../ground/estimates/curves.ts';
import { daysOf } from '../../ground/estimates/evidence.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

/** Days before the last look that a break, a pace and a holder are told against. */
const BEFORE = 120;
/** Days of the small line beside each. */
const SHOWN = 60;
/** A listing of a candidate counts for more. */
const OF_CANDIDATE = 1.5;
/** Days without a reading after which a listing is named as not read. */
const STALE_DAYS = 1;

/** What is new of the watched listings since a day, the gravest first; which were not read; what is due. */
export const morningOf = async (db: Db, market: Market, since: Day): Promise<Morning> => {
  const [rows, curves, due] = await Promise.all([
    db
      .select({
        id: listings.id,
        code: listings.code,
        title: listings.title,
        brand: listings.brand,
        category: categories.path,
        since: watched.since,
      })
      .from(watched)
      .innerJoin(listings, eq(listings.id, watched.listingId))
      .innerJoin(categories, eq(categories.id, listings.categoryId))
      .where(eq(listings.marketplaceId, market.id))
      .orderBy(asc(listings.id)),
    curvesOf(db, market),
    db
      .select({ id: candidates.id, name: candidates.name, day: candidates.lookAgainOn })
      .from(candidates)
      .where(and(eq(candidates.marketplaceId, market.id), lte(candidates.lookAgainOn, market.today)))
      .orderBy(asc(candidates.lookAgainOn)),
  ]);
  const ids = rows.map((r) => r.id);
  const [days, inCandidates] =
    ids.length === 0
      ? [[], []]
      : await Promise.all([
          daysOf(db, ids, addDays(since, -BEFORE)),
          db
            .select({ listing: lineUp.listingId, id: candidates.id, name: candidates.name })
            .from(lineUp)
            .innerJoin(candidates, eq(candidates.id, lineUp.candidateId))
            .where(and(eq(candidates.marketplaceId, market.id), inArray(lineUp.listingId, ids))),
        ]);
  const byListing = groupsOf(days, (d) => d.listingId);
  const candidatesOf = groupsOf(inCandidates, (c) => c.listing);
  const told: Morning['listings'] = [];
  const stale: Morning['stale'] = [];
  for (const row of rows) {
    const read = (byListing.get(row.id) ?? []).map(asReading);
    const { curve, drift } = curves.of(row.category);
    const of = (candidatesOf.get(row.id) ?? []).map(({ id, name }) => ({ id, name }));
    const brief = { code: row.code, title: row.title, brand: row.brand, candidates: of };
    const last = read.at(-1)?.day ?? null;
    if (daysBetween(last ?? row.since, market.today) >= STALE_DAYS + (last === null ? 1 : 0))
      stale.push({ ...brief, last });
    const news = newsOf({ readings: read, curve, within: drift.within, since, today: market.today });
    if (news.length === 0) continue;
    const from = addDays(market.today, -SHOWN);
    told.push({
      ...brief,
      news,
      weight: news.reduce((sum, n) => sum + n.weight, 0) * (of.length > 0 ? OF_CANDIDATE : 1),
      days: read
        .filter((r) => r.day > from)
        .map((r) => ({ day: r.day, price: r.price, units: curve && r.rank ? unitsAtRank(curve, r.rank) : null })),
    });
  }
  told.sort((a, b) => b.weight - a.weight || a.code.localeCompare(b.code));
  return {
    since,
    today: market.today,
    watched: rows.length,
    listings: told,
    stale,
    due: due.map(({ id, name, day }) => ({ id, name, day: day! })),
  };
};
