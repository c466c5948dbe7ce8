import { and, eq, inArray, sql } from 'drizzle-orm';
import type { ScoredCandidate } from '@kettle/contract/shortlist';
import type { Brief } from '@kettle/core/documents/brief';
import { RISKS } from '@kettle/core/documents/flag-rules';
import { type Scoresheet } from '@kettle/core/documents/scoresheet';
import type { Flag } from '@kettle/core/listing/flags';
import { score, standing, swingCriteria, type JudgedAnswer } from '@kettle/core/score/scoresheet';
import { groupsOf } from '@kettle/core/stats/groups';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import { readinessOf, unreadOf } from '../../ground/candidates/waiting.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { answers, briefs, candidateLog, candidates, estimates, listings, watched } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { nameIn, namesOf } from '../../ground/candidates/names-of-people.ts';
import { whoActs } from '../../ground/people/who.ts';
import { badField, notFound, ProblemError } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';
import { measureCandidates, type CandidateRow, type MeasuredCandidate } from './measured.ts';
import { heldOf, withHeld, type HeldAnswer } from './held.ts';
import { picturesOf } from './pictures.ts';
import { scoresheetFor } from './scoresheets.ts';

/** Candidates of one marketplace with their scores, whatever they are: read and reckoned in one pass. */
const scoreRows = async (
  db: Db,
  market: Market,
  rows: readonly CandidateRow[],
  by?: { id: number; document: Scoresheet },
): Promise<ScoredCandidate[]> => {
  if (rows.length === 0) return [];
  const sheet = await scoresheetFor(db, market.id, by);
  const ids = rows.map((r) => r.id);
  const [measured, readiness, unread, given, held, pictures, labels, made] = await Promise.all([
    measureCandidates(db, market, rows),
    readinessOf(db, market, ids),
    unreadOf(db, market, ids),
    db
      .select()
      .from(answers)
      .where(and(inArray(answers.candidateId, ids), eq(answers.scoresheetId, sheet.id))),
    heldOf(db, ids),
    picturesOf(db, ids),
    labelsOf(
      db,
      rows.map((r) => r.anchorId),
    ),
    db
      .select({ id: briefs.candidateId, document: briefs.document })
      .from(briefs)
      .where(inArray(briefs.candidateId, ids)),
  ]);
  const names = await namesOf(db, given.map((a) => a.doneBy)); // prettier-ignore
  const briefOf = new Map(made.map((b) => [b.id, b.document]));
  const byCandidate = groupsOf(given, (a) => a.candidateId);
  return rows.map((row) => ({
    ...scored(row, measured.get(row.id)!, byCandidate.get(row.id) ?? [], held.get(row.id) ?? [], sheet.document, names),
    cure: cureOf(measured.get(row.id)!, briefOf.get(row.id)),
    pictures: pictures.get(row.id) ?? {},
    labels: labels.get(row.anchorId) ?? [],
    still: readiness.get(row.id)?.still ?? null,
    unread: unread.get(row.id) ?? null,
  }));
};

