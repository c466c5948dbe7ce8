// Called millions of times: each look-up of a global costs, in test runners most of all.
const { cos, exp, imul, log, max, PI, round, sqrt } = Math;

/** A seeded stream of numbers in [0, 1): the same seed gives the same stream. */
export type Random = () => number;

/** 32-bit hash of a text (FNV-1a), to derive a seed from a name. @example hashText('') // => 2166136261 */
export const hashText = (text: string): number => {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = imul(h ^ text.charCodeAt(i), 0x01000193);
  return h >>> 0;
};

/** Mulberry32, a small generator that is good enough for simulation, not for secrets. @example randomFrom(1)() === randomFrom(1)() // => true */
export const randomFrom = (seed: number): Random => {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = imul(state ^ (state >>> 15), state | 1);
    t ^= t + imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
};

/** A standard normal draw (Box & Muller 1958). */
export const normalDraw = (random: Random): number => sqrt(-2 * log(1 - random())) * cos(2 * PI * random());

/** A Poisson draw: Knuth's product below a mean of 30, a rounded normal above. Never negative. */
export const poissonDraw = (random: Random, mean: number): number => {
  if (mean <= 0) return 0;
  if (mean > 30) return max(0, round(mean + sqrt(mean) * normalDraw(random)));
  const limit = exp(-mean);
  let k = 0;
  for (let product = random(); product > limit; product *= random()) k++;
  return k;
};
