// Files that are put in a marketplace's folder come in by themselves, once one like them was taken in by hand.
import { chmodSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, utimesSync, writeFileSync } from 'node:fs'; // prettier-ignore
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import type { FolderFile, MarketFolder } from '@kettle/contract/folder';
import type { History } from '@kettle/contract/listings';
import type { Job } from '@kettle/contract/shapes';
import type { KeptImport, Preview } from '@kettle/contract/sources';
import { csv, startProgram, type Program } from './program.ts';

const inbox = join(mkdtempSync(join(tmpdir(), 'kettle inbox ')), 'of mine');
let program: Program;
beforeAll(async () => {
  program = await startProgram({ folders: { inbox } });
});
afterAll(async () => {
  await program.stop();
  rmSync(inbox, { recursive: true, force: true });
});

let numbers = 0;
let id = '';
let folder = '';
beforeEach(async () => {
  const body = { name: `Pier ${++numbers}`, currency: 'EUR', measures: 'metric', copyFrom: null };
  id = (await program.call<{ id: string }>('POST', '/api/marketplaces', body)).json.id;
  folder = (await program.call<MarketFolder>('GET', `/api/marketplaces/${id}/folder`)).json.path!;
});

let moment = Date.parse('2026-03-01T06:00:00Z') / 1000;
/** Writes a file as another program does, some time ago; each a minute after the one before. */
const put = (name: string, content: string | Buffer): void => {
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, name), content);
  moment += 60;
  utimesSync(join(folder, name), moment, moment);
};
const look = async (): Promise<FolderFile[]> =>
  (await program.call<MarketFolder>('POST', `/api/marketplaces/${id}/folder/look`)).json.files;
/** Looks, and waits until whatever is taken in has been. */
const settled = async (): Promise<FolderFile[]> => {
  for (let files = await look(); ;) {
    if (!files.some((f) => f.state === 'running')) return files;
    files = (await program.call<MarketFolder>('GET', `/api/marketplaces/${id}/folder`)).json.files;
  }
};
const imports = async (): Promise<KeptImport[]> =>
  (await program.call<KeptImport[]>('GET', `/api/marketplaces/${id}/imports`)).json;
const takeByHand = async (file: FolderFile, set: object = {}): Promise<Job> => {
  const at = `/api/marketplaces/${id}/imports/${file.kind}`;
  const { json } = await program.call<Preview>('POST', `${at}/uploads/${file.upload}/look`, { sheet: null });
  const body = { upload: json.upload, mapping: json.mapping, source: 'my panel', sheet: json.sheet, ...set };
  return program.ended((await program.call<Job>('POST', at, body)).json);
};

const LISTINGS = csv(
  ['Code', 'Title', 'Price', 'Rank', 'Units a month', 'Date'],
  ['A1', 'Kitchen scale', '19.90', 120, 300, '2026-03-01'],
  ['A2', 'Kettle', '29.90', 80, 410, '2026-03-01'],
);
const readings = (day: string, rank: number): string =>
  csv(['Code', 'Date', 'Rank', 'Price'], ['A1', day, rank, '19.90'], ['A2', day, rank + 9, '29.90']);

test('the first file of its columns waits, with what it holds told; once it was taken in, the next go in alone', async () => {
  put('catalogue 2026-03-01.csv', LISTINGS);
  let files = await settled();
  expect(files).toMatchObject([
    { name: 'catalogue 2026-03-01.csv', kind: 'listings', state: 'waiting', message: /look at it once/ as never },
  ].map(({ message: _, ...rest }) => rest)); // prettier-ignore
  expect(files[0]!.message).toMatch(/look at it once/);
  expect(await imports()).toEqual([]);
  expect(await takeByHand(files[0]!)).toMatchObject({ state: 'done' });
  expect(await settled()).toMatchObject([{ state: 'taken', message: expect.stringContaining('2 listings') }]);
  // Columns in another order are the same columns; the source is the one that was named.
  const later = csv(
    ['Date', 'Rank', 'Code', 'Units a month', 'Title', 'Price'],
    ['2026-03-02', 100, 'A1', 320, 'Kitchen scale', '18.90'],
  );
  put('catalogue 2026-03-02.csv', later);
  files = await settled();
  expect(files.map((f) => [f.name, f.state])).toEqual([
    ['catalogue 2026-03-02.csv', 'taken'],
    ['catalogue 2026-03-01.csv', 'taken'],
  ]);
  expect((await imports()).map((i) => [i.name, i.source])).toEqual([
    ['catalogue 2026-03-02.csv', 'my panel'],
    ['catalogue 2026-03-01.csv', 'my panel'],
  ]);
  // Nothing was moved, and nothing happens again.
  expect(readdirSync(folder).sort()).toEqual(['catalogue 2026-03-01.csv', 'catalogue 2026-03-02.csv']);
  await settled();
  expect(await imports()).toHaveLength(2);
  expect(readFileSync(join(folder, 'catalogue 2026-03-02.csv'), 'utf8')).toBe(later);
});

