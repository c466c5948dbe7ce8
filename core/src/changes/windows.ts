import { unitsAtRank, type RankCurve } from '../estimate/rank-curve.ts';
import { tidyReadings, type Reading } from '../estimate/reading.ts';
import type { MonthHistory } from '../estimate/units.ts';
import { addMonths, daysBetween, type Day } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { meanOf } from '../stats/robust.ts';
import { moveOf } from './between.ts';

/** Changes as fractions of what was before (0.2 is a fifth more); null where either side is not known or was 0. */
export interface Changes {
  units30: number | null;
  units90: number | null;
  unitsYear: number | null;
  price30: number | null;
  price90: number | null;
  priceYear: number | null;
}

/** Days with a reading that a window of 30 or 90 needs on both sides. */
const ENOUGH_DAYS = { 30: 15, 90: 45 } as const;

/**
 * How units (by the rank curve) and price have moved: equal windows beside each other, so that a long month is no
 * growth. Daily readings where both windows of 30 or 90 days have enough of them, else whole months; the year compares
 * the last three whole months with the same three a year before, so that a season is no growth either.
 */
export const changesOf = (
  readings: readonly Reading[],
  months: readonly MonthHistory[],
  curve: RankCurve | null,
  until: Day,
): Changes => {
  const monthly = monthlySeries(months, curve, until);
  const daily = dailySeries(readings, curve, until);
  const recent = (value: 'units' | 'price', days: 30 | 90): number | null => {
    const window = (back: number) => windowMean(daily, value, back * days, (back + 1) * days, ENOUGH_DAYS[days]);
    const wholeMonths = (back: number) => monthsMean(monthly, value, (back * days) / 30, ((back + 1) * days) / 30);
    return moveOf(window(1), window(0)) ?? moveOf(wholeMonths(1), wholeMonths(0));
  };
  const year = (value: 'units' | 'price'): number | null =>
    moveOf(monthsMean(monthly, value, 12, 15), monthsMean(monthly, value, 0, 3));
  return {
    units30: recent('units', 30),
    units90: recent('units', 90),
    unitsYear: year('units'),
    price30: recent('price', 30),
    price90: recent('price', 90),
    priceYear: year('price'),
  };
};

interface Point {
  /** Months or days back from the last. */
  back: number;
  units: number | null;
  price: number | null;
}

/** Whole months, the last one 0 back. */
const monthlySeries = (months: readonly MonthHistory[], curve: RankCurve | null, until: Day): Map<number, Point> => {
  const first = `${until.slice(0, 8)}01`;
  const monthsBack = (month: Day): number =>
    (Number(first.slice(0, 4)) - Number(month.slice(0, 4))) * 12 +
    Number(first.slice(5, 7)) -
    Number(month.slice(5, 7)) -
    1;
  return new Map(
    months
      .filter((m) => m.month < first)
      .map((m) => [
        monthsBack(m.month),
        {
          back: monthsBack(m.month),
          units: curve && m.rank !== null ? unitsAtRank(curve, m.rank) : null,
          price: m.price,
        },
      ]),
  );
};

const dailySeries = (readings: readonly Reading[], curve: RankCurve | null, until: Day): Point[] =>
  tidyReadings(readings, until).map((r) => ({
    back: daysBetween(r.day, until),
    units: curve && r.rank !== null ? unitsAtRank(curve, r.rank) : null,
    price: r.price,
  }));

const windowMean = (
  points: readonly Point[],
  value: 'units' | 'price',
  from: number,
  to: number,
  enough: number,
): number | null => {
  const values = points.flatMap((p) => (p.back >= from && p.back < to ? (p[value] ?? []) : []));
  return values.length >= enough ? meanOf(values) : null;
};

const monthsMean = (
  points: ReadonlyMap<number, Point>,
  value: 'units' | 'price',
  from: number,
  to: number,
): number | null => {
  const values: number[] = [];
  for (let back = from; back < to; back++) {
    const v = points.get(back)?.[value] ?? null;
    if (v === null) return null;
    values.push(v);
  }
  return meanOf(values);
};

/** Units a month of the last twelve whole months by the rank curve, oldest first; null where a month is not known. */
export const lastTwelveMonths = (
  months: readonly MonthHistory[],
  curve: RankCurve | null,
  until: Day,
): (number | null)[] => {
  const series = monthlySeries(months, curve, until);
  return Array.from({ length: 12 }, (_, i) => {
    const units = series.get(11 - i)?.units ?? null;
    return units === null ? null : unitsPerMonth(units);
  });
};

/**
 * New reviews a month over the last three whole months, or since the first reading of the last 90 days; null when the
 * past is not known. Removed reviews can make it less than it was; never below 0.
 */
export const reviewsPerMonth = (
  readings: readonly Reading[],
  months: readonly MonthHistory[],
  until: Day,
): number | null => {
  const counted = tidyReadings(readings, until).filter((r) => r.reviews !== null && daysBetween(r.day, until) < 90);
  const [first, last] = [counted[0], counted.at(-1)];
  if (first && last && daysBetween(first.day, last.day) >= 28)
    return Math.max(0, unitsPerMonth((last.reviews! - first.reviews!) / daysBetween(first.day, last.day)));
  const byMonth = new Map(months.map((m) => [m.month, m.reviews]));
  const lastMonth = addMonths(`${until.slice(0, 8)}01`, -1);
  const now = byMonth.get(lastMonth) ?? null;
  const before = byMonth.get(addMonths(lastMonth, -3)) ?? null;
  return now === null || before === null ? null : Math.max(0, (now - before) / 3);
};
