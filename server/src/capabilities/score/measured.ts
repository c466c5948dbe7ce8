import { asc, eq, inArray } from 'drizzle-orm';
import type { ListingBrief } from '@kettle/contract/shapes';
import { costing, type CostingOrReason } from '@kettle/core/costing/costing';
import type { ScoreMeasure } from '@kettle/core/documents/scoresheet';
import { daysBetween } from '@kettle/core/measures/day';
import { majorFromMinor } from '@kettle/core/money/money';
import { briefHint } from '@kettle/core/reviews/brief-hints';
import { worstGripe, type WhatReviewsSay } from '@kettle/core/reviews/what-reviews-say';
import type { MeasuredAnswer } from '@kettle/core/score/scoresheet';
import { concentration } from '@kettle/core/stats/concentration';
import { medianOf } from '@kettle/core/stats/robust';
import { briefsOf, sidesOf } from '../../ground/briefs/briefs.ts';
import { watchedSinceOf } from '../../ground/candidates/waiting.ts';
import type { Db } from '../../ground/db/connection.ts';
import { candidates, categories, estimates, lineUp, listings } from '../../ground/db/schema.ts';
import type { Market } from '../../ground/marketplaces/marketplaces.ts';
import { costingsOfCandidates } from '../costing/service.ts';
import { correctionsOfEach } from '../reviews/corrections.ts';
import { saidOf } from '../reviews/said.ts';

export type CandidateRow = typeof candidates.$inferSelect;
export interface MeasuredCandidate {
  answers: Record<ScoreMeasure, MeasuredAnswer>;
  anchor: ListingBrief;
  costing: CostingOrReason | null;
  price: number | null;
  weeksWatched: number | null;
  worstGripe: string | null;
  /** Its theme, and what usually helps against it. */
  gripe: { key: string; hint: string } | null;
  /** Of the listings of its line-up, each by itself: what a figure of the whole is held against. */
  shelf: Partial<Record<ScoreMeasure, number[]>>;
  /** The find on the day it was put into the line-up. */
  then: { price: number | null; units: number | null } | null;
}

const known = (value: number | null, source: string, missing: string): MeasuredAnswer =>
  value === null ? { value, source: missing } : { value, source };
const WEEKS_A_YEAR = 365.25 / 7;
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** All that a scoresheet can have measured of candidates of one marketplace today, read in one pass for all of them. */
export const measureCandidates = async (
  db: Db,
  market: Market,
  rows: readonly CandidateRow[],
): Promise<Map<number, MeasuredCandidate>> => {
  if (rows.length === 0) return new Map();
  const ids = rows.map((r) => r.id);
  const [entries, facts, costings, since] = await Promise.all([
    db
      .select()
      .from(lineUp)
      .where(inArray(lineUp.candidateId, ids))
      .orderBy(asc(lineUp.addedOn), asc(lineUp.listingId)),
    anchorFacts(
      db,
      rows.map((r) => r.anchorId),
    ),
    costingsOfCandidates(db, market, rows),
    watchedSinceOf(db, ids),
  ]);
  const lineUps = new Map<number, (typeof lineUp.$inferSelect)[]>(ids.map((id) => [id, []]));
  for (const entry of entries) lineUps.get(entry.candidateId)!.push(entry);
  const corrections = await correctionsOfEach(
    db,
    [...facts.values()].map((f) => f.categoryId),
  );
  const [briefs, said] = await Promise.all([
    briefsOf(db, market, [...new Set(entries.map((e) => e.listingId))]),
    saidOf(
      db,
      rows.map(({ id, anchorId }) => ({
        listings: lineUps.get(id)!.map((e) => e.listingId),
        corrections: corrections.get(facts.get(anchorId)!.categoryId)!,
      })),
      market.today,
    ),
  ]);
  const briefById = new Map(briefs.map((b) => [b.id, b]));
  return new Map(
    rows.map((row, i) => {
      const own = lineUps.get(row.id)!;
      const then = own.find((e) => e.listingId === row.anchorId);
      const measured = measure({
        market,
        anchor: briefById.get(row.anchorId)!,
        lineUp: own.flatMap((e) => briefById.get(e.listingId) ?? []),
        facts: facts.get(row.anchorId)!,
        saved: costings.get(row.id)!,
        since: since.get(row.id) ?? null,
        said: said[i]!,
      });
      return [row.id, { ...measured, then: then ? { price: then.thenPrice, units: then.thenUnits } : null }];
    }),
  );
};

