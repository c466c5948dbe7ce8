import { seasonOn, type Course } from '../estimate/age.ts';
import { unitsAtRank, type RankCurve } from '../estimate/rank-curve.ts';
import type { Reading } from '../estimate/reading.ts';
import { addDays, epochDay, type Day } from '../measures/day.ts';
import { medianOf } from '../stats/robust.ts';

/** A day's units, or whatever else is above 0; days that are not known are left out. */
export interface DayValue {
  day: Day;
  value: number;
}
/** From one day on the level is another. */
export interface Break {
  /** The first day of the new level. */
  day: Day;
  /** The new level over the old one. */
  times: number;
  /** Days with a value that the new level rests on so far. */
  days: number;
}
export interface BreakRules {
  /** Days that a level must last. */
  lasts: number;
  /** How many times another a level must be, up or down. */
  times: number;
  /** By how many times the logarithm of the days a break must better the fit. */
  penalty: number;
}
/**
 * Chosen on the demo by what it finds and how often it cries for nothing; `npm run bench -- watch` prints what that does in a
 * world of another seed.
 */
export const BREAK_RULES: BreakRules = { lasts: 7, times: 1.25, penalty: 1 };

/** From a gap of so many days on two neighbours say nothing of how a day follows on another. */
const NEIGHBOURS = 3;
/** Days after which what a listing does by chance is forgotten. */
const FORGOTTEN = 14;
const MAD_NORMAL = 1.4826;

/**
 * Days on which the level of a series broke: not every wobble, but where one constant after another fits so much better than
 * one constant for both that chance does not explain it. The best such division by PELT (Killick, Fearnhead & Eckley 2012,
 * JASA 107(500)), on logs. Days follow on each other, which plain methods take for breaks: the price of a break is reckoned
 * from the long-run variance (Lavielle & Moulines 2000), estimated from differences, which single breaks hardly move.
 * Spikes are drawn in to four deviations first. Nothing for fewer than two levels' days, or values of 0 and below.
 * @example breaksOf([]) // => []
 */
export const breaksOf = (series: readonly DayValue[], rules: BreakRules = BREAK_RULES): Break[] => {
  const known = series.filter((d) => d.value > 0).sort((a, b) => (a.day < b.day ? -1 : 1));
  if (known.length < 2 * rules.lasts) return [];
  const logs = known.map((d) => Math.log(d.value));
  const noise = noiseOf(
    known.map((d) => epochDay(d.day)),
    withoutStep(logs, rules.lasts),
  );
  const calm = drawnIn(logs, noise.spread);
  const price = rules.penalty * Math.log(calm.length) * noise.longRun;
  const starts = bestDivision(calm, price, rules.lasts);
  return levelsOf(known, calm, starts, rules);
};

/**
 * A series with its largest single step taken out: the levels on both sides of the place that parts it best. In a short
 * series one step would else be taken for the chance by which days lie apart, and never be found.
 */
const withoutStep = (logs: readonly number[], lasts: number): number[] => {
  const n = logs.length;
  const sums = [0];
  for (const x of logs) sums.push(sums.at(-1)! + x);
  const gain = (at: number): number => sums[at]! ** 2 / at + (sums[n]! - sums[at]!) ** 2 / (n - at);
  let best = lasts;
  for (let at = lasts; at <= n - lasts; at++) if (gain(at) > gain(best)) best = at;
  const [before, after] = [sums[best]! / best, (sums[n]! - sums[best]!) / (n - best)];
  return logs.map((x, i) => x - (i < best ? before : after));
};

/** How far days lie apart by chance: the deviation of a day, and the variance that a mean of many of them has, times their number. */
const noiseOf = (days: readonly number[], logs: readonly number[]): { spread: number; longRun: number } => {
  const differences = (lag: number, tolerance: number): number[] => {
    const found: number[] = [];
    for (let i = 0, j = 0; i < days.length; i++) {
      while (j < days.length && days[j]! - days[i]! < lag) j++;
      if (j < days.length && days[j]! - days[i]! <= lag + tolerance) found.push(Math.abs(logs[j]! - logs[i]!));
    }
    return found;
  };
  const varianceBy = (apart: readonly number[]): number => (MAD_NORMAL * (medianOf(apart) ?? 0)) ** 2 / 2;
  const near = varianceBy(differences(1, NEIGHBOURS - 1));
  const far = Math.max(varianceBy(differences(FORGOTTEN, FORGOTTEN)), near);
  const least = 1e-4;
  // Of a first-order course: differences of neighbours have (1 − ρ) of the variance of those far apart.
  const rho = Math.min(0.9, Math.max(0, 1 - near / Math.max(far, least)));
  return { spread: Math.sqrt(Math.max(far, least)), longRun: Math.max(far, least) * ((1 + rho) / (1 - rho)) };
};

/** Values further than four deviations from the middle of the days around them, drawn in to there. */
const drawnIn = (logs: readonly number[], spread: number): number[] =>
  logs.map((x, i) => {
    const from = Math.max(0, i - 5);
    const around = logs.slice(from, i + 6);
    // Near the mean of its days it is no spike: the middle need not be sought.
    const mean = around.reduce((sum, y) => sum + y, 0) / around.length;
    if (Math.abs(x - mean) < 2 * spread) return x;
    const middle = medianOf(around)!;
    return Math.min(middle + 4 * spread, Math.max(middle - 4 * spread, x));
  });

/**
 * First places of the levels of the division that costs least: squares around each mean, and a price for each break.
 * @param price what one more level costs, 0 or above, in squares of the values' unit
 * @param least values that a level has at least
 * @returns places in ascending order, the first always 0
 * @example bestDivision([1, 1, 1, 5, 5, 5], 1, 2) // => [0, 3]
 */
