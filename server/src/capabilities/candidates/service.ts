import { and, asc, count, desc, eq, inArray, max, sql } from 'drizzle-orm';
import type { Candidate, CandidateBrief } from '@kettle/contract/candidates';
import type { Added } from '@kettle/contract/watch';
import type { Stage } from '@kettle/core/documents/stages';
import type { WaitFor } from '@kettle/core/documents/watch-rules';
import { codesFromText } from '@kettle/core/listing/codes';
import { briefsOf, idsByCode } from '../../ground/briefs/briefs.ts';
import { candidateRow, lineUpIds } from '../../ground/candidates/candidate-rows.ts';
import { readinessOf, waitingsOf } from '../../ground/candidates/waiting.ts';
import { raiseRuledVersion } from '../../ground/costings/costed.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidateLog, candidates, estimates, lineUp, listings, readings, watched } from '../../ground/db/schema.ts';
import { type Market } from '../../ground/marketplaces/marketplaces.ts';
import { nameIn, namesOf } from '../../ground/candidates/names-of-people.ts';
import { badField, conflict, notFound } from '../../ground/problems/problem.ts';
import { takeOverCosting } from '../costing/service.ts';
import { watchListings } from '../watch/service.ts';

/** Stages in their order; from "watched" on a candidate's listings are watched. */
const WATCHING: Stage[] = ['watched', 'weighed', 'shortlisted', 'chosen'];

const writeLog = (db: Db, entry: typeof candidateLog.$inferInsert) => db.insert(candidateLog).values(entry);

/** Puts listings into a line-up with the figures of the day, and watches them where the candidate is watched. */
const putIn = async (db: Db, market: Market, candidateId: number, ids: readonly number[]): Promise<void> => {
  if (ids.length === 0) return;
  const now = await db
    .select({ id: listings.id, price: listings.price, reviews: listings.reviews, units: estimates.units })
    .from(listings)
    .leftJoin(estimates, eq(estimates.listingId, listings.id))
    .where(inArray(listings.id, [...ids]));
  await db
    .insert(lineUp)
    .ignore()
    .values(
      now.map((l) => ({
        candidateId,
        listingId: l.id,
        addedOn: market.today,
        thenPrice: l.price,
        thenUnits: l.units,
        thenReviews: l.reviews,
      })),
    );
};

const rivalsInWords = (n: number): string =>
  n === 0 ? 'without rivals' : n === 1 ? 'with one rival' : `with ${n} rivals`;

export const startCandidate = async (
  database: Database,
  market: Market,
  { name, anchor, rivals }: { name?: string; anchor: string; rivals: readonly string[] },
): Promise<number> => {
  const codes = [...new Set([anchor, ...rivals])];
  const ids = await idsByCode(database.db, market.id, codes);
  const missing = codes.filter((c) => !ids.has(c));
  if (missing.length > 0)
    throw badField(
      missing.includes(anchor) ? 'anchor' : 'rivals',
      `${market.name} has no listing ${missing.join(', ')}.`,
    );
  const anchorId = ids.get(anchor)!;
  return atOnce(database, async ({ db: tx }) => {
    const [found] = await tx.select({ title: listings.title }).from(listings).where(eq(listings.id, anchorId));
    const [made] = await tx
      .insert(candidates)
      .values({ marketplaceId: market.id, name: name?.trim() ?? found!.title.split(',')[0]!.slice(0, 160), anchorId })
      .$returningId();
    await putIn(
      tx,
      market,
      made!.id,
      codes.map((c) => ids.get(c)!),
    );
    await writeLog(tx, {
      candidateId: made!.id,
      kind: 'stage',
      stage: 'found',
      day: market.today,
      text: `Started from ${anchor} ${rivalsInWords(codes.length - 1)}.`,
    });
    await takeOverCosting(tx, made!.id, anchorId);
    return made!.id;
  });
};

