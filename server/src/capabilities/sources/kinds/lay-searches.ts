import { and, eq, inArray, notInArray, sql } from 'drizzle-orm';
import { groupTerms } from '@kettle/core/demand/group-terms';
import { weeksOf, type ToldVolume } from '@kettle/core/demand/told-volumes';
import { bulkLoad } from '../../../ground/db/bulk.ts';
import type { Session } from '../../../ground/db/connection.ts';
import {
  basketTerms,
  imports,
  listings,
  marketplaces,
  nicheClicks,
  nicheCorrections,
  niches,
  nicheTerms,
  searchTerms,
  termPositions,
  termVolumes,
} from '../../../ground/db/schema.ts';
import type { Market } from '../../../ground/marketplaces/marketplaces.ts';
import { partsOf } from '../parts.ts';
import type { Fact, Putting } from './kind.ts';

/** What a file says of a search term; its text stands for the code that other rows have. */
export interface TermFact extends Fact {
  told: ToldVolume;
  buyRate: number | null;
  competing: number | null;
  niche: string;
}
/** Where a listing stands for a term on a day. */
export interface PositionFact extends Fact {
  term: string;
  day: string;
  unpaid: number | null;
  paid: number | null;
  share: number | null;
}

/** Who gets the clicks of a niche, on a day. */
export interface ClickFact extends Fact {
  niche: string;
  day: string;
  share: number;
}

interface TermTold {
  told: ToldVolume[];
  buyRate: number | null;
  competing: number | null;
  niche: string;
  seenOn: string;
}

/**
 * Lays all that imports in force tell of searches out anew: a term's weeks are one row, and niches follow from all terms
 * together. Terms keep their numbers, since baskets hold them.
 */
export const layAll = async ({ inside, market }: Pick<Putting, 'inside' | 'market'>): Promise<string[]> => {
  const { db, pool } = inside;
  if (market.simulated) return [];
  const inForce = await db
    .select({ id: imports.id, kind: imports.kind, takenBackAt: imports.takenBackAt })
    .from(imports)
    .where(and(eq(imports.marketplaceId, market.id), inArray(imports.kind, ['terms', 'positions', 'clicks'])))
    .orderBy(imports.id);
  const idsOf = (kind: string): number[] =>
    inForce.filter((i) => i.kind === kind && i.takenBackAt === null).map((i) => i.id);
  const terms = new Map<string, TermTold>();
  for await (const { rows } of partsOf<TermFact>(db, idsOf('terms')))
    for (const { code, told, buyRate, competing, niche } of rows) {
      const term = terms.get(code) ?? { told: [], buyRate: null, competing: null, niche: '', seenOn: '' };
      terms.set(code, term);
      term.told.push(told);
      term.buyRate = buyRate ?? term.buyRate;
      term.competing = competing ?? term.competing;
      term.niche = niche || term.niche;
      if (told.from > term.seenOn) term.seenOn = told.from;
    }
  const listingIds = new Map(
    (
      await db
        .select({ id: listings.id, code: listings.code })
        .from(listings)
        .where(eq(listings.marketplaceId, market.id))
    ).map((l) => [l.code, l.id]),
  );
  const positions = new Map<string, Omit<PositionFact, 'line'> & { listing: number }>();
  for await (const { rows } of partsOf<PositionFact>(db, idsOf('positions')))
    for (const row of rows) {
      const listing = listingIds.get(row.code);
      if (listing === undefined) continue;
      positions.set(`${row.term}\n${row.day}\n${listing}`, { ...row, listing });
      const term = terms.get(row.term) ?? { told: [], buyRate: null, competing: null, niche: '', seenOn: row.day };
      terms.set(row.term, term);
      if (row.day > term.seenOn) term.seenOn = row.day;
    }
  /** What niches of files are called since they were corrected. */
  const renamed = new Map<string, string>();
  for (const { term, niche } of await db
    .select()
    .from(nicheCorrections)
    .where(eq(nicheCorrections.marketplaceId, market.id))) {
    const told = terms.get(term);
    if (!told) continue;
    if (told.niche !== '') renamed.set(plainName(told.niche), niche);
    told.niche = niche;
  }
  const ids = await putTerms(inside, market, terms);
  const nicheOf = await putNiches(inside, market, terms, ids, [...positions.values()]);
  const clicks = new Map<string, [niche: number, day: string, listing: number, share: number]>();
  const unknown = new Set<string>();
  for await (const { rows } of partsOf<ClickFact>(db, idsOf('clicks')))
    for (const { niche, code, day, share } of rows) {
      const [nicheId, listing] = [nicheOf(niche) ?? nicheOf(renamed.get(plainName(niche)) ?? ''), listingIds.get(code)];
      if (nicheId === undefined) unknown.add(niche);
      else if (listing !== undefined) clicks.set(`${nicheId}/${day}/${listing}`, [nicheId, day, listing, share]);
    }
  if (clicks.size > 0)
    await bulkLoad(pool, 'niche_clicks', ['niche_id', 'day', 'listing_id', 'share'], () => clicks.values(), 'replace');
  if (positions.size > 0)
    await bulkLoad(
      pool,
      'term_positions',
      ['term_id', 'day', 'listing_id', 'unpaid', 'paid', 'share'],
      () => [...positions.values()].map((p) => [ids.get(p.term)!, p.day, p.listing, p.unpaid, p.paid, p.share]),
      'replace',
    );
  await db
    .update(marketplaces)
    .set({ demandVersion: sql`${marketplaces.demandVersion} + 1` })
    .where(eq(marketplaces.id, market.id));
  return [
    ...(terms.size > 0 ? [`${terms.size} search terms are known now.`] : []),
    ...(unknown.size > 0
      ? [
          `Clicks of ${inWords([...unknown])} wait until a file of search terms tells of ${unknown.size === 1 ? 'it' : 'them'}.`,
        ]
      : []),
  ];
};