export const bestDivision = (values: readonly number[], price: number, least: number): number[] => {
  const n = values.length;
  const sums = new Float64Array(n + 1);
  const squares = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) {
    sums[i + 1] = sums[i]! + values[i]!;
    squares[i + 1] = squares[i]! + values[i]! ** 2;
  }
  const cost = (from: number, to: number): number =>
    squares[to]! - squares[from]! - (sums[to]! - sums[from]!) ** 2 / (to - from);
  const best = new Float64Array(n + 1).fill(Infinity);
  const before = new Int32Array(n + 1);
  best[0] = -price;
  const open = new Int32Array(n + 1);
  /** By the place of the beginning: from which end on it was dearer than another by more than a break; 0 while it is not. */
  const beatenAt = new Int32Array(n + 1);
  let count = 1;
  for (let to = least; to <= n; to++) {
    let left = 0;
    for (let k = 0; k < count; k++) {
      const from = open[k]!;
      // Beaten for good, once a level that began where it was beaten may end.
      if (beatenAt[from]! > 0 && to >= beatenAt[from]! + least) continue;
      open[left++] = from;
      const fit = best[from]! + cost(from, to);
      if (fit + price < best[to]!) {
        best[to] = fit + price;
        before[to] = from;
      }
    }
    count = left;
    for (let k = 0; k < count; k++) {
      const from = open[k]!;
      if (beatenAt[from] === 0 && best[from]! + cost(from, to) > best[to]!) beatenAt[from] = to;
    }
    if (to + 1 - least > 0 && to + 1 <= n) open[count++] = to + 1 - least;
  }
  const starts: number[] = [];
  for (let at = n; at > 0; at = before[at]!) starts.unshift(before[at]!);
  return starts;
};

const levelsOf = (
  known: readonly DayValue[],
  values: readonly number[],
  starts: readonly number[],
  { times }: BreakRules,
): Break[] => {
  const meanOf = (from: number, to: number): number =>
    values.slice(from, to).reduce((sum, x) => sum + x, 0) / (to - from);
  return starts.slice(1).flatMap((start, i) => {
    const end = starts[i + 2] ?? values.length;
    const ratio = Math.exp(meanOf(start, end) - meanOf(starts[i]!, start));
    return Math.abs(Math.log(ratio)) < Math.log(times) - 1e-9
      ? []
      : [{ day: known[start]!.day, times: ratio, days: end - start }];
  });
};

/** Days by which a rank lags behind what it follows: half of the week whose sales it sums up. */
export const RANK_LAG = 2;
/** A break seen in ranks began some days before. @example beforeRanks({ day: '2026-11-10', times: 2, days: 9 }).day // => "2026-11-08" */
export const beforeRanks = (found: Break): Break => ({ ...found, day: addDays(found.day, -RANK_LAG) });

/** Days after an empty shelf on which ranks still tell of it. */
const AFTERMATH = 7;

/**
 * The series in which breaks of a listing's level are looked for: units of a day by its rank, the season of its kind taken
 * out where it is known, or where no curve says what a rank is worth the rank itself, turned so that more is better; without the days on which nothing was in stock and the week after, which are told by themselves.
 * @example levelSeries([], null, null) // => []
 */
export const levelSeries = (
  readings: readonly Pick<Reading, 'day' | 'rank' | 'stock'>[],
  curve: RankCurve | null,
  within: Course | null,
): DayValue[] => {
  const told = new Set(
    readings.flatMap((r) =>
      r.stock === 0 ? Array.from({ length: AFTERMATH + 1 }, (_, i) => epochDay(r.day) + i) : [],
    ),
  );
  const isAftermath = (day: Day): boolean => told.size > 0 && told.has(epochDay(day));
  return readings.flatMap(({ day, rank }) =>
    rank === null || rank < 1 || isAftermath(day)
      ? []
      : [{ day, value: curve ? unitsAtRank(curve, rank) / (within?.season ? seasonOn(within, day) : 1) : 1 / rank }],
  );
};

/** Breaks of a listing's level by its ranks, each on the day on which it began. */
export const rankBreaks = (
  readings: readonly Pick<Reading, 'day' | 'rank' | 'stock'>[],
  curve: RankCurve | null,
  within: Course | null,
  rules: BreakRules = BREAK_RULES,
): Break[] => breaksOf(levelSeries(readings, curve, within), rules).map(beforeRanks);

/** Members of a group of whom a day must be known for the group's to be told. */
const ENOUGH_MEMBERS = 0.5;
const FEWEST_MEMBERS = 3;

/**
 * The level of a group day by day, 1 being its usual one: each member against its own middle, so that a large one weighs no
 * more than a small one and none moves the group by coming or going; the middle of those who were read. What single listings
 * do by chance cancels out: less shows than in one of them. Nothing for fewer than three members.
 * @example groupSeries([[{ day: '2026-11-24', value: 4 }]]) // => []
 */
export const groupSeries = (members: readonly (readonly DayValue[])[]): DayValue[] => {
  const known = members.map((m) => m.filter((d) => d.value > 0)).filter((m) => m.length > 0);
  if (known.length < FEWEST_MEMBERS) return [];
  const byDay = new Map<Day, number[]>();
  for (const member of known) {
    const usual = medianOf(member.map((d) => Math.log(d.value)))!;
    for (const { day, value } of member) {
      const there = byDay.get(day);
      if (there) there.push(Math.log(value) - usual);
      else byDay.set(day, [Math.log(value) - usual]);
    }
  }
  return [...byDay]
    .filter(([, offs]) => offs.length >= Math.max(FEWEST_MEMBERS, ENOUGH_MEMBERS * known.length))
    .map(([day, offs]) => ({ day, value: Math.exp(medianOf(offs)!) }))
    .sort((a, b) => (a.day < b.day ? -1 : 1));
};
