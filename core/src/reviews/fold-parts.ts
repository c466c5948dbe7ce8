import type { ThingSaid } from './themes.ts';

/** Parts that fewer reviews, or a smaller share of the concept's, speak of stand with the concept as a whole. */
const FEWEST_OF_PART = 3;
const LEAST_OF_PART = 0.02;

/**
 * The same things with those of parts that hardly anybody names put to those that name none; what was named stays with them.
 * Those of one review follow each other. It is done once for all reviews of some listings, so that a theme is the same whichever of them are looked at.
 * @example foldParts([{ review: 1, kind: 'gripe', concept: 'breaks', part: 'knob', about: 'product', words: null, sentence: 'The knob broke.' }])[0]?.part // => null
 */
export const foldParts = <Id>(said: readonly ThingSaid<Id>[]): ThingSaid<Id>[] => {
  // Reviews of each concept and of each of its parts; those of one review follow each other.
  const counts = new Map<string, { last: Id | null; n: number }>();
  const count = (key: string, review: Id): void => {
    const own = counts.get(key);
    if (!own) counts.set(key, { last: review, n: 1 });
    else if (own.last !== review) {
      own.last = review;
      own.n++;
    }
  };
  for (const { kind, concept, part, review } of said) {
    count(`${kind}/${concept}`, review);
    if (part !== null) count(`${kind}/${concept}/${part}`, review);
  }
  return said.map((one) => {
    const { kind, concept, part } = one;
    if (part === null) return one;
    const least = Math.max(FEWEST_OF_PART, LEAST_OF_PART * counts.get(`${kind}/${concept}`)!.n);
    return counts.get(`${kind}/${concept}/${part}`)!.n >= least ? one : { ...one, part: null, named: part };
  });
};
