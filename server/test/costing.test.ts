import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { KeptCosting } from '@kettle/contract/costing';
import type { ListingSheet } from '@kettle/contract/listings';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { emptyCosting, withAmount } from '@kettle/core/costing/costing';
import type { CostingDocument } from '@kettle/core/documents/costing';
import { startProgram, type Program } from './program.ts';

let program: Program;
const at = '/api/marketplaces/quayside';
const CODE = 'QS0049G9';
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
}, 180_000);
afterAll(() => program.stop());

const get = async <T>(path: string): Promise<T> => (await program.call<T>('GET', path)).json;
const sheet = () => get<ListingSheet>(`${at}/listings/${CODE}`);
const start = async (name: string): Promise<number> =>
  (await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor: CODE, rivals: [], name })).json.id;
const costingOf = (id: number) => get<KeptCosting>(`/api/candidates/${id}/costing`);
const profitOf = async (id: number) => (await get<ScoredCandidate>(`/api/candidates/${id}/score`)).profit;
const costs = (unitCost: number, freight = 200): CostingDocument =>
  withAmount(withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: unitCost }), 'freight', {
    kind: 'sum',
    sum: freight,
  });
const unitCost = ({ document }: Pick<KeptCosting, 'document'>): unknown =>
  (document.lines.find((l) => l.key === 'unit-cost')!.amount as { sum: unknown }).sum;

describe('a costing belongs to a candidate', () => {
  test('the first that is started from a listing takes its quick costing over; the second begins with its own', async () => {
    await program.put(`${at}/listings/${CODE}/costing`, { document: costs(900) });
    expect((await sheet()).costing).toMatchObject({ candidate: null, name: 'First costing' });
    const first = await start('The press');
    expect(unitCost(await costingOf(first))).toBe(900);
    // The sheet goes on showing what was typed into it, and says whose it is now.
    expect((await sheet()).costing.candidate).toEqual({ id: first, name: 'The press' });
    expect(unitCost((await sheet()).costing)).toBe(900);

    const second = await start('The press in oak');
    expect(unitCost(await costingOf(second))).toBeNull();
    expect(await profitOf(second)).toBeNull();
    await program.put(`/api/candidates/${second}/costing`, { document: costs(1500) });
    expect(unitCost(await costingOf(first))).toBe(900);
    // A dearer piece of 6.00 leaves 6.00 less; nothing else differs.
    expect((await profitOf(first))! - (await profitOf(second))!).toBe(600);
  });

  test('it has a name, and is found again after going away', async () => {
    const id = await start('Named');
    const path = `/api/candidates/${id}/costing`;
    expect(await costingOf(id)).toMatchObject({ version: 0, name: 'First costing' });
    await program.put(path, { document: costs(700), name: 'By sea' });
    expect(await costingOf(id)).toMatchObject({ name: 'By sea', candidate: { id, name: 'Named' } });
    // A change without a name keeps it.
    await program.put(path, { document: costs(800) });
    const kept = await costingOf(id);
    expect(kept.name).toBe('By sea');
    expect(unitCost(kept)).toBe(800);
  });

  test('a line that is there twice is refused with its name, and nothing is kept', async () => {
    const id = await start('Twice');
    const document = costs(700);
    const refused = await program.put<{ title: string; field: string }>(`/api/candidates/${id}/costing`, {
      document: { ...document, lines: [...document.lines, document.lines[0]!] },
    });
    expect(refused.status).toBe(422);
    expect(refused.json).toMatchObject({ field: 'document.lines', title: expect.stringContaining('Unit cost') });
    expect((await costingOf(id)).version).toBe(0);
  });

  test('a dropped candidate’s costing is not shown as the listing’s', async () => {
    const code = 'QS004AH0';
    const { json } = await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor: code, rivals: [] });
    await program.put(`/api/candidates/${json.id}/costing`, { document: costs(321) });
    await program.call('POST', `/api/candidates/${json.id}/stage`, { stage: 'dropped', reason: 'Too dear.' });
    const shown = await get<ListingSheet>(`${at}/listings/${code}`);
    expect(shown.costing).toMatchObject({ candidate: null, version: 0 });
    expect(unitCost(await costingOf(json.id))).toBe(321);
  });
});
