import { beforeEach, describe, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Positions, WatchChart, WatchedListing } from '@kettle/contract/watch';
import { STARTER_PLAN } from '@kettle/core/changes/watch-plan';
import { addDays } from '@kettle/core/measures/day';
import { Component as WatchedPage } from '../src/capabilities/watch/watched-page.tsx';
import { SeveralChart } from '../src/capabilities/watch/several-chart.tsx';
import { PlacesTable } from '../src/capabilities/watch/places-table.tsx';
import { RunsPanel } from '../src/capabilities/watch/runs-panel.tsx';
import { useWatched } from '../src/capabilities/watch/use-watched.ts';
import { BulkBar } from '../src/capabilities/watch/bulk-bar.tsx';
import { answering, quayside, show } from './render.tsx';

beforeEach(() => localStorage.clear());
const { today } = quayside;

const figures = { day: today, units: 300, low: 240, high: 380, price: 2000, reviews: 40, rating: 4.4, sellers: 1 };
const listing = (code: string, part: Partial<WatchedListing> = {}): WatchedListing => ({
  code,
  title: `Press ${code}`,
  brand: 'Tern',
  category: 'Presses',
  since: addDays(today, -40),
  group: null,
  labels: [],
  family: false,
  lastReading: today,
  stale: false,
  readings: 40,
  rank: 100,
  stock: 20,
  now: figures,
  then: figures,
  between: { times: 1, season: 1, beyond: 1, withinDoubt: true, causes: [] },
  course: Array.from({ length: 60 }, () => 5),
  candidates: [],
  ...part,
});
const LISTINGS = [listing('QS1', { group: 2, labels: ['rival'] }), listing('QS2', { group: 2 }), listing('QS3', { stale: true })]; // prettier-ignore
const groups = [{ id: 2, name: 'Presses', rules: null, version: 5, listings: 2 }];
const morning = { since: addDays(today, -7), today, watched: 3, listings: [], groups: [], stale: [], due: [], met: [] };
/** Answers by the end of the path. */
const world = (more: (method: string, path: string, body: unknown) => unknown = () => undefined) =>
  answering((method, path, body) => {
    const special = more(method, path, body);
    if (special !== undefined) return special;
    if (path.includes('/watch/morning')) return morning;
    if (path.endsWith('/watch/groups')) return groups;
    if (path.endsWith('/watch')) return LISTINGS;
    return [];
  });

test('groups and labels narrow what is looked at, and stand in the address', async () => {
  world();
  const { router } = show(<WatchedPage />, '/quayside/watched/news');
  await userEvent.click(await screen.findByRole('button', { name: /^Presses \(2\)/ }));
  expect(router.state.location.search).toBe('?group=2');
  await waitFor(() => expect(screen.getByText(/^2 watched listings: nothing beyond your rules/)).toBeInTheDocument());
  await userEvent.click(screen.getByRole('button', { name: /^Label: rival/ }));
  expect(router.state.location.search).toBe('?label=rival');
  expect(await screen.findByText(/^1 watched listing: nothing beyond your rules/)).toBeInTheDocument();
  // On a narrow screen, as this one, what is new stands first.
  await userEvent.click(screen.getByRole('button', { name: 'Add listings' }));
  expect(screen.getByText('Add listings labelled rival')).toBeInTheDocument();
});

test('small lines of a group stand on one scale, with gaps as gaps', async () => {
  world((_, path) =>
    path.endsWith('/watch')
      ? [listing('QS1', { course: [2, null, 4, 8] }), listing('QS2', { course: [1, 1, 1, 1] })]
      : undefined,
  );
  show(<WatchedPage />, '/quayside/watched/news');
  const cards = within(await screen.findByRole('region', { name: 'All, one scale' })).getAllByRole('listitem');
  const path = (i: number): string => cards[i]!.querySelector('path')!.getAttribute('d')!;
  expect(path(0).match(/M/g)).toHaveLength(2);
  // Eight is the top of both; one of eight lies near the ground.
  const heights = (d: string): number[] => [...d.matchAll(/ ([\d.]+)/g)].map((m) => Number(m[1]));
  expect(Math.min(...heights(path(0)))).toBe(4);
  expect(Math.min(...heights(path(1)))).toBeGreaterThan(40);
});

describe('many at once', () => {
  const Bar = ({ codes }: { codes: readonly string[] }) => {
    const watched = useWatched();
    return <BulkBar watched={watched} chosen={watched.shown.filter((w) => codes.includes(w.code))} onAll={() => {}} onDone={() => {}} />; // prettier-ignore
  };
  test('go into a group, get a label, are stopped, each with a way back', async () => {
    const before = [{ code: 'QS1', since: today, group: null, labels: [], then: null }];
    const asked = world((method, path) =>
      method === 'POST' && path.endsWith('/change') ? { before } : path.endsWith('/restore') ? { ok: true } : undefined,
    );
    show(<Bar codes={['QS1', 'QS3']} />);
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'Put into a group' }), 'Presses');
    expect(await screen.findByText('2 listings put into Presses.')).toBeInTheDocument();
    expect(asked.at(-1)).toBeDefined();
    const changes = (): unknown[] => asked.filter((a) => a.path.endsWith('/change')).map((a) => a.body);
    await userEvent.type(screen.getByRole('textbox', { name: 'Label' }), 'weak page{Enter}');
    await waitFor(() => expect(changes()).toHaveLength(2));
    await userEvent.click(screen.getByRole('button', { name: 'Take the label rival off' }));
    await userEvent.click(screen.getByRole('button', { name: 'Stop watching' }));
    await waitFor(() => expect(changes()).toHaveLength(4));
    const codes = ['QS1', 'QS3'];
    expect(changes()).toEqual([{ codes, group: 2 }, { codes, add: ['weak page'] }, { codes, remove: ['rival'] }, { codes, stop: true }]); // prettier-ignore
    await userEvent.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(asked.find((a) => a.path.endsWith('/restore'))!.body).toEqual({ states: before }));
  });
});

