// Indexes are read from a copy of the database as long as it keeps up, and from the database itself when it does not.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { eq, sql } from 'drizzle-orm';
import { openDatabase, type Database } from '../src/ground/db/connection.ts';
import { listings, marketplaces } from '../src/ground/db/schema.ts';
import { raiseDataVersion } from '../src/ground/estimates/estimates.ts';
import { freshSchema, startProgram, type Program } from './program.ts';
import { readWorld } from './world.ts';

let copyUrl: string;
let copy: Database;
let program: Program;
beforeAll(async () => {
  copyUrl = await freshSchema();
  await readWorld(1200, copyUrl);
  copy = openDatabase(copyUrl, 2);
  program = await startProgram({ kind: 'demo', folders: { replica: { url: copyUrl, seconds: 0.3 } } });
});
afterAll(async () => {
  await program.stop();
  await copy.close();
});

/** What a copy says of a title tells which of both was read. */
const rename = (of: Database, word: string) =>
  of.db.update(listings).set({ title: word }).where(eq(listings.code, 'QS0049G9'));
const total = async (word: string): Promise<number> =>
  (await program.call<{ count: number }>('GET', `/api/marketplaces/quayside/sift?has=${word}&rows=1`)).json.count;
const raise = async (of: Database): Promise<void> => {
  await raiseDataVersion(of.db, 'quayside', null);
  // What was changed by hand here wants the whole built anew.
  await of.db.update(marketplaces).set({ rebuiltVersion: sql`data_version` }).where(eq(marketplaces.id, 'quayside')); // prettier-ignore
};
/** Asks until the index is of what the database holds now. */
const upToDate = async (): Promise<void> => {
  for (;;) {
    const { json } = await program.call<{ index: { behind: boolean } }>(
      'GET',
      '/api/marketplaces/quayside/sift?rows=1',
    );
    if (!json.index.behind) return;
  }
};

test('a copy that has caught up is read; one that lags, or is away, is not waited for longer than it may', async () => {
  await rename(copy, 'Copyword');
  await rename(program.database, 'Ownword');
  await raise(program.database);
  await raise(copy);
  await upToDate();
  expect([await total('Copyword'), await total('Ownword')]).toEqual([1, 0]);
  // The database moves on, and the copy does not.
  await raise(program.database);
  await upToDate();
  expect([await total('Copyword'), await total('Ownword')]).toEqual([0, 1]);
});
