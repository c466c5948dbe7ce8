import { and, asc, desc, eq, gt, like, lte, or, sql } from 'drizzle-orm';
import type { CurveFile, CurvePoints, CurveVersion, Refit } from '@kettle/contract/curves';
import { curvePoint, fitCurve, type CurveFit, type CurvePoint } from '@kettle/core/estimate/curve-fit';
import { knotsFault, unitsAtRank, type RankCurve } from '@kettle/core/estimate/rank-curve';
import { isDay } from '@kettle/core/measures/day';
import { MAD_SCALE, medianOf } from '@kettle/core/stats/robust';
import { atOnce, type Database, type Db, type Session } from '../../ground/db/connection.ts';
import { categories, listings, ownCounts, rankCurves, readings, marketplaces } from '../../ground/db/schema.ts';
import { estimateAnew } from '../../ground/estimates/estimates.ts';
import { evidenceOf } from '../../ground/estimates/evidence.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import {
  asMarket,
  curveFor,
  curvesInForce,
  type CurveOfCategory,
  type Market,
} from '../../ground/marketplaces/marketplaces.ts';
import { badField, conflict, notFound } from '../../ground/problems/problem.ts';

type Counts = CurveFit['counts'];

/** All versions of a marketplace's curves: by category, the newest first. */
export const versionsOf = async (db: Db, market: Market): Promise<CurveVersion[]> => {
  const [rows, inForce] = await Promise.all([
    db
      .select()
      .from(rankCurves)
      .where(eq(rankCurves.marketplaceId, market.id))
      .orderBy(asc(rankCurves.category), desc(rankCurves.validFrom), desc(rankCurves.id)),
    curvesInForce(db, market.id, market.today),
  ]);
  const used = new Set(inForce.map((c) => c.id));
  return rows.map((r) => ({
    id: r.id,
    category: r.category,
    validFrom: r.validFrom,
    source: r.source,
    knots: r.knots,
    residual: r.residual,
    reviewRate: r.reviewRate,
    reviewSpread: r.reviewSpread,
    inForce: used.has(r.id),
    putBack: r.putBack,
    guess: r.fitted?.guess ?? false,
    fittedOn: r.fitted?.points.map((p) => p.code) ?? null,
  }));
};

interface Counted {
  point: CurvePoint;
  title: string;
}

const inForceFor = async (db: Db, market: Market, category: string): Promise<CurveOfCategory> => {
  const curves = await curvesInForce(db, market.id, market.today);
  const found = curveFor(curves, category);
  if (!found)
    throw badField(
      'category',
      `${category === '*' ? 'There' : `“${category}”`} has no curve yet. Take one in first: a file, or points as typed.`,
    );
  return found;
};

/** The counted listings of a category (a path, or * for all), as points. */
const countedListings = async (
  db: Db,
  market: Market,
  category: string,
  counts: Counts,
  curve: RankCurve,
): Promise<Counted[]> => {
  const source = counts === 'own' ? ownCounts : readings;
  const has = (table: typeof ownCounts | typeof readings) =>
    sql`exists (select 1 from ${table} where ${table.listingId} = ${listings.id} and ${table.stock} is not null)`;
  const subjects = await db
    .select({ id: listings.id, code: listings.code, title: listings.title })
    .from(listings)
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .where(
      and(
        eq(listings.marketplaceId, market.id),
        category === '*'
          ? undefined
          : or(eq(categories.path, category), like(categories.path, `${likeText(category)} › %`)),
        counts === 'all' ? or(has(ownCounts), has(readings)) : has(source),
      ),
    )
    .orderBy(asc(listings.id));
  const points: Counted[] = [];
  for (let at = 0; at < subjects.length; at += 300) {
    const batch = subjects.slice(at, at + 300);
    const evidence = await evidenceOf(
      db,
      market,
      batch.map((s) => s.id),
      92,
    );
    for (const { id, code, title } of batch) {
      const days = (evidence.days.get(id) ?? []).map(asReading);
      const point = curvePoint(code, days, evidence.own.get(id) ?? [], curve, market.today, counts);
      if (point) points.push({ point, title });
    }
  }
  return points;
};

const likeText = (text: string): string => text.replace(/[\\%_]/g, (c) => `\\${c}`);

const shown = (counted: readonly Counted[], curve: Pick<RankCurve, 'knots'>) =>
  counted.map(({ point, title }) => ({
    ...point,
    title,
    residual: point.unitsPerDay > 0 ? Math.log(point.unitsPerDay / unitsAtRank(curve, point.rank)) : null,
  }));

/** The counted listings of a category against the curve in force. */
export const pointsOf = async (db: Db, market: Market, category: string, counts: Counts): Promise<CurvePoints> => {
  const { curve } = await inForceFor(db, market, category);
  const points = shown(await countedListings(db, market, category, counts, curve), curve);
  const residuals = points.flatMap((p) => p.residual ?? []);
  const bias = medianOf(residuals);
  return {
    points,
    bias,
    spread: bias === null ? null : MAD_SCALE * medianOf(residuals.map((r) => Math.abs(r - bias)))!,
  };
};

