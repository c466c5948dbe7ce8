import { and, desc, eq } from 'drizzle-orm';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import type { Db } from '../../ground/db/connection.ts';
import { imports, uploads } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { Ground } from '../../ground/ground.ts';
import { badField } from '../../ground/problems/problem.ts';
import { IMPORT_FIELDS, guessMapping } from './columns/index.ts';
import { dropUpload, keepUpload } from './uploads.ts';

/** Keeps a file as it comes in and says what is in it and which column seems to be what. */
export const previewImport = async (
  { database: { db }, aside }: Pick<Ground, 'database' | 'aside'>,
  market: Pick<Market, 'id'>,
  kind: ImportKind,
  name: string,
  file: AsyncIterable<Buffer>,
): Promise<Preview> => {
  const upload = await keepUpload(db, name, file);
  try {
    return await previewUpload({ database: { db }, aside }, market, kind, upload, null);
  } catch (error) {
    // Nobody will come back to a file that could not be read.
    await dropUpload(db, upload).catch(() => undefined);
    throw error;
  }
};

/** Says what is in a file that was sent, on one of its sheets, and which column seems to be what. */
export const previewUpload = async (
  { database: { db }, aside }: { database: Pick<Ground['database'], 'db'>; aside: Ground['aside'] },
  market: Pick<Market, 'id'>,
  kind: ImportKind,
  upload: number,
  sheet: string | null,
): Promise<Preview> => {
  const [file] = await db.select({ name: uploads.name }).from(uploads).where(eq(uploads.id, upload));
  if (!file) throw badField('upload', 'The file is not there any more. Choose it again.');
  const look = await aside.run('look-at-file', { upload, sheet });
  return {
    upload,
    name: file.name,
    ...look,
    ...(await mappingFor(db, market.id, kind, look.columns)),
    proposed: proposedKind(look.columns),
    fields: IMPORT_FIELDS[kind].map(({ key, name: label, required, explanation }) => ({
      key,
      name: label,
      required,
      explanation,
    })),
  };
};

/** As the columns of a file like this one were set last; else as their heads say. */
const mappingFor = async (
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

/** Checks a mapping against an upload before its import is queued. */
export const checkMapping = async (
  db: Db,
  kind: ImportKind,
  upload: number,
  mapping: Record<string, string>,
): Promise<void> => {
  const [file] = await db.select({ columns: uploads.columns }).from(uploads).where(eq(uploads.id, upload));
  if (!file?.columns) throw badField('upload', 'The file is not there any more. Choose it again.');
  const { columns } = file;
  for (const { key, name, required } of IMPORT_FIELDS[kind]) {
    if (required && !mapping[key]) throw badField(key, `Say which column holds "${name}".`);
    if (mapping[key] && !columns.includes(mapping[key]))
      throw badField(key, `The file has no column "${mapping[key]}".`);
  }
  const unknown = Object.keys(mapping).find((key) => !IMPORT_FIELDS[kind].some((f) => f.key === key));
  if (unknown) throw badField(unknown, `There is no field "${unknown}".`);
};
