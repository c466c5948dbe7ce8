import { and, count, eq, gt } from 'drizzle-orm';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { emptyCosting } from '@kettle/core/costing/costing';
import { compareSchedules, type ScheduleComparison } from '@kettle/core/fees/compare-schedules';
import { scheduleFaults } from '@kettle/core/fees/faults';
import { isDay } from '@kettle/core/measures/day';
import { sidesOf } from '../../ground/briefs/briefs.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { categories, costings, estimates, feeSchedules, listings } from '../../ground/db/schema.ts';
import { raiseDataVersion } from '../../ground/estimates/estimates.ts';
import { schedulesById, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';

/** Takes a fee schedule of one's own in; one that comes into force on the same day gives way. */
export const takeSchedule = async (database: Database, market: Market, document: FeeSchedule): Promise<number> => {
  if (document.currency !== market.currency)
    throw badField(
      'currency',
      `The schedule reckons in ${document.currency}, ${market.name} in ${market.currency}: it cannot be used as it is.`,
    );
  if (!isDay(document.validFrom)) throw badField('validFrom', `"${document.validFrom}" is no day.`);
  const fault = scheduleFaults(document).find((f) => f.kind === 'fails');
  if (fault) throw badField(fault.path, fault.sentence);
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

/** Removes a fee schedule; never one that a costing names, whose figures would silently become others. */
export const removeSchedule = (database: Database, id: number): Promise<void> =>
  atOnce(database, async ({ db }) => {
    const [row] = await db.select().from(feeSchedules).where(eq(feeSchedules.id, id)).for('update');
    if (!row) throw notFound(`Fee schedule ${id}`);
    const [used] = await db.select({ n: count() }).from(costings).where(eq(costings.feeScheduleId, id));
    if (used!.n > 0)
      throw badField(
        'id',
        `${used!.n === 1 ? 'A costing is' : `${used!.n} costings are`} reckoned with “${row.name}”: take newer fees there first.`,
      );
    await db.delete(feeSchedules).where(eq(feeSchedules.id, id));
    await raiseDataVersion(db, row.marketplaceId, null);
  });

const AT_ONCE = 2000;

/** What another schedule would leave of a sale of each listing; some listings at a time, so that others are served between. */
export const compareOverCatalogue = async (
  db: Db,
  market: Market,
  { before, after }: { before: number; after: FeeSchedule },
): Promise<ScheduleComparison> => {
  const fault = scheduleFaults(after).find((f) => f.kind === 'fails');
  if (fault) throw badField(`after.${fault.path}`, fault.sentence);
  const former = (await schedulesById(db, market.id, [before])).get(before);
  if (!former) throw notFound(`Fee schedule ${before} of ${market.name}`);
  const comparison = compareSchedules(former.document, after, {
    fulfilment: 'marketplace',
    monthsStored: emptyCosting().monthsStored,
    day: market.today,
  });
  const paths = new Map(
    (await db.select().from(categories).where(eq(categories.marketplaceId, market.id))).map((c) => [c.id, c.path]),
  );
  let last = 0;
  for (;;) {
    const rows = await db
      .select({
        id: listings.id,
        code: listings.code,
        title: listings.title,
        categoryId: listings.categoryId,
        price: listings.price,
        weight: listings.weight,
        sideLong: listings.sideLong,
        sideMiddle: listings.sideMiddle,
        sideShort: listings.sideShort,
        units: estimates.units,
      })
      .from(listings)
      .leftJoin(estimates, eq(estimates.listingId, listings.id))
      .where(and(eq(listings.marketplaceId, market.id), gt(listings.id, last)))
      .orderBy(listings.id)
      .limit(AT_ONCE);
    for (const row of rows)
      if (row.price !== null)
        comparison.add({ ...row, price: row.price, category: paths.get(row.categoryId) ?? '', sides: sidesOf(row) });
    if (rows.length < AT_ONCE) return comparison.told();
    last = rows.at(-1)!.id;
  }
};
