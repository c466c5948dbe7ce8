import { MONTH_NAMES } from '../measures/day.ts';
import { mannKendall, theilSen } from '../stats/trend.ts';
import { bestThreeMonths, decompose } from './season.ts';
import { FLASH_SHARE, ONCE_BEFORE, SEASON_SHARE, SEASON_STRENGTH, TREND_P, TREND_YEAR } from './thresholds.ts';

/** What kind of year it is: "unknown" under 24 whole months. */
export type YearKind = 'unknown' | 'flash' | 'once' | 'season' | 'steady';
export type TrendKind = 'rising' | 'falling' | 'level' | 'unknown';

/** What a run of months says of season and trend. Shares, strength and the trend are fractions. */
export interface MonthsRead {
  kind: YearKind;
  /** Strength of season, 0–1, from at least two years. */
  season: number | null;
  /** Twelve factors, January first, of mean 1; null under 24 months. */
  factors: number[] | null;
  /** Share of a year in its best three months, and these months, 0 for January. */
  bestThree: { share: number; months: number[] } | null;
  trend: TrendKind;
  /** Change a year by the middle slope of the season-free months, as a fraction of their mean; how often chance gives such a trend. */
  trendYear: number | null;
  trendP: number | null;
}

/**
 * Reads season and trend from whole months without a gap, the first being month `firstMonth` of the year (0 for January).
 * Season: classical decomposition of at least 24 months; trend: Theil–Sen slope of the season-free months with Mann and
 * Kendall's test. Under 24 months both are unknown.
 */
export const readMonths = (values: readonly number[], firstMonth: number): MonthsRead => {
  const best = bestThreeMonths(values);
  // The months of whole years at the end, counted from their own first one.
  const bestFrom = firstMonth + (values.length % 12);
  const enough = values.length >= 24;
  const parts = enough ? decompose(values) : null;
  const trended = enough ? trendOf(values, parts?.factors ?? null) : null;
  return {
    kind: kindOf(values, best?.share ?? null, parts?.strength ?? null),
    season: parts?.strength ?? null,
    factors: parts ? Array.from({ length: 12 }, (_, m) => parts.factors[(m - firstMonth + 12) % 12]!) : null,
    bestThree: best && { share: best.share, months: best.months.map((m) => (m + bestFrom) % 12) },
    trend: trended?.kind ?? 'unknown',
    trendYear: trended?.year ?? null,
    trendP: trended?.p ?? null,
  };
};

const kindOf = (values: readonly number[], share: number | null, strength: number | null): YearKind => {
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

/** "61 % of a year in Oct, Nov, Dec"; empty where it is not known. */
export const bestThreeInWords = (best: MonthsRead['bestThree']): string =>
  best
    ? `${Math.round(best.share * 100)} % of a year in ${best.months.map((m) => MONTH_NAMES[m]!.slice(0, 3)).join(', ')}`
    : '';

/** The trend in words; empty where it is unknown. @example trendInWords({ trend: 'rising', trendYear: 0.12 }) // => "rising 12 % a year" */
export const trendInWords = ({ trend, trendYear }: Pick<MonthsRead, 'trend' | 'trendYear'>): string =>
  trend === 'rising' || trend === 'falling'
    ? `${trend} ${Math.abs(Math.round((trendYear ?? 0) * 100))} % a year`
    : trend === 'level'
      ? 'no clear trend'
      : '';
