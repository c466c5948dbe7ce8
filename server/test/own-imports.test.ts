// An import is a thing: it can be taken back at any time, and then all is as if it had never been.
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Quote } from '@kettle/contract/costing';
import type { History, ListingSheet } from '@kettle/contract/listings';
import type { Job } from '@kettle/contract/shapes';
import type { ImportKind, KeptImport, Preview } from '@kettle/contract/sources';
import { schedule } from '../../core/test/fixtures/schedule.ts';
import { csv, importCsv, startProgram, type Program } from './program.ts';

let program: Program;
beforeAll(async () => {
  program = await startProgram();
});
afterAll(() => program.stop());

let numbers = 0;
const marketplace = async (): Promise<string> => {
  const { json } = await program.call<{ id: string }>('POST', '/api/marketplaces', {
    name: `Quay ${++numbers}`,
    currency: 'EUR',
    measures: 'metric',
    copyFrom: null,
  });
  return json.id;
};
const kept = async (id: string): Promise<KeptImport[]> =>
  (await program.call<KeptImport[]>('GET', `/api/marketplaces/${id}/imports`)).json;
const change = async (importId: number, how: 'take-back' | 'take-again'): Promise<Job> =>
  program.ended((await program.call<Job>('POST', `/api/imports/${importId}/${how}`)).json);
const newest = async (id: string): Promise<number> => (await kept(id))[0]!.id;

/** All that is known of the listings of a marketplace, without when and by which file it came. */
const stateOf = async (id: string): Promise<unknown> => {
  const [rows] = await program.database.pool.promise().query(
    `select l.code, l.title, l.brand, c.path, l.price, l.\`rank\`, l.reviews, l.rating, l.weight, l.side_long, l.seen_on,
       (select json_arrayagg(json_array(r.day, r.price, r.\`rank\`, r.stock) order by r.day) from readings r where r.listing_id = l.id) as days,
       (select json_arrayagg(json_array(s.day, s.measure, s.value, s.source) order by s.day, s.measure) from stated_figures s where s.listing_id = l.id) as stated,
       (select json_arrayagg(json_array(o.day, o.stock, o.seller) order by o.day) from own_counts o where o.listing_id = l.id) as counts,
       (select json_arrayagg(json_array(m.month, m.\`rank\`, m.price) order by m.month) from monthly_history m where m.listing_id = l.id) as months,
       (select json_arrayagg(json_array(v.day, v.stars, v.body) order by v.day, v.body) from reviews v where v.listing_id = l.id) as reviews,
       e.units, e.low, e.high, e.origin
     from listings l join categories c on c.id = l.category_id left join estimates e on e.listing_id = l.id
     where l.marketplace_id = ? order by l.code`,
    [id],
  );
  return rows;
};

const HEAD = ['Code', 'Title', 'Brand', 'Category', 'Price', 'Rank', 'Units a month', 'Date'];
const MARCH = csv(
  HEAD,
  ['A1', 'Kitchen scale', 'Eichamt', 'Kitchen > Scales', '19.90', 120, 300, '2026-03-01'],
  ['A2', 'Kettle', 'Eichamt', 'Kitchen > Kettles', '29.90', 80, 410, '2026-03-01'],
);
const APRIL = csv(
  HEAD,
  ['A2', 'Kettle, black', 'Nordlicht', 'Kitchen > Kettles', '27.90', 60, 520, '2026-04-01'],
  ['A3', 'Tea tin', 'Nordlicht', 'Kitchen > Tins', '9.90', 900, 20, '2026-04-01'],
);
const JANUARY = csv(
  ['Code', 'Title', 'Price', 'Rank', 'Weight (g)', 'Date'],
  ['A2', 'Old kettle', '31.90', 200, 900, '2026-01-01'],
);

