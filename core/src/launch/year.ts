import type { Minor } from '../money/money.ts';

/** A launch as its own costing has it, month by month from its order on. */
export interface YearLaunch {
  id: number;
  /** Money in hand at each month's end, from 0 before the order; the last month's goes on. */
  cash: readonly Minor[];
  /** Months from the order until its sales have risen: so long it is tended. */
  tended: number;
}
export interface PlacedLaunch extends YearLaunch {
  /** Months from the plan's beginning until its order. */
  month: number;
}
/** Months that a plan looks ahead. */
export const PLAN_MONTHS = 24;

export interface YearMonth {
  /** Money at its end. */
  cash: Minor;
  /** Launches that are tended in it. */
  tended: number;
}
export interface YearPlan {
  months: YearMonth[];
  /** The least money at any month's end, and which month; what is needed is the purse less it. */
  lowest: Minor;
  lowestMonth: number;
  /** Months in which there is less than nothing, and in which more is tended than can be. */
  short: number[];
  crowded: number[];
  /** What is there after a year and at the end, above what there was. */
  afterYear: Minor;
  atEnd: Minor;
}

const cashOf = ({ cash, month }: PlacedLaunch, at: number): Minor =>
  at < month || cash.length === 0 ? 0 : cash[Math.min(cash.length - 1, at - month)]!;
const isTended = ({ month, tended }: PlacedLaunch, at: number): boolean => at >= month && at < month + Math.max(1, Math.ceil(tended)); // prettier-ignore

/**
 * Several launches over the months of a plan: money as the sum of each one's course from its own order on, and how many are
 * tended at once. What goes wrong is not in it: each goes as is likely.
 * @example yearOf([{ id: 1, month: 0, cash: [-50, -20, 30], tended: 2 }, { id: 2, month: 1, cash: [-40, 10], tended: 1 }], { purse: 100, atOnce: 1 }).months.slice(0, 4).map((m) => [m.cash, m.tended]) // => [[50,1],[40,2],[140,0],[140,0]]
 */
export const yearOf = (
  launches: readonly PlacedLaunch[],
  { purse, atOnce }: { purse: Minor; atOnce: number },
): YearPlan => {
  const months = Array.from({ length: PLAN_MONTHS + 1 }, (_, at): YearMonth => ({
    cash: launches.reduce((sum, l) => sum + cashOf(l, at), purse),
    tended: launches.filter((l) => isTended(l, at)).length,
  }));
  const lowestMonth = months.reduce((low, m, at) => (m.cash < months[low]!.cash ? at : low), 0);
  const where = (holds: (m: YearMonth) => boolean): number[] => months.flatMap((m, at) => (holds(m) ? [at] : []));
  return {
    months,
    lowest: months[lowestMonth]!.cash,
    lowestMonth,
    short: where((m) => m.cash < 0),
    crowded: where((m) => m.tended > atOnce),
    afterYear: months[12]!.cash - purse,
    atEnd: months[PLAN_MONTHS]!.cash - purse,
  };
};

/** Up to so many launches every order of placing is tried. */
const ALL_ORDERS = 6;

/** Launches in their order, each in the first month in which the money never runs out and there are hands for it. */
const placedIn = (order: readonly YearLaunch[], means: { purse: Minor; atOnce: number }): PlacedLaunch[] => {
  const placed: PlacedLaunch[] = [];
  let end = 0;
  for (const launch of order)
    for (let month = 0; month < PLAN_MONTHS; month++) {
      const { short, crowded, atEnd } = yearOf([...placed, { ...launch, month }], means);
      if (short.length > 0 || crowded.length > 0) continue;
      // So late that it would not be back by the end: not in this plan.
      if (atEnd <= end) break;
      placed.push({ ...launch, month });
      end = atEnd;
      break;
    }
  return placed;
};

const ordersOf = <T>(items: readonly T[]): T[][] =>
  items.length < 2 ? [[...items]] : items.flatMap((item, i) => ordersOf(items.toSpliced(i, 1)).map((rest) => [item, ...rest])); // prettier-ignore

/**
 * Puts launches into months, so that the money never runs out and no more are tended than can be; null for what finds no
 * month. Each is placed as early as it can be: up to six in every order there is, of which the one is taken that leaves most at
 * the end; more in the order of what they leave for what they need. What leaves nothing is placed nowhere.
 * @example placeLaunches([{ id: 1, cash: [-80, 60], tended: 1 }, { id: 2, cash: [-90, 100], tended: 1 }], { purse: 100, atOnce: 1 }).map((p) => p.month) // => [1,0]
 */
export const placeLaunches = (
  launches: readonly YearLaunch[],
  means: { purse: Minor; atOnce: number },
): { id: number; month: number | null }[] => {
  const worth = ({ cash }: YearLaunch): number => (cash.at(-1) ?? 0) / Math.max(1, -Math.min(0, ...cash));
  const sorted = launches.filter((l) => worth(l) > 0).sort((a, b) => worth(b) - worth(a) || a.id - b.id);
  let best: PlacedLaunch[] = [];
  let most = -Infinity;
  for (const order of sorted.length <= ALL_ORDERS ? ordersOf(sorted) : [sorted]) {
    const placed = placedIn(order, means);
    const { atEnd } = yearOf(placed, means);
    // The first of those that leave the same.
    if (atEnd > most) [best, most] = [placed, atEnd];
  }
  return launches.map(({ id }) => ({ id, month: best.find((b) => b.id === id)?.month ?? null }));
};
