import { spawn } from 'node:child_process';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  openSync,
  closeSync,
  fsyncSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';

import { randomBytes } from 'node:crypto';
import mysql from 'mysql2/promise';
import { DumpFault, statementsOf } from './dump.ts';
import { addressesOf } from './nodes.ts';
import { tableWithLargeNumber } from './numbers.ts';

/** A fault of a copy, in a sentence for people. */
export class CopyFault extends Error {
  override name = 'CopyFault';
}

const programPath = (...names: string[]): string => {
  const folders = `${process.env.PATH ?? ''}:/usr/sbin:/sbin:/usr/local/sbin`.split(':');
  for (const name of names) for (const folder of folders) if (existsSync(join(folder, name))) return join(folder, name);
  throw new CopyFault(`MariaDB’s own ${names[0]} is not installed. Install mariadb-client.`);
};

/** Of several nodes the first that answers: MariaDB's own tools know one. */
const firstThatAnswers = async (address: string): Promise<string> => {
  const all = addressesOf(address);
  for (const url of all.slice(0, -1))
    try {
      const connection = await mysql.createConnection({ uri: url, connectTimeout: 2_000 });
      await connection.query('select 1').finally(() => connection.destroy());
      return url;
    } catch {
      // The next one.
    }
  return all.at(-1)!;
};

/** How MariaDB's own tools reach a database; the password goes where no list of processes shows it. */
const toolOf = (url: string, names: string[], words: string[]) => {
  const { hostname, port, username, password, pathname } = new URL(url);
  return spawn(
    programPath(...names),
    [
      '--no-defaults',
      '--protocol=tcp',
      `--host=${hostname}`,
      `--port=${port || 3306}`,
      `--user=${decodeURIComponent(username)}`,
      '--default-character-set=utf8mb4',
      ...words,
      decodeURIComponent(pathname.slice(1)),
    ],
    { stdio: ['pipe', 'pipe', 'pipe'], env: { ...process.env, MYSQL_PWD: decodeURIComponent(password) } },
  );
};

const ended = (child: ReturnType<typeof toolOf>): { over: Promise<number | null>; said: () => string } => {
  let said = '';
  child.stderr.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-2000)));
  return { over: new Promise((resolve) => child.once('close', (code) => resolve(code))), said: () => said };
};

const faultOf = (what: string, said: string): CopyFault =>
  new CopyFault(/no space left|errcode: 28\b/i.test(said) ? 'The disk is full; no copy was kept.' : `${what}\n${said}`);

/**
 * Writes all of a database into a file as SQL, packed: as it is at one moment, while others go on working. The file
 * appears under its name only when it is whole.
 */
export const writeCopy = async (address: string, file: string): Promise<void> => {
  const url = await firstThatAnswers(address);
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const fresh = `${file}.${process.pid}.new`;
  const dump = toolOf(
    url,
    ['mariadb-dump', 'mysqldump'],
    ['--single-transaction', '--quick', '--hex-blob', '--no-autocommit', '--skip-dump-date'],
  );
  dump.stdin.end();
  const { over, said } = ended(dump);
  try {
    await pipeline(dump.stdout, createGzip({ level: 5 }), createWriteStream(fresh, { mode: 0o600 }));
    if ((await over) !== 0) throw faultOf('The copy could not be made.', said());
    const handle = openSync(fresh, 'r');
    fsyncSync(handle);
    closeSync(handle);
    renameSync(fresh, file);
  } catch (error) {
    dump.kill();
    rmSync(fresh, { force: true });
    throw error instanceof CopyFault
      ? error
      : faultOf(
          (error as Error).message,
          String((error as { code?: string }).code === 'ENOSPC' ? 'no space left' : said()),
        );
  }
};

/** What tables and rows need, and nothing beside them: no files, no other schemas, no accounts. */
const MAY = 'select, insert, create, drop, alter, index, references, lock tables';
const MAY_NOT = new Set(['ER_SPECIFIC_ACCESS_DENIED_ERROR', 'ER_CANNOT_USER', 'ER_DBACCESS_DENIED_ERROR', 'ER_ACCESS_DENIED_ERROR', 'ER_TABLEACCESS_DENIED_ERROR']); // prettier-ignore

/**
 * Does something with an account that can do no more than fill one schema, made for it and removed after it. Where our own
 * account may not make others (on a server of the seller's own) it is used itself.
 */
export const withSmallAccount = async <T>(address: string, action: (address: string) => Promise<T>): Promise<T> => {
  const url = new URL(address);
  const connection = await mysql.createConnection(address);
  try {
    const [[self]] = await connection.query<mysql.RowDataPacket[]>('select current_user() as account');
    const host = String(self!.account).split('@').at(-1)!;
    const [user, password] = [`kettle_${randomBytes(6).toString('hex')}`, randomBytes(24).toString('base64url')];
    const schema = decodeURIComponent(url.pathname.slice(1)).replace(/[_%\\]/g, '\\$&');
    try {
      await connection.query('create user ?@? identified by ?', [user, host, password]);
    } catch (error) {
      if (MAY_NOT.has((error as { code?: string }).code ?? '')) return await action(address);
      throw error;
    }
    try {
      await connection.query(`grant ${MAY} on ${mysql.escapeId(schema, true)}.* to ?@?`, [user, host]);
      url.username = user;
      url.password = password;
      return await action(url.href);
    } finally {
      await connection.query('drop user if exists ?@?', [user, host]);
    }
  } finally {
    await connection.end();
  }
};

/** The same surroundings that the dump was written in. */
const SURROUNDINGS = `set time_zone = '+00:00', sql_mode = 'NO_AUTO_VALUE_ON_ZERO', foreign_key_checks = 0, unique_checks = 0, autocommit = 0`;

/**
 * Reads a copy into an empty database. The file may come from anybody: its statements are known ones, read by this program
 * and sent over a connection that can do nothing else.
 * @throws CopyFault with a sentence for people
 */
export const readCopy = async (address: string, file: string): Promise<void> => {
  try {
    await withSmallAccount(await firstThatAnswers(address), (url) => fillFrom(file, url));
  } catch (error) {
    if (error instanceof CopyFault) throw error;
    const { code = '', message } = error as { code?: string; message: string };
    if (error instanceof DumpFault || code.startsWith('Z_') || code === 'ERR_ENCODING_INVALID_ENCODED_DATA')
      throw new CopyFault(`The file cannot be read as a copy: ${message}`);
    throw faultOf('The copy could not be read in.', message.slice(0, 500));
  }
};

const textOf = async function* (chunks: AsyncIterable<Buffer>): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  for await (const chunk of chunks) yield decoder.decode(chunk, { stream: true });
  yield decoder.decode();
};

const fillFrom = async (file: string, url: string): Promise<void> => {
  const connection = await mysql.createConnection({ uri: url, charset: 'utf8mb4_unicode_ci' });
  try {
    await connection.query(SURROUNDINGS);
    const [packed, unpacked] = [createReadStream(file), createGunzip()];
    packed.once('error', (error) => unpacked.destroy(error));
    let table = '';
    for await (const statement of statementsOf(textOf(packed.pipe(unpacked)))) {
      if (statement.table !== table) await connection.query('commit');
      ({ table } = statement);
      await connection.query(statement.sql);
    }
    await connection.query('commit');
    const large = await tableWithLargeNumber(connection);
    if (large !== null)
      throw new CopyFault(`The file cannot be read as a copy: the numbers of “${large}” are too large.`);
  } finally {
    connection.destroy();
  }
};
