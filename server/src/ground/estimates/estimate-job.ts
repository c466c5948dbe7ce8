import type { JobContext, JobPayloads } from '../jobs/kinds.ts';
import { marketOf } from '../marketplaces/marketplaces.ts';
import { listingsOfGroups, refreshEstimates } from './estimates.ts';

/** Makes the estimates of whole categories anew, after a few counts moved their level. */
export const estimateJob = async (
  { marketplace, groups }: JobPayloads['estimate'],
  { database, progress, finish }: JobContext,
): Promise<void> => {
  const market = await marketOf(database.db, marketplace);
  const ids = await listingsOfGroups(database.db, market, new Set(groups));
  await finish(async (inside) => {
    const changed = await refreshEstimates(inside, market, ids, (done) =>
      progress(done, ids.length, `Estimating units, ${done} of ${ids.length}`),
    );
    return { message: `${ids.length} listings of ${groups.join(', ')} were estimated anew.`, changed };
  });
};
