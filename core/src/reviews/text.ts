import { decodeHTML } from 'entities';

/** No more of a text is read: longer than any honest review. */
export const LONGEST_TEXT = 16_000;
/** Longer runs without a blank are no words; readers of language take a time that grows with their cube. */
const LONGEST_WORD = 40;

/**
 * Text as it may be read by a program whatever it holds: of bounded length, without control, zero-width and direction
 * marks, without addresses, long runs of one sign cut to three and endless words parted.
 * @example guardText('so\u200B good!!!!!!!') // => "so good!!!"
 */
export const guardText = (text: string): string =>
  text
    .slice(0, LONGEST_TEXT)
    .toWellFormed()
    // Control and format characters: zero-width, direction, soft hyphens.
    .replace(/[\p{Cc}\p{Cf}]/gu, (sign) => (/\s/.test(sign) ? ' ' : ''))
    .replace(/\b(?:https?|ftp):\/\/\S*/gi, ' ')
    .replace(/([^\p{L}\p{N}\s])\1{3,}/gu, '$1$1$1')
    .replace(new RegExp(`\\S{${LONGEST_WORD}}(?=\\S)`, 'g'), '$& ');

/**
 * Review text as plain words: markup gone, entities decoded (HTML Living Standard, named character references), quotes and
 * blanks made even.
 * @example cleanText('It doesn&rsquo;t <b>hold</b>,  really') // => "It doesn't hold, really"
 */
export const cleanText = (text: string): string =>
  // Decoded twice: files of texts from web pages often hold entities of entities.
  guardText(decodeHTML(decodeHTML(text.slice(0, LONGEST_TEXT)).replace(/<[^<>]{0,200}>/g, ' ')))
    .replace(/<[^<>]{0,200}>/g, ' ')
    .replace(/[’‘`´]/g, "'")
    .replace(/[“”„]/g, '"')
    .replace(/\s+/g, ' ')
    .replace(/ ([,.;:!?])/g, '$1')
    .trim();

/** Common words that stand in nearly every English sentence. */
const ENGLISH = new Set(
  (
    'the a an and or but if of to in on at for with from by as is are was were be been it its this that these those i you he she we they my your our me ' +
    'not no so very have has had do does did will would can could just than then there when which who what all more too only after one out up'
  ).split(' '),
);

/** True when a text reads as English: too short to tell counts as English. @example looksEnglish('Die Klemme rutscht nach zwei Tagen ab und hält nicht') // => false */
export const looksEnglish = (text: string): boolean => {
  const words = text.toLowerCase().match(/\p{L}+/gu) ?? [];
  if (words.length < 6) return true;
  return words.filter((w) => ENGLISH.has(w)).length / words.length >= 0.15;
};

/** The text without case, signs and blanks: copies of one review have the same. @example copyKey('Great!  Box') // => "great box" */
export const copyKey = (text: string): string => (text.toLowerCase().match(/[\p{L}\p{N}]+/gu) ?? []).join(' ');
