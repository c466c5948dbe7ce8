import { useCallback } from 'react';
import { useWatchByCodesMutation } from '../api/candidates.ts';
import { useMarket } from './market.ts';

/** Watches listings by their codes; what became of the last time on a marketplace is shared by all screens: the tray says it. */
export const useWatching = () => {
  const { id: marketplace } = useMarket();
  const [send, { data, error, isLoading }] = useWatchByCodesMutation({ fixedCacheKey: `watching/${marketplace}` });
  const watch = useCallback(
    (codes: readonly string[]) => void send({ params: { marketplace }, body: { text: codes.join('\n') } }),
    [send, marketplace],
  );
  return { watch, isLoading, data, error };
};
