import type { Day } from '../measures/day.ts';
import type { StatedUnits } from './units.ts';

/** A figure that a source states of a listing, on a day. */
export interface StatedFigure {
  measure: 'units' | 'revenue';
  value: number;
  source: string;
  day: Day;
}

/**
 * The newest stated units of some figures in the order of their days, or those that a stated revenue gives at the
 * listing's price (both in minor units); null when neither is known.
 * @example statedUnits([{ measure: 'revenue', value: 90000, source: 'a file', day: '2026-11-01' }], 3000)?.unitsPerMonth // => 30
 */
export const statedUnits = (figures: readonly StatedFigure[], price: number | null): StatedUnits | null => {
  const newest = figures.at(-1);
  if (!newest) return null;
  const units = figures.find((r) => r.day === newest.day && r.measure === 'units');
  if (units) return { unitsPerMonth: units.value, source: units.source, day: units.day };
  return price
    ? { unitsPerMonth: newest.value / price, source: `${newest.source} (its revenue ÷ price)`, day: newest.day }
    : null;
};
