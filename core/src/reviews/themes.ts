import { daysBetween, type Day } from '../measures/day.ts';
import { wilson, Z95, type Interval } from '../stats/intervals.ts';
import { meanOf } from '../stats/robust.ts';
import type { MentionKind } from './mentions.ts';

export interface ReviewFacts {
  id: number;
  listing: number;
  stars: number;
  day: Day;
}
export interface ThemeMention {
  review: number;
  kind: MentionKind;
  aspect: string | null;
  phrase: string | null;
  opinion: string;
  polarity: number;
  sentence: string;
}
export interface Theme {
  /** Stays the same from run to run. */
  key: string;
  kind: MentionKind;
  /** What it is about, and what is mostly said of it. */
  about: string;
  says: string[];
  reviews: number;
  /** Share of the reviews with a text, with Wilson's interval of 95 %. */
  share: number;
  interval: Interval;
  /** Mean stars of reviews with it minus those without; null when one side is empty. */
  starPull: { value: number; low: number; high: number } | null;
  byListing: { listing: number; reviews: number; of: number }[];
  /** Share in the last 180 days against before; null when either has fewer than 20 reviews. */
  recent: { share: number; before: number; course: 'rising' | 'falling' | 'steady' } | null;
  /** Fewer than five reviews: an anecdote, no law. */
  thin: boolean;
  evidence: { review: number; sentence: string }[];
}

/** Reviews under which a theme is thin. */
export const THIN = 5;
const EVIDENCE = 40;
const KIND_ORDER = { gripe: 0, praise: 1, wish: 2 };

/**
 * Brings mentions together into themes: same kind and same aspect (where none is named, same opinion), gripes
 * first, then praises and wishes, each with the most reviews first. Each review counts once in a theme. Themes on a single review are left out.
 * @param today the day that "the last 180 days" end on
 */
export const themesOf = (mentions: readonly ThemeMention[], reviews: readonly ReviewFacts[], today: Day): Theme[] => {
  const facts = new Map(reviews.map((r) => [r.id, r]));
  const groups = new Map<string, ThemeMention[]>();
  for (const mention of mentions) {
    if (!facts.has(mention.review)) continue;
    const key = `${mention.kind}/${mention.aspect ?? `~${mention.opinion}`}`;
    const group = groups.get(key);
    if (group) group.push(mention);
    else groups.set(key, [mention]);
  }
  return [...groups]
    .map(([key, group]) => themeOf(key, group, reviews, facts, today))
    .filter((theme) => theme.reviews > 1)
    .sort((a, b) => KIND_ORDER[a.kind] - KIND_ORDER[b.kind] || b.reviews - a.reviews || a.key.localeCompare(b.key));
};

const themeOf = (
  key: string,
  group: readonly ThemeMention[],
  reviews: readonly ReviewFacts[],
  facts: ReadonlyMap<number, ReviewFacts>,
  today: Day,
): Theme => {
  const having = new Set(group.map((m) => m.review));
  const isRecent = (r: ReviewFacts): boolean => daysBetween(r.day, today) <= 180;
  const listings = [...new Set(reviews.map((r) => r.listing))];
  const first = group[0]!;
  const interval = wilson(having.size, reviews.length)!;
  return {
    key,
    kind: first.kind,
    about: first.aspect === null ? '' : commonest(group.map((m) => m.phrase ?? ''))[0]!,
    says: first.kind === 'wish' ? [] : commonest(group.map((m) => m.opinion)).slice(0, 3),
    reviews: having.size,
    share: having.size / reviews.length,
    interval,
    starPull: starPull(
      reviews.filter((r) => having.has(r.id)),
      reviews.filter((r) => !having.has(r.id)),
    ),
    byListing: listings.map((listing) => {
      const own = reviews.filter((r) => r.listing === listing);
      return { listing, reviews: own.filter((r) => having.has(r.id)).length, of: own.length };
    }),
    recent: course(
      having,
      reviews.filter(isRecent),
      reviews.filter((r) => !isRecent(r)),
    ),
    thin: having.size < THIN,
    evidence: pickEvidence(group, facts),
  };
};

/** Values from the most to the least frequent. @example commonest(['b', 'a', 'b']) // => ["b", "a"] */
export const commonest = (values: readonly string[]): string[] => {
  const counts = new Map<string, number>();
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0])).map(([v]) => v);
};

/** Difference of mean stars with an interval of 95 % from the two variances (Welch 1947). */
const starPull = (having: readonly ReviewFacts[], others: readonly ReviewFacts[]): Theme['starPull'] => {
  const a = meanOf(having.map((r) => r.stars));
  const b = meanOf(others.map((r) => r.stars));
  if (a === null || b === null) return null;
  const spread = (rows: readonly ReviewFacts[], mean: number): number =>
    rows.length < 2
      ? 4 / rows.length
      : rows.reduce((sum, r) => sum + (r.stars - mean) ** 2, 0) / (rows.length - 1) / rows.length;
  const half = Z95 * Math.sqrt(spread(having, a) + spread(others, b));
  return { value: a - b, low: a - b - half, high: a - b + half };
};

/** Rising or falling only when the two shares' intervals of 95 % do not overlap. */
const course = (
  having: ReadonlySet<number>,
  recent: readonly ReviewFacts[],
  before: readonly ReviewFacts[],
): Theme['recent'] => {
  if (recent.length < 20 || before.length < 20) return null;
  const count = (rows: readonly ReviewFacts[]): number => rows.filter((r) => having.has(r.id)).length;
  const now = wilson(count(recent), recent.length)!;
  const then = wilson(count(before), before.length)!;
  return {
    share: count(recent) / recent.length,
    before: count(before) / before.length,
    course: now.low > then.high ? 'rising' : now.high < then.low ? 'falling' : 'steady',
  };
};

/** Short sentences first, one a review, those of different wording before the rest. */
const pickEvidence = (group: readonly ThemeMention[], facts: ReadonlyMap<number, ReviewFacts>): Theme['evidence'] => {
  const seen = new Set<number>();
  const opinions = new Set<string>();
  const byLength = [...group].sort(
    (a, b) => Math.abs(a.sentence.length - 60) - Math.abs(b.sentence.length - 60) || a.review - b.review,
  );
  const fresh: Theme['evidence'] = [];
  const rest: Theme['evidence'] = [];
  for (const { review, sentence, opinion } of byLength) {
    if (seen.has(review) || !facts.has(review)) continue;
    seen.add(review);
    (opinions.has(opinion) ? rest : fresh).push({ review, sentence });
    opinions.add(opinion);
  }
  return [...fresh, ...rest].slice(0, EVIDENCE);
};
