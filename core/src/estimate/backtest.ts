import type { Figure } from '../documents/figure.ts';
import { groupsOf } from '../stats/groups.ts';
import { medianOf } from '../stats/robust.ts';
import { METHODS, type MethodKey } from './methods.ts';
import type { UnitsEstimate } from './units.ts';

/** One way of estimating, tried on one listing whose units are known. */
export interface Trial {
  method: MethodKey;
  code: string;
  category: string;
  /** What was really sold, units a month. */
  truth: number;
  /** Days with a reading in the window. */
  readings: number;
  /** Days since the last reading. */
  age: number;
  figure: Figure;
}

/** Each method's figure for a listing, from its estimate in all ways. */
export const methodFigures = (units: UnitsEstimate): Record<MethodKey, Figure> => ({
  blend: units.best,
  'blend-without-stock': units.withoutStock,
  'stock-counts': units.stock,
  'rank-90': units.ranks[90].figure,
  'rank-30': units.ranks[30].figure,
  'rank-today': units.latestRank,
  'review-pace': units.reviews,
});

/** How well a method did on some listings. Errors and shares are fractions; null where nothing was answered. */
export interface Score {
  n: number;
  unanswered: number;
  /** Median of the absolute error, and of the error, relative to the truth. */
  error: number | null;
  bias: number | null;
  /** Share of the truths inside the interval of 80 %. */
  covered: number | null;
}

/**
 * Median absolute percentage error, bias and coverage of trials whose truth is above 0. Medians, because one listing of
 * two pieces a month would rule a mean.
 */
export const scoreOf = (trials: readonly Trial[]): Score => {
  const fair = trials.filter((t) => t.truth > 0);
  const answered = fair.flatMap((t) => (t.figure.known ? { truth: t.truth, figure: t.figure } : []));
  const errors = answered.map(({ truth, figure }) => figure.value / truth - 1);
  return {
    n: answered.length,
    unanswered: fair.length - answered.length,
    error: medianOf(errors.map(Math.abs)),
    bias: medianOf(errors),
    covered:
      answered.length === 0
        ? null
        : answered.filter(({ truth, figure }) => figure.low <= truth && truth <= figure.high).length / answered.length,
  };
};

/** Bounds of the groups by volume (units a month) and by days with a reading. */
export const VOLUME_BOUNDS = [10, 50, 200, 1000] as const;
export const READING_BOUNDS = [15, 45, 75] as const;

/** The name of the group that a value falls into. @example bandName([10, 50], 12, 'a month') // => "10 to 49 a month" */
export const bandName = (bounds: readonly number[], value: number, unit: string): string => {
  const at = bounds.findIndex((b) => value < b);
  if (at === 0) return `under ${bounds[0]} ${unit}`;
  if (at === -1) return `${bounds.at(-1)} ${unit} and more`;
  return `${bounds[at - 1]} to ${bounds[at]! - 1} ${unit}`;
};

export type Grouping = 'all' | 'category' | 'volume' | 'readings' | 'age' | 'category-age';
export interface BacktestRow extends Score {
  grouping: Grouping;
  group: string;
  method: MethodKey;
}

/** How old the readings are, in words. @example ageName(0) // => "read up to the day" */
export const ageName = (days: number): string => (days === 0 ? 'read up to the day' : `last read ${days} days ago`);

const GROUPS: Record<Grouping, (t: Trial) => string> = {
  all: () => 'all listings',
  category: (t) => t.category,
  volume: (t) => bandName(VOLUME_BOUNDS, t.truth, 'a month'),
  readings: (t) => bandName(READING_BOUNDS, t.readings, 'days read'),
  age: (t) => ageName(t.age),
  'category-age': (t) => `${t.category}, ${ageName(t.age)}`,
};

/** Trials as a table: every method over all listings, by category, by volume and by number of readings. */
export const backtestRows = (trials: readonly Trial[]): BacktestRow[] =>
  (Object.keys(GROUPS) as Grouping[]).flatMap((grouping) => {
    const groups = groupsOf(trials, GROUPS[grouping]);
    const order = new Map(
      [...groups].map(([name, group]) => [
        name,
        Math.min(...group.map((t) => (grouping === 'volume' ? t.truth : grouping === 'age' ? t.age : t.readings))),
      ]),
    );
    return [...groups]
      .sort(([a], [b]) => (grouping.startsWith('category') ? a.localeCompare(b) : order.get(a)! - order.get(b)!))
      .flatMap(([group, of]) =>
        METHODS.map((method) => ({
          grouping,
          group,
          method,
          ...scoreOf(of.filter((t) => t.method === method)),
        })),
      );
  });
