import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import mysql from 'mysql2';
import { guardPool, refuseStrangers } from './door.ts';
import { addressesOf, Nodes } from './nodes.ts';
import * as schema from './schema.ts';
import { inTransaction, sendAgain } from './transaction.ts';

/** Asks and changes. A transaction is begun by `atOnce` alone, so that none lies within another. */
export type Db = Omit<MySql2Database<typeof schema>, 'transaction'>;
/** What statements are sent through: a pool, or the one connection of a transaction. */
export interface Session {
  db: Db;
  /** The bare driver, for what the query builder cannot say. */
  pool: Pick<mysql.Pool, 'promise'> | Pick<mysql.Connection, 'promise'>;
}
export interface Database extends Session {
  /** The bare pool, for streams and bulk loads. */
  pool: mysql.Pool;
  /** Whether it is of several nodes. */
  several: boolean;
  /** The node that is worked with, counted from 0 in the order of the addresses. */
  node: () => number;
  /** Connections of the node that is worked with, by what they do. */
  connections: () => { busy: number; idle: number; waiting: number };
  close: () => Promise<void>;
}

/** The driver counts them, and tells nobody. */
const connectionsOf = (pool: mysql.Pool): ReturnType<Database['connections']> => {
  const inside = pool as unknown as Record<
    '_allConnections' | '_freeConnections' | '_connectionQueue',
    { length: number }
  >;
  const idle = inside._freeConnections.length;
  return { busy: inside._allConnections.length - idle, idle, waiting: inside._connectionQueue.length };
};

/**
 * Opens a pool on a MariaDB address, which may name several hosts of a cluster or a replica set. Nothing is connected until
 * the first query.
 */
export const openDatabase = (url: string, connections = 8): Database => {
  const addresses = addressesOf(url);
  const several = addresses.length > 1;
  const pools = addresses.map((uri) =>
    mysql.createPool({
      uri,
      connectionLimit: connections,
      timezone: 'Z',
      dateStrings: true,
      supportBigNumbers: true,
      charset: 'utf8mb4_unicode_ci',
      connectTimeout: several ? 2_000 : 5_000,
      enableKeepAlive: true,
      flags: ['+LOCAL_FILES'],
    }),
  );
  const pool = pools[0]!;
  const nodes = several ? new Nodes(pools, addresses) : null;
  if (nodes)
    pool.getConnection = (give) =>
      void nodes.connection().then(
        (connection) => give(null, connection),
        (error: NodeJS.ErrnoException) => give(error, undefined as unknown as mysql.PoolConnection),
      );
  const asked = sendAgain({ pool, several });
  pool.promise = () => asked;
  guardPool(pool);
  return {
    db: drizzle(pool, { schema, mode: 'planetscale' }),
    pool,
    several,
    node: () => nodes?.at ?? 0,
    connections: () => connectionsOf(pools[nodes?.at ?? 0]!),
    close: () => nodes?.end() ?? asked.end(),
  };
};

/**
 * All statements of an action in one transaction on one connection, bulk loads included: what they change appears at
 * once, or not at all. Done again when another transaction was in the way or its node of several went away, so the action
 * must not keep anything.
 * @param sign a name by which the connection can be found and ended from elsewhere while it works
 */
export const atOnce = <T>(
  { pool, several }: Pick<Database, 'pool' | 'several'>,
  action: (inside: Session) => Promise<T>,
  sign: string | null = null,
): Promise<T> => {
  refuseStrangers();
  return inTransaction(
    { pool, several },
    (connection) => action({ db: drizzle(connection, { schema, mode: 'planetscale' }), pool: connection }),
    sign,
  );
};
