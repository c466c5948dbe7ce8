import { sources } from '@kettle/contract/sources';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';
import { tag, type Tag } from './tags.ts';

export const jobsApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    return {
      job: ask(sources.job, ({ params: { id } }) => [tag('Job', id)]),
      jobs: ask(sources.jobs, () => ['Jobs']),
      cancelJob: change(sources.cancelJob, ({ params: { id } }) => [tag('Job', id), 'Jobs']),
    };
  },
});
export const { useJobQuery, useJobsQuery, useCancelJobMutation } = jobsApi;

/** What a job of any kind may have changed when it ends. */
export const JOB_ENDED: readonly Tag[] = [
  'Marketplaces',
  'Jobs',
  'Imports',
  'Sift',
  'Demand',
  'Listing',
  'Backtest',
  'Candidate',
  'Candidates',
  'Reviews',
  'Readings',
  'Watch',
  'Quotes',
  'Requests',
  'Score',
  'Standing',
];
