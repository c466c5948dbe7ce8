import { eq } from 'drizzle-orm';
import type { FlagRules } from '@kettle/core/documents/flag-rules';
import { STARTER_RULES } from '@kettle/core/listing/flags';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { marketplaces, stayAway } from '../../ground/db/schema.ts';
import { raiseDataVersion } from '../../ground/estimates/estimates.ts';
import { categoryPaths, versionsOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';
import { stayAwayOf } from './service.ts';

/** The kinds and words to stay away from, with their version. */
export const stayAwayDocument = async (db: Db, market: Market) => {
  const [row] = await db
    .select({ version: marketplaces.stayAwayVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, market.id));
  return { ...(await stayAwayOf(db, market)), version: row?.version ?? 0 };
};

/** The rules that raise flags; what a later version added takes its starter value. */
export const flagRulesOf = async (db: Db, marketplaceId: string) => {
  const [row] = await db
    .select({ rules: marketplaces.flagRules, version: marketplaces.flagRulesVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplaceId));
  return {
    rules: { ...STARTER_RULES, ...row?.rules },
    own: Boolean(row?.rules),
    version: row?.version ?? 0,
  };
};

/** Keeps the kinds and words to stay away from; kinds of another marketplace are refused. */
export const keepStayAway = async (
  database: Database,
  market: Market,
  body: { categories: readonly number[]; words: readonly string[]; version: number },
): Promise<Awaited<ReturnType<typeof stayAwayDocument>>> => {
  const known = await categoryPaths(database.db, market.id);
  const foreign = body.categories.find((id) => !known.has(id));
  if (foreign !== undefined) throw badField('categories', `${market.name} has no category ${foreign}.`);
  const words = [...new Set(body.words.map((w) => w.trim()).filter(Boolean))];
  const rows = [
    ...[...new Set(body.categories)].map((categoryId) => ({ marketplaceId: market.id, categoryId, words: null })),
    ...words.map((w) => ({ marketplaceId: market.id, categoryId: null, words: w })),
  ];
  await atOnce(database, async ({ db }) => {
    const before = await versionsOf(db, market.id);
    expectVersion(body.version, before.stayAway, await stayAwayOf(db, market));
    await db.delete(stayAway).where(eq(stayAway.marketplaceId, market.id));
    if (rows.length > 0) await db.insert(stayAway).values(rows);
    await db
      .update(marketplaces)
      .set({ stayAwayVersion: versionAfter(before.stayAway) })
      .where(eq(marketplaces.id, market.id));
  });
  return stayAwayDocument(database.db, market);
};

/** Keeps the rules for flags, or goes back to the starter rules; what is built from listings follows. */
export const keepFlagRules = (
  database: Database,
  marketplaceId: string,
  { rules, version }: { rules: FlagRules | null; version: number },
): Promise<{ version: number }> =>
  atOnce(database, async ({ db }) => {
    const before = await versionsOf(db, marketplaceId);
    expectVersion(version, before.flagRules, await flagRulesOf(db, marketplaceId));
    const next = versionAfter(before.flagRules);
    await db
      .update(marketplaces)
      .set({ flagRules: rules, flagRulesVersion: next })
      .where(eq(marketplaces.id, marketplaceId));
    await raiseDataVersion(db, marketplaceId, null);
    return { version: next };
  });
