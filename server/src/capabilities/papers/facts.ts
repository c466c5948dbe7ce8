import { desc, eq } from 'drizzle-orm';
import { currencyExponent, majorFromMinor } from '@kettle/core/money/money';
import type { ReportFacts } from '@kettle/core/papers/report';
import { beforeOrderPaperOf } from '@kettle/core/papers/before-order-paper';
import { pagePaperOf } from '@kettle/core/papers/page-paper';
import { suppliersBriefOf } from '@kettle/core/papers/suppliers-brief';
import type { Paper } from '@kettle/core/papers/paper';
import { briefsOf } from '../../ground/briefs/briefs.ts';
import { candidateRow, lineUpIds } from '../../ground/candidates/candidate-rows.ts';
import { readinessOf } from '../../ground/candidates/waiting.ts';
import { candidateLog, listings } from '../../ground/db/schema.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { costingOfCandidate } from '../costing/service.ts';
import { keptBrief } from '../reviews/brief.ts';
import { decisionsOf } from '../score/decisions.ts';
import { scoresheetFor } from '../score/scoresheets.ts';
import { standingOf } from '../score/service.ts';
import { keptBeforeOrder } from './before-order.ts';
import { minedOf } from './mined.ts';
import { keptPageDraft, pageFactsOf } from './page-draft.ts';

const MOST_NOTES = 20;

const moneyIn =
  ({ currency }: Market) =>
  (minor: number | null): string =>
    minor === null ? 'not known' : `${majorFromMinor(minor, currency).toFixed(currencyExponent(currency))} ${currency}`;

/** What the report of a candidate is made from: its figures of today. */
export const reportFacts = async (
  { database: { db }, aside }: Pick<Ground, 'database' | 'aside'>,
  id: number,
): Promise<ReportFacts> => {
  // prettier-ignore
  const { candidate, market } = await candidateRow(db, id);
  const ids = await lineUpIds(db, id);
  const [all, { document: sheet }, [find], readiness, kept, decisions, log, { document: brief }, mined] =
    await Promise.all([
      standingOf(db, market),
      scoresheetFor(db, market.id),
      briefsOf(db, market, [candidate.anchorId]),
      readinessOf(db, market, [id]),
      costingOfCandidate(db, market, candidate),
      decisionsOf(db, id),
      db.select().from(candidateLog).where(eq(candidateLog.candidateId, id)).orderBy(desc(candidateLog.id)),
      keptBrief.read(db, id),
      minedOf({ db, aside }, candidate.anchorId, ids, market.today),
    ]);
  const scored = all.find((c) => c.id === id)!;
  const running = all.filter((c) => c.stage !== 'dropped');
  const place = running.findIndex((c) => c.id === id);
  const ready = readiness.get(id)!;
  const [anchor] = [find!];
  return {
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
    ideas: brief.lines,
    decisions,
    notes: log.filter((l) => l.kind === 'note').slice(0, MOST_NOTES).map(({ day, text }) => ({ day, text })), // prettier-ignore
    money: moneyIn(market),
  };
};

/** The brief for the maker of a candidate. */
export const suppliersBriefPaper = async (
  { database: { db } }: Pick<Ground, 'database'>,
  id: number,
): Promise<Paper> => {
  // prettier-ignore
  const { candidate, market } = await candidateRow(db, id);
  const [[row], { document: brief }, kept] = await Promise.all([
    db.select().from(listings).where(eq(listings.id, candidate.anchorId)),
    keptBrief.read(db, id),
    costingOfCandidate(db, market, candidate),
  ]);
  const { weight, sideLong: long, sideMiddle: middle, sideShort: short } = row!;
  return suppliersBriefOf({
    today: market.today,
    name: candidate.name,
    weight,
    sides: long !== null && middle !== null && short !== null ? { long, middle, short } : null,
    brief,
    pieces: kept.document.firstOrder ?? null,
  });
};

/** The draft of a candidate's page, with how far it reaches. */
export const pagePaper = async (ground: Pick<Ground, 'database' | 'aside'>, id: number): Promise<Paper> => {
  const { db } = ground.database;
  const { candidate, market } = await candidateRow(db, id);
  const [{ document: draft }, { limits, terms, brands }] = await Promise.all([
    keptPageDraft.read(db, id),
    pageFactsOf(ground, id),
  ]);
  return pagePaperOf({ today: market.today, name: candidate.name, market: market.name, draft, limits, terms, brands });
};

/** What is to be done before a candidate is ordered. */
export const beforeOrderPaper = async ({ database: { db } }: Pick<Ground, 'database'>, id: number): Promise<Paper> => {
  const { candidate, market } = await candidateRow(db, id);
  const { document } = await keptBeforeOrder.read(db, id);
  return beforeOrderPaperOf(document, { name: candidate.name, today: market.today });
};
