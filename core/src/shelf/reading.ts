import type { Course } from '../demand/course.ts';
import type { PartKey, ShelfRules } from '../documents/shelf-rules.ts';
import type { HhiBand } from '../stats/concentration.ts';
import type { Spread } from './listing.ts';

export const SHELF_MEASURES = ['price', 'units', 'revenue', 'reviews', 'rating', 'rank', 'months', 'craft'] as const;
export type ShelfMeasure = (typeof SHELF_MEASURES)[number];

/** How unevenly the revenue of a shelf is shared. */
export interface ShelfConcentration {
  hhi: number;
  band: HhiBand;
  effective: number;
  gini: number;
  /** Shares of the first one, two, three and ten. */
  top: readonly [number, number, number, number];
  /** How many listings make up the share that the seller chose. */
  holders: number;
  /** Brands by their revenue, the largest first. */
  brands: { brand: string; revenue: number; share: number; codes: string[] }[];
}

export interface ReviewWall {
  median: number;
  over: string[];
  /** New reviews per unit sold on this shelf, over all listings of which both are known; null when not. */
  perUnit: number | null;
  /** Units a month a newcomer can expect: those of the middle newcomer, or the lower quarter of the shelf. */
  expectedUnits: number | null;
  expectedFrom: 'newcomers' | 'lower quarter' | null;
  /** Months a newcomer needs to have as many reviews as the middle listing; null when that cannot be reckoned. */
  months: number | null;
}
export interface NewcomerTake {
  codes: string[];
  /** Of the shelf's revenue, and of a middle listing's. */
  share: number;
  median: number;
  ofMedian: number;
  least: number;
  most: number;
  /** Their middle price over the shelf's. */
  priceOfMedian: number | null;
}
export interface PriceRoom {
  median: number;
  /** Spread of the middle half of the prices over the median. */
  spread: number;
  /** Share of revenue earned above the median price. */
  above: number | null;
  /** Middle change of price over a year, or over 90 days where a year is not known; and who cut. */
  change: number | null;
  changeOver: 'a year' | '90 days' | null;
  cut: string[];
  changesKnown: number;
}
export interface OpennessPart {
  key: PartKey;
  /** What went into the map; null when not known. */
  input: number | null;
  value: number | null;
  weight: number;
}
export interface Openness {
  /** 0–100; null when no part is known. */
  value: number | null;
  parts: OpennessPart[];
  missing: PartKey[];
}
export interface FindPlace {
  code: string;
  /** Share of the other listings of known revenue that earn less, 0–1. */
  percentile: number;
  /** Robust deviations above the others' middle, on logs; null when they do not spread. */
  z: number | null;
  timesMedian: number;
  /** Times what the third best of the others earns: shelves have long tails, so the middle alone makes every best one an outlier. */
  timesThird: number | null;
}
export interface ShelfReading {
  n: number;
  spreads: Record<ShelfMeasure, Spread>;
  /** Revenue of all together; null when not known of any. */
  revenue: number | null;
  /** Share of the shelf's revenue by code. */
  shares: ReadonlyMap<string, number>;
  concentration: ShelfConcentration | null;
  wall: ReviewWall | null;
  newcomers: NewcomerTake | null;
  room: PriceRoom | null;
  find: FindPlace | null;
  fulfilled: { marketplace: number; seller: number; unknown: number; soldByMarketplace: string[] };
  openness: Openness;
  verdicts: Verdict[];
  /** What could not be said, and why. */
  unsaid: string[];
}
export interface ShelfContext {
  rules: ShelfRules;
  currency: string;
  /** Code of the listing that the seller found. */
  find?: string | null;
  /** What the searches of the term or niche say; null where the shelf is of listings alone. */
  course?: Course | null;
}

export type VerdictKey =
  | 'too-little'
  | 'owned'
  | 'wall'
  | 'outlier'
  | 'newcomers-earn'
  | 'cheap-newcomers'
  | 'newcomers-starve'
  | 'price-war'
  | 'flash'
  | 'season'
  | 'weak-pages'
  | 'healthy';

/** What a shelf says in words: a sentence, what it rests on, the rule it follows, and the rows to look at. */
export interface Verdict {
  key: VerdictKey;
  tone: 'holds' | 'care' | 'fails';
  title: string;
  detail: string;
  rule: string;
  codes: string[];
}

/** What verdicts are made from. */
export type PartialReading = Omit<ShelfReading, 'openness' | 'verdicts' | 'unsaid'>;
