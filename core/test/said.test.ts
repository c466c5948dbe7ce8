// What a review says by concepts: kinds, scope of negation, others' products, wishes; themes and their course.
import { describe, expect, test } from '@jest/globals';
import { CONCEPTS } from '@kettle/core/reviews/concepts';
import { partFinder } from '@kettle/core/reviews/parts';
import { foldParts } from '../src/reviews/fold-parts.ts';
import { readReview, sentencesOf } from '@kettle/core/reviews/read-review';
import { themeName } from '@kettle/core/reviews/theme-names';
import { themesOf, type ReviewFacts, type ThingSaid } from '@kettle/core/reviews/themes';
import { writtenOut } from '@kettle/core/reviews/written-out';
import { fisherExact, newcombe } from '@kettle/core/stats/shares';
import { labelledReviews } from './reviews/labelled.ts';

const said = (body: string, stars = 3, title = ''): string[] =>
  readReview({ title, body, stars }, partFinder()).map((s) => `${s.kind} ${s.concept}${s.part ? ` ${s.part}` : ''}`);

describe('a sentence is judged by its clauses', () => {
  test.each([
    ['The lid leaks.', ['gripe leaks']],
    ['The lid does not leak.', ['praise leaks']],
    ['It has never once leaked on me.', ['praise leaks']],
    ['Lovely colour, but the handle snapped.', ['praise picture', 'gripe breaks handle']],
    ['My old one leaked, this one keeps my papers dry.', ['praise leaks']],
    ['I wish it were lighter.', ['wish weight']],
    ['Please add a spare seal.', ['wish missing seal']],
    ['No instructions at all.', ['gripe instructions']],
    ['The hinge is stiff and the strap came off.', ['gripe mechanism hinge', 'gripe breaks strap']],
  ])('%s', (text, expected) => expect(said(text)).toEqual(expect.arrayContaining(expected)));

  test('what other products do is not said of this one', () =>
    expect(said('Three other brands leaked.', 5)).not.toContain('gripe leaks'));
  test('a title is read as a sentence of its own', () =>
    expect(readReview({ title: 'Leaks', body: 'Second day.', stars: 1 })).toMatchObject([
      { concept: 'leaks', place: 0 },
    ]));
  test('stars decide what the wording leaves open, and nothing where it speaks', () => {
    expect(said('About the battery I could write a novel.', 1)).toEqual(['gripe battery']);
    expect(said('About the battery I could write a novel.', 5)).toEqual(['praise battery']);
    expect(said('It leaks.', 5)).toEqual(['praise leaks']);
    expect(said('Beautiful. It leaks though.', 4)).toEqual(['praise looks', 'gripe leaks']);
  });
  test('whose fault it is: the page’s, the carrier’s, the seller’s', () => {
    const about = (body: string): string[] => readReview({ title: '', body, stars: 1 }).map((s) => s.about);
    expect(about('It looks nothing like the picture.')).toContain('page');
    expect(about('It arrived late.')).toEqual(['delivery']);
    expect(about('The seller never replied.')).toEqual(['seller']);
    expect(about('Overpriced.')).toEqual(['price']);
  });
});

describe('texts of strangers', () => {
  test.each([
    ['one repeated sign', '!'.repeat(100_000)],
    ['one unbroken word', 'a'.repeat(1_000_000)],
    ['a negation over and over', 'not '.repeat(4_000)],
    ['a gap over and over', 'keeps it keeps it '.repeat(2_000)],
    ['signs between', 'keep - - - - '.repeat(1_500)],
    ['addresses', 'http://a.example/'.repeat(3_000)],
    ['markup', '<b>'.repeat(5_000)],
    ['zero-width', 'le\u200Bak\u200Bs '.repeat(500)],
    ['right to left', '\u202Eskael ti\u202C '.repeat(500)],
    ['emoji', '😀👍🏽'.repeat(2_000)],
  ])('%s is read in bounded time and does no harm', (_, text) => {
    expect(() => readReview({ title: text, body: text, stars: 2 }, partFinder())).not.toThrow();
  });
  test('sentences end at signs of their own, short forms are written out', () => {
    expect(sentencesOf('Good. It costs 9.50 a piece! "Really?" Yes.')).toEqual([
      'Good.',
      'It costs 9.50 a piece!',
      '"Really?"',
      'Yes.',
    ]);
    expect(writtenOut("I'd say they're fine; we've tried, it'll do")).toBe(
      'i would say they are fine; we have tried, it will do',
    );
  });
});

