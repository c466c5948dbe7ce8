import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { Marketplace } from '@kettle/contract/sources';
import { readSift, writeSift, type SiftChoice } from '@kettle/core/sift/address';
import { measureOf, type MeasureKey } from '@kettle/core/sift/measures';

/** Parameters of the address that are not limits. */
const OPEN = 'open';
const SHOW = 'cards';
export const FIRST_CARDS: MeasureKey[] = ['price', 'units', 'reviews', 'weight'];

export interface SiftAddress {
  choice: SiftChoice;
  /** The limits as the server reads them. */
  search: string;
  cards: MeasureKey[];
  open: string | null;
  change: (change: Partial<SiftChoice>) => void;
  setCards: (cards: MeasureKey[], change?: Partial<SiftChoice>) => void;
  setOpen: (code: string | null) => void;
}

/** The sift that the address bar holds, and the ways to change it. */
export const useSift = (market: Marketplace): SiftAddress => {
  const [parameters, setParameters] = useSearchParams();
  const limits = useMemo(() => [...parameters].filter(([k]) => k !== OPEN && k !== SHOW), [parameters]);
  const choice = useMemo(() => readSift(limits, market).choice, [limits, market]);
  const cards = useMemo(() => {
    const named = parameters.get(SHOW)?.split(',').filter((k): k is MeasureKey => measureOf(k)?.limit === true);
    const wanted = named ?? FIRST_CARDS;
    return [...wanted, ...(Object.keys(choice.ranges) as MeasureKey[]).filter((k) => !wanted.includes(k))];
  }, [parameters, choice]);
  const open = parameters.get(OPEN);

  const write = useCallback(
    (next: SiftChoice, nextCards: string | null, nextOpen: string | null, replace: boolean) => {
      const entries = writeSift(next, market);
      if (nextCards !== null) entries.push([SHOW, nextCards]);
      if (nextOpen !== null) entries.push([OPEN, nextOpen]);
      setParameters(new URLSearchParams(entries), { replace, preventScrollReset: true });
    },
    [market, setParameters],
  );
  const shownCards = parameters.get(SHOW);
  return {
    choice,
    search: new URLSearchParams(limits).toString(),
    cards,
    open,
    change: (change) => write({ ...choice, ...change }, shownCards, open, false),
    setCards: (next, change = {}) => write({ ...choice, ...change }, next.join(','), open, false),
    // Moving from row to row must not fill the history: only opening and closing does.
    setOpen: (code) => write(choice, shownCards, code, open !== null && code !== null),
  };
};
