import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { readCopy } from '../src/ground/db/copy.ts';

/** Makes the demo world of so many listings in a schema of its own and writes it to a file, in a process of its own. */
const make = (listings: number, url: string, file: string): Promise<void> =>
  new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', 'server/test/make-world.ts', String(listings), url, file],
      { cwd: repositoryRoot, stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, NODE_OPTIONS: '' } },
    );
    child.once('exit', (code) => (code === 0 ? resolve() : reject(new Error(`The world was not made: ${code}.`))));
  });

/**
 * Reads the demo world of so many listings into an empty schema. Making it takes seconds, in a test runner most of all:
 * whoever asks first in a run makes it, all others read it from the file.
 */
export const readWorld = async (listings: number, url: string): Promise<void> => {
  const file = join(process.env.KETTLE_TEST_WORLDS!, `${listings}.sql.gz`);
  if (!existsSync(file)) {
    const connection = await mysql.createConnection(process.env.KETTLE_TEST_DATABASE_URL!);
    try {
      // Two test files may ask at once: the second waits for the first one's world.
      await connection.query('select get_lock(?, 600)', [`world ${listings}`]);
      if (!existsSync(file)) {
        const schema = `world_${listings}`;
        await connection.query(`create database ${schema} character set utf8mb4 collate utf8mb4_unicode_ci`);
        await make(listings, process.env.KETTLE_TEST_DATABASE_URL!.replace(/\/kettle$/, `/${schema}`), file);
      }
    } finally {
      await connection.end();
    }
  }
  await readCopy(url, file);
};
