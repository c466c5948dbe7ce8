// Watched listings on files of one's own: groups, labels and undo, charts, positions, the daily run, the waiting rule.
import type { RowDataPacket } from 'mysql2';
import { parseFeed } from '@rowanmanning/feed-parser';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import ical from 'node-ical';
import type { Problem } from '@kettle/contract/shapes';
import type { Candidate } from '@kettle/contract/candidates';
import type {
  GroupOfWatched,
  KeptWatchPlan,
  Morning,
  Positions,
  WatchChart,
  WatchedListing,
  WatchedState,
  WatchRun,
} from '@kettle/contract/watch';
import { STARTER_PLAN } from '@kettle/core/changes/watch-plan';
import { addDays } from '@kettle/core/measures/day';
import { realToday, wallTime } from '../src/ground/marketplaces/clock.ts';
import { runIfDue, nextRun, runsOf } from '../src/capabilities/watch/runs.ts';
import { marketOf } from '../src/ground/marketplaces/marketplaces.ts';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
let id: string;
let at: string;
const today = realToday();
const back = (days: number): string => addDays(today, -days);
const CODES = ['A-1001', 'A-1002', 'A-1003', 'A-1004'];

/** Forty days of four listings: the first dearer for a week, the second out of stock for two days, the fourth last read a week ago. */
const days = (): (string | number)[][] => [
  ['Code', 'Title', 'Price', 'Rank', 'Reviews', 'Rating', 'Date', 'Stock', 'Sellers'],
  ...CODES.flatMap((code, n) =>
    Array.from({ length: 40 }, (_, i) => 39 - i)
      .filter((ago) => n !== 3 || ago >= 7)
      .map((ago) => [
        code,
        `Thing ${n}`,
        n === 0 && ago < 7 ? '24.00' : '20.00',
        n === 2 && ago < 12 ? 60 : 200,
        100 + 40 - ago,
        '4.4',
        back(ago),
        n === 1 && (ago === 3 || ago === 4) ? 0 : 50,
        1,
      ]),
  ),
];
const list = async (): Promise<WatchedListing[]> => (await program.call<WatchedListing[]>('GET', `${at}/watch`)).json;
const morning = async (since: string): Promise<Morning> =>
  (await program.call<Morning>('GET', `${at}/watch/morning?since=${since}`)).json;

beforeAll(async () => {
  program = await startProgram();
  id = (await program.call<{ id: string }>('POST', '/api/marketplaces', { name: 'Cove', currency: 'EUR', measures: 'metric', copyFrom: null })).json.id; // prettier-ignore
  at = `/api/marketplaces/${id}`;
  await importCsv(program, id, 'listings', csv(...days()));
});
afterAll(() => program.stop());

