import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Evidence, MinedReviews, ReviewWords } from '@kettle/contract/candidates';
import type { History, ListingSheet } from '@kettle/contract/listings';
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
});
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

test('an odd cell costs itself alone; a row is refused where it says nothing without it; each with line and reason', async () => {
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
  expect(job).toMatchObject({ state: 'done', result: { taken: 6, refusedCount: 2, leftOutCount: 4 } });
  expect((job.result!.refused as { line: number; reason: string }[]).map((r) => `${r.line}: ${r.reason}`)).toEqual([
    '6: The listing code is missing.',
    '7: The date 2999-01-01 lies in the future.',
  ]);
  expect(
    (job.result!.leftOut as { line: number; column: string; reason: string }[]).map(
      (c) => `${c.line}, ${c.column}: ${c.reason}`,
    ),
  ).toEqual([
    '3, Price (USD): Price must be above 0, not 0.',
    '4, Price (USD): Price must be above 0, not -1.',
    '5, Price (USD): Price "a lot" is no sum of money.',
    '8, Stars: Rating "9" is no rating of five stars.',
  ]);
  expect(job.message).toContain('6 listings taken in, 2 rows refused, 4 cells left out.');
  expect(job.message).toContain('2 have no category');
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
  // Beside it stands the curve, whose level nobody has confirmed: it says little.
  expect(units.best.known && units.best.value).toBeGreaterThan(100);
  expect(listing.revenue! / 3990).toBeCloseTo(units.best.known ? units.best.value : 0, 1);
  expect(listing.revenue).toBeLessThan(150 * 3990);
  expect(listing.weight).toBe(Math.round(40 * 28.349523125));
  // The file tells no sides: what is known, and within what the rest lies.
  expect(fees).toMatchObject({
    known: false,
    reason: expect.stringContaining('sides are not known'),
    lines: [{ key: 'commission' }],
    open: [{ key: 'fulfilment' }, { key: 'storage' }],
  });
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

test('an older file, or one without a column, overrules neither title, brand nor category', async () => {
  const before = (await sheet('AB12')).listing;
  await importCsv(
    program,
    'harbour-lane',
    'listings',
    csv(HEAD, ['AB12', 'An old name', 'Another', 'Elsewhere', '', '', '', '', '', '', '2025-06-01']),
  );
  await importCsv(
    program,
    'harbour-lane',
    'listings',
    csv(['SKU', 'Title', 'Date'], ['AB12', before.title, '2026-02-11']),
  );
  expect((await sheet('AB12')).listing).toMatchObject({
    title: before.title,
    brand: before.brand,
    category: before.category,
  });
});

test('a corrected file of the same day takes the place of the wrong one; many days of a listing are many readings', async () => {
  const daily = (price: number) =>
    csv(
      ['SKU', 'Title', 'Category', 'Price', 'Rank', 'Stock', 'Date'],
      ...Array.from({ length: 30 }, (_, i) => [
        'DAILY1',
        'Nipping press',
        'Paper > Presses',
        price,
        100 + i,
        400 - 3 * i,
        `2026-03-${String(i + 1).padStart(2, '0')}`,
      ]),
    );
  const historyOf = async (): Promise<History> =>
    (await program.call<History>('GET', '/api/marketplaces/harbour-lane/listings/DAILY1/history')).json;
  expect((await importCsv(program, 'harbour-lane', 'listings', daily(19.9))).result).toMatchObject({ taken: 1 });
  expect((await historyOf()).days.day).toHaveLength(30);
  expect(new Set((await historyOf()).days.price)).toEqual(new Set([1990]));
  await importCsv(program, 'harbour-lane', 'listings', daily(17.5));
  expect((await historyOf()).days.day).toHaveLength(30);
  expect(new Set((await historyOf()).days.price)).toEqual(new Set([1750]));
  const { days } = await historyOf();
  expect([days.rank.at(-1), days.stock.at(-1)]).toEqual([129, 313]);
});

test.each<[string, Buffer]>([
  ['windows-1252', Buffer.from('Code;Title;Price\nENC1;K\xfcchenwaage, gro\xdf;12,50 \x80\n', 'latin1')],
  ['UTF-16 with its mark', Buffer.from('\ufeffCode\tTitle\tPrice\nENC1\tKüchenwaage, groß\t12,50 €\n', 'utf16le')],
  ['UTF-8 with its mark', Buffer.from('\ufeffCode;Title;Price\nENC1;Küchenwaage, groß;12,50 €\n')],
  ['upright strokes', Buffer.from('Code|Title|Price\nENC1|Küchenwaage, groß|12,50 €\n')],
  [
    'a title above its head',
    Buffer.from(
      'Stock list of May;;;\nmade by hand, for you;;;\n\nCode;Title;Price;Price\nENC1;Küchenwaage, groß;12,50 €;x\n',
    ),
  ],
])('a file in %s is read right', async (_, bytes) => {
  const at = '/api/marketplaces/cafe-ulm-sohne';
  const { json } = await program.call<Preview>('POST', `${at}/imports/listings/preview?name=x.csv`, bytes);
  expect(json).toMatchObject({ rows: 1, mapping: { code: 'Code', title: 'Title', price: 'Price' } });
  expect(json.sample[0]).toMatchObject({ Title: 'Küchenwaage, groß', Price: '12,50 €' });
});

test('heads that are the same are told apart, and a line is that of the file under a title', async () => {
  const text = 'My list;;;\n\nCode;Title;Price;Price\nTWICE1;One;3,50;4\nTWICE2;;3,50;4\n';
  const { json } = await program.call<Preview>(
    'POST',
    '/api/marketplaces/cafe-ulm-sohne/imports/listings/preview?name=x.csv',
    text,
  );
  expect(json.columns).toEqual(['Code', 'Title', 'Price', 'Price (2)']);
  const job = await importCsv(program, 'cafe-ulm-sohne', 'listings', text);
  expect(job.result).toMatchObject({ taken: 1, refused: [{ line: 5, reason: 'The title is missing.' }] });
});

/** Files as programs of four countries write them: their own headings, decimal commas, kilograms, centimetres, days first. */
const ABROAD: [string, string][] = [
  [
    'German',
    `Artikelnummer;Bezeichnung;Marke;Kategorie;Preis;Verkaufsrang;Anzahl Bewertungen;Sterne;Gewicht (kg);Länge (cm);Breite (cm);Höhe (cm);Absatz im Monat;Datum
CODE1;Klappbare Buchpresse;Eichamt;Papier > Pressen;1.039,90 €;1.214;22;4,5 von 5;1,724;30,5;22;9;1.200;24.11.2026
CODE2;Handpresse;Eichamt;Papier > Pressen;68,00 €;410;k. A.;-;2,5;40;30;12,5;3,5 Tsd.;03.02.2026`,
  ],
  [
    'French',
    `Référence;Titre;Marque;Catégorie;Prix;Rang des ventes;Nombre d'avis;Étoiles;Poids (g);Longueur;Largeur;Hauteur;Ventes par mois;Relevé du
CODE1;Presse à livres pliante;Chêne;Papier > Presses;1 039,90 €;1 214;22;4,5/5;1724;30,5 cm;22 cm;90 mm;1 200;24/11/2026
CODE2;Presse à main;Chêne;Papier > Presses;68,00 €;410;n/a;–;2 500;40 cm;30 cm;125 mm;3,5k;03/02/2026`,
  ],
  [
    'Spanish',
    `Código,Título,Marca,Categoría,Precio,Posición,Número de reseñas,Estrellas,Peso,Dimensiones,Ventas al mes,Fecha
CODE1,Prensa plegable,Roble,Papel > Prensas,"1.039,90","n.º 1.214",22,"4,5","1,724 kg","30,5 x 22 x 9 cm","1.200",24/11/2026
CODE2,Prensa de mano,Roble,Papel > Prensas,"68,00",410,-,,"2500 g","40 x 30 x 12,5 cm","3,5k",03/02/2026`,
  ],
  [
    'Swedish',
    `Artikelkod\tProduktnamn\tVarumärke\tKategori\tPris\tSäljrang\tAntal recensioner\tBetyg\tVikt\tMått\tSålda per månad\tDatum
CODE1\tHopfällbar bokpress\tEken\tPapper > Pressar\t1 039,90 EUR\t1 214\t22\t4,5 av 5\t1,724 kg\t30,5 × 22 × 9 cm\t1 200\t24 november 2026
CODE2\tHandpress\tEken\tPapper > Pressar\t68,00 EUR\t410\tokänd\t\t2500 g\t40 × 30 × 12,5 cm\t3,5k\t3 feb. 2026`,
  ],
];
test.each(ABROAD)('a file in %s goes through without a correction by hand', async (language, text) => {
  const { json } = await program.call<{ id: string }>('POST', '/api/marketplaces', {
    name: `Torg ${language}`,
    currency: 'EUR',
    measures: 'metric',
    copyFrom: null,
  });
  const job = await importCsv(program, json.id, 'listings', text.replaceAll('\\t', '\t'));
  expect(job.result).toMatchObject({ taken: 2, refused: [], leftOut: [] });
  const { json: one } = await program.call<ListingSheet>('GET', `/api/marketplaces/${json.id}/listings/CODE1`);
  expect(one.listing).toMatchObject({
    price: 103_990,
    rank: 1214,
    reviews: 22,
    rating: 4.5,
    weight: 1724,
    seenOn: '2026-11-24',
  });
  expect(one.sides).toEqual([305, 220, 90]);
  expect(one.stated.map((s) => s.value)).toEqual([1200]);
  const { json: two } = await program.call<ListingSheet>('GET', `/api/marketplaces/${json.id}/listings/CODE2`);
  expect(two.listing).toMatchObject({ price: 6800, reviews: null, rating: null, weight: 2500, seenOn: '2026-02-03' });
  expect(two.sides).toEqual([400, 300, 125]);
  expect(two.stated.map((s) => s.value)).toEqual([3500]);
});

test('units, magnitudes and currencies are read as they are written, and what could be misread is left out', async () => {
  const job = await importCsv(
    program,
    'harbour-lane',
    'listings',
    csv(
      [
        'Item code',
        'Item name',
        'Group',
        'Price',
        'Weight',
        'Length (mm)',
        'Width (mm)',
        'Height (mm)',
        'Units a month',
        'Reviews',
        'Fulfilled by',
        'Date',
      ],
      ['UNIT1', 'One', 'Paper', '12.50', '500 g', '300', '200', '100', '1.2k', '3k', 'warehouse', '11/24/2026'],
      ['UNIT2', 'Two', 'Paper', '€12.50', '0.5 kg', '30 cm', '8 in', '100', '1,234', 'n/a', 'somebody', '03/04/2026'],
      ['UNIT3', 'Three', 'Paper', '12,5', '25 cm', '-', '', 'tall', 'many', '7', '', '12/31/2025'],
    ),
  );
  expect(job.result).toMatchObject({ taken: 3, refused: [] });
  expect(
    (job.result!.leftOut as { line: number; column: string }[]).map((c) => `${c.line} ${c.column}`).toSorted(),
  ).toEqual(['3 Fulfilled by', '3 Price', '4 Height (mm)', '4 Price', '4 Units a month', '4 Weight']);
  const one = await sheet('UNIT1');
  expect(one.listing).toMatchObject({
    price: 1250,
    weight: 500,
    reviews: 3000,
    seenOn: '2026-11-24',
    fulfilment: 'marketplace',
  });
  expect([one.sides, one.stated[0]!.value]).toEqual([[300, 200, 100], 1200]);
  const two = await sheet('UNIT2');
  expect(two.listing).toMatchObject({
    price: null,
    weight: 500,
    reviews: null,
    seenOn: '2026-03-04',
    fulfilment: 'unknown',
  });
  expect([two.sides, two.stated[0]!.value]).toEqual([[300, 203, 100], 1234]);
});

test('dates that could be of two days are asked about, and taken as it is said', async () => {
  const head = ['Listing code', 'Date', 'Stock'];
  const rows = [
    ['AB12', '03/04/2026', 20],
    ['AB12', '05/04/2026', 18],
  ];
  const open = await importCsv(program, 'harbour-lane', 'counts', csv(head, ...rows));
  expect(open.result).toMatchObject({ taken: 0 });
  expect((open.result!.refused as { reason: string }[])[0]!.reason).toBe(
    'Date "03/04/2026" could be of two days; say whether the day or the month stands first.',
  );
  const said = await importCsv(program, 'harbour-lane', 'counts', csv(head, ...rows), 'a file', 'day-first');
  expect(said.result).toMatchObject({ taken: 2, refused: [] });
  expect((await sheet('AB12')).ownCounts.map((c) => c.day)).toEqual(['2026-04-03', '2026-04-05']);
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
    { line: 15, reason: 'Stars "7" is no rating of five stars.' },
    { line: 16, reason: 'Date "soon" is no date.' },
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
      ['gripe/holds/spindle', 6],
      ['praise/stability/', 6],
    ]),
  );
  expect(mined.themes[0]!.starPull!.value).toBe(-3);
  const low = await program.call<MinedReviews>('GET', `/api/candidates/${json.id}/reviews?stars=1,2&words=slips`);
  expect(low.json).toMatchObject({ matching: 6, stars: [0, 6, 0, 0, 0] });
  const rest = `/api/candidates/${json.id}/reviews/evidence?theme=gripe/holds/spindle`;
  const { evidence } = (await program.call<{ evidence: Evidence[] }>('GET', rest)).json;
  expect(evidence).toHaveLength(6);
  expect(evidence[0]).toMatchObject({
    stars: 2,
    words: 'slips',
    sentence: expect.stringContaining('The spindle slips'),
  });
  expect((await program.call<{ evidence: Evidence[] }>('GET', `${rest}&words=weeks`)).json.evidence).toEqual([]);
  const { words } = (
    await program.call<{ words: ReviewWords[] }>('GET', `/api/candidates/${json.id}/reviews/words?common=false`)
  ).json;
  expect(words.find((w) => w.words === 'spindle slips')).toMatchObject({ reviews: 6, low: 6, high: 0 });
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
