import { and, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import type { ListingBrief } from '@kettle/contract/shapes';
import { costing, type CostingOrReason } from '@kettle/core/costing/costing';
import { daysBetween } from '@kettle/core/measures/day';
import { majorFromMinor } from '@kettle/core/money/money';
import type { MeasuredAnswer } from '@kettle/core/score/scoresheet';
import type { ScoreMeasure } from '@kettle/core/documents/scoresheet';
import { concentration } from '@kettle/core/stats/concentration';
import { medianOf } from '@kettle/core/stats/robust';
import { lineUpIds, watchedSince } from '../candidates/service.ts';
import type { Db } from '../../ground/db/connection.ts';
import { categories, estimates, listings, mentions, reviews } from '../../ground/db/schema.ts';
import { briefsOf, sidesOf } from '../../ground/briefs/briefs.ts';
import { costingOf } from '../costing/service.ts';
import { scheduleInForce, type Market } from '../../ground/marketplaces/marketplaces.ts';

export interface MeasuredCandidate {
  answers: Record<ScoreMeasure, MeasuredAnswer>;
  anchor: ListingBrief;
  costing: CostingOrReason | null;
  price: number | null;
  weeksWatched: number | null;
  worstGripe: string | null;
}

const known = (value: number | null, source: string, missing: string): MeasuredAnswer =>
  value === null ? { value, source: missing } : { value, source };
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** All that a scoresheet can have measured of a candidate today, each with where it came from. */
export const measureCandidate = async (
  db: Db,
  market: Market,
  candidate: { id: number; anchorId: number },
): Promise<MeasuredCandidate> => {
  const ids = await lineUpIds(db, candidate.id);
  const [briefs, [facts], saved, schedule, since, gripe] = await Promise.all([
    briefsOf(db, market, ids),
    db
      .select({
        gated: categories.gated,
        share: estimates.bestThreeShare,
        months: estimates.bestThreeMonths,
        sideLong: listings.sideLong,
        sideMiddle: listings.sideMiddle,
        sideShort: listings.sideShort,
      })
      .from(listings)
      .innerJoin(categories, eq(categories.id, listings.categoryId))
      .leftJoin(estimates, eq(estimates.listingId, listings.id))
      .where(eq(listings.id, candidate.anchorId)),
    costingOf(db, candidate.anchorId),
    scheduleInForce(db, market.id, market.today),
    watchedSince(db, candidate.id),
    gripesOf(db, ids),
  ]);
  const anchor = briefs.find((b) => b.id === candidate.anchorId)!;
  const price = saved.price ?? anchor.price;
  const money =
    schedule && price !== null
      ? costing(
          schedule.document,
          { price, category: anchor.category, weight: anchor.weight, sides: sidesOf(facts!) },
          saved.inputs,
          market.today,
        )
      : null;
  const revenues = briefs.flatMap((b) => b.revenue ?? []);
  const spread = concentration(revenues);
  const electronics = anchor.flags.find((f) => f.key === 'electronics');
  const ofLineUp = `${briefs.length} listings of the line-up, ${market.today}`;
  const weeksWatched = since === null ? null : daysBetween(since, market.today) / 7;
  const noCosting = money === null ? 'No price or no fee schedule is known.' : money.known ? '' : money.reason;
  const byCosting = `Costing at ${price === null ? '—' : majorFromMinor(price, market.currency)} ${market.currency}, ${schedule?.name ?? ''}`;
  const done = money?.known ? money.costing : null;
  const median = (values: number[], missing: string): MeasuredAnswer =>
    known(values.length < 2 ? null : medianOf(values), `Median of ${ofLineUp}`, missing);
  return {
    anchor,
    costing: money,
    price,
    weeksWatched,
    worstGripe: gripe.worst,
    answers: {
      units: known(
        anchor.units,
        `Estimate of ${market.today} from ${anchor.unitsFrom}`,
        'The units of the find cannot be estimated yet.',
      ),
      revenueMedian: median(
        revenues.map((r) => majorFromMinor(r, market.currency)),
        'Fewer than two listings of the line-up have a known revenue.',
      ),
      reviewsMedian: median(
        briefs.flatMap((b) => b.reviews ?? []),
        'Fewer than two listings of the line-up have a known number of reviews.',
      ),
      ratingMedian: median(
        briefs.flatMap((b) => b.rating ?? []),
        'Fewer than two listings of the line-up have a known rating.',
      ),
      topTwoShare: known(
        spread && revenues.length >= 4 ? spread.top(2) : null,
        `Shares of revenue of ${ofLineUp}`,
        'Put at least four listings with known revenue into the line-up: two of three always own it.',
      ),
      gripeShare: known(
        gripe.share,
        `Reviews with a gripe among ${gripe.read} read`,
        'The reviews of the line-up have not been read yet.',
      ),
      margin: known(done?.margin ?? null, byCosting, noCosting),
      profit: known(done?.profit ?? null, byCosting, noCosting),
      returnOnCost: known(done?.returnOnCost ?? null, byCosting, noCosting),
      outlay: known(done?.outlay ?? null, byCosting, done ? 'The first order is not typed in.' : noCosting),
      weight: known(anchor.weight, `Weight on the listing, seen ${anchor.seenOn}`, 'The weight is not known.'),
      bestThreeShare: known(
        facts?.share ?? null,
        `Monthly ranks of the find; best in ${(facts?.months ?? []).map((m) => MONTHS[m]).join(', ')}`,
        'Fewer than twelve months of history: the season is not known.',
      ),
      weeksWatched: known(weeksWatched, `Watched since ${since}`, 'Not watched yet.'),
      electronics: { value: electronics ? 1 : 0, source: electronics?.reason ?? 'No such word in title or category.' },
      gated: {
        value: facts!.gated ? 1 : 0,
        source: facts!.gated ? `${anchor.category} is gated.` : `${anchor.category} is open.`,
      },
    },
  };
};

/** The most frequent gripe of some listings, and the share of read reviews that hold any. */
const gripesOf = async (
  db: Db,
  ids: readonly number[],
): Promise<{ worst: string | null; share: number | null; read: number }> => {
  const readable = and(
    inArray(reviews.listingId, [...ids, 0]),
    isNull(reviews.setAside),
    ne(reviews.body, ''),
    ne(reviews.minedBy, 0),
  )!;
  const [[total], [any], [top]] = await Promise.all([
    db
      .select({ n: sql<number>`count(*)`.mapWith(Number) })
      .from(reviews)
      .where(readable),
    db
      .select({ n: sql<number>`count(distinct ${reviews.id})`.mapWith(Number) })
      .from(reviews)
      .innerJoin(mentions, eq(mentions.reviewId, reviews.id))
      .where(and(readable, eq(mentions.kind, 'gripe'))),
    db
      .select({ aspect: mentions.aspect, n: sql<number>`count(distinct ${reviews.id})`.mapWith(Number) })
      .from(reviews)
      .innerJoin(mentions, eq(mentions.reviewId, reviews.id))
      .where(and(readable, eq(mentions.kind, 'gripe'), sql`${mentions.aspect} is not null`))
      .groupBy(mentions.aspect)
      .orderBy(sql`count(distinct ${reviews.id}) desc`, mentions.aspect)
      .limit(1),
  ]);
  const read = total?.n ?? 0;
  return {
    worst: top && read > 0 ? `${top.aspect}, ${Math.round((100 * top.n) / read)} % of ${read}` : null,
    share: read > 0 ? (any?.n ?? 0) / read : null,
    read,
  };
};