const plainName = (text: string): string => text.toLowerCase().normalize('NFKC').replace(/\s+/g, ' ').trim();

const inWords = (names: readonly string[]): string =>
  `${names
    .slice(0, 3)
    .map((n) => `“${n}”`)
    .join(', ')}${names.length > 3 ? ` and ${names.length - 3} more niches` : ''}`;

/** Names that the database takes for another one's (other case, other accents) get that one's number. */
const numbersOf = async (
  db: Session['db'],
  market: Market,
  table: typeof searchTerms | typeof niches,
  names: Iterable<string>,
): Promise<Map<string, number>> => {
  const column = table === searchTerms ? searchTerms.text : niches.name;
  const rows = await db.select({ id: table.id, name: column }).from(table).where(eq(table.marketplaceId, market.id));
  const found = new Map(rows.map((r) => [r.name, r.id]));
  for (const name of names) {
    if (found.has(name)) continue;
    const [same] = await db
      .select({ id: table.id })
      .from(table)
      .where(and(eq(table.marketplaceId, market.id), eq(column, name)));
    if (same) found.set(name, same.id);
  }
  return found;
};

const putTerms = async (
  { db, pool }: Session,
  market: Market,
  terms: ReadonlyMap<string, TermTold>,
): Promise<Map<string, number>> => {
  const there = await db
    .select({ id: searchTerms.id, text: searchTerms.text })
    .from(searchTerms)
    .where(eq(searchTerms.marketplaceId, market.id));
  const gone = there.filter((t) => !terms.has(t.text)).map((t) => t.id);
  const held = new Set(
    gone.length === 0
      ? []
      : (await db.select({ id: basketTerms.termId }).from(basketTerms).where(inArray(basketTerms.termId, gone))).map(
          (b) => b.id,
        ),
  );
  const free = gone.filter((id) => !held.has(id));
  if (free.length > 0) await db.delete(searchTerms).where(inArray(searchTerms.id, free));
  if (there.length > 0) {
    const own = there.map((t) => t.id);
    await db.delete(termVolumes).where(inArray(termVolumes.termId, own));
    await db.delete(termPositions).where(inArray(termPositions.termId, own));
  }
  const known = new Set(there.map((t) => t.text));
  await bulkLoad(pool, 'search_terms', ['marketplace_id', 'text', 'seen_on'], () =>
    [...terms].filter(([text]) => !known.has(text)).map(([text, { seenOn }]) => [market.id, text, seenOn]),
  );
  const ids = await numbersOf(db, market, searchTerms, terms.keys());
  for (const [text, { buyRate, competing, seenOn }] of terms)
    if (buyRate !== null || competing !== null || known.has(text))
      await db
        .update(searchTerms)
        .set({ buyRate, competing, seenOn })
        .where(eq(searchTerms.id, ids.get(text)!));
  await bulkLoad(pool, 'term_volumes', ['term_id', 'first_week', 'volumes'], () =>
    [...terms].flatMap(([text, { told }]) => {
      const series = weeksOf(told);
      return series ? [[ids.get(text)!, series.first, JSON.stringify(series.volumes)]] : [];
    }),
  );
  return ids;
};

