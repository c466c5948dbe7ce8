import { useMemo } from 'react';
import { demandCards, demandLimits, type DemandCard } from '@kettle/contract/demand';
import { readDemand, writeDemand, type DemandChoice } from '@kettle/core/demand/choice';
import { useLimits, type AddressForm, type LimitAddress } from '../../ground/limits/use-limits.ts';
import { useMarket } from '../../ground/market/market.ts';

/** Under which name the browser keeps what was last asked of Demand. */
export const demandSitting = (marketplace: string): string => `demand/${marketplace}`;

export interface DemandAddress extends LimitAddress<DemandChoice> {
  cards: DemandCard[];
}

/** What the address asks of Demand, the ways to change it, and to take changes back. */
export const useDemand = (): DemandAddress => {
  const market = useMarket();
  const form = useMemo(
    (): AddressForm<DemandChoice> => ({
      read: (limits) => readDemand(limits, market).choice,
      write: (choice) => writeDemand(choice, market),
      limitsOf: demandLimits,
    }),
    [market],
  );
  const address = useLimits(form, demandSitting(market.id));
  const { parameters, choice } = address;
  const cards = useMemo(() => demandCards(parameters, choice), [parameters, choice]);
  return { ...address, cards };
};
