/**
 * The measures of a listing that can be limited, sorted by and shown: the one place for their names, units and
 * explanations, used by limit cards, table heads, exports and the API description.
 */
export type MeasureKey =
  | 'price'
  | 'net'
  | 'profitRule'
  | 'marginRule'
  | 'outlayRule'
  | 'paybackRule'
  | 'piecePrice'
  | 'units'
  | 'revenue'
  | 'reviews'
  | 'reviewsMonth'
  | 'unitsPerReview'
  | 'rating'
  | 'weight'
  | 'side'
  | 'sellers'
  | 'marketplaceDays'
  | 'brandListings'
  | 'craft'
  | 'pictures'
  | 'variations'
  | 'rank'
  | 'months'
  | 'units30'
  | 'units90'
  | 'unitsYear'
  | 'price30'
  | 'price90'
  | 'priceYear'
  | 'season'
  | 'spikeShare';

/** Decides how values are typed, shown and stored: money in minor units, weight in grams, sides in mm, shares as fractions. */
export type Unit = 'money' | 'count' | 'decimal' | 'stars' | 'weight' | 'length' | 'months' | 'percent' | 'points';
export type MeasureGroup = 'Money' | 'Demand' | 'Competition' | 'Product' | 'Page' | 'Course';

export interface Measure<K extends string = MeasureKey, G extends string = MeasureGroup> {
  key: K;
  name: string;
  unit: Unit;
  scale: 'linear' | 'log';
  group: G;
  explanation: string;
  /** A change: values and bounds below 0 make sense. */
  signed?: true;
}

const measure = (
  key: MeasureKey,
  name: string,
  unit: Unit,
  scale: Measure['scale'],
  group: MeasureGroup,
  explanation: string,
): Measure => ({ key, name, unit, scale, group, explanation });
const change = (key: MeasureKey, name: string, explanation: string): Measure => ({
  ...measure(key, name, 'percent', 'linear', 'Course', explanation),
  signed: true,
});

export const MEASURES: readonly Measure[] = [
  measure(
    'price',
    'Price',
    'money',
    'linear',
    'Money',
    'What a buyer pays for the main offer, with the tax that the marketplace includes.',
  ),
  measure(
    'units',
    'Units a month',
    'count',
    'log',
    'Demand',
    'Estimated pieces sold in a month, from the sales rank, stock counts and review pace that are known.',
  ),
  measure('revenue', 'Revenue a month', 'money', 'log', 'Demand', 'Units a month times the price.'),
  measure(
    'reviews',
    'Reviews',
    'count',
    'log',
    'Competition',
    'How many reviews the listing has: how hard it is to catch up with.',
  ),
  measure(
    'rating',
    'Rating',
    'stars',
    'linear',
    'Competition',
    'Mean stars. Set an upper bound to find products that sell although buyers complain.',
  ),
  measure(
    'weight',
    'Weight',
    'weight',
    'log',
    'Product',
    'Weight of the packed piece, which drives the fulfilment fee and the freight.',
  ),
  measure(
    'sellers',
    'Sellers',
    'count',
    'linear',
    'Competition',
    'Sellers with an offer on the listing. One or two is a private label, many a national brand. One seller counts twice when both fulfilment ways are offered.',
  ),
  measure(
    'net',
    'Net',
    'money',
    'linear',
    'Money',
    'Price minus all marketplace fees by the schedule in force. Goods, freight and advertising still come off.',
  ),
  {
    ...measure(
      'profitRule',
      'Profit by rule',
      'money',
      'linear',
      'Money',
      'What is left of a sale by your own rule of thumb for goods, freight, duty and advertising; by the costing where there is one. A rule of thumb: ask for quotes before you believe it.',
    ),
    signed: true,
  },
  {
    ...measure(
      'marginRule',
      'Margin by rule',
      'percent',
      'linear',
      'Money',
      'Profit by your rule of thumb, or by the costing where there is one, divided by the price.',
    ),
    signed: true,
  },
  measure(
    'outlayRule',
    'Outlay by rule',
    'money',
    'log',
    'Money',
    'What a first order and the launch would take by your rule of thumb, or by the costing where there is one.',
  ),
  measure(
    'paybackRule',
    'Months to payback',
    'decimal',
    'log',
    'Money',
    'Outlay by your rule divided by a month’s profit of what a newcomer sells by it. Not known where nothing is left.',
  ),
  measure(
    'piecePrice',
    'Price per piece',
    'money',
    'log',
    'Money',
    'Price divided by the pieces in the pack, where the pack count is known: a pack of five is not one dear piece.',
  ),
  measure(
    'reviewsMonth',
    'Reviews a month',
    'decimal',
    'log',
    'Competition',
    'New reviews a month over the last three months: how fast the wall grows.',
  ),
  measure(
    'unitsPerReview',
    'Units per review',
    'decimal',
    'log',
    'Competition',
    'Units a month divided by all reviews. High: it sells although few have reviewed it, so few reviews are needed to sell beside it.',
  ),
  measure('side', 'Longest side', 'length', 'linear', 'Product', 'The longest side of the packed piece.'),
  measure(
    'marketplaceDays',
    'Marketplace in stock',
    'percent',
    'linear',
    'Competition',
    'Share of the days on which the marketplace itself had the listing in stock. Against it nobody keeps the main offer.',
  ),
  measure(
    'brandListings',
    'Listings of the brand',
    'count',
    'log',
    'Competition',
    'How many listings of this marketplace carry the brand: few mean a small brand, hundreds a national one.',
  ),
  measure(
    'craft',
    'Page craft',
    'points',
    'linear',
    'Page',
    'How well the page is made, 0–100, from title, pictures, bullets and description. A poor page that sells can be beaten.',
  ),
  measure('pictures', 'Pictures', 'count', 'linear', 'Page', 'Pictures on the page.'),
  measure(
    'variations',
    'Variations',
    'count',
    'linear',
    'Product',
    'Sizes, colours and sets of the same product. One keeps the first order simple.',
  ),
  measure(
    'rank',
    'Rank',
    'count',
    'log',
    'Demand',
    'Sales rank within the main category, 1 sells most. It can be limited within one main category only: rank 500 of a large category sells many times what rank 500 of a small one does. To limit across categories, use units a month.',
  ),
  measure('months', 'Months on sale', 'months', 'linear', 'Course', 'Months since the listing was first on sale.'),
  change('units30', 'Units, 30 days', 'Units of the last 30 days (or the last month) against the 30 before.'),
  change('units90', 'Units, 90 days', 'Units of the last 90 days (or three months) against the 90 before.'),
  change('unitsYear', 'Units, a year', 'Units of the last three months against the same three months a year before.'),
  change('price30', 'Price, 30 days', 'Price of the last 30 days (or the last month) against the 30 before.'),
  change('price90', 'Price, 90 days', 'Price of the last 90 days (or three months) against the 90 before.'),
  change('priceYear', 'Price, a year', 'Price of the last three months against the same three months a year before.'),
  measure(
    'season',
    'Strength of season',
    'percent',
    'linear',
    'Course',
    'How much of the ups and downs of at least two years is season: 0 % none, 100 % all (Hyndman & Athanasopoulos).',
  ),
  measure(
    'spikeShare',
    'On spike days',
    'percent',
    'linear',
    'Course',
    'Share of the units that fell on a few spike days, such as a one-day sale. Known only where readings were taken.',
  ),
];

const BY_KEY = new Map<string, Measure>(MEASURES.map((m) => [m.key, m]));

/** The measure of a key, or undefined. @example measureOf('price')?.unit // => "money" */
export const measureOf = (key: string): Measure | undefined => BY_KEY.get(key);
