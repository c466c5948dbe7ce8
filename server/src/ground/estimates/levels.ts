import { and, asc, eq, gte, inArray, isNotNull, lte, sql } from 'drizzle-orm';
import { learnLevels, type GroupLevels, type Levels, type WayPrior } from '@kettle/core/estimate/levels';
import { levelCaseOf, STATED_SPREAD } from '@kettle/core/estimate/units';
import { addDays } from '@kettle/core/measures/day';
import type { Db, Session } from '../db/connection.ts';
import { categories, estimateLevels, listings, ownCounts, readings } from '../db/schema.ts';
import { curveFor, type CurveOfCategory, type Market } from '../marketplaces/marketplaces.ts';
import { Curves, curvesOf, groupOf } from './curves.ts';
import { learnDrifts } from './drifts.ts';
import { evidenceOf, inputOf } from './evidence.ts';

/** Listings of a group that its level is learnt from, of those counted and of those stated alone. */
const SAMPLE = 150;
const SAMPLE_OF_OTHERS = 40;
/** Windows over which ways are held against each other. */
const WINDOW = 92;
const CHUNK = 500;
/** How far a level must move for the listings of its group to be estimated anew. */
const MOVED = 0.01;

/** A curve that nobody confirmed may lie twenty times off, and those of two categories differ by some besides. */
const UNCONFIRMED = { common: 3, between: 0.5 } as const;
/** So may a review rate from elsewhere, though by less. */
const UNCONFIRMED_RATE = { common: 1, between: 0.3 } as const;
/** What shipped with its marketplace. */
const GIVEN = { common: 0, between: 0.05 } as const;
/** What a source is off by as a whole, and in a category besides. */
const SOURCE = { common: 0.05, between: 0.05 } as const;
/** Of a curve of which nothing is said. */
const USUAL_SPREAD = 0.35;

/**
 * What is held of a way before anything is seen of it; the deviations are common practice, no source. A curve fitted here
 * was confirmed by the listings it was fitted on.
 */
const priorOf = (way: string, curve: CurveOfCategory | null): WayPrior => {
  if (way !== 'rank' && way !== 'reviews') return { ...SOURCE, spread: STATED_SPREAD, learn: true };
  const given = curve?.standing === 'given';
  if (way === 'reviews') {
    const spread = curve?.rate?.spread ?? 0.5;
    return given ? { ...GIVEN, spread, learn: false } : { ...UNCONFIRMED_RATE, spread, learn: true };
  }
  const spread = curve?.curve.residual ?? USUAL_SPREAD;
  if (given) return { ...GIVEN, spread, learn: false };
  if (curve && curve.fittedOn > 0)
    return { common: 0, between: Math.max(0.05, spread / Math.sqrt(curve.fittedOn)), spread, learn: false };
  return { ...UNCONFIRMED, spread, learn: true };
};

interface Sampled {
  id: number;
  category: string;
  price: number | null;
  rank: number | null;
  seenOn: string;
}

/**
 * Learns anew how far the curves, review rates and sources of a marketplace lie off, from the listings that more than one
 * way tells of, and keeps it. Answers with the curves as they are now, and the groups whose level moved.
 */
export const refreshLevels = async (
  { db }: Session,
  market: Market,
): Promise<{ before: Curves; curves: Curves; moved: ReadonlySet<string> }> => {
  const before = await curvesOf(db, market);
  const tree = await db
    .select({ path: categories.path })
    .from(categories)
    .where(eq(categories.marketplaceId, market.id));
  const curveOfGroup = new Map<string, CurveOfCategory | null>();
  for (const { path } of tree) {
    const curve = curveFor(before.given, path);
    curveOfGroup.set(groupOf(curve, path), curve);
  }
  const drifts = await learnDrifts(db, market, before);
  const sample = await sampleOf(db, market, before.given);
  const raw = new Curves(before.given, null, drifts, null);
  const cases = [];
  for (let at = 0; at < sample.length; at += CHUNK) {
    const batch = sample.slice(at, at + CHUNK);
    const evidence = await evidenceOf(
      db,
      market,
      batch.map((s) => s.id),
      WINDOW,
    );
    for (const subject of batch) {
      const use = raw.of(subject.category);
      cases.push(levelCaseOf(inputOf(subject, market, use, evidence), use.group));
    }
  }
  const levels = learnLevels(cases, [...curveOfGroup.keys()], (way, group) =>
    priorOf(way, curveOfGroup.get(group) ?? null),
  );
  await db
    .insert(estimateLevels)
    .values({ marketplaceId: market.id, document: levels, drifts, asOf: market.today })
    .onDuplicateKeyUpdate({ set: { document: levels, drifts, asOf: market.today } });
  return {
    before,
    curves: new Curves(before.given, levels, drifts, market.today),
    moved: movedGroups(before.levels, levels),
  };
};

