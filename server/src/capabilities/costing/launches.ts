import { and, eq, inArray, ne } from 'drizzle-orm';
import { briefsOf, sidesOf } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { candidates, listings } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { costingsOfCandidates } from './service.ts';

/** What the launch of each candidate that is not dropped is reckoned from, oldest first. */
export const launchesOf = async (db: Db, market: Market) => {
  const rows = await db
    .select()
    .from(candidates)
    .where(and(eq(candidates.marketplaceId, market.id), ne(candidates.stage, 'dropped')))
    .orderBy(candidates.id);
  const anchors = [...new Set(rows.map((r) => r.anchorId))];
  const [kept, briefs, sizes] = await Promise.all([
    costingsOfCandidates(db, market, rows),
    briefsOf(db, market, anchors),
    anchors.length === 0
      ? []
      : db
          .select({
            id: listings.id,
            sideLong: listings.sideLong,
            sideMiddle: listings.sideMiddle,
            sideShort: listings.sideShort,
          })
          .from(listings)
          .where(inArray(listings.id, anchors)),
  ]);
  const briefById = new Map(briefs.map((b) => [b.id, b]));
  const sidesById = new Map(sizes.map((s) => [s.id, sidesOf(s)]));
  return {
    day: market.today,
    launches: rows.flatMap(({ id, name, stage, launchMonth, anchorId }) => {
      const brief = briefById.get(anchorId);
      if (!brief) return [];
      const { price, category, weight, units: likely, unitsLow, unitsHigh } = brief;
      const units = likely === null ? null : { low: unitsLow ?? likely, likely, high: unitsHigh ?? likely };
      return [
        {
          id,
          name,
          stage,
          launchMonth,
          costing: kept.get(id)!,
          price,
          category,
          weight,
          sides: sidesById.get(anchorId) ?? null,
          units,
        },
      ];
    }),
  };
};
