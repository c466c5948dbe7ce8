import { unknown, type Figure } from '../documents/figure.ts';
import { daysBetween, type Day } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { agreementOf, type Agreement } from './agreement.ts';
import { blend } from './blend.ts';
import {
  RANK_WINDOWS,
  rankEstimate,
  unitsAtLatestRank,
  unitsAtRank,
  unitsByRank,
  type RankCurve,
  type RankEstimate,
  type RankWindow,
} from './rank-curve.ts';
import { emptyReading, readingNotes, tidyReadings, type Reading } from './reading.ts';
import { unitsByReviews, type ReviewRate } from './review-pace.ts';
import { spikes, type Spikes } from './spikes.ts';
import { compareCounts, stockFalls, unitsByStock, type CountsCompared, type OwnCount } from './stock-counts.ts';

/** A month of a listing: averages of its days. */
export interface MonthHistory {
  month: Day;
  price: number | null;
  rank: number | null;
  reviews: number | null;
}
/** A figure that a file or a person states, kept as what that source said. */
export interface StatedUnits {
  unitsPerMonth: number;
  source: string;
  day: Day;
}
export interface UnitsInput {
  readings: readonly Reading[];
  /** Stock that the seller counted. */
  own?: readonly OwnCount[];
  months: readonly MonthHistory[];
  curve: RankCurve | null;
  reviewRate: ReviewRate | null;
  stated: StatedUnits | null;
  /** The rank on the listing itself, and its day: used through the curve when there is no history at all. */
  current: { rank: number | null; day: Day };
  until: Day;
}
/** The figure that is used everywhere, with what it was made of. */
export interface BestUnits {
  /** The figure used everywhere. */
  best: Figure;
  from: 'readings' | 'months' | 'stated' | 'current-rank' | 'nothing';
  stock: Figure;
  reviews: Figure;
  stated: Figure;
  spikes: Spikes | null;
}
/** The best figure beside every other way of counting. */
export interface UnitsEstimate extends BestUnits {
  /** The rank curve over each window, and at the latest rank alone, which is not to be used. */
  ranks: Record<RankWindow, RankEstimate>;
  latestRank: Figure;
  /** Units of a month without its spikes, by the median of ordinary days; null under two weeks of ranks. */
  typical: number | null;
  agreement: Agreement;
  /** Where the seller's counts and the stock that was read tell of the same days. */
  counts: CountsCompared | null;
  /** What is odd about the readings, a sentence each. */
  notes: string[];
}

/** Days over which the ways of counting are compared and blended. */
const WINDOW = 90;
/** Days of readings in the window under which the monthly history is better. */
const ENOUGH_READINGS = 7;

const NO_CURVE = unknown('The category has no rank curve.');
const NOTHING: RankEstimate = { figure: NO_CURVE, meanRank: null, atMeanRank: null, days: 0, monthlyDays: 0 };

/** The readings of the window, a day each. */
const recentOf = ({ readings, until }: UnitsInput): Reading[] =>
  tidyReadings(
    readings.filter((r) => daysBetween(r.day, until) < WINDOW),
    until,
  );

/**
 * Monthly units of a listing by the best that its data allow: the blend of rank curve, stock counts and review pace over
 * 90 days where there are readings; else the monthly average ranks; else what a source stated; else, with a warning, the
 * one rank that is known. Unknown, with the reason, when nothing is.
 */
export const bestUnits = (input: UnitsInput): BestUnits => {
  const recent = recentOf(input);
  const rank = input.curve ? rankEstimate(recent, input.curve, input.until, WINDOW) : NOTHING;
  return bestFrom(input, recent, rank.figure);
};

