import { and, eq } from 'drizzle-orm';
import type { TypedQuote } from '@kettle/contract/costing';
import { holdListing } from '../briefs/by-code.ts';
import type { Session } from '../db/connection.ts';
import { quotes, suppliers } from '../db/schema.ts';

/** Puts a quote in, in the place of what its supplier asked for the listing on that day. */
export const putQuote = async (inside: Session, listingId: number, quote: TypedQuote): Promise<void> => {
  const { db } = inside;
  const name = quote.supplier.normalize('NFKC').replace(/\s+/g, ' ').trim();
  const country = quote.country.toUpperCase();
  await holdListing(inside, listingId);
  await db.insert(suppliers).ignore().values({ name, country });
  const [supplier] = await db.select().from(suppliers).where(eq(suppliers.name, name));
  if (country !== '') await db.update(suppliers).set({ country }).where(eq(suppliers.id, supplier!.id));
  await db
    .delete(quotes)
    .where(and(eq(quotes.listingId, listingId), eq(quotes.supplierId, supplier!.id), eq(quotes.day, quote.day)));
  const { carton } = quote;
  await db.insert(quotes).values(
    quote.steps.map(({ from, price }) => ({
      listingId,
      supplierId: supplier!.id,
      day: quote.day,
      minimum: from,
      price,
      currency: quote.currency,
      leadDays: quote.leadDays,
      terms: quote.term ?? '',
      validUntil: quote.validUntil,
      cartonUnits: carton?.units ?? null,
      cartonWeight: carton?.weight ?? null,
      cartonLong: carton?.sides[0] ?? null,
      cartonMiddle: carton?.sides[1] ?? null,
      cartonShort: carton?.sides[2] ?? null,
      once: quote.once,
      note: quote.note,
    })),
  );
};
