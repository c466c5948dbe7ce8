import { and, eq, inArray } from 'drizzle-orm';
import { monthlyRates, Simulated, type DayFacts, type RatesOfMonth } from '@kettle/demo/market';
import { firstPage, weekVolumes, type PositionFacts } from '@kettle/demo/searches';
import { addDays, epochDay } from '@kettle/core/measures/day';
import type { Db } from '../db/connection.ts';
import { termTruths, truths } from './schema.ts';

/** What a feed says of a listing's day. */
export type FeedDay = DayFacts;

/** What the program asks of a marketplace's feed; a real service would stand behind the same. */
export interface MarketplaceFeed {
  /** Readings of n days from a day on, by listing code; codes the marketplace does not know are missing. */
  readings: (codes: readonly string[], from: string, days: number) => Promise<Map<string, DayFacts[]>>;
}

/** What the program asks of a marketplace's figures of searches. */
export interface SearchFeed {
  /** Searches of so many weeks from a day on, by term; terms that are not known are missing. */
  weeks: (asked: readonly { text: string; from: string; weeks: number }[]) => Promise<Map<string, (number | null)[]>>;
  /** First pages of terms on so many days from a day on. */
  pages: (
    texts: readonly string[],
    from: string,
    days: number,
  ) => Promise<Map<string, { day: string; places: PositionFacts[] }[]>>;
}

/** The simulated figures of searches. */
export const simulatedSearches = (db: Db, marketplaceId: string): SearchFeed => {
  const truthsOf = async (texts: readonly string[]) =>
    texts.length === 0
      ? []
      : db
          .select()
          .from(termTruths)
          .where(and(eq(termTruths.marketplaceId, marketplaceId), inArray(termTruths.text, [...texts])));
  return {
    weeks: async (asked) => {
      const byText = new Map((await truthsOf(asked.map((a) => a.text))).map((t) => [t.text, t.truth]));
      return new Map(
        asked.flatMap(({ text, from, weeks }) => {
          const truth = byText.get(text);
          return truth ? [[text, weekVolumes(text, truth, from, weeks)]] : [];
        }),
      );
    },
    pages: async (texts, from, days) =>
      new Map(
        (await truthsOf(texts)).map(({ text, truth }) => [
          text,
          Array.from({ length: days }, (_, i) => {
            const day = addDays(from, i);
            return { day, places: firstPage(text, truth, day) };
          }),
        ]),
      ),
  };
};

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
