import { unknown, type Figure } from '../documents/figure.ts';
import type { Day } from '../measures/day.ts';
import { addDays, addMonths, daysBetween } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { Z80 } from '../stats/intervals.ts';
import { tidyReadings, type Reading } from './reading.ts';

/** A category's relation of sales rank to units a day: a falling line through knots on log–log axes. */
export interface RankCurve {
  /** In the order of rank, at least two; units fall as rank rises. */
  knots: { rank: number; unitsPerDay: number }[];
  /** Standard deviation of the natural log of true units around the curve, between listings. */
  residual: number;
  validFrom: Day;
  source: string;
}

/**
 * Why knots make no curve, or null when they do.
 * @example knotsFault([{ rank: 1, unitsPerDay: 2 }]) // => "A curve needs at least two points."
 */
export const knotsFault = (knots: RankCurve['knots']): string | null => {
  if (knots.length < 2) return 'A curve needs at least two points.';
  for (const [i, knot] of knots.entries()) {
    if (!(knot.rank >= 1) || !(knot.unitsPerDay > 0))
      return `Point ${i + 1}: rank must be 1 or more and units above 0.`;
    const before = knots[i - 1];
    if (before && !(knot.rank > before.rank)) return `Point ${i + 1}: ranks must rise from point to point.`;
    if (before && knot.unitsPerDay > before.unitsPerDay) return `Point ${i + 1}: units must not rise with the rank.`;
  }
  return null;
};

/**
 * Units a day at a rank, linear between knots in logs, the end slopes carried on.
 * Source of the form: Brynjolfsson, Hu & Smith (2003), Management Science 49(11), ln Q = a − b ln R.
 * @example unitsAtRank({ knots: [{ rank: 1, unitsPerDay: 100 }, { rank: 100, unitsPerDay: 1 }] }, 10) // => 10
 */
export const unitsAtRank = (curve: Pick<RankCurve, 'knots'>, rank: number): number => {
  const { knots } = curve;
  let i = 1;
  while (i < knots.length - 1 && knots[i]!.rank < rank) i++;
  const a = knots[i - 1]!;
  const b = knots[i]!;
  const slope = Math.log(b.unitsPerDay / a.unitsPerDay) / Math.log(b.rank / a.rank);
  return a.unitsPerDay * (rank / a.rank) ** slope;
};

/** The rank at which a curve gives so many units a day: the inverse of `unitsAtRank`; on a flat piece its better end. */
export const rankAtUnits = (curve: Pick<RankCurve, 'knots'>, unitsPerDay: number): number => {
  const { knots } = curve;
  let i = 1;
  while (i < knots.length - 1 && knots[i]!.unitsPerDay > unitsPerDay) i++;
  const a = knots[i - 1]!;
  const b = knots[i]!;
  const slope = Math.log(b.unitsPerDay / a.unitsPerDay) / Math.log(b.rank / a.rank);
  return slope === 0 ? a.rank : a.rank * (unitsPerDay / a.unitsPerDay) ** (1 / slope);
};

/** Windows, in days, over which ranks are averaged. */
export const RANK_WINDOWS = [7, 30, 90, 365] as const;
export type RankWindow = (typeof RANK_WINDOWS)[number];

/** Units by the rank curve over a window, with what people compute by hand beside it. */
export interface RankEstimate {
  figure: Figure;
  /** Mean rank of the window, and units a month at it; null without a rank. */
  meanRank: number | null;
  atMeanRank: number | null;
  /** Days of the window that have a rank, and days known from monthly averages alone. */
  days: number;
  monthlyDays: number;
}

interface Ranked {
  rank: number;
  /** Days that it stands for. */
  days: number;
}

/**
 * Monthly units by the rank curve: units of each day with a rank, averaged over the window that ends on a day. Months
 * may fill in days that no reading tells of, with their average rank.
 * Interval of 80 %: the curve's residual and the sampling of the days, added in logs.
 * Unknown without a rank in the window. Averages day by day because the curve is convex: units at the mean rank are
 * fewer than the mean of the units.
 */
