import { count, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { ReplyOf } from '@kettle/contract/route';
import type { sources as routes, Marketplace } from '@kettle/contract/sources';
import { currencyExponent } from '@kettle/core/money/money';
import { atOnce, type Database, type Db } from '../../ground/db/connection.ts';
import { candidates, feeSchedules, listings, marketplaces, rankCurves, workspace } from '../../ground/db/schema.ts';
import { estimateAnew } from '../../ground/estimates/estimates.ts';
import type { Ground } from '../../ground/ground.ts';
import { asMarket, type Market } from '../../ground/marketplaces/marketplaces.ts';
import type { Templates } from '../../ground/outside.ts';
import { binned } from './bin.ts';
import { badField, conflict } from '../../ground/problems/problem.ts';

export const workspaceKind = async (db: Db): Promise<'demo' | 'own'> => {
  const [row] = await db.select().from(workspace).where(eq(workspace.key, 'kind'));
  return row?.value.kind === 'demo' ? 'demo' : 'own';
};

export const allMarketplaces = async (db: Db): Promise<Marketplace[]> => {
  const [bin, rows, candidateCounts, schedules, curves] = await Promise.all([
    binned(db),
    db.select().from(marketplaces).where(isNull(marketplaces.binnedAt)).orderBy(marketplaces.madeAt, marketplaces.id),
    db
      .select({
        id: candidates.marketplaceId,
        n: sql<number>`sum(${candidates.stage} <> 'dropped')`.mapWith(Number),
        short: sql<number>`sum(${candidates.stage} in ('shortlisted', 'chosen'))`.mapWith(Number),
      })
      .from(candidates)
      .groupBy(candidates.marketplaceId),
    db
      .select({
        id: feeSchedules.id,
        market: feeSchedules.marketplaceId,
        name: feeSchedules.name,
        validFrom: feeSchedules.validFrom,
        source: feeSchedules.source,
        vat: sql<number>`json_value(${feeSchedules.document}, '$.vat.rate')`.mapWith(Number),
      })
      .from(feeSchedules)
      .orderBy(feeSchedules.validFrom),
    db.select({ id: rankCurves.marketplaceId, n: count() }).from(rankCurves).groupBy(rankCurves.marketplaceId),
  ]);
  const listingCounts = await listingsIn(db, rows);
  const of = <T extends { id: string }>(list: readonly T[], id: string): T | undefined => list.find((x) => x.id === id);
  return rows.map((row) => {
    const { dataVersion: _, demandVersion: __, ruledVersion: ____, ...market } = asMarket(row);
    const { id } = market;
    return {
      ...market,
      listings: listingCounts.get(id)!.n,
      candidates: of(candidateCounts, id)?.n ?? 0,
      shortlisted: of(candidateCounts, id)?.short ?? 0,
      schedules: schedules.filter((s) => s.market === id).map(({ market: ___, ...s }) => s),
      curves: of(curves, id)?.n ?? 0,
      removed: bin.listingsOf.get(id) ?? 0,
    };
  });
};

/** How many listings marketplaces had at a data version. */
const counted = new WeakMap<Db, Map<string, { version: number; n: number }>>();

/**
 * How many listings marketplaces have: counted anew when their data version has moved. While an import puts thousands in
 * that nobody may see yet, the database would have to look at each of them for every counting.
 */
const listingsIn = async (
  db: Db,
  markets: readonly { id: string; dataVersion: number }[],
): Promise<ReadonlyMap<string, { n: number }>> => {
  const known = counted.get(db) ?? new Map<string, { version: number; n: number }>();
  counted.set(db, known);
  const moved = markets.filter((m) => known.get(m.id)?.version !== m.dataVersion);
  if (moved.length > 0) {
    const ids = moved.map((m) => m.id);
    const rows = await db
      .select({ id: listings.marketplaceId, n: count() })
      .from(listings)
      .where(inArray(listings.marketplaceId, ids))
      .groupBy(listings.marketplaceId);
    const ns = new Map(rows.map((r) => [r.id, r.n]));
    for (const { id, dataVersion } of moved) known.set(id, { version: dataVersion, n: ns.get(id) ?? 0 });
  }
  return known;
};

/** All marketplaces, and those whose fees can be copied. */
export const marketplacesReply = async (
  db: Db,
  templates: Templates,
): Promise<ReplyOf<typeof routes.marketplaces>> => ({
  workspace: await workspaceKind(db),
  marketplaces: await allMarketplaces(db),
  bin: (await binned(db)).marketplaces,
  templates: templates.all().map(({ id, name, currency }) => ({ id, name, currency })),
});

/** Adds a marketplace; with a template, its fee schedules and rank curves are copied. */
export const addMarketplace = async (
  { database, aside }: Pick<Ground, 'database' | 'aside'>,
  body: { name: string; currency: string; measures: 'imperial' | 'metric'; copyFrom: string | null },
): Promise<string> => {
  const name = body.name.trim();
  try {
    currencyExponent(body.currency);
  } catch {
    throw badField('currency', `"${body.currency}" is no currency code such as USD or EUR.`);
  }
  const { slugify } = await import('transliteration');
  const id = slugify(name).slice(0, 40).replace(/-$/, '');
  if (id === '') throw badField('name', 'The name needs at least one letter or digit.');
  const [result] = await database.db
    .insert(marketplaces)
    .ignore()
    .values({ id, name, currency: body.currency, measures: body.measures, host: `${id}.example` });
  if (result.affectedRows === 0)
    throw conflict(`There is a marketplace "${id}" already; if you do not see it, it lies in the bin.`);
  if (body.copyFrom !== null)
    try {
      await aside.run('copy-fees', { marketplace: id, from: body.copyFrom });
    } catch (error) {
      // A marketplace without what was asked to be copied into it is not what was asked for.
      await database.db.delete(marketplaces).where(eq(marketplaces.id, id));
      throw error;
    }
  return id;
};

/**
 * Copies the fee schedules and rank curves of a template, and makes estimates anew; those of a day that are there already
 * stay. Takes seconds: to be run aside.
 */
export const copyFees = async (
  database: Database,
  market: Market,
  from: string,
  templates: Templates,
): Promise<{ schedules: number; curves: number }> => {
  const template = templates.all().find((t) => t.id === from);
  if (!template) throw badField('from', `There is no demo marketplace "${from}".`);
  if (template.currency !== market.currency)
    throw badField(
      'from',
      `${template.name} reckons in ${template.currency}, ${market.name} in ${market.currency}: its fees cannot be used as they are.`,
    );
  const copied = templates.curves(from);
  return atOnce(database, async (inside) => {
    const { db } = inside;
    const [schedules] = await db
      .insert(feeSchedules)
      .ignore()
      .values(
        template.schedules.map((s) => ({
          marketplaceId: market.id,
          name: s.name,
          validFrom: s.validFrom,
          document: s,
          source: `copied from ${template.name}`,
        })),
      );
    const there = new Set(
      (
        await db
          .select({ category: rankCurves.category, from: rankCurves.validFrom })
          .from(rankCurves)
          .where(eq(rankCurves.marketplaceId, market.id))
      ).map((c) => `${c.category}/${c.from}`),
    );
    const curves = copied
      .filter((c) => !there.has(`${c.category}/${c.curve.validFrom}`))
      .map((c) => ({
        marketplaceId: market.id,
        category: c.category,
        validFrom: c.curve.validFrom,
        knots: c.curve.knots,
        residual: c.curve.residual,
        reviewRate: c.reviewRate,
        reviewSpread: c.reviewSpread,
        source: `copied from ${template.name}`,
        standing: 'copied' as const,
      }));
    if (curves.length > 0) await db.insert(rankCurves).values(curves);
    await estimateAnew(inside, market, null);
    return { schedules: schedules.affectedRows, curves: curves.length };
  });
};
