/**
 * The measures of a listing that can be limited, sorted by and shown: the one place for their names, units and
 * explanations, used by limit cards, table heads, exports and the API description.
 */
export type MeasureKey =
  'price' | 'net' | 'units' | 'revenue' | 'reviews' | 'rating' | 'weight' | 'sellers' | 'rank' | 'months';

export interface Measure {
  key: MeasureKey;
  name: string;
  /** Decides how values are typed, shown and stored: money in minor units, weight in grams. */
  unit: 'money' | 'count' | 'stars' | 'weight' | 'months';
  scale: 'linear' | 'log';
  explanation: string;
  /** Offered as a limit card. */
  limit: boolean;
}

export const MEASURES: readonly Measure[] = [
  {
    key: 'price',
    name: 'Price',
    unit: 'money',
    scale: 'linear',
    limit: true,
    explanation: 'What a buyer pays for the main offer, with the tax that the marketplace includes.',
  },
  {
    key: 'units',
    name: 'Units a month',
    unit: 'count',
    scale: 'log',
    limit: true,
    explanation: 'Estimated pieces sold in a month, from the sales rank, stock counts and review pace that are known.',
  },
  {
    key: 'revenue',
    name: 'Revenue a month',
    unit: 'money',
    scale: 'log',
    limit: true,
    explanation: 'Units a month times the price.',
  },
  {
    key: 'reviews',
    name: 'Reviews',
    unit: 'count',
    scale: 'log',
    limit: true,
    explanation: 'How many reviews the listing has: how hard it is to catch up with.',
  },
  {
    key: 'rating',
    name: 'Rating',
    unit: 'stars',
    scale: 'linear',
    limit: true,
    explanation: 'Mean stars. Set an upper bound to find products that sell although buyers complain.',
  },
  {
    key: 'weight',
    name: 'Weight',
    unit: 'weight',
    scale: 'log',
    limit: true,
    explanation: 'Weight of the packed piece, which drives the fulfilment fee and the freight.',
  },
  {
    key: 'sellers',
    name: 'Sellers',
    unit: 'count',
    scale: 'linear',
    limit: true,
    explanation:
      'Sellers with an offer on the listing. One or two is a private label, many a national brand. One seller counts twice when both fulfilment ways are offered.',
  },
  {
    key: 'net',
    name: 'Net',
    unit: 'money',
    scale: 'linear',
    limit: true,
    explanation:
      'Price minus all marketplace fees by the schedule in force. Goods, freight and advertising still come off.',
  },
  {
    key: 'rank',
    name: 'Rank',
    unit: 'count',
    scale: 'log',
    limit: false,
    explanation: 'Sales rank within the main category, 1 sells most. Ranks of two categories do not compare.',
  },
  {
    key: 'months',
    name: 'Months on sale',
    unit: 'months',
    scale: 'linear',
    limit: true,
    explanation: 'Months since the listing was first on sale.',
  },
];

export const measureOf = (key: string): Measure | undefined => MEASURES.find((m) => m.key === key);
