import { chmodSync, mkdirSync, mkdtempSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startDatabase } from '../../scripts/private-database.mjs';

const MEMORY = '/dev/shm';
/** A whole run writes about 5 GB; the rest is left to the programs under test. */
const ROOM_NEEDED = 10 * 2 ** 30;

const roomIn = (folder) => {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return 0;
  }
};

/** A folder in memory where there is room for it, since a schema is made five times as fast there; otherwise on disk. */
const runFolder = () => {
  const isInMemory = roomIn(MEMORY) >= ROOM_NEEDED;
  if (!isInMemory)
    process.stdout.write(`Less than 10 GB free in ${MEMORY}: the tests' database is on disk and takes longer.\n`);
  return mkdtempSync(join(isInMemory ? MEMORY : tmpdir(), 'kettle-test-'));
};

/** One private database server for all server tests; each test file makes a schema of its own in it. */
export default async () => {
  const folder = runFolder();
  const database = await startDatabase(folder);
  globalThis.kettleTestDatabase = database;
  globalThis.kettleTestFolder = folder;
  process.env.KETTLE_TEST_DATABASE_URL = database.url;
  process.env.KETTLE_TEST_WORLDS = folder;
  // What tests put into the temporary folder is removed with the run.
  process.env.TMPDIR = join(folder, 't');
  mkdirSync(process.env.TMPDIR, { mode: 0o711 });
  // Servers of a cluster run as another user, who must get to their folders within this one.
  chmodSync(folder, 0o711);
};
