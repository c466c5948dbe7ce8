import { and, eq, like, or, sql } from 'drizzle-orm';
import type { Db } from '../../ground/db/connection.ts';
import { candidates, listings, niches, searchTerms } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

/** Listings and candidates that a few words find: codes first, then titles and brands. */
export const find = async (db: Db, market: Market, q: string) => {
  const words = q
    .trim()
    .split(/\s+/)
    .slice(0, 6)
    .map((w) => `%${w.replace(/[\\%_]/g, '\\$&')}%`);
  const start = `${q
    .trim()
    .toUpperCase()
    .replace(/[\\%_]/g, '\\$&')}%`;
  const inMarket = eq(listings.marketplaceId, market.id);
  const columns = { code: listings.code, title: listings.title, brand: listings.brand };
  const [byCode, byWords, found, brands, terms, ofNiches] = await Promise.all([
    db
      .select(columns)
      .from(listings)
      .where(and(inMarket, like(listings.code, start)))
      .limit(8),
    db
      .select(columns)
      .from(listings)
      .where(and(inMarket, ...words.map((w) => or(like(listings.title, w), like(listings.brand, w)))))
      .orderBy(listings.id)
      .limit(12),
    db
      .select({ id: candidates.id, name: candidates.name, stage: candidates.stage })
      .from(candidates)
      .where(and(eq(candidates.marketplaceId, market.id), ...words.map((w) => like(candidates.name, w))))
      .limit(8),
    db
      .selectDistinct({ brand: listings.brand })
      .from(listings)
      .where(and(inMarket, like(listings.brand, start)))
      .limit(4),
    db
      .select({ id: searchTerms.id, text: searchTerms.text })
      .from(searchTerms)
      .where(and(eq(searchTerms.marketplaceId, market.id), ...words.map((w) => like(searchTerms.text, w))))
      .orderBy(sql`char_length(${searchTerms.text})`, searchTerms.id)
      .limit(6),
    db
      .select({ id: niches.id, name: niches.name })
      .from(niches)
      .where(and(eq(niches.marketplaceId, market.id), ...words.map((w) => like(niches.name, w))))
      .orderBy(sql`char_length(${niches.name})`, niches.id)
      .limit(4),
  ]);
  const all = [...byCode, ...byWords.filter((l) => !byCode.some((c) => c.code === l.code))];
  return {
    listings: all.slice(0, 12),
    candidates: found,
    brands: brands.map((b) => b.brand).filter(Boolean),
    terms,
    niches: ofNiches,
  };
};
