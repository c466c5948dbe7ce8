import { addDays, type Day } from '../measures/day.ts';
import { wilson, Z95, type Interval } from '../stats/intervals.ts';
import { changePoint, courseOf, type ChangePoint, type Course } from './course.ts';
import type { About, SaidKind } from './concepts.ts';
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
  /** The part that is named, where it stands with the concept as a whole because hardly anybody names it. */
  named?: string;
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
  /** All that is said of it: what it rests on. */
  things: readonly ThingSaid<Id>[];
}

/** Reviews under which a theme is thin. */
export const THIN = 5;
/** Reviews of a listing from which a change in its months is looked for. */
const FEWEST_TO_CHANGE = 3;
const EVIDENCE = 60;
const RECENT_DAYS = 180;
const KIND_ORDER = { gripe: 0, praise: 1, wish: 2 };

/**
 * Brings things said together into themes: the same kind of the same concept and part, gripes first, then praises and
 * wishes, each with the most reviews first. Each review counts once in a theme; things said in reviews that are not among
 * these are passed over.
 * @param today the day that "the last 180 days" end on
 * @param fewest themes of fewer reviews are left out
 * @param names what themes are called by the seller, by their key
 */
export const themesOf = <Id extends number | string>(
  said: readonly ThingSaid<Id>[],
  reviews: readonly ReviewFacts<Id>[],
  today: Day,
  { fewest = 2, names }: { fewest?: number; names?: ReadonlyMap<string, string> } = {},
): Theme<Id>[] => {
  const all = new Tally(reviews, today);
  const groups = gathered(said, reviews);
  return [...groups]
    .flatMap(([key, { first, things, having }]): Theme<Id>[] => {
      if (having.length < fewest) return [];
      const { kind, concept, part, about } = first;
      const own = all.of(having);
      const other = kind === 'gripe' ? 'praise' : 'gripe';
      return [
        {
          key,
          name: names?.get(key) ?? themeName(kind, concept, part),
          kind,
          concept,
          part,
          about,
          says: commonest(things.map((m) => m.words)).slice(0, 3),
          reviews: having.length,
          share: having.length / all.sums.n,
          interval: wilson(having.length, all.sums.n)!,
          starPull: starPull(own.sums, all.sums),
          against: kind === 'wish' ? 0 : (groups.get(themeKey({ kind: other, concept, part }))?.having.length ?? 0),
          byListing: all.listings.map((listing, at) => all.ofListing(listing, own, at)),
          course: courseBetween(own.sums, all.sums),
          thin: having.length < THIN,
          things,
        },
      ];
    })
    .sort(
      (a, b) =>
        KIND_ORDER[a.kind] - KIND_ORDER[b.kind] ||
        Number(isUnsorted(a)) - Number(isUnsorted(b)) ||
        b.reviews - a.reviews ||
        (a.key < b.key ? -1 : 1),
    );
};
/** What no concept knows is put together for reading, and is no theme. */
const isUnsorted = ({ concept }: { concept: string }): boolean => concept === 'other';

/**
 * Things said of parts, whatever is said of them: what happens to the spindle in all its ways is one theme then.
 * @example byPart([{ review: 1, kind: 'gripe', concept: 'holds', part: 'clamp', about: 'product', words: null, sentence: 'It slips.' }])[0]?.concept // => "any"
 */
export const byPart = <Id>(said: readonly ThingSaid<Id>[]): ThingSaid<Id>[] =>
  said.flatMap((m) => {
    const part = m.part ?? m.named ?? null;
    return part === null ? [] : [{ ...m, part, concept: ANY }];
  });

/** What is said of one kind, concept and part. */
interface Group<Id> {
  first: Pick<ThingSaid<Id>, 'kind' | 'concept' | 'part' | 'about'>;
  things: ThingSaid<Id>[];
  /** Places of the reviews that say it, rising, each once. */
  having: number[];
}

/** Things said by kind, concept and part, in the order of the reviews. */
const gathered = <Id>(said: readonly ThingSaid<Id>[], reviews: readonly ReviewFacts<Id>[]): Map<string, Group<Id>> => {
  const groups = new Map<string, Group<Id>>();
  for (const { one, place } of inOrderOf(said, reviews)) {
    const key = themeKey(one);
    let group = groups.get(key);
    if (!group) groups.set(key, (group = { first: one, things: [], having: [] }));
    group.things.push(one);
    if (group.having.at(-1) !== place) group.having.push(place);
  }
  return groups;
};

