import { asc, eq } from 'drizzle-orm';
import type { WatchedListing } from '@kettle/contract/watch';
import { thenAndNow, type Figures } from '@kettle/core/changes/then-now';
import { carryOf, type Drift } from '@kettle/core/estimate/age';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { addDays, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../../ground/db/connection.ts';
import { candidates, lineUp, listings, watched } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { isStale, lastDue } from '../../ground/marketplaces/due.ts';
import type { Days, WatchMemory } from './memory.ts';
import { watchPlanOf } from '../../ground/marketplaces/watch-plan.ts';
import { figuresOf } from './service.ts';

/** Days of the small line of each. */
const SHOWN = 60;
/** Days that are counted without stock. */
const LATELY = 30;
const NOTHING: Days = { readings: [], breaks: [], level: [] };

/** The candidates that listings stand in, by listing. */
export const candidatesOfListings = async (
  db: Db,
  market: Market,
): Promise<Map<number, { id: number; name: string }[]>> => {
  const rows = await db
    .select({ listing: lineUp.listingId, id: candidates.id, name: candidates.name })
    .from(lineUp)
    .innerJoin(candidates, eq(candidates.id, lineUp.candidateId))
    .where(eq(candidates.marketplaceId, market.id))
    .orderBy(asc(candidates.id));
  return new Map([...groupsOf(rows, (r) => r.listing)].map(([id, of]) => [id, of.map(({ id: c, name }) => ({ id: c, name }))])); // prettier-ignore
};

/** How many times as much the season of a kind lets expect on one day as on another; null where no season is known. */
export const seasonBetween = (drift: Drift, from: Day, to: Day): number | null => {
  const { seen } = carryOf(drift, from, to, { curveOf: from, sureOn: to });
  return seen.isSeasonKnown ? seen.factor : null;
};

/** Then and now of a listing, with what lies between. */
export const betweenOf = (drift: Drift, then: Figures, now: Figures, { readings }: Days) => {
  const from = addDays(now.day, -LATELY);
  const lately = readings.filter((r) => r.day > from && r.day > then.day && r.stock !== null);
  return thenAndNow(then, now, {
    season: seasonBetween(drift, then.day, now.day),
    read: lately.length,
    empty: lately.filter((r) => r.stock === 0).length,
  });
};

/** The watched listings, what was added last on top. */
export const watchedListings = async (db: Db, memory: WatchMemory, market: Market): Promise<WatchedListing[]> => {
  const [{ rows, days, curves }, { plan }, inCandidates, kept] = await Promise.all([
    memory.of(db, market),
    watchPlanOf(db, market.id),
    candidatesOfListings(db, market),
    db
      .select({
        id: listings.id,
        rank: listings.rank,
        family: listings.familyId,
        variations: listings.variations,
        then: watched.thenFigures,
        madeAt: watched.madeAt,
      })
      .from(watched)
      .innerJoin(listings, eq(listings.id, watched.listingId))
      .where(eq(listings.marketplaceId, market.id)),
  ]);
  const figures = await figuresOf(
    db,
    market,
    rows.map((r) => r.id),
  );
  const more = new Map(kept.map((k) => [k.id, k]));
  const due = lastDue(market, plan);
  const shown = Array.from({ length: SHOWN }, (_, i) => addDays(market.today, i + 1 - SHOWN));
  return rows
    .flatMap((row) => {
      const { id, code, title, brand, category, since, groupId, labels } = row;
      const beside = more.get(id);
      const now = figures.get(id);
      // Stopped between the questions.
      if (!beside || !now) return [];
      const of = days.get(id) ?? NOTHING;
      const { curve, drift } = curves.of(category);
      const last = of.readings.findLast((r) => r.day <= market.today)?.day ?? null;
      const byDay = new Map(of.readings.slice(-SHOWN).map((r) => [r.day, r]));
      const unitsOn = (day: Day): number | null => {
        const rank = byDay.get(day)?.rank;
        return curve && rank ? unitsAtRank(curve, rank) : null;
      };
      return [
        {
          at: beside.madeAt,
          listing: {
            code,
            title,
            brand,
            category,
            since,
            group: groupId,
            labels,
            family: beside.family !== null || (beside.variations ?? 1) > 1,
            lastReading: last,
            stale: isStale(due, { since, last }),
            readings: of.readings.length,
            rank: beside.rank,
            stock: of.readings.findLast((r) => r.stock !== null)?.stock ?? null,
            now,
            then: beside.then,
            between: beside.then ? betweenOf(drift, beside.then, now, of) : null,
            course: shown.map(unitsOn),
            candidates: inCandidates.get(id) ?? [],
          },
        },
      ];
    })
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.listing.title.localeCompare(b.listing.title)))
    .map((r) => r.listing);
};
