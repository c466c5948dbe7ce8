import { dayFromEpoch, epochDay, type Day } from '@kettle/core/measures/day';
import { DAYS_PER_MONTH } from '@kettle/core/measures/units';
import { hashText, normalDraw, poissonDraw, randomFrom, type Random } from '@kettle/core/stats/random';
import { brandName } from './brands.ts';

// Called millions of times: each look-up of a global costs, in test runners most of all.
const { ceil, exp, floor, imul, log1p, max, min, round, sin } = Math;

/**
 * What a listing of the invented world really does. All of it is a pure function of these numbers, the code and the
 * day, so that the feed can go on from any day without keeping a state.
 */
export interface Truth {
  code: string;
  /** Pieces a day on an ordinary day at the world's first "today". */
  base: number;
  /** Growth of the pieces a year, as a fraction. */
  growth: number;
  /** Twelve factors, January first, of mean 1. */
  season: readonly number[];
  /** Ordinary price in minor units, and its growth a year. */
  price: number;
  priceGrowth: number;
  /** Chance of a sale on a day, and what a sale multiplies the pieces by. */
  saleChance: number;
  saleLift: number;
  /** Days with a sale of their own, besides chance. */
  saleDays: readonly Day[];
  /** Chance that a quarter holds an outage. */
  outageChance: number;
  reviewsPerUnit: number;
  rating: number;
  sellers: number;
  /** Who holds the main offer on most days. */
  seller: string;
  onSaleSince: Day;
  /** From these days on it sells so many times what it sold before: a rival came or went, a page was made anew. */
  steps?: readonly { day: Day; times: number }[];
  /** Reviews on the first day of the recorded past. */
  reviewsBefore: number;
}

/** The day the world was made; growth and trends are reckoned from it. */
export const WORLD_DAY: Day = '2026-11-24';
/** First month of the recorded past. */
export const FIRST_MONTH: Day = '2023-12-01';
const STOCK_BLOCK = 60;
/** The largest stock the marketplace shows; some sellers let a buyer see far less. */
export const STOCK_CAP = 999;
const ORDER_LIMITS = [50, 120, 200];
/** Days for which one seller holds the main offer at least, and how many take turns at most. */
const OFFER_BLOCK = 9;
const MOST_HOLDERS = 3;

/** The family's expected pieces a day of a month, largest first. */
export type RatesOfMonth = (month: string) => Float64Array;

const mix = (seed: number, tag: number, n: number): Random =>
  randomFrom(imul(imul(seed ^ (tag * 0x9e3779b1), 0x85ebca6b) ^ (n * 0xc2b2ae35), 0x27d4eb2f));
const DRAW = {
  outage: 1,
  sale: 2,
  units: 3,
  price: 4,
  sellers: 5,
  stock: 6,
  rank: 7,
  reviews: 8,
  offer: 9,
  failure: 10,
} as const;

/** Month (2026-11), the month (0–11) last passed in its middle and the share of the way to the next, by day since 1970. */
const calendar = new Map<number, { month: string; below: number; share: number }>();
export const dateOf = (day: number): { month: string; below: number; share: number } => {
  let found = calendar.get(day);
  if (!found) {
    const iso = dayFromEpoch(day);
    const at = Number(iso.slice(5, 7)) - 1 + (Number(iso.slice(8, 10)) - 15) / 30.44;
    const below = floor(at);
    found = { month: iso.slice(0, 7), below: (below + 12) % 12, share: at - below };
    calendar.set(day, found);
  }
  return found;
};
/** A season's factor on a day, between those of two months. */
export const seasonOn = (season: readonly number[], day: number): number => {
  const { below, share } = dateOf(day);
  return season[below]! * (1 - share) + season[(below + 1) % 12]! * share;
};
const WORLD = epochDay(WORLD_DAY);
const PAST = epochDay(FIRST_MONTH);

/** Weights of the last days in the pace that a rank follows. */
const TRAIL = [0.3, 0.22, 0.16, 0.12, 0.09, 0.06, 0.05];

/** A listing of the invented world, to be asked about any day since 1970 (a whole number). */
export class Simulated {
  readonly truth: Truth;
  readonly since: number;
  private readonly seed: number;
  private readonly growth: number;
  private readonly priceGrowth: number;
  private readonly saleDays: ReadonlySet<number>;
  private readonly steps: readonly { day: number; times: number }[];
  /** How far the marketplace ranks it above (over 1) or below what its sales alone would give. */
  readonly favour: number;
  /** Share of the pieces that sellers sell whose stock no watcher sees: none for most, up to a third for some. */
  private readonly hidden: number;
  /** The largest stock a watcher sees. */
  private readonly stockCap: number;
  /** Sellers that take turns at the main offer. */
  private readonly holders: readonly string[];

