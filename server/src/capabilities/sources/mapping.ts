import { and, desc, eq, isNull } from 'drizzle-orm';
import type { ImportKind } from '@kettle/contract/sources';
import type { Db } from '../../ground/db/connection.ts';
import { imports } from '../../ground/db/schema.ts';
import type { ImportSettings } from '@kettle/contract/sources';
import { guessMapping, IMPORT_FIELDS } from './columns/index.ts';

/** How the newest file that looked the same was set. */
export interface SetBefore {
  kind: ImportKind;
  mapping: Record<string, string>;
  source: string;
  settings: ImportSettings;
}
const LATEST = 50;

/**
 * How files like this one were set: files of the same columns, whatever their order, that were not taken back. With a kind
 * only those of it, and then also files of other columns that have all of those that were chosen.
 */
export const setBefore = async (
  db: Db,
  marketplaceId: string,
  columns: readonly string[],
  kind: ImportKind | null,
): Promise<SetBefore | null> => {
  const earlier = await db
    .select()
    .from(imports)
    .where(
      and(
        eq(imports.marketplaceId, marketplaceId),
        isNull(imports.takenBackAt),
        kind === null ? undefined : eq(imports.kind, kind),
      ),
    )
    .orderBy(desc(imports.id))
    .limit(LATEST);
  const there = new Set(columns);
  const same = (other: readonly string[] | null): boolean =>
    other !== null && new Set(other).size === there.size && other.every((c) => there.has(c));
  const known =
    earlier.find((e) => same(e.columns)) ??
    earlier.find((e) => {
      if (kind === null) return false;
      const keys = new Set(IMPORT_FIELDS[kind].map((f) => f.key));
      return (
        Object.entries(e.mapping).every(([key, column]) => keys.has(key) && there.has(column)) &&
        Object.keys(e.mapping).length >= Object.keys(guessMapping(kind, columns)).length
      );
    });
  return known
    ? { kind: known.kind as ImportKind, mapping: known.mapping, source: known.source, settings: known.settings ?? {} }
    : null;
};

/** Sheets that files of this marketplace were taken in from. */
export const sheetsBefore = async (db: Db, marketplaceId: string): Promise<Set<string>> => {
  const rows = await db
    .select({ settings: imports.settings })
    .from(imports)
    .where(and(eq(imports.marketplaceId, marketplaceId), isNull(imports.takenBackAt)))
    .orderBy(desc(imports.id))
    .limit(LATEST);
  return new Set(rows.flatMap(({ settings }) => settings?.sheet ?? []));
};

/** What a file seems to hold by its heads: the kind that needs most of what it has; null where each lacks something. */
export const proposedKind = (columns: readonly string[]): ImportKind | null => {
  const scored = (Object.keys(IMPORT_FIELDS) as ImportKind[]).map((kind) => {
    const mapping = guessMapping(kind, columns);
    const lacks = IMPORT_FIELDS[kind].some((f) => f.required && !mapping[f.key]);
    // Every row of listings can be one of readings: what it says of the listing itself decides.
    return { kind, score: lacks ? -1 : Object.keys(mapping).length + (NEEDED_FIRST.indexOf(kind) + 1) / 10 };
  });
  const best = scored.sort((a, b) => b.score - a.score)[0]!;
  return best.score < 0 ? null : best.kind;
};
/** Of kinds that a file would serve equally well, the later. */
const NEEDED_FIRST: readonly ImportKind[] = [
  'months',
  'readings',
  'counts',
  'listings',
  'reviews',
  'terms',
  'positions',
];