describe('watching', () => {
  test('by a mixed paste: what is new, there already, unknown, or no code; what was added last stands on top', async () => {
    type Reply = { added: string[]; already: string[]; unknown: string[]; noCodes: string[]; first: string };
    const first = await program.call<Reply>('POST', `${at}/watch`, { text: 'A-1001\tA-1002' });
    expect(first.json).toMatchObject({ added: ['A-1001', 'A-1002'], already: [], first: expect.stringMatching(/next file that names them; each day is taken stock of at 6:00/) }); // prettier-ignore
    const second = await program.call<Reply>('POST', `${at}/watch`, { text: 'A-1001, A-1003;A-1004\nB-9 none' });
    expect(second.json).toMatchObject({ added: ['A-1003', 'A-1004'], already: ['A-1001'], unknown: ['B-9'], noCodes: ['none'] }); // prettier-ignore
    const rows = await list();
    expect(rows.map((r) => r.code).slice(0, 2).sort()).toEqual(['A-1003', 'A-1004']); // prettier-ignore
    expect(rows.find((r) => r.code === 'A-1004')).toMatchObject({ stale: true, lastReading: back(7), readings: 33 });
    expect(rows.find((r) => r.code === 'A-1001')!.then).toMatchObject({ day: today, price: 2400 });
  });

  test('in groups and with labels, many at once; each change can be undone', async () => {
    const { json: made } = await program.call<{ id: number }>('POST', `${at}/watch/groups`, { name: 'Presses' });
    const twice = await program.call<Problem>('POST', `${at}/watch/groups`, { name: ' presses ' });
    expect(twice.json).toMatchObject({ status: 422, field: 'name' });
    const change = (body: object) => program.call<{ before: WatchedState[] }>('POST', `${at}/watch/change`, body);
    const { json: grouped } = await change({ codes: CODES.slice(0, 3), group: made.id, add: ['rival', ' rival '] });
    expect(grouped.before.map((b) => [b.group, b.labels])).toEqual([[null, []], [null, []], [null, []]]); // prettier-ignore
    const groups = async () => (await program.call<GroupOfWatched[]>('GET', `${at}/watch/groups`)).json;
    expect(await groups()).toMatchObject([{ name: 'Presses', listings: 3, rules: null }]);
    expect((await list()).filter((w) => w.labels.includes('rival') && w.group === made.id)).toHaveLength(3);
    const { json: stopped } = await change({ codes: CODES, stop: true });
    expect(await list()).toEqual([]);
    await program.call('POST', `${at}/watch/restore`, { states: stopped.before });
    expect((await list()).filter((w) => w.group === made.id)).toHaveLength(3);
    // A group that goes leaves its listings watched, and all of it comes back.
    const { json: dropped } = await program.call<{ before: WatchedState[] }>('DELETE', `${at}/watch/groups/${made.id}`);
    expect(dropped.before.map((b) => b.code).sort()).toEqual(CODES.slice(0, 3));
    expect((await list()).every((w) => w.group === null)).toBe(true);
    const again = (await program.call<{ id: number }>('POST', `${at}/watch/groups`, { name: 'Presses' })).json.id;
    await program.call('POST', `${at}/watch/restore`, { states: dropped.before.map((s) => ({ ...s, group: again })) });
    expect(await groups()).toMatchObject([{ id: again, listings: 3 }]);
    const strange = await program.call<Problem>('POST', `${at}/watch/change`, { codes: CODES, group: 999 });
    expect(strange.json).toMatchObject({ status: 422, field: 'group' });
  });
});

