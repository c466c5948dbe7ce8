import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startDatabase } from '../../scripts/private-database.mjs';

/** One private database server for all server tests; each test file makes a schema of its own in it. */
export default async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-test-'));
  const database = await startDatabase(folder);
  globalThis.kettleTestDatabase = database;
  process.env.KETTLE_TEST_DATABASE_URL = database.url;
  process.env.KETTLE_TEST_WORLDS = folder;
};
