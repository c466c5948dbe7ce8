import { and, asc, eq, inArray, lte, sql } from 'drizzle-orm';
import { sumOfWeeks, weeksEnd } from '@kettle/core/demand/weeks';
import { addDays, daysBetween } from '@kettle/core/measures/day';
import { bulkLoad, type Cell } from '../../ground/db/bulk.ts';
import type { Db, Session } from '../../ground/db/connection.ts';
import {
  basketTerms,
  candidates,
  listings,
  marketplaces,
  searchTerms,
  termPositions,
  termVolumes,
  watched,
} from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
import type { SearchFeed } from '../../ground/outside.ts';

const AT_ONCE = 500;
/** Terms whose places are followed because watched listings are found by them in the first rows, the most searched first. */
const MOST_FOLLOWED = 60;
const FIRST_ROWS = 20;

/**
 * Takes what the feed has of searches up to a day: weeks that have ended, and places for the terms that are followed. Answers
 * with a sentence where the feed let it down: what it had not given by then is asked for again with the next day.
 */
export const takeSearches = async (
  database: Session,
  market: Market,
  feed: SearchFeed,
  to: string,
): Promise<string | null> => {
  let fault: string | null = null;
  const unlessLetDown = (taking: Promise<boolean>): Promise<boolean> =>
    taking.catch((error: unknown) => {
      if (!(error instanceof ProblemError)) throw error;
      fault = error.problem.title;
      // Some of it may have been taken before.
      return true;
    });
  const weeks = await unlessLetDown(takeWeeks(database.db, market, feed, to));
  const places = fault === null && (await unlessLetDown(takePlaces(database, market, feed, to)));
  if (weeks || places)
    await database.db
      .update(marketplaces)
      .set({ demandVersion: sql`${marketplaces.demandVersion} + 1` })
      .where(eq(marketplaces.id, market.id));
  return fault;
};

const takeWeeks = async (db: Db, market: Market, feed: SearchFeed, to: string): Promise<boolean> => {
  let taken = false;
  for (let after = 0; ;) {
    const rows = await db
      .select({
        id: searchTerms.id,
        text: searchTerms.text,
        first: termVolumes.firstWeek,
        volumes: termVolumes.volumes,
      })
      .from(termVolumes)
      .innerJoin(searchTerms, eq(searchTerms.id, termVolumes.termId))
      .where(and(eq(searchTerms.marketplaceId, market.id), sql`${searchTerms.id} > ${after}`))
      .orderBy(asc(searchTerms.id))
      .limit(AT_ONCE);
    if (rows.length === 0) return taken;
    after = rows.at(-1)!.id;
    const due = rows.flatMap((r) => {
      const end = weeksEnd(r);
      const weeks = Math.floor(daysBetween(end, addDays(to, 1)) / 7);
      return weeks > 0 ? [{ ...r, end, weeks }] : [];
    });
    if (due.length === 0) continue;
    const found = await feed.weeks(due.map(({ text, end, weeks }) => ({ text, from: end, weeks })));
    const values = due.flatMap((r) => {
      const more = found.get(r.text);
      return more ? [{ termId: r.id, firstWeek: r.first, volumes: [...r.volumes, ...more] }] : [];
    });
    if (values.length === 0) continue;
    taken = true;
    await db
      .insert(termVolumes)
      .values(values)
      .onDuplicateKeyUpdate({ set: { volumes: sql`values(${termVolumes.volumes})` } });
    await db
      .update(searchTerms)
      .set({ seenOn: to })
      .where(
        inArray(
          searchTerms.id,
          values.map((v) => v.termId),
        ),
      );
  }
};

/** Terms kept in baskets, and those by which watched listings stand in the first rows, the most searched first. */
const followedTerms = async (db: Db, market: Market) => {
  const inBaskets = await db
    .selectDistinct({ id: basketTerms.termId })
    .from(basketTerms)
    .innerJoin(candidates, eq(candidates.id, basketTerms.candidateId))
    .where(eq(candidates.marketplaceId, market.id));
  const ofWatched = await db
    .selectDistinct({ id: termPositions.termId })
    .from(termPositions)
    .innerJoin(watched, eq(watched.listingId, termPositions.listingId))
    .innerJoin(listings, eq(listings.id, watched.listingId))
    .where(and(eq(listings.marketplaceId, market.id), lte(termPositions.unpaid, FIRST_ROWS)));
  const ids = [...new Set([...inBaskets, ...ofWatched].map((t) => t.id))];
  if (ids.length === 0) return [];
  const rows = await db
    .select({ id: searchTerms.id, text: searchTerms.text, volumes: termVolumes.volumes })
    .from(searchTerms)
    .leftJoin(termVolumes, eq(termVolumes.termId, searchTerms.id))
    .where(inArray(searchTerms.id, ids));
  const basket = new Set(inBaskets.map((t) => t.id));
  const volume = (r: (typeof rows)[number]): number =>
    basket.has(r.id) ? Infinity : (sumOfWeeks(r.volumes ?? [], Math.min(13, r.volumes?.length ?? 0)) ?? 0);
  return rows.sort((a, b) => volume(b) - volume(a)).slice(0, Math.max(MOST_FOLLOWED, basket.size));
};

/** The whole first page on the last day; on the days before, the places of watched listings alone. */
const takePlaces = async ({ db, pool }: Session, market: Market, feed: SearchFeed, to: string): Promise<boolean> => {
  const terms = await followedTerms(db, market);
  if (terms.length === 0) return false;
  const [followed, known, last] = await Promise.all([
    db
      .select({ code: listings.code })
      .from(watched)
      .innerJoin(listings, eq(listings.id, watched.listingId))
      .where(eq(listings.marketplaceId, market.id)),
    db.select({ id: listings.id, code: listings.code }).from(listings).where(eq(listings.marketplaceId, market.id)),
    db
      .select({ day: sql<string | null>`max(${termPositions.day})` })
      .from(termPositions)
      .where(
        inArray(
          termPositions.termId,
          terms.map((t) => t.id),
        ),
      ),
  ]);
  const watchedCodes = new Set(followed.map((l) => l.code));
  const idOf = new Map(known.map((l) => [l.code, l.id]));
  const from = addDays(last[0]?.day ?? addDays(to, -1), 1);
  if (from > to) return false;
  const pages = await feed.pages(
    terms.map((t) => t.text),
    from,
    daysBetween(from, to) + 1,
  );
  await bulkLoad(
    pool,
    'term_positions',
    ['term_id', 'day', 'listing_id', 'unpaid', 'paid', 'share'],
    function* (): Generator<Cell[]> {
      for (const { id, text } of terms)
        for (const { day, places } of pages.get(text) ?? [])
          for (const p of places) {
            const listing = idOf.get(p.code);
            if (listing !== undefined && (day === to || watchedCodes.has(p.code)))
              yield [id, day, listing, p.unpaid, p.paid, p.share];
          }
    },
  );
  return true;
};
