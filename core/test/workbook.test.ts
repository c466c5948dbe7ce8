import { HyperFormula } from 'hyperformula';
import { costing, emptyCosting, fulfilledBy, withAmount } from '../src/costing/costing.ts';
import { EMPTY_LANDING } from '../src/costing/landing.ts';
import { EMPTY_PLAN, launchFrom, monthsOf } from '../src/costing/launch.ts';
import { costingBook, placedBook, type BookSheet, type WorkbookAsked } from '../src/costing/workbook.ts';
import type { CostingDocument } from '../src/documents/costing.ts';
import type { Landing } from '../src/documents/landing.ts';
import { schedule } from './fixtures/schedule.ts';
import { ISLAND } from './fixtures/island.ts';

/** Another program's reckoning of the sheets: hyperformula, a formula engine by other hands. */
const recompute = (book: BookSheet[], typed: Record<string, number> = {}): Map<string, number> => {
  const placed = placedBook(book);
  const engine = HyperFormula.buildFromSheets(
    Object.fromEntries(
      placed.map(({ name, rows }) => [
        name,
        rows.map((row) => row.map((c) => (typeof c === 'object' && c !== null ? `=${c.formula}` : c))),
      ]),
    ),
    { licenseKey: 'gpl-v3' },
  );
  const addressOf = (wanted: string): { sheet: number; row: number; col: number } => {
    for (const { name, rows } of book) {
      const row = rows.findIndex((r) => r.key === wanted);
      if (row >= 0) return { sheet: engine.getSheetId(name)!, row, col: 1 };
    }
    throw new Error(wanted);
  };
  for (const [key, value] of Object.entries(typed)) engine.setCellContents(addressOf(key), value);
  const all = new Map<string, number>();
  for (const { rows } of book)
    for (const { key, cells } of rows)
      if (key !== null)
        for (const column of cells.keys()) {
          const value = engine.getCellValue({ ...addressOf(key), col: 1 + column });
          all.set(column === 0 ? key : `${key}.${column}`, typeof value === 'number' ? value : Number.NaN);
        }
  engine.destroy();
  return all;
};

const sum = (of: number) => ({ kind: 'sum' as const, sum: of });
const base = withAmount(withAmount(emptyCosting(), 'unit-cost', sum(940)), 'freight', sum(210));
const typedByHand: CostingDocument = {
  ...withAmount(
    withAmount(withAmount(base, 'duty', { kind: 'share', of: 'unit-cost', rate: 0.035 }), 'returns', {
      kind: 'returns',
      rate: 0.03,
      loss: 833,
    }),
    'advertising',
    { kind: 'clicks', click: 83, buyRate: 0.11, paid: 0.45 },
  ),
  firstOrder: 500,
  monthsStored: 3.4,
};
const per = (price: number | null, of: 'kg' | 'cubic-metre' | 'carton' | 'unit' | 'shipment' = 'shipment') => ({
  price,
  per: of,
});
const landing: Landing = {
  ...EMPTY_LANDING,
  ways: [
    { name: 'By sea', mode: 'sea', charge: per(13_000, 'cubic-metre'), minimum: 10_000, days: 40, source: '' },
    { name: 'By air', mode: 'air', charge: per(413, 'kg'), minimum: 0, days: 7, source: '' },
  ],
  legs: { ...EMPTY_LANDING.legs, loading: per(3300), pickup: per(0), 'export-haul': per(120, 'kg'), 'export-clearance': per(0), arrival: per(15_000), onward: per(251, 'carton'), unloading: per(7, 'unit'), 'import-clearance': per(9_500) }, // prettier-ignore
  insured: 0.0035,
  duty: 0.047,
  dutyOn: 'goods-and-way',
  inspection: 28_000,
  chosen: {
    way: 0,
    offer: {
      supplier: 'Tarn =Works', day: '2026-11-02', currency: 'EUR', rate: { day: '2026-11-01', rate: 1.0937 }, term: 'EXW', leadDays: 30, once: 12_345,
      steps: [{ from: 100, price: 5.21 }, { from: 500, price: 4.73 }, { from: 1000, price: 4.357 }], carton: { units: 24, weight: 9_300, sides: [510, 400, 310] },
    },
  },
}; // prettier-ignore
const byQuote: CostingDocument = { ...typedByHand, landing };
const subject = { price: 4109, category: 'Wool', weight: 1724, sides: [300, 220, 90] as [number, number, number] };
const plan = { ...EMPTY_PLAN, leadMonths: 2.5, rampMonths: 3, payoutMonths: 1 };
const cases: [string, WorkbookAsked][] = [
  ['typed by hand', { schedule, subject, document: typedByHand, day: '2026-09-20', units: 300 }],
  ['by a quote', { schedule, subject, document: { ...byQuote, plan }, day: '2026-09-20', units: 300 }],
  ['by a quote, by air', { schedule, subject, document: { ...byQuote, landing: { ...landing, chosen: { ...landing.chosen!, way: 1 } } }, day: '2026-04-01', units: 90 }],
  ['delivered, duty paid', { schedule, subject, document: { ...byQuote, landing: { ...landing, chosen: { way: null, offer: { ...landing.chosen!.offer, term: 'DDP' } } } }, day: '2026-04-01', units: 90 }],
  ['another country, VAT in the price', { schedule: ISLAND, subject: { ...subject, price: 2499, category: 'Kitchen' }, document: typedByHand, day: '2026-11-15', units: 120 }],
  ['sent by oneself', { schedule, subject, document: withAmount(fulfilledBy(typedByHand, 'seller'), 'sending', sum(655)), day: '2026-04-01', units: 50 }],
  ['heavy, beyond the steps', { schedule, subject: { ...subject, weight: 6100 }, document: typedByHand, day: '2026-04-01', units: 50 }],
  ['there at once, paid at once', { schedule, subject, document: { ...typedByHand, plan: { ...plan, leadMonths: 0, payoutMonths: 0, rampMonths: 0 } }, day: '2026-04-01', units: 400 }],
]; // prettier-ignore

