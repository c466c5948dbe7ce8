import type { Figure } from '../documents/figure.ts';
import { addDays, daysBetween, type Day } from '../measures/day.ts';
import type { MonthUnits } from '../season/listing-course.ts';
import { readMonths } from '../season/months.ts';
import { Z80 } from '../stats/intervals.ts';
import { medianOf, quantileOf } from '../stats/robust.ts';

/** How something moves while nobody looks. */
export interface Course {
  /** Twelve factors of the year, January first, of mean 1; null where fewer than two years are known. */
  season: number[] | null;
  /** What of a month its factor is of: its middle, or its first day. */
  of: 'middle' | 'first day';
  /** Standard deviation of the log over a window of three months against one so many days earlier, once the season is taken out. */
  moves: { days: number; spread: number }[];
}
/**
 * How the units of listings of a kind move while nobody looks: among the others of their ranks, which ranks tell; and all of
 * these together, which ranks do not tell, since all rise and fall at once, but new reviews do.
 */
export interface Drift {
  within: Course;
  together: Course;
}
/** Of kinds by their category's path, of those whose ranks are one list by its name, and of all others. */
export interface Drifts {
  within: Record<string, Course>;
  together: Record<string, Course>;
  elsewhere: Drift;
}

/** Days of the windows that are held against each other. */
const WINDOW = 90;
const MONTH = 30.4375;
const LAGS = [1, 2, 3, 6, 12] as const;
/** Pairs of windows from which on a lag is told. */
const FEWEST_PAIRS = 24;
const FEWEST_LISTINGS = 5;
/** Reviews a year below which their months are mostly chance. */
const FEWEST_REVIEWS = 400;

/**
 * What is held of listings of which no history is known: the season is unknown and part of what they move by. Seen in the
 * invented world's categories with their seasons left in, rounded up; elsewhere it is common practice, no source.
 */
export const UNKNOWN_DRIFT: Drift = {
  within: {
    season: null,
    of: 'middle',
    moves: [
      { days: 30, spread: 0.1 },
      { days: 61, spread: 0.18 },
      { days: 91, spread: 0.22 },
      { days: 183, spread: 0.3 },
      { days: 365, spread: 0.35 },
    ],
  },
  together: {
    season: null,
    of: 'middle',
    moves: [
      { days: 30, spread: 0.15 },
      { days: 61, spread: 0.28 },
      { days: 91, spread: 0.38 },
      { days: 183, spread: 0.5 },
      { days: 365, spread: 0.5 },
    ],
  },
};

/** How listings of a kind move, each by the nearest that is known: its category or one above it, the list of its ranks. */
export const driftFor = (drifts: Drifts | null, path: string, list: string): Drift => {
  const within = nearest(drifts?.within ?? {}, path);
  const together = drifts?.together[list];
  const { elsewhere } = drifts ?? { elsewhere: UNKNOWN_DRIFT };
  return { within: within ?? elsewhere.within, together: together ?? elsewhere.together };
};
const nearest = <T>(known: Record<string, T>, path: string): T | undefined => {
  for (let at = path; at !== ''; at = at.includes(' › ') ? at.slice(0, at.lastIndexOf(' › ')) : '')
    if (known[at]) return known[at];
  return undefined;
};

/** Whole months of a listing, one after the other, all of them known. */
interface Run {
  /** 0 for January. */
  firstMonth: number;
  units: number[];
}
const runOf = (months: readonly MonthUnits[]): Run | null => {
  const sorted = [...months].sort((a, b) => (a.month < b.month ? -1 : 1));
  let units: number[] = [];
  let last: Day | null = null;
  let first: Day | null = null;
  for (const m of sorted) {
    const follows = last !== null && monthIndex(m.month) === monthIndex(last) + 1;
    if (m.units === null || !(m.units > 0)) {
      units = [];
      last = first = null;
      continue;
    }
    if (!follows) {
      units = [];
      first = m.month;
    }
    units.push(m.units);
    last = m.month;
  }
  return first === null ? null : { firstMonth: monthIndex(first) % 12, units };
};
const monthIndex = (month: Day): number => Number(month.slice(0, 4)) * 12 + Number(month.slice(5, 7)) - 1;

/**
 * Learns how listings of a kind move among those of their ranks, from whole months of units by rank: the season as the middle
 * of each one's own (classical decomposition, from two years on), and by lag how far three months lie off three months
 * earlier once that season is taken out, as the deviation whose 80 % interval holds 80 % of what was seen. Null for fewer
 * than five listings, or where no lag has pairs enough.
 */
export const courseWithin = (histories: readonly (readonly MonthUnits[])[]): Course | null => {
  const runs = histories.flatMap((h) => {
    const run = runOf(h);
    return run && run.units.length >= 4 ? [run] : [];
  });
  if (runs.length < FEWEST_LISTINGS) return null;
  const season = middleSeason(runs);
  const moves = movesOfAll(runs, season);
  return moves && { season, of: 'middle', moves };
};

