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

import mysql from 'mysql2/promise';
import { addressesOf } from './nodes.ts';

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

/** Reads a copy into an empty database. */
export const readCopy = async (address: string, file: string): Promise<void> => {
  const url = await firstThatAnswers(address);
  const client = toolOf(url, ['mariadb', 'mysql'], ['--batch', '--max-allowed-packet=64M']);
  client.stdout.resume();
  const { over, said } = ended(client);
  try {
    await pipeline(createReadStream(file), createGunzip(), client.stdin);
  } catch (error) {
    client.kill();
    await over;
    throw faultOf(
      said() === ''
        ? `The file cannot be read as a copy: ${(error as Error).message}`
        : 'The copy could not be read in.',
      said(),
    );
  }
  if ((await over) !== 0) throw faultOf('The copy could not be read in.', said());
};