describe('news', () => {
  test('go by the rules of each group; a change made to older ones is refused', async () => {
    const kinds = async (): Promise<Record<string, string[]>> =>
      Object.fromEntries((await morning(back(20))).listings.map((l) => [l.code, l.news.map((n) => n.kind).sort()]));
    expect(await kinds()).toMatchObject({ 'A-1001': ['price'] });
    const [group] = (await program.call<GroupOfWatched[]>('GET', `${at}/watch/groups`)).json;
    const rules = { ...STARTER_PLAN.rules, price: 0.5 };
    const keep = (version: number) => program.call<Problem & { version: number }>('PUT', `${at}/watch/groups/${group!.id}`, { name: 'Presses', rules, version }); // prettier-ignore
    expect((await keep(group!.version)).status).toBe(200);
    expect((await keep(group!.version)).json).toMatchObject({ type: '/problems/stale', current: { rules } });
    expect(await kinds()).not.toHaveProperty('A-1001');
    const { plan, version } = (await program.call<KeptWatchPlan>('GET', `${at}/watch/plan`)).json;
    expect(plan).toEqual(STARTER_PLAN);
    const kept = await program.call(`PUT`, `${at}/watch/plan`, { plan: { ...plan, weeks: 2, readings: 3 }, version });
    expect(kept.status).toBe(200);
    const odd = await program.call<Problem>('PUT', `${at}/watch/plan`, { plan: { ...plan, hour: 24 }, version });
    expect(odd.status).toBe(422);
  });

  test('as an Atom feed that another program reads, hostile titles harmless in it', async () => {
    const hostile = '</title><script>alert(1)</script> & "Press" ]]> \u0007';
    await importCsv(program, id, 'listings', csv(['Code', 'Title', 'Price', 'Date'], ['A-1003', hostile, '30.00', today])); // prettier-ignore
    const { text, headers } = await program.call('GET', `${at}/watch/news.atom?since=${back(20)}`);
    expect(headers['content-type']).toMatch(/^application\/atom\+xml/);
    const feed = parseFeed(text);
    expect(feed.meta).toEqual({ type: 'atom', version: '1.0' });
    expect(feed.title).toBe('Watched on Cove');
    expect(feed.authors).toMatchObject([{ name: 'Cold Kettle' }]);
    const entry = feed.items.find((i) => i.url?.endsWith('/listings/A-1003'))!;
    expect(entry.title).toContain('<script>alert(1)</script> & "Press"');
    expect(text).not.toContain('<script>');
    // RFC 4287, 4.1.1 and 4.1.2: feed and entries each have one id, title and updated; ids are unique, dates are RFC 3339.
    const parts = text.split('<entry>');
    for (const part of parts) for (const name of ['id', 'title', 'updated'])
      expect(part.match(new RegExp(`<${name}[ >]`, 'g'))).toHaveLength(1); // prettier-ignore
    for (const [, date] of text.matchAll(/<updated>([^<]*)</g)) expect(date).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z$/); // prettier-ignore
    const ids = feed.items.map((i) => i.id);
    expect(new Set(ids).size).toBe(ids.length);
    // A reader that asks again is told of the same entries.
    const again = parseFeed((await program.call('GET', `${at}/watch/news.atom?since=${back(20)}`)).text);
    expect(again.items.map((i) => i.id)).toEqual(ids);
    expect((await program.call('GET', `${at}/watch/news.csv?since=${back(20)}`)).text).toContain('A-1003');
    expect((await program.call('GET', `${at}/watch/news.atom?since=soon`)).status).toBe(422);
  });

  test('tell of a page that changed, from when it was seen first', async () => {
    const market = await marketOf(program.database.db, id);
    const look = async (): Promise<void> => void (await program.call('POST', `${at}/watch/runs`));
    await look();
    await program.database.pool.promise().query(`update watched_pages set day = '${back(5)}'`);
    await importCsv(program, id, 'listings', csv(['Code', 'Title', 'Date'], ['A-1002', 'Thing 1, now of oak', today]));
    await look();
    const news = (await morning(back(1))).listings.find((l) => l.code === 'A-1002')!.news;
    expect(news).toContainEqual(expect.objectContaining({ kind: 'page', parts: ['title'], day: market.today }));
  });
});

describe('beside each other', () => {
  test('days of several listings in one row of days, gaps as gaps, empty shelves marked', async () => {
    await program.call('POST', `${at}/watch/events`, {
      kind: 'sale',
      first: back(6),
      last: back(4),
      text: 'Sale days',
    });
    const { json } = await program.call<WatchChart>('GET', `${at}/watch/chart?codes=A-1004,A-1002&days=30`);
    expect(json.days).toHaveLength(30);
    expect(json.listings.map((l) => l.code)).toEqual(['A-1004', 'A-1002']);
    const [gone, stocked] = json.listings;
    expect(gone!.price.slice(-7)).toEqual(Array(7).fill(null));
    expect(gone!.price.slice(0, 23)).toEqual(Array(23).fill(2000));
    expect(stocked!.empty.map((i) => json.days[i])).toEqual([back(4), back(3)]);
    expect(json.events).toMatchObject([{ text: 'Sale days', first: back(6) }]);
    const strange = await program.call<Problem>('GET', `${at}/watch/chart?codes=Z-1`);
    expect(strange.json).toMatchObject({ status: 422, field: 'codes' });
    const wrong = { kind: 'note', first: back(1), last: back(2), text: 'x' };
    expect((await program.call<Problem>('POST', `${at}/watch/events`, wrong)).json.field).toBe('last');
  });

  test('places for terms, off the page where a page was read without them', async () => {
    const places = Array.from({ length: 20 }, (_, i) => 19 - i).flatMap((ago) => [
      ['oak press', back(ago), 'A-1001', ago > 9 ? 12 : 3],
      ...(ago > 4 ? [['oak press', back(ago), 'A-1002', 5]] : []),
    ]);
    await importCsv(program, id, 'positions', csv(['Term', 'Date', 'Code', 'Place'], ...places));
    const { json } = await program.call<Positions>('GET', `${at}/watch/positions?codes=A-1001,A-1002,A-1003`);
    expect(json.listings).toHaveLength(3);
    const [term] = json.terms;
    expect(term).toMatchObject({ term: 'oak press', searches: null, chosen: false });
    expect(term!.places).toEqual([
      expect.objectContaining({ code: 'A-1001', readings: 20, now: 3, best: 3, worst: 12, over7: { how: 'moved', by: 9 } }), // prettier-ignore
      expect.objectContaining({ code: 'A-1002', readings: 20, now: null, typical: 5, onPage: 0.75, over7: { how: 'left' } }), // prettier-ignore
    ]);
    const news = (await morning(back(5))).listings.find((l) => l.code === 'A-1002')!.news;
    expect(news).toContainEqual(expect.objectContaining({ kind: 'terms', term: 'oak press', before: 5, now: null }));
  });

  test('as a table of what is shown, in its order', async () => {
    const { text } = await program.call('GET', `${at}/watch/listings.csv?codes=A-1002,A-1001`);
    const lines = text.trim().split('\n');
    expect(lines).toHaveLength(4);
    expect(lines[2]).toMatch(/^A-1002,.*Presses,rival/);
    expect(lines[3]).toMatch(/^A-1001,/);
    expect((await program.call('GET', `${at}/watch/listings.pdf`)).status).toBe(404);
  });
});