/** Reviews of a listing on average in each month. */
export interface MonthReviews {
  month: Day;
  reviews: number | null;
}
/**
 * The months of all listings of one list of ranks together, as new reviews tell them: their sum over the listings that are
 * known throughout. What came between the middles of two months is of the time around the first day of the later one. Null
 * where fewer than five listings, two years or four hundred reviews a year are known.
 */
export const monthsByReviews = (histories: readonly (readonly MonthReviews[])[]): MonthUnits[] | null => {
  const known = histories.map((h) => h.filter((m) => m.reviews !== null).sort((a, b) => (a.month < b.month ? -1 : 1)));
  const last = known
    .flatMap((h) => h.at(-1)?.month ?? [])
    .sort()
    .at(-1);
  if (last === undefined) return null;
  const whole = known.filter((h) => {
    const first = h[0];
    return first && h.at(-1)!.month === last && h.length === monthIndex(last) - monthIndex(first.month) + 1;
  });
  const lengths = whole.map((h) => h.length).sort((a, b) => b - a);
  // As far back as at least half of them reach.
  const length = lengths[Math.ceil(lengths.length / 2) - 1] ?? 0;
  const reaching = whole.filter((h) => h.length >= length).map((h) => h.slice(-length));
  if (reaching.length < FEWEST_LISTINGS || length < 25) return null;
  const months = reaching[0]!.slice(1).map(({ month }, i) => ({
    month,
    units: reaching.reduce((sum, h) => sum + Math.max(0, h[i + 1]!.reviews! - h[i]!.reviews!), 0),
  }));
  const aYear = (12 * months.reduce((sum, m) => sum + m.units, 0)) / months.length;
  return aYear < FEWEST_REVIEWS ? null : months;
};

/**
 * How lists of ranks move as a whole, from the months of each: each its own season, and what is left beside it as seen in all
 * of them, for one alone has few months. Lists whose season is not known are not in it.
 */
export const coursesTogether = (lists: ReadonlyMap<string, readonly MonthUnits[]>): Record<string, Course> => {
  const runs = [...lists].flatMap(([name, months]) => {
    const run = runOf(months);
    const season = run && readMonths(run.units, run.firstMonth).factors;
    return run && season?.every((f) => f > 0) ? [{ name, run, season }] : [];
  });
  const moves = spreadsOf((lag) =>
    runs.flatMap(({ run, season }) => {
      // The season was drawn from the same few years: what comes lies further off it than what it was drawn from.
      const years = run.units.length / 12;
      const further = Math.sqrt((years + 1) / (years - 1));
      return movesOf(run, season, lag).map((m) => m * further);
    }),
  );
  return moves ? Object.fromEntries(runs.map(({ name, season }) => [name, { season, of: 'first day', moves }])) : {};
};

/** How much of all that is seen without knowing any season: for kinds of which none is known. */
export const movesWithout = (histories: readonly (readonly MonthUnits[])[]): Course['moves'] | null =>
  movesOfAll(
    histories.flatMap((h) => runOf(h) ?? []),
    null,
  );

const movesOfAll = (runs: readonly Run[], season: readonly number[] | null): Course['moves'] | null =>
  spreadsOf((lag) => runs.flatMap((run) => movesOf(run, season, lag)));

const spreadsOf = (apartBy: (lag: number) => readonly number[]): Course['moves'] | null => {
  const moves = LAGS.flatMap((lag) => {
    const apart = apartBy(lag);
    const held = apart.length < FEWEST_PAIRS ? null : quantileOf(apart, 0.8);
    return held === null ? [] : [{ days: Math.round(lag * MONTH), spread: held / Z80 }];
  });
  return moves.length === 0 ? null : rising(moves);
};

/** The middle of the listings' own seasons, month by month, in logs; null where fewer than five have one. */
const middleSeason = (runs: readonly Run[]): number[] | null => {
  const own = runs.flatMap(({ units, firstMonth }) => readMonths(units, firstMonth).factors ?? []);
  const n = own.length / 12;
  if (n < FEWEST_LISTINGS || own.some((f) => !(f > 0))) return null;
  const middle = Array.from({ length: 12 }, (_, m) =>
    Math.exp(medianOf(Array.from({ length: n }, (_, i) => Math.log(own[i * 12 + m]!)))!),
  );
  const mean = middle.reduce((sum, f) => sum + f, 0) / 12;
  return middle.map((f) => f / mean);
};

/** How far each three months lie off those a lag of months earlier, as absolute logs, the season taken out. */
const movesOf = ({ units, firstMonth }: Run, season: readonly number[] | null, lag: number): number[] => {
  const three = (of: (i: number) => number, at: number): number => of(at) + of(at - 1) + of(at - 2);
  const factor = (i: number): number => season?.[(firstMonth + i) % 12] ?? 1;
  const moves: number[] = [];
  for (let at = 2 + lag; at < units.length; at++) {
    const seen = Math.log(three((i) => units[i]!, at) / three((i) => units[i]!, at - lag));
    const expected = Math.log(three(factor, at) / three(factor, at - lag));
    moves.push(Math.abs(seen - expected));
  }
  return moves;
};

