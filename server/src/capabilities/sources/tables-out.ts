import type { RowDataPacket } from 'mysql2';
import type { ImportKind } from '@kettle/contract/sources';
import { addDays } from '@kettle/core/measures/day';
import { currencyExponent } from '@kettle/core/money/money';
import type { Session } from '../../ground/db/connection.ts';
import type { CellValue, Table } from '../../ground/export/table.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

/** Listings, terms or niches whose rows are read at once. */
const AT_ONCE = 500;

type Row = Record<string, string | number | null>;
interface Column {
  head: string;
  cell: (row: Row) => CellValue;
}
interface Out {
  what: string;
  columns: Column[];
  rows: (session: Session, market: Market) => AsyncGenerator<Row>;
}

const plain = (head: string, key: string): Column => ({ head, cell: (r) => r[key] ?? null });
const yesNo = (head: string, key: string): Column => ({
  head,
  cell: (r) => (r[key] === null || r[key] === undefined ? null : Number(r[key]) === 1 ? 'yes' : 'no'),
});
const divided = (head: string, key: string, by: number): Column => ({
  head,
  cell: (r) => (r[key] === null || r[key] === undefined ? null : Number(r[key]) / by),
});

const query = async ({ pool }: Session, sql: string, values: unknown[]): Promise<Row[]> =>
  (await pool.promise().query<RowDataPacket[]>(sql, values))[0] as Row[];

/** The rows that hang on listings, some hundred listings at a time, in the order of their codes. */
const ofListings = (...statements: string[]) =>
  async function* (session: Session, market: Market): AsyncGenerator<Row> {
    const ids = await query(session, 'select id from listings where marketplace_id = ? order by code', [market.id]);
    for (let from = 0; from < ids.length; from += AT_ONCE)
      for (const sql of statements) {
        const these = ids.slice(from, from + AT_ONCE).map((r) => r.id);
        yield* await query(session, sql, [these, these]);
      }
  };

const ofMarket = (sql: string) =>
  async function* (session: Session, market: Market): AsyncGenerator<Row> {
    yield* await query(session, sql, [market.id]);
  };

/**
 * Every kind of table that a file can bring, with heads by which it is known again: what is taken away can be taken in.
 * Weights go out in grams, sides in millimetres, money in major units.
 */
