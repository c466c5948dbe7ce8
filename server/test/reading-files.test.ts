// Files as other programs write them, and files made to do harm: read as tables, or refused in bounded time and memory.
import { Buffer } from 'node:buffer';
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { describe, expect, test } from '@jest/globals';
import exceljs from 'exceljs';
import fc from 'fast-check';
import { ALL_FILES, openTable } from '../src/capabilities/sources/reading/open-table.ts';
import { repositoryRoot } from '../../scripts/private-database.mjs';

const require = createRequire(import.meta.url);
/** Another library than any the program reads or writes with: its files are the outside. */
const sheets = require('xlsx') as {
  utils: {
    book_new: () => object;
    aoa_to_sheet: (rows: unknown[][], options?: object) => object;
    book_append_sheet: (book: object, sheet: object, name: string) => void;
  };
  write: (book: object, options: { type: 'buffer'; bookType: string }) => Buffer;
};

const pieces = async function* (bytes: Buffer, size = 1000): AsyncGenerator<Buffer> {
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
};
const read = async (bytes: Buffer | string, sheet: string | null = null, size?: number) => {
  const table = await openTable(pieces(Buffer.from(bytes), size), sheet);
  const rows: string[][] = [];
  for await (const { cells } of table.rows) rows.push(cells);
  return { columns: table.columns, rows, sheets: table.sheets, sheet: table.sheet };
};
const zip = (files: Record<string, Buffer | string>): Promise<Buffer> => zipOf(files);

/** A stored or deflated archive, by the library that workbooks are written with. */
const zipOf = async (files: Record<string, Buffer | string>): Promise<Buffer> => {
  const JSZip = require('jszip') as new () => {
    file: (name: string, data: Buffer | string) => void;
    generateAsync: (options: object) => Promise<Buffer>;
  };
  const made = new JSZip();
  for (const [name, data] of Object.entries(files)) made.file(name, data);
  return made.generateAsync({ type: 'nodebuffer', compression: 'DEFLATE' });
};

describe('the acid files of csv-spectrum', () => {
  const folder = join(repositoryRoot, 'node_modules', 'csv-spectrum');
  const names = readdirSync(join(folder, 'csvs')).map((f) => f.replace('.csv', ''));
  test.each(names)('%s', async (name) => {
    const expected = JSON.parse(readFileSync(join(folder, 'json', `${name}.json`), 'utf8')) as Record<string, string>;
    const { columns, rows } = await read(readFileSync(join(folder, 'csvs', `${name}.csv`)));
    const told = rows.map((cells) => Object.fromEntries(columns.map((c, i) => [c, cells[i]])));
    // The package's own answer for this file has another number than the file.
    for (const row of told) if (name === 'location_coordinates') row['Contact Phone Number'] = '1234567890';
    expect(told).toEqual(
      // Blanks and breaks around a cell are not kept, and no break is written in two ways.
      [expected].flat().map((row) => Object.fromEntries(Object.entries(row).map(([k, v]) => [k, v.trim()]))),
    );
  });
});

const HEAD = ['Code', 'Title', 'Price', 'Rank', 'Date', 'Sold'];
const ROWS = [
  ['A1', 'Küchenwaage', 19.9, 1234, new Date(Date.UTC(2026, 10, 24)), true],
  ['A2', 'Kettle, “black”', 1.234, 80, new Date(Date.UTC(2026, 0, 5)), false],
];
const SAID = [
  ['A1', 'Küchenwaage', '19.9', '1234', '2026-11-24', 'yes'],
  ['A2', 'Kettle, “black”', '1.2340', '80', '2026-01-05', 'no'],
];
const bookOf = (type: string, above: unknown[][] = []): Buffer => {
  const book = sheets.utils.book_new();
  sheets.utils.book_append_sheet(book, sheets.utils.aoa_to_sheet([['Made by hand']]), 'Cover');
  sheets.utils.book_append_sheet(
    book,
    sheets.utils.aoa_to_sheet([...above, HEAD, ...ROWS], { cellDates: type === 'ods', UTC: true }),
    'March',
  );
  sheets.utils.book_append_sheet(
    book,
    sheets.utils.aoa_to_sheet([
      ['Code', 'Title'],
      ['B1', 'Tin'],
    ]),
    'April',
  );
  return sheets.write(book, { type: 'buffer', bookType: type });
};
const isoDay = (cells: string[]): string[] => cells;

