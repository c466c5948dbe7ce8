import type { FeeSchedule } from '../documents/fee-schedule.ts';
import type { Minor } from '../money/money.ts';
import { marketplaceFees, type FeeOptions } from './fees.ts';
import type { FeeSubject } from './schedule.ts';

/** A listing as schedules are compared over it. */
export interface ComparedListing extends FeeSubject {
  code: string;
  title: string;
  /** Units a month; null where not known. */
  units: number | null;
}
export interface Changed {
  code: string;
  title: string;
  price: Minor;
  /** What is left of a sale by the one and by the other. */
  before: Minor;
  after: Minor;
}
export interface ScheduleComparison {
  listings: number;
  /** Listings of which the one or the other is not known. */
  unknown: number;
  lose: number;
  gain: number;
  same: number;
  /** Sum of what is left more or less of one sale of each, and of a month's where units are known. */
  ofASale: Minor;
  ofAMonth: Minor;
  /** Those that lose and gain most a sale. */
  worst: Changed[];
  best: Changed[];
  byCategory: { category: string; listings: number; lose: number; gain: number; ofASale: Minor }[];
}
const MOST_TOLD = 20;

/** Adds listings to a comparison of two schedules, some at a time, and gives what has come together. */
export const compareSchedules = (before: FeeSchedule, after: FeeSchedule, options: FeeOptions) => {
  const all = { listings: 0, unknown: 0, lose: 0, gain: 0, same: 0, ofASale: 0, ofAMonth: 0 };
  const categories = new Map<string, ScheduleComparison['byCategory'][number]>();
  let worst: Changed[] = [];
  let best: Changed[] = [];
  const difference = (c: Changed): Minor => c.after - c.before;
  const add = (listing: ComparedListing): void => {
    all.listings++;
    const one = marketplaceFees(before, listing, options);
    const other = marketplaceFees(after, listing, options);
    if (!one.known || !other.known) {
      all.unknown++;
      return;
    }
    const changed: Changed = {
      code: listing.code,
      title: listing.title,
      price: listing.price,
      before: one.fees.net,
      after: other.fees.net,
    };
    const by = difference(changed);
    const top = listing.category.split(' › ')[0]!;
    const category = categories.get(top) ?? { category: top, listings: 0, lose: 0, gain: 0, ofASale: 0 };
    categories.set(top, category);
    category.listings++;
    category.ofASale += by;
    all.ofASale += by;
    all.ofAMonth += by * (listing.units ?? 0);
    if (by === 0) all.same++;
    else {
      const side = by < 0 ? ('lose' as const) : ('gain' as const);
      all[side]++;
      category[side]++;
      (by < 0 ? worst : best).push(changed);
    }
    // Kept short on the way: only the ends are told.
    if (worst.length > 40 * MOST_TOLD) worst = ends(worst, 1);
    if (best.length > 40 * MOST_TOLD) best = ends(best, -1);
  };
  const ends = (changes: Changed[], sign: 1 | -1): Changed[] =>
    changes.sort((a, b) => sign * (difference(a) - difference(b))).slice(0, MOST_TOLD);
  return {
    add,
    told: (): ScheduleComparison => ({
      ...all,
      ofAMonth: Math.round(all.ofAMonth),
      worst: ends(worst, 1),
      best: ends(best, -1),
      byCategory: [...categories.values()].sort((a, b) => a.ofASale - b.ofASale),
    }),
  };
};
