import { useEffect, useMemo, useRef } from 'react';
import { keep } from '../state/kept.ts';
import { useLatestParameters } from '../ui/use-latest-parameters.ts';

const OPEN = 'open';
const SHOW = 'cards';
const SIEVE = 'sieve';
const OTHERS = [OPEN, SHOW, SIEVE] as const;
const MOST_UNDONE = 100;

/** How a choice stands in an address. Must stay the same object while it means the same. */
export interface AddressForm<C> {
  read: (limits: [string, string][]) => C;
  write: (choice: C) => [string, string][];
  /** The parameters that are limits and order. */
  limitsOf: (parameters: URLSearchParams) => [string, string][];
}
export type Change<C> = Partial<C> | ((choice: C) => Partial<C>);
export interface LimitAddress<C> {
  parameters: URLSearchParams;
  choice: C;
  /** The limits as the server reads them. */
  search: string;
  open: string | null;
  /** The kept sieve that these limits began from. */
  sieve: number | null;
  /** `goesOn`: takes the place of the change before, as while a handle is pulled. */
  change: (change: Change<C>, goesOn?: boolean) => void;
  setCards: (cards: readonly string[], change?: Change<C>) => void;
  setOpen: (code: string | null) => void;
  /** Takes the limits of a sieve in place of what is set. */
  load: (search: string, sieve: number | null) => void;
  /** Goes on with a whole page's address: limits, cards and sieve. */
  goOn: (address: string) => void;
  undo: () => void;
}

/** The limits that the address bar holds, the ways to change them, and to take changes back. */
export const useLimits = <C>(form: AddressForm<C>, keptAs: string): LimitAddress<C> => {
  const { parameters, write } = useLatestParameters();
  const choice = useMemo(() => form.read(form.limitsOf(parameters)), [form, parameters]);
  const open = parameters.get(OPEN);
  const past = useRef<string[]>([]);
  const search = useMemo(() => new URLSearchParams(form.limitsOf(parameters)).toString(), [form, parameters]);
  const latestOpen = useRef(open);
  useEffect(() => {
    latestOpen.current = open;
  });

  const steady = useMemo(() => {
    /** Entries of an address: the limits after a change, and what else stands in it. */
    const entries = (
      latest: URLSearchParams,
      change: Change<C>,
      others: Partial<Record<(typeof OTHERS)[number], string | null>>,
    ): [string, string][] => {
      const now = form.read(form.limitsOf(latest));
      const next = form.write({ ...now, ...(typeof change === 'function' ? change(now) : change) });
      return [
        ...next,
        ...OTHERS.flatMap((name): [string, string][] => {
          const value = name in others ? others[name] : latest.get(name);
          return value == null ? [] : [[name, value]];
        }),
      ];
    };
    const remember = (latest: URLSearchParams): void => {
      past.current = [...past.current.slice(-MOST_UNDONE + 1), latest.toString()];
    };
    return {
      change: (how: Change<C>, goesOn = false): void =>
        write((latest) => {
          const next = entries(latest, how, {});
          if (!goesOn && new URLSearchParams(next).toString() !== latest.toString()) remember(latest);
          return next;
        }, goesOn),
      setCards: (next: readonly string[], how: Change<C> = {}) =>
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
          const next = form.read([...new URLSearchParams(wanted)]);
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
  }, [form, write]);
  // Where the sitting is, so that it goes on there: without what happens to be open.
  useEffect(() => {
    const here = new URLSearchParams(parameters);
    here.delete(OPEN);
    // An address that only leads to a listing is no sitting: the one that was left stays.
    if (here.size === 0 && parameters.has(OPEN)) return;
    keep(keptAs, here.toString());
  }, [parameters, keptAs]);
  const sieve = Number(parameters.get(SIEVE) ?? Number.NaN);
  return { parameters, choice, search, open, sieve: Number.isInteger(sieve) ? sieve : null, ...steady };
};
