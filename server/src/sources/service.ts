import { and, count, eq, like, or, sql } from 'drizzle-orm';
import type { ReplyOf } from '@kettle/contract/route';
import type { sources as routes, ImportKind, Marketplace, Preview } from '@kettle/contract/sources';
import { currencyExponent } from '@kettle/core/money/money';
import { atOnce, type Database, type Db } from '../db/connection.ts';
import {
  candidates,
  feeSchedules,
  listings,
  marketplaces,
  niches,
  rankCurves,
  searchTerms,
  uploads,
  workspace,
} from '../db/schema.ts';
import { badField, conflict } from '../http/problem.ts';
import type { Services } from '../services.ts';
import { refreshEstimates } from '../listings/estimates.ts';
import { templateCurves, templates } from '../stand-ins/templates.ts';
import { IMPORT_FIELDS, guessMapping } from './columns.ts';
import { asMarket, type Market } from './marketplaces.ts';
import { dropUpload, keepUpload } from './uploads.ts';

export const workspaceKind = async (db: Db): Promise<'demo' | 'own'> => {
  const [row] = await db.select().from(workspace).where(eq(workspace.key, 'kind'));
  return row?.value.kind === 'demo' ? 'demo' : 'own';
};

export const allMarketplaces = async (db: Db): Promise<Marketplace[]> => {
  const [rows, listingCounts, candidateCounts, schedules, curves] = await Promise.all([
    db.select().from(marketplaces).orderBy(marketplaces.madeAt, marketplaces.id),
    db.select({ id: listings.marketplaceId, n: count() }).from(listings).groupBy(listings.marketplaceId),
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
      })
      .from(feeSchedules)
      .orderBy(feeSchedules.validFrom),
    db.select({ id: rankCurves.marketplaceId, n: count() }).from(rankCurves).groupBy(rankCurves.marketplaceId),
  ]);
  const of = <T extends { id: string }>(list: readonly T[], id: string): T | undefined => list.find((x) => x.id === id);
  return rows.map((row) => {
    const { id, name, currency, measures, host, today, simulated, readUpTo } = asMarket(row);
    return {
      id,
      name,
      currency,
      measures,
      host,
      today,
      simulated,
      readUpTo,
      listings: of(listingCounts, id)?.n ?? 0,
      candidates: of(candidateCounts, id)?.n ?? 0,
      shortlisted: of(candidateCounts, id)?.short ?? 0,
      schedules: schedules.filter((s) => s.market === id).map(({ market: _, ...s }) => s),
      curves: of(curves, id)?.n ?? 0,
    };
  });
};

/** All marketplaces, and those whose fees can be copied. */
export const marketplacesReply = async (db: Db): Promise<ReplyOf<typeof routes.marketplaces>> => ({
  workspace: await workspaceKind(db),
  marketplaces: await allMarketplaces(db),
  templates: templates().map(({ id, name, currency }) => ({ id, name, currency })),
});

/** Adds a marketplace; with a template, its fee schedules and rank curves are copied. */
export const addMarketplace = async (
  { database, aside }: Pick<Services, 'database' | 'aside'>,
  body: { name: string; currency: string; measures: 'imperial' | 'metric'; copyFrom: string | null },
): Promise<string> => {
  const name = body.name.trim();
  try {
    currencyExponent(body.currency);
  } catch {
    throw badField('currency', `"${body.currency}" is no currency code such as USD or EUR.`);
  }
  const id = name
    .toLowerCase()
    .normalize('NFKD')
    .split(/[^a-z0-9]+/)
    .filter(Boolean)
    .join('-')
    .slice(0, 40);
  if (id === '') throw badField('name', 'The name needs at least one letter or digit.');
  const [result] = await database.db
    .insert(marketplaces)
    .ignore()
    .values({ id, name, currency: body.currency, measures: body.measures, host: `${id}.example` });
  if (result.affectedRows === 0) throw conflict(`There is a marketplace "${id}" already.`);
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
): Promise<{ schedules: number; curves: number }> => {
  const template = templates().find((t) => t.id === from);
  if (!template) throw badField('from', `There is no demo marketplace "${from}".`);
  if (template.currency !== market.currency)
    throw badField(
      'from',
      `${template.name} reckons in ${template.currency}, ${market.name} in ${market.currency}: its fees cannot be used as they are.`,
    );
  const copied = templateCurves(from);
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
      }));
    if (curves.length > 0) await db.insert(rankCurves).values(curves);
    await refreshEstimates(inside, market, null);
    return { schedules: schedules.affectedRows, curves: curves.length };
  });
};

