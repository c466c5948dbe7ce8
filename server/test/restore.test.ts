// Backups from anybody: what stands in them is read as tables and rows, and nothing of it is ever run as something else.
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import mysql, { type RowDataPacket } from 'mysql2/promise';
import { readCopy, withSmallAccount, writeCopy } from '../src/ground/db/copy.ts';
import { statementsOf } from '../src/ground/db/dump.ts';
import { tableWithLargeNumber } from '../src/ground/db/numbers.ts';
import { freshSchema } from './program.ts';
import { readWorld } from './world.ts';

const STATES = join(import.meta.dirname, 'upgrade', 'states');
const folder = mkdtempSync(join(tmpdir(), 'kettle-restore-'));
/** A file that a hostile backup would make, were any of it run. */
const touched = join(folder, 'touched');
const file = join(folder, 'backup.sql.gz');
const state = readFileSync(join(STATES, '0027_own_things.sql'), 'utf8');
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** In pieces that end anywhere. */
async function* pieces(text: string, size = 997): AsyncGenerator<string> {
  for (let i = 0; i < text.length; i += size) yield text.slice(i, i + size);
}
const readAll = async (text: string): Promise<Record<'create' | 'insert', number>> => {
  const counts = { create: 0, insert: 0 };
  for await (const { kind } of statementsOf(pieces(text))) counts[kind]++;
  return counts;
};

test.each(readdirSync(STATES))('the backup of an earlier version, %s, is read whole', async (name) => {
  const text = readFileSync(join(STATES, name), 'utf8');
  expect(await readAll(text)).toEqual({
    create: text.match(/^CREATE TABLE /gm)!.length,
    insert: text.match(/^INSERT INTO /gm)?.length ?? 0,
  });
});

const ROW = 'INSERT INTO `workspace` VALUES\n(\'kind\',\'{\\"kind\\":\\"own\\"}\');';
const instead = (text: string): string => state.replace(ROW, text);
const before = (text: string): string => instead(`${text}\n${ROW}`);
const TABLE = 'CREATE TABLE `x` (\n  `id` int(11) NOT NULL';
const HOSTILE: Readonly<Record<string, string>> = {
  'a command of the client': before(`\\! touch ${touched}`),
  'a command of the client by name': before(`system touch ${touched}`),
  'a command of the client behind a remark': before(`-- a remark\n\\! touch ${touched}`),
  'a command of the client within a line': before(`SELECT 1; \\! touch ${touched}`),
  'a command of the client on the first line': `\\! touch ${touched}\n${state}`,
  'a command of the client on the last line': `${state}\n\\! touch ${touched}`,
  'another file': before('source /etc/passwd'),
  'another file, in short': before('\\. /etc/passwd'),
  'a log of the client': before(`tee ${touched}`),
  'a pager': before(`pager touch ${touched}`),
  'another delimiter': before('DELIMITER //'),
  'a file that the server writes': before(`SELECT 1 INTO OUTFILE '${touched}';`),
  'a file that the server reads': instead("INSERT INTO `workspace` VALUES\n('kind',load_file('/etc/passwd'));"),
  'a query among rows': instead("INSERT INTO `workspace` VALUES\n('kind',(select 1));"),
  'a query for rows': instead('INSERT INTO `workspace` SELECT user,1 FROM mysql.user;'),
  'a variable among rows': instead("INSERT INTO `workspace` VALUES\n('kind',@@datadir);"),
  'a second statement behind rows': instead("INSERT INTO `workspace` VALUES\n('kind','{}');DROP TABLE listings;"),
  'a second statement hidden in a text': instead("INSERT INTO `workspace` VALUES\n('kind','x\\');\nDROP TABLE `listings`;\n"),
  'rows for another schema': instead("INSERT INTO `mysql`.`user` VALUES\n('kind','{}');"),
  'rows for another schema in one name': instead("INSERT INTO mysql.user VALUES\n('kind','{}');"),
  'what follows a doubled row': instead("INSERT INTO `workspace` VALUES\n('kind','{}') ON DUPLICATE KEY UPDATE `key`=1;"),
  'an account': before("CREATE USER x@'%' IDENTIFIED BY 'x';"),
  'a grant': before("GRANT ALL ON *.* TO kettle@'%';"),
  'a global setting': before('SET GLOBAL general_log=1;'),
  'a global setting in a remark that is run': before("/*!40101 SET @@global.general_log_file='x' */;"),
  'a trigger': before('CREATE TRIGGER t AFTER INSERT ON listings FOR EACH ROW SET @a=1;'),
  'a trigger in a remark that is run': before('/*!50003 CREATE TRIGGER t AFTER INSERT ON listings FOR EACH ROW SET @a=1 */;'),
  'a view': before('/*!50001 CREATE VIEW v AS SELECT 1 */;'),
  'a routine': before('CREATE FUNCTION f() RETURNS int RETURN 1;'),
  'a plugin': before("INSTALL SONAME 'ha_connect';"),
  'a table elsewhere on the disk': before(`${TABLE}\n) ENGINE=InnoDB DATA DIRECTORY='/tmp' DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;`),
  'a table of another engine': before(`${TABLE}\n) ENGINE=CONNECT DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;`),
  'a table from a query': before(`${TABLE}\n) AS SELECT * FROM mysql.user;`),
  'a function in a definition': before(`${TABLE} DEFAULT (sleep(100))\n) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;`),
  'a table of another schema': before('CREATE TABLE `mysql`.`x` (\n  `id` int(11)\n) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;'),
  'a counter near the end of exact numbers': state.replace(/AUTO_INCREMENT=\d+/, 'AUTO_INCREMENT=9007199254740991'),
  'a text without an end': `${state}\nINSERT INTO \`workspace\` VALUES\n('a','`,
  'a text that is no backup': 'this is no backup\n',
}; // prettier-ignore

