import { eq, inArray, sql } from 'drizzle-orm';
import { isNothing } from '@kettle/core/files/numbers';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { listings, marketplaces, readings, statedFigures } from '../../ground/db/schema.ts';
import { estimateAnew } from '../../ground/estimates/estimates.ts';
import type { JobContext, JobPayloads } from '../../ground/jobs/kinds.ts';
import { marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { ensureCategory, namesOfPath, NO_CATEGORY } from './categories.ts';
import { importDone, LARGE, refuse, rowsOfUpload, SMALL, type FieldsOfRow } from './import-file.ts';

const AT_ONCE = 500;

interface ListingRow {
  code: string;
  names: string[];
  listing: Omit<typeof listings.$inferInsert, 'marketplaceId' | 'categoryId'>;
  /** Code of the listing that stands for its family; empty for none. */
  variationOf: string;
  stock: number | null;
  units: number | null;
  revenue: number | null;
  day: string;
}

/** Takes a file of listings in, all or nothing: what a cell leaves empty keeps its earlier value. */
export const importListings = async (payload: JobPayloads['import-listings'], context: JobContext): Promise<void> => {
  const { database, progress, finish } = context;
  const market = await marketOf(database.db, payload.marketplace);
  const read = await rowsOfUpload(context, 'listings', market, payload, (fields) => listingFrom(fields, market));
  const { taken } = read;
  const unique = newestOfEach(taken);
  const without = unique.filter((r) => r.names[0] === NO_CATEGORY).length;
  await finish(async (inside) => {
    const { db } = inside;
    const ids = new Map<string, number>();
    const categoryIds = new Map<string, number>();
    for (const { names } of unique) {
      const path = names.join(' › ');
      if (!categoryIds.has(path)) categoryIds.set(path, await ensureCategory(db, market.id, names));
    }
    for (let at = 0; at < unique.length; at += AT_ONCE) {
      await progress(at, unique.length, `Taking in listings, ${at} of ${unique.length}`);
      const batch = unique.slice(at, at + AT_ONCE);
      for (const [code, id] of await putListings(db, market, batch, categoryIds)) ids.set(code, id);
    }
    for (let at = 0; at < taken.length; at += AT_ONCE)
      await putFigures(db, payload.source.trim(), taken.slice(at, at + AT_ONCE), ids);
    await joinFamilies(db, market, unique);
    const changed = await estimateAnew(inside, market, [...ids.values()], (done) =>
      progress(done, unique.length, `Estimating units, ${done} of ${unique.length}`),
    );
    await readUpTo(db, market, taken);
    return importDone(inside, payload, 'listings', unique.length, read, changed, [
      ...(taken.length > unique.length
        ? [
            `${taken.length - unique.length} rows tell of other days of a listing, or of the same day again: of each listing the newest says what it is.`,
          ]
        : []),
      ...(without > 0 ? [`${without} have no category; what is new of them stands under "${NO_CATEGORY}".`] : []),
    ]);
  });
};

/** The row of each listing with the newest day; of two of one day the later in the file. */
const newestOfEach = <R extends ListingRow>(rows: readonly R[]): R[] => {
  const newest = new Map<string, R>();
  for (const row of rows) {
    const before = newest.get(row.code);
    if (!before || before.day <= row.day) newest.set(row.code, row);
  }
  return [...newest.values()];
};

/** Last of all: until the end of the transaction nobody else can change the marketplace's row. */
const readUpTo = async (db: Db, market: Market, rows: readonly ListingRow[]): Promise<void> => {
  const last = rows.reduce((newest, r) => (r.day > newest ? r.day : newest), '');
  if (last !== '')
    await db
      .update(marketplaces)
      .set({ readUpTo: sql`greatest(coalesce(${marketplaces.readUpTo}, ${last}), ${last})` as unknown as string })
      .where(eq(marketplaces.id, market.id));
};

const listingFrom = (fields: FieldsOfRow, market: Market): ListingRow => {
  const code = fields.text('code').toUpperCase();
  if (!/^(?=.*[A-Z0-9])[A-Z0-9-]{2,20}$/.test(code))
    refuse(
      code === ''
        ? 'The listing code is missing.'
        : `"${code.slice(0, 40)}" is no listing code (2 to 20 letters, digits or hyphens).`,
    );
  const title = fields.text('title', 500);
  if (title === '') refuse('The title is missing.');
  // The day says of when all the figures are: without it, or with another, they would be told falsely.
  const day = isNothing(fields.text('day'))
    ? market.today
    : (fields.date('day') ?? refuse(`Date of the figures "${fields.text('day').slice(0, 40)}" is no date.`));
  if (day > market.today) refuse(`The date ${day} lies in the future.`);
  const sides = fields.sides('sides') ?? [fields.length('long'), fields.length('middle'), fields.length('short')];
  const known = sides.filter((s) => s !== null).map((s) => Math.max(1, Math.round(s)));
  const sorted = known.length === 3 ? known.sort((a, b) => b - a) : [null, null, null];
  const weight = fields.weight('weight');
  const rating = fields.stars('rating');
  return {
    code,
    names: namesOfPath(fields.text('category')),
    listing: {
      code,
      title,
      brand: fields.text('brand', 120),
      price: fields.money('price', { min: 0.0001, max: MOST_MONEY }),
      seenOn: day,
      onSaleSince: fields.date('onSaleSince'),
      reviews: fields.whole('reviews', { min: 0, max: LARGE }),
      rating: rating === null || rating === 0 ? null : Math.round(Math.max(1, rating) * 100),
      rank: fields.whole('rank', { min: 1, max: LARGE }),
      weight: weight === null ? null : Math.max(1, Math.round(weight)),
      sideLong: sorted[0]!,
      sideMiddle: sorted[1]!,
      sideShort: sorted[2]!,
      sellers: fields.whole('sellers', { min: 0, max: SMALL }),
      pictures: fields.whole('pictures', { min: 0, max: SMALL }),
      variations: fields.whole('variations', { min: 0, max: SMALL }),
      fulfilment: fields.oneOf('fulfilment', FULFILMENTS) ?? 'unknown',
      soldByMarketplace: fields.yesOrNo('soldByMarketplace'),
      packCount: fields.whole('packCount', { min: 1, max: SMALL }),
      description: fields.text('description', 16_000) || null,
    },
    variationOf: fields.text('variationOf', 20).toUpperCase(),
    stock: fields.whole('stock', { min: 0, max: LARGE }),
    units: fields.number('units', { min: 0, max: 1_000_000_000 }),
    revenue: fields.money('revenue', { min: 0, max: MOST_MONEY }),
    day,
  };
};

const MOST_MONEY = 10_000_000;
const FULFILMENTS = [
  ['marketplace', /^(the )?(marketplace|warehouse|marktplatz|place de marché|mercado|marknadsplats)/i],
  ['seller', /^(the |own |by )?(seller|merchant|self|verkäufer|händler|vendeur|vendedor|säljare)/i],
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
];

/** Variations, and the listing that stands for them, get its number; a code of no listing here is passed over. */
const joinFamilies = async (db: Db, market: Market, rows: readonly ListingRow[]): Promise<void> => {
  const families = new Map<string, string[]>();
  for (const { code, variationOf } of rows)
    if (variationOf !== '' && variationOf !== code)
      families.set(variationOf, [...(families.get(variationOf) ?? [variationOf]), code]);
  const ids = await idsByCode(db, market.id, [...families.values()].flat());
  for (const [leader, members] of families) {
    const familyId = ids.get(leader);
    if (familyId !== undefined)
      await db
        .update(listings)
        .set({ familyId })
        .where(
          inArray(
            listings.id,
            members.flatMap((m) => ids.get(m) ?? []),
          ),
        );
  }
};

const putListings = async (
  db: Db,
  market: Market,
  batch: readonly ListingRow[],
  categoryIds: ReadonlyMap<string, number>,
): Promise<ReadonlyMap<string, number>> => {
  // A file without a category says nothing of it; null where all rows have one.
  const nowhere = categoryIds.get(NO_CATEGORY) ?? 0;
  const camel = (name: string): string => name.replace(/_(\w)/g, (_, letter: string) => letter.toUpperCase());
  await db
    .insert(listings)
    .values(
      batch.map(({ listing, names }) => ({
        ...listing,
        marketplaceId: market.id,
        categoryId: categoryIds.get(names.join(' › '))!,
      })),
    )
    .onDuplicateKeyUpdate({
      set: {
        // An older file does not overrule a newer one, nor does one without a column.
        title: sql`if(values(seen_on) < seen_on, title, values(title))`,
        brand: sql`if(values(brand) = '' or (values(seen_on) < seen_on and brand <> ''), brand, values(brand))`,
        categoryId: sql`if(${nowhere} = values(category_id) or (values(seen_on) < seen_on and category_id <> ${nowhere}), category_id, values(category_id))`,
        seenOn: sql`greatest(seen_on, values(seen_on))`,
        fulfilment: sql`if(values(fulfilment) = 'unknown', fulfilment, values(fulfilment))`,
        ...Object.fromEntries(
          KEEP_WHEN_EMPTY.map((c) => [
            camel(c),
            sql.raw(
              `if(values(seen_on) < seen_on, coalesce(\`${c}\`, values(\`${c}\`)), coalesce(values(\`${c}\`), \`${c}\`))`,
            ),
          ]),
        ),
      },
    });
  const ids = await idsByCode(
    db,
    market.id,
    batch.map((r) => r.code),
  );
  return ids;
};

/** What the rows tell of their days: several of one listing are its history. Of a day that was read before, the later file counts. */
const putFigures = async (
  db: Db,
  source: string,
  batch: readonly ListingRow[],
  ids: ReadonlyMap<string, number>,
): Promise<void> => {
  const seen = batch.filter(({ listing, stock }) => listing.rank !== null || listing.price !== null || stock !== null);
  // What was read by the program itself is not overwritten by a file.
  const later = (column: string) =>
    sql.raw(`if(source = 'import', coalesce(values(\`${column}\`), \`${column}\`), \`${column}\`)`);
  if (seen.length > 0)
    await db
      .insert(readings)
      .values(
        seen.map(({ code, day, stock, listing }) => ({
          listingId: ids.get(code)!,
          day,
          price: listing.price,
          rank: listing.rank,
          reviews: listing.reviews,
          rating: listing.rating,
          sellers: listing.sellers,
          stock,
          source: 'import' as const,
        })),
      )
      .onDuplicateKeyUpdate({
        set: {
          price: later('price'),
          rank: later('rank'),
          reviews: later('reviews'),
          rating: later('rating'),
          sellers: later('sellers'),
          stock: later('stock'),
        },
      });
  const stated = batch.flatMap(({ code, day, units, revenue }) => [
    ...(units === null ? [] : [{ listingId: ids.get(code)!, measure: 'units' as const, value: units, source, day }]),
    ...(revenue === null
      ? []
      : [{ listingId: ids.get(code)!, measure: 'revenue' as const, value: revenue, source, day }]),
  ]);
  if (stated.length > 0)
    await db
      .insert(statedFigures)
      .values(stated)
      .onDuplicateKeyUpdate({ set: { value: sql`values(value)` } });
};
