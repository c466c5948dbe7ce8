import { addMonths, daysBetween, MONTH_NAMES, type Day } from '../measures/day.ts';
import { meanOf, medianOf } from '../stats/robust.ts';
import { bestThreeInWords, readMonths, trendInWords, type MonthsRead } from './months.ts';

/** Units of a whole month; null where it is not known. */
export interface MonthUnits {
  month: Day;
  units: number | null;
}
/** Season, trend and steadiness of a listing or of a category. Ratios and shares are fractions. */
export interface UnitsCourse extends MonthsRead {
  /** Whole months since the last gap, the first of them, and their units. */
  months: MonthUnits[];
  /** Of the last twelve months, those below half of their mean. */
  weakMonths: number | null;
  /** Typical swing of a month once season and trend are taken out, as a fraction; needs 24 months. */
  swing: number | null;
  /** The pace of the last 91 days over that of the last 364: above 1 in the season, below outside it. */
  pace: number | null;
  /** The last three months against the three before, and against the same three a year ago. */
  growthQuarter: number | null;
  growthYear: number | null;
  words: string;
}

/** Swing up to which the months are called steady; common practice, no source. */
const STEADY_SWING = 0.25;

/**
 * Reads the course of monthly units up to a day: season and trend from at least 24 whole months, else the pace of the
 * last quarter against the year (whole weeks: 91 and 364 days, by daily units where half of them are known, else by
 * months) and the word "unknown".
 */
export const courseOfUnits = (
  months: readonly MonthUnits[],
  daily: readonly { day: Day; units: number }[],
  until: Day,
): UnitsCourse => {
  const known = withoutGaps(months, until);
  const values = known.map((m) => m.units!);
  const read = readMonths(values, known.length > 0 ? Number(known[0]!.month.slice(5, 7)) - 1 : 0);
  const year = values.slice(-12);
  const mean = year.reduce((sum, v) => sum + v, 0) / year.length;
  const windows = (back: number, n: number): number | null => {
    const part = values.slice(values.length - back - n, values.length - back);
    return values.length >= back + n ? part.reduce((sum, v) => sum + v, 0) / n : null;
  };
  const growth = (now: number | null, before: number | null): number | null =>
    now === null || before === null || before === 0 ? null : now / before - 1;
  const course = {
    ...read,
    months: known,
    weakMonths: year.length === 12 ? year.filter((v) => v < mean / 2).length : null,
    swing: read.factors ? swingOf(values, read, Number(known[0]!.month.slice(5, 7)) - 1) : null,
    pace: dailyPace(daily, until) ?? growthOf(windows(0, 3), windows(0, 12)),
    growthQuarter: growth(windows(0, 3), windows(3, 3)),
    growthYear: growth(windows(0, 3), windows(12, 3)),
  };
  return { ...course, words: inWords(course, until) };
};

const growthOf = (now: number | null, before: number | null): number | null =>
  now === null || !before ? null : now / before;

/** The whole months up to a day since the last one that is missing. */
const withoutGaps = (months: readonly MonthUnits[], until: Day): MonthUnits[] => {
  const thisMonth = `${until.slice(0, 7)}-01`;
  const byMonth = new Map(months.filter((m) => m.units !== null && m.month < thisMonth).map((m) => [m.month, m]));
  const last = [...byMonth.keys()].sort().at(-1);
  const result: MonthUnits[] = [];
  for (let month = last; month && byMonth.has(month); month = addMonths(month, -1)) result.unshift(byMonth.get(month)!);
  return result;
};

/** Median distance of the logs of neighbouring season-free months, which a trend hardly moves, as a fraction. */
const swingOf = (values: readonly number[], { factors }: MonthsRead, firstMonth: number): number | null => {
  const free = values.map((v, i) => v / factors![(firstMonth + i) % 12]!);
  if (free.some((v) => !(v > 0))) return null;
  const steps = free.slice(1).map((v, i) => Math.abs(Math.log(v / free[i]!)));
  const middle = medianOf(steps);
  return middle === null ? null : Math.exp(middle) - 1;
};

const dailyPace = (daily: readonly { day: Day; units: number }[], until: Day): number | null => {
  const rate = (days: number): number | null => {
    const within = daily.filter((d) => d.day <= until && daysBetween(d.day, until) < days);
    return within.length < days / 2 ? null : meanOf(within.map((d) => d.units));
  };
  return growthOf(rate(91), rate(364));
};

const inWords = (c: Omit<UnitsCourse, 'words'>, until: Day): string => {
  const share = bestThreeInWords(c.bestThree);
  const trend = trendInWords(c);
  const pace =
    c.pace === null
      ? ''
      : `; in ${MONTH_NAMES[Number(until.slice(5, 7)) - 1]} the last quarter runs at ${c.pace.toFixed(1)} times the year’s pace`;
  const weak =
    c.weakMonths === null || c.weakMonths === 0
      ? ''
      : `; ${c.weakMonths} of the last twelve months ${c.weakMonths === 1 ? 'was' : 'were'} below half of the mean`;
  const swing =
    c.swing === null
      ? ''
      : c.swing <= STEADY_SWING
        ? '; month by month it hardly swings beside that'
        : `; beside that a month differs from the next by ${Math.round(100 * c.swing)} % or so`;
  if (c.months.length === 0) return 'No whole month is known.';
  const sentence =
    c.kind === 'unknown'
      ? `Season unknown: ${c.months.length} of 24 whole months are known${pace}${weak}`
      : c.kind === 'flash'
        ? `A flash each year: ${share}; ${trend}${weak}`
        : c.kind === 'once'
          ? `One peak that was not there the year before: ${share}`
          : c.kind === 'season'
            ? `A season: ${share}; ${trend}${weak}${swing}`
            : `Steady over the year; ${trend}${weak}${swing}`;
  return `${sentence}.`;
};

/**
 * The months of several listings as one: those listings that are known in every month from a first one on are added up,
 * so that newcomers are no growth. Null where fewer than three listings have twelve months.
 */
export const monthsTogether = (each: readonly (readonly MonthUnits[])[], until: Day): MonthUnits[] | null => {
  const whole = each.map((months) => withoutGaps(months, until)).filter((m) => m.length >= 12);
  const last = whole
    .map((m) => m.at(-1)!.month)
    .sort()
    .at(-1);
  const current = whole.filter((m) => m.at(-1)!.month === last);
  if (current.length < 3) return null;
  // As far back as at least half of them reach.
  const lengths = current.map((m) => m.length).sort((a, b) => b - a);
  const length = lengths[Math.ceil(current.length / 2) - 1]!;
  const reaching = current.filter((m) => m.length >= length).map((m) => m.slice(-length));
  return reaching[0]!.map(({ month }, i) => ({
    month,
    units: reaching.reduce((sum, months) => sum + months[i]!.units!, 0),
  }));
};
