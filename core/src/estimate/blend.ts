import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { unknown, type Figure, type KnownFigure } from '../documents/figure.ts';
import { chiSquareTail, Z80 } from '../stats/intervals.ts';

export interface NamedFigure {
  name: string;
  figure: Figure;
  /** Which of two that contradict each other beyond reason is left out: the less trusted. */
  trust?: number;
}

/** What two of the estimates are off by together, as the covariance of their logs, by their places in the list. */
export type Shared = (a: number, b: number) => number;

/** Largest over smallest estimate above which they are said to disagree. */
const WIDEST_RATIO = 2;
/** Standard deviation of a log from which an estimate is too loose to be held against others by its ratio. */
const LOOSEST = 0.75;
/** Standard deviations and times that an estimate lies off all others, from which it is left out. */
const BEYOND_REASON = { deviations: 4, ratio: 4 } as const;

/**
 * Several estimates of the same units as one: the mean of the logs, weighted by generalised least squares (Aitken 1936;
 * from memory): by the inverse of each one's variance where they share nothing, less where what they are off by is the same.
 * When they disagree more than their intervals allow (ratio above 2, or χ² of heterogeneity at 5 %) the interval is
 * widened by √(χ² ÷ degrees) (Birge's ratio) and at least to the distance of the outer estimates, and it is said. One that
 * contradicts the others beyond reason (four standard deviations and four times) is left out, and named.
 * Estimates of 0 have no log and are left out, which is said. Unknown when none is left.
 * Check (common practice, no source): 49 and 60 blend to about 54, beside a count of 55.
 */
export const blend = (estimates: readonly NamedFigure[], shared: Shared = () => 0): Figure => {
  const known = estimates.flatMap((e, place) => (e.figure.known ? [{ ...e, figure: e.figure, place }] : []));
  const usable = known.filter((e) => e.figure.value > 0);
  const only = usable.length === 0 ? known[0] : usable.length === 1 ? usable[0] : undefined;
  if (only) return alone(only);
  if (usable.length === 0)
    return unknown(
      estimates
        .map((e) => (e.figure.known ? '' : `${e.name}: ${e.figure.reason}`))
        .join(' ')
        .trim() || 'Nothing to estimate from.',
    );
  const off = beyondReason(usable, shared);
  if (off) {
    const rest = blend(
      estimates.map((e, place) => (place === off.place ? { ...e, figure: unknown('Left out.') } : e)),
      shared,
    );
    if (!rest.known) return rest;
    const times = Math.max(off.figure.value / rest.value, rest.value / off.figure.value);
    const warning = `${off.name} is left out: its ${inWords(off.figure)} lie ${Math.round(times).toLocaleString('en-GB')} times off what the rest says, which chance does not explain.`;
    return { ...rest, working: { ...rest.working, warnings: [...rest.working.warnings, warning] } };
  }

  const {
    weights,
    spread: narrow,
    mean,
    heterogeneity,
    degrees,
    ratio,
    sureRatio,
    disagree,
  } = together(usable, shared);
  let spread = narrow;
  if (disagree)
    spread = Math.max(spread * Math.sqrt(Math.max(1, heterogeneity / degrees)), Math.log(sureRatio) / (2 * Z80));
  const value = Math.exp(mean);
  return {
    known: true,
    value,
    low: value * Math.exp(-Z80 * spread),
    high: value * Math.exp(Z80 * spread),
    working: {
      method: 'The ways of counting together, the surer ones weighing more.',
      inputs: usable.map(({ name, figure }, i) => ({
        label: name,
        value: `${inWords(figure)} (${Math.round(figure.low)}–${Math.round(figure.high)}), weight ${Math.round(100 * weights[i]!)} %`,
      })),
      warnings: [
        ...(disagree
          ? [
              `The ways of counting disagree: the largest is ${ratio.toFixed(1)} times the smallest. The interval is widened.`,
            ]
          : []),
        ...(usable.length < known.length ? ['An estimate of 0 was left out: it has no weight beside the others.'] : []),
      ],
    },
  };
};

interface Placed extends NamedFigure {
  figure: KnownFigure;
  place: number;
}

const inWords = ({ value }: KnownFigure): string => String(Math.round(value));

