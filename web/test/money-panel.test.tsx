import { expect, test, describe } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { emptyCosting, withAmount } from '@kettle/core/costing/costing';
import { launchFrom, simulateLaunch, takingsAt } from '@kettle/core/costing/launch';
import type { SimulationAsked, SimulationTold } from '../src/capabilities/costing/launch.worker.ts';
import { stepInWords } from '../src/capabilities/costing/nearest-steps.tsx';
import { MoneyPanel } from '../src/capabilities/costing/money-panel.tsx';
import { answering, show } from './render.tsx';
import { sheet } from './sheet-fixture.ts';

/** A worker that answers at once, as the real one does after a while. */
class WorkerAtOnce {
  onmessage: ((event: { data: SimulationTold }) => void) | null = null;
  terminate(): void {}
  postMessage({ asked, ...how }: SimulationAsked): void {
    const launch = launchFrom(asked);
    if (typeof launch === 'string') throw new Error(launch);
    const result = simulateLaunch(launch, takingsAt(asked, launch.price), { ...how, trials: 500 });
    this.onmessage?.({ data: { result: result! } });
  }
}

describe('the launch', () => {
  const working = { method: '', formula: '', inputs: [], warnings: [], improve: '' } as never;
  const best = { known: true as const, value: 100, low: 60, high: 160, working };
  const given = sheet({ units: { ...sheet().units, best } });
  const sum = (of: number) => ({ kind: 'sum' as const, sum: of });
  const typed = withAmount(withAmount(given.costing.document, 'unit-cost', sum(900)), 'freight', sum(200));
  const showLaunch = (document = { ...typed, firstOrder: 300 }) => {
    Object.assign(globalThis, { Worker: WorkerAtOnce });
    const asked = answering((_, path, body) => (/quotes|requests/.test(path) ? [] : body));
    show(<MoneyPanel costing={{ ...given.costing, document }} sheet={given} full />);
    return asked;
  };
  test('what it takes, when it is back, how sure that is; the plan is kept as it is typed', async () => {
    const asked = showLaunch();
    const section = screen.getByRole('region', { name: 'The launch' });
    expect(section).toHaveTextContent(/you need [\d,]+ USD, most in month \d+; the money is back in month \d+/);
    const table = await within(section).findByRole('table', { name: 'How sure' });
    expect(within(table).getByRole('row', { name: /Something is left after a year/ })).toHaveTextContent('%');
    expect(within(section).getByText('What decides it most')).toBeVisible();
    await userEvent.type(within(section).getByRole('textbox', { name: /Money you have for it/ }), '100');
    expect(section).toHaveTextContent(/more than you have/);
    expect(await within(section).findByRole('row', { name: /More is needed than you have/ })).toHaveTextContent(
      'over 99 %',
    );
    await waitFor(() =>
      expect(asked.at(-1)).toMatchObject({ method: 'PUT', body: { document: { plan: { purse: 10_000 } } } }),
    );
    await userEvent.type(
      within(section).getByRole('textbox', { name: /could earn elsewhere/ }),
      '{Control>}a{/Control}10',
    );
    expect(section).toHaveTextContent(/In today’s money, at 10\.0 % a year, two years of it bring -?[\d,]+ USD/);
  });
  test('what is missing is asked for', () => {
    showLaunch({ ...typed, firstOrder: null as never });
    expect(screen.getByText('Type in the first order.')).toBeVisible();
  });
});

