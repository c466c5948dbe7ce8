// Writes the files of an invented seller, one of each kind, to samples: `npm run samples`. The manner of each is another.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import ExcelJS from 'exceljs';
import { DEMO_MARKETPLACES } from '../demo/src/marketplaces.ts';
import { dayFromEpoch, epochDay } from '../core/src/measures/day.ts';
import { hashText, normalDraw, randomFrom } from '../core/src/stats/random.ts';
import { monthlyRates, Simulated, trueMonthlyUnits, WORLD_DAY } from '../demo/src/market.ts';
import { reviewDays, writeReview } from '../demo/src/review-grammar.ts';
import { firstPage, makeSearches, SEARCH_FIRST, SEARCH_WEEKS, weekVolumes } from '../demo/src/searches.ts';
import { makeWorld, monthsOf } from '../demo/src/world.ts';
import { repositoryRoot } from './private-database.mjs';

const SEED = 8117;
const LISTINGS = 60;
const COUNTED = 12;
const REVIEWED = 4;
const market = DEMO_MARKETPLACES[1];
const today = epochDay(WORLD_DAY);
const world = makeWorld({ listings: 2000 }, SEED);
const ofMarket = world.listings.filter((l) => l.marketplace === market.id);
const family = ofMarket[0].kind.family;
const mine = ofMarket.filter((l) => l.kind.family === family);
const simulated = new Map(mine.map((l) => [l.code, new Simulated(l.truth)]));
const rates = monthlyRates([...simulated.values()]);
const chosen = mine.filter((l) => simulated.get(l.code).since < today - 400).slice(0, LISTINGS);
/** Codes as this seller's program writes them. */
const codeOf = (l) => `HL_${l.code.slice(2)}.${(hashText(l.code) % 90) + 10}`;
const days = new Map(chosen.map((l) => [l.code, simulated.get(l.code).read(rates, today - 90, 91)]));
const truth = (l) => trueMonthlyUnits(l.truth, WORLD_DAY, 90);

