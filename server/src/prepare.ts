import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { migrateDatabase, type Database } from './db/connection.ts';
import { scoresheets, workspace } from './db/schema.ts';
import { loadDemo } from './demo-load/load.ts';

/** Brings a database to where the program can work on it: tables, the starter scoresheet, the demo world if wished. */
export const prepareWorkspace = async (
  database: Database,
  kind: 'demo' | 'own',
  listings: number,
  say: (sentence: string) => void,
): Promise<void> => {
  await migrateDatabase(database);
  if (kind === 'demo') await loadDemo(database, listings, say);
  else
    await database.db
      .insert(workspace)
      .ignore()
      .values({ key: 'kind', value: { kind: 'own' } });
  await database.db
    .insert(scoresheets)
    .ignore()
    .values({ name: STARTER_SCORESHEET.name, document: STARTER_SCORESHEET, inUse: true });
};
