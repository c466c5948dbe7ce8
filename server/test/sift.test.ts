import { mkdtempSync, readdirSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import type { RowDataPacket } from 'mysql2/promise';
import type { Job, ListingBrief } from '@kettle/contract/shapes';
import type { Sieve, SieveChange, SiftReply } from '@kettle/contract/sift';
import { MEASURES, type MeasureKey } from '@kettle/core/sift/measures';
import { threadHelper } from '../src/capabilities/sift/build-helper.ts';
import { buildIndex } from '../src/capabilities/sift/build.ts';
import { loadSnapshot, saveSnapshot } from '../src/capabilities/sift/snapshot.ts';
import { importCsv, startProgram, type Program } from './program.ts';

let program: Program;
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1500 });
});
afterAll(() => program.stop());

const at = '/api/marketplaces/quayside';
const sift = async (search: string): Promise<SiftReply> =>
  (await program.call<SiftReply>('GET', `${at}/sift?${search}`)).json;
const rows = async (sql: string): Promise<RowDataPacket[]> =>
  (await program.database.pool.promise().query<RowDataPacket[]>(sql))[0];
/** Moves the clock on and waits for the day, and for all that it leaves to be done. */
const moveOn = async (days: number): Promise<void> => {
  const { json } = await program.call<{ id: number }>('POST', `${at}/hob`, { days });
  await program.ended(json as never);
  for (const job of (await program.call<Job[]>('GET', '/api/jobs')).json) await program.ended(job);
};

/** The sift once its index holds all that the database does. */
const upToDate = async (search = 'rows=0'): Promise<SiftReply> => {
  for (;;) {
    const found = await sift(search);
    if (!found.index.behind) return found;
  }
};

