import type { Marketplace } from '@kettle/contract/sources';
import { kept } from '../state/kept.ts';

export const LAST_MARKETPLACE = 'marketplace';

/** Where the bare address leads: the sift of the marketplace last worked on, or Sources when there is none yet. */
export const startAddress = (marketplaces: readonly Marketplace[]): string => {
  const last = marketplaces.find((m) => m.id === kept<string>(LAST_MARKETPLACE)) ?? marketplaces[0];
  return last ? `/${last.id}/sift` : '/sources';
};
