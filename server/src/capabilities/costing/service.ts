import { and, desc, eq, inArray, isNull, ne } from 'drizzle-orm';
import type { KeptCosting } from '@kettle/contract/costing';
import { costingFault, emptyCosting } from '@kettle/core/costing/costing';
import type { CostingDocument } from '@kettle/core/documents/costing';
import { holdListing, listingByCode } from '../../ground/briefs/by-code.ts';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidates, costings } from '../../ground/db/schema.ts';
import { scheduleInForce, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';

const FIRST_NAME = 'First costing';
type Row = typeof costings.$inferSelect;

const asKept = (row: Row | undefined, candidate: KeptCosting['candidate']): KeptCosting => ({
  name: row?.name ?? FIRST_NAME,
  document: row?.document ?? emptyCosting(),
  version: row?.version ?? 0,
  candidate,
});

/** The quick costing of a listing that no candidate has taken over. */
const quickRow = async (db: Db, listingId: number): Promise<Row | undefined> =>
  (
    await db
      .select()
      .from(costings)
      .where(and(eq(costings.listingId, listingId), isNull(costings.candidateId)))
      .limit(1)
  )[0];

const rowOfCandidate = async (db: Db, costingId: number | null): Promise<Row | undefined> =>
  costingId === null ? undefined : (await db.select().from(costings).where(eq(costings.id, costingId)))[0];

/** The costing that a candidate is reckoned with; an empty one while nothing was typed. */
export const costingOfCandidate = async (
  db: Db,
  { id, name, costingId }: { id: number; name: string; costingId: number | null },
): Promise<KeptCosting> => asKept(await rowOfCandidate(db, costingId), { id, name });

/** The same of many candidates, by their numbers. */
export const costingsOfCandidates = async (
  db: Db,
  rows: readonly { id: number; name: string; costingId: number | null }[],
): Promise<Map<number, KeptCosting>> => {
  const ids = rows.flatMap((r) => r.costingId ?? []);
  const found = ids.length === 0 ? [] : await db.select().from(costings).where(inArray(costings.id, ids));
  const byId = new Map(found.map((c) => [c.id, c]));
  return new Map(
    rows.map(({ id, name, costingId }) => [
      id,
      asKept(costingId === null ? undefined : byId.get(costingId), { id, name }),
    ]),
  );
};

/**
 * The costing that a listing's sheet shows: its quick one, else that of the newest candidate that was started from it and
 * has not been dropped, else an empty one.
 */
export const costingOfListing = async (db: Db, listingId: number): Promise<KeptCosting> => {
  const quick = await quickRow(db, listingId);
  if (quick) return asKept(quick, null);
  const [candidate] = await db
    .select({ id: candidates.id, name: candidates.name, costingId: candidates.costingId })
    .from(candidates)
    .where(and(eq(candidates.anchorId, listingId), ne(candidates.stage, 'dropped')))
    .orderBy(desc(candidates.id))
    .limit(1);
  return candidate ? costingOfCandidate(db, candidate) : asKept(undefined, null);
};

/** Gives a listing's quick costing to a candidate that is started from it; inside the transaction that starts it. */
export const takeOverCosting = async (db: Db, candidateId: number, listingId: number): Promise<void> => {
  const quick = await quickRow(db, listingId);
  if (!quick) return;
  await db.update(costings).set({ candidateId }).where(eq(costings.id, quick.id));
  await db.update(candidates).set({ costingId: quick.id }).where(eq(candidates.id, candidateId));
};

interface Change {
  document: CostingDocument;
  version: number;
  name?: string;
}

const refuseFault = (document: CostingDocument): void => {
  const fault = costingFault(document);
  if (fault) throw badField('document.lines', fault);
};

/** Keeps what was typed into a listing's quick costing. */
export const keepQuickCosting = async (
  database: Database,
  market: Market,
  code: string,
  { document, version }: Change,
): Promise<{ version: number }> => {
  refuseFault(document);
  const { row } = await listingByCode(database.db, market, code);
  const schedule = await scheduleInForce(database.db, market.id, market.today);
  return atOnce(database, async (inside) => {
    const { db } = inside;
    await holdListing(inside, row.id);
    const there = await quickRow(db, row.id);
    expectVersion(version, there?.version ?? 0, { document: asKept(there, null).document });
    const values = { document, feeScheduleId: schedule?.id ?? null, version: versionAfter(there?.version ?? 0) };
    if (there) await db.update(costings).set(values).where(eq(costings.id, there.id));
    else await db.insert(costings).values({ listingId: row.id, ...values });
    return { version: values.version };
  });
};

/** Keeps what was typed into a candidate's costing. */
export const keepCandidateCosting = async (
  database: Database,
  id: number,
  { document, version, name }: Change,
): Promise<{ version: number }> => {
  refuseFault(document);
  const { market } = await candidateRow(database.db, id);
  const schedule = await scheduleInForce(database.db, market.id, market.today);
  return atOnce(database, async ({ db }) => {
    // Held until the end: two windows that keep it at the same moment do it one after the other.
    const [candidate] = await db.select().from(candidates).where(eq(candidates.id, id)).for('update');
    const there = await rowOfCandidate(db, candidate!.costingId);
    expectVersion(version, there?.version ?? 0, { document: asKept(there, null).document });
    const values = {
      document,
      name: name?.trim() ?? there?.name ?? FIRST_NAME,
      feeScheduleId: schedule?.id ?? null,
      version: versionAfter(there?.version ?? 0),
    };
    if (there) await db.update(costings).set(values).where(eq(costings.id, there.id));
    else {
      const [made] = await db
        .insert(costings)
        .values({ listingId: candidate!.anchorId, candidateId: id, ...values })
        .$returningId();
      await db.update(candidates).set({ costingId: made!.id }).where(eq(candidates.id, id));
    }
    return { version: values.version };
  });
};
