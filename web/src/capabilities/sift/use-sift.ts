import { useMemo } from 'react';
import { cardsOfAddress, limitsOfAddress, type CardKey } from '@kettle/contract/sift';
import { readSift, writeSift, type SiftChoice } from '@kettle/core/sift/address';
import { useLimits, type AddressForm, type LimitAddress } from '../../ground/limits/use-limits.ts';
import { useMarket } from '../../ground/market/market.ts';

/** Under which name the browser keeps where the sitting in a marketplace is. */
export const sittingOf = (marketplace: string): string => `sitting/${marketplace}`;

export interface SiftAddress extends LimitAddress<SiftChoice> {
  cards: CardKey[];
}

/** The sift that the address bar holds, the ways to change it, and to take changes back. */
export const useSift = (): SiftAddress => {
  const market = useMarket();
  const form = useMemo(
    (): AddressForm<SiftChoice> => ({
      read: (limits) => readSift(limits, market).choice,
      write: (choice) => writeSift(choice, market),
      limitsOf: limitsOfAddress,
    }),
    [market],
  );
  const address = useLimits(form, sittingOf(market.id));
  const { parameters, choice } = address;
  const cards = useMemo(() => cardsOfAddress(parameters, choice), [parameters, choice]);
  return { ...address, cards };
};
