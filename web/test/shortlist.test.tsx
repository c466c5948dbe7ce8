// The shortlist as a place to decide: filters, side by side, one's means, the year's launches; answers held and evidence on a sheet.
import { beforeEach, describe, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Candidate } from '@kettle/contract/candidates';
import type { Launches } from '@kettle/contract/costing';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { withAmount } from '@kettle/core/costing/costing';
import { EMPTY_PLAN } from '@kettle/core/costing/launch';
import { NO_LAUNCH_YEAR } from '@kettle/core/documents/launch-year';
import { NO_MEANS, type OwnMeans } from '@kettle/core/documents/own-means';
import { withMeans } from '@kettle/core/score/own-means';
import { score } from '@kettle/core/score/scoresheet';
import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { ScoresheetTab } from '../src/capabilities/score/scoresheet-tab.tsx';
import { ScoresheetsPanel } from '../src/capabilities/score/scoresheets-panel.tsx';
import { Component as ShortlistPage } from '../src/capabilities/score/shortlist-page.tsx';
import { YearPanel } from '../src/capabilities/score/year-panel.tsx';
import { answering, show } from './render.tsx';
import { scoredCandidate } from './scored-fixture.ts';
import { sheet as listingSheet } from './sheet-fixture.ts';

beforeEach(() => {
  localStorage.clear();
  // Draws are tried by themselves.
  Object.assign(globalThis, { Worker: class { onmessage = null; postMessage(): void {} terminate(): void {} } }); // prettier-ignore
});

const scored = (
  id: number,
  part: Partial<ScoredCandidate>,
  units = 400,
  reviews = 60,
  means: OwnMeans = NO_MEANS,
): ScoredCandidate =>
  scoredCandidate(id, {
    score: score(withMeans(STARTER_SCORESHEET, means), {
      judged: {},
      measured: {
        units: { value: units, source: 'Estimate' },
        reviewsMedian: { value: reviews, source: 'Median' },
        outlay: { value: 600_000, source: 'Costing' },
      },
    }),
    units,
    reviewsMedian: reviews,
    ...part,
  });

const launch = (
  id: number,
  stage: string,
  unitCost: number,
  part: Partial<Launches['launches'][number]> = {},
): Launches['launches'][number] => {
  // prettier-ignore
  const given = listingSheet().costing;
  const sum = (of: number) => ({ kind: 'sum' as const, sum: of });
  const document = { ...withAmount(withAmount(given.document, 'freight', sum(100)), 'unit-cost', sum(unitCost)), firstOrder: 300, plan: EMPTY_PLAN }; // prettier-ignore
  return { id, name: `Idea ${id}`, stage, launchMonth: null, costing: { ...given, id, name: 'First', document, schedule: listingSheet().schedule }, price: 4109, category: 'Wool', weight: 400, sides: [100, 80, 60], units: { low: 150, likely: 200, high: 260 }, ...part }; // prettier-ignore
};

const answers = (rows: ScoredCandidate[], { means = NO_MEANS, launches = [] as Launches['launches'] } = {}) =>
  answering((method, path) => {
    if (method !== 'GET') return { version: 5, ok: true };
    if (path === '/api/scoresheet') return { id: 1, version: 7, inUse: true, document: STARTER_SCORESHEET };
    if (path === '/api/scoresheets') return [{ id: 1, name: 'First look', version: 7, inUse: true }];
    if (path.endsWith('/means')) return { document: means, version: 1 };
    if (path.endsWith('/launch-year')) return { document: { ...NO_LAUNCH_YEAR, purse: 2_000_000 }, version: 1 };
    if (path.endsWith('/launches')) return { day: '2026-11-24', launches };
    if (path.endsWith('/measures')) return { candidates: rows.map((r) => ({ id: r.id, name: r.name, values: { units: r.units }, shelf: { units: [5, 80] } })), catalogue: { units: [1, 5, 900] } }; // prettier-ignore
    if (path.endsWith('/reasons')) return [];
    if (path.endsWith('/score')) return rows[0];
    if (path.endsWith('/opinions')) return [];
    return rows;
  });

