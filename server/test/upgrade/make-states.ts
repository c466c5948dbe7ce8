// Makes a small filled workspace of each state that migrations have ever left, and keeps it as SQL: `npm run states`.
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import mysql from 'mysql2/promise';
import { repositoryRoot, startDatabase } from '../../../scripts/private-database.mjs';
import { openDatabase } from '../../src/ground/db/connection.ts';
import { writeCopy } from '../../src/ground/db/copy.ts';
import { migrateDatabase } from '../../src/ground/db/migrate.ts';
import { FILL } from './fill.ts';

const MIGRATIONS = join(repositoryRoot, 'server', 'src', 'ground', 'db', 'migrations');
const STATES = join(repositoryRoot, 'server', 'test', 'upgrade', 'states');
/** Up to this migration the program kept whole migrations in a table of its query builder's. */
const LAST_WHOLE = 3;

interface Entry {
  idx: number;
  tag: string;
  when: number;
}
const { entries, ...head } = JSON.parse(readFileSync(join(MIGRATIONS, 'meta', '_journal.json'), 'utf8')) as {
  entries: Entry[];
};
const folder = mkdtempSync(join(tmpdir(), 'kettle-states-'));
const server = await startDatabase(folder);
mkdirSync(STATES, { recursive: true });
for (const { idx, tag } of entries) {
  const file = join(STATES, `${tag}.sql`);
  // A state is history: what is there is not made anew by a later program.
  if (existsSync(file)) continue;
  const name = `state_${idx}`;
  const root = await mysql.createConnection(server.url);
  await root.query(`create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci`);
  await root.end();
  const url = server.url.replace(/\/[^/]*$/, `/${name}`);
  const earlier = join(folder, `migrations-${idx}`);
  cpSync(MIGRATIONS, earlier, { recursive: true });
  const upTo = entries.filter((e) => e.idx <= idx);
  writeFileSync(join(earlier, 'meta', '_journal.json'), JSON.stringify({ ...head, entries: upTo }));
  const database = openDatabase(url, 2);
  const pool = database.pool.promise();
  await migrateDatabase(database, undefined, earlier);
  for (const { from, until, sql } of FILL) if (from <= idx && idx <= (until ?? idx)) await pool.query(sql);
  if (idx <= LAST_WHOLE) {
    await pool.query('drop table migration_steps');
    await pool.query(
      'create table __drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
    );
    for (const { when } of upTo)
      await pool.query('insert into __drizzle_migrations (hash, created_at) values ("x", ?)', [when]);
  }
  await database.close();
  const packed = join(folder, `${tag}.sql.gz`);
  await writeCopy(url, packed);
  // Where it was made is nobody's affair.
  writeFileSync(
    file,
    gunzipSync(readFileSync(packed))
      .toString()
      .replace(/^-- Host:.*$/m, '--'),
  );
  process.stdout.write(`${tag}\n`);
}
await server.stop();
rmSync(folder, { recursive: true, force: true });
