import { and, asc, desc, eq } from 'drizzle-orm';
import type { Quote, TypedQuote } from '@kettle/contract/costing';
import { termOf } from '@kettle/core/costing/trade-terms';
import type { Carton } from '@kettle/core/documents/landing';
import { rateNear } from '@kettle/core/files/rates';
import { isDay } from '@kettle/core/measures/day';
import { currencyExponent } from '@kettle/core/money/money';
import { listingByCode } from '../../ground/briefs/by-code.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { exchangeRates, quotes, suppliers } from '../../ground/db/schema.ts';
import { putQuote } from '../../ground/quotes/put-quote.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { ratesOf } from '../../ground/marketplaces/rates.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';

/** What suppliers asked for a piece like a listing's, newest first: the steps of a supplier's day are one quote. */
export const quotesOf = async (db: Db, market: Market, code: string): Promise<Quote[]> => {
  const { row } = await listingByCode(db, market, code);
  const [rows, rates] = await Promise.all([
    db
      .select()
      .from(quotes)
      .innerJoin(suppliers, eq(suppliers.id, quotes.supplierId))
      .where(eq(quotes.listingId, row.id))
      .orderBy(desc(quotes.day), asc(suppliers.name), asc(quotes.minimum)),
    ratesOf(db, market.id),
  ]);
  const found = new Map<string, Quote>();
  for (const { quotes: q, suppliers: s } of rows) {
    // Steps in another currency are another quote: they cannot stand in one row of prices.
    const key = `${s.id}/${q.day}/${q.currency}`;
    const step = { from: q.minimum, price: q.price };
    const there = found.get(key);
    if (there) {
      there.steps.push(step);
      continue;
    }
    found.set(key, {
      supplierId: s.id,
      supplier: s.name,
      country: s.country,
      day: q.day,
      currency: q.currency,
      rate: q.currency === market.currency ? null : rateNear(rates.get(q.currency) ?? [], q.day),
      steps: [step],
      term: termOf(q.terms),
      terms: q.terms,
      leadDays: q.leadDays,
      carton: cartonOf(q),
      once: q.once,
      validUntil: q.validUntil,
      over: q.validUntil !== null && q.validUntil < market.today,
      note: q.note,
      typed: q.importId === null,
    });
  }
  return [...found.values()];
};

const cartonOf = (q: typeof quotes.$inferSelect): Carton | null =>
  q.cartonUnits === null ||
  q.cartonWeight === null ||
  q.cartonLong === null ||
  q.cartonMiddle === null ||
  q.cartonShort === null
    ? null
    : { units: q.cartonUnits, weight: q.cartonWeight, sides: [q.cartonLong, q.cartonMiddle, q.cartonShort] };

/** Keeps a quote as it was typed, in the place of what the supplier asked on that day. */
export const keepQuote = async (database: Database, market: Market, code: string, typed: TypedQuote): Promise<void> => {
  const { row } = await listingByCode(database.db, market, code);
  dayGiven(typed.day, 'day', market);
  if (typed.validUntil !== null && !isDay(typed.validUntil))
    throw badField('validUntil', `“${typed.validUntil}” is no day.`);
  currencyGiven(typed.currency);
  const froms = new Set(typed.steps.map((s) => s.from));
  if (froms.size < typed.steps.length) throw badField('steps', 'Two prices are given from the same number of pieces.');
  await atOnce(database, (inside) => putQuote(inside, row.id, typed));
};

/** Removes what a supplier asked on a day. */
export const removeQuote = async (
  db: Db,
  market: Market,
  code: string,
  supplierId: number,
  day: string,
): Promise<void> => {
  const { row } = await listingByCode(db, market, code);
  const [{ affectedRows }] = await db
    .delete(quotes)
    .where(and(eq(quotes.listingId, row.id), eq(quotes.supplierId, supplierId), eq(quotes.day, day)));
  if (affectedRows === 0) throw notFound(`The quote of ${day}`);
};

/** The rate of each other currency that is nearest to today. */
export const ratesNow = async (db: Db, market: Market): Promise<{ currency: string; day: string; rate: number }[]> =>
  [...(await ratesOf(db, market.id))].flatMap(([currency, given]) => {
    const near = rateNear(given, market.today);
    return near ? [{ currency, ...near }] : [];
  });

/** Keeps what a unit of a currency is worth in a marketplace's, on a day. */
export const keepRate = async (
  db: Db,
  market: Market,
  currency: string,
  { day, rate }: { day: string; rate: number },
): Promise<void> => {
  dayGiven(day, 'day', market);
  currencyGiven(currency);
  if (currency === market.currency) throw badField('currency', `${market.name} sells in ${currency} itself.`);
  await db
    .insert(exchangeRates)
    .values({ marketplaceId: market.id, currency, day, rate })
    .onDuplicateKeyUpdate({ set: { rate, importId: null } });
};

const dayGiven = (day: string, field: string, market: Market): void => {
  if (!isDay(day)) throw badField(field, `“${day}” is no day.`);
  if (day > market.today) throw badField(field, `The date ${day} lies in the future.`);
};
const currencyGiven = (currency: string): void => {
  try {
    currencyExponent(currency);
  } catch {
    throw badField('currency', `“${currency}” is no currency.`);
  }
};
