import type { History } from '@kettle/contract/listings';
import { addDays, epochDay } from '@kettle/core/measures/day';
import { DAYS_PER_MONTH } from '@kettle/core/measures/units';
import { majorFromMinor } from '@kettle/core/money/money';
import type { DayLine, DayPoint, DayScale } from '../../ground/ui/day-chart.tsx';

export const SERIES = [
  { key: 'units', name: 'Units', caption: 'Units a day, by rank', colour: 'series1', scale: 'from zero', digits: 1 },
  { key: 'revenue', name: 'Revenue', caption: 'Revenue a day', colour: 'series1', scale: 'from zero', digits: 0 },
  { key: 'price', name: 'Price', caption: 'Price', colour: 'series2', scale: 'as it falls', digits: 2 },
  { key: 'rank', name: 'Rank', caption: 'Rank, best on top (log scale)', colour: 'series3', scale: 'ranks', digits: 0 },
  { key: 'stock', name: 'Stock', caption: 'Stock of the main offer', colour: 'series4', scale: 'from zero', digits: 0 },
  { key: 'reviews', name: 'Reviews', caption: 'Reviews', colour: 'series5', scale: 'as it falls', digits: 0 },
  { key: 'rating', name: 'Rating', caption: 'Rating, stars', colour: 'series2', scale: 'as it falls', digits: 2 },
  { key: 'sellers', name: 'Sellers', caption: 'Sellers', colour: 'series5', scale: 'from zero', digits: 0 },
] as const satisfies readonly {
  key: string;
  name: string;
  caption: string;
  colour: string;
  scale: DayScale;
  digits: number;
}[];
export type SeriesKey = (typeof SERIES)[number]['key'];
export const seriesOf = (key: SeriesKey) => SERIES.find((s) => s.key === key)!;

export type HistoryPoint = DayPoint & Record<SeriesKey, number | null>;
const EMPTY: Record<SeriesKey, null> = {
  units: null,
  revenue: null,
  price: null,
  rank: null,
  stock: null,
  reviews: null,
  rating: null,
  sellers: null,
};
/** Days without a reading after which a line breaks off. */
const GAP = 3;

/** The first day of a range that goes so many days back; the beginning of time for all of it. */
export const startOf = (today: string, range: number): string =>
  range === Infinity ? '0000-00-00' : addDays(today, -range);

/**
 * Days and months as one series: a month of which no day was read stands in its middle with its averages; a gap between
 * days is a point without values, so that no line bridges it.
 */
export const pointsOf = ({ days, months }: History, currency: string, from: string): HistoryPoint[] => {
  const major = (minor: number | null): number | null => (minor === null ? null : majorFromMinor(minor, currency));
  const times = (units: number | null, price: number | null): number | null =>
    units === null || price === null ? null : units * price;
  const read = new Set(days.day.map((d) => d.slice(0, 7)));
  const points: (HistoryPoint & { monthly: boolean })[] = months
    .filter((m) => m.month >= from.slice(0, 7) && !read.has(m.month.slice(0, 7)))
    .map((m) => {
      const units = m.units === null ? null : m.units / DAYS_PER_MONTH;
      const price = major(m.price);
      return {
        ...EMPTY,
        at: epochDay(m.month) + 14,
        units,
        price,
        revenue: times(units, price),
        rank: m.rank,
        reviews: m.reviews,
        monthly: true,
      };
    });
  days.day.forEach((day, i) => {
    if (day < from) return;
    const price = major(days.price[i]!);
    const units = days.units[i]!;
    points.push({
      at: epochDay(day),
      units,
      price,
      revenue: times(units, price),
      rank: days.rank[i]!,
      stock: days.stock[i]!,
      reviews: days.reviews[i]!,
      rating: days.rating[i]!,
      sellers: days.sellers[i]!,
      monthly: false,
    });
  });
  points.sort((a, b) => a.at - b.at);
  return points.flatMap(({ monthly, ...point }, i) => {
    const before = points[i - 1];
    return before && !monthly && !before.monthly && point.at - before.at > GAP
      ? [{ ...EMPTY, at: before.at + 1 } as HistoryPoint, point as HistoryPoint]
      : [point as HistoryPoint];
  });
};

/** Days without stock as spans. */
export const emptySpans = (history: History, from: string): { from: number; to: number }[] => {
  const spans: { from: number; to: number }[] = [];
  for (const { day, kind } of history.marks) {
    if (kind !== 'empty' || day < from) continue;
    const at = epochDay(day);
    const last = spans.at(-1);
    if (last && at - last.to <= 2) last.to = at;
    else spans.push({ from: at, to: at });
  }
  return spans;
};

/** Who held the main offer from which day to which, in the order of time. */
export const holderSpans = (
  { days, holders }: History,
  from: string,
): { holder: string; index: number; from: number; to: number }[] => {
  const spans: { holder: string; index: number; from: number; to: number }[] = [];
  days.day.forEach((day, i) => {
    const index = days.holder[i];
    if (index == null || day < from) return;
    const at = epochDay(day);
    const last = spans.at(-1);
    if (last && last.index === index && at - last.to <= GAP + 1) last.to = at;
    else spans.push({ holder: holders[index]!, index, from: at, to: at });
  });
  return spans;
};

/**
 * The same months of different years over one another: a point a month of the year with a value a year, the means of its
 * days (or what the month's average says). At most the last four years.
 */
export const yearsOver = (
  history: History,
  currency: string,
  key: SeriesKey,
): { points: DayPoint[]; lines: DayLine[] } => {
  const sums = new Map<string, { sum: number; n: number }>();
  for (const point of pointsOf(history, currency, '0000-00-00')) {
    const value = point[key];
    if (value === null) continue;
    const month = new Date(point.at * 86_400_000).toISOString().slice(0, 7);
    const held = sums.get(month) ?? { sum: 0, n: 0 };
    sums.set(month, { sum: held.sum + value, n: held.n + 1 });
  }
  const years = [...new Set([...sums.keys()].map((m) => m.slice(0, 4)))].sort().slice(-4);
  const colours = ['series1', 'series2', 'series3', 'series4'];
  return {
    points: Array.from({ length: 12 }, (_, m) => ({
      at: m,
      ...Object.fromEntries(
        years.map((year) => {
          const held = sums.get(`${year}-${String(m + 1).padStart(2, '0')}`);
          return [`y${year}`, held ? held.sum / held.n : null];
        }),
      ),
    })),
    lines: years.toReversed().map((year, i) => ({
      key: `y${year}`,
      name: year,
      colour: colours[i]!,
      width: i === 0 ? 2.4 : 1.4,
      dashed: i > 1,
    })),
  };
};

/** The same measure of several listings, a value each at every day that one of them knows. */
export const comparedPoints = (
  each: readonly { code: string; points: readonly HistoryPoint[] }[],
  key: SeriesKey,
): DayPoint[] => {
  const byDay = new Map<number, DayPoint>();
  for (const { code, points } of each)
    for (const point of points) {
      const held = byDay.get(point.at) ?? { at: point.at };
      held[code] = point[key];
      byDay.set(point.at, held);
    }
  const sorted = [...byDay.values()].sort((a, b) => a.at - b.at);
  return sorted.map((p) => ({ ...Object.fromEntries(each.map((e) => [e.code, null])), ...p }));
};
