import type { Evidence, FacetValue, MinedReviews, ReviewFilter, ReviewWords } from '@kettle/contract/candidates';
import type { CurveFile } from '@kettle/contract/curves';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import type { ImportSettings } from '@kettle/contract/sources';

/** What each piece of work takes. */
export interface AsideArgs {
  'mined-reviews': { ids: number[]; category: number; today: string; filter: ReviewFilter };
  'review-words': { ids: number[]; category: number; asked: ReviewFilter & { common?: boolean } };
  'review-evidence': { ids: number[]; category: number; today: string; asked: ReviewFilter & { theme: string } };
  'look-at-file': LookAsked;
  'copy-fees': { marketplace: string; from: string };
  'fit-curve': { marketplace: string; category: string; counts: 'own' | 'all' };
  'take-curve': { marketplace: string; file: CurveFile };
  'use-curve': { id: number };
}
/** A file to be looked through, with its kind and columns as they were set, or as they seem to be. */
export interface LookAsked extends Omit<ImportSettings, 'sheet'> {
  upload: number;
  sheet: string | null;
  marketplace: string;
  kind: ImportKind | null;
  mapping?: Record<string, string> | undefined;
}
/** A file as far as it must be known to choose what its columns are. */
export interface FileLook {
  kind: ImportKind;
  columns: string[];
  rows: number;
  sheets: string[];
  sheet: string | null;
  sample: Record<string, string>[];
  mapping: Record<string, string>;
  remembered: boolean;
  byContents: string[];
  source: string | null;
  dates: Preview['dates'];
  repeats: Preview['repeats'];
  understood: Preview['understood'];
  check: Preview['check'];
}
export interface AsideReplies {
  'mined-reviews': Omit<MinedReviews, 'job'>;
  'review-evidence': Evidence[];
  'review-words': { matching: number; words: ReviewWords[]; facets: FacetValue[] };
  'look-at-file': FileLook;
  'copy-fees': { schedules: number; curves: number };
  'fit-curve': number;
  'take-curve': number;
  'use-curve': void;
}
export type AsideKind = keyof AsideArgs;
