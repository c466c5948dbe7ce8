/**
 * How well what reviews say is understood, on reviews labelled by hand: those that every second of was looked at while the
 * miner was built, and those that were written after it and only ever counted; beside reading the stars alone, and beside
 * the miner of before. And how fast.
 */
import { partFinder } from '@kettle/core/reviews/parts';
import { readReview } from '@kettle/core/reviews/read-review';
import { themeKey } from '@kettle/core/reviews/theme-names';
import type { Correction } from '@kettle/core/documents/corrections';
import { corrected } from '@kettle/core/reviews/corrected';
import type { ThingSaid } from '@kettle/core/reviews/themes';
import { correctAsSeller, type Truth } from './scripted-seller.ts';
import { mentionsIn } from './former-miner/mentions.ts';
import { labelledReviews, type LabelledReview } from '../../core/test/reviews/labelled.ts';

/** Written when the wordings had been made many, and never used to better them. */
const LAST = new Set(['pannier-bag', 'doorbell', 'bird-feeder']);
const labelled = labelledReviews();
const after = labelledReviews('after');
const repeated = labelledReviews('repeated');
const sets: [string, LabelledReview[]][] = [
  ['looked at while building', labelled.filter((r) => r.seen)],
  ['same hand and time, not looked at', labelled.filter((r) => !r.seen)],
  ['written after the first wordings, these made many afterwards', after.filter((r) => !LAST.has(r.product))],
  ['written after all wordings', after.filter((r) => LAST.has(r.product))],
  ['some faults told by many, looked at afterwards', repeated.filter((r) => r.seen)],
  ['some faults told by many, not looked at', repeated.filter((r) => !r.seen)],
  ['some faults told by many, both halves together', repeated],
];

/** Micro-averaged F1 of what was found against what was to be found. */
const f1 = (pairs: readonly (readonly [gold: ReadonlySet<string>, got: ReadonlySet<string>])[]): number => {
  let [hits, false_, missed] = [0, 0, 0];
  for (const [gold, got] of pairs) {
    for (const one of got) if (gold.has(one)) hits++; else false_++; // prettier-ignore
    for (const one of gold) if (!got.has(one)) missed++;
  }
  return hits === 0 ? 0 : (2 * hits) / (2 * hits + false_ + missed);
};
const bodyOf = (r: LabelledReview): string => r.sentences.map((s) => s.text).join(' ');
const partOf = partFinder();
const saidIn = (r: LabelledReview) => readReview({ title: r.title, body: bodyOf(r), stars: r.stars }, partOf);
/** What no concept knows stands apart and is no theme. */
const knownIn = (r: LabelledReview) => saidIn(r).filter((s) => s.concept !== 'other');

/** Pairs of reviews of one product that stand in one theme. */
const pairsOf = (
  reviews: readonly LabelledReview[],
  themesOf: (r: LabelledReview) => ReadonlySet<string>,
): Set<string> => {
  const byTheme = new Map<string, number[]>();
  reviews.forEach((r, i) => {
    for (const theme of themesOf(r)) {
      const key = `${r.product}/${theme}`;
      byTheme.set(key, [...(byTheme.get(key) ?? []), i]);
    }
  });
  const pairs = new Set<string>();
  for (const [theme, of] of byTheme)
    for (const a of of) for (const b of of) if (a < b) pairs.add(`${theme.split('/')[1]!}/${a}/${b}`);
  return pairs;
};

const LARGE = 8;
const FOUND = 0.7;
/** Of the themes that eight or more reviews of a product truly hold, those that are found with precision and recall of 0.7. */
const largeThemes = (
  reviews: readonly LabelledReview[],
  gotThemes: (r: LabelledReview) => ReadonlySet<string>,
  keyOf: (key: string) => string,
): string => {
  let [found, of] = [0, 0];
  for (const product of new Set(reviews.map((r) => r.product))) {
    const own = reviews.filter((r) => r.product === product);
    const sets = (themes: (r: LabelledReview) => ReadonlySet<string>): Map<string, Set<LabelledReview>> => {
      const byKey = new Map<string, Set<LabelledReview>>();
      for (const r of own) for (const t of themes(r)) byKey.set(keyOf(t), (byKey.get(keyOf(t)) ?? new Set()).add(r));
      return byKey;
    };
    const got = sets(gotThemes);
    for (const [key, gold] of sets(goldThemes)) {
      if (gold.size < LARGE) continue;
      of++;
      const theirs = got.get(key) ?? new Set();
      const both = [...gold].filter((r) => theirs.has(r)).length;
      if (both >= FOUND * gold.size && both >= FOUND * theirs.size) found++;
    }
  }
  return `${found} of ${of}`;
};

/** Share of the sentences labelled as nothing but a gripe, or a praise, of which only the opposite was found. */
const polarityErrors = (reviews: readonly LabelledReview[]): number => {
  let [wrong, of] = [0, 0];
  for (const r of reviews) {
    const said = saidIn(r);
    for (const s of r.sentences) {
      const kinds = new Set(s.labels.map((l) => l.kind));
      const [kind] = kinds;
      if (kinds.size !== 1 || kind === 'wish') continue;
      of++;
      const found = said.filter((one) => one.sentence === s.text && one.kind !== 'wish').map((one) => one.kind);
      if (found.length > 0 && !found.includes(kind!)) wrong++;
    }
  }
  return wrong / of;
};

