import { beforeEach, describe, expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { CandidateBrief } from '@kettle/contract/candidates';
import type { Morning as MorningReply } from '@kettle/contract/watch';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { addDays } from '@kettle/core/measures/day';
import { CandidatesTable } from '../src/capabilities/candidates/candidates-table.tsx';
import { Morning } from '../src/capabilities/watch/morning.tsx';
import { useWatched } from '../src/capabilities/watch/use-watched.ts';
import { answering, quayside, show } from './render.tsx';
import { scoredCandidate } from './scored-fixture.ts';

beforeEach(() => localStorage.clear());
const { today } = quayside;

const listing = (
  code: string,
  part: Partial<MorningReply['listings'][number]> = {},
): MorningReply['listings'][number] => ({
  code,
  title: `Press ${code}`,
  brand: 'Tern',
  group: null,
  labels: [],
  candidates: [],
  news: [{ kind: 'price', before: 2000, now: 1800, day: today, weight: 4 }],
  weight: 4,
  days: [{ day: today, price: 1800, units: 4.2 }],
  ...part,
});
const reply = (part: Partial<MorningReply>): MorningReply => ({
  since: addDays(today, -7),
  today,
  watched: 40,
  listings: [],
  groups: [],
  stale: [],
  due: [],
  met: [],
  ...part,
});

const News = () => <Morning watched={useWatched()} />;
/** The list and the groups are empty; what is new is as said. */
const withNews = (part: Partial<MorningReply>) =>
  answering((_, path) => (path.includes('/morning') ? reply(part) : []));

describe('what is new', () => {
  test('each change in words with its day and what it means; the rest is said to be quiet', async () => {
    const asked = withNews({
      listings: [
        listing('QS1', { candidates: [{ id: 3, name: 'Folding press' }] }),
        listing('QS2', {
          news: [{ kind: 'level', of: 'units', times: 1.4, days: 9, day: addDays(today, -9), weight: 3 }],
        }),
      ],
      stale: [
        { code: 'QS9', title: 'Old one', brand: '', group: null, labels: [], candidates: [], last: addDays(today, -3) },
      ],
      groups: [{ id: 2, name: 'Presses', listings: 6, day: addDays(today, -14), times: 1.31, days: 14 }],
      due: [{ id: 3, name: 'Folding press', day: today }],
      met: [{ id: 4, name: 'Lamp', weeks: 5, wait: { measure: 'units', is: 'above', value: 300, weeks: 4 } }],
    });
    show(<News />);
    const table = await screen.findByRole('table', { name: 'What is new' });
    expect(within(table).getByText(/price 20.00 → 18.00/)).toBeInTheDocument();
    expect(within(table).getByText(/sells 40 % more than before, for 9 days read/)).toBeInTheDocument();
    expect(within(table).getByText('on a higher level:')).toBeInTheDocument();
    expect(screen.getByText(/^38 others: nothing beyond/)).toBeInTheDocument();
    expect(screen.getByText(/1 not read up to today/)).toHaveTextContent('Old one');
    expect(screen.getByText(/as a group sells 31 % more than its season/)).toHaveTextContent('Presses');
    expect(screen.getByText(/Look again, as you wished/)).toHaveTextContent('Folding press');
    expect(screen.getByText(/you waited until units a month hold above 300 for 4 weeks/)).toHaveTextContent(
      'it has for 5 weeks',
    );
    // At the first look there is no last one.
    expect(asked.find((a) => a.path.includes('/morning'))!.path).toContain(`since=${addDays(today, -7)}`);
    await userEvent.click(screen.getByRole('button', { name: 'I have seen it' }));
    await waitFor(() => expect(asked.at(-1)!.path).toContain(`since=${today}`));
    expect(screen.getByRole('combobox', { name: /^Tell me of/ })).toHaveDisplayValue(/since I was last here/);
  });

  test('many are folded; without a watched listing there is nothing to say', async () => {
    withNews({ listings: Array.from({ length: 20 }, (_, i) => listing(`Q${i}`)) });
    show(<News />);
    const table = await screen.findByRole('table', { name: 'What is new' });
    expect(within(table).getAllByRole('row')).toHaveLength(13);
    await userEvent.click(screen.getByRole('button', { name: 'All 20' }));
    expect(within(table).getAllByRole('row')).toHaveLength(21);
  });
});

describe('candidates', () => {
  const candidate = (id: number, part: Partial<CandidateBrief> = {}): CandidateBrief => ({
    id,
    name: `Idea ${id}`,
    stage: 'watched',
    anchorCode: `QS${id}`,
    listings: 5,
    watchedSince: addDays(today, -40),
    lookAgainOn: null,
    madeOn: addDays(today, -50),
    ...part,
  });
  const scored = (id: number, part: Partial<ScoredCandidate> = {}): ScoredCandidate =>
    scoredCandidate(id, { weeksWatched: 5.7, thenUnits: 300, thenPrice: 2100, ...part });

  test('say what is next, what is in the way first, and are narrowed by stage', async () => {
    answering(() => [
      scored(1, { worstFlag: { label: 'breakable', reason: '“glass” in its title' } }),
      scored(2, { profit: null }),
      scored(3, { unread: { listings: 2, oldest: addDays(today, -9) } }),
      scored(4, { dropReason: 'Too heavy.' }),
    ]);
    show(
      <CandidatesTable
        candidates={[
          candidate(1),
          candidate(2),
          candidate(3, { stage: 'found', lookAgainOn: addDays(today, -2) }),
          candidate(4, { stage: 'dropped' }),
        ]}
      />,
    );
    expect(await screen.findByRole('link', { name: /look again, due 2 days ago/ })).toHaveAttribute(
      'href',
      '/quayside/candidates/3/readings',
    );
    const names = (): string[] => screen.getAllByRole('link', { name: /^Idea/ }).map((l) => l.textContent);
    expect(names()).toEqual(['Idea 3', 'Idea 1', 'Idea 2', 'Idea 4']);
    expect(screen.getByText('breakable')).toBeInTheDocument();
    expect(screen.getByText(/stale: 2 not read since/)).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'type what it costs' })).toHaveAttribute(
      'href',
      '/quayside/candidates/2/costing',
    );
    expect(screen.getByText('dropped: Too heavy.')).toBeInTheDocument();
    expect(screen.getAllByText('300 → 320')).toHaveLength(4);
    await userEvent.click(screen.getByRole('button', { name: 'watched (2)' }));
    expect(names()).toEqual(['Idea 1', 'Idea 2']);
    await userEvent.click(screen.getByRole('button', { name: 'All (4)' }));
    expect(names()).toHaveLength(4);
  });
});
