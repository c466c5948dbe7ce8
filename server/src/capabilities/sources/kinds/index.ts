import type { ImportKind } from '@kettle/contract/sources';
import { listingsKind, readingsKind } from './catalogue.ts';
import type { Fact, ImportGroup, Kind } from './kind.ts';
import { clicksKind, positionsKind, termsKind } from './searches.ts';
import { quotesKind, ratesKind } from './supply.ts';
import { countsKind, monthsKind, reviewsKind } from './others.ts';

const KINDS = {
  listings: listingsKind,
  readings: readingsKind,
  months: monthsKind,
  counts: countsKind,
  reviews: reviewsKind,
  terms: termsKind,
  positions: positionsKind,
  clicks: clicksKind,
  quotes: quotesKind,
  rates: ratesKind,
} as const satisfies { [K in ImportKind]: unknown };

/** How a kind of file is taken in; its rows go from reading to putting without being looked into. */
export const kindOf = (kind: ImportKind): Kind<Fact> => KINDS[kind] as unknown as Kind<Fact>;

/** The kinds whose rows lie over each other. */
export const kindsOfGroup = (group: ImportGroup): ImportKind[] =>
  (Object.keys(KINDS) as ImportKind[]).filter((k) => kindOf(k).group === group);
