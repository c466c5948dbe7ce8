import { asc, eq, inArray, sql } from 'drizzle-orm';
import {
  coursesTogether,
  courseWithin,
  monthsByReviews,
  movesWithout,
  UNKNOWN_DRIFT,
  type Drifts,
  type MonthReviews,
} from '@kettle/core/estimate/age';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import type { MonthUnits } from '@kettle/core/season/listing-course';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../db/connection.ts';
import { categories, listings, monthlyHistory } from '../db/schema.ts';
import type { Market } from '../marketplaces/marketplaces.ts';
import type { Curves } from './curves.ts';

/** Listings that all categories are learnt from together, and of one category at least and at most. */
const SAMPLE = 6_000;
const FEWEST = 8;
const MOST = 60;
const CHUNK = 1_000;

/**
 * Learns how the listings of each category move while nobody looks, from a sample of their months, the same ones each time:
 * of each leaf, and of each branch from what stands below it. Null where no months are known.
 */
export const learnDrifts = async (db: Db, market: Market, curves: Curves): Promise<Drifts | null> => {
  const tree = await db
    .select({ id: categories.id, path: categories.path })
    .from(categories)
    .where(eq(categories.marketplaceId, market.id));
  const perLeaf = Math.min(MOST, Math.max(FEWEST, Math.round(SAMPLE / Math.max(1, tree.length))));
  const [sample] = (await db.execute(sql`select id, category from (
      select l.id, l.category_id as category, row_number() over (partition by l.category_id order by crc32(l.id)) as place
      from ${listings} l
      where l.marketplace_id = ${market.id} and exists (select 1 from ${monthlyHistory} m where m.listing_id = l.id)
    ) s where place <= ${perLeaf}`)) as unknown as [{ id: number; category: number }[]];
  if (sample.length === 0) return null;
  const pathOf = new Map(tree.map((c) => [c.id, c.path]));
  const ofCategory = new Map<string, MonthUnits[][]>();
  const ofList = new Map<string, MonthReviews[][]>();
  for (let at = 0; at < sample.length; at += CHUNK) {
    const batch = sample.slice(at, at + CHUNK);
    const ids = batch.map((s) => Number(s.id));
    const months = groupsOf(
      await db
        .select({
          listing: monthlyHistory.listingId,
          month: monthlyHistory.month,
          rank: monthlyHistory.rank,
          reviews: monthlyHistory.reviews,
        })
        .from(monthlyHistory)
        .where(inArray(monthlyHistory.listingId, ids))
        .orderBy(asc(monthlyHistory.listingId), asc(monthlyHistory.month)),
      (m) => m.listing,
    );
    for (const { id, category } of batch) {
      const path = pathOf.get(Number(category));
      if (path === undefined) continue;
      const { curve, group } = curves.of(path);
      // A month that is not over is no month yet.
      const whole = (months.get(Number(id)) ?? []).filter((m) => m.month.slice(0, 7) < market.today.slice(0, 7));
      put(ofList, group, whole);
      if (!curve) continue;
      const units = whole.map(({ month, rank }) => ({ month, units: rank === null ? null : unitsAtRank(curve, rank) }));
      for (const above of pathsAbove(path)) put(ofCategory, above, units);
    }
  }
  const months = new Map<string, MonthUnits[]>();
  for (const [list, of] of ofList) {
    const known = monthsByReviews(of);
    if (known) months.set(list, known);
  }
  const within = Object.fromEntries(
    [...ofCategory].flatMap(([path, of]) => {
      const course = path === '' ? null : courseWithin(of);
      return course ? [[path, course] as const] : [];
    }),
  );
  return {
    within,
    together: coursesTogether(months),
    elsewhere: {
      within: {
        season: null,
        of: 'middle',
        moves: movesWithout(ofCategory.get('') ?? []) ?? UNKNOWN_DRIFT.within.moves,
      },
      together: {
        season: null,
        of: 'middle',
        moves: movesWithout([...months.values()]) ?? UNKNOWN_DRIFT.together.moves,
      },
    },
  };
};

const put = <T>(map: Map<string, T[]>, key: string, value: T): void => {
  const there = map.get(key);
  if (there) there.push(value);
  else map.set(key, [value]);
};

/** A path and all above it, "" standing for the whole. @example pathsAbove('A › B') // => ["A › B","A",""] */
const pathsAbove = (path: string): string[] => {
  const parts = path.split(' › ');
  return parts.map((_, i) => parts.slice(0, parts.length - i).join(' › ')).concat('');
};
