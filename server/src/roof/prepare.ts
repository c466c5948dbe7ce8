import { and, asc, eq } from 'drizzle-orm';
import { todaysScoresheet } from '@kettle/core/score/earlier-scoresheet';
import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { countListings } from '../capabilities/sift/read-rows.ts';
import { atOnce, type Database } from '../ground/db/connection.ts';
import { exclusively } from '../ground/db/leases.ts';
import { isFromLaterVersion, migrateDatabase, type BeforeUpgrade } from '../ground/db/migrate.ts';
import { tableWithLargeCounter } from '../ground/db/numbers.ts';
import { estimateLevels, marketplaces, scoresheets, scoresheetVersions, workspace } from '../ground/db/schema.ts';
import { estimateAnew } from '../ground/estimates/estimates.ts';
import { asMarket } from '../ground/marketplaces/marketplaces.ts';
import { Unusable } from '../ground/problems/unusable.ts';
import { loadDemo } from './demo-load/load.ts';

/** Brings a database to where the program can work on it: tables, the starter scoresheet, the demo world if wished. */
export const prepareWorkspace = async (
  database: Database,
  kind: 'demo' | 'own',
  listings: number,
  say: (sentence: string) => void,
  before?: BeforeUpgrade,
): Promise<void> => {
  if (await isFromLaterVersion(database))
    throw new Unusable(
      'This workspace was made by a later version of the program. Use that version, or another folder.',
    );
  const large = await tableWithLargeCounter(database.pool.promise());
  if (large !== null)
    throw new Unusable(
      `The rows of “${large}” have numbers that are too large to be exact. Restore an earlier backup.`,
    );
  await migrateDatabase(database, before);
  if (kind === 'demo') await loadDemo(database, listings, say);
  else
    await database.db
      .insert(workspace)
      .ignore()
      .values({ key: 'kind', value: { kind: 'own' } });
  await bringFiguresUp(database, say);
  await bringScoresheetsUp(database);
};

/** Raised whenever what is computed of a listing gets new figures: those kept by an earlier version are made anew. */
const FIGURES = 3;

const bringFiguresUp = (database: Database, say: (sentence: string) => void): Promise<void> =>
  exclusively(database, 'figures', async () => {
    const { db } = database;
    const [row] = await db.select().from(workspace).where(eq(workspace.key, 'figures'));
    if (row && Number(row.value.version) >= FIGURES) return;
    for (const market of await db.select().from(marketplaces)) {
      if ((await countListings(db, market.id)) === 0) continue;
      // A demo that was just made has its figures already.
      const [kept] = await db
        .select({ id: estimateLevels.marketplaceId })
        .from(estimateLevels)
        .where(eq(estimateLevels.marketplaceId, market.id));
      if (kept) continue;
      say(`Computing new figures of ${market.name}, once …`);
      await estimateAnew(database, asMarket(market), null);
    }
    const value = { version: FIGURES };
    await db.insert(workspace).values({ key: 'figures', value }).onDuplicateKeyUpdate({ set: { value } });
  });

/** Scoresheets that an earlier version kept are brought into today's format; where none is in use, the first one is. */
const bringScoresheetsUp = (database: Database): Promise<void> =>
  exclusively(database, 'scoresheets', () =>
    atOnce(database, async ({ db }) => {
      for (const { scoresheetId, version, document } of await db.select().from(scoresheetVersions)) {
        const today = todaysScoresheet(document);
        if (today === document) continue;
        await db
          .update(scoresheetVersions)
          .set({ document: today })
          .where(and(eq(scoresheetVersions.scoresheetId, scoresheetId), eq(scoresheetVersions.version, version)));
      }
      const all = await db.select().from(scoresheets).orderBy(asc(scoresheets.id));
      if (all.some((s) => s.inUse)) return;
      if (all[0]) return void (await db.update(scoresheets).set({ inUse: true }).where(eq(scoresheets.id, all[0].id)));
      const [made] = await db.insert(scoresheets).values({ name: STARTER_SCORESHEET.name, inUse: true }).$returningId();
      await db.insert(scoresheetVersions).values({ scoresheetId: made!.id, version: 1, document: STARTER_SCORESHEET });
    }),
  );
