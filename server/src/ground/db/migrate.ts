import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type mysql from 'mysql2/promise';
import { type Database } from './connection.ts';
import { exclusively, TOGETHER } from './leases.ts';
import { COMMITS } from './transaction.ts';

const FOLDER = join(import.meta.dirname, 'migrations');
/** Where earlier versions of the program kept what they had applied: whole migrations, by their time. */
const EARLIER = '__drizzle_migrations';

interface Migration {
  tag: string;
  when: number;
  steps: string[];
}
interface Step {
  migration: string;
  place: number;
  sql: string;
}

/** What happens before the tables of a workspace with data in it are changed, such as keeping a copy. */
export type BeforeUpgrade = (from: string, to: string) => Promise<void>;

const migrationsIn = (folder: string): Migration[] => {
  const journal = JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as {
    entries: { tag: string; when: number }[];
  };
  return journal.entries.map(({ tag, when }) => ({
    tag,
    when,
    steps: readFileSync(join(folder, `${tag}.sql`), 'utf8')
      .split('--> statement-breakpoint')
      .map((s) => s.trim())
      .filter(Boolean),
  }));
};

/**
 * Applies the migrations that are missing, statement by statement. MariaDB carries each statement out whole or not at
 * all, but cannot undo it, so each is recorded as begun before and as done after it: a run that was killed goes on with
 * the statement it had begun. Safe to run twice, and by two processes at once.
 */
export const migrateDatabase = async (
  database: Pick<Database, 'pool' | 'several'>,
  before: BeforeUpgrade = async () => {},
  folder = FOLDER,
): Promise<void> => {
  // What several processes agree by is there before anything else.
  for (const table of [...TOGETHER, COMMITS]) await database.pool.promise().query(table);
  await exclusively(database, 'migrate', async () => {
    const connection = await database.pool.promise().getConnection();
    try {
      const migrations = migrationsIn(folder);
      const mayBeHalfDone = await takeOver(connection, migrations);
      const done = await recorded(connection, 'done');
      const begun = await recorded(connection, 'begun');
      const missing = migrations.flatMap(({ tag, steps }) =>
        steps.map((sql, place): Step => ({ migration: tag, place, sql })).filter((s) => !done.has(keyOf(s))),
      );
      const first = missing[0];
      if (!first) return;
      const last = migrations.findLast((m) =>
        m.steps.every((_, place) => done.has(keyOf({ migration: m.tag, place }))),
      );
      if (last && (await holdsWorkspace(connection))) await before(last.tag, migrations.at(-1)!.tag);
      for (const step of missing)
        await carryOut(connection, step, begun.has(keyOf(step)) || mayBeHalfDone === step.migration);
    } finally {
      connection.release();
    }
  });
};

/** What is there once a workspace was ever ready to use; tables alone may be a first start's that was ended halfway. */
const SIGNS = ['workspace', 'scoresheets', 'marketplaces'];
const holdsWorkspace = async (connection: mysql.Connection): Promise<boolean> => {
  for (const table of SIGNS) {
    const [there] = await connection.query<mysql.RowDataPacket[]>('show tables like ?', [table]);
    if (there.length === 0) continue;
    const [rows] = await connection.query<mysql.RowDataPacket[]>(`select 1 from \`${table}\` limit 1`);
    if (rows.length > 0) return true;
  }
  return false;
};

const keyOf = ({ migration, place }: Pick<Step, 'migration' | 'place'>): string => `${migration}/${place}`;

const recorded = async (connection: mysql.Connection, state: 'begun' | 'done'): Promise<Set<string>> => {
  const [rows] = await connection.query<mysql.RowDataPacket[]>(
    'select migration, place from migration_steps where state = ?',
    [state],
  );
  return new Set(rows.map((r) => keyOf(r as Step)));
};

/**
 * Makes the table of steps and records in it what an earlier version of the program had applied. Returns the migration
 * that an earlier version may have left half done, for it kept no steps.
 */
