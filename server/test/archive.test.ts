// A workspace as one file, out and in again.
import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import JSZip from 'jszip';
import type { Job } from '@kettle/contract/shapes';
import type { KeptImport } from '@kettle/contract/sources';
import type { SiftReply } from '@kettle/contract/sift';
import { ARCHIVE_TABLES } from '../src/capabilities/archive/tables.ts';
import { KeptCopies } from '../src/capabilities/archive/copies.ts';
import { csv, importCsv, startProgram, type Program } from './program.ts';
import { takeSamples } from './take-samples.ts';

let program: Program;
let at: string;
beforeAll(async () => {
  program = await startProgram();
  ({ at } = await takeSamples(program, 'Harbour Lane'));
  await workOn(program);
});
afterAll(() => program.stop());

/** What a seller does on top of files, so that every table has something of it. */
const workOn = async ({ call, put, database, ended }: Program): Promise<void> => {
  const { rows } = (await call<SiftReply>('GET', `${at}/sift?rows=10&sort=-units`)).json;
  const codes = rows.map((r) => r.code);
  const made = await call<{ id: number }>('POST', `${at}/candidates`, { name: 'Öl & “Tin”', anchor: codes[0], rivals: codes.slice(1, 3) }); // prettier-ignore
  await put(`/api/candidates/${made.json.id}/page-draft`, { document: { format: 'cold-kettle/page-draft', title: 'Öl', bullets: ['a'], description: '', words: '', pictures: [], drafted: [], answered: [] } }); // prettier-ignore
  await put(`/api/candidates/${made.json.id}/before-order`, { document: { format: 'cold-kettle/before-order', begins: null, lines: [] } }); // prettier-ignore
  await call('PUT', `/api/candidates/${made.json.id}/measured/price`, { held: true });
  const { anchorCode } = (await call<{ anchorCode: string }>('GET', `/api/candidates/${made.json.id}/score`)).json;
  const answers = new URLSearchParams({ kettle: 'cold-kettle-opinion', about: `${at.split('/').at(-1)}/${anchorCode}`, 'is.no-patent': 'fail', by: 'Ida', end: '1' }); // prettier-ignore
  expect((await call('POST', `/api/candidates/${made.json.id}/opinions`, { text: `?${answers.toString()}` })).status).toBe(200); // prettier-ignore
  await database.pool.promise().query(`insert into evidence_pictures (candidate_id, \`key\`, type, name, bytes, day) values (?, 'no-patent', 'image/png', 'a.png', ?, '2026-11-03')`, [made.json.id, Buffer.from('89504e470d0a1a0aff00', 'hex')]); // prettier-ignore
  await put(`${at}/means`, { document: { format: 'cold-kettle/own-means', purse: 500_000, income: null, weeks: null, taste: 'no glass' } }); // prettier-ignore
  const sheet = await call<{ costing: { document: object; version: number } }>('GET', `${at}/listings/${encodeURIComponent(codes[1]!)}`); // prettier-ignore
  const { document, version } = sheet.json.costing;
  await call('PUT', `${at}/listings/${encodeURIComponent(codes[1]!)}/costing`, { document, version });
  const category = (await call<{ id: number; depth: number }[]>('GET', `${at}/categories`)).json[0]!.id;
  await call('POST', `${at}/sieves`, {
    place: 'sift',
    name: 'Mine',
    search: `cat=${category}&price=1..900`,
    reasoning: '',
  });
  await put(`${at}/stay-away`, { categories: [], words: ['glass'] });
  const [terms] = await database.pool.promise().query('select id from search_terms order by id limit 2');
  const ids = (terms as { id: number }[]).map((t) => Number(t.id));
  await ended((await call<Job>('POST', `${at}/niche-corrections`, { terms: ids, niche: 'By hand' })).json);
  await database.pool
    .promise()
    .query(
      `insert into marks (listing_id, state, reason, day) select id, 'dropped', 'Too heavy.', '2026-11-03' from listings limit 3`,
    );
  await database.pool.promise().query(`insert into basket_terms select ?, id, '2026-11-03' from search_terms limit 2`, [made.json.id]); // prettier-ignore
  const group = (await call<{ id: number }>('POST', `${at}/watch/groups`, { name: 'Tins' })).json.id;
  await call('POST', `${at}/watch`, { text: codes.slice(0, 3).join(' '), group, labels: ['rival'] });
  await call('POST', `${at}/watch/events`, { kind: 'sale', first: '2026-11-20', last: '2026-11-23', text: 'Sale' });
  const plan = (await call<{ plan: object; version: number }>('GET', `${at}/watch/plan`)).json;
  await call('PUT', `${at}/watch/plan`, plan);
  await call('POST', `${at}/listings/remove`, { codes: [codes.at(-1)] });
};

