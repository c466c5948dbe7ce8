import { and, asc, eq, gte, inArray } from 'drizzle-orm';
import type { Positions } from '@kettle/contract/watch';
import type { TermPlaces } from '@kettle/core/changes/news';
import { placeCourse, type PlaceRead } from '@kettle/core/changes/places';
import { searchesAMonth } from '@kettle/core/demand/weeks';
import { addDays, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../../ground/db/connection.ts';
import { basketTerms, candidates, listings, searchTerms, termPositions, termVolumes } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

/** Days back that places are told of. */
const TOLD = 400;
/** Readings of the small line. */
const SHOWN = 60;
/** Terms that are told at most, the most searched first. */
const MOST_TERMS = 150;

export interface ReadTerm {
  id: number;
  term: string;
  searches: number | null;
  days: Day[];
  places: Map<number, Map<Day, { unpaid: number | null; paid: number | null }>>;
}

/** Terms by which listings were ever found since a day, with every day on which each term's page was read. */
export const termsOf = async (db: Db, market: Market, ids: readonly number[], from: Day): Promise<ReadTerm[]> => {
  if (ids.length === 0) return [];
  const rows = await db
    .select({
      termId: termPositions.termId,
      day: termPositions.day,
      listingId: termPositions.listingId,
      unpaid: termPositions.unpaid,
      paid: termPositions.paid,
    })
    .from(termPositions)
    .innerJoin(searchTerms, eq(searchTerms.id, termPositions.termId))
    .where(
      and(
        eq(searchTerms.marketplaceId, market.id),
        inArray(termPositions.listingId, [...ids]),
        gte(termPositions.day, from),
      ),
    );
  const byTerm = groupsOf(rows, (r) => r.termId);
  const termIds = [...byTerm.keys()];
  if (termIds.length === 0) return [];
  const [read, names] = await Promise.all([
    db
      .selectDistinct({ termId: termPositions.termId, day: termPositions.day })
      .from(termPositions)
      .where(and(inArray(termPositions.termId, termIds), gte(termPositions.day, from)))
      .orderBy(asc(termPositions.termId), asc(termPositions.day)),
    db
      .select({
        id: searchTerms.id,
        text: searchTerms.text,
        first: termVolumes.firstWeek,
        volumes: termVolumes.volumes,
      })
      .from(searchTerms)
      .leftJoin(termVolumes, eq(termVolumes.termId, searchTerms.id))
      .where(inArray(searchTerms.id, termIds)),
  ]);
  const daysByTerm = groupsOf(read, (r) => r.termId);
  return names
    .map(({ id, text, volumes }) => ({
      id,
      term: text,
      searches: volumes && searchesAMonth(volumes),
      days: (daysByTerm.get(id) ?? []).map((d) => d.day),
      places: new Map(
        [...groupsOf(byTerm.get(id)!, (r) => r.listingId)].map(([listing, of]) => [
          listing,
          new Map(of.map(({ day, unpaid, paid }) => [day, { unpaid, paid }])),
        ]),
      ),
    }))
    .sort((a, b) => (b.searches ?? -1) - (a.searches ?? -1) || a.term.localeCompare(b.term));
};

const readsOf = ({ days, places }: ReadTerm, listing: number): PlaceRead[] => {
  const of = places.get(listing);
  return days.map((day) => ({ day, ...(of?.get(day) ?? { unpaid: null, paid: null }) }));
};

/** Days before a look that places are told against. */
export const PLACES_BEFORE = 21;
/** Of each listing the terms by which it was found, where each was read before a day and after. */
export const placesByListing = (terms: readonly ReadTerm[], since: Day): Map<number, TermPlaces[]> => {
  const from = addDays(since, -PLACES_BEFORE);
  const found = new Map<number, TermPlaces[]>();
  for (const term of terms) {
    const days = term.days.filter((day) => day >= from);
    if (days.length === 0 || days[0]! > since || days.at(-1)! <= since) continue;
    for (const listing of term.places.keys()) {
      const entry = { term: term.term, searches: term.searches, reads: readsOf({ ...term, days }, listing) };
      const there = found.get(listing);
      if (there) there.push(entry);
      else found.set(listing, [entry]);
    }
  }
  return found;
};

/** Where listings stand for the terms by which they are found, the most searched first. */
export const positionsOf = async (db: Db, market: Market, ids: readonly number[]): Promise<Positions> => {
  const [terms, briefs, baskets] = await Promise.all([
    termsOf(db, market, ids, addDays(market.today, -TOLD)),
    db
      .select({ id: listings.id, code: listings.code, title: listings.title })
      .from(listings)
      .where(inArray(listings.id, [...ids, 0])),
    db
      .selectDistinct({ id: basketTerms.termId })
      .from(basketTerms)
      .innerJoin(candidates, eq(candidates.id, basketTerms.candidateId))
      .where(eq(candidates.marketplaceId, market.id)),
  ]);
  const chosen = new Set(baskets.map((b) => b.id));
  const byId = new Map(briefs.map((b) => [b.id, b]));
  const told = [...terms.filter((t) => chosen.has(t.id)), ...terms.filter((t) => !chosen.has(t.id))];
  return {
    listings: ids.flatMap((id) => {
      const brief = byId.get(id);
      return brief ? [{ code: brief.code, title: brief.title }] : [];
    }),
    terms: told.slice(0, MOST_TERMS).map((term) => ({
      id: term.id,
      term: term.term,
      searches: term.searches,
      chosen: chosen.has(term.id),
      places: [...term.places.keys()].flatMap((id) => {
        const brief = byId.get(id);
        if (!brief) return [];
        const reads = readsOf(term, id);
        return [
          {
            code: brief.code,
            ...placeCourse(reads),
            last: reads.at(-1)?.day ?? null,
            course: reads.slice(-SHOWN).map((r) => r.unpaid),
          },
        ];
      }),
    })),
  };
};
