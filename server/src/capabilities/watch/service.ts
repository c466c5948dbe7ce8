import { and, asc, eq, inArray, isNotNull, or } from 'drizzle-orm';
import type { Added, WatchedState } from '@kettle/contract/watch';
import type { Figures } from '@kettle/core/changes/then-now';
import { codesFromText } from '@kettle/core/listing/codes';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { estimates, listings, watched, watchGroups } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';

/** Rows that are changed by one statement. */
const AT_ONCE = 500;
const batches = <T>(all: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / AT_ONCE) }, (_, i) => all.slice(i * AT_ONCE, (i + 1) * AT_ONCE));

/** What listings are like on the marketplace's today, for then and now. */
export const figuresOf = async (db: Db, market: Market, ids: readonly number[]): Promise<Map<number, Figures>> => {
  const found = new Map<number, Figures>();
  for (const batch of batches(ids))
    for (const { id, rating, ...row } of await db
      .select({
        id: listings.id,
        units: estimates.units,
        low: estimates.low,
        high: estimates.high,
        price: listings.price,
        reviews: listings.reviews,
        rating: listings.rating,
        sellers: listings.sellers,
      })
      .from(listings)
      .leftJoin(estimates, eq(estimates.listingId, listings.id))
      .where(inArray(listings.id, batch)))
      found.set(id, { day: market.today, ...row, rating: rating === null ? null : rating / 100 });
  return found;
};

/** Watches listings from the marketplace's today on; those watched already keep their day and their figures of then. */
export const watchListings = async (
  db: Db,
  market: Market,
  ids: readonly number[],
  { group = null, labels = [] }: { group?: number | null; labels?: readonly string[] } = {},
): Promise<void> => {
  const figures = await figuresOf(db, market, ids);
  for (const batch of batches(ids))
    await db
      .insert(watched)
      .ignore()
      .values(
        batch.map((listingId) => ({
          listingId,
          since: market.today,
          groupId: group,
          labels: [...labels],
          thenFigures: figures.get(listingId) ?? null,
        })),
      );
};

const tidyLabels = (labels: readonly string[]): string[] => [...new Set(labels.map((l) => l.trim()).filter(Boolean))];

/** Holds a group until the end of the transaction; refuses one of another marketplace. */
const expectGroup = async (db: Db, market: Market, group: number | null | undefined): Promise<void> => {
  if (group == null) return;
  const [row] = await db
    .select({ id: watchGroups.id })
    .from(watchGroups)
    .where(and(eq(watchGroups.id, group), eq(watchGroups.marketplaceId, market.id)))
    .for('update');
  if (!row) throw badField('group', 'There is no such group any more.');
};

/** Listings with all variations of the families they belong to. */
const withFamilies = async (db: Db, market: Market, ids: readonly number[]): Promise<number[]> => {
  if (ids.length === 0) return [];
  const heads = await db.select({ id: listings.id, family: listings.familyId }).from(listings).where(inArray(listings.id, [...ids])); // prettier-ignore
  const families = [...new Set(heads.map((h) => h.family ?? h.id))];
  const members = await db
    .select({ id: listings.id })
    .from(listings)
    .where(
      and(
        eq(listings.marketplaceId, market.id),
        or(inArray(listings.id, families), and(isNotNull(listings.familyId), inArray(listings.familyId, families))),
      ),
    )
    .orderBy(asc(listings.id));
  return [...new Set([...ids, ...members.map((m) => m.id)])];
};

const MOST_WATCHED = 5_000;

export const watchByCodes = async (
  database: Database,
  market: Market,
  { text, group, labels = [], family = false }: { text: string; group?: number | null; labels?: string[]; family?: boolean }, // prettier-ignore
): Promise<Added> => {
  const { codes, rest } = codesFromText(text, market);
  return atOnce(database, async ({ db }) => {
    await expectGroup(db, market, group);
    const known = await idsByCode(db, market.id, codes);
    const asked = [...known.values()];
    const all = family ? await withFamilies(db, market, asked) : asked;
    const there = new Set((await watchedAmong(db, market)).map((w) => w.id));
    const fresh = all.filter((id) => !there.has(id));
    if (there.size + fresh.length > MOST_WATCHED)
      throw badField('text', `No more than ${MOST_WATCHED} listings can be watched; ${there.size} are.`);
    await watchListings(db, market, fresh, { group: group ?? null, labels: tidyLabels(labels) });
    const codeOf = new Map((await db.select({ id: listings.id, code: listings.code }).from(listings).where(inArray(listings.id, [...all, 0]))).map((l) => [l.id, l.code])); // prettier-ignore
    return {
      added: fresh.map((id) => codeOf.get(id)!),
      already: all.filter((id) => there.has(id)).map((id) => codeOf.get(id)!),
      unknown: codes.filter((c) => !known.has(c)),
      noCodes: rest,
    };
  });
};