export const listCandidates = async (db: Db, market: Market): Promise<CandidateBrief[]> => {
  const rows = await db
    .select({
      id: candidates.id,
      name: candidates.name,
      stage: candidates.stage,
      anchorCode: listings.code,
      lookAgainOn: candidates.lookAgainOn,
      listings: sql<number>`(select count(*) from ${lineUp} where ${lineUp.candidateId} = ${candidates.id})`.mapWith(
        Number,
      ),
      watchedSince: sql<
        string | null
      >`(select min(${watched.since}) from ${watched} inner join ${lineUp} on ${lineUp.listingId} = ${watched.listingId} where ${lineUp.candidateId} = ${candidates.id})`,
      madeOn: sql<string>`(select min(${candidateLog.day}) from ${candidateLog} where ${candidateLog.candidateId} = ${candidates.id})`,
    })
    .from(candidates)
    .innerJoin(listings, eq(listings.id, candidates.anchorId))
    .where(eq(candidates.marketplaceId, market.id))
    .orderBy(desc(candidates.id));
  return rows;
};

export const candidateOf = async (db: Db, id: number): Promise<Candidate> => {
  const { candidate, market } = await candidateRow(db, id);
  const [entries, log] = await Promise.all([
    db
      .select({ entry: lineUp, since: watched.since, last: max(readings.day), n: count(readings.day) })
      .from(lineUp)
      .leftJoin(watched, eq(watched.listingId, lineUp.listingId))
      .leftJoin(readings, eq(readings.listingId, lineUp.listingId))
      .where(eq(lineUp.candidateId, id))
      .groupBy(lineUp.candidateId, lineUp.listingId, watched.since)
      .orderBy(asc(lineUp.addedOn), asc(lineUp.listingId)),
    db.select().from(candidateLog).where(eq(candidateLog.candidateId, id)).orderBy(desc(candidateLog.id)),
  ]);
  const briefs = new Map(
    (
      await briefsOf(
        db,
        market,
        entries.map((e) => e.entry.listingId),
      )
    ).map((b) => [b.id, b]),
  );
  const [waits, readiness] = await Promise.all([waitingsOf(db, market, [candidate]), readinessOf(db, market, [id])]);
  const ready = readiness.get(id)!;
  const names = await namesOf(db, log.map((l) => l.doneBy)); // prettier-ignore
  const stageDays: Record<string, string> = {};
  for (const entry of log) if (entry.stage && !stageDays[entry.stage]) stageDays[entry.stage] = entry.day;
  return {
    id,
    marketplace: market.id,
    name: candidate.name,
    stage: candidate.stage,
    dropReason: candidate.dropReason,
    lookAgainOn: candidate.lookAgainOn,
    waitFor: candidate.waitFor,
    waiting: waits.get(id) ?? null,
    ready: { weeks: ready.weeks, readings: ready.readings, still: ready.still },
    madeOn: log.at(-1)?.day ?? market.today,
    stageDays,
    lineUp: entries
      .flatMap(({ entry, since, last, n }) => {
        const brief = briefs.get(entry.listingId);
        return brief
          ? [
              {
                ...brief,
                anchor: entry.listingId === candidate.anchorId,
                addedOn: entry.addedOn,
                thenPrice: entry.thenPrice,
                thenUnits: entry.thenUnits,
                thenReviews: entry.thenReviews,
                watchedSince: since,
                lastReading: last,
                readings: n,
              },
            ]
          : [];
      })
      .sort((a, b) => Number(b.anchor) - Number(a.anchor)),
    log: log.map(({ id: entryId, kind, text, day, stage, doneBy }) => ({ id: entryId, kind, text, day, stage, by: nameIn(names, doneBy) })), // prettier-ignore
  };
};

