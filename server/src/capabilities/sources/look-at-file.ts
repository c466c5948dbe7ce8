import { eq } from 'drizzle-orm';
import type { FileLook } from '../../ground/aside/kinds.ts';
import type { Db } from '../../ground/db/connection.ts';
import { uploads } from '../../ground/db/schema.ts';
import { badField } from '../../ground/problems/problem.ts';
import { openTable } from './reading/open-table.ts';
import { FileFault } from './reading/table.ts';
import { piecesOf } from './uploads.ts';

const SAMPLE = 5;
const LONGEST_SAMPLE = 200;

/** Reads a kept file through once: its columns, how many rows, and the first of them. */
export const lookAtFile = async (db: Db, upload: number, wanted: string | null): Promise<FileLook> => {
  try {
    const { columns, rows, sheets, sheet } = await openTable(piecesOf(db, upload), wanted, false);
    const sample: FileLook['sample'] = [];
    let n = 0;
    for await (const { cells } of rows)
      if (n++ < SAMPLE)
        sample.push(Object.fromEntries(columns.map((name, i) => [name, (cells[i] ?? '').slice(0, LONGEST_SAMPLE)])));
    await db.update(uploads).set({ columns }).where(eq(uploads.id, upload));
    return { columns, rows: n, sample, sheets, sheet };
  } catch (error) {
    if (error instanceof FileFault) throw badField('file', error.message);
    throw error;
  }
};
