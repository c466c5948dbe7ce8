import type { Course } from '../estimate/age.ts';
import type { RankCurve } from '../estimate/rank-curve.ts';
import { tidyReadings, type Reading } from '../estimate/reading.ts';
import { addDays, daysBetween, type Day } from '../measures/day.ts';
import { BREAK_RULES, RANK_LAG, rankBreaks } from './breaks.ts';
import { MOVED } from './thresholds.ts';

/** Something about a watched listing that is worth a look, and the day on which it began. */
export type News = { day: Day; weight: number } & (
  | { kind: 'price' | 'rating' | 'sellers'; before: number; now: number }
  | { kind: 'level'; times: number; days: number }
  | { kind: 'stock'; what: 'ran out' | 'came back' }
  | { kind: 'holder'; before: string; now: string }
  | { kind: 'reviews'; now: number; usual: number; days: number }
);
export interface NewsAsked {
  readings: readonly Reading[];
  curve: RankCurve | null;
  /** The season of its kind among the others of its ranks. */
  within: Course | null;
  /** What was known on this day is no news. */
  since: Day;
  today: Day;
}

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
} as const;
/** Days before, in which somebody who held the main offer is nobody new. */
const KNOWN_HOLDERS = 60;
/** New reviews are a burst from so many times the usual pace, and so many, on. */
const BURST = { times: 3, reviews: 5, days: 60 } as const;

/**
 * What is new of a watched listing since a day, the gravest first: its price or rating moved, its level broke, its stock ran
 * out or came back, sellers came or went, somebody new holds the main offer, reviews came in a burst. Each by the thresholds
 * that count everywhere; a break is news on the day on which it has lasted long enough to be told, which is later than the
 * day it began. Nothing for fewer than two days read.
 * @example newsOf({ readings: [], curve: null, within: null, since: '2026-11-20', today: '2026-11-24' }) // => []
 */
export const newsOf = ({ readings, curve, within, since, today }: NewsAsked): News[] => {
  const days = tidyReadings(readings, today);
  const then = days.filter((d) => d.day <= since);
  const lately = days.filter((d) => d.day > since);
  if (lately.length === 0 || days.length < 2) return [];
  return [
    ...moved(then, lately),
    ...stockNews(then, lately),
    ...holderNews(then, lately, since),
    ...reviewNews(then, lately),
    ...rankBreaks(days, curve, within).flatMap((b): News[] =>
      // By the ranks it lasted its least number of days on this one.
      addDays(b.day, RANK_LAG + BREAK_RULES.lasts - 1) > since
        ? [
            {
              kind: 'level',
              day: b.day,
              times: b.times,
              days: b.days,
              weight: WEIGHTS.level * Math.abs(Math.log2(b.times)),
            },
          ]
        : [],
    ),
  ].sort((a, b) => b.weight - a.weight || (a.day < b.day ? 1 : -1));
};

const lastOf = <K extends keyof Reading>(days: readonly Reading[], key: K): NonNullable<Reading[K]> | null =>
  (days.findLast((d) => d[key] !== null)?.[key] ?? null) as NonNullable<Reading[K]> | null;

/** What was before, and is now: the first day on which it was as far off as it is now, or further. */
const moved = (then: readonly Reading[], lately: readonly Reading[]): News[] => {
  const news: News[] = [];
  const begin = (test: (d: Reading) => boolean): Day => lately.find(test)?.day ?? lately.at(-1)!.day;
  const [price, priceNow] = [lastOf(then, 'price'), lastOf(lately, 'price')];
  if (price && priceNow && Math.abs(priceNow / price - 1) >= MOVED.price - 1e-9)
    news.push({
      kind: 'price',
      before: price,
      now: priceNow,
      day: begin((d) => d.price !== null && Math.abs(d.price / price - 1) >= MOVED.price - 1e-9),
      weight: WEIGHTS.price * Math.min(3, Math.abs(priceNow / price - 1) / 0.1),
    });
  const [rating, ratingNow] = [lastOf(then, 'rating'), lastOf(lately, 'rating')];
  if (rating !== null && ratingNow !== null && Math.abs(ratingNow - rating) >= MOVED.rating - 1e-9)
    news.push({
      kind: 'rating',
      before: rating,
      now: ratingNow,
      day: begin((d) => d.rating !== null && Math.abs(d.rating - rating) >= MOVED.rating - 1e-9),
      weight: WEIGHTS.rating * Math.min(3, Math.abs(ratingNow - rating) / MOVED.rating),
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

const reviewNews = (then: readonly Reading[], lately: readonly Reading[]): News[] => {
  const counted = then.filter((d) => d.reviews !== null);
  const now = lately.filter((d) => d.reviews !== null);
  const last = counted.at(-1);
  const newest = now.at(-1);
  if (!last || !newest) return [];
  const from = addDays(last.day, -BURST.days);
  const first = counted.find((d) => d.day >= from)!;
  const usualDays = daysBetween(first.day, last.day);
  const days = daysBetween(last.day, newest.day);
  if (usualDays < BURST.days / 4 || days < 1) return [];
  const came = newest.reviews! - last.reviews!;
  const usual = ((last.reviews! - first.reviews!) / usualDays) * days;
  if (came < BURST.reviews || came < BURST.times * Math.max(usual, 0.5)) return [];
  const day = now.find((d) => d.reviews! - last.reviews! >= came / 2)!.day;
  return [{ kind: 'reviews', now: came, usual, days, day, weight: WEIGHTS.reviews * Math.min(3, came / Math.max(usual, 1) / BURST.times) }]; // prettier-ignore
};

const rounded = (n: number): string => (n < 10 ? n.toFixed(1).replace('.0', '') : String(Math.round(n)));

/** News in a few words; money is written by whoever asks. @example newsInWords({ kind: 'level', day: '2026-11-10', times: 1.31, days: 14, weight: 2 }, String) // => "sells 31 % more than before, for 14 days read" */
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
      return `sells ${Math.round(100 * Math.abs(news.times - 1))} % ${news.times > 1 ? 'more' : 'less'} than before, for ${news.days} days read`;
    case 'stock':
      return news.what === 'ran out' ? 'ran out of stock' : 'is in stock again';
    case 'holder':
      return `the main offer went from ${news.before} to ${news.now}`;
    case 'reviews':
      return `${news.now} reviews in ${news.days} ${news.days === 1 ? 'day' : 'days'}, usually ${rounded(news.usual)}`;
  }
};
