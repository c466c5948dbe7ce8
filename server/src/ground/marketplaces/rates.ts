import { eq } from 'drizzle-orm';
import type { DatedRate } from '@kettle/core/files/rates';
import type { Db } from '../db/connection.ts';
import { exchangeRates } from '../db/schema.ts';

/** All rates that were given for a marketplace, by currency: what a unit of it is worth in the marketplace's. */
export const ratesOf = async (db: Db, marketplaceId: string): Promise<Map<string, DatedRate[]>> => {
  const found = new Map<string, DatedRate[]>();
  const rows = await db.select().from(exchangeRates).where(eq(exchangeRates.marketplaceId, marketplaceId));
  for (const { currency, day, rate } of rows) found.set(currency, [...(found.get(currency) ?? []), { day, rate }]);
  return found;
};