describe('answers are those of plain SQL', () => {
  /** Measures as the tables hold them, in the units of the index. */
  const COLUMNS: Partial<Record<MeasureKey, string>> = {
    price: 'l.price',
    units: 'e.units',
    revenue: 'round(e.units * l.price)',
    reviews: 'l.reviews',
    rating: 'l.rating / 100',
    weight: 'l.weight',
    side: 'l.side_long',
    sellers: 'l.sellers',
    rank: 'l.`rank`',
    pictures: 'l.pictures',
    variations: 'l.variations',
    marketplaceDays: 'l.marketplace_days',
    reviewsMonth: 'e.reviews_month',
    unitsPerReview: 'e.units / nullif(l.reviews, 0)',
    craft: 'e.craft',
    units30: 'e.units_30',
    units90: 'e.units_90',
    unitsYear: 'e.units_year',
    price90: 'e.price_90',
    season: 'e.season',
    spikeShare: 'e.spike_share',
  };
  const WORDS = ['rack', 'book press', 'loom', 'oak', 'set'];
  /** Title words whose stem is the word itself or the word with an s. */
  const holds = (word: string): string => `l.title regexp '(^|[^a-z0-9])${word}(es|s)?([^a-z0-9]|$)'`;
  const from = `listings l join categories c on c.id = l.category_id left join estimates e on e.listing_id = l.id where l.marketplace_id = 'quayside'`;
  /** Bounds as the address writes them and as SQL compares them. */
  const written = (key: MeasureKey, value: number): { text: string; sql: number } => {
    const { unit } = MEASURES.find((m) => m.key === key)!;
    // Money is whole minor units: what is typed and what is compared must be the same sum.
    if (unit === 'money') return { text: (Math.round(value) / 100).toFixed(2), sql: Math.round(value) };
    if (unit === 'percent') return { text: String(value), sql: value / 100 };
    if (unit === 'weight') return { text: String(value), sql: value * 453.59237 };
    if (unit === 'length') return { text: String(value), sql: value * 25.4 };
    return { text: String(value), sql: value };
  };
  const RANGES: Partial<Record<MeasureKey, [number, number]>> = {
    price: [800, 7000],
    revenue: [1000, 3_000_000],
    units: [1, 900],
    reviews: [0, 900],
    rating: [2, 5],
    weight: [0, 6],
    side: [2, 30],
    rank: [1, 400],
    units30: [-60, 80],
    units90: [-60, 80],
    unitsYear: [-60, 80],
    price90: [-20, 20],
    season: [0, 100],
    marketplaceDays: [0, 100],
    craft: [20, 90],
  };
  const anyLimit = fc
    .record({
      key: fc.constantFrom(...(Object.keys(COLUMNS) as MeasureKey[])),
      a: fc.double({ min: 0, max: 1, noNaN: true }),
      b: fc.double({ min: 0, max: 1, noNaN: true }),
      open: fc.constantFrom('neither', 'min', 'max'),
      unknown: fc.boolean(),
    })
    .map(({ key, a, b, open, unknown }) => {
      const [low, high] = RANGES[key] ?? [0, 12];
      const on = (x: number): number => Number((low + (high - low) * x).toFixed(2));
      const [min, max] = [written(key, on(Math.min(a, b))), written(key, on(Math.max(a, b)))];
      const known = [
        ...(open === 'min' ? [] : [`${COLUMNS[key]} >= ${min.sql}`]),
        ...(open === 'max' ? [] : [`${COLUMNS[key]} <= ${max.sql}`]),
      ].join(' and ');
      return {
        key,
        parameter: `${open === 'min' ? '' : min.text}..${open === 'max' ? '' : max.text}${unknown ? '?' : ''}`,
        sql: unknown ? `(${COLUMNS[key]} is null or (${known}))` : `(${COLUMNS[key]} is not null and ${known})`,
      };
    });

  test('count, costs and the first rows, on random limits', async () => {
    const mains = await rows(`select id, path from categories where marketplace_id = 'quayside' and parent_id is null`);
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(anyLimit, { maxLength: 5, selector: (l) => l.key }),
        fc.constantFrom(...mains.map((m) => ({ id: m.id as number, path: m.path as string }))),
        fc.boolean(),
        fc.subarray(WORDS, { maxLength: 2 }),
        fc.subarray(WORDS, { maxLength: 2 }),
        fc.constantFrom('price', 'reviews', 'rating'),
        async (limits, main, inCategory, have, leaveOut, sort) => {
          // Ranks are limited within one main category only.
          const narrowed = inCategory || limits.some((l) => l.key === 'rank');
          const parameters = new URLSearchParams([
            ...limits.map((l) => [l.key, l.parameter]),
            ...(narrowed ? [['cat', String(main.id)]] : []),
            ...(have.length > 0 ? [['has', have.join(',')]] : []),
            ...(leaveOut.length > 0 ? [['not', leaveOut.join(',')]] : []),
            ['sort', `-${sort}`],
            ['rows', '20'],
          ]);
          const conditions: Record<string, string> = Object.fromEntries([
            ...limits.map((l) => [l.key, l.sql]),
            ...(narrowed ? [['category', `(c.path = '${main.path}' or c.path like '${main.path} ›%')`]] : []),
            ...(have.length > 0 ? [['have', have.map(holds).join(' and ')]] : []),
            ...(leaveOut.length > 0 ? [['leaveOut', `not (${leaveOut.map(holds).join(' or ')})`]] : []),
          ]);
          const where = (without: string | null): string =>
            ['1 = 1', ...Object.entries(conditions).flatMap(([k, c]) => (k === without ? [] : [`(${c})`]))].join(
              ' and ',
            );
          const count = async (without: string | null): Promise<number> =>
            Number((await rows(`select count(*) n from ${from} and ${where(without)}`))[0]!.n);
          const found = await sift(parameters.toString());
          expect(found.faults).toEqual([]);
          const all = await count(null);
          expect(found.count).toBe(all);
          for (const key of Object.keys(conditions))
            expect([key, found.costs[key]]).toEqual([key, (await count(key)) - all]);
          const first = await rows(
            `select l.code from ${from} and ${where(null)} order by l.${sort} is null, l.${sort} desc, l.id limit 20`,
          );
          expect(found.rows.map((r) => r.code)).toEqual(first.map((r) => r.code));
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the index', () => {
  test('an index that cannot be built leaves the old one in use and says so, and is made when it can be', async () => {
    const before = await sift('');
    // The estimates cannot be read: their table is away for a while.
    await rows('rename table estimates to estimates_away');
    await rows(
      `update marketplaces set data_version = data_version + 1, rebuilt_version = data_version where id = 'lindholm-torg'`,
    );
    await rows(
      `update marketplaces set data_version = data_version + 1, rebuilt_version = data_version where id = 'quayside'`,
    );
    const broken = await program.call<SiftReply>('GET', `${at}/sift?rows=0`);
    await rows('rename table estimates_away to estimates');
    expect(broken.status).toBe(200);
    expect(broken.json.count).toBe(before.count);
    expect(broken.json.index).toMatchObject({ behind: true, failed: expect.stringContaining('as it was before') });
    const after = await upToDate();
    expect(after.index).toMatchObject({ behind: false, failed: null });
    expect(after.count).toBe(before.count);
  });

  test('new readings are patched in: what they say is what an index built anew would say', async () => {
    const { rows: some } = await sift('units=50..&rows=3');
    await program.call('POST', `${at}/watch`, { text: some.map((l) => l.code).join('\n') });
    await moveOn(30);
    const patched = await upToDate('sort=-reviews&rows=100');
    await rows(
      `update marketplaces set data_version = data_version + 1, rebuilt_version = data_version where id = 'quayside'`,
    );
    const anew = await upToDate('sort=-reviews&rows=100');
    expect(patched.rows.map((l) => [l.code, l.units])).toEqual(anew.rows.map((l) => [l.code, l.units]));
    const [one] = (await sift(`has=${encodeURIComponent(some[0]!.title.split(' ')[1]!)}&rows=500`)).rows.filter(
      (l) => l.code === some[0]!.code,
    );
    expect(one!.seenOn > some[0]!.seenOn).toBe(true);
  });

  test('an index kept in a file is the same when read again; of another database, or cut short, it is none', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'kettle snapshot '));
    const file = join(folder, 'deep', 'sift-quayside.index');
    const build = await buildIndex(program.database, 'quayside', null);
    // In two threads at once it is the same.
    const helper = threadHelper(program.url);
    const parted = await buildIndex(program.database, 'quayside', null, { ...helper, worth: 10 });
    await helper.end();
    expect(parted).toEqual({ ...build, builtAt: parted.builtAt });
    saveSnapshot(file, 'here', build);
    // What a killed process left half-written goes with the next writing.
    writeFileSync(`${file}.999999999.new`, 'half');
    saveSnapshot(file, 'here', build);
    expect(readdirSync(join(folder, 'deep'))).toEqual(['sift-quayside.index']);
    const again = loadSnapshot(file, 'here')!;
    expect(again).toEqual(build);
    expect(await buildIndex(program.database, 'quayside', again)).toBe(again);
    expect(loadSnapshot(file, 'elsewhere')).toBeNull();
    expect(loadSnapshot(join(folder, 'nothing'), 'here')).toBeNull();
    truncateSync(file, 4000);
    expect(loadSnapshot(file, 'here')).toBeNull();
    writeFileSync(file, 'not an index at all, but some text');
    expect(loadSnapshot(file, 'here')).toBeNull();
    rmSync(folder, { recursive: true });
  });

  test('two windows with different sifts at the same time get each their own answer', async () => {
    const searches = Array.from({ length: 12 }, (_, i) => `price=${8 + i}..${30 + i}&rows=5`);
    const alone: SiftReply[] = [];
    for (const search of searches) alone.push(await sift(search));
    const together = await Promise.all(searches.map(sift));
    expect(together.map((r) => [r.count, r.rows.map((l) => l.code)])).toEqual(
      alone.map((r) => [r.count, r.rows.map((l) => l.code)]),
    );
  });

  test('a request whose asker has gone is not answered and disturbs nothing', async () => {
    const gone = new AbortController();
    const asked = fetch(`http://127.0.0.1:${program.port}${at}/sift?price=1..2`, { signal: gone.signal });
    gone.abort();
    await expect(asked).rejects.toThrow(/abort/);
    expect((await sift('rows=1')).rows).toHaveLength(1);
  });
});

