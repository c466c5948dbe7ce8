import { eq, inArray, sql } from 'drizzle-orm';
import { dayFromText } from '@kettle/core/measures/day';
import {
  gramsFromOunces,
  gramsFromPounds,
  gramsFromUnit,
  mmFromInches,
  type Measures,
} from '@kettle/core/measures/units';
import { minorFromMajor } from '@kettle/core/money/money';
import { idsByCode } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { listings, marketplaces, readings, statedFigures } from '../../ground/db/schema.ts';
import { refreshEstimates } from '../../ground/estimates/estimates.ts';
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
  const { taken, refused } = await rowsOfUpload(context, payload, (fields) => listingFrom(fields, market));
  const unique = [...new Map(taken.map((row) => [row.code, row])).values()];
  const without = unique.filter((r) => r.names[0] === NO_CATEGORY).length;
  await finish(async (inside) => {
    const { db } = inside;
    const ids: number[] = [];
    const categoryIds = new Map<string, number>();
    for (const { names } of unique) {
      const path = names.join(' › ');
      if (!categoryIds.has(path)) categoryIds.set(path, await ensureCategory(db, market.id, names));
    }
    for (let at = 0; at < unique.length; at += AT_ONCE) {
      await progress(at, unique.length, `Taking in listings, ${at} of ${unique.length}`);
      const batch = unique.slice(at, at + AT_ONCE);
      ids.push(...(await putListings(db, market, payload.source.trim(), batch, categoryIds)));
    }
    await joinFamilies(db, market, unique);
    await refreshEstimates(inside, market, ids, (done) =>
      progress(done, unique.length, `Estimating units, ${done} of ${unique.length}`),
    );
    await readUpTo(db, market, unique);
    return importDone(inside, payload, 'listings', unique.length, refused, [
      ...(taken.length > unique.length
        ? [`${taken.length - unique.length} rows repeat a code; the last one counts.`]
        : []),
      ...(without > 0 ? [`${without} have no category and stand under "${NO_CATEGORY}".`] : []),
    ]);
  });
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
  const minor = (key: string, name: string, min: number): number | null => {
    const major = fields.number(key, name, { min, max: 10_000_000 });
    return major === null ? null : minorFromMajor(major, market.currency);
  };
  const price = minor('price', 'Price', 0.0001);
  const rating = fields.number('rating', 'Rating', { min: 0, max: 5 });
  const since =
    fields.text('onSaleSince') === ''
      ? null
      : (dayFromText(fields.text('onSaleSince')) ?? refuse(`"${fields.text('onSaleSince').slice(0, 40)}" is no date.`));
  const day =
    fields.text('day') === ''
      ? market.today
      : (dayFromText(fields.text('day')) ?? refuse(`"${fields.text('day').slice(0, 40)}" is no date.`));
  if (day > market.today) refuse(`The date ${day} lies in the future.`);
  const side = (key: string, name: string): number | null => {
    const value = fields.number(key, name, { min: 0.01, max: 100_000 });
    return value === null
      ? null
      : Math.max(1, Math.round(market.measures === 'imperial' ? mmFromInches(value) : value * 10));
  };
  const sides = [side('long', 'Longest side'), side('middle', 'Middle side'), side('short', 'Shortest side')];
  const sorted = sides.every((s) => s !== null) ? (sides as number[]).sort((a, b) => b - a) : [null, null, null];
  const weight = fields.number('weight', 'Weight', { min: 0.0001, max: 1_000_000 });
  const whole = (key: string, name: string, min: number, max = LARGE): number | null =>
    fields.number(key, name, { min, max, whole: true });
  return {
    code,
    names: namesOfPath(fields.text('category')),
    listing: {
      code,
      title,
      brand: fields.text('brand', 120),
      price,
      seenOn: day,
      onSaleSince: since,
      reviews: whole('reviews', 'Reviews', 0),
      rating: rating === null || rating === 0 ? null : Math.round(Math.max(1, rating) * 100),
      rank: whole('rank', 'Rank', 1),
      weight:
        weight === null ? null : Math.max(1, Math.round(gramsByHead(weight, fields.head('weight'), market.measures))),
      sideLong: sorted[0],
      sideMiddle: sorted[1],
      sideShort: sorted[2],
      sellers: whole('sellers', 'Sellers', 0, SMALL),
      pictures: whole('pictures', 'Pictures', 0, SMALL),
      variations: whole('variations', 'Variations', 0, SMALL),
      fulfilment: fulfilmentFrom(fields.text('fulfilment')),
      soldByMarketplace: yesOrNo(fields.text('soldByMarketplace'), 'Sold by the marketplace'),
      packCount: whole('packCount', 'Pieces in the pack', 1, SMALL),
      description: fields.text('description', 16_000) || null,
    },
    variationOf: fields.text('variationOf', 20).toUpperCase(),
    stock: whole('stock', 'Stock', 0),
    units: fields.number('units', 'Units a month', { min: 0, max: 1_000_000_000 }),
    revenue: minor('revenue', 'Revenue a month', 0),
    day,
  };
};

const fulfilmentFrom = (text: string): 'marketplace' | 'seller' | 'unknown' => {
  if (text === '') return 'unknown';
  if (/^(the )?marketplace$/i.test(text)) return 'marketplace';
  if (/^(the )?(seller|merchant)$/i.test(text)) return 'seller';
  return refuse(`Fulfilled by "${text.slice(0, 40)}": it must be marketplace or seller.`);
};

const yesOrNo = (text: string, name: string): boolean | null => {
  if (text === '') return null;
  if (/^(yes|y|true|1)$/i.test(text)) return true;
  if (/^(no|n|false|0)$/i.test(text)) return false;
  return refuse(`${name} "${text.slice(0, 40)}": it must be yes or no.`);
};

/** A weight in grams, in the unit that the column's head names, else in the marketplace's. */
const gramsByHead = (weight: number, head: string, measures: Measures): number => {
  if (/\b(kg|kilo\w*)\b/i.test(head)) return weight * 1000;
  if (/\b(g|gram\w*)\b/i.test(head)) return weight;
  if (/\b(oz|ounce\w*)\b/i.test(head)) return gramsFromOunces(weight);
  if (/\b(lbs?|pound\w*)\b/i.test(head)) return gramsFromPounds(weight);
  return gramsFromUnit(weight, measures);
};

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
  source: string,
  batch: readonly ListingRow[],
  categoryIds: ReadonlyMap<string, number>,
): Promise<number[]> => {
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
        title: sql`values(title)`,
        brand: sql`if(values(brand) = '', brand, values(brand))`,
        categoryId: sql`values(category_id)`,
        seenOn: sql`greatest(seen_on, values(seen_on))`,
        fulfilment: sql`if(values(fulfilment) = 'unknown', fulfilment, values(fulfilment))`,
        // An older file does not overrule a newer one.
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
  const seen = batch.filter(({ listing, stock }) => listing.rank !== null || listing.price !== null || stock !== null);
  if (seen.length > 0)
    await db
      .insert(readings)
      .ignore()
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
      );
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
  return [...ids.values()];
};
