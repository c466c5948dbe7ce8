import { and, eq, inArray } from 'drizzle-orm';
import { addDays, epochDay } from '@kettle/core/measures/day';
import { monthlyRates, Simulated, type RatesOfMonth } from '@kettle/demo/market';
import { firstPage, weekVolumes } from '@kettle/demo/searches';
import type { Db } from '../../ground/db/connection.ts';
import type { FeedDay, ListingFeed, SearchFeed } from '../../ground/outside.ts';
import { termTruths, truths } from './schema.ts';
import { underWeather } from './weather.ts';

/** The simulated figures of searches. */
export const simulatedSearches = (db: Db, marketplaceId: string): SearchFeed => {
  const truthsOf = async (texts: readonly string[]) =>
    texts.length === 0
      ? []
      : db
          .select()
          .from(termTruths)
          .where(and(eq(termTruths.marketplaceId, marketplaceId), inArray(termTruths.text, [...texts])));
  const weather = underWeather(db, marketplaceId, 'searches');
  const feed: SearchFeed = {
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
  return {
    weeks: (asked) => weather(() => feed.weeks(asked), new Map()),
    pages: (texts, from, days) => weather(() => feed.pages(texts, from, days), new Map()),
  };
};

/** The simulated feed: reads the invented marketplace's own books. */
export const simulatedFeed = (db: Db, marketplaceId: string): ListingFeed => {
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
  const weather = underWeather(db, marketplaceId, 'listings');
  const feed: ListingFeed = {
    readings: async (codes, from, days) => {
      if (codes.length === 0) return new Map();
      const rows = await db
        .select()
        .from(truths)
        .where(and(eq(truths.marketplaceId, marketplaceId), inArray(truths.code, [...codes])));
      const result = new Map<string, FeedDay[]>();
      for (const { code, family, truth } of rows) {
        const listing = new Simulated(truth);
        result.set(code, listing.read(await ratesOf(family), epochDay(from), days));
      }
      return result;
    },
  };
  return { readings: (codes, from, days) => weather(() => feed.readings(codes, from, days), new Map()) };
};