describe('the daily run', () => {
  const db = () => program.database.db;
  const quiet = { look: () => Promise.resolve() };
  const runs = async (): Promise<WatchRun[]> => runsOf(db(), await marketOf(db(), id));
  const clear = () => program.database.pool.promise().query('delete from watch_runs');
  const run = (moment: string, zone: string) => runIfDue(program.database, id, { ...quiet, now: new Date(moment), zone }); // prettier-ignore

  test('is made once a day from its hour on, by one process of several', async () => {
    await clear();
    expect(await run('2027-01-04T04:59:00Z', 'Europe/Berlin')).toBe(false);
    const both = await Promise.all(Array.from({ length: 6 }, () => run('2027-01-04T05:00:00Z', 'Europe/Berlin')));
    expect(both.filter(Boolean)).toHaveLength(1);
    expect(await runs()).toMatchObject([{ day: '2027-01-04', asked: 'daily', state: 'short', read: 0 }]);
  });

  test('is tried again a few times while readings lack, less and less often, and then left', async () => {
    const minutes = async (n: number): Promise<boolean> => run(new Date(Date.parse('2027-01-04T05:00:00Z') + n * 60_000).toISOString(), 'Europe/Berlin'); // prettier-ignore
    const tried: number[] = [];
    for (let n = 1; n < 18 * 60; n++) if (await minutes(n)) tried.push(n);
    expect(tried).toEqual([15, 45, 105, 225, 465]);
    const [day] = await runs();
    expect(day!.tries).toHaveLength(6);
    expect(day!.tries.at(-1)!.message).toMatch(/^0 of 4 listings read; no file of today names the others\.$/);
    expect(day!.nextTry).toBeNull();
  });

  test('days on which the program did not run are in the log, and say so', async () => {
    await clear();
    await run('2027-01-04T05:00:00Z', 'Europe/Berlin');
    expect(await run('2027-01-08T05:00:00Z', 'Europe/Berlin')).toBe(true);
    const log = await runs();
    expect(log.map((r) => r.day)).toEqual(['2027-01-08', '2027-01-07', '2027-01-06', '2027-01-05', '2027-01-04']);
    expect(log[2]).toMatchObject({ state: 'short', asked: 'daily', listings: 4, read: 0, nextTry: null });
    expect(log[2]!.tries).toMatchObject([
      { missed: 4, message: 'The program was not running on this day. 0 of 4 listings read.' },
    ]);
    // After years asleep the log holds as many days as it shows.
    expect(await run('2031-01-08T05:00:00Z', 'Europe/Berlin')).toBe(true);
    expect(await runs()).toHaveLength(120);
    const [rows] = await program.database.pool.promise().query<RowDataPacket[]>('select count(*) as n from watch_runs');
    expect(rows[0]!.n).toBe(126);
  });

  test('a process that died in a try is followed by another after ten minutes', async () => {
    await clear();
    const dies = { look: () => Promise.reject(new Error('killed')), zone: 'UTC' };
    await expect(runIfDue(program.database, id, { ...dies, now: new Date('2027-01-04T06:00:00Z') })).rejects.toThrow('killed'); // prettier-ignore
    expect(await run('2027-01-04T06:09:00Z', 'UTC')).toBe(false);
    expect(await run('2027-01-04T06:10:00Z', 'UTC')).toBe(true);
    expect(await runs()).toHaveLength(1);
  });

  test('each day once where summer time takes an hour away, gives one twice, or the clock is set back', async () => {
    const { plan, version } = (await program.call<KeptWatchPlan>('GET', `${at}/watch/plan`)).json;
    await program.call('PUT', `${at}/watch/plan`, { plan: { ...plan, hour: 2 }, version });
    // In the zone of Berlin 02:00 to 03:00 is missing on 28 March 2027 and comes twice on 31 October 2027 (IANA time zone database).
    for (const day of ['2027-03-28', '2027-10-31']) {
      await clear();
      const start = Date.parse(`${day}T00:00:00Z`) - 2 * 3_600_000;
      const made: string[] = [];
      for (let hour = 0; hour < 28; hour++) {
        const moment = new Date(start + hour * 3_600_000);
        if (!(await run(moment.toISOString(), 'Europe/Berlin'))) continue;
        made.push(wallTime(moment, 'Europe/Berlin').day);
      }
      const log = await runs();
      expect(new Set(log.map((r) => r.day)).size).toBe(log.length);
      expect(log.filter((r) => r.day === day)).toHaveLength(1);
      expect(new Set(made)).toContain(day);
    }
    await clear();
    await run('2027-06-10T12:00:00Z', 'UTC');
    await run('2027-06-08T12:00:00Z', 'UTC');
    await run('2027-06-10T12:00:01Z', 'UTC');
    const log = await runs();
    expect(log.map((r) => r.day)).toEqual(['2027-06-10', '2027-06-08']);
    expect(log[1]!.tries[0]!.message).toMatch(/clock was set back: a run of 2027-06-10 is in the log already/);
  });

  test('readings that come late fill the day in; nothing is invented for days nobody read', async () => {
    await clear();
    expect(await run(`${today}T23:30:00Z`, 'UTC')).toBe(true);
    expect(await runs()).toMatchObject([{ day: today, listings: 4, read: 3, state: 'short' }]);
    await importCsv(program, id, 'listings', csv(['Code', 'Title', 'Price', 'Date'], ['A-1004', 'Thing 3', '20.00', today])); // prettier-ignore
    expect(await runs()).toMatchObject([{ read: 4, tries: [{ read: 3, missed: 1 }] }]);
    const gap = (await list()).find((w) => w.code === 'A-1004')!.course.slice(-7);
    expect(gap).toEqual(Array(7).fill(null));
    const market = await marketOf(db(), id);
    expect(await nextRun(db(), market, new Date(`${today}T23:40:00Z`), 'UTC')).toBe('again in 5 minutes');
    expect((await program.call<WatchRun>('POST', `${at}/watch/runs`)).json).toMatchObject({ day: today, state: 'done', read: 4 }); // prettier-ignore
  });

  test('is off where nobody wants it, or nothing is watched', async () => {
    await clear();
    const { plan, version } = (await program.call<KeptWatchPlan>('GET', `${at}/watch/plan`)).json;
    const off = await program.call<{ version: number }>('PUT', `${at}/watch/plan`, { plan: { ...plan, daily: false }, version }); // prettier-ignore
    expect(await run('2027-02-04T12:00:00Z', 'UTC')).toBe(false);
    await program.call('PUT', `${at}/watch/plan`, { plan, version: off.json.version });
    expect(await runs()).toEqual([]);
  });
});

