import type { Day } from '../measures/day.ts';
import { tidyReadings, type Reading } from './reading.ts';
import { stockSteps } from './stock-counts.ts';

export interface DayMark {
  day: Day;
  kind: 'spike' | 'empty' | 'restock' | 'price' | 'holder';
  /** What happened, in a few words. */
  text: string;
}

/** A price that moves by less than this is no change worth a mark. */
const PRICE_MOVED = 0.08;

/**
 * The days of a history that deserve a mark: units far above the rest, days without stock, restocks with their pieces,
 * jumps of the price, another holder of the main offer. In the order of the days.
 * @example marksOf([], [], '2026-11-24') // => []
 */
export const marksOf = (readings: readonly Reading[], spikeDays: readonly Day[], until: Day): DayMark[] => {
  const days = tidyReadings(readings, until);
  const marks: DayMark[] = spikeDays.map((day) => ({ day, kind: 'spike', text: 'far above the rest' }));
  for (const r of days) if (r.stock === 0) marks.push({ day: r.day, kind: 'empty', text: 'out of stock' });
  for (const step of stockSteps(readings, until, Infinity))
    if (step.kind === 'restock') marks.push({ day: step.to, kind: 'restock', text: `${step.pieces} pieces came in` });
  let price: number | null = null;
  let holder: string | null = null;
  for (const r of days) {
    if (r.price !== null) {
      if (price !== null && Math.abs(r.price / price - 1) >= PRICE_MOVED) {
        const percent = Math.round(100 * (r.price / price - 1));
        marks.push({
          day: r.day,
          kind: 'price',
          text: percent > 0 ? `price up ${percent} %` : `price down ${-percent} %`,
        });
      }
      price = r.price;
    }
    if (r.mainOffer !== null) {
      if (holder !== null && r.mainOffer !== holder)
        marks.push({ day: r.day, kind: 'holder', text: `main offer to ${r.mainOffer}` });
      holder = r.mainOffer;
    }
  }
  return marks.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
};
