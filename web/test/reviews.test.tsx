import { describe, expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type {
  Candidate,
  Evidence,
  KeptBrief,
  KeptCorrections,
  MinedReviews,
  ReadingCompared,
  Theme,
} from '@kettle/contract/candidates';
import type { Correction } from '@kettle/core/documents/corrections';
import { agreementInWords } from '../src/capabilities/reviews/corrections-panel.tsx';
import { inWords } from '../src/capabilities/reviews/correcting.ts';
import { ReviewsTab } from '../src/capabilities/reviews/reviews-tab.tsx';
import { chanceOf, markedIn, signed } from '../src/capabilities/reviews/words.ts';
import { answering, show } from './render.tsx';

const course = {
  recent: { hits: 2, of: 14 },
  before: { hits: 18, of: 34 },
  difference: null,
  p: 0.02,
  moved: 'falling' as const,
};
const theme = (change: Partial<Theme>): Theme => ({
  key: 'gripe/holds/clamp',
  name: 'Clamp does not hold',
  kind: 'gripe',
  concept: 'holds',
  part: 'clamp',
  about: 'product',
  says: ['slips'],
  reviews: 20,
  share: 0.4,
  interval: { low: 0.28, high: 0.54 },
  starPull: { value: -1.5, low: -2, high: -1 },
  against: 3,
  byListing: [{ listing: 1, reviews: 20, of: 48, moved: 'falling', p: 0.02, changed: null }],
  course,
  thin: false,
  ...change,
});
const mined: MinedReviews = {
  job: null,
  unread: 0,
  listings: [{ id: 1, code: 'QS1', title: 'Press', texts: 48 }],
  all: 52,
  withText: 48,
  otherLanguage: 1,
  copies: 2,
  noText: 1,
  matching: 48,
  stars: [20, 4, 4, 10, 10],
  themes: [
    theme({}),
    theme({
      key: 'praise/looks/',
      name: 'Looks good',
      kind: 'praise',
      concept: 'looks',
      part: null,
      reviews: 25,
      against: 0,
    }),
    theme({
      key: 'gripe/picture/',
      name: 'Not as pictured',
      concept: 'picture',
      part: null,
      about: 'page',
      reviews: 4,
      thin: true,
    }),
  ],
};
const said = (review: number, sentence: string): Evidence => ({
  review,
  listing: 1,
  stars: 2,
  title: 'Hm',
  body: `Well. ${sentence} Pity.`,
  day: '2026-10-01',
  verified: true,
  helpful: 3,
  sentence,
  words: 'slips',
});
const evidence = [said(1, 'The clamp slips off.'), said(2, 'It slips.')];

const HOLDS = { kind: 'gripe', concept: 'holds', part: 'clamp' } as const;
const compared: ReadingCompared = {
  both: 4,
  kappa: { value: 0.5, interval: { low: 0, high: 1 }, agreed: 0.75, of: 4 },
  differences: [{ sentence: 'it slips', theme: HOLDS, mine: HOLDS, theirs: null }],
};

const words = [
  { words: 'slips off', reviews: 12, low: 12, high: 0, z: 3.1 },
  { words: 'sturdy', reviews: 20, low: 1, high: 19, z: -2.4 },
];

const facets = [
  {
    facet: 'who',
    value: 'children',
    reviews: 12,
    share: 0.25,
    interval: { low: 0.15, high: 0.39 },
    stars: 4.2,
    said: ['For my son.'],
  },
  {
    facet: 'who',
    value: 'friends',
    reviews: 1,
    share: 0.02,
    interval: { low: 0, high: 0.1 },
    stars: 5,
    said: ['A friend.'],
  },
];

const open = (corrections: Correction[] = []) => {
  let kept: KeptBrief = { document: { format: 'cold-kettle/brief', lines: [] }, version: 0 };
  let read: KeptCorrections = { document: { format: 'cold-kettle/corrections', corrections }, version: 0 };
  const asked = answering((method, path, body) => {
    if (path.includes('/reviews/evidence')) return { evidence };
    if (path.includes('/reviews/words')) return { matching: 48, words, facets };
    if (path.endsWith('/brief') && method === 'PUT') {
      kept = { ...(body as KeptBrief), version: kept.version + 1 };
      return { version: kept.version };
    }
    if (path.endsWith('/corrections/compare')) return compared;
    if (path.endsWith('/corrections') && method === 'PUT') {
      read = { ...(body as KeptCorrections), version: read.version + 1 };
      return { version: read.version };
    }
    if (path.endsWith('/corrections')) return { ...read, category: { id: 7, name: 'Presses', candidates: 2 } };
    return path.endsWith('/brief') ? kept : mined;
  });
  show(<ReviewsTab candidate={{ id: 1, name: 'Press' } as Candidate} />);
  return { asked, kept: () => kept, said: () => read.document.corrections };
};

describe('what reviews say', () => {
  test('themes with their marks, the other side and what is not the product’s; the sentences with their words marked', async () => {
    open();
    const table = await screen.findByRole('table', { name: 'Themes' });
    const [, clamp, looks, picture] = within(table).getAllByRole('row');
    expect(clamp).toHaveTextContent(/gripe: Clamp does not hold−1.5.*40 % \(20\)●praise: 3.*↘ falling/);
    expect(looks).toHaveTextContent('praise: Looks good');
    expect(picture).toHaveTextContent('Not as pictured · page ▲ thin');
    expect(await screen.findAllByText('slips', { selector: 'mark' })).toHaveLength(2);
    expect(
      screen.getByText(/2 of 14 in the last 180 days, 18 of 34 before; chance alone does that in 2 %/),
    ).toBeVisible();
  });
  test('n opens one review after another, p goes back', async () => {
    open();
    const sentences = await within(await screen.findByRole('list', { name: 'Sentences' })).findAllByRole('button');
    await userEvent.keyboard('nn');
    expect(sentences.map((s) => s.getAttribute('aria-expanded'))).toEqual(['false', 'true']);
    expect(screen.getByText(/Well\. It slips\. Pity\./)).toBeVisible();
    await userEvent.keyboard('p');
    expect(sentences.map((s) => s.getAttribute('aria-expanded'))).toEqual(['true', 'false']);
  });
  test('what is about the page alone, and the order by stars', async () => {
    open();
    await userEvent.selectOptions(await screen.findByRole('combobox', { name: 'What it is about' }), 'The page');
    await waitFor(() =>
      expect(within(screen.getByRole('table', { name: 'Themes' })).getAllByRole('row')).toHaveLength(2),
    );
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'What it is about' }), 'About anything');
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Order' }), 'Most said first');
    await waitFor(() =>
      expect(within(screen.getByRole('table', { name: 'Themes' })).getAllByRole('button')[0]).toHaveTextContent(
        'Looks good',
      ),
    );
  });
  test('words by their stars; one that is chosen becomes a filter', async () => {
    const { asked } = open();
    await userEvent.click(await screen.findByRole('button', { name: 'Words' }));
    expect(await screen.findByRole('table', { name: 'Words of low stars' })).toHaveTextContent('slips off12120−3.1');
    expect(screen.getByRole('table', { name: 'Words of high stars' })).toHaveTextContent('sturdy20119+2.4');
    expect(screen.getByText(/^children 25 %/)).toHaveTextContent('children 25 % (15 %–39 %; 12 reviews, 4.2 stars)');
    expect(screen.getByText('now and then: friends')).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'slips off' }));
    await waitFor(() => expect(asked.some((a) => decodeURIComponent(a.path).includes('words="slips'))).toBe(true));
  });
  test('a theme becomes a point of the brief, which is kept as it is typed', async () => {
    const { kept } = open();
    await userEvent.click(await screen.findByRole('button', { name: 'Put in brief' }));
    expect(await screen.findByRole('button', { name: '✓ In brief' })).toBeDisabled();
    await userEvent.click(screen.getByRole('button', { name: 'Maker’s brief (1)' }));
    const point = within(await screen.findByRole('list', { name: 'Points' })).getByRole('listitem');
    expect(within(point).getByText(/20 of 48 reviews \(40 %\)/)).toBeVisible();
    await userEvent.type(within(point).getByRole('textbox', { name: 'By how much' }), '2 kg');
    await waitFor(() => expect(kept().document.lines[0]).toMatchObject({ key: 'gripe/holds/clamp', amount: '2 kg' }));
    await userEvent.click(screen.getByRole('button', { name: 'Remove point 1' }));
    await waitFor(() => expect(kept().document.lines).toEqual([]));
  });
});

