import { eq } from 'drizzle-orm';
import type { ImportKind, Preview } from '@kettle/contract/sources';
import type { LookAsked } from '../../ground/aside/kinds.ts';
import type { Db } from '../../ground/db/connection.ts';
import { uploads } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import type { Ground } from '../../ground/ground.ts';
import { badField } from '../../ground/problems/problem.ts';
import { IMPORT_FIELDS } from './columns/index.ts';
import { dropUpload, keepUpload } from './uploads.ts';

/** Keeps a file as it comes in and says what is in it and which column seems to be what. */
export const previewImport = async (
  { database: { db }, aside }: Pick<Ground, 'database' | 'aside'>,
  market: Pick<Market, 'id'>,
  kind: ImportKind | null,
  name: string,
  file: AsyncIterable<Buffer>,
): Promise<Preview> => {
  const upload = await keepUpload(db, name, file);
  try {
    return await previewUpload({ database: { db }, aside }, market, { kind, upload, sheet: null });
  } catch (error) {
    // Nobody will come back to a file that could not be read.
    await dropUpload(db, upload).catch(() => undefined);
    throw error;
  }
};

/** Says what is in a file that was sent, on one of its sheets, which column seems to be what, and what it comes to. */
export const previewUpload = async (
  { database: { db }, aside }: { database: Pick<Ground['database'], 'db'>; aside: Ground['aside'] },
  market: Pick<Market, 'id'>,
  asked: Omit<LookAsked, 'marketplace'>,
): Promise<Preview> => {
  const { upload } = asked;
  const [file] = await db.select({ name: uploads.name }).from(uploads).where(eq(uploads.id, upload));
  if (!file) throw badField('upload', 'The file is not there any more. Choose it again.');
  const look = await aside.run('look-at-file', { ...asked, marketplace: market.id });
  return {
    upload,
    name: file.name,
    ...look,
    fields: IMPORT_FIELDS[look.kind].map(({ key, name: label, required, explanation }) => ({
      key,
      name: label,
      required,
      explanation,
    })),
  };
};

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
