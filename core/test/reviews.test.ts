import { addDays } from '../src/measures/day.ts';
import { mentionsIn, type MentionKind } from '../src/reviews/mentions.ts';
import { copyKey, cleanText, looksEnglish } from '../src/reviews/text.ts';
import { themesOf, type ReviewFacts, type ThemeMention } from '../src/reviews/themes.ts';
import { LABELLED } from './fixtures/labelled-sentences.ts';

describe('text', () => {
  test('markup and entities go, quotes become even', () =>
    expect(cleanText('<p>It&rsquo;s&nbsp;“fine” &amp; <script>x</script>so</p>')).toBe('It\'s "fine" & x so'));
  test.each(['It doesn&rsquo;t hold', 'It doesn&#8217;t hold', 'It doesn&#x27;t hold', 'It doesn&amp;rsquo;t hold'])(
    'an entity does not turn a gripe into praise: %s',
    (text) => expect(mentionsIn(`${text}.`).map((m) => m.kind)).toEqual(['gripe']),
  );
  test('other languages are told from English', () => {
    expect(looksEnglish('The clamp slips after two days and does not hold at all.')).toBe(true);
    expect(looksEnglish('Très joli, mais les bords sont abîmés et la vis ne tient pas du tout.')).toBe(false);
    expect(looksEnglish('Muy bonito pero llegó roto y la caja estaba abierta.')).toBe(false);
    expect(looksEnglish('Super!')).toBe(true);
  });
  test('copies differ in signs and case at most', () =>
    expect(copyKey('Great, box - 5/5!')).toBe(copyKey('great box 5 5')));
});

describe('what a sentence says', () => {
  const said = (text: string) => mentionsIn(text).map((m) => `${m.kind} ${m.aspect ?? ''}: ${m.opinion}`);
  test.each([
    ['The clamp does not hold.', 'gripe clamp: not hold'],
    ['The lid never leaked.', 'praise lid: not leak'],
    ['The spindle no longer works.', 'gripe spindle: not work'],
    ['My paint pots don’t fit the wells.', 'gripe pot: not fit'],
    ['I wish it had holes for brushes.', 'wish hole: wish'],
    ['It should have a stronger hinge.', 'wish hinge: wish'],
  ])('%s', (text, expected) => expect(said(text)).toContain(expected));
  test('two clauses are two opinions', () =>
    expect(said('Nice wood, but the hinge is flimsy.')).toEqual(
      expect.arrayContaining(['gripe hinge: flimsy', 'praise wood: nice']),
    ));
  test('chatter says nothing', () =>
    expect(said('Bought it for my nephew. Arrived on Tuesday. It is what it says.')).toEqual([]));
  test('text is data: markup and odd signs do no harm', () =>
    expect(() => mentionsIn('<img src=x onerror=alert(1)> 😀😀 \u0000 ((( *** …')).not.toThrow());
});

test('a hand-labelled sample: precision and recall of kinds and aspects (our own labels, no source)', () => {
  let [hits, found, wanted, kindHits] = [0, 0, 0, 0];
  for (const { text, says } of LABELLED) {
    const mentions = mentionsIn(text);
    const expected = new Set(says.map(([kind, aspect]) => `${kind}/${aspect}`));
    const kinds = new Set<MentionKind>(says.map(([kind]) => kind));
    const got = new Set(mentions.filter((m) => m.aspect !== null).map((m) => `${m.kind}/${m.aspect}`));
    hits += [...got].filter((g) => expected.has(g)).length;
    found += got.size;
    wanted += expected.size;
    const gotKinds = new Set(mentions.map((m) => m.kind));
    kindHits += kinds.size === gotKinds.size && [...kinds].every((k) => gotKinds.has(k)) ? 1 : 0;
  }
  const figures = { precision: hits / found, recall: hits / wanted, kinds: kindHits / LABELLED.length };
  process.stdout.write(
    `labelled reviews: ${LABELLED.length} sentences, precision ${(100 * figures.precision).toFixed(0)} %, recall ${(100 * figures.recall).toFixed(0)} %, all kinds right ${(100 * figures.kinds).toFixed(0)} %\n`,
  );
  // Floors, so that a change for the worse is seen; the figures themselves are printed.
  expect(figures.precision).toBeGreaterThan(0.83);
  expect(figures.recall).toBeGreaterThan(0.66);
  expect(figures.kinds).toBeGreaterThan(0.81);
});

describe('themes', () => {
  const today = '2026-11-24';
  const facts: ReviewFacts[] = Array.from({ length: 100 }, (_, i) => ({
    id: i + 1,
    listing: i % 2 === 0 ? 1 : 2,
    stars: i < 30 ? 2 : 5,
    day: addDays(today, -i * 5),
  }));
  const mention = (review: number, change: Partial<ThemeMention> = {}): ThemeMention => ({
    review,
    kind: 'gripe',
    aspect: 'clamp',
    phrase: 'side clamp',
    opinion: 'slip',
    polarity: -2,
    sentence: `The side clamp slips, number ${review}.`,
    ...change,
  });
  const themes = themesOf(
    [
      ...Array.from({ length: 30 }, (_, i) => mention(i + 1)),
      mention(1),
      mention(40, { kind: 'praise', opinion: 'sturdy' }),
      mention(41, { kind: 'praise', opinion: 'sturdy' }),
      mention(999),
      mention(50, { aspect: 'box' }),
    ],
    facts,
    today,
  );
  const [clamp] = themes;
  test('a review counts once, whatever it repeats; single mentions and unknown reviews are left out', () => {
    expect(themes.map((t) => [t.key, t.reviews, t.thin])).toEqual([
      ['gripe/clamp', 30, false],
      ['praise/clamp', 2, true],
    ]);
    expect(clamp!.share).toBe(0.3);
  });
  test('share with Wilson’s interval, star pull with its own, by listing', () => {
    expect(clamp!.interval.low).toBeCloseTo(0.2189, 3);
    expect(clamp!.starPull).toEqual({ value: -3, low: -3, high: -3 });
    expect(clamp!.byListing).toEqual([
      { listing: 1, reviews: 15, of: 50 },
      { listing: 2, reviews: 15, of: 50 },
    ]);
  });
  test('lately against before: rising only when the intervals part', () => {
    expect(clamp!.recent).toMatchObject({ course: 'rising', before: 0 });
    expect(themesOf([mention(1), mention(2)], facts.slice(0, 30), today)[0]!.recent).toBeNull();
  });
  test('evidence: one sentence a review, typical length first, about what is mostly called', () => {
    expect(clamp!.about).toBe('side clamp');
    expect(new Set(clamp!.evidence.map((e) => e.review)).size).toBe(clamp!.evidence.length);
  });
});