  constructor(truth: Truth) {
    this.truth = truth;
    this.seed = hashText(truth.code);
    this.since = epochDay(truth.onSaleSince);
    this.growth = log1p(truth.growth) / 365.25;
    this.priceGrowth = log1p(truth.priceGrowth) / 365.25;
    this.steps = (truth.steps ?? []).map(({ day, times }) => ({ day: epochDay(day), times }));
    this.saleDays = new Set(truth.saleDays.map(epochDay));
    this.favour = exp(0.24 * normalDraw(mix(this.seed, DRAW.rank, -1)));
    const luck = mix(this.seed, DRAW.sellers, -1);
    this.hidden = luck() < 0.12 ? 0.1 + 0.25 * luck() : truth.sellers > 1 ? 0.12 * luck() : 0;
    this.stockCap = luck() < 0.12 ? ORDER_LIMITS[floor(ORDER_LIMITS.length * luck())]! : STOCK_CAP;
    const names = mix(this.seed, DRAW.offer, -1);
    this.holders = Array.from({ length: min(MOST_HOLDERS, truth.sellers) }, (_, i) =>
      i === 0 ? truth.seller : brandName(names),
    );
  }

  /** Which of the sellers holds the main offer on a day: the first most of the time, in turns of nine days. */
  private holderOn(day: number): number {
    if (this.holders.length === 1) return 0;
    const random = mix(this.seed, DRAW.offer, floor(day / OFFER_BLOCK));
    return random() < 0.75 ? 0 : 1 + floor(random() * (this.holders.length - 1));
  }

  mainOffer(day: number): string {
    return this.holders[this.holderOn(day)]!;
  }

  /** True when there is nothing to sell: some quarters hold one outage of five to twenty days. */
  isOut(day: number): boolean {
    const quarter = floor(day / 91);
    const random = mix(this.seed, DRAW.outage, quarter);
    if (random() >= this.truth.outageChance) return false;
    const length = 5 + floor(random() * 16);
    const start = floor(random() * (91 - length));
    const at = day - quarter * 91;
    return at >= start && at < start + length;
  }

  /** Days without stock among n from a day on. */
  daysOut(from: number, n: number): number {
    let out = 0;
    for (let day = from; day < from + n; day++) if (this.isOut(day)) out++;
    return out;
  }

  /** What a sale multiplies the day's pieces by; 1 on a day without one. */
  saleFactor(day: number): number {
    if (this.saleDays.has(day)) return 45;
    return mix(this.seed, DRAW.sale, day)() < this.truth.saleChance ? this.truth.saleLift : 1;
  }

  /** Its level on a day beside that of the world's day, by the steps between. */
  private level(day: number): number {
    let level = 1;
    for (const step of this.steps) {
      if (step.day > day && step.day <= WORLD) level /= step.times;
      if (step.day <= day && step.day > WORLD) level *= step.times;
    }
    return level;
  }

  /** Pieces to be expected on a day of the year, without sales and outages; rising over the first quarter on sale. */
  ordinaryUnits(day: number): number {
    if (day < this.since) return 0;
    const { season, base } = this.truth;
    return (
      base *
      this.level(day) *
      exp(this.growth * (day - WORLD)) *
      seasonOn(season, day) *
      min(1, (day - this.since + 5) / 90)
    );
  }

  /** Pieces really sold. */
  units(day: number): number {
    if (day < this.since || this.isOut(day)) return 0;
    const random = mix(this.seed, DRAW.units, day);
    const mood = exp(0.18 * normalDraw(random));
    return poissonDraw(random, this.ordinaryUnits(day) * this.saleFactor(day) * mood);
  }

  price(day: number): number {
    const ordinary = this.truth.price * exp(this.priceGrowth * (day - WORLD));
    const wobble = 1 + 0.03 * (mix(this.seed, DRAW.price, floor(day / 21))() - 0.5);
    const sale = this.saleFactor(day) > 1 ? 0.8 : 1;
    return max(99, round((ordinary * wobble * sale) / 10) * 10 - 1);
  }

  /**
   * Reviews by a day: what was there before the recorded past, and a share of the ordinary pieces of each thirty days
   * since, more in some, less in others. Never falls, and is the same from whichever day it is asked.
   */
  reviews(day: number): number {
    if (day < this.since) return 0;
    let reviews = this.truth.reviewsBefore;
    for (let at = max(this.since, PAST); at < day; at += 30) {
      const luck = exp(0.25 * normalDraw(mix(this.seed, DRAW.reviews, at)));
      reviews += this.ordinaryUnits(at) * min(30, day - at) * this.truth.reviewsPerUnit * luck;
    }
    return floor(reviews);
  }

  /** Hundredths of a star. */
  rating(day: number): number {
    return round(100 * min(5, max(1, this.truth.rating + 0.06 * sin(day / 97 + (this.seed % 7)))));
  }

