import { expect, test, describe } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { History } from '@kettle/contract/listings';
import { epochDay } from '@kettle/core/measures/day';
import { AgainstPanel } from '../src/capabilities/sheet/against-panel.tsx';
import { CraftPanel } from '../src/capabilities/sheet/craft-panel.tsx';
import { Asides, Contradictions, FamilyTable, Sellers } from '../src/capabilities/sheet/facts-panel.tsx';
import {
  comparedPoints,
  emptySpans,
  holderSpans,
  pointsOf,
  yearsOver,
} from '../src/capabilities/sheet/history-data.ts';
import { SeasonPanel } from '../src/capabilities/sheet/season-panel.tsx';
import { UnitsPanel } from '../src/capabilities/sheet/units-panel.tsx';
import { chartsAsSvg } from '../src/ground/ui/save-picture.ts';
import { answering, brief, show } from './render.tsx';
import { figure, sheet, unknown } from './sheet-fixture.ts';

const rank = (value: number, atMeanRank: number) => ({
  figure: figure(value),
  meanRank: 80,
  atMeanRank,
  days: 30,
  monthlyDays: 0,
});
const counted = sheet({
  today: '2026-11-24',
  units: {
    ...sheet().units,
    best: figure(352),
    from: 'readings',
    ranks: { 7: rank(380, 371), 30: rank(345, 331), 90: rank(338, 329), 365: rank(300, 270) },
    latestRank: figure(447),
    stock: figure(356),
    reviews: unknown,
    agreement: { state: 'agree', ratio: 1.1, reasons: [] },
  },
});

describe('units a month', () => {
  test('every way stands on one scale; today’s rank is marked as not to be used; what is unknown says why', () => {
    show(<UnitsPanel sheet={counted} />);
    expect(screen.getByTestId('units-best')).toHaveTextContent('352');
    expect(screen.getByText('317–387 in four of five cases')).toBeInTheDocument();
    expect(screen.getByText('not to be used')).toBeInTheDocument();
    // At the mean rank, beside the averages day by day.
    for (const n of ['371', '331', '329', '270']) expect(screen.getByText(n)).toBeInTheDocument();
    expect(screen.getByText('Nothing is known.')).toBeInTheDocument();
    expect(screen.getByText(/The ways of counting agree: the largest is 1.1 times the/)).toBeInTheDocument();
  });
  test('why they differ, what is odd and a sale are sentences', () => {
    show(
      <UnitsPanel
        sheet={{
          ...counted,
          units: {
            ...counted.units,
            agreement: { state: 'disagree', ratio: 2.4, reasons: ['5 sellers share the listing.'] },
            notes: ['The rank is missing on 20 of 40 days.'],
            typical: 210,
            spikes: { days: ['2026-10-28'], share: 0.34, flattered: true, typicalPerDay: 6.9 },
          },
        }}
      />,
    );
    expect(screen.getByText(/The ways of counting disagree: the largest is 2.4 times/)).toBeInTheDocument();
    expect(screen.getByText('5 sellers share the listing.')).toBeInTheDocument();
    expect(screen.getByText(/Flattered by a sale: 34 % of the units by rank/)).toBeInTheDocument();
    expect(screen.getByText(/typical month 210, one day far above the rest left out/)).toBeInTheDocument();
    expect(screen.getByText(/The rank is missing on 20 of 40 days/)).toBeInTheDocument();
  });
  test('nothing known gives the reason, no number', () => {
    show(<UnitsPanel sheet={sheet()} />);
    expect(screen.getByText('Not known.')).toBeInTheDocument();
    expect(screen.queryByText(/NaN|Infinity/)).toBeNull();
  });
});

