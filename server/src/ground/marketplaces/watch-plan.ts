import { eq } from 'drizzle-orm';
import type { KeptWatchPlan } from '@kettle/contract/watch';
import { STARTER_PLAN } from '@kettle/core/changes/watch-plan';
import type { Db } from '../db/connection.ts';
import { marketplaces } from '../db/schema.ts';

/** How a marketplace's listings are watched; what a later version added takes its starter value. */
export const watchPlanOf = async (db: Db, marketplace: string): Promise<KeptWatchPlan> => {
  const [row] = await db
    .select({ plan: marketplaces.watchPlan, version: marketplaces.watchPlanVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplace));
  const plan = row?.plan;
  return {
    plan: { ...STARTER_PLAN, ...plan, rules: { ...STARTER_PLAN.rules, ...plan?.rules } },
    version: row?.version ?? 0,
  };
};
