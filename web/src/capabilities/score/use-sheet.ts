import { useMemo } from 'react';
import { NO_MEANS } from '@kettle/core/documents/own-means';
import type { Scoresheet } from '@kettle/core/documents/scoresheet';
import { withMeans } from '@kettle/core/score/own-means';
import { useMeansQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';

/** A scoresheet as candidates of this marketplace are scored by it: with the seller's means here as gates. */
export const useSheetHere = (document: Scoresheet | undefined): Scoresheet | undefined => {
  const market = useMarket();
  const { currentData: means } = useMeansQuery({ params: { marketplace: market.id } });
  return useMemo(
    () => (document && means ? withMeans(document, means.document ?? NO_MEANS) : undefined),
    [document, means],
  );
};
