import { and, eq } from 'drizzle-orm';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { isDay } from '@kettle/core/measures/day';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { feeSchedules } from '../../ground/db/schema.ts';
import { raiseDataVersion } from '../../ground/estimates/estimates.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';

/** Takes a fee schedule of one's own in; one that comes into force on the same day gives way. */
export const takeSchedule = async (database: Database, market: Market, document: FeeSchedule): Promise<number> => {
  if (document.currency !== market.currency)
    throw badField(
      'currency',
      `The schedule reckons in ${document.currency}, ${market.name} in ${market.currency}: it cannot be used as it is.`,
    );
  if (!isDay(document.validFrom)) throw badField('validFrom', `"${document.validFrom}" is no day.`);
  for (const { key, fulfilment } of document.sizeClasses)
    for (const [i, row] of fulfilment.entries())
      if (i > 0 && row.upTo <= fulfilment[i - 1]!.upTo)
        throw badField('sizeClasses', `Size class “${key}”: the weights of its rows must rise.`);
  return atOnce(database, async ({ db }) => {
    const values = { name: document.name, document, source: 'your own' };
    await db
      .insert(feeSchedules)
      .values({ marketplaceId: market.id, validFrom: document.validFrom, ...values })
      .onDuplicateKeyUpdate({ set: values });
    await raiseDataVersion(db, market.id, null);
    const [row] = await db
      .select({ id: feeSchedules.id })
      .from(feeSchedules)
      .where(and(eq(feeSchedules.marketplaceId, market.id), eq(feeSchedules.validFrom, document.validFrom)));
    return row!.id;
  });
};

export const scheduleById = async (db: Db, id: number): Promise<FeeSchedule> => {
  const [row] = await db.select({ document: feeSchedules.document }).from(feeSchedules).where(eq(feeSchedules.id, id));
  if (!row) throw notFound(`Fee schedule ${id}`);
  return row.document;
};
