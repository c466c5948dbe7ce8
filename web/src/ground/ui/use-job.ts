import { useEffect, useRef } from 'react';
import type { Job } from '@kettle/contract/shapes';
import { JOB_ENDED, jobsApi, useJobQuery } from '../api/jobs.ts';
import { useAppDispatch } from '../state/dispatch.ts';

const LOOK_EVERY_MS = 400;
const hasEnded = (job: Job | undefined): boolean =>
  job !== undefined && job.state !== 'queued' && job.state !== 'running';

/** Follows a job to its end; then everything it may have changed is asked for afresh. */
export const useJob = (id: number | null, onEnd?: (job: Job) => void): Job | undefined => {
  const dispatch = useAppDispatch();
  const told = useRef<number | null>(null);
  const args = { params: { id: id ?? 0 } };
  const { data: seen } = jobsApi.endpoints.job.useQueryState(args, { skip: id === null });
  const over = seen?.id === id && hasEnded(seen);
  const { data } = useJobQuery(args, {
    skip: id === null,
    pollingInterval: over ? 0 : LOOK_EVERY_MS,
    refetchOnMountOrArgChange: true,
  });
  const job = data && data.id === id ? data : undefined;
  useEffect(() => {
    if (!job || !hasEnded(job) || told.current === job.id) return;
    told.current = job.id;
    dispatch(jobsApi.util.invalidateTags([...JOB_ENDED]));
    onEnd?.(job);
  }, [job, dispatch, onEnd]);
  return job;
};
