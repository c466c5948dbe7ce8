import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { isNothing } from '@kettle/core/files/numbers';
import { listingCode } from '@kettle/core/listing/codes';
import { bulkLoad } from '../../../ground/db/bulk.ts';
import { idsByCode } from '../../../ground/briefs/briefs.ts';
import { listings, marketplaces } from '../../../ground/db/schema.ts';
import type { Market } from '../../../ground/marketplaces/marketplaces.ts';
import { ensureCategory, namesOfPath, NO_CATEGORY } from '../categories.ts';
import { LARGE, refuse, SMALL, type FieldsOfRow } from '../fields.ts';
import { meet, partByHome, upsert, type Fact, type Kind, type Putting } from './kind.ts';

/** What a file says of a listing on one day. */
export interface DayFact extends Fact {
  day: string;
  price: number | null;
  rank: number | null;
  reviews: number | null;
  /** Hundredths of a star. */
  rating: number | null;
  sellers: number | null;
  stock: number | null;
  units: number | null;
  revenue: number | null;
  /** Who states units and revenue, where the row says so. */
  source: string;
}
/** What it says of the listing itself, too. */
export interface ListingFact extends DayFact {
  title: string;
  brand: string;
  names: string[];
  onSaleSince: string | null;
  weight: number | null;
  sides: [number, number, number] | null;
  pictures: number | null;
  variations: number | null;
  fulfilment: 'marketplace' | 'seller' | null;
  soldByMarketplace: boolean | null;
  packCount: number | null;
  description: string | null;
  gtin: string | null;
  /** Code of the listing that stands for its family; empty for none. */
  variationOf: string;
}

const MOST_MONEY = 10_000_000;
const FULFILMENTS = [
  ['marketplace', /^(the )?(marketplace|warehouse|marktplatz|place de marché|mercado|marknadsplats)/i],
  ['seller', /^(the |own |by )?(seller|merchant|self|verkäufer|händler|vendeur|vendedor|säljare)/i],
] as const;

export const codeFrom = (fields: FieldsOfRow, key = 'code'): string => {
  const text = fields.text(key);
  return (
    listingCode(text) ??
    refuse(
      text === ''
        ? 'The listing code is missing.'
        : `"${text.toUpperCase().slice(0, 40)}" is no listing code (2 to 40 letters, digits or - _ . / #).`,
    )
  );
};

const dayFrom = (fields: FieldsOfRow, market: Market): Omit<DayFact, 'code' | 'line'> => {
  // The day says of when all the figures are: without it, or with another, they would be told falsely.
  const day = isNothing(fields.text('day'))
    ? market.today
    : (fields.date('day') ?? refuse(`Date of the figures "${fields.text('day').slice(0, 40)}" is no date.`));
  if (day > market.today) refuse(`The date ${day} lies in the future.`);
  const rating = fields.stars('rating');
  return {
    day,
    price: fields.money('price', { min: 0.0001, max: MOST_MONEY }, day),
    rank: fields.whole('rank', { min: 1, max: LARGE }),
    reviews: fields.whole('reviews', { min: 0, max: LARGE }),
    rating: rating === null || rating === 0 ? null : Math.round(Math.max(1, rating) * 100),
    sellers: fields.whole('sellers', { min: 0, max: SMALL }),
    stock: fields.whole('stock', { min: 0, max: LARGE }),
    units: fields.number('units', { min: 0, max: 1_000_000_000 }),
    revenue: fields.money('revenue', { min: 0, max: MOST_MONEY }, day),
    source: fields.text('source', 200),
  };
};

