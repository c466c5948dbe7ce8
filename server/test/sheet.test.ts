import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { CurvePoints, CurveVersion, Refit, curves } from '@kettle/contract/curves';
import type { History, ListingSheet, listings } from '@kettle/contract/listings';
import type { ReplyOf } from '@kettle/contract/route';
import type { Job, ListingBrief, Problem } from '@kettle/contract/shapes';
import type { Surroundings } from '@kettle/contract/sheet';
import { STORIES } from '@kettle/demo/stories';
import { csv, importCsv, startProgram, type Program } from './program.ts';

const at = '/api/marketplaces/quayside';
let program: Program;
const codes = new Map<string, string>();
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1500 });
  for (const listing of STORIES.flatMap((s) => s.listings)) {
    const { json } = await program.call<{ listings: { code: string; title: string }[] }>(
      'GET',
      `${at}/find?q=${encodeURIComponent(listing.title)}`,
    );
    codes.set(listing.title, json.listings.find((l) => l.title === listing.title)!.code);
  }
});
afterAll(() => program.stop());

const codeOf = (title: string): string => codes.get(title)!;
const sheetOf = async (code: string, of = at): Promise<ListingSheet> =>
  (await program.call<ListingSheet>('GET', `${of}/listings/${code}`)).json;
const briefOf = async (code: string): Promise<ListingBrief> =>
  (await program.call<ListingBrief[]>('GET', `${at}/listings?codes=${code}`)).json[0]!;
const WALL_RACK = 'Wall paint rack for 90 pots';
const unitsOf = (sheet: ListingSheet): number => (sheet.units.best.known ? sheet.units.best.value : Number.NaN);

describe('the sheet of a watched listing', () => {
  test('counts in every way, over four windows, with the mean rank’s value beside', async () => {
    const { units, holders, curve, craft } = await sheetOf(codeOf(WALL_RACK));
    expect(units.from).toBe('readings');
    for (const days of [7, 30, 90, 365] as const) {
      const { figure, atMeanRank, days: read } = units.ranks[days];
      expect(figure.known).toBe(true);
      expect(read).toBeGreaterThan(days * 0.85);
      expect(atMeanRank).toBeGreaterThan(0);
    }
    expect(units.stock.known && units.reviews.known && units.latestRank.known).toBe(true);
    expect(holders.map((h) => h.seller)).toEqual(['Brasgarth']);
    expect(curve).toMatchObject({ category: 'Miniatures & Models', guess: false });
    expect(craft.parts.map((p) => p.key)).toEqual(['title', 'pictures', 'bullets', 'description']);
    // What lists show is the same estimate.
    expect((await briefOf(codeOf(WALL_RACK))).units).toBeCloseTo(units.best.known ? units.best.value : 0, 6);
  });
  test('the story of a sale is said to be flattered, with a typical month below', async () => {
    const { units } = await sheetOf(codeOf('Travel paint rack with lid, 24 pots'));
    expect(units.spikes!.flattered).toBe(true);
    expect(units.spikes!.days.length).toBeGreaterThan(0);
    expect(units.typical!).toBeLessThan(0.8 * (units.ranks[90].figure as { value: number }).value);
  });
  test('its history comes column by column, marked', async () => {
    const { json } = await program.call<History>('GET', `${at}/listings/${codeOf(WALL_RACK)}/history`);
    const { days } = json;
    expect(days.day).toHaveLength(400);
    for (const column of Object.values(days)) expect(column).toHaveLength(400);
    expect(json.holders).toEqual(['Brasgarth']);
    expect(json.marks.some((m) => m.kind === 'restock' && /^\d+ pieces came in$/.test(m.text))).toBe(true);
    expect(json.months.length).toBeGreaterThan(30);
  });
  test('its surroundings: its own season, its category’s, the craft of its shelf', async () => {
    const { json } = await program.call<Surroundings>('GET', `${at}/listings/${codeOf(WALL_RACK)}/surroundings`);
    expect(json.course.months.length).toBeGreaterThan(30);
    expect(json.course.factors).toHaveLength(12);
    expect(json.course.words).toMatch(/\.$/);
    expect(json.category).toMatchObject({ name: 'Paint racks', listings: 8 });
    expect(json.shelf!.name).toMatch(/first page of|niche|best-ranked/);
    expect(json.shelf!.craft).toBeGreaterThan(20);
    expect(json.shelf!.parts.title).toBeGreaterThan(0);
  });
  test('a sieve is held against it limit by limit', async () => {
    const sheet = await sheetOf(codeOf(WALL_RACK));
    const { json } = await program.call<ReplyOf<typeof listings.against>>(
      'GET',
      `${at}/listings/${sheet.listing.code}/against?search=${encodeURIComponent('price=18..45&reviews=..100&hide=breakable')}`,
    );
    expect(json.verdicts.map((v) => [v.name, v.met])).toEqual([
      ['Price', true],
      ['Reviews', false],
      ['Hidden flags', true],
    ]);
    expect(json.verdicts[1]!.off).toBe(`${sheet.listing.reviews! - 100} too much`);
    expect(json.words).toContain('reviews at most 100');
  });
  test('a listing that is not there is said not to be', async () => {
    for (const part of ['', '/history', '/surroundings', '/against?search=price=1..'])
      expect((await program.call('GET', `${at}/listings/QSNONE${part}`)).status).toBe(404);
  });
});

