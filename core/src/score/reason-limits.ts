import type { DropReason } from '../documents/decision.ts';
import type { FlagKey } from '../documents/flag-rules.ts';
import { FLAG_NAMES } from '../listing/flags.ts';

/** What a dropped find was like, where it is known. */
export interface DroppedFind {
  reviews: number | null;
  units: number | null;
}
/** A limit of the sift as its address says it, and in words. */
export interface OfferedLimit {
  search: string;
  words: string;
}

/** Reasons that a flag of a listing says. */
const FLAGS_OF: Partial<Record<DropReason, readonly FlagKey[]>> = {
  electronic: ['electronics'],
  seasonal: ['holiday'],
  heavy: ['heavy'],
  breakable: ['breakable'],
  law: ['gated', 'patent'],
};
const known = (finds: readonly DroppedFind[], key: keyof DroppedFind): number[] => finds.flatMap((f) => f[key] ?? []);

/**
 * The limit of a next sift that keeps out what was dropped for a reason; null where nothing that is known of a single listing
 * says it.
 * @example limitOfReason('wall', [{ reviews: 900, units: null }, { reviews: 1400, units: null }]) // => {"search":"reviews=..899","words":"reviews below 900"}
 */
export const limitOfReason = (reason: DropReason, finds: readonly DroppedFind[]): OfferedLimit | null => {
  const flags = FLAGS_OF[reason];
  if (flags)
    return { search: `hide=${flags.join(',')}`, words: `without: ${flags.map((f) => FLAG_NAMES[f]).join(', ')}` };
  if (reason === 'wall') {
    const reviews = known(finds, 'reviews').filter((n) => n >= 1);
    if (reviews.length === 0) return null;
    const from = Math.min(...reviews);
    return { search: `reviews=..${from - 1}`, words: `reviews below ${from}` };
  }
  if (reason === 'small') {
    const units = known(finds, 'units');
    if (units.length === 0) return null;
    const from = Math.floor(Math.max(...units)) + 1;
    return { search: `units=${from}..`, words: `units from ${from} on` };
  }
  return null;
};
