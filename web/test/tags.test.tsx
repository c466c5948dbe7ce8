import { expect, test } from '@jest/globals';
import { waitFor } from '@testing-library/react';
import { candidatesApi } from '../src/ground/api/candidates.ts';
import { sheetApi } from '../src/ground/api/sheet.ts';
import { answering, show } from './render.tsx';

/** Asks for some things and keeps on looking at them, as screens do. */
const looking = async () => {
  const asked = answering(() => ({ costing: { candidate: null } }));
  const { store } = show(null);
  const { sheet, keepCounts } = sheetApi.endpoints;
  const { candidate, candidateScore, addNote, moveStage } = candidatesApi.endpoints;
  const at = (code: string) => ({ params: { marketplace: 'quayside', code } });
  const one = (id: number) => ({ params: { id } });
  await Promise.all([
    store.dispatch(sheet.initiate(at('QS1'))),
    store.dispatch(sheet.initiate(at('QS2'))),
    store.dispatch(candidate.initiate(one(1))),
    store.dispatch(candidate.initiate(one(2))),
    store.dispatch(candidateScore.initiate(one(1))),
    store.dispatch(candidateScore.initiate(one(2))),
  ]);
  asked.length = 0;
  /** What was read again after a change, once that stands still. */
  const readAgain = async (atLeast: number): Promise<string[]> => {
    const reads = () => asked.filter((a) => a.method === 'GET').map((a) => a.path);
    await waitFor(() => expect(reads().length).toBeGreaterThanOrEqual(atLeast));
    await Promise.all(store.dispatch(sheetApi.util.getRunningQueriesThunk()));
    return reads().sort();
  };
  return { store, at, one, keepCounts, addNote, moveStage, readAgain };
};

test('a change asks afresh for what it changed, not for its neighbours', async () => {
  const { store, at, keepCounts, readAgain } = await looking();
  await store.dispatch(keepCounts.initiate({ ...at('QS1'), body: { counts: [], remove: [] } }));
  // A count moves the estimate, and with it the score of whoever rests on it.
  expect(await readAgain(3)).toEqual([
    '/api/candidates/1/score',
    '/api/candidates/2/score',
    '/api/marketplaces/quayside/listings/QS1',
  ]);
});

test('a note of one candidate asks for that one alone', async () => {
  const { store, one, addNote, readAgain } = await looking();
  await store.dispatch(addNote.initiate({ ...one(2), body: { text: 'Sample came.' } }));
  expect(await readAgain(1)).toEqual(['/api/candidates/2']);
});

test('a stage moves one candidate, its score, and the sheets that name it', async () => {
  const { store, one, moveStage, readAgain } = await looking();
  await store.dispatch(moveStage.initiate({ ...one(1), body: { stage: 'watched' } }));
  expect(await readAgain(4)).toEqual([
    '/api/candidates/1',
    '/api/candidates/1/score',
    '/api/marketplaces/quayside/listings/QS1',
    '/api/marketplaces/quayside/listings/QS2',
  ]);
});
