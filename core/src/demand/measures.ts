import type { Measure } from '../sift/measures.ts';

export type NicheKey =
  | 'volumeQuarter'
  | 'volumeYear'
  | 'growthQuarter'
  | 'growthYear'
  | 'quarterPace'
  | 'holders'
  | 'holdersChange'
  | 'effective'
  | 'topShare'
  | 'listings'
  | 'brands'
  | 'price'
  | 'units'
  | 'revenue'
  | 'reviews'
  | 'bestThree'
  | 'season'
  | 'trendYear'
  | 'terms'
  | 'outlay';
export type TermKey =
  | 'volumeQuarter'
  | 'volumeYear'
  | 'growthQuarter'
  | 'growthYear'
  | 'quarterPace'
  | 'buyRate'
  | 'competing'
  | 'found'
  | 'topShare'
  | 'holders'
  | 'bestThree'
  | 'season'
  | 'trendYear';
export type DemandGroup = 'Searches' | 'Clicks' | 'Listings' | 'Course';
export type NicheMeasure = Measure<NicheKey, DemandGroup>;
export type TermMeasure = Measure<TermKey, DemandGroup>;

type SharedKey = NicheKey & TermKey;

const measure = <K extends string>(
  key: K,
  name: string,
  unit: Measure['unit'],
  scale: Measure['scale'],
  group: DemandGroup,
  explanation: string,
): Measure<K, DemandGroup> => ({ key, name, unit, scale, group, explanation });
const change = <K extends string>(
  key: K,
  name: string,
  group: DemandGroup,
  explanation: string,
): Measure<K, DemandGroup> => ({ ...measure(key, name, 'percent', 'linear', group, explanation), signed: true });

/** What a history of searches says, of niches and of terms alike. */
const searches: readonly Measure<SharedKey, DemandGroup>[] = [
  measure(
    'volumeQuarter',
    'Searches, quarter',
    'count',
    'log',
    'Searches',
    'Searches in the last 13 whole weeks (91 days). Against the year it tells a season from lasting demand.',
  ),
  measure(
    'volumeYear',
    'Searches, year',
    'count',
    'log',
    'Searches',
    'Searches in the last 52 whole weeks (364 days).',
  ),
  change('growthYear', 'Growth, a year', 'Searches', 'Searches of the last 52 weeks against the 52 weeks before.'),
  change(
    'growthQuarter',
    'Growth, a quarter',
    'Searches',
    'Searches of the last 13 weeks against the 13 weeks before. A season makes it jump: look at the growth of the year too.',
  ),
  measure(
    'quarterPace',
    'Quarter’s pace',
    'decimal',
    'linear',
    'Course',
    'The pace of the last quarter over that of the year. Near 1: even. Well above 1: you look at it in its season.',
  ),
  measure(
    'bestThree',
    'Best three months',
    'percent',
    'linear',
    'Course',
    'Share of a year’s searches that falls on its best three months. 25 % is no season at all; over half is a flash.',
  ),
  measure(
    'season',
    'Strength of season',
    'percent',
    'linear',
    'Course',
    'How much of the ups and downs is season: 0 % none, 100 % all. Needs 24 whole months (Hyndman & Athanasopoulos).',
  ),
  {
    ...measure(
      'trendYear',
      'Trend a year',
      'percent',
      'linear',
      'Course',
      'Middle slope of the season-free months (Theil–Sen), a year, against their mean. Needs 24 whole months.',
    ),
    signed: true,
  },
];

/** Measures of a niche, the first four being those whose cards stand there from the start. */
export const NICHE_MEASURES: readonly NicheMeasure[] = [
  ...searches,
  measure(
    'holders',
    'Share the clicks',
    'count',
    'linear',
    'Clicks',
    'How many listings share most of the clicks; how much “most” is, you set. Few: the clicks are owned.',
  ),
  {
    ...measure(
      'holdersChange',
      'Sharing, change',
      'count',
      'linear',
      'Clicks',
      'How many more (or fewer) listings share most of the clicks than a year ago. Falling: the niche closes.',
    ),
    signed: true,
  },
  measure(
    'effective',
    'Effective listings',
    'decimal',
    'linear',
    'Clicks',
    'One over the sum of squared shares: how many listings of equal size would share the clicks as unevenly as these do.',
  ),
  measure('topShare', 'Top share', 'percent', 'linear', 'Clicks', 'Share of the clicks that the first listing gets.'),
  measure(
    'listings',
    'Listings',
    'count',
    'log',
    'Listings',
    'Listings that serve the niche. Many can be a crowd or an open door: you decide which.',
  ),
  measure('brands', 'Brands', 'count', 'linear', 'Listings', 'Brands among the listings that serve the niche.'),
  measure(
    'price',
    'Price',
    'money',
    'linear',
    'Listings',
    'Middle price (median) of the listings that share most of the clicks.',
  ),
  measure(
    'units',
    'Units a month',
    'count',
    'log',
    'Listings',
    'Middle units a month (median) of one of the listings that share most of the clicks: what a listing in the niche sells.',
  ),
  measure(
    'revenue',
    'Revenue a month',
    'money',
    'log',
    'Listings',
    'Price times units of such a middle listing: what the income target is held against.',
  ),
  measure(
    'reviews',
    'Reviews',
    'count',
    'log',
    'Listings',
    'Middle number of reviews (median) of the listings that share most of the clicks.',
  ),
  measure(
    'terms',
    'Terms',
    'count',
    'linear',
    'Searches',
    'Search terms that mean the niche, brands’ own names left out.',
  ),
  measure(
    'outlay',
    'Outlay to enter',
    'money',
    'log',
    'Listings',
    'Estimate: the stock for a few months of a middle listing’s units at a share of its price, and a fixed sum for samples, pictures and launch advertising, by three numbers of yours; by your rule of thumb where you typed one.',
  ),
];

/** Measures of a search term. */
export const TERM_MEASURES: readonly TermMeasure[] = [
  ...searches,
  measure(
    'buyRate',
    'Buy rate',
    'percent',
    'linear',
    'Clicks',
    'Share of the searches that end in a purchase. Low: people look and do not find what they want, or only look.',
  ),
  measure(
    'competing',
    'Competing listings',
    'count',
    'log',
    'Listings',
    'How many listings the marketplace shows for the term in all.',
  ),
  measure('found', 'On the first page', 'count', 'linear', 'Listings', 'Listings read on the first page for the term.'),
  measure('topShare', 'Top share', 'percent', 'linear', 'Clicks', 'Share of the clicks that the first listing gets.'),
  measure(
    'holders',
    'Share the clicks',
    'count',
    'linear',
    'Clicks',
    'How many listings share most of the clicks; how much “most” is, you set.',
  ),
];

const niches = new Map<string, NicheMeasure>(NICHE_MEASURES.map((m) => [m.key, m]));
const terms = new Map<string, TermMeasure>(TERM_MEASURES.map((m) => [m.key, m]));

/** The measure of a niche by its key, or undefined. @example nicheMeasure('price')?.unit // => "money" */
export const nicheMeasure = (key: string): NicheMeasure | undefined => niches.get(key);
/** The measure of a term by its key, or undefined. @example termMeasure('buyRate')?.unit // => "percent" */
export const termMeasure = (key: string): TermMeasure | undefined => terms.get(key);
