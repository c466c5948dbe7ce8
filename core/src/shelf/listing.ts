/** What a shelf knows of each listing on it. Money in minor units; changes and shares are fractions; null where not known. */
export interface ShelfListing {
  code: string;
  title: string;
  brand: string;
  category: string;
  price: number | null;
  units: number | null;
  revenue: number | null;
  reviews: number | null;
  reviewsMonth: number | null;
  rating: number | null;
  rank: number | null;
  /** Months on sale. */
  months: number | null;
  craft: number | null;
  pictures: number | null;
  fulfilment: 'marketplace' | 'seller' | 'unknown';
  soldByMarketplace: boolean | null;
  price90: number | null;
  priceYear: number | null;
  /** Share of its year's units in the best three months. */
  bestThreeShare: number | null;
}

/** What a measure looks like over the shelf; all null when it is known of no listing. */
export interface Spread {
  known: number;
  unknown: number;
  least: number | null;
  quarter: number | null;
  median: number | null;
  mean: number | null;
  threeQuarters: number | null;
  most: number | null;
}
