import { beforeEach, describe, expect, test } from '@jest/globals';
import '@testing-library/jest-dom/jest-globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Candidate } from '@kettle/contract/candidates';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import { firstPlaces, type PlacesAsked } from '@kettle/core/score/firmness';
import { sensitivityOf } from '@kettle/core/score/sensitivity';
import { score } from '@kettle/core/score/scoresheet';
import { STARTER_SCORESHEET } from '@kettle/core/score/starter-scoresheet';
import { DecisionForm } from '../src/capabilities/score/decision-form.tsx';
import { FirmnessPanel } from '../src/capabilities/score/firmness-panel.tsx';
import type { FirmnessTold } from '../src/capabilities/score/firmness.worker.ts';
import { OneQuestion } from '../src/capabilities/score/one-question.tsx';
import { ScoresheetTab } from '../src/capabilities/score/scoresheet-tab.tsx';
import { Component as ScoresheetPage } from '../src/capabilities/score/scoresheet-page.tsx';
import { answering, quayside, show } from './render.tsx';
import { scoredCandidate } from './scored-fixture.ts';

beforeEach(() => localStorage.clear());

const scored = (id: number, units: number, reviews: number, sheet: Scoresheet = STARTER_SCORESHEET): ScoredCandidate =>
  scoredCandidate(id, {
    score: score(sheet, {
      judged: {},
      measured: {
        units: { value: units, source: '', interval: { low: units * 0.7, high: units * 1.4 } },
        reviewsMedian: { value: reviews, source: '' },
        electronics: { value: 0, source: '' },
        gated: { value: 0, source: '' },
      },
    }),
    units,
    unitsLow: units * 0.7,
    unitsHigh: units * 1.4,
    reviewsMedian: reviews,
  });
const both = (sheet?: Scoresheet): ScoredCandidate[] => [scored(1, 410, 700, sheet), scored(2, 120, 40, sheet)];

describe('the scoresheet of one’s own', () => {
  const open = (keep: unknown = { version: 8 }) => {
    const asked = answering((method, path, body) => {
      if (path === '/api/scoresheet') return { id: 1, version: 7, inUse: true, document: STARTER_SCORESHEET };
      if (path === '/api/scoresheets') return [{ id: 1, name: 'First look', version: 7, inUse: true }];
      if (path.endsWith('/versions')) return [];
      if (path.endsWith('/measures'))
        return {
          candidates: [
            { id: 1, name: 'Idea 1', values: { units: 410, bestThreeShare: 0.5 }, shelf: {} },
            { id: 2, name: 'Idea 2', values: { units: 120, bestThreeShare: 0.3 }, shelf: {} },
          ],
          catalogue: { units: Array.from({ length: 100 }, (_, i) => i * 5) },
        };
      if (path.endsWith('/try')) return both((body as { document: Scoresheet }).document);
      if (method === 'PUT') return keep;
      return both();
    });
    show(<ScoresheetPage />);
    return asked;
  };

  test('bands stand over the real spread; what a change would do stands beside it before it is kept', async () => {
    const asked = open();
    const effect = await screen.findByRole('table', { name: 'What it would do to the standing' });
    expect(within(effect).getAllByRole('row')[1]).toHaveTextContent('Idea 1');
    // Of the catalogue's hundred a fifth sells less than 100, and one of two candidates lies in the last band.
    await waitFor(() => expect(screen.getAllByText(/here/).map((e) => e.textContent)).toContain('1 here, 20 % of all'));
    expect(screen.getByText('fails Idea 1')).toBeInTheDocument();
    const weight = screen.getByRole('textbox', { name: 'Weight of Review wall' });
    await userEvent.clear(weight);
    await userEvent.type(weight, '3{Enter}');
    await waitFor(() => expect(asked.some((a) => a.path.endsWith('/try'))).toBe(true));
    // Fourteen points for few reviews three times: the second takes the first place.
    await waitFor(() => expect(within(effect).getByRole('row', { name: /Idea 2/ })).toHaveTextContent('→'));
    expect(asked.filter((a) => a.method === 'PUT')).toEqual([]);
    await userEvent.click(screen.getByRole('button', { name: 'Keep it as a version' }));
    await waitFor(() => expect(asked.some((a) => a.method === 'PUT')).toBe(true));
    const { body } = asked.find((a) => a.method === 'PUT')!;
    expect(body).toMatchObject({ version: 7, document: { criteria: expect.arrayContaining([expect.objectContaining({ key: 'review-wall', weight: 3 })]) } }); // prettier-ignore
  });

  test('what cannot be meant is said and not kept; what was changed is found again after going away', async () => {
    open();
    const from = await screen.findByRole('textbox', { name: 'Review wall, band 2 from' });
    await userEvent.clear(from);
    await userEvent.type(from, '700{Enter}');
    expect(await screen.findByRole('alert')).toHaveTextContent('Review wall: the bands must rise.');
    expect(screen.getByRole('button', { name: 'Keep it as a version' })).toBeDisabled();
    document.body.innerHTML = '';
    open();
    expect(await screen.findByRole('textbox', { name: 'Review wall, band 2 from' })).toHaveValue('700');
    await userEvent.click(screen.getByRole('button', { name: 'Undo all changes' }));
    expect(screen.getByRole('textbox', { name: 'Review wall, band 2 from' })).toHaveValue('80');
  });

  test('a question of one’s own: judged or measured, with its choices and points', async () => {
    open();
    await userEvent.click((await screen.findAllByRole('button', { name: 'One question more' }))[0]!);
    const name = screen.getByRole('textbox', { name: 'Name of New question' });
    await userEvent.type(name, '!');
    expect(screen.getByRole('textbox', { name: 'New question!, choice 2' })).toHaveValue('yes');
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'What New question! goes by' }), 'sellers');
    expect(screen.getByRole('textbox', { name: 'New question!, band 1 from' })).toHaveValue('0');
    await userEvent.click(screen.getByRole('button', { name: 'Remove New question!' }));
    expect(screen.queryByRole('textbox', { name: /New question/ })).not.toBeInTheDocument();
  });
});