export const rankEstimate = (
  readings: readonly Reading[],
  curve: RankCurve,
  until: Day,
  windowDays: number,
  months: readonly { month: Day; rank: number | null }[] = [],
): RankEstimate => {
  const ranked = tidyReadings(readings, until).filter((r) => r.rank !== null && r.rank >= 1);
  const inWindow = ranked.filter((r) => daysBetween(r.day, until) < windowDays);
  const latest = ranked.at(-1);
  const filled = monthsInWindow(months, inWindow, until, windowDays);
  const monthlyDays = filled.reduce((sum, m) => sum + m.days, 0);
  const none = { meanRank: null, atMeanRank: null, days: 0, monthlyDays: 0 };
  if (inWindow.length === 0 && filled.length === 0)
    return {
      figure: unknown(
        latest
          ? `No sales rank in the last ${windowDays} days; the latest is of ${latest.day}.`
          : 'No sales rank has been read.',
      ),
      ...none,
    };
  const parts: Ranked[] = [...inWindow.map((r) => ({ rank: r.rank!, days: 1 })), ...filled];
  const all = inWindow.length + monthlyDays;
  const average = (of: (rank: number) => number): number =>
    parts.reduce((sum, p) => sum + p.days * of(p.rank), 0) / all;
  const mean = average((rank) => unitsAtRank(curve, rank));
  const variance =
    (average((rank) => (unitsAtRank(curve, rank) - mean) ** 2) * parts.length) / Math.max(1, parts.length - 1);
  // Neighbouring days are alike: a week of ranks is worth about one independent look.
  const looks = Math.max(1, inWindow.length / 7 + filled.length);
  const spread = Math.sqrt(curve.residual ** 2 + (parts.length > 1 ? variance / mean ** 2 / looks : 0.25));
  const meanRank = average((rank) => rank);
  const atMeanRank = unitsPerMonth(unitsAtRank(curve, meanRank));
  const value = unitsPerMonth(mean);
  return {
    meanRank,
    atMeanRank,
    days: inWindow.length,
    monthlyDays,
    figure: {
      known: true,
      value,
      low: value * Math.exp(-Z80 * spread),
      high: value * Math.exp(Z80 * spread),
      working: {
        method: `Each day's rank through the category's curve, then averaged over ${windowDays} days.`,
        inputs: [
          {
            label: 'Days with a rank',
            value:
              inWindow.length === 0 ? 'none' : `${inWindow.length}, ${inWindow[0]!.day} to ${inWindow.at(-1)!.day}`,
          },
          ...(monthlyDays > 0
            ? [{ label: 'From monthly averages', value: `${monthlyDays} days of ${filled.length} months` }]
            : []),
          { label: `At the average rank of ${Math.round(meanRank)}`, value: `${whole(atMeanRank)} a month` },
          ...(latest
            ? [
                {
                  label: `At the latest rank of ${latest.rank}, not to be used`,
                  value: `${whole(unitsPerMonth(unitsAtRank(curve, latest.rank!)))} a month`,
                },
              ]
            : []),
          { label: 'Curve', value: `${curve.knots.length} points of ${curve.validFrom}, ${curve.source}` },
          { label: 'Spread of listings around it', value: `± ${whole(100 * (Math.exp(curve.residual) - 1))} %` },
        ],
        warnings: all < windowDays / 2 ? [`Only ${all} of ${windowDays} days have a rank.`] : [],
        better: 'Stock counts on different days count real sales.',
      },
    },
  };
};

/** Days of a window in months of which fewer than half were read, by the month's average rank. */
const monthsInWindow = (
  months: readonly { month: Day; rank: number | null }[],
  read: readonly Reading[],
  until: Day,
  windowDays: number,
): Ranked[] => {
  if (months.length === 0) return [];
  const from = addDays(until, 1 - windowDays);
  const readDays = new Map<string, number>();
  for (const r of read) readDays.set(r.day.slice(0, 7), (readDays.get(r.day.slice(0, 7)) ?? 0) + 1);
  const earliest = `${from.slice(0, 7)}-01`;
  return months.flatMap(({ month, rank }) => {
    if (rank === null || rank < 1 || month < earliest || month > until) return [];
    const next = addMonths(month, 1);
    if (next > until) return [];
    const start = month < from ? from : month;
    const length = daysBetween(start, next);
    const known = readDays.get(month.slice(0, 7)) ?? 0;
    return known > length / 2 ? [] : [{ rank, days: length - known }];
  });
};

/** The figure of `rankEstimate` alone. */
export const unitsByRank = (readings: readonly Reading[], curve: RankCurve, until: Day, windowDays: number): Figure =>
  rankEstimate(readings, curve, until, windowDays).figure;

/**
 * Units a month at the latest rank alone, which people read off by habit: shown so that one sees what it would have
 * said, marked as not to be used. Its interval holds the day's chance as well.
 */
export const unitsAtLatestRank = (readings: readonly Reading[], curve: RankCurve, until: Day): Figure => {
  const latest = tidyReadings(readings, until).findLast((r) => r.rank !== null && r.rank >= 1);
  if (!latest) return unknown('No sales rank has been read.');
  const { figure } = rankEstimate([latest], curve, latest.day, 1);
  if (!figure.known) return figure;
  return {
    ...figure,
    working: {
      method: `The rank of one day, ${latest.day}, through the category's curve.`,
      inputs: figure.working.inputs.filter((i) => i.label === 'Curve'),
      warnings: ['Not to be used: a good or bad day is taken for the month.'],
      better: 'The same curve over 90 days.',
    },
  };
};

const whole = (x: number): string => Math.round(x).toLocaleString('en-GB');