describe('corrections', () => {
  const sentences = async () => within(await screen.findByRole('list', { name: 'Sentences' })).findAllByRole('button');
  test('r says right and goes on to the next, w says wrong; how often it was right is told; Ctrl+Z takes the last back', async () => {
    const { said } = open();
    await sentences();
    await userEvent.keyboard('nrw');
    expect(await screen.findByText(/You judged 2 of its sentences: 1 right \(9 %–91 %/)).toBeVisible();
    expect(screen.getByText('✓ right')).toBeVisible();
    await waitFor(() =>
      expect(said()).toEqual([
        { do: 'right', sentence: 'the clamp slips off', theme: HOLDS },
        { do: 'move', sentence: 'it slips', theme: HOLDS, into: null },
      ]),
    );
    await userEvent.keyboard('{Control>}z{/Control}');
    await waitFor(() => expect(said()).toEqual([]));
  });
  test('b says where it belongs, of all that are marked: a theme that there is, or a new one by its name', async () => {
    const { said } = open();
    await sentences();
    await userEvent.keyboard('nmnmb');
    const field = await screen.findByRole('textbox', { name: 'Find a theme, or name a new one' });
    await userEvent.type(field, 'Slides');
    await userEvent.click(screen.getByRole('button', { name: 'New gripe: “Slides”' }));
    const into = { kind: 'gripe', concept: 'own:Slides', part: null };
    await waitFor(() => expect(said().map((c) => 'into' in c && c.into)).toEqual([into, into]));
  });
  test('a theme is named, put to another, parted by words and left out', async () => {
    const { said } = open();
    await sentences();
    await userEvent.click(screen.getByRole('button', { name: 'Call it …' }));
    const name = screen.getByRole('textbox', { name: 'What it is called' });
    await userEvent.clear(name);
    await userEvent.type(name, 'Lets go{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'All belongs to …' }));
    await userEvent.type(await screen.findByRole('textbox', { name: /Find a theme/ }), 'not as pict');
    await userEvent.click(screen.getByRole('button', { name: /^gripe: ?Not as pictured$/ }));
    await userEvent.click(screen.getByRole('button', { name: 'Part it by words …' }));
    await userEvent.click(screen.getByRole('button', { name: 'belong to …' }));
    await userEvent.type(await screen.findByRole('textbox', { name: /Find a theme/ }), 'wet');
    await userEvent.click(screen.getByRole('button', { name: 'New wish: “wet”' }));
    await userEvent.click(screen.getByRole('button', { name: 'Leave it out' }));
    await waitFor(() =>
      expect(said()).toEqual([
        { do: 'name', theme: HOLDS, name: 'Lets go' },
        { do: 'merge', theme: HOLDS, into: { kind: 'gripe', concept: 'picture', part: null } },
        { do: 'split', theme: HOLDS, phrase: 'slips', into: { kind: 'wish', concept: 'own:wet', part: null } },
        { do: 'merge', theme: HOLDS, into: null },
      ]),
    );
  });
  test('all that was said stands in a list and is taken back one by one; a phrase and a part are said there', async () => {
    const { said } = open([{ do: 'name', theme: HOLDS, name: 'Lets go' }]);
    await userEvent.click(await screen.findByRole('button', { name: 'Corrections (1)' }));
    expect(await screen.findByText(/They hold for all reviews in “Presses” \(2 candidates\)/)).toBeVisible();
    await userEvent.type(screen.getByRole('textbox', { name: 'Name of a part' }), 'Clip');
    await userEvent.type(screen.getByRole('textbox', { name: 'Its other name' }), 'clamp');
    await userEvent.click(screen.getByRole('button', { name: 'Say so' }));
    await userEvent.type(screen.getByRole('textbox', { name: 'Words of a sentence' }), 'squirrel');
    await userEvent.click(screen.getByRole('button', { name: /choose or name a theme/ }));
    await userEvent.type(await screen.findByRole('textbox', { name: /Find a theme/ }), 'Squirrels');
    await userEvent.click(screen.getByRole('button', { name: 'New gripe: “Squirrels”' }));
    const list = screen.getByRole('list', { name: 'Corrections made' });
    expect(
      within(list)
        .getAllByRole('listitem')
        .map((l) => l.textContent),
    ).toEqual([
      'Any sentence with “squirrel”: “Squirrels”',
      '“clip” is called “clamp”',
      '“Clamp does not hold” is called “Lets go”',
    ]);
    await userEvent.click(within(list).getByRole('button', { name: /Take back: “clip”/ }));
    await waitFor(() => expect(said().map((c) => c.do)).toEqual(['name', 'phrase']));
  });
  test('a colleague’s file is compared, differences first; theirs is taken one by one; what is no JSON is said', async () => {
    const { said } = open([{ do: 'right', sentence: 'it slips', theme: HOLDS }]);
    await userEvent.click(await screen.findByRole('button', { name: 'Corrections (1)' }));
    const field = await screen.findByLabelText('A colleague’s corrections');
    await userEvent.upload(field, new File(['no'], 'odd.json', { type: 'application/json' }));
    expect(await screen.findByText('“odd.json” is no JSON.')).toBeVisible();
    const theirs = JSON.stringify({ format: 'cold-kettle/corrections', corrections: [] });
    await userEvent.upload(field, new File([theirs], 'hers.json', { type: 'application/json' }));
    expect(await screen.findByText(/4 sentences were judged by both, 75 % alike.*0\.5 \(Cohen’s kappa/)).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Take theirs' }));
    await waitFor(() => expect(said()).toEqual([{ do: 'move', sentence: 'it slips', theme: HOLDS, into: null }]));
  });
  test('in words', () => {
    expect(inWords({ do: 'split', theme: HOLDS, phrase: 'wet', into: null }, new Map())).toBe(
      '“Clamp does not hold” with “wet”: left out',
    );
    expect(agreementInWords({ both: 2, kappa: null, differences: [] })).toMatch(/chance cannot be told/);
  });
});

test.each([
  ['The Lid leaks.', 'leaks', ['The Lid ', 'leaks', '.']],
  ["It doesn't hold.", 'does not hold', ["It doesn't hold.", '', '']],
  ['No words.', null, ['No words.', '', '']],
])('words are marked where they stand: %s', (sentence, words, pieces) =>
  expect(markedIn(sentence, words)).toEqual(pieces),
);
test('signs and chances in words', () => {
  expect([signed(-1.24), signed(0.5), chanceOf(0.0004), chanceOf(0.02)]).toEqual([
    '−1.2',
    '+0.5',
    'less than 1 %',
    '2 %',
  ]);
});
