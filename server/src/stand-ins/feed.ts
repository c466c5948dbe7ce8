import { and, eq, inArray } from 'drizzle-orm';
import { monthlyRates, Simulated, type DayFacts, type RatesOfMonth } from '@kettle/demo/market';
import { epochDay } from '@kettle/core/measures/day';
import type { Db } from '../db/connection.ts';
import { truths } from './schema.ts';

/** What the program asks of a marketplace's feed; a real service would stand behind the same. */
export interface MarketplaceFeed {
  /** Readings of n days from a day on, by listing code; codes the marketplace does not know are missing. */
  readings: (codes: readonly string[], from: string, days: number) => Promise<Map<string, DayFacts[]>>;
}

/** The simulated feed: reads the invented marketplace's own books. */
export const simulatedFeed = (db: Db, marketplaceId: string): MarketplaceFeed => {
  const rates = new Map<string, RatesOfMonth>();
  const ratesOf = async (family: string): Promise<RatesOfMonth> => {
    let found = rates.get(family);
    if (!found) {
      const rows = await db
        .select({ truth: truths.truth })
        .from(truths)
        .where(and(eq(truths.marketplaceId, marketplaceId), eq(truths.family, family)));
      rates.set(family, (found = monthlyRates(rows.map((r) => new Simulated(r.truth)))));
    }
    return found;
  };
  return {
    readings: async (codes, from, days) => {
      if (codes.length === 0) return new Map();
      const rows = await db
        .select()
        .from(truths)
        .where(and(eq(truths.marketplaceId, marketplaceId), inArray(truths.code, [...codes])));
      const result = new Map<string, DayFacts[]>();
      for (const { code, family, truth } of rows) {
        const listing = new Simulated(truth);
        result.set(code, listing.read(await ratesOf(family), epochDay(from), days));
      }
      return result;
    },
  };
};
