/** What the shelf's page computes when a listing is left out, to be run in a browser by the benchmark. */
import { strangers } from '@kettle/core/shelf/belongs';
import type { ShelfListing } from '@kettle/core/shelf/listing';
import { STARTER_SHELF_RULES } from '@kettle/core/shelf/rules';
import { readShelf } from '@kettle/core/shelf/shelf';
import { normalDraw, randomFrom } from '@kettle/core/stats/random';

export const makeListings = (n: number): ShelfListing[] => {
  const random = randomFrom(n);
  return Array.from({ length: n }, (_, i) => {
    const price = Math.round(3000 * Math.exp(0.3 * normalDraw(random)));
    const units = 200 * Math.exp(normalDraw(random));
    return {
      code: `QS${i}`,
      title: `Folding book press ${i % 7 === 0 ? 'oak' : 'beech'}, size ${i}`,
      brand: `Brand ${Math.floor(random() * n)}`,
      category: i % 11 === 0 ? 'Paper › Sheets' : 'Paper › Presses',
      price,
      units,
      revenue: price * units,
      reviews: Math.round(1500 * random() ** 2),
      reviewsMonth: 4 * random(),
      rating: 3 + 2 * random(),
      rank: 1 + Math.floor(2000 * random()),
      months: Math.floor(80 * random()),
      craft: Math.round(100 * random()),
      pictures: 5,
      fulfilment: 'marketplace',
      soldByMarketplace: false,
      price90: 0.1 * normalDraw(random),
      priceYear: 0.1 * normalDraw(random),
      bestThreeShare: 0.25 + 0.2 * random(),
    };
  });
};

export const recompute = (listings: readonly ShelfListing[]): unknown => [
  readShelf(listings, { rules: STARTER_SHELF_RULES, currency: 'USD', find: listings[0]?.code ?? null, course: null }),
  strangers(listings, 'folding book press'),
];
