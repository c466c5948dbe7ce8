import type { Day } from '../measures/day.ts';

/** Where a listing stood for a term on a day on which the term's first page was read. */
export interface PlaceRead {
  day: Day;
  /** Place among the unpaid ones, 1 being the first; null where it was not on the first page. */
  unpaid: number | null;
  paid: number | null;
}
/** How far a place moved: by so many places (above 0 is up, to a smaller number), or onto the page, or off it. */
export type PlaceMove = { how: 'moved'; by: number } | { how: 'came' | 'left' };
export interface PlaceCourse {
  /** Days on which the term's page was read. */
  readings: number;
  now: number | null;
  paidNow: number | null;
  /** Middle of the days on which it was on the page, and the smallest and largest number. */
  typical: number | null;
  best: number | null;
  worst: number | null;
  /** Share of the readings on which it was on the first page, and in its first rows. */
  onPage: number;
  inFirstRows: number;
  /** Share of the readings on which it also stood in a paid place. */
  paid: number;
  /** Its middle of the last so many readings against that of as many before; null without as many before. */
  over7: PlaceMove | null;
  over28: PlaceMove | null;
}
/** Unpaid places that are seen without moving the page: two rows of four. Common practice, no source. */
export const FIRST_ROWS = 8;
/** Readings that the course is told of at most. */
const TOLD = 90;
/** Of so many readings before at least this share must be there to compare with. */
const ENOUGH = 0.5;

/** The lower middle of places; off the page counts as further than any place. Null where it was mostly off it. */
const middleOf = (places: readonly (number | null)[]): number | null => {
  const sorted = places.map((p) => p ?? Infinity).sort((a, b) => a - b);
  const middle = sorted[Math.floor((sorted.length - 1) / 2)] ?? Infinity;
  return Number.isFinite(middle) ? middle : null;
};

const moveBetween = (before: number | null, now: number | null): PlaceMove | null => {
  if (before === null) return now === null ? null : { how: 'came' };
  return now === null ? { how: 'left' } : { how: 'moved', by: before - now };
};

const moveOver = (unpaid: readonly (number | null)[], readings: number): PlaceMove | null => {
  const now = unpaid.slice(-readings);
  const before = unpaid.slice(-2 * readings, -readings);
  return before.length < Math.max(1, ENOUGH * readings) ? null : moveBetween(middleOf(before), middleOf(now));
};

/**
 * Where a listing stands for a term, over the readings of the term's first page in the order of their days. A smaller number
 * is better: moves are told as places gained. Shares and extremes are of the last 90 readings.
 * @example placeCourse([{ day: '2026-11-23', unpaid: 4, paid: null }, { day: '2026-11-24', unpaid: 2, paid: 1 }]).best // => 2
 */
export const placeCourse = (reads: readonly PlaceRead[]): PlaceCourse => {
  const told = reads.slice(-TOLD);
  const unpaid = told.map((r) => r.unpaid);
  const on = unpaid.filter((p) => p !== null);
  const share = (n: number): number => (told.length === 0 ? 0 : n / told.length);
  return {
    readings: reads.length,
    now: told.at(-1)?.unpaid ?? null,
    paidNow: told.at(-1)?.paid ?? null,
    typical: middleOf(on),
    best: on.length === 0 ? null : Math.min(...on),
    worst: on.length === 0 ? null : Math.max(...on),
    onPage: share(on.length),
    inFirstRows: share(on.filter((p) => p <= FIRST_ROWS).length),
    paid: share(told.filter((r) => r.paid !== null).length),
    over7: moveOver(unpaid, 7),
    over28: moveOver(unpaid, 28),
  };
};

/** Readings before a day, and since, whose middles are compared. */
const FEW = 7;
export interface PlaceChange {
  before: number | null;
  now: number | null;
  day: Day;
}
/**
 * Whether a place moved since a day by so many places, came onto the page or left it: the middle of up to seven readings
 * since against that of up to seven before. Null where it held, or nothing was read before or since.
 * @example placeChange([{ day: '2026-11-20', unpaid: 2, paid: null }, { day: '2026-11-24', unpaid: 9, paid: null }], '2026-11-23', 3) // => {"before":2,"now":9,"day":"2026-11-24"}
 */
export const placeChange = (reads: readonly PlaceRead[], since: Day, least: number): PlaceChange | null => {
  const then = reads.filter((r) => r.day <= since).slice(-FEW);
  const lately = reads.filter((r) => r.day > since).slice(-FEW);
  if (then.length === 0 || lately.length === 0) return null;
  const before = middleOf(then.map((r) => r.unpaid));
  const now = middleOf(lately.map((r) => r.unpaid));
  const move = moveBetween(before, now);
  if (move === null || (move.how === 'moved' && Math.abs(move.by) < least)) return null;
  const there = (r: PlaceRead): boolean =>
    now === null ? r.unpaid === null : r.unpaid !== null && (before === null || (now < before ? r.unpaid <= now : r.unpaid >= now)); // prettier-ignore
  return { before, now, day: (lately.find(there) ?? lately.at(-1)!).day };
};
