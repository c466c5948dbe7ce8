import { and, desc, eq, inArray, isNull, ne } from 'drizzle-orm';
import type { KeptCosting } from '@kettle/contract/costing';
import { costingFault, emptyCosting } from '@kettle/core/costing/costing';
import type { CostingDocument } from '@kettle/core/documents/costing';
import { holdListing, listingByCode } from '../../ground/briefs/by-code.ts';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { raiseRuledVersion } from '../../ground/costings/costed.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidates, costings } from '../../ground/db/schema.ts';
import { scheduleInForce, schedulesById, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';

const FIRST_NAME = 'First costing';
type Row = typeof costings.$inferSelect;

type OfCandidate = { id: number; name: string; costingId: number | null };

/** Costings with the fee schedule that each is reckoned with: the one in force when it was begun, else today's. */
const asKept = async (
  db: Db,
  market: Market,
  rows: readonly { row: Row | undefined; candidate: KeptCosting['candidate'] }[],
): Promise<KeptCosting[]> => {
  const [today, own] = await Promise.all([
    scheduleInForce(db, market.id, market.today),
    schedulesById(
      db,
      market.id,
      rows.flatMap(({ row }) => row?.feeScheduleId ?? []),
    ),
  ]);
  return rows.map(({ row, candidate }) => {
    const schedule = own.get(row?.feeScheduleId ?? 0) ?? today;
    return {
      id: row?.id ?? null,
      name: row?.name ?? FIRST_NAME,
      document: row?.document ?? emptyCosting(),
      version: row?.version ?? 0,
      candidate,
      schedule,
      newer:
        today && schedule && today.id !== schedule.id
          ? { id: today.id, name: today.name, validFrom: today.validFrom }
          : null,
    };
  });
};

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
  market: Market,
  { id, name, costingId }: OfCandidate,
): Promise<KeptCosting> =>
  (await asKept(db, market, [{ row: await rowOfCandidate(db, costingId), candidate: { id, name } }]))[0]!;

/** The same of many candidates, by their numbers. */
export const costingsOfCandidates = async (
  db: Db,
  market: Market,
  rows: readonly OfCandidate[],
): Promise<Map<number, KeptCosting>> => {
  const ids = rows.flatMap((r) => r.costingId ?? []);
  const found = ids.length === 0 ? [] : await db.select().from(costings).where(inArray(costings.id, ids));
  const byId = new Map(found.map((c) => [c.id, c]));
  const kept = await asKept(
    db,
    market,
    rows.map(({ id, name, costingId }) => ({ row: byId.get(costingId ?? 0), candidate: { id, name } })),
  );
  return new Map(rows.map(({ id }, i) => [id, kept[i]!]));
};

/** All costings of a candidate, the one it is reckoned with first. */
export const allCostings = async (
  db: Db,
  market: Market,
  { id, name, costingId }: OfCandidate,
): Promise<KeptCosting[]> => {
  const rows = await db.select().from(costings).where(eq(costings.candidateId, id)).orderBy(costings.id);
  const first = rows.filter((r) => r.id === costingId);
  const others = rows.filter((r) => r.id !== costingId);
  return asKept(
    db,
    market,
    [...first, ...others].map((row) => ({ row, candidate: { id, name } })),
  );
};

/** Copies the costing that a candidate is reckoned with and takes the copy from then on. */
export const copyCosting = async (database: Database, id: number, typed: string): Promise<number> => {
  const name = typed.trim();
  return atOnce(database, async ({ db }) => {
    const [candidate] = await db.select().from(candidates).where(eq(candidates.id, id)).for('update');
    if (!candidate) throw notFound(`Candidate ${id}`);
    const there = await db
      .select({ id: costings.id, name: costings.name })
      .from(costings)
      .where(eq(costings.candidateId, id));
    if (there.length >= MOST_COSTINGS)
      throw badField('name', `A candidate has no more than ${MOST_COSTINGS} costings: remove one first.`);
    if (there.some((c) => c.name.toLowerCase() === name.toLowerCase()))
      throw badField('name', `There is a costing “${name}” already.`);
    const row = await rowOfCandidate(db, candidate.costingId);
    if (!row) throw badField('name', 'Nothing is typed yet that could be copied.');
    const [made] = await db
      .insert(costings)
      .values({
        listingId: row.listingId,
        candidateId: id,
        name,
        document: row.document,
        feeScheduleId: row.feeScheduleId,
        version: versionAfter(0),
      })
      .$returningId();
    await db.update(candidates).set({ costingId: made!.id }).where(eq(candidates.id, id));
    return made!.id;
  });
};
const MOST_COSTINGS = 30;

