import { and, asc, eq, inArray } from 'drizzle-orm';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { basketTerms, searchTerms } from '../../ground/db/schema.ts';
import { badField } from '../../ground/problems/problem.ts';

/** The terms in a candidate's basket, in the order they came. */
export const basketOf = async (db: Db, id: number) => {
  const { market } = await candidateRow(db, id);
  const terms = await db
    .select({ id: basketTerms.termId, addedOn: basketTerms.addedOn })
    .from(basketTerms)
    .where(eq(basketTerms.candidateId, id))
    .orderBy(asc(basketTerms.addedOn), asc(basketTerms.termId));
  return { market, terms };
};

/** Puts terms into a candidate's basket and takes others out; terms of another marketplace are refused. */
export const changeBasket = async (
  database: Database,
  id: number,
  { add, remove }: { add: readonly number[]; remove: readonly number[] },
) => {
  const { market } = await basketOf(database.db, id);
  const own =
    add.length === 0
      ? []
      : await database.db
          .select({ id: searchTerms.id })
          .from(searchTerms)
          .where(and(eq(searchTerms.marketplaceId, market.id), inArray(searchTerms.id, [...add])));
  const foreign = add.find((term) => !own.some((t) => t.id === term));
  if (foreign !== undefined) throw badField('add', `${market.name} has no search term ${foreign}.`);
  await atOnce(database, async ({ db }) => {
    if (remove.length > 0)
      await db
        .delete(basketTerms)
        .where(and(eq(basketTerms.candidateId, id), inArray(basketTerms.termId, [...remove])));
    if (own.length > 0)
      await db
        .insert(basketTerms)
        .ignore()
        .values(own.map((t) => ({ candidateId: id, termId: t.id, addedOn: market.today })));
  });
  return (await basketOf(database.db, id)).terms;
};
