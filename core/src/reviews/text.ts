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

/** The text without case, signs and blanks: copies of one review have the same. @example copyKey('Great!  Box') // => "great box" */
export const copyKey = (text: string): string =>
  // Most texts are plain: what only other letters need takes several times as long.
  (
    (PLAIN.test(text) ? text.toLowerCase().match(/[a-z0-9]+/g) : text.toLowerCase().match(/[\p{L}\p{N}]+/gu)) ?? []
  ).join(' ');
const PLAIN = /^[\0-\x7f]*$/;
