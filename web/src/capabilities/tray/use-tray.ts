import { useCallback, useMemo, useRef } from 'react';
import { useMarket } from '../../ground/market/market.ts';
import { useAppDispatch } from '../../ground/state/dispatch.ts';
import { putIn, toggled, useTrayState } from './tray-slice.ts';

const NOTHING: string[] = [];

/**
 * The tray of a marketplace and what lists do with it: one row in or out, or all rows of a list from the one last
 * touched up to another.
 */
export const useTray = (list: readonly { code: string }[] = []) => {
  const { id: marketplace } = useMarket();
  const codes = useTrayState((tray) => tray.codes[marketplace]) ?? NOTHING;
  const dispatch = useAppDispatch();
  const last = useRef<string | null>(null);
  const toggle = useCallback(
    (code: string) => {
      last.current = code;
      dispatch(toggled({ marketplace, code }));
    },
    [dispatch, marketplace],
  );
  const toggleUpTo = useCallback(
    (code: string) => {
      const from = list.findIndex((l) => l.code === last.current);
      const to = list.findIndex((l) => l.code === code);
      if (from === -1 || to === -1) return toggle(code);
      const between = list.slice(Math.min(from, to), Math.max(from, to) + 1).map((l) => l.code);
      last.current = code;
      dispatch(putIn({ marketplace, codes: between }));
    },
    [dispatch, marketplace, list, toggle],
  );
  return useMemo(() => ({ codes, toggle, toggleUpTo }), [codes, toggle, toggleUpTo]);
};