describe('the standing', () => {
  test('is filtered by stage and label, and places stay those among all', async () => {
    answers([scored(1, { stage: 'shortlisted' }), scored(2, { labels: ['wood'] }), scored(3, { stage: 'dropped' })]);
    const { router } = show(<ShortlistPage />);
    const table = await screen.findByRole('table', { name: 'Standing' });
    expect(within(table).getAllByRole('row')).toHaveLength(4);
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Label' }), 'wood');
    expect(within(table).getAllByRole('row')).toHaveLength(2);
    expect(within(table).getByRole('row', { name: /Idea 2/ })).toHaveTextContent(/^2/);
    expect(screen.getByText(/1 of 3 shown/)).toBeVisible();
    expect(router.state.location.search).toBe('?label=wood');
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Label' }), '');
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Stage' }), 'shortlisted');
    expect(within(table).getAllByRole('row')[1]).toHaveTextContent('Idea 1');
  });

  test('side by side begins with what differs, names what is alike, and compares those that are chosen', async () => {
    answers([
      scored(1, { worstGripe: 'Hinge breaks, 9 % of 80', cure: { text: 'Steel pin', decided: true } }, 400, 60),
      scored(2, { worstFlag: { label: 'heavy', reason: '' } }, 10, 60),
      scored(3, {}, 400, 900),
    ]);
    show(<ShortlistPage />);
    const table = await screen.findByRole('table', { name: 'Side by side' });
    const heads = () => within(table).getAllByRole('columnheader').map((h) => h.textContent); // prettier-ignore
    expect(heads().slice(2)).toEqual(['A Idea 1', 'B Idea 2', 'C Idea 3']);
    const lines = () => within(table).getAllByRole('rowheader').map((h) => h.textContent); // prettier-ignore
    // Units are worth more points between them than reviews.
    expect(lines()[0]).toBe('Units a month of the find');
    expect(lines()[1]).toBe('Review wall');
    expect(table).toHaveTextContent('● Steel pin');
    expect(within(table).getByRole('row', { name: /Against/ })).toHaveTextContent('heavy');
    expect(screen.getByText(/^Alike in: /)).toHaveTextContent('Can be made different');
    await userEvent.click(screen.getByRole('checkbox', { name: 'Compare Idea 2' }));
    expect(heads().slice(2)).toEqual(['A Idea 1', 'B Idea 3']);
    expect(lines()[0]).toBe('Review wall');
    await userEvent.click(screen.getByRole('checkbox', { name: 'Compare Idea 3' }));
    expect(screen.queryByRole('table', { name: 'Side by side' })).not.toBeInTheDocument();
  });

  test('one’s means are gates there, typed and kept, and said where nothing is typed', async () => {
    const asked = answers([scored(1, {}), scored(2, {})]);
    show(<ShortlistPage />);
    expect(await screen.findByText(/are not typed: they rule nothing out/)).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Your means' }));
    await userEvent.type(screen.getByRole('textbox', { name: /Money for one launch/ }), '5000');
    await waitFor(() => expect(asked.find((a) => a.method === 'PUT')).toMatchObject({ path: '/api/marketplaces/quayside/means', body: { version: 1, document: { purse: 500_000 } } })); // prettier-ignore
    expect(screen.getByText('at most 5,000 USD a launch: gates for every candidate.')).toBeVisible();
  });

  test('a candidate that does not fit the purse says so by the gate’s name', async () => {
    const means = { ...NO_MEANS, purse: 500_000 };
    answers([scored(1, {}, 400, 60, means), scored(2, {}, 400, 60, means)], { means });
    show(<ShortlistPage />);
    expect((await screen.findAllByText(/fails: Fits your purse/))[0]).toBeVisible();
  });
});

