import type { RankCurve } from '@kettle/core/estimate/rank-curve';
import { addDays, addMonths, daysBetween, epochDay, type Day } from '@kettle/core/measures/day';
import { hashText, normalDraw, poissonDraw, randomFrom, type Random } from '@kettle/core/stats/random';
import { brandName } from './brands.ts';
import { FAMILIES, KINDS, MATERIALS, pathOf, SEASONS, SIZES, STYLES, type Kind } from './catalogue.ts';
import {
  FIRST_MONTH,
  rankOfRate,
  ratesOn,
  Simulated,
  WORLD_DAY,
  type DayFacts,
  type RatesOfMonth,
  type Truth,
} from './market.ts';
import { DEMO_MARKETPLACES, type DemoMarketplace } from './marketplaces.ts';
import { reviewDays, writeReview, type Temper, type WrittenReview } from './review-grammar.ts';
import { STORIES, type StoryListing } from './stories.ts';

// Called millions of times: each look-up of a global costs, in test runners most of all.
const { exp, floor, max, min, round } = Math;

export interface WorldListing {
  marketplace: string;
  code: string;
  title: string;
  brand: string;
  kind: Kind;
  weight: number;
  sides: [number, number, number];
  pictures: number;
  variations: number;
  /** Code of the listing that stands for the family it is a variation of; null where it stands alone. */
  family: string | null;
  bullets: string[];
  description: string;
  fulfilment: 'marketplace' | 'seller';
  soldByMarketplace: boolean;
  /** Share of the days on which the marketplace itself has it in stock. */
  marketplaceDays: number;
  story: StoryListing | null;
  truth: Truth;
}
export interface World {
  listings: WorldListing[];
  curves: { marketplace: string; category: string; curve: RankCurve; reviewRate: number; reviewSpread: number }[];
}
export interface WorldSize {
  listings: number;
  /** Listings with daily readings of the last 400 days. */
  daily: number;
  /** Listings that have review texts, and the texts in all. */
  reviewed: number;
  reviews: number;
}
export const FULL_WORLD: WorldSize = { listings: 30_000, daily: 1_500, reviewed: 400, reviews: 40_000 };
export const DAILY_DAYS = 400;
const SEED = 20261124;

const pick = <T>(random: Random, list: readonly T[]): T => list[floor(random() * list.length)]!;

/**
 * Makes the listings of both marketplaces with their truth, stories first, and the rank curves that ship with them; of
 * another seed, another world.
 */
export const makeWorld = (size: Pick<WorldSize, 'listings'>, seed = SEED): World => {
  const listings = DEMO_MARKETPLACES.flatMap((market) =>
    marketListings(market, round(size.listings * market.share), seed),
  );
  const curves = DEMO_MARKETPLACES.flatMap((market) =>
    FAMILIES.map((family) =>
      shippedCurve(
        market,
        family,
        listings.filter((l) => l.marketplace === market.id && l.kind.family === family).map((l) => l.truth),
      ),
    ),
  );
  return { listings, curves };
};

const marketListings = (market: DemoMarketplace, count: number, seed: number): WorldListing[] => {
  const random = randomFrom(seed + hashText(market.id));
  const stories =
    market.id === 'quayside'
      ? STORIES.flatMap((s) => s.listings.map((l) => ({ story: l, kind: KINDS.find((k) => k.name === s.kind)! })))
      : [];
  const storyKinds = new Set(stories.map((s) => s.kind.name));
  const open = KINDS.filter((k) => !storyKinds.has(k.name));
  const national = Array.from({ length: 60 }, () => brandName(random));
  const perFamily = new Map<string, number>();
  const plain = Array.from({ length: max(0, count - stories.length) }, () => ({
    story: null,
    kind: pick(random, open),
  }));
  const made = [...stories, ...plain].map(({ story, kind }, i) => {
    const place = (perFamily.get(kind.family) ?? 0) + 1;
    perFamily.set(kind.family, place);
    const code = `${market.codePrefix}${(4821 + i * 37).toString(36).toUpperCase().padStart(5, '0')}${i % 10}`;
    return story ? storyListing(market, kind, story, code) : plainListing(market, kind, code, place, random, national);
  });
  return made.map(withPage).map(withFamilies(market)).map(withSeller(market));
};

