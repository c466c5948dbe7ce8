import { and, eq } from 'drizzle-orm';
import { SERVICES, type ServiceName, type Weather } from '@kettle/contract/suppliers';
import type { Db } from '../../ground/db/connection.ts';
import { OutsideFault } from '../../ground/ask-outside.ts';
import type { Weathers } from '../../ground/outside.ts';
import { standInWeathers, truths } from './schema.ts';

/** How long a slow service takes. */
const SLOW_MS = 3_000;
/** Seconds after which a service that was asked too often wants to be asked again. */
const ASK_AGAIN_S = 20;

/** Services have weather where the marketplace is an invented one. */
export const weathers: Weathers = {
  all: async (db, marketplace) => {
    const [invented] = await db
      .select({ code: truths.code })
      .from(truths)
      .where(eq(truths.marketplaceId, marketplace))
      .limit(1);
    if (!invented) return [];
    const rows = await db.select().from(standInWeathers).where(eq(standInWeathers.marketplaceId, marketplace));
    return SERVICES.map((service) => ({
      service,
      weather: rows.find((r) => r.service === service)?.weather ?? 'fair',
    }));
  },
  set: async (db, marketplaceId, service, weather) => {
    await db
      .insert(standInWeathers)
      .values({ marketplaceId, service, weather })
      .onDuplicateKeyUpdate({ set: { weather } });
  },
};

const weatherOf = async (db: Db, marketplace: string, service: ServiceName): Promise<Weather> =>
  (
    await db
      .select({ weather: standInWeathers.weather })
      .from(standInWeathers)
      .where(and(eq(standInWeathers.marketplaceId, marketplace), eq(standInWeathers.service, service)))
  )[0]?.weather ?? 'fair';

/** Answers of a service, as its weather lets them through. */
export const underWeather =
  (db: Db, marketplace: string, service: ServiceName) =>
  async <T>(answer: () => T | Promise<T>, empty: T): Promise<T> => {
    switch (await weatherOf(db, marketplace, service)) {
      case 'away':
        throw new OutsideFault('away');
      case 'limited':
        throw new OutsideFault('limited', ASK_AGAIN_S);
      case 'empty':
        return empty;
      case 'garbled':
        // What comes over a line is of no type until it was checked.
        return '<html><body>502 upstream</body></html>' as T;
      case 'slow':
        await new Promise((resolve) => setTimeout(resolve, SLOW_MS));
        return answer();
      case 'fair':
        return answer();
    }
  };
