import { asc, eq } from 'drizzle-orm';
import type { Db } from '../db/connection.ts';
import { candidates, lineUp, marketplaces } from '../db/schema.ts';
import { asMarket } from '../marketplaces/marketplaces.ts';
import { notFound } from '../problems/problem.ts';

/** A candidate's row and its marketplace. */
export const candidateRow = async (db: Db, id: number) => {
  const [row] = await db
    .select({ candidate: candidates, market: marketplaces })
    .from(candidates)
    .innerJoin(marketplaces, eq(marketplaces.id, candidates.marketplaceId))
    .where(eq(candidates.id, id));
  if (!row) throw notFound(`Candidate ${id}`);
  return { candidate: row.candidate, market: asMarket(row.market) };
};

export const lineUpIds = async (db: Db, id: number): Promise<number[]> =>
  (
    await db
      .select({ id: lineUp.listingId })
      .from(lineUp)
      .where(eq(lineUp.candidateId, id))
      .orderBy(asc(lineUp.addedOn), asc(lineUp.listingId))
  ).map((r) => r.id);
