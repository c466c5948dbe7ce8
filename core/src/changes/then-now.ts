import { MOVED } from './thresholds.ts';
import type { Day } from '../measures/day.ts';

/** The figures of a listing on a day. Units a month, with their interval; money in minor units. */
export interface Figures {
  day: Day;
  units: number | null;
  low: number | null;
  high: number | null;
  price: number | null;
  reviews: number | null;
  rating: number | null;
  sellers: number | null;
}
export interface Meanwhile {
  /** How many times as much the season of its kind lets expect now as then; null where no season is known. */
  season: number | null;
  /** Days read of the last thirty, and those of them without stock. */
  read: number;
  empty: number;
}
/** Something that changed beside the units. */
export interface Cause {
  what: 'price' | 'sellers' | 'stock' | 'rating';
  before: number | null;
  now: number;
}
export interface ThenNow {
  /** Units now over units then; null where one is not known. */
  times: number | null;
  season: number | null;
  /** What is left of the change when the season is taken out. */
  beyond: number | null;
  /** Less than the estimate itself may be off, or than an estimate wobbles: nothing need have happened. */
  withinDoubt: boolean;
  causes: Cause[];
}

/**
 * Then and now, with what lies between: what the season of its kind explains, what else changed that would push its units,
 * and whether the rest is more than the estimates may be off by themselves. Causes are told, never weighed: which of them
 * did it cannot be known from outside.
 * @example thenAndNow({ day: '2026-10-01', units: 100, low: 80, high: 120, price: 2000, reviews: 1, rating: 4, sellers: 1 }, { day: '2026-11-24', units: 150, low: 120, high: 180, price: 2000, reviews: 1, rating: 4, sellers: 1 }, { season: 1.5, read: 30, empty: 0 }).beyond // => 1
 */
export const thenAndNow = (then: Figures, now: Figures, { season, read, empty }: Meanwhile): ThenNow => {
  const times = then.units && now.units !== null ? now.units / then.units : null;
  const beyond = times === null ? null : times / (season ?? 1);
  const expected = then.units === null ? null : then.units * (season ?? 1);
  const withinDoubt =
    beyond === null ||
    Math.abs(Math.log(Math.max(beyond, 1e-9))) < Math.log(1 + MOVED.groupUnits) ||
    (now.low !== null && now.high !== null && expected! >= now.low && expected! <= now.high);
  const causes: Cause[] = [];
  const told = (what: Cause['what'], before: number | null, after: number | null, moved: boolean): void => {
    if (moved && after !== null) causes.push({ what, before, now: after });
  };
  const both = (key: 'price' | 'sellers' | 'rating'): boolean => then[key] !== null && now[key] !== null;
  told('price', then.price, now.price, both('price') && Math.abs(now.price! / then.price! - 1) >= MOVED.price - 1e-9);
  told('sellers', then.sellers, now.sellers, both('sellers') && then.sellers !== now.sellers);
  told('stock', null, empty, empty > 0 && read > 0);
  told('rating', then.rating, now.rating, both('rating') && Math.abs(now.rating! - then.rating!) >= MOVED.rating - 1e-9); // prettier-ignore
  return { times, season, beyond, withinDoubt, causes };
};

const times = (n: number): string => `${n >= 1 ? '+' : '−'}${Math.round(Math.abs(n - 1) * 100)} %`;

/** In one sentence; money is written by whoever asks. @example thenNowInWords({ times: 1.5, season: 1.5, beyond: 1, withinDoubt: true, causes: [] }, String) // => "Units +50 %; the season explains +50 %. Nothing else need have happened: the rest is within what the estimate may be off." */
export const thenNowInWords = (of: ThenNow, money: (minor: number) => string): string => {
  if (of.times === null) return 'Units are not known of both days.';
  const season = of.season === null ? 'no season is known of its kind' : `the season explains ${times(of.season)}`;
  const causes = of.causes.map((c) => {
    if (c.what === 'price') return `its price went from ${money(c.before!)} to ${money(c.now)}`;
    if (c.what === 'stock') return `it was out of stock on ${c.now} of the last days read`;
    if (c.what === 'rating') return `its rating went from ${c.before!.toFixed(1)} to ${c.now.toFixed(1)}`;
    return `sellers went from ${c.before!} to ${c.now}`;
  });
  const rest = of.withinDoubt
    ? 'Nothing else need have happened: the rest is within what the estimate may be off.'
    : `Beyond it ${times(of.beyond!)}${causes.length === 0 ? ', and nothing that was read explains it.' : '.'}`;
  const also = causes.length === 0 ? '' : ` Meanwhile ${causes.join(', ')}.`;
  return `Units ${times(of.times)}; ${season}. ${rest}${also}`;
};
