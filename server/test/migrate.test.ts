import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, test } from '@jest/globals';
import type mysql from 'mysql2/promise';
import { repositoryRoot } from '../../scripts/private-database.mjs';
import { openDatabase, type Database } from '../src/ground/db/connection.ts';
import { isFromLaterVersion, migrateDatabase } from '../src/ground/db/migrate.ts';
import { structureOf } from './faults/fingerprint.ts';
import { freshSchema } from './program.ts';

const MIGRATIONS = join(repositoryRoot, 'server', 'src', 'ground', 'db', 'migrations');

const withSchema = async <T>(action: (database: Database) => Promise<T>): Promise<T> => {
  const database = openDatabase(await freshSchema(), 3);
  try {
    return await action(database);
  } finally {
    await database.close();
  }
};
const structure = async ({ pool }: Database) => {
  const connection = await pool.promise().getConnection();
  try {
    return await structureOf(connection as unknown as mysql.Connection);
  } finally {
    connection.release();
  }
};
/** A database whose statements fail from one on, as those of a process that is killed do; it may still be carried out. */
const dyingAfter = (database: Database, statements: number, lastIsCarriedOut: boolean): Database => {
  let n = 0;
  const pool = database.pool.promise();
  const getConnection = async () => {
    const connection = await pool.getConnection();
    return new Proxy(connection, {
      get: (target, name) => {
        const value = Reflect.get(target, name) as unknown;
        if (name !== 'query' || typeof value !== 'function')
          return typeof value === 'function' ? value.bind(target) : value;
        return async (sql: unknown, ...rest: unknown[]) => {
          const query = value as (this: unknown, ...words: unknown[]) => Promise<unknown>;
          n++;
          if (n > statements) throw new Error('killed');
          const result = await query.call(target, sql, ...rest);
          if (n === statements && lastIsCarriedOut) throw new Error('killed');
          return result;
        };
      },
    });
  };
  const instead = <T extends object>(of: T, name: string, value: unknown): T =>
    new Proxy(of, {
      get: (target, asked) => {
        const there = asked === name ? value : (Reflect.get(target, asked) as unknown);
        return typeof there === 'function' ? there.bind(target) : there;
      },
    });
  const dying = instead(pool, 'getConnection', getConnection);
  return { ...database, pool: instead(database.pool, 'promise', () => dying) };
};

describe('killed after any statement, before it is recorded or behind, the next start goes on with it', () => {
  let whole: Awaited<ReturnType<typeof structure>>;
  beforeAll(async () => {
    whole = await withSchema(async (database) => {
      await migrateDatabase(database);
      return structure(database);
    });
  });
  // Two queries look at what is there and one makes the table of steps; each step is recorded, carried out, recorded.
  const places = [1, 3, 4, 5, 8, 9, 40, 95, 96, 97, 130, 200, 201, 202, 240];
  test.each(places.map((place, i) => [place, i % 2 === 0 ? 'carried out' : 'not carried out'] as const))(
    'statement %d, %s',
    (place, last) =>
      withSchema(async (database) => {
        await expect(migrateDatabase(dyingAfter(database, place, last === 'carried out'))).rejects.toThrow('killed');
        // A first start that was ended halfway is no earlier version: nobody is told of an upgrade.
        const told: string[] = [];
        await migrateDatabase(database, async (from) => void told.push(from));
        expect(told).toEqual([]);
        expect(await structure(database)).toEqual(whole);
      }),
  );
});

/** The folder of migrations up to one, as an earlier version had it. */
const earlierFolder = (upTo: number): string => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-migrations-'));
  cpSync(MIGRATIONS, folder, { recursive: true });
  const file = join(folder, 'meta', '_journal.json');
  const journal = JSON.parse(readFileSync(file, 'utf8')) as { entries: { idx: number }[] };
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.filter((e) => e.idx <= upTo) }));
  return folder;
};
const journal = (): { when: number; tag: string }[] =>
  (
    JSON.parse(readFileSync(join(MIGRATIONS, 'meta', '_journal.json'), 'utf8')) as {
      entries: { when: number; tag: string }[];
    }
  ).entries;

