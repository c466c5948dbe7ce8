import { normalDraw, type Random } from './random.ts';

/** Three points of something uncertain: the least, the likeliest, the most. */
export interface ThreePoints {
  low: number;
  likely: number;
  high: number;
}

/** Mean of a three-point estimate (Malcolm, Roseboom, Clark & Fazar 1959). @example pertMean({ low: 0, likely: 3, high: 12 }) // => 4 */
export const pertMean = ({ low, likely, high }: ThreePoints): number => (low + 4 * likely + high) / 6;

/**
 * Variance as of 1959: a sixth of the span, squared. It is a rule of thumb and not that of the distribution which is drawn
 * from: `betaVariance`.
 * @example pertVariance({ low: 0, likely: 3, high: 12 }) // => 4
 */
export const pertVariance = ({ low, high }: ThreePoints): number => ((high - low) / 6) ** 2;

/** Variance of the beta distribution that `pertDraw` draws from: (μ − a)(b − μ) ÷ 7. @example betaVariance({ low: 0, likely: 6, high: 12 }) // => 5.142857142857143 */
export const betaVariance = (points: ThreePoints): number => {
  const mean = pertMean(points);
  return ((mean - points.low) * (points.high - mean)) / 7;
};

/** Shapes of the beta distribution over a span with the mean of a three-point estimate. @example betaShapes({ low: 0, likely: 3, high: 12 }) // => [2, 4] */
export const betaShapes = ({ low, likely, high }: ThreePoints): [alpha: number, beta: number] => [
  1 + (4 * (likely - low)) / (high - low),
  1 + (4 * (high - likely)) / (high - low),
];

/**
 * A draw from the beta distribution of a three-point estimate, by two gamma draws; the likely itself where there is no span.
 * The likeliest is taken to lie within the other two.
 */
export const pertDraw = (random: Random, { low, likely, high }: ThreePoints): number => {
  if (!(high > low)) return likely;
  const [alpha, beta] = betaShapes({ low, likely: Math.min(high, Math.max(low, likely)), high });
  const a = gammaDraw(random, alpha);
  return low + ((high - low) * a) / (a + gammaDraw(random, beta));
};

/** A gamma draw of shape 1 and more (Marsaglia & Tsang 2000). */
const gammaDraw = (random: Random, shape: number): number => {
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normalDraw(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - random()) < (x * x) / 2 + d - d * v + d * Math.log(v)) return d * v;
  }
};
