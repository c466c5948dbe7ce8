import { eq } from 'drizzle-orm';
import type { ShelfRow } from '@kettle/contract/demand';
import { mainTerm, rankTerms } from '@kettle/core/demand/found-by';
import { type ShelfRules } from '@kettle/core/documents/shelf-rules';
import { STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import { briefsOf, idsByCode } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { candidates, lineUp, listings, marketplaces } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';
import { foundBy } from './found.ts';
import type { DemandIndex } from './index.ts';
import { firstPageOf, nichesOfListings, type Place } from './positions.ts';

const MOST_LISTINGS = 300;

/** The seller's own rules for shelves; what a later version added takes its starter value. */
export const shelfRulesOf = async (
  db: Db,
  marketplaceId: string,
): Promise<{ rules: ShelfRules; own: boolean; version: number }> => {
  const [row] = await db
    .select({ rules: marketplaces.shelfRules, version: marketplaces.shelfRulesVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplaceId));
  const own = row?.rules ?? null;
  return {
    rules: own
      ? { ...STARTER_SHELF_RULES, ...own, parts: { ...STARTER_SHELF_RULES.parts, ...own.parts } }
      : STARTER_SHELF_RULES,
    own: own !== null,
    version: row?.version ?? 0,
  };
};

/** Rows of a shelf in the order of the places given, each with the other niches it serves. */
export const shelfRows = async (
  db: Db,
  market: Market,
  places: readonly Place[],
  thisNiche: number | null = null,
): Promise<ShelfRow[]> => {
  const shown = places.slice(0, MOST_LISTINGS);
  const ids = shown.map((p) => p.listingId);
  const [briefs, served] = await Promise.all([briefsOf(db, market, ids), nichesOfListings(db, ids)]);
  const byId = new Map(briefs.map((b) => [b.id, b]));
  return shown.flatMap((p): ShelfRow[] => {
    const listing = byId.get(p.listingId);
    return listing
      ? [
          {
            listing,
            unpaid: p.unpaid,
            paid: p.paid,
            clicks: p.share,
            alsoIn: (served.get(p.listingId) ?? []).filter((n) => n.id !== thisNiche),
          },
        ]
      : [];
  });
};

const unplaced = (listingId: number): Place => ({ listingId, unpaid: null, paid: null, share: null });

export interface ShelfAsked {
  term?: number;
  niche?: number;
  candidate?: number;
  codes?: string;
  listing?: string;
}

/** The listings of a shelf. A find alone takes the shelf of its main term, or of its niche, or of its category's kind. */
export const shelfOf = async (db: Db, market: Market, index: DemandIndex, asked: ShelfAsked) => {
  const { rules, own, version } = await shelfRulesOf(db, market.id);
  const reply = (
    kind: 'term' | 'niche' | 'candidate' | 'listings',
    id: number | null,
    name: string,
    rows: ShelfRow[],
    more: { find?: string | null; course?: DemandIndex['terms'][number]['course'] | null; note?: string | null } = {},
  ) => ({
    kind,
    id,
    name,
    find: more.find ?? null,
    course: more.course ?? null,
    rows,
    rules,
    ownRules: own,
    rulesVersion: version,
    readUpTo: market.readUpTo,
    note: more.note ?? null,
  });
  const ofTerm = async (id: number, find: string | null, note: string | null) => {
    const term = index.termById.get(id);
    if (!term) throw notFound(`The search term ${id}`);
    const { places } = await firstPageOf(db, id);
    return reply('term', id, term.text, await shelfRows(db, market, places), { find, course: term.course, note });
  };
  const ofNiche = async (id: number, find: string | null, note: string | null) => {
    const niche = index.nicheById.get(id);
    if (!niche) throw notFound(`The niche ${id}`);
    const places = [...niche.listings]
      .sort((a, b) => b.share - a.share)
      .map((l): Place => ({ listingId: l.id, unpaid: null, paid: null, share: l.share }));
    return reply('niche', id, niche.name, await shelfRows(db, market, places, id), {
      find,
      course: niche.course,
      note,
    });
  };
  const find = asked.listing?.toUpperCase() ?? null;
  if (asked.term !== undefined) return ofTerm(asked.term, find, null);
  if (asked.niche !== undefined) return ofNiche(asked.niche, find, null);
  if (asked.candidate !== undefined) {
    const [row] = await db
      .select({ name: candidates.name, market: candidates.marketplaceId, code: listings.code })
      .from(candidates)
      .innerJoin(listings, eq(listings.id, candidates.anchorId))
      .where(eq(candidates.id, asked.candidate));
    if (!row || row.market !== market.id) throw notFound(`Candidate ${asked.candidate}`);
    const members = await db
      .select({ id: lineUp.listingId })
      .from(lineUp)
      .where(eq(lineUp.candidateId, asked.candidate));
    const rows = await shelfRows(
      db,
      market,
      members.map((m) => unplaced(m.id)),
    );
    return reply('candidate', asked.candidate, row.name, rows, { find: row.code });
  }
  const codes = asked.codes?.split(',').filter(Boolean) ?? [];
  if (codes.length > 0) {
    const ids = await idsByCode(db, market.id, codes.slice(0, MOST_LISTINGS));
    const missing = codes.filter((c) => !ids.has(c));
    const rows = await shelfRows(
      db,
      market,
      codes.flatMap((c) => (ids.has(c) ? [unplaced(ids.get(c)!)] : [])),
    );
    return reply('listings', null, `${rows.length} listings`, rows, {
      find,
      note: missing.length > 0 ? `${market.name} has no listing ${missing.slice(0, 5).join(', ')}.` : null,
    });
  }
  if (find === null) throw badField('term', 'Say which shelf: of a term, a niche, a candidate, or listings.');
  const place = await placeOfFind(db, market, index, find);
  if (place.kind === 'term') return ofTerm(place.id, find, place.note);
  if (place.kind === 'niche') return ofNiche(place.id, find, place.note);
  return reply('listings', null, place.name, await shelfRows(db, market, place.ids.map(unplaced)), {
    find,
    note: place.note,
  });
};

type PlaceOfFind =
  | { kind: 'term'; id: number; note: string }
  | { kind: 'niche'; id: number; note: string }
  | { kind: 'listings'; name: string; ids: number[]; note: string };

/** Where a find stands: on the first page of its main term, in its niche, or among the best of its category. */
const placeOfFind = async (db: Db, market: Market, index: DemandIndex, code: string): Promise<PlaceOfFind> => {
  const found = await foundBy(db, market, index, [code]);
  const own = found.listings[0];
  if (!own) throw notFound(`The listing ${code}`);
  const terms = found.terms.filter((t) => t.brand === null && t.standings.length > 0);
  const main = mainTerm(rankTerms(terms, [own]), [own]);
  if (main) return { kind: 'term', id: main.term.id, note: `The shelf of its main term. ${main.reasoning}` };
  const id = (await idsByCode(db, market.id, [code])).get(code)!;
  const [niche] = (await nichesOfListings(db, [id])).get(id) ?? [];
  if (niche)
    return { kind: 'niche', id: niche.id, note: 'The shelf of its niche: no term it is found by is searched.' };
  const [row] = await db.select({ category: listings.categoryId }).from(listings).where(eq(listings.id, id));
  const others = await db
    .select({ id: listings.id })
    .from(listings)
    .where(eq(listings.categoryId, row!.category))
    .orderBy(listings.rank)
    .limit(MOST_LISTINGS / 5);
  return {
    kind: 'listings',
    name: own.title,
    ids: [...new Set([id, ...others.map((o) => o.id)])],
    note: 'No search term is known that finds it: these are the best-ranked listings of its category.',
  };
};

/** The listings that stand beside a find on its shelf, and what the shelf is called. */
export const shelfListings = async (
  db: Db,
  market: Market,
  index: DemandIndex,
  code: string,
): Promise<{ name: string; ids: number[] }> => {
  const place = await placeOfFind(db, market, index, code);
  if (place.kind === 'listings') return { name: 'the best-ranked of its category', ids: place.ids };
  if (place.kind === 'niche') {
    const niche = index.nicheById.get(place.id)!;
    return { name: `the niche “${niche.name}”`, ids: niche.listings.map((l) => l.id).slice(0, MOST_LISTINGS) };
  }
  const { places } = await firstPageOf(db, place.id);
  return {
    name: `the first page of “${index.termById.get(place.id)!.text}”`,
    ids: places.map((p) => p.listingId).slice(0, MOST_LISTINGS),
  };
};
