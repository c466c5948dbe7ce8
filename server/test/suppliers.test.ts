// The simulated directory of suppliers: found, put aside, asked, answered days later, and what becomes of it in bad weather.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Quote } from '@kettle/contract/costing';
import type { Job, Problem } from '@kettle/contract/shapes';
import type { SiftReply } from '@kettle/contract/sift';
import type { CardSeen, SimulatedService, SupplierRequest, Weather } from '@kettle/contract/suppliers';
import { startProgram, type Program } from './program.ts';

let program: Program;
let code: string;
const at = '/api/marketplaces/quayside';
type Found = { total: number; cards: CardSeen[] } & Problem;
const find = (search: string) => program.call<Found>('GET', `${at}/suppliers?${new URLSearchParams(search)}`);
const weather = async (weather: Weather): Promise<void> => {
  expect((await program.call('PUT', `${at}/services/suppliers`, { weather })).status).toBe(200);
};
const requests = async (): Promise<SupplierRequest[]> =>
  (await program.call<SupplierRequest[]>('GET', `${at}/listings/${code}/requests`)).json;
const quotes = async (): Promise<Quote[]> => (await program.call<Quote[]>('GET', `${at}/listings/${code}/quotes`)).json;
const ask = (ref: string, pieces: number[], note = '') =>
  program.call<{ id: number } & Problem>('POST', `${at}/listings/${code}/requests`, { ref, pieces, note });
const moveOn = async (days: 1 | 7): Promise<Job> =>
  program.ended((await program.call<Job>('POST', `${at}/hob`, { days })).json);

beforeAll(async () => {
  program = await startProgram({ kind: 'demo' });
  code = (await program.call<SiftReply>('GET', `${at}/sift?rows=1&sort=-units&words=press`)).json.rows[0]!.code;
});
afterAll(() => program.stop());

describe('looking for suppliers', () => {
  test('words find those who make it first, a category narrows, pages follow each other', async () => {
    const { json } = await find('words=folding book press');
    expect(json.cards[0]!.card.makes).toBe('folding book press');
    expect(json.total).toBeGreaterThan(json.cards.length);
    const next = (await find('words=folding book press&page=1')).json;
    expect(next.cards.map((c) => c.card.ref)).not.toContain(json.cards[0]!.card.ref);
    const category = encodeURIComponent('Bookcraft & Paper › Presses');
    for (const { card } of (await find(`category=${category}`)).json.cards)
      expect(card.category).toMatch(/^Bookcraft & Paper › Presses › /);
    expect((await find('words=zzqx')).json).toEqual({ total: 0, cards: [] });
  });

  test('put in order by price at so many pieces, least order or days, of those who make it', async () => {
    const words = 'words=paint rack';
    const dear = (c: CardSeen): number =>
      (c.card.steps.findLast((s) => s.from <= 400)?.price ?? Infinity) * (c.card.currency === 'EUR' ? 1.1 : 1);
    const byPrice = (await find(`${words}&order=price&pieces=400`)).json.cards;
    expect(byPrice.map(dear)).toEqual(byPrice.map(dear).sort((a, b) => a - b));
    const byLeast = (await find(`${words}&order=least`)).json.cards.map((c) => c.card.steps[0]!.from);
    expect(byLeast).toEqual([...byLeast].sort((a, b) => a - b));
    const byDays = (await find(`${words}&order=days`)).json.cards.map((c) => c.card.leadDays!);
    expect(byDays).toEqual([...byDays].sort((a, b) => a - b));
  });

  test('a card is put aside as it stands today, marked where it is found again, and put back', async () => {
    const { ref } = (await find('words=press')).json.cards[0]!.card;
    await program.call('PUT', `${at}/suppliers/aside/${ref}`);
    await program.call('PUT', `${at}/suppliers/aside/${ref}`);
    const aside = (await program.call<CardSeen[]>('GET', `${at}/suppliers/aside`)).json;
    expect(aside.map((a) => a.card.ref)).toEqual([ref]);
    expect((await find('words=press')).json.cards[0]!.aside).toBe(aside[0]!.aside);
    expect((await program.call('PUT', `${at}/suppliers/aside/NOBODY-1`)).status).toBe(404);
    await program.call('DELETE', `${at}/suppliers/aside/${ref}`);
    expect((await program.call<CardSeen[]>('GET', `${at}/suppliers/aside`)).json).toEqual([]);
  });
});

