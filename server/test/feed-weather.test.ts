// Days on which the marketplace's feeds are away, in a hurry, empty or garbled: nothing of them is kept, and nothing is lost.
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Job } from '@kettle/contract/shapes';
import type { SiftReply } from '@kettle/contract/sift';
import type { Weather } from '@kettle/contract/suppliers';
import { startProgram, type Program } from './program.ts';

const at = '/api/marketplaces/quayside';
let stormy: Program;
let fair: Program;
beforeAll(async () => {
  [stormy, fair] = await Promise.all([startProgram({ kind: 'demo' }), startProgram({ kind: 'demo' })]);
});
afterAll(() => Promise.all([stormy.stop(), fair.stop()]));

const moveOn = async (program: Program): Promise<Job> =>
  program.ended((await program.call<Job>('POST', `${at}/hob`, { days: 1 })).json);
const rowsOf = async (program: Program, query: string): Promise<unknown[]> =>
  (await program.database.pool.promise().query(query))[0] as unknown[];
const READINGS = `select l.code, r.day, r.price, r.rank, r.reviews, r.stock from readings r join listings l on l.id = r.listing_id where r.day > '2026-11-24' order by 1, 2`; // prettier-ignore
const VOLUMES = `select t.text, v.first_week, v.volumes from term_volumes v join search_terms t on t.id = v.term_id where t.marketplace_id = 'quayside' order by 1`; // prettier-ignore

test('what could not be read on bad days is read on the next good one, each day once, as if there had been none', async () => {
  const { rows } = (await fair.call<SiftReply>('GET', `${at}/sift?rows=60&sort=-units`)).json;
  const text = rows.map((r) => r.code).join('\n');
  for (const program of [stormy, fair]) await program.call('POST', `${at}/watch`, { text });
  const days: [Weather, Weather, RegExp[]][] = [
    ['away', 'fair', [/0 readings of 0 listings/, /60 listings were not read, and will be asked for again\. The marketplace’s feed of listings does not answer/]], // prettier-ignore
    ['fair', 'away', [/\d{3} readings of 60 listings/, /feed of searches does not answer/]],
    ['garbled', 'garbled', [/gave an answer that cannot be read; nothing of it was kept/]],
    ['limited', 'limited', [/wants to be asked less often: try again in 20 seconds/]],
    ['empty', 'empty', [/0 readings of 60 listings/]],
    ['fair', 'fair', [/It is 2026-11-30\. 240 readings of 60 listings were taken\.$/]],
    ['fair', 'fair', [/It is 2026-12-01\. 60 readings of 60 listings were taken\./]],
  ];
  for (const [listings, searches, sentences] of days) {
    await stormy.call('PUT', `${at}/services/listings`, { weather: listings });
    await stormy.call('PUT', `${at}/services/searches`, { weather: searches });
    const job = await moveOn(stormy);
    expect(job.state).toBe('done');
    for (const sentence of sentences) expect(job.message).toMatch(sentence);
    await moveOn(fair);
  }
  const taken = await rowsOf(stormy, READINGS);
  expect(taken).toHaveLength(60 * 7);
  expect(taken).toEqual(await rowsOf(fair, READINGS));
  expect(await rowsOf(stormy, VOLUMES)).toEqual(await rowsOf(fair, VOLUMES));
});