const bestFrom = (input: UnitsInput, recent: readonly Reading[], rank: Figure): BestUnits => {
  const { curve, until, reviewRate, own = [] } = input;
  const stock = unitsByStock(input.readings, until, WINDOW, own);
  const reviews = reviewRate
    ? unitsByReviews(input.readings, reviewRate, until)
    : unknown('The category has no review rate.');
  const stated = statedFigure(input.stated);
  const ways = { stock, reviews, stated, spikes: curve ? spikes(dailyUnits(recent, curve, until)) : null };
  if (recent.length >= ENOUGH_READINGS || stock.known) {
    const best = blend([
      { name: 'Rank curve, 90 days', figure: rank },
      { name: 'Stock counts', figure: stock },
      { name: 'Review pace', figure: reviews },
    ]);
    if (best.known) return { best, from: 'readings', ...ways };
  }
  const monthly = curve ? unitsByMonths(input.months, curve, until) : NO_CURVE;
  if (monthly.known) return { best: monthly, from: 'months', ...ways };
  if (stated.known) return { best: stated, from: 'stated', ...ways };
  if (curve && input.current.rank !== null) {
    const one = { ...emptyReading(input.current.day), rank: input.current.rank };
    const single = unitsByRank([...input.readings, one], curve, until, Math.max(90, daysBetween(one.day, until) + 1));
    if (single.known) {
      const warnings = ['Only one rank is known: a good or bad day is taken for the month.'];
      return { best: { ...single, working: { ...single.working, warnings } }, from: 'current-rank', ...ways };
    }
  }
  const reason = curve
    ? 'No rank, no stock counts and no stated units are known.'
    : 'The category has no rank curve and no units are stated.';
  return { best: unknown(reason), from: 'nothing', ...ways };
};

/** Monthly units of a listing in every way that its data allow, the best figure of them, and how they stand to each other. */
export const estimateUnits = (input: UnitsInput): UnitsEstimate => {
  const { curve, until, readings, own = [] } = input;
  const recent = recentOf(input);
  const ranks = Object.fromEntries(
    RANK_WINDOWS.map((days) => [
      days,
      curve ? rankEstimate(readings, curve, until, days, days === 365 ? input.months : []) : NOTHING,
    ]),
  ) as Record<RankWindow, RankEstimate>;
  const best = bestFrom(input, recent, ranks[90].figure);
  const { stock, reviews, spikes: found } = best;
  return {
    ...best,
    ranks,
    latestRank: curve ? unitsAtLatestRank(readings, curve, until) : NO_CURVE,
    typical: found ? unitsPerMonth(found.typicalPerDay) : null,
    agreement: agreementOf({
      rank: ranks[90].figure,
      stock,
      reviews,
      falls: stockFalls(readings, until, WINDOW, own),
      spikes: found,
      readings: recent,
    }),
    counts: compareCounts(readings, own, until, WINDOW),
    notes: readingNotes(readings, until, WINDOW),
  };
};

/** Units of each day that has a rank, by the curve. */
export const dailyUnits = (readings: readonly Reading[], curve: RankCurve, until: Day): { day: Day; units: number }[] =>
  tidyReadings(readings, until)
    .filter((r) => r.rank !== null && r.rank >= 1)
    .map((r) => ({ day: r.day, units: unitsAtRank(curve, r.rank!) }));

/** Monthly units by the curve at the average ranks of the last three whole months. */
const unitsByMonths = (months: readonly MonthHistory[], curve: RankCurve, until: Day): Figure => {
  const ranked = months.filter(
    (m) => m.rank !== null && m.rank >= 1 && m.month <= until && daysBetween(m.month, until) < 124,
  );
  if (ranked.length === 0) return unknown('No monthly history of the last four months.');
  const asReadings = ranked
    .sort((a, b) => (a.month < b.month ? -1 : 1))
    .slice(-3)
    .map((m): Reading => ({ ...emptyReading(m.month), price: m.price, rank: m.rank, reviews: m.reviews }));
  const figure = unitsByRank(asReadings, curve, until, 124);
  if (!figure.known) return figure;
  return {
    ...figure,
    working: {
      method: `The average ranks of the last ${asReadings.length} months through the category's curve.`,
      inputs: [
        { label: 'Months', value: asReadings.map((r) => `${r.day.slice(0, 7)}: rank ${r.rank}`).join(', ') },
        ...figure.working.inputs.slice(-2),
      ],
      warnings: ['Monthly averages hide sales and stock-outs within the month.'],
      better: 'Watch the listing: daily readings give each day its own rank.',
    },
  };
};

const statedFigure = (stated: StatedUnits | null): Figure =>
  stated
    ? {
        known: true,
        value: stated.unitsPerMonth,
        low: stated.unitsPerMonth,
        high: stated.unitsPerMonth,
        working: {
          method: `Stated by ${stated.source}, not computed here.`,
          inputs: [{ label: 'Stated on', value: stated.day }],
          warnings: ['How the source made this figure, and how sure it is, is not known.'],
          better: 'Watch the listing, or give its category a rank curve, to compare.',
        },
      }
    : unknown('No source states the units.');
