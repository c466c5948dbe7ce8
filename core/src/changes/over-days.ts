import { tidyReadings, type Reading } from '../estimate/reading.ts';
import { stockFalls } from '../estimate/stock-counts.ts';
import type { Day } from '../measures/day.ts';
import { changesBetween, type Change } from './between.ts';

export interface DaysChange {
  day: Day;
  text: string;
}

const LONGEST = 400;

/** The first and the last thing that is known of each measure over some days. */
const ends = (days: readonly Reading[]) => {
  const first = <K extends 'price' | 'sellers' | 'rating' | 'mainOffer'>(key: K) => days.find((d) => d[key] !== null);
  const last = <K extends 'price' | 'sellers' | 'rating' | 'mainOffer'>(key: K) =>
    days.findLast((d) => d[key] !== null);
  const look = (of: typeof first) => ({
    price: of('price')?.price ?? null,
    sellers: of('sellers')?.sellers ?? null,
    rating: of('rating')?.rating ?? null,
    mainOffer: of('mainOffer')?.mainOffer ?? null,
  });
  return { before: look(first), now: look(last), since: first('price')?.day ?? days[0]!.day };
};

const words = (change: Change, since: Day): string | null => {
  if (change.kind === 'price') {
    const percent = Math.round(100 * Math.abs(change.now / change.before - 1));
    return `price ${change.now > change.before ? 'rose' : 'fell'} by ${percent} % since ${since}`;
  }
  if (change.kind === 'sellers')
    return `${change.now > change.before ? 'a new seller came' : 'a seller left'}: ${change.before} then, ${change.now} now`;
  if (change.kind === 'rating') return `rating ${change.before.toFixed(1)} then, ${change.now.toFixed(1)} now`;
  return change.kind === 'main-offer' ? `main offer went from ${change.before} to ${change.now}` : null;
};

/**
 * What happened to a listing over some days of readings, in words: the price moved, sellers came or went, the rating
 * moved, the main offer changed hands, stock ran out or was filled up. Nothing for fewer than two days.
 * @example changesOverDays([], '2026-11-24') // => []
 */
export const changesOverDays = (readings: readonly Reading[], until: Day): DaysChange[] => {
  const days = tidyReadings(readings, until);
  const last = days.at(-1);
  if (!last || days.length < 2) return [];
  const { before, now, since } = ends(days);
  const changes: DaysChange[] = changesBetween(before, now).flatMap((change) => {
    const text = words(change, since);
    return text === null ? [] : [{ day: last.day, text }];
  });
  const empty = days.filter((d) => d.stock === 0);
  if (empty.length > 0)
    changes.push({
      day: empty.at(-1)!.day,
      text: empty.length === 1 ? 'out of stock on one day' : `out of stock on ${empty.length} days`,
    });
  const { restocks } = stockFalls(days, last.day, LONGEST);
  if (restocks > 0) changes.push({ day: last.day, text: restocks === 1 ? 'one restock' : `${restocks} restocks` });
  return changes;
};
