import { eq } from 'drizzle-orm';
import type { CostRules } from '@kettle/core/documents/cost-rules';
import { raiseRuledVersion } from '../../ground/costings/costed.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { marketplaces } from '../../ground/db/schema.ts';
import { versionsOf } from '../../ground/marketplaces/marketplaces.ts';
import { badField } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';

const EMPTY: CostRules = { format: 'cold-kettle/cost-rules', rules: [] };

/** The rule of thumb with its version. */
export const costRulesDocument = async (db: Db, marketplaceId: string) => {
  const [row] = await db
    .select({ document: marketplaces.costRules, version: marketplaces.costRulesVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplaceId));
  return { document: row?.document ?? EMPTY, version: row?.version ?? 0 };
};

/** Keeps the rule of thumb; a category has one. */
export const keepCostRules = (
  database: Database,
  marketplaceId: string,
  { document, version }: { document: CostRules; version: number },
): Promise<{ version: number }> => {
  const seen = new Set<string>();
  for (const [i, { category }] of document.rules.entries()) {
    if (seen.has(category)) throw badField(`document.rules.${i}.category`, `“${category}” has two rules.`);
    seen.add(category);
  }
  return atOnce(database, async ({ db }) => {
    const before = await versionsOf(db, marketplaceId);
    expectVersion(version, before.costRules, { document: (await costRulesDocument(db, marketplaceId)).document });
    const next = versionAfter(before.costRules);
    await db
      .update(marketplaces)
      .set({ costRules: document, costRulesVersion: next })
      .where(eq(marketplaces.id, marketplaceId));
    await raiseRuledVersion(db, marketplaceId);
    return { version: next };
  });
};
