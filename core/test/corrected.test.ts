// A seller's corrections: applied in their order, to reviews that come later, too; two people's judgements compared.
import type { Correction, ThemeRef } from '../src/documents/corrections.ts';
import { alike, checkedOf, corrected, namesGiven, sentenceKey } from '../src/reviews/corrected.ts';
import { partFinder } from '../src/reviews/parts.ts';
import { readReview } from '../src/reviews/read-review.ts';
import { themesOf } from '../src/reviews/themes.ts';
import { cohensKappa } from '../src/stats/kappa.ts';

const review = (id: number, body: string, stars = 2) => ({
  id,
  title: '',
  body,
  listing: 1,
  stars,
  day: '2026-03-01',
  says: readReview({ title: '', body, stars }, partFinder()).map((s) => ({ ...s, review: id })),
});
const ref = (key: string): ThemeRef => {
  const [kind, concept, part] = key.split('/');
  return { kind: kind as ThemeRef['kind'], concept: concept!, part: part ? part : null };
};
const keysOf = (reviews: ReturnType<typeof review>[], corrections: Correction[]): string[][] =>
  [...corrected(reviews, corrections).values()].map((says) =>
    says.map((s) => `${s.kind}/${s.concept}/${s.part ?? ''}`),
  );
const three = [1, 2, 3].map((id) => review(id, `The clamp slips, number ${id}.`));
const paint = review(4, 'The paint flakes.');
const SLIPS = ref('gripe/holds/clamp');

describe('a correction', () => {
  test('none leaves what was read, parts that hardly anybody names folded', () => {
    expect(keysOf([...three, paint], [])).toEqual([
      ['gripe/holds/clamp'],
      ['gripe/holds/clamp'],
      ['gripe/holds/clamp'],
      ['gripe/finish/'],
    ]);
    expect(keysOf(three.slice(0, 2), [])).toEqual([['gripe/holds/'], ['gripe/holds/']]);
  });
  test('of one sentence holds for each review that says it, whatever its signs and case, now and later', () => {
    const into = ref('gripe/own:Slides down/');
    const move: Correction = { do: 'move', sentence: sentenceKey('The clamp slips, number 2.'), theme: SLIPS, into };
    const later = review(9, 'THE CLAMP SLIPS - number 2!!');
    expect(keysOf([...three, later], [move])).toEqual([
      ['gripe/holds/clamp'],
      ['gripe/own:Slides down/'],
      ['gripe/holds/clamp'],
      ['gripe/own:Slides down/'],
    ]);
    expect(keysOf(three, [{ ...move, into: null }])[1]).toEqual([]);
    // The part has no theme of its own where fewer speak of it: the sentence is known all the same.
    expect(keysOf(three.slice(1, 2), [move])).toEqual([['gripe/own:Slides down/']]);
  });
  test('of a whole theme reaches what was moved there before, and not what is moved there after', () => {
    const own = ref('gripe/own:A/');
    const other = ref('gripe/own:B/');
    const move: Correction = { do: 'merge', theme: ref('gripe/finish/'), into: own };
    const on: Correction = { do: 'merge', theme: own, into: other };
    expect(keysOf([paint], [move, on])).toEqual([['gripe/own:B/']]);
    expect(keysOf([paint], [on, move])).toEqual([['gripe/own:A/']]);
    expect(keysOf([paint], [{ ...move, into: null }])).toEqual([[]]);
  });
  test('of a part’s theme reaches those of another product where hardly anybody names the part', () => {
    expect(keysOf(three.slice(0, 1), [{ do: 'merge', theme: SLIPS, into: ref('gripe/own:A/') }])).toEqual([
      ['gripe/own:A/'],
    ]);
  });
  test('two themes made one are said once by a sentence', () => {
    const both = review(5, 'The clamp slips and the paint flakes.');
    expect(keysOf([both], [])[0]).toHaveLength(2);
    expect(keysOf([both], [{ do: 'merge', theme: ref('gripe/finish/'), into: ref('gripe/holds/') }])[0]).toEqual([
      'gripe/holds/',
    ]);
  });
  test('by a phrase takes its sentences out of a theme, whatever the ending of its words', () => {
    const wet = review(6, 'The clamp keeps slipping in the rain.');
    const split: Correction = {
      do: 'split',
      theme: SLIPS,
      phrase: 'slip in the rain',
      into: ref('gripe/own:Slips when wet/'),
    };
    expect(keysOf([...three, wet], [split]).map((k) => k[0])).toEqual([
      'gripe/holds/clamp',
      'gripe/holds/clamp',
      'gripe/holds/clamp',
      'gripe/own:Slips when wet/',
    ]);
  });
  test('a new theme from a phrase is found where nothing was read, and takes over what no concept knew', () => {
    const squirrels = review(7, 'A squirrel sat in it all day. The paint flakes.', 3);
    const into = ref('gripe/own:Squirrels/');
    const [says] = [...corrected([squirrels], [{ do: 'phrase', phrase: 'squirrels', into }]).values()];
    expect(says!.filter((s) => s.concept === into.concept)).toEqual([
      expect.objectContaining({ sentence: 'A squirrel sat in it all day.', kind: 'gripe', words: 'squirrels' }),
    ]);
    expect(says!.filter((s) => s.concept === 'other')).toEqual([]);
    expect(says!.some((s) => s.concept === 'finish')).toBe(true);
  });
  test('two names of a part are one, before hardly anybody names it; even when each is said to be the other', () => {
    const one = [review(1, 'The clamp slips.'), review(2, 'The clip slips.'), review(3, 'The clip keeps slipping.')];
    expect(keysOf(one, [{ do: 'part', part: 'clamp', into: 'clip' }])).toEqual(Array(3).fill(['gripe/holds/clip']));
    const round: Correction[] = [
      { do: 'part', part: 'clamp', into: 'clip' },
      { do: 'part', part: 'clip', into: 'clamp' },
    ];
    expect(new Set(keysOf(one, round).flat()).size).toBeLessThanOrEqual(2);
  });
  test('a theme is called as the seller calls it, last word first', () => {
    const names = namesGiven([
      { do: 'name', theme: SLIPS, name: 'Slides off' },
      { do: 'name', theme: SLIPS, name: ' Lets go ' },
    ]);
    const says = [...corrected(three, []).values()].flat();
    expect(themesOf(says, three, '2026-04-01', { names })[0]!.name).toBe('Lets go');
  });
});