describe('the waiting rule', () => {
  test('keeps a candidate off the shortlist until it was watched long enough, or somebody says why not', async () => {
    const { json: made } = await program.call<{ id: number }>('POST', `${at}/candidates`, { anchor: 'A-1001', rivals: ['A-1002'] }); // prettier-ignore
    const candidate = async () => (await program.call<Candidate>('GET', `/api/candidates/${made.id}`)).json;
    expect((await candidate()).ready).toEqual({ weeks: 0, readings: 1, still: 'watched for 0 of 2 weeks, read on 1 of 3 days' }); // prettier-ignore
    const stage = (body: object) => program.call<Problem>('POST', `/api/candidates/${made.id}/stage`, body);
    expect((await stage({ stage: 'shortlisted' })).json).toMatchObject({ status: 409, type: '/problems/too-early' });
    await program.database.pool.promise().query(`update watched set since = '${back(15)}'`);
    expect((await candidate()).ready).toMatchObject({ still: null, readings: 16 });
    await program.database.pool.promise().query(`update watched set since = '${back(2)}'`);
    expect((await stage({ stage: 'shortlisted', reason: 'The supplier closes on Friday.' })).status).toBe(200);
    expect((await candidate()).log[0]!.text).toMatch(/The supplier closes on Friday/);
  });

  test('tells when what it waits for has held', async () => {
    const [{ id: candidate }] = (await program.call<{ id: number }[]>('GET', `${at}/candidates`)).json as [{ id: number }]; // prettier-ignore
    const wait = { measure: 'price', is: 'above', value: 2300, weeks: 1 };
    await program.call('PATCH', `/api/candidates/${candidate}`, { waitFor: wait });
    const { waiting, waitFor } = (await program.call<Candidate>('GET', `/api/candidates/${candidate}`)).json;
    expect(waitFor).toEqual(wait);
    expect(waiting).toMatchObject({ held: 1, met: true });
    expect((await morning(today)).met).toEqual([{ id: candidate, name: 'Thing 0', weeks: 1, wait }]);
    await program.call('PATCH', `/api/candidates/${candidate}`, { waitFor: { ...wait, weeks: 2 } });
    expect((await morning(today)).met).toEqual([]);
    const odd = await program.call('PATCH', `/api/candidates/${candidate}`, { waitFor: { ...wait, weeks: 0 } });
    expect(odd.status).toBe(422);
  });

  test('stands in a calendar that another program reads, folded and escaped as it should be', async () => {
    const [{ id: candidate }] = (await program.call<{ id: number }[]>('GET', `${at}/candidates`)).json as [{ id: number }]; // prettier-ignore
    const name = `Press; of oak, ${'sehr schöne '.repeat(10)}Zwinge\nBEGIN:VEVENT`;
    await program.call('PATCH', `/api/candidates/${candidate}`, { name: name.slice(0, 160), lookAgainOn: addDays(today, 9) }); // prettier-ignore
    const { text, headers } = await program.call('GET', `${at}/watch/calendar.ics`);
    expect(headers['content-type']).toMatch(/^text\/calendar/);
    // RFC 5545, 3.1: lines end with CR LF and hold at most 75 octets.
    expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const found = Object.values(ical.sync.parseICS(text)).filter((e) => e?.type === 'VEVENT') as ical.VEvent[];
    expect(found).toHaveLength(2);
    const look = found.find((e) => e.uid === `look-${candidate}@${id}.cold-kettle`)!;
    expect(look.summary).toBe(`Look again: ${name.slice(0, 160)}`);
    expect(look.datetype).toBe('date');
    expect(look.start.toISOString().slice(0, 10)).toBe(addDays(today, 9));
    // 3.6 and 3.6.1: what every calendar and every event must have.
    for (const needed of ['VERSION:2.0', 'PRODID:']) expect(text).toContain(needed);
    for (const event of found) expect(event.uid && event.dtstamp).toBeTruthy();
  });
});