test('a workspace that an earlier version left locked in the middle of a migration opens again', async () => {
  const folder = earlierFolder(2);
  await withSchema(async (database) => {
    const pool = database.pool.promise();
    await migrateDatabase(database, undefined, folder);
    await pool.query('insert into scoresheets (name, document) values ("mine", "{}")');
    // The earlier version kept whole migrations only; it was killed in the fourth, behind its second statement.
    await pool.query('drop table migration_steps');
    await pool.query(
      'create table __drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
    );
    for (const { when } of journal().slice(0, 3))
      await pool.query('insert into __drizzle_migrations (hash, created_at) values ("x", ?)', [when]);
    const steps = readFileSync(join(MIGRATIONS, `${journal()[3]!.tag}.sql`), 'utf8').split('--> statement-breakpoint');
    await pool.query(steps[0]!);
    await pool.query(steps[1]!);
    const told: string[] = [];
    await migrateDatabase(database, async (from, to) => void told.push(`${from} → ${to}`));
    expect(told).toEqual([`${journal()[2]!.tag} → ${journal().at(-1)!.tag}`]);
    const whole = await withSchema(async (other) => (await migrateDatabase(other), structure(other)));
    const {
      'columns of __drizzle_migrations': _,
      'keys of __drizzle_migrations': __,
      ...got
    } = await structure(database);
    expect(got).toEqual(whole);
  });
  rmSync(folder, { recursive: true });
});

test('files that were waiting for their import before the upgrade are still there after it', async () => {
  const folder = earlierFolder(3);
  await withSchema(async (database) => {
    const pool = database.pool.promise();
    await migrateDatabase(database, undefined, folder);
    await pool.query('insert into uploads (name, content) values ("a.csv", "Code,Title\nÄ1,Größe")');
    await migrateDatabase(database);
    const [rows] = await pool.query<mysql.RowDataPacket[]>('select place, bytes from upload_pieces');
    expect(rows.map((r) => [r.place, (r.bytes as Buffer).toString()])).toEqual([[0, 'Code,Title\nÄ1,Größe']]);
  });
  rmSync(folder, { recursive: true });
});

test('nothing is called an upgrade on a first start, nor when all is done', async () => {
  await withSchema(async (database) => {
    const told: string[] = [];
    const before = async (from: string): Promise<void> => void told.push(from);
    await migrateDatabase(database, before);
    await migrateDatabase(database, before);
    expect(told).toEqual([]);
    expect(await isFromLaterVersion(database)).toBe(false);
    await database.pool
      .promise()
      .query('insert into migration_steps (migration, place, state, hash) values ("9999_later", 0, "done", "")');
    expect(await isFromLaterVersion(database)).toBe(true);
  });
});

/** From here on a server of the version before goes on working while a newer one changes the tables. */
const FIRST_BESIDE = 25;
/** What a statement takes away or demands that a server which knows nothing of it could not do without, in words. */
const breaks = (sql: string): string | null => {
  if (/^drop table|^rename table|\bdrop column\b|^alter table \S+ drop `|\brename\b/i.test(sql)) return 'takes something away'; // prettier-ignore
  if (/\b(modify|change)\b/i.test(sql)) return 'changes what a column is';
  if (/\badd (column )?`\w+`.*\bnot null\b/i.test(sql) && !/\bdefault\b|\bauto_increment\b|\bgenerated\b/i.test(sql)) return 'demands a column that it does not fill'; // prettier-ignore
  return null;
};

test('migrations take nothing away that the version before still needs', () => {
  expect(breaks('ALTER TABLE `a` DROP COLUMN `b`;')).toBe('takes something away');
  expect(breaks('ALTER TABLE `a` MODIFY COLUMN `b` int;')).toBe('changes what a column is');
  expect(breaks('ALTER TABLE `a` ADD `b` int NOT NULL;')).toBe('demands a column that it does not fill');
  expect(breaks("ALTER TABLE `a` ADD `b` int DEFAULT 0 NOT NULL;")).toBeNull(); // prettier-ignore
  const { entries } = JSON.parse(readFileSync(join(MIGRATIONS, 'meta', '_journal.json'), 'utf8')) as { entries: { tag: string }[] }; // prettier-ignore
  const faults = entries
    .filter((e) => Number(e.tag.slice(0, 4)) >= FIRST_BESIDE)
    .flatMap(({ tag }) =>
      readFileSync(join(MIGRATIONS, `${tag}.sql`), 'utf8')
        .split('--> statement-breakpoint')
        .flatMap((sql) => (breaks(sql.trim()) ? [`${tag}: ${breaks(sql.trim())}: ${sql.trim()}`] : [])),
    );
  expect(faults).toEqual([]);
});