describe('counts of one’s own', () => {
  const code = (): string => codeOf('Angled paint rack, 60 slots');
  const keep = (body: unknown) => program.call<Problem>('PUT', `${at}/listings/${code()}/counts`, body);
  test('change the estimate at once, in the sheet and in lists, and contradict the stock that was read', async () => {
    const before = await sheetOf(code());
    // Far more than really sold, over the last three weeks.
    const counts = [22, 15, 8, 1].map((back, i) => ({
      day: new Date(Date.UTC(2026, 10, 24 - back)).toISOString().slice(0, 10),
      stock: 2000 - i * 300,
      seller: '',
    }));
    expect((await keep({ counts, remove: [] })).status).toBe(200);
    const after = await sheetOf(code());
    expect(after.ownCounts).toEqual(counts);
    expect(unitsOf(after)).toBeGreaterThan(1.02 * unitsOf(before));
    const counted = (s: ListingSheet): number => (s.units.stock.known ? s.units.stock.value : Number.NaN);
    expect(counted(after)).toBeGreaterThan(1.1 * counted(before));
    expect((await briefOf(code())).units).toBeCloseTo(unitsOf(after), 6);
    expect(after.contradictions.map((c) => c.measure)).toEqual(['stock']);
    expect(after.contradictions[0]!.sides.map((s) => [s.source, s.used])).toEqual([
      ['your counts', true],
      ['the stock that was read', false],
    ]);
    expect((await keep({ counts: [], remove: counts.map((c) => c.day) })).status).toBe(200);
    expect(unitsOf(await sheetOf(code()))).toBeCloseTo(unitsOf(before), 6);
  });
  test('of tomorrow, below nothing or on no day are refused, and nothing is kept', async () => {
    const count = (day: string, stock: number) => ({ counts: [{ day, stock, seller: '' }], remove: [] });
    const late = await keep(count('2026-11-25', 5));
    expect([late.status, late.json.title]).toEqual([422, expect.stringContaining('future')]);
    expect((await keep(count('2026-11-20', -1))).status).toBe(422);
    expect((await keep(count('2026-02-31', 5))).status).toBe(422);
    expect((await sheetOf(code())).ownCounts).toEqual([]);
  });
});

test('page craft can be overruled with a note, and given back to the rubric', async () => {
  const code = codeOf(WALL_RACK);
  const before = await sheetOf(code);
  const overrule = (points: number | null) =>
    program.put(`${at}/listings/${code}/craft/pictures`, { points, note: 'all from one side' });
  expect((await overrule(10)).status).toBe(200);
  const after = await sheetOf(code);
  expect(after.craft.parts.find((p) => p.key === 'pictures')).toMatchObject({
    points: 10,
    overruled: { rubric: before.craft.parts.find((p) => p.key === 'pictures')!.points, note: 'all from one side' },
  });
  expect((await briefOf(code)).craft).toBe(after.craft.value);
  expect(after.craft.value).toBeLessThan(before.craft.value);
  expect((await overrule(101)).status).toBe(422);
  await overrule(null);
  expect((await sheetOf(code)).craft).toEqual(before.craft);
});

