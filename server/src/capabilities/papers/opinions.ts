import { and, desc, eq } from 'drizzle-orm';
import type { KeptOpinion } from '@kettle/contract/papers';
import type { Opinion } from '@kettle/core/documents/opinion';
import { blindReportOf } from '@kettle/core/papers/report';
import { opinionAsHtml, readOpinion } from '@kettle/core/papers/second-opinion';
import { agreementOf, compareAnswers, questionsOf } from '@kettle/core/score/opinions';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { answers, candidateLog, candidates, listings, opinions, scoresheets } from '../../ground/db/schema.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Acting } from '../../ground/people/who.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';
import { scoresheetDocument, scoresheetFor, scoresheetInUse } from '../score/scoresheets.ts';
import { reportFacts } from './facts.ts';

const MOST_OPINIONS = 50;
/** What a candidate is known by in a file that is away: its marketplace and its find. */
const knownBy = (marketplace: string, code: string): string => `${marketplace}/${code}`;

/** The file that goes out: the report without one's own opinion, and the questions of the scoresheet in use. */
export const opinionFile = async (ground: Pick<Ground, 'database' | 'aside'>, id: number): Promise<string> => {
  const { market } = await candidateRow(ground.database.db, id);
  const [facts, { document: sheet }] = await Promise.all([
    reportFacts(ground, id),
    scoresheetFor(ground.database.db, market.id),
  ]);
  return opinionAsHtml({
    about: knownBy(market.id, facts.candidate.code),
    day: market.today,
    sheet,
    report: blindReportOf(facts),
  });
};

/** Answers that came back, each beside one's own. */
export const opinionsOf = async (db: Db, id: number, me: number | null = null): Promise<KeptOpinion[]> => {
  const { market } = await candidateRow(db, id);
  const [rows, own] = await Promise.all([
    db.select().from(opinions).where(eq(opinions.candidateId, id)).orderBy(desc(opinions.id)),
    db.select().from(answers).where(eq(answers.candidateId, id)),
  ]);
  const given = rows.find((r) => r.personId !== null && r.personId === me);
  const sheets = new Map<number, Awaited<ReturnType<typeof scoresheetDocument>>>();
  for (const { scoresheetId } of rows)
    if (!sheets.has(scoresheetId)) sheets.set(scoresheetId, (await scoresheetFor(db, market.id, { id: scoresheetId, document: await scoresheetDocument(db, scoresheetId) })).document); // prettier-ignore
  const held = (scoresheetId: number) => Object.fromEntries(own.filter((a) => a.scoresheetId === scoresheetId).map((a) => [a.key, a])); // prettier-ignore
  return rows.map(({ id: number, scoresheetId, document, day, personId }) => {
    // Whoever gave answers of their own sees those of others beside them; else beside those that the candidate has.
    const mine =
      given && given !== rows.find((r) => r.id === number) && given.scoresheetId === scoresheetId
        ? Object.fromEntries(given.document.answers.map((a) => [a.key, { choice: a.choice, evidence: a.why }]))
        : held(scoresheetId);
    const compared = compareAnswers(sheets.get(scoresheetId)!, mine, document.answers);
    return {
      id: number,
      day,
      document,
      agreement: agreementOf(compared.pairs),
      answers: compared.answers,
      person: personId,
      mine: given?.id === number,
    };
  });
};

/**
 * Takes the answers of somebody who signs in, each once a candidate. They stand beside the scoresheet and change nothing of it.
 */
export const giveOpinion = async (
  database: Database,
  id: number,
  opinion: Pick<Opinion, 'answers' | 'wouldChoose' | 'words'>,
  who: Acting,
): Promise<{ id: number }> => {
  const { market } = await candidateRow(database.db, id);
  const inUse = await scoresheetInUse(database.db);
  const questions = new Map(questionsOf((await scoresheetFor(database.db, market.id)).document).map((q) => [q.key, q]));
  for (const { key, choice } of opinion.answers)
    if (!questions.get(key)?.choices.some((c) => c.key === choice)) throw badField('answers', `“${key}” cannot be answered by “${choice}”.`); // prettier-ignore
  const document: Opinion = { format: 'cold-kettle/opinion', by: who.name, asked: null, ...opinion };
  return atOnce(database, async ({ db: tx }) => {
    await tx.select({ id: candidates.id }).from(candidates).where(eq(candidates.id, id)).for('update');
    const theirs = and(eq(opinions.candidateId, id), eq(opinions.personId, who.id));
    const [before] = await tx.select({ id: opinions.id }).from(opinions).where(theirs);
    const values = { document, day: market.today, scoresheetId: inUse.id };
    if (before) {
      await tx.update(opinions).set(values).where(eq(opinions.id, before.id));
      return before;
    }
    const [made] = await tx
      .insert(opinions)
      .values({ candidateId: id, personId: who.id, ...values })
      .$returningId();
    await tx.insert(candidateLog).values({ candidateId: id, kind: 'note', day: market.today, text: `${who.name} gave an opinion.` }); // prettier-ignore
    return made!;
  });
};

/** Takes answers in that came back. Answers about another find are refused. */
export const takeOpinion = async (database: Database, id: number, text: string): Promise<{ id: number }> => {
  const { db } = database;
  const { candidate, market } = await candidateRow(db, id);
  const read = readOpinion(text);
  if (typeof read === 'string') throw badField('text', read);
  const [find] = await db.select({ code: listings.code }).from(listings).where(eq(listings.id, candidate.anchorId));
  if (read.about !== knownBy(market.id, find!.code))
    throw badField('text', `These answers are about another find: ${read.about || 'none is named'}.`);
  const [named] = await db.select({ id: scoresheets.id }).from(scoresheets).where(eq(scoresheets.name, read.sheet));
  const scoresheetId = named?.id ?? (await scoresheetInUse(db)).id;
  return atOnce(database, async ({ db: tx }) => {
    await tx.select({ id: candidates.id }).from(candidates).where(eq(candidates.id, id)).for('update');
    const there = await tx.select({ id: opinions.id, personId: opinions.personId, document: opinions.document }).from(opinions).where(eq(opinions.candidateId, id)); // prettier-ignore
    // The same person's answers to the same file take the place of those before.
    const before = there.find(
      (o) => o.personId === null && o.document.by === read.opinion.by && o.document.asked === read.opinion.asked,
    );
    if (before) {
      await tx.update(opinions).set({ document: read.opinion, day: market.today, scoresheetId }).where(eq(opinions.id, before.id)); // prettier-ignore
      return { id: before.id };
    }
    if (there.length >= MOST_OPINIONS) throw badField('text', `A candidate takes ${MOST_OPINIONS} opinions: remove one first.`); // prettier-ignore
    const [{ insertId }] = await tx.insert(opinions).values({ candidateId: id, scoresheetId, document: read.opinion, day: market.today }); // prettier-ignore
    await tx.insert(candidateLog).values({ candidateId: id, kind: 'note', day: market.today, text: `The opinion of ${read.opinion.by} came in.` }); // prettier-ignore
    return { id: insertId };
  });
};

export const dropOpinion = async (db: Db, id: number, opinion: number): Promise<void> => {
  const [{ affectedRows }] = await db.delete(opinions).where(and(eq(opinions.id, opinion), eq(opinions.candidateId, id))); // prettier-ignore
  if (affectedRows === 0) throw notFound(`Opinion ${opinion}`);
};
