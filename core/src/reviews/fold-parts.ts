import { groupsOf } from '../stats/groups.ts';
import type { ThingSaid } from './themes.ts';

/** Parts that fewer reviews, or a smaller share of the concept's, speak of stand with the concept as a whole. */
const FEWEST_OF_PART = 3;
const LEAST_OF_PART = 0.02;

/**
 * The same things with those of parts that hardly anybody names put to those that name none; what was named stays with them.
 * It is done once for all reviews of some listings, so that a theme is the same whichever of them are looked at.
 * @example foldParts([{ review: 1, kind: 'gripe', concept: 'breaks', part: 'knob', about: 'product', words: null, sentence: 'The knob broke.' }])[0]?.part // => null
 */
export const foldParts = <Id>(said: readonly ThingSaid<Id>[]): ThingSaid<Id>[] => {
  const isKept = new Map<string, boolean>();
  for (const [concept, of] of groupsOf(said, (one) => `${one.kind}/${one.concept}`)) {
    const least = Math.max(FEWEST_OF_PART, LEAST_OF_PART * new Set(of.map((one) => one.review)).size);
    for (const [part, own] of groupsOf(of, (one) => one.part ?? ''))
      isKept.set(`${concept}/${part}`, new Set(own.map((one) => one.review)).size >= least);
  }
  return said.map((one) =>
    one.part === null || isKept.get(`${one.kind}/${one.concept}/${one.part}`)
      ? one
      : { ...one, part: null, named: one.part },
  );
};
