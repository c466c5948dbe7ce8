import { tidyReadings, type Reading } from '../estimate/reading.ts';
import { stockSteps } from '../estimate/stock-counts.ts';
import type { Day } from '../measures/day.ts';
import { changesBetween } from './between.ts';

export interface DayMark {
  day: Day;
  kind: 'spike' | 'empty' | 'restock' | 'price' | 'holder';
  /** What happened, in a few words. */
  text: string;
}

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
  const seen: { price: number | null; mainOffer: string | null } = { price: null, mainOffer: null };
  for (const { day, price, mainOffer } of days) {
    for (const change of changesBetween(seen, { price, mainOffer })) {
      if (change.kind === 'price') {
        const percent = Math.round(100 * (change.now / change.before - 1));
        marks.push({ day, kind: 'price', text: percent > 0 ? `price up ${percent} %` : `price down ${-percent} %` });
      }
      if (change.kind === 'main-offer') marks.push({ day, kind: 'holder', text: `main offer to ${change.now}` });
    }
    seen.price = price ?? seen.price;
    seen.mainOffer = mainOffer ?? seen.mainOffer;
  }
  return marks.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
};
