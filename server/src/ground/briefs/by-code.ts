import { and, eq } from 'drizzle-orm';
import type { Db, Session } from '../db/connection.ts';
import { listings } from '../db/schema.ts';
import type { Market } from '../marketplaces/marketplaces.ts';
import { notFound } from '../problems/problem.ts';
import { selectBriefRows } from './briefs.ts';

/** A listing by its code, as a brief and as its row. */
export const listingByCode = async (db: Db, market: Market, code: string) => {
  const where = and(eq(listings.marketplaceId, market.id), eq(listings.code, code.toUpperCase()));
  const [[brief], [row]] = await Promise.all([
    selectBriefRows(db).where(where),
    db.select().from(listings).where(where),
  ]);
  if (!brief || !row) throw notFound(`The listing ${code}`);
  return { brief, row };
};

/** Locks a listing's row until the end of the transaction, so that its documents are changed one after another. */
export const holdListing = ({ db }: Pick<Session, 'db'>, id: number) =>
  db.select({ id: listings.id }).from(listings).where(eq(listings.id, id)).for('update');
