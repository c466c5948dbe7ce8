import { and, asc, count, desc, eq } from 'drizzle-orm';
import type { History, ListingSheet, SavedCosting } from '@kettle/contract/listings';
import { emptyCosting } from '@kettle/core/costing/costing';
import { marketplaceFees } from '@kettle/core/fees/fees';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { dailyUnits } from '@kettle/core/estimate/units';
import { spikes } from '@kettle/core/estimate/spikes';
import { unitsPerMonth } from '@kettle/core/measures/units';
import type { Db } from '../db/connection.ts';
import {
  candidates,
  costings,
  lineUp,
  listings,
  monthlyHistory,
  readings,
  reviews,
  statedFigures,
  watched,
} from '../db/schema.ts';
import { notFound } from '../http/problem.ts';
import { curveFor, curvesInForce, scheduleInForce, type Market } from '../sources/marketplaces.ts';
import { briefContext, briefFrom, selectBriefRows, sidesOf } from './briefs.ts';
import { estimateListing } from './estimates.ts';
import { asReading } from './readings.ts';

const listingByCode = async (db: Db, market: Market, code: string) => {
  const where = and(eq(listings.marketplaceId, market.id), eq(listings.code, code.toUpperCase()));
  const [brief] = await selectBriefRows(db).where(where);
  const [row] = await db.select().from(listings).where(where);
  if (!brief || !row) throw notFound(`The listing ${code}`);
  return { brief, row };
};

/** The costing kept for a listing, or an empty one. */
export const costingOf = async (db: Db, listingId: number): Promise<SavedCosting> => {
  const [row] = await db
    .select()
    .from(costings)
    .where(eq(costings.listingId, listingId))
    .orderBy(asc(costings.id))
    .limit(1);
  // Inputs that a later version added take their usual value.
  return row
    ? { price: row.price, inputs: { ...emptyCosting(), ...row.inputs } }
    : { price: null, inputs: emptyCosting() };
};

export const sheetOf = async (db: Db, market: Market, code: string): Promise<ListingSheet> => {
  const { brief: briefRow, row } = await listingByCode(db, market, code);
  const context = await briefContext(db, market, [row.brand]);
  const { schedule } = context;
  const listing = briefFrom(briefRow, context);
  const costing = await costingOf(db, row.id);
  const [{ units, season }, stated, watching, [readingCount], [texts], inCandidates] = await Promise.all([
    estimateListing(db, market, {
      id: row.id,
      category: listing.category,
      price: row.price,
      rank: row.rank,
      seenOn: row.seenOn,
    }),
    db.select().from(statedFigures).where(eq(statedFigures.listingId, row.id)).orderBy(desc(statedFigures.day)),
    db.select().from(watched).where(eq(watched.listingId, row.id)),
    db.select({ n: count() }).from(readings).where(eq(readings.listingId, row.id)),
    db.select({ n: count() }).from(reviews).where(eq(reviews.listingId, row.id)),
    db
      .select({ id: candidates.id, name: candidates.name, stage: candidates.stage })
      .from(lineUp)
      .innerJoin(candidates, eq(candidates.id, lineUp.candidateId))
      .where(eq(lineUp.listingId, row.id)),
  ]);
  const sides = sidesOf(briefRow);
  const fees =
    schedule === null
      ? { known: false as const, reason: `${market.name} has no fee schedule in force. Copy or add one in Sources.` }
      : marketplaceFees(
          schedule.document,
          { price: row.price ?? 0, category: listing.category, weight: row.weight, sides },
          { fulfilment: 'marketplace', monthsStored: costing.inputs.monthsStored, day: market.today },
        );
  return {
    listing,
    sides,
    onSaleSince: row.onSaleSince,
    units,
    season,
    fees: fees.known ? { known: true, ...fees.fees, sizeClass: fees.fees.sizeClass?.name ?? null } : fees,
    schedule,
    costing,
    stated: stated.map(({ measure, value, source, day }) => ({ measure, value, source, day })),
    watchedSince: watching[0]?.since ?? null,
    readings: readingCount?.n ?? 0,
    reviewTexts: texts?.n ?? 0,
    candidates: inCandidates,
    today: market.today,
  };
};

export const historyOf = async (db: Db, market: Market, code: string): Promise<History> => {
  const { brief, row } = await listingByCode(db, market, code);
  const [days, months, curves] = await Promise.all([
    db.select().from(readings).where(eq(readings.listingId, row.id)).orderBy(asc(readings.day)),
    db.select().from(monthlyHistory).where(eq(monthlyHistory.listingId, row.id)).orderBy(asc(monthlyHistory.month)),
    curvesInForce(db, market.id, market.today),
  ]);
  const curve = curveFor(curves, brief.category)?.curve ?? null;
  const units = (rank: number | null): number | null => (curve && rank !== null ? unitsAtRank(curve, rank) : null);
  const spiky = new Set(curve ? spikes(dailyUnits(days.map(asReading), curve, market.today))?.days : []);
  return {
    days: days.map((d) => ({
      day: d.day,
      price: d.price,
      rank: d.rank,
      units: units(d.rank),
      reviews: d.reviews,
      stock: d.stock,
      sellers: d.sellers,
      spike: spiky.has(d.day),
    })),
    months: months.map((m) => {
      const perDay = units(m.rank);
      return {
        month: m.month,
        price: m.price,
        rank: m.rank,
        units: perDay === null ? null : unitsPerMonth(perDay),
        reviews: m.reviews,
      };
    }),
  };
};

/** Keeps what was typed into a listing's costing. */
export const keepCosting = async (
  db: Db,
  market: Market,
  code: string,
  costing: SavedCosting,
): Promise<SavedCosting> => {
  const { row } = await listingByCode(db, market, code);
  const schedule = await scheduleInForce(db, market.id, market.today);
  const values = { price: costing.price, inputs: costing.inputs, feeScheduleId: schedule?.id ?? null };
  await db
    .insert(costings)
    .values({ listingId: row.id, ...values })
    .onDuplicateKeyUpdate({ set: values });
  return costing;
};
