import { and, asc, eq, isNotNull, lte } from 'drizzle-orm';
import type { Morning } from '@kettle/contract/watch';
import { groupNewsOf, newsOf } from '@kettle/core/changes/news';
import { unitsAtRank } from '@kettle/core/estimate/rank-curve';
import { addDays, type Day } from '@kettle/core/measures/day';
import type { Db } from '../../ground/db/connection.ts';
import { candidates } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { waitingsOf } from '../../ground/candidates/waiting.ts';
import { isStale, lastDue } from '../../ground/marketplaces/due.ts';
import { candidatesOfListings } from './list.ts';
import type { WatchMemory } from './memory.ts';
import { pageChanges } from './pages.ts';
import { placesByListing } from './places.ts';
import { watchPlanOf } from '../../ground/marketplaces/watch-plan.ts';
import { groupsOfWatched } from './plan.ts';

/** Days of the small line beside each. */
const SHOWN = 60;
/** A listing of a candidate counts for more. */
const OF_CANDIDATE = 1.5;

/** What is new of the watched listings since a day, the gravest first; which were not read; what is due. */
export const morningOf = async (db: Db, memory: WatchMemory, market: Market, since: Day): Promise<Morning> => {
  const [{ rows, days, curves }, { plan }, groups, inCandidates, due, waiting] = await Promise.all([
    memory.of(db, market),
    watchPlanOf(db, market.id),
    groupsOfWatched(db, market.id),
    candidatesOfListings(db, market),
    db
      .select({ id: candidates.id, name: candidates.name, day: candidates.lookAgainOn })
      .from(candidates)
      .where(and(eq(candidates.marketplaceId, market.id), lte(candidates.lookAgainOn, market.today)))
      .orderBy(asc(candidates.lookAgainOn)),
    db
      .select()
      .from(candidates)
      .where(and(eq(candidates.marketplaceId, market.id), isNotNull(candidates.waitFor))),
  ]);
  const ids = rows.map((r) => r.id);
  const [pages, terms, waits] = await Promise.all([
    pageChanges(db, ids, since),
    memory.placesOf(db, market, ids, since),
    waitingsOf(db, market, waiting),
  ]);
  const places = placesByListing(terms, since);
  const rulesOf = new Map(groups.map((g) => [g.id, g.rules]));
  const told: Morning['listings'] = [];
  const stale: Morning['stale'] = [];
  const expected = lastDue(market, plan);
  for (const row of rows) {
    const { readings, breaks } = days.get(row.id)!;
    const of = inCandidates.get(row.id) ?? [];
    const { code, title, brand, groupId: group, labels } = row;
    const brief = { code, title, brand, group, labels, candidates: of };
    const last = readings.findLast((r) => r.day <= market.today)?.day ?? null;
    if (isStale(expected, { since: row.since, last })) stale.push({ ...brief, last });
    const news = newsOf({
      readings,
      breaks,
      breaksOf: curves.of(row.category).curve ? 'units' : 'rank',
      pages: pages.get(row.id) ?? [],
      terms: places.get(row.id) ?? [],
      since,
      today: market.today,
      rules: (group !== null && rulesOf.get(group)) || plan.rules,
    });
    if (news.length === 0) continue;
    const from = addDays(market.today, -SHOWN);
    const { curve } = curves.of(row.category);
    told.push({
      ...brief,
      news: news.map((n) => (n.kind === 'page' ? { ...n, parts: [...n.parts] } : n)),
      weight: news.reduce((sum, n) => sum + n.weight, 0) * (of.length > 0 ? OF_CANDIDATE : 1),
      days: readings
        .filter((r) => r.day > from)
        .map((r) => ({ day: r.day, price: r.price, units: curve && r.rank ? unitsAtRank(curve, r.rank) : null })),
    });
  }
  told.sort((a, b) => b.weight - a.weight || a.code.localeCompare(b.code));
  return {
    since,
    today: market.today,
    watched: rows.length,
    listings: told,
    groups: groups.flatMap((g) => {
      const members = rows.filter((r) => r.groupId === g.id).map((r) => days.get(r.id)!.level);
      const news = groupNewsOf(members, since).at(-1);
      return news ? [{ id: g.id, name: g.name, listings: members.length, day: news.day, times: news.times, days: news.days }] : []; // prettier-ignore
    }),
    stale,
    due: due.map(({ id, name, day }) => ({ id, name, day: day! })),
    met: waiting.flatMap((c) => {
      const wait = waits.get(c.id);
      return c.waitFor && wait?.met && c.stage !== 'dropped' ? [{ id: c.id, name: c.name, weeks: wait.held, wait: c.waitFor }] : []; // prettier-ignore
    }),
  };
};