const watchedAmong = (db: Db, market: Market, codes?: readonly string[]) =>
  db
    .select({
      id: listings.id,
      code: listings.code,
      since: watched.since,
      group: watched.groupId,
      labels: watched.labels,
      then: watched.thenFigures,
    })
    .from(watched)
    .innerJoin(listings, eq(listings.id, watched.listingId))
    .where(
      and(eq(listings.marketplaceId, market.id), codes === undefined ? undefined : inArray(listings.code, [...codes])),
    );
type Row = Awaited<ReturnType<typeof watchedAmong>>[number];
const asState = ({ id: _, labels, ...row }: Row): WatchedState => ({ ...row, labels: labels ?? [] });

/** How the listings of a group stand. */
export const statesOfGroup = async (db: Db, group: number): Promise<WatchedState[]> =>
  (
    await db
      .select({
        id: listings.id,
        code: listings.code,
        since: watched.since,
        group: watched.groupId,
        labels: watched.labels,
        then: watched.thenFigures,
      }) // prettier-ignore
      .from(watched)
      .innerJoin(listings, eq(listings.id, watched.listingId))
      .where(eq(watched.groupId, group))
  ).map(asState);

export interface Change {
  codes: readonly string[];
  group?: number | null;
  add?: readonly string[];
  remove?: readonly string[];
  stop?: boolean;
}
/** Changes watched listings and tells how they stood; readings stay whatever happens. */
export const changeWatched = (
  database: Database,
  market: Market,
  { codes, group, add = [], remove = [], stop = false }: Change,
): Promise<{ before: WatchedState[] }> =>
  atOnce(database, async ({ db }) => {
    await expectGroup(db, market, group);
    const rows = await watchedAmong(db, market, codes).for('update');
    const ids = rows.map((r) => r.id);
    if (stop) for (const batch of batches(ids)) await db.delete(watched).where(inArray(watched.listingId, batch));
    else {
      if (group !== undefined)
        for (const batch of batches(ids))
          await db.update(watched).set({ groupId: group }).where(inArray(watched.listingId, batch));
      if (add.length + remove.length > 0)
        for (const row of rows) {
          const labels = tidyLabels([...(row.labels ?? []).filter((l) => !remove.includes(l)), ...add]);
          if (labels.length > 20) throw badField('add', `${row.code} would have more than 20 labels.`);
          await db.update(watched).set({ labels }).where(eq(watched.listingId, row.id));
        }
    }
    return { before: rows.map(asState) };
  });

/** Puts listings back as they stood before a change; groups that are gone are left out. */
export const restoreWatched = (database: Database, market: Market, states: readonly WatchedState[]): Promise<void> =>
  atOnce(database, async ({ db }) => {
    const ids = await idsByCode(
      db,
      market.id,
      states.map((s) => s.code),
    );
    const groups = new Set((await db.select({ id: watchGroups.id }).from(watchGroups).where(eq(watchGroups.marketplaceId, market.id))).map((g) => g.id)); // prettier-ignore
    for (const { code, since, group, labels, then } of states) {
      const listingId = ids.get(code);
      if (listingId === undefined) continue;
      if (since > market.today) throw badField('states', `The date ${since} lies in the future.`);
      const set = {
        since,
        groupId: group !== null && groups.has(group) ? group : null,
        labels: tidyLabels(labels),
        thenFigures: then,
      };
      await db
        .insert(watched)
        .values({ listingId, ...set })
        .onDuplicateKeyUpdate({ set });
    }
  });

export const stopWatching = async (
  database: Database,
  market: Market,
  code: string,
): Promise<{ before: WatchedState[] }> => {
  if (!(await idsByCode(database.db, market.id, [code])).has(code)) throw notFound(`The listing ${code}`);
  return changeWatched(database, market, { codes: [code], stop: true });
};
