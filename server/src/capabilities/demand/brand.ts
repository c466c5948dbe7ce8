import { and, desc, eq, inArray } from 'drizzle-orm';
import type { BrandSheet } from '@kettle/contract/demand';
import { briefsOf } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { brandJudgements, listings, nicheClicks, termPositions } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { notFound } from '../../ground/problems/problem.ts';
import type { DemandIndex } from './index.ts';

const MOST_LISTINGS = 500;
const MOST_TERMS = 15;

/** All about one brand: its listings and what they earn together, where it stands, by what it is found, how strong it is. */
export const brandSheet = async (db: Db, market: Market, index: DemandIndex, brand: string): Promise<BrandSheet> => {
  const rows = await db
    .select({ id: listings.id, brand: listings.brand })
    .from(listings)
    .where(and(eq(listings.marketplaceId, market.id), eq(listings.brand, brand)))
    .limit(MOST_LISTINGS);
  if (rows.length === 0 || brand === '') throw notFound(`The brand “${brand}”`);
  const ids = rows.map((r) => r.id);
  const name = rows[0]!.brand;
  const [briefs, clicks, places, [judged]] = await Promise.all([
    briefsOf(db, market, ids),
    db.select().from(nicheClicks).where(inArray(nicheClicks.listingId, ids)).orderBy(desc(nicheClicks.day)),
    db
      .select({
        termId: termPositions.termId,
        day: termPositions.day,
        listingId: termPositions.listingId,
        share: termPositions.share,
      })
      .from(termPositions)
      .where(inArray(termPositions.listingId, ids))
      .orderBy(desc(termPositions.day)),
    db
      .select()
      .from(brandJudgements)
      .where(and(eq(brandJudgements.marketplaceId, market.id), eq(brandJudgements.brand, name))),
  ]);
  const known = briefs.filter((b) => b.revenue !== null);
  const tally = <K extends string>(keyOf: (b: (typeof briefs)[number]) => K | null) => {
    const groups = new Map<K, { listings: number; revenue: number }>();
    for (const b of briefs) {
      const key = keyOf(b);
      if (key === null) continue;
      const there = groups.get(key) ?? { listings: 0, revenue: 0 };
      groups.set(key, { listings: there.listings + 1, revenue: there.revenue + (b.revenue ?? 0) });
    }
    return [...groups].map(([key, g]) => ({ name: key, ...g })).sort((a, b) => b.revenue - a.revenue);
  };
  // Rows come newest first: the first one of a listing and term is its share now.
  const ofTerm = new Map<number, number>();
  const seen = new Set<string>();
  for (const p of places) {
    if (seen.has(`${p.termId}/${p.listingId}`)) continue;
    seen.add(`${p.termId}/${p.listingId}`);
    ofTerm.set(p.termId, (ofTerm.get(p.termId) ?? 0) + (p.share ?? 0));
  }
  const shelves = new Map<number, { share: number; listings: number; day: string }>();
  for (const c of clicks) {
    const there = shelves.get(c.nicheId);
    if (there && there.day !== c.day) continue;
    shelves.set(c.nicheId, {
      share: (there?.share ?? 0) + c.share,
      listings: (there?.listings ?? 0) + 1,
      day: c.day,
    });
  }
  const brief = (id: number, share: number | null) => {
    const term = index.termById.get(id)!;
    return { id, text: term.text, volumeYear: term.course.year, share };
  };
  const clicksAYear = (t: { volumeYear: number | null; share: number | null }): number =>
    (t.volumeYear ?? 0) * (t.share ?? 0);
  return {
    brand: name,
    listings: briefs.sort((a, b) => (b.revenue ?? -1) - (a.revenue ?? -1)),
    revenue: known.length === 0 ? null : known.reduce((sum, b) => sum + b.revenue!, 0),
    revenueKnown: known.length,
    categories: tally((b) => b.category),
    sizes: tally((b) => b.sizeClass).map(({ name: size, listings: n }) => ({ name: size, listings: n })),
    mainTerms: [...ofTerm]
      .filter(([id]) => index.termById.get(id)?.brand === null)
      .map(([id, share]) => brief(id, share))
      .sort((a, b) => clicksAYear(b) - clicksAYear(a))
      .slice(0, MOST_TERMS),
    ownTerms: index.terms
      .filter((t) => t.brand?.toLowerCase() === name.toLowerCase())
      .map((t) => brief(t.id, ofTerm.get(t.id) ?? null))
      .sort((a, b) => (b.volumeYear ?? 0) - (a.volumeYear ?? 0)),
    shelves: [...shelves]
      .flatMap(([id, { share, listings: n }]) => {
        const niche = index.nicheById.get(id);
        return niche ? [{ id, name: niche.name, share: Math.min(1, share), listings: n }] : [];
      })
      .sort((a, b) => b.share - a.share),
    judged: judged ? { known: judged.known, note: judged.note, day: judged.day, version: judged.version } : null,
  };
};