describe.each(cases)('%s', (_, asked) => {
  const bookOf = (a: WorkbookAsked): BookSheet[] => {
    const book = costingBook(a);
    if (typeof book === 'string') throw new Error(book);
    return book;
  };
  const digits = 100;
  const agrees = (a: WorkbookAsked, cells: Map<string, number>): void => {
    const result = costing(a.schedule, a.subject, a.document, a.day);
    if (!result.known) throw new Error(result.reason);
    const { costing: c } = result;
    for (const line of c.fees.lines)
      expect([line.key, cells.get(`fee-${line.key}`)]).toEqual([line.key, line.amount / digits]);
    for (const line of c.lines)
      expect([line.key, cells.get(`line-${line.key}`)]).toEqual([line.key, line.amount! / digits]);
    for (const key of ['net', 'landed', 'profit', 'outlay'] as const)
      expect([key, Math.round(cells.get(key)! * digits)]).toEqual([key, c[key]]);
    expect(Math.round(cells.get('order')! * digits)).toBe(c.landedOrder);
    if (c.order) expect(Math.round(cells.get('order-total')! * digits)).toBe(c.order.total);
    expect(cells.get('margin')).toBeCloseTo(c.margin, 9);
    const launch = launchFrom(a);
    if (typeof launch === 'string') throw new Error(launch);
    const { months, lowest } = monthsOf(launch);
    for (const [m, { cash, sold, stock }] of months.entries()) {
      expect(cells.get(`plan-${m}.3`)).toBeCloseTo(sold, 6);
      expect(cells.get(`plan-${m}.4`)).toBeCloseTo(stock, 6);
      expect(Math.abs(cells.get(`plan-${m}.6`)! * digits - cash)).toBeLessThan(0.51);
    }
    expect(Math.abs(cells.get('lowest')! * digits - lowest)).toBeLessThan(0.51);
  };

  test('another engine comes to the same, line by line and month by month', () =>
    agrees(asked, recompute(bookOf(asked))));

  test.each([
    [19.99, 500, 1.5],
    [61.37, 1203, 0],
    [24.99, 119, 7.25],
    [125.45, 10_000, 13],
  ])('and follows when price %d, order %d and months %d are typed into the sheet', (price, pieces, months) => {
    const cells = recompute(bookOf(asked), {
      price,
      pieces,
      ...(asked.document.fulfilment === 'marketplace' ? { months } : {}),
    });
    const document = { ...asked.document, firstOrder: pieces, monthsStored: months };
    agrees({ ...asked, subject: { ...asked.subject, price: Math.round(price * 100) }, document }, cells);
  });

  test('what its formulas have come to stands in them already', () => {
    const book = bookOf(asked);
    const cells = recompute(book);
    for (const { rows } of book)
      for (const { key, cells: of } of rows)
        for (const [column, cell] of of.entries())
          if (key !== null && cell.formula !== undefined && typeof cell.value === 'number')
            expect([key, cells.get(column === 0 ? key : `${key}.${column}`)]).toEqual([
              key,
              expect.closeTo(cell.value, 1),
            ]);
  });
});

test('what is not known is no sheet but a sentence', () =>
  expect(costingBook({ ...cases[0]![1], document: emptyCosting() })).toBe(
    'Type in what one piece costs at the factory.',
  ));
