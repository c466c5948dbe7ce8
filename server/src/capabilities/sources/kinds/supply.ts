import { and, eq, inArray, isNotNull, isNull, notInArray } from 'drizzle-orm';
import { TRADE_TERMS, type Carton } from '@kettle/core/documents/landing';
import type { Db } from '../../../ground/db/connection.ts';
import { exchangeRates, imports, quotes, suppliers } from '../../../ground/db/schema.ts';
import { LARGE, refuse, type FieldsOfRow } from '../fields.ts';
import { partsOf } from '../parts.ts';
import { codeFrom } from './catalogue.ts';
import { partByHome, upsert, type Fact, type Kind, type Putting } from './kind.ts';

/** What a unit of a currency is worth; its code stands for the code that other rows have. */
export interface RateFact extends Fact {
  day: string;
  rate: number;
}

const putRates = ({ inside, market, importId }: Putting, rows: readonly RateFact[]): Promise<void> =>
  upsert(
    inside,
    'exchange_rates',
    ['marketplace_id', 'currency', 'day', 'rate', 'import_id'],
    rows.map((r) => [market.id, r.code, r.day, r.rate, importId]),
    { rate: 'values(rate)', import_id: 'values(import_id)' },
  );

export const ratesKind: Kind<RateFact> = {
  kind: 'rates',
  what: 'rates',
  group: 'rates',
  estimated: false,
  from: (fields, market) => {
    const named = fields.needed(fields.currency('currency'), 'currency');
    const into = fields.currency('to') ?? market.currency;
    const given = fields.needed(fields.number('rate', { min: 1e-9, max: 1e9 }), 'rate');
    const day = fields.date('day') ?? market.today;
    if (day > market.today) refuse(`The date ${day} lies in the future.`);
    if (named === into) refuse(`A rate of ${named} in ${into} says nothing.`);
    // How many of the other currency one unit of the marketplace's buys, turned round.
    if (named === market.currency) return { code: into, day, rate: Number((1 / given).toPrecision(12)) };
    if (into !== market.currency) refuse(`The rate is in ${into}, while ${market.name} sells in ${market.currency}.`);
    return { code: named, day, rate: given };
  },
  dayOf: (r) => r.day,
  keyOf: (r) => `${r.code}/${r.day}`,
  put: async (at, rows) => {
    await putRates(at, rows);
    return { homeless: [] };
  },
  relay: async (at) => {
    const { inside, market } = at;
    const { db } = inside;
    await db
      .delete(exchangeRates)
      .where(and(eq(exchangeRates.marketplaceId, market.id), isNotNull(exchangeRates.importId)));
    const inForce = await db
      .select({ id: imports.id })
      .from(imports)
      .where(and(eq(imports.marketplaceId, market.id), eq(imports.kind, 'rates'), isNull(imports.takenBackAt)))
      .orderBy(imports.id);
    for await (const { importId, rows } of partsOf<RateFact>(
      db,
      inForce.map((i) => i.id),
    ))
      await putRates({ ...at, importId }, rows);
    return ['What was converted by its rates before stays as it was converted.'];
  },
};

/** What a supplier asks for a piece like a listing's. */
export interface QuoteFact extends Fact {
  supplier: string;
  country: string;
  day: string;
  minimum: number;
  price: number;
  currency: string;
  leadDays: number | null;
  terms: string;
  validUntil: string | null;
  note: string;
  /** Absent in rows kept before cartons were read. */
  carton?: Carton | null;
}

