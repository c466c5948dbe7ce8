import { backtestJob } from '../../capabilities/curves/backtest-job.ts';
import { mineReviews } from '../../capabilities/reviews/mine.ts';
import { importCounts } from '../../capabilities/sources/import-counts.ts';
import { importListings } from '../../capabilities/sources/import-listings.ts';
import { importReviews } from '../../capabilities/sources/import-reviews.ts';
import { moveHob } from '../../capabilities/watch/hob.ts';
import { estimateJob } from '../../ground/estimates/estimate-job.ts';
import type { JobContext, JobKind, JobPayloads } from '../../ground/jobs/kinds.ts';
import { simulatedOutside } from '../stand-ins/outside.ts';

/** What is run for each kind of job. */
export const jobHandlers: { [K in JobKind]: (payload: JobPayloads[K], context: JobContext) => Promise<void> } = {
  'move-hob': (payload, context) => moveHob(payload, context, simulatedOutside),
  'mine-reviews': mineReviews,
  'import-listings': importListings,
  'import-reviews': importReviews,
  'import-counts': importCounts,
  estimate: estimateJob,
  backtest: (payload, context) => backtestJob(payload, context, simulatedOutside),
};