describe('places for terms', () => {
  const place = (code: string, now: number | null, over7: object | null) =>
    ({ code, readings: 20, last: today, now, paidNow: null, typical: 4, best: 2, worst: 9, onPage: 0.9, inFirstRows: 0.5, paid: 0, over7, over28: null, course: [4, null, 3] }); // prettier-ignore
  const reply = {
    listings: LISTINGS.map(({ code, title }) => ({ code, title })),
    terms: [
      { id: 1, term: 'book press', searches: 4000, chosen: true, places: [place('QS1', 3, { how: 'moved', by: 4 }), place('QS2', null, { how: 'left' })] }, // prettier-ignore
      { id: 2, term: 'oak press', searches: 40, chosen: false, places: [place('QS1', 9, { how: 'moved', by: -2 })] },
    ],
  } as Positions;
  const Places = () => <PlacesTable watched={useWatched()} />;
  test('beside each other or of one, moves in words, terms hardly searched faded', async () => {
    world((_, path) => (path.includes('/positions') ? reply : undefined));
    show(<Places />);
    const table = await screen.findByRole('table', { name: 'Places of several listings' });
    expect(within(table).getByRole('row', { name: /book press/ })).toHaveTextContent(/up 4.*left/);
    expect(within(table).getByRole('row', { name: /oak press/ })).toHaveAttribute('data-look', 'quiet');
    expect(screen.getByText(/a smaller number is better/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Only terms kept for a candidate' }));
    expect(within(table).queryByRole('row', { name: /oak press/ })).not.toBeInTheDocument();
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Show' }), 'QS1');
    const one = await screen.findByRole('table', { name: 'Places of one listing' });
    expect(within(one).getByRole('row', { name: /book press/ })).toHaveTextContent(/3.*4.*2.*9.*90 %.*50 %/);
  });
});

describe('the daily reading', () => {
  const Runs = () => <RunsPanel watched={useWatched()} />;
  test('the log tells how each day went, late readings and days without a run; rules are kept as typed', async () => {
    const run = (id: number, ago: number, read: number, tried: number) =>
      ({ id, day: addDays(today, -ago), asked: 'daily', state: read === 4 ? 'done' : 'short', listings: 4, read, readings: read, tries: [{ at: '', read: tried, missed: 4 - tried, message: `${tried} of 4 listings read.` }], nextTry: null }); // prettier-ignore
    const asked = world((method, path) => {
      if (path.endsWith('/runs')) return { runs: [run(3, 0, 4, 3), run(2, 4, 2, 2)], next: 'tomorrow at 06:00' };
      if (path.endsWith('/plan')) return method === 'PUT' ? { version: 9 } : { plan: STARTER_PLAN, version: 8 };
      return undefined;
    });
    show(<Runs />);
    const table = await screen.findByRole('table', { name: 'Daily readings' });
    expect(within(table).getByText(/1 came later/)).toBeInTheDocument();
    expect(within(table).getByText('3 days without a run')).toBeInTheDocument();
    expect(screen.getByText('The next one comes tomorrow at 06:00.')).toBeInTheDocument();
    const price = screen.getByRole('textbox', { name: 'A price that moved by' });
    expect(price).toHaveValue('5');
    await userEvent.clear(price);
    await userEvent.type(price, '12{Enter}');
    await userEvent.click(screen.getByRole('checkbox', { name: 'page changed' }));
    await waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
    const last = asked.filter((a) => a.method === 'PUT').at(-1)!.body;
    expect(last).toMatchObject({ version: 8, plan: { rules: { price: 0.12 } } });
  });
});

test('several listings side by side as 100 on a day; out of stock is told, another day offered where one was not read', async () => {
  const days = Array.from({ length: 20 }, (_, i) => addDays(today, i - 19));
  const series = (code: string, first: number | null) =>
    ({ code, title: `Press ${code}`, brand: '', units: days.map((_, i) => (i < 10 ? first : 6)), price: days.map(() => 2000), rank: days.map(() => 9), reviews: days.map(() => 1), empty: code === 'QS2' ? [3, 4] : [] }); // prettier-ignore
  const chart: WatchChart = { days, listings: [series('QS1', 3), series('QS2', null)], events: [] };
  world((_, path) => (path.includes('/chart') ? chart : undefined));
  const Chart = () => <SeveralChart watched={useWatched()} />;
  const { router } = show(<Chart />, `/quayside/watched/chart?pick=QS1,QS2&as=index&on=${days[1]}`);
  expect(await screen.findByText(/Not read within a week of .*: QS2/)).toBeInTheDocument();
  expect(screen.getByText(/out of stock on 2 days/)).toBeInTheDocument();
  await userEvent.click(screen.getByRole('button', { name: 'As a table' }));
  const table = screen.getByRole('table', { name: /Units a day by rank, .* = 100/ });
  expect(within(table).getAllByRole('row')[1]).toHaveTextContent('200.0');
  await userEvent.click(screen.getByRole('button', { name: 'Take QS2 out of the chart' }));
  expect(router.state.location.search).toContain('pick=QS1&');
});