/** Things with the places of their reviews, rising; mostly they come so. */
const inOrderOf = <Id>(
  said: readonly ThingSaid<Id>[],
  reviews: readonly ReviewFacts<Id>[],
): { one: ThingSaid<Id>; place: number }[] => {
  const placeOf = new Map(reviews.map((r, place) => [r.id, place]));
  const found: { one: ThingSaid<Id>; place: number }[] = [];
  let isRising = true;
  for (const one of said) {
    const place = placeOf.get(one.review);
    if (place === undefined) continue;
    if (found.length > 0 && place < found.at(-1)!.place) isRising = false;
    found.push({ one, place });
  }
  return isRising ? found : found.sort((a, b) => a.place - b.place);
};

interface Sums {
  n: number;
  stars: number;
  squares: number;
  recent: number;
}
interface OwnSums {
  sums: Sums;
  byListing: Sums[];
  /** Reviews of each listing in each of its months. */
  months: number[][];
}
const noSums = (): Sums => ({ n: 0, stars: 0, squares: 0, recent: 0 });

/** Sums over reviews, whose facts stand in columns: each theme is summed up over its own reviews only. */
class Tally<Id> {
  readonly listings: Id[];
  private readonly listingAt: Uint32Array;
  private readonly monthAt: Uint16Array;
  private readonly stars: Uint8Array;
  private readonly isRecent: Uint8Array;
  private readonly months: string[];
  private readonly all: OwnSums;

  constructor(reviews: readonly ReviewFacts<Id>[], today: Day) {
    const from = addDays(today, -RECENT_DAYS);
    this.listings = [...new Set(reviews.map((r) => r.listing))];
    this.months = [...new Set(reviews.map((r) => r.day.slice(0, 7)))].sort();
    const listingNo = new Map(this.listings.map((l, at) => [l, at]));
    const monthNo = new Map(this.months.map((m, at) => [m, at]));
    this.listingAt = Uint32Array.from(reviews, (r) => listingNo.get(r.listing)!);
    this.monthAt = Uint16Array.from(reviews, (r) => monthNo.get(r.day.slice(0, 7))!);
    this.stars = Uint8Array.from(reviews, (r) => r.stars);
    this.isRecent = Uint8Array.from(reviews, (r) => (r.day >= from ? 1 : 0));
    this.all = this.of(reviews.keys());
  }

  get sums(): Sums {
    return this.all.sums;
  }

  /** Sums of the reviews at some places. */
  of(places: Iterable<number>): OwnSums {
    const sums = noSums();
    const byListing = this.listings.map(noSums);
    const months = this.listings.map(() => new Array<number>(this.months.length).fill(0));
    for (const place of places) {
      const listing = this.listingAt[place]!;
      const stars = this.stars[place]!;
      for (const own of [sums, byListing[listing]!]) {
        own.n++;
        own.stars += stars;
        own.squares += stars ** 2;
        own.recent += this.isRecent[place]!;
      }
      months[listing]![this.monthAt[place]!]!++;
    }
    return { sums, byListing, months };
  }

  ofListing(listing: Id, own: OwnSums, at: number): Theme<Id>['byListing'][number] {
    const { n, ...sums } = own.byListing[at]!;
    const all = this.all.byListing[at]!;
    const { moved, p } = courseBetween({ n, ...sums }, all);
    const series = this.months.flatMap((month, m) => {
      const of = this.all.months[at]![m]!;
      return of === 0 ? [] : [{ month, of, hits: own.months[at]![m]! }];
    });
    return { listing, reviews: n, of: all.n, moved, p, changed: n >= FEWEST_TO_CHANGE ? changePoint(series) : null };
  }
}

const courseBetween = (own: Sums, all: Sums): Course =>
  courseOf({ hits: own.recent, of: all.recent }, { hits: own.n - own.recent, of: all.n - all.recent });

/** Values from the most to the least frequent. @example commonest(['b', 'a', null, 'b']) // => ["b", "a"] */
export const commonest = (values: readonly (string | null)[]): string[] => {
  const counts = new Map<string, number>();
  for (const v of values) if (v !== null) counts.set(v, (counts.get(v) ?? 0) + 1);
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

/** The sentences that show a theme best: of a typical length first, one a review, those of different wording before the rest. */
export const evidenceOf = <Id extends number | string>({ things }: Pick<Theme<Id>, 'things'>): ThingSaid<Id>[] => {
  const seen = new Set<Id>();
  const wordings = new Set<string | null>();
  const byLength = [...things].sort(
    (a, b) => Math.abs(a.sentence.length - 60) - Math.abs(b.sentence.length - 60) || (a.review < b.review ? -1 : 1),
  );
  const fresh: ThingSaid<Id>[] = [];
  const rest: ThingSaid<Id>[] = [];
  for (const one of byLength) {
    if (seen.has(one.review)) continue;
    seen.add(one.review);
    (wordings.has(one.words) ? rest : fresh).push(one);
    wordings.add(one.words);
  }
  return [...fresh, ...rest].slice(0, EVIDENCE);
};
