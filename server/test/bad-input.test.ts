import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ListingSheet } from '@kettle/contract/listings';
import type { Problem } from '@kettle/contract/shapes';
import { emptyCosting, withAmount } from '@kettle/core/costing/costing';
import { csv, startProgram, type Program } from './program.ts';

let program: Program;
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
});
afterAll(() => program.stop());

const CODE = 'QS0049G9';
const costing = (unitCost: number, change: object = {}): object => ({
  document: { ...withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: unitCost }), ...change },
  version: 0,
});

describe('each wrong request gets problem details with a sentence', () => {
  const m = '/api/marketplaces/quayside';
  test.each<[string, string, string, unknown, number, RegExp]>([
    ['unknown code', 'GET', `${m}/listings/NOPE1`, undefined, 404, /NOPE1 is not in this workspace/],
    ['unknown marketplace', 'GET', '/api/marketplaces/nowhere/sift', undefined, 404, /nowhere/],
    [
      'marketplace of strange letters',
      'GET',
      '/api/marketplaces/..%2f..%2fetc/sift',
      undefined,
      422,
      /not written as expected/,
    ],
    ['unknown candidate', 'GET', '/api/candidates/999999', undefined, 404, /Candidate 999999/],
    ['candidate that is no number', 'GET', '/api/candidates/abc', undefined, 422, /"id" must be a number/],
    ['candidate below one', 'GET', '/api/candidates/0', undefined, 422, /1 or more/],
    ['unknown job', 'GET', '/api/jobs/999999', undefined, 404, /Job 999999/],
    ['unknown address', 'GET', '/api/nothing', undefined, 404, /not in this workspace/],
    ['price of 0 to try', 'PUT', `${m}/listings/${CODE}/costing`, costing(900, { price: 0 }), 422, /price/],
    ['price of −1 to try', 'PUT', `${m}/listings/${CODE}/costing`, costing(900, { price: -1 }), 422, /price/],
    [
      'cost of −1',
      'PUT',
      `${m}/listings/${CODE}/costing`,
      costing(-1),
      422,
      /document.lines.0.amount.sum. must be 0 or more/,
    ],
    [
      'text for a number',
      'PUT',
      `${m}/listings/${CODE}/costing`,
      costing(900, { monthsStored: 'two' }),
      422,
      /document.monthsStored.*number/,
    ],
    ['a field that is not known', 'PUT', `${m}/listings/${CODE}/costing`, costing(900, { colour: 1 }), 422, /colour/],
    ['no body', 'POST', `${m}/candidates`, undefined, 422, /"anchor" is missing/],
    ['anchor that is not there', 'POST', `${m}/candidates`, { anchor: 'NOPE1', rivals: [] }, 422, /no listing NOPE1/],
    ['hob by three days', 'POST', `${m}/hob`, { days: 3 }, 422, /must be 1, 7, or 30/],
    ['empty file', 'POST', `${m}/imports/listings/preview?name=x.csv`, '', 422, /The file is empty/],
    ['blank file', 'POST', `${m}/imports/listings/preview?name=x.csv`, ' \n \n', 422, /The file is empty/],
    ['head alone', 'POST', `${m}/imports/listings/preview?name=x.csv`, 'Code,Title', 422, /head but no rows/],
    ['unknown kind of file', 'POST', `${m}/imports/songs/preview?name=x.csv`, csv(['a'], ['b']), 422, /.+/],
    [
      'upload that is gone',
      'POST',
      `${m}/imports/listings`,
      { upload: 99999, mapping: { code: 'a', title: 'b' }, source: 'x' },
      422,
      /not there any more/,
    ],
    ['stars that are none', 'GET', '/api/candidates/1/reviews?stars=9', undefined, 422, /stars/],
    ['export of no kind', 'GET', `${m}/sift.pdf`, undefined, 404, /kind of file/],
    [
      'currency that is none',
      'POST',
      '/api/marketplaces',
      { name: 'X1', currency: 'XQQQ', measures: 'metric', copyFrom: null },
      422,
      /currency/,
    ],
    [
      'marketplace that is there',
      'POST',
      '/api/marketplaces',
      { name: 'Quayside', currency: 'USD', measures: 'imperial', copyFrom: null },
      409,
      /already/,
    ],
  ])('%s', async (_, method, path, body, status, sentence) => {
    const answer = await program.call<Problem>(method, path, body);
    expect(answer.status).toBe(status);
    expect(answer.headers['content-type']).toContain('application/problem+json');
    expect(answer.json).toMatchObject({ type: expect.stringMatching(/^\/problems\//), status });
    expect(answer.json.title).toMatch(sentence);
  });
  test('broken JSON', async () => {
    const answer = await program.call<Problem>('POST', '/api/marketplaces', '{"name":', {
      'content-type': 'application/json',
    });
    expect([answer.status, answer.json.title]).toEqual([400, 'The request is not valid JSON.']);
  });
});

describe('a sift keeps what can be understood', () => {
  test.each([
    ['price=45..18', /lower bound is above/],
    ['price=x..', /no number/],
    ['cat=999999', /no category 999999/],
    ['sort=colour', /no column/],
  ])('%s', async (limit, sentence) => {
    const { status, json } = await program.call<{ count: number; total: number; faults: { sentence: string }[] }>(
      'GET',
      `/api/marketplaces/quayside/sift?${limit}&reviews=..200`,
    );
    expect(status).toBe(200);
    expect(json.faults[0]!.sentence).toMatch(sentence);
    expect(json.count).toBeGreaterThan(0);
    expect(json.count).toBeLessThan(json.total);
  });
});

test('what was kept before stays after refused changes', async () => {
  const path = `/api/marketplaces/quayside/listings/${CODE}/costing`;
  await program.put(path, costing(940));
  await program.put(path, costing(-5));
  const { json } = await program.call<ListingSheet>('GET', `/api/marketplaces/quayside/listings/${CODE}`);
  expect(json.costing.document.lines[0]).toMatchObject({ key: 'unit-cost', amount: { sum: 940 } });
});

test('an answer that is no option, and a criterion that is measured, are refused', async () => {
  const { json } = await program.call<{ id: number }>('POST', '/api/marketplaces/quayside/candidates', {
    anchor: CODE,
    rivals: [],
  });
  const put = (key: string, choice: string) =>
    program.put<Problem>(`/api/candidates/${json.id}/answers/${key}`, { choice, evidence: '' });
  expect((await put('curable', 'perhaps')).json.title).toBe('The answer must be one of: no, one, both.');
  expect((await put('units', 'many')).json.title).toContain('is measured, not judged');
  expect((await put('nothing', 'pass')).status).toBe(404);
  expect((await program.call<Problem>('POST', `/api/candidates/${json.id}/stage`, { stage: 'found' })).status).toBe(
    409,
  );
  expect((await program.call<Problem>('DELETE', `/api/candidates/${json.id}/line-up/${CODE}`)).json.title).toContain(
    'anchor listing stays',
  );
});
