import jstat from 'jstat';

/** Standard normal quantiles used for two-sided intervals. From memory; checked against the distribution in the tests. */
export const Z80 = 1.2815515655446004;
export const Z95 = 1.959963984540054;

export interface Interval {
  low: number;
  high: number;
}

/**
 * Wilson's score interval of a proportion, 95 % unless another z is given. Null when n is 0.
 * Source: Wilson, E. B. (1927), JASA 22; worked values in Newcombe (1998), Stat. Med. 17.
 * @example wilson(0, 20)?.low // => 0
 */
export const wilson = (hits: number, n: number, z: number = Z95): Interval | null => {
  if (n <= 0) return null;
  const p = hits / n;
  const z2 = z * z;
  const centre = (p + z2 / (2 * n)) / (1 + z2 / n);
  const half = (z / (1 + z2 / n)) * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n));
  return { low: hits === 0 ? 0 : Math.max(0, centre - half), high: hits === n ? 1 : Math.min(1, centre + half) };
};

/**
 * Exact interval of a Poisson mean after counting k, from the χ² quantiles; 80 % unless told otherwise.
 * Source: Garwood, F. (1936), Biometrika 28.
 * @example poissonInterval(0, 0.95).low // => 0
 */
export const poissonInterval = (k: number, confidence = 0.8): Interval => {
  const tail = (1 - confidence) / 2;
  return {
    low: k === 0 ? 0 : jstat.chisquare.inv(tail, 2 * k) / 2,
    high: jstat.chisquare.inv(1 - tail, 2 * (k + 1)) / 2,
  };
};

/** Upper tail of the χ² distribution: how often chance alone gives x or more. @example chiSquareTail(0, 2) // => 1 */
export const chiSquareTail = (x: number, degrees: number): number => 1 - jstat.chisquare.cdf(x, degrees);

/**
 * How likely at most `hits` of `n` are, each being one with a probability of its own: the binomial distribution, by the
 * incomplete beta function.
 * @example atMostOf(1, 2, 0.5) // => 0.75
 */
export const atMostOf = (hits: number, n: number, probability: number): number =>
  hits < 0 ? 0 : hits >= n ? 1 : 1 - jstat.beta.cdf(probability, hits + 1, n - hits);
