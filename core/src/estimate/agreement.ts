import type { Figure } from '../documents/figure.ts';
import { apart } from './blend.ts';
import type { Reading } from './reading.ts';
import type { Spikes } from './spikes.ts';
import type { StockFalls } from './stock-counts.ts';

/** How the ways of counting stand to each other, and what can explain it. */
export interface Agreement {
  /** "disagree": further apart than their intervals allow, as the blend reckons; "alone": only one way; "none": no way. */
  state: 'agree' | 'disagree' | 'alone' | 'none';
  /** Largest over smallest; null with fewer than two. */
  ratio: number | null;
  /** Why they may differ, a sentence each, the likeliest first. */
  reasons: string[];
}

interface Ways {
  rank: Figure;
  stock: Figure;
  reviews: Figure;
  stated?: Figure;
  falls: StockFalls;
  spikes: Spikes | null;
  /** The readings of the window. */
  readings: readonly Reading[];
}

/** Days counted, as a share of the days that have a rank, under which the two tell of different times. */
const SAME_TIME = 0.6;

/**
 * Compares the ways of counting and names what is known to pull them apart: several sellers, days without stock, days
 * far above the rest, few days counted, a pace of reviews that runs ahead or behind. Which of them applies is read from
 * the data; that these are the causes is common practice, no source.
 */
export const agreementOf = ({ rank, stock, reviews, stated, falls, spikes, readings }: Ways): Agreement => {
  const known = [rank, stock, reviews, stated].flatMap((f) => (f?.known && f.value > 0 ? f : []));
  if (known.length < 2) return { state: known.length === 1 ? 'alone' : 'none', ratio: null, reasons: [] };
  const meet = (a: Figure, b: Figure): boolean => !a.known || !b.known || (a.low <= b.high && b.low <= a.high);
  const { ratio, disagree } = apart(known);
  const reasons: string[] = [];
  if (rank.known && stock.known && stock.value > 0) {
    const times = stock.value / rank.value;
    const sellers = Math.max(0, ...readings.map((r) => r.sellers ?? 0));
    if (times < 0.9 && sellers > 1)
      reasons.push(
        `${sellers} sellers share the listing: its rank follows all their sales, the counts see one seller's stock.`,
      );
    if (times > 1.1 && falls.empty > 0)
      reasons.push(
        `It was out of stock on ${falls.empty} days: they pull the rank down, the counts leave them out and show what sells while there is stock.`,
      );
    if (!meet(rank, stock) && spikes && spikes.days.length > 0 && spikes.share > 0.1)
      reasons.push(
        `${Math.round(100 * spikes.share)} % of the units by rank fell on ${spikes.days.length} days far above the rest.`,
      );
    const rankDays = readings.filter((r) => r.rank !== null).length;
    if (falls.days < SAME_TIME * rankDays)
      reasons.push(`The counts tell of ${falls.days} days, the ranks of ${rankDays}: not quite the same time.`);
    if (!meet(rank, stock) && reasons.length === 0)
      reasons.push(
        times > 1
          ? 'The marketplace ranks it lower than its sales would: the curve is the middle of many listings, and this one lies off it. The counts are to be trusted.'
          : 'The marketplace ranks it higher than its sales would: the curve is the middle of many listings, and this one lies off it. The counts are to be trusted.',
      );
  }
  const surest = stock.known && stock.value > 0 ? stock : rank.known ? rank : null;
  if (surest?.known && reviews.known && !meet(surest, reviews))
    reasons.push(
      reviews.value > surest.value
        ? 'More reviews come than its sales would bring: its buyers write more, or they are asked to.'
        : 'Fewer reviews come than its sales would bring: its buyers write less than others.',
    );
  return { state: disagree ? 'disagree' : 'agree', ratio, reasons };
};
