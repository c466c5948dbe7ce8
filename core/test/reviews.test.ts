import { addDays } from '../src/measures/day.ts';
import { guesserOf, ownGuesser, wordingsAsSayings } from '../src/reviews/by-example.ts';
import { CopyFinder } from '../src/reviews/copies.ts';
import { changePoint } from '../src/reviews/course.ts';
import { facetsOf } from '../src/reviews/facets.ts';
import { foldParts } from '../src/reviews/fold-parts.ts';
import { readReview } from '../src/reviews/read-review.ts';
import { reviewMatches, type FilteredReview, type ReviewFilter } from '../src/reviews/review-filter.ts';
import { rivalsStand } from '../src/reviews/rivals.ts';
import { SAYINGS } from '../src/reviews/sayings.ts';
import { logOddsZ, tellingWords } from '../src/reviews/telling-words.ts';
import { copyKey, cleanText } from '../src/reviews/text.ts';
import { evidenceOf, themesOf, type ReviewFacts, type ThingSaid } from '../src/reviews/themes.ts';
import { LABELLED } from './fixtures/labelled-sentences.ts';

describe('text', () => {
  test('markup and entities go, quotes become even', () =>
    expect(cleanText('<p>It&rsquo;s&nbsp;“fine” &amp; <script>x</script>so</p>')).toBe('It\'s "fine" & x so'));
  test.each(['It doesn&rsquo;t hold', 'It doesn&#8217;t hold', 'It doesn&#x27;t hold', 'It doesn&amp;rsquo;t hold'])(
    'an entity does not turn a gripe into praise: %s',
    (text) => expect(readReview({ title: '', body: `${text}.`, stars: 3 }).map((m) => m.kind)).toEqual(['gripe']),
  );
  test('copies differ in signs and case at most', () =>
    expect(copyKey('Great, box - 5/5!')).toBe(copyKey('great box 5 5')));
});

test('copies are told by their words, not by their order, short texts never', () => {
  const long =
    'The second spindle bends as soon as pressure comes on it, so the board is crooked and the paper slips out.';
  const known = new CopyFinder();
  expect(known.isCopy(1, long)).toBe(false);
  // The same review again is no copy of itself.
  expect(known.isCopy(1, long)).toBe(false);
  expect(known.isCopy(2, long.toUpperCase())).toBe(true);
  expect(known.isCopy(3, `Hello. ${long.replace('crooked', 'askew')}`)).toBe(true);
  expect(
    known.isCopy(4, 'The second box bends a little when it is full, but the paper stays in and the board is even.'),
  ).toBe(false);
  expect([known.isCopy(5, 'Great product!'), known.isCopy(6, 'Great product!')]).toEqual([false, false]);
});

describe('a filter of reviews', () => {
  const review = (change: Partial<FilteredReview>): FilteredReview => ({
    listing: 1,
    stars: 2,
    day: '2026-03-01',
    title: 'Slips',
    body: 'The clamps fell off twice.',
    verified: null,
    pictures: null,
    helpful: null,
    ...change,
  });
  test.each<[ReviewFilter, Partial<FilteredReview>, boolean]>([
    [{}, {}, true],
    [{ stars: '1,2' }, {}, true],
    [{ stars: '5' }, {}, false],
    [{ words: 'clamp' }, {}, true],
    [{ words: 'slipping' }, {}, true],
    [{ words: '"clamp fell"' }, {}, true],
    [{ words: '"clamp off"' }, {}, false],
    [{ words: 'clamp hinge' }, {}, false],
    [{ words: '"" %_' }, {}, true],
    [{ listing: 2 }, {}, false],
    [{ from: '2026-03-01', to: '2026-03-01' }, {}, true],
    [{ from: '2026-03-02' }, {}, false],
    [{ to: '2026-02-28' }, {}, false],
    [{ verified: true }, {}, false],
    [{ verified: true }, { verified: true }, true],
    [{ pictures: true }, { pictures: false }, false],
    [{ helpful: 3 }, { helpful: 3 }, true],
    [{ helpful: 1 }, {}, false],
  ])('%j of %j: %s', (filter, change, expected) => expect(reviewMatches(filter)(review(change))).toBe(expected));
});

