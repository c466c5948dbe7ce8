import type { Interval } from '../stats/intervals.ts';
import { fisherExact, newcombe } from '../stats/shares.ts';

export interface Share {
  hits: number;
  of: number;
}
/** How a share moved: of late against before. */
export interface Course {
  recent: Share;
  before: Share;
  /** Recent less before, with its interval of 95 %; null where either is without reviews. */
  difference: (Interval & { value: number }) | null;
  /** Chance of such a difference, or a larger one, without any change (Fisher's exact test). */
  p: number;
  moved: 'rising' | 'falling' | 'steady' | 'unknown';
}

/** Fewer reviews in either time show no course. */
const FEWEST = 8;
const SURE = 0.05;

/**
 * How a share moved. Unknown where either time has fewer than eight reviews; steady means no more than that no change is shown.
 * @example courseOf({ hits: 2, of: 14 }, { hits: 18, of: 34 }).moved // => "falling"
 */
export const courseOf = (recent: Share, before: Share): Course => {
  const p = recent.of > 0 && before.of > 0 ? fisherExact(recent, before) : 1;
  const difference = newcombe(recent, before);
  const isEnough = Math.min(recent.of, before.of) >= FEWEST;
  return {
    recent,
    before,
    difference,
    p,
    moved: !isEnough || !difference ? 'unknown' : p > SURE ? 'steady' : difference.value > 0 ? 'rising' : 'falling',
  };
};

export interface ChangePoint {
  /** First month of the new share, "2025-03". */
  from: string;
  before: Share;
  after: Share;
}
/** Least log-likelihood ratio, twice: 5 % of series without a change reach it, 15 % at either end left out (Andrews 1993, Econometrica 61: 821–856, table I, one parameter). */
const CRITICAL = 8.85;
const TRIMMED = 0.15;

const logLikelihood = ({ hits, of }: Share): number =>
  hits === 0 || hits === of ? 0 : hits * Math.log(hits / of) + (of - hits) * Math.log(1 - hits / of);

/**
 * The month from which a share was another: the split whose two shares make the series likeliest, if that is beyond what
 * chance does. Null where there is none, or too few reviews on either side.
 * @param months in order, each with its reviews and those that say it
 * @example changePoint([{ month: '2025-01', hits: 9, of: 10 }, { month: '2025-02', hits: 9, of: 10 }, { month: '2025-03', hits: 1, of: 10 }, { month: '2025-04', hits: 0, of: 10 }])?.from // => "2025-03"
 */
export const changePoint = (months: readonly (Share & { month: string })[]): ChangePoint | null => {
  const all = months.reduce((sum, m) => ({ hits: sum.hits + m.hits, of: sum.of + m.of }), { hits: 0, of: 0 });
  let before = { hits: 0, of: 0 };
  let best: (ChangePoint & { gain: number }) | null = null;
  for (const [i, m] of months.entries()) {
    if (i > 0) {
      const after = { hits: all.hits - before.hits, of: all.of - before.of };
      const gain = 2 * (logLikelihood(before) + logLikelihood(after) - logLikelihood(all));
      const isInside = Math.min(before.of, after.of) >= Math.max(FEWEST, TRIMMED * all.of);
      if (isInside && gain > CRITICAL && gain > (best?.gain ?? 0)) best = { from: m.month, before, after, gain };
    }
    before = { hits: before.hits + m.hits, of: before.of + m.of };
  }
  return best && { from: best.from, before: best.before, after: best.after };
};