const numbered = (reviews: readonly LabelledReview[]) =>
  reviews.map((r, id) => ({
    id,
    title: r.title,
    body: bodyOf(r),
    says: saidIn(r).map((s): ThingSaid => ({ ...s, review: id })),
  }));
/** What each sentence truly says; a title, which has no labels of its own, what its review says. */
const truthIn = (reviews: readonly LabelledReview[]): Truth => {
  return (review, sentence) => {
    const { title, sentences } = reviews[review]!;
    const own = sentences.filter((s) => s.text === sentence || sentence === title || sentence.includes(s.text));
    return own.flatMap((s) => s.labels);
  };
};

/** Pairs of reviews in one theme when a scripted seller has corrected each product: of the reviews that were corrected, or of others. */
const pairsCorrected = (
  reviews: readonly LabelledReview[],
  most: number,
  looked: (r: LabelledReview, i: number) => boolean,
  counted: (r: LabelledReview, i: number) => boolean,
): number => {
  const of = (chosen: readonly LabelledReview[], corrections: readonly Correction[]) => {
    const all = numbered(chosen);
    const says = corrected(all, corrections);
    return new Map(
      chosen.map((r, i) => [r, new Set(says.get(i)!.flatMap((s) => (s.concept === 'other' ? [] : themeKey(s))))]),
    );
  };
  const products = [...new Set(reviews.map((r) => r.product))].map((p) => reviews.filter((r) => r.product === p));
  const got = new Map(
    products.flatMap((own) => {
      const seen = own.filter(looked);
      return [...of(own.filter(counted), correctAsSeller(numbered(seen), truthIn(seen), most))];
    }),
  );
  const all = products.flatMap((own) => own.filter(counted));
  return f1([[pairsOf(all, goldThemes), pairsOf(all, (r) => got.get(r)!)]]);
};
const goldThemes = (r: LabelledReview) => new Set(r.sentences.flatMap((s) => s.labels.map((l) => themeKey(l))));
const ALL = (): boolean => true;

for (const [name, reviews] of sets) {
  const kindsGold = (r: LabelledReview) => new Set(r.sentences.flatMap((s) => s.labels.map((l) => l.kind as string)));
  const of = (read: (r: LabelledReview) => Iterable<string>): number =>
    f1(reviews.map((r) => [kindsGold(r), new Set(read(r))] as const));
  const gotThemes = (r: LabelledReview) => new Set(knownIn(r).map((s) => themeKey(s)));
  const round = (x: number): number => Number(x.toFixed(3));
  console.log(
    JSON.stringify({
      bench: 'reviews',
      case: name,
      n: reviews.length,
      kinds_f1: round(of((r) => saidIn(r).map((s) => s.kind))),
      kinds_f1_stars_alone: round(
        of((r) => (r.stars <= 2 ? ['gripe'] : r.stars >= 4 ? ['praise'] : ['gripe', 'praise'])),
      ),
      kinds_f1_former_miner: round(of((r) => mentionsIn(bodyOf(r)).map((m) => m.kind))),
      concepts_f1: round(
        f1(
          reviews.map((r) => [
            new Set(r.sentences.flatMap((s) => s.labels.map((l) => `${l.kind}/${l.concept}`))),
            new Set(knownIn(r).map((s) => `${s.kind}/${s.concept}`)),
          ]),
        ),
      ),
      theme_pairs_f1: round(f1([[pairsOf(reviews, goldThemes), pairsOf(reviews, gotThemes)]])),
      theme_pairs_f1_former_miner: round(
        f1([
          [
            pairsOf(reviews, goldThemes),
            pairsOf(reviews, (r) => new Set(mentionsIn(bodyOf(r)).map((m) => `${m.kind}/${m.aspect ?? m.opinion}`))),
          ],
        ]),
      ),
      theme_pairs_f1_after_thirty_corrections: round(pairsCorrected(reviews, 30, ALL, ALL)),
      theme_pairs_f1_of_other_reviews_none_corrected: round(pairsCorrected(reviews, 0, ALL, (_, i) => i % 2 === 1)),
      theme_pairs_f1_of_other_reviews_after_thirty: round(
        pairsCorrected(
          reviews,
          30,
          (_, i) => i % 2 === 0,
          (_, i) => i % 2 === 1,
        ),
      ),
      themes_of_eight_or_more_found: largeThemes(reviews, gotThemes, (key) => key.split('/').slice(0, 2).join('/')),
      polarity_errors: round(polarityErrors(reviews)),
      goal: 'kinds 0.85, theme pairs 0.65, 0.80 when corrected, polarity errors 0.03',
    }),
  );
}

const all = [...labelled, ...after];
const since = performance.now();
let n = 0;
while (performance.now() - since < 5000) {
  for (const r of all) saidIn(r);
  n += all.length;
}
const perSecond = n / ((performance.now() - since) / 1000);
console.log(
  JSON.stringify({
    bench: 'reviews',
    case: 'speed, one thread',
    reviews_per_second: Math.round(perSecond),
    seconds_for_100000: Math.round(100_000 / perSecond),
    goal: '100,000 in 120 s on two cores',
  }),
);