describe('taking an import back', () => {
  test.each([
    ['the newest', [MARCH, APRIL, JANUARY], 2],
    ['one in the middle, which a later file lies upon', [MARCH, APRIL, JANUARY], 1],
    ['the first, which all others lie upon', [MARCH, APRIL, JANUARY], 0],
    ['a file that came late and is older', [MARCH, JANUARY, APRIL], 1],
  ])('%s leaves all as if it had never been', async (_, files, which) => {
    const [id, without] = [await marketplace(), await marketplace()];
    for (const file of files) await importCsv(program, id, 'listings', file);
    const full = await stateOf(id);
    for (const file of files.filter((_file, i) => i !== which)) await importCsv(program, without, 'listings', file);
    const taken = (await kept(id)).toReversed()[which]!;
    const job = await change(taken.id, 'take-back');
    expect(job).toMatchObject({ state: 'done', message: expect.stringContaining('was taken back') });
    expect(await stateOf(id)).toEqual(await stateOf(without));
    expect((await kept(id)).find((i) => i.id === taken.id)!.takenBackAt).not.toBeNull();
    // And in again: as it was.
    expect((await change(taken.id, 'take-again')).state).toBe('done');
    expect(await stateOf(id)).toEqual(full);
  });

  test('readings, months, counts and reviews go as they came; what was typed stays', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'listings', MARCH);
    const before = await stateOf(id);
    const files: [ImportKind, string][] = [
      [
        'readings',
        csv(['Code', 'Date', 'Price', 'Rank'], ...[1, 2, 3].map((d) => ['A1', `2026-05-0${d}`, '18.90', 100 + d])),
      ],
      ['months', csv(['Code', 'Month', 'Rank'], ['A1', '01/2025', 300], ['A1', 'February 2025', 280])],
      ['counts', csv(['Code', 'Date', 'Stock'], ['A1', '2026-05-01', 90], ['A1', '2026-05-05', 70])],
      ['reviews', csv(['Code', 'Stars', 'Text', 'Date'], ['A1', 2, 'The lid comes off.', '2026-05-03'])],
    ];
    const states = [before];
    for (const [kind, file] of files) {
      const job = await importCsv(program, id, kind, file);
      expect([kind, job.state, job.result!.refusedCount]).toEqual([kind, 'done', 0]);
      states.push(await stateOf(id));
      expect(states.at(-1)).not.toEqual(states.at(-2));
    }
    const { json: history } = await program.call<History>('GET', `/api/marketplaces/${id}/listings/A1/history`);
    expect(history.days.day).toEqual(['2026-03-01', '2026-05-01', '2026-05-02', '2026-05-03']);
    expect(history.months.map((m) => m.month)).toEqual(['2025-01-01', '2025-02-01']);
    const { listing } = (await program.call<ListingSheet>('GET', `/api/marketplaces/${id}/listings/A1`)).json;
    expect(listing).toMatchObject({ price: 1890, rank: 103, seenOn: '2026-05-03', title: 'Kitchen scale' });
    for (const kind of files.map(([k]) => k).toReversed()) {
      const one = (await kept(id)).find((i) => i.kind === kind)!;
      expect((await change(one.id, 'take-back')).state).toBe('done');
    }
    expect(await stateOf(id)).toEqual(before);
    // A count typed over an imported one is the seller's, whatever becomes of the file.
    await change((await kept(id)).find((i) => i.kind === 'counts')!.id, 'take-again');
    await program.call('PUT', `/api/marketplaces/${id}/listings/A1/counts`, {
      counts: [{ day: '2026-05-05', stock: 66, seller: '', was: 70 }],
      remove: [],
    });
    await change((await kept(id)).find((i) => i.kind === 'counts')!.id, 'take-back');
    const { ownCounts } = (await program.call<ListingSheet>('GET', `/api/marketplaces/${id}/listings/A1`)).json;
    expect(ownCounts).toEqual([{ day: '2026-05-05', stock: 66, seller: '' }]);
  });

  test('a listing on which work hangs is kept, empty; the others that nothing tells of are removed', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'listings', MARCH);
    await program.call('POST', `/api/marketplaces/${id}/candidates`, { name: 'A scale', anchor: 'A1', rivals: [] });
    const job = await change(await newest(id), 'take-back');
    expect(job.message).toMatch(/1 that nothing else tells of were removed. 1 were kept, empty/);
    const rows = (await stateOf(id)) as { code: string; title: string; price: number | null; days: unknown }[];
    expect(rows).toMatchObject([{ code: 'A1', title: 'Kitchen scale', price: null, days: null }]);
    await change(await newest(id), 'take-again');
    expect(await stateOf(id)).toMatchObject([
      { code: 'A1', price: 1990 },
      { code: 'A2', price: 2990 },
    ]);
  });

  test('twice, or of an import that is not there, says so and changes nothing', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'listings', MARCH);
    const one = await newest(id);
    await change(one, 'take-back');
    expect((await change(one, 'take-back')).message).toBe('It was taken back already.');
    expect((await program.call('POST', '/api/imports/999999/take-back')).status).toBe(404);
    expect((await program.call('GET', '/api/imports/x/troubled.csv')).status).toBe(404);
  });
});

