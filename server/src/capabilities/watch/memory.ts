import { setImmediate } from 'node:timers/promises';
import { and, asc, eq } from 'drizzle-orm';
import { beforeRanks, breaksOf, levelSeries, type Break, type DayValue } from '@kettle/core/changes/breaks';
import { WATCH_BREAKS } from '@kettle/core/changes/news';
import type { Reading } from '@kettle/core/estimate/reading';
import { addDays, type Day } from '@kettle/core/measures/day';
import { groupsOf } from '@kettle/core/stats/groups';
import type { Db } from '../../ground/db/connection.ts';
import { categories, listings, marketplaces, watched } from '../../ground/db/schema.ts';
import { curvesOf, type Curves } from '../../ground/estimates/curves.ts';
import { daysOf } from '../../ground/estimates/evidence.ts';
import { asReading } from '../../ground/estimates/readings.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { PLACES_BEFORE, termsOf, type ReadTerm } from './places.ts';

/** Days back that people look at most often. */
const USUAL_LOOK = 31;
/** Days back that are kept at hand. */
export const DAYS_AT_HAND = 240;
/** Listings whose days are read and looked through before others get their turn. */
const AT_ONCE = 50;

/** The days of a listing, each once and in their order, with the breaks of its level. */
export interface Days {
  readings: readonly Reading[];
  breaks: readonly Break[];
  /** Its units day by day with the season of its kind taken out, or its turned rank. */
  level: readonly DayValue[];
}
interface Known extends Days {
  /** The data version they are of. */
  version: number;
}

export interface WatchedRow {
  id: number;
  code: string;
  title: string;
  brand: string;
  category: string;
  since: Day;
  groupId: number | null;
  labels: string[];
}

/**
 * The days of watched listings with the breaks in them, kept from one question to the next: of listings that changed since
 * they are read and looked through anew. Each process has its own; what is in it can always be made again.
 */
export class WatchMemory {
  private readonly markets = new Map<string, Map<number, Known>>();
  /** Places for terms, with what they are of. */
  private readonly places = new Map<string, { key: string; terms: ReadTerm[] }>();
  /** The last filling of each marketplace: the next waits for it, so that nothing is read twice. */
  private readonly filling = new Map<string, Promise<unknown>>();

  /** The watched listings with their days of the last 240, in the order of their numbers. */
  async of(db: Db, market: Market): Promise<{ rows: WatchedRow[]; days: ReadonlyMap<number, Days>; curves: Curves }> {
    const before = this.filling.get(market.id) ?? Promise.resolve();
    const filled = before.catch(() => undefined).then(() => this.fill(db, market));
    this.filling.set(market.id, filled);
    return filled;
  }

  /** Places of the watched listings for terms, from some weeks before a day on. */
  async placesOf(db: Db, market: Market, ids: readonly number[], since: Day): Promise<readonly ReadTerm[]> {
    const usual = addDays(market.today, -USUAL_LOOK);
    const from = addDays(since < usual ? since : usual, -PLACES_BEFORE);
    const key = `${market.demandVersion}/${from}/${ids.join()}`;
    const known = this.places.get(market.id);
    if (known?.key === key) return known.terms;
    const terms = await termsOf(db, market, ids, from);
    this.places.set(market.id, { key, terms });
    return terms;
  }

  private async fill(db: Db, market: Market) {
    const [found, curves] = await Promise.all([
      db
        .select({
          id: listings.id,
          code: listings.code,
          title: listings.title,
          brand: listings.brand,
          category: categories.path,
          since: watched.since,
          groupId: watched.groupId,
          labels: watched.labels,
          touched: listings.touched,
          rebuilt: marketplaces.rebuiltVersion,
        })
        .from(watched)
        .innerJoin(listings, eq(listings.id, watched.listingId))
        .innerJoin(categories, eq(categories.id, listings.categoryId))
        .innerJoin(marketplaces, eq(marketplaces.id, listings.marketplaceId))
        .where(and(eq(listings.marketplaceId, market.id)))
        .orderBy(asc(listings.id)),
      curvesOf(db, market),
    ]);
    const known = this.markets.get(market.id) ?? new Map<number, Known>();
    const versions = new Map(found.map((r) => [r.id, Math.max(r.touched, r.rebuilt)]));
    for (const id of known.keys()) if (!versions.has(id)) known.delete(id);
    const due = found.filter((r) => known.get(r.id)?.version !== versions.get(r.id));
    for (let at = 0; at < due.length; at += AT_ONCE) {
      const batch = due.slice(at, at + AT_ONCE);
      const byListing = groupsOf(
        await daysOf(
          db,
          batch.map((r) => r.id),
          addDays(market.today, -DAYS_AT_HAND),
        ),
        (d) => d.listingId,
      );
      for (const { id, category } of batch) {
        const readings = (byListing.get(id) ?? []).map(asReading);
        const { curve, drift } = curves.of(category);
        const level = levelSeries(readings, curve, drift.within);
        const breaks = breaksOf(level, WATCH_BREAKS).map(beforeRanks);
        known.set(id, { version: versions.get(id)!, readings, breaks, level });
      }
      await setImmediate();
    }
    this.markets.set(market.id, known);
    const rows = found.map(({ touched: _, rebuilt: __, labels, ...row }): WatchedRow => ({ ...row, labels: labels ?? [] })); // prettier-ignore
    return { rows, days: known, curves };
  }
}