const listingFrom = (fields: FieldsOfRow, market: Market): Omit<ListingFact, 'line'> => {
  const code = codeFrom(fields);
  const title = fields.text('title', 500);
  if (title === '') refuse('The title is missing.');
  const ofDay = dayFrom(fields, market);
  const sides = fields.sides('sides') ?? [fields.length('long'), fields.length('middle'), fields.length('short')];
  const known = sides.filter((s) => s !== null).map((s) => Math.max(1, Math.round(s)));
  const weight = fields.weight('weight');
  return {
    code,
    ...ofDay,
    title,
    brand: fields.text('brand', 120),
    names: namesOfPath(fields.text('category')),
    onSaleSince: fields.date('onSaleSince'),
    weight: weight === null ? null : Math.max(1, Math.round(weight)),
    sides: known.length === 3 ? (known.sort((a, b) => b - a) as [number, number, number]) : null,
    pictures: fields.whole('pictures', { min: 0, max: SMALL }),
    variations: fields.whole('variations', { min: 0, max: SMALL }),
    fulfilment: fields.oneOf('fulfilment', FULFILMENTS),
    soldByMarketplace: fields.yesOrNo('soldByMarketplace'),
    packCount: fields.whole('packCount', { min: 1, max: SMALL }),
    description: fields.text('description', 16_000) || null,
    gtin: fields.gtin('gtin'),
    variationOf: fields.text('variationOf', 40).toUpperCase(),
  };
};

/** The newest row of each listing; what it leaves open is taken from the one before. Of two of one day the later counts. */
const newestOfEach = (rows: readonly ListingFact[]): ListingFact[] => {
  const newest = new Map<string, ListingFact>();
  for (const row of rows) {
    const before = newest.get(row.code);
    if (!before) newest.set(row.code, row);
    else newest.set(row.code, before.day <= row.day ? over(before, row) : over(row, before));
  }
  return [...newest.values()];
};
const over = (older: ListingFact, newer: ListingFact): ListingFact => {
  const told = Object.entries(newer).filter(
    ([key, value]) => value !== null && value !== '' && !(key === 'names' && newer.names[0] === NO_CATEGORY),
  );
  return { ...older, ...Object.fromEntries(told) };
};

const LISTING_COLUMNS = [
  'marketplace_id',
  'code',
  'title',
  'brand',
  'category_id',
  'price',
  'reviews',
  'rating',
  'rank',
  'weight',
  'side_long',
  'side_middle',
  'side_short',
  'sellers',
  'fulfilment',
  'sold_by_marketplace',
  'pictures',
  'variations',
  'pack_count',
  'on_sale_since',
  'description',
  'gtin',
  'seen_on',
  'import_id',
] as const;
const KEEP_WHEN_EMPTY = [
  'price',
  'reviews',
  'rating',
  'rank',
  'weight',
  'side_long',
  'side_middle',
  'side_short',
  'sellers',
  'pictures',
  'variations',
  'on_sale_since',
  'sold_by_marketplace',
  'pack_count',
  'description',
  'gtin',
];

/** An older file does not overrule a newer one, nor does one without a column. */
const mergedInto = (nowhere: number): Record<string, string> => ({
  title: 'if(values(seen_on) < seen_on, title, values(title))',
  brand: "if(values(brand) = '' or (values(seen_on) < seen_on and brand <> ''), brand, values(brand))",
  category_id: `if(${nowhere} = values(category_id) or (values(seen_on) < seen_on and category_id <> ${nowhere}), category_id, values(category_id))`,
  fulfilment: "if(values(fulfilment) = 'unknown', fulfilment, values(fulfilment))",
  ...Object.fromEntries(
    KEEP_WHEN_EMPTY.map((c) => [
      c,
      `if(values(seen_on) < seen_on, coalesce(\`${c}\`, values(\`${c}\`)), coalesce(values(\`${c}\`), \`${c}\`))`,
    ]),
  ),
  import_id: 'values(import_id)',
  // Last: assignments are carried out from the left.
  seen_on: 'greatest(seen_on, values(seen_on))',
});