/** What is known of anchor listings besides their briefs. */
const anchorFacts = async (db: Db, ids: readonly number[]) => {
  const rows = await db
    .select({
      id: listings.id,
      categoryId: listings.categoryId,
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
    .where(inArray(listings.id, [...ids]));
  return new Map(rows.map((r) => [r.id, r]));
};
type AnchorFacts = Awaited<ReturnType<typeof anchorFacts>> extends Map<number, infer F> ? F : never;

type Within = { low: number; high: number } | null;
const within = (low: number | null, high: number | null): Within =>
  low === null || high === null ? null : { low, high };
const timesPrice = ({ price, unitsLow, unitsHigh }: ListingBrief): Within =>
  price === null || unitsLow === null || unitsHigh === null ? null : { low: unitsLow * price, high: unitsHigh * price };
/** The median of several figures lies at most between the medians of their lower and of their upper bounds. */
const medianWithin = (briefs: readonly ListingBrief[]): Within => {
  const known = briefs.flatMap((b) => (b.revenue === null ? [] : (timesPrice(b) ?? [])));
  return known.length < 2 ? null : within(medianOf(known.map((k) => k.low)), medianOf(known.map((k) => k.high)));
};

const shelfOf = (briefs: readonly ListingBrief[]): MeasuredCandidate['shelf'] => {
  const of = (value: (b: ListingBrief) => number | null): number[] => briefs.flatMap((b) => value(b) ?? []);
  return {
    price: of((b) => b.price),
    units: of((b) => b.units),
    revenue: of((b) => b.revenue),
    revenueMedian: of((b) => b.revenue),
    reviewsMedian: of((b) => b.reviews),
    ratingMedian: of((b) => b.rating),
    craftMedian: of((b) => b.craft),
    weight: of((b) => b.weight),
    sellers: of((b) => b.sellers),
    bestThreeShare: of((b) => b.bestThreeShare),
  };
};

interface Known {
  market: Market;
  anchor: ListingBrief;
  lineUp: readonly ListingBrief[];
  facts: AnchorFacts;
  saved: Awaited<ReturnType<typeof costingsOfCandidates>> extends Map<number, infer C> ? C : never;
  since: string | null;
  said: WhatReviewsSay;
}

const measure = ({
  market,
  anchor,
  lineUp: briefs,
  facts,
  saved,
  since,
  said,
}: Known): Omit<MeasuredCandidate, 'then'> => {
  const { schedule } = saved;
  const price = saved.document.price ?? anchor.price;
  const money =
    schedule && price !== null
      ? costing(
          schedule.document,
          { price, category: anchor.category, weight: anchor.weight, sides: sidesOf(facts) },
          saved.document,
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
  const gripe = worstGripe(said);
  const unitsWithin = within(anchor.unitsLow, anchor.unitsHigh);
  return {
    anchor,
    costing: money,
    price,
    weeksWatched,
    shelf: shelfOf(briefs),
    gripe: gripe && { key: gripe.key, hint: briefHint(gripe.concept, gripe.part, 'gripe').change },
    worstGripe: gripe && `${gripe.name}, ${Math.round(100 * gripe.share)} % of ${said.read}`,
    answers: {
      units: {
        ...known(
          anchor.units,
          `Estimate of ${market.today} from ${anchor.unitsFrom}`,
          'The units of the find cannot be estimated yet.',
        ),
        interval: unitsWithin,
      },
      revenue: {
        ...known(
          anchor.revenue,
          `Units × price of the find, ${market.today}`,
          'Units or price of the find are not known.',
        ),
        interval: timesPrice(anchor),
      },
      revenueMedian: {
        ...median(revenues, 'Fewer than two listings of the line-up have a known revenue.'),
        interval: medianWithin(briefs),
      },
      price: known(price, byCosting, 'No price is known.'),
      monthProfit: {
        ...known(
          done && anchor.units !== null ? done.profit * anchor.units : null,
          `${byCosting}, times the units of the find`,
          done ? 'The units of the find cannot be estimated yet.' : noCosting,
        ),
        interval:
          done && unitsWithin && done.profit > 0
            ? { low: done.profit * unitsWithin.low, high: done.profit * unitsWithin.high }
            : null,
      },
      sellers: known(anchor.sellers, `On the listing, seen ${anchor.seenOn}`, 'The number of sellers is not known.'),
      craftMedian: median(
        briefs.flatMap((b) => b.craft ?? []),
        'Fewer than two listings of the line-up have a page that could be judged.',
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
        said.gripeShare,
        `Reviews with a gripe among ${said.read} read`,
        'The reviews of the line-up have not been read yet.',
      ),
      margin: known(done?.margin ?? null, byCosting, noCosting),
      profit: known(done?.profit ?? null, byCosting, noCosting),
      returnOnCost: known(done?.returnOnCost ?? null, byCosting, noCosting),
      outlay: known(done?.outlay ?? null, byCosting, done ? 'The first order is not typed in.' : noCosting),
      weight: known(anchor.weight, `Weight on the listing, seen ${anchor.seenOn}`, 'The weight is not known.'),
      bestThreeShare: known(
        facts.share ?? null,
        `Monthly ranks of the find; best in ${(facts.months ?? []).map((m) => MONTHS[m]).join(', ')}`,
        'Fewer than twelve months of history: the season is not known.',
      ),
      weeksToStock: known(
        saved.document.plan ? (saved.document.plan.leadMonths * WEEKS_A_YEAR) / 12 : null,
        `Lead time in the plan of the costing, ${market.today}`,
        'The launch is not planned in the costing yet.',
      ),
      weeksWatched: known(weeksWatched, `Watched since ${since}`, 'Not watched yet.'),
      electronics: { value: electronics ? 1 : 0, source: electronics?.reason ?? 'No such word in title or category.' },
      gated: {
        value: facts.gated ? 1 : 0,
        source: facts.gated ? `${anchor.category} is gated.` : `${anchor.category} is open.`,
      },
    },
  };
};
