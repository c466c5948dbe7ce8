import type { MinedReviews, ReviewFilter } from '@kettle/contract/candidates';
import type { CurveFile } from '@kettle/contract/curves';

/** What each piece of work takes. */
export interface AsideArgs {
  'mined-reviews': { ids: number[]; today: string; filter: ReviewFilter };
  'look-at-file': { upload: number; sheet: string | null };
  'copy-fees': { marketplace: string; from: string };
  'fit-curve': { marketplace: string; category: string; counts: 'own' | 'all' };
  'take-curve': { marketplace: string; file: CurveFile };
  'use-curve': { id: number };
}
/** A file as far as it must be known to choose what its columns are. */
export interface FileLook {
  columns: string[];
  rows: number;
  sheets: string[];
  sheet: string | null;
  sample: Record<string, string>[];
}
export interface AsideReplies {
  'mined-reviews': Omit<MinedReviews, 'job'>;
  'look-at-file': FileLook;
  'copy-fees': { schedules: number; curves: number };
  'fit-curve': number;
  'take-curve': number;
  'use-curve': void;
}
export type AsideKind = keyof AsideArgs;