test('where it was put aside before is said with the reason', async () => {
  const code = codeOf('Turntable miniature paint tower');
  await program.call('PUT', `${at}/marks`, { codes: [code], state: 'dropped', reason: 'too bulky' });
  expect((await sheetOf(code)).asides).toEqual([
    { kind: 'mark', sentence: 'You dropped it from a list', reason: 'too bulky', day: '2026-11-24', candidate: null },
  ]);
  await program.put(`${at}/stay-away`, { categories: [], words: ['paint towers'] });
  expect((await sheetOf(code)).asides.map((a) => a.reason)).toEqual(['too bulky', 'for the words “paint towers”']);
  await program.put(`${at}/stay-away`, { categories: [], words: [] });
});

test('variations stand together with their shares', async () => {
  const { json } = await program.call<{ rows: ListingBrief[] }>('GET', `${at}/sift?variations=2..&fold=on&rows=200`);
  let found: ListingSheet | null = null;
  for (const row of json.rows) {
    const sheet = await sheetOf(row.code);
    if (sheet.family) found = sheet;
    if (found) break;
  }
  const { family } = found!;
  expect(family!.members.length).toBeGreaterThan(1);
  expect(family!.members.reduce((sum, m) => sum + (m.share ?? 0), 0)).toBeCloseTo(1, 9);
  expect(family!.units).toBeCloseTo(
    family!.members.reduce((sum, m) => sum + (m.units ?? 0), 0),
    6,
  );
  expect(family!.meaning).toContain('variations');
});