describe('workbooks by another library', () => {
  test.each(['xlsx', 'ods'])('%s: the first sheet with a table, its dates, numbers and texts', async (type) => {
    const found = await read(bookOf(type));
    expect(found).toMatchObject({ columns: HEAD, sheets: ['Cover', 'March', 'April'], sheet: 'March' });
    expect(found.rows.map(isoDay)).toEqual(SAID);
  });
  test.each(['xlsx', 'ods'])('%s: another sheet by its name, and one that is not there', async (type) => {
    expect(await read(bookOf(type), 'April')).toMatchObject({ columns: ['Code', 'Title'], rows: [['B1', 'Tin']] });
    await expect(read(bookOf(type), 'May')).rejects.toThrow('The workbook has no sheet “May”.');
  });
  test.each(['xlsx', 'ods'])('%s: titles and empty rows above the head are passed over', async (type) => {
    const found = await read(bookOf(type, [['Stock list of March'], [], ['made by hand']]), 'March');
    expect(found.columns).toEqual(HEAD);
    expect(found.rows).toHaveLength(2);
  });
  test('a code that begins with # is a row; lines that do above the head are none', async () => {
    const book = sheets.utils.book_new();
    const rows = [['# made by hand'], ['Code', 'Title'], ['#1', 'Tin'], ['A2', 'Scale']];
    sheets.utils.book_append_sheet(book, sheets.utils.aoa_to_sheet(rows), 'One');
    const found = await read(sheets.write(book, { type: 'buffer', bookType: 'xlsx' }));
    expect(found).toMatchObject({
      columns: ['Code', 'Title'],
      rows: [
        ['#1', 'Tin'],
        ['A2', 'Scale'],
      ],
    });
  });
  test('one of exceljs, whose texts are rich, linked, or results of formulas', async () => {
    const book = new exceljs.Workbook();
    const sheet = book.addWorksheet('One');
    sheet.addRow(['Code', 'Title', 'Price', 'Date', 'Empty', 'Last']);
    sheet.addRow([
      'A1',
      { richText: [{ text: 'Kitchen ' }, { text: 'scale', font: { bold: true } }] },
      { formula: '2*9.95', result: 19.9 },
      new Date(Date.UTC(2026, 10, 24)),
      null,
      { text: 'a link', hyperlink: 'http://a.example' },
    ]);
    sheet.getCell('D2').numFmt = 'dd.mm.yyyy';
    const found = await read(Buffer.from(await book.xlsx.writeBuffer()));
    expect(found.rows).toEqual([['A1', 'Kitchen scale', '19.9', '2026-11-24', '', 'a link']]);
  });
  test('the days of a workbook that counts from 1904, and a leap day that never was (ECMA-376, 18.17.4.1)', async () => {
    const part = (date1904: string) =>
      zip({
        'xl/workbook.xml': `<workbook xmlns:r="r"><workbookPr date1904="${date1904}"/><sheets><sheet name="S" r:id="r1"/></sheets></workbook>`,
        'xl/_rels/workbook.xml.rels':
          '<Relationships><Relationship Id="r1" Target="worksheets/sheet1.xml"/></Relationships>',
        'xl/styles.xml': '<styleSheet><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/></cellXfs></styleSheet>',
        'xl/worksheets/sheet1.xml':
          '<worksheet><sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>Code</t></is></c><c r="C1" t="inlineStr"><is><t>Day</t></is></c></row><row r="5"><c r="A5" t="inlineStr"><is><t>A</t></is></c><c r="C5" s="1"><v>41640</v></c></row></sheetData></worksheet>',
      });
    expect((await read(await part('0'))).rows).toEqual([['A', '', '2014-01-01']]);
    expect((await read(await part('1'))).rows).toEqual([['A', '', '2018-01-02']]);
  });
});

