import type { ImportKind } from '@kettle/contract/sources';

/** What files hold, as it is called. */
export const IMPORT_KINDS: readonly (readonly [ImportKind, string])[] = [
  ['listings', 'listings'],
  ['readings', 'readings, day by day'],
  ['months', 'averages of months'],
  ['reviews', 'reviews'],
  ['counts', 'stock counts of my own'],
  ['terms', 'search terms'],
  ['positions', 'positions in searches'],
  ['clicks', 'clicks of niches'],
  ['quotes', 'suppliers’ quotes'],
  ['rates', 'exchange rates'],
];
