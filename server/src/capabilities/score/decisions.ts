import { and, desc, eq } from 'drizzle-orm';
import type { Decision } from '@kettle/contract/shortlist';
import { DROP_REASONS, type DecidedOn, type DropReason } from '@kettle/core/documents/decision';
import { limitOfReason, type DroppedFind } from '@kettle/core/score/reason-limits';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { refuseTooEarly } from '../../ground/candidates/waiting.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidates, decisions, estimates, listings } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { nameIn, namesOf } from '../../ground/candidates/names-of-people.ts';
import { badField } from '../../ground/problems/problem.ts';
import { changeCandidate, moveWithin } from '../candidates/service.ts';
import { markListings } from '../sheet/marks.ts';
import { scoresheetInUse } from './scoresheets.ts';
import { refuseRuledOut, standingOf } from './service.ts';

export const decisionsOf = async (db: Db, id: number): Promise<Decision[]> => {
  await candidateRow(db, id);
  const rows = await db.select().from(decisions).where(eq(decisions.candidateId, id)).orderBy(desc(decisions.id));
  const names = await namesOf(db, rows.map((r) => r.doneBy)); // prettier-ignore
  return rows.map(({ candidateId: _, madeAt: __, doneBy, ...row }) => ({ ...row, by: nameIn(names, doneBy) }));
};

/** What stands today, to be looked back at. */
const restsOn = async (db: Db, market: Market, id: number): Promise<DecidedOn> => {
  const [all, { document }] = await Promise.all([standingOf(db, market), scoresheetInUse(db)]);
  const running = all.filter((c) => c.stage !== 'dropped');
  const of = all.find((c) => c.id === id)!;
  const place = running.findIndex((c) => c.id === id);
  const { least, most, max, verdict } = of.score;
  return {
    place: place < 0 || verdict === 'ruled out' ? null : place + 1,
    of: running.length,
    scoresheet: document.name,
    least,
    most,
    max,
    verdict,
    units: of.units,
    unitsLow: of.unitsLow,
    unitsHigh: of.unitsHigh,
    price: of.price,
    profit: of.profit,
    outlay: of.outlay,
    weeksWatched: of.weeksWatched,
    day: market.today,
  };
};

interface Asked {
  kind: Decision['kind'];
  reasons: DropReason[];
  text: string;
  until?: string | undefined;
}

/**
 * Decides about a candidate: its stage or the day to look again follow, and what it rested on is kept. One that a gate rules
 * out, or that was hardly watched, is chosen only with words why.
 */
export const decide = async (
  database: Database,
  id: number,
  { kind, reasons, text, until }: Asked,
): Promise<{ id: number }> => {
  // prettier-ignore
  const { db } = database;
  const { market, candidate } = await candidateRow(db, id);
  const words = text.trim();
  if (words === '' && reasons.length === 0)
    throw badField('text', 'A reason is needed: who looks back will want to know it.');
  if (kind === 'wait') {
    if (until === undefined) throw badField('until', 'The day to look again is needed.');
    if (until <= market.today) throw badField('until', 'The day to look again lies in the past.');
  }
  if (kind === 'choose' && words === '') {
    await refuseRuledOut(db, id);
    await refuseTooEarly(db, market, id);
  }
  const restedOn = await restsOn(db, market, id);
  const said = [...reasons.map((r) => DROP_REASONS[r]), words].filter(Boolean).join(', ').slice(0, 400);
  return atOnce(database, async ({ db: tx }) => {
    if (kind === 'wait') await changeCandidate(tx, id, { lookAgainOn: until! });
    else {
      const stage = kind === 'choose' ? 'chosen' : 'dropped';
      if (candidate.stage !== stage) await moveWithin(tx, id, stage, said);
      // Its find is known again wherever it turns up: with the reason where it was dropped, as kept where it was chosen.
      const [find] = await tx.select({ code: listings.code }).from(listings).where(eq(listings.id, candidate.anchorId));
      await markListings(tx, market, [find!.code], kind === 'drop' ? 'dropped' : 'kept', said.slice(0, 200));
    }
    const [made] = await tx
      .insert(decisions)
      .values({ candidateId: id, kind, reasons, text: words, day: market.today, until: until ?? null, restedOn })
      .$returningId();
    return { id: made!.id };
  });
};

/** Why candidates were dropped, the most frequent reason first, each with a limit that keeps such finds out. */
export const droppedFor = async (db: Db, market: Market) => {
  const rows = await db
    .select({
      id: decisions.candidateId,
      reasons: decisions.reasons,
      reviews: listings.reviews,
      units: estimates.units,
    })
    .from(decisions)
    .innerJoin(candidates, eq(candidates.id, decisions.candidateId))
    .innerJoin(listings, eq(listings.id, candidates.anchorId))
    .leftJoin(estimates, eq(estimates.listingId, candidates.anchorId))
    .where(and(eq(candidates.marketplaceId, market.id), eq(decisions.kind, 'drop'), eq(candidates.stage, 'dropped')));
  const found = new Map<DropReason, Map<number, DroppedFind>>();
  for (const { id, reasons, reviews, units } of rows)
    for (const reason of reasons) {
      const of = found.get(reason) ?? new Map<number, DroppedFind>();
      found.set(reason, of.set(id, { reviews, units }));
    }
  return [...found]
    .map(([reason, of]) => ({ reason, candidates: of.size, limit: limitOfReason(reason, [...of.values()]) }))
    .sort((a, b) => b.candidates - a.candidates);
};
