import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Db } from '../../ground/db/connection.ts';
import { importParts } from '../../ground/db/schema.ts';

const pack = promisify(gzip);
const unpack = promisify(gunzip);

/** Two thousand rows of a file, however long their texts are, take less; what unpacks to more is not ours. */
export const LARGEST_PART = 64 * 2 ** 20;

/** Place of the rows that were refused or taken in part, as they stood in the file. */
const TROUBLED = -1;

export interface Troubled {
  columns: string[];
  rows: { line: number; reasons: string[]; cells: string[] }[];
}

const keep = async (db: Db, importId: number, place: number, rows: unknown, base: boolean): Promise<void> => {
  const packed = await pack(JSON.stringify(rows), { level: 1 });
  await db.insert(importParts).values({ importId, place, base, rows: packed });
};

/** Keeps some rows of an import as they were understood; "base" for what stood there before any import. */
export const keepPart = (
  db: Db,
  importId: number,
  place: number,
  rows: readonly object[],
  base = false,
): Promise<void> => keep(db, importId, place, rows, base);

export const keepTroubled = (db: Db, importId: number, troubled: Troubled): Promise<void> =>
  keep(db, importId, TROUBLED, troubled, false);

export const troubledOf = async (db: Db, importId: number): Promise<Troubled | null> => {
  const [row] = await db
    .select()
    .from(importParts)
    .where(and(eq(importParts.importId, importId), eq(importParts.place, TROUBLED), eq(importParts.base, false)));
  return row ? (JSON.parse((await unpack(row.rows, { maxOutputLength: LARGEST_PART })).toString()) as Troubled) : null;
};

/** The kept rows of some imports in the order of these, some hundred at a time. */
export const partsOf = async function* <R>(
  db: Db,
  ids: readonly number[],
  base = false,
): AsyncGenerator<{ importId: number; rows: R[] }> {
  if (ids.length === 0) return;
  const places = await db
    .select({ importId: importParts.importId, place: importParts.place })
    .from(importParts)
    .where(and(inArray(importParts.importId, [...ids]), eq(importParts.base, base)))
    .orderBy(asc(importParts.importId), asc(importParts.place));
  for (const { importId, place } of places) {
    if (place === TROUBLED) continue;
    const [row] = await db
      .select({ rows: importParts.rows })
      .from(importParts)
      .where(and(eq(importParts.importId, importId), eq(importParts.place, place), eq(importParts.base, base)));
    if (row)
      yield {
        importId,
        rows: JSON.parse((await unpack(row.rows, { maxOutputLength: LARGEST_PART })).toString()) as R[],
      };
  }
};