describe('likeness to known sentences', () => {
  test('finds the concept of sayings that were held back, far oftener than chance (one in 66)', () => {
    const own = SAYINGS.filter((s) => s.kind !== null);
    let [right, of] = [0, 0];
    for (const part of [0, 1]) {
      const guess = guesserOf([...SAYINGS.filter((_, i) => i % 10 !== part), ...wordingsAsSayings()]);
      for (const [i, s] of SAYINGS.entries())
        if (i % 10 === part && s.kind !== null) {
          of++;
          if (guess(s.text, s.kind === 'gripe' ? 1 : 5)?.concept === s.concept) right++;
        }
    }
    process.stdout.write(`sayings held back: the concept of ${Math.round((100 * right) / of)} % of ${of} is found\n`);
    expect(own.length).toBeGreaterThan(1500);
    expect(right / of).toBeGreaterThan(0.45);
  });
  test('what a seller adds is learnt at once', () => {
    const text = 'The zizzer goes flump.';
    expect(ownGuesser()('zizzer flump', 1)).toBeNull();
    const taught = guesserOf([...SAYINGS, { concept: 'noise', kind: 'gripe', text }]);
    expect(taught('zizzer flump', 1)).toMatchObject({ concept: 'noise', kind: 'gripe' });
  });
  test('log-odds with a Dirichlet prior as reckoned by hand (Monroe, Colaresi & Quinn 2008, formula 15)', () => {
    // "drip" is said once of two features of leaks and never of two of noise: prior 100 in shares of 1/4 each.
    const guess = guesserOf([
      { concept: 'leaks', kind: 'gripe', text: 'drip' },
      { concept: 'noise', kind: 'gripe', text: 'hum' },
    ])('drip', 3)!;
    const odds = (n: number): number => (n + 100 * 0.5) / (1 + 100) / 0.5;
    expect(guess.p).toBeCloseTo(odds(1) / (odds(1) + odds(0)), 10);
  });
});

test('a hand-labelled sample of the demo’s kind of product: all kinds right (our own labels, no source)', () => {
  const right = LABELLED.filter(({ text, says }) => {
    const kinds = new Set(says.map(([kind]) => kind));
    const got = new Set(readReview({ title: '', body: text, stars: 3 }).map((s) => s.kind));
    return [...kinds].every((k) => got.has(k));
  }).length;
  process.stdout.write(`labelled sentences: of ${LABELLED.length}, the kinds of ${right} are found\n`);
  // A floor, so that a change for the worse is seen; the figure itself is printed.
  expect(right / LABELLED.length).toBeGreaterThan(0.7);
});