describe('counts of one’s own', () => {
  test('one is typed and sent; a date to come is refused before', async () => {
    const asked = answering(() => ({ ok: true }));
    show(<UnitsPanel sheet={counted} />);
    await userEvent.click(screen.getByRole('button', { name: 'Type in counts of your own' }));
    await userEvent.type(screen.getByLabelText('Pieces in stock'), '140');
    const day = screen.getByLabelText('Day');
    await userEvent.clear(day);
    await userEvent.type(day, '2026-12-01');
    expect(screen.getByRole('alert')).toHaveTextContent('lies in the future');
    expect(screen.getByRole('button', { name: 'Keep the count' })).toBeDisabled();
    await userEvent.clear(day);
    await userEvent.type(day, '2026-11-20');
    await userEvent.click(screen.getByRole('button', { name: 'Keep the count' }));
    await waitFor(() =>
      expect(asked.at(-1)).toMatchObject({
        method: 'PUT',
        path: '/api/marketplaces/quayside/listings/QS1/counts',
        body: { counts: [{ day: '2026-11-20', stock: 140, seller: '' }], remove: [] },
      }),
    );
  });
  test('many are pasted; a wrong line is named and nothing is sent', async () => {
    const asked = answering(() => ({ ok: true }));
    show(<UnitsPanel sheet={counted} />);
    await userEvent.click(screen.getByRole('button', { name: 'Type in counts of your own' }));
    await userEvent.click(screen.getByRole('button', { name: 'Paste many' }));
    const area = screen.getByRole('textbox', { name: /A date and a number a line/ });
    await userEvent.click(area);
    await userEvent.paste('2026-11-20\t140\nsoon\t12\n');
    expect(screen.getByRole('alert')).toHaveTextContent('Line 2: "soon" is no date');
    expect(screen.getByRole('button', { name: 'Keep the count' })).toBeDisabled();
    await userEvent.clear(area);
    await userEvent.paste('2026-11-20\t140\n2026-11-22\t96\n');
    await userEvent.click(screen.getByRole('button', { name: 'Keep 2 counts' }));
    await waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
  });
  test('stand there with what was sold between; one is taken away and brought back', async () => {
    const asked = answering(() => ({ ok: true }));
    const ownCounts = [
      { day: '2026-11-01', stock: 200, seller: 'Me' },
      { day: '2026-11-08', stock: 150, seller: 'Me' },
      { day: '2026-11-15', stock: 400, seller: 'Me' },
      { day: '2026-11-20', stock: 90, seller: 'Tarn' },
    ];
    show(<UnitsPanel sheet={{ ...counted, ownCounts }} />);
    await userEvent.click(screen.getByRole('button', { name: 'Your own counts (4)' }));
    const list = screen.getByRole('list', { name: 'Your counts' });
    const [last, third, second, first] = within(list).getAllByRole('listitem') as [
      HTMLElement,
      HTMLElement,
      HTMLElement,
      HTMLElement,
    ];
    expect(last).toHaveTextContent('another seller: not compared');
    expect(third).toHaveTextContent('250 came in');
    expect(second).toHaveTextContent('50 sold since 1 Nov');
    expect(first).toHaveTextContent('the first');
    await userEvent.click(screen.getByRole('button', { name: /Take the count of 8 Nov/ }));
    await waitFor(() => expect(asked.at(-1)).toMatchObject({ body: { counts: [], remove: ['2026-11-08'] } }));
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(asked.at(-1)).toMatchObject({ body: { counts: [ownCounts[1]], remove: [] } }));
  });
});

describe('page craft', () => {
  const craft = {
    value: 58,
    leftOut: ['bullets' as const],
    parts: [
      {
        key: 'title' as const,
        points: 47,
        weight: 0.3,
        overruled: null,
        checks: [
          { name: 'Length', points: 32, of: 70, found: '27 letters', better: 'say more: material, size, use' },
          { name: 'A size or number', points: 15, of: 15, found: 'there', better: '' },
        ],
      },
    ],
  };
  test('says what was found and missing, against the shelf; a judgement with a note is sent', async () => {
    const asked = answering((_, path) =>
      path.endsWith('/surroundings')
        ? {
            course: null,
            category: null,
            shelf: { name: 'the first page of “press”', listings: 19, craft: 70, parts: { title: 72 } },
          }
        : { ok: true },
    );
    show(<CraftPanel sheet={sheet({ craft })} />);
    expect(await screen.findByText(/worse made than most there/)).toBeInTheDocument();
    expect(screen.getByText(/say more: material, size, use \(32 of 70\)/)).toBeInTheDocument();
    expect(screen.getByText(/a size or number: there/)).toBeInTheDocument();
    expect(screen.getByText('Not known and left out: bullets.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Judge' }));
    const points = screen.getByLabelText('Points, 0 to 100');
    await userEvent.clear(points);
    await userEvent.type(points, '140{Enter}');
    expect(await screen.findByText('A whole number from 0 to 100.')).toBeInTheDocument();
    expect(asked.some((a) => a.method === 'PUT')).toBe(false);
    await userEvent.clear(points);
    await userEvent.type(points, '80');
    await userEvent.type(screen.getByLabelText('Why'), 'says it all');
    await userEvent.click(screen.getByRole('button', { name: 'Keep my judgement' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'PUT')).toMatchObject({
        path: '/api/marketplaces/quayside/listings/QS1/craft/title',
        body: { points: 80, note: 'says it all' },
      }),
    );
  });
  test('an overruled part is marked with the rubric’s own points', () => {
    answering(() => ({ course: null, category: null, shelf: null }));
    const overruled = { version: 1, rubric: 47, note: 'says it all', day: '2026-11-20' };
    show(<CraftPanel sheet={sheet({ craft: { ...craft, parts: [{ ...craft.parts[0]!, points: 80, overruled }] } })} />);
    expect(screen.getByText(/You said 80 on 20 Nov 2026; the rubric says 47. “says it all”/)).toBeInTheDocument();
  });
});

