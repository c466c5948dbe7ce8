import { useCallback, useEffect, useMemo, useRef } from 'react';
import type { Marketplace } from '@kettle/contract/sources';
import { cardsOfAddress, limitsOfAddress, NOT_LIMITS, type CardKey } from '@kettle/contract/sift';
import { readSift, writeSift, type SiftChoice } from '@kettle/core/sift/address';
import { keep } from '../app/kept.ts';
import { useLatestParameters } from '../ui/use-latest-parameters.ts';

const OPEN = 'open';
const SHOW = 'cards';
const SIEVE = 'sieve';
const MOST_UNDONE = 100;

/** Under which name the browser keeps where the sitting in a marketplace is. */
export const sittingOf = (marketplace: string): string => `sitting/${marketplace}`;

export type ChoiceChange = Partial<SiftChoice> | ((choice: SiftChoice) => Partial<SiftChoice>);
export interface SiftAddress {
  choice: SiftChoice;
  /** The limits as the server reads them. */
  search: string;
  cards: CardKey[];
  open: string | null;
  /** The kept sieve that this sift began from. */
  sieve: number | null;
  /** `goesOn`: takes the place of the change before, as while a handle is pulled. */
  change: (change: ChoiceChange, goesOn?: boolean) => void;
  setCards: (cards: CardKey[], change?: ChoiceChange) => void;
  setOpen: (code: string | null) => void;
  /** Takes the limits of a sieve in place of what is set. */
  load: (search: string, sieve: number | null) => void;
  /** Goes on with a whole sift page's address: limits, cards and sieve. */
  goOn: (address: string) => void;
  undo: () => void;
}

/** The sift that the address bar holds, the ways to change it, and to take changes back. */
export const useSift = (market: Marketplace): SiftAddress => {
  const { parameters, write } = useLatestParameters();
  const choice = useMemo(() => readSift(limitsOfAddress(parameters), market).choice, [parameters, market]);
  const cards = useMemo(() => cardsOfAddress(parameters, choice), [parameters, choice]);
  const open = parameters.get(OPEN);
  const past = useRef<string[]>([]);
  const search = useMemo(() => new URLSearchParams(limitsOfAddress(parameters)).toString(), [parameters]);
  const latestOpen = useRef(open);
  useEffect(() => {
    latestOpen.current = open;
  });

  const steady = useMemo(() => {
    /** Entries of an address: the limits after a change, and what else stands in it. */
    const entries = (
      latest: URLSearchParams,
      change: ChoiceChange,
      others: Partial<Record<typeof SHOW | typeof OPEN | typeof SIEVE, string | null>>,
    ): [string, string][] => {
      const now = readSift(limitsOfAddress(latest), market).choice;
      const next = writeSift({ ...now, ...(typeof change === 'function' ? change(now) : change) }, market);
      return [
        ...next,
        ...NOT_LIMITS.flatMap((name): [string, string][] => {
          const value = name in others ? others[name as keyof typeof others] : latest.get(name);
          return value == null ? [] : [[name, value]];
        }),
      ];
    };
    const remember = (latest: URLSearchParams): void => {
      past.current = [...past.current.slice(-MOST_UNDONE + 1), latest.toString()];
    };
    const change = (how: ChoiceChange, goesOn = false): void =>
      write((latest) => {
        const next = entries(latest, how, {});
        if (!goesOn && new URLSearchParams(next).toString() !== latest.toString()) remember(latest);
        return next;
      }, goesOn);
    return {
      change,
      setCards: (next: CardKey[], how: ChoiceChange = {}) =>
        write((latest) => {
          remember(latest);
          return entries(latest, how, { [SHOW]: next.join(',') });
        }, false),
      // Moving from row to row must not fill the history: only opening and closing does.
      setOpen: (code: string | null) =>
        write((latest) => entries(latest, {}, { [OPEN]: code }), latestOpen.current !== null && code !== null),
      load: (wanted: string, sieve: number | null) =>
        write((latest) => {
          remember(latest);
          const next = readSift(new URLSearchParams(wanted), market).choice;
          return entries(latest, next, { [SHOW]: null, [SIEVE]: sieve === null ? null : String(sieve) });
        }, false),
      goOn: (address: string) => write(() => [...new URLSearchParams(address)], true),
      undo: () => {
        const before = past.current.at(-1);
        if (before === undefined) return;
        past.current = past.current.slice(0, -1);
        write(() => [...new URLSearchParams(before)], false);
      },
    };
  }, [market, write]);
  // Where the sitting is, so that it goes on there: without the listing that happens to be open.
  useEffect(() => {
    const here = new URLSearchParams(parameters);
    here.delete(OPEN);
    keep(sittingOf(market.id), here.toString());
  }, [parameters, market.id]);
  const sieve = Number(parameters.get(SIEVE) ?? Number.NaN);
  return { choice, search, cards, open, sieve: Number.isInteger(sieve) ? sieve : null, ...steady };
};

/** A function that stays the same although what it does follows the latest state. */
export const useSteady = <A extends unknown[], R>(action: (...args: A) => R): ((...args: A) => R) => {
  const latest = useRef(action);
  useEffect(() => {
    latest.current = action;
  });
  return useCallback((...args: A) => latest.current(...args), []);
};
