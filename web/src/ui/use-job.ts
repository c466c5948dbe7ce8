import { useEffect, useRef } from 'react';
import type { Job } from '@kettle/contract/shapes';
import { api, useJobQuery } from '../api/api.ts';
import { useAppDispatch } from '../app/store.ts';

const ENDED = ['done', 'failed', 'cancelled'];

/** Follows a job to its end; then everything it may have changed is asked for afresh. */
export const useJob = (id: number | null, onEnd?: (job: Job) => void): Job | undefined => {
  const dispatch = useAppDispatch();
  const told = useRef<number | null>(null);
  const { data } = useJobQuery({ params: { id: id ?? 0 } }, { skip: id === null, pollingInterval: id === null || told.current === id ? 0 : 400, refetchOnMountOrArgChange: true });
  const job = data && data.id === id ? data : undefined;
  useEffect(() => {
    if (!job || !ENDED.includes(job.state) || told.current === job.id) return;
    told.current = job.id;
    dispatch(api.util.invalidateTags(['Marketplaces', 'Listing', 'Candidate', 'Watch', 'Score', 'Sift']));
    onEnd?.(job);
  }, [job, dispatch, onEnd]);
  return job;
};
