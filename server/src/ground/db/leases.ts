import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type mysql from 'mysql2/promise';
import { inTransaction } from './transaction.ts';
import type { Database, Session } from './connection.ts';

/** What must be done by one process at a time, and who does it until when. */
const LEASES = `create table if not exists leases (
  name varchar(80) not null primary key, holder char(36) character set ascii collate ascii_bin not null, until_at datetime(3) not null)`;
/** A row a name: two transactions that take the same turn come one after the other, on whichever nodes they are. */
const TURNS = `create table if not exists turns (name varchar(120) not null primary key, taken bigint unsigned not null default 1)`;
export const TOGETHER = [LEASES, TURNS];

const HELD_SECONDS = 15;
const RENEW_MS = 3_000;
const ASK_EVERY_MS = 100;
const PATIENCE_MS = 600_000;

/** Tells whether a lease is still held; asked before anything that must not be done twice. */
export type Held = () => boolean;

/**
 * Does something while no other process on the same database does: a row of the database with an end, renewed meanwhile, that
 * nodes of a cluster agree on. A process that died is followed by another after fifteen seconds.
 * @throws when it was not free within ten minutes
 */
export const exclusively = async <T>(
  database: Pick<Database, 'pool' | 'several'>,
  name: string,
  action: (held: Held) => Promise<T>,
): Promise<T> => {
  const holder = randomUUID();
  const until = Date.now() + PATIENCE_MS;
  while (!(await take(database, name, holder))) {
    if (Date.now() > until) throw new Error(`“${name}” was done elsewhere for more than ten minutes.`);
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
  }
  let renewed = performance.now();
  const timer = setInterval(() => {
    const asked = performance.now();
    void renew(database, name, holder).then(
      (still) => (renewed = still ? asked : -Infinity),
      () => undefined,
    );
  }, RENEW_MS).unref();
  try {
    return await action(() => performance.now() - renewed < HELD_SECONDS * 1000);
  } finally {
    clearInterval(timer);
    await database.pool
      .promise()
      .query('delete from leases where name = ? and holder = ?', [name, holder])
      // Nobody waits longer for it than until its end.
      .catch(() => undefined);
  }
};

const take = async (database: Pick<Database, 'pool' | 'several'>, name: string, holder: string): Promise<boolean> =>
  inTransaction(database, async (connection) => {
    const asked = connection.promise();
    const [rows] = await asked.query<mysql.RowDataPacket[]>(
      'select until_at > utc_timestamp(3) as held from leases where name = ? for update',
      [name],
    );
    if (rows[0]?.held === 1) return false;
    await asked.query(
      `insert into leases (name, holder, until_at) values (?, ?, utc_timestamp(3) + interval ${HELD_SECONDS} second)
       on duplicate key update holder = values(holder), until_at = values(until_at)`,
      [name, holder],
    );
    return true;
  });

const renew = async ({ pool }: Pick<Database, 'pool'>, name: string, holder: string): Promise<boolean> => {
  const [result] = await pool
    .promise()
    .query<mysql.ResultSetHeader>(
      `update leases set until_at = utc_timestamp(3) + interval ${HELD_SECONDS} second where name = ? and holder = ?`,
      [name, holder],
    );
  return result.affectedRows === 1;
};

/**
 * Takes a turn within a transaction: of two that take the same, one waits for the other's end, or is done again after it. On
 * a cluster a row that is only held (`for update`) holds nobody up on another node; one that is written does.
 */
export const takeTurn = async ({ db }: Pick<Session, 'db'>, name: string): Promise<void> => {
  await db.execute(sql`insert into turns (name) values (${name}) on duplicate key update taken = taken + 1`);
};