describe('how firm the order is', () => {
  class WorkerAtOnce {
    onmessage: ((event: { data: FirmnessTold }) => void) | null = null;
    terminate(): void {}
    postMessage(asked: PlacesAsked): void {
      this.onmessage?.({ data: { places: firstPlaces({ ...asked, draws: 400 }), turns: sensitivityOf(asked.sheet, asked.candidates) } }); // prettier-ignore
    }
  }
  test('shares of places, and what a single answer or weight would turn, the open ones first', async () => {
    Object.assign(globalThis, { Worker: WorkerAtOnce });
    answering(() => []);
    show(<FirmnessPanel sheet={STARTER_SCORESHEET} rows={both()} />);
    const table = await screen.findByRole('table', { name: 'Shares of places' });
    expect(within(table).getAllByRole('row')).toHaveLength(3);
    expect(screen.getByText(/Of 400 draws/)).toHaveTextContent(/in \d+ % nobody comes through/);
    const turns = screen.getByText('A single answer would turn').nextElementSibling!;
    expect(turns.querySelector('li')).toHaveTextContent('(open)');
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Drawn with' }), 'any');
    expect(localStorage.getItem('kettle/firmness/weights')).toBe('"any"');
  });
});

describe('answers', () => {
  test('one question is answered for all candidates, one after the other, by keys alone', async () => {
    const asked = answering(() => ({ version: 3 }));
    show(<OneQuestion sheet={STARTER_SCORESHEET} rows={both()} />);
    await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Question' }), 'Curable gripes (2 open)');
    const table = screen.getByRole('table', { name: 'Curable gripes' });
    expect(within(table).getAllByRole('row')).toHaveLength(3);
    await userEvent.tab();
    while (!within(table).getByRole('group', { name: 'Curable gripes: Idea 2' }).contains(document.activeElement))
      await userEvent.tab();
    await userEvent.keyboard('{Enter}');
    await waitFor(() => expect(asked.at(-1)).toMatchObject({ method: 'PUT', path: '/api/candidates/2/answers/curable', body: { choice: 'no', version: 0 } })); // prettier-ignore
  });

  test('a judged answer that has grown old says so, by the scoresheet’s own days', async () => {
    const sheet = { ...STARTER_SCORESHEET, goodForDays: 30 };
    const answer = { choice: 'both', evidence: '', version: 2, day: '2026-09-01' };
    answering((_, path) =>
      path === '/api/scoresheet'
        ? { id: 1, version: 7, inUse: true, document: sheet }
        : {
            ...scored(1, 410, 60),
            answers: { curable: answer, different: { ...answer, choice: 'yes', day: '2026-11-20' } },
          },
    );
    show(<ScoresheetTab candidate={{ id: 1 } as Candidate} />);
    expect(await screen.findAllByText(/^▲ old: judged 1 Sept?, more than 30 days ago/)).toHaveLength(1);
  });
});

describe('a decision', () => {
  test('is sent with its reasons; what was written stays when it is refused', async () => {
    let refuse = true;
    const asked = answering(() =>
      refuse ? { type: '/problems/too-early', title: 'It is too early by your own rule.', status: 409 } : { id: 1 },
    );
    let done = false;
    show(<DecisionForm candidate={3} kind="drop" onDone={() => (done = true)} />);
    expect(screen.getByRole('button', { name: 'Drop' })).toBeDisabled();
    await userEvent.click(screen.getByRole('button', { name: 'review wall' }));
    await userEvent.type(screen.getByRole('textbox', { name: 'Why it is dropped' }), 'Two giants.');
    await userEvent.click(screen.getByRole('button', { name: 'Drop' }));
    expect(await screen.findByRole('alert')).toHaveTextContent('too early');
    expect(screen.getByRole('textbox', { name: 'Why it is dropped' })).toHaveValue('Two giants.');
    refuse = false;
    await userEvent.click(screen.getByRole('button', { name: 'Drop' }));
    await waitFor(() => expect(done).toBe(true));
    expect(asked.at(-1)!.body).toEqual({ kind: 'drop', reasons: ['wall'], text: 'Two giants.' });
    expect(quayside.today).toBe('2026-11-24');
  });
});
