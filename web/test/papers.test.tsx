// The draft of a page, what is to be done before an order, and opinions that came back, as they are worked with.
import { beforeEach, describe, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Candidate } from '@kettle/contract/candidates';
import type { KeptOpinion, PageFacts, SuggestedPage } from '@kettle/contract/papers';
import type { BeforeOrder } from '@kettle/core/documents/before-order';
import { NO_DRAFT, STARTER_PAGE_LIMITS, type PageDraft } from '@kettle/core/documents/page-draft';
import BeforeOrderTab from '../src/capabilities/papers/before-order-tab.tsx';
import { OpinionsPanel } from '../src/capabilities/papers/opinions-panel.tsx';
import PageTab from '../src/capabilities/papers/page-tab.tsx';
import { answering, show } from './render.tsx';

beforeEach(() => localStorage.clear());
const candidate = { id: 7, name: 'Press', marketplace: 'quayside', lineUp: [] } as unknown as Candidate;

describe('the draft of the page', () => {
  const facts: PageFacts = {
    limits: { ...STARTER_PAGE_LIMITS, title: 20 },
    ownLimits: false,
    limitsVersion: 1,
    terms: [{ term: 'folding book press', searches: 900 }, { term: 'nipping press', searches: 100 }], // prettier-ignore
    fromBasket: true,
    brandTerms: ['oakumble press'],
    points: [{ key: 'gripe/breaks/hinge', title: 'Hinge breaks', kind: 'gripe', concept: 'breaks', part: 'hinge', share: 0.12, taken: true, change: '', amount: '', page: '' }], // prettier-ignore
    brands: ['Oakumble'],
  };
  const proposal: SuggestedPage = {
    title: { text: 'Folding press', from: 'Most searched term' },
    bullets: [{ text: 'Hinge of steel, riveted.', from: 'Maker’s brief: Hinge breaks' }],
    description: [],
    words: { text: 'nipping', from: 'left over' },
    pictures: [],
  };
  const open = (document: Partial<PageDraft> = {}, put: unknown = { version: 4 }) => {
    const asked = answering((method, path) => {
      if (path.endsWith('/facts')) return facts;
      if (path.endsWith('/suggestions')) return proposal;
      if (method === 'PUT') return put;
      return { document: { ...NO_DRAFT, ...document }, version: 3 };
    });
    show(<PageTab candidate={candidate} />);
    return asked;
  };
  const term = (name: string) => within(screen.getByRole('table', { name: 'Terms on the page' })).getByRole('row', { name: new RegExp(name) }); // prettier-ignore

  test('what is typed is counted, held against terms and gripes at once, and kept', async () => {
    const asked = open();
    const title = await screen.findByRole('textbox', { name: 'Title' });
    expect(term('nipping')).toHaveTextContent('missing: nipping, press');
    await userEvent.type(title, 'Nipping press for books');
    expect(screen.getByText(/23 of 20 letters, 3 too many/)).toBeVisible();
    await waitFor(() => expect(term('nipping')).toHaveTextContent('title'));
    expect(screen.getByText('not seen on the page')).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Add a bullet' }));
    await userEvent.type(screen.getByRole('textbox', { name: 'Bullet 1' }), 'The hinge is riveted, Oakumble bends');
    await waitFor(() => expect(screen.getByText('answered in bullet 1')).toBeVisible());
    expect(screen.getByText(/“Oakumble” is a rival’s brand/)).toBeVisible();
    expect(screen.getByText(/Left out, for they name a rival’s brand: oakumble press/)).toBeVisible();
    await waitFor(() => expect(asked.filter((a) => a.method === 'PUT').at(-1)?.body).toMatchObject({ document: { title: 'Nipping press for books', bullets: ['The hinge is riveted, Oakumble bends'] } })); // prettier-ignore
  });

  test('proposals go where nothing stands, with what they rest on; a line of one’s own stays', async () => {
    open({ words: 'my own words' });
    await userEvent.click(await screen.findByRole('button', { name: 'Ask the writing assistant' }));
    const title = await screen.findByRole('list', { name: 'Proposals: Title' });
    await userEvent.click(within(title).getByRole('button', { name: 'Take' }));
    expect(screen.getByRole('textbox', { name: 'Title' })).toHaveValue('Folding press');
    expect(screen.getByText('Drafted by the assistant from: Most searched term')).toBeVisible();
    await userEvent.click(within(screen.getByRole('list', { name: 'Proposals: Bullets' })).getByRole('button', { name: 'Take' })); // prettier-ignore
    expect(screen.getByRole('textbox', { name: 'Bullet 1' })).toHaveValue('Hinge of steel, riveted.');
    const words = screen.getByRole('list', { name: /Proposals: Search words/ });
    expect(words).toHaveTextContent('yours stays');
    expect(within(words).queryByRole('button')).not.toBeInTheDocument();
    // Once it is changed by hand it is one's own.
    await userEvent.type(screen.getByRole('textbox', { name: 'Title' }), '!');
    expect(screen.queryByText('Drafted by the assistant from: Most searched term')).not.toBeInTheDocument();
  });

  test('a gripe that the program does not see answered can be marked by hand; a newer draft of the same place is shown beside', async () => {
    const problem = { type: '/problems/stale', title: '', status: 409, current: { document: { ...NO_DRAFT, title: 'Theirs' }, version: 9 } }; // prettier-ignore
    open({}, problem);
    await userEvent.click(await screen.findByRole('checkbox', { name: 'Hinge breaks: the page answers it' }));
    expect(screen.getByText('answered, you say')).toBeVisible();
    await userEvent.type(screen.getByRole('textbox', { name: 'Title' }), 'M');
    const differs = await screen.findByRole('table', { name: 'What differs' });
    expect(within(differs).getByRole('row', { name: /Title/ })).toHaveTextContent('M');
    expect(differs).toHaveTextContent('Theirs');
    await userEvent.click(screen.getByRole('button', { name: 'Take what was kept there' }));
    expect(screen.getByRole('textbox', { name: 'Title' })).toHaveValue('Theirs');
  });
});

