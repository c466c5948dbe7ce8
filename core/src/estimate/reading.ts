import { daysBetween, type Day } from '../measures/day.ts';

/** What was seen of a listing on one day. Null where it was not seen. */
export interface Reading {
  day: Day;
  price: number | null;
  rank: number | null;
  reviews: number | null;
  /** 1.00 to 5.00. */
  rating: number | null;
  sellers: number | null;
  /** Pieces that the holder of the main offer has. */
  stock: number | null;
  /** The stock shown is the largest number the marketplace shows: the true stock is that or more. */
  stockCapped: boolean;
  /** Who holds the main offer, and so whose stock was counted; null where it was not seen. */
  mainOffer: string | null;
}

/** A reading of a day on which nothing was seen. @example emptyReading('2026-11-24').rank // => null */
export const emptyReading = (day: Day): Reading => ({
  day,
  price: null,
  rank: null,
  reviews: null,
  rating: null,
  sellers: null,
  stock: null,
  stockCapped: false,
  mainOffer: null,
});

/** Readings in the order of their days, one a day (the last given wins), none after a day. */
export const tidyReadings = (readings: readonly Reading[], until: Day): Reading[] => {
  const byDay = new Map<Day, Reading>();
  for (const reading of readings) if (reading.day <= until) byDay.set(reading.day, reading);
  return [...byDay.values()].sort((a, b) => (a.day < b.day ? -1 : 1));
};

/**
 * What is odd about the readings of a window, a sentence each, so that nobody takes a thin figure for a firm one:
 * days after today, two readings on one day, a single one, none, ranks missing on half of the days, stock that only rises.
 * @example readingNotes([], '2026-11-24', 90) // => ["No reading of the last 90 days."]
 */
export const readingNotes = (readings: readonly Reading[], until: Day, windowDays: number): string[] => {
  const notes: string[] = [];
  const future = readings.filter((r) => r.day > until);
  if (future.length > 0)
    notes.push(
      `${future.length === 1 ? 'One reading is' : `${future.length} readings are`} dated after today (${future[0]!.day}) and left out.`,
    );
  const past = readings.filter((r) => r.day <= until);
  const days = tidyReadings(past, until);
  const twice = past.length - days.length;
  if (twice > 0)
    notes.push(`${twice === 1 ? 'One day has' : `${twice} days have`} two readings: the later one of a day counts.`);
  const recent = days.filter((r) => daysBetween(r.day, until) < windowDays);
  if (recent.length === 0) return [...notes, `No reading of the last ${windowDays} days.`];
  if (recent.length === 1)
    return [...notes, `Only one reading, of ${recent[0]!.day}: a good or bad day looks typical.`];
  const span = daysBetween(recent[0]!.day, recent.at(-1)!.day) + 1;
  const ranked = recent.filter((r) => r.rank !== null).length;
  if (ranked > 0 && ranked <= span / 2)
    notes.push(`The rank is missing on ${span - ranked} of ${span} days: what happened on them is not known.`);
  const stocks = recent.flatMap((r) => (r.stock === null || r.stockCapped ? [] : r.stock));
  if (stocks.length > 1 && stocks.at(-1)! > stocks[0]! && stocks.every((s, i) => i === 0 || s >= stocks[i - 1]!))
    notes.push(`The ${stocks.length} stock counts only rise: they show restocks, no sales.`);
  return notes;
};