describe('with catalogue and readings taken in before', () => {
  beforeEach(async () => {
    put('a.csv', LISTINGS);
    await takeByHand((await look())[0]!);
    put('readings.csv', readings('2026-03-02', 110));
    await takeByHand((await settled()).find((f) => f.name === 'readings.csv')!);
  });
  const ranks = async (): Promise<(number | null)[]> => {
    const { json } = await program.call<History>('GET', `/api/marketplaces/${id}/listings/A1/history`);
    return json.days.rank;
  };

  test('a file that is written over each day is taken in each day, several at once in the order of their writing', async () => {
    put('readings.csv', readings('2026-03-03', 105));
    expect((await settled()).find((f) => f.name === 'readings.csv')).toMatchObject({ state: 'taken' });
    // A corrected file of the same day, and an older one that was written later: the later writing counts.
    put('z.csv', readings('2026-03-04', 90));
    put('b.csv', readings('2026-03-04', 95));
    await settled();
    expect((await imports()).slice(0, 2).map((i) => i.name)).toEqual(['b.csv', 'z.csv']);
    expect((await ranks()).filter((r) => r !== null).slice(-3)).toEqual([110, 105, 95]);
  });

  test('a file of whose rows many would be refused waits, and says why; left, it stays until it changes', async () => {
    const bad = csv(['Code', 'Date', 'Rank', 'Price'], ['A1', '2026-03-05', 90, '19'], ['', 'soon', 'x', 'y']);
    put('odd.csv', bad);
    let [odd] = await settled();
    expect(odd).toMatchObject({ name: 'odd.csv', state: 'waiting', kind: 'readings' });
    expect(odd!.message).toMatch(/1 of 2 rows would be refused\. Line 3/);
    expect((await program.call('DELETE', `/api/marketplaces/${id}/folder/${odd!.id}`)).status).toBe(200);
    const left = (await settled()).find((f) => f.name === 'odd.csv')!;
    expect(left).toMatchObject({ state: 'left', upload: null });
    expect((await program.call('DELETE', `/api/marketplaces/${id}/folder/${odd!.id}`)).status).toBe(409);
    put('odd.csv', readings('2026-03-05', 70));
    [odd] = (await settled()).filter((f) => f.name === 'odd.csv');
    expect(odd).toMatchObject({ state: 'taken' });
    // Gone from the folder, it is gone from the list; what it brought stays.
    rmSync(join(folder, 'odd.csv'));
    expect((await settled()).map((f) => f.name)).not.toContain('odd.csv');
    expect((await ranks()).at(-1)).toBe(70);
  });

  test('the copy of a file that waits may be swept away: it is read anew', async () => {
    put('other.csv', csv(['Code', 'When', 'Place'], ['A1', '2026-03-05', 4]));
    const [before] = await settled();
    await program.database.pool.promise().query('delete from uploads where id = ?', [before!.upload]);
    const [after] = await settled();
    expect(after).toMatchObject({ name: 'other.csv', state: 'waiting', id: before!.id });
    expect(after!.upload).not.toBe(before!.upload);
  });

  test('a file taken back and one that brings nothing new are told as what they are', async () => {
    put('again.csv', readings('2026-03-02', 110));
    expect((await settled())[0]).toMatchObject({ state: 'taken', message: expect.stringContaining('already') });
  });

  test('two programs that look at the same time take each file in once', async () => {
    const other = await startProgram({ url: program.url, folders: { inbox } });
    try {
      for (const n of [1, 2, 3]) put(`day ${n}.csv`, readings(`2026-03-1${n}`, 50 + n));
      const path = `/api/marketplaces/${id}/folder/look`;
      await Promise.all([program, other, program, other].map((p) => p.call('POST', path)));
      await settled();
      expect((await imports()).filter((i) => i.name.startsWith('day')).map((i) => i.name)).toEqual([
        'day 3.csv',
        'day 2.csv',
        'day 1.csv',
      ]);
    } finally {
      await other.stop();
    }
  });
});