describe('concepts are data', () => {
  test('each has a name for either side, and wordings that are patterns', () => {
    expect(new Set(CONCEPTS.map((c) => c.id)).size).toBe(CONCEPTS.length);
    for (const c of CONCEPTS) {
      for (const words of [...c.gripes, ...c.praises, ...c.topic]) expect(() => new RegExp(words)).not.toThrow();
      expect([c.bad, c.good, c.wish].every((words) => words.length > 3)).toBe(true);
    }
  });
  test('a theme is named in words that a seller would use', () => {
    expect(themeName('gripe', 'breaks', 'hinge')).toBe('Hinge breaks');
    expect(themeName('gripe', 'breaks', null)).toBe('It breaks');
    expect(themeName('wish', 'missing', 'cable')).toBe('Should come with cable');
    expect(themeName('praise', 'other', null)).toBe('Praise not sorted');
  });
});

describe('differences of shares', () => {
  // Newcombe 1998, Statistics in Medicine 17: 873–890, table II, method 10.
  test.each([
    [56, 70, 48, 80, 0.0524, 0.3339],
    [9, 10, 3, 10, 0.1705, 0.809],
    [6, 7, 2, 7, 0.0582, 0.8062],
    [5, 56, 0, 29, -0.0381, 0.1926],
    [0, 10, 0, 20, -0.1611, 0.2775],
    [0, 10, 0, 10, -0.2775, 0.2775],
    [10, 10, 0, 20, 0.6791, 1],
    [10, 10, 0, 10, 0.6075, 1],
  ])('%i/%i less %i/%i', (a, n, b, m, low, high) => {
    const found = newcombe({ hits: a, of: n }, { hits: b, of: m })!;
    expect(found.low).toBeCloseTo(low, 4);
    expect(found.high).toBeCloseTo(high, 4);
  });
  test('nothing against something is no difference that is known', () =>
    expect(newcombe({ hits: 0, of: 0 }, { hits: 1, of: 3 })).toBeNull());
  test('Fisher’s own tables: the lady tasting tea (1935), and twins of convicts (1935), two-sided by chance', () => {
    expect(fisherExact({ hits: 3, of: 4 }, { hits: 1, of: 4 })).toBeCloseTo(34 / 70, 10);
    expect(fisherExact({ hits: 4, of: 4 }, { hits: 0, of: 4 })).toBeCloseTo(2 / 70, 10);
    expect(fisherExact({ hits: 10, of: 13 }, { hits: 2, of: 17 })).toBeCloseTo(0.000537, 6);
  });
});

describe('themes', () => {
  type Review = ReviewFacts<string> & { says: ThingSaid<string>[] };
  const review = (id: number, listing: string, day: string, body: string, stars = 2): Review => ({
    id: String(id),
    listing,
    day,
    stars,
    says: readReview({ title: '', body, stars }, partFinder()).map((s) => ({ ...s, review: String(id) })),
  });
  const themesIn = (all: Review[], today: string) =>
    themesOf(foldParts(all.flatMap((r) => r.says)), all, today, { fewest: 1 });
  test('a fault that was mended falls: 18 of 34 before, 2 of 14 since', () => {
    const before = Array.from({ length: 34 }, (_, i) =>
      review(i, 'A', '2025-01-10', i < 18 ? `The clamp slips, ${i} times.` : 'The paint flakes.'),
    );
    const since = Array.from({ length: 14 }, (_, i) =>
      review(100 + i, 'A', '2025-11-10', i < 2 ? 'Clamp keeps slipping.' : 'The paint flakes.'),
    );
    const other = [review(900, 'B', '2025-11-11', 'The clamp slips.')];
    const themes = themesIn([...before, ...since, ...other], '2025-12-01');
    const slips = themes.find((t) => t.key === 'gripe/holds/clamp')!;
    expect(slips).toMatchObject({ name: 'Clamp does not hold', reviews: 21, about: 'product' });
    expect(slips.byListing).toMatchObject([
      { listing: 'A', reviews: 20, of: 48, moved: 'falling' },
      { listing: 'B', reviews: 1, of: 1, moved: 'unknown', changed: null },
    ]);
    expect(slips.byListing[0]!.p).toBeLessThan(0.05);
    expect(slips.course.difference!.high).toBeLessThan(0);
  });
  test('a review counts once, however often it says a thing', () => {
    const [theme] = themesIn([review(1, 'A', '2025-01-01', 'It leaks. And again it leaks. It leaks!')], '2025-02-01');
    expect(theme).toMatchObject({ key: 'gripe/leaks/', reviews: 1, share: 1 });
  });
});

test('the labelled reviews are whole: every label of a known kind and concept, half of them set apart', () => {
  const all = [...labelledReviews(), ...labelledReviews('after')];
  expect(labelledReviews()).toHaveLength(300);
  const ids = new Set(CONCEPTS.map((c) => c.id));
  const labels = all.flatMap((r) => r.sentences.flatMap((s) => s.labels));
  expect(labels.filter((l) => !ids.has(l.concept))).toEqual([]);
  expect(labelledReviews().filter((r) => r.seen)).toHaveLength(150);
  expect(all.every((r) => r.sentences.some((s) => s.labels.length > 0))).toBe(true);
});
