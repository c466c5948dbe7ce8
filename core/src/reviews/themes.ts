import { addDays, type Day } from '../measures/day.ts';
import { groupsOf } from '../stats/groups.ts';
import { wilson, Z95, type Interval } from '../stats/intervals.ts';
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
const RECENT_DAYS = 180;
const KIND_ORDER = { gripe: 0, praise: 1, wish: 2 };

/**
 * Brings mentions together into themes: same kind and same aspect (where none is named, same opinion), gripes
 * first, then praises and wishes, each with the most reviews first. Each review counts once in a theme. Themes on a single review are left out.
 * @param today the day that "the last 180 days" end on
 */
export const themesOf = (mentions: readonly ThemeMention[], reviews: readonly ReviewFacts[], today: Day): Theme[] => {
  const all = new Tally(reviews, today);
  const groups = groupsOf(
    mentions.filter((m) => all.facts.has(m.review)),
    (m) => `${m.kind}/${m.aspect ?? `~${m.opinion}`}`,
  );
  return [...groups]
    .flatMap(([key, group]) => themeOf(key, group, all) ?? [])
    .sort((a, b) => KIND_ORDER[a.kind] - KIND_ORDER[b.kind] || b.reviews - a.reviews || (a.key < b.key ? -1 : 1));
};

/** Sums over some reviews. Those of all less those of a theme's are those of all others, so that each is read once. */
class Tally {
  readonly facts: ReadonlyMap<number, ReviewFacts>;
  readonly perListing = new Map<number, number>();
  n = 0;
  stars = 0;
  squares = 0;
  recent = 0;
  private readonly recentFrom: Day;

  constructor(reviews: readonly ReviewFacts[], today: Day) {
    this.recentFrom = addDays(today, -RECENT_DAYS);
    this.facts = new Map(reviews.map((r) => [r.id, r]));
    for (const r of reviews) this.add(r);
  }

  /** The same for reviews of these, by their numbers. */
  of(ids: ReadonlySet<number>): Tally {
    const some: Tally = new Tally([], addDays(this.recentFrom, RECENT_DAYS));
    for (const id of ids) some.add(this.facts.get(id)!);
    return some;
  }

  private add(r: ReviewFacts): void {
    this.n++;
    this.stars += r.stars;
    this.squares += r.stars ** 2;
    if (r.day >= this.recentFrom) this.recent++;
    this.perListing.set(r.listing, (this.perListing.get(r.listing) ?? 0) + 1);
  }
}

/** A theme of a group of mentions; null for one that rests on a single review. */
const themeOf = (key: string, group: readonly ThemeMention[], all: Tally): Theme | null => {
  const having = new Set(group.map((m) => m.review));
  if (having.size < 2) return null;
  const own = all.of(having);
  const first = group[0]!;
  return {
    key,
    kind: first.kind,
    about: first.aspect === null ? '' : commonest(group.map((m) => m.phrase ?? ''))[0]!,
    says: first.kind === 'wish' ? [] : commonest(group.map((m) => m.opinion)).slice(0, 3),
    reviews: having.size,
    share: having.size / all.n,
    interval: wilson(having.size, all.n)!,
    starPull: starPull(own, all),
    byListing: [...all.perListing].map(([listing, of]) => ({ listing, reviews: own.perListing.get(listing) ?? 0, of })),
    recent: course(own, all),
    thin: having.size < THIN,
    evidence: pickEvidence(group, all.facts),
  };
};

/** Values from the most to the least frequent. @example commonest(['b', 'a', 'b']) // => ["b", "a"] */
export const commonest = (values: readonly string[]): string[] => {
  const counts = new Map<string, number>();
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0])).map(([v]) => v);
};

/** Difference of mean stars with an interval of 95 % from the two variances (Welch 1947). */
const starPull = (own: Tally, all: Tally): Theme['starPull'] => {
  const others = { n: all.n - own.n, stars: all.stars - own.stars, squares: all.squares - own.squares };
  if (own.n === 0 || others.n === 0) return null;
  const spread = ({ n, stars, squares }: typeof others): number =>
    n < 2 ? 4 / n : Math.max(0, squares - stars ** 2 / n) / (n - 1) / n;
  const value = own.stars / own.n - others.stars / others.n;
  const half = Z95 * Math.sqrt(spread(own) + spread(others));
  return { value, low: value - half, high: value + half };
};

/** Rising or falling only when the two shares' intervals of 95 % do not overlap. */
const course = (own: Tally, all: Tally): Theme['recent'] => {
  const before = all.n - all.recent;
  if (all.recent < 20 || before < 20) return null;
  const now = wilson(own.recent, all.recent)!;
  const then = wilson(own.n - own.recent, before)!;
  return {
    share: own.recent / all.recent,
    before: (own.n - own.recent) / before,
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
