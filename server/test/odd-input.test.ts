import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { count } from 'drizzle-orm';
import type { Problem } from '@kettle/contract/shapes';
import type { Preview } from '@kettle/contract/sources';
import { emptyCosting, withAmount } from '@kettle/core/costing/costing';
import { jobs, listings, uploadPieces, uploads } from '../src/ground/db/schema.ts';
import { makeLog } from '../src/roof/app/log.ts';
import { fuzz } from './faults/fuzz.ts';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
const at = '/api/marketplaces/quayside';
const CODE = 'QS0049G9';
beforeAll(async () => {
  program = await startProgram({ kind: 'demo', listings: 1000 });
});
afterAll(() => program.stop());

const curve = {
  format: 'cold-kettle/rank-curve',
  version: 1,
  category: '*',
  validFrom: '2026-01-01',
  source: 'x',
  residual: 0.5,
  reviewRate: null,
  reviewSpread: null,
};
const costing = (change: object, unitCost = 900): object => ({
  document: { ...withAmount(emptyCosting(), 'unit-cost', { kind: 'sum', sum: unitCost }), ...change },
  version: 0,
});
describe('values that no column and no meaning allows are refused with their field', () => {
  test.each<[string, string, string, unknown, string]>([
    ['a number of a candidate beyond all', 'GET', '/api/candidates/1e400', undefined, 'id'],
    ['a number that is none', 'GET', '/api/candidates/Infinity', undefined, 'id'],
    ['a number beyond what is exact', 'GET', '/api/jobs/9007199254740993', undefined, 'id'],
    ['a price of 1e308', 'PUT', `${at}/listings/${CODE}/costing`, costing({ price: 1e308 }), 'document.price'],
    [
      'a unit cost of 1e300',
      'PUT',
      `${at}/listings/${CODE}/costing`,
      costing({}, 1e300),
      'document.lines.0.amount.sum',
    ],
    [
      'a first order of 2^53',
      'PUT',
      `${at}/listings/${CODE}/costing`,
      costing({ firstOrder: 2 ** 53 }),
      'document.firstOrder',
    ],
    [
      '30 February',
      'PUT',
      `${at}/listings/${CODE}/counts`,
      { counts: [{ day: '2026-02-30', stock: 1, seller: '' }], remove: [] },
      'counts.0.day',
    ],
    ['the year 9999', 'PATCH', '/api/candidates/1', { lookAgainOn: '9999-99-99' }, 'lookAgainOn'],
    ['half a letter', 'POST', `${at}/candidates`, { anchor: CODE, rivals: [], name: 'a\ud800b' }, 'name'],
    [
      'a curve of 1e308 units',
      'POST',
      `${at}/curves`,
      {
        ...curve,
        knots: [
          { rank: 1, unitsPerDay: 1e308 },
          { rank: 10, unitsPerDay: 1 },
        ],
      },
      'knots.0.unitsPerDay',
    ],
    [
      'a sieve longer than its column',
      'POST',
      `${at}/sieves`,
      { name: 'x', search: `has=${'a'.repeat(3000)}`, reasoning: '' },
      'search',
    ],
    ['a code longer than codes are', 'POST', `${at}/candidates`, { anchor: 'X'.repeat(5000), rivals: [] }, 'anchor'],
    ['rules beyond all', 'PUT', `${at}/flag-rules`, { rules: null, version: 1e99 }, 'version'],
  ])('%s', async (_, method, path, body, field) => {
    const { status, json } = await program.call<Problem>(method, path, body);
    expect([status, json.field]).toEqual([422, field]);
  });
  test('a sieve whose limits grow when they are written as this program writes them is refused, not cut', async () => {
    const words = Array.from({ length: 130 }, (_, i) => `wörd${i}`).join(',');
    const { status, json } = await program.call<Problem>('POST', `${at}/sieves`, {
      name: 'grows',
      search: `has=${words}`,
      reasoning: '',
    });
    expect([200, 422]).toContain(status);
    if (status === 422) expect(json.field).toBe('search');
    const { json: kept } = await program.call<{ kept: { name: string; search: string }[] }>('GET', `${at}/sieves`);
    for (const sieve of kept.kept) expect(sieve.search.length).toBeLessThanOrEqual(2000);
  });
  test('a refusal lists twenty faults at most', async () => {
    const counts = Array.from({ length: 200 }, () => ({ day: 'soon', stock: -1, seller: '' }));
    const { status, json } = await program.call<Problem>('PUT', `${at}/listings/${CODE}/counts`, {
      counts,
      remove: [],
    });
    expect([status, json.fields!.length]).toEqual([422, 20]);
  });
  test('1e400 in a body is no number either', async () => {
    const text = JSON.stringify(costing({ price: 777 })).replace('777', '1e400');
    const { status, json } = await program.call<Problem>('PUT', `${at}/listings/${CODE}/costing`, text, {
      'content-type': 'application/json',
    });
    expect([status, json.field]).toEqual([422, 'document.price']);
  });
});

