import type { Day } from '../measures/day.ts';
import { daysBetween } from '../measures/day.ts';
import { unitsPerMonth } from '../measures/units.ts';
import { poissonInterval } from '../stats/intervals.ts';
import { unknown, type Figure } from '../figures/figure.ts';
import { tidyReadings, type Reading } from './reading.ts';

/** Two counts further apart than this are not compared: a restock in between would go unseen. */
const LONGEST_GAP = 7;

export interface StockFalls {
  units: number;
  days: number;
  counts: number;
  restocks: number;
  capped: number;
  gaps: number;
  empty: number;
}

/**
 * Sales seen in stock counts: falls between neighbouring counts, and the days they span. A rise is a restock and its
 * interval is left out, units and days both; so is an interval that starts or ends at the marketplace's cap, a gap of
 * more than seven days, and days that begin with an empty stock (nothing could sell).
 */
export const stockFalls = (readings: readonly Reading[], until: Day, windowDays: number): StockFalls => {
  const counted = tidyReadings(readings, until).filter(
    (r) => r.stock !== null && daysBetween(r.day, until) <= windowDays,
  );
  const found: StockFalls = { units: 0, days: 0, counts: counted.length, restocks: 0, capped: 0, gaps: 0, empty: 0 };
  for (let i = 1; i < counted.length; i++) {
    const before = counted[i - 1]!;
    const now = counted[i]!;
    const days = daysBetween(before.day, now.day);
    if (before.stockCapped || now.stockCapped) found.capped++;
    else if (days > LONGEST_GAP) found.gaps++;
    else if (now.stock! > before.stock!) found.restocks++;
    else if (before.stock === 0) found.empty += days;
    else {
      found.units += before.stock! - now.stock!;
      found.days += days;
    }
  }
  return found;
};

/**
 * Monthly units from stock counts, the only way that counts real sales: Σ falls ÷ Σ days counted.
 * Interval of 80 %: exact Poisson on the total (Garwood 1936). Unknown under two comparable counts.
 */
export const unitsByStock = (readings: readonly Reading[], until: Day, windowDays = 90): Figure => {
  const found = stockFalls(readings, until, windowDays);
  if (found.counts < 2)
    return unknown(
      found.counts === 0 ? 'No stock has been counted.' : 'One stock count says nothing yet: a second day is needed.',
    );
  if (found.days === 0)
    return unknown(
      `The ${found.counts} stock counts only rise, stand at the cap or lie too far apart: no sale can be read from them.`,
    );
  const { low, high } = poissonInterval(found.units);
  const warnings: string[] = [];
  if (found.days < 14) warnings.push(`Only ${found.days} days are counted; two weeks make a fair picture.`);
  if (found.empty > 0) warnings.push(`Out of stock on ${found.empty} days: these are left out, demand was not.`);
  return {
    known: true,
    value: unitsPerMonth(found.units / found.days),
    low: unitsPerMonth(low / found.days),
    high: unitsPerMonth(high / found.days),
    working: {
      method: 'Falls between neighbouring stock counts are sales; restocks are left out.',
      inputs: [
        { label: 'Pieces sold while counted', value: `${found.units} in ${found.days} days` },
        { label: 'Counts', value: `${found.counts}, up to ${until}` },
        { label: 'Left out', value: `${found.restocks} restocks, ${found.capped} at the cap, ${found.gaps} gaps` },
      ],
      warnings,
      ...(found.days < 30 ? { better: 'Keep watching: each further day narrows the interval.' } : {}),
    },
  };
};