describe('what a sift says of itself', () => {
  test('ranks of two categories do not compare: the limit is left out and said', async () => {
    const all = await sift('rows=0');
    const found = await sift('rank=..50&rows=0');
    expect(found.faults[0]).toMatchObject({ field: 'rank', sentence: expect.stringContaining('do not compare') });
    expect(found.count).toBe(all.count);
  });
  test('nothing left: following a way back brings what it says', async () => {
    const none = await sift('price=18..45&reviews=..0&units=1500..&rows=0');
    expect(none.count).toBe(0);
    expect(none.waysBack.length).toBeGreaterThan(0);
    const [removal] = none.waysBack.filter((w) => w.remove.join() === 'reviews');
    expect((await sift('price=18..45&units=1500..&rows=0')).count).toBe(removal!.brings);
    const [loosened] = none.waysBack.filter((w) => w.loosen?.key === 'reviews');
    expect((await sift(`price=18..45&units=1500..&reviews=..${loosened!.loosen!.to}&rows=0`)).count).toBe(
      loosened!.brings,
    );
  });
  test('flags come with their reasons, and hiding them costs what they cost', async () => {
    const [flagged] = (await sift('has=lamp&rows=1')).rows;
    expect(flagged!.flags.find((f) => f.key === 'electronics')).toMatchObject({
      kind: 'risk',
      reason: expect.stringMatching(/says “(lamp|light|safelight)”/),
    });
    const all = await sift('rows=0');
    const hidden = await sift('hide=electronics,holiday&rows=0');
    const only = await sift('only=electronics,holiday&rows=0');
    expect(hidden.count + only.count).toBe(all.count);
    expect(hidden.costs.hide).toBe(only.count);
  });
  test('folded variations stand as one row, and say how many they are', async () => {
    const flat = await sift('rows=500&sort=title');
    const folded = await sift('rows=500&sort=title&fold=on');
    expect(folded.count).toBe(flat.count);
    expect(folded.shown).toBeLessThan(flat.shown);
    const [code, n] = Object.entries((await sift('rows=500&fold=on')).folded)[0]!;
    expect(n).toBeGreaterThan(1);
    const [family] = await rows(
      `select count(*) n from listings where family_id = (select family_id from listings where code = '${code}')`,
    );
    expect(Number(family!.n)).toBe(n);
  });
});

