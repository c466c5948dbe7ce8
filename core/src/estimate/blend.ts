import { unknown, type Figure, type KnownFigure } from '../documents/figure.ts';
import { chiSquareTail, Z80 } from '../stats/intervals.ts';

export interface NamedFigure {
  name: string;
  figure: Figure;
}

/** Largest over smallest estimate above which they are said to disagree. */
const WIDEST_RATIO = 2;

/**
 * Several estimates of the same units as one: the mean of the logs, each weighted by the inverse of its variance.
 * When they disagree more than their intervals allow (ratio above 2, or χ² of heterogeneity at 5 %) the interval is
 * widened by √(χ² ÷ degrees) (Birge's ratio) and at least to the distance of the outer estimates, and it is said.
 * Estimates of 0 have no log and are left out, which is said. Unknown when none is left.
 * Check (common practice, no source): 49 and 60 blend to about 54, beside a count of 55.
 */
export const blend = (estimates: readonly NamedFigure[]): Figure => {
  const known = estimates.filter((e): e is { name: string; figure: KnownFigure } => e.figure.known);
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

  const { weights, weightSum, mean, heterogeneity, degrees, ratio, disagree } = together(usable.map((e) => e.figure));
  let spread = Math.sqrt(1 / weightSum);
  if (disagree)
    spread = Math.max(spread * Math.sqrt(Math.max(1, heterogeneity / degrees)), Math.log(ratio) / (2 * Z80));
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
        value: `${Math.round(figure.value)} (${Math.round(figure.low)}–${Math.round(figure.high)}), weight ${Math.round((100 * weights[i]!) / weightSum)} %`,
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

/** The weighted mean of the logs of figures above 0, and how far they lie apart. */
const together = (figures: readonly KnownFigure[]) => {
  const logs = figures.map((figure) => ({ log: Math.log(figure.value), variance: logVariance(figure) }));
  const weights = logs.map((l) => 1 / l.variance);
  const weightSum = weights.reduce((sum, w) => sum + w, 0);
  const mean = logs.reduce((sum, l, i) => sum + l.log * weights[i]!, 0) / weightSum;
  const heterogeneity = logs.reduce((sum, l, i) => sum + weights[i]! * (l.log - mean) ** 2, 0);
  const degrees = figures.length - 1;
  const values = figures.map((f) => f.value);
  const ratio = Math.max(...values) / Math.min(...values);
  const disagree = ratio > WIDEST_RATIO || chiSquareTail(heterogeneity, degrees) < 0.05;
  return { weights, weightSum, mean, heterogeneity, degrees, ratio, disagree };
};

/**
 * Whether two or more figures above 0 lie further apart than their intervals allow, by the blend's own measure, and the
 * largest over the smallest.
 */
export const apart = (figures: readonly KnownFigure[]): { ratio: number; disagree: boolean } => {
  const { ratio, disagree } = together(figures);
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
const logVariance = (figure: KnownFigure): number => {
  const low = Math.max(figure.low, figure.value / 100);
  return Math.max(Math.log(figure.high / low) / (2 * Z80), 0.02) ** 2;
};