test('a sheet of a workbook is found again by the name it had', async () => {
  const book = async (rank: number): Promise<Buffer> => {
    const workbook = new ExcelJS.Workbook();
    workbook.addWorksheet('About').addRows([
      ['Made by', 'a panel'],
      ['On', '1 March'],
    ]);
    workbook.addWorksheet('Items').addRows([['Code', 'Title', 'Price', 'Rank'], ['B1', 'Tea tin', 9.9, rank]]); // prettier-ignore
    return Buffer.from(await workbook.xlsx.writeBuffer());
  };
  put('book.xlsx', await book(40));
  const [first] = await settled();
  const at = `/api/marketplaces/${id}/imports/listings`;
  const { json } = await program.call<Preview>('POST', `${at}/uploads/${first!.upload}/look`, { sheet: 'Items' });
  const body = { upload: first!.upload, mapping: json.mapping, source: 'book', sheet: 'Items' };
  await program.ended((await program.call<Job>('POST', at, body)).json);
  put('book.xlsx', await book(35));
  expect(await settled()).toMatchObject([{ name: 'book.xlsx', state: 'taken' }]);
  expect(await imports()).toHaveLength(2);
});

test('what is no file of a seller is passed over or refused: links, folders, unfinished, hidden, unreadable', async () => {
  mkdirSync(join(folder, 'a folder'), { recursive: true });
  const secret = join(inbox, 'elsewhere.csv');
  writeFileSync(secret, LISTINGS);
  symlinkSync(secret, join(folder, 'link.csv'));
  for (const name of ['.hidden.csv', '~$book.xlsx', 'big.csv.part', 'a.crdownload', 'Thumbs.db']) put(name, LISTINGS);
  expect(await settled()).toEqual([]);
  put('empty.csv', '');
  put('locked.csv', LISTINGS);
  chmodSync(join(folder, 'locked.csv'), 0);
  put('<img src=x onerror=alert(1)>.csv', LISTINGS);
  put('picture.csv', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]));
  const files = new Map((await settled()).map((f) => [f.name, f]));
  expect(files.get('empty.csv')).toMatchObject({ state: 'refused', message: expect.stringContaining('empty') });
  expect(files.get('picture.csv')!.state).toBe('refused');
  expect(files.get('<img src=x onerror=alert(1)>.csv')!.state).toBe('waiting');
  // Whoever may read everything (a container's root) can read this one, too.
  expect(files.get('locked.csv')!.state).toBe(process.getuid?.() === 0 ? 'waiting' : 'refused');
  expect(await imports()).toEqual([]);
});

test('a file that may still be growing is left until it rests', async () => {
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, 'growing.csv'), LISTINGS);
  const soon = Date.now() / 1000 + 3600;
  utimesSync(join(folder, 'growing.csv'), soon, soon);
  expect(await settled()).toEqual([]);
});

test('of a marketplace in the bin nothing is read; without a folder the program says so', async () => {
  put('a.csv', LISTINGS);
  await program.call('DELETE', `/api/marketplaces/${id}`);
  expect((await program.call('POST', `/api/marketplaces/${id}/folder/look`)).status).toBe(404);
  const other = await startProgram();
  try {
    await other.call('POST', '/api/marketplaces', { name: 'Bay', currency: 'EUR', measures: 'metric', copyFrom: null });
    const { json } = await other.call('POST', '/api/marketplaces/bay/folder/look');
    expect(json).toEqual({ path: null, files: [] });
  } finally {
    await other.stop();
  }
});

test('servers with folders of their own leave each other’s lines alone; two that share one take a file in once', async () => {
  const other = join(mkdtempSync(join(tmpdir(), 'kettle inbox ')), 'of another machine');
  const away = await startProgram({ url: program.url, folders: { inbox: other } });
  const sharing = await startProgram({ url: program.url, folders: { inbox } });
  const lookAt = async (of: Program) =>
    (await of.call<MarketFolder>('POST', `/api/marketplaces/${id}/folder/look`)).json.files.map((f) => [f.name, f.state]); // prettier-ignore
  put('a.csv', csv(['Listing code', 'Title', 'Price'], ['A1', 'One', '12.50']));
  expect(await lookAt(program)).toEqual([['a.csv', 'waiting']]);
  const before = (await program.call<MarketFolder>('GET', `/api/marketplaces/${id}/folder`)).json.files[0]!;
  // There it is not: its line is the other folder's, and stays.
  expect(await lookAt(away)).toEqual([['a.csv', 'waiting']]);
  expect(await lookAt(sharing)).toEqual([['a.csv', 'waiting']]);
  expect((await program.call<MarketFolder>('GET', `/api/marketplaces/${id}/folder`)).json.files).toEqual([before]);
  // The same name in both folders is two files.
  mkdirSync(join(other, id), { recursive: true });
  writeFileSync(join(other, id, 'a.csv'), csv(['Listing code', 'Title', 'Price'], ['B1', 'Two', '13.50']));
  utimesSync(join(other, id, 'a.csv'), moment, moment);
  expect(await lookAt(away)).toHaveLength(2);
  await away.stop();
  await sharing.stop();
  rmSync(other, { recursive: true, force: true });
});