export const quotesKind: Kind<QuoteFact> = {
  kind: 'quotes',
  what: 'quotes',
  group: 'quotes',
  estimated: false,
  from: (fields, market) => {
    const code = codeFrom(fields);
    const supplier = fields.text('supplier', 120).normalize('NFKC').replace(/\s+/g, ' ');
    if (supplier === '') refuse('The supplier is missing.');
    const day = fields.date('day') ?? market.today;
    if (day > market.today) refuse(`The date ${day} lies in the future.`);
    const { amount, currency } = fields.needed(
      fields.sum('amount', 'currency', { min: 0.0001, max: 10_000_000 }),
      'amount',
    );
    return {
      code,
      supplier,
      country: fields.oneOf('country', COUNTRY) === null ? '' : fields.text('country', 2).toUpperCase(),
      day,
      minimum: fields.whole('minimum', { min: 1, max: LARGE }) ?? 1,
      price: amount,
      currency,
      leadDays: fields.whole('leadDays', { min: 0, max: 2000 }),
      terms: fields.oneOf('terms', TERMS) ?? '',
      validUntil: fields.date('validUntil'),
      note: fields.text('note', 400),
      carton: cartonFrom(fields),
    };
  },
  dayOf: (r) => r.day,
  keyOf: (r) => `${r.code}/${r.supplier.toLowerCase()}/${r.day}/${r.minimum}`,
  put: async (at, rows) => {
    const { known, homeless } = await partByHome(at, rows);
    const ids = await supplierIds(at, known);
    const set = (column: string): [string, string] => [column, `values(\`${column}\`)`];
    const columns = ['price', 'currency', 'lead_days', 'terms', 'valid_until', 'note', ...CARTON_COLUMNS, 'import_id'];
    await upsert(
      at.inside,
      'quotes',
      ['listing_id', 'supplier_id', 'day', 'minimum', ...columns],
      known.map((r) => [
        at.ids.get(r.code)!,
        ids.get(r.supplier.toLowerCase())!,
        r.day,
        r.minimum,
        r.price,
        r.currency,
        r.leadDays,
        r.terms,
        r.validUntil,
        r.note,
        ...cartonCells(r.carton ?? null),
        at.importId,
      ]),
      Object.fromEntries(columns.map(set)),
    );
    return { homeless };
  },
};

const CARTON_COLUMNS = ['carton_units', 'carton_weight', 'carton_long', 'carton_middle', 'carton_short'];
const cartonCells = (carton: Carton | null): (number | null)[] =>
  carton ? [carton.units, carton.weight, ...carton.sides] : [null, null, null, null, null];
/** A carton is known by all that it is: half of one says nothing of the way. */
const cartonFrom = (fields: FieldsOfRow): Carton | null => {
  const units = fields.whole('cartonUnits', { min: 1, max: 100_000 });
  const weight = fields.weight('cartonWeight');
  const sides = fields.sides('cartonSides');
  return units === null || weight === null || sides === null ? null : { units, weight, sides };
};

const COUNTRY = [['two letters', /^[A-Za-z]{2}$/]] as const;
const TERMS = TRADE_TERMS.map((word) => [word, new RegExp(`\\b${word}\\b`, 'i')] as const);

/** The numbers of suppliers by their name in small letters; those not met before are put in. */
const supplierIds = async ({ inside: { db } }: Putting, rows: readonly QuoteFact[]): Promise<Map<string, number>> => {
  // As it is written first.
  const byName = new Map(rows.toReversed().map((r) => [r.supplier.toLowerCase(), r]));
  if (byName.size === 0) return new Map();
  await db
    .insert(suppliers)
    .ignore()
    .values([...byName.values()].map((r) => ({ name: r.supplier, country: r.country })));
  const found = new Map<string, number>();
  // One by one: names that the database takes for the same (other case, other accents) are one supplier.
  for (const [key, { supplier, country }] of byName) {
    const [row] = await db.select().from(suppliers).where(eq(suppliers.name, supplier));
    found.set(key, row!.id);
    if (row!.country === '' && country !== '')
      await db.update(suppliers).set({ country }).where(eq(suppliers.id, row!.id));
  }
  return found;
};

/** Removes what imports wrote of some listings, and suppliers of whom nothing is left. */
export const clearQuotes = async (db: Db, listingIds: readonly number[]): Promise<void> => {
  await db.delete(quotes).where(and(inArray(quotes.listingId, [...listingIds]), isNotNull(quotes.importId)));
  await db
    .delete(suppliers)
    .where(and(eq(suppliers.note, ''), notInArray(suppliers.id, db.select({ id: quotes.supplierId }).from(quotes))));
};
