import { readArchive } from '../../capabilities/archive/read.ts';
import { backtestJob } from '../../capabilities/curves/backtest-job.ts';
import { mineReviews } from '../../capabilities/reviews/mine.ts';
import { laySearches } from '../../capabilities/sources/niche-corrections.ts';
import { takeBack } from '../../capabilities/sources/take-back.ts';
import { takeIn } from '../../capabilities/sources/take-in.ts';
import { moveHob } from '../../capabilities/watch/hob.ts';
import { estimateJob } from '../../ground/estimates/estimate-job.ts';
import type { JobContext, JobKind, JobPayloads } from '../../ground/jobs/kinds.ts';
import { simulatedOutside } from '../stand-ins/outside.ts';

/** What is run for each kind of job. */
export const jobHandlers: { [K in JobKind]: (payload: JobPayloads[K], context: JobContext) => Promise<void> } = {
  'move-hob': (payload, context) => moveHob(payload, context, simulatedOutside),
  'mine-reviews': mineReviews,
  'import-listings': (payload, context) => takeIn('listings', payload, context),
  'import-readings': (payload, context) => takeIn('readings', payload, context),
  'import-months': (payload, context) => takeIn('months', payload, context),
  'import-reviews': (payload, context) => takeIn('reviews', payload, context),
  'import-counts': (payload, context) => takeIn('counts', payload, context),
  'import-terms': (payload, context) => takeIn('terms', payload, context),
  'import-positions': (payload, context) => takeIn('positions', payload, context),
  'import-clicks': (payload, context) => takeIn('clicks', payload, context),
  'import-quotes': (payload, context) => takeIn('quotes', payload, context),
  'import-rates': (payload, context) => takeIn('rates', payload, context),
  'take-back': takeBack,
  'read-archive': readArchive,
  'lay-searches': laySearches,
  estimate: estimateJob,
  backtest: (payload, context) => backtestJob(payload, context, simulatedOutside),
};
