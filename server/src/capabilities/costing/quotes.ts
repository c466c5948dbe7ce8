import { asc, desc, eq } from 'drizzle-orm';
import type { Quote } from '@kettle/contract/costing';
import { rateNear } from '@kettle/core/files/rates';
import { minorFromMajor } from '@kettle/core/money/money';
import { listingByCode } from '../../ground/briefs/by-code.ts';
import type { Db } from '../../ground/db/connection.ts';
import { quotes, suppliers } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { ratesOf } from '../../ground/marketplaces/rates.ts';

/** What suppliers asked for a piece like a listing's, newest first; in the marketplace's currency where a rate is known. */
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
  return rows.map(({ quotes: q, suppliers: s }) => {
    const rate = q.currency === market.currency ? null : rateNear(rates.get(q.currency) ?? [], q.day);
    const major = q.currency === market.currency ? q.price : rate && q.price * rate.rate;
    return {
      id: q.id,
      supplier: s.name,
      country: s.country,
      day: q.day,
      minimum: q.minimum,
      price: q.price,
      currency: q.currency,
      here: major === null ? null : minorFromMajor(major, market.currency),
      rate,
      leadDays: q.leadDays,
      terms: q.terms,
      validUntil: q.validUntil,
      over: q.validUntil !== null && q.validUntil < market.today,
      note: q.note,
    };
  });
};