/** Niches as files name them; terms that no file puts into one are grouped by shared words and shared listings. */
const putNiches = async (
  { db, pool }: Session,
  market: Market,
  terms: ReadonlyMap<string, TermTold>,
  ids: ReadonlyMap<string, number>,
  positions: readonly { term: string; listing: number }[],
): Promise<(name: string) => number | undefined> => {
  const foundBy = new Map<string, Set<number>>();
  for (const { term, listing } of positions) {
    const found = foundBy.get(term) ?? new Set();
    foundBy.set(term, found.add(listing));
  }
  const groups = new Map<string, string[]>();
  for (const [text, { niche }] of terms) if (niche !== '') groups.set(niche, [...(groups.get(niche) ?? []), text]);
  const loose = [...terms].filter(([, t]) => t.niche === '');
  const last = (told: readonly ToldVolume[]): number =>
    told.reduce((best, t) => (t.from >= best.from ? t : best), { from: '', volume: 0 }).volume;
  for (const [name, members] of groupTerms(
    loose.map(([text, { told }]) => ({ text, volume: last(told), listings: foundBy.get(text) ?? new Set() })),
  ))
    groups.set(name, [...(groups.get(name) ?? []), ...members]);
  const names = [...groups.keys()];
  await renameNiches(db, market, groups, ids);
  await db
    .delete(niches)
    .where(and(eq(niches.marketplaceId, market.id), ...(names.length > 0 ? [notInArray(niches.name, names)] : [])));
  const categoryOf = await categoriesOf(db, [...new Set(positions.map((p) => p.listing))]);
  await bulkLoad(pool, 'niches', ['marketplace_id', 'name'], () => names.map((name) => [market.id, name]));
  const nicheIds = await numbersOf(db, market, niches, names);
  for (const [name, members] of groups) {
    const seen = members.flatMap((m) => [...(foundBy.get(m) ?? [])]).flatMap((l) => categoryOf.get(l) ?? []);
    if (seen.length > 0)
      await db
        .update(niches)
        .set({ categoryId: mostOf(seen) })
        .where(eq(niches.id, nicheIds.get(name)!));
  }
  await db.delete(nicheTerms).where(inArray(nicheTerms.nicheId, [...nicheIds.values(), 0]));
  await bulkLoad(pool, 'niche_terms', ['niche_id', 'term_id', 'share'], () =>
    [...groups].flatMap(([name, members]) => members.map((m) => [nicheIds.get(name)!, ids.get(m)!, 1])),
  );
  await db.delete(nicheClicks).where(inArray(nicheClicks.nicheId, [...nicheIds.values(), 0]));
  // By its name; else by one of its terms, as long as that stands in one niche.
  const byName = new Map([
    ...[...groups].flatMap(([name, members]) => members.map((m) => [m, nicheIds.get(name)!] as const)),
    ...names.map((name) => [plainName(name), nicheIds.get(name)!] as const),
  ]);
  return (name) => byName.get(plainName(name));
};

/** A niche most of whose terms stand under a new name now goes on under it: what shows it finds it by its number. */
const renameNiches = async (
  db: Session['db'],
  market: Market,
  groups: ReadonlyMap<string, readonly string[]>,
  ids: ReadonlyMap<string, number>,
): Promise<void> => {
  const groupOf = new Map([...groups].flatMap(([name, members]) => members.map((m) => [ids.get(m)!, name] as const)));
  const there = await db
    .select({ id: niches.id, name: niches.name, term: nicheTerms.termId })
    .from(niches)
    .leftJoin(nicheTerms, eq(nicheTerms.nicheId, niches.id))
    .where(eq(niches.marketplaceId, market.id));
  const taken = new Set(there.map((n) => n.name.toLowerCase()));
  const members = new Map<number, { name: string; terms: number[] }>();
  for (const { id, name, term } of there) {
    const niche = members.get(id) ?? { name, terms: [] };
    members.set(id, niche);
    if (term !== null) niche.terms.push(term);
  }
  for (const [id, { name, terms }] of members) {
    if (groups.has(name)) continue;
    const now = terms.flatMap((t) => groupOf.get(t) ?? []);
    const most = now.find((n) => 2 * now.filter((other) => other === n).length > terms.length);
    if (most === undefined || taken.has(most.toLowerCase())) continue;
    taken.add(most.toLowerCase());
    await db.update(niches).set({ name: most }).where(eq(niches.id, id));
  }
};

const categoriesOf = async (db: Session['db'], ids: readonly number[]): Promise<Map<number, number>> => {
  const found = new Map<number, number>();
  for (let at = 0; at < ids.length; at += 5000)
    for (const { id, category } of await db
      .select({ id: listings.id, category: listings.categoryId })
      .from(listings)
      .where(inArray(listings.id, ids.slice(at, at + 5000))))
      found.set(id, category);
  return found;
};

const mostOf = (values: readonly number[]): number => {
  const times = new Map<number, number>();
  for (const v of values) times.set(v, (times.get(v) ?? 0) + 1);
  return [...times].sort(([, a], [, b]) => b - a)[0]![0];
};
