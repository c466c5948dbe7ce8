// The costing of a candidate as files: opened by another library, reckoned by another engine.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { HyperFormula } from 'hyperformula';
import { read } from 'xlsx';
import type { KeptCosting } from '@kettle/contract/costing';
import type { Problem } from '@kettle/contract/shapes';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { emptyCosting, withAmount } from '@kettle/core/costing/costing';
import { EMPTY_LANDING } from '@kettle/core/costing/landing';
import type { CostingDocument } from '@kettle/core/documents/costing';
import { startProgram, type Program } from './program.ts';

let program: Program;
let id: number;
const NAME = '=HYPERLINK("x") <b>press</b>';
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
  const made = await program.call<{ id: number }>('POST', '/api/marketplaces/quayside/candidates', {
    anchor: 'QS0049G9',
    rivals: [],
    name: NAME,
  });
  id = made.json.id;
});
afterAll(() => program.stop());

const S = (price: number, per: 'shipment' | 'carton' | 'cubic-metre' = 'shipment') => ({ price, per });
const document: CostingDocument = {
  ...withAmount(emptyCosting(), 'pictures', { kind: 'sum', sum: 40_000 }),
  firstOrder: 700,
  landing: {
    ...EMPTY_LANDING,
    ways: [{ name: 'By sea', mode: 'sea', charge: S(13_000, 'cubic-metre'), minimum: 10_000, days: 40, source: '' }],
    legs: {
      ...EMPTY_LANDING.legs,
      arrival: S(15_000),
      onward: S(250, 'carton'),
      unloading: S(0),
      'import-clearance': S(9_500),
    },
    duty: 0.04,
    chosen: {
      way: 0,
      offer: {
        supplier: "=cmd|' /C calc'!A0",
        day: '2026-11-02',
        currency: 'EUR',
        rate: { day: '2026-11-01', rate: 1.1 },
        steps: [
          { from: 100, price: 5.2 },
          { from: 500, price: 4.7 },
        ],
        term: 'FOB',
        leadDays: 30,
        carton: { units: 20, weight: 9000, sides: [500, 400, 300] },
        once: 0,
      },
    },
  },
};
const file = (ending: string): Promise<Response> =>
  fetch(`http://127.0.0.1:${program.port}/api/candidates/${id}/costing.${ending}`);

test('before anything is typed there is no sheet but a sentence; the open format is there', async () => {
  const { status, json } = await program.call<Problem>('GET', `/api/candidates/${id}/costing.xlsx`);
  expect([status, json.title]).toEqual([422, 'Type in what one piece costs at the factory.']);
  expect(await (await file('json')).json()).toEqual(emptyCosting());
  expect((await file('exe')).status).toBe(404);
});

test('the workbook, opened by another library and reckoned by another engine, comes to the program’s own profit', async () => {
  await program.put(`/api/candidates/${id}/costing`, { document });
  const answer = await file('xlsx');
  expect(answer.headers.get('content-disposition')).toContain('.xlsx');
  const book = read(Buffer.from(await answer.arrayBuffer()), { cellFormula: true });
  const sheets = Object.fromEntries(
    book.SheetNames.map((name) => {
      const sheet = book.Sheets[name]!;
      const rows: (string | number | null)[][] = [];
      for (const [address, cell] of Object.entries(sheet)) {
        const place = /^([A-Z])(\d+)$/.exec(address);
        if (!place) continue;
        const at = (rows[Number(place[2]) - 1] ??= []);
        const { f, v, t } = cell as { f?: string; v: string | number; t: string };
        // A text is a text here as there: the apostrophe is how this engine takes it so.
        at[place[1]!.charCodeAt(0) - 65] =
          f === undefined ? (t === 's' && String(v).startsWith('=') ? `'${v}` : v) : `=${f}`;
      }
      return [name, Array.from(rows, (r) => Array.from(r ?? [], (c) => c ?? null))];
    }),
  );
  const engine = HyperFormula.buildFromSheets(sheets, { licenseKey: 'gpl-v3' });
  const sheet = engine.getSheetId('Costing')!;
  const valueOf = (label: string): unknown => {
    const row = sheets['Costing']!.findIndex((r) => r[0] === label);
    return engine.getCellValue({ sheet, row, col: 1 });
  };
  const { profit } = (await program.call<ScoredCandidate>('GET', `/api/candidates/${id}/score`)).json;
  expect(Math.round((valueOf('Profit a unit') as number) * 100)).toBe(profit);
  // What stands in the file for programs that do not reckon is the same.
  const stated = Object.entries(book.Sheets['Costing']!).find(
    ([, c]) => (c as { v?: unknown }).v === 'Profit a unit',
  )![0];
  expect((book.Sheets['Costing']![`B${stated.slice(1)}`] as { v: number }).v).toBeCloseTo(profit! / 100, 9);
  // A moved price is followed.
  const row = sheets['Costing']!.findIndex((r) => r[0] === 'Price, USD');
  engine.setCellContents({ sheet, row, col: 1 }, 55.55);
  await program.put(`/api/candidates/${id}/costing`, { document: { ...document, price: 5555 } });
  const moved = (await program.call<ScoredCandidate>('GET', `/api/candidates/${id}/score`)).json.profit;
  expect(Math.round((valueOf('Profit a unit') as number) * 100)).toBe(moved);
  engine.destroy();
});

test('as CSV no cell begins a formula; as a page hostile names are text, without script', async () => {
  const text = await (await file('csv')).text();
  expect(text).toContain('Profit a unit');
  for (const line of text.split('\n')) expect(line).not.toMatch(/(^|,)"?[=+@]/);
  const page = await file('html');
  expect(page.headers.get('content-type')).toContain('text/html');
  const html = await page.text();
  expect(html).toContain('&lt;b&gt;press&lt;/b&gt;');
  expect(html).not.toMatch(/<script|<b>/);
  expect(html).toContain('Landed cost');
});

test('what was taken away as JSON can be kept as it is', async () => {
  const { json } = await program.call<KeptCosting>('GET', `/api/candidates/${id}/costing`);
  const away = (await (await file('json')).json()) as CostingDocument;
  expect(away).toEqual(json.document);
  const kept = await program.call('PUT', `/api/candidates/${id}/costing`, { document: away, version: json.version });
  expect(kept.status).toBe(200);
});
