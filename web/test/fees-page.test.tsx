import { beforeEach, describe, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { Component as FeesPage } from '../src/capabilities/fees/fees-page.tsx';
import { answering, show } from './render.tsx';

beforeEach(() => localStorage.clear());

const showEmpty = (answer: (path: string) => unknown = () => ({ id: 9 })) => {
  const asked = answering((_, path) => (path.endsWith('/categories') ? [] : answer(path)));
  show(<FeesPage />);
  return asked;
};
const kept = (asked: { method: string; body?: unknown }[]): FeeSchedule =>
  asked.find((a) => a.method === 'POST')!.body as FeeSchedule;

describe('a fee schedule typed from a public table', () => {
  test('is reckoned with every key, and kept as it was meant', async () => {
    const asked = showEmpty();
    const sizes = screen.getByRole('region', { name: 'Size classes and fulfilment' });
    const rows = within(sizes).getByRole('textbox', { name: /Up to lb, and the fee in USD/ });
    await userEvent.clear(rows);
    await userEvent.type(rows, 'Up to 1 lb $4.16{Enter}Up to 2 lb $4.88');
    const each = within(sizes).getByRole('textbox', { name: 'costs USD' });
    await userEvent.clear(each);
    await userEvent.type(each, '0.38');
    const percent = screen.getByRole('textbox', { name: 'Per cent' });
    await userEvent.clear(percent);
    await userEvent.type(percent, '10 8{Enter}15');
    // 25.00 at 15 %; 600 g and 10 × 7 × 2.4 in are 1.32 lb: the second row.
    expect(screen.getByTestId('example-net')).toHaveTextContent(String((25 - 3.75 - 4.88).toFixed(2)));
    await userEvent.click(screen.getByRole('button', { name: /^Keep it/ }));
    await waitFor(() => expect(asked.some((a) => a.method === 'POST')).toBe(true));
    const schedule = kept(asked);
    expect(schedule.sizeClasses[0]!.fulfilment.map((f) => f.fee)).toEqual([416, 488]);
    expect(schedule.sizeClasses[0]!.fulfilment[1]!.upTo).toBeCloseTo(907.18474, 4);
    expect(schedule.sizeClasses[0]!.beyond!.fee).toBe(38);
    expect(schedule.commission[0]!.bands).toEqual([
      { upTo: 1000, rate: 0.08 },
      { upTo: null, rate: 0.15 },
    ]);
  });

  test('what contradicts itself is told where it stands and cannot be kept; what cannot be read is not taken', async () => {
    showEmpty();
    await userEvent.click(screen.getByRole('button', { name: 'Add a class' }));
    expect(screen.getByText(/No piece is ever of “Class 2”/)).toBeVisible();
    expect(screen.getByText(/1 place contradicts/)).toBeVisible();
    expect(screen.getByRole('button', { name: /^Keep it/ })).toBeDisabled();
    await userEvent.type(screen.getAllByRole('textbox', { name: /^Weight, lb/ })[0]!, '20');
    expect(screen.queryByText(/No piece is ever/)).toBeNull();
    const rows = screen.getAllByRole('textbox', { name: /Up to lb/ })[0]!;
    await userEvent.clear(rows);
    await userEvent.type(rows, '2 4{Enter}1 5');
    expect(screen.getByText('Line 2: 1 is not more than 2 in the line before.')).toBeVisible();
    await userEvent.type(screen.getAllByRole('textbox', { name: /^Sides, in/ })[1]!, '18 x 14');
    expect(screen.getByText(/Three sides/)).toBeVisible();
  });

  test('what is typed is there after going away, and left when it is left', async () => {
    answering((_, path) => (path.endsWith('/categories') ? [] : { id: 9 }));
    const first = show(<FeesPage />);
    const name = screen.getByRole('textbox', { name: 'Name' });
    await userEvent.clear(name);
    await userEvent.type(name, 'Mine');
    first.unmount();
    show(<FeesPage />);
    expect(screen.getByRole('textbox', { name: 'Name' })).toHaveValue('Mine');
    await userEvent.click(screen.getByRole('button', { name: 'Leave the changes' }));
    expect(screen.getByRole('textbox', { name: 'Name' })).not.toHaveValue('Mine');
  });
});
