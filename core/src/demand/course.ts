import { bestThreeInWords, readMonths, trendInWords, type TrendKind, type YearKind } from '../season/months.ts';
import { monthsOfWeeks, QUARTER_WEEKS, sumOfWeeks, YEAR_WEEKS, type WeekSeries } from './weeks.ts';

/** What kind of demand it is over the year; "unknown" under 24 whole months. */
export type CourseKind = 'nobody' | YearKind;
export type { TrendKind };

/** What a history of searches says. Sums are searches; growths and the trend are fractions. */
export interface Course {
  /** Searches of the last 13 and 52 whole weeks. */
  quarter: number | null;
  year: number | null;
  /** The last quarter against the one before, against the same one a year ago, and the last year against the one before. */
  growthQuarter: number | null;
  quarterYearAgo: number | null;
  growthYear: number | null;
  /** The quarter's pace over the year's: above 1 in the season, below outside it. */
  quarterPace: number | null;
  kind: CourseKind;
  /** Strength of season, 0–1, from at least two years. */
  season: number | null;
  /** Share of a year's searches in its best three months, and these months, 0 for January. */
  bestThree: { share: number; months: number[] } | null;
  trend: TrendKind;
  /** Change a year by the middle slope of the season-free months, as a fraction of their mean; how often chance gives such a trend. */
  trendYear: number | null;
  trendP: number | null;
  /** Whole months that are known. */
  months: number;
  /** In words. */
  words: string;
}

/**
 * Reads a history of weekly searches: volumes, growth, whether it is a season, a flash or lasts, whether it rises.
 * Season: classical decomposition of at least 24 whole months; trend: Theil–Sen slope of the season-free months with
 * Mann and Kendall's test. Under 24 months the words say "unknown"; a term nobody searched is said to be so.
 */
export const courseOf = (series: WeekSeries | null): Course => {
  const volumes = series?.volumes ?? [];
  const quarter = sumOfWeeks(volumes, QUARTER_WEEKS);
  const year = sumOfWeeks(volumes, YEAR_WEEKS);
  const ratio = (now: number | null, before: number | null): number | null =>
    now === null || before === null || before === 0 ? null : now / before - 1;
  const all = series ? monthsOfWeeks(series) : [];
  // The history since its last gap.
  const known = all.slice(all.findLastIndex((m) => m.volume === null) + 1);
  const values = known.map((m) => m.volume!);
  const firstMonth = known.length > 0 ? Number(known[0]!.month.slice(5, 7)) - 1 : 0;
  const read = readMonths(values, firstMonth);
  const nobody = volumes.length > 0 && volumes.every((v) => v === null || v === 0);
  const course = {
    quarter,
    year,
    growthQuarter: ratio(quarter, sumOfWeeks(volumes, QUARTER_WEEKS, QUARTER_WEEKS)),
    quarterYearAgo: ratio(quarter, sumOfWeeks(volumes, QUARTER_WEEKS, YEAR_WEEKS)),
    growthYear: ratio(year, sumOfWeeks(volumes, YEAR_WEEKS, YEAR_WEEKS)),
    quarterPace: quarter === null || !year ? null : quarter / QUARTER_WEEKS / (year / YEAR_WEEKS),
    kind: nobody ? ('nobody' as const) : read.kind,
    season: read.season,
    bestThree: read.bestThree,
    trend: nobody ? ('unknown' as const) : read.trend,
    trendYear: nobody ? null : read.trendYear,
    trendP: nobody ? null : read.trendP,
    months: values.length,
  };
  return { ...course, words: wordsOf(course) };
};

const wordsOf = (c: Omit<Course, 'words'>): string => {
  if (c.kind === 'nobody') return 'nobody searched it';
  if (c.months === 0) return 'no history is known';
  const share = bestThreeInWords(c.bestThree);
  const trend = trendInWords(c);
  switch (c.kind) {
    case 'unknown':
      return `season unknown: ${c.months} of 24 months${
        c.quarterPace === null ? '' : `; the last quarter runs at ${c.quarterPace.toFixed(1)} times the year’s pace`
      }`;
    case 'flash':
      return `a flash each year: ${share}; ${trend}`;
    case 'once':
      return `one peak that was not there the year before: ${share}`;
    case 'season':
      return `a season: ${share}; ${trend}`;
    default:
      return `steady over the year; ${trend}`;
  }
};
