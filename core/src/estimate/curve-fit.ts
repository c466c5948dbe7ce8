import type { Day } from '../measures/day.ts';
import { MAD_SCALE, medianOf, quantileOf } from '../stats/robust.ts';
import { rankAtUnits, unitsAtRank, type RankCurve } from './rank-curve.ts';
import { tidyReadings, type Reading } from './reading.ts';
import { stockSteps, type OwnCount } from './stock-counts.ts';
import { dailyUnits } from './units.ts';

/** A listing whose sales were counted, and the rank it had meanwhile. */
export interface CurvePoint {
  code: string;
  /** The rank at which the curve before would give the same as its daily ranks did, averaged. */
  rank: number;
  unitsPerDay: number;
  /** Pieces counted, and the days they were counted on. */
  units: number;
  days: number;
}

/** What a version of a curve was fitted on; kept with it. */
export interface CurveFit {
  /** Fewer than six points: the shape is the earlier curve's, moved up or down, and a guess. */
  guess: boolean;
  /** Counts of the seller's own alone, or all stock that was read as well. */
  counts: 'own' | 'all';
  /** The curve whose shape it leans on. */
  base: RankCurve;
  points: CurvePoint[];
}

/** Points from which a curve is fitted rather than guessed. */
export const ENOUGH_POINTS = 6;
/** Days and pieces that a listing's counts must hold to be a point. */
export const ENOUGH_COUNTED = { days: 14, units: 5 } as const;

/**
 * A listing as a point of a curve: its pieces a day by stock counts, and the rank that stands for its daily ranks over the
 * same days. Null with fewer than 14 days or 5 pieces counted, or without a rank.
 */
export const curvePoint = (
  code: string,
  readings: readonly Reading[],
  own: readonly OwnCount[],
  curve: RankCurve,
  until: Day,
  counts: CurveFit['counts'],
): CurvePoint | null => {
  const steps = stockSteps(readings, until, 90, own).filter((s) => s.kind === 'sold' && (counts === 'all' || s.own));
  const days = steps.reduce((sum, s) => sum + s.days, 0);
  const units = steps.reduce((sum, s) => sum + s.pieces, 0);
  const [first, last] = [steps[0], steps.at(-1)];
  if (!first || !last || days < ENOUGH_COUNTED.days || units < ENOUGH_COUNTED.units) return null;
  const ranked = dailyUnits(
    tidyReadings(readings, until).filter((r) => r.day > first.from && r.day <= last.to),
    curve,
    until,
  );
  if (ranked.length === 0) return null;
  const mean = ranked.reduce((sum, d) => sum + d.units, 0) / ranked.length;
  return { code, rank: Math.max(1, rankAtUnits(curve, mean)), unitsPerDay: units / days, units, days };
};

export interface FittedCurve {
  curve: Pick<RankCurve, 'knots' | 'residual'>;
  guess: boolean;
  /** Natural log of counted over fitted units, in the order of the points. */
  residuals: number[];
  /** How it was made and what to be wary of. */
  sentences: string[];
}

/** Counted listings that the earlier curve’s slope weighs like. */
const LEAN = 0.3;
/** Huber's constant: 95 % as sharp as least squares on normal errors (Huber 1964; from memory). */
const HUBER = 1.345;
const ROUNDS = 30;

/**
 * Fits a curve to counted listings: straight pieces on log–log axes that never rise (non-negative slopes by coordinate
 * descent), with Huber's weights (Huber 1964, Ann. Math. Statist. 35) so that a wild count does not drag it, leaning on
 * the earlier curve's slopes where points are few. Beyond the points the earlier curve goes on, moved to meet it. Under
 * six points only the height is fitted, which is a guess and said to be one. Null without a point.
 */
export const fitCurve = (points: readonly CurvePoint[], base: RankCurve): FittedCurve | null => {
  const usable = points.filter((p) => p.rank >= 1 && p.unitsPerDay > 0);
  if (usable.length === 0) return null;
  const off = usable.map((p) => Math.log(p.unitsPerDay / unitsAtRank(base, p.rank)));
  const guess = usable.length < ENOUGH_POINTS;
  const curve = guess ? moved(base, off) : refitted(usable, base);
  const residuals = points.map((p) =>
    p.unitsPerDay > 0 ? Math.log(p.unitsPerDay / unitsAtRank(curve, p.rank)) : Number.NEGATIVE_INFINITY,
  );
  const sentences = guess
    ? [
        `${usable.length === 1 ? 'One counted listing is' : `${usable.length} counted listings are`} too few for a curve: the earlier one was moved ${moveInWords(medianOf(off)!)}. This is a guess; six make a fit.`,
      ]
    : [
        `Fitted to ${usable.length} counted listings, ranks ${Math.round(Math.min(...usable.map((p) => p.rank)))} to ${Math.round(Math.max(...usable.map((p) => p.rank)))}; beyond them the earlier curve goes on.`,
      ];
  return { curve, guess, residuals, sentences };
};

const moveInWords = (log: number): string => {
  const percent = Math.round(100 * (Math.exp(log) - 1));
  return percent === 0 ? 'by nothing' : percent > 0 ? `up by ${percent} %` : `down by ${-percent} %`;
};

