import { and, desc, eq } from 'drizzle-orm';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import type { Db } from '../../ground/db/connection.ts';
import { imports } from '../../ground/db/schema.ts';
import { guessMapping, IMPORT_FIELDS } from './columns/index.ts';

/** As the columns of a file like this one were set last; else as their heads say. */
export const mappingFor = async (
  db: Db,
  marketplaceId: string,
  kind: ImportKind,
  columns: readonly string[],
): Promise<Pick<Preview, 'mapping' | 'remembered'>> => {
  const guessed = guessMapping(kind, columns);
  const earlier = await db
    .select({ mapping: imports.mapping })
    .from(imports)
    .where(and(eq(imports.marketplaceId, marketplaceId), eq(imports.kind, kind)))
    .orderBy(desc(imports.id))
    .limit(20);
  const keys = new Set(IMPORT_FIELDS[kind].map((f) => f.key));
  const known = earlier.find(
    ({ mapping }) =>
      Object.entries(mapping).every(([key, column]) => keys.has(key) && columns.includes(column)) &&
      Object.keys(mapping).length >= Object.keys(guessed).length,
  );
  return known ? { mapping: known.mapping, remembered: true } : { mapping: guessed, remembered: false };
};

/** What a file seems to hold: the kind that needs most of what it has. */
export const proposedKind = (columns: readonly string[]): ImportKind => {
  const scored = (Object.keys(IMPORT_FIELDS) as ImportKind[]).map((kind) => {
    const mapping = guessMapping(kind, columns);
    const lacks = IMPORT_FIELDS[kind].some((f) => f.required && !mapping[f.key]);
    // Every row of listings can be one of readings: what it says of the listing itself decides.
    return { kind, score: lacks ? -1 : Object.keys(mapping).length + (NEEDED_FIRST.indexOf(kind) + 1) / 10 };
  });
  const best = scored.sort((a, b) => b.score - a.score)[0]!;
  return best.score < 0 ? 'listings' : best.kind;
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