const putListings = async (at: Putting, rows: readonly ListingFact[]): Promise<void> => {
  const { inside, market, ids, categories: known, touched } = at;
  const batch = newestOfEach(rows);
  for (const { names } of batch) {
    const path = names.join(' › ');
    if (!known.has(path)) known.set(path, await ensureCategory(inside.db, market.id, names));
  }
  if (!at.again) await keepBaseOf(at, batch);
  // A file without a category says nothing of it; 0 where all rows have one.
  await upsert(
    inside,
    'listings',
    LISTING_COLUMNS,
    batch.map((r) => [
      market.id,
      r.code,
      r.title,
      r.brand,
      known.get(r.names.join(' › '))!,
      r.price,
      r.reviews,
      r.rating,
      r.rank,
      r.weight,
      ...(r.sides ?? [null, null, null]),
      r.sellers,
      r.fulfilment ?? 'unknown',
      r.soldByMarketplace,
      r.pictures,
      r.variations,
      r.packCount,
      r.onSaleSince,
      r.description,
      // Parts of imports from before there was the field have none.
      r.gtin ?? null,
      r.day,
      at.importId,
    ]),
    mergedInto(known.get(NO_CATEGORY) ?? 0),
  );
  await meet(inside, market, ids, batch);
  for (const { code } of batch) touched.add(ids.get(code)!);
};

/** Listings that no import has written yet, as they stand. */
const keepBaseOf = async ({ inside, market, based, keepBase }: Putting, rows: readonly Fact[]): Promise<void> => {
  const unasked = [...new Set(rows.map((r) => r.code))].filter((code) => !based.has(code));
  if (unasked.length === 0) return;
  for (const code of unasked) based.add(code);
  const there = await inside.db
    .select()
    .from(listings)
    .where(and(eq(listings.marketplaceId, market.id), isNull(listings.importId), inArray(listings.code, unasked)));
  await keepBase(there.map((row) => ({ code: row.code, table: 'listings', row })));
};

const READING_COLUMNS = [
  'listing_id',
  'day',
  'price',
  'rank',
  'reviews',
  'rating',
  'sellers',
  'stock',
  'source',
  'import_id',
];
// What was read by the program itself is not overwritten by a file.
const readingsMerged = Object.fromEntries(
  [...['price', 'rank', 'reviews', 'rating', 'sellers', 'stock'], 'import_id'].map((c) => [
    c,
    `if(source = 'import', coalesce(values(\`${c}\`), \`${c}\`), \`${c}\`)`,
  ]),
);

/** What the rows tell of their days: several of one listing are its history. Of a day that was read before, the later file counts. */
const putFigures = async ({ inside, ids, importId, source }: Putting, rows: readonly DayFact[]): Promise<void> => {
  const seen = rows
    .filter((r) => r.rank !== null || r.price !== null || r.stock !== null || r.reviews !== null)
    .map((r) => [
      ids.get(r.code)!,
      r.day,
      r.price,
      r.rank,
      r.reviews,
      r.rating,
      r.sellers,
      r.stock,
      'import',
      importId,
    ]);
  // Mostly they are new: loading is faster by far, and only where some are there already are they laid over each other.
  const fresh = seen.length === 0 ? 0 : await bulkLoad(inside.pool, 'readings', READING_COLUMNS, () => seen);
  if (fresh < seen.length) await upsert(inside, 'readings', READING_COLUMNS, seen, readingsMerged);
  const stated = rows.flatMap(({ code, day, units, revenue, source: own }) => {
    const figure = (measure: string, value: number) => [ids.get(code)!, measure, value, own || source, day, importId];
    return [
      ...(units === null ? [] : [figure('units', units)]),
      ...(revenue === null ? [] : [figure('revenue', revenue)]),
    ];
  });
  await upsert(inside, 'stated_figures', ['listing_id', 'measure', 'value', 'source', 'day', 'import_id'], stated, {
    value: 'values(value)',
    import_id: 'values(import_id)',
  });
};

/** Last of all: until the end of the transaction nobody else can change the marketplace's row. */
export const readUpTo = async ({ inside, market }: Putting): Promise<void> => {
  await inside.db
    .update(marketplaces)
    .set({
      readUpTo: sql`(select max(i.last_day) from imports i where i.marketplace_id = ${market.id}
        and i.kind in ('listings', 'readings') and i.taken_back_at is null)` as unknown as string,
    })
    .where(and(eq(marketplaces.id, market.id), isNull(marketplaces.hobDay)));
};

