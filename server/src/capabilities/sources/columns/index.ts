import type { ImportKind } from '@kettle/contract/sources';
import type { ImportField } from './field.ts';
import { LISTING_FIELDS } from './listings.ts';
import { QUOTE_FIELDS, RATE_FIELDS } from './money.ts';
import { COUNT_FIELDS, MONTH_FIELDS, READING_FIELDS, REVIEW_FIELDS } from './of-listings.ts';
import { CLICK_FIELDS, POSITION_FIELDS, TERM_FIELDS } from './searches.ts';

export type { Meaning } from './field.ts';

/** What each kind of file can say. */
export const IMPORT_FIELDS: Record<ImportKind, ImportField[]> = {
  listings: LISTING_FIELDS,
  readings: READING_FIELDS,
  months: MONTH_FIELDS,
  reviews: REVIEW_FIELDS,
  counts: COUNT_FIELDS,
  terms: TERM_FIELDS,
  positions: POSITION_FIELDS,
  clicks: CLICK_FIELDS,
  quotes: QUOTE_FIELDS,
  rates: RATE_FIELDS,
};

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Words in front of what is counted, in several languages. */
const COUNTED = /^(?:number of|no of|count of|anzahl|anzahl der|nombre de|nombre d|número de|cantidad de|antal) /;

/** Which column is what, by its head: a full match before one that begins alike; each column serves once. */
export const guessMapping = (kind: ImportKind, columns: readonly string[]): Record<string, string> => {
  const mapping: Record<string, string> = {};
  const free = new Set(columns);
  for (const matches of [
    (head: string, word: string) => head === word,
    (head: string, word: string) => head.replace(COUNTED, '') === word,
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