/** Of estimates that leave no room for each other: the one that the others speak against, or of two the less trusted. */
const beyondReason = (usable: readonly Placed[], shared: Shared): Placed | null => {
  let worst: { at: number; deviations: number } | null = null;
  for (const [at, one] of usable.entries()) {
    const others = usable.filter((_, i) => i !== at);
    const rest = together(others, shared);
    const apart = Math.abs(Math.log(one.figure.value) - rest.mean);
    const common = others.reduce((sum, o, i) => sum + rest.weights[i]! * shared(one.place, o.place), 0);
    const variance = Math.max(1e-4, logVariance(one.figure) + rest.spread ** 2 - 2 * common);
    const deviations = apart / Math.sqrt(variance);
    if (deviations < BEYOND_REASON.deviations || apart < Math.log(BEYOND_REASON.ratio)) continue;
    if (!worst || deviations > worst.deviations) worst = { at, deviations };
  }
  if (!worst) return null;
  if (usable.length > 2) return usable[worst.at]!;
  return (usable[0]!.trust ?? 0) < (usable[1]!.trust ?? 0) ? usable[0]! : usable[1]!;
};

/** The mean of the logs of figures above 0 by generalised least squares, and how far they lie apart. */
const together = (placed: readonly Pick<Placed, 'figure' | 'place'>[], shared: Shared = () => 0) => {
  const logs = placed.map(({ figure }) => Math.log(figure.value));
  const variances = placed.map(({ figure }) => logVariance(figure));
  const covariance = Matrix.zeros(placed.length, placed.length);
  for (const [i, a] of placed.entries()) {
    covariance.set(i, i, variances[i]!);
    for (const [j, b] of placed.slice(0, i).entries()) {
      // Shared by nearly all of the surer one: kept a little below, or the other could take its weight and more.
      const most = 0.95 * Math.min(variances[i]!, variances[j]!);
      const both = Math.max(0, Math.min(most, shared(a.place, b.place)));
      covariance.set(i, j, both);
      covariance.set(j, i, both);
    }
  }
  const inverse = new CholeskyDecomposition(covariance).solve(Matrix.eye(placed.length));
  const sums = inverse.to2DArray().map((row) => row.reduce((sum, x) => sum + x, 0));
  const total = sums.reduce((sum, x) => sum + x, 0);
  const weights = sums.map((x) => x / total);
  const mean = logs.reduce((sum, log, i) => sum + log * weights[i]!, 0);
  const off = Matrix.columnVector(logs.map((log) => log - mean));
  const heterogeneity = off.transpose().mmul(inverse).mmul(off).get(0, 0);
  const degrees = placed.length - 1;
  // Of those that claim to know: one that may be ten times off cannot be said to disagree for being three times off.
  const sure = placed.filter((_, i) => variances[i]! < LOOSEST ** 2).map(({ figure }) => figure.value);
  const sureRatio = sure.length > 1 ? Math.max(...sure) / Math.min(...sure) : 1;
  const values = placed.map(({ figure }) => figure.value);
  const ratio = Math.max(...values) / Math.min(...values);
  const disagree = degrees > 0 && (sureRatio > WIDEST_RATIO || chiSquareTail(heterogeneity, degrees) < 0.05);
  return { weights, spread: Math.sqrt(1 / total), mean, heterogeneity, degrees, ratio, sureRatio, disagree };
};

/**
 * Whether two or more figures above 0 lie further apart than their intervals allow, by the blend's own measure, and the
 * largest over the smallest.
 */
export const apart = (figures: readonly KnownFigure[]): { ratio: number; disagree: boolean } => {
  const { ratio, disagree } = together(figures.map((figure, place) => ({ figure, place })));
  return { ratio, disagree };
};

const alone = ({ name, figure }: { name: string; figure: KnownFigure }): KnownFigure => ({
  ...figure,
  working: {
    ...figure.working,
    warnings: [...figure.working.warnings, `Only one way of counting is there: ${name.toLowerCase()}.`],
  },
});

/** Variance of the log that gives the figure's interval of 80 %; at least that of ± 2 %, so that none decides alone. */
export const logVariance = (figure: KnownFigure): number => {
  const low = Math.max(figure.low, figure.value / 100);
  return Math.max(Math.log(figure.high / low) / (2 * Z80), 0.02) ** 2;
};
