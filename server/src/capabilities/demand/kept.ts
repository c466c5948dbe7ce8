import { and, asc, eq, inArray } from 'drizzle-orm';
import type { ShelfRules } from '@kettle/core/documents/shelf-rules';
import { shelfRulesFault } from '@kettle/core/shelf/rules';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { basketTerms, brandJudgements, marketplaces, searchTerms } from '../../ground/db/schema.ts';
import { versionsOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';
import { shelfRulesOf } from './shelf.ts';

/** Keeps the rules for shelves, or goes back to the starter ones. */
export const keepShelfRules = async (
  database: Database,
  marketplaceId: string,
  { rules, version }: { rules: ShelfRules | null; version: number },
): Promise<{ version: number }> => {
  const fault = rules && shelfRulesFault(rules);
  if (fault) throw badField('rules', fault);
  return atOnce(database, async ({ db }) => {
    const before = await versionsOf(db, marketplaceId);
    expectVersion(version, before.shelfRules, await shelfRulesOf(db, marketplaceId));
    const next = versionAfter(before.shelfRules);
    await db
      .update(marketplaces)
      .set({ shelfRules: rules, shelfRulesVersion: next })
      .where(eq(marketplaces.id, marketplaceId));
    return { version: next };
  });
};

/** Keeps what the seller judged of a brand; null takes it back. */
export const judgeBrand = (
  database: Database,
  market: Market,
  brand: string,
  body: { known: 'yes' | 'no' | 'unsure' | null; note: string; version: number },
): Promise<{ version: number }> =>
  atOnce(database, async ({ db }) => {
    const of = and(eq(brandJudgements.marketplaceId, market.id), eq(brandJudgements.brand, brand));
    // Held until the end: two windows that judge at the same moment do it one after the other.
    await versionsOf(db, market.id);
    const [there] = await db.select().from(brandJudgements).where(of);
    const before = there?.version ?? 0;
    expectVersion(body.version, before, { known: there?.known ?? null, note: there?.note ?? '' });
    if (body.known === null) {
      await db.delete(brandJudgements).where(of);
      return { version: 0 };
    }
    const values = { known: body.known, note: body.note, day: market.today, version: versionAfter(before) };
    await db
      .insert(brandJudgements)
      .values({ marketplaceId: market.id, brand, ...values })
      .onDuplicateKeyUpdate({ set: values });
    return { version: values.version };
  });

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
