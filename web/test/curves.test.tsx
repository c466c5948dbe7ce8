import { expect, test, describe } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Route, Routes } from 'react-router';
import type { Backtest, CurvePoint, CurveVersion } from '@kettle/contract/curves';
import { METHODS } from '@kettle/core/estimate/methods';
import { Component as BacktestPage } from '../src/capabilities/curves/backtest-page.tsx';
import { CurveChart } from '../src/capabilities/curves/curve-chart.tsx';
import { Component as CurvesPage } from '../src/capabilities/curves/curves-page.tsx';
import { TakeCurve } from '../src/capabilities/curves/take-curve.tsx';
import { answering, quayside, show } from './render.tsx';

const knots = [
  { rank: 1, unitsPerDay: 100 },
  { rank: 1000, unitsPerDay: 0.5 },
];
const version = (id: number, change: Partial<CurveVersion> = {}): CurveVersion => ({
  id,
  category: 'Wool',
  validFrom: '2026-11-03',
  source: 'shipped with Quayside',
  knots,
  residual: 0.28,
  reviewRate: 0.02,
  reviewSpread: 0.4,
  inForce: false,
  putBack: false,
  guess: false,
  fittedOn: null,
  ...change,
});
const point = (code: string, residual: number | null): CurvePoint => ({
  code,
  title: `Loom ${code}`,
  rank: 40,
  unitsPerDay: 4,
  units: 120,
  days: 30,
  residual,
});
const marketplaces = { workspace: 'demo', marketplaces: [quayside], templates: [] };
const problem = (status: number, title: string) => ({ type: '/problems/x', title, status });

const at = (page: React.ReactNode) => (
  <Routes>
    <Route path=":marketplace/*" element={page} />
  </Routes>
);

describe('the curves of a marketplace', () => {
  const answers = (tried: unknown, points: CurvePoint[] = [point('QS1', 0.2), point('QS2', -0.9)]) =>
    answering((method, path) => {
      if (path === '/api/marketplaces') return marketplaces;
      if (path.includes('/curves/points'))
        return { points, bias: points.length ? 0.1 : null, spread: points.length ? 0.3 : null };
      if (path.includes('/curves/refit')) return method === 'GET' ? tried : { id: 9 };
      if (path.endsWith('/curves'))
        return [
          version(2, { validFrom: '2026-11-20', source: 'fitted to stock counts', fittedOn: ['QS2'], inForce: true }),
          version(1),
        ];
      return { ok: true };
    });
  test('show what counts say of the one in force, which was fitted on what, and the farthest off first', async () => {
    answers({});
    show(at(<CurvesPage />), '/quayside/curves?category=Wool&listing=QS1');
    expect(await screen.findByText(/2 counted listings: they sell/)).toHaveTextContent(
      '11 % more than the curve says, in the middle, and spread ± 35 % around that; the curve reckons with ± 32 %. Under six of them, a fit would be a guess.',
    );
    const table = screen.getByRole('table');
    // The listing that one came from stands first, then the farthest.
    expect(
      within(table)
        .getAllByRole('row')
        .map((r) => r.textContent),
    ).toEqual(['ListingRankA dayDaysOff', 'Loom QS1404.030+22 %', 'Loom QS2 fitted on404.030-59 %']);
    expect(screen.getByText(/The curve in force was fitted on 1 listings/)).toBeInTheDocument();
  });
  test('a fit is tried, told to be a guess, put in force; an older version is put back in force', async () => {
    const asked = answers({
      knots,
      residual: 0.3,
      guess: true,
      sentences: ['Two are too few. This is a guess.'],
      points: [],
    });
    show(at(<CurvesPage />), '/quayside/curves');
    await userEvent.click(await screen.findByRole('button', { name: 'Try a fit to these counts' }));
    expect(
      await screen.findByText(/Two are too few. This is a guess. Listings spread ± 35 % around it./),
    ).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Put it in force, as a guess' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'POST')).toMatchObject({
        path: '/api/marketplaces/quayside/curves/refit',
        body: { category: 'Wool', counts: 'all' },
      }),
    );
    await userEvent.click(screen.getByRole('button', { name: 'Put in force' }));
    await waitFor(() =>
      expect(asked.some((a) => a.method === 'PUT' && a.path === '/api/curves/1/in-force')).toBe(true),
    );
  });
  test('why a fit cannot be made stands there, and the curve stays', async () => {
    answers(problem(409, 'None of its listings has counts of yours over two weeks.'), []);
    show(at(<CurvesPage />), '/quayside/curves');
    await userEvent.click(await screen.findByRole('button', { name: 'My own counts only' }));
    expect(await screen.findByText(/No listing here has counts of yours/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Try a fit to these counts' }));
    expect(await screen.findByText('None of its listings has counts of yours over two weeks.')).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /Put it in force/ })).toBeNull();
  });
  test('a listing on the chart says its rank and units under the pointer', () => {
    const chosen: string[] = [];
    const { container } = show(
      <CurveChart
        curves={[{ name: 'in force', colour: 'series1', knots }]}
        points={[point('QS1', 0), { ...point('QS2', null), unitsPerDay: 0 }]}
        marked="QS1"
        onChoose={(code) => chosen.push(code)}
      />,
    );
    // A listing that sold nothing has no place on a log axis.
    const dots = container.querySelectorAll('circle');
    expect(dots).toHaveLength(1);
    fireEvent.pointerEnter(dots[0]!);
    expect(screen.getByText('Loom QS1 (QS1): rank 40, 4.0 a day over 30 days counted')).toBeInTheDocument();
    fireEvent.click(dots[0]!);
    expect(chosen).toEqual(['QS1']);
  });
});

