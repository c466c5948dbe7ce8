import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Quote, TypedQuote } from '@kettle/contract/costing';
import type { Problem } from '@kettle/contract/shapes';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
let at: string;
beforeAll(async () => {
  program = await startProgram({ kind: 'own' });
  const { json } = await program.call<{ id: string }>('POST', '/api/marketplaces', {
    name: 'Cove',
    currency: 'USD',
    measures: 'metric',
    copyFrom: null,
  });
  const market = json.id;
  at = `/api/marketplaces/${market}`;
  await importCsv(program, market, 'listings', csv(['Code', 'Title', 'Price'], ['A1', 'A press', '41.00']));
});
afterAll(() => program.stop());

const typed: TypedQuote = {
  supplier: 'Tarn  Works ',
  country: 'pl',
  day: '2026-10-02',
  currency: 'EUR',
  steps: [
    { from: 500, price: 4.7 },
    { from: 100, price: 5.2 },
  ],
  term: 'FOB',
  leadDays: 30,
  carton: { units: 20, weight: 9000, sides: [500, 400, 300] },
  once: 12_000,
  validUntil: '2026-10-20',
  note: '=1+1',
};
const quotes = async (): Promise<Quote[]> => (await program.call<Quote[]>('GET', `${at}/listings/A1/quotes`)).json;
const put = (quote: object) => program.call<Problem>('PUT', `${at}/listings/A1/quotes`, quote);

test('a quote is typed, stands in the place of the same day’s, is converted by a typed rate and removed', async () => {
  expect((await put(typed)).status).toBe(200);
  const [kept] = await quotes();
  expect(kept).toMatchObject({
    supplier: 'Tarn Works',
    country: 'PL',
    steps: [
      { from: 100, price: 5.2 },
      { from: 500, price: 4.7 },
    ],
    rate: null,
    term: 'FOB',
    carton: typed.carton,
    once: 12_000,
    note: '=1+1',
    typed: true,
  });
  await put({ ...typed, supplier: 'tarn works', steps: [{ from: 300, price: 4.9 }], carton: null });
  expect((await quotes()).map((q) => [q.supplier, q.steps, q.carton])).toEqual([
    ['Tarn Works', [{ from: 300, price: 4.9 }], null],
  ]);
  expect((await program.call('PUT', `${at}/rates/EUR`, { day: '2026-10-01', rate: 1.1 })).status).toBe(200);
  expect((await quotes())[0]!.rate).toEqual({ day: '2026-10-01', rate: 1.1 });
  const { supplierId } = (await quotes())[0]!;
  expect((await program.call('DELETE', `${at}/listings/A1/quotes/${supplierId}/2026-10-02`)).status).toBe(200);
  expect(await quotes()).toEqual([]);
  expect((await program.call('DELETE', `${at}/listings/A1/quotes/${supplierId}/2026-10-02`)).status).toBe(404);
});

test.each([
  ['two prices from the same number', { steps: [{ from: 5, price: 1 }, { from: 5, price: 2 }] }, 'steps'], // prettier-ignore
  ['no step', { steps: [] }, 'steps'],
  ['a price of nothing', { steps: [{ from: 5, price: 0 }] }, 'steps'],
  ['a day to come', { day: '2199-01-01' }, 'day'],
  ['a day that is none', { day: '2026-02-30' }, 'day'],
  ['a currency that is none', { currency: 'XQ' }, 'currency'],
  ['no name', { supplier: '  ' }, 'supplier'],
  ['a term that is none', { term: 'FREE' }, 'term'],
  ['a carton of no size', { carton: { units: 20, weight: 9000, sides: [0, 1, 1] } }, 'carton'],
  ['a negative sum', { once: -1 }, 'once'],
])('%s is refused with its field', async (_, part, field) => {
  const { status, json } = await put({ ...typed, ...part });
  expect(status).toBe(422);
  expect(JSON.stringify(json)).toContain(field);
  expect(await quotes()).toEqual([]);
});

test('a rate of the marketplace’s own currency says nothing', async () => {
  const { status, json } = await program.call<Problem>('PUT', `${at}/rates/USD`, { day: '2026-10-01', rate: 1 });
  expect([status, json.field]).toEqual([422, 'currency']);
});
