// Workbooks that the program writes, read by two other programs' readers and by our own.
import { createRequire } from 'node:module';
import { PassThrough } from 'node:stream';
import { describe, expect, test } from '@jest/globals';
import exceljs from 'exceljs';
import fc from 'fast-check';
import { columnName, workbookBytes, writeWorkbook, type Sheet } from '../src/ground/export/workbook.ts';

const sheetjs = createRequire(import.meta.url)('xlsx') as {
  read: (bytes: Buffer, options: object) => { SheetNames: string[]; Sheets: Record<string, Record<string, { t: string; v: unknown; f?: string; z?: string }>> };
  utils: { sheet_to_json: (sheet: unknown, options: object) => unknown[][] };
}; // prettier-ignore

const written = async (...sheets: Sheet[]) => {
  const bytes = await workbookBytes(sheets);
  const other = new exceljs.Workbook();
  await other.xlsx.load(bytes as never);
  return { first: sheetjs.read(bytes, { cellNF: true, cellFormula: true }), second: other };
};

test('texts, numbers and empty cells are the same in both readers', async () => {
  const rows = [
    ['Code', 'Price', 'Note'],
    ['A1', 12.5, null],
    ['007', -0.001, ' blanks at the ends  '],
    ['=1+1', 1e15, 'a line\nand another, <b>&amp;"quotes"</b> ü 漢字 🫖'],
  ];
  const { first, second } = await written({ name: 'Data', frozen: 1, rows });
  expect(sheetjs.utils.sheet_to_json(first.Sheets.Data, { header: 1, defval: null })).toEqual(rows);
  const sheet = second.getWorksheet('Data')!;
  for (const [r, row] of rows.entries())
    for (const [c, value] of row.entries()) expect(sheet.getRow(r + 1).getCell(c + 1).value).toEqual(value);
  expect(sheet.views[0]).toMatchObject({ state: 'frozen', ySplit: 1 });
  // A text that looks like a formula is a text.
  expect(first.Sheets.Data!.A4).toMatchObject({ t: 's', v: '=1+1' });
  expect(first.Sheets.Data!.A4!.f).toBeUndefined();
});

test('any text is read back as it is, but for what XML cannot hold', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.string({ unit: 'binary', maxLength: 30 }), { minLength: 1, maxLength: 8 }),
      async (texts) => {
        const { first } = await written({ name: 'T', rows: texts.map((t) => [`x${t}`]) });
        const read = sheetjs.utils.sheet_to_json(first.Sheets.T, { header: 1 }).map(([t]) => t);
        const kept = (text: string): string =>
          // eslint-disable-next-line no-control-regex
          text.replace(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g, '');
        expect(read).toEqual(texts.map((t) => `x${kept(t)}`));
      },
    ),
    { numRuns: 40 },
  );
});

test('formulas stand with what they come to, numbers with their format, inputs with their background', async () => {
  const { first, second } = await written({
    name: 'Costing',
    widths: [44, 14],
    fitsPage: true,
    rows: [
      [
        { value: 'Price', bold: true },
        { value: 40.89, format: '#,##0.00', fill: 'F3ECF1' },
      ],
      ['Twice', { value: 81.78, formula: 'B1*2', format: '#,##0.00' }],
      ['Word', { value: 'dear', formula: 'IF(B1>20,"dear","cheap")' }],
      ['Later', { value: null, formula: 'B2+1' }],
    ],
  });
  const { Costing: sheet } = first.Sheets;
  expect(sheet!.B1).toMatchObject({ v: 40.89, z: '#,##0.00' });
  expect(sheet!.B2).toMatchObject({ t: 'n', v: 81.78, f: 'B1*2' });
  expect(sheet!.B3).toMatchObject({ t: 's', v: 'dear', f: 'IF(B1>20,"dear","cheap")' });
  const other = second.getWorksheet('Costing')!;
  expect(other.getCell('B4').value).toMatchObject({ formula: 'B2+1' });
  expect(other.getCell('A1').font.bold).toBe(true);
  expect(other.getCell('B1').fill).toMatchObject({ fgColor: { argb: 'FFF3ECF1' } });
  expect(other.getColumn(1).width).toBe(44);
  expect(other.pageSetup).toMatchObject({ fitToPage: true, fitToWidth: 1 });
});

test('names of sheets are made such that a spreadsheet takes them', async () => {
  const names = ['a/b:c*d?e[f]g\\h', 'x'.repeat(40), `${'X'.repeat(31)}`, '', "'quoted'"];
  const { first } = await written(...names.map((name) => ({ name, rows: [['x']] })));
  expect(new Set(first.SheetNames.map((n) => n.toLowerCase())).size).toBe(names.length);
  for (const name of first.SheetNames) expect(name).toMatch(/^[^[\]:*?/\\']{1,31}$/);
});

describe('a workbook that is sent', () => {
  test('is not held whole, and rows are no longer asked for once nobody waits', async () => {
    let asked = 0;
    const rows = function* () {
      for (;;) yield ['row', asked++, 'a text of some length that fills a chunk sooner'];
    };
    const out = new PassThrough();
    const sending = writeWorkbook(out, [{ name: 'Endless', rows: rows() }]);
    out.once('data', () => out.destroy());
    await expect(sending).rejects.toThrow();
    const after = asked;
    await new Promise((resolve) => setImmediate(resolve));
    expect(asked - after).toBeLessThan(5000);
  });
  test('fails as its rows fail', async () => {
    const rows = async function* () {
      yield ['one'];
      throw new Error('The rows are gone.');
    };
    await expect(workbookBytes([{ name: 'x', rows: rows() }])).rejects.toThrow('The rows are gone.');
  });
});

test.each([[0, 'A'], [25, 'Z'], [26, 'AA'], [701, 'ZZ'], [702, 'AAA'], [16_383, 'XFD']])('column %d is %s', (i, name) => expect(columnName(i)).toBe(name)); // prettier-ignore
