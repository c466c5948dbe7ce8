import { and, asc, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Surroundings, UnitsCourse } from '@kettle/contract/sheet';
import { unitsAtRank, type RankCurve } from '@kettle/core/estimate/rank-curve';
import { dailyUnits } from '@kettle/core/estimate/units';
import { pageCraft, type CraftKey } from '@kettle/core/listing-page/page-craft';
import { addDays, addMonths } from '@kettle/core/measures/day';
import { unitsPerMonth } from '@kettle/core/measures/units';
import { courseOfUnits, monthsTogether, type MonthUnits } from '@kettle/core/season/listing-course';
import { monthsWithDays } from '@kettle/core/season/months-with-days';
import { groupsOf } from '@kettle/core/stats/groups';
import { medianOf } from '@kettle/core/stats/robust';
import type { Db } from '../../ground/db/connection.ts';
import { categories, craftOverrules, estimates, listings, monthlyHistory, readings } from '../../ground/db/schema.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import { curvesOf } from '../../ground/estimates/curves.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { DemandIndex } from '../demand/index.ts';
import { shelfListings } from '../demand/shelf.ts';

/** The best sellers of a category stand for it: more would be slower and say the same. */
const STAND_FOR_CATEGORY = 200;
const MONTHS = 36;

/** What is the same for all listings of a category, kept while the data are the same. */
const kept = new LRUCache<string, { version: number; value: Promise<Surroundings['category']> }>({ max: 400 });

/** The season of a listing and of its category, and the page craft of the shelf it stands on. */
export const surroundingsOf = async (
  db: Db,
  market: Market,
  demand: DemandIndex,
  row: typeof listings.$inferSelect,
): Promise<Surroundings> => {
  const curves = await curvesOf(db, market);
  const [path] = await db
    .select({ path: categories.path, name: categories.name })
    .from(categories)
    .where(eq(categories.id, row.categoryId));
  const curve = curves.of(path!.path).curve;
  const [course, category, shelf] = await Promise.all([
    courseOf(db, market, row.id, curve),
    categoryCourse(db, market, row.categoryId, path!.name, curve),
    shelfCraft(db, market, demand, row.code),
  ]);
  return { course, category, shelf };
};

const monthsOf = async (
  db: Db,
  market: Market,
  ids: readonly number[],
  curve: RankCurve | null,
): Promise<Map<number, MonthUnits[]>> => {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ listingId: monthlyHistory.listingId, month: monthlyHistory.month, rank: monthlyHistory.rank })
    .from(monthlyHistory)
    .where(
      and(inArray(monthlyHistory.listingId, [...ids]), gte(monthlyHistory.month, addMonths(market.today, -MONTHS))),
    )
    .orderBy(asc(monthlyHistory.listingId), asc(monthlyHistory.month));
  const asUnits = (rank: number | null): number | null =>
    curve && rank !== null ? unitsPerMonth(unitsAtRank(curve, rank)) : null;
  return new Map(
    [...groupsOf(rows, (r) => r.listingId)].map(([id, months]) => [
      id,
      months.map((m) => ({ month: m.month, units: asUnits(m.rank) })),
    ]),
  );
};

/** A listing's own course: its months, with those that only its daily readings tell of. */
const courseOf = async (db: Db, market: Market, id: number, curve: RankCurve | null): Promise<UnitsCourse> => {
  const [byListing, days] = await Promise.all([
    monthsOf(db, market, [id], curve),
    db
      .select()
      .from(readings)
      .where(and(eq(readings.listingId, id), gte(readings.day, addDays(market.today, -31 * MONTHS))))
      .orderBy(asc(readings.day)),
  ]);
  const daily = curve ? dailyUnits(days.map(asReading), curve, market.today) : [];
  return courseOfUnits(monthsWithDays(byListing.get(id) ?? [], daily), daily, market.today);
};

const categoryCourse = (
  db: Db,
  market: Market,
  categoryId: number,
  name: string,
  curve: RankCurve | null,
): Promise<Surroundings['category']> => {
  const key = `${market.id}/${categoryId}/${market.today}`;
  const found = kept.get(key);
  if (found?.version === market.dataVersion) return found.value;
  const value = (async () => {
    const ids = (
      await db
        .select({ id: listings.id })
        .from(listings)
        .innerJoin(estimates, eq(estimates.listingId, listings.id))
        .where(eq(listings.categoryId, categoryId))
        .orderBy(desc(estimates.units))
        .limit(STAND_FOR_CATEGORY)
    ).map((l) => l.id);
    const months = monthsTogether([...(await monthsOf(db, market, ids, curve)).values()], market.today);
    return months && { name, listings: ids.length, course: courseOfUnits(months, [], market.today) };
  })();
  value.catch(() => kept.delete(key));
  kept.set(key, { version: market.dataVersion, value });
  return value;
};

/** Medians of the page craft of the listings on its shelf, the listing itself left out; null without others. */
const shelfCraft = async (
  db: Db,
  market: Market,
  demand: DemandIndex,
  code: string,
): Promise<Surroundings['shelf']> => {
  const shelf = await shelfListings(db, market, demand, code);
  if (shelf.ids.length === 0) return null;
  const [rows, overrules] = await Promise.all([
    db
      .select({
        id: listings.id,
        code: listings.code,
        title: listings.title,
        pictures: listings.pictures,
        bullets: listings.bullets,
        description: listings.description,
      })
      .from(listings)
      .where(and(inArray(listings.id, shelf.ids), sql`${listings.code} <> ${code}`)),
    db.select().from(craftOverrules).where(inArray(craftOverrules.listingId, shelf.ids)),
  ]);
  if (rows.length === 0) return null;
  const own = groupsOf(overrules, (o) => o.listingId);
  const crafts = rows.map((r) => pageCraft(r, own.get(r.id) ?? []));
  const ofPart = (key: CraftKey): number | null =>
    medianOf(crafts.flatMap((c) => c.parts.find((p) => p.key === key)?.points ?? []));
  return {
    name: shelf.name,
    listings: rows.length,
    craft: medianOf(crafts.map((c) => c.value)),
    parts: {
      title: ofPart('title'),
      pictures: ofPart('pictures'),
      bullets: ofPart('bullets'),
      description: ofPart('description'),
    },
  };
};