describe('the year’s launches', () => {
  const open = (launches: Launches['launches']) => {
    const asked = answers([], { launches });
    show(<YearPanel />);
    return asked;
  };
  test('are placed by money and hands, those that are chosen first; each month is one’s own to move', async () => {
    const asked = open([launch(1, 'chosen', 900), launch(2, 'found', 800)]);
    await userEvent.click(await screen.findByRole('button', { name: 'Place them by money and hands' }));
    await waitFor(() => expect(asked.filter((a) => a.method === 'PATCH')).toEqual([{ method: 'PATCH', path: '/api/candidates/1', body: { launchMonth: '2026-11' } }])); // prettier-ignore
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Idea 2: ordered in' }), 'Mar 2027');
    await waitFor(() => expect(asked.filter((a) => a.method === 'PATCH').at(-1)).toMatchObject({ path: '/api/candidates/2', body: { launchMonth: '2027-03' } })); // prettier-ignore
  });

  test('say when money runs out and when hands do, and stand beside the largest alone', async () => {
    open([1, 2, 3].map((id) => launch(id, 'chosen', 2800, { launchMonth: '2026-12' })));
    expect(await screen.findByText(/Money runs out in Mar 2027: .* are missing at the deepest/)).toBeVisible();
    expect(screen.getByText(/More than 2 at once from Dec 2026 on, for 6 months/)).toBeVisible();
    const beside = screen.getByRole('table', { name: 'Several beside one' });
    expect(within(beside).getAllByRole('row')).toHaveLength(3);
    expect(within(beside).getByRole('row', { name: /The largest alone/ })).toHaveTextContent('Idea 1');
  });

  test('a month outside the plan stays as it was typed, and is told to be', async () => {
    open([launch(1, 'chosen', 900, { launchMonth: '2030-01' })]);
    expect(await screen.findByRole('combobox', { name: 'Idea 1: ordered in' })).toHaveDisplayValue('Jan 2030, outside the plan'); // prettier-ignore
  });
});

describe('a candidate’s scoresheet', () => {
  const open = (part: Partial<ScoredCandidate>) => {
    const asked = answers([scored(1, part)]);
    show(<ScoresheetTab candidate={{ id: 1, name: 'Idea 1' } as Candidate} />);
    return asked;
  };
  test('a measured answer is held as it is, says so beside today’s, and is let go', async () => {
    const asked = open({ frozen: { reviewsMedian: { value: 60, day: '2026-11-10', today: 75 } } });
    await userEvent.click(await screen.findByRole('button', { name: 'Hold as it is: Units a month of the find' }));
    await waitFor(() => expect(asked.find((a) => a.method === 'PUT')).toMatchObject({ method: 'PUT', path: '/api/candidates/1/measured/units', body: { held: true } })); // prettier-ignore
    expect(screen.getByText(/held since 10 Nov; measured today: 75/)).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Let go: Median reviews of the line-up' }));
    await waitFor(() => expect(asked.some((a) => a.path.endsWith('/measured/reviewsMedian'))).toBe(true));
  });

  test('evidence is looked at: addresses lead out safely, pictures are shown, and one is put beside', async () => {
    const asked = open({
      answers: { 'no-patent': { choice: 'pass', evidence: 'see https://register.example/1?a=b and javascript:alert(1)', version: 2, day: '2026-11-20', by: null } }, // prettier-ignore
      pictures: { 'no-patent': [{ id: 9, name: 'hinge.png', day: '2026-11-20' }] },
    });
    const link = await screen.findByRole('link', { name: 'https://register.example/1?a=b' });
    expect(link).toHaveAttribute('rel', expect.stringContaining('noopener'));
    expect(screen.queryByRole('link', { name: /javascript/ })).not.toBeInTheDocument();
    expect(screen.getByRole('img', { name: 'Evidence: hinge.png' })).toHaveAttribute('src', '/api/evidence/9');
    await userEvent.click(screen.getByRole('button', { name: 'Remove the picture hinge.png' }));
    await waitFor(() =>
      expect(asked.find((a) => a.method === 'DELETE')).toMatchObject({
        method: 'DELETE',
        path: '/api/candidates/1/evidence/9',
      }),
    );
  });
});

test('a scoresheet is brought in from its open format; what is none is told and nothing sent', async () => {
  const asked = answers([]);
  show(<ScoresheetsPanel />);
  const field = await screen.findByLabelText('Bring a scoresheet in (JSON)');
  await userEvent.upload(field, new File(['{ no'], 'sheet.json', { type: 'application/json' }));
  expect(await screen.findByText(/sheet.json is no JSON/)).toBeVisible();
  await userEvent.upload(field, new File([JSON.stringify({ ...STARTER_SCORESHEET, name: 'Theirs' })], 'sheet.json', { type: 'application/json' })); // prettier-ignore
  expect(await screen.findByText(/“Theirs” is beside the others now/)).toBeVisible();
  expect(asked.filter((a) => a.method === 'POST').map((a) => a.path)).toEqual(['/api/scoresheets']);
});
