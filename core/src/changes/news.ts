import type { WatchRules } from '../documents/watch-rules.ts';
import { tidyReadings, type Reading } from '../estimate/reading.ts';
import { addDays, daysBetween, type Day } from '../measures/day.ts';
import { beforeRanks, BREAK_RULES, breaksOf, groupSeries, RANK_LAG, type Break, type DayValue } from './breaks.ts';
import { FIRST_ROWS, placeChange, type PlaceRead } from './places.ts';
import { MOVED } from './thresholds.ts';
import { STARTER_PLAN } from './watch-plan.ts';

/** Something about a watched listing that is worth a look, and the day on which it began. */
export type News = { day: Day; weight: number } & (
  | { kind: 'price' | 'rating' | 'sellers'; before: number; now: number }
  /** Units by rank; or the rank itself, turned so that more is better, where nothing says what it is worth. */
  | { kind: 'level'; of: 'units' | 'rank'; times: number; days: number }
  | { kind: 'stock'; what: 'ran out' | 'came back' }
  | { kind: 'holder'; before: string; now: string }
  | { kind: 'reviews'; now: number; usual: number; days: number }
  | { kind: 'page'; parts: readonly string[] }
  | { kind: 'terms'; term: string; before: number | null; now: number | null; searches: number | null }
);
/** A term's first pages as they were read, with where the listing stood. */
export interface TermPlaces {
  term: string;
  /** Searches a month, as last told. */
  searches: number | null;
  reads: readonly PlaceRead[];
}
export interface NewsAsked {
  readings: readonly Reading[];
  /** Breaks of its level, as `rankBreaks` finds them with `WATCH_BREAKS`. */
  breaks: readonly Break[];
  /** What the breaks are of: the rank itself where there is no curve. */
  breaksOf?: 'units' | 'rank';
  /** What changed on its page, and on which day that was seen. */
  pages?: readonly { day: Day; parts: readonly string[] }[];
  terms?: readonly TermPlaces[];
  /** What was known on this day is no news. */
  since: Day;
  today: Day;
  rules?: WatchRules;
}
/** Breaks that rules can ask for: down to the least that a rule can say. */
export const WATCH_BREAKS = { ...BREAK_RULES, times: 1.05 } as const;

/** What each kind weighs by itself, facts of the trade: common practice, no source. */
const WEIGHTS = {
  level: 6,
  'ran out': 5,
  sellers: 5,
  price: 4,
  holder: 4,
  rating: 4,
  reviews: 3,
  'came back': 3,
  page: 2,
  terms: 1,
} as const;
/** Days before, in which somebody who held the main offer is nobody new. */
const KNOWN_HOLDERS = 60;
/** Days that the usual pace of reviews is told by. */
const PACE_DAYS = 60;

/**
 * What is new of a watched listing since a day, the gravest first: its price or rating moved, its level broke, its stock ran
 * out or came back, sellers came or went, somebody new holds the main offer, reviews came in a burst, its page changed,
 * places were gained or lost for a term. Each by the seller's own rules; a break is news on the day on which it has lasted
 * long enough to be told, which is later than the day it began. Of readings nothing for fewer than two days.
 * @example newsOf({ readings: [], breaks: [], since: '2026-11-20', today: '2026-11-24' }) // => []
 */
export const newsOf = ({
  readings,
  breaks,
  breaksOf = 'units',
  pages = [],
  terms = [],
  since,
  today,
  rules = STARTER_PLAN.rules,
}: NewsAsked): News[] => {
  // prettier-ignore
  const days = tidyReadings(readings, today);
  // What was read first since the day is what the others are told against, where nothing was read before.
  const from = days.length > 0 && days[0]!.day > since ? days[0]!.day : since;
  const then = days.filter((d) => d.day <= from);
  const lately = days.filter((d) => d.day > from);
  const ofReadings =
    lately.length === 0 || days.length < 2
      ? []
      : [
          ...moved(then, lately, rules),
          ...stockNews(then, lately),
          ...holderNews(then, lately, since),
          ...reviewNews(then, lately, rules),
          ...levelNews(breaks, breaksOf, since, rules),
        ];
  return [...ofReadings, ...pageNews(pages, since), ...termNews(terms, since, rules)]
    .filter((n) => !rules.quiet.includes(n.kind))
    .sort((a, b) => b.weight - a.weight || (a.day < b.day ? 1 : -1));
};

/** A group whose members went to another level together, beyond the season of their kind. */
export interface GroupNews {
  day: Day;
  times: number;
  days: number;
}
/** From so much on a group's level is told: single wobbles cancel out in it. */
const GROUP_BREAKS = { ...BREAK_RULES, times: 1 + MOVED.groupUnits } as const;

