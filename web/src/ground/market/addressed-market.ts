import { useEffect } from 'react';
import { useParams } from 'react-router';
import type { Marketplace } from '@kettle/contract/sources';
import { useMarketplacesQuery } from '../api/marketplaces.ts';
import { keep, kept } from '../state/kept.ts';
import { LAST_MARKETPLACE } from './start-address.ts';

/** The marketplace of the address, once it is known. */
export const useAddressedMarket = (): { market: Marketplace | undefined; missing: boolean; error: unknown } => {
  const { marketplace } = useParams();
  const { data, error } = useMarketplacesQuery({ params: {} });
  const market = data?.marketplaces.find((m) => m.id === marketplace);
  useEffect(() => {
    if (market) keep(LAST_MARKETPLACE, market.id);
  }, [market]);
  return { market, missing: data !== undefined && market === undefined, error };
};

/** The marketplace of the address, or else the one last worked on: for what is there on every screen. */
export const useShownMarket = (): Marketplace | undefined => {
  const { market } = useAddressedMarket();
  const { data } = useMarketplacesQuery({ params: {} });
  return market ?? data?.marketplaces.find((m) => m.id === kept<string>(LAST_MARKETPLACE)) ?? data?.marketplaces[0];
};
