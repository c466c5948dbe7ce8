import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { and, eq, isNull } from 'drizzle-orm';
import { exclusively, type Database } from '../ground/db/connection.ts';
import { isFromLaterVersion, migrateDatabase, type BeforeUpgrade } from '../ground/db/migrate.ts';
import { estimates, listings, marketplaces, scoresheets, workspace } from '../ground/db/schema.ts';
import { loadDemo } from './demo-load/load.ts';
import { refreshEstimates } from '../ground/estimates/estimates.ts';
import { countListings } from '../capabilities/sift/read-rows.ts';
import { Unusable } from '../ground/problems/unusable.ts';
import { asMarket } from '../ground/marketplaces/marketplaces.ts';

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
  await migrateDatabase(database, before);
  if (kind === 'demo') await loadDemo(database, listings, say);
  else
    await database.db
      .insert(workspace)
      .ignore()
      .values({ key: 'kind', value: { kind: 'own' } });
  await bringFiguresUp(database, say);
  await database.db
    .insert(scoresheets)
    .ignore()
    .values({ name: STARTER_SCORESHEET.name, document: STARTER_SCORESHEET, inUse: true });
};

/** Raised whenever what is computed of a listing gets new figures: those kept by an earlier version are made anew. */
const FIGURES = 2;

const bringFiguresUp = (database: Database, say: (sentence: string) => void): Promise<void> =>
  exclusively(database, 'figures', async () => {
    const { db } = database;
    const [row] = await db.select().from(workspace).where(eq(workspace.key, 'figures'));
    if (row && Number(row.value.version) >= FIGURES) return;
    for (const market of await db.select().from(marketplaces)) {
      if ((await countListings(db, market.id)) === 0) continue;
      const [old] = await db
        .select({ id: estimates.listingId })
        .from(estimates)
        .innerJoin(listings, eq(listings.id, estimates.listingId))
        .where(and(eq(listings.marketplaceId, market.id), isNull(estimates.craft)))
        .limit(1);
      if (!old) continue;
      say(`Computing new figures of ${market.name}, once …`);
      await refreshEstimates(database, asMarket(market), null);
    }
    const value = { version: FIGURES };
    await db.insert(workspace).values({ key: 'figures', value }).onDuplicateKeyUpdate({ set: { value } });
  });