/** Breaks of a group's level that are news since a day, the newest last. @example groupNewsOf([], '2026-11-20') // => [] */
export const groupNewsOf = (members: readonly (readonly DayValue[])[], since: Day): GroupNews[] =>
  breaksOf(groupSeries(members), GROUP_BREAKS)
    .map(beforeRanks)
    .filter((b) => addDays(b.day, RANK_LAG + BREAK_RULES.lasts - 1) > since);

const levelNews = (breaks: readonly Break[], of: 'units' | 'rank', since: Day, { level }: WatchRules): News[] =>
  breaks.flatMap((b): News[] => {
    const far = Math.abs(Math.log(b.times));
    // By the ranks it lasted its least number of days on this one.
    const told = addDays(b.day, RANK_LAG + BREAK_RULES.lasts - 1);
    return told <= since || far < Math.log(1 + level) - 1e-9
      ? []
      : [{ kind: 'level', of, day: b.day, times: b.times, days: b.days, weight: (WEIGHTS.level * far) / Math.LN2 }];
  });

const pageNews = (pages: NonNullable<NewsAsked['pages']>, since: Day): News[] => {
  const lately = pages.filter((p) => p.day > since);
  const parts = [...new Set(lately.flatMap((p) => p.parts))];
  return parts.length === 0 ? [] : [{ kind: 'page', parts, day: lately.at(-1)!.day, weight: WEIGHTS.page }];
};

/** Share of the better of two places by which they must lie apart. */
const FAR = 0.5;
/** Searches a month from which on a term counts in full. */
const MANY_SEARCHES = 10_000;
const termNews = (terms: readonly TermPlaces[], since: Day, { places }: WatchRules): News[] =>
  terms.flatMap(({ term, searches, reads }): News[] => {
    const change = placeChange(reads, since, places);
    // Further down than the first rows hardly anybody looks: what happens there is no news.
    const better = Math.min(change?.before ?? Infinity, change?.now ?? Infinity);
    if (change === null || better > FIRST_ROWS) return [];
    // Further down a few places are nothing.
    if (change.before !== null && change.now !== null && Math.abs(change.before - change.now) < better * FAR) return [];
    // Few searches say little; of a term whose searches nobody told it counts for half.
    const counts = searches === null ? 0.5 : Math.min(1, Math.log1p(searches) / Math.log1p(MANY_SEARCHES));
    const left = change.before === null || change.now === null;
    return [{ kind: 'terms', term, searches, ...change, weight: WEIGHTS.terms * counts * (left ? 3 : 2) }];
  });

const lastOf = <K extends keyof Reading>(days: readonly Reading[], key: K): NonNullable<Reading[K]> | null =>
  (days.findLast((d) => d[key] !== null)?.[key] ?? null) as NonNullable<Reading[K]> | null;

/** What was before, and is now: the first day on which it was as far off as it is now, or further. */
const moved = (then: readonly Reading[], lately: readonly Reading[], rules: WatchRules): News[] => {
  const news: News[] = [];
  const begin = (test: (d: Reading) => boolean): Day => lately.find(test)?.day ?? lately.at(-1)!.day;
  const [price, priceNow] = [lastOf(then, 'price'), lastOf(lately, 'price')];
  if (price && priceNow && Math.abs(priceNow / price - 1) >= rules.price - 1e-9)
    news.push({
      kind: 'price',
      before: price,
      now: priceNow,
      day: begin((d) => d.price !== null && Math.abs(d.price / price - 1) >= rules.price - 1e-9),
      weight: WEIGHTS.price * Math.min(3, Math.abs(priceNow / price - 1) / 0.1),
    });
  const [rating, ratingNow] = [lastOf(then, 'rating'), lastOf(lately, 'rating')];
  if (rating !== null && ratingNow !== null && Math.abs(ratingNow - rating) >= rules.rating - 1e-9)
    news.push({
      kind: 'rating',
      before: rating,
      now: ratingNow,
      day: begin((d) => d.rating !== null && Math.abs(d.rating - rating) >= rules.rating - 1e-9),
      weight: WEIGHTS.rating * Math.min(3, Math.abs(ratingNow - rating) / rules.rating),
    });
  const [sellers, sellersNow] = [lastOf(then, 'sellers'), lastOf(lately, 'sellers')];
  if (sellers !== null && sellersNow !== null && sellers !== sellersNow)
    news.push({
      kind: 'sellers',
      before: sellers,
      now: sellersNow,
      day: begin((d) => d.sellers === sellersNow),
      weight: WEIGHTS.sellers * (sellersNow > sellers ? 1 : 0.5),
    });
  return news;
};

