import { fisherExact } from '../stats/shares.ts';

/** Fewer reviews of a listing say nothing of what is not said there. */
const ENOUGH = 20;
const SURE = 0.05;
/** A listing that is alone with something has it this many times as often as the others together. */
const TIMES = 3;
/** Where all have something each has half of the common share at least. */
const HALF = 0.5;
const LEAST_SHARE = 0.02;

export type Standing<Id> = { how: 'alone'; listing: Id } | { how: 'all' } | null;

/**
 * How rivals stand to each other in a theme: one is alone with it, or all that have enough reviews share it; null for
 * whatever lies between, and where fewer than two have enough.
 * @example rivalsStand([{ listing: 1, reviews: 20, of: 60 }, { listing: 2, reviews: 1, of: 70 }]) // => {"how":"alone","listing":1}
 */
export const rivalsStand = <Id>(byListing: readonly { listing: Id; reviews: number; of: number }[]): Standing<Id> => {
  const known = byListing.filter((b) => b.of >= ENOUGH);
  if (known.length < 2) return null;
  const sum = (of: (b: (typeof known)[number]) => number): number => known.reduce((n, b) => n + of(b), 0);
  const all = { hits: sum((b) => b.reviews), of: sum((b) => b.of) };
  const most = known.reduce((a, b) => (b.reviews / b.of > a.reviews / a.of ? b : a));
  const own = { hits: most.reviews, of: most.of };
  const rest = { hits: all.hits - own.hits, of: all.of - own.of };
  // The highest of several was chosen: its chance is that of one of them (Bonferroni).
  const isSure = fisherExact(own, rest) * known.length <= SURE;
  if (isSure && own.hits / own.of >= (TIMES * rest.hits) / rest.of) return { how: 'alone', listing: most.listing };
  const least = Math.max(LEAST_SHARE, (HALF * all.hits) / all.of);
  return known.every((b) => b.reviews / b.of >= least) ? { how: 'all' } : null;
};
