import { addDays, type Day } from '../measures/day.ts';
import { groupsOf } from '../stats/groups.ts';
import { wilson, Z95, type Interval } from '../stats/intervals.ts';
import { changePoint, courseOf, type ChangePoint, type Course } from './course.ts';
import type { About } from './concepts.ts';
import type { SaidKind } from './read-review.ts';
import { ANY, themeKey, themeName } from './theme-names.ts';

/** What is known of a review besides its text. Ids are numbers of a database, or texts of a file. */
export interface ReviewFacts<Id = number> {
  id: Id;
  listing: Id;
  stars: number;
  day: Day;
}
export interface ThingSaid<Id = number> {
  review: Id;
  kind: SaidKind;
  /** Id of a concept; "other" for what no concept knows. */
  concept: string;
  part: string | null;
  about: About;
  /** The words by which it was known, short forms written out; null where no wording was met. */
  words: string | null;
  sentence: string;
}
export interface Theme<Id = number> {
  /** Stays the same from run to run. */
  key: string;
  /** In words that a seller would use. */
  name: string;
  kind: SaidKind;
  concept: string;
  part: string | null;
  about: About;
  /** The commonest words it is said with, at most three. */
  says: string[];
  reviews: number;
  /** Share of the reviews with a text, with Wilson's interval of 95 %. */
  share: number;
  interval: Interval;
  /** Mean stars of reviews with it minus those without; null when one side is empty. */
  starPull: { value: number; low: number; high: number } | null;
  /** Reviews that say the opposite of the same: praise of what is griped about, and the reverse. */
  against: number;
  byListing: ({ listing: Id; reviews: number; of: number; changed: ChangePoint | null } & Pick<
    Course,
    'moved' | 'p'
  >)[];
  course: Course;
  /** Fewer than five reviews: an anecdote, no law. */
  thin: boolean;
  evidence: { review: Id; sentence: string; words: string | null }[];
}

/** Reviews under which a theme is thin. */
export const THIN = 5;
/** Parts that fewer reviews, or a smaller share of the concept's, speak of stand with the concept as a whole. */
const FEWEST_OF_PART = 3;
const LEAST_OF_PART = 0.02;
const EVIDENCE = 60;
const RECENT_DAYS = 180;
const KIND_ORDER = { gripe: 0, praise: 1, wish: 2 };

/**
 * Brings things said together into themes: the same kind of the same concept and part, gripes first, then praises and
 * wishes, each with the most reviews first. Each review counts once in a theme; things said in reviews that are not among
 * these are passed over.
 * @param today the day that "the last 180 days" end on
 * @param fewest themes of fewer reviews are left out
 */
export const themesOf = <Id extends number | string>(
  said: readonly ThingSaid<Id>[],
  reviews: readonly ReviewFacts<Id>[],
  today: Day,
  fewest = 2,
): Theme<Id>[] => {
  const all = new Tally(reviews, today);
  const known = said.filter((m) => all.facts.has(m.review));
  const groups = new Map<string, ThingSaid<Id>[]>();
  for (const [, group] of groupsOf(known, (m) => `${m.kind}/${m.concept}`))
    for (const one of partsFolded(group)) groups.set(themeKey(one[0]!), one);
  const reviewsOf = new Map([...groups].map(([key, group]) => [key, new Set(group.map((m) => m.review))]));
  return [...groups]
    .flatMap(([key, group]): Theme<Id>[] => {
      const having = reviewsOf.get(key)!;
      if (having.size < fewest) return [];
      const { kind, concept, part, about } = group[0]!;
      const own = all.of(having);
      const other = kind === 'gripe' ? 'praise' : 'gripe';
      const words = commonest(group.flatMap((m) => m.words ?? []));
      return [
        {
          key,
          name: themeName(kind, concept, part),
          kind,
          concept,
          part,
          about,
          says: words.slice(0, 3),
          reviews: having.size,
          share: having.size / all.sums.n,
          interval: wilson(having.size, all.sums.n)!,
          starPull: starPull(own.sums, all.sums),
          against: kind === 'wish' ? 0 : (reviewsOf.get(themeKey({ kind: other, concept, part }))?.size ?? 0),
          byListing: [...all.listings].map(([listing, of]) => ofListing(listing, own.listings.get(listing), of)),
          course: courseBetween(own.sums, all.sums),
          thin: having.size < THIN,
          evidence: pickEvidence(group),
        },
      ];
    })
    .sort((a, b) => KIND_ORDER[a.kind] - KIND_ORDER[b.kind] || b.reviews - a.reviews || (a.key < b.key ? -1 : 1));
};

/**
 * Things said of parts, whatever is said of them: what happens to the spindle in all its ways is one theme then.
 * @example byPart([{ review: 1, kind: 'gripe', concept: 'holds', part: 'clamp', about: 'product', words: null, sentence: 'It slips.' }])[0]?.concept // => "any"
 */
export const byPart = <Id>(said: readonly ThingSaid<Id>[]): ThingSaid<Id>[] =>
  said.filter((m) => m.part !== null).map((m) => ({ ...m, concept: ANY }));

