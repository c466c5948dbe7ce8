import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Sieve, SieveChange, SievePlace } from '@kettle/contract/sift';
import { changesBetween } from '@kettle/core/changes/between';
import { changeInWords } from '@kettle/core/changes/in-words';
import { readDemand, writeDemand } from '@kettle/core/demand/choice';
import { demandStarters } from '@kettle/core/demand/starters';
import { majorFromMinor } from '@kettle/core/money/money';
import { readSift, writeSift } from '@kettle/core/sift/address';
import { starterSieves } from '@kettle/core/sift/starter-sieves';
import { bulkLoad } from '../../ground/db/bulk.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { estimates, listings, marketplaces, sieveListings, sieves } from '../../ground/db/schema.ts';
import { asMarket, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { conflict, isTaken, notFound } from '../../ground/problems/problem.ts';
import type { SiftServices } from './indexes.ts';
import { carryOut } from './service.ts';

/** More listings than this are not kept for comparing: a sieve so wide is not read row by row. */
export const MOST_COMPARED = 20_000;
/** Changes that are told one by one. */
const MOST_TOLD = 200;
/** A change of price or units below this is noise. */

const asSieve = (row: typeof sieves.$inferSelect): Sieve => ({
  id: row.id,
  name: row.name,
  search: row.search,
  reasoning: row.reasoning,
  isStart: row.isStart,
  openedOn: row.openedOn,
});

/** The search as this program writes it: unknown parameters and faults are dropped before it is kept. */
const tidied = (search: string, market: Market, place: SievePlace): string => {
  const parameters = new URLSearchParams(search);
  return new URLSearchParams(
    place === 'sift'
      ? writeSift(readSift(parameters, market).choice, market)
      : writeDemand(readDemand(parameters, market).choice, market),
  ).toString();
};

export const sievesOf = async (db: Db, market: Market, place: SievePlace) => ({
  kept: (
    await db
      .select()
      .from(sieves)
      .where(and(eq(sieves.marketplaceId, market.id), eq(sieves.place, place)))
      .orderBy(asc(sieves.name))
  ).map(asSieve),
  starters: place === 'sift' ? starterSieves(market) : demandStarters(market),
});

const rowOf = async (db: Db, id: number) => {
  const [row] = await db
    .select({ sieve: sieves, market: marketplaces })
    .from(sieves)
    .innerJoin(marketplaces, eq(marketplaces.id, sieves.marketplaceId))
    .where(eq(sieves.id, id));
  if (!row) throw notFound(`Sieve ${id}`);
  return { sieve: row.sieve, market: asMarket(row.market) };
};

const taken = (name: string) => conflict(`There is a sieve called “${name}” already. Choose another name.`);

export const keepSieve = async (
  db: Db,
  market: Market,
  { name, search, reasoning, place = 'sift' }: { name: string; search: string; reasoning: string; place?: SievePlace },
): Promise<Sieve> => {
  try {
    const [made] = await db
      .insert(sieves)
      .values({ marketplaceId: market.id, name: name.trim(), search: tidied(search, market, place), reasoning, place })
      .$returningId();
    return asSieve((await rowOf(db, made!.id)).sieve);
  } catch (error) {
    throw isTaken(error) ? taken(name.trim()) : error;
  }
};

export const changeSieve = async (
  database: Database,
  id: number,
  change: { name?: string; search?: string; reasoning?: string; isStart?: boolean },
): Promise<Sieve> => {
  const { db } = database;
  const { market, sieve } = await rowOf(db, id);
  const set = {
    ...change,
    ...(change.name === undefined ? {} : { name: change.name.trim() }),
    ...(change.search === undefined ? {} : { search: tidied(change.search, market, sieve.place) }),
  };
  try {
    await atOnce(database, async ({ db: tx }) => {
      // One sieve of a place at most is the start.
      if (change.isStart)
        await tx
          .update(sieves)
          .set({ isStart: false })
          .where(and(eq(sieves.marketplaceId, market.id), eq(sieves.place, sieve.place)));
      if (Object.keys(set).length > 0) await tx.update(sieves).set(set).where(eq(sieves.id, id));
    });
  } catch (error) {
    throw isTaken(error) ? taken(set.name ?? '') : error;
  }
  return asSieve((await rowOf(db, id)).sieve);
};

export const dropSieve = async (db: Db, id: number): Promise<void> => {
  await rowOf(db, id);
  await db.delete(sieves).where(eq(sieves.id, id));
};

interface Kept {
  listingId: number;
  price: number | null;
  units: number | null;
  reviews: number | null;
}

/**
 * Opens a sieve: what is in it now against what was in it on the last earlier day that it was opened. The first opening
 * of a day keeps what is there; opening it again on the same day tells the same, brought up to date.
 */
export const openSieve = async (services: SiftServices, id: number) => {
  const { db } = services.database;
  const { sieve, market } = await rowOf(db, id);
  if (sieve.place !== 'sift') throw notFound(`Sieve ${id} of the catalogue`);
  const { sifted, ready } = await carryOut(services, market, new URLSearchParams(sieve.search), []);
  const tooMany = sifted.count > MOST_COMPARED;
  const ids = tooMany ? [] : Array.from(sifted.rows, (row) => ready.index.ids[row]!);
  const now = await keptNow(db, ids);
  const firstToday = sieve.openedOn !== market.today;
  if (firstToday) await turnPage(services.database, id, market.today, sieve.openedOn, now);
  const since = firstToday ? sieve.openedOn : sieve.sinceDay;
  const before = await db
    .select()
    .from(sieveListings)
    .where(and(eq(sieveListings.sieveId, id), eq(sieveListings.slot, 'before')));
  const found = since === null || tooMany ? [] : differences(before, now, market);
  const told = found.slice(0, MOST_TOLD);
  const titles = new Map(
    told.length === 0
      ? []
      : (
          await db
            .select({ id: listings.id, code: listings.code, title: listings.title })
            .from(listings)
            .where(
              inArray(
                listings.id,
                told.map((d) => d.listingId),
              ),
            )
        ).map((l) => [l.id, l]),
  );
  const n = (what: SieveChange['what']): number => found.filter((d) => d.what === what).length;
  return {
    sieve: asSieve((await rowOf(db, id)).sieve),
    since,
    new: n('new'),
    gone: n('gone'),
    changed: n('changed'),
    tooMany,
    changes: told.flatMap(({ listingId, what, how }): SieveChange[] => {
      const listing = titles.get(listingId);
      return listing ? [{ code: listing.code, title: listing.title, what, how }] : [];
    }),
  };
};

const keptNow = async (db: Db, ids: readonly number[]): Promise<Kept[]> => {
  const rows: Kept[] = [];
  for (let at = 0; at < ids.length; at += 5000)
    rows.push(
      ...(await db
        .select({
          listingId: listings.id,
          price: listings.price,
          units: estimates.units,
          reviews: listings.reviews,
        })
        .from(listings)
        .leftJoin(estimates, eq(estimates.listingId, listings.id))
        .where(inArray(listings.id, ids.slice(at, at + 5000)))),
    );
  return rows;
};

/** What was kept as "now" becomes "before", and what is there now is kept. */
const turnPage = (
  database: Database,
  id: number,
  today: string,
  openedOn: string | null,
  now: readonly Kept[],
): Promise<void> =>
  atOnce(database, async ({ db: tx, pool }) => {
    // Two windows that open it at the same moment turn the page once.
    const [row] = await tx.select().from(sieves).where(eq(sieves.id, id)).for('update');
    if (!row || row.openedOn === today) return;
    const ofSieve = eq(sieveListings.sieveId, id);
    await tx.delete(sieveListings).where(and(ofSieve, eq(sieveListings.slot, 'before')));
    await tx.update(sieveListings).set({ slot: 'before' }).where(ofSieve);
    await tx.update(sieves).set({ openedOn: today, sinceDay: openedOn }).where(eq(sieves.id, id));
    await bulkLoad(pool, 'sieve_listings', ['sieve_id', 'slot', 'listing_id', 'price', 'units', 'reviews'], () =>
      now.map((k) => [id, 'now', k.listingId, k.price, k.units, k.reviews]),
    );
  });

const differences = (
  before: readonly Kept[],
  now: readonly Kept[],
  market: Market,
): { listingId: number; what: SieveChange['what']; how: string }[] => {
  const earlier = new Map(before.map((k) => [k.listingId, k]));
  const later = new Set(now.map((k) => k.listingId));
  return [
    ...now
      .filter((k) => !earlier.has(k.listingId))
      .map((k) => ({ listingId: k.listingId, what: 'new' as const, how: 'passes all limits now' })),
    ...before
      .filter((k) => !later.has(k.listingId))
      .map((k) => ({ listingId: k.listingId, what: 'gone' as const, how: 'fails a limit now' })),
    ...now.flatMap((k) => {
      const how = earlier.has(k.listingId) ? howChanged(earlier.get(k.listingId)!, k, market) : '';
      return how === '' ? [] : [{ listingId: k.listingId, what: 'changed' as const, how }];
    }),
  ];
};

const howChanged = (before: Kept, now: Kept, { currency }: Market): string => {
  const money = (minor: number): string => `${majorFromMinor(minor, currency)} ${currency}`;
  return changesBetween(
    { price: before.price, units: before.units, reviews: before.reviews },
    { price: now.price, units: now.units, reviews: now.reviews },
  )
    .map((change) => changeInWords(change, money))
    .join(', ');
};