test('a sieve is held against it limit by limit, the list’s own limits first', async () => {
  answering((_, path) =>
    path.includes('/against')
      ? {
          words: '',
          verdicts: [
            { key: 'price', name: 'Price', met: true, value: '41.5 USD', asked: '18 USD to 45 USD', off: '' },
            { key: 'reviews', name: 'Reviews', met: false, value: '61', asked: 'at most 50', off: '11 too much' },
            { key: 'rating', name: 'Rating', met: null, value: 'not known', asked: 'at least 4', off: '' },
          ],
        }
      : { kept: [{ id: 3, name: 'Quiet corners', search: 'price=18..45' }], starters: [] },
  );
  show(<AgainstPanel code="QS1" />, '/quayside/sift?reviews=..50&open=QS1');
  expect(await screen.findByText('1 of 3 limits met, 1 not, 1 not known.')).toBeInTheDocument();
  expect(screen.getByText('; 11 too much')).toBeInTheDocument();
  const choice = screen.getByRole('combobox', { name: 'Sieve to hold it against' });
  expect(
    within(choice)
      .getAllByRole('option')
      .map((o) => o.textContent),
  ).toEqual(['The limits of this list', '“Quiet corners”']);
});

test('season in words and by month, beside the category', async () => {
  const course = {
    kind: 'season' as const,
    season: 0.8,
    factors: [0.5, 0.5, 0.5, 0.5, 1, 1, 1, 1, 1, 1, 2, 2],
    bestThree: null,
    trend: 'level' as const,
    trendYear: 0,
    trendP: 0.4,
    months: [],
    weakMonths: 4,
    swing: 0.1,
    pace: 1.2,
    growthQuarter: 0.5,
    growthYear: null,
    words: 'A season: 50 % of a year in Nov, Dec, Oct.',
  };
  answering(() => ({
    course,
    category: { name: 'Presses', listings: 40, course: { ...course, words: 'Steady over the year.' } },
    shelf: null,
  }));
  show(<SeasonPanel code="QS1" />);
  expect(await screen.findByText(/A season: 50 % of a year in Nov, Dec, Oct/)).toBeInTheDocument();
  expect(screen.getByText('Presses, 40 listings.')).toBeInTheDocument();
  expect(screen.getByRole('img', { name: 'November: 200 %, category 200 %' })).toBeInTheDocument();
});

describe('family, sellers, contradictions and what was put aside', () => {
  test('variations with shares; one or all can be watched', async () => {
    const asked = answering(() => ({ added: 1, unknown: [] }));
    const member = (code: string, units: number, watched: boolean) => ({
      code,
      title: `Book press, ${code}`,
      price: 3990,
      units,
      share: units / 100,
      reviews: 5,
      watched,
    });
    show(
      <FamilyTable
        sheet={sheet({
          family: {
            leader: 'QS1',
            units: 100,
            meaning: 'Three variations',
            members: [member('QS1', 60, true), member('QS2', 30, false), member('QS3', 10, false)],
          },
        })}
      />,
    );
    expect(screen.getByRole('row', { name: /QS2 39.90 30 30 % 5/ })).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Watch all 2' }));
    await waitFor(() => expect(asked.at(-1)).toMatchObject({ body: { text: 'QS2 QS3' } }));
  });
  test('who held the main offer, and what many sellers mean', () => {
    show(
      <Sellers
        sheet={sheet({
          listing: brief({ sellers: 7 }),
          holders: [{ seller: 'Tarn & Weld', days: 60, share: 2 / 3, first: '2026-08-27', last: '2026-11-20' }],
        })}
      />,
    );
    expect(screen.getByText('7 sellers: a brand that many carry.')).toBeInTheDocument();
    expect(screen.getByText('67 %, 60 days')).toBeInTheDocument();
  });
  test('both sides of a contradiction with their days, and which is used', () => {
    const side = { measure: 'price' as const, value: 3990, day: '2026-11-20' };
    show(
      <Contradictions
        sheet={sheet({
          today: '2026-11-24',
          contradictions: [
            {
              measure: 'price',
              sentence: 'Two sources saw a different price.',
              sides: [
                { ...side, source: 'the feed', used: true },
                { ...side, source: 'an import', value: 2990, used: false },
              ],
            },
          ],
        })}
      />,
    );
    expect(screen.getByText(/39.90 by the feed, 20 Nov/)).toHaveTextContent('used');
    expect(screen.getByText(/29.90 by an import, 20 Nov/)).toHaveTextContent('not used');
  });
  test('what was put aside before, with the reason or its absence', () => {
    show(
      <Asides
        sheet={sheet({
          today: '2026-11-24',
          asides: [
            {
              kind: 'mark',
              sentence: 'You dropped it from a list',
              reason: 'too bulky',
              day: '2026-10-02',
              candidate: null,
            },
            { kind: 'candidate', sentence: 'The candidate “Rack” was dropped', reason: '', day: null, candidate: 3 },
          ],
        })}
      />,
    );
    expect(screen.getByText(/You dropped it from a list on 2 Oct: too bulky/)).toBeInTheDocument();
    expect(screen.getByText(/without a reason noted/)).toBeInTheDocument();
    expect(screen.getByRole('link')).toHaveAttribute('href', '/quayside/candidates/3');
  });
});

