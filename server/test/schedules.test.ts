// Fee schedules of one's own: refused where they contradict themselves, compared over the catalogue, removed.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ComparedSchedules, Marketplace } from '@kettle/contract/sources';
import type { Problem } from '@kettle/contract/shapes';
import { emptyCosting } from '@kettle/core/costing/costing';
import type { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { marketplaceFees } from '@kettle/core/fees/fees';
import { startProgram, type Program } from './program.ts';

let program: Program;
const at = '/api/marketplaces/quayside';
let former: { id: number; document: FeeSchedule };
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
  const { json } = await program.call<{ marketplaces: Marketplace[] }>('GET', '/api/marketplaces');
  const { id } = json.marketplaces.find((m) => m.id === 'quayside')!.schedules.at(-1)!;
  former = { id, document: (await program.call<FeeSchedule>('GET', `/api/fee-schedules/${id}`)).json };
});
afterAll(() => program.stop());

const dearer = (by: number): FeeSchedule => ({
  ...former.document,
  name: 'Next year',
  validFrom: '2027-02-01',
  sizeClasses: former.document.sizeClasses.map((c) => ({
    ...c,
    fulfilment: c.fulfilment.map((f) => ({ ...f, fee: f.fee + by })),
  })),
});
const compare = (after: FeeSchedule, before = former.id) =>
  program.call<ComparedSchedules & Problem>('POST', `${at}/fee-schedules/compare`, { before, after });

test('what a dearer one takes of every listing is what the fees themselves say', async () => {
  const { status, json } = await compare(dearer(30));
  expect(status).toBe(200);
  const compared = json.listings - json.unknown;
  expect(compared).toBeGreaterThan(300);
  expect([json.lose, json.gain, json.ofASale]).toEqual([compared, 0, -30 * compared]);
  expect(json.byCategory.reduce((sum, c) => sum + c.listings, 0)).toBe(compared);
  const [worst] = json.worst;
  const sheet = (await program.call<{ listing: { price: number; category: string; weight: number }; sides: [number, number, number]; today: string }>('GET', `${at}/listings/${worst!.code}`)).json; // prettier-ignore
  const fees = marketplaceFees(dearer(30), { ...sheet.listing, sides: sheet.sides }, { fulfilment: 'marketplace', monthsStored: 1.5, day: sheet.today }); // prettier-ignore
  expect(fees.known && fees.fees.net).toBe(worst!.after);
  expect((await compare(former.document)).json).toMatchObject({ lose: 0, gain: 0, ofASale: 0 });
});

test('one that contradicts itself is refused with the place, and one of another marketplace is not found', async () => {
  const odd = { ...dearer(0), sizeClasses: [...former.document.sizeClasses, former.document.sizeClasses[0]!] };
  const taken = await program.call<Problem>('POST', `${at}/fee-schedules`, odd);
  expect([taken.status, taken.json.field]).toEqual([422, `sizeClasses.${former.document.sizeClasses.length}.key`]);
  expect((await compare(odd)).json.field).toBe(`after.sizeClasses.${former.document.sizeClasses.length}.key`);
  const other = await program.call('POST', '/api/marketplaces/lindholm-torg/fee-schedules/compare', { before: former.id, after: dearer(0) }); // prettier-ignore
  expect(other.status).toBe(404);
});

test.each<[string, (s: FeeSchedule) => unknown]>([
  ['a price below 0', (s) => ({ ...s, storage: { ...s.storage, perCubicMetreMonth: -1 } })],
  [
    'a share above 1',
    (s) => ({ ...s, commission: [{ category: '*', minimum: 0, bands: [{ upTo: null, rate: 1.5 }] }] }),
  ],
  [
    'a month 13',
    (s) => ({ ...s, storage: { perCubicMetreMonth: 1, seasons: [{ months: [13], perCubicMetreMonth: 1 }] } }),
  ],
  ['a class without a fee', (s) => ({ ...s, sizeClasses: [{ ...s.sizeClasses[0]!, fulfilment: [] }] })],
  ['a divisor of 0', (s) => ({ ...s, sizeClasses: [{ ...s.sizeClasses[0]!, divisor: 0 }] })],
  ['a key of an object’s maker', (s) => ({ ...s, ['constructor']: 1 })],
  ['fees as text', (s) => ({ ...s, returnHandling: '1; drop table listings' })],
])('hostile or impossible, %s: refused with a field', async (_, change) => {
  const { status, json } = await program.call<Problem>('POST', `${at}/fee-schedules`, change(dearer(0)));
  expect(status).toBe(422);
  expect(json.field ?? json.fields?.[0]?.field).toBeTruthy();
});

test('one that a costing names stays, another is removed', async () => {
  const { json } = await program.call<{ id: number }>('POST', `${at}/fee-schedules`, dearer(10));
  const candidate = await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor: 'QS0049G9', rivals: [] });
  const path = `/api/candidates/${candidate.json.id}/costing`;
  await program.put(path, { document: emptyCosting(), schedule: json.id });
  const refused = await program.call<Problem>('DELETE', `/api/fee-schedules/${json.id}`);
  expect([refused.status, refused.json.title]).toEqual([422, 'A costing is reckoned with “Next year”: take newer fees there first.']); // prettier-ignore
  await program.put(path, { document: emptyCosting(), schedule: former.id });
  expect((await program.call('DELETE', `/api/fee-schedules/${json.id}`)).status).toBe(200);
  expect((await program.call('GET', `/api/fee-schedules/${json.id}`)).status).toBe(404);
});