describe('marks', () => {
  const mark = (codes: string[], state: string | null, reason = '') =>
    program.call('PUT', `${at}/marks`, { codes, state, reason });
  const find = async (code: string): Promise<ListingBrief> =>
    (await program.call<ListingBrief[]>('GET', `${at}/listings?codes=${code}`)).json[0]!;
  test('are on the row wherever it turns up, can be hidden, and "seen" takes nothing stronger away', async () => {
    const { rows: some } = await sift('rows=3');
    const [a, b, c] = some.map((l) => l.code) as [string, string, string];
    await mark([a], 'dropped', 'breakable');
    await mark([b], 'kept');
    await mark([a, b, c], 'seen');
    expect((await find(a)).mark).toMatchObject({ state: 'dropped', reason: 'breakable' });
    expect((await find(b)).mark?.state).toBe('kept');
    expect((await find(c)).mark?.state).toBe('seen');
    const hidden = await sift('marks=dropped,kept&rows=3');
    expect(hidden.costs.marks).toBe(2);
    expect(hidden.rows.map((l) => l.code)).not.toContain(a);
    await mark([a], null);
    expect((await find(a)).mark).toMatchObject({ state: 'seen', reason: '' });
  });
  test('of no listing or with an unknown state are refused or pass without harm', async () => {
    expect((await mark(['NOTHERE'], 'dropped')).status).toBe(200);
    expect((await mark([], 'kept')).status).toBe(200);
    expect((await mark(['X'], 'burnt')).status).toBe(422);
  });
});

describe('the stay-away list', () => {
  test('keeps kinds and words out of every sift until it is switched off', async () => {
    const all = await sift('rows=0');
    const [kind] = await rows(`select id from categories where marketplace_id = 'quayside' and name = 'Darkroom'`);
    const kept = await program.put(`${at}/stay-away`, { categories: [kind!.id], words: ['kite', ' kite '] });
    expect(kept.json).toMatchObject({ categories: [kind!.id], words: ['kite'] });
    const without = await sift('rows=0');
    const off = await sift('away=off&rows=0');
    expect(off.count).toBe(all.count);
    expect(without.count + without.costs.away!).toBe(all.count);
    expect((await sift('has=kite&rows=0')).count).toBe(0);
    await program.put(`${at}/stay-away`, { categories: [], words: [] });
  });
  test('refuses a category of another marketplace', async () => {
    const [foreign] = await rows(`select id from categories where marketplace_id = 'lindholm-torg' limit 1`);
    const { status, json } = await program.put(`${at}/stay-away`, { categories: [foreign!.id], words: [] });
    expect([status, json]).toEqual([422, expect.objectContaining({ field: 'categories' })]);
  });
});

