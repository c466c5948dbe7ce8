import type { FoundTerm } from '@kettle/contract/demand';
import { addDays } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import { briefsOf, idsByCode } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { DemandIndex } from './index.ts';
import { nichesOfListings, placesOf } from './positions.ts';

/** Days of places that are told of a single listing. */
const DAYS_TOLD = 60;
const MOST_LISTINGS = 12;

/**
 * By which terms listings are found, each with its newest place; and the terms of their niches by which none of them is.
 * Brands' own names are told as such.
 */
export const foundBy = async (db: Db, market: Market, index: DemandIndex, codes: readonly string[]) => {
  const wanted = codes.slice(0, MOST_LISTINGS);
  const ids = await idsByCode(db, market.id, wanted);
  const briefs = await briefsOf(
    db,
    market,
    wanted.flatMap((c) => ids.get(c) ?? []),
  );
  const codeOf = new Map(briefs.map((b) => [b.id, b.code]));
  const [places, served] = await Promise.all([
    placesOf(db, market, [...codeOf.keys()]),
    nichesOfListings(db, [...codeOf.keys()]),
  ]);
  const byTerm = groupsOf(places, (p) => p.termId);
  const termIds = new Set(byTerm.keys());
  for (const niche of new Set([...served.values()].flat().map((n) => n.id)))
    for (const { term } of index.nicheById.get(niche)?.terms ?? []) termIds.add(term.id);
  const from = addDays(market.today, -DAYS_TOLD);
  const terms = [...termIds].flatMap((id): FoundTerm[] => {
    const term = index.termById.get(id);
    if (!term) return [];
    const read = byTerm.get(id) ?? [];
    // Rows come newest first: the first one of a listing is its place now.
    const now = new Map<number, (typeof read)[number]>();
    for (const p of read) if (!now.has(p.listingId)) now.set(p.listingId, p);
    return [
      {
        id,
        text: term.text,
        brand: term.brand,
        volumeYear: term.course.year,
        volumeQuarter: term.course.quarter,
        words: term.course.words,
        standings: [...now.values()].map((p) => ({
          code: codeOf.get(p.listingId)!,
          unpaid: p.unpaid,
          paid: p.paid,
          share: p.share,
        })),
        days:
          briefs.length === 1
            ? read
                .filter((p) => p.day > from)
                .map((p) => ({ day: p.day, unpaid: p.unpaid }))
                .reverse()
            : [],
      },
    ];
  });
  return {
    listings: briefs.map(({ code, title, brand }) => ({ code, title, brand })),
    terms,
    seenOn: places[0]?.day ?? null,
  };
};