const scored = (
  row: CandidateRow,
  measured: MeasuredCandidate,
  given: readonly (typeof answers.$inferSelect)[],
  held: readonly HeldAnswer[],
  sheet: Scoresheet,
  names: ReadonlyMap<number, string>,
): Omit<ScoredCandidate, 'still' | 'unread' | 'pictures' | 'labels' | 'cure'> => {
  const judged: Record<string, JudgedAnswer> = Object.fromEntries(
    given.map((a) => [a.key, { choice: a.choice, evidence: a.evidence, day: a.day }]),
  );
  const result = score(sheet, { judged, measured: withHeld(measured.answers, held) });
  const done = measured.costing?.known ? measured.costing.costing : null;
  return {
    id: row.id,
    name: row.name,
    stage: row.stage,
    dropReason: row.dropReason,
    anchorCode: measured.anchor.code,
    score: result,
    answers: Object.fromEntries(
      given.map((a) => [
        a.key,
        { choice: a.choice, evidence: a.evidence, version: a.version, day: a.day, by: nameIn(names, a.doneBy) },
      ]),
    ),
    frozen: Object.fromEntries(
      held.map((h) => [h.measure, { value: h.value, day: h.day, today: measured.answers[h.measure]?.value ?? null }]),
    ),
    wouldChange: swingCriteria(sheet, result),
    units: measured.anchor.units,
    unitsLow: measured.anchor.unitsLow,
    unitsHigh: measured.anchor.unitsHigh,
    price: measured.price,
    profit: done?.profit ?? null,
    margin: done?.margin ?? null,
    outlay: done?.outlay ?? null,
    topTwoShare: measured.answers.topTwoShare.value,
    reviewsMedian: measured.answers.reviewsMedian.value,
    weeksWatched: measured.weeksWatched,
    worstGripe: measured.worstGripe,
    worstFlag: worstFlagOf(measured.anchor.flags),
    thenUnits: measured.then?.units ?? null,
    thenPrice: measured.then?.price ?? null,
    lookAgainOn: row.lookAgainOn,
  };
};

/** What is done about the worst gripe: by the brief, else what usually helps. */
const cureOf = ({ gripe }: MeasuredCandidate, brief: Brief | undefined): ScoredCandidate['cure'] => {
  if (!gripe) return null;
  const line = brief?.lines.find((l) => l.key === gripe.key);
  const decided = line ? [line.change, line.amount].filter(Boolean).join(', ') : '';
  if (decided !== '') return { text: decided, decided: true };
  return gripe.hint === '' ? null : { text: gripe.hint, decided: false };
};

/** Labels that finds carry among what is watched. */
const labelsOf = async (db: Db, anchors: readonly number[]): Promise<Map<number, string[]>> => {
  const rows = await db
    .select({ id: watched.listingId, labels: watched.labels })
    .from(watched)
    .where(inArray(watched.listingId, [...anchors]));
  return new Map(rows.map((r) => [r.id, r.labels ?? []]));
};

export const scoreCandidate = async (db: Db, id: number): Promise<ScoredCandidate> => {
  const { candidate, market } = await candidateRow(db, id);
  return (await scoreRows(db, market, [candidate]))[0]!;
};

/** The gravest of the risks that a listing's flags name, in the order in which risks are told. */
const worstFlagOf = (flags: readonly Flag[]): ScoredCandidate['worstFlag'] => {
  for (const risk of RISKS) {
    const found = flags.find((f) => f.key === risk);
    if (found) return { label: found.label, reason: found.reason };
  }
  return null;
};

/** All candidates of a marketplace in the order of their scores; dropped ones at the end. */
export const standingOf = async (
  db: Db,
  market: Market,
  by?: { id: number; document: Scoresheet },
): Promise<ScoredCandidate[]> => {
  const rows = await db.select().from(candidates).where(eq(candidates.marketplaceId, market.id));
  const all = await scoreRows(db, market, rows, by);
  return [...standing(all.filter((c) => c.stage !== 'dropped')), ...standing(all.filter((c) => c.stage === 'dropped'))];
};