test('a listing of the demo that a file overwrote is itself again', async () => {
  const demo = await startProgram({ kind: 'demo' });
  try {
    const at = '/api/marketplaces/quayside';
    const [listing] = (await demo.call<{ rows: { code: string; price: number }[] }>('GET', `${at}/sift?rows=1`)).json
      .rows;
    const sheet = async () => (await demo.call<ListingSheet>('GET', `${at}/listings/${listing!.code}`)).json;
    const before = await sheet();
    await importCsv(
      demo,
      'quayside',
      'listings',
      csv(HEAD, [listing!.code, 'Mine', 'Me', 'Odd', '1.99', 5, 9, '2026-11-24']),
    );
    expect((await sheet()).listing).toMatchObject({ title: 'Mine', price: 199 });
    const [one] = (await demo.call<KeptImport[]>('GET', `${at}/imports`)).json;
    const job = await demo.ended((await demo.call<Job>('POST', `/api/imports/${one!.id}/take-back`)).json);
    expect(job.state).toBe('done');
    const after = await sheet();
    expect(after.listing).toEqual(before.listing);
    expect(after.units.best).toEqual(before.units.best);
    expect(after.stated).toEqual(before.stated);
  } finally {
    await demo.stop();
  }
});

test('the same file twice changes nothing and says so; taken back, it can be taken in anew', async () => {
  const id = await marketplace();
  await importCsv(program, id, 'listings', MARCH);
  const before = await stateOf(id);
  const job = await importCsv(program, id, 'listings', MARCH);
  expect(job.message).toMatch(/^This file was taken in on \d{4}-\d\d-\d\d already. Nothing was changed.$/);
  expect(await kept(id)).toHaveLength(1);
  expect(await stateOf(id)).toEqual(before);
  await change(await newest(id), 'take-back');
  expect((await importCsv(program, id, 'listings', MARCH)).result).toMatchObject({ taken: 2 });
});

test('the troubled rows come back as a file with their reasons, to be mended and taken in', async () => {
  const id = await marketplace();
  const job = await importCsv(
    program,
    id,
    'listings',
    csv(
      HEAD,
      ['A1', '', '', '', '', '', '', ''],
      ['A2', 'Kettle', '', '', 'cheap', 'x', '', ''],
      ['A3', 'Tin', '', '', '1', '', '', ''],
    ),
  );
  expect(job.result).toMatchObject({ taken: 2, refusedCount: 1, leftOutCount: 2 });
  const { text } = await program.call('GET', `/api/imports/${await newest(id)}/troubled.csv`);
  const lines = text.trim().split('\n');
  expect(lines).toHaveLength(4);
  expect(lines[2]).toMatch(/^A1,,,,,,,,2,The title is missing\./);
  expect(lines[3]).toContain('Price ""cheap"" is no sum of money.');
  const mended = text.replace('A1,,', 'A1,Kitchen scale,').replace('cheap', '12.00').replace(',x,', ',40,');
  expect((await importCsv(program, id, 'listings', mended)).result).toMatchObject({ taken: 2, refusedCount: 0 });
});

