import { join } from 'node:path';
import mysql from 'mysql2';
import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { migrate } from 'drizzle-orm/mysql2/migrator';
import * as schema from './schema.ts';

export type Db = MySql2Database<typeof schema>;
export interface Database {
  db: Db;
  /** The bare pool, for what the query builder cannot say: streams, bulk loads, named locks. */
  pool: mysql.Pool;
  close: () => Promise<void>;
}

/** Opens a pool on a MariaDB address. Nothing is connected until the first query. */
export const openDatabase = (url: string, connections = 8): Database => {
  const pool = mysql.createPool({
    uri: url,
    connectionLimit: connections,
    timezone: 'Z',
    dateStrings: true,
    supportBigNumbers: true,
    charset: 'utf8mb4_unicode_ci',
    connectTimeout: 5_000,
    flags: ['+LOCAL_FILES'],
  });
  return { db: drizzle(pool, { schema, mode: 'planetscale' }), pool, close: () => pool.promise().end() };
};

/**
 * Runs something while no other process on the same database does: a named lock of the server, freed with the
 * connection should the process die.
 */
export const exclusively = async <T>(
  { pool }: Pick<Database, 'pool'>,
  name: string,
  action: () => Promise<T>,
): Promise<T> => {
  const connection = await pool.promise().getConnection();
  try {
    const [rows] = await connection.query<mysql.RowDataPacket[]>('select get_lock(concat(database(), ?), 600) as got', [
      `.${name}`,
    ]);
    if (rows[0]?.got !== 1) throw new Error(`The lock "${name}" was not given within ten minutes.`);
    return await action();
  } finally {
    await connection.query('select release_lock(concat(database(), ?))', [`.${name}`]).catch(() => undefined);
    connection.release();
  }
};

/** Applies the migrations that are missing; safe to run twice and by two processes at once. */
export const migrateDatabase = (database: Database): Promise<void> =>
  exclusively(database, 'migrate', () =>
    migrate(database.db, { migrationsFolder: join(import.meta.dirname, 'migrations') }),
  );