test('what was looked at one by one: the last word on a sentence counts', () => {
  const right: Correction = { do: 'right', sentence: 'a', theme: SLIPS };
  const checked = checkedOf([
    right,
    { do: 'move', sentence: 'b', theme: SLIPS, into: null },
    { ...right, sentence: 'c' },
    { do: 'move', sentence: 'c', theme: SLIPS, into: ref('gripe/finish/') },
    { do: 'merge', theme: ref('praise/holds/'), into: null },
  ]);
  expect([...checked]).toEqual([['gripe/holds/clamp', { right: 1, wrong: 2 }]]);
});

describe('two people’s reading', () => {
  test('is compared on the sentences that both judged, the commonest difference first', () => {
    const right = (sentence: string): Correction => ({ do: 'right', sentence, theme: SLIPS });
    const away = (sentence: string, into: ThemeRef | null): Correction => ({
      do: 'move',
      sentence,
      theme: SLIPS,
      into,
    });
    const finish = ref('gripe/finish/');
    const found = alike(
      [right('a'), right('b'), right('c'), right('d'), away('e', null), right('only mine')],
      [right('a'), away('b', finish), away('c', null), away('d', finish), away('e', null), away('only theirs', null)],
    );
    expect(found.both).toBe(5);
    expect(found.differences.map((d) => [d.sentence, d.theirs?.concept ?? null])).toEqual([
      ['b', 'finish'],
      ['d', 'finish'],
      ['c', null],
    ]);
    expect(found.kappa!.agreed).toBeCloseTo(0.4);
  });
  test('nothing judged by both: no kappa', () => expect(alike([], []).kappa).toBeNull());
});

describe('Cohen’s kappa', () => {
  const pairs = (table: number[][]): [string, string][] =>
    table.flatMap((row, i) =>
      row.flatMap((n, j) => Array.from({ length: n }, (): [string, string] => [`${i}`, `${j}`])),
    );
  test('Cohen (1960), table 2, as frequencies of 200 (values from memory): 0.492', () =>
    expect(cohensKappa(pairs([[88, 14, 18], [10, 40, 10], [2, 6, 12]]))!.value).toBeCloseTo(0.492, 3)); // prettier-ignore
  test('Fleiss, Levin & Paik (2003), table 18.1 (values from memory): 0.68, standard error 0.087', () => {
    const found = cohensKappa(pairs([[75, 1, 4], [5, 4, 1], [0, 0, 10]]))!; // prettier-ignore
    expect(found).toMatchObject({ agreed: 0.89, of: 100 });
    expect(found.value).toBeCloseTo(0.6765, 4);
    expect((found.interval.high - found.interval.low) / 2 / 1.96).toBeCloseTo(0.087, 2);
  });
  test('whole agreement is 1, the opposite of two is −1, one answer to all is null', () => {
    expect(cohensKappa(pairs([[5, 0], [0, 5]]))).toMatchObject({ value: 1, interval: { low: 1, high: 1 } }); // prettier-ignore
    expect(cohensKappa(pairs([[0, 5], [5, 0]]))!.value).toBe(-1); // prettier-ignore
    expect(cohensKappa(pairs([[7]]))).toBeNull();
    expect(cohensKappa([])).toBeNull();
  });
});
