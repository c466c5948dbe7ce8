import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { toggled } from './tray-slice.ts';

const NOTHING: string[] = [];

/** The tray of a marketplace and the one thing lists do with it. */
export const useTray = (marketplace: string): { codes: string[]; toggle: (code: string) => void } => {
  const codes = useAppSelector((state) => state.tray.codes[marketplace]) ?? NOTHING;
  const dispatch = useAppDispatch();
  return { codes, toggle: (code) => dispatch(toggled({ marketplace, code })) };
};
