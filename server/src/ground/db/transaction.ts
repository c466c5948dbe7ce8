import { randomUUID } from 'node:crypto';
import type mysql from 'mysql2';
import { isDatabaseAway } from '../problems/problem.ts';
import { chainOf } from '../problems/causes.ts';

/** What can be done anew without harm, and what it is done on. */
export interface Through {
  pool: mysql.Pool;
  /** Whether the database is of several nodes, any of which may go away under a transaction. */
  several: boolean;
}

/**
 * Every transaction on several nodes writes a row of its own here. Whether one whose end was not heard was kept is found by
 * writing its row a second time: it is there already, or it is barred for good.
 */
export const COMMITS = `create table if not exists commits (
  id char(36) character set ascii collate ascii_bin not null primary key, at datetime(3) not null default utc_timestamp(3), key commits_at (at))`;

/** Two transactions were in each other's way, and the database ended this one: it can simply be tried again. */
export const isInTheWay = (error: unknown): boolean =>
  [...chainOf(error)].some(({ errno }) => errno === 1205 || errno === 1213);
const IS_TAKEN = 1062;
const MOST_TRIES = 5;
const MOST_TRIES_OF_SEVERAL = 12;
const WAIT_MS = 20;

/** A little longer with each try, and not for all at the same moment. */
const waitBefore = (tries: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, Math.random() * WAIT_MS * tries * tries));

const connectionOf = (pool: mysql.Pool): Promise<mysql.PoolConnection> =>
  new Promise((resolve, reject) => pool.getConnection((error, got) => (error ? reject(error) : resolve(got))));

/** Does something until nothing was in its way; `mayAgain` tells which faults are no end. */
export const tryAgain = async <T>(
  action: () => Promise<T>,
  mayAgain: (error: unknown) => boolean = isInTheWay,
  most = MOST_TRIES,
): Promise<T> => {
  for (let tries = 1; ; tries++)
    try {
      return await action();
    } catch (error) {
      if (!mayAgain(error) || tries === most) throw error;
      await waitBefore(tries);
    }
};

/**
 * Does something in one transaction on one connection, anew when another was in its way or its node went away. It is kept
 * once, or not at all.
 * @param sign a name by which the connection can be found and ended from elsewhere while it works, on one node
 */
export const inTransaction = <T>(
  through: Through,
  action: (connection: mysql.PoolConnection) => Promise<T>,
  sign: string | null = null,
): Promise<T> =>
  tryAgain(
    () => once(through, action, through.several ? null : sign),
    (error) => isInTheWay(error) || (through.several && isDatabaseAway(error)),
    through.several ? MOST_TRIES_OF_SEVERAL : MOST_TRIES,
  );

const once = async <T>(
  { pool, several }: Through,
  action: (connection: mysql.PoolConnection) => Promise<T>,
  sign: string | null,
): Promise<T> => {
  const connection = await connectionOf(pool);
  const asked = connection.promise();
  const mark = several ? randomUUID() : null;
  let result: { of: T } | null = null;
  let sound = false;
  try {
    if (sign !== null) await asked.query('select get_lock(concat(database(), ?), 0)', [sign]);
    await asked.beginTransaction();
    try {
      const made = await action(connection);
      if (mark) await asked.query('insert into commits (id) values (?)', [mark]);
      result = { of: made };
      await asked.commit();
    } catch (error) {
      await asked.rollback().catch(() => undefined);
      throw error;
    }
    if (sign !== null) await asked.query('select release_lock(concat(database(), ?))', [sign]);
    sound = true;
    return result.of;
  } catch (error) {
    // Refused by what the action itself found (a stale version, say), and rolled back: nothing is wrong with it.
    sound = sign === null && [...chainOf(error)].every(({ errno }) => errno === undefined) && !isDatabaseAway(error);
    if (!mark || !result || !isOpenHowItEnded(error)) throw error;
    // Given back first: to find out takes another one, and all of them may be here.
    connection.destroy();
    if (await wasKept(pool, mark)) return result.of;
    throw error;
  } finally {
    // Any other may be closed, or in the middle of something: it does not go back.
    if (sound) connection.release();
    else connection.destroy();
  }
};

const isOpenHowItEnded = (error: unknown): boolean => isDatabaseAway(error) || isInTheWay(error);

/** Whether a transaction whose end was not heard was kept; if not, it never will be. */
const wasKept = (pool: mysql.Pool, mark: string): Promise<boolean> =>
  tryAgain(
    async () => {
      const connection = await connectionOf(pool);
      try {
        await connection.promise().query('insert into commits (id) values (?)', [mark]);
        return false;
      } catch (error) {
        if ([...chainOf(error)].some(({ errno }) => errno === IS_TAKEN)) return true;
        throw error;
      } finally {
        connection.destroy();
      }
    },
    (error) => isInTheWay(error) || isDatabaseAway(error),
    MOST_TRIES_OF_SEVERAL,
  );

const CHANGES = /^\s*(insert|update|delete|replace|load)\b/i;
const ASKS = /^\s*(select|with|show)\b/i;
type Statement = Parameters<mysql.Pool['query']>[0];
const textOf = (statement: Statement | string): string => (typeof statement === 'string' ? statement : statement.sql);

/**
 * Statements that are sent by themselves: one that was in another's way is sent again; on several nodes a question whose node
 * went away is asked at another, and a change is a transaction of its own, so that it is made once.
 */
export const sendAgain = (through: Through): ReturnType<mysql.Pool['promise']> => {
  const asked = through.pool.promise();
  const plain = { query: asked.query.bind(asked), execute: asked.execute.bind(asked) };
  const alone =
    (verb: 'query' | 'execute') =>
    (statement: Statement, values?: unknown): Promise<unknown> => {
      const text = textOf(statement);
      if (through.several && CHANGES.test(text))
        return inTransaction(through, (connection) =>
          (connection.promise()[verb] as (s: unknown, v: unknown) => Promise<unknown>)(statement, values),
        );
      const mayAgain = (error: unknown): boolean =>
        isInTheWay(error) || (through.several && ASKS.test(text) && isDatabaseAway(error));
      return tryAgain(
        () => (plain[verb] as (s: unknown, v: unknown) => Promise<unknown>)(statement, values),
        mayAgain,
        through.several ? MOST_TRIES_OF_SEVERAL : MOST_TRIES,
      );
    };
  Object.assign(asked, { query: alone('query'), execute: alone('execute') });
  return asked;
};
