import type { ImportKind } from '@kettle/contract/sources';
import { looksOf, type Looks } from '@kettle/core/files/looks';
import { guessMapping, IMPORT_FIELDS } from './index.ts';

/**
 * What the columns of a kind look like, where their heads say nothing: the fields that show in their cells. Bare numbers do
 * not: nothing in them says whether they count pieces, places or searches.
 */
const SHOWN: Partial<Record<ImportKind, readonly (readonly [string, Looks])[]>> = {
  listings: [
    ['code', 'code'],
    ['title', 'name'],
    ['price', 'money'],
  ],
  readings: [
    ['code', 'code'],
    ['day', 'date'],
    ['price', 'money'],
  ],
  months: [
    ['code', 'code'],
    ['month', 'month'],
    ['price', 'money'],
  ],
  reviews: [
    ['code', 'code'],
    ['stars', 'stars'],
    ['body', 'prose'],
    ['day', 'date'],
  ],
};

/**
 * Which column is what by its cells, for fields that no head names: only where a single free column looks like one.
 * @param isListing whether a code is one of the marketplace's listings, which settles between several columns of codes
 */
export const mappingByContents = (
  kind: ImportKind,
  columns: readonly string[],
  rows: readonly (readonly string[])[],
  byHeads: Readonly<Record<string, string>>,
  isListing: (code: string) => boolean,
): Record<string, string> => {
  const taken = new Set(Object.values(byHeads));
  const cellsOf = (place: number): string[] => rows.map((r) => r[place] ?? '');
  const looks = columns.map((_, place) => looksOf(cellsOf(place)));
  const found: Record<string, string> = {};
  for (const [key, wanted] of SHOWN[kind] ?? []) {
    if (byHeads[key]) continue;
    let places = columns.flatMap((name, place) => (!taken.has(name) && looks[place]!.has(wanted) ? [place] : []));
    if (wanted === 'code' && places.length > 1) {
      const known = places.filter((p) => cellsOf(p).filter(isListing).length * 2 >= rows.length);
      if (known.length === 1) places = known;
    }
    if (places.length !== 1) continue;
    found[key] = columns[places[0]!]!;
    taken.add(found[key]);
  }
  return found;
};

/** The kind that a file's cells make it, where its heads make it none: the first of these of which nothing needed is missing. */
export const kindByContents = (
  columns: readonly string[],
  rows: readonly (readonly string[])[],
  isListing: (code: string) => boolean,
): ImportKind | null =>
  (['reviews', 'months', 'readings', 'listings'] as const).find((kind) => {
    const byHeads = guessMapping(kind, columns);
    const all = { ...byHeads, ...mappingByContents(kind, columns, rows, byHeads, isListing) };
    return (
      IMPORT_FIELDS[kind].every((f) => !f.required || all[f.key]) &&
      // A reading is more than a code and a day.
      (kind !== 'readings' || Object.keys(all).length > 2)
    );
  }) ?? null;