describe('removing what is not wanted', () => {
  test('a marketplace is seen nowhere, and put back it is as it was', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'listings', MARCH);
    const before = await stateOf(id);
    const all = async () =>
      (
        await program.call<{ marketplaces: { id: string }[]; bin: { id: string; listings: number }[] }>(
          'GET',
          '/api/marketplaces',
        )
      ).json;
    expect((await program.call('DELETE', `/api/marketplaces/${id}`)).status).toBe(200);
    expect((await all()).marketplaces.map((m) => m.id)).not.toContain(id);
    expect((await all()).bin).toContainEqual(expect.objectContaining({ id, listings: 2 }));
    expect((await program.call('GET', `/api/marketplaces/${id}/sift`)).status).toBe(404);
    expect((await program.call('GET', `/api/marketplaces/${id}/listings/A1`)).status).toBe(404);
    expect((await program.call('POST', `/api/marketplaces/${id}/restore`)).status).toBe(200);
    expect((await program.call('POST', `/api/marketplaces/${id}/restore`)).status).toBe(404);
    expect(await stateOf(id)).toEqual(before);
  });

  test('listings go and come back; one with a candidate stays; one that came anew is not overwritten', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'listings', MARCH);
    await importCsv(program, id, 'listings', APRIL);
    const before = await stateOf(id);
    await program.call('POST', `/api/marketplaces/${id}/candidates`, { name: 'Tin', anchor: 'A3', rivals: [] });
    const removed = await program.call('POST', `/api/marketplaces/${id}/listings/remove`, {
      codes: ['A1', 'A2', 'A3'],
    });
    expect(removed.json).toEqual({ removed: 2, kept: ['A3'] });
    const sift = async () =>
      (await program.call<{ rows: { code: string }[] }>('GET', `/api/marketplaces/${id}/sift?rows=10`)).json.rows;
    expect((await sift()).map((r) => r.code)).toEqual(['A3']);
    expect((await program.call('POST', `/api/marketplaces/${id}/listings/restore`)).json).toEqual({
      restored: 2,
      overtaken: 0,
    });
    expect(await stateOf(id)).toEqual(before);
    await program.call('POST', `/api/marketplaces/${id}/listings/remove`, { codes: ['A1'] });
    await importCsv(program, id, 'listings', csv(HEAD, ['A1', 'New scale', '', '', '5.00', '', '', '2026-06-01']));
    expect((await program.call('POST', `/api/marketplaces/${id}/listings/restore`)).json).toEqual({
      restored: 0,
      overtaken: 1,
    });
    expect(await stateOf(id)).toContainEqual(expect.objectContaining({ code: 'A1', title: 'New scale' }));
  });
});

test('a fee schedule of one’s own, in any currency, makes nets; another currency is refused', async () => {
  const { json } = await program.call<{ id: string }>('POST', '/api/marketplaces', {
    name: 'Thames',
    currency: 'GBP',
    measures: 'metric',
    copyFrom: null,
  });
  const at = `/api/marketplaces/${json.id}`;
  const document = {
    ...schedule,
    currency: 'GBP',
    name: 'Thames 2026',
    validFrom: '2026-01-01',
  };
  const taken = await program.call<{ id: number }>('POST', `${at}/fee-schedules`, document);
  expect(taken.status).toBe(200);
  expect((await program.call('GET', `/api/fee-schedules/${taken.json.id}`)).json).toEqual(document);
  await importCsv(
    program,
    json.id,
    'listings',
    csv(
      ['Code', 'Title', 'Category', 'Price', 'Weight (g)', 'Dimensions'],
      ['A1', 'Tin', 'Kitchen', '£19.90', 400, '20 x 10 x 5 cm'],
    ),
  );
  const { fees } = (await program.call<ListingSheet>('GET', `${at}/listings/A1`)).json;
  expect(fees).toMatchObject({ known: true });
  const other = await program.call<{ title: string }>('POST', `${at}/fee-schedules`, { ...document, currency: 'USD' });
  expect([other.status, other.json.title]).toEqual([422, expect.stringContaining('reckons in USD')]);
  const again = await program.call<{ id: number }>('POST', `${at}/fee-schedules`, { ...document, name: 'Corrected' });
  expect(again.json.id).toBe(taken.json.id);
});

