import { pageCraft } from '../src/listing-page/page-craft.ts';
import { codesFromText } from '../src/listing/codes.ts';
import { addDays } from '../src/measures/day.ts';
import { numberFromText } from '../src/money/money.ts';
import { readReview } from '../src/reviews/read-review.ts';
import { looksEnglish } from '../src/reviews/language.ts';
import { cleanText, copyKey, guardText } from '../src/reviews/text.ts';
import { themesOf, type ReviewFacts, type ThingSaid } from '../src/reviews/themes.ts';
import { wilson } from '../src/stats/intervals.ts';

/** Each took the reader of language minutes to hours as one text; the limit of a test ends what still does. */
const UNITS = [
  'http://',
  'https://a.b/',
  'www.',
  'a.',
  '-',
  '@',
  "'",
  '1,',
  '1.1.',
  '#',
  'a@b.',
  '(',
  ')',
  '😀',
  '\u200b',
  '\u202e',
  '&amp;',
  '&',
  '<',
  '<a ',
  '$1',
  '_',
  'a/',
  "n't ",
  "'s",
  '...',
  '5%',
  ':)',
  'é',
  '\u0301',
  'a-',
  '. ',
  'x.y@',
  '\u0000',
  ' ',
  '\n',
  '›',
];

describe('texts made to take long', () => {
  test.each(UNITS)('%j over and over is read like any other', (unit) => {
    const text = unit.repeat(Math.ceil(60_000 / unit.length));
    for (const odd of [text, `The clamp slips ${text}`, `${text} the clamp slips`]) {
      readReview({ title: odd, body: odd, stars: 2 });
      copyKey(cleanText(odd));
      looksEnglish(odd);
      numberFromText(odd.slice(0, 2000));
      codesFromText(odd, { host: 'quayside.example', addressPattern: 'https://quayside.example/l/{code}' });
      pageCraft({ title: odd, pictures: 1, bullets: [odd], description: odd });
    }
  });
  test('what is guarded is bounded, whatever comes in', () => {
    for (const unit of UNITS) {
      const guarded = guardText(unit.repeat(40_000));
      expect(guarded.length).toBeLessThan(17_000);
      for (const word of guarded.split(/\s+/)) expect(word.length).toBeLessThanOrEqual(40);
    }
  });
  test('ordinary words, accents, marks and addresses keep their meaning', () => {
    expect(guardText('Très joli!!! “Naïve” co-op, 3.5 mm…')).toBe('Très joli!!! “Naïve” co-op, 3.5 mm…');
    expect(cleanText('See https://quayside.example/x?y=1 for it')).toBe('See for it');
    expect(cleanText('a &lt;b&gt; is &quot;fine&quot; &eacute; &#8364;5')).toBe('a is "fine" é €5');
  });
});

describe('themes in one pass', () => {
  const today = '2026-11-24';
  const facts: ReviewFacts[] = Array.from({ length: 700 }, (_, i) => ({
    id: i + 1,
    listing: 1 + (i % 5),
    stars: 1 + ((i * 7) % 5),
    day: addDays(today, -((i * 13) % 500)),
  }));
  const said: ThingSaid[] = facts.flatMap((r, i) =>
    ['clamp', 'hinge', 'board'].slice(0, i % 4).map((aspect): ThingSaid => ({
      review: r.id,
      kind: i % 2 === 0 ? 'gripe' : 'praise',
      concept: 'holds',
      part: aspect,
      about: 'product',
      words: 'slips',
      sentence: `The ${aspect}, number ${i}.`,
    })),
  );
  test('tell what going through all reviews for each of them tells', () => {
    for (const theme of themesOf(said, facts, today)) {
      const ids = new Set(said.filter((m) => `${m.kind}/holds/${m.part}` === theme.key).map((m) => m.review));
      const having = facts.filter((r) => ids.has(r.id));
      const others = facts.filter((r) => !ids.has(r.id));
      const mean = (rows: ReviewFacts[]): number => rows.reduce((sum, r) => sum + r.stars, 0) / rows.length;
      const variance = (rows: ReviewFacts[]): number =>
        rows.reduce((sum, r) => sum + (r.stars - mean(rows)) ** 2, 0) / (rows.length - 1) / rows.length;
      expect(theme.reviews).toBe(having.length);
      expect(theme.interval).toEqual(wilson(having.length, facts.length));
      expect(theme.starPull!.value).toBeCloseTo(mean(having) - mean(others), 9);
      expect(theme.starPull!.high - theme.starPull!.value).toBeCloseTo(
        1.959964 * Math.sqrt(variance(having) + variance(others)),
        5,
      );
      const recent = facts.filter((r) => r.day >= addDays(today, -180));
      expect(theme.course.recent).toEqual({ hits: recent.filter((r) => ids.has(r.id)).length, of: recent.length });
      for (const { listing, reviews, of } of theme.byListing)
        expect([reviews, of]).toEqual([
          having.filter((r) => r.listing === listing).length,
          facts.filter((r) => r.listing === listing).length,
        ]);
    }
  });
});
