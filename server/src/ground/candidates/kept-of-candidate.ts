import { eq } from 'drizzle-orm';
import { atOnce, type Database, type Db } from '../db/connection.ts';
import { beforeOrders, briefs, candidates, pageDrafts } from '../db/schema.ts';
import { expectVersion, versionAfter } from '../problems/versions.ts';
import { candidateRow } from './candidate-rows.ts';

/** Tables that hold one document a candidate. */
type OneOfCandidate = typeof briefs | typeof pageDrafts | typeof beforeOrders;
export interface KeptOf<Doc> {
  document: Doc;
  /** 0 before it was kept. */
  version: number;
}

/** The one document of a kind that a candidate has: read, and kept against the version it was changed from. */
export const keptOfCandidate = <T extends OneOfCandidate>(
  table: T,
  /** What stands there before anything was kept. */
  empty: T['$inferSelect']['document'],
) => {
  type Doc = T['$inferSelect']['document'];
  const rowOf = async (db: Db, id: number): Promise<KeptOf<Doc>> => {
    const [row] = await db
      .select({ document: table.document, version: table.version })
      .from(table as OneOfCandidate)
      .where(eq(table.candidateId, id));
    return row ? (row as KeptOf<Doc>) : { document: empty, version: 0 };
  };
  return {
    read: async (db: Db, id: number): Promise<KeptOf<Doc>> => {
      await candidateRow(db, id);
      return rowOf(db, id);
    },
    keep: async (database: Database, id: number, change: KeptOf<Doc>): Promise<{ version: number }> => {
      await candidateRow(database.db, id);
      return atOnce(database, async ({ db }) => {
        // Held until the end: two windows that keep it at the same moment do it one after the other.
        await db.select({ id: candidates.id }).from(candidates).where(eq(candidates.id, id)).for('update');
        const there = await rowOf(db, id);
        expectVersion(change.version, there.version, { document: there.document });
        const values = { document: change.document, version: versionAfter(there.version) };
        await db
          .insert(table as typeof briefs)
          .values({ candidateId: id, ...values } as typeof briefs.$inferInsert)
          .onDuplicateKeyUpdate({ set: values as typeof briefs.$inferInsert });
        return { version: values.version };
      });
    },
  };
};