  sellers(day: number): number {
    return max(1, this.truth.sellers + (mix(this.seed, DRAW.sellers, floor(day / 30))() < 0.15 ? 1 : 0));
  }

  /**
   * Stocks, at the end of n days, of whoever holds the main offer then: each seller has a store of his own, filled at the
   * start of each block of sixty days and whenever it runs low.
   */
  stocks(from: number, n: number): number[] {
    const result: number[] = [];
    const stores = this.holders.map(() => 0);
    for (let day = floor(from / STOCK_BLOCK) * STOCK_BLOCK; result.length < n; day++) {
      const daily = max(0.2, this.ordinaryUnits(day));
      const random = mix(this.seed, DRAW.stock, day);
      const filled = random();
      const added = random();
      if (day % STOCK_BLOCK === 0)
        for (const [k, stock] of stores.entries())
          stores[k] = max(min(stock, ceil(daily * 70)), ceil((daily * (25 + 30 * filled)) / (1 + k)));
      const k = this.holderOn(day);
      const sold = round(this.units(day) * (1 - this.hidden));
      if (stores[k]! - sold < daily * 4) stores[k]! += ceil(daily * (20 + 25 * added));
      const out = this.isOut(day);
      if (!out) stores[k] = max(0, stores[k]! - sold);
      if (day >= from) result.push(out ? 0 : stores[k]!);
    }
    return result;
  }

  /**
   * What a watcher would read on n days from a day on. Ranks follow the sales of the last week, late and with noise: on
   * one day in seven yesterday's still stands, on one in twenty-five none is shown, and a listing's own favour moves all
   * of them. Stocks are those of whoever holds the main offer, up to a cap; one count in eight fails.
   */
  read(rates: RatesOfMonth, from: number, n: number): DayFacts[] {
    const past = TRAIL.length + 1;
    const units = Array.from({ length: n + past }, (_, i) => this.units(from - past + i));
    const rankOn = (i: number): number => {
      const day = from + i;
      const trail = TRAIL.reduce((sum, w, back) => sum + w * units[i + past - 1 - back]!, 0);
      // Ranks of slow sellers lean on older sales as well.
      const pace = this.favour * (0.8 * trail + 0.2 * this.ordinaryUnits(day));
      const noise = exp(0.12 * normalDraw(mix(this.seed, DRAW.rank, day)));
      return max(1, round(rankOfRate(rates(dateOf(day).month), pace) * noise));
    };
    const stocks = this.stocks(from, n);
    return stocks.map((stock, i) => {
      const day = from + i;
      const failure = mix(this.seed, DRAW.failure, day);
      const late = failure() < 0.15;
      const ranked = failure() >= 0.04;
      const counted = mix(this.seed, DRAW.stock, -day)() >= 0.12;
      return {
        day: dayFromEpoch(day),
        price: this.price(day),
        rank: ranked ? rankOn(late ? i - 1 : i) : null,
        reviews: this.reviews(day),
        rating: this.rating(day),
        sellers: this.sellers(day),
        stock: counted ? min(stock, this.stockCap) : null,
        stockCapped: counted && stock > this.stockCap,
        mainOffer: this.mainOffer(day),
      };
    });
  }
}

/**
 * Mean pieces a month over a window of days that ends on a day, or over the days on sale where they are fewer: what
 * estimates are held against.
 */
export const trueMonthlyUnits = (truth: Truth, until: Day, days: number): number => {
  const listing = new Simulated(truth);
  let sum = 0;
  const onSale = min(days, epochDay(until) - listing.since + 1);
  if (onSale <= 0) return 0;
  for (let i = 0; i < onSale; i++) sum += listing.units(epochDay(until) - i);
  return (sum / onSale) * DAYS_PER_MONTH;
};

/** Expected pieces a day of a family on a day, largest first: what ranks are read from. */
export const ratesOn = (listings: readonly Simulated[], day: number): Float64Array =>
  Float64Array.from(listings, (l) => l.ordinaryUnits(day))
    .sort()
    .reverse();

/** Sorted rates of a family by month (2026-11), made when first asked for. */
export const monthlyRates = (listings: readonly Simulated[]): RatesOfMonth => {
  const made = new Map<string, Float64Array>();
  return (month) => {
    let rates = made.get(month);
    if (!rates) made.set(month, (rates = ratesOn(listings, epochDay(`${month}-15`))));
    return rates;
  };
};

/** The rank of a pace of sales among the sorted rates of its family. */
export const rankOfRate = (rates: Float64Array, rate: number): number => {
  let low = 0;
  let high = rates.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rates[middle]! > rate) low = middle + 1;
    else high = middle;
  }
  return low + 1;
};

export interface DayFacts {
  day: Day;
  price: number;
  rank: number | null;
  reviews: number;
  /** Hundredths of a star. */
  rating: number;
  sellers: number;
  stock: number | null;
  stockCapped: boolean;
  mainOffer: string;
}
