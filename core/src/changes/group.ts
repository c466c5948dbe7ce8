import { unitsAtRank, type RankCurve } from '../estimate/rank-curve.ts';
import type { Reading } from '../estimate/reading.ts';
import { addDays, type Day } from '../measures/day.ts';
import { meanOf } from '../stats/robust.ts';
import { courseOf, type Course } from './between.ts';
import { changesOverDays } from './over-days.ts';

/** A listing of a group, with its readings in the order of the days. */
export interface GroupMember {
  code: string;
  curve: RankCurve | null;
  readings: readonly Reading[];
}
export interface GroupDay {
  day: Day;
  /** Means a listing, of those that were read that day. */
  units: number | null;
  price: number | null;
  counted: number;
  each: Record<string, number | null>;
}
/** Averages a listing over some days. */
export interface GroupAverage {
  unitsPerDay: number | null;
  price: number | null;
  days: number;
}
export interface GroupReading {
  days: GroupDay[];
  /** The last thirty days, and the thirty before. */
  now: GroupAverage;
  before: GroupAverage;
  course: Course | null;
  changes: { code: string; day: Day; text: string }[];
}
const WINDOW = 30;

/**
 * The readings of a group of listings day by day, with the averages of the last thirty days and the thirty before, and
 * what changed. Units are those of the rank curve; a listing without a curve or without a rank that day counts in none.
 * @example groupReading([], '2026-11-24').now // => {"unitsPerDay":null,"price":null,"days":0}
 */
export const groupReading = (members: readonly GroupMember[], today: Day): GroupReading => {
  const byDay = new Map<Day, { code: string; units: number | null; price: number | null }[]>();
  for (const { code, curve, readings } of members)
    for (const { day, rank, price } of readings) {
      const entry = { code, units: curve && rank !== null ? unitsAtRank(curve, rank) : null, price };
      const there = byDay.get(day);
      if (there) there.push(entry);
      else byDay.set(day, [entry]);
    }
  const days = [...byDay]
    .map(([day, entries]) => ({
      day,
      units: meanOf(entries.flatMap((e) => e.units ?? [])),
      price: meanOf(entries.flatMap((e) => e.price ?? [])),
      counted: entries.length,
      each: Object.fromEntries(entries.map((e) => [e.code, e.units])),
    }))
    .sort((a, b) => (a.day < b.day ? -1 : 1));
  const average = (after: Day, upTo: Day): GroupAverage => {
    const span = days.filter((d) => d.day > after && d.day <= upTo);
    return {
      unitsPerDay: meanOf(span.flatMap((d) => d.units ?? [])),
      price: meanOf(span.flatMap((d) => d.price ?? [])),
      days: span.length,
    };
  };
  const month = addDays(today, -WINDOW);
  const now = average(month, today);
  const before = average(addDays(month, -WINDOW), month);
  return {
    days,
    now,
    before,
    course: courseOf(before.unitsPerDay, now.unitsPerDay),
    changes: members.flatMap(({ code, readings }) =>
      changesOverDays(
        readings.filter((r) => r.day > month),
        today,
      ).map((change) => ({ code, ...change })),
    ),
  };
};
