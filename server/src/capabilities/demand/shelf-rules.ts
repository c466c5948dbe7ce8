import { eq } from 'drizzle-orm';
import type { ShelfRules } from '@kettle/core/documents/shelf-rules';
import { shelfRulesFault } from '@kettle/core/shelf/rules';
import { atOnce, type Database } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';
import { versionsOf } from '../../ground/marketplaces/marketplaces.ts';
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