describe('a curve of one’s own', () => {
  test('is typed point by point and sent in the open format', async () => {
    const asked = answering(() => ({ id: 3 }));
    show(<TakeCurve category="Wool" />);
    const points = screen.getByRole('textbox', { name: /A rank and units a day a line/ });
    await userEvent.type(points, '1 120{Enter}100 zero');
    expect(screen.getByRole('alert')).toHaveTextContent('Line 2 is not a rank and a number of units.');
    await userEvent.clear(points);
    await userEvent.type(points, '1 120{Enter}100 130');
    expect(screen.getByRole('alert')).toHaveTextContent('Point 2: units must not rise with the rank.');
    await userEvent.clear(points);
    await userEvent.type(points, '1 120{Enter}100 9,5');
    await userEvent.click(screen.getByRole('button', { name: 'Put these points in force' }));
    await waitFor(() =>
      expect(asked.at(-1)).toMatchObject({
        path: '/api/marketplaces/quayside/curves',
        body: {
          format: 'cold-kettle/rank-curve',
          category: 'Wool',
          knots: [
            { rank: 1, unitsPerDay: 120 },
            { rank: 100, unitsPerDay: 9.5 },
          ],
        },
      }),
    );
    expect((asked.at(-1)!.body as { residual: number }).residual).toBeCloseTo(Math.log(1.3), 12);
  });
  const give = async (text: string) => {
    answering(() => problem(422, 'Point 2: units must not rise with the rank.'));
    show(<TakeCurve category={null} />);
    await userEvent.upload(
      screen.getByLabelText('Curve file'),
      new File([text], 'curve.json', { type: 'application/json' }),
    );
  };
  test('a file that is no JSON is said to be none', async () => {
    await give('not json');
    expect(await screen.findByText('curve.json is no JSON file.')).toBeInTheDocument();
  });
  test('a file that the server refuses says why', async () => {
    await give('{}');
    expect(await screen.findByText('Point 2: units must not rise with the rank.')).toBeInTheDocument();
  });
});

describe('how well estimates do', () => {
  const rows: Backtest['rows'] = [
    ...METHODS.map((method, i) => ({
      grouping: 'all' as const,
      group: 'all listings',
      method,
      n: 40,
      unanswered: i,
      error: 0.04 * (i + 1),
      bias: 0.01 * (i - 2),
      covered: method === 'blend' ? 0.82 : 0.95,
    })),
    { grouping: 'category', group: 'Wool', method: 'blend', n: 9, unanswered: 0, error: 0.05, bias: 0, covered: 0.8 },
    {
      grouping: 'volume',
      group: '10 to 49 a month',
      method: 'blend',
      n: 9,
      unanswered: 0,
      error: 0.07,
      bias: 0,
      covered: null,
    },
  ];
  const answers = (backtest: Backtest | null, stale = false) =>
    answering((method, path) => {
      if (path === '/api/marketplaces') return marketplaces;
      if (path.includes('/jobs/'))
        return {
          id: 4,
          kind: 'backtest',
          state: 'done',
          done: 1,
          total: 1,
          message: '40 listings were tried.',
          result: null,
        };
      return method === 'POST'
        ? { id: 4, kind: 'backtest', state: 'queued', done: 0, total: 0, message: '', result: null }
        : { backtest, stale };
    });
  const backtest: Backtest = { day: '2026-11-20', against: 'books', listings: 40, leftOut: 3, rows };
  test('the middle error against today’s rank, honest intervals marked, groups to choose', async () => {
    answers(backtest, true);
    show(at(<BacktestPage />), '/quayside/backtest');
    expect(await screen.findByText(/Half of the estimates taken together lie within/)).toHaveTextContent(
      'within 4.0 % of what was sold; today’s rank alone is 6.0 times as far off.',
    );
    expect(screen.getByText(/older than the readings/)).toBeInTheDocument();
    expect(screen.getByText(/3 of them with a curve fitted without them/)).toBeInTheDocument();
    const together = screen.getByRole('row', { name: /^Together 4.0 %/ });
    expect(together).toHaveTextContent('honest: 82 %');
    expect(screen.getByRole('row', { name: /^Stock counts/ })).toHaveTextContent('too wide: 95 %');
    expect(screen.getByRole('row', { name: /^Wool/ })).toHaveTextContent('5.0 % 80 %');
    await userEvent.click(screen.getByRole('button', { name: 'By volume' }));
    expect(screen.getByRole('row', { name: /^10 to 49 a month/ })).toHaveTextContent('7.0 % —');
  });
  test('before the first it is offered, and its end is told', async () => {
    const asked = answers(null);
    show(at(<BacktestPage />), '/quayside/backtest');
    expect(await screen.findByText(/Not tried yet/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Try all ways now' }));
    expect(await screen.findByText('40 listings were tried.')).toBeInTheDocument();
    expect(asked.some((a) => a.method === 'POST' && a.path === '/api/marketplaces/quayside/backtest')).toBe(true);
  });
  test('where nothing could be tried, what is needed is said', async () => {
    answers({ ...backtest, listings: 0, rows: [] });
    show(at(<BacktestPage />), '/quayside/backtest');
    expect(await screen.findByText(/No listing could be tried yet: stock counts over two weeks/)).toBeInTheDocument();
  });
});
