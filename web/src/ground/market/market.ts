import { createContext, useContext } from 'react';
import type { Marketplace } from '@kettle/contract/sources';

const Market = createContext<Marketplace | null>(null);

/** What stands inside is about this marketplace. */
export const MarketProvider = Market.Provider;

/** The marketplace that what is drawn here is about: its money, its measures, its addresses. */
export const useMarket = (): Marketplace => {
  const market = useContext(Market);
  if (market === null) throw new Error('Drawn outside a marketplace: a MarketProvider is missing around it.');
  return market;
};