const takeOver = async (connection: mysql.Connection, migrations: readonly Migration[]): Promise<string | null> => {
  const [there] = await connection.query<mysql.RowDataPacket[]>("show tables like 'migration_steps'");
  const isEmpty = async (): Promise<boolean> =>
    (await connection.query<mysql.RowDataPacket[]>('select 1 from migration_steps limit 1'))[0].length === 0;
  if (there.length > 0 && !(await isEmpty())) return null;
  await connection.query(`create table if not exists migration_steps (
    migration varchar(100) not null, place int not null, state enum('begun', 'done') not null,
    hash char(64) not null, changed_at datetime(3) not null default utc_timestamp(3), primary key (migration, place))`);
  const [earlier] = await connection.query<mysql.RowDataPacket[]>(`show tables like '${EARLIER}'`);
  if (earlier.length === 0) return null;
  const [rows] = await connection.query<mysql.RowDataPacket[]>(`select max(created_at) as newest from ${EARLIER}`);
  const newest = Number(rows[0]?.newest ?? 0);
  const applied = migrations.filter((m) => m.when <= newest);
  const values = applied.flatMap((m) => m.steps.map((sql, place) => [m.tag, place, 'done', hashOf(sql)]));
  if (values.length > 0)
    await connection.query('insert into migration_steps (migration, place, state, hash) values ?', [values]);
  return migrations.find((m) => m.when > newest)?.tag ?? null;
};

const hashOf = (sql: string): string => createHash('sha256').update(sql).digest('hex');

const MARK =
  'insert into migration_steps (migration, place, state, hash) values (?, ?, ?, ?) on duplicate key update state = values(state), changed_at = utc_timestamp(3)';

const carryOut = async (connection: mysql.Connection, step: Step, wasBegun: boolean): Promise<void> => {
  const mark = (state: 'begun' | 'done') =>
    connection.query(MARK, [step.migration, step.place, state, hashOf(step.sql)]);
  if (!isOfStructure(step.sql)) {
    // Rows and the record of it are one transaction.
    await connection.beginTransaction();
    try {
      await connection.query(step.sql);
      await mark('done');
      await connection.commit();
    } catch (error) {
      await connection.rollback().catch(() => undefined);
      throw error;
    }
    return;
  }
  await mark('begun');
  try {
    await connection.query(step.sql);
  } catch (error) {
    if (!wasBegun || !saysItIsDone(error)) throw error;
  }
  await mark('done');
};

/** Statements on tables end a transaction by themselves. */
const isOfStructure = (sql: string): boolean => /^(create|alter|drop|rename|truncate)\b/i.test(sql);

/** What MariaDB answers when a statement that makes or removes something finds that made or removed. */
const ALREADY = new Set([
  1050, // the table exists
  1051, // the table is unknown
  1060, // the column exists
  1061, // the key exists
  1091, // what is to be dropped is not there
  1146, // the table does not exist (any more)
  1826, // the constraint exists
]);
const saysItIsDone = (error: unknown): boolean => {
  const { errno, message = '' } = error as { errno?: number; message?: string };
  // 1005 with 121: a foreign key of that name is there.
  return ALREADY.has(errno ?? 0) || (errno === 1005 && /errno: 121/.test(message));
};

/** The migrations of this version of the program, in their order. */
export const knownMigrations = (): string[] => migrationsIn(FOLDER).map((m) => m.tag);
export const lastMigration = (): string => knownMigrations().at(-1)!;

/** True when the workspace's tables were made by a later version of the program than this one. */
export const isFromLaterVersion = async ({ pool }: Pick<Database, 'pool'>): Promise<boolean> => {
  const [there] = await pool.promise().query<mysql.RowDataPacket[]>("show tables like 'migration_steps'");
  if (there.length === 0) return false;
  const known = new Set(migrationsIn(FOLDER).map((m) => m.tag));
  const [rows] = await pool.promise().query<mysql.RowDataPacket[]>('select distinct migration from migration_steps');
  return rows.some((r) => !known.has(String(r.migration)));
};
