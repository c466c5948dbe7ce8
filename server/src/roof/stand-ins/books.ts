import { and, eq, inArray } from 'drizzle-orm';
import { trueMonthlyUnits } from '@kettle/demo/market';
import type { Books } from '../../ground/outside.ts';
import { truths } from './schema.ts';

/** The invented marketplaces' own books. */
export const books: Books = {
  areKept: async (db, marketplace) =>
    (await db.select({ code: truths.code }).from(truths).where(eq(truths.marketplaceId, marketplace)).limit(1)).length >
    0,
  units: async (db, marketplace, codes, until, days) => {
    if (codes.length === 0) return new Map();
    const rows = await db
      .select({ code: truths.code, truth: truths.truth })
      .from(truths)
      .where(and(eq(truths.marketplaceId, marketplace), inArray(truths.code, [...codes])));
    return new Map(rows.map((r) => [r.code, trueMonthlyUnits(r.truth, until, days)]));
  },
};
