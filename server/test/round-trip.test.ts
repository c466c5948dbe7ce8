// What is taken away can be taken in again, and is the same: for every kind of table.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import type { ImportKind, KeptImport, Preview } from '@kettle/contract/sources';
import { IMPORT_FIELDS } from '../src/capabilities/sources/columns/index.ts';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
beforeAll(async () => {
  program = await startProgram();
});
afterAll(() => program.stop());

let numbers = 0;
const marketplace = async (): Promise<string> => {
  const body = { name: `Mole ${++numbers}`, currency: 'EUR', measures: 'imperial', copyFrom: null };
  return (await program.call<{ id: string }>('POST', '/api/marketplaces', body)).json.id;
};
const tableOf = async (id: string, kind: ImportKind): Promise<string> => {
  const { status, text } = await program.call('GET', `/api/marketplaces/${id}/tables/${kind}.csv`);
  expect([kind, status]).toEqual([kind, 200]);
  return text;
};
const rowsOf = (text: string): Record<string, string>[] =>
  parse(text.replace(/^\ufeff?"?# .*\r?\n/, ''), { bom: true, columns: true });

// Signs that files, spreadsheets and databases stumble over.
const odd = fc
  .array(
    fc.constantFrom('a', 'Ö', 'ß', ' ', '"', ',', ';', "'", '=', '+', '@', '\n', '<b>', '漢', '🫖', '%', '\\', '#'),
    {
      minLength: 1,
      maxLength: 14,
    },
  )
  .map((parts) => `T${parts.join('')}z`);
const maybe = <T>(of: fc.Arbitrary<T>): fc.Arbitrary<T | ''> => fc.oneof({ weight: 4, arbitrary: of }, fc.constant(''));
const whole = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max });
const cents = fc.integer({ min: 1, max: 99_999_99 }).map((c) => c / 100);
const day = fc.integer({ min: 0, max: 800 }).map((n) => new Date(Date.UTC(2024, 0, 1 + n)).toISOString().slice(0, 10));
const month = fc.integer({ min: 0, max: 30 }).map((n) => new Date(Date.UTC(2024, n, 1)).toISOString().slice(0, 7));
const CODES = ['A1', 'B_2', 'C/3#X', 'D.4-Y', '0012'];
const code = fc.constantFrom(...CODES);
const term = fc.constantFrom('tea tin', 'théière', 'kettle 2 l', 'książka', 'kettle, black');
const niche = fc.constantFrom('tins; large', 'Kettles', '=kettles');
const share = fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000);

