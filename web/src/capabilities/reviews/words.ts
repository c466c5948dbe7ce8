import { decimal, percent } from '../../ground/ui/format.ts';

export const KIND_MARK = { gripe: 'fails', praise: 'holds', wish: 'open' } as const;
export const OPPOSITE = { gripe: 'praise', praise: 'complain about' } as const;
export const MOVED = { rising: '↗ rising', falling: '↘ falling', steady: 'steady', unknown: 'too few' } as const;
/** Listings are named by letters where their titles have no room. */
export const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** A figure with its sign. @example signed(-1.24) // => "−1.2" */
export const signed = (x: number): string => `${x < 0 ? '−' : '+'}${decimal(Math.abs(x))}`;

/** A chance in words. @example chanceOf(0.0004) // => "less than 1 %" */
export const chanceOf = (p: number): string => (p < 0.01 ? 'less than 1 %' : percent(p));

/**
 * A sentence in three pieces, the words it was known by in the middle; all of it in the first where they are not found as
 * they stand, because short forms had been written out.
 * @example markedIn('The Lid leaks.', 'leaks') // => ["The Lid ","leaks","."]
 */
export const markedIn = (sentence: string, words: string | null): [before: string, marked: string, after: string] => {
  const at = words ? sentence.toLowerCase().indexOf(words) : -1;
  return at < 0 || !words
    ? [sentence, '', '']
    : [sentence.slice(0, at), sentence.slice(at, at + words.length), sentence.slice(at + words.length)];
};
