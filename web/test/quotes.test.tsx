import { describe, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { KeptCosting, Quote } from '@kettle/contract/costing';
import { withAmount } from '@kettle/core/costing/costing';
import { EMPTY_LANDING } from '@kettle/core/costing/landing';
import type { CostingDocument, CostAmount } from '@kettle/core/documents/costing';
import type { Landing } from '@kettle/core/documents/landing';
import { CostingsBar } from '../src/capabilities/costing/costings-bar.tsx';
import { ComparePanel } from '../src/capabilities/costing/compare-panel.tsx';
import { MoneyPanel } from '../src/capabilities/costing/money-panel.tsx';
import { answering, show } from './render.tsx';
import { sheet } from './sheet-fixture.ts';

const weirs: Quote = {
  supplierId: 1,
  supplier: 'Two Weirs',
  country: 'PL',
  day: '2026-11-20',
  currency: 'EUR',
  rate: { day: '2026-11-01', rate: 1.1 },
  steps: [
    { from: 200, price: 9 },
    { from: 500, price: 8 },
  ],
  term: 'DDP',
  terms: 'DDP',
  leadDays: 30,
  carton: null,
  once: 0,
  validUntil: '2026-11-22',
  over: true,
  note: '',
  typed: true,
};
const fells: Quote = {
  ...weirs,
  supplierId: 2,
  supplier: 'High Fells',
  steps: [{ from: 100, price: 8.5 }],
  term: 'FOB',
};
const kronor: Quote = { ...weirs, supplierId: 3, supplier: 'Far Skerry', currency: 'SEK', rate: null };
const sum = (of: number): CostAmount => ({ kind: 'sum', sum: of });
const landing: Landing = {
  ...EMPTY_LANDING,
  legs: { ...EMPTY_LANDING.legs, unloading: { price: 0, per: 'shipment' } },
};
const showPanel = (document: Partial<CostingDocument> = {}, quotes: Quote[] = [weirs, fells, kronor]) => {
  const asked = answering((_, path) =>
    path.endsWith('/quotes') ? quotes : /(rates|requests)$/.test(path) ? [] : { version: 3 },
  );
  const given = sheet();
  show(
    <MoneyPanel
      sheet={given}
      costing={{ ...given.costing, document: { ...given.costing.document, landing, ...document } }}
      full
    />,
  );
  return asked;
};
const table = () => screen.findByRole('table', { name: 'Quotes, landed' });
const documentOf = (asked: { method: string; body?: unknown }[]): CostingDocument =>
  (asked.filter((a) => a.method === 'PUT').at(-1)!.body as { document: CostingDocument }).document;

describe('quotes, landed', () => {
  test('what is known as a whole stands on top, what is open says what it waits for, what has no rate says so', async () => {
    showPanel({ firstOrder: 500 });
    const rows = within(await table()).getAllByRole('row');
    // 500 × 8 EUR × 1.1, duty and the way in the price.
    expect(rows[1]).toHaveTextContent(/Two Weirs, PL .*▲ over.*8\.80.*4,400/);
    expect(rows[2]).toHaveTextContent(/High Fells.*over 9\.35/);
    expect(rows[3]).toHaveTextContent(/Far Skerry.*No rate of SEK is known/);
    expect(screen.getByText(/Not known yet: .*freight.*duty/)).toBeVisible();
  });

  test('one that is reckoned with gives the lines of goods, freight and duty; they can be typed again', async () => {
    const asked = showPanel({ firstOrder: 500 });
    await userEvent.click(
      await screen.findByRole('button', { name: 'Reckon with the quote of Two Weirs, 2026-11-20' }),
    );
    expect(screen.queryByRole('textbox', { name: 'Unit cost USD' })).toBeNull();
    // 29.06 − 8.80 − 10 % advertising of 41.09.
    expect(screen.getByTestId('profit')).toHaveTextContent('16.15');
    expect(screen.getByTestId('answer')).toHaveTextContent(
      'At 41.09 and a first order of 500, 16.15 USD stay of each sale',
    );
    await waitFor(() => expect(documentOf(asked).landing!.chosen!.offer.supplier).toBe('Two Weirs'));
    await userEvent.click(screen.getByRole('button', { name: 'Type these lines myself' }));
    expect(screen.getByRole('textbox', { name: 'Unit cost USD' })).toHaveValue('8.8');
  });

  test('below the least order it says so, and the order handle answers at once', async () => {
    showPanel({
      firstOrder: 500,
      landing: { ...landing, chosen: { offer: { ...weirs, rate: weirs.rate }, way: null } } as Landing,
    });
    await table();
    const order = screen.getByRole('textbox', { name: 'First order, units' });
    await userEvent.clear(order);
    await userEvent.type(order, '50');
    expect(screen.getAllByText('Two Weirs makes no fewer than 200 pieces.')[0]).toBeVisible();
  });

  test('what the way costs is there for the next find, as it was typed last', async () => {
    localStorage.clear();
    showPanel({ firstOrder: 500 }, [fells]);
    await userEvent.type(await screen.findByRole('textbox', { name: 'Import clearance USD' }), '95');
    cleanup();
    // Another find: what was typed into this one does not wait there.
    for (const key of Object.keys(localStorage)) if (key.includes('typed/')) localStorage.removeItem(key);
    showPanel({ firstOrder: 500, landing: undefined as never }, [fells]);
    expect(await screen.findByRole('textbox', { name: 'Import clearance USD' })).toHaveValue('95');
    expect(screen.getByText(/stand as you typed them last/)).toBeVisible();
    localStorage.clear();
  });

  test('a quote is typed with its prices as they were pasted', async () => {
    const asked = showPanel({}, []);
    await userEvent.click(await screen.findByRole('button', { name: 'Type in a quote' }));
    await userEvent.type(screen.getByLabelText('Supplier'), 'Low Ford');
    const steps = screen.getByLabelText(/From how many pieces/);
    await userEvent.type(steps, '500 4.70{Enter}ask us');
    await userEvent.click(screen.getByRole('button', { name: 'Keep the quote' }));
    expect(await screen.findByText(/Line 2: “ask us”/)).toBeVisible();
    await userEvent.clear(steps);
    await userEvent.type(steps, '500 - 999 pcs: USD 4.70{Enter}1,000+ 4.35');
    await userEvent.selectOptions(screen.getByLabelText('Trade term'), 'FOB');
    await userEvent.type(screen.getByLabelText('Pieces a carton'), '20');
    expect(screen.getByText(/A carton counts once/)).toBeVisible();
    await userEvent.type(screen.getByLabelText('Its kg'), '9');
    await userEvent.type(screen.getByLabelText('Its cm'), '50 x 40 x 30');
    await userEvent.click(screen.getByRole('button', { name: 'Keep the quote' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
        path: '/api/marketplaces/quayside/listings/QS1/quotes',
        body: {
          supplier: 'Low Ford',
          steps: [
            { from: 500, price: 4.7 },
            { from: 1000, price: 4.35 },
          ],
          term: 'FOB',
          carton: { units: 20, weight: 9000, sides: [500, 400, 300] },
        },
      }),
    );
  });

  test('the price is moved by its handle', async () => {
    const given = sheet();
    const lines = withAmount(withAmount(given.costing.document, 'unit-cost', sum(900)), 'freight', sum(200)).lines;
    const asked = showPanel({ lines }, []);
    const handle = await screen.findByRole('slider', { name: 'Price' });
    const before = screen.getByTestId('profit').textContent;
    await userEvent.click(handle);
    // jsdom has no dragging: what a drag tells is a change of the value.
    const { fireEvent } = await import('@testing-library/react');
    fireEvent.change(handle, { target: { value: '5009' } });
    expect(screen.getByTestId('profit').textContent).not.toBe(before);
    await waitFor(() => expect(documentOf(asked).price).toBeGreaterThan(4900));
    expect(screen.getByText(/nothing stays below/)).toBeVisible();
  });

  test('the price for a wish, and the dearest goods that leave it', async () => {
    const given = sheet();
    const lines = withAmount(withAmount(given.costing.document, 'unit-cost', sum(900)), 'freight', sum(200)).lines;
    showPanel({ lines }, []);
    await userEvent.type(await screen.findByRole('textbox', { name: /To leave of a sale/ }), '10');
    expect(screen.getByText(/from [\d.]+ on; goods up to [\d.]+ leave it here/)).toBeVisible();
    await userEvent.type(screen.getByRole('textbox', { name: /or of the price/ }), '99');
    expect(screen.getByText(/no price works/)).toBeVisible();
  });
});

describe('costings with names', () => {
  const of = (id: number, name: string, unitCost: number): KeptCosting => {
    const given = sheet().costing;
    const document = withAmount(withAmount(given.document, 'unit-cost', sum(unitCost)), 'freight', sum(200));
    return { ...given, id, name, document, schedule: sheet().schedule, candidate: { id: 7, name: 'Press' } };
  };
  test('are taken into use, copied and removed', async () => {
    const asked = answering(() => ({ ok: true, id: 9 }));
    show(<CostingsBar candidate={7} costings={[of(1, 'By sea', 900), of(2, 'By air', 900)]} />);
    await userEvent.click(screen.getByRole('button', { name: 'By air' }));
    await userEvent.click(screen.getByRole('button', { name: 'Remove the costing By air' }));
    await userEvent.type(screen.getByPlaceholderText('a copy, named …'), 'Dear');
    await userEvent.click(screen.getByRole('button', { name: 'Copy it' }));
    await waitFor(() =>
      expect(asked.map((a) => `${a.method} ${a.path}`)).toEqual([
        'PUT /api/candidates/7/costings/2/use',
        'DELETE /api/candidates/7/costings/2',
        'POST /api/candidates/7/costings',
      ]),
    );
  });
  test('stand beside each other, what differs first, with sending by oneself as a question', async () => {
    answering((_, path) =>
      path.endsWith('/rates') ? [] : { marketplaces: [], templates: [], bin: [], workspace: 'own' },
    );
    show(<ComparePanel sheet={sheet()} costings={[of(1, 'By sea', 900), of(2, 'Dear', 1400)]} />);
    const beside = await screen.findByRole('table', { name: 'Costings beside each other' });
    const row = (name: string) => within(beside).getByRole('row', { name: new RegExp(`^${name} `) });
    // 29.06 − 9.00 − 2.00 − 4.11; 5.00 less for the dear one.
    expect(row('Profit a unit')).toHaveTextContent(/13\.95.*8\.95.*\?/);
    const names = within(beside)
      .getAllByRole('rowheader')
      .map((h) => h.textContent);
    expect(names.indexOf('Unit cost')).toBeLessThan(names.indexOf('Commission'));
  });
});