/** What stands on the page: a careful seller writes five telling bullets, a careless one two words. */
const withPage = (listing: WorldListing): WorldListing => {
  const random = randomFrom(hashText(`${listing.code}/page`));
  const care = listing.story ? 0.55 + 0.2 * random() : random();
  const { parts, noun } = listing.kind;
  const bullets = Array.from({ length: 1 + round(5 * care * (0.6 + 0.4 * random())) }, (_, i) => {
    const part = parts[i % parts.length]!;
    return random() < care
      ? `The ${part} of this ${noun}: made to last, checked by hand, easy to use from the first day on.`
      : `Good ${part}.`;
  });
  const sentence = `A ${noun} for quiet evenings, with ${parts.join(', ')}. `;
  return {
    ...listing,
    bullets,
    description: sentence
      .repeat(round(9 * care * random()))
      .slice(0, 1000)
      .trim(),
  };
};

/** One plain listing in twelve is another size of an earlier one of its kind: same brand, same title but for the size. */
const withFamilies = (market: DemoMarketplace) => {
  const random = randomFrom(SEED + hashText(`${market.id}/families`));
  const leaders = new Map<string, WorldListing>();
  return (listing: WorldListing): WorldListing => {
    if (listing.story) return listing;
    const leader = leaders.get(listing.kind.name);
    if (leader && random() < 1 / 12) {
      const title = `${leader.title.split(', ').slice(0, -1).join(', ')}, ${pick(random, SIZES)}`;
      leader.variations = max(2, leader.variations);
      return { ...listing, title, brand: leader.brand, family: leader.code, variations: leader.variations };
    }
    if (random() < 0.3) leaders.set(listing.kind.name, listing);
    return listing;
  };
};

/** A brand sells its own listings, unless the marketplace itself does. */
const withSeller =
  (market: DemoMarketplace) =>
  (listing: WorldListing): WorldListing => ({
    ...listing,
    truth: { ...listing.truth, seller: listing.soldByMarketplace ? market.name : listing.brand },
  });

const storyListing = (market: DemoMarketplace, kind: Kind, story: StoryListing, code: string): WorldListing => ({
  marketplace: market.id,
  code,
  title: story.title,
  brand: story.brand,
  kind,
  weight: story.grams ?? kind.grams,
  sides: kind.sides,
  pictures: 5,
  variations: 1,
  family: null,
  bullets: [],
  description: '',
  fulfilment: 'marketplace',
  soldByMarketplace: false,
  marketplaceDays: 0,
  story,
  truth: {
    code,
    base: story.base,
    growth: 0.08,
    season: SEASONS[story.season ?? kind.season],
    price: story.price,
    priceGrowth: 0,
    saleChance: 0.004,
    saleLift: 2.2,
    saleDays: story.saleDays ?? [],
    outageChance: 0.08,
    reviewsPerUnit:
      (story.reviews / max(1, story.base * 0.85 * min(36, story.months) * 30.4)) * min(1, 36 / story.months),
    rating: story.rating,
    sellers: story.sellers ?? 1,
    seller: story.brand,
    onSaleSince: addMonths(WORLD_DAY, -story.months),
    reviewsBefore: story.months > 36 ? round(story.reviews * (1 - 36 / story.months)) : 0,
  },
});