const archiveOf = async ({ url: _, port }: Program): Promise<Buffer> => {
  const response = await fetch(`http://127.0.0.1:${port}/api/workspace/archive.zip`);
  expect(response.headers.get('content-type')).toBe('application/zip');
  return Buffer.from(await response.arrayBuffer());
};
const bringIn = async (into: Program, file: Buffer): Promise<Job> =>
  into.ended((await into.call<Job>('POST', '/api/workspace/archive?name=copy.zip', file)).json);
interface Told {
  schema: string;
  tables: { name: string; rows: number; sha256: string; columns: string[] }[];
}
const manifestOf = async (file: Buffer): Promise<Told> =>
  JSON.parse(await (await JSZip.loadAsync(file)).file('manifest.json')!.async('string')) as Told;
/** The same archive with some of its files in another wording; sums made anew unless they are to be wrong. */
const forged = async (
  file: Buffer,
  change: (files: Map<string, string>, manifest: Told) => void,
  sums = true,
): Promise<Buffer> => {
  const zip = await JSZip.loadAsync(file);
  const manifest = await manifestOf(file);
  const files = new Map<string, string>();
  for (const { name } of manifest.tables) files.set(name, await zip.file(`tables/${name}.ndjson`)!.async('string'));
  change(files, manifest);
  const made = new JSZip();
  for (const [name, text] of files) {
    made.file(`tables/${name}.ndjson`, text);
    const told = manifest.tables.find((t) => t.name === name);
    if (told && sums)
      Object.assign(told, {
        rows: text.split('\n').length - 1,
        sha256: createHash('sha256').update(text).digest('hex'),
      });
  }
  made.file('manifest.json', JSON.stringify(manifest));
  return made.generateAsync({ type: 'nodebuffer' });
};

/** What a reply says of one workspace alone: numbers of rows, and what it was made from. */
const OWN_TO_A_WORKSPACE = new Set(['builtAt', 'state', 'id', 'category', 'niche', 'categories', 'import']);
/** The rows of an archive, with the first of each table as number 1: what leads to which row stays. */
const numberedAnew = async (file: Buffer): Promise<Record<string, unknown[]>> => {
  const zip = await JSZip.loadAsync(file);
  const rows: Record<string, Record<string, unknown>[]> = {};
  const numbers = new Map<string, number>();
  for (const { name } of ARCHIVE_TABLES) {
    const lines = (await zip.file(`tables/${name}.ndjson`)!.async('string')).split('\n').filter(Boolean);
    rows[name] = lines.map((line) => JSON.parse(line) as Record<string, unknown>);
    for (const [i, { id }] of rows[name].entries()) numbers.set(`${name} ${String(id)}`, i + 1);
  }
  for (const { name, numbered, columns } of ARCHIVE_TABLES)
    for (const row of rows[name]!) {
      for (const { name: column, points } of columns)
        if (points !== null && points !== 'marketplaces' && row[column] !== null)
          row[column] = numbers.get(`${points} ${String(row[column])}`) ?? 'gone';
      if (numbered) row.id = numbers.get(`${name} ${String(row.id)}`);
      if (name === 'imports') (row.result as { import: unknown }).import = row.id;
      // Categories of a sieve, and of rows that stood before an import, are tried by what they find.
      if (name === 'sieves') row.search = String(row.search).replace(/cat=[\d,]+/, 'cat');
      if (name === 'import_parts') delete row.rows;
    }
  for (const { name, numbered } of ARCHIVE_TABLES)
    if (!numbered) rows[name] = rows[name]!.map((r) => JSON.stringify(r)).toSorted() as never;
  return rows;
};