describe('rank curves in versions', () => {
  const CATEGORY = 'Miniatures & Models';
  const query = (counts: string): string => `category=${encodeURIComponent(CATEGORY)}&counts=${counts}`;
  const versions = async (): Promise<CurveVersion[]> =>
    (await program.call<CurveVersion[]>('GET', `${at}/curves`)).json.filter((v) => v.category === CATEGORY);
  let shipped: CurveVersion;

  test('the one that ships is in force, and counted listings are held against it', async () => {
    [shipped] = (await versions()) as [CurveVersion];
    expect(shipped).toMatchObject({ inForce: true, putBack: false, fittedOn: null });
    const { json } = await program.call<CurvePoints>('GET', `${at}/curves/points?${query('all')}`);
    expect(json.points.length).toBeGreaterThan(3);
    for (const p of json.points) expect(p.days).toBeGreaterThanOrEqual(14);
    expect(json.spread).toBeGreaterThan(0);
  });
  test('without counts of one’s own there is nothing to fit to, which is said', async () => {
    const { status, json } = await program.call<Problem>('GET', `${at}/curves/refit?${query('own')}`);
    expect([status, json.title]).toEqual([409, expect.stringContaining('counts of yours')]);
  });
  test('counts of three listings make a guess, and it is called one', async () => {
    const three = STORIES[0]!.listings.slice(0, 3).map((l) => codeOf(l.title));
    for (const code of three)
      await program.call('PUT', `${at}/listings/${code}/counts`, {
        counts: [0, 7, 14].map((d) => ({
          day: `2026-11-${String(5 + d).padStart(2, '0')}`,
          stock: 900 - 20 * d,
          seller: '',
        })),
        remove: [],
      });
    const { json } = await program.call<Refit>('GET', `${at}/curves/refit?${query('own')}`);
    expect(json).toMatchObject({ guess: true, sentences: [expect.stringContaining('This is a guess')] });
    expect(json.points).toHaveLength(3);
    for (const code of three)
      await program.call('PUT', `${at}/listings/${code}/counts`, {
        counts: [],
        remove: ['2026-11-05', '2026-11-12', '2026-11-19'],
      });
  });
  test('a fit is put in force from today on; estimates follow; the earlier one can be taken again', async () => {
    const code = codeOf(WALL_RACK);
    const before = await sheetOf(code);
    const made = await program.call<{ id: number }>('POST', `${at}/curves/refit`, {
      category: CATEGORY,
      counts: 'all',
    });
    expect(made.status).toBe(200);
    const [fitted, old] = (await versions()) as [CurveVersion, CurveVersion];
    expect(fitted).toMatchObject({ id: made.json.id, inForce: true, validFrom: '2026-11-24' });
    expect(fitted.fittedOn).toContain(code);
    expect(old).toMatchObject({ id: shipped.id, inForce: false });
    const after = await sheetOf(code);
    expect(after.curve!.id).toBe(fitted.id);
    const rank = (s: ListingSheet): number => (s.units.ranks[90].figure as { value: number }).value;
    expect(rank(after)).not.toBeCloseTo(rank(before), 0);

    const backtest = await program.call<Job>('POST', `${at}/backtest`);
    const ended = await program.ended(backtest.json);
    expect(ended.state).toBe('done');
    const { json } = await program.call<ReplyOf<typeof curves.backtest>>('GET', `${at}/backtest`);
    // Each listing of the fit was tried with a curve fitted without it.
    expect(json.backtest!.leftOut).toBeGreaterThan(3);
    expect(json.backtest!.against).toBe('books');

    expect((await program.call('PUT', `/api/curves/${shipped.id}/in-force`)).status).toBe(200);
    expect((await versions()).map((v) => [v.id, v.inForce, v.putBack])).toEqual([
      [fitted.id, false, true],
      [shipped.id, true, false],
    ]);
    expect(unitsOf(await sheetOf(code))).toBeCloseTo(unitsOf(before), 6);
    // And forward again.
    await program.call('PUT', `/api/curves/${fitted.id}/in-force`);
    expect((await versions())[0]).toMatchObject({ id: fitted.id, inForce: true, putBack: false });
    await program.call('PUT', `/api/curves/${shipped.id}/in-force`);
  });
  test('a file of knots is taken in; one that rises, or of no category here, is refused with its reason', async () => {
    const file = {
      format: 'cold-kettle/rank-curve',
      version: 1,
      category: CATEGORY,
      validFrom: '2026-11-24',
      source: 'a friend',
      residual: 0.3,
      knots: shipped.knots,
      reviewRate: 0.02,
      reviewSpread: 0.4,
    };
    const take = (change: object) =>
      program.call<Problem & { id: number }>('POST', `${at}/curves`, { ...file, ...change });
    const rising = await take({
      knots: [
        { rank: 1, unitsPerDay: 1 },
        { rank: 9, unitsPerDay: 2 },
      ],
    });
    expect([rising.status, rising.json.title]).toEqual([422, expect.stringContaining('must not rise')]);
    expect((await take({ category: 'Submarines' })).status).toBe(422);
    expect((await take({ format: 'something-else' })).status).toBe(422);
    const { json } = await take({});
    expect((await versions()).find((v) => v.id === json.id)).toMatchObject({ inForce: true, source: 'a friend' });
    await program.call('PUT', `/api/curves/${shipped.id}/in-force`);
  });
  test('a version that does not exist cannot be put in force', async () =>
    expect((await program.call('PUT', '/api/curves/999999/in-force')).status).toBe(404));
});

describe('the backtest against the invented books', () => {
  test('the blend is far closer than today’s rank, and its interval is honest', async () => {
    await program.ended((await program.call<Job>('POST', `${at}/backtest`)).json);
    const { json } = await program.call<ReplyOf<typeof curves.backtest>>('GET', `${at}/backtest`);
    const { rows } = json.backtest!;
    const of = (method: string) => rows.find((r) => r.grouping === 'all' && r.method === method)!;
    expect(of('blend').n).toBeGreaterThan(30);
    expect(of('blend').error!).toBeLessThan(0.15);
    expect(of('blend').error!).toBeLessThan(0.75 * of('rank-today').error!);
    expect(of('stock-counts').error!).toBeLessThan(0.08);
    expect(new Set(rows.map((r) => r.grouping))).toEqual(
      new Set(['all', 'category', 'volume', 'readings', 'age', 'category-age']),
    );
    expect(json.stale).toBe(false);
  });
});

