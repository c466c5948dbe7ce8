import { desc, eq } from 'drizzle-orm';
import type { KeptImport } from '@kettle/contract/sources';
import type { Job } from '@kettle/contract/shapes';
import type { Db } from '../../ground/db/connection.ts';
import { imports } from '../../ground/db/schema.ts';
import type { Table } from '../../ground/export/table.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { troubledOf } from './parts.ts';

/** What was taken into a marketplace, newest first. */
export const importsOf = async (db: Db, market: Market): Promise<KeptImport[]> => {
  const rows = await db
    .select()
    .from(imports)
    .where(eq(imports.marketplaceId, market.id))
    .orderBy(desc(imports.id))
    .limit(500);
  return rows.map((r) => ({
    id: r.id,
    kind: r.kind as KeptImport['kind'],
    name: r.name,
    source: r.source,
    firstDay: r.firstDay,
    lastDay: r.lastDay,
    taken: r.taken,
    message: String(r.result.message ?? ''),
    troubled: Number(r.result.refusedCount ?? 0) + Number(r.result.leftOutCount ?? 0),
    at: r.madeAt,
    takenBackAt: r.takenBackAt,
  }));
};

const importById = async (db: Db, id: number): Promise<typeof imports.$inferSelect> => {
  if (!Number.isSafeInteger(id)) throw notFound('This import');
  const [row] = await db.select().from(imports).where(eq(imports.id, id));
  if (!row) throw notFound(`Import ${id}`);
  return row;
};

/** Asks for an import to be taken back, or in again. */
export const takeBackJob = async (
  { database, jobs }: Pick<Ground, 'database' | 'jobs'>,
  id: number,
  again: boolean,
): Promise<Job> => {
  const { marketplaceId } = await importById(database.db, id);
  return jobs.add('take-back', { marketplace: marketplaceId, import: id, again }, `take-back/${id}/${again}`);
};

/** The rows of an import's file that were refused or taken in part, as they stood there, with the reasons. */
export const troubledTable = async (db: Db, id: number): Promise<Table> => {
  const { name } = await importById(db, id);
  const troubled = await troubledOf(db, id);
  if (!troubled) throw notFound(`A row of “${name}” that was refused`);
  return {
    name: `${name.replace(/\.\w+$/, '')} to mend`,
    about: [`Rows of ${name} that were refused, or of which a cell was left out: mend them and take this file in.`],
    columns: [...troubled.columns, 'Line in the file', 'Reason'],
    rows: troubled.rows.map((r) => [...r.cells, r.line, r.reasons.join(' ')]),
  };
};