/** Sayings of one concept by part; those of parts that hardly anybody names stand with those that name none. */
const partsFolded = <Id>(group: readonly ThingSaid<Id>[]): ThingSaid<Id>[][] => {
  const reviewsIn = (of: readonly ThingSaid<Id>[]): number => new Set(of.map((m) => m.review)).size;
  const least = Math.max(FEWEST_OF_PART, LEAST_OF_PART * reviewsIn(group));
  const kept = [...groupsOf(group, (m) => m.part ?? '')].filter(([part, of]) => part !== '' && reviewsIn(of) >= least);
  const parts = new Set(kept.map(([part]) => part));
  const rest = group.filter((m) => !parts.has(m.part ?? ''));
  return [...(rest.length > 0 ? [rest.map((m) => ({ ...m, part: null }))] : []), ...kept.map(([, of]) => of)];
};

interface Sums {
  n: number;
  stars: number;
  squares: number;
  recent: number;
}
/** Sums of some reviews of one listing. */
interface ListingSums extends Sums {
  months: Map<string, number>;
}
const noSums = (): Sums => ({ n: 0, stars: 0, squares: 0, recent: 0 });

/** Sums over some reviews. Those of all less those of a theme's are those of all others, so that each is read once. */
class Tally<Id> {
  readonly facts: ReadonlyMap<Id, ReviewFacts<Id>>;
  readonly listings = new Map<Id, ListingSums>();
  readonly sums = noSums();
  private readonly recentFrom: Day;

  constructor(reviews: readonly ReviewFacts<Id>[], today: Day) {
    this.recentFrom = addDays(today, -RECENT_DAYS);
    this.facts = new Map(reviews.map((r) => [r.id, r]));
    for (const r of reviews) this.add(r);
  }

  /** The same for reviews of these, by their ids. */
  of(ids: ReadonlySet<Id>): Tally<Id> {
    const some = new Tally<Id>([], addDays(this.recentFrom, RECENT_DAYS));
    for (const id of ids) some.add(this.facts.get(id)!);
    return some;
  }

  private add(r: ReviewFacts<Id>): void {
    let own = this.listings.get(r.listing);
    if (!own) this.listings.set(r.listing, (own = { ...noSums(), months: new Map() }));
    for (const sums of [this.sums, own]) {
      sums.n++;
      sums.stars += r.stars;
      sums.squares += r.stars ** 2;
      if (r.day >= this.recentFrom) sums.recent++;
    }
    const month = r.day.slice(0, 7);
    own.months.set(month, (own.months.get(month) ?? 0) + 1);
  }
}

const courseBetween = (own: Sums, all: Sums): Course =>
  courseOf({ hits: own.recent, of: all.recent }, { hits: own.n - own.recent, of: all.n - all.recent });

const ofListing = <Id>(listing: Id, own: ListingSums | undefined, all: ListingSums): Theme<Id>['byListing'][number] => {
  const { moved, p } = courseBetween(own ?? noSums(), all);
  const months = [...all.months]
    .map(([month, of]) => ({ month, of, hits: own?.months.get(month) ?? 0 }))
    .sort((a, b) => (a.month < b.month ? -1 : 1));
  return { listing, reviews: own?.n ?? 0, of: all.n, moved, p, changed: own ? changePoint(months) : null };
};

/** Values from the most to the least frequent. @example commonest(['b', 'a', 'b']) // => ["b", "a"] */
export const commonest = (values: readonly string[]): string[] => {
  const counts = new Map<string, number>();
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([v]) => v);
};

/** Difference of mean stars with an interval of 95 % from the two variances (Welch 1947). */
const starPull = (own: Sums, all: Sums): Theme['starPull'] => {
  const others = { n: all.n - own.n, stars: all.stars - own.stars, squares: all.squares - own.squares };
  if (own.n === 0 || others.n === 0) return null;
  const spread = ({ n, stars, squares }: typeof others): number =>
    n < 2 ? 4 / n : Math.max(0, squares - stars ** 2 / n) / (n - 1) / n;
  const value = own.stars / own.n - others.stars / others.n;
  const half = Z95 * Math.sqrt(spread(own) + spread(others));
  return { value, low: value - half, high: value + half };
};

/** Sentences of a typical length first, one a review, those of different wording before the rest. */
const pickEvidence = <Id extends number | string>(group: readonly ThingSaid<Id>[]): Theme<Id>['evidence'] => {
  const seen = new Set<Id>();
  const wordings = new Set<string | null>();
  const byLength = [...group].sort(
    (a, b) => Math.abs(a.sentence.length - 60) - Math.abs(b.sentence.length - 60) || (a.review < b.review ? -1 : 1),
  );
  const fresh: Theme<Id>['evidence'] = [];
  const rest: Theme<Id>['evidence'] = [];
  for (const { review, sentence, words } of byLength) {
    if (seen.has(review)) continue;
    seen.add(review);
    (wordings.has(words) ? rest : fresh).push({ review, sentence, words });
    wordings.add(words);
  }
  return [...fresh, ...rest].slice(0, EVIDENCE);
};
