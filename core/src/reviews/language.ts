import { eld } from 'eld/small';

/** How much likelier another language must be: some short English texts look like several. Tried on reviews that were looked at. */
const CLEARLY = 0.1;

/**
 * True unless a text is clearly of another language, by the commonest strings of letters of sixty languages (the `eld`
 * package, after Cavnar & Trenkle 1994). What is too short to tell counts as English.
 * @example looksEnglish('Sehr gut, gerne wieder') // => false
 */
export const looksEnglish = (text: string): boolean => {
  const found = eld.detect(text);
  if (found.language === 'en' || !found.isReliable()) return true;
  const { en = 0, [found.language]: first = 0 } = found.getScores();
  return first - en < CLEARLY;
};
