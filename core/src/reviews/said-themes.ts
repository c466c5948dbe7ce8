import { addDays, type Day } from '../measures/day.ts';
import { groupsOf } from '../stats/groups.ts';
import { wilson, type Interval } from '../stats/intervals.ts';
import { fisherExact, newcombe } from '../stats/shares.ts';
import { CONCEPTS, type About } from './concepts.ts';
import type { Said, SaidKind } from './read-review.ts';

export interface SaidReview {
  id: string;
  listing: string;
  day: Day;
  says: readonly Said[];
}
/** How a share moved at one listing. */
export interface SaidCourse {
  listing: string;
  recent: { hits: number; of: number };
  before: { hits: number; of: number };
  /** Recent less before, with its interval of 95 %; null where either is without reviews. */
  difference: (Interval & { value: number }) | null;
  /** Chance of such a difference without any change. */
  p: number;
  moved: 'rising' | 'falling' | 'steady' | 'unknown';
}
export interface SaidTheme {
  key: string;
  /** In words that a seller would use. */
  name: string;
  kind: SaidKind;
  concept: string;
  part: string | null;
  about: About;
  reviews: number;
  share: number;
  interval: Interval;
  byListing: { listing: string; reviews: number; of: number }[];
  course: SaidCourse[];
}

const RECENT_DAYS = 180;
/** Fewer reviews in either time show no course. */
const FEWEST = 8;
const SURE = 0.05;

const byId = new Map(CONCEPTS.map((c) => [c.id, c]));

/** What a theme is called. @example themeName('gripe', 'holds', 'clamp') // => "Clamp does not hold" */
export const themeName = (kind: SaidKind, concept: string, part: string | null): string => {
  const known = byId.get(concept);
  if (!known) return kind === 'gripe' ? 'Other complaints' : kind === 'praise' ? 'Other praise' : 'Other wishes';
  const words = known[kind === 'gripe' ? 'bad' : kind === 'praise' ? 'good' : 'wish'];
  const named = part ?? (words.startsWith('{part}') ? 'It' : 'a part');
  const name = words.replace('{part}', words.startsWith('{part}') ? named[0]!.toUpperCase() + named.slice(1) : named);
  return name;
};
/** What things said are brought together by. */
export const themeKey = ({ kind, concept, part }: Pick<Said, 'kind' | 'concept' | 'part'>): string =>
  `${kind}/${concept}/${part ?? ''}`;

/**
 * Things said brought together: the same kind of the same concept and part, each review once, the most frequent first.
 * @param today the day that "the last 180 days" end on
 */
export const saidThemes = (reviews: readonly SaidReview[], today: Day): SaidTheme[] => {
  const from = addDays(today, -RECENT_DAYS);
  const listings = groupsOf(reviews, (r) => r.listing);
  const ids = new Map<string, { one: Said; reviews: Set<SaidReview> }>();
  for (const review of reviews)
    for (const one of review.says) {
      const key = themeKey(one);
      const theme = ids.get(key) ?? { one, reviews: new Set() };
      theme.reviews.add(review);
      ids.set(key, theme);
    }
  return [...ids]
    .map(([key, { one, reviews: having }]): SaidTheme => ({
      key,
      name: themeName(one.kind, one.concept, one.part),
      kind: one.kind,
      concept: one.concept,
      part: one.part,
      about: one.about,
      reviews: having.size,
      share: having.size / reviews.length,
      interval: wilson(having.size, reviews.length)!,
      byListing: [...listings].map(([listing, all]) => ({
        listing,
        reviews: all.filter((r) => having.has(r)).length,
        of: all.length,
      })),
      course: [...listings].map(([listing, all]) => courseOf(listing, all, having, from)),
    }))
    .sort((a, b) => b.reviews - a.reviews || (a.key < b.key ? -1 : 1));
};

const courseOf = (
  listing: string,
  all: readonly SaidReview[],
  having: ReadonlySet<SaidReview>,
  from: Day,
): SaidCourse => {
  const count = (some: readonly SaidReview[]) => ({ hits: some.filter((r) => having.has(r)).length, of: some.length });
  const recent = count(all.filter((r) => r.day >= from));
  const before = count(all.filter((r) => r.day < from));
  const p = recent.of > 0 && before.of > 0 ? fisherExact(recent, before) : 1;
  const enough = Math.min(recent.of, before.of) >= FEWEST;
  const difference = newcombe(recent, before);
  return {
    listing,
    recent,
    before,
    difference,
    p,
    moved: !enough || !difference ? 'unknown' : p > SURE ? 'steady' : difference.value > 0 ? 'rising' : 'falling',
  };
};
