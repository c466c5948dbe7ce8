import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { MinedReviews } from '@kettle/contract/candidates';
import type { ListingSheet } from '@kettle/contract/listings';
import type { Job } from '@kettle/contract/shapes';
import type { SiftReply } from '@kettle/contract/sift';
import type { Preview } from '@kettle/contract/sources';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
beforeAll(async () => {
  program = await startProgram();
  const made = await program.call('POST', '/api/marketplaces', {
    name: 'Harbour Lane',
    currency: 'USD',
    measures: 'imperial',
    copyFrom: 'quayside',
  });
  expect(made.json).toEqual({ id: 'harbour-lane' });
}, 120_000);
afterAll(() => program.stop());

test('a marketplace may be called in any script; its address is in letters that every browser shows alike', async () => {
  for (const [name, id] of [
    ['Майстерня', 'maysternya'],
    ['Café Ülm & Söhne', 'cafe-ulm-sohne'],
  ]) {
    const { json } = await program.call('POST', '/api/marketplaces', {
      name,
      currency: 'EUR',
      measures: 'metric',
      copyFrom: null,
    });
    expect(json).toEqual({ id });
  }
});

const HEAD = [
  'SKU',
  'Product name',
  'Brand',
  'Category',
  'Price (USD)',
  'Sales rank',
  'Review count',
  'Stars',
  'Weight (oz)',
  'Monthly units',
  'Date',
];
const sheet = async (code: string): Promise<ListingSheet> =>
  (await program.call<ListingSheet>('GET', `/api/marketplaces/harbour-lane/listings/${code}`)).json;

test('columns are found by name and a preview shows the first rows', async () => {
  const { json } = await program.call<Preview>(
    'POST',
    '/api/marketplaces/harbour-lane/imports/listings/preview?name=mine.csv',
    csv(HEAD, [
      'AB12',
      'Book press',
      'Oakumble',
      'Paper > Presses',
      '39.90',
      '14',
      '22',
      '4.4',
      '40',
      '120',
      '2026-01-10',
    ]),
  );
  expect(json.mapping).toEqual({
    code: 'SKU',
    title: 'Product name',
    brand: 'Brand',
    category: 'Category',
    price: 'Price (USD)',
    rank: 'Sales rank',
    reviews: 'Review count',
    rating: 'Stars',
    weight: 'Weight (oz)',
    units: 'Monthly units',
    day: 'Date',
  });
  expect([json.rows, json.sample[0]!['Product name']]).toEqual([1, 'Book press']);
});

test('good rows are taken in, bad ones refused with line and reason, nothing else lost', async () => {
  const job = await importCsv(
    program,
    'harbour-lane',
    'listings',
    csv(
      HEAD,
      [
        'AB12',
        'Folding book press',
        'Oakumble',
        'Paper > Presses',
        '39.90',
        '14',
        '22',
        '4.4',
        '40',
        '120',
        '2026-01-10',
      ],
      ['AB13', 'Free press', '', 'Paper > Presses', '0', '', '', '', '', '', ''],
      ['AB14', 'Cheap press', '', 'Paper > Presses', '-1', '', '', '', '', '', ''],
      ['AB15', 'Odd press', '', 'Paper > Presses', 'a lot', '', '', '', '', '', ''],
      ['', 'No code', '', 'Paper', '10', '', '', '', '', '', ''],
      ['AB16', 'From tomorrow', '', 'Paper', '10', '', '', '', '', '', '2999-01-01'],
      ['AB17', '=HYPERLINK("x")', '@brand', '', '12.50', '', '', '9', '', '', ''],
      ['AB18', '=1+1', '+brand', '', '12.50', '', '3', '', '', '', ''],
    ),
  );
  expect(job).toMatchObject({ state: 'done', result: { taken: 2, refusedCount: 6 } });
  expect((job.result!.refused as { line: number; reason: string }[]).map((r) => `${r.line}: ${r.reason}`)).toEqual([
    '3: Price must be above 0, not 0.',
    '4: Price must be above 0, not -1.',
    '5: Price "a lot" is no number.',
    '6: The listing code is missing.',
    '7: The date 2999-01-01 lies in the future.',
    '8: Rating must be 5 or less, not 9.',
  ]);
  expect(job.message).toContain('1 have no category');
});

test('a figure that the file states is kept as said, with its date; a curve from the template is used where there is a rank', async () => {
  const { units, stated, listing, fees } = await sheet('AB12');
  expect(stated).toEqual([{ measure: 'units', value: 120, source: 'a file', day: '2026-01-10' }]);
  expect(units.stated).toMatchObject({
    known: true,
    value: 120,
    working: { method: 'Stated by a file, not computed here.' },
  });
  // One rank is a day, not a month: what the source says of the month is used before it.
  expect(units.from).toBe('stated');
  expect(listing.revenue).toBe(120 * 3990);
  expect(listing.weight).toBe(Math.round(40 * 28.349523125));
  expect(fees).toMatchObject({ known: true });
});

test('the same file again changes nothing; an empty cell keeps what was known; an older file does not overrule', async () => {
  await importCsv(
    program,
    'harbour-lane',
    'listings',
    csv(HEAD, ['AB12', 'Folding book press, A5', '', 'Paper > Presses', '', '', '25', '', '', '', '2026-02-10']),
  );
  expect((await sheet('AB12')).listing).toMatchObject({
    title: 'Folding book press, A5',
    brand: 'Oakumble',
    price: 3990,
    reviews: 25,
    seenOn: '2026-02-10',
  });
  await importCsv(
    program,
    'harbour-lane',
    'listings',
    csv(HEAD, ['AB12', 'Folding book press, A5', '', 'Paper > Presses', '29.90', '', '20', '', '', '', '2026-01-20']),
  );
  expect((await sheet('AB12')).listing).toMatchObject({ price: 3990, reviews: 25, seenOn: '2026-02-10' });
});

