import { eq, inArray, sql } from 'drizzle-orm';
import { KINDS } from '@kettle/demo/catalogue';
import { monthlyRates, Simulated, WORLD_DAY, type RatesOfMonth } from '@kettle/demo/market';
import { DEMO_MARKETPLACES } from '@kettle/demo/marketplaces';
import {
  dailyListings,
  dailyOf,
  FULL_WORLD,
  makeWorld,
  monthsOf,
  reviewsOfWorld,
  todayOf,
  type World,
  type WorldListing,
} from '@kettle/demo/world';
import { ensureCategory } from '../../capabilities/sources/categories.ts';
import { REVIEW_COLUMNS, reviewCells } from '../../capabilities/sources/reviews-of-files.ts';
import { bulkLoad, type Cell } from '../../ground/db/bulk.ts';
import { type Database, type Db } from '../../ground/db/connection.ts';
import { exclusively } from '../../ground/db/leases.ts';
import {
  categories,
  exchangeRates,
  feeSchedules,
  listings,
  marketplaces,
  rankCurves,
  workspace,
} from '../../ground/db/schema.ts';
import { estimateAnew } from '../../ground/estimates/estimates.ts';
import { READING_COLUMNS, readingCells } from '../../ground/estimates/readings.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { Unusable } from '../../ground/problems/unusable.ts';
import { loadSearches } from './searches.ts';

const TABLES = [
  'basket_terms',
  'brand_judgements',
  'term_positions',
  'niche_clicks',
  'niche_terms',
  'term_volumes',
  'search_terms',
  'niches',
  'truth_terms',
  'sieve_listings',
  'sieves',
  'stay_away',
  'marks',
  'mentions',
  'reviews',
  'answers',
  'candidate_log',
  'line_up',
  'candidates',
  'costings',
  'quotes',
  'suppliers',
  'supplier_cards',
  'supplier_requests',
  'exchange_rates',
  'watched',
  'estimates',
  'own_counts',
  'craft_overrules',
  'stated_figures',
  'monthly_history',
  'readings',
  'listings',
  'rank_curves',
  'fee_schedules',
  'categories',
  'marketplaces',
  'truth_listings',
  'stand_in_weathers',
  'stand_in_requests',
];

/** Raised when the demo world holds more than an earlier one did. */
const WORLD = 4;

/**
 * Fills an empty workspace with the demo world, once: another process on the same database waits and finds it done.
 * A run that was killed midway is cleared away and begun anew.
 */
export const loadDemo = (
  database: Database,
  size: number,
  say: (sentence: string) => void,
  /** Of another world than the demo’s, to try what was built on that. */
  seed?: number,
): Promise<void> =>
  exclusively(database, 'demo', async () => {
    const { db } = database;
    const [done] = await db.select().from(workspace).where(eq(workspace.key, 'demo'));
    if (done) {
      if (Number(done.value.made ?? 1) < WORLD)
        say(
          'This demo world was made by an earlier version: it lacks what came since. Remove its data folder for a new one.',
        );
      return;
    }
    const [kind] = await db.select().from(workspace).where(eq(workspace.key, 'kind'));
    if (kind && kind.value.kind !== 'demo')
      throw new Unusable('This workspace holds data of your own; the demo is not loaded into it.');
    await db
      .insert(workspace)
      .ignore()
      .values({ key: 'kind', value: { kind: 'demo' } });
    await clear(database);
    say(`Making the demo world of ${size.toLocaleString('en-GB')} listings, once …`);
    const scale = Math.min(1, size / FULL_WORLD.listings);
    const world = makeWorld({ listings: size }, seed);
    await loadMarketplaces(database, world);
    const ids = await loadListings(database, world);
    say('Listings are in; readings follow …');
    await loadHistory(database, world, ids, Math.max(60, Math.round(FULL_WORLD.daily * scale)));
    await loadReviews(database, world, ids, scale);
    await loadSearches(database, world, ids);
    for (const { id } of DEMO_MARKETPLACES) await estimateAnew(database, await marketOf(db, id), null);
    await db.insert(workspace).values({ key: 'demo', value: { listings: size, day: WORLD_DAY, made: WORLD } });
  });

const clear = async ({ pool }: Database): Promise<void> => {
  const connection = await pool.promise().getConnection();
  await connection.query('set foreign_key_checks = 0');
  for (const table of TABLES) await connection.query(`truncate table \`${table}\``);
  await connection.query('set foreign_key_checks = 1');
  connection.release();
};

const loadMarketplaces = async ({ db }: Database, world: World): Promise<void> => {
  for (const m of DEMO_MARKETPLACES) {
    await db.insert(marketplaces).values({
      id: m.id,
      name: m.name,
      currency: m.currency,
      measures: m.measures,
      host: m.host,
      hobDay: WORLD_DAY,
      readUpTo: WORLD_DAY,
    });
    await db.insert(feeSchedules).values(
      m.schedules.map((s) => ({
        marketplaceId: m.id,
        name: s.name,
        validFrom: s.validFrom,
        document: s,
        source: 'shipped with the demo',
      })),
    );
    await db.insert(exchangeRates).values(m.rates.map((rate) => ({ marketplaceId: m.id, ...rate })));
    for (const kind of KINDS) await ensureCategory(db, m.id, [kind.family, kind.branch, kind.name], kind.gated);
    await db
      .update(categories)
      .set({ gated: true })
      .where(
        sql`${categories.marketplaceId} = ${m.id} and ${categories.path} in (${sql.join(
          [...new Set(KINDS.filter((k) => k.gated).map((k) => `${k.family} › ${k.branch}`))].map((p) => sql`${p}`),
          sql`, `,
        )})`,
      );
  }
  await db.insert(rankCurves).values(
    world.curves.map(({ marketplace, category, curve, reviewRate, reviewSpread }) => ({
      marketplaceId: marketplace,
      category,
      reviewRate,
      reviewSpread,
      validFrom: curve.validFrom,
      knots: curve.knots,
      residual: curve.residual,
      source: curve.source,
      standing: 'given' as const,
    })),
  );
};

