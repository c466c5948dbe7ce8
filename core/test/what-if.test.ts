// What if one thing turned out otherwise: each against the costing worked by hand.
import { emptyCosting, withAmount } from '../src/costing/costing.ts';
import { costTable, whatIfs, whatIfTable, type Asked } from '../src/costing/what-if.ts';
import { schedule } from './fixtures/schedule.ts';

const document = [
  ['unit-cost', { kind: 'sum', sum: 800 }],
  ['freight', { kind: 'sum', sum: 200 }],
  ['advertising', { kind: 'share', of: 'price', rate: 0.1 }],
].reduce((d, [key, amount]) => withAmount(d, key as string, amount as never), { ...emptyCosting(), monthsStored: 0 });
const asked: Asked = {
  schedule,
  subject: { price: 4000, category: 'Wool', weight: 400, sides: [100, 100, 100] },
  document,
  day: '2026-04-01',
  units: { low: 60, likely: 100, high: 160 },
  cheapest: 3200,
};
// 4000 − 600 commission − 421 fulfilment − 1000 landed − 400 advertising.
const AS_TYPED = 4000 - 600 - 421 - 1000 - 400;

test('each by hand: the price, the fees, the freight, what comes back, the units', () => {
  const by = Object.fromEntries(whatIfs(asked).map((w) => [w.key, [w.profit, w.month]]));
  expect(by).toEqual({
    'as-typed': [AS_TYPED, 157_900],
    'price-tenth-lower': [3600 - 540 - 421 - 1000 - 360, 127_900],
    cheapest: [3200 - 480 - 421 - 1000 - 320, 97_900],
    'fees-tenth-up': [AS_TYPED - 102, 147_700],
    'freight-doubled': [AS_TYPED - 200, 137_900],
    // One in twenty, lost with the 1000 it cost.
    'returns-doubled': [AS_TYPED - 50, 152_900],
    'half-the-units': [AS_TYPED, 78_950],
  });
  expect(whatIfs(asked)[0]!.margin).toBeCloseTo(AS_TYPED / 4000, 10);
});
test('returns that are typed double; VAT does not rise with the fees; a dearer rival is no fall', () => {
  const typed = withAmount(document, 'returns', { kind: 'returns', rate: 0.04, loss: 1500 });
  const by = (a: Asked) => Object.fromEntries(whatIfs(a).map((w) => [w.key, w.profit]));
  const own = by({ ...asked, document: typed, cheapest: 5000, units: null });
  expect(own['returns-doubled']! - own['as-typed']!).toBe(-60);
  expect(own).not.toHaveProperty('cheapest');
  expect(own).not.toHaveProperty('half-the-units');
  const vat = { rate: 0.2, included: true, percentagesOn: 'price' } as const;
  const taxed = by({ ...asked, schedule: { ...schedule, vat } });
  expect(taxed['fees-tenth-up']! - taxed['as-typed']!).toBe(-102);
});
test('the table: profit a month at five prices, by units, most first', () => {
  const table = whatIfTable(asked)!;
  expect(table.prices.map((p) => p.price)).toEqual([3200, 3600, 4000, 4400, 4800]);
  expect(table.rows.map((r) => [r.label, r.units])).toEqual([
    ['high', 160],
    ['likely', 100],
    ['low', 60],
    ['half of likely', 50],
  ]);
  expect(table.rows[1]!.months[2]).toBe(157_900);
  for (const { units, months } of table.rows)
    months.forEach((month, i) => expect(month).toBe(Math.round(table.prices[i]!.profit * units)));
});
test('nothing while the costing or the units are not known', () => {
  expect(whatIfs({ ...asked, document: emptyCosting() })).toEqual([]);
  expect(whatIfTable({ ...asked, document: emptyCosting() })).toBeNull();
  expect(whatIfTable({ ...asked, units: null })).toBeNull();
});

test('by price and unit cost: the corners by hand', () => {
  const table = costTable(asked)!;
  expect(table.prices).toEqual([3200, 3600, 4000, 4400, 4800]);
  expect(table.rows.map((r) => r.unitCost)).toEqual([640, 720, 800, 880, 960]);
  expect(table.rows[2]!.profits[2]).toBe(AS_TYPED);
  // The dearest goods at the lowest price: 3200 − 480 − 421 − 1160 − 320.
  expect(table.rows[4]!.profits[0]).toBe(3200 - 480 - 421 - 1160 - 320);
  expect(costTable({ ...asked, document: emptyCosting() })).toBeNull();
});
