import { expect, test, describe } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MoneyPanel } from '../src/capabilities/costing/money-panel.tsx';
import { answering, quayside, show } from './render.tsx';
import { sheet } from './sheet-fixture.ts';

describe('what is left of the price', () => {
  test('asks for what is missing, then gives profit, margin and break-even at once, and keeps them', async () => {
    const asked = answering((_, __, body) => body);
    show(<MoneyPanel market={quayside} sheet={sheet()} />);
    expect(screen.getByText('Type in what one piece costs at the factory.')).toBeInTheDocument();
    expect(screen.getByTestId('net')).toHaveTextContent('29.06');
    await userEvent.type(screen.getByRole('textbox', { name: 'Unit cost USD' }), '9.40');
    expect(screen.getByText('Type in the freight for one piece.')).toBeInTheDocument();
    await userEvent.type(screen.getByRole('textbox', { name: 'Freight a unit USD' }), '2.10');
    // 29.06 − 9.40 − 2.10 − 10 % advertising of 41.09.
    expect(screen.getByTestId('profit')).toHaveTextContent('13.45');
    expect(screen.getByTestId('margin')).toHaveTextContent('32.7 %');
    await waitFor(() =>
      expect(asked.at(-1)).toMatchObject({
        method: 'PUT',
        path: '/api/marketplaces/quayside/listings/QS1/costing',
        body: { inputs: { unitCost: 940, freight: 210 } },
      }),
    );
  });
  test('what was typed is kept when the sheet is closed at once', async () => {
    const asked = answering((_, __, body) => body);
    const { unmount } = show(<MoneyPanel market={quayside} sheet={sheet()} />);
    await userEvent.type(screen.getByRole('textbox', { name: 'Unit cost USD' }), '5');
    unmount();
    await waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
  });
  test('a refusal of the server is said, and what was typed stays', async () => {
    answering(() => ({
      type: '/problems/database-away',
      title: 'The database does not answer at the moment.',
      status: 503,
    }));
    show(<MoneyPanel market={quayside} sheet={sheet()} />);
    await userEvent.type(screen.getByRole('textbox', { name: 'Unit cost USD' }), '5');
    expect(await screen.findByText('The database does not answer at the moment.')).toBeInTheDocument();
    expect(screen.getByRole('textbox', { name: 'Unit cost USD' })).toHaveValue('5');
  });
  test('without a schedule it says what to do', () => {
    show(
      <MoneyPanel
        market={quayside}
        sheet={sheet({ schedule: null, fees: { known: false, reason: 'Quayside has no fee schedule in force.' } })}
      />,
    );
    expect(screen.getByText('Quayside has no fee schedule in force.')).toBeInTheDocument();
  });
});