describe('JSON, and packed files', () => {
  const list = [
    { code: 'A1', title: 'Scale', price: 19.9, size: { long: 30, unit: 'cm' }, tags: ['a', 'b'] },
    { code: 'A2', title: 'Tin', price: 1.234, sold: false },
  ];
  const said = {
    columns: ['code', 'title', 'price', 'size.long', 'size.unit', 'tags', 'sold'],
    rows: [
      ['A1', 'Scale', '19.9', '30', 'cm', 'a, b', ''],
      ['A2', 'Tin', '1.2340', '', '', '', 'no'],
    ],
  };
  test.each([
    ['a list', JSON.stringify(list)],
    ['a list in an object', JSON.stringify({ made: '2026', items: list }, null, 2)],
    ['an object a line', list.map((one) => JSON.stringify(one)).join('\n')],
  ])('%s, in pieces of any size', async (_, text) => {
    for (const size of [7, 64, 100_000]) expect(await read(text, null, size)).toMatchObject(said);
  });
  test.each([
    ['cut off', '[{"a":1},{"b"', 'does not end'],
    ['no JSON', '[{"a":1},nonsense]', 'no JSON that can be read'],
    ['without a list', '{"a":{"b":1}}', 'holds no list'],
    ['of one bad line', '{"a":1}\n{"a":', 'A line of the file is no JSON'],
  ])('JSON %s is refused with its reason', async (_, text, reason) => {
    await expect(read(text)).rejects.toThrow(reason);
  });
  test('keys that a program could stumble over are names of columns, no more', async () => {
    const { columns, rows } = await read('[{"__proto__":{"polluted":"yes"},"constructor":"x","code":"A"}]');
    expect(rows[0]![columns.indexOf('code')]).toBe('A');
    expect(({} as { polluted?: string }).polluted).toBeUndefined();
    expect(columns).toEqual(['__proto__.polluted', 'constructor', 'code']);
  });
  const file = 'Code;Title\nA1;Küchenwaage\n';
  test('gzip; a damaged one is refused', async () => {
    const packed = gzipSync(file);
    expect((await read(packed)).rows).toEqual([['A1', 'Küchenwaage']]);
    expect((await read(gzipSync(JSON.stringify(list)))).rows).toHaveLength(2);
    await expect(read(packed.subarray(0, 25))).rejects.toThrow('damaged or cut off');
  });
  test('a zip of one file, of several of the same columns, of others', async () => {
    expect((await read(await zip({ 'list.csv': file }))).rows).toEqual([['A1', 'Küchenwaage']]);
    const months = await zip({ 'in/may.csv': file, 'in/june.csv': 'Code;Title\nA2;Tin\n', '__MACOSX/x': 'y' });
    expect(await read(months)).toMatchObject({
      rows: [
        ['A1', 'Küchenwaage'],
        ['A2', 'Tin'],
      ],
      sheets: [ALL_FILES, 'may.csv', 'june.csv'],
    });
    expect((await read(months, 'june.csv')).rows).toEqual([['A2', 'Tin']]);
    await expect(read(await zip({ 'a.csv': file, 'b.csv': 'Name;Stars\nx;1\n' }))).rejects.toThrow(
      '“b.csv” has other columns than “a.csv”',
    );
  });
});

describe('files made to do harm', () => {
  /** Objects a line, which are quick to read. */
  const nothing = Buffer.alloc(60_000_000, `{"code":"${'A'.padEnd(9000)}"}\n`);
  test('a gzip of much nothing is ended early', async () => {
    await expect(read(gzipSync(nothing), null, 5000)).rejects.toThrow('unpacks to far more than a table would');
  });
  test('so is a zip, and a sheet in a workbook', async () => {
    await expect(read(await zip({ 'a.json': nothing }))).rejects.toThrow('unpacks to far more than a table would');
  });
  test('entities of its own in a workbook are not followed', async () => {
    const bomb =
      '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;">]><workbook><sheets><sheet name="&b;" r:id="r1"/></sheets></workbook>';
    await expect(read(await zip({ 'xl/workbook.xml': bomb, 'xl/_rels/workbook.xml.rels': '<r/>' }))).rejects.toThrow(
      'it declares a document type',
    );
  });
  test.each(['../../etc/evil.csv', '/tmp/evil.csv', 'C:\\evil.csv'])('an archive with the path %s', async (path) => {
    const packed = await zip({ 'x.csv': 'Code;Title\nA;B\n', [path]: 'Code;Title\nA;B\n' });
    await expect(read(packed)).rejects.toThrow(/The archive cannot be read: (invalid relative|absolute) path/);
  });
  test('an archive in an archive', async () => {
    await expect(read(await zip({ 'inner.zip': await zip({ 'a.csv': 'x' }) }))).rejects.toThrow('within archives');
  });
  test('ten thousand columns; a line without an end', async () => {
    const many = Array.from({ length: 10_000 }, (_, i) => `c${i}`).join(',');
    await expect(read(`${many}\n${many}\n`)).rejects.toThrow('10000 columns; 500 can be read');
    const endless = async function* () {
      yield Buffer.from('Code,Title\nA,');
      for (let i = 0; i < 300; i++) yield Buffer.alloc(10_000, 0x61);
    };
    const table = openTable(endless());
    await expect(
      (async () => {
        for await (const _ of (await table).rows) void _;
      })(),
    ).rejects.toThrow('no CSV that can be read');
  });
  test('a JSON text without an end', async () => {
    const endless = async function* () {
      yield Buffer.from('[{"code":"');
      for (let i = 0; i < 300; i++) yield Buffer.alloc(100_000, 0x61);
    };
    await expect(openTable(endless())).rejects.toThrow('longer than ten million letters');
  });
  test.each([
    ['an old workbook', Buffer.from('d0cf11e0a1b11ae100000000', 'hex'), 'old format'],
    ['a PDF', '%PDF-1.7 x', 'a PDF'],
    ['a page', '<!DOCTYPE html><table></table>', 'a web page'],
    ['nothing', '', 'The file is empty.'],
  ])('%s is said to be one, whatever its name', async (_, bytes, reason) => {
    await expect(read(bytes)).rejects.toThrow(reason);
  });
  test('a ragged row is read to its last column, and said', async () => {
    const table = await openTable(pieces(Buffer.from('a,b\n1,2,3\n4\n')));
    const rows = [];
    for await (const row of table.rows) rows.push(row);
    expect(rows).toEqual([
      { line: 2, ragged: true, cells: ['1', '2'] },
      { line: 3, cells: ['4', ''] },
    ]);
  });
});