const stockNews = (then: readonly Reading[], lately: readonly Reading[]): News[] => {
  const before = lastOf(then, 'stock');
  const counted = lately.filter((d) => d.stock !== null);
  const now = counted.at(-1)?.stock ?? null;
  if (before === null || now === null || (before === 0) === (now === 0)) return [];
  const what = now === 0 ? 'ran out' : 'came back';
  const day = counted.find((d) => (d.stock === 0) === (now === 0))!.day;
  return [{ kind: 'stock', what, day, weight: WEIGHTS[what] }];
};

/** Sellers take turns: who held the main offer within two months is nobody new. */
const holderNews = (then: readonly Reading[], lately: readonly Reading[], since: Day): News[] => {
  const from = addDays(since, -KNOWN_HOLDERS);
  const known = new Set(then.filter((d) => d.day >= from).flatMap((d) => d.mainOffer ?? []));
  const before = lastOf(then, 'mainOffer');
  const now = lastOf(lately, 'mainOffer');
  if (before === null || now === null || known.has(now)) return [];
  const day = lately.find((d) => d.mainOffer === now)!.day;
  return [{ kind: 'holder', before, now, day, weight: WEIGHTS.holder }];
};

const reviewNews = (then: readonly Reading[], lately: readonly Reading[], rules: WatchRules): News[] => {
  const counted = then.filter((d) => d.reviews !== null);
  const now = lately.filter((d) => d.reviews !== null);
  const last = counted.at(-1);
  const newest = now.at(-1);
  if (!last || !newest) return [];
  const from = addDays(last.day, -PACE_DAYS);
  const first = counted.find((d) => d.day >= from)!;
  const usualDays = daysBetween(first.day, last.day);
  const days = daysBetween(last.day, newest.day);
  if (usualDays < PACE_DAYS / 4 || days < 1) return [];
  const came = newest.reviews! - last.reviews!;
  const usual = ((last.reviews! - first.reviews!) / usualDays) * days;
  if (came < rules.reviews || came < rules.reviewTimes * Math.max(usual, 0.5)) return [];
  const day = now.find((d) => d.reviews! - last.reviews! >= came / 2)!.day;
  return [{ kind: 'reviews', now: came, usual, days, day, weight: WEIGHTS.reviews * Math.min(3, came / Math.max(usual, 1) / rules.reviewTimes) }]; // prettier-ignore
};

const rounded = (n: number): string => (n < 10 ? n.toFixed(1).replace('.0', '') : String(Math.round(n)));

const placeInWords = (place: number | null): string => (place === null ? 'off the first page' : `place ${place}`);

/** News in a few words; money is written by whoever asks. @example newsInWords({ kind: 'level', of: 'units', day: '2026-11-10', times: 1.31, days: 14, weight: 2 }, String) // => "sells 31 % more than before, for 14 days read" */
export const newsInWords = (news: News, money: (minor: number) => string): string => {
  switch (news.kind) {
    case 'price':
      return `price ${money(news.before)} → ${money(news.now)}`;
    case 'rating':
      return `rating ${news.before.toFixed(1)} → ${news.now.toFixed(1)}`;
    case 'sellers':
      return news.now > news.before
        ? `a new seller: ${news.before} then, ${news.now} now`
        : `a seller left: ${news.before} then, ${news.now} now`;
    case 'level':
      if (news.of === 'rank')
        return `rank ${news.times > 1 ? `${Math.round(100 * (1 - 1 / news.times))} % smaller, which is better,` : `${Math.round(100 * (1 / news.times - 1))} % larger, which is worse,`} than before, for ${news.days} days read`;
      return `sells ${Math.round(100 * Math.abs(news.times - 1))} % ${news.times > 1 ? 'more' : 'less'} than before, for ${news.days} days read`;
    case 'stock':
      return news.what === 'ran out' ? 'ran out of stock' : 'is in stock again';
    case 'holder':
      return `the main offer went from ${news.before} to ${news.now}`;
    case 'page':
      return `its page changed: ${news.parts.join(', ')}`;
    case 'terms':
      return `“${news.term}”: ${placeInWords(news.before)} → ${placeInWords(news.now)}`;
    case 'reviews':
      return `${news.now} reviews in ${news.days} ${news.days === 1 ? 'day' : 'days'}, usually ${rounded(news.usual)}`;
  }
};