/** Variations, and the listing that stands for them, get its number; a code of no listing here is passed over. */
const joinFamilies = async ({ inside, market }: Putting, families: ReadonlyMap<string, string>): Promise<void> => {
  const members = new Map<string, string[]>();
  for (const [code, leader] of families) members.set(leader, [...(members.get(leader) ?? [leader]), code]);
  const ids = await idsByCode(inside.db, market.id, [...members.values()].flat());
  for (const [leader, codes] of members) {
    const familyId = ids.get(leader);
    if (familyId !== undefined)
      await inside.db
        .update(listings)
        .set({ familyId })
        .where(
          inArray(
            listings.id,
            codes.flatMap((c) => ids.get(c) ?? []),
          ),
        );
  }
};

/** What is gathered over the rows of one laying, by the laying. */
const gathered = new WeakMap<Putting, { families: Map<string, string>; rows: number; without: Set<string> }>();
const gatheredOf = (at: Putting) => {
  let found = gathered.get(at);
  if (!found) gathered.set(at, (found = { families: new Map(), rows: 0, without: new Set() }));
  return found;
};

export const listingsKind: Kind<ListingFact> = {
  kind: 'listings',
  what: 'listings',
  group: 'catalogue',
  estimated: true,
  from: listingFrom,
  dayOf: (r) => r.day,
  keyOf: (r) => `${r.code}/${r.day}`,
  put: async (at, rows) => {
    const sums = gatheredOf(at);
    sums.rows += rows.length;
    for (const { code, variationOf, names } of rows) {
      if (variationOf !== '' && variationOf !== code) sums.families.set(code, variationOf);
      if (names[0] === NO_CATEGORY) sums.without.add(code);
    }
    await putListings(at, rows);
    await putFigures(at, rows);
    return { homeless: [] };
  },
  end: async (at) => {
    const { families, rows, without } = gatheredOf(at);
    await joinFamilies(at, families);
    return [
      ...(rows > at.touched.size
        ? [
            `${rows - at.touched.size} rows tell of other days of a listing, or of the same day again: of each listing the newest says what it is.`,
          ]
        : []),
      ...(without.size > 0
        ? [`${without.size} have no category; what is new of them stands under "${NO_CATEGORY}".`]
        : []),
    ];
  },
};

const FIGURES = ['price', 'rank', 'reviews', 'rating', 'sellers', 'stock', 'units', 'revenue'] as const;

export const readingsKind: Kind<DayFact> = {
  kind: 'readings',
  what: 'readings',
  group: 'catalogue',
  estimated: true,
  from: (fields, market) => {
    const code = codeFrom(fields);
    fields.needed(fields.text('day') || null, 'day');
    const fact = { code, ...dayFrom(fields, market) };
    if (FIGURES.every((key) => fact[key] === null)) refuse('The row says nothing of that day.');
    return fact;
  },
  dayOf: (r) => r.day,
  keyOf: (r) => `${r.code}/${r.day}/${r.source}`,
  put: async (at, rows) => {
    const { known, homeless } = await partByHome(at, rows);
    if (!at.again) await keepBaseOf(at, known);
    await putFigures(at, known);
    return { homeless };
  },
  end: async (at) => {
    // A listing is what its newest reading says.
    const ids = [...at.touched];
    for (let from = 0; from < ids.length; from += 2000)
      await at.inside.pool.promise().query(
        `update listings l
         join (select listing_id, max(day) as day from readings where listing_id in (?) and import_id is not null group by listing_id) n on n.listing_id = l.id
         join readings r on r.listing_id = n.listing_id and r.day = n.day
         set l.price = coalesce(r.price, l.price), l.\`rank\` = coalesce(r.\`rank\`, l.\`rank\`), l.reviews = coalesce(r.reviews, l.reviews),
             l.rating = coalesce(r.rating, l.rating), l.sellers = coalesce(r.sellers, l.sellers), l.import_id = ?, l.seen_on = r.day
         where l.seen_on <= r.day`,
        [ids.slice(from, from + 2000), at.importId],
      );
    return [];
  },
};
