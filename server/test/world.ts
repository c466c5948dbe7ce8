import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { readCopy } from '../src/ground/db/copy.ts';

/** What a schema begins with: the demo world of so many listings, or the tables of an empty workspace. */
export type Beginning = number | 'own';

/** Makes a beginning in a schema of its own and writes it to a file, in a process of its own. */
const make = (beginning: Beginning, url: string, file: string): Promise<void> =>
  new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      ['--import', 'tsx', 'server/test/make-world.ts', String(beginning), url, file],
      { cwd: repositoryRoot, stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, NODE_OPTIONS: '' } },
    );
    child.once('exit', (code) => (code === 0 ? resolve() : reject(new Error(`The world was not made: ${code}.`))));
  });

/**
 * Reads the demo world of so many listings, or an empty workspace, into an empty schema. Migrations and the demo take seconds
 * to make: the first test file of a run that needs a beginning makes it, all others read it from a file.
 */
export const readWorld = async (beginning: Beginning, url: string): Promise<void> => {
  const file = join(process.env.KETTLE_TEST_WORLDS!, `${beginning}.sql.gz`);
  if (!existsSync(file)) {
    const connection = await mysql.createConnection(process.env.KETTLE_TEST_DATABASE_URL!);
    try {
      // Two test files may ask at once: the second waits for the first one's world.
      await connection.query('select get_lock(?, 600)', [`world ${beginning}`]);
      if (!existsSync(file)) {
        const schema = `world_${beginning}`;
        await connection.query(`create database ${schema} character set utf8mb4 collate utf8mb4_unicode_ci`);
        await make(beginning, process.env.KETTLE_TEST_DATABASE_URL!.replace(/\/kettle$/, `/${schema}`), file);
      }
    } finally {
      await connection.end();
    }
  }
  await readCopy(url, file);
};
