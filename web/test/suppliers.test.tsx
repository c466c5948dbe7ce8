import { beforeEach, describe, expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { CardSeen, SupplierRequest } from '@kettle/contract/suppliers';
import { DirectoryPanel } from '../src/capabilities/suppliers/directory-panel.tsx';
import { answering, show } from './render.tsx';

const card = (ref: string, supplier: string, currency: string, from: number): CardSeen => ({
  card: {
    ref,
    supplier,
    country: 'PL',
    since: 1990,
    makes: 'folding book press',
    category: 'Bookcraft › Presses',
    about: '',
    currency,
    steps: [{ from, price: 8 }],
    term: 'FOB',
    leadDays: 30,
    carton: null,
    sample: null,
  },
  aside: null,
});
const request = (part: Partial<SupplierRequest>): SupplierRequest => ({
  id: 1,
  supplier: 'Weir Works',
  makes: 'press',
  pieces: [500],
  note: '',
  askedOn: '2026-11-02',
  state: 'waiting',
  answeredOn: null,
  says: '',
  ...part,
});
const showPanel = (requests: SupplierRequest[] = []) => {
  const asked = answering((method, path) => {
    if (path.includes('/suppliers?')) return { total: 40, cards: [card('A-1', 'Weir Works', 'USD', 100), card('A-2', 'Fell Mill', 'SEK', 900)] }; // prettier-ignore
    if (path.endsWith('/suppliers/aside')) return [];
    if (path.endsWith('/brief')) return { version: 1, document: { format: 'cold-kettle/brief', lines: [{ key: 'k', title: 'Slips', kind: 'gripe', about: 'product', weight: null, change: 'The hinge must hold', amount: '10 kg', check: '', page: '' }] } }; // prettier-ignore
    if (method === 'POST') return { id: 3 };
    return path.endsWith('/requests') ? requests : [];
  });
  show(
    <DirectoryPanel
      code="QS1"
      category="Bookcraft › Presses › Folding"
      today="2026-11-24"
      piece={{ weight: 1650.4, sides: [300, 220, 90] }}
      firstOrder={400}
      candidate={7}
      landed={(offer, pieces) => `${offer.supplier} at ${pieces}`}
    />,
  );
  return asked;
};

beforeEach(() => localStorage.clear());

describe('the directory of suppliers', () => {
  test('cards say what they list, and why one cannot be had; the wider category is a choice', async () => {
    const asked = showPanel();
    await userEvent.click(screen.getByRole('button', { name: 'Look in the directory' }));
    const list = await screen.findByRole('table', { name: 'Suppliers in the directory' });
    expect(within(list).getByText('Weir Works at 400')).toBeInTheDocument();
    // Dearer in another currency is not told without its rate.
    expect(within(list).getByText('no rate of SEK')).toBeInTheDocument();
    await userEvent.selectOptions(screen.getByRole('combobox', { name: /^Made for/ }), 'Presses');
    await userEvent.type(screen.getByRole('textbox', { name: 'Words' }), 'oak');
    await waitFor(() =>
      expect(
        asked.some((a) => /words=oak&category=Bookcraft\+%E2%80%BA\+Presses&order=fits&pieces=400/.test(a.path)),
      ).toBe(true),
    );
    await userEvent.click(screen.getByRole('button', { name: 'Next' }));
    expect(await screen.findByText('Page 2 of 4')).toBeInTheDocument();
  });

  test('a request carries the numbers of pieces and the maker’s brief; what cannot be meant is not sent', async () => {
    const asked = showPanel();
    await userEvent.click(screen.getByRole('button', { name: 'Look in the directory' }));
    await userEvent.click(
      await screen.findByRole('button', { name: 'Ask Weir Works for a quote, folding book press' }),
    );
    const pieces = screen.getByRole('textbox', { name: 'Prices for how many pieces' });
    expect(pieces).toHaveValue('400; 800');
    await userEvent.click(await screen.findByRole('button', { name: 'Put the maker’s brief in (1)' }));
    await userEvent.clear(pieces);
    await userEvent.type(pieces, '300; many');
    await userEvent.click(screen.getByRole('button', { name: 'Ask for the quote' }));
    expect(await screen.findByText('Whole numbers, such as 500; 1000.')).toBeInTheDocument();
    expect(asked.some((a) => a.method === 'POST')).toBe(false);
    await userEvent.clear(pieces);
    await userEvent.type(pieces, '300; 1,200');
    await userEvent.click(screen.getByRole('button', { name: 'Ask for the quote' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'POST')?.body).toEqual({
        ref: 'A-1',
        pieces: [300, 1200],
        note: 'A piece weighs 1650 g and measures 300 × 220 × 90 mm.\n– The hinge must hold; 10 kg',
      }),
    );
  });

  test('what was asked says how long it waits, and when to ask another', async () => {
    showPanel([
      request({ id: 1, askedOn: '2026-11-24' }),
      request({ id: 2, askedOn: '2026-11-21' }),
      request({ id: 3, askedOn: '2026-11-02' }),
      request({ id: 4, state: 'declined', answeredOn: '2026-11-05', says: 'We begin at 900 pieces.' }),
    ]);
    const list = await screen.findByRole('table', { name: 'What suppliers were asked' });
    for (const words of [
      'asked today',
      'no answer for 3 days',
      'no answer for 22 days: ask another',
      /^declined 5 Nov/,
    ])
      expect(within(list).getByText(words)).toBeInTheDocument();
  });
});
