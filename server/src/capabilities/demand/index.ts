import { setTimeout } from 'node:timers/promises';
import { and, asc, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import { BrandNames } from '@kettle/core/demand/brand-terms';
import { courseOf, type Course } from '@kettle/core/demand/course';
import { prepareNiche, type NicheListing, type PreparedNiche } from '@kettle/core/demand/niche';
import { addWeeks, type WeekSeries } from '@kettle/core/demand/weeks';
import { stemsOf, wordsOf } from '@kettle/core/listing/words';
import { addDays } from '@kettle/core/measures/day';
import { concentration } from '@kettle/core/stats/concentration';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../../ground/db/connection.ts';
import {
  categories,
  estimates,
  listings,
  nicheClicks,
  niches,
  nicheTerms,
  searchTerms,
  termPositions,
  termVolumes,
} from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';

export interface DemandTerm {
  id: number;
  text: string;
  stems: string[];
  /** The brand whose own name the term is, or null. */
  brand: string | null;
  buyRate: number | null;
  competing: number | null;
  series: WeekSeries | null;
  course: Course;
  /** Clicks of the first page as last read, the largest first. */
  clicks: number[];
  found: number;
  niches: number[];
  /** Main categories of its niches and all above them. */
  categories: Set<number>;
}
export interface DemandNiche {
  id: number;
  name: string;
  category: number | null;
  categoryPath: string | null;
  categories: Set<number>;
  stems: Set<string>;
  terms: { term: DemandTerm; share: number }[];
  series: WeekSeries | null;
  course: Course;
  listings: (NicheListing & { id: number })[];
  /** The same, ready for figures of any share. */
  prepared: PreparedNiche;
  /** Shares of the clicks on each day they were taken, the newest first. */
  years: { day: string; shares: number[] }[];
}
/** All that is known of the demand of a marketplace, read from the database once for a version of it. */
export interface DemandIndex {
  version: string;
  niches: DemandNiche[];
  terms: DemandTerm[];
  nicheById: Map<number, DemandNiche>;
  termById: Map<number, DemandTerm>;
  builtAt: string;
}

const AT_ONCE = 200;
const READ_AT_ONCE = 2000;
/** Shares of clicks count as "a year ago" when they were taken within so many days of it. */
const ABOUT_A_YEAR = 60;
const pause = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

const versionOf = (market: Market): string => `${market.demandVersion}/${market.dataVersion}/${market.today}`;

/**
 * The demand indexes of this process, one a marketplace. While a newer one is made the old one answers; the histories of
 * terms, which take longest, are read anew only when they have changed.
 */
export class DemandIndexes {
  private readonly db: Db;
  private readonly ready = new Map<string, DemandIndex>();
  private readonly making = new Map<string, Promise<DemandIndex>>();
  private readonly terms = new Map<string, { version: number; terms: DemandTerm[] }>();

  constructor(db: Db) {
    this.db = db;
  }

  /**
   * The index to answer from, and whether a newer one is on its way.
   * @param patience milliseconds that the newer one is waited for
   */
  async of(market: Market, patience = 0): Promise<{ index: DemandIndex; behind: boolean }> {
    const have = this.ready.get(market.id);
    if (have?.version === versionOf(market)) return { index: have, behind: false };
    const making = this.make(market);
    if (!have) return { index: await making, behind: false };
    // A failure shows with the next request that has to wait; until then the old one answers.
    making.catch(() => {});
    if (patience === 0) return { index: have, behind: true };
    const newer = await Promise.race([making.catch(() => null), setTimeout(patience, null, { ref: false })]);
    return newer ? { index: newer, behind: false } : { index: have, behind: true };
  }

  private make(market: Market): Promise<DemandIndex> {
    const under = this.making.get(market.id);
    if (under) return under;
    const making = this.build(market).finally(() => this.making.delete(market.id));
    this.making.set(market.id, making);
    return making;
  }

  private async build(market: Market): Promise<DemandIndex> {
    const { db } = this;
    let kept = this.terms.get(market.id);
    if (kept?.version !== market.demandVersion) {
      kept = { version: market.demandVersion, terms: await readTerms(db, market) };
      this.terms.set(market.id, kept);
    }
    const index = await readNiches(db, market, kept.terms);
    this.ready.set(market.id, index);
    return index;
  }
}

/** The brands of a marketplace as they write themselves. */
const brandsOf = async (db: Db, market: Market): Promise<string[]> =>
  (await db.selectDistinct({ brand: listings.brand }).from(listings).where(eq(listings.marketplaceId, market.id))).map(
    (r) => r.brand,
  );

/** Words of the category tree are ordinary words: no brand is known by them. */
const ordinaryWords = async (db: Db, market: Market): Promise<Set<string>> =>
  new Set(
    (
      await db.select({ name: categories.name }).from(categories).where(eq(categories.marketplaceId, market.id))
    ).flatMap((c) => wordsOf(c.name)),
  );

const readTerms = async (db: Db, market: Market): Promise<DemandTerm[]> => {
  const brands = new BrandNames(await brandsOf(db, market), await ordinaryWords(db, market));
  const rows = await db
    .select()
    .from(searchTerms)
    .where(eq(searchTerms.marketplaceId, market.id))
    .orderBy(asc(searchTerms.id));
  const terms: DemandTerm[] = [];
  for (let at = 0; at < rows.length; at += READ_AT_ONCE) {
    const batch = rows.slice(at, at + READ_AT_ONCE);
    const ids = batch.map((r) => r.id);
    const [volumes, clicks] = await Promise.all([
      db.select().from(termVolumes).where(inArray(termVolumes.termId, ids)),
      latestClicks(db, ids),
    ]);
    const series = new Map(volumes.map((v) => [v.termId, { first: v.firstWeek, volumes: v.volumes }]));
    for (let i = 0; i < batch.length; i++) {
      if (i % AT_ONCE === 0) await pause();
      const row = batch[i]!;
      const own = series.get(row.id) ?? null;
      const shares = clicks.get(row.id) ?? { clicks: [], found: 0 };
      terms.push({
        id: row.id,
        text: row.text,
        stems: stemsOf(row.text),
        brand: brands.in(row.text),
        buyRate: row.buyRate,
        competing: row.competing,
        series: own,
        course: courseOf(own),
        ...shares,
        niches: [],
        categories: new Set(),
      });
    }
  }
  return terms;
};

/** Shares of the clicks of each term on the day its first page was last read. */
const latestClicks = async (
  db: Db,
  ids: readonly number[],
): Promise<Map<number, { clicks: number[]; found: number }>> => {
  const last = db
    .select({ termId: termPositions.termId, day: sql<string>`max(${termPositions.day})`.as('last_day') })
    .from(termPositions)
    .where(inArray(termPositions.termId, [...ids]))
    .groupBy(termPositions.termId)
    .as('last');
  const rows = await db
    .select({ termId: termPositions.termId, share: termPositions.share, unpaid: termPositions.unpaid })
    .from(termPositions)
    .innerJoin(last, and(eq(last.termId, termPositions.termId), eq(last.day, termPositions.day)))
    .orderBy(asc(termPositions.termId), desc(termPositions.share));
  const byTerm = new Map<number, { clicks: number[]; found: number }>();
  for (const r of rows) {
    let there = byTerm.get(r.termId);
    if (!there) byTerm.set(r.termId, (there = { clicks: [], found: 0 }));
    if (r.share !== null) there.clicks.push(r.share);
    there.found++;
  }
  return byTerm;
};

const readNiches = async (db: Db, market: Market, terms: readonly DemandTerm[]): Promise<DemandIndex> => {
  const termById = new Map(terms.map((t) => [t.id, { ...t, niches: [] as number[], categories: new Set<number>() }]));
  const ofMarket = eq(niches.marketplaceId, market.id);
  const [rows, links, clicks, parents] = await Promise.all([
    db
      .select({ id: niches.id, name: niches.name, category: niches.categoryId, path: categories.path })
      .from(niches)
      .leftJoin(categories, eq(categories.id, niches.categoryId))
      .where(ofMarket)
      .orderBy(asc(niches.id)),
    db
      .select({ nicheId: nicheTerms.nicheId, termId: nicheTerms.termId, share: nicheTerms.share })
      .from(nicheTerms)
      .innerJoin(niches, eq(niches.id, nicheTerms.nicheId))
      .where(ofMarket),
    db
      .select({
        nicheId: nicheClicks.nicheId,
        day: nicheClicks.day,
        share: nicheClicks.share,
        id: listings.id,
        price: listings.price,
        reviews: listings.reviews,
        weight: listings.weight,
        volume: sql<number | null>`${listings.sideLong} * ${listings.sideMiddle} * ${listings.sideShort}`,
        brand: listings.brand,
        units: estimates.units,
      })
      .from(nicheClicks)
      .innerJoin(niches, eq(niches.id, nicheClicks.nicheId))
      .innerJoin(listings, eq(listings.id, nicheClicks.listingId))
      .leftJoin(estimates, eq(estimates.listingId, listings.id))
      .where(and(ofMarket, gte(nicheClicks.day, addDays(market.today, -365 * 4)))),
    db
      .select({ id: categories.id, parent: categories.parentId })
      .from(categories)
      .where(eq(categories.marketplaceId, market.id)),
  ]);
  const parentOf = new Map(parents.map((c) => [c.id, c.parent]));
  const upwards = (id: number | null): Set<number> => {
    const found = new Set<number>();
    for (let at: number | null | undefined = id; at != null; at = parentOf.get(at)) found.add(at);
    return found;
  };
  const group = <T extends { nicheId: number }>(all: readonly T[]) => groupsOf(all, (one) => one.nicheId);
  const linksOf = group(links);
  const clicksOf = group(clicks);
  const made: DemandNiche[] = [];
  for (let i = 0; i < rows.length; i++) {
    if (i % AT_ONCE === 0) await pause();
    const row = rows[i]!;
    const above = upwards(row.category);
    const own = (linksOf.get(row.id) ?? []).flatMap(({ termId, share }) => {
      const term = termById.get(termId);
      return term ? [{ term, share }] : [];
    });
    for (const { term } of own) {
      term.niches.push(row.id);
      for (const c of above) term.categories.add(c);
    }
    const series = addWeeks(
      own.flatMap(({ term, share }) => (term.series && term.brand === null ? [{ series: term.series, share }] : [])),
    );
    const days = groupsOf(clicksOf.get(row.id) ?? [], (c) => c.day);
    const ordered = [...days.keys()].sort().reverse();
    const now = days.get(ordered[0] ?? '') ?? [];
    const yearAgo = ordered.find((d) => Math.abs(yearsApart(d, ordered[0]!) - 364) <= ABOUT_A_YEAR);
    const served = now.map(({ id, share, price, units, reviews, weight, volume, brand }) => ({
      id,
      share,
      price,
      units,
      reviews,
      weight,
      volume: volume === null ? null : Number(volume),
      brand,
    }));
    made.push({
      id: row.id,
      name: row.name,
      category: row.category,
      categoryPath: row.path,
      categories: above,
      stems: new Set([...stemsOf(row.name), ...own.flatMap(({ term }) => (term.brand === null ? term.stems : []))]),
      terms: own,
      series,
      course: courseOf(series),
      listings: served,
      prepared: prepareNiche(
        served,
        (days.get(yearAgo ?? '') ?? []).map((c) => c.share),
      ),
      years: ordered.map((day) => ({ day, shares: days.get(day)!.map((c) => c.share) })),
    });
  }
  const all = [...termById.values()];
  return {
    version: versionOf(market),
    niches: made,
    terms: all,
    nicheById: new Map(made.map((n) => [n.id, n])),
    termById,
    builtAt: new Date().toISOString(),
  };
};

const yearsApart = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 86_400_000;

/** Share of the clicks that the first listing of a term gets. */
export const topClick = (term: Pick<DemandTerm, 'clicks'>): number | null => concentration(term.clicks)?.top(1) ?? null;
