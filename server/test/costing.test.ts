import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { KeptCosting } from '@kettle/contract/costing';
import type { ListingSheet } from '@kettle/contract/listings';
import type { Problem } from '@kettle/contract/shapes';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import { emptyCosting, withAmount } from '@kettle/core/costing/costing';
import type { CostingDocument } from '@kettle/core/documents/costing';
import { startProgram, type Program } from './program.ts';

let program: Program;
const at = '/api/marketplaces/quayside';
const CODE = 'QS0049G9';
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
});
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

describe('costings with names', () => {
  const all = (id: number) => get<KeptCosting[]>(`/api/candidates/${id}/costings`);
  const copy = (id: number, name: string) =>
    program.call<Problem & { id: number }>('POST', `/api/candidates/${id}/costings`, { name });

  test('one is copied, changed without touching the other, taken back into use, and removed', async () => {
    const id = await start('Two ways');
    expect(await all(id)).toEqual([]);
    expect((await copy(id, 'By air')).json.field).toBe('name');
    await program.put(`/api/candidates/${id}/costing`, { document: costs(900), name: 'By sea' });
    const sea = await costingOf(id);
    const air = (await copy(id, ' By air ')).json.id;
    expect(await costingOf(id)).toMatchObject({ id: air, name: 'By air', document: sea.document });
    await program.put(`/api/candidates/${id}/costing`, { document: costs(900, 700) });
    expect((await all(id)).map((c) => [c.name, c.document.lines[1]!.amount])).toEqual([
      ['By air', { kind: 'sum', sum: 700 }],
      ['By sea', { kind: 'sum', sum: 200 }],
    ]);
    const byAir = (await profitOf(id))!;
    expect((await program.call('PUT', `/api/candidates/${id}/costings/${sea.id}/use`)).status).toBe(200);
    expect((await profitOf(id))! - byAir).toBe(500);
    // What was typed into the other before it was left lands there.
    const other = (await all(id)).find((c) => c.id === air)!;
    const late = { document: costs(900, 750), version: other.version, costing: air };
    expect((await program.call('PUT', `/api/candidates/${id}/costing`, late)).status).toBe(200);
    expect((await all(id)).map((c) => c.document.lines[1]!.amount)).toEqual([
      { kind: 'sum', sum: 200 },
      { kind: 'sum', sum: 750 },
    ]);
    const used = await program.call<Problem>('DELETE', `/api/candidates/${id}/costings/${sea.id}`);
    expect([used.status, used.json.field]).toEqual([422, 'costing']);
    expect((await program.call('DELETE', `/api/candidates/${id}/costings/${air}`)).status).toBe(200);
    expect((await all(id)).map((c) => c.name)).toEqual(['By sea']);
    expect((await copy(id, 'by SEA')).json.title).toContain('already');
  });

  test('one of another candidate is not found', async () => {
    const [one, other] = [await start('One'), await start('Other')];
    await program.put(`/api/candidates/${one}/costing`, { document: costs(900) });
    const { id } = await costingOf(one);
    expect((await program.call('PUT', `/api/candidates/${other}/costings/${id}/use`)).status).toBe(404);
    expect((await program.call('DELETE', `/api/candidates/${other}/costings/${id}`)).status).toBe(404);
  });

  test('keeps the fee schedule it was begun with when a newer one comes, until that is taken', async () => {
    const id = await start('Fees move');
    await program.put(`/api/candidates/${id}/costing`, { document: costs(900) });
    const before = await costingOf(id);
    const profit = (await profitOf(id))!;
    const [today] = (await sheet()).today.split('T');
    const dearer = {
      ...before.schedule!.document,
      name: 'Dearer',
      validFrom: today,
      sizeClasses: before.schedule!.document.sizeClasses.map((c) => ({
        ...c,
        fulfilment: c.fulfilment.map((f) => ({ ...f, fee: f.fee + 100 })),
      })),
    };
    expect((await program.call('POST', `${at}/fee-schedules`, dearer)).status).toBe(200);
    const after = await costingOf(id);
    expect(after.schedule!.id).toBe(before.schedule!.id);
    expect(after.newer).toMatchObject({ name: 'Dearer', validFrom: today });
    expect(await profitOf(id)).toBe(profit);
    // What is typed does not take it either.
    await program.put(`/api/candidates/${id}/costing`, { document: costs(900) });
    expect(await profitOf(id)).toBe(profit);
    await program.put(`/api/candidates/${id}/costing`, { document: costs(900), schedule: after.newer!.id });
    expect(await profitOf(id)).toBe(profit - 100);
    expect((await costingOf(id)).newer).toBeNull();
    // One that is begun now has the newer from the start.
    const later = await start('Begun later');
    await program.put(`/api/candidates/${later}/costing`, { document: costs(900) });
    expect(await profitOf(later)).toBe(profit - 100);
    const { version } = await costingOf(id);
    const odd = await program.call<Problem>('PUT', `/api/candidates/${id}/costing`, { document: costs(900), version, schedule: 99_999 }); // prettier-ignore
    expect([odd.status, odd.json.field]).toEqual([422, 'schedule']);
  });
});
