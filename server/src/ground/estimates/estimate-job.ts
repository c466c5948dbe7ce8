import type { JobContext, JobPayloads } from '../jobs/kinds.ts';
import { marketOf } from '../marketplaces/marketplaces.ts';
import { atOnce } from '../db/connection.ts';
import { listingsOfGroups, overtakenSince, refreshEstimates } from './estimates.ts';

/** Makes the estimates of whole categories anew, after a few counts moved their level; or of all, once they have grown old. */
export const estimateJob = async (
  { marketplace, groups }: JobPayloads['estimate'],
  { database, progress, finish }: JobContext,
): Promise<void> => {
  const market = await marketOf(database.db, marketplace);
  const ids = groups.length === 0 ? null : await listingsOfGroups(database.db, market, new Set(groups));
  let overtaken: number[] = [];
  await finish(async (inside) => {
    let made = 0;
    const changed = await refreshEstimates(
      inside,
      market,
      ids,
      (done) => {
        made = done;
        return progress(done, ids?.length ?? 0, `Estimating units, ${done}${ids ? ` of ${ids.length}` : ''}`);
      },
      null,
      async () => {
        overtaken = await overtakenSince(inside, market, ids);
      },
    );
    const which = ids ? `${ids.length} listings of ${groups.join(', ')}` : `All ${made} listings`;
    return { message: `${which} were estimated anew.`, changed };
  });
  // What a seller typed meanwhile is newer than what was read for all.
  if (overtaken.length > 0)
    await atOnce(database, (inside) => refreshEstimates(inside, market, overtaken).then(() => {}));
};
