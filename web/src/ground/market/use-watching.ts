import { useCallback } from 'react';
import { useWatchByCodesMutation } from '../api/candidates.ts';
import { useMarket } from './market.ts';

/** One result for all who watch from anywhere: the tray says what became of it. */
const SHARED = { fixedCacheKey: 'watching' };

/** Watches listings by their codes; what became of the last time is shared by all screens. */
export const useWatching = () => {
  const { id: marketplace } = useMarket();
  const [send, { data, error, isLoading, originalArgs, reset }] = useWatchByCodesMutation(SHARED);
  const watch = useCallback(
    (codes: readonly string[]) => void send({ params: { marketplace }, body: { text: codes.join('\n') } }),
    [send, marketplace],
  );
  const isHere = originalArgs?.params.marketplace === marketplace;
  return { watch, isLoading, reset, data: isHere ? data : undefined, error: isHere ? error : undefined };
};