const plainListing = (
  market: DemoMarketplace,
  kind: Kind,
  code: string,
  place: number,
  random: Random,
  national: readonly string[],
): WorldListing => {
  const level = 480 + (hashText(kind.family) % 500);
  const base = level * (place + 4) ** -0.98 * exp(0.25 * normalDraw(random));
  const isNational = random() < 0.12;
  const months = max(1, round(90 * random() ** 1.6));
  const price = max(500, round((100 * kind.price * market.priceLevel * exp(0.28 * normalDraw(random))) / 10) * 10 - 10);
  const rate = 0.02 * exp(0.35 * normalDraw(random));
  const variant = pick(random, SIZES);
  return {
    marketplace: market.id,
    code,
    kind,
    title: `${capital(pick(random, STYLES))} ${kind.noun}, ${pick(random, MATERIALS)}, ${variant}`,
    brand: isNational ? pick(random, national) : brandName(random),
    weight: max(20, round(kind.grams * exp(0.3 * normalDraw(random)))),
    sides: kind.sides.map((s) => max(4, round(s * (0.85 + 0.3 * random())))) as [number, number, number],
    pictures: 1 + floor(random() * 8),
    variations: random() < 0.6 ? 1 : 2 + floor(random() * 6),
    fulfilment: random() < 0.7 ? 'marketplace' : 'seller',
    family: null,
    bullets: [],
    description: '',
    ...soldByMarketplace(isNational && random() < 0.3, code),
    story: null,
    truth: {
      code,
      base,
      growth: min(1.5, max(-0.6, 0.25 * normalDraw(random))),
      season: SEASONS[kind.season],
      price,
      priceGrowth: random() < 0.06 ? -0.2 : 0.02 * normalDraw(random),
      saleChance: random() < 0.3 ? 0.02 : 0.003,
      saleLift: 1.8 + 2 * random(),
      saleDays: random() < 0.01 ? [addDays(WORLD_DAY, -floor(20 * random()) - 2)] : [],
      outageChance: 0.15,
      steps: stepsOf(code),
      reviewsPerUnit: rate,
      rating: min(4.9, max(2.4, 4.1 + 0.45 * normalDraw(random))),
      sellers: isNational ? 3 + floor(random() * 14) : 1 + floor(random() * 1.6),
      seller: '',
      onSaleSince: addMonths(WORLD_DAY, -months),
      reviewsBefore: months > 36 ? round(base * rate * (months - 36) * 30.4 * 0.8) : 0,
    },
  };
};

/** Some listings come to sell much more, or much less, from one day on. */
const STEPPING = 0.18;
const stepsOf = (code: string): { day: Day; times: number }[] => {
  const random = randomFrom(hashText(`${code}/steps`));
  if (random() >= STEPPING) return [];
  const times = 1.5 + 0.8 * random();
  return [{ day: addDays(WORLD_DAY, floor(450 * random()) - 330), times: random() < 0.5 ? times : 1 / times }];
};

const soldByMarketplace = (sold: boolean, code: string) => ({
  soldByMarketplace: sold,
  marketplaceDays: sold ? Number((0.3 + 0.7 * randomFrom(hashText(`${code}/days`))()).toFixed(2)) : 0,
});

const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1);

/** The curve that ships with a family: the world's true relation at fourteen ranks, each off by about a tenth. */
const shippedCurve = (market: DemoMarketplace, family: string, truths: readonly Truth[]): World['curves'][number] => {
  const random = randomFrom(SEED + hashText(`${market.id}/${family}/curve`));
  const rates = ratesOn(
    truths.map((t) => new Simulated(t)),
    epochDay(WORLD_DAY) - 45,
  );
  const ranks = [1, 2, 4, 8, 16, 32, 64, 120, 220, 400, 700, 1200, 2000].filter((r) => r < rates.length * 0.95);
  if (ranks.length < 2) ranks.splice(0, ranks.length, 1, 2);
  let last = Infinity;
  const knots = ranks.map((rank) => {
    const near = rates[min(rank, rates.length) - 1] ?? 0.01;
    last = min(last, max(0.001, near * 1.02 * exp(0.1 * normalDraw(random))));
    return { rank, unitsPerDay: Number(last.toPrecision(4)) };
  });
  return {
    marketplace: market.id,
    category: family,
    reviewRate: 0.02,
    reviewSpread: 0.4,
    curve: { knots, residual: 0.28, validFrom: WORLD_DAY, source: `shipped with ${market.name}` },
  };
};

export interface MonthFacts {
  month: Day;
  price: number;
  rank: number;
  reviews: number;
}