const cell = (value) => {
  const text = String(value ?? '');
  return /[";\t,\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
};
const table = (sign, rows) => `${rows.map((row) => row.map(cell).join(sign)).join('\r\n')}\r\n`;
const comma = (x, digits = 2) => x.toFixed(digits).replace('.', ',');
const dots = (day) => day.split('-').toReversed().join('.');

const listings = table(';', [
  [`Katalog ${family}, Stand ${dots(WORLD_DAY)}`],
  [],
  [
    'Artikelnummer',
    'Bezeichnung',
    'Marke',
    'Kategorie',
    'Preis',
    'Verkaufsrang',
    'Anzahl Bewertungen',
    'Sterne',
    'Gewicht (kg)',
    'Länge (cm)',
    'Breite (cm)',
    'Höhe (cm)',
    'Anzahl Verkäufer',
    'Absatz im Monat',
    'Im Verkauf seit',
    'Datum',
  ],
  ...chosen.map((l) => {
    const last = days.get(l.code).at(-1);
    const said = truth(l) * Math.exp(0.25 * normalDraw(randomFrom(hashText(`${l.code}/said`))));
    const sides = l.sides.map((s) => comma(s / 10, 1));
    return [
      codeOf(l),
      l.title,
      l.brand,
      [l.kind.family, l.kind.branch, l.kind.name].join(' > '),
      `${comma(last.price / 100)} €`,
      last.rank ?? 'k. A.',
      last.reviews,
      comma(last.rating / 100, 1),
      comma(l.weight / 1000, 3),
      ...sides,
      last.sellers,
      Math.round(said),
      dots(l.truth.onSaleSince),
      dots(WORLD_DAY),
    ];
  }),
]);
const readings = table(',', [
  ['Code', 'Date', 'Price', 'Rank', 'Reviews'],
  ...chosen.flatMap((l) =>
    days
      .get(l.code)
      .filter((_, i) => i % 7 === 6)
      .map((d) => [codeOf(l), d.day, (d.price / 100).toFixed(2), d.rank ?? 'n/a', d.reviews]),
  ),
]);
const months = JSON.stringify(
  {
    months: chosen.flatMap((l) =>
      monthsOf(simulated.get(l.code), rates)
        .slice(-26)
        .map((m) => ({ code: codeOf(l), month: m.month.slice(0, 7), price: m.price / 100, rank: m.rank })),
    ),
  },
  null,
  0,
).replaceAll('},{', '},\n{');
const counts = table('\t', [
  ['Item', 'Counted on', 'Pieces', 'Sold by'],
  ...chosen
    .filter((_, i) => i % Math.floor(LISTINGS / COUNTED) === 0)
    .flatMap((l) =>
      days
        .get(l.code)
        .filter((d, i) => i % 5 === 0 && d.stock !== null && !d.stockCapped)
        .map((d) => [codeOf(l), dots(d.day), d.stock, d.mainOffer]),
    ),
]);
const reviews = chosen
  .slice(0, REVIEWED)
  .flatMap((l) => {
    const random = randomFrom(hashText(`${l.code}/${SEED}`));
    const [first, second] = l.kind.parts;
    const temper = { parts: l.kind.parts, gripes: { [first]: { rate: 0.3 }, [second]: { rate: 0.1 } }, rating: 3.9 };
    return reviewDays(random, 40, dayFromEpoch(today - 500), WORLD_DAY, 500).map((day) => {
      const r = writeReview(random, temper, day);
      return JSON.stringify({ listing_code: codeOf(l), stars: r.stars, title: r.title, text: r.body, date: r.day });
    });
  })
  .join('\n');
const codes = new Map(chosen.map((l) => [l.code, codeOf(l)]));
const searches = makeSearches({ ...world, listings: mine });
const terms = searches.terms
  .filter(({ term }) => term.truth.contenders.some((c) => codes.has(c.code)))
  .slice(0, 40)
  .map((t) => t.term);
const monthly = table(',', [
  ['Search term', 'Month', 'Searches', 'Conversion'],
  ...terms.flatMap((term) => {
    const sums = new Map();
    weekVolumes(term.text, term.truth, SEARCH_FIRST, SEARCH_WEEKS).forEach((v, w) => {
      const month = dayFromEpoch(epochDay(SEARCH_FIRST) + 7 * w + 3).slice(0, 7);
      sums.set(month, (sums.get(month) ?? 0) + (v ?? 0));
    });
    return [...sums].slice(1, -1).map(([month, n]) => [term.text, month, n, `${(100 * term.buyRate).toFixed(1)} %`]);
  }),
]);
const positions = table(',', [
  ['Keyword', 'Item code', 'Date', 'Position', 'Paid position'],
  ...terms.flatMap((term) =>
    firstPage(term.text, term.truth, WORLD_DAY)
      .filter((p) => codes.has(p.code))
      .map((p) => [term.text, codes.get(p.code), WORLD_DAY, p.unpaid ?? '', p.paid ?? '']),
  ),
]);
/** Whose listings the clicks of some terms' needs go to, on two days. */
const clicks = table(';', [
  ['Nische', 'Artikelnummer', 'Datum', 'Klickanteil'],
  ...terms.slice(0, 12).flatMap((term) =>
    [400, 3].flatMap((ago) => {
      const found = firstPage(term.text, term.truth, WORLD_DAY).filter((p) => codes.has(p.code));
      const total = found.reduce((sum, _, i) => sum + 1 / (i + 1 + ago / 400), 0);
      return found.map((p, i) => [
        term.text,
        codes.get(p.code),
        dots(dayFromEpoch(today - ago)),
        `${comma(Math.min(60, (70 / total) * (1 / (i + 1 + ago / 400))), 1)} %`,
      ]);
    }),
  ),
]);
const exchange = table(',', [
  ['Date', 'From', 'To', 'Rate'],
  ...[90, 60, 30, 1].map((ago, i) => [dayFromEpoch(today - ago), 'USD', 'EUR', (0.93 + 0.004 * i).toFixed(4)]),
]);
const book = new ExcelJS.Workbook();
const sheet = book.addWorksheet('Offers');
sheet.addRow(['Offers for three ideas']);
sheet.addRow([]);
sheet.addRow(['Item', 'Supplier', 'Unit price (USD)', 'MOQ', 'Lead time (days)', 'Incoterms', 'Valid until', 'Date']);
for (const [i, l] of chosen.slice(0, 3).entries())
  for (const [name, times] of [
    ['Alder & Finch', 1],
    ['Two Weirs', 0.93],
  ])
    for (const [from, less] of [
      [300, 1],
      [1000, 0.9],
    ])
      sheet.addRow([
        codeOf(l),
        name,
        Number(((days.get(l.code).at(-1).price / 100) * 0.22 * times * less).toFixed(2)),
        from,
        30 + 5 * i,
        name === 'Two Weirs' ? 'FOB' : 'EXW',
        new Date(`${dayFromEpoch(today + 45)}T00:00:00Z`),
        new Date(`${dayFromEpoch(today - 5)}T00:00:00Z`),
      ]);
// Written at the same moment each time, so that the file is the same.
book.created = book.modified = new Date(`${WORLD_DAY}T00:00:00Z`);
const quotes = Buffer.from(await book.xlsx.writeBuffer());
const schedule = { ...market.schedules.at(-1), name: 'Harbour Lane 2026' };

/** The shape of another marketplace's curve: what is counted and stated here moves it to its place. */
const { curve } = world.curves.find((c) => c.marketplace === market.id && c.category === family);
const rankCurve = {
  format: 'cold-kettle/rank-curve',
  version: 1,
  category: '*',
  validFrom: '2025-01-01',
  source: 'a friend who sells elsewhere',
  residual: 0.35,
  knots: curve.knots.map(({ rank, unitsPerDay }) => ({ rank, unitsPerDay: Number((unitsPerDay / 6).toPrecision(4)) })),
  reviewRate: 0.03,
  reviewSpread: 0.5,
};

const folder = join(repositoryRoot, 'samples');
mkdirSync(folder, { recursive: true });
for (const [name, text] of Object.entries({
  'listings.csv': listings,
  'readings.csv': readings,
  'months.json': months,
  'counts.tsv': counts,
  'reviews.ndjson': `${reviews}\n`,
  'search terms.csv': monthly,
  'positions.csv': positions,
  'clicks.csv': clicks,
  'exchange rates.csv': exchange,
  'quotes.xlsx': quotes,
  'rank curve.json': `${JSON.stringify(rankCurve, null, 2)}\n`,
  'fee schedule.json': `${JSON.stringify(schedule, null, 2)}\n`,
}))
  writeFileSync(join(folder, name), text);
