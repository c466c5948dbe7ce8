import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import mysql from 'mysql2/promise';
import { bulkLoad, type Cell } from '../src/ground/db/bulk.ts';
import { openDatabase, type Database } from '../src/ground/db/connection.ts';
import { freshSchema } from './program.ts';

/** What text from strangers may hold: all that a line-based load could stumble over. */
const ROWS: Cell[][] = [
  [1, 'plain', 1.5, true, null],
  [2, 'tab\there, line\nthere, return\rand zero\0', -2, false, 'x'],
  [3, 'back\\slash \\N and "quotes", it’s \'so\'', 0, true, '\\N'],
  [4, 'ž 漢字 🫖', 1e300, null, ''],
  ...Array.from({ length: 4100 }, (_, i): Cell[] => [5 + i, `row ${i}`, i / 7, i % 2 === 0, null]),
];

let url: string;
let admin: mysql.Connection;
let database: Database;
beforeAll(async () => {
  url = await freshSchema();
  admin = await mysql.createConnection(url);
  await admin.query(
    'create table things (id int primary key, words varchar(200) character set utf8mb4, amount double, yes boolean, note varchar(20))',
  );
  database = openDatabase(url, 2);
});
afterAll(async () => {
  await database.close();
  await admin.end();
});

const COLUMNS = ['id', 'words', 'amount', 'yes', 'note'];
const kept = async () => (await admin.query<mysql.RowDataPacket[]>('select * from things order by id'))[0];
/** The same pool as of a server that takes no files from its clients. */
const withoutFiles = (): Database['pool'] =>
  new Proxy(database.pool, {
    get: (pool, name) =>
      name !== 'promise'
        ? (Reflect.get(pool, name) as unknown)
        : () => ({
            query: (...words: unknown[]) => {
              const { sql = '' } = words[0] as { sql?: string };
              if (/^load data/.test(sql))
                return Promise.reject(Object.assign(new Error('not allowed'), { errno: 4166, code: 'ER_X' }));
              return (pool.promise().query as (...w: unknown[]) => unknown)(...words);
            },
          }),
  });

describe('rows loaded in bulk', () => {
  test('are the same whether the server takes files or not', async () => {
    expect(await bulkLoad(database.pool, 'things', COLUMNS, () => ROWS)).toBe(ROWS.length);
    const byFile = await kept();
    await admin.query('truncate things');
    expect(await bulkLoad(withoutFiles(), 'things', COLUMNS, () => ROWS)).toBe(ROWS.length);
    expect(await kept()).toEqual(byFile);
    expect(byFile[1]!.words).toBe(ROWS[1]![1]);
    expect(byFile[2]).toMatchObject({ words: ROWS[2]![1], note: '\\N' });
    expect(byFile[3]).toMatchObject({ words: 'ž 漢字 🫖', yes: null, note: '' });
  });
  test.each([
    ['by file', () => database.pool],
    ['without files', withoutFiles],
  ])('%s: what is there is passed over, or gives way', async (_, pool) => {
    const other = (words: string): Cell[][] => [
      [1, words, 9, null, null],
      [9000 + words.length, words, 9, null, null],
    ];
    const first = async () => (await kept())[0]!.words as string;
    const before = await first();
    expect(await bulkLoad(pool(), 'things', COLUMNS, () => other('passed'))).toBe(1);
    expect(await first()).toBe(before);
    await bulkLoad(pool(), 'things', COLUMNS, () => other('replaced'), 'replace');
    expect(await first()).toBe('replaced');
    await admin.query('delete from things where id >= 9000');
    await admin.query(`update things set words = 'plain' where id = 1`);
  });
  test('any other fault is told, and not tried another way', async () => {
    await expect(bulkLoad(database.pool, 'no_such_table', COLUMNS, () => ROWS)).rejects.toMatchObject({ errno: 1146 });
  });
});
