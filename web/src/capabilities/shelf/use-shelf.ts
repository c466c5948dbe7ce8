import { useEffect, useMemo, useState } from 'react';
import type { Shelf } from '@kettle/contract/demand';
import type { ShelfRules } from '@kettle/core/documents/shelf-rules';
import { strangers } from '@kettle/core/shelf/belongs';
import { readShelf } from '@kettle/core/shelf/shelf';
import { useShelfQuery } from '../../ground/api/demand.ts';
import { useMarket } from '../../ground/market/market.ts';
import { keep, kept } from '../../ground/state/kept.ts';
import { useLatestParameters } from '../../ground/ui/use-latest-parameters.ts';

const SUBJECTS = ['term', 'niche', 'candidate', 'codes', 'listing'] as const;
const OUT = 'out';

/** What an address asks for as a shelf; null when it names none. */
export const subjectOf = (parameters: URLSearchParams): Partial<Record<(typeof SUBJECTS)[number], string>> | null => {
  const found = SUBJECTS.flatMap((key) => {
    const value = parameters.get(key);
    return value ? [[key, value] as const] : [];
  });
  return found.length === 0 ? null : Object.fromEntries(found);
};
const isNumber = (text: string | undefined): boolean => text === undefined || /^[1-9]\d{0,14}$/.test(text);

/** Under which name the browser keeps what was left out of a shelf. */
const keptName = (market: string, shelf: Shelf): string =>
  `left-out/${market}/${shelf.kind}/${shelf.id ?? shelf.rows.map((r) => r.listing.code).join()}`;

/** The shelf of the address, what is left out of it, and all that it says; leaving one out computes everything anew here. */
export const useShelf = () => {
  const market = useMarket();
  const { parameters, write } = useLatestParameters();
  const subject = subjectOf(parameters);
  const valid = subject !== null && isNumber(subject.term) && isNumber(subject.niche) && isNumber(subject.candidate);
  const { currentData: shelf, error } = useShelfQuery(
    { params: { marketplace: market.id }, query: (subject ?? {}) as never },
    { skip: !valid },
  );
  const outText = parameters.get(OUT);
  const out = useMemo(() => new Set((outText ?? '').split(',').filter(Boolean)), [outText]);
  const [tried, setTried] = useState<ShelfRules | null>(null);
  const rules = tried ?? (shelf?.rules as ShelfRules | undefined) ?? null;

  // What was left out of this shelf before stays out, unless the address says otherwise.
  useEffect(() => {
    if (!shelf || outText !== null) return;
    const before = kept<string[]>(keptName(market.id, shelf));
    if (before && before.length > 0)
      write((latest) => [...[...latest].filter(([k]) => k !== OUT), [OUT, before.join(',')]], true);
  }, [shelf, outText, market.id, write]);

  const setOut = (next: readonly string[]): void => {
    if (shelf) keep(keptName(market.id, shelf), next);
    write((latest) => [...[...latest].filter(([k]) => k !== OUT), [OUT, next.join(',')]], false);
  };
  const rows = useMemo(() => shelf?.rows.filter((r) => !out.has(r.listing.code)) ?? [], [shelf, out]);
  const leftOut = useMemo(() => shelf?.rows.filter((r) => out.has(r.listing.code)) ?? [], [shelf, out]);
  const reading = useMemo(
    () =>
      shelf && rules
        ? readShelf(
            rows.map((r) => r.listing),
            { rules, currency: market.currency, find: shelf.find, course: shelf.course },
          )
        : null,
    [shelf, rows, rules, market.currency],
  );
  const strange = useMemo(
    () =>
      shelf
        ? strangers(
            rows.map((r) => r.listing),
            shelf.kind === 'term' || shelf.kind === 'niche' ? shelf.name : '',
          ).filter((s) => s.code !== shelf.find)
        : [],
    [shelf, rows],
  );
  return {
    subject,
    valid,
    shelf,
    error,
    rows,
    leftOut,
    reading,
    rules,
    strange,
    tryRules: setTried,
    leaveOut: (codes: readonly string[]) => setOut([...new Set([...out, ...codes])]),
    bringBack: (codes: readonly string[]) => setOut([...out].filter((c) => !codes.includes(c))),
    open: parameters.get('open'),
    setOpen: (code: string | null) =>
      write(
        (latest) => [
          ...[...latest].filter(([k]) => k !== 'open'),
          ...(code === null ? [] : ([['open', code]] as [string, string][])),
        ],
        parameters.has('open') && code !== null,
      ),
  };
};
export type ShelfState = ReturnType<typeof useShelf>;
