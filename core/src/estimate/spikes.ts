import { epochDay, type Day } from '../measures/day.ts';
import { robustSpread } from '../stats/robust.ts';

const NEIGHBOURHOOD = 30;
const THRESHOLD = 5;
/** Share of the units on spike days above which a listing is flattered by a sale. */
export const FLATTERED = 0.25;

export interface DailyUnits {
  day: Day;
  units: number;
}
export interface Spikes {
  days: Day[];
  /** Share of all units that fell on spike days, 0–1. */
  share: number;
  flattered: boolean;
  /** Median of the units of ordinary days, a day. */
  typicalPerDay: number;
}

/**
 * Days whose units exceed the median + 5 × 1.4826 × MAD of the 61 days around them; the series is in the order of
 * its days. Null under 14 days.
 * Source of the robust z: Leys et al. (2013), J. Exp. Soc. Psychol. 49.
 */
export const spikes = (series: readonly DailyUnits[]): Spikes | null => {
  if (series.length < 14) return null;
  const at = series.map((s) => epochDay(s.day));
  let from = 0;
  let to = 0;
  const spiky = series.filter(({ units }, i) => {
    while (at[i]! - at[from]! > NEIGHBOURHOOD) from++;
    while (to < series.length && at[to]! - at[i]! <= NEIGHBOURHOOD) to++;
    const near = series.slice(from, to).map((s) => s.units);
    const { median, spread } = robustSpread(near)!;
    // A flat neighbourhood has no spread; half of the median stands in, so that noise of one piece is no spike.
    return units > median + THRESHOLD * Math.max(spread, median * 0.1, 0.2);
  });
  const days = new Set(spiky.map((s) => s.day));
  const total = series.reduce((sum, s) => sum + s.units, 0);
  const onSpikes = spiky.reduce((sum, s) => sum + s.units, 0);
  const share = total > 0 ? onSpikes / total : 0;
  const ordinary = robustSpread(series.filter((s) => !days.has(s.day)).map((s) => s.units));
  return { days: [...days], share, flattered: share > FLATTERED, typicalPerDay: ordinary?.median ?? 0 };
};