const movedGroups = (before: Levels | null, after: Levels): Set<string> =>
  new Set(
    Object.entries(after.groups).flatMap(([group, levels]) =>
      differ(before?.groups[group] ?? before?.elsewhere ?? null, levels) ? [group] : [],
    ),
  );

const differ = (before: GroupLevels | null, after: GroupLevels): boolean =>
  after.ways.some((way, k) => {
    const at = before?.ways.indexOf(way) ?? -1;
    const [mean, deviation, spread] =
      before && at >= 0
        ? [before.mean[at]!, Math.sqrt(before.covariance[at]![at]!), before.spread[at]!]
        : [0, Math.sqrt(after.prior[k]!), after.spread[k]!];
    return (
      Math.abs(after.mean[k]! - mean) > MOVED ||
      Math.abs(Math.sqrt(after.covariance[k]![k]!) - deviation) > MOVED ||
      Math.abs(after.spread[k]! - spread) > MOVED
    );
  });

/** Of each group some listings that are counted, and some with a stated figure; the same ones each time. */
const sampleOf = async (db: Db, market: Market, curves: readonly CurveOfCategory[]): Promise<Sampled[]> => {
  const from = addDays(market.today, -WINDOW);
  const subject = {
    id: listings.id,
    category: categories.path,
    price: listings.price,
    rank: listings.rank,
    seenOn: listings.seenOn,
  };
  const ofMarket = eq(listings.marketplaceId, market.id);
  const counted = await db
    .selectDistinct({ id: ownCounts.listingId })
    .from(ownCounts)
    .innerJoin(listings, eq(listings.id, ownCounts.listingId))
    .where(and(ofMarket, gte(ownCounts.day, from), lte(ownCounts.day, market.today)));
  const read = curves.every((c) => c.standing === 'given')
    ? []
    : await db
        .select({ id: readings.listingId })
        .from(readings)
        .innerJoin(listings, eq(listings.id, readings.listingId))
        .where(and(ofMarket, gte(readings.day, from), lte(readings.day, market.today), isNotNull(readings.stock)))
        .groupBy(readings.listingId)
        .having(sql`count(*) > 1`);
  const stated = sql`select id from (
      select l.id, row_number() over (partition by l.category_id order by crc32(l.id)) as place
      from ${listings} l
      where l.marketplace_id = ${market.id} and exists (select 1 from stated_figures f where f.listing_id = l.id)
    ) s where place <= ${SAMPLE}`;
  const [told] = (await db.execute(stated)) as unknown as [{ id: number }[]];
  const mine = new Set(counted.map((r) => r.id));
  // Where nothing is counted or stated, ranks and the pace of reviews are all there is to hold against each other.
  const others = sql`select id from (
      select l.id, row_number() over (partition by l.category_id order by crc32(l.id)) as place
      from ${listings} l
      where l.marketplace_id = ${market.id} and l.rank is not null and l.reviews is not null
        and exists (select 1 from readings r where r.listing_id = l.id and r.day between ${from} and ${addDays(market.today, -14)})
    ) s where place <= ${SAMPLE_OF_OTHERS}`;
  const [besides] =
    told.length > 0 || curves.every((c) => c.standing === 'given' || !c.rate)
      ? [[]]
      : ((await db.execute(others)) as unknown as [{ id: number }[]]);
  const wanted = [
    ...new Set([
      ...mine,
      ...read.map((r) => r.id),
      ...told.map((r) => Number(r.id)),
      ...besides.map((r) => Number(r.id)),
    ]),
  ];
  const found: Sampled[] = [];
  for (let at = 0; at < wanted.length; at += 5000)
    found.push(
      ...(await db
        .select(subject)
        .from(listings)
        .innerJoin(categories, eq(categories.id, listings.categoryId))
        .where(inArray(listings.id, wanted.slice(at, at + 5000)))
        .orderBy(asc(listings.id))),
    );
  const ranksOfOwn = (id: number): number => (mine.has(id) ? 0 : 1);
  const isTold = new Set(told.map((r) => Number(r.id)));
  const isRead = new Set(read.map((r) => r.id));
  const takenOf = new Map<string, { counted: number; told: number }>();
  return found
    .sort((a, b) => ranksOfOwn(a.id) - ranksOfOwn(b.id) || scattered(a.id) - scattered(b.id))
    .filter(({ id, category }) => {
      const curve = curveFor(curves, category);
      const group = groupOf(curve, category);
      const taken = takenOf.get(group) ?? { counted: 0, told: 0 };
      takenOf.set(group, taken);
      const counts = mine.has(id) || (isRead.has(id) && curve?.standing !== 'given');
      if (counts) return taken.counted++ < SAMPLE;
      return curve?.standing !== 'given' || isTold.has(id) ? taken.told++ < SAMPLE : false;
    });
};

/** A place in no particular order, the same each time. */
const scattered = (id: number): number => Math.imul(id, 2654435761) >>> 0;
