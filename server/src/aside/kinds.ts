import type { MinedReviews } from '@kettle/contract/candidates';
import type { ReviewFilter } from '../reviews/service.ts';

/** What each piece of work takes. */
export interface AsideArgs {
  'mined-reviews': { ids: number[]; today: string; filter: ReviewFilter };
  'look-at-file': { upload: number };
}
/** A file as far as it must be known to choose what its columns are. */
export interface FileLook {
  columns: string[];
  rows: number;
  sample: Record<string, string>[];
}
export interface AsideReplies {
  'mined-reviews': Omit<MinedReviews, 'job'>;
  'look-at-file': FileLook;
}
export type AsideKind = keyof AsideArgs;
