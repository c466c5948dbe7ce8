import { and, asc, count, desc, eq, inArray, max, sql } from 'drizzle-orm';
import type { History, ListingSheet } from '@kettle/contract/listings';
import type { CraftKey, LimitVerdict, KeptCount } from '@kettle/contract/sheet';
import { marksOf } from '@kettle/core/changes/day-marks';
import { holdersOfOffer } from '@kettle/core/estimate/main-offer';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { tidyReadings } from '@kettle/core/estimate/reading';
import { spikes } from '@kettle/core/estimate/spikes';
import { dailyUnits } from '@kettle/core/estimate/units';
import { marketplaceFees } from '@kettle/core/fees/fees';
import { pageCraft } from '@kettle/core/listing-page/page-craft';
import { unitsPerMonth } from '@kettle/core/measures/units';
import { readSift } from '@kettle/core/sift/address';
import { againstSift } from '@kettle/core/sift/against';
import { sentenceOf } from '@kettle/core/sift/sentence';
import { briefContext, briefFrom, choicesOf, sidesOf } from '../../ground/briefs/briefs.ts';
import { holdListing, listingByCode } from '../../ground/briefs/by-code.ts';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import {
  candidates,
  craftOverrules,
  lineUp,
  listings,
  monthlyHistory,
  ownCounts,
  readings,
  reviews,
  statedFigures,
  watched,
} from '../../ground/db/schema.ts';
import { estimateListing, refreshEstimates } from '../../ground/estimates/estimates.ts';
import { refreshLevels } from '../../ground/estimates/levels.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import type { Ground } from '../../ground/ground.ts';
import { curvesOf } from '../../ground/estimates/curves.ts';
import { isStale, lastDue } from '../../ground/marketplaces/due.ts';
import { watchPlanOf } from '../../ground/marketplaces/watch-plan.ts';
import { categoryPaths, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { badField, notFound, ProblemError } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';
import { costingOfListing } from '../costing/service.ts';
import { ancestorsOf, asidesOf, contradictions, familyOf } from './sheet-parts.ts';

export const sheetOf = async (db: Db, market: Market, code: string): Promise<ListingSheet> => {
  const { brief: briefRow, row } = await listingByCode(db, market, code);
  const [
    context,
    costing,
    { units, season, curve, evidence },
    stated,
    watching,
    [readingCount],
    [texts],
    inCandidates,
    family,
    asides,
    { plan },
  ] = await Promise.all([
    briefContext(db, market, [row.brand], [row.id]),
    costingOfListing(db, market, row.id),
    estimateListing(db, market, {
      id: row.id,
      category: briefRow.category,
      price: row.price,
      rank: row.rank,
      seenOn: row.seenOn,
    }),
    db.select().from(statedFigures).where(eq(statedFigures.listingId, row.id)).orderBy(desc(statedFigures.day)),
    db.select().from(watched).where(eq(watched.listingId, row.id)),
    db
      .select({ n: count(), last: max(readings.day) })
      .from(readings)
      .where(eq(readings.listingId, row.id)),
    db.select({ n: count() }).from(reviews).where(eq(reviews.listingId, row.id)),
    db
      .select({ id: candidates.id, name: candidates.name, stage: candidates.stage })
      .from(lineUp)
      .innerJoin(candidates, eq(candidates.id, lineUp.candidateId))
      .where(eq(lineUp.listingId, row.id)),
    familyOf(db, row),
    asidesOf(db, market, row, briefRow.category),
    watchPlanOf(db, market.id),
  ]);
  const { schedule } = context;
  const listing = briefFrom(briefRow, context);
  const sides = sidesOf(briefRow);
  const fees =
    schedule === null
      ? {
          known: false as const,
          reason: `${market.name} has no fee schedule in force. Copy or add one in Sources.`,
          lines: [],
          open: [],
          net: null,
        }
      : marketplaceFees(
          schedule.document,
          { price: row.price ?? 0, category: listing.category, weight: row.weight, sides },
          { fulfilment: 'marketplace', monthsStored: costing.document.monthsStored, day: market.today },
        );
  return {
    listing,
    sides,
    onSaleSince: row.onSaleSince,
    units,
    curve: curve && {
      id: curve.id,
      category: curve.category,
      validFrom: curve.curve.validFrom,
      source: curve.curve.source,
      guess: curve.guess,
    },
    ownCounts: (evidence.own.get(row.id) ?? []).map(({ day, stock, seller }) => ({ day, stock, seller })),
    craft: pageCraft(row, evidence.overrules.get(row.id) ?? []),
    family,
    holders: holdersOfOffer((evidence.days.get(row.id) ?? []).map(asReading), market.today, 90),
    asides,
    contradictions: contradictions(market, row, units, evidence.days.get(row.id) ?? [], stated),
    season,
    fees: fees.known ? { known: true, ...fees.fees, sizeClass: fees.fees.sizeClass?.name ?? null } : fees,
    schedule,
    costing,
    stated: stated.map(({ measure, value, source, day }) => ({ measure, value, source, day })),
    watchedSince: watching[0]?.since ?? null,
    lastReading: readingCount?.last ?? null,
    stale: watching[0] !== undefined && isStale(lastDue(market, plan), { since: watching[0].since, last: readingCount?.last ?? null }), // prettier-ignore
    readings: readingCount?.n ?? 0,
    reviewTexts: texts?.n ?? 0,
    candidates: inCandidates,
    today: market.today,
  };
};

/** The whole past of a listing, days and months, with the days that deserve a mark. */
export const historyOf = async (db: Db, market: Market, code: string): Promise<History> => {
  const { brief, row } = await listingByCode(db, market, code);
  const [rows, months, curves] = await Promise.all([
    db.select().from(readings).where(eq(readings.listingId, row.id)).orderBy(asc(readings.day)),
    db.select().from(monthlyHistory).where(eq(monthlyHistory.listingId, row.id)).orderBy(asc(monthlyHistory.month)),
    curvesOf(db, market),
  ]);
  const { curve } = curves.of(brief.category);
  const units = (rank: number | null): number | null => (curve && rank !== null ? unitsAtRank(curve, rank) : null);
  const days = tidyReadings(rows.map(asReading), market.today);
  const spiky = curve ? (spikes(dailyUnits(days, curve, market.today))?.days ?? []) : [];
  const holders = [...new Set(days.flatMap((d) => d.mainOffer ?? []))];
  const places = new Map(holders.map((h, i) => [h, i]));
  return {
    days: {
      day: days.map((d) => d.day),
      price: days.map((d) => d.price),
      rank: days.map((d) => d.rank),
      units: days.map((d) => rounded(units(d.rank))),
      reviews: days.map((d) => d.reviews),
      rating: days.map((d) => d.rating),
      sellers: days.map((d) => d.sellers),
      stock: days.map((d) => d.stock),
      holder: days.map((d) => (d.mainOffer === null ? null : places.get(d.mainOffer)!)),
    },
    holders,
    marks: marksOf(days, spiky, market.today),
    months: months.map((m) => {
      const perDay = units(m.rank);
      return {
        month: m.month,
        price: m.price,
        rank: m.rank,
        units: perDay === null ? null : rounded(unitsPerMonth(perDay)),
        reviews: m.reviews,
      };
    }),
  };
};

const rounded = (x: number | null): number | null => (x === null ? null : Number(x.toPrecision(5)));

/** Each limit of a sift, as its address writes it, against a listing. */
export const against = async (
  db: Db,
  market: Market,
  code: string,
  search: string,
): Promise<{ verdicts: LimitVerdict[]; words: string }> => {
  const { brief: briefRow, row } = await listingByCode(db, market, code);
  const brief = briefFrom(briefRow, await briefContext(db, market, [row.brand], [row.id]));
  const { choice } = readSift(new URLSearchParams(search), market);
  const ancestors = await ancestorsOf(db, market.id, brief.category);
  const paths = choice.categories.length > 0 ? await categoryPaths(db, market.id) : new Map<number, { path: string }>();
  const nameOf = (id: number): string | undefined =>
    ancestors.find((c) => c.id === id)?.name ?? paths.get(id)?.path.split(' › ').at(-1);
  return {
    words: sentenceOf(choice, market, nameOf),
    verdicts: againstSift(
      {
        title: brief.title,
        brand: brief.brand,
        measures: brief,
        choices: choicesOf(brief),
        flags: brief.flags,
        mark: brief.mark?.state ?? null,
        categories: ancestors.map((c) => c.id),
      },
      choice,
      market,
      nameOf,
    ),
  };
};

/**
 * Keeps counts of one's own and takes others away; the estimate follows at once, those of the other listings of a category
 * whose level the counts move as a job.
 */
export const keepCounts = async (
  { database, jobs }: Pick<Ground, 'database' | 'jobs'>,
  market: Market,
  code: string,
  { counts, remove }: { counts: readonly KeptCount[]; remove: readonly string[] },
): Promise<void> => {
  const { row } = await listingByCode(database.db, market, code);
  const late = counts.find((c) => c.day > market.today);
  if (late) throw badField('counts', `The date ${late.day} lies in the future.`);
  const moved = await atOnce(database, async (inside) => {
    const { db } = inside;
    await holdListing(inside, row.id);
    const there = await db.select().from(ownCounts).where(eq(ownCounts.listingId, row.id));
    const stockOn = new Map(there.map((c) => [c.day, c.stock]));
    const other = counts.find((c) => (stockOn.get(c.day) ?? c.stock) !== c.stock && stockOn.get(c.day) !== c.was);
    if (other)
      throw new ProblemError(
        409,
        'stale',
        `For ${other.day} ${stockOn.get(other.day)} pieces are kept already, counted in another window or file.`,
        {
          detail: 'Nothing was overwritten. Take that count away first, or keep it.',
          current: { day: other.day, stock: stockOn.get(other.day) },
        },
      );
    if (remove.length > 0)
      await db.delete(ownCounts).where(and(eq(ownCounts.listingId, row.id), inArray(ownCounts.day, [...remove])));
    if (counts.length > 0)
      await db
        .insert(ownCounts)
        .values(counts.map((c) => ({ listingId: row.id, day: c.day, stock: c.stock, seller: c.seller.trim() })))
        .onDuplicateKeyUpdate({
          set: { stock: sql`values(stock)`, seller: sql`values(seller)`, importId: sql`null` },
        });
    const levels = await refreshLevels(inside, market);
    await refreshEstimates(inside, market, [row.id]);
    return levels.moved;
  });
  if (moved.size > 0) await jobs.add('estimate', { marketplace: market.id, groups: [...moved] });
};

/** Overrules a part of the page craft; with null the rubric decides again. */
export const overruleCraft = async (
  database: Database,
  market: Market,
  code: string,
  part: CraftKey,
  { points, note, version }: { points: number | null; note: string; version: number },
): Promise<{ version: number }> => {
  const { row } = await listingByCode(database.db, market, code);
  return atOnce(database, async (inside) => {
    const { db } = inside;
    await holdListing(inside, row.id);
    const where = and(eq(craftOverrules.listingId, row.id), eq(craftOverrules.part, part));
    const [there] = await db.select().from(craftOverrules).where(where);
    const before = there?.version ?? 0;
    expectVersion(version, before, { points: there?.points ?? null, note: there?.note ?? '' });
    const values = { points: points ?? 0, note: note.trim(), day: market.today, version: versionAfter(before) };
    if (points === null) await db.delete(craftOverrules).where(where);
    else
      await db
        .insert(craftOverrules)
        .values({ listingId: row.id, part, ...values })
        .onDuplicateKeyUpdate({ set: values });
    await refreshEstimates(inside, market, [row.id]);
    return { version: points === null ? 0 : values.version };
  });
};

/** By which shape a listing is drawn. */
export const silhouetteOf = async (db: Db, marketplaceId: string, code: string): Promise<string | null> => {
  const [row] = await db
    .select({ silhouette: listings.silhouette })
    .from(listings)
    .where(and(eq(listings.marketplaceId, marketplaceId), eq(listings.code, code)));
  if (!row) throw notFound(`The listing ${code}`);
  return row.silhouette;
};