export const changeCandidate = async (
  db: Db,
  id: number,
  change: { name?: string; lookAgainOn?: string | null; launchMonth?: string | null; waitFor?: WaitFor | null },
): Promise<void> => {
  await candidateRow(db, id);
  const set = {
    ...(change.name === undefined ? {} : { name: change.name.trim() }),
    ...(change.lookAgainOn === undefined ? {} : { lookAgainOn: change.lookAgainOn }),
    ...(change.launchMonth === undefined ? {} : { launchMonth: change.launchMonth }),
    ...(change.waitFor === undefined ? {} : { waitFor: change.waitFor }),
  };
  if (Object.keys(set).length > 0) await db.update(candidates).set(set).where(eq(candidates.id, id));
};

/** Moves a candidate to a stage within a transaction, and says so in its log. */
export const moveWithin = async (tx: Db, id: number, stage: Stage, reason: string | undefined): Promise<void> => {
  const { candidate, market } = await candidateRow(tx, id);
  if (candidate.stage === stage) throw conflict(`The candidate is at the stage "${stage}" already.`);
  const ids = await lineUpIds(tx, id);
  await tx
    .update(candidates)
    .set({ stage, dropReason: stage === 'dropped' ? (reason?.trim() ?? '') : null })
    .where(eq(candidates.id, id));
  await writeLog(tx, {
    candidateId: id,
    kind: 'stage',
    stage,
    day: market.today,
    text: reason?.trim() ? `${stage}: ${reason.trim()}` : stage,
  });
  // The costing of a dropped candidate says nothing in lists any more, that of one taken up again does.
  if (stage === 'dropped' || candidate.stage === 'dropped') await raiseRuledVersion(tx, market.id);
  if (WATCHING.includes(stage)) await watchListings(tx, market, ids);
};

export const moveToStage = (database: Database, id: number, stage: Stage, reason: string | undefined): Promise<void> =>
  atOnce(database, ({ db }) => moveWithin(db, id, stage, reason));

export const addNote = async (db: Db, id: number, text: string): Promise<void> => {
  const { market } = await candidateRow(db, id);
  await writeLog(db, { candidateId: id, kind: 'note', day: market.today, text: text.trim() });
};

/** Adds listings to a line-up by pasted codes; says which are new, there already, unknown, or no codes. */
export const addToLineUp = async (database: Database, id: number, text: string): Promise<Added> => {
  const { db } = database;
  const { candidate, market } = await candidateRow(db, id);
  const { codes, rest } = codesFromText(text, market);
  const known = await idsByCode(db, market.id, codes);
  const there = new Set(await lineUpIds(db, id));
  const fresh = codes.filter((c) => known.has(c) && !there.has(known.get(c)!));
  await atOnce(database, async ({ db: tx }) => {
    const ids = fresh.map((c) => known.get(c)!);
    await putIn(tx, market, id, ids);
    if (WATCHING.includes(candidate.stage)) await watchListings(tx, market, ids);
    if (fresh.length > 0)
      await writeLog(tx, {
        candidateId: id,
        kind: 'line-up',
        day: market.today,
        text: `Added ${fresh.join(', ')}.`,
      });
  });
  return {
    added: fresh,
    already: codes.filter((c) => known.has(c) && !fresh.includes(c)),
    unknown: codes.filter((c) => !known.has(c)),
    noCodes: rest,
  };
};

export const removeFromLineUp = async (db: Db, id: number, code: string): Promise<void> => {
  const { candidate, market } = await candidateRow(db, id);
  const listing = (await idsByCode(db, market.id, [code])).get(code);
  if (listing === undefined) throw notFound(`The listing ${code}`);
  if (listing === candidate.anchorId)
    throw conflict('The anchor listing stays in the line-up; the candidate rests on it.');
  const [result] = await db.delete(lineUp).where(and(eq(lineUp.candidateId, id), eq(lineUp.listingId, listing)));
  if (result.affectedRows > 0)
    await writeLog(db, { candidateId: id, kind: 'line-up', day: market.today, text: `Took out ${code}.` });
};
