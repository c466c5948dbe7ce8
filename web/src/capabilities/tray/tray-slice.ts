import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { useSelector } from 'react-redux';
import { kept } from '../../ground/state/kept.ts';

/** What has been put aside, by marketplace: listing codes in the order they came. */
export interface Tray {
  codes: Record<string, string[]>;
  /** What the last emptying or taking out took, to be brought back. */
  undo: { marketplace: string; codes: string[] } | null;
}
export const TRAY_KEY = 'tray';

const initial = (): Tray => ({ codes: kept<Record<string, string[]>>(TRAY_KEY) ?? {}, undo: null });

export const traySlice = createSlice({
  name: 'tray',
  initialState: initial,
  reducers: {
    toggled: (tray, { payload: { marketplace, code } }: PayloadAction<{ marketplace: string; code: string }>) => {
      const codes = tray.codes[marketplace] ?? [];
      tray.undo = codes.includes(code) ? { marketplace, codes } : null;
      tray.codes[marketplace] = codes.includes(code) ? codes.filter((c) => c !== code) : [...codes, code];
    },
    putIn: (tray, { payload: { marketplace, codes } }: PayloadAction<{ marketplace: string; codes: string[] }>) => {
      const before = tray.codes[marketplace] ?? [];
      tray.undo = { marketplace, codes: before };
      tray.codes[marketplace] = [...before, ...codes.filter((c) => !before.includes(c))];
    },
    emptied: (tray, { payload: marketplace }: PayloadAction<string>) => {
      tray.undo = { marketplace, codes: tray.codes[marketplace] ?? [] };
      tray.codes[marketplace] = [];
    },
    broughtBack: (tray) => {
      if (tray.undo) tray.codes[tray.undo.marketplace] = tray.undo.codes;
      tray.undo = null;
    },
  },
});
export const { toggled, putIn, emptied, broughtBack } = traySlice.actions;

/** Something of the tray, as it stands. */
export const useTrayState = <T>(of: (tray: Tray) => T): T => useSelector(({ tray }: { tray: Tray }) => of(tray));