/** What lies further back is never surer. */
const rising = (moves: readonly { days: number; spread: number }[]): { days: number; spread: number }[] => {
  let most = 0;
  return moves.map(({ days, spread }) => ({ days, spread: (most = Math.max(most, spread)) }));
};

/**
 * Variance of the log that so many days add: between the lags that were seen it grows evenly; beyond the last it grows no more,
 * for what a year brings comes back with the year.
 * @example varianceAfter({ moves: [{ days: 30, spread: 0.2 }] }, 15) // => 0.020000000000000004
 */
export const varianceAfter = ({ moves }: Pick<Course, 'moves'>, days: number): number => {
  let before = { days: 0, variance: 0 };
  for (const move of moves) {
    const variance = move.spread ** 2;
    if (days <= move.days)
      return before.variance + ((variance - before.variance) * (days - before.days)) / (move.days - before.days);
    before = { days: move.days, variance };
  }
  return before.variance;
};

/** Mean factor of a season over so many days up to one; months run into each other between their middles. */
export const seasonOver = (
  { season, of }: { season: readonly number[]; of: Course['of'] },
  until: Day,
  days: number,
): number => {
  let sum = 0;
  for (let back = 0; back < days; back++) sum += factorOn(season, of, addDays(until, -back));
  return sum / days;
};
/** Factor of a season on one day. */
export const seasonOn = ({ season, of }: Pick<Course, 'season' | 'of'>, day: Day): number =>
  season ? factorOn(season, of, day) : 1;
const factorOn = (season: readonly number[], of: Course['of'], day: Day): number => {
  const month = Number(day.slice(5, 7)) - 1;
  const along = (Number(day.slice(8, 10)) - 0.5) / MONTH - (of === 'middle' ? 0.5 : 0);
  const beside = season[(month + (along < 0 ? 11 : 1)) % 12]!;
  return season[month]! * (1 - Math.abs(along)) + beside * Math.abs(along);
};

/** How far the season of a course stands on one day above another; 1 where it is not known. */
const seasonFrom = ({ season, of }: Course, from: Day, to: Day): number =>
  season && from !== to ? seasonOver({ season, of }, to, WINDOW) / seasonOver({ season, of }, from, WINDOW) : 1;

/** What carries figures from the day they were seen to another: what was seen itself, and ranks through a curve of its own day. */
export interface Carry {
  days: number;
  seen: Step;
  rank: Step;
  /** Variance that both have in common. */
  shared: number;
}
export interface Step {
  from: Day;
  to: Day;
  factor: number;
  variance: number;
  isSeasonKnown: boolean;
}
/**
 * Stock and reviews take both seasons along from the day they were seen. A rank is of its day among the others, but what it
 * is worth is of the days the curve was made in: it takes the season of all together along from there.
 * @param from the day of the last sight
 * @param curveOf the day up to which the curve's own three months reach; its season is taken along from there
 * @param sureOn the day on which the curve's level was last confirmed
 */
export const carryOf = (
  { within, together }: Drift,
  from: Day,
  to: Day,
  { curveOf, sureOn }: { curveOf: Day; sureOn: Day },
): Carry => {
  const days = Math.max(0, daysBetween(from, to));
  const alone = seasonFrom(within, from, to);
  const apart = varianceAfter(within, days);
  const ofAll = varianceAfter(together, days);
  const ofCurve = varianceAfter(together, Math.abs(daysBetween(sureOn, to)));
  const isSeasonKnown = within.season !== null && together.season !== null;
  const step = (factor: number, variance: number): Step => ({ from, to, factor, variance, isSeasonKnown });
  return {
    days,
    seen: step(alone * seasonFrom(together, from, to), apart + ofAll),
    rank: step(alone * seasonFrom(together, curveOf, to), apart + ofCurve),
    shared: apart + Math.min(ofAll, ofCurve),
  };
};

/**
 * A figure carried to a later day: it takes the season of its kind along, and is as much wider as such listings were seen to
 * move in that time. Its age stands in its working.
 */
export const carried = (figure: Figure, { from, to, factor, variance, isSeasonKnown }: Step): Figure => {
  if (!figure.known || (factor === 1 && variance === 0)) return figure;
  const value = figure.value * factor;
  const wider = (bound: number): number =>
    Math.exp(Math.hypot(Math.log(bound / figure.value), Z80 * Math.sqrt(variance)));
  const days = daysBetween(from, to);
  const moved = Math.round(100 * (factor - 1));
  const age = days > 0 ? `last seen ${from}, ${days} ${days === 1 ? 'day' : 'days'} ago; ` : '';
  return {
    ...figure,
    value,
    low: figure.low === 0 || figure.value === 0 ? 0 : value / wider(figure.low),
    high: figure.value === 0 ? figure.high * factor : value * wider(figure.high),
    working: {
      ...figure.working,
      inputs: [
        ...figure.working.inputs,
        {
          label: 'Age and season',
          value: `${age}${isSeasonKnown ? `the season of its kind since: ${moved > 0 ? '+' : ''}${moved} %` : 'its season is not known'}; such listings move by ± ${Math.round(100 * (Math.exp(Z80 * Math.sqrt(variance)) - 1))} % in that time`,
        },
      ],
    },
  };
};