const ownCosting = async (db: Db, id: number, costing: number): Promise<Row> => {
  const row = await rowOfCandidate(db, costing);
  if (row?.candidateId !== id) throw notFound(`Costing ${costing} of this candidate`);
  return row;
};

/** Reckons a candidate with another of its costings. */
export const useCosting = (database: Database, id: number, costing: number): Promise<void> =>
  atOnce(database, async ({ db }) => {
    await ownCosting(db, id, costing);
    await db.update(candidates).set({ costingId: costing }).where(eq(candidates.id, id));
    await raiseRuledVersion(db, (await candidateRow(db, id)).market.id);
  });

/** Removes a costing; never the one that the candidate is reckoned with. */
export const removeCosting = (database: Database, id: number, costing: number): Promise<void> =>
  atOnce(database, async ({ db }) => {
    await ownCosting(db, id, costing);
    const [candidate] = await db.select().from(candidates).where(eq(candidates.id, id)).for('update');
    if (candidate!.costingId === costing)
      throw badField('costing', 'The candidate is reckoned with this one: take another first.');
    await db.delete(costings).where(eq(costings.id, costing));
  });

/**
 * The costing that a listing's sheet shows: its quick one, else that of the newest candidate that was started from it and
 * has not been dropped, else an empty one.
 */
export const costingOfListing = async (db: Db, market: Market, listingId: number): Promise<KeptCosting> => {
  const quick = await quickRow(db, listingId);
  if (quick) return (await asKept(db, market, [{ row: quick, candidate: null }]))[0]!;
  const [candidate] = await db
    .select({ id: candidates.id, name: candidates.name, costingId: candidates.costingId })
    .from(candidates)
    .where(and(eq(candidates.anchorId, listingId), ne(candidates.stage, 'dropped')))
    .orderBy(desc(candidates.id))
    .limit(1);
  return candidate
    ? costingOfCandidate(db, market, candidate)
    : (await asKept(db, market, [{ row: undefined, candidate: null }]))[0]!;
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
  /** Reckoned with this fee schedule from now on. */
  schedule?: number;
  /** Which of a candidate's costings; the one it is reckoned with where none is named. */
  costing?: number;
}

/** The schedule that a kept costing names: the one that is asked for, the one it has, or the one in force. */
const scheduleNamed = async (
  db: Db,
  market: Market,
  asked: number | undefined,
  there: Row | undefined,
): Promise<number | null> => {
  if (asked !== undefined) {
    if (!(await schedulesById(db, market.id, [asked])).has(asked))
      throw badField('schedule', `${market.name} has no such fee schedule.`);
    return asked;
  }
  return there?.feeScheduleId ?? (await scheduleInForce(db, market.id, market.today))?.id ?? null;
};
const newest = (row: Row | undefined): { document: CostingDocument } => ({ document: row?.document ?? emptyCosting() });

const refuseFault = (document: CostingDocument): void => {
  const fault = costingFault(document);
  if (fault) throw badField('document.lines', fault);
};

/** Keeps what was typed into a listing's quick costing. */
export const keepQuickCosting = async (
  database: Database,
  market: Market,
  code: string,
  { document, version, schedule }: Change,
): Promise<{ version: number }> => {
  refuseFault(document);
  const { row } = await listingByCode(database.db, market, code);
  return atOnce(database, async (inside) => {
    const { db } = inside;
    await holdListing(inside, row.id);
    const there = await quickRow(db, row.id);
    expectVersion(version, there?.version ?? 0, newest(there));
    const feeScheduleId = await scheduleNamed(db, market, schedule, there);
    const values = { document, feeScheduleId, version: versionAfter(there?.version ?? 0) };
    if (there) await db.update(costings).set(values).where(eq(costings.id, there.id));
    else await db.insert(costings).values({ listingId: row.id, ...values });
    await raiseRuledVersion(db, market.id);
    return { version: values.version };
  });
};

/** Keeps what was typed into a candidate's costing. */
export const keepCandidateCosting = async (
  database: Database,
  id: number,
  { document, version, name, schedule, costing }: Change,
): Promise<{ version: number }> => {
  refuseFault(document);
  const { market } = await candidateRow(database.db, id);
  return atOnce(database, async ({ db }) => {
    // Held until the end: two windows that keep it at the same moment do it one after the other.
    const [candidate] = await db.select().from(candidates).where(eq(candidates.id, id)).for('update');
    const there =
      costing === undefined ? await rowOfCandidate(db, candidate!.costingId) : await ownCosting(db, id, costing);
    expectVersion(version, there?.version ?? 0, newest(there));
    const values = {
      document,
      name: name?.trim() ?? there?.name ?? FIRST_NAME,
      feeScheduleId: await scheduleNamed(db, market, schedule, there),
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
    await raiseRuledVersion(db, market.id);
    return { version: values.version };
  });
};