test('what a file holds is proposed by its columns; a file like an earlier one finds its columns as they were set', async () => {
  const id = await marketplace();
  const preview = async (kind: ImportKind | 'any', text: string) =>
    (await program.call<Preview>('POST', `/api/marketplaces/${id}/imports/${kind}/preview?name=x.csv`, text)).json;
  const proposed: [string, ImportKind][] = [
    ['Code,Title,Price,Rank', 'listings'],
    ['Code,Date,Price,Rank', 'readings'],
    ['Code,Month,Rank', 'months'],
    ['Code,Date,Stock', 'counts'],
    ['Code,Stars,Text,Date', 'reviews'],
    ['One,Two', 'listings'],
  ];
  for (const [head, kind] of proposed)
    expect([head, (await preview('any', `${head}\n${head}\n`)).kind]).toEqual([head, kind]);
  // Heads of no known language: what shows in the cells.
  const shown = async (text: string) => {
    const { kind, mapping, byContents } = await preview('any', text);
    return { kind, mapping, byContents };
  };
  expect(await shown('Kod,Nimi,Hinta\nKX-1,Vanha keittiövaaka,19.90\nKX-2,Iso teepannu,29.90\n')).toEqual({
    kind: 'listings',
    mapping: { code: 'Kod', title: 'Nimi', price: 'Hinta' },
    byContents: ['code', 'title', 'price'],
  });
  // Bare numbers say nothing of what they count: not taken for a stock, a rank or anything.
  const numbers = await shown('Tuote;Pvm;Paikka;Hinta\nKX-1;3.3.2026;4;9,90\nKX-1;4.3.2026;5;9,90\n');
  expect(numbers).toMatchObject({ kind: 'readings', mapping: { code: 'Tuote', day: 'Pvm', price: 'Hinta' } });
  expect(Object.values(numbers.mapping)).not.toContain('Paikka');
  const odd = 'Thing,Words,Cost\nA1,Scale,12\n';
  const first = await preview('listings', odd);
  expect(first).toMatchObject({ remembered: false, mapping: {} });
  const { json: job } = await program.call<Job>('POST', `/api/marketplaces/${id}/imports/listings`, {
    upload: first.upload,
    mapping: { code: 'Thing', title: 'Words', price: 'Cost' },
    source: 'x',
  });
  await program.ended(job);
  expect(await preview('listings', 'Thing,Words,Cost\nA2,Tin,9\n')).toMatchObject({
    remembered: true,
    mapping: { code: 'Thing', title: 'Words', price: 'Cost' },
  });
  // The same upload as another kind: its fields are asked for.
  const waiting = await preview('listings', odd);
  const { json: look } = await program.call<Preview>(
    'POST',
    `/api/marketplaces/${id}/imports/reviews/uploads/${waiting.upload}/look`,
    { sheet: null },
  );
  expect(look.fields.map((f) => f.key)).toContain('stars');
  expect(
    (await program.call('POST', `/api/marketplaces/${id}/imports/reviews/uploads/999999/look`, { sheet: null })).status,
  ).toBe(422);
});