describe('before you order', () => {
  const list: BeforeOrder = {
    format: 'cold-kettle/before-order',
    begins: null,
    lines: [
      { key: 'sample', what: 'Sample', who: '', days: 21, after: [], note: '', done: null },
      { key: 'pay', what: 'Pay', who: '', days: 2, after: ['sample'], note: '', done: null },
      { key: 'law', what: 'Law', who: '', days: 3, after: [], note: '', done: null },
    ],
  };
  const open = () => {
    const asked = answering((method) => (method === 'PUT' ? { version: 2 } : { document: list, version: 1 }));
    show(<BeforeOrderTab candidate={candidate} />);
    return asked;
  };

  test('says when the order can go out and what decides it; done, days and order of things move it', async () => {
    const asked = open();
    expect(await screen.findByText(/The order can go out on 17 Dec, 23 days ahead/)).toBeVisible();
    expect(screen.getByText(/may wait 20 days/)).toBeVisible();
    expect(screen.getAllByText(/^, decides the day/)).toHaveLength(2);
    await userEvent.click(screen.getByRole('checkbox', { name: 'Done: Sample' }));
    expect(screen.getByText(/The order can go out on 27 Nov, 3 days ahead/)).toBeVisible();
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Law: after what' }), 'Pay');
    expect(screen.getByText(/The order can go out on 29 Nov/)).toBeVisible();
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Pay: after what' }), 'Law');
    expect(screen.getByText('These wait for each other in a circle')).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Pay: no longer after Law' }));
    await userEvent.click(screen.getByRole('button', { name: 'Add a line' }));
    await userEvent.type(screen.getByRole('textbox', { name: 'What: A line of my own' }), 'Insure');
    await waitFor(() => expect(asked.filter((a) => a.method === 'PUT').at(-1)?.body).toMatchObject({ document: { lines: [{ done: '2026-11-24' }, {}, { after: ['pay'] }, { key: 'own-1', what: 'Insure' }] } })); // prettier-ignore
  });

  test('a removed line is waited for no more, and comes back by undoing', async () => {
    open();
    await userEvent.click(await screen.findByRole('button', { name: 'Remove: Sample' }));
    expect(screen.getByText(/The order can go out on 27 Nov/)).toBeVisible();
    fireEvent.keyDown(document.body, { key: 'z', ctrlKey: true });
    expect(screen.getByText(/The order can go out on 17 Dec/)).toBeVisible();
  });
});

describe('opinions', () => {
  const opinion: KeptOpinion = {
    id: 3,
    person: null,
    mine: false,
    day: '2026-11-24',
    document: { format: 'cold-kettle/opinion', by: 'Ida', asked: '2026-11-20', answers: [], wouldChoose: false, words: '<b>Heavy</b>' }, // prettier-ignore
    agreement: { kappa: 0.4, low: -0.1, high: 0.8, agreed: 4, of: 6 },
    answers: [
      { key: 'law', name: 'Patent', own: 'passes', ownWords: '', other: 'fails', otherChoice: 'fail', otherWords: 'there is one', apart: 1 }, // prettier-ignore
      {
        key: 'same',
        name: 'Size',
        own: 'yes',
        ownWords: '',
        other: 'yes',
        otherChoice: 'yes',
        otherWords: '',
        apart: 0,
      },
      { key: 'none', name: 'Taste', own: null, ownWords: '', other: null, otherChoice: null, otherWords: '', apart: null }, // prettier-ignore
    ],
  };
  test('stand beside one’s own, and theirs can be taken with their words as evidence', async () => {
    const asked = answering((method) => (method === 'GET' ? [opinion] : { version: 5 }));
    show(<OpinionsPanel candidate={7} own={{ law: { choice: 'pass', evidence: 'two registers', version: 4, day: '2026-11-20', by: null } }} />); // prettier-ignore
    const table = await screen.findByRole('table', { name: 'Answers of Ida beside yours' });
    expect(within(table).getAllByRole('row')).toHaveLength(3);
    expect(screen.getByText('“<b>Heavy</b>”')).toBeVisible();
    expect(screen.getByText(/lean the same way in 4. Beyond chance: kappa 0.4 \(-0.1 to 0.8\)/)).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Take Ida’s answer: Patent' }));
    await waitFor(() => expect(asked.find((a) => a.method === 'PUT')).toMatchObject({ path: '/api/candidates/7/answers/law', body: { choice: 'fail', evidence: 'two registers · Ida: there is one', version: 4 } })); // prettier-ignore
  });

  test('what is pasted stays until it was taken in', async () => {
    let isRight = false;
    answering(
      (method) =>
      method === 'GET' ? [] : isRight ? { id: 1 } : { type: '/problems/bad-input', title: 'These are no answers.', status: 422 }, // prettier-ignore
    );
    show(<OpinionsPanel candidate={7} own={{}} />);
    const field = screen.getByRole('textbox', { name: 'Answers that came back' });
    await userEvent.type(field, 'hello');
    await userEvent.click(screen.getByRole('button', { name: 'Bring them in' }));
    expect(await screen.findByText('These are no answers.')).toBeVisible();
    expect(field).toHaveValue('hello');
    isRight = true;
    await userEvent.click(screen.getByRole('button', { name: 'Bring them in' }));
    await waitFor(() => expect(field).toHaveValue(''));
  });
});