describe('a hostile backup', () => {
  test.each(Object.entries(HOSTILE))('with %s is refused with its line', async (_, text) => {
    expect(text).not.toBe(state);
    await expect(readAll(text)).rejects.toThrow(
      /^(Line \d+ is not part of a workspace backup|The file ends in the middle)/,
    );
  });

  test('with a line that does not end is refused before it is held', async () => {
    async function* endless(): AsyncGenerator<string> {
      for (;;) yield 'x'.repeat(2 ** 20);
    }
    const reading = async (): Promise<void> => {
      for await (const _ of statementsOf(endless()));
    };
    await expect(reading()).rejects.toThrow(/^Line 1 is too long/);
  });

  test.each([
    ['a command of the client', HOSTILE['a command of the client']!],
    ['a number of a row that is too large', state.replace(/(INSERT INTO `marks`[^;]*?)\(\d+,/, '$1(9007199254740993,')],
    ['a number that moves a counter', state.replace(/(INSERT INTO `listings` VALUES\n)\(\d+,/, '$1(9007199254740990,')],
  ])('with %s is not taken in, and leaves no account behind', async (_, text) => {
    expect(text).not.toBe(state);
    writeFileSync(file, gzipSync(text));
    await expect(readCopy(await freshSchema(), file)).rejects.toThrow(/cannot be read as a copy/);
    expect(existsSync(touched)).toBe(false);
    const root = await mysql.createConnection(process.env.KETTLE_TEST_DATABASE_URL!);
    const [left] = await root.query("select user from mysql.global_priv where user like 'kettle\\_%'");
    await root.end();
    expect(left).toEqual([]);
  });

  test('in bytes that are not UTF-8, or not packed, is told as that', async () => {
    const url = await freshSchema();
    for (const bytes of [gzipSync(Buffer.from([0x2d, 0x2d, 0x20, 0xff, 0x0a])), Buffer.from('plain text')]) {
      writeFileSync(file, bytes);
      await expect(readCopy(url, file)).rejects.toThrow(/cannot be read as a copy/);
    }
  });
});

describe('the account that fills a schema', () => {
  let url: string;
  beforeAll(async () => (url = await freshSchema()));
  test('can do nothing beside it, and is gone afterwards', async () => {
    let account = '';
    await withSmallAccount(url, async (address) => {
      expect(address).not.toBe(url);
      account = new URL(address).username;
      const small = await mysql.createConnection(address);
      for (const beyond of [
        `select 1 into outfile '${touched}'`,
        'select * from mysql.global_priv',
        'create database elsewhere',
        'set global general_log = 1',
        "create user x@'%' identified by 'x'",
        'create trigger t after insert on x for each row set @a = 1',
      ])
        await expect(small.query(beyond)).rejects.toThrow(/denied/);
      await small.query('create table x (id int)');
      const [[read]] = await small.query<RowDataPacket[]>("select load_file('/etc/hostname') as file");
      expect(read!.file).toBeNull();
      await small.query('drop table x');
      await small.end();
    });
    const root = await mysql.createConnection(url);
    const [left] = await root.query('select user from mysql.global_priv where user = ?', [account]);
    await root.end();
    expect(left).toEqual([]);
  });
});

test('a backup of today is read into the same rows', async () => {
  const [from, into] = [await freshSchema(), await freshSchema()];
  await readWorld(1200, from);
  await writeCopy(from, file);
  await readCopy(into, file);
  const sums = async (url: string): Promise<unknown> => {
    const connection = await mysql.createConnection(url);
    const [tables] = await connection.query<RowDataPacket[]>('show tables');
    const names = tables.map((t) => `\`${String(Object.values(t)[0])}\``);
    const [rows] = await connection.query<RowDataPacket[]>(`checksum table ${names.join(', ')}`);
    expect(await tableWithLargeNumber(connection)).toBeNull();
    await connection.end();
    return rows.map((r) => [String(r.Table).split('.').at(-1), r.Checksum]);
  };
  expect(await sums(into)).toEqual(await sums(from));
});