describe('searches of one’s own', () => {
  const TERMS = csv(
    ['Keyword', 'Month', 'Search volume', 'Conversion'],
    ...['2026-08', '2026-09', '2026-10'].flatMap((month, i) => [
      ['kitchen scale', month, 3100 + 310 * i, '12 %'],
      ['scales for the kitchen', month, 620, ''],
      ['black kettle', month, 900 * (i + 1), '0.08'],
      ['Café kettle', month, 100, ''],
    ]),
  );
  const POSITIONS = csv(
    ['Keyword', 'Code', 'Date', 'Position', 'Share of clicks'],
    ['kitchen scale', 'A1', '2026-11-01', 3, '14 %'],
    ['black kettle', 'A2', '2026-11-01', 1, '30 %'],
    ['black kettle', 'A9', '2026-11-01', 2, ''],
    ['tea tin', 'A1', '2026-11-01', 5, ''],
  );
  /** Niches as they are kept; the list of them may answer as of a moment before. */
  const demand = async (id: string): Promise<string[]> => {
    const [rows] = await program.database.pool
      .promise()
      .query('select name from niches where marketplace_id = ? order by name', [id]);
    return (rows as { name: string }[]).map((r) => r.name);
  };
  test('terms with their months become niches and courses; positions show by what a listing is found', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'listings', MARCH);
    const job = await importCsv(program, id, 'terms', TERMS);
    expect(job).toMatchObject({ state: 'done', result: { taken: 12, refusedCount: 0 } });
    expect(job.message).toContain('4 search terms are known now.');
    expect(await demand(id)).toEqual(['black kettle', 'café kettle', 'kitchen scale']);
    const { json: list } = await program.call<{ rows: { name: string }[] }>(
      'GET',
      `/api/marketplaces/${id}/demand/niches?rows=50`,
    );
    expect(list.rows.map((r) => r.name).sort()).toEqual(['black kettle', 'café kettle', 'kitchen scale']);
    const places = await importCsv(program, id, 'positions', POSITIONS);
    expect(places.result).toMatchObject({ taken: 3, refusedCount: 1 });
    const { json: found } = await program.call<{ terms: { text: string }[] } & { rows: { term: { text: string } }[] }>(
      'GET',
      `/api/marketplaces/${id}/found?codes=A1`,
    );
    expect(JSON.stringify(found)).toContain('"unpaid":3,"paid":null,"share":0.14');
    expect(await demand(id)).toEqual(['black kettle', 'café kettle', 'kitchen scale', 'tea tin']);
    // Both taken back: nothing is known of searches; the listings are as they were.
    for (const kind of ['positions', 'terms'])
      expect((await change((await kept(id)).find((i) => i.kind === kind)!.id, 'take-back')).state).toBe('done');
    expect(await demand(id)).toEqual([]);
    expect(await stateOf(id)).toHaveLength(2);
    await change((await kept(id)).find((i) => i.kind === 'terms')!.id, 'take-again');
    expect(await demand(id)).toHaveLength(3);
  });
  test('a file names niches, weeks are taken as they are, and the demo keeps its own searches', async () => {
    const id = await marketplace();
    const weekly = csv(
      ['Search term', 'Week', 'Searches', 'Niche'],
      ...Array.from({ length: 60 }, (_, w) => [
        'tea tin',
        new Date(Date.UTC(2025, 8, 1 + 7 * w)).toISOString().slice(0, 10),
        50 + w,
        'Keeping tea',
      ]),
    );
    expect((await importCsv(program, id, 'terms', weekly)).result).toMatchObject({ taken: 60 });
    expect(await demand(id)).toEqual(['Keeping tea']);
    const [rows] = await program.database.pool
      .promise()
      .query(
        'select v.first_week as first, json_length(v.volumes) as n from term_volumes v join search_terms t on t.id = v.term_id where t.marketplace_id = ?',
        [id],
      );
    expect(rows).toEqual([{ first: '2025-09-01', n: 60 }]);
  });
  test('clicks go to the niche by its name or one of its terms, and wait for one that nothing tells of yet', async () => {
    const id = await marketplace();
    const clicks = async (): Promise<unknown> => {
      const [rows] = await program.database.pool
        .promise()
        .query(
          'select n.name, l.code, c.share from niche_clicks c join niches n on n.id = c.niche_id join listings l on l.id = c.listing_id where n.marketplace_id = ? order by n.name, l.code',
          [id],
        );
      return (rows as { name: string; code: string; share: number }[]).map((r) => [r.name, r.code, r.share]);
    };
    await importCsv(program, id, 'listings', MARCH);
    const early = await importCsv(
      program,
      id,
      'clicks',
      csv(
        ['Niche', 'Code', 'Date', 'Share of clicks'],
        ['Scales for the kitchen', 'A1', '2026-11-01', '40 %'],
        ['BLACK KETTLE', 'A2', '2026-11-01', '0.25'],
        ['nobody’s', 'A2', '2026-11-01', '5 %'],
        ['black kettle', 'A8', '2026-11-01', '5 %'],
      ),
    );
    expect(early.result).toMatchObject({ taken: 3, refusedCount: 1 });
    expect(early.message).toContain('wait until a file of search terms tells of them');
    expect(await clicks()).toEqual([]);
    const job = await importCsv(program, id, 'terms', TERMS);
    expect(job.message).toContain('Clicks of “nobody’s” wait');
    expect(await clicks()).toEqual([
      ['black kettle', 'A2', 0.25],
      ['kitchen scale', 'A1', 0.4],
    ]);
    await change((await kept(id)).find((i) => i.kind === 'clicks')!.id, 'take-back');
    expect(await clicks()).toEqual([]);
  });

  test('a niche is renamed, joined and parted by hand; it stays so with later files, and can be left to them again', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'terms', TERMS);
    const termIds = async (...texts: string[]): Promise<number[]> => {
      const [rows] = await program.database.pool
        .promise()
        .query('select id from search_terms where marketplace_id = ? and text in (?)', [id, texts]);
      return (rows as { id: number }[]).map((r) => Number(r.id));
    };
    const correct = async (terms: number[], niche: string | null): Promise<Job> =>
      program.ended(
        (await program.call<Job>('POST', `/api/marketplaces/${id}/niche-corrections`, { terms, niche })).json,
      );
    const scales = await termIds('kitchen scale', 'scales for the kitchen');
    const renamed = await correct(scales, ' Weighing  at home ');
    expect(renamed).toMatchObject({ state: 'done', result: { niche: expect.any(Number) } });
    expect(await demand(id)).toEqual(['black kettle', 'café kettle', 'Weighing at home']);
    await correct(await termIds('café kettle'), 'black kettle');
    expect(await demand(id)).toEqual(['black kettle', 'Weighing at home']);
    await correct([scales[0]!], 'Apart');
    expect(await demand(id)).toEqual(['Apart', 'black kettle', 'Weighing at home']);
    // A later file does not undo it.
    await importCsv(program, id, 'terms', csv(['Keyword', 'Searches'], ['kitchen scale', 4000], ['new thing', 10]));
    expect(await demand(id)).toEqual(['Apart', 'black kettle', 'new thing', 'Weighing at home']);
    await correct([...scales, ...(await termIds('café kettle'))], null);
    expect(await demand(id)).toEqual(['black kettle', 'café kettle', 'kitchen scale', 'new thing']);
    for (const [terms, niche] of [
      [[999_999], 'x'],
      [scales, '   '],
    ] as const)
      expect((await program.call('POST', `/api/marketplaces/${id}/niche-corrections`, { terms, niche })).status).toBe(
        422,
      );
  });
});

