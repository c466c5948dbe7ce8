import { FLASH_SHARE, ONCE_BEFORE, SEASON_SHARE, SEASON_STRENGTH, TREND_P, TREND_YEAR } from './course-thresholds.ts';
import { MONTH_NAMES } from '../measures/day.ts';
import { bestThreeMonths, decompose } from '../season/season.ts';
import { mannKendall, theilSen } from '../stats/trend.ts';
import { monthsOfWeeks, QUARTER_WEEKS, sumOfWeeks, YEAR_WEEKS, type WeekSeries } from './weeks.ts';

/** What kind of demand it is over the year; "unknown" under 24 whole months. */
export type CourseKind = 'nobody' | 'unknown' | 'flash' | 'once' | 'season' | 'steady';
export type TrendKind = 'rising' | 'falling' | 'level' | 'unknown';

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
  const best = bestThreeMonths(values);
  // The months of whole years at the end, counted from their own first one.
  const bestFrom = firstMonth + (values.length % 12);
  const bestThree = best && { share: best.share, months: best.months.map((m) => (m + bestFrom) % 12) };
  const enough = values.length >= 24;
  const parts = enough ? decompose(values) : null;
  const trended = enough ? trendOf(values, parts?.factors ?? null) : null;
  const nobody = volumes.length > 0 && volumes.every((v) => v === null || v === 0);
  const kind = nobody ? 'nobody' : kindOf(values, best?.share ?? null, parts?.strength ?? null);
  const course = {
    quarter,
    year,
    growthQuarter: ratio(quarter, sumOfWeeks(volumes, QUARTER_WEEKS, QUARTER_WEEKS)),
    quarterYearAgo: ratio(quarter, sumOfWeeks(volumes, QUARTER_WEEKS, YEAR_WEEKS)),
    growthYear: ratio(year, sumOfWeeks(volumes, YEAR_WEEKS, YEAR_WEEKS)),
    quarterPace: quarter === null || !year ? null : quarter / QUARTER_WEEKS / (year / YEAR_WEEKS),
    kind,
    season: parts?.strength ?? null,
    bestThree,
    trend: nobody ? ('unknown' as const) : (trended?.kind ?? ('unknown' as const)),
    trendYear: trended?.year ?? null,
    trendP: trended?.p ?? null,
    months: values.length,
  };
  return { ...course, words: wordsOf(course) };
};

const kindOf = (values: readonly number[], share: number | null, strength: number | null): CourseKind => {
  if (values.length < 24 || share === null) return 'unknown';
  const last = bestThreeMonths(values.slice(-12));
  const before = bestThreeMonths(values.slice(-24, -12));
  if (last && before && last.share >= FLASH_SHARE && before.share < ONCE_BEFORE) return 'once';
  if (share >= FLASH_SHARE) return 'flash';
  return share >= SEASON_SHARE && (strength ?? 0) >= SEASON_STRENGTH ? 'season' : 'steady';
};

const trendOf = (
  values: readonly number[],
  factors: readonly number[] | null,
): { kind: TrendKind; year: number | null; p: number | null } | null => {
  const free = factors && factors.every((f) => f > 0) ? values.map((v, i) => v / factors[i % 12]!) : values;
  const mean = free.reduce((sum, v) => sum + v, 0) / free.length;
  const slope = theilSen(free);
  const test = mannKendall(free);
  if (slope === null || test === null || mean <= 0) return null;
  const year = (12 * slope) / mean;
  const clear = test.p < TREND_P && Math.abs(year) >= TREND_YEAR;
  return { kind: !clear ? 'level' : year > 0 ? 'rising' : 'falling', year, p: test.p };
};

const wordsOf = (c: Omit<Course, 'words'>): string => {
  if (c.kind === 'nobody') return 'nobody searched it';
  if (c.months === 0) return 'no history is known';
  const months = c.bestThree?.months.map((m) => MONTH_NAMES[m]!.slice(0, 3)).join(', ') ?? '';
  const share = c.bestThree ? `${Math.round(c.bestThree.share * 100)} % of a year in ${months}` : '';
  const trend =
    c.trend === 'rising' || c.trend === 'falling'
      ? `${c.trend} ${Math.abs(Math.round((c.trendYear ?? 0) * 100))} % a year`
      : c.trend === 'level'
        ? 'no clear trend'
        : '';
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
