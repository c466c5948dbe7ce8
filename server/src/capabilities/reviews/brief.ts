import { eq } from 'drizzle-orm';
import type { KeptBrief } from '@kettle/contract/candidates';
import { NO_BRIEF } from '@kettle/core/documents/brief';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { briefs, candidates } from '../../ground/db/schema.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';

const rowOf = async (db: Db, id: number): Promise<KeptBrief> => {
  const [row] = await db.select().from(briefs).where(eq(briefs.candidateId, id));
  return row ? { document: row.document, version: row.version } : { document: NO_BRIEF, version: 0 };
};

/** What the maker is asked for, of a candidate; nothing, of version 0, before it was kept. */
export const briefOf = async (db: Db, id: number): Promise<KeptBrief> => {
  await candidateRow(db, id);
  return rowOf(db, id);
};

export const keepBrief = async (database: Database, id: number, change: KeptBrief): Promise<{ version: number }> => {
  await candidateRow(database.db, id);
  return atOnce(database, async ({ db }) => {
    // Held until the end: two windows that keep it at the same moment do it one after the other.
    await db.select({ id: candidates.id }).from(candidates).where(eq(candidates.id, id)).for('update');
    const there = await rowOf(db, id);
    expectVersion(change.version, there.version, { document: there.document });
    const values = { document: change.document, version: versionAfter(there.version) };
    await db
      .insert(briefs)
      .values({ candidateId: id, ...values })
      .onDuplicateKeyUpdate({ set: values });
    return { version: values.version };
  });
};