describe('suppliers’ quotes', () => {
  test('come in steps and currencies as they are offered, and go with their file', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'listings', MARCH);
    const quotes = async (): Promise<unknown[]> => {
      const [rows] = await program.database.pool
        .promise()
        .query(
          'select l.code, s.name, q.minimum, q.price, q.currency, q.lead_days, q.terms from quotes q join suppliers s on s.id = q.supplier_id join listings l on l.id = q.listing_id where l.marketplace_id = ? order by s.name, q.minimum',
          [id],
        );
      return (rows as object[]).map((r) => Object.values(r));
    };
    const job = await importCsv(
      program,
      id,
      'quotes',
      csv(
        ['Artikelnummer', 'Lieferant', 'Stückpreis', 'Währung', 'Ab Menge', 'Lieferzeit', 'Terms', 'Datum'],
        ['A1', 'Gebrüder Öhl', '4,20', 'USD', '500', '35', 'fob Hafen', '03.11.2026'],
        ['A1', 'Gebrüder Öhl', '3,85', 'USD', '1.000', '35', 'FOB', '03.11.2026'],
        ['A1', 'GEBRÜDER ÖHL', '3,60', 'USD', '3.000', '', 'soon', '03.11.2026'],
        ['A1', 'Mill & Co', '3,10 €', 'USD', '1', '', '', '03.11.2026'],
        ['A9', 'Mill & Co', '3,10', '', '1', '', '', '03.11.2026'],
        ['A2', '', '3,10', '', '1', '', '', '03.11.2026'],
      ),
    );
    expect(job.result).toMatchObject({ taken: 3, refusedCount: 3, leftOutCount: 1 });
    expect((job.result!.refused as { reason: string }[]).map((r) => r.reason)).toEqual([
      expect.stringContaining('is in EUR, while the column beside it says USD'),
      expect.stringContaining('A9 is no listing'),
      'The supplier is missing.',
    ]);
    expect(await quotes()).toEqual([
      ['A1', 'Gebrüder Öhl', 500, 4.2, 'USD', 35, 'FOB'],
      ['A1', 'Gebrüder Öhl', 1000, 3.85, 'USD', 35, 'FOB'],
      ['A1', 'Gebrüder Öhl', 3000, 3.6, 'USD', null, ''],
    ]);
    // Beside the costing: in the marketplace's currency once a rate is known.
    const shown = async () =>
      (await program.call<Quote[]>('GET', `/api/marketplaces/${id}/listings/A1/quotes`)).json.map((q) => [
        q.steps.map((s) => s.price),
        q.rate?.rate ?? null,
        q.term,
      ]);
    expect(await shown()).toEqual([[[4.2, 3.85, 3.6], null, 'FOB']]);
    await importCsv(program, id, 'rates', csv(['Currency', 'Rate', 'Date'], ['USD', '0.9', '2026-10-30']));
    expect(await shown()).toEqual([[[4.2, 3.85, 3.6], 0.9, 'FOB']]);
    await change((await kept(id)).find((i) => i.kind === 'quotes')!.id, 'take-back');
    expect(await quotes()).toEqual([]);
    await change((await kept(id)).find((i) => i.kind === 'quotes')!.id, 'take-again');
    expect(await quotes()).toHaveLength(3);
  });
});