describe('themes', () => {
  const today = '2026-11-24';
  const facts: ReviewFacts[] = Array.from({ length: 100 }, (_, i) => ({
    id: i + 1,
    listing: i % 2 === 0 ? 1 : 2,
    stars: i < 30 ? 2 : 5,
    day: addDays(today, -i * 5),
  }));
  const mention = (review: number, change: Partial<ThingSaid> = {}): ThingSaid => ({
    review,
    kind: 'gripe',
    concept: 'holds',
    part: 'clamp',
    about: 'product',
    words: review % 3 === 0 ? 'slid down' : 'slips',
    sentence: `The side clamp slips, number ${review}.`,
    ...change,
  });
  const themes = themesOf(
    foldParts([
      ...Array.from({ length: 30 }, (_, i) => mention(i + 1)),
      mention(1),
      ...[40, 41, 42].map((i) => mention(i, { kind: 'praise', words: 'holds' })),
      mention(999),
      mention(50, { concept: 'finish', part: null }),
      mention(51, { part: 'box' }),
      mention(52, { part: null }),
    ]),
    facts,
    today,
  );
  const [clamp] = themes;
  test('a review counts once, whatever it repeats; single mentions and unknown reviews are left out', () => {
    // A part that one review names stands with those that name none.
    expect(themes.map((t) => [t.key, t.name, t.reviews, t.against, t.thin])).toEqual([
      ['gripe/holds/clamp', 'Clamp does not hold', 30, 3, false],
      ['gripe/holds/', 'It does not hold', 2, 0, true],
      ['praise/holds/clamp', 'Clamp holds', 3, 30, true],
    ]);
    expect(clamp!.share).toBe(0.3);
  });
  test('share with Wilson’s interval, star pull with its own, by listing', () => {
    expect(clamp!.interval.low).toBeCloseTo(0.2189, 3);
    expect(clamp!.starPull).toEqual({ value: -3, low: -3, high: -3 });
    expect(clamp!.byListing).toMatchObject([
      { listing: 1, reviews: 15, of: 50 },
      { listing: 2, reviews: 15, of: 50 },
    ]);
  });
  test('lately against before, of all and by listing, and the month from which it changed', () => {
    expect(clamp!.course).toMatchObject({ moved: 'rising', before: { hits: 0, of: 63 }, recent: { hits: 30, of: 37 } });
    expect(clamp!.byListing[0]).toMatchObject({ moved: 'rising', changed: { from: '2026-07', before: { hits: 0 } } });
    expect(themesOf([mention(1), mention(2)], facts.slice(0, 30), today)[0]!.course.moved).toBe('unknown');
  });
  test('a change is found at its month, and none where the share only wavers', () => {
    const series = (hits: number[]) =>
      hits.map((h, i) => ({ month: `2025-${String(i + 1).padStart(2, '0')}`, hits: h, of: 10 }));
    expect(changePoint(series([5, 4, 6, 5, 1, 0, 1, 0]))).toEqual({ from: '2025-05', before: { hits: 20, of: 40 }, after: { hits: 2, of: 40 } }); // prettier-ignore
    expect(changePoint(series([5, 4, 6, 5, 4, 6, 5, 4]))).toBeNull();
    expect(changePoint([])).toBeNull();
  });
  test('evidence: one sentence a review, typical length first, in the commonest words', () => {
    expect(clamp!.says).toEqual(['slips', 'slid down']);
    const evidence = evidenceOf(clamp!);
    expect(new Set(evidence.map((e) => e.review)).size).toBe(30);
    expect(evidence.slice(0, 2).map((e) => e.words)).toEqual(['slips', 'slid down']);
  });
});

describe('words that mark stars', () => {
  test('log-odds with a Dirichlet prior against a reference computation (Monroe, Colaresi & Quinn 2008, formulas 16, 20, 22)', () => {
    // The reference: the same formulas in another language, by hand.
    expect(logOddsZ({ hits: 30, of: 1000 }, { hits: 10, of: 1000 }, 0.02, 100)).toBeCloseTo(2.9523720429598543, 12);
    expect(logOddsZ({ hits: 0, of: 500 }, { hits: 12, of: 900 }, 0.01, 500)).toBeCloseTo(-1.7582566650760743, 12);
    expect(logOddsZ({ hits: 5, of: 50 }, { hits: 5, of: 50 }, 0.1, 10)).toBe(0);
  });
  const reviews = [
    ...Array.from({ length: 30 }, (_, i) => ({
      stars: 1,
      title: 'Bad',
      body: `The lid leaked on day ${i}, the lid leaked.`,
    })),
    ...Array.from({ length: 30 }, () => ({ stars: 5, title: '', body: 'It is a sturdy frame and the lid closes.' })),
    { stars: 3, title: '', body: 'Once seen.' },
  ];
  test('each counts once a review, whatever its ending; common words at the ends only when asked for', () => {
    const words = tellingWords(reviews);
    const of = (w: string) => words.find((one) => one.words === w);
    expect(of('leaked')).toMatchObject({ reviews: 30, low: 30, high: 0 });
    expect(of('lid leaked')).toMatchObject({ reviews: 30, low: 30 });
    expect(of('lid')).toMatchObject({ reviews: 60, low: 30, high: 30 });
    expect(of('leaked')!.z).toBeGreaterThan(1.96);
    expect(of('sturdy frame')!.z).toBeLessThan(-1.96);
    expect(words.some((w) => w.words === 'the lid' || w.words === 'seen')).toBe(false);
    expect(tellingWords(reviews, true).some((w) => w.words === 'the lid')).toBe(true);
    expect(tellingWords(reviews, false, 3)).toHaveLength(3);
  });
  test('hostile texts are counted in bounded time', () =>
    expect(() =>
      tellingWords(
        ['!'.repeat(100_000), 'a'.repeat(1_000_000), '<b>'.repeat(5_000), 'not '.repeat(4_000)].map((body) => ({
          stars: 1,
          title: body,
          body,
        })),
      ),
    ).not.toThrow());
});