describe('an own marketplace', () => {
  const own = '/api/marketplaces/harbour-lane';
  beforeAll(async () => {
    await program.call('POST', '/api/marketplaces', {
      name: 'Harbour Lane',
      currency: 'USD',
      measures: 'imperial',
      copyFrom: null,
    });
    await importCsv(
      program,
      'harbour-lane',
      'listings',
      csv(
        ['Code', 'Title', 'Category', 'Price', 'Rank', 'Stock', 'Units a month', 'Date'],
        ['HL1', 'Book press', 'Presses', '30', '12', '', '', '2026-11-01'],
        ['HL2', 'Card press', 'Presses', '30', '', '5', '', '2026-11-01'],
        ['HL3', 'Bare press', 'Presses', '', '', '', '', '2026-11-01'],
        ['HL4', 'Stated press', 'Presses', '30', '', '', '90', '2026-11-01'],
      ),
    );
  });
  test('without a curve the reason is said everywhere, and nothing breaks', async () => {
    for (const code of ['HL1', 'HL2', 'HL3', 'HL4']) {
      const sheet = await sheetOf(code, own);
      expect(sheet.curve).toBeNull();
      expect(sheet.units.ranks[90].figure).toEqual({ known: false, reason: 'The category has no rank curve.' });
      expect((await program.call('GET', `${own}/listings/${code}/surroundings`)).status).toBe(200);
      expect((await program.call('GET', `${own}/listings/${code}/history`)).status).toBe(200);
    }
    expect((await sheetOf('HL2', own)).units.stock).toMatchObject({ reason: expect.stringContaining('a second day') });
    expect((await sheetOf('HL4', own)).units.from).toBe('stated');
  });
  test('a curve of one’s own makes ranks count', async () => {
    const file = {
      format: 'cold-kettle/rank-curve',
      version: 1,
      category: '*',
      validFrom: '2026-01-01',
      source: 'my own',
      residual: 0.3,
      knots: [
        { rank: 1, unitsPerDay: 40 },
        { rank: 1000, unitsPerDay: 0.4 },
      ],
      reviewRate: null,
      reviewSpread: null,
    };
    expect((await program.call('POST', `${own}/curves`, file)).status).toBe(200);
    const sheet = await sheetOf('HL1', own);
    expect(sheet.units.from).toBe('current-rank');
    expect(sheet.curve).toMatchObject({ category: '*', source: 'my own' });
  });
  test('a file of own counts is taken in, bad rows refused by line, strangers named', async () => {
    const job = await importCsv(
      program,
      'harbour-lane',
      'counts',
      csv(
        ['Code', 'Date', 'Stock', 'Seller'],
        ['HL1', '2026-11-01', '200', 'Me'],
        ['hl1', '11.11.2026', '150', 'Me'],
        ['HL1', '2099-01-01', '10', 'Me'],
        ['HL1', '2026-11-12', 'lots', 'Me'],
        ['XX9', '2026-11-12', '5', ''],
      ),
    );
    expect(job.message).toMatch(/^2 counts taken in, 3 rows refused/);
    expect(JSON.stringify(job.result)).toContain('XX9 is no listing of Harbour Lane');
    const sheet = await sheetOf('HL1', own);
    expect(sheet.ownCounts).toEqual([
      { day: '2026-11-01', stock: 200, seller: 'Me' },
      { day: '2026-11-11', stock: 150, seller: 'Me' },
    ]);
    expect(sheet.units.stock).toMatchObject({ known: true });
    // Fifty pieces in ten days.
    expect(sheet.units.stock.known && sheet.units.stock.value).toBeCloseTo(5 * 30.4375, 6);
  });
  test('a backtest without readings says why it has none', async () => {
    const ended = await program.ended((await program.call<Job>('POST', `${own}/backtest`)).json);
    expect(ended.message).toContain('No listing could be tried');
    const { json } = await program.call<ReplyOf<typeof curves.backtest>>('GET', `${own}/backtest`);
    expect(json.backtest).toMatchObject({ against: 'counts', listings: 0, rows: [] });
  });
});
