import { and, inArray, isNull } from 'drizzle-orm';
import { MOST_PIECES } from '@kettle/core/estimate/own-counts';
import { bulkLoad } from '../../../ground/db/bulk.ts';
import { ownCounts } from '../../../ground/db/schema.ts';
import { LARGE, refuse } from '../fields.ts';
import { REVIEW_COLUMNS, reviewCells, type ReviewRow } from '../reviews-of-files.ts';
import { codeFrom } from './catalogue.ts';
import { partByHome, upsert, type Fact, type Kind } from './kind.ts';

export interface CountFact extends Fact {
  day: string;
  stock: number;
  seller: string;
}

/** One's own stock counts: a second count of a day takes the place of the first. */
export const countsKind: Kind<CountFact> = {
  kind: 'counts',
  what: 'counts',
  group: 'counts',
  estimated: true,
  from: (fields, { today }) => {
    const code = codeFrom(fields);
    const day = fields.needed(fields.date('day'), 'day');
    if (day > today) refuse(`The date ${day} lies in the future.`);
    const stock = fields.needed(fields.whole('stock', { min: 0, max: MOST_PIECES }), 'stock');
    return { code, day, stock, seller: fields.text('seller', 120) };
  },
  dayOf: (r) => r.day,
  keyOf: (r) => `${r.code}/${r.day}`,
  put: async (at, rows) => {
    const { known, homeless } = await partByHome(at, rows);
    if (!at.again && known.length > 0) {
      const codes = new Map(known.map((r) => [at.ids.get(r.code)!, r.code]));
      const typed = await at.inside.db
        .select()
        .from(ownCounts)
        .where(and(inArray(ownCounts.listingId, [...codes.keys()]), isNull(ownCounts.importId)));
      const days = new Set(known.map((r) => `${at.ids.get(r.code)}/${r.day}`));
      await at.keepBase(
        typed
          .filter((t) => days.has(`${t.listingId}/${t.day}`))
          .map((row) => ({ code: codes.get(row.listingId)!, table: 'own_counts', row })),
      );
    }
    // Laid anew, what was typed since stays.
    const by = (column: string): string =>
      at.again ? `if(import_id is null, \`${column}\`, values(\`${column}\`))` : `values(\`${column}\`)`;
    await upsert(
      at.inside,
      'own_counts',
      ['listing_id', 'day', 'stock', 'seller', 'import_id'],
      known.map((r) => [at.ids.get(r.code)!, r.day, r.stock, r.seller, at.importId]),
      { stock: by('stock'), seller: by('seller'), import_id: by('import_id') },
    );
    return { homeless };
  },
};

export interface MonthFact extends Fact {
  month: string;
  price: number | null;
  rank: number | null;
  reviews: number | null;
}

/** Averages of months, for the time before a listing was watched. */
export const monthsKind: Kind<MonthFact> = {
  kind: 'months',
  what: 'months',
  group: 'months',
  estimated: true,
  from: (fields, { today }) => {
    const code = codeFrom(fields);
    const month = `${fields.needed(fields.month('month'), 'month')}-01`;
    if (month > today) refuse(`The month ${month.slice(0, 7)} lies in the future.`);
    const fact = {
      code,
      month,
      price: fields.money('price', { min: 0.0001, max: 10_000_000 }, month),
      rank: fields.whole('rank', { min: 1, max: LARGE }),
      reviews: fields.whole('reviews', { min: 0, max: LARGE }),
    };
    if (fact.price === null && fact.rank === null && fact.reviews === null)
      refuse('The row says nothing of that month.');
    return fact;
  },
  dayOf: (r) => r.month,
  keyOf: (r) => `${r.code}/${r.month}`,
  put: async (at, rows) => {
    const { known, homeless } = await partByHome(at, rows);
    const later = (c: string): [string, string] => [c, `coalesce(values(\`${c}\`), \`${c}\`)`];
    await upsert(
      at.inside,
      'monthly_history',
      ['listing_id', 'month', 'price', 'rank', 'reviews', 'import_id'],
      known.map((r) => [at.ids.get(r.code)!, r.month, r.price, r.rank, r.reviews, at.importId]),
      Object.fromEntries(['price', 'rank', 'reviews', 'import_id'].map(later)),
    );
    return { homeless };
  },
};

export interface ReviewFact extends Fact, ReviewRow {}

/** Reviews: one that is there already counts once. */
export const reviewsKind: Kind<ReviewFact> = {
  kind: 'reviews',
  what: 'reviews',
  group: 'reviews',
  estimated: false,
  from: (fields, { today }) => {
    const code = codeFrom(fields);
    const stars = Math.round(fields.needed(fields.stars('stars'), 'stars'));
    if (stars < 1) refuse(`Stars must be 1 or more, not ${fields.text('stars').slice(0, 40)}.`);
    const day = fields.needed(fields.date('day'), 'day');
    if (day > today) refuse(`The date ${day} lies in the future.`);
    const verified = fields.text('verified');
    return {
      code,
      stars,
      day,
      title: fields.text('title', 400),
      // At four bytes a letter this fills the column.
      body: fields.text('body', 16_000),
      verified: /^verified/i.test(verified) ? true : fields.yesOrNo('verified'),
      helpful: fields.whole('helpful', { min: 0, max: LARGE }),
      withPictures: null,
    };
  },
  dayOf: (r) => r.day,
  keyOf: (r) => JSON.stringify([r.code, r.day, r.stars, r.title, r.body]),
  put: async (at, rows) => {
    const { known, homeless } = await partByHome(at, rows);
    // Only this transaction's own rows are counted: another process may take reviews in at the same time.
    const fresh = await bulkLoad(at.inside.pool, 'reviews', [...REVIEW_COLUMNS, 'import_id'], () =>
      known.map((r) => [...reviewCells(at.ids.get(r.code)!, r), at.importId]),
    );
    return { homeless, known: known.length - fresh };
  },
};
