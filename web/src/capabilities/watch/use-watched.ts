import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { WatchedListing } from '@kettle/contract/watch';
import { useMorningQuery, useWatchedQuery, useWatchGroupsQuery } from '../../ground/api/candidates.ts';
import { useMarket } from '../../ground/market/market.ts';
import { useSince } from './use-since.ts';

/** Which of the watched listings are looked at: a group, those of none, a label, those not read, those with news. */
export type Only = { group: number } | { label: string } | { which: 'changed' | 'stale' | 'none' } | null;

const onlyOf = (search: URLSearchParams): Only => {
  const group = Number(search.get('group'));
  if (Number.isInteger(group) && group > 0) return { group };
  const label = search.get('label');
  if (label) return { label };
  const which = search.get('which');
  return which === 'changed' || which === 'stale' || which === 'none' ? { which } : null;
};

/** Looked for again now and then, so that a page left open tells of the day. */
const ASK_AGAIN_MS = 5 * 60_000;

/** All that the pages of watched listings stand on; what is looked at stands in the address. */
export const useWatched = () => {
  const market = useMarket();
  const params = { marketplace: market.id };
  const [search, setSearch] = useSearchParams();
  const since = useSince(market.id, market.today);
  const list = useWatchedQuery({ params }, { pollingInterval: ASK_AGAIN_MS });
  const groups = useWatchGroupsQuery({ params });
  const morning = useMorningQuery({ params, query: { since: since.since } }, { pollingInterval: ASK_AGAIN_MS });
  const only = onlyOf(search);
  const key = JSON.stringify(only);
  const words = search.get('words') ?? '';
  const changed = useMemo(() => new Set(morning.data?.listings.map((l) => l.code)), [morning.data]);
  const shown = useMemo(() => {
    const chosen = JSON.parse(key) as Only;
    const isChosen = (w: WatchedListing): boolean => {
      if (chosen === null) return true;
      if ('group' in chosen) return w.group === chosen.group;
      if ('label' in chosen) return w.labels.includes(chosen.label);
      if (chosen.which === 'stale') return w.stale;
      return chosen.which === 'changed' ? changed.has(w.code) : w.group === null;
    };
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
    return (list.data ?? []).filter((w) => {
      const text = `${w.code} ${w.title} ${w.brand} ${w.labels.join(' ')} ${w.category}`.toLowerCase();
      return isChosen(w) && wanted.every((word) => text.includes(word));
    });
  }, [list.data, key, words, changed]);
  const choose = (next: Only): void =>
    setSearch((before) => {
      const after = new URLSearchParams(before);
      for (const name of ['group', 'label', 'which']) after.delete(name);
      for (const [name, value] of Object.entries(next ?? {})) after.set(name, String(value));
      return after;
    });
  const setWords = (text: string): void =>
    setSearch(
      (before) => {
        const after = new URLSearchParams(before);
        if (text.trim() === '') after.delete('words');
        else after.set('words', text);
        return after;
      },
      { replace: true },
    );
  return {
    only,
    choose,
    words,
    setWords,
    since,
    all: list.data,
    shown,
    changed,
    groups: groups.data ?? [],
    morning: morning.data,
    error: list.error ?? groups.error ?? morning.error,
  };
};
export type Watched = ReturnType<typeof useWatched>;
