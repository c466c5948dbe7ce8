import { and, eq, inArray } from 'drizzle-orm';
import { SCORE_MEASURE_NAMES, type ScoreMeasure } from '@kettle/core/documents/scoresheet';
import type { MeasuredAnswer } from '@kettle/core/score/scoresheet';
import { groupsOf } from '@kettle/core/stats/groups';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidateLog, frozenAnswers } from '../../ground/db/schema.ts';
import { badField } from '../../ground/problems/problem.ts';
import { measureCandidates } from './measured.ts';

export interface HeldAnswer {
  measure: ScoreMeasure;
  value: number | null;
  low: number | null;
  high: number | null;
  source: string;
  day: string;
}

/** Measured answers that are held as they were, by candidate. */
export const heldOf = async (db: Db, ids: readonly number[]): Promise<Map<number, HeldAnswer[]>> => {
  const rows = await db
    .select()
    .from(frozenAnswers)
    .where(inArray(frozenAnswers.candidateId, [...ids]));
  // A measure that a later version no longer knows is left aside.
  return groupsOf(
    rows.filter((r) => r.measure in SCORE_MEASURE_NAMES) as (HeldAnswer & { candidateId: number })[],
    (r) => r.candidateId,
  );
};

/** What is measured, with what is held in its place; each says of which day it is. */
export const withHeld = (
  answers: Record<ScoreMeasure, MeasuredAnswer>,
  held: readonly HeldAnswer[],
): Record<ScoreMeasure, MeasuredAnswer> => ({
  ...answers,
  ...Object.fromEntries(
    held.map(({ measure, value, low, high, source, day }) => [
      measure,
      { value, source: `Held as on ${day}: ${source}`, interval: low === null || high === null ? null : { low, high } },
    ]),
  ),
});

/** Holds a measured answer as it is today, or lets it go on with the figures. What is not known cannot be held. */
export const holdAnswer = async (
  database: Database,
  id: number,
  measure: ScoreMeasure,
  held: boolean,
): Promise<void> => {
  const { candidate, market } = await candidateRow(database.db, id);
  const where = and(eq(frozenAnswers.candidateId, id), eq(frozenAnswers.measure, measure));
  const today = held ? (await measureCandidates(database.db, market, [candidate])).get(id)!.answers[measure] : null;
  if (today?.value === null) throw badField('held', `${SCORE_MEASURE_NAMES[measure]} is not known: there is nothing to hold.`); // prettier-ignore
  await atOnce(database, async ({ db }) => {
    if (today) {
      const values = { value: today.value, low: today.interval?.low ?? null, high: today.interval?.high ?? null, source: today.source.slice(0, 1000), day: market.today }; // prettier-ignore
      await db.insert(frozenAnswers).values({ candidateId: id, measure, ...values }).onDuplicateKeyUpdate({ set: values }); // prettier-ignore
    } else await db.delete(frozenAnswers).where(where);
    await db.insert(candidateLog).values({
      candidateId: id,
      kind: 'answer',
      day: market.today,
      text: `${SCORE_MEASURE_NAMES[measure]}: ${today ? 'held as it is today' : 'goes on with the figures'}`,
    });
  });
};