test('cells that a spreadsheet would run are escaped in CSV, and read back unchanged', async () => {
  const { text, headers } = await program.call('GET', '/api/marketplaces/harbour-lane/sift.csv?has=1');
  expect(headers['content-disposition']).toContain('sift-harbour-lane');
  expect(text).toContain("'=1+1");
  expect(text).toContain("'+brand");
  await importCsv(program, 'harbour-lane', 'listings', text.replace('AB18', 'AB19'));
  expect((await sheet('AB19')).listing).toMatchObject({ title: '=1+1', brand: '+brand' });
});

test('reviews find their listing; strangers are named; the same review counts once', async () => {
  const head = ['Listing code', 'Stars', 'Text', 'Date'];
  const rows = Array.from({ length: 12 }, (_, i) => [
    'AB12',
    i % 2 === 0 ? 2 : 5,
    i % 2 === 0 ? `The spindle slips under pressure, ${i} times.` : `The hinge is sturdy, ${i} weeks in use.`,
    `2026-01-${String(i + 10)}`,
  ]);
  const job = await importCsv(
    program,
    'harbour-lane',
    'reviews',
    csv(
      head,
      ...rows,
      ['ZZ99', 3, 'Lost', '2026-01-01'],
      ['AB12', 7, 'Too many stars', '2026-01-01'],
      ['AB12', 4, 'When?', 'soon'],
    ),
  );
  expect(job.result).toMatchObject({ taken: 12 });
  expect(job.result!.refused).toEqual([
    { line: 14, reason: 'ZZ99 is no listing of Harbour Lane. Import the listing first.' },
    { line: 15, reason: 'Stars must be 5 or less, not 7.' },
    { line: 16, reason: '"soon" is no date.' },
  ]);
  expect((await importCsv(program, 'harbour-lane', 'reviews', csv(head, ...rows))).message).toBe(
    '0 reviews taken in. 12 were there already.',
  );
});

test('all further steps run on these data: sift, candidate, reviews, score', async () => {
  const found = await program.call<SiftReply>('GET', '/api/marketplaces/harbour-lane/sift?price=30..50&has=press');
  expect(found.json.rows.map((r) => r.code)).toEqual(['AB12']);
  const { json } = await program.call<{ id: number }>('POST', '/api/marketplaces/harbour-lane/candidates', {
    anchor: 'AB12',
    rivals: ['AB18'],
  });
  // Looking queues nothing; reading is asked for.
  const first = await program.call<MinedReviews>('GET', `/api/candidates/${json.id}/reviews`);
  expect(first.json).toMatchObject({ job: null, unread: 12, themes: [] });
  const asked = await program.call<{ job: Job }>('POST', `/api/candidates/${json.id}/reviews/read`);
  await program.ended(asked.json.job);
  const { json: mined } = await program.call<MinedReviews>('GET', `/api/candidates/${json.id}/reviews`);
  expect(mined).toMatchObject({ job: null, unread: 0 });
  expect((await program.call('POST', `/api/candidates/${json.id}/reviews/read`)).json).toEqual({ job: null });
  expect(mined.themes.map((t) => [t.key, t.reviews])).toEqual(
    expect.arrayContaining([
      ['gripe/spindle', 6],
      ['praise/hinge', 6],
    ]),
  );
  expect(mined.themes[0]!.starPull!.value).toBe(-3);
  const low = await program.call<MinedReviews>('GET', `/api/candidates/${json.id}/reviews?stars=1,2&words=slips`);
  expect(low.json.matching).toBe(6);
  const scored = await program.call<{ score: { gates: { key: string; state: string }[] } }>(
    'GET',
    `/api/candidates/${json.id}/score`,
  );
  expect(scored.json.score.gates.find((g) => g.key === 'not-gated')!.state).toBe('pass');
});

test('without any search term a find still has a shelf: the best-ranked of its category, and that is said', async () => {
  const at = '/api/marketplaces/harbour-lane';
  const { json: found } = await program.call<SiftReply>('GET', `${at}/sift?rows=1`);
  const code = found.rows[0]!.code;
  const { json: shelf } = await program.call<{ kind: string; find: string; note: string; rows: object[] }>(
    'GET',
    `${at}/shelf?listing=${code}`,
  );
  expect(shelf).toMatchObject({
    kind: 'listings',
    find: code,
    note: expect.stringContaining('No search term is known'),
  });
  expect(JSON.stringify(shelf.rows)).toContain(`"code":"${code}"`);
  const { json: niches } = await program.call<{ total: number; rows: object[] }>('GET', `${at}/demand/niches`);
  expect(niches).toMatchObject({ total: 0, rows: [] });
});

test('fees of another currency cannot be copied, nor those of nobody', async () => {
  expect(
    (await program.call('POST', '/api/marketplaces/harbour-lane/copy-fees', { from: 'lindholm-torg' })).json,
  ).toMatchObject({ status: 422, title: expect.stringContaining('reckons in EUR') });
  expect(
    (await program.call('POST', '/api/marketplaces/harbour-lane/copy-fees', { from: 'nowhere' })).json,
  ).toMatchObject({ status: 422, field: 'from' });
});