type Cells = readonly fc.Arbitrary<string | number>[];
const KINDS: Record<ImportKind, { head: string[]; cells: Cells; once: number[] }> = {
  listings: {
    head: ['Code', 'Title', 'Brand', 'Category', 'Price', 'Rank', 'Reviews', 'Rating', 'Weight (g)', 'Length (mm)', 'Width (mm)', 'Height (mm)', 'Sellers', 'Pictures', 'Units a month', 'Revenue a month', 'Description', 'Fulfilled by', 'Sold by marketplace', 'GTIN', 'Source', 'On sale since', 'Date'], // prettier-ignore
    cells: [
      code,
      odd,
      maybe(odd),
      fc.constantFrom('Kitchen > Tea', 'Küche > Dosen', ''),
      maybe(cents),
      maybe(whole(1, 2_000_000)),
      maybe(whole(0, 90_000)),
      maybe(whole(10, 50).map((n) => n / 10)),
      maybe(whole(1, 90_000)),
      ...[0, 1, 2].map(() => whole(1, 3000)),
      maybe(whole(0, 300)),
      maybe(whole(0, 30)),
      maybe(whole(0, 90_000)),
      maybe(cents),
      maybe(odd),
      fc.constantFrom('marketplace', 'seller', ''),
      fc.constantFrom('yes', 'no', ''),
      fc.constantFrom('6291041500213', '4006381333931', ''),
      fc.constantFrom('a tool', 'another, better'),
      maybe(day),
      day,
    ],
    once: [0],
  },
  readings: {
    head: ['Code', 'Date', 'Price', 'Rank', 'Reviews', 'Rating', 'Sellers', 'Stock', 'Units', 'Source'],
    cells: [code, day, maybe(cents), whole(1, 9_000_000), maybe(whole(0, 90_000)), maybe(whole(10, 50).map((n) => n / 10)), maybe(whole(0, 99)), maybe(whole(0, 9999)), maybe(whole(0, 9999)), fc.constantFrom('x', 'y')], // prettier-ignore
    once: [0, 1],
  },
  months: {
    head: ['Code', 'Month', 'Price', 'Rank', 'Reviews'],
    cells: [code, month, cents, maybe(whole(1, 90_000)), maybe(whole(0, 900))],
    once: [0, 1],
  },
  reviews: {
    head: ['Code', 'Date', 'Stars', 'Title', 'Text', 'Verified', 'Helpful'],
    cells: [code, day, whole(1, 5), maybe(odd), odd, fc.constantFrom('yes', 'no', ''), maybe(whole(0, 99))],
    once: [0, 1, 2, 4],
  },
  counts: {
    head: ['Code', 'Date', 'Stock', 'Seller'],
    cells: [code, day, whole(0, 9999), maybe(odd)],
    once: [0, 1],
  },
  terms: {
    head: ['Search term', 'Week', 'Searches', 'Buy rate', 'Competing', 'Niche'],
    cells: [term, whole(0, 60).map((n) => new Date(Date.UTC(2025, 0, 5 + 7 * n)).toISOString().slice(0, 10)), whole(0, 90_000), share, whole(0, 900), niche], // prettier-ignore
    once: [0, 1],
  },
  positions: {
    head: ['Search term', 'Code', 'Date', 'Unpaid', 'Paid', 'Share of clicks'],
    cells: [term, code, day, whole(1, 300), maybe(whole(1, 30)), maybe(share)],
    once: [0, 1, 2],
  },
  clicks: {
    head: ['Niche', 'Code', 'Date', 'Share of clicks'],
    cells: [niche, code, day, share],
    once: [0, 1, 2],
  },
  quotes: {
    head: ['Code', 'Supplier', 'Country', 'Unit price', 'Currency', 'MOQ', 'Lead time', 'Terms', 'Valid until', 'Date', 'Note', 'Pcs/ctn', 'Gross weight (kg)', 'Carton size (cm)'], // prettier-ignore
    cells: [code, fc.constantFrom('Two Brothers', 'Öst, AB', "='x"), fc.constantFrom('CN', 'PL'), cents, fc.constantFrom('USD', 'EUR', 'CNY'), whole(1, 9000), maybe(whole(0, 99)), fc.constantFrom('FOB', 'EXW', ''), maybe(day), day, maybe(odd), maybe(whole(1, 400)), maybe(whole(1, 30)), fc.constantFrom('50 x 40 x 30', '')], // prettier-ignore
    once: [0, 1, 5, 9],
  },
  rates: {
    head: ['Currency', 'In', 'Date', 'Rate'],
    cells: [fc.constantFrom('USD', 'GBP', 'SEK'), fc.constant('EUR'), day, whole(1, 9_000_000).map((n) => n / 10_000)],
    once: [0, 2],
  },
};
/** What must be there before a kind can come in. */
const BEFORE: Partial<Record<ImportKind, ImportKind[]>> = {
  rates: [],
  listings: [],
  terms: [],
  positions: ['listings', 'terms'],
  clicks: ['listings', 'terms'],
};
const beforeOf = (kind: ImportKind): ImportKind[] => BEFORE[kind] ?? ['listings'];

const fileOf = (kind: ImportKind, seed: number, rows: number): string => {
  const { head, cells, once } = KINDS[kind];
  const made = fc.sample(fc.tuple(...cells), { seed, numRuns: rows });
  const ofEach = new Map(made.map((row) => [once.map((i) => row[i]).join('\n'), row]));
  // Every listing and every term once at least: others stand on them.
  if (kind === 'listings') CODES.forEach((c) => ofEach.has(c) || ofEach.set(c, [c, ...made[0]!.slice(1)]));
  return csv(head, ...ofEach.values());
};