describe('what is said of a marketplace of one’s own', () => {
  test('name, country, measures, tax and addresses are changed; what another window changed is not overwritten', async () => {
    const id = await marketplace();
    await importCsv(program, id, 'listings', MARCH);
    const change = (set: object, was: object = {}) => program.call('PATCH', `/api/marketplaces/${id}`, { set, was });
    const facts = {
      name: `Kai ${id}`,
      measures: 'imperial',
      country: 'DE',
      vat: 0.19,
      addressPattern: 'https://kai.example/i/{code}/x',
    };
    expect((await change(facts, { country: '' })).status).toBe(200);
    const { json } = await program.call<{ marketplaces: { id: string }[] }>('GET', '/api/marketplaces');
    expect(json.marketplaces.find((m) => m.id === id)).toMatchObject({
      ...facts,
      host: 'kai.example',
      currency: 'EUR',
    });
    expect(await change({ country: 'FR' }, { country: '' })).toMatchObject({
      status: 409,
      json: { type: '/problems/stale', current: { country: 'DE' } },
    });
    for (const odd of [
      { country: 'ZZ' },
      { addressPattern: 'javascript:alert({code})' },
      { addressPattern: 'https://{code}.example/' },
      { addressPattern: 'https://kai.example/' },
      { vat: 19 },
      { currency: 'USD' },
    ])
      expect([odd, (await change(odd)).status]).toEqual([odd, 422]);
    // Addresses that are pasted are understood by the pattern.
    const { json: made } = await program.call<{ id: number }>('POST', `/api/marketplaces/${id}/candidates`, { name: 'One', anchor: 'A1', rivals: [] }); // prettier-ignore
    const added = await program.call<{ added: string[] }>('POST', `/api/candidates/${made.id}/line-up`, { text: 'https://kai.example/i/A2/x' }); // prettier-ignore
    expect(added.json.added).toEqual(['A2']);
  });

  test('categories are renamed and joined; files that name the old paths mean the new ones, taken back or in', async () => {
    const id = await marketplace();
    const at = `/api/marketplaces/${id}`;
    await importCsv(program, id, 'listings', MARCH);
    const tree = async (): Promise<string[]> =>
      (await program.call<{ path: string; listings: number }[]>('GET', `${at}/categories`)).json.map(
        (c) => `${c.path}: ${c.listings}`,
      );
    const idOf = async (path: string): Promise<number> =>
      (await program.call<{ path: string; id: number }[]>('GET', `${at}/categories`)).json.find((c) => c.path === path)!.id; // prettier-ignore
    const change = async (path: string, how: object) =>
      (await program.call('PATCH', `${at}/categories/${await idOf(path)}`, how)).status;
    expect(await tree()).toEqual(['Kitchen: 2', 'Kitchen › Kettles: 1', 'Kitchen › Scales: 1']);
    expect(await change('Kitchen', { name: 'Küche' })).toBe(200);
    expect(await tree()).toEqual(['Küche: 2', 'Küche › Kettles: 1', 'Küche › Scales: 1']);
    await importCsv(program, id, 'listings', APRIL);
    expect(await tree()).toEqual(['Küche: 3', 'Küche › Kettles: 1', 'Küche › Scales: 1', 'Küche › Tins: 1']);
    expect(await change('Küche › Tins', { into: await idOf('Küche › Kettles') })).toBe(200);
    expect(await tree()).toEqual(['Küche: 3', 'Küche › Kettles: 2', 'Küche › Scales: 1']);
    // A renaming to a name that is there joins the two; back again it is a category of its own with all of them.
    expect(await change('Küche › Scales', { name: 'Kettles' })).toBe(200);
    expect(await tree()).toEqual(['Küche: 3', 'Küche › Kettles: 3']);
    expect(await change('Küche › Kettles', { name: 'Scales' })).toBe(200);
    expect(await tree()).toEqual(['Küche: 3', 'Küche › Scales: 3']);
    for (const kind of ['take-back', 'take-again'] as const) expect((await changeOf(id, kind)).state).toBe('done');
    expect(await tree()).toEqual(['Küche: 3', 'Küche › Scales: 3', 'Without category: 0']);
    expect(await change('Küche', { gated: true })).toBe(200);
    for (const [odd, status] of [
      [{ into: await idOf('Küche › Scales') }, 422],
      [{ name: 'a › b' }, 422],
      [{ into: 999_999 }, 404],
      [{}, 422],
    ] as const)
      expect([odd, await change('Küche', odd)]).toEqual([odd, status]);
  });
});
/** The newest import of listings, taken back or in again. */
const changeOf = async (id: string, how: 'take-back' | 'take-again'): Promise<Job> =>
  change((await kept(id)).find((i) => i.kind === 'listings')!.id, how);
