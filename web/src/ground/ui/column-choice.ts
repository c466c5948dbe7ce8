import { useState } from 'react';
import { keep, kept } from '../state/kept.ts';

/** Which columns of a table are shown, in which order, how wide, and which stand fast at the left. */
export interface ColumnChoice {
  hidden: Record<string, boolean>;
  order: string[];
  widths: Record<string, number>;
  pinned: string[];
}

/**
 * The choice of columns of a table, kept under its name in the browser; what is not said there is as the table offers
 * it, so that a column of a later version turns up.
 */
export const useColumnChoice = (keptAs: string, columns: readonly { key: string; initially?: 'hidden' }[]) => {
  const name = `columns/${keptAs}`;
  const [choice, setChoice] = useState<Partial<ColumnChoice>>(() => {
    const found = kept<Partial<ColumnChoice>>(name);
    return found && typeof found === 'object' && !Array.isArray(found) ? found : {};
  });
  const keys = columns.map((c) => c.key);
  const order = [...(choice.order ?? []).filter((k) => keys.includes(k))];
  // Columns that are not in the kept order stand where the table puts them, behind the one before them.
  for (const [i, key] of keys.entries())
    if (!order.includes(key)) order.splice(i === 0 ? 0 : order.indexOf(keys[i - 1]!) + 1, 0, key);
  const set = (change: Partial<ColumnChoice>): void => {
    const next = { ...choice, ...change };
    setChoice(next);
    keep(name, next);
  };
  const pinned = (choice.pinned ?? [keys[0]!]).filter((k) => keys.includes(k));
  const isShown = (key: string): boolean =>
    choice.hidden?.[key] === undefined
      ? columns.find((c) => c.key === key)?.initially !== 'hidden'
      : !choice.hidden[key];
  return {
    order,
    pinned,
    widths: choice.widths ?? {},
    isShown,
    show: (key: string, shown: boolean) => set({ hidden: { ...choice.hidden, [key]: !shown } }),
    pin: (key: string) => set({ pinned: pinned.includes(key) ? pinned.filter((k) => k !== key) : [...pinned, key] }),
    move: (key: string, by: -1 | 1) => {
      const at = order.indexOf(key);
      const to = at + by;
      if (to < 0 || to >= order.length) return;
      const next = [...order];
      next.splice(at, 1);
      next.splice(to, 0, key);
      set({ order: next });
    },
    resize: (key: string, width: number) =>
      set({ widths: { ...choice.widths, [key]: Math.round(Math.min(800, Math.max(50, width))) } }),
    reset: () => set({ hidden: undefined, order: undefined, widths: undefined, pinned: undefined }),
  };
};
export type Columns = ReturnType<typeof useColumnChoice>;
