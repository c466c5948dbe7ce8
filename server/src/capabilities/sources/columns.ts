import type { ImportKind } from '@kettle/contract/sources';

/** A field that an import can take, with the words by which its column is known. */
export interface ImportField {
  key: string;
  name: string;
  required: boolean;
  explanation: string;
  words: string[];
}

const field = (key: string, name: string, words: string, explanation: string, required = false): ImportField => ({
  key,
  name,
  required,
  explanation,
  words: words.split('|'),
});

export const IMPORT_FIELDS: Record<ImportKind, ImportField[]> = {
  listings: [
    field(
      'code',
      'Listing code',
      'listing code|code|listing id|sku|id',
      'The marketplace’s own code of the listing.',
      true,
    ),
    field('title', 'Title', 'title|name|product|product name|listing title', 'The title of the listing.', true),
    field('brand', 'Brand', 'brand|maker|brand name', 'Who stands on it.'),
    field(
      'category',
      'Category',
      'category|category path|main category|department',
      'A name, or a path such as Paper › Presses.',
    ),
    field('price', 'Price', 'price|current price|main offer|price usd|price eur', 'In the marketplace’s currency.'),
    field('rank', 'Rank', 'rank|sales rank|rank in category|best rank', 'Sales rank within the category.'),
    field('reviews', 'Reviews', 'reviews|review count|number of reviews|ratings', 'How many.'),
    field('rating', 'Rating', 'rating|stars|average rating|mean stars', 'Between 1 and 5.'),
    field(
      'weight',
      'Weight',
      'weight|shipping weight|weight lb|weight kg|weight g|weight oz|item weight',
      'In the marketplace’s unit, or in the unit that the head of the column names (g, kg, lb, oz).',
    ),
    field(
      'long',
      'Longest side',
      'length|longest side|long|side 1|length in|length cm',
      'In inches or centimetres, as the marketplace measures.',
    ),
    field('middle', 'Middle side', 'width|middle side|side 2|width in|width cm', 'In the same unit.'),
    field('short', 'Shortest side', 'height|shortest side|side 3|height in|height cm', 'In the same unit.'),
    field('sellers', 'Sellers', 'sellers|number of sellers|seller count|offers', 'How many have an offer.'),
    field('pictures', 'Pictures', 'pictures|images|number of pictures|image count', 'How many.'),
    field('variations', 'Variations', 'variations|variants|number of variations', 'How many.'),
    field(
      'variationOf',
      'Variation of',
      'variation of|parent code|parent|parent listing',
      'The listing code of the product it is a size or colour of.',
    ),
    field('fulfilment', 'Fulfilled by', 'fulfilled by|fulfilment|fulfillment|shipped by', '"marketplace" or "seller".'),
    field(
      'soldByMarketplace',
      'Sold by the marketplace',
      'sold by the marketplace|sold by marketplace|marketplace sells',
      'yes or no.',
    ),
    field('packCount', 'Pieces in the pack', 'pieces in the pack|pack count|pack size|pieces', 'How many.'),
    field('description', 'Description', 'description|text|product description', 'For the craft of the page.'),
    field('stock', 'Stock', 'stock|stock count|in stock|inventory', 'Pieces counted on that day.'),
    field(
      'onSaleSince',
      'On sale since',
      'on sale since|first seen|launched|date first available|listed on',
      'A date, 2025-02-28.',
    ),
    field(
      'units',
      'Units a month, as stated',
      'units a month|monthly units|units|monthly sales|sales|units month',
      'Kept as what your source says.',
    ),
    field(
      'revenue',
      'Revenue a month, as stated',
      'revenue a month|monthly revenue|revenue|revenue usd|revenue eur',
      'Kept as what your source says.',
    ),
    field(
      'day',
      'Date of the figures',
      'seen on|date|day|as of|read on',
      'A date, 2026-11-24; today where there is none.',
    ),
  ],
  reviews: [
    field(
      'code',
      'Listing code',
      'listing code|code|listing id|sku|product id',
      'The listing the review is of; it must be in this marketplace.',
      true,
    ),
    field('stars', 'Stars', 'stars|rating|score', '1 to 5.', true),
    field('body', 'Text', 'text|body|review|review text|content|comment', 'What the buyer wrote.'),
    field('title', 'Title', 'title|headline|review title|summary', 'Its headline.'),
    field('day', 'Date', 'date|day|review date|posted on|written on', 'A date, 2026-11-24.', true),
    field('verified', 'Verified', 'verified|verified purchase|verified buyer', 'yes or no.'),
    field('helpful', 'Found helpful', 'helpful|helpful votes|votes', 'How many found it helpful.'),
  ],
  counts: [
    field(
      'code',
      'Listing code',
      'listing code|code|listing id|sku|product id',
      'The listing that was counted; it must be in this marketplace.',
      true,
    ),
    field('day', 'Date', 'date|day|counted on|seen on|as of', 'A date, 2026-11-24.', true),
    field(
      'stock',
      'Pieces in stock',
      'stock|pieces|count|stock count|in stock|quantity',
      'How many you counted.',
      true,
    ),
    field(
      'seller',
      'Seller',
      'seller|sold by|main offer',
      'Whose stock it was; counts of two sellers are not compared.',
    ),
  ],
};

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Which column is what, by its head: a full match before one that begins alike; each column serves once. */
export const guessMapping = (kind: ImportKind, columns: readonly string[]): Record<string, string> => {
  const mapping: Record<string, string> = {};
  const free = new Set(columns);
  for (const matches of [
    (head: string, word: string) => head === word,
    (head: string, word: string) => head.startsWith(`${word} `),
  ])
    for (const { key, words } of IMPORT_FIELDS[kind]) {
      if (mapping[key]) continue;
      const found = words.map((w) => [...free].find((c) => matches(plain(c), w))).find((c) => c !== undefined);
      if (found !== undefined) {
        mapping[key] = found;
        free.delete(found);
      }
    }
  return mapping;
};
