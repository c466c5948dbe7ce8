/**
 * How well what reviews say is understood, on reviews labelled by hand: those that every second of was looked at while the
 * miner was built, and those that were written after it and only ever counted; beside reading the stars alone, and beside
 * the miner of before. And how fast.
 */
import { partFinder } from '@kettle/core/reviews/parts';
import { readReview } from '@kettle/core/reviews/read-review';
import { themeKey } from '@kettle/core/reviews/theme-names';
import { mentionsIn } from './former-miner/mentions.ts';
import { labelledReviews, type LabelledReview } from '../../core/test/reviews/labelled.ts';

/** Written when the wordings had been made many, and never used to better them. */
const LAST = new Set(['pannier-bag', 'doorbell', 'bird-feeder']);
const labelled = labelledReviews();
const after = labelledReviews('after');
const sets: [string, LabelledReview[]][] = [
  ['looked at while building', labelled.filter((r) => r.seen)],
  ['same hand and time, not looked at', labelled.filter((r) => !r.seen)],
  ['written after the first wordings, these made many afterwards', after.filter((r) => !LAST.has(r.product))],
  ['written after all wordings', after.filter((r) => LAST.has(r.product))],
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

for (const [name, reviews] of sets) {
  const kindsGold = (r: LabelledReview) => new Set(r.sentences.flatMap((s) => s.labels.map((l) => l.kind as string)));
  const of = (read: (r: LabelledReview) => Iterable<string>): number =>
    f1(reviews.map((r) => [kindsGold(r), new Set(read(r))] as const));
  const goldThemes = (r: LabelledReview) => new Set(r.sentences.flatMap((s) => s.labels.map((l) => themeKey(l))));
  const gotThemes = (r: LabelledReview) => new Set(saidIn(r).map((s) => themeKey(s)));
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
            new Set(saidIn(r).map((s) => `${s.kind}/${s.concept}`)),
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
      polarity_errors: round(polarityErrors(reviews)),
      goal: 'kinds 0.85, theme pairs 0.65, polarity errors 0.03',
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
