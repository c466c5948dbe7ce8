import type { Day } from '../measures/day.ts';

/** What was seen of a listing on one day. Null where it was not seen. */
export interface Reading {
  day: Day;
  price: number | null;
  rank: number | null;
  reviews: number | null;
  /** 1.00 to 5.00. */
  rating: number | null;
  sellers: number | null;
  stock: number | null;
  /** The stock shown is the largest number the marketplace shows: the true stock is that or more. */
  stockCapped: boolean;
}

/** Readings in the order of their days, one a day (the last given wins), none after a day. */
export const tidyReadings = (readings: readonly Reading[], until: Day): Reading[] => {
  const byDay = new Map<Day, Reading>();
  for (const reading of readings) if (reading.day <= until) byDay.set(reading.day, reading);
  return [...byDay.values()].sort((a, b) => (a.day < b.day ? -1 : 1));
};