describe('a copy of a workspace', () => {
  test('holds every table with as many rows as there are, in lines of JSON that another library reads', async () => {
    const file = await archiveOf(program);
    const { tables } = await manifestOf(file);
    const counts = Object.fromEntries(tables.map((t) => [t.name, t.rows]));
    const [rows] = await program.database.pool.promise().query('show tables');
    for (const name of (rows as object[]).map((r) => String(Object.values(r)[0]))) {
      if (
        [
          'jobs',
          'uploads',
          'upload_pieces',
          'folder_files',
          'workspace',
          'migration_steps',
          'people',
          'sessions',
          'invitations',
          'tokens',
          // Of the version before, which may still work beside this one.
          'sign_in_tries',
          'sign_in_counts',
          'devices',
          'recovery_codes',
          'deeds',
          'presence',
          'own_things',
          'leases',
          'turns',
          'commits',
        ].includes(name) ||
        name.startsWith('truth_') ||
        name.startsWith('stand_in_')
      )
        continue;
      const [[n]] = (await program.database.pool.promise().query(`select count(*) as n from \`${name}\``)) as unknown as [{ n: number }[]]; // prettier-ignore
      expect([name, counts[name]]).toEqual([name, Number(n!.n)]);
    }
    const empty = tables.filter((t) => t.rows === 0).map((t) => t.name);
    // What this seller has not done: everything else is tried by what follows.
    expect(empty).toEqual([
      'answers',
      'brand_judgements',
      'briefs',
      'craft_overrules',
      'decisions',
      'mentions',
      'review_corrections',
      'sieve_listings',
      'supplier_cards',
      'supplier_requests',
      'watch_runs',
      'watched_pages',
    ]);
    const zip = await JSZip.loadAsync(file);
    const first = JSON.parse((await zip.file('tables/listings.ndjson')!.async('string')).split('\n')[0]!) as object;
    expect(first).toMatchObject({ code: expect.stringMatching(/^HL_/), price: expect.any(Number) });
    expect((await zip.file('tables/suppliers.ndjson')!.async('string')).trim().split('\n')).toHaveLength(2);
  });

  test('read into an empty workspace is the same but for the numbers of rows, and works: taking back included', async () => {
    const file = await archiveOf(program);
    const other = await startProgram();
    try {
      const job = await bringIn(other, file);
      expect(job).toMatchObject({ state: 'done', message: expect.stringContaining('Harbour Lane') });
      const again = await archiveOf(other);
      expect(await numberedAnew(again)).toEqual(await numberedAnew(file));
      for (const path of [
        `${at}/sift?rows=100&sort=-units`,
        `${at}/shortlist`,
        `${at}/demand/niches?rows=50`,
        `${at}/imports`,
      ]) {
        const [here, there] = [await program.call<object>('GET', path), await other.call<object>('GET', path)];
        const plain = (reply: object): unknown =>
          JSON.parse(JSON.stringify(reply, (key, v: unknown) => (OWN_TO_A_WORKSPACE.has(key) ? null : v)));
        expect([path, plain(there.json)]).toEqual([path, plain(here.json)]);
      }
      const kept = (await other.call<KeptImport[]>('GET', `${at}/imports`)).json.find((i) => i.kind === 'readings')!;
      const back = await other.ended((await other.call<Job>('POST', `/api/imports/${kept.id}/take-back`)).json);
      expect(back).toMatchObject({ state: 'done', message: expect.stringContaining('was taken back') });
    } finally {
      await other.stop();
    }
  });

  test('read beside what is there gets numbers and a name of its own; both go on as they are', async () => {
    const file = await archiveOf(program);
    const before = (await program.call<SiftReply>('GET', `${at}/sift?rows=100&sort=-units`)).json.rows;
    const job = await bringIn(program, file);
    expect(job).toMatchObject({ state: 'done', message: expect.stringContaining('Harbour Lane (2)') });
    const figures = (rows: SiftReply['rows']): unknown => rows.map((r) => [r.code, r.units, r.net, r.category, r.mark]);
    const own = (await program.call<SiftReply>('GET', `${at}/sift?rows=100&sort=-units`)).json.rows;
    const twin = (await program.call<SiftReply>('GET', `${at}-2/sift?rows=100&sort=-units`)).json.rows;
    expect(figures(own)).toEqual(figures(before));
    expect(figures(twin)).toEqual(figures(before));
    // The sieve is narrowed to the twin's own category.
    const sieves = async (id: string): Promise<{ search: string }[]> =>
      (await program.call<{ kept: { search: string }[] }>('GET', `${id}/sieves?place=sift`)).json.kept;
    const categoryOf = async (id: string): Promise<number> =>
      (await program.call<{ id: number }[]>('GET', `${id}/categories`)).json[0]!.id;
    for (const id of [at, `${at}-2`])
      expect((await sieves(id)).map((s) => s.search)).toContain(`cat=${await categoryOf(id)}&price=1..900`);
    // Its files can be taken back, and the other's stay.
    const kept = (await program.call<KeptImport[]>('GET', `${at}-2/imports`)).json;
    expect(kept).toHaveLength(10);
    for (const { id, kind } of kept) {
      const back = await program.ended((await program.call<Job>('POST', `/api/imports/${id}/take-back`)).json);
      expect([kind, back.state]).toEqual([kind, 'done']);
    }
    expect(figures((await program.call<SiftReply>('GET', `${at}/sift?rows=100&sort=-units`)).json.rows)).toEqual(
      figures(before),
    );
    // Suppliers and scoresheets that are the same are not there twice.
    const [[n]] = (await program.database.pool.promise().query('select (select count(*) from suppliers) as s, (select count(*) from scoresheets) as c')) as unknown as [{ s: number; c: number }[]]; // prettier-ignore
    expect([Number(n!.s), Number(n!.c)]).toEqual([2, 1]);
  });

  test.each<[string, Parameters<typeof forged>[1], boolean, RegExp]>([
    ['a line changed under its checksum', (f) => f.set('listings', f.get('listings')!.replace('HL_', 'HX_')), false, /damaged/],
    ['a table that is not known', (_, m) => void (m.tables[0]!.name = 'jobs'), true, /not known here/],
    ['a column that is not known', (_, m) => void m.tables[0]!.columns.push('x` = 1; --'), true, /not known here/],
    ['another version', (_, m) => void (m.schema = '9999_later'), true, /later version/],
    ['a file that is missing', (f) => f.delete('readings'), true, /lacks its file/],
    ['a row that hangs on nothing', (f) => f.set('readings', f.get('readings')!.replace(/"listing_id":\d+/, '"listing_id":999999')), true, /hangs on one of “listings”/],
    ['a row twice', (f) => f.set('listings', `${f.get('listings')!}${f.get('listings')!.split('\n')[0]!}\n`), true, /is refused/],
    ['a document that is none', (f) => f.set('costings', f.get('costings')!.replace('"monthsStored":', '"months":')), true, /is not what it should be/],
    ['a value that its column cannot hold', (f) => f.set('listings', f.get('listings')!.replace(/"rating":\d+/, '"rating":9000')), true, /is refused/],
    ['an object where a text stands', (f) => f.set('listings', f.get('listings')!.replace(/"title":"[^"]*"/, '"title":{"__proto__":1}')), true, /neither text nor number/],
    ['a line that is no JSON', (f) => f.set('listings', `nonsense\n${f.get('listings')!}`), true, /is no object/],
    ['a number that another row has once it is rounded', (f) => f.set('listings', f.get('listings')!.replace(/"id":\d+/, '"id":9007199254740993')), true, /is no number/],
    ['a sum that JavaScript does not know exactly', (f) => f.set('listings', f.get('listings')!.replace(/"price":\d+/, '"price":9007199254740993')), true, /not a number, or too large/],
    ['a number as a text', (f) => f.set('listings', f.get('listings')!.replace(/"price":\d+/, '"price":"9223372036854775807"')), true, /not a number, or too large/],
    ['levels of estimates that are none', (f) => f.set('estimate_levels', f.get('estimate_levels')!.replace('"elsewhere"', '"nowhere"')), true, /estimate_levels\.\w+\) is not what it should be/],
    ['bullets that are no texts', (f) => f.set('listings', f.get('listings')!.replace(/"bullets":(null|\[[^\]]*\])/, '"bullets":[{"a":1}]')), true, /listings\.bullets\) is not what it should be/],
    ['kept rows that unpack to more than any import', (f) => f.set('import_parts', f.get('import_parts')!.replace(/"rows":"[^"]*"/, `"rows":"${gzipSync(Buffer.alloc(80 * 2 ** 20, 32)).toString('base64')}"`)), true, /larger than any import/],
    ['kept rows that are none', (f) => f.set('import_parts', f.get('import_parts')!.replace(/"rows":"[^"]*"/, `"rows":"${gzipSync('[1]').toString('base64')}"`)), true, /kept rows of an import .* not in order/],
    ['a number that is none', (f) => f.set('candidates', f.get('candidates')!.replace(/"id":\d+/, '"id":"1 or 1=1"')), true, /is no number/],
    ['a marketplace of the demo', (f) => f.set('marketplaces', f.get('marketplaces')!.replace('"hob_day":null', '"hob_day":"2026-01-01"')), true, /belongs to the demo/],
  ])('%s is refused, and nothing is kept', async (_, change, sums, sentence) => {
    const odd = await forged(await archiveOf(program), change, sums);
    const tables = async (): Promise<unknown> => (await manifestOf(await archiveOf(program))).tables;
    const before = await tables();
    const job = await bringIn(program, odd);
    expect([job.state, job.message]).toEqual(['failed', expect.stringMatching(sentence)]);
    expect(await tables()).toEqual(before);
  }); // prettier-ignore

  test('what is no archive at all is told as that', async () => {
    for (const [file, sentence] of [
      [Buffer.from('no zip'), /cannot be read/],
      [(await archiveOf(program)).subarray(0, 9000), /cannot be read/],
      [await new JSZip().file('x.txt', 'x').generateAsync({ type: 'nodebuffer' }), /no list of its contents/],
      [
        await new JSZip().file('manifest.json', '{"format":"other"}').generateAsync({ type: 'nodebuffer' }),
        /no copy of a workspace/,
      ],
    ] as const) {
      const job = await bringIn(program, Buffer.from(file));
      expect([job.state, job.message]).toEqual(['failed', expect.stringMatching(sentence)]);
    }
  });
});

test('the largest numbers of rows move no counter, whether the archive is refused or taken in', async () => {
  const large = (text: string, key: string): string =>
    text.replaceAll(new RegExp(`"${key}":(\\d+)`, 'g'), (_, n: string) => `"${key}":${2 ** 53 - 1 - 1000 + Number(n)}`);
  const renumbered = (broken: boolean) => async (): Promise<Buffer> =>
    forged(await archiveOf(program), (files) => {
      files.set('stay_away', large(files.get('stay_away')!, 'id'));
      files.set('watch_events', large(files.get('watch_events')!, 'id'));
      if (broken) files.set('watched', files.get('watched')!.replace(/"listing_id":\d+/, '"listing_id":999999'));
    });
  const nextOf = async (): Promise<number[]> => {
    const [rows] = await program.database.pool.promise().query("select auto_increment as n from information_schema.tables where table_schema = database() and table_name in ('stay_away', 'watch_events')"); // prettier-ignore
    return (rows as { n: number }[]).map((r) => Number(r.n));
  };
  for (const [broken, state] of [
    [true, 'failed'],
    [false, 'done'],
  ] as const) {
    const job = await bringIn(program, await renumbered(broken)());
    expect([broken, job.state]).toEqual([broken, state]);
    for (const next of await nextOf()) expect(next).toBeLessThan(100);
  }
  // Whoever comes after it is read by their own numbers.
  const made = await importCsv(program, at.split('/').at(-1)!, 'listings', csv(['Listing code', 'Title', 'Price'], ['ZZ1', 'After', '12.50'])); // prettier-ignore
  expect(made.state).toBe('done');
  const { json } = await program.call<SiftReply>('GET', `${at}/sift?rows=100&with=After`);
  expect(json.rows.map((r) => r.code)).toContain('ZZ1');
});

describe('copies kept by a rule', () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle kept '));
  afterAll(() => rmSync(folder, { recursive: true }));
  test('one is made when it is due, the newest are held, nothing else in the folder is touched', async () => {
    const copies = new KeptCopies(program.database, join(folder, 'copies'));
    expect(await copies.all()).toMatchObject({ rule: { every: 'never' }, possible: true, copies: [] });
    expect(await copies.keepIfDue('2026-11-01')).toBe(false);
    await program.call('PUT', '/api/workspace/copies', { every: 'day', keep: 2 });
    expect(await copies.keepIfDue('2026-11-01')).toBe(true);
    expect(await copies.keepIfDue('2026-11-01')).toBe(false);
    writeFileSync(join(folder, 'copies', 'mine.zip'), 'x');
    for (const day of ['2026-11-02', '2026-11-03']) expect(await copies.keepIfDue(day)).toBe(true);
    const { copies: kept } = await copies.all();
    expect(kept.map((c) => c.name)).toEqual(['kettle 2026-11-03.zip', 'kettle 2026-11-02.zip']);
    expect(readdirSync(join(folder, 'copies')).sort()).toEqual([...kept.map((c) => c.name), 'mine.zip'].sort());
    expect(statSync(join(folder, 'copies', kept[0]!.name)).mode & 0o777).toBe(0o600);
    await program.call('PUT', '/api/workspace/copies', { every: 'week', keep: 2 });
    expect(await copies.keepIfDue('2026-11-09')).toBe(false);
    expect(await copies.keepIfDue('2026-11-10')).toBe(true);
    // Two at once make one; by hand there may be several of a day.
    await Promise.all([copies.keepIfDue('2026-11-17'), copies.keepIfDue('2026-11-17')]);
    expect(await copies.keepNow('2026-11-17')).toBe('kettle 2026-11-17 2.zip');
    expect((await copies.all()).copies.map((c) => c.name)).toEqual([
      'kettle 2026-11-17 2.zip',
      'kettle 2026-11-17.zip',
      'kettle 2026-11-10.zip',
    ]);
    // What is kept is a whole archive.
    const file = readFileSync(join(folder, 'copies', 'kettle 2026-11-17.zip'));
    expect((await manifestOf(file)).tables).toEqual((await manifestOf(await archiveOf(program))).tables);
  });

  test('without a folder, or with one that cannot be written, it is said; other names are not handed out', async () => {
    expect((await program.call('POST', '/api/workspace/copies')).status).toBe(409);
    for (const name of ['..%2F..%2Fetc%2Fpasswd', 'kettle%202026-11-17.zip', 'x'])
      expect((await program.call('GET', `/api/workspace/copies/${name}`)).status).toBe(404);
    expect((await program.call('PUT', '/api/workspace/copies', { every: 'hour', keep: 0 })).status).toBe(422);
    writeFileSync(join(folder, 'a file'), '');
    const nowhere = new KeptCopies(program.database, join(folder, 'a file', 'copies'));
    await expect(nowhere.keepNow('2026-11-17')).rejects.toThrow(/ENOTDIR/);
  });
});

test('a copy taken while two write holds what was acknowledged before, of each a beginning without gaps, and can be brought in', async () => {
  const busy = await startProgram({ kind: 'demo', listings: 1000 });
  await busy.call('POST', '/api/marketplaces', { name: 'Pier', currency: 'EUR', measures: 'metric', copyFrom: null });
  await importCsv(busy, 'pier', 'listings', csv(['Listing code', 'Title', 'Price', 'Rank'], ['P1', 'One', '12.50', '10'], ['P2', 'Two', '13.50', '20'])); // prettier-ignore
  const { json: made } = await busy.call<{ id: number }>('POST', '/api/marketplaces/pier/candidates', { name: 'One', anchor: 'P1', rivals: ['P2'] }); // prettier-ignore
  let done = false;
  const acknowledged = [0, 0];
  const writing = [0, 1].map(async (who) => {
    while (!done) {
      const text = `Note ${acknowledged[who]! + 1} of ${who}`;
      expect((await busy.call('POST', `/api/candidates/${made.id}/notes`, { text })).status).toBe(200);
      acknowledged[who]!++;
    }
  });
  while (Math.min(...acknowledged) < 5) await busy.call('GET', '/api/health');
  const before = [...acknowledged];
  const file = await archiveOf(busy);
  done = true;
  await Promise.all(writing);
  const zip = await JSZip.loadAsync(file);
  const texts = (await zip.file('tables/candidate_log.ndjson')!.async('string'))
    .split('\n')
    .filter(Boolean)
    .map((line) => String((JSON.parse(line) as { text: string }).text));
  for (const who of [0, 1]) {
    const numbers = texts.flatMap((t) => (t.endsWith(` of ${who}`) ? [Number(t.split(' ')[1])] : [])).toSorted((a, b) => a - b); // prettier-ignore
    expect(numbers).toEqual(numbers.map((_, i) => i + 1));
    expect(numbers.length).toBeGreaterThanOrEqual(before[who]!);
    expect(numbers.length).toBeLessThanOrEqual(acknowledged[who]!);
  }
  expect((await bringIn(busy, file)).message).toContain('Pier (2)');
  await busy.stop();
});