describe('rules for flags', () => {
  test('can be changed and gone back from; sifts follow', async () => {
    const { json } = await program.call<{ rules: { words: Record<string, string[]> }; own: boolean }>(
      'GET',
      `${at}/flag-rules`,
    );
    expect(json.own).toBe(false);
    const rules = { ...json.rules, words: { ...json.rules.words, breakable: ['loom'] } };
    expect((await program.put(`${at}/flag-rules`, { rules })).status).toBe(200);
    await upToDate();
    const looms = await sift('has=loom&only=breakable&rows=1');
    expect(looms.count).toBe((await sift('has=loom&rows=0')).count);
    expect(looms.rows[0]!.flags.find((f) => f.key === 'breakable')?.reason).toBe('The title says “loom”.');
    await program.put(`${at}/flag-rules`, { rules: null });
    await upToDate();
    expect((await sift('has=loom&only=breakable&rows=0')).count).toBe(0);
  });
  test('that are none are refused', async () =>
    expect((await program.put(`${at}/flag-rules`, { rules: { words: {} } })).status).toBe(422));
});

describe('sieves', () => {
  interface Opened {
    since: string | null;
    new: number;
    gone: number;
    changed: number;
    tooMany: boolean;
    changes: SieveChange[];
  }
  const keep = (name: string, search: string) =>
    program.call<Sieve>('POST', `${at}/sieves`, { name, search, reasoning: 'because' });
  const open = async (id: number): Promise<Opened> =>
    (await program.call<Opened>('POST', `/api/sieves/${id}/open`)).json;
  const list = async () =>
    (await program.call<{ kept: Sieve[]; starters: { search: string }[] }>('GET', `${at}/sieves`)).json;

  test('are kept tidied, renamed, made the start and deleted; a name is given once', async () => {
    const { json: made } = await keep('Quiet', 'price=18..45&colour=red&sort=-price');
    expect(made).toMatchObject({ name: 'Quiet', search: 'price=18..45&sort=-price', isStart: false, openedOn: null });
    const twice = await keep(' Quiet ', 'price=1..2');
    expect([twice.status, twice.json]).toEqual([
      409,
      expect.objectContaining({ title: expect.stringContaining('already') }),
    ]);
    const other = (await keep('Loud', 'price=1..2')).json;
    await program.call('PATCH', `/api/sieves/${made.id}`, { isStart: true });
    await program.call('PATCH', `/api/sieves/${other.id}`, { isStart: true, name: 'Louder' });
    expect((await list()).kept.map((s) => [s.name, s.isStart])).toEqual([
      ['Louder', true],
      ['Quiet', false],
    ]);
    expect((await program.call('PATCH', `/api/sieves/${other.id}`, { name: 'Quiet' })).status).toBe(409);
    await program.call('DELETE', `/api/sieves/${made.id}`);
    await program.call('DELETE', `/api/sieves/${other.id}`);
    expect((await list()).kept).toEqual([]);
    expect((await program.call('DELETE', `/api/sieves/${made.id}`)).status).toBe(404);
    expect((await keep('   ', '')).status).toBe(422);
  });

  test('every starter sieve leaves a list to read, of which every limit can say what it costs', async () => {
    for (const { search } of (await list()).starters) {
      const found = await sift(`${search}&rows=0`);
      expect([search, found.faults]).toEqual([search, []]);
      expect(found.count).toBeGreaterThan(0);
      expect(found.count).toBeLessThan(found.total / 2);
    }
  });

  test('know what is new, gone and changed since the last earlier day they were opened', async () => {
    const { json: made } = await keep('Watched prices', 'price=20..40');
    expect(await open(made.id)).toMatchObject({ since: null, new: 0, gone: 0, changed: 0 });
    const [stays, goes] = (await sift('price=22..38&sort=units&rows=2')).rows;
    const [comes] = (await sift('price=60..&sort=units&rows=1')).rows;
    await rows(`update listings set price = round(price * 1.06) where id = ${stays!.id}`);
    await rows(`update listings set price = 9900 where id = ${goes!.id}`);
    await rows(`update listings set price = 3000 where id = ${comes!.id}`);
    await moveOn(1);
    await rows(
      `update marketplaces set data_version = data_version + 1, rebuilt_version = data_version where id = 'quayside'`,
    );
    await upToDate();
    const day = (await list()).kept.find((s) => s.id === made.id)!.openedOn;
    const found = await open(made.id);
    expect(found).toMatchObject({ since: day, new: 1, gone: 1, changed: 1, tooMany: false });
    expect(found.changes.map((c) => [c.what, c.code])).toEqual([
      ['new', comes!.code],
      ['gone', goes!.code],
      ['changed', stays!.code],
    ]);
    expect(found.changes[2]!.how).toMatch(/^price [\d.]+ USD → [\d.]+ USD$/);
    // Again on the same day: the same is told, not nothing.
    expect(await open(made.id)).toEqual(found);
    await moveOn(1);
    await upToDate();
    expect(await open(made.id)).toMatchObject({ since: expect.any(String), new: 0, gone: 0 });
  });
});