describe('addresses', () => {
  test.each(['/api/candidates/%E0%A4%A', '/api/marketplaces/%ff/sift', '/%E0%A4%A', '/assets/%c0%ae'])(
    'one that does not decode is answered with a problem: %s',
    async (path) => {
      const { status, headers, json } = await program.call<Problem>('GET', path);
      expect(status).toBe(400);
      expect(headers['content-type']).toContain('application/problem+json');
      expect(json.type).toMatch(/^\/problems\//);
    },
  );
  test('one that is endless, and a request that is none, too', async () => {
    expect((await program.call<Problem>('GET', `/api/find?q=${'x'.repeat(40_000)}`)).json).toMatchObject({
      status: 431,
      type: '/problems/too-long',
    });
    const raw = await new Promise<string>((resolve, reject) => {
      const sent = request({
        host: '127.0.0.1',
        port: program.port,
        method: 'DELETE',
        path: '/api/jobs/1',
        headers: { 'content-length': 'two' },
      });
      sent.on('response', (r) => (r.resume(), resolve(`${r.statusCode} ${r.headers['content-type']}`)));
      sent.on('error', reject);
      sent.end();
    });
    expect(raw).toBe('400 application/problem+json');
  });
});

test('asking for something queues nothing', async () => {
  const jobsInAll = async (): Promise<number> => (await program.database.db.select({ n: count() }).from(jobs))[0]!.n;
  const { json } = await program.call<{ id: number }>('POST', `${at}/candidates`, {
    anchor: CODE,
    rivals: ['QS004AH0'],
  });
  const before = await jobsInAll();
  const { json: mined } = await program.call<{ unread: number; job: null }>(
    'GET',
    `/api/candidates/${json.id}/reviews`,
  );
  expect(mined.unread).toBeGreaterThan(0);
  for (const path of [`/api/candidates/${json.id}/score`, `${at}/backtest`, `${at}/shortlist`, `${at}/sift`])
    await program.call('GET', path);
  expect(await jobsInAll()).toBe(before);
});

describe('files', () => {
  test.each([
    ['Sellers', '70000', 'Sellers must be 32767 or less, not 70000.'],
    ['Pictures', '99999', 'Pictures must be 32767 or less, not 99999.'],
    ['Rank', '3000000000', 'Rank must be 2000000000 or less, not 3000000000.'],
    ['Units a month', '1e308', 'Units a month, as stated "1e308" is no number.'],
  ])(
    'a cell beyond what %s can be is left out with line and reason, and all else is taken',
    async (head, cell, reason) => {
      const job = await importCsv(
        program,
        'quayside',
        'listings',
        csv(['Listing code', 'Title', head], ['OK01', 'Sound', '3'], ['BAD1', 'Odd', cell], ['OK02', 'Sound', '4']),
      );
      expect(job.state).toBe('done');
      expect(job.result).toMatchObject({ taken: 3, refused: [], leftOut: [{ line: 3, column: head, reason }] });
    },
  );
  test('a category of 60,000 blanks, and other texts made to take long, are read like any other', async () => {
    const texts = [
      ' '.repeat(60_000),
      `${' '.repeat(30_000)}›${' '.repeat(30_000)}x`,
      '› '.repeat(30_000),
      '-'.repeat(60_000),
      '1,'.repeat(30_000),
    ];
    const job = await importCsv(
      program,
      'quayside',
      'listings',
      csv(
        ['Listing code', 'Title', 'Category', 'Price', 'Date'],
        ...texts.map((t, i) => [`LONG${i}`, `Thing ${i}`, t, '12.50', '2026-01-01']),
      ),
    );
    expect([job.state, job.result!.taken]).toEqual(['done', texts.length]);
  });
  test('lines are those of the file, whatever stands above the head or within a cell', async () => {
    const job = await importCsv(
      program,
      'quayside',
      'counts',
      '# made by hand\n"# 2026-11-24"\nListing code,Date,Stock,Seller\nQS0049G9,2026-11-01,50,"two\nlines"\nNOPE1,2026-11-01,4,\nQS0049G9,soon,4,\n',
    );
    expect((job.result!.refused as { line: number }[]).map((r) => r.line)).toEqual([6, 7]);
  });
  test('one of 45 MB is looked at and taken in, in pieces, and not kept; one beyond the largest is refused and not kept', async () => {
    const row = (i: number): string =>
      `BIG${String(i % 500).padStart(6, '0')},Thing ${i},"${'many words of a description '.repeat(32)}"\n`;
    const head = 'Listing code,Title,Description\n';
    const text = (megabytes: number): string => {
      const rows = [head];
      for (let size = 0, i = 0; size < megabytes * 2 ** 20; i++) size += rows[rows.push(row(i)) - 1]!.length;
      return rows.join('');
    };
    const kept = async () => ({
      files: (await program.database.db.select({ n: count() }).from(uploads))[0]!.n,
      pieces: (await program.database.db.select({ n: count() }).from(uploadPieces))[0]!.n,
    });
    const before = await kept();
    const { status, json } = await program.call<Preview>(
      'POST',
      `${at}/imports/listings/preview?name=big.csv`,
      text(45),
    );
    expect([status, json.columns]).toEqual([200, ['Listing code', 'Title', 'Description']]);
    expect((await kept()).pieces - before.pieces).toBeGreaterThan(100);
    const job = await program.call<{ id: number }>('POST', `${at}/imports/listings`, {
      upload: json.upload,
      mapping: json.mapping,
      source: 'x',
    });
    const ended = await program.ended(job.json as never);
    expect(ended).toMatchObject({ state: 'done', result: { taken: 500 } });
    expect(await kept()).toEqual(before);
    process.env.KETTLE_LARGEST_FILE_MB = '60';
    const refused = await program.call<Problem>('POST', `${at}/imports/listings/preview?name=big.csv`, text(61));
    delete process.env.KETTLE_LARGEST_FILE_MB;
    expect([refused.status, refused.json.type]).toEqual([413, '/problems/too-large']);
    expect(await kept()).toEqual(before);
    expect((await program.database.db.select({ n: count() }).from(listings))[0]!.n).toBeGreaterThan(1000);
  });
  test('one that is no CSV by its type is refused', async () => {
    const { status, json } = await program.call<Problem>('POST', `${at}/imports/listings/preview?name=a.csv`, '{}', {
      'content-type': 'application/json',
    });
    expect([status, json.type]).toEqual([415, '/problems/no-csv']);
  });
});

test('the log holds kind and place of an error, never the contents of a statement, and no long line', () => {
  const lines: string[] = [];
  const log = makeLog('warn', { write: (line: string) => void lines.push(line) });
  const secret = 'what somebody typed '.repeat(100_000);
  const cause = Object.assign(new Error(`Duplicate entry '${secret}' for key`), {
    code: 'ER_DUP_ENTRY',
    errno: 1062,
    sql: secret,
  });
  const error = Object.assign(new Error(`Failed query: insert into uploads values (?)\nparams: ${secret}`, { cause }), {
    params: [secret],
  });
  log.error({ err: error, url: `/api/${'x'.repeat(50_000)}` }, 'Something failed');
  log.error({ err: secret }, 'Something failed');
  expect(lines).toHaveLength(2);
  for (const line of lines) expect(line.length).toBeLessThan(6000);
  expect(lines[0]).toContain('ER_DUP_ENTRY');
  expect(lines[0]!.split('what somebody typed').length).toBeLessThan(40);
});

test('odd requests of all routes, made from the contract: no answer of 500 and above, each refusal a problem', async () => {
  const seed = Number(process.env.KETTLE_SEED ?? Math.floor(Math.random() * 1e6));
  const report = await fuzz(program.port, seed, 1200);
  process.stdout.write(
    `odd requests: seed ${seed}, ${report.requests} sent, answers ${JSON.stringify(report.byStatus)}, slowest ${report.slowest.ms} ms\n`,
  );
  expect(report.failures).toEqual([]);
  expect(report.longRefusals).toBe(0);
});