describe('what is left of the price', () => {
  test('asks for what is missing, then gives profit, margin and break-even at once, and keeps them', async () => {
    const asked = answering((_, __, body) => body);
    show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
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
        body: {
          version: 0,
          document: {
            lines: expect.arrayContaining([
              expect.objectContaining({ key: 'unit-cost', amount: { kind: 'sum', sum: 940 } }),
              expect.objectContaining({ key: 'freight', amount: { kind: 'sum', sum: 210 } }),
            ]),
          },
        },
      }),
    );
  });
  test('what was typed is kept when the sheet is closed at once', async () => {
    const asked = answering((_, __, body) => body);
    const { unmount } = show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
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
    show(<MoneyPanel sheet={sheet()} costing={sheet().costing} />);
    await userEvent.type(screen.getByRole('textbox', { name: 'Unit cost USD' }), '5');
    expect(await screen.findByText('The database does not answer at the moment.')).toBeInTheDocument();
    expect(screen.getByRole('textbox', { name: 'Unit cost USD' })).toHaveValue('5');
  });
  test('of a candidate it is kept with the candidate, and its own lines are there to be typed', async () => {
    const asked = answering((_, path) => (/(quotes|requests)$/.test(path) ? [] : { version: 3 }));
    const document = {
      ...emptyCosting(),
      monthsStored: 1.4,
      lines: [
        ...emptyCosting().lines,
        {
          key: 'labels',
          label: 'Labels',
          part: 'landed' as const,
          amount: { kind: 'sum' as const, sum: null },
          note: '',
          source: '',
        },
      ],
    };
    const kept = {
      ...sheet().costing,
      id: 4,
      name: 'First costing',
      version: 2,
      document,
      candidate: { id: 7, name: 'Press' },
    };
    show(<MoneyPanel sheet={sheet()} costing={kept} full />);
    await userEvent.type(screen.getByRole('textbox', { name: 'Unit cost USD' }), '9');
    await userEvent.type(screen.getByRole('textbox', { name: 'Freight a unit USD' }), '2');
    expect(screen.getByText('Type in "Labels".')).toBeInTheDocument();
    await userEvent.type(screen.getByRole('textbox', { name: 'Labels USD' }), '0.10');
    // 29.06 − 9.00 − 2.00 − 0.10 − 10 % advertising of 41.09.
    expect(screen.getByTestId('profit')).toHaveTextContent('13.85');
    // However often it was kept on the way: the first time was to the version it was opened with, the last holds all of it.
    const keeps = () => asked.filter((a) => a.method === 'PUT');
    await waitFor(() => expect(JSON.stringify(keeps().at(-1)?.body)).toContain('"sum":10}'));
    expect(keeps()[0]).toMatchObject({ path: '/api/candidates/7/costing', body: { version: 2, costing: 4 } });
  });
  test('what a little less would save of each piece', () => {
    expect(stepInWords({ measure: 'weight', by: -8, fee: -42 }, 'metric', '0.42')).toBe('8 g lighter saves 0.42');
    expect(stepInWords({ measure: 'longest', by: 25.4, fee: 30 }, 'imperial', '0.30')).toBe(
      '1.00 in on the longest side costs 0.30 more',
    );
    show(<MoneyPanel costing={sheet().costing} sheet={sheet()} />);
    expect(screen.getByText(/lighter saves|off the .* side saves/)).toBeVisible();
  });
  test('without sides: the lines that are known, and what the fulfilment, the net and the profit lie within', () => {
    const given = sheet();
    show(<MoneyPanel costing={given.costing} sheet={{ ...given, sides: null }} />);
    expect(screen.getByText(/Commission/)).toBeVisible();
    expect(screen.getByText(/Fulfilment ▲/)).toBeVisible();
    expect(screen.getByTestId('net')).toHaveTextContent(/to|at most/);
    expect(screen.getByText(/sides are not known/)).toBeVisible();
    expect(screen.queryByTestId('profit')).toBeNull();
  });
  test('what if: one thing otherwise, each with what it takes of a month; a loss is told', async () => {
    answering((_, path, body) => (/quotes|requests/.test(path) ? [] : body));
    const given = sheet();
    const sum = (of: number) => ({ kind: 'sum' as const, sum: of });
    const document = withAmount(withAmount(given.costing.document, 'unit-cost', sum(900)), 'freight', sum(200));
    show(<MoneyPanel costing={{ ...given.costing, document }} sheet={given} full cheapest={100} />);
    const table = await screen.findByRole('table', { name: 'What if' });
    expect(within(table).getByRole('row', { name: /As typed/ })).toBeVisible();
    expect(within(table).getByRole('row', { name: /cheapest rival’s/ })).toHaveTextContent('a loss');
  });
  test('without a schedule it says what to do', () => {
    show(
      <MoneyPanel
        costing={sheet().costing}
        sheet={sheet({
          schedule: null,
          fees: { known: false, reason: 'Quayside has no fee schedule in force.', lines: [], open: [], net: null },
        })}
      />,
    );
    expect(screen.getByText('Quayside has no fee schedule in force.')).toBeInTheDocument();
  });
});
