import { eq } from 'drizzle-orm';
import type { FileLook } from '../../ground/aside/kinds.ts';
import type { Db } from '../../ground/db/connection.ts';
import { uploads } from '../../ground/db/schema.ts';
import { badField } from '../../ground/problems/problem.ts';
import { CsvFault, readCsv } from './csv.ts';
import { piecesOf } from './uploads.ts';

const SAMPLE = 5;
const LONGEST_SAMPLE = 200;

/** Reads a kept file through once: its columns, how many rows, and the first of them. */
export const lookAtFile = async (db: Db, upload: number): Promise<FileLook> => {
  try {
    const { columns, rows } = await readCsv(piecesOf(db, upload));
    const sample: FileLook['sample'] = [];
    let n = 0;
    for await (const { row } of rows)
      if (n++ < SAMPLE)
        sample.push(Object.fromEntries(Object.entries(row).map(([k, v]) => [k, v.slice(0, LONGEST_SAMPLE)])));
    await db.update(uploads).set({ columns }).where(eq(uploads.id, upload));
    return { columns, rows: n, sample };
  } catch (error) {
    if (error instanceof CsvFault) throw badField('file', error.message);
    throw error;
  }
};
