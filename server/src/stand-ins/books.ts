import { and, eq, inArray } from 'drizzle-orm';
import { trueMonthlyUnits } from '@kettle/demo/market';
import type { Db } from '../db/connection.ts';
import { truths } from './schema.ts';

/** Whether a marketplace is an invented one, whose real sales are known. */
export const hasBooks = async (db: Db, marketplaceId: string): Promise<boolean> =>
  (await db.select({ code: truths.code }).from(truths).where(eq(truths.marketplaceId, marketplaceId)).limit(1)).length >
  0;

/** Pieces a month that listings of an invented marketplace really sold over a window, by code. */
export const trueUnits = async (
  db: Db,
  marketplaceId: string,
  codes: readonly string[],
  until: string,
  days: number,
): Promise<Map<string, number>> => {
  if (codes.length === 0) return new Map();
  const rows = await db
    .select({ code: truths.code, truth: truths.truth })
    .from(truths)
    .where(and(eq(truths.marketplaceId, marketplaceId), inArray(truths.code, [...codes])));
  return new Map(rows.map((r) => [r.code, trueMonthlyUnits(r.truth, until, days)]));
};