describe('rivals compared', () => {
  const by = (...counts: [reviews: number, of: number][]) =>
    counts.map(([reviews, of], i) => ({ listing: i + 1, reviews, of }));
  test.each([
    ['one far above the others', by([20, 60], [1, 70], [2, 80]), { how: 'alone', listing: 1 }],
    ['all alike', by([10, 60], [12, 70], [9, 55]), { how: 'all' }],
    ['two of three', by([15, 60], [18, 70], [0, 80]), null],
    ['a little above the others', by([10, 60], [6, 70], [5, 60]), { how: 'all' }],
    ['too few reviews to tell', by([10, 12], [0, 9]), null],
    ['one with enough only', by([10, 60], [0, 9]), null],
    ['rare everywhere', by([1, 100], [0, 100]), null],
  ])('%s', (_, counts, expected) => expect(rivalsStand(counts)).toEqual(expected));
});

describe('who, when, where, what for', () => {
  const told = (body: string): string[] =>
    facetsOf([{ stars: 4, title: '', body }]).map((f) => `${f.facet} ${f.value}`);
  test.each([
    ['Bought it for my little daughter, she loves it.', ['who children']],
    ['My neighbour has the same.', ['who friends']],
    ['It stands on my desk in the workshop.', ['place desk or office', 'place workshop']],
    ['I expected it to be much larger.', ['expected larger']],
    ['Much sturdier than I thought.', ['expected less, and was surprised']],
    ['My old one broke after ten years.', ['reason the old one broke or wore out']],
    ["It wasn't for Mother's Day.", ['occasion Mother’s or Father’s Day']],
    ['Nothing of the kind.', []],
  ])('%s', (body, expected) => expect(told(body)).toEqual(expected));
  test('each review once a value, with its stars; uses from three reviews on', () => {
    const reviews = [5, 4, 3].map((stars) => ({
      stars,
      title: '',
      body: 'I use it for baking. My son uses it for baking, my son!',
    }));
    expect(facetsOf(reviews)).toMatchObject([
      { facet: 'who', value: 'children', reviews: 3, share: 1, stars: 4 },
      { facet: 'use', value: 'baking', reviews: 3, share: 1, stars: 4 },
    ]);
    expect(facetsOf(reviews.slice(1)).map((f) => f.facet)).toEqual(['who']);
  });
});

test('copies are the same whether texts are looked at in one go, in two, or a part of them twice', () => {
  // A chain: each is like the one before it, the first and the last are not alike.
  const words = Array.from({ length: 40 }, (_, i) => `word${String.fromCharCode(97 + (i % 26))}${i}`);
  const texts = Array.from({ length: 7 }, (_, i) => words.slice(i * 2, i * 2 + 26).join(' '));
  const whole = new CopyFinder();
  const once = texts.map((text, id) => whole.isCopy(id + 1, text));
  expect(once).toContain(true);
  for (let cut = 0; cut <= texts.length; cut++) {
    const first = new CopyFinder();
    texts.slice(0, cut).forEach((text, id) => first.isCopy(id + 1, text));
    // Whoever goes on knows what was read before, what was set aside as a copy included.
    const resumed = new CopyFinder();
    texts.slice(0, cut).forEach((text, id) => resumed.isCopy(id + 1, text));
    const rest = texts.slice(cut).map((text, i) => resumed.isCopy(cut + i + 1, text));
    expect([...once.slice(0, cut), ...rest]).toEqual(once);
    // A batch that is done anew after it was undone comes to the same.
    expect(texts.map((text, id) => (first.isCopy(id + 1, text), first.isCopy(id + 1, text)))).toEqual(once);
  }
});