/** Keeps a file as it comes in and says what is in it and which column seems to be what. */
export const previewImport = async (
  { database: { db }, aside }: Pick<Services, 'database' | 'aside'>,
  kind: ImportKind,
  name: string,
  file: AsyncIterable<Buffer>,
): Promise<Preview> => {
  const upload = await keepUpload(db, name, file);
  let look;
  try {
    look = await aside.run('look-at-file', { upload });
  } catch (error) {
    // Nobody will come back to a file that could not be read.
    await dropUpload(db, upload).catch(() => undefined);
    throw error;
  }
  return {
    upload,
    name,
    ...look,
    mapping: guessMapping(kind, look.columns),
    fields: IMPORT_FIELDS[kind].map(({ key, name: label, required, explanation }) => ({
      key,
      name: label,
      required,
      explanation,
    })),
  };
};

/** Checks a mapping against an upload before its import is queued. */
export const checkMapping = async (
  db: Db,
  kind: ImportKind,
  upload: number,
  mapping: Record<string, string>,
): Promise<void> => {
  const [file] = await db.select({ columns: uploads.columns }).from(uploads).where(eq(uploads.id, upload));
  if (!file?.columns) throw badField('upload', 'The file is not there any more. Choose it again.');
  const { columns } = file;
  for (const { key, name, required } of IMPORT_FIELDS[kind]) {
    if (required && !mapping[key]) throw badField(key, `Say which column holds "${name}".`);
    if (mapping[key] && !columns.includes(mapping[key]))
      throw badField(key, `The file has no column "${mapping[key]}".`);
  }
  const unknown = Object.keys(mapping).find((key) => !IMPORT_FIELDS[kind].some((f) => f.key === key));
  if (unknown) throw badField(unknown, `There is no field "${unknown}".`);
};

/** Listings and candidates that a few words find: codes first, then titles and brands. */
export const find = async (db: Db, market: Market, q: string) => {
  const words = q
    .trim()
    .split(/\s+/)
    .slice(0, 6)
    .map((w) => `%${w.replace(/[\\%_]/g, '\\$&')}%`);
  const start = `${q
    .trim()
    .toUpperCase()
    .replace(/[\\%_]/g, '\\$&')}%`;
  const inMarket = eq(listings.marketplaceId, market.id);
  const columns = { code: listings.code, title: listings.title, brand: listings.brand };
  const [byCode, byWords, found, brands, terms, ofNiches] = await Promise.all([
    db
      .select(columns)
      .from(listings)
      .where(and(inMarket, like(listings.code, start)))
      .limit(8),
    db
      .select(columns)
      .from(listings)
      .where(and(inMarket, ...words.map((w) => or(like(listings.title, w), like(listings.brand, w)))))
      .orderBy(listings.id)
      .limit(12),
    db
      .select({ id: candidates.id, name: candidates.name, stage: candidates.stage })
      .from(candidates)
      .where(and(eq(candidates.marketplaceId, market.id), ...words.map((w) => like(candidates.name, w))))
      .limit(8),
    db
      .selectDistinct({ brand: listings.brand })
      .from(listings)
      .where(and(inMarket, like(listings.brand, start)))
      .limit(4),
    db
      .select({ id: searchTerms.id, text: searchTerms.text })
      .from(searchTerms)
      .where(and(eq(searchTerms.marketplaceId, market.id), ...words.map((w) => like(searchTerms.text, w))))
      .orderBy(sql`char_length(${searchTerms.text})`, searchTerms.id)
      .limit(6),
    db
      .select({ id: niches.id, name: niches.name })
      .from(niches)
      .where(and(eq(niches.marketplaceId, market.id), ...words.map((w) => like(niches.name, w))))
      .orderBy(sql`char_length(${niches.name})`, niches.id)
      .limit(4),
  ]);
  const all = [...byCode, ...byWords.filter((l) => !byCode.some((c) => c.code === l.code))];
  return {
    listings: all.slice(0, 12),
    candidates: found,
    brands: brands.map((b) => b.brand).filter(Boolean),
    terms,
    niches: ofNiches,
  };
};
