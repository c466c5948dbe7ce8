import { describe, expect, test, beforeEach } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { act, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import type { Candidate, MinedReviews } from '@kettle/contract/candidates';
import type { KeptCosting } from '@kettle/contract/costing';
import { withAmount } from '@kettle/core/costing/costing';
import { MoneyPanel } from '../src/capabilities/costing/money-panel.tsx';
import { ReviewsTab } from '../src/capabilities/reviews/reviews-tab.tsx';
import { answering, show } from './render.tsx';
import { sheet } from './sheet-fixture.ts';

beforeEach(() => localStorage.clear());
const unitCost = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Unit cost USD' });
type Body = Pick<KeptCosting, 'document' | 'version'>;
/** A costing with another unit cost. */
const at = (unitCost: number) => withAmount(sheet().costing.document, 'unit-cost', { kind: 'sum', sum: unitCost });
const unitCostOf = (body: unknown): unknown => {
  const { amount } = (body as Body).document.lines.find((l) => l.key === 'unit-cost')!;
  return amount.kind === 'sum' && amount.sum;
};
const stale = (current: object) => ({
  type: '/problems/stale',
  title: 'This was changed in another window since you opened it.',
  status: 409,
  current,
});

describe('a document that is kept as it is typed', () => {
  test('each change is made to the version that the one before brought', async () => {
    let version = 7;
    const asked = answering((_, __, body) => ({ ...(body as Body), version: ++version }));
    show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
    await userEvent.type(unitCost(), '9');
    await waitFor(() => expect(asked).toHaveLength(1));
    await userEvent.type(unitCost(), '4');
    await waitFor(() => expect(asked).toHaveLength(2));
    expect(asked.map((a) => (a.body as Body).version)).toEqual([0, 8]);
    expect(unitCostOf(asked[1]!.body)).toBe(9400);
  });
  test('a change is taken back with one press, however many keys it took, and the field shows what is kept', async () => {
    let version = 0;
    const asked = answering((_, __, body) => ({ ...(body as Body), version: ++version }));
    show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
    const undo = screen.getByRole('button', { name: 'Undo' });
    expect(undo).toBeDisabled();
    const before = unitCost().value;
    await userEvent.type(unitCost(), '94');
    await waitFor(() => expect(unitCostOf(asked.at(-1)?.body ?? { document: at(0) })).toBe(9400));
    await userEvent.click(undo);
    expect(unitCost()).toHaveValue(before);
    expect(undo).toBeDisabled();
    await waitFor(() => expect(unitCostOf(asked.at(-1)!.body)).not.toBe(9400));
  });
  test('refused as an older one, nothing typed is lost: both stand side by side, and mine is kept on top of the newer', async () => {
    const theirs = { document: at(700), version: 5 };
    const asked = answering((_, __, body) =>
      (body as Body).version === 5 ? { ...(body as Body), version: 6 } : stale(theirs),
    );
    show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
    await userEvent.type(unitCost(), '8');
    expect(await screen.findByText('This was changed in another window since you opened it.')).toBeInTheDocument();
    expect(screen.getByRole('row', { name: /Unit cost 8.00 7.00/ })).toBeInTheDocument();
    expect(unitCost()).toHaveValue('8');
    const before = asked.length;
    await userEvent.click(screen.getByRole('button', { name: 'Keep what is typed here' }));
    await waitFor(() => expect(asked.length).toBe(before + 1));
    expect(asked.at(-1)!.body).toMatchObject({ version: 5 });
    expect(unitCostOf(asked.at(-1)!.body)).toBe(800);
    await waitFor(() => expect(screen.queryByText(/changed in another window/)).not.toBeInTheDocument());
  });
  test('what somebody else changed in another place stands together with what is typed, and nobody is asked', async () => {
    const freight = { kind: 'sum', sum: 120 } as const;
    const theirs = { document: withAmount(sheet().costing.document, 'freight', freight), version: 5 };
    const asked = answering((_, __, body) =>
      (body as Body).version === 5 ? { ...(body as Body), version: 6 } : stale(theirs),
    );
    show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
    await userEvent.type(unitCost(), '8');
    expect(await screen.findByText(/both stand together/)).toBeInTheDocument();
    await waitFor(() => expect((asked.at(-1)!.body as Body).version).toBe(5));
    expect(unitCostOf(asked.at(-1)!.body)).toBe(800);
    expect((asked.at(-1)!.body as Body).document.lines.find((l) => l.key === 'freight')!.amount).toEqual(freight);
    expect(screen.queryByText(/changed in another window/)).not.toBeInTheDocument();
  });
  test('the same content kept elsewhere is no conflict', async () => {
    answering((_, __, body) => stale({ ...(body as Body), version: 9 }));
    show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
    await userEvent.type(unitCost(), '8');
    await waitFor(() => expect(localStorage.getItem('kettle/typed/money/quayside/QS1')).toBeNull());
    expect(screen.queryByText(/changed in another window/)).not.toBeInTheDocument();
  });
  test('what could not be sent waits in the browser and is sent when one comes back', async () => {
    let away = true;
    const asked = answering((_, __, body) =>
      away
        ? { type: '/problems/database-away', title: 'The database does not answer.', status: 503 }
        : { ...(body as Body), version: 1 },
    );
    const { unmount } = show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
    await userEvent.type(unitCost(), '8');
    await waitFor(() => expect(asked.length).toBeGreaterThan(0));
    unmount();
    away = false;
    const before = asked.length;
    show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
    expect(unitCost()).toHaveValue('8');
    await waitFor(() => expect(asked.length).toBeGreaterThan(before));
    await waitFor(() => expect(localStorage.getItem('kettle/typed/money/quayside/QS1')).toBeNull());
  });
  test('a newer one that comes while nothing is typed is taken over', () => {
    answering((_, __, body) => body);
    const newer = { ...sheet().costing, document: at(700), version: 5 };
    let put = (_: ReturnType<typeof sheet>): void => {};
    const Frame = () => {
      const [shown, set] = useState(sheet());
      put = set;
      return <MoneyPanel sheet={shown} costing={shown.costing} />;
    };
    show(<Frame />);
    expect(unitCost()).toHaveValue('');
    act(() => put(sheet({ costing: newer })));
    expect(unitCost()).toHaveValue('7');
  });
});

describe('reviews that are being read', () => {
  const mined = (change: Partial<MinedReviews>): MinedReviews => ({
    job: null,
    unread: 0,
    listings: [{ id: 1, code: 'QS1', title: 'Press', texts: 3 }],
    all: 400,
    withText: 400,
    otherLanguage: 0,
    copies: 0,
    noText: 0,
    matching: 400,
    stars: [0, 0, 0, 0, 400],
    themes: [],
    ...change,
  });
  const candidate = { id: 1 } as Candidate;
  const job = { id: 5, kind: 'mine-reviews', state: 'running', done: 100, total: 400, message: '', result: null };
  test('it says how far it is, asks once to have them read, and fills as it goes', async () => {
    let unread = 300;
    const asked = answering((method, path) =>
      path.startsWith('/api/jobs')
        ? { ...job, state: unread === 0 ? 'done' : 'running' }
        : method === 'POST'
          ? { job }
          : mined({ unread, job: unread === 0 ? null : (job as never) }),
    );
    show(<ReviewsTab candidate={candidate} />);
    expect(await screen.findByText(/of 400 reviews are read/)).toHaveTextContent(
      '100 of 400 reviews are read; what follows rests on those.',
    );
    expect(screen.queryByText(/say nothing twice/)).not.toBeInTheDocument();
    unread = 50;
    await waitFor(() => expect(screen.getByText(/of 400 reviews are read/)).toHaveTextContent('350 of 400'));
    unread = 0;
    expect(await screen.findByText('All texts are read, and they say nothing twice.')).toBeInTheDocument();
    expect(asked.filter((a) => a.method === 'POST').length).toBeLessThanOrEqual(1);
  });
  test('none is put into the queue by looking: it is asked for when some are unread', async () => {
    const asked = answering((method) => (method === 'POST' ? { job } : mined({ unread: 400 })));
    show(<ReviewsTab candidate={candidate} />);
    await waitFor(() =>
      expect(asked.filter((a) => a.method === 'POST').map((a) => a.path)).toEqual(['/api/candidates/1/reviews/read']),
    );
  });
  test('words are asked for when the typing pauses', async () => {
    const asked = answering(() => mined({}));
    show(<ReviewsTab candidate={candidate} />);
    await userEvent.type(await screen.findByRole('textbox', { name: 'Words in the review' }), 'spindle');
    await waitFor(() => expect(asked.some((a) => a.path.includes('words=spindle'))).toBe(true));
    expect(asked.filter((a) => a.path.includes('words='))).toHaveLength(1);
  });
});
