import { inArray } from 'drizzle-orm';
import type { ListingBrief } from '@kettle/contract/shapes';
import { emptyDemand } from '@kettle/core/demand/choice';
import { concentration, holdersOf } from '@kettle/core/stats/concentration';
import { briefsOf } from '../../ground/briefs/briefs.ts';
import type { Db } from '../../ground/db/connection.ts';
import { nicheClicks } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { tableOf } from './figure-table.ts';
import type { DemandIndex, DemandNiche } from './index.ts';
import { firstPageOf } from './positions.ts';
import { nicheRow, termRow } from './rows.ts';
import { shelfRows } from './shelf.ts';

/** A share of the clicks below which a listing's change is not told. */
const TELLING_SHARE = 0.03;

export const nicheSheet = async (db: Db, market: Market, index: DemandIndex, id: number, share: number | undefined) => {
  const niche = index.nicheById.get(id);
  if (!niche) throw notFound(`The niche ${id}`);
  const settings = { ...emptyDemand(), ...(share === undefined ? {} : { share }) };
  const ordered = [...niche.listings].sort((a, b) => b.share - a.share);
  const [briefs, before] = await Promise.all([
    briefsOf(
      db,
      market,
      ordered.map((l) => l.id),
    ),
    sharesBefore(db, niche),
  ]);
  const byId = new Map(briefs.map((b) => [b.id, b]));
  const ofTerms = tableOf(index, market, { ...settings, view: 'terms' });
  return {
    niche: nicheRow(tableOf(index, market, settings), index, index.niches.indexOf(niche)),
    course: niche.course,
    weeks: niche.series && { first: niche.series.first, volumes: [...niche.series.volumes] },
    terms: niche.terms
      .map(({ term }) => termRow(ofTerms, index, index.terms.indexOf(term)))
      .sort((a, b) => (b.figures.volumeYear ?? -1) - (a.figures.volumeYear ?? -1)),
    listings: ordered.flatMap((l) => {
      const listing = byId.get(l.id);
      return listing ? [{ listing, share: l.share, shareYearAgo: before ? (before.get(l.id) ?? 0) : null }] : [];
    }),
    years: niche.years.map(({ day, shares }) => {
      const spread = concentration(shares);
      return {
        day,
        listings: shares.length,
        holders: holdersOf(shares, settings.share),
        topShare: spread?.top(1) ?? null,
        effective: spread?.effective ?? null,
      };
    }),
    changed: before ? whatChanged(niche, before, byId) : [],
  };
};

const sharesBefore = async (db: Db, niche: DemandNiche): Promise<Map<number, number> | null> => {
  const day = niche.years[1]?.day;
  if (day === undefined) return null;
  const rows = await db
    .select()
    .from(nicheClicks)
    .where(inArray(nicheClicks.nicheId, [niche.id]));
  return new Map(rows.filter((r) => r.day === day).map((r) => [r.listingId, r.share]));
};

/** What changed in a niche since the shares were taken before: who came, who gained and lost most, how the clicks closed or opened. */
const whatChanged = (
  niche: DemandNiche,
  before: ReadonlyMap<number, number>,
  byId: ReadonlyMap<number, ListingBrief>,
): string[] => {
  const percent = (x: number): string => `${Math.round(100 * x)} %`;
  const came = niche.listings.filter((l) => !before.has(l.id));
  const cameShare = came.reduce((sum, l) => sum + l.share, 0);
  const moved = niche.listings
    .flatMap((l) => (before.has(l.id) ? [{ l, by: l.share - before.get(l.id)! }] : []))
    .sort((a, b) => b.by - a.by);
  const told = (entry: (typeof moved)[number] | undefined, word: string): string[] =>
    entry && Math.abs(entry.by) >= TELLING_SHARE
      ? [
          `${byId.get(entry.l.id)?.title ?? 'A listing'} ${word} most: ${percent(entry.l.share - entry.by)} of the clicks before, ${percent(entry.l.share)} now.`,
        ]
      : [];
  const since = niche.years[1]!.day;
  return [
    came.length === 0
      ? `No listing came since ${since}.`
      : `${came.length} listing${came.length === 1 ? '' : 's'} came since ${since} and ${came.length === 1 ? 'gets' : 'get'} ${percent(cameShare)} of the clicks.`,
    ...told(moved[0], 'gained'),
    ...told(moved.at(-1), 'lost'),
  ];
};

export const termSheet = async (db: Db, market: Market, index: DemandIndex, id: number) => {
  const term = index.termById.get(id);
  if (!term) throw notFound(`The search term ${id}`);
  const { day, places } = await firstPageOf(db, id);
  return {
    term: termRow(tableOf(index, market, emptyDemand('terms')), index, index.terms.indexOf(term)),
    course: term.course,
    weeks: term.series && { first: term.series.first, volumes: [...term.series.volumes] },
    page: await shelfRows(db, market, places),
    seenOn: day,
  };
};
