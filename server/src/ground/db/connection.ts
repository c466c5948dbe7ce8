import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import mysql from 'mysql2';
import { chainOf } from '../problems/causes.ts';
import * as schema from './schema.ts';

/** Asks and changes. A transaction is begun by `atOnce` alone, so that none lies within another. */
export type Db = Omit<MySql2Database<typeof schema>, 'transaction'>;
/** What statements are sent through: a pool, or the one connection of a transaction. */
export interface Session {
  db: Db;
  /** The bare driver, for what the query builder cannot say. */
  pool: Pick<mysql.Pool, 'promise'> | Pick<mysql.Connection, 'promise'>;
}
export interface Database extends Session {
  /** The bare pool, for streams, bulk loads, named locks. */
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
    enableKeepAlive: true,
    flags: ['+LOCAL_FILES'],
  });
  return { db: drizzle(pool, { schema, mode: 'planetscale' }), pool, close: () => pool.promise().end() };
};

const connectionOf = (pool: mysql.Pool): Promise<mysql.PoolConnection> =>
  new Promise((resolve, reject) => pool.getConnection((error, got) => (error ? reject(error) : resolve(got))));

/** Two transactions were in each other's way, and the database ended this one: it can simply be tried again. */
const inTheWay = (error: unknown): boolean => [...chainOf(error)].some(({ errno }) => errno === 1205 || errno === 1213);
const MOST_TRIES = 5;
/** Does something anew that failed because another transaction was in its way. */
const tryAgain = async <T>(action: () => Promise<T>): Promise<T> => {
  for (let tries = 1; ; tries++)
    try {
      return await action();
    } catch (error) {
      if (!inTheWay(error) || tries === MOST_TRIES) throw error;
    }
};

/**
 * All statements of an action in one transaction on one connection, bulk loads included: what they change appears at
 * once, or not at all. Tried again when another transaction was in the way, so the action must not keep anything.
 * @param sign a name by which the connection can be found and ended from elsewhere while it works
 */
export const atOnce = <T>(
  { pool }: Pick<Database, 'pool'>,
  action: (inside: Session) => Promise<T>,
  sign: string | null = null,
): Promise<T> =>
  tryAgain(async () => {
    const connection = await connectionOf(pool);
    let sound = false;
    try {
      if (sign !== null) await connection.promise().query('select get_lock(concat(database(), ?), 0)', [sign]);
      const result = await drizzle(connection, { schema, mode: 'planetscale' }).transaction((tx) =>
        action({ db: tx, pool: connection }),
      );
      if (sign !== null) await connection.promise().query('select release_lock(concat(database(), ?))', [sign]);
      sound = true;
      return result;
    } catch (error) {
      // Refused by what the action itself found (a stale version, say), and rolled back: nothing is wrong with it.
      sound = sign === null && [...chainOf(error)].every(({ errno }) => errno === undefined);
      throw error;
    } finally {
      // Any other may be closed, or in the middle of something: it does not go back.
      if (sound) connection.release();
      else connection.destroy();
    }
  });

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
    const freed = await connection.query('select release_lock(concat(database(), ?))', [`.${name}`]).then(
      () => true,
      () => false,
    );
    if (freed) connection.release();
    else connection.destroy();
  }
};