const outOf = (market: Market): Record<ImportKind, Out> => {
  const minor = 10 ** currencyExponent(market.currency);
  const price = divided(`Price (${market.currency})`, 'price', minor);
  const figures = [
    price,
    plain('Rank', 'rank'),
    plain('Reviews', 'reviews'),
    divided('Rating', 'rating', 100),
    plain('Sellers', 'sellers'),
    plain('Stock', 'stock'),
    plain('Units a month', 'units'),
    divided(`Revenue a month (${market.currency})`, 'revenue', minor),
    plain('Source of the row', 'source'),
  ];
  const code = plain('Listing code', 'code');
  return {
    listings: {
      what: 'listings',
      columns: [
        code,
        plain('Title', 'title'),
        plain('Brand', 'brand'),
        plain('Category', 'path'),
        plain('GTIN', 'gtin'),
        ...figures.filter((f) => f.head !== 'Stock'),
        plain('Weight (g)', 'weight'),
        plain('Longest side (mm)', 'side_long'),
        plain('Middle side (mm)', 'side_middle'),
        plain('Shortest side (mm)', 'side_short'),
        plain('Pictures', 'pictures'),
        plain('Variations', 'variations'),
        plain('Variation of', 'leader'),
        { head: 'Fulfilled by', cell: (r) => (r.fulfilment === 'unknown' ? null : r.fulfilment!) },
        yesNo('Sold by the marketplace', 'sold_by_marketplace'),
        plain('Pieces in the pack', 'pack_count'),
        plain('On sale since', 'on_sale_since'),
        plain('Description', 'description'),
        plain('Date', 'seen_on'),
      ],
      rows: ofListings(
        `with stated as (
           select listing_id, source, day, max(if(measure = 'units', value, null)) as units,
             max(if(measure = 'revenue', value, null)) as revenue,
             row_number() over (partition by listing_id order by day desc, source) as place
           from stated_figures where listing_id in (?) group by listing_id, source, day
         )
         select l.*, c.path, f.code as leader, s.units, s.revenue, s.source
         from listings l join categories c on c.id = l.category_id
         left join listings f on f.id = l.family_id and f.id <> l.id
         left join stated s on s.listing_id = l.id and s.place = 1 and s.day = l.seen_on
         where l.id in (?) order by l.code`,
      ),
    },
    readings: {
      what: 'readings',
      columns: [code, plain('Date', 'day'), ...figures],
      rows: ofListings(
        `select l.code, r.*, null as units, null as revenue, null as source from readings r join listings l on l.id = r.listing_id
         where r.listing_id in (?) order by l.code, r.day`,
        `select l.code, s.day, s.source, max(if(s.measure = 'units', s.value, null)) as units,
           max(if(s.measure = 'revenue', s.value, null)) as revenue
         from stated_figures s join listings l on l.id = s.listing_id where s.listing_id in (?)
         group by l.code, s.day, s.source order by l.code, s.day, s.source`,
      ),
    },
    months: {
      what: 'averages of months',
      columns: [
        code,
        { head: 'Month', cell: (r) => String(r.month).slice(0, 7) },
        price,
        plain('Rank', 'rank'),
        plain('Reviews', 'reviews'),
      ],
      rows: ofListings(
        `select l.code, m.* from monthly_history m join listings l on l.id = m.listing_id where m.listing_id in (?)
         order by l.code, m.month`,
      ),
    },
    reviews: {
      what: 'reviews',
      columns: [
        code,
        plain('Date', 'day'),
        plain('Stars', 'stars'),
        plain('Title', 'title'),
        plain('Text', 'body'),
        yesNo('Verified', 'verified'),
        plain('Helpful', 'helpful'),
      ],
      rows: ofListings(
        `select l.code, r.* from reviews r join listings l on l.id = r.listing_id where r.listing_id in (?)
         order by l.code, r.day, r.stars, md5(r.body), md5(r.title)`,
      ),
    },
    counts: {
      what: 'stock counts of your own',
      columns: [code, plain('Date', 'day'), plain('Pieces', 'stock'), plain('Seller', 'seller')],
      rows: ofListings(
        `select l.code, o.* from own_counts o join listings l on l.id = o.listing_id where o.listing_id in (?)
         order by l.code, o.day`,
      ),
    },
    terms: {
      what: 'weeks of search terms',
      columns: [
        plain('Search term', 'text'),
        plain('Week', 'day'),
        plain('Searches', 'volume'),
        plain('Buy rate', 'buy_rate'),
        plain('Competing', 'competing'),
        plain('Niche', 'niche'),
      ],
      rows: weeksOfTerms,
    },
    positions: {
      what: 'positions',
      columns: [
        plain('Search term', 'text'),
        code,
        plain('Date', 'day'),
        plain('Unpaid', 'unpaid'),
        plain('Paid', 'paid'),
        plain('Share of clicks', 'share'),
      ],
      rows: ofListings(
        `select t.text, l.code, p.* from term_positions p join listings l on l.id = p.listing_id
         join search_terms t on t.id = p.term_id where p.listing_id in (?) order by l.code, t.text, p.day`,
      ),
    },
    clicks: {
      what: 'clicks of niches',
      columns: [plain('Niche', 'name'), code, plain('Date', 'day'), plain('Share of clicks', 'share')],
      rows: ofListings(
        `select n.name, l.code, c.* from niche_clicks c join listings l on l.id = c.listing_id
         join niches n on n.id = c.niche_id where c.listing_id in (?) order by l.code, n.name, c.day`,
      ),
    },
    quotes: {
      what: 'suppliers’ quotes',
      columns: [
        code,
        plain('Supplier', 'name'),
        plain('Country', 'country'),
        plain('Price a piece', 'price'),
        plain('Currency', 'currency'),
        plain('Minimum', 'minimum'),
        plain('Lead days', 'lead_days'),
        plain('Pieces a carton', 'carton_units'),
        plain('Carton weight (g)', 'carton_weight'),
        {
          head: 'Carton size (mm)',
          cell: (r) => (r.carton_long === null ? null : `${r.carton_long} x ${r.carton_middle} x ${r.carton_short}`),
        },
        plain('Terms', 'terms'),
        plain('Valid until', 'valid_until'),
        plain('Date', 'day'),
        plain('Note', 'note'),
      ],
      rows: ofListings(
        `select l.code, s.name, s.country, q.listing_id, q.day, q.minimum, q.price, q.currency, q.lead_days, q.terms, q.valid_until, q.note,
           q.carton_units, q.carton_weight, q.carton_long, q.carton_middle, q.carton_short
         from quotes q join listings l on l.id = q.listing_id join suppliers s on s.id = q.supplier_id
         where q.listing_id in (?) order by l.code, s.name, q.day, q.minimum`,
      ),
    },
    rates: {
      what: 'exchange rates',
      columns: [
        plain('Currency', 'currency'),
        { head: 'In', cell: () => market.currency },
        plain('Date', 'day'),
        plain('Rate', 'rate'),
      ],
      rows: ofMarket('select * from exchange_rates where marketplace_id = ? order by currency, day'),
    },
  };
};

async function* weeksOfTerms(session: Session, market: Market): AsyncGenerator<Row> {
  const ids = await query(session, 'select id from search_terms where marketplace_id = ? order by text', [market.id]);
  for (let from = 0; from < ids.length; from += AT_ONCE) {
    const terms = await query(
      session,
      `select t.text, t.buy_rate, t.competing, v.first_week, v.volumes,
         (select min(n.name) from niche_terms m join niches n on n.id = m.niche_id where m.term_id = t.id) as niche
       from search_terms t join term_volumes v on v.term_id = t.id where t.id in (?) order by t.text`,
      [ids.slice(from, from + AT_ONCE).map((r) => r.id)],
    );
    for (const { volumes, ...term } of terms) {
      const weeks = (typeof volumes === 'string' ? JSON.parse(volumes) : volumes) as (number | null)[];
      for (const [i, volume] of weeks.entries())
        if (volume !== null) yield { ...term, volume, day: addDays(String(term.first_week), 7 * i) };
    }
  }
}

/** A table of a marketplace as a file that can be taken in again. */
export const tableOut = (session: Session, market: Market, kind: ImportKind): Table => {
  const { what, columns, rows } = outOf(market)[kind];
  return {
    name: `${market.name} ${what}`,
    about: [`All ${what} of ${market.name}, ${market.today}. This file can be taken in again.`],
    columns: columns.map((c) => c.head),
    rows: (async function* () {
      for await (const row of rows(session, market)) yield columns.map((c) => c.cell(row));
    })(),
  };
};