describe('a table that was taken away', () => {
  test.each(Object.keys(KINDS) as ImportKind[])('%s: read back, it is the same', async (kind) => {
    for (const seed of [1, 2, 3]) {
      const [from, into] = [await marketplace(), await marketplace()];
      // Listings without figures, which would be readings of their day.
      const bare = csv(['Code', 'Title'], ...CODES.map((c) => [c, 'A listing']));
      const isBare = (one: ImportKind): boolean => kind === 'readings' && one === 'listings';
      for (const one of [...beforeOf(kind), kind]) {
        const job = await importCsv(program, from, one, isBare(one) ? bare : fileOf(one, seed, 40));
        expect([one, job.state, job.result!.refused, job.result!.leftOut]).toEqual([one, 'done', [], []]);
      }
      const away = await tableOf(from, kind);
      expect(rowsOf(away).length).toBeGreaterThan(3);
      for (const one of [...beforeOf(kind), kind]) {
        const file = isBare(one) ? bare : await tableOf(from, one);
        const job = await importCsv(program, into, one, file);
        expect([one, job.state, job.result!.refused, job.result!.leftOut]).toEqual([one, 'done', [], []]);
      }
      const title = (text: string): string => text.slice(text.indexOf('\n'));
      expect(title(await tableOf(into, kind))).toBe(title(away));
      // Its kind and all of its columns are known by their heads, without a correction by hand.
      const { json } = await program.call<Preview>(
        'POST',
        `/api/marketplaces/${await marketplace()}/imports/any/preview?name=x.csv`,
        away,
      );
      expect(json.kind).toBe(kind);
      // And it holds what was put in: the cells of one column, told otherwise, are those of the file.
      const put = rowsOf(fileOf(kind, seed, 40));
      const { head, once } = KINDS[kind];
      if (kind !== 'listings' && kind !== 'terms') expect(rowsOf(away).length).toBeGreaterThanOrEqual(put.length);
      const days = (rows: Record<string, string>[], name: string): Set<string> => new Set(rows.map((r) => r[name]!));
      const dated = once.map((i) => head[i]!).find((h) => h === 'Date' || h === 'Month' || h === 'Week');
      if (dated && kind !== 'listings') expect(days(rowsOf(away), dated)).toEqual(days(put, dated));
    }
  });

  test('every kind that can be taken in can be taken away', () => {
    expect(Object.keys(KINDS).sort()).toEqual(Object.keys(IMPORT_FIELDS).sort());
  });

  test('as a workbook, too, and nothing else', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'rates', fileOf('rates', 5, 10));
    const workbook = await program.call('GET', `/api/marketplaces/${id}/tables/rates.xlsx`);
    expect(workbook.status).toBe(200);
    expect(workbook.headers['content-type']).toContain('spreadsheetml');
    for (const odd of ['rates.exe', 'constructor.csv', 'marketplaces.csv'])
      expect((await program.call('GET', `/api/marketplaces/${id}/tables/${odd}`)).status).toBe(404);
  });
});

describe('sums in other currencies', () => {
  const HEAD = ['Code', 'Title', 'Price', 'Date'];
  test('are converted by the nearest rate that was given, and said; without one they are left out', async () => {
    const id = await marketplace();
    const prices = csv(
      HEAD,
      ['A1', 'Tin', '$10.00', '2026-03-01'],
      ['A2', 'Pot', 'USD 20', '2026-05-20'],
      ['A3', 'Cup', '£5', '2026-03-01'],
      ['A4', 'Lid', '4.00 €', '2026-03-01'],
      ['A5', 'Old', '$3', '2024-03-01'],
    );
    const without = await importCsv(program, id, 'listings', prices);
    expect(without.result!.leftOut).toHaveLength(4);
    await importCsv(
      program,
      id,
      'rates',
      csv(['From', 'To', 'Date', 'Rate'], ['USD', 'EUR', '2026-02-20', '0.90'], ['EUR', 'USD', '2026-06-01', '1.25']),
    );
    const job = await importCsv(program, id, 'listings', `${prices}\r\n`);
    expect(job.message).toContain('2 sums were converted: USD at 0.9 of 2026-02-20; USD at 0.8 of 2026-06-01.');
    expect((job.result!.leftOut as { reason: string }[]).map((l) => l.reason)).toEqual([
      expect.stringContaining('is in GBP'),
      expect.stringContaining('there is no rate of that time'),
    ]);
    const prices2 = Object.fromEntries(
      rowsOf(await tableOf(id, 'listings')).map((r) => [r['Listing code']!, r['Price (EUR)']]),
    );
    expect(prices2).toEqual({ A1: '9', A2: '16', A3: '', A4: '4', A5: '' });
    // Taking the rates back leaves what was converted, and says so.
    const kept = (await program.call<KeptImport[]>('GET', `/api/marketplaces/${id}/imports`)).json;
    const back = await program.call<{ id: number }>(
      'POST',
      `/api/imports/${kept.find((i) => i.kind === 'rates')!.id}/take-back`,
    );
    const ended = await program.ended(back.json as never);
    expect(ended.message).toContain('stays as it was converted');
    expect(rowsOf(await tableOf(id, 'rates'))).toEqual([]);
  });
});