describe('asking for a quote', () => {
  test('answers come with the days, each once: a quote among the listing’s, or why there is none', async () => {
    const { cards } = (await find('words=press')).json;
    for (const { card } of cards)
      expect((await ask(card.ref, [card.steps[0]!.from, 1000], '=SUM(A1)')).status).toBe(200);
    const [first] = cards;
    expect((await ask(first!.card.ref, [1000, first!.card.steps[0]!.from])).json.title).toMatch(
      /asked for just that already/,
    );
    expect((await requests()).map((r) => r.state)).toEqual(cards.map(() => 'waiting'));
    expect((await program.call<object>('POST', `${at}/suppliers/answers`)).json).toEqual({ quoted: 0, declined: 0 });
    const job = await moveOn(7);
    expect(job.message).toMatch(/Suppliers answered: \d+ with a quote, \d+ without/);
    const answered = (await requests()).filter((r) => r.state !== 'waiting');
    const quoted = answered.filter((r) => r.state === 'quoted');
    expect(answered.length).toBeGreaterThan(cards.length / 2);
    expect(quoted.length).toBeGreaterThan(0);
    const kept = await quotes();
    // One a request, also where a supplier answers two on the same day.
    expect(kept).toHaveLength(quoted.length);
    for (const { supplier } of kept) expect(quoted.some((r) => supplier.startsWith(r.supplier))).toBe(true);
    for (const quote of kept) {
      expect(quote.rate === null).toBe(quote.currency === 'USD');
      expect(quote.note).toMatch(/^Answer to what was asked on 2026-11-24\./);
      expect(quote.validUntil! > quote.day).toBe(true);
    }
    expect((await program.call<object>('POST', `${at}/suppliers/answers`)).json).toEqual({ quoted: 0, declined: 0 });
    expect(await quotes()).toEqual(kept);
  });

  test('two who look for answers at once take each of them once', async () => {
    const { cards } = (await find('words=thread set')).json;
    for (const { card } of cards) await ask(card.ref, [card.steps[0]!.from]);
    await weather('away');
    expect((await moveOn(7)).message).toMatch(/The directory of suppliers does not answer/);
    await weather('fair');
    const both = await Promise.all(
      [0, 1].map(() => program.call<{ quoted: number; declined: number }>('POST', `${at}/suppliers/answers`)),
    );
    const sum = both.reduce((n, { json }) => n + json.quoted + json.declined, 0);
    expect(sum).toBeGreaterThan(0);
    expect(sum).toBe((await requests()).filter((r) => r.note === '' && r.state !== 'waiting').length);
  });

  test('a request that is forgotten leaves the quote that came of it', async () => {
    const quoted = (await requests()).find((r) => r.state === 'quoted')!;
    const before = await quotes();
    await program.call('DELETE', `${at}/listings/${code}/requests/${quoted.id}`);
    expect((await requests()).some((r) => r.id === quoted.id)).toBe(false);
    expect(await quotes()).toEqual(before);
    expect((await program.call('DELETE', `${at}/listings/${code}/requests/${quoted.id}`)).status).toBe(404);
  });
});

describe('bad weather', () => {
  const cases: [Weather, number, RegExp][] = [
    ['away', 503, /does not answer/],
    ['limited', 503, /try again in 20 seconds/],
    ['garbled', 502, /cannot be read; nothing of it was kept/],
  ];
  test.each(cases)('%s is said in a sentence, and nothing is asked or kept', async (kind, status, sentence) => {
    const { ref } = (await find('words=press')).json.cards[0]!.card;
    const before = await requests();
    await weather(kind);
    for (const answer of [await find('words=press'), await ask(ref, [777])]) {
      expect(answer.status).toBe(status);
      expect(answer.json.title).toMatch(sentence);
    }
    await weather('fair');
    expect(await requests()).toEqual(before);
  });

  test('an empty directory is an empty list; what was put aside stays', async () => {
    const { ref } = (await find('words=press')).json.cards[0]!.card;
    await program.call('PUT', `${at}/suppliers/aside/${ref}`);
    await weather('empty');
    expect((await find('words=press')).json).toEqual({ total: 0, cards: [] });
    expect((await ask(ref, [500])).status).toBe(404);
    expect((await program.call<CardSeen[]>('GET', `${at}/suppliers/aside`)).json).toHaveLength(1);
    expect((await program.call<SimulatedService[]>('GET', `${at}/services`)).json).toEqual([
      { service: 'listings', weather: 'fair' },
      { service: 'searches', weather: 'fair' },
      { service: 'suppliers', weather: 'empty' },
      { service: 'assistant', weather: 'fair' },
    ]);
    await weather('fair');
  });

  test('a marketplace of one’s own has no directory, and says what to do instead', async () => {
    const { json } = await program.call<{ id: string }>('POST', '/api/marketplaces', {
      name: 'Cove',
      currency: 'USD',
      measures: 'metric',
      copyFrom: null,
    });
    const own = `/api/marketplaces/${json.id}`;
    const found = await program.call<Problem>('GET', `${own}/suppliers?words=press`);
    expect([found.status, found.json.title]).toEqual([
      409,
      'No directory of suppliers is connected to Cove: quotes are typed, pasted or come as a file.',
    ]);
    expect((await program.call<object>('GET', `${own}/services`)).json).toEqual([]);
    expect((await program.call('PUT', `${own}/services/suppliers`, { weather: 'away' })).status).toBe(409);
  });
});