/** Monthly averages of a listing from its first full month on, 36 at most, up to the month before the world's day. */
export const monthsOf = (listing: Simulated, rates: RatesOfMonth): MonthFacts[] => {
  const { truth } = listing;
  const result: MonthFacts[] = [];
  for (let month = FIRST_MONTH; month < `${WORLD_DAY.slice(0, 8)}01`; month = addMonths(month, 1)) {
    const middle = epochDay(`${month.slice(0, 7)}-15`);
    const units = listing.ordinaryUnits(middle);
    if (units === 0) continue;
    const random = randomFrom(hashText(`${truth.code}/${month}`));
    const noise = normalDraw(random);
    // What was really sold in the month: chance, and days without stock.
    const days = epochDay(addMonths(month, 1)) - epochDay(month);
    const sold = poissonDraw(random, units * (days - listing.daysOut(epochDay(month), days))) / days;
    result.push({
      month,
      price: listing.price(middle),
      rank: max(
        1,
        round(rankOfRate(rates(month.slice(0, 7)), listing.favour * max(sold, units / 20)) * exp(0.07 * noise)),
      ),
      reviews: listing.reviews(middle),
    });
  }
  return result;
};

/** The last 400 days of a listing, up to the world's day, not before it was on sale. */
export const dailyOf = (listing: Simulated, rates: RatesOfMonth): DayFacts[] => {
  const today = epochDay(WORLD_DAY);
  const from = max(listing.since, today + 1 - DAILY_DAYS);
  return listing.read(rates, from, today - from + 1);
};

/** Today's state of a listing without its daily past; its rank is the last that was shown. */
export const todayOf = (listing: Simulated, rates: RatesOfMonth): DayFacts => {
  const days = listing.read(rates, epochDay(WORLD_DAY), 1);
  const [today] = days as [DayFacts];
  for (let back = 1; today.rank === null && back <= 7; back++)
    today.rank = listing.read(rates, epochDay(WORLD_DAY) - back, 1)[0]!.rank;
  return today;
};

/** Which listings have daily readings: all of the stories, then every so-many-th, busier ones first. */
export const dailyListings = (world: World, count: number): WorldListing[] => {
  const stories = world.listings.filter((l) => l.story);
  const others = world.listings.filter((l) => !l.story && l.truth.base > 0.5);
  const step = max(1, floor(others.length / max(1, count - stories.length)));
  return [...stories, ...others.filter((_, i) => i % step === 0)].slice(0, max(count, stories.length));
};

const reviewedListings = (world: World, count: number): WorldListing[] => {
  const stories = world.listings.filter((l) => l.story);
  const others = world.listings.filter((l) => !l.story && new Simulated(l.truth).reviews(epochDay(WORLD_DAY)) >= 100);
  const step = max(1, floor(others.length / max(1, count - stories.length)));
  return [...stories, ...others.filter((_, i) => i % step === 0)].slice(0, max(count, stories.length));
};

/** Review texts: the stories' listings get most, the others of the chosen share the rest. */
export const reviewsOfWorld = function* (
  world: World,
  size: Pick<WorldSize, 'reviewed' | 'reviews'>,
): Generator<{ listing: WorldListing; review: WrittenReview }> {
  const chosen = reviewedListings(world, size.reviewed);
  const stories = chosen.filter((l) => l.story).length;
  const each = max(3, round((1.15 * size.reviews) / (chosen.length + stories)));
  for (const listing of chosen) {
    const random = randomFrom(SEED + hashText(`${listing.code}/reviews`));
    const temper: Temper = listing.story
      ? { parts: listing.kind.parts, gripes: listing.story.gripes, rating: listing.story.rating }
      : {
          parts: listing.kind.parts,
          gripes: { [listing.kind.parts[0]!]: { rate: 0.05 + 0.2 * random() } },
          rating: listing.truth.rating,
        };
    const there = new Simulated(listing.truth).reviews(epochDay(WORLD_DAY));
    const n = min(listing.story ? each * 2 : each, max(3, there));
    const span = daysBetween(listing.truth.onSaleSince, WORLD_DAY);
    let last: WrittenReview | null = null;
    for (const day of reviewDays(random, n, listing.truth.onSaleSince, WORLD_DAY, span)) {
      const review: WrittenReview = last && random() < 0.015 ? { ...last, day } : writeReview(random, temper, day);
      last = review;
      yield { listing, review };
    }
  }
};

export { pathOf };