describe('the past as points', () => {
  const none = [null, null, null, null];
  const history = (change: Partial<History['days']> = {}): History => ({
    days: {
      day: ['2026-11-10', '2026-11-11', '2026-11-20', '2026-11-21'],
      price: [1000, 1000, 1200, 1200],
      rank: [5, null, 7, 8],
      units: [10, null, 8, 7],
      reviews: none,
      rating: none,
      sellers: none,
      stock: [40, 0, 0, 12],
      holder: [0, 0, 1, 1],
      ...change,
    },
    holders: ['Tarn', 'Weld'],
    marks: [
      { day: '2026-11-11', kind: 'empty', text: 'out of stock' },
      { day: '2026-11-20', kind: 'empty', text: 'out of stock' },
    ],
    months: [
      { month: '2025-11-01', price: 900, rank: 20, units: 152.1875, reviews: 3 },
      { month: '2026-10-01', price: 900, rank: 20, units: 304.375, reviews: 3 },
      { month: '2026-11-01', price: 900, rank: 20, units: 304.375, reviews: 3 },
    ],
  });
  test('months stand for what no day tells of; a gap breaks the line; revenue is units times price', () => {
    const points = pointsOf(history(), 'USD', '2026-01-01');
    expect(points.map((p) => p.at)).toEqual([
      epochDay('2026-10-15'),
      epochDay('2026-11-10'),
      epochDay('2026-11-11'),
      epochDay('2026-11-12'),
      epochDay('2026-11-20'),
      epochDay('2026-11-21'),
    ]);
    expect(points[0]).toMatchObject({ units: 10, price: 9, revenue: 90 });
    expect(points[1]).toMatchObject({ units: 10, price: 10, revenue: 100, stock: 40 });
    expect(points[2]).toMatchObject({ units: null, revenue: null });
    expect(points[3]).toMatchObject({ units: null, price: null });
  });
  test('days without stock, and holders of the main offer, are spans', () => {
    expect(emptySpans(history(), '0000')).toHaveLength(2);
    expect(holderSpans(history(), '0000').map((s) => [s.holder, s.to - s.from])).toEqual([
      ['Tarn', 1],
      ['Weld', 1],
    ]);
  });
  test('years over one another: the mean of each month, the latest year first', () => {
    const { points, lines } = yearsOver(history(), 'USD', 'units');
    expect(lines.map((l) => l.name)).toEqual(['2026', '2025']);
    expect(points[10]).toMatchObject({ y2025: 5, y2026: expect.closeTo(25 / 3, 9) });
    expect(points[9]).toMatchObject({ y2025: null, y2026: 10 });
  });
  test('listings compared share their days', () => {
    const points = pointsOf(history(), 'USD', '2026-11-01');
    const both = comparedPoints(
      [
        { code: 'A', points },
        { code: 'B', points: points.slice(0, 1) },
      ],
      'price',
    );
    expect(both[0]).toMatchObject({ A: 10, B: 10 });
    expect(both.at(-1)).toMatchObject({ A: 12, B: null });
  });
});

test('charts are put below each other in one picture with their captions', () => {
  document.body.innerHTML = `<div id="charts">
    <figure data-caption="Units"><svg class="recharts-surface" width="300" height="100"><path d="M0 0L9 9"/></svg></figure>
    <figure data-caption="Price"><svg data-chart width="300" height="100"><path d="M1 1L9 9"/></svg></figure></div>`;
  const svg = chartsAsSvg(document.getElementById('charts')!, 'Book press')!;
  expect([...svg.querySelectorAll(':scope > text')].map((t) => t.textContent)).toEqual([
    'Book press',
    'Units',
    'Price',
  ]);
  expect(svg.querySelectorAll('path')).toHaveLength(2);
  expect(chartsAsSvg(document.createElement('div'), 'none')).toBeNull();
});
