import { addDays } from '@kettle/core/measures/day';
import { WORLD_DAY } from '@kettle/demo/market';
import { firstPage, makeSearches, SEARCH_FIRST, SEARCH_WEEKS, weekVolumes } from '@kettle/demo/searches';
import type { World } from '@kettle/demo/world';
import { bulkLoad, type Cell } from '../../ground/db/bulk.ts';
import type { Database } from '../../ground/db/connection.ts';
import { categories, niches, searchTerms } from '../../ground/db/schema.ts';

/** Days of daily places that the stories' listings have behind them. */
const DAILY_PLACES = 60;

/** Puts niches, search terms, their histories and first pages of a demo world into the database. */
export const loadSearches = async (
  { db, pool }: Database,
  world: World,
  listingIds: ReadonlyMap<string, number>,
): Promise<void> => {
  const searches = makeSearches(world);
  const listingId = (marketplace: string, code: string): number => listingIds.get(`${marketplace}/${code}`)!;
  const categoryIds = new Map(
    (
      await db.select({ id: categories.id, market: categories.marketplaceId, path: categories.path }).from(categories)
    ).map((c) => [`${c.market}/${c.path}`, c.id]),
  );
  await bulkLoad(pool, 'niches', ['marketplace_id', 'name', 'category_id'], () =>
    searches.niches.map((n) => [n.marketplace, n.name, categoryIds.get(`${n.marketplace}/${n.category}`) ?? null]),
  );
  await bulkLoad(pool, 'search_terms', ['marketplace_id', 'text', 'buy_rate', 'competing', 'seen_on'], () =>
    searches.terms.map(({ marketplace, term }) => [marketplace, term.text, term.buyRate, term.competing, WORLD_DAY]),
  );
  const nicheIds = new Map((await db.select().from(niches)).map((n) => [`${n.marketplaceId}/${n.name}`, n.id]));
  const termIds = new Map((await db.select().from(searchTerms)).map((t) => [`${t.marketplaceId}/${t.text}`, t.id]));
  await bulkLoad(pool, 'term_volumes', ['term_id', 'first_week', 'volumes'], function* (): Generator<Cell[]> {
    for (const { marketplace, term } of searches.terms)
      yield [
        termIds.get(`${marketplace}/${term.text}`)!,
        SEARCH_FIRST,
        JSON.stringify(weekVolumes(term.text, term.truth, SEARCH_FIRST, SEARCH_WEEKS)),
      ];
  });
  await bulkLoad(pool, 'niche_terms', ['niche_id', 'term_id', 'share'], function* (): Generator<Cell[]> {
    for (const n of searches.niches)
      for (const { term, share } of n.terms)
        yield [nicheIds.get(`${n.marketplace}/${n.name}`)!, termIds.get(`${n.marketplace}/${term.text}`)!, share];
  });
  await bulkLoad(pool, 'niche_clicks', ['niche_id', 'day', 'listing_id', 'share'], function* (): Generator<Cell[]> {
    for (const n of searches.niches)
      for (const { day, shares } of n.clicks)
        for (const { code, share } of shares)
          yield [nicheIds.get(`${n.marketplace}/${n.name}`)!, day, listingId(n.marketplace, code), share];
  });
  const stories = new Set(world.listings.filter((l) => l.story).map((l) => `${l.marketplace}/${l.code}`));
  await bulkLoad(
    pool,
    'term_positions',
    ['term_id', 'day', 'listing_id', 'unpaid', 'paid', 'share'],
    function* (): Generator<Cell[]> {
      for (const { marketplace, term } of searches.terms) {
        const id = termIds.get(`${marketplace}/${term.text}`)!;
        const followed = stories.has(`${marketplace}/${term.truth.contenders[0]?.code}`);
        for (let back = followed ? DAILY_PLACES : 0; back >= 0; back--) {
          const day = addDays(WORLD_DAY, -back);
          for (const p of firstPage(term.text, term.truth, day))
            if (back === 0 || stories.has(`${marketplace}/${p.code}`))
              yield [id, day, listingId(marketplace, p.code), p.unpaid, p.paid, p.share];
        }
      }
    },
  );
  await bulkLoad(pool, 'truth_terms', ['marketplace_id', 'text', 'truth'], () =>
    searches.terms.map(({ marketplace, term }) => [marketplace, term.text, JSON.stringify(term.truth)]),
  );
};
