import { keep, kept } from '../ground/state/kept.ts';

export type ColourMode = 'light' | 'dark';
const KEY = 'colour-mode';

/** The theme that was chosen, else the system's. */
export const colourMode = (): ColourMode =>
  kept<ColourMode>(KEY) ?? (window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light');

export const applyColourMode = (mode: ColourMode = colourMode()): void => {
  document.documentElement.classList.toggle('dark', mode === 'dark');
  document.documentElement.style.colorScheme = mode;
};

export const chooseColourMode = (mode: ColourMode): void => {
  keep(KEY, mode);
  applyColourMode(mode);
};
