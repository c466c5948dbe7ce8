import { desc, eq } from 'drizzle-orm';
import { NO_BRIEF } from '@kettle/core/documents/brief';
import { currencyExponent, majorFromMinor } from '@kettle/core/money/money';
import { reportOf } from '@kettle/core/papers/report';
import { suppliersBriefOf } from '@kettle/core/papers/suppliers-brief';
import type { Paper } from '@kettle/core/papers/paper';
import { briefsOf } from '../../ground/briefs/briefs.ts';
import { candidateRow, lineUpIds } from '../../ground/candidates/candidate-rows.ts';
import { readinessOf } from '../../ground/candidates/waiting.ts';
import type { Db } from '../../ground/db/connection.ts';
import { briefs, candidateLog, listings } from '../../ground/db/schema.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { costingOfCandidate } from '../costing/service.ts';
import { decisionsOf } from '../score/decisions.ts';
import { scoresheetInUse } from '../score/scoresheets.ts';
import { standingOf } from '../score/service.ts';

const MOST_NOTES = 20;

const moneyIn =
  ({ currency }: Market) =>
  (minor: number | null): string =>
    minor === null ? 'not known' : `${majorFromMinor(minor, currency).toFixed(currencyExponent(currency))} ${currency}`;

const categoryOf = async (db: Db, listing: number): Promise<number> => {
  const [row] = await db.select({ id: listings.categoryId }).from(listings).where(eq(listings.id, listing));
  return row!.id;
};

/** The report of a candidate, from its figures of today. */
export const reportPaper = async (
  { database: { db }, aside }: Pick<Ground, 'database' | 'aside'>,
  id: number,
): Promise<Paper> => {
  // prettier-ignore
  const { candidate, market } = await candidateRow(db, id);
  const ids = await lineUpIds(db, id);
  const [all, { document: sheet }, [find], readiness, kept, decisions, log, [brief], category] = await Promise.all([
    standingOf(db, market),
    scoresheetInUse(db),
    briefsOf(db, market, [candidate.anchorId]),
    readinessOf(db, market, [id]),
    costingOfCandidate(db, market, candidate),
    decisionsOf(db, id),
    db.select().from(candidateLog).where(eq(candidateLog.candidateId, id)).orderBy(desc(candidateLog.id)),
    db.select({ document: briefs.document }).from(briefs).where(eq(briefs.candidateId, id)),
    categoryOf(db, candidate.anchorId),
  ]);
  const mined = await aside.run('mined-reviews', { ids, category, today: market.today, filter: {} }, new AbortController().signal); // prettier-ignore
  const scored = all.find((c) => c.id === id)!;
  const running = all.filter((c) => c.stage !== 'dropped');
  const place = running.findIndex((c) => c.id === id);
  const ready = readiness.get(id)!;
  const [anchor] = [find!];
  return reportOf({
    market: { name: market.name, today: market.today },
    candidate: {
      name: candidate.name,
      stage: candidate.stage,
      code: anchor.code,
      title: anchor.title,
      brand: anchor.brand,
      category: anchor.category,
    },
    sheet,
    score: scored.score,
    place: { place: place < 0 || scored.score.verdict === 'ruled out' ? null : place + 1, of: running.length },
    units: {
      value: scored.units,
      low: scored.unitsLow,
      high: scored.unitsHigh,
      source: `Estimate of ${market.today} from ${anchor.unitsFrom}, seen ${anchor.seenOn}`,
    },
    then: { units: scored.thenUnits, price: scored.thenPrice },
    price: scored.price,
    profit: scored.profit,
    margin: scored.margin,
    outlay: scored.outlay,
    moneySource: `Costing “${kept.name}” by ${kept.schedule?.name ?? 'no fee schedule'}, ${market.today}`,
    watched: { weeks: ready.weeks, readings: ready.readings, still: ready.still },
    unread: scored.unread,
    flags: anchor.flags,
    reviews: {
      read: mined.withText,
      themes: mined.themes.map((t) => ({
        name: t.name,
        kind: t.kind,
        share: t.share,
        low: t.interval.low,
        high: t.interval.high,
        example: t.says[0] ?? null,
      })),
    },
    ideas: brief?.document.lines ?? [],
    decisions,
    notes: log.filter((l) => l.kind === 'note').slice(0, MOST_NOTES).map(({ day, text }) => ({ day, text })), // prettier-ignore
    money: moneyIn(market),
  });
};

/** The brief for the maker of a candidate. */
export const suppliersBriefPaper = async (
  { database: { db } }: Pick<Ground, 'database'>,
  id: number,
): Promise<Paper> => {
  // prettier-ignore
  const { candidate, market } = await candidateRow(db, id);
  const [[row], [brief], kept] = await Promise.all([
    db.select().from(listings).where(eq(listings.id, candidate.anchorId)),
    db.select({ document: briefs.document }).from(briefs).where(eq(briefs.candidateId, id)),
    costingOfCandidate(db, market, candidate),
  ]);
  const { weight, sideLong: long, sideMiddle: middle, sideShort: short } = row!;
  return suppliersBriefOf({
    today: market.today,
    name: candidate.name,
    weight,
    sides: long !== null && middle !== null && short !== null ? { long, middle, short } : null,
    brief: brief?.document ?? NO_BRIEF,
    pieces: kept.document.firstOrder ?? null,
  });
};