/** Keeps or takes back an answer by judgement; gates take "pass" or "fail", criteria one of their options. */
export const answer = async (
  database: Database,
  id: number,
  key: string,
  { choice, evidence, version }: { choice: string | null; evidence: string; version: number },
): Promise<{ version: number }> => {
  const { market } = await candidateRow(database.db, id);
  const { id: scoresheetId, document } = await scoresheetFor(database.db, market.id);
  const gate = document.gates.find((g) => g.key === key);
  const criterion = document.criteria.find((c) => c.key === key);
  if (!gate && !criterion) throw notFound(`The criterion "${key}"`);
  const options = gate
    ? ['pass', 'fail']
    : criterion!.scale.kind === 'judged'
      ? criterion!.scale.options.map((o) => o.key)
      : [];
  if (choice !== null && !options.includes(choice))
    throw badField(
      'choice',
      options.length > 0
        ? `The answer must be one of: ${options.join(', ')}.`
        : `"${criterion!.name}" is measured, not judged.`,
    );
  return atOnce(database, async ({ db: tx }) => {
    // Held until the end: two windows that answer at the same moment do it one after the other.
    await tx.select({ id: candidates.id }).from(candidates).where(eq(candidates.id, id)).for('update');
    const where = and(eq(answers.candidateId, id), eq(answers.scoresheetId, scoresheetId), eq(answers.key, key));
    const [there] = await tx.select().from(answers).where(where);
    const before = there?.version ?? 0;
    expectVersion(version, before, { choice: there?.choice ?? null, evidence: there?.evidence ?? '' });
    if (choice === null) {
      await tx.delete(answers).where(where);
      return { version: 0 };
    }
    const values = { choice, evidence: evidence.trim(), day: market.today, version: versionAfter(before), doneBy: whoActs()?.id ?? null }; // prettier-ignore
    await tx
      .insert(answers)
      .values({ candidateId: id, scoresheetId, key, ...values })
      .onDuplicateKeyUpdate({ set: values });
    await tx.insert(candidateLog).values({
      candidateId: id,
      kind: 'answer',
      day: market.today,
      text: `${(gate ?? criterion)!.name}: ${choice}${values.evidence ? ` (${values.evidence})` : ''}`,
    });
    return { version: values.version };
  });
};

/** A candidate that is ruled out goes on only with a word why. */
export const refuseRuledOut = async (db: Db, id: number): Promise<void> => {
  const { market } = await candidateRow(db, id);
  const [{ score }, { document }] = await Promise.all([scoreCandidate(db, id), scoresheetFor(db, market.id)]);
  if (score.verdict !== 'ruled out') return;
  const failed = score.gates
    .filter((g) => g.state === 'fail')
    .map((g) => document.gates.find((d) => d.key === g.key)?.name ?? g.key);
  throw new ProblemError(409, 'ruled-out', `It is ruled out: ${failed.join(', ')}.`, {
    detail: 'Say why you go on with it all the same; the reason is kept in its log.',
  });
};

/** Listings of the catalogue that stand for all of it beside the bands of a scoresheet. */
const SAMPLE = 1000;

/** Every figure that a scoresheet can measure: of each candidate, and where a single listing has it of a thousand of the catalogue. */
export const measuresOf = async (db: Db, market: Market) => {
  const rows = await db.select().from(candidates).where(eq(candidates.marketplaceId, market.id));
  const [measured, sample] = await Promise.all([
    measureCandidates(db, market, rows),
    db
      .select({
        price: listings.price,
        weight: listings.weight,
        sellers: listings.sellers,
        units: estimates.units,
        bestThreeShare: estimates.bestThreeShare,
      })
      .from(listings)
      .innerJoin(estimates, eq(estimates.listingId, listings.id))
      .where(eq(listings.marketplaceId, market.id))
      // Numbers of rows by themselves are in the order of import, a whole category after the other: their digests are not.
      .orderBy(sql`crc32(${listings.code})`)
      .limit(SAMPLE),
  ]);
  const of = (value: (row: (typeof sample)[number]) => number | null): number[] =>
    sample.flatMap((row) => value(row) ?? []).sort((a, b) => a - b);
  return {
    candidates: rows.map(({ id, name }) => ({
      id,
      name,
      values: Object.fromEntries(Object.entries(measured.get(id)!.answers).map(([key, a]) => [key, a.value])),
      shelf: measured.get(id)!.shelf as Record<string, number[]>,
    })),
    catalogue: {
      price: of((r) => r.price),
      weight: of((r) => r.weight),
      sellers: of((r) => r.sellers),
      units: of((r) => r.units),
      revenue: of((r) => (r.units === null || r.price === null ? null : r.units * r.price)),
      bestThreeShare: of((r) => r.bestThreeShare),
    },
  };
};
