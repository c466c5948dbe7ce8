import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type mysql from 'mysql2/promise';

const STATES = join(import.meta.dirname, '..', 'upgrade', 'states');

/** Puts the filled workspace of an earlier version in the place of what is there (npm run states). */
export const putState = async (connection: mysql.Connection, state: string): Promise<void> => {
  const [[row]] = await connection.query<mysql.RowDataPacket[]>('select database() as name');
  const name = connection.escapeId(String(row!.name));
  await connection.query(
    `drop database ${name}; create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci; use ${name}`,
  );
  await connection.query(readFileSync(join(STATES, `${state}.sql`), 'utf8'));
};