/** The earlier curve, moved up or down by the median of what the points lie off it. */
const moved = (base: RankCurve, off: readonly number[]): FittedCurve['curve'] => {
  const by = Math.exp(medianOf(off)!);
  return {
    knots: base.knots.map((k) => ({ rank: k.rank, unitsPerDay: tidyNumber(k.unitsPerDay * by) })),
    residual: base.residual,
  };
};

const refitted = (points: readonly CurvePoint[], base: RankCurve): FittedCurve['curve'] => {
  const xs = points.map((p) => Math.log(p.rank));
  const ys = points.map((p) => Math.log(p.unitsPerDay));
  const pieces = Math.min(5, Math.max(1, Math.floor(points.length / 6)));
  const knots = distinct(Array.from({ length: pieces + 1 }, (_, i) => quantileOf(xs, i / pieces)!));
  if (knots.length < 2)
    return moved(
      base,
      points.map((p) => Math.log(p.unitsPerDay / unitsAtRank(base, p.rank))),
    );
  const baseLog = (x: number): number => Math.log(unitsAtRank(base, Math.exp(x)));
  const lengths = knots.slice(1).map((k, j) => k - knots[j]!);
  // How far each point lies along each piece: units fall by slope × that.
  const along = xs.map((x) => lengths.map((length, j) => Math.min(length, Math.max(0, x - knots[j]!))));
  const lean = lengths.map((length, j) => Math.max(0, (baseLog(knots[j]!) - baseLog(knots[j + 1]!)) / length));
  const slopes = [...lean];
  let level = ys.reduce((sum, y, i) => sum + y + fall(along[i]!, slopes), 0) / ys.length;
  // A count of few pieces is a loose one: its Poisson error comes on top of what listings differ by.
  const trust = points.map((p) => base.residual ** 2 / (base.residual ** 2 + 1 / p.units));
  for (let round = 0; round < ROUNDS; round++) {
    const rest = ys.map((y, i) => y - (level - fall(along[i]!, slopes)));
    const scale = Math.max(0.02, MAD_SCALE * medianOf(rest.map(Math.abs))!);
    const weights = rest.map((r, i) => trust[i]! * Math.min(1, (HUBER * scale) / Math.max(1e-12, Math.abs(r))));
    const total = weights.reduce((sum, w) => sum + w, 0);
    for (let sweep = 0; sweep < 40; sweep++) {
      level = ys.reduce((sum, y, i) => sum + weights[i]! * (y + fall(along[i]!, slopes)), 0) / total;
      for (let j = 0; j < slopes.length; j++) {
        let over = LEAN * lengths[j]! ** 2 * lean[j]!;
        let under = LEAN * lengths[j]! ** 2;
        for (let i = 0; i < ys.length; i++) {
          const a = along[i]![j]!;
          const without = level - fall(along[i]!, slopes) + slopes[j]! * a - ys[i]!;
          over += weights[i]! * a * without;
          under += weights[i]! * a * a;
        }
        slopes[j] = Math.max(0, over / under);
      }
    }
  }
  const rest = ys.map((y, i) => y - (level - fall(along[i]!, slopes)));
  const free = Math.max(1, points.length - slopes.length - 1);
  const residual = MAD_SCALE * medianOf(rest.map(Math.abs))! * Math.sqrt(points.length / free);
  const heights = knots.map(
    (k) =>
      level -
      fall(
        lengths.map((length, j) => Math.min(length, Math.max(0, k - knots[j]!))),
        slopes,
      ),
  );
  return { knots: joined(knots, heights, base, baseLog), residual: Math.max(0.05, tidyNumber(residual)) };
};

const fall = (along: readonly number[], slopes: readonly number[]): number => {
  let sum = 0;
  for (let j = 0; j < slopes.length; j++) sum += along[j]! * slopes[j]!;
  return sum;
};

const distinct = (sorted: readonly number[]): number[] => {
  const kept: number[] = [];
  for (const x of sorted) if (kept.length === 0 || x - kept.at(-1)! > 0.05) kept.push(x);
  return kept;
};

/** The fitted pieces, with the earlier curve beyond both ends, moved to meet them. */
const joined = (
  xs: readonly number[],
  heights: readonly number[],
  base: RankCurve,
  baseLog: (x: number) => number,
): RankCurve['knots'] => {
  const [first, last] = [xs[0]!, xs.at(-1)!];
  const beyond = (k: RankCurve['knots'][number], at: number, height: number) => ({
    rank: k.rank,
    unitsPerDay: Math.exp(Math.log(k.unitsPerDay) + height - baseLog(at)),
  });
  const all = [
    ...base.knots.filter((k) => Math.log(k.rank) < first - 0.05).map((k) => beyond(k, first, heights[0]!)),
    ...xs.map((x, i) => ({ rank: Math.max(1, tidyNumber(Math.exp(x))), unitsPerDay: Math.exp(heights[i]!) })),
    ...base.knots.filter((k) => Math.log(k.rank) > last + 0.05).map((k) => beyond(k, last, heights.at(-1)!)),
  ];
  let before = Infinity;
  return all.map((k) => {
    before = Math.min(before, tidyNumber(k.unitsPerDay));
    return { rank: k.rank, unitsPerDay: before };
  });
};

const tidyNumber = (x: number): number => Number(x.toPrecision(5));
