import { and, asc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import type { ImportKind } from '@kettle/contract/sources';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import type { Session } from '../../ground/db/connection.ts';
import {
  categories,
  imports,
  listings,
  monthlyHistory,
  ownCounts,
  readings,
  reviews,
  statedFigures,
} from '../../ground/db/schema.ts';
import { estimateAnew, raiseDataVersion } from '../../ground/estimates/estimates.ts';
import { ForPeople, type JobContext, type JobPayloads } from '../../ground/jobs/kinds.ts';
import { marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { ensureCategory, meantBy, NO_CATEGORY } from './categories.ts';
import { readUpTo } from './kinds/catalogue.ts';
import { kindOf, kindsOfGroup } from './kinds/index.ts';
import type { Base, Fact, Putting } from './kinds/kind.ts';
import { clearQuotes } from './kinds/supply.ts';
import { partsOf } from './parts.ts';
import { changeInWords } from './take-in.ts';

const AT_ONCE = 1000;
/** A day before all others: whatever is laid over it is newer. */
const BEFORE_ALL = '1000-01-01';

/**
 * Takes an import back, or in again: of every listing it tells of, what imports wrote is cleared away, what stood there
 * before the first of them is put back, and all imports of the kind that are in force are laid over it anew in their
 * order. What was typed, and what the program read itself, stays. All of it, or nothing.
 */
export const takeBack = async (
  { marketplace, import: importId, again }: JobPayloads['take-back'],
  { database, progress, finish }: JobContext,
): Promise<void> => {
  const market = await marketOf(database.db, marketplace);
  await finish(async (inside) => {
    const { db } = inside;
    const [one] = await db
      .select()
      .from(imports)
      .where(and(eq(imports.id, importId), eq(imports.marketplaceId, market.id)))
      .for('update');
    if (!one) throw new ForPeople('This import is not there any more.');
    if ((one.takenBackAt === null) === again)
      return { message: again ? 'It is in force already.' : 'It was taken back already.' };
    await db
      .update(imports)
      .set({ takenBackAt: again ? null : (sql`utc_timestamp(3)` as unknown as string) })
      .where(eq(imports.id, importId));
    const kind = kindOf(one.kind as ImportKind);
    if (kind.relay) {
      const notes = await kind.relay({ ...nothingMet(), inside, market, importId });
      return { message: [`“${one.name}” ${again ? 'was taken in again' : 'was taken back'}.`, ...notes].join(' ') };
    }
    const codes = new Set<string>();
    for await (const { rows } of partsOf<Fact>(db, [importId])) for (const { code } of rows) codes.add(code);
    await progress(0, codes.size, `Clearing ${codes.size} listings`);
    const ofGroup = await db
      .select()
      .from(imports)
      .where(and(eq(imports.marketplaceId, market.id), inArray(imports.kind, kindsOfGroup(kind.group))))
      .orderBy(asc(imports.id));
    const at: Putting = { ...nothingMet(), inside, market, importId };
    const all = [...codes];
    for (let from = 0; from < all.length; from += AT_ONCE)
      for (const [code, id] of await idsByCode(db, market.id, all.slice(from, from + AT_ONCE))) at.ids.set(code, id);
    const ids = [...at.ids.values()];
    for (let from = 0; from < ids.length; from += AT_ONCE)
      await clear(inside, market, kind.group, ids.slice(from, from + AT_ONCE));
    await putBases(at, codes, ofGroup);
    for (const other of ofGroup) {
      if (other.id === importId ? !again : other.takenBackAt !== null) continue;
      await progress(0, 0, `Laying “${other.name}” anew`);
      const laying: Putting = { ...at, importId: other.id, source: other.source, touched: new Set() };
      const its = kindOf(other.kind as ImportKind);
      for await (const { rows } of partsOf<Fact>(db, [other.id])) {
        const mine = rows.filter((r) => codes.has(r.code));
        if (mine.length > 0) await its.put(laying, mine);
      }
      await its.end?.(laying);
    }
    const removed = kind.group === 'catalogue' ? await removeEmpty(inside, ids) : { removed: 0, kept: 0 };
    const left = [...(await idsByCode(db, market.id, all)).values()];
    const changed = kind.estimated && left.length > 0 ? await estimateAnew(inside, market, left) : null;
    if (removed.removed > 0) await raiseDataVersion(db, market.id, null);
    if (kind.group === 'catalogue') await readUpTo(at);
    const verb = again ? 'was taken in again' : 'was taken back';
    return {
      message: [
        `“${one.name}” ${verb}: ${codes.size === 1 ? 'one listing is as it was' : `${codes.size} listings are as they were`} ${again ? 'with' : 'without'} it.`,
        ...(removed.removed > 0 ? [`${removed.removed} that nothing else tells of were removed.`] : []),
        ...(removed.kept > 0 ? [`${removed.kept} were kept, empty, since work of yours hangs on them.`] : []),
        ...changeInWords(changed),
      ].join(' '),
      changed,
    };
  });
};

/** A laying that has not met anything yet. */
const nothingMet = (): Omit<Putting, 'inside' | 'market' | 'importId'> => ({
  source: '',
  again: true,
  ids: new Map(),
  touched: new Set(),
  based: new Set(),
  categories: new Map(),
  keepBase: () => Promise.resolve(),
});

/** Clears away what imports wrote of some listings. */
const clear = async (inside: Session, market: Market, group: string, ids: readonly number[]): Promise<void> => {
  const { db } = inside;
  const list = [...ids];
  if (group === 'counts')
    await db.delete(ownCounts).where(and(inArray(ownCounts.listingId, list), isNotNull(ownCounts.importId)));
  if (group === 'months')
    await db
      .delete(monthlyHistory)
      .where(and(inArray(monthlyHistory.listingId, list), isNotNull(monthlyHistory.importId)));
  if (group === 'reviews')
    await db.delete(reviews).where(and(inArray(reviews.listingId, list), isNotNull(reviews.importId)));
  if (group === 'quotes') await clearQuotes(db, list);
  if (group !== 'catalogue') return;
  await db.delete(readings).where(and(inArray(readings.listingId, list), isNotNull(readings.importId)));
  await db.delete(statedFigures).where(and(inArray(statedFigures.listingId, list), isNotNull(statedFigures.importId)));
  await db
    .update(listings)
    .set({
      brand: '',
      categoryId: await ensureCategory(db, market.id, [NO_CATEGORY]),
      price: null,
      reviews: null,
      rating: null,
      rank: null,
      weight: null,
      sideLong: null,
      sideMiddle: null,
      sideShort: null,
      sellers: null,
      fulfilment: 'unknown',
      soldByMarketplace: null,
      pictures: null,
      variations: null,
      packCount: null,
      gtin: null,
      onSaleSince: null,
      description: null,
      familyId: null,
      seenOn: BEFORE_ALL,
      importId: null,
    })
    .where(inArray(listings.id, list));
};

/** Puts back what stood there before the first import of the kind. */
const putBases = async (
  { inside: { db }, ids }: Putting,
  codes: ReadonlySet<string>,
  ofGroup: readonly { id: number }[],
): Promise<void> => {
  const done = new Set<string>();
  const all = partsOf<Base>(
    db,
    ofGroup.map((i) => i.id),
    true,
  );
  for await (const { rows } of all)
    for (const { code, table, row } of rows) {
      if (!codes.has(code) || !ids.has(code)) continue;
      if (table === 'listings') {
        if (done.has(code)) continue;
        done.add(code);
        const { id: _, marketplaceId: __, touched: ___, ...columns } = row as typeof listings.$inferSelect;
        const [category] = await db.select().from(categories).where(eq(categories.id, columns.categoryId));
        if (category) columns.categoryId = (await meantBy(db, category)).id;
        await db
          .update(listings)
          .set({ ...columns, importId: null })
          .where(eq(listings.id, ids.get(code)!));
      } else if (table === 'own_counts')
        await db
          .insert(ownCounts)
          .ignore()
          .values({ ...(row as typeof ownCounts.$inferSelect), listingId: ids.get(code)!, importId: null });
    }
};

/** Listings that no file tells of any more: removed, unless somebody's work hangs on them. */
const removeEmpty = async (
  { db, pool }: Session,
  ids: readonly number[],
): Promise<{ removed: number; kept: number }> => {
  const sums = { removed: 0, kept: 0 };
  for (let from = 0; from < ids.length; from += AT_ONCE) {
    const empty = await db
      .select({ id: listings.id })
      .from(listings)
      .where(
        and(
          inArray(listings.id, ids.slice(from, from + AT_ONCE)),
          eq(listings.seenOn, BEFORE_ALL),
          isNull(listings.importId),
        ),
      );
    if (empty.length === 0) continue;
    const list = empty.map((e) => e.id);
    const [rows] = await pool.promise().query(
      WORK.map(([table, column]) => `select \`${column}\` as id from \`${table}\` where \`${column}\` in (?)`).join(
        ' union ',
      ),
      WORK.map(() => list),
    );
    const worked = new Set((rows as { id: number }[]).map((r) => Number(r.id)));
    const free = list.filter((id) => !worked.has(id));
    if (free.length > 0) await db.delete(listings).where(inArray(listings.id, free));
    const kept = list.filter((id) => worked.has(id));
    if (kept.length > 0)
      await db
        .update(listings)
        .set({ seenOn: sql`(utc_date())` as unknown as string })
        .where(inArray(listings.id, kept));
    sums.removed += free.length;
    sums.kept += kept.length;
  }
  return sums;
};

/** Where people's own work on a listing lies. */
const WORK = [
  ['candidates', 'anchor_id'],
  ['line_up', 'listing_id'],
  ['costings', 'listing_id'],
  ['marks', 'listing_id'],
  ['watched', 'listing_id'],
  ['own_counts', 'listing_id'],
  ['quotes', 'listing_id'],
  ['craft_overrules', 'listing_id'],
  ['reviews', 'listing_id'],
  ['sieve_listings', 'listing_id'],
] as const;