describe('JSON', () => {
  /** Every letter outside ASCII escaped, and some inside, as many programs write it. */
  const escaped = (json: string): string =>
    json.replace(/[a-z\u0080-\uffff]/g, (c, at: number) =>
      c > '\u007f' || (at % 3 === 0 && !/[bfnrtu]/.test(c) && json[at - 1] !== '\\')
        ? `\\u${c.charCodeAt(0).toString(16).padStart(4, '0')}`
        : c,
    );
  test('letters escaped or not are the same letters, wherever a piece of the file ends', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ Code: fc.string({ minLength: 1 }), Title: fc.string({ unit: 'grapheme' }) }), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.integer({ min: 1, max: 40 }),
        async (rows, size) => {
          const plain = await read(JSON.stringify(rows));
          for (const way of [escaped(JSON.stringify(rows)), escaped(JSON.stringify({ rows }))])
            expect(await read(way, null, size)).toEqual(plain);
          expect(await read(rows.map((r) => `${escaped(JSON.stringify(r))}\n`).join(''), null, size)).toEqual(plain);
        },
      ),
    );
  });

  test('what must stay escaped does: quotes, strokes, line ends, halves of letters, and strokes before a u', async () => {
    const cell = async (json: string): Promise<string> => (await read(`[{"a":"${json}"}]`)).rows[0]![0]!;
    expect(await cell('\\u0022x\\u005c, \\u000ay')).toBe('"x\\, \ny');
    expect(await cell('\\\\u0041 \\\\\\u0041')).toBe('\\u0041 \\A');
    expect(await cell('\\ud83e\\uded6')).toBe('🫖');
    // Half a letter cannot be written down: whatever takes it puts the sign for that.
    expect(Buffer.from(await cell('x\\ud83e!')).toString()).toBe('x\ufffd!');
  });

  test('one object a line is read however long the first line is, and an object of lists is none', async () => {
    const long = {
      code: 'A',
      title: 'x'.repeat(900),
      ...Object.fromEntries(Array.from({ length: 100 }, (_, i) => [`f${i}`, 'y'.repeat(900)])),
    };
    const file = `${JSON.stringify(long)}\n${JSON.stringify({ ...long, code: 'B' })}\n`;
    expect(file.indexOf('\n')).toBeGreaterThan(65_536);
    expect((await read(file, null, 65_536)).rows.map((r) => r[0])).toEqual(['A', 'B']);
    expect((await read('{"rows":[{"a":"1"},{"a":"2"}]}\n')).rows).toEqual([['1'], ['2']]);
    expect((await read('{"a":"1","tags":["x","y"]}\n')).rows).toEqual([['1', 'x, y']]);
    // As long as a line may be, without an end.
    await expect(read(`{"a":"${'x'.repeat(1_200_000)}`, null, 65_536)).rejects.toThrow('cut off');
  });
});