const key = (l: Pick<WorldListing, 'marketplace' | 'code'>): string => `${l.marketplace}/${l.code}`;
const family = (l: WorldListing): string => `${l.marketplace}/${l.kind.family}`;

interface Sims {
  of: (l: WorldListing) => Simulated;
  rates: (l: WorldListing) => RatesOfMonth;
}
const simulate = (world: World): Sims => {
  const sims = new Map(world.listings.map((l) => [key(l), new Simulated(l.truth)]));
  const groups = new Map<string, Simulated[]>();
  for (const l of world.listings) groups.set(family(l), [...(groups.get(family(l)) ?? []), sims.get(key(l))!]);
  const rates = new Map([...groups].map(([name, group]) => [name, monthlyRates(group)]));
  return { of: (l) => sims.get(key(l))!, rates: (l) => rates.get(family(l))! };
};

const loadListings = async ({ db, pool }: Database, world: World): Promise<Map<string, number>> => {
  const sims = simulate(world);
  const categoryIds = new Map(
    (
      await db.select({ id: categories.id, market: categories.marketplaceId, path: categories.path }).from(categories)
    ).map((c) => [`${c.market}/${c.path}`, c.id]),
  );
  const columns = [
    'marketplace_id',
    'code',
    'title',
    'brand',
    'category_id',
    'price',
    'reviews',
    'rating',
    'rank',
    'weight',
    'side_long',
    'side_middle',
    'side_short',
    'sellers',
    'fulfilment',
    'sold_by_marketplace',
    'pictures',
    'variations',
    'marketplace_days',
    'bullets',
    'description',
    'on_sale_since',
    'silhouette',
    'seen_on',
  ];
  await bulkLoad(pool, 'listings', columns, function* () {
    for (const l of world.listings) {
      const today = todayOf(sims.of(l), sims.rates(l));
      const [long, middle, short] = [...l.sides].sort((a, b) => b - a) as [number, number, number];
      yield [
        l.marketplace,
        l.code,
        l.title,
        l.brand,
        categoryIds.get(`${l.marketplace}/${l.kind.family} › ${l.kind.branch} › ${l.kind.name}`)!,
        today.price,
        today.reviews,
        today.reviews === 0 ? null : today.rating,
        today.rank,
        l.weight,
        long,
        middle,
        short,
        today.sellers,
        l.fulfilment,
        l.soldByMarketplace,
        l.pictures,
        l.variations,
        l.marketplaceDays,
        JSON.stringify(l.bullets),
        l.description,
        l.truth.onSaleSince,
        l.kind.silhouette,
        WORLD_DAY,
      ];
    }
  });
  await bulkLoad(pool, 'truth_listings', ['marketplace_id', 'code', 'family', 'truth'], function* () {
    for (const l of world.listings) yield [l.marketplace, l.code, l.kind.family, JSON.stringify(l.truth)];
  });
  const rows = await db
    .select({ id: listings.id, marketplace: listings.marketplaceId, code: listings.code })
    .from(listings);
  const ids = new Map(rows.map((r) => [key(r), r.id]));
  await joinFamilies(db, world, ids);
  return ids;
};

/** Variations, and the listing that stands for them, get its number. */
const joinFamilies = async (db: Db, world: World, ids: ReadonlyMap<string, number>): Promise<void> => {
  const families = new Map<number, number[]>();
  for (const l of world.listings) {
    if (l.family === null) continue;
    const leader = ids.get(key({ marketplace: l.marketplace, code: l.family }))!;
    families.set(leader, [...(families.get(leader) ?? [leader]), ids.get(key(l))!]);
  }
  for (const [leader, members] of families)
    await db.update(listings).set({ familyId: leader }).where(inArray(listings.id, members));
};

const loadHistory = async (
  { pool }: Database,
  world: World,
  ids: ReadonlyMap<string, number>,
  daily: number,
): Promise<void> => {
  const sims = simulate(world);
  await bulkLoad(pool, 'monthly_history', ['listing_id', 'month', 'price', 'rank', 'reviews'], function* (): Generator<
    Cell[]
  > {
    for (const l of world.listings)
      for (const m of monthsOf(sims.of(l), sims.rates(l)))
        yield [ids.get(key(l))!, m.month, m.price, m.rank, m.reviews];
  });
  const followed = dailyListings(world, daily);
  await bulkLoad(pool, 'readings', READING_COLUMNS, function* (): Generator<Cell[]> {
    for (const l of followed)
      for (const d of dailyOf(sims.of(l), sims.rates(l))) yield readingCells(ids.get(key(l))!, d);
  });
};

const loadReviews = async (
  { pool }: Database,
  world: World,
  ids: ReadonlyMap<string, number>,
  scale: number,
): Promise<void> => {
  await bulkLoad(pool, 'reviews', REVIEW_COLUMNS, function* (): Generator<Cell[]> {
    const size = {
      reviewed: Math.max(40, Math.round(FULL_WORLD.reviewed * scale)),
      reviews: Math.max(4000, Math.round(FULL_WORLD.reviews * scale)),
    };
    for (const { listing, review } of reviewsOfWorld(world, size))
      yield reviewCells(ids.get(key(listing))!, { ...review, code: listing.code });
  });
};