/** A curve fitted to the counts of a category, not kept yet, with all that would be kept. */
const fitted = async (db: Db, market: Market, category: string, counts: Counts) => {
  const base = await inForceFor(db, market, category);
  // A fit leans on what it did not make itself: on the curve that the one in force leaned on.
  const [row] = await db.select({ fitted: rankCurves.fitted }).from(rankCurves).where(eq(rankCurves.id, base.id));
  const shape = row?.fitted?.base ?? base.curve;
  const counted = await countedListings(db, market, category, counts, shape);
  const fit = fitCurve(
    counted.map((c) => c.point),
    shape,
  );
  if (!fit)
    throw conflict(
      counts === 'own'
        ? 'None of its listings has counts of yours over two weeks. Type or import counts first, or fit to all stock that was read.'
        : 'None of its listings has stock counts over two weeks. Watch some of them, or import counts.',
    );
  return { base, shape, counted, fit };
};

export const tryRefit = async (db: Db, market: Market, category: string, counts: Counts): Promise<Refit> => {
  const { counted, fit } = await fitted(db, market, category, counts);
  return { ...fit.curve, guess: fit.guess, sentences: fit.sentences, points: shown(counted, fit.curve) };
};

/** Fits a curve to the counts and puts it in force from today on; estimates follow. */
export const refit = async (database: Database, market: Market, category: string, counts: Counts): Promise<number> => {
  const { base, shape, counted, fit } = await fitted(database.db, market, category, counts);
  const kept: CurveFit = { guess: fit.guess, counts, base: shape, points: counted.map((c) => c.point) };
  return putCurve(database, market, {
    category,
    validFrom: market.today,
    knots: fit.curve.knots,
    residual: fit.curve.residual,
    reviewRate: base.rate?.perUnit ?? null,
    reviewSpread: base.rate?.spread ?? null,
    source: `fitted to ${counts === 'own' ? 'your counts' : 'stock counts'} of ${counted.length} listings${fit.guess ? ', a guess' : ''}`,
    fitted: kept,
  });
};

/** Puts a version of a curve in, and the estimates that follow from it. */
const putCurve = (
  database: Database,
  market: Market,
  curve: Omit<typeof rankCurves.$inferInsert, 'marketplaceId'>,
): Promise<number> =>
  atOnce(database, async (inside) => {
    const [made] = await inside.db
      .insert(rankCurves)
      .values({ ...curve, marketplaceId: market.id })
      .$returningId();
    await estimatesOfCategory(inside, market, curve.category);
    return made!.id;
  });

/** Takes a curve of one's own in as a new version. */
export const takeCurve = async (database: Database, market: Market, file: CurveFile): Promise<number> => {
  const fault = knotsFault(file.knots);
  if (fault) throw badField('knots', fault);
  if (!isDay(file.validFrom)) throw badField('validFrom', `"${file.validFrom}" is no day.`);
  const { db } = database;
  if (file.category !== '*') {
    const [there] = await db
      .select({ id: categories.id })
      .from(categories)
      .where(and(eq(categories.marketplaceId, market.id), eq(categories.path, file.category)));
    if (!there) throw badField('category', `${market.name} has no category “${file.category}”.`);
  }
  return putCurve(database, market, {
    category: file.category,
    validFrom: file.validFrom,
    knots: file.knots,
    residual: file.residual,
    reviewRate: file.reviewRate,
    reviewSpread: file.reviewSpread,
    source: file.source.trim() || 'your own',
  });
};

/** Puts a version in force: newer ones of its category are put back. */
export const putInForce = async (database: Database, id: number): Promise<void> => {
  const { db } = database;
  const [row] = await db
    .select({ curve: rankCurves, market: marketplaces })
    .from(rankCurves)
    .innerJoin(marketplaces, eq(marketplaces.id, rankCurves.marketplaceId))
    .where(eq(rankCurves.id, id));
  if (!row) throw notFound(`Curve ${id}`);
  const { curve } = row;
  const market = asMarket(row.market);
  if (curve.validFrom > market.today)
    throw conflict(`This version is valid from ${curve.validFrom} on, which is still to come.`);
  await atOnce(database, async (inside) => {
    const tx = inside.db;
    await tx.update(rankCurves).set({ putBack: false }).where(eq(rankCurves.id, id));
    await tx
      .update(rankCurves)
      .set({ putBack: true })
      .where(
        and(
          eq(rankCurves.marketplaceId, curve.marketplaceId),
          eq(rankCurves.category, curve.category),
          lte(rankCurves.validFrom, market.today),
          or(
            gt(rankCurves.validFrom, curve.validFrom),
            and(eq(rankCurves.validFrom, curve.validFrom), gt(rankCurves.id, id)),
          ),
        ),
      );
    await estimatesOfCategory(inside, market, curve.category);
  });
};

/** Makes the estimates of a category's listings anew. */
const estimatesOfCategory = async (database: Session, market: Market, category: string): Promise<void> => {
  if (category === '*') {
    await estimateAnew(database, market, null);
    return;
  }
  const subjects = await database.db
    .select({ id: listings.id })
    .from(listings)
    .innerJoin(categories, eq(categories.id, listings.categoryId))
    .where(
      and(
        eq(listings.marketplaceId, market.id),
        or(eq(categories.path, category), like(categories.path, `${likeText(category)} › %`)),
      ),
    );
  await estimateAnew(
    database,
    market,
    subjects.map((s) => s.id),
  );
};
