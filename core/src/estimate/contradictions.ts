import type { Figure } from '../documents/figure.ts';
import { daysBetween, type Day } from '../measures/day.ts';
import type { CountsCompared } from './stock-counts.ts';

export type SourcedMeasure = 'units' | 'price' | 'reviews' | 'stock';
/** What a source says of a measure on a day. Money in minor units. */
export interface Sourced {
  measure: SourcedMeasure;
  source: string;
  value: number;
  day: Day;
}
export interface Contradiction {
  measure: SourcedMeasure;
  sides: (Sourced & { used: boolean })[];
  /** Why it matters and which side is used. */
  sentence: string;
}

interface Told {
  estimate: Figure;
  /** What the estimate came from. */
  from: string;
  today: Day;
  stated: readonly Sourced[];
  /** Prices and reviews as sources saw them, in any order. */
  seen: readonly Sourced[];
  counts: CountsCompared | null;
}

/** Readings of two sources so many days apart tell of the same time; how far they may differ then, as fractions. */
const SAME_TIME = 3;
const MAY_DIFFER: Record<'price' | 'reviews', number> = { price: 0.15, reviews: 0.05 };
/** Stated units may differ from the estimate, or from each other, by this factor, beside the interval. */
const FAR_APART = 1.3;

/**
 * Where two sources say different things of a listing: units as stated against the estimate, or against another source;
 * price or reviews read by two sources within three days; own counts against the stock that was read. Each with both
 * sides, their days, and the side that is used. The thresholds are common practice, no source.
 */
export const contradictionsOf = ({ estimate, from, today, stated, seen, counts }: Told): Contradiction[] => [
  ...statedAgainst(estimate, from, today, stated),
  ...amongStated(stated, from),
  ...(['price', 'reviews'] as const).flatMap((measure) => amongSeen(measure, seen)),
  ...(counts?.contradict ? [countsAgainst(counts)] : []),
];

const statedAgainst = (estimate: Figure, from: string, today: Day, stated: readonly Sourced[]): Contradiction[] =>
  !estimate.known || from === 'stated'
    ? []
    : stated
        .filter(
          (s) =>
            s.measure === 'units' &&
            (s.value < estimate.low / FAR_APART || s.value > estimate.high * FAR_APART) &&
            s.value > 0,
        )
        .map((s) => ({
          measure: 'units' as const,
          sides: [
            { measure: 'units' as const, source: 'the estimate', value: estimate.value, day: today, used: true },
            { ...s, used: false },
          ],
          sentence: `${s.source} states ${Math.round(s.value)} units a month (${s.day}); what was read here says ${Math.round(estimate.low)} to ${Math.round(estimate.high)}. The estimate is used: how the source made its figure is not known.`,
        }));

const amongStated = (stated: readonly Sourced[], from: string): Contradiction[] => {
  const newest = new Map<string, Sourced>();
  for (const s of stated)
    if (s.measure === 'units' && s.value > 0 && (newest.get(s.source)?.day ?? '') < s.day) newest.set(s.source, s);
  const sides = [...newest.values()].sort((a, b) => (a.day < b.day ? 1 : -1));
  if (sides.length < 2) return [];
  const values = sides.map((s) => s.value);
  const ratio = Math.max(...values) / Math.min(...values);
  if (ratio < FAR_APART) return [];
  return [
    {
      measure: 'units',
      sides: sides.map((s, i) => ({ ...s, used: from === 'stated' && i === 0 })),
      sentence: `Sources state units that differ ${ratio.toFixed(1)} times. ${from === 'stated' ? `The newest, of ${sides[0]!.source}, is used.` : 'None of them is used.'}`,
    },
  ];
};

const amongSeen = (measure: 'price' | 'reviews', seen: readonly Sourced[]): Contradiction[] => {
  const of = seen.filter((s) => s.measure === measure).sort((a, b) => (a.day < b.day ? 1 : -1));
  for (let i = 0; i < of.length; i++)
    for (let j = i + 1; j < of.length && daysBetween(of[j]!.day, of[i]!.day) <= SAME_TIME; j++) {
      const [newer, older] = [of[i]!, of[j]!];
      if (newer.source === older.source) continue;
      const most = Math.max(newer.value, older.value);
      if (most === 0 || Math.abs(newer.value - older.value) / most <= MAY_DIFFER[measure]) continue;
      return [
        {
          measure,
          sides: [
            { ...newer, used: true },
            { ...older, used: false },
          ],
          sentence: `Two sources saw a different ${measure === 'price' ? 'price' : 'number of reviews'} within ${SAME_TIME} days. The newer one, of ${newer.source} on ${newer.day}, is used.`,
        },
      ];
    }
  return [];
};

const countsAgainst = ({ own, read, from, to, days }: CountsCompared): Contradiction => ({
  measure: 'stock',
  sides: [
    { measure: 'stock', source: 'your counts', value: own, day: to, used: true },
    { measure: 'stock', source: 'the stock that was read', value: read, day: to, used: false },
  ],
  sentence: `From ${from} to ${to} your counts show ${own} pieces sold, the stock that was read ${read}, over the same ${days} days. Yours are used; look whether both counted the same seller.`,
});
