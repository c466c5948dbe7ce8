import { useMemo } from 'react';
import type { Marketplace } from '@kettle/contract/sources';
import { readSift, writeSift, type SiftChoice } from '@kettle/core/sift/address';
import { measureOf, type MeasureKey } from '@kettle/core/sift/measures';
import { useLatestParameters } from '../ui/use-latest-parameters.ts';

/** Parameters of the address that are not limits. */
const OPEN = 'open';
const SHOW = 'cards';
export const FIRST_CARDS: MeasureKey[] = ['price', 'units', 'reviews', 'weight'];

export type ChoiceChange = Partial<SiftChoice> | ((choice: SiftChoice) => Partial<SiftChoice>);
export interface SiftAddress {
  choice: SiftChoice;
  /** The limits as the server reads them. */
  search: string;
  cards: MeasureKey[];
  open: string | null;
  change: (change: ChoiceChange) => void;
  setCards: (cards: MeasureKey[], change?: ChoiceChange) => void;
  setOpen: (code: string | null) => void;
}

const limitsOf = (parameters: URLSearchParams): [string, string][] =>
  [...parameters].filter(([k]) => k !== OPEN && k !== SHOW);

/** The sift that the address bar holds, and the ways to change it. */
export const useSift = (market: Marketplace): SiftAddress => {
  const { parameters, write } = useLatestParameters();
  const choice = useMemo(() => readSift(limitsOf(parameters), market).choice, [parameters, market]);
  const cards = useMemo(() => {
    const named = parameters
      .get(SHOW)
      ?.split(',')
      .filter((k): k is MeasureKey => measureOf(k)?.limit === true);
    const wanted = named ?? FIRST_CARDS;
    return [...wanted, ...(Object.keys(choice.ranges) as MeasureKey[]).filter((k) => !wanted.includes(k))];
  }, [parameters, choice]);
  const open = parameters.get(OPEN);

  /** Entries of an address: the limits after a change, and what else stands in it. */
  const entries = (
    latest: URLSearchParams,
    change: ChoiceChange,
    others: { cards?: string; open?: string | null },
  ): [string, string][] => {
    const now = readSift(limitsOf(latest), market).choice;
    const next = writeSift({ ...now, ...(typeof change === 'function' ? change(now) : change) }, market);
    const shown = others.cards ?? latest.get(SHOW);
    const opened = others.open === undefined ? latest.get(OPEN) : others.open;
    return [
      ...next,
      ...(shown === null ? [] : [[SHOW, shown] as [string, string]]),
      ...(opened === null ? [] : [[OPEN, opened] as [string, string]]),
    ];
  };
  return {
    choice,
    search: new URLSearchParams(limitsOf(parameters)).toString(),
    cards,
    open,
    change: (change) => write((latest) => entries(latest, change, {}), false),
    setCards: (next, change = {}) => write((latest) => entries(latest, change, { cards: next.join(',') }), false),
    // Moving from row to row must not fill the history: only opening and closing does.
    setOpen: (code) => write((latest) => entries(latest, {}, { open: code }), open !== null && code !== null),
  };
};