test('two sieves compared: the parts add up and hold what they say', async () => {
  const [a, b] = ['price=10..30', 'price=20..50'];
  const compare = async (part: string) =>
    (
      await program.call<{ onlyA: number; onlyB: number; both: number; rows: ListingBrief[] }>(
        'GET',
        `${at}/compare?${new URLSearchParams({ a, b, part })}`,
      )
    ).json;
  const [onlyA, both, onlyB] = [await compare('a'), await compare('both'), await compare('b')];
  expect(both.onlyA + both.both).toBe((await sift(`${a}&rows=0`)).count);
  expect(both.onlyB + both.both).toBe((await sift(`${b}&rows=0`)).count);
  expect(onlyA.rows.every((l) => l.price! < 2000)).toBe(true);
  expect(both.rows.every((l) => l.price! >= 2000 && l.price! <= 3000)).toBe(true);
  expect(onlyB.rows.every((l) => l.price! > 3000)).toBe(true);
});

test('an export holds all matches in their order, with the sift in words and its day', async () => {
  const found = await sift('price=18..45&sort=-price&rows=500');
  const { text, headers } = await program.call('GET', `${at}/sift.csv?price=18..45&sort=-price`);
  const lines = text.trim().split('\n');
  expect(lines[0]).toContain('# Listings of Quayside, sifted on');
  expect(lines[1]).toContain('price 18 USD to 45 USD');
  const head = lines.findIndex((l) => l.startsWith('Listing code'));
  expect(lines.length - head - 1).toBe(found.count);
  expect(lines[head + 1]!.split(',')[0]).toBe(found.rows[0]!.code);
  expect(headers['content-disposition']).toContain('.csv');
});

test('a file brings what the limits of a sift ask for, and leaves out what is none of it', async () => {
  const lines = [
    'Listing code,Title,Category,Price,Fulfilled by,Sold by the marketplace,Pieces in the pack,Variation of,Description',
    'FAM-1,Flying press small,Bookcraft & Paper › Presses,30,seller,no,5,,A press that flies.',
    'FAM-2,Flying press large,Bookcraft & Paper › Presses,40,marketplace,yes,,FAM-1,',
    'FAM-3,Flying press odd,Bookcraft & Paper › Presses,41,pigeon,no,,,',
    'FAM-4,Flying press odd,Bookcraft & Paper › Presses,42,,perhaps,,,',
  ];
  const job = await importCsv(program, 'quayside', 'listings', `${lines.join('\n')}\n`);
  expect(job.message).toContain('4 listings taken in, 2 cells left out.');
  await upToDate();
  const found = await sift('has=flying+press&sort=price&rows=5');
  expect(found.rows.map((l) => [l.code, l.fulfilment, l.soldByMarketplace, l.packCount, l.piecePrice])).toEqual([
    ['FAM-1', 'seller', false, 5, 600],
    ['FAM-2', 'marketplace', true, null, null],
    ['FAM-3', 'unknown', false, null, null],
    ['FAM-4', 'unknown', null, null, null],
  ]);
  expect((await sift('has=flying+press&by=seller&rows=0')).count).toBe(1);
  expect((await sift('has=flying+press&sold=yes&rows=0')).count).toBe(1);
  expect(await sift('has=flying+press&fold=on&rows=5')).toMatchObject({ count: 4, shown: 3 });
});

test('a file with a new listing rebuilds the index; one with known ones only changes them', async () => {
  const file = (price: number) =>
    `Listing code,Title,Category,Price\nNEW-1,Quite new press,Bookcraft & Paper › Presses,${price}\n`;
  await importCsv(program, 'quayside', 'listings', file(33));
  await upToDate();
  expect((await sift('has=quite+new&rows=1')).rows[0]).toMatchObject({ code: 'NEW-1', price: 3300 });
  await importCsv(program, 'quayside', 'listings', file(44));
  await upToDate();
  expect((await sift('has=quite+new&rows=1')).rows[0]!.price).toBe(4400);
});
