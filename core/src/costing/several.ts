import type { Minor } from '../money/money.ts';

/** A launch as it counts among several: what it needs at most, and what it leaves. */
export interface OneOfSeveral {
  id: number;
  needs: Minor;
  leaves: Minor;
}
export interface ChosenSet {
  ids: number[];
  needs: Minor;
  leaves: Minor;
}

/**
 * The set of launches that leaves most within a purse, and the one that leaves most after it: chosen exactly, by branch and
 * bound (Land and Doig 1960; the bound is Dantzig's of 1957, the rest taken in part). What leaves nothing is in no set. Of
 * sets that leave the same the one that needs less comes first, then the one of smaller numbers.
 * @returns none where not even one can be paid
 * @example bestSets([{ id: 1, needs: 6, leaves: 30 }, { id: 2, needs: 3, leaves: 14 }, { id: 3, needs: 4, leaves: 16 }, { id: 4, needs: 2, leaves: 9 }], 10).map((s) => [s.ids, s.leaves]) // => [[[1,3],46],[[1,2],44]]
 */
export const bestSets = (launches: readonly OneOfSeveral[], purse: Minor): ChosenSet[] => {
  const worth = launches
    .filter((l) => l.leaves > 0 && l.needs <= purse)
    .sort((a, b) => b.leaves * Math.max(1, a.needs) - a.leaves * Math.max(1, b.needs) || a.id - b.id);
  let best: ChosenSet[] = [];
  const isBetter = (a: ChosenSet, b: ChosenSet): boolean =>
    a.leaves !== b.leaves ? a.leaves > b.leaves : a.needs !== b.needs ? a.needs < b.needs : a.ids.join() < b.ids.join();
  const offer = (ids: readonly number[], needs: Minor, leaves: Minor): void => {
    if (ids.length === 0) return;
    const set = { ids: [...ids].sort((a, b) => a - b), needs, leaves };
    const at = best.findIndex((b) => isBetter(set, b));
    best = (at < 0 ? [...best, set] : best.toSpliced(at, 0, set)).slice(0, 2);
  };
  /** The most that the launches from a place on could still leave, were they to be had in parts. */
  const bound = (from: number, left: Minor): number => {
    let [sum, room] = [0, left];
    for (let i = from; i < worth.length; i++) {
      const { needs, leaves } = worth[i]!;
      if (needs <= room) {
        sum += leaves;
        room -= needs;
      } else return sum + (leaves * room) / needs;
    }
    return sum;
  };
  const chosen: number[] = [];
  const walk = (from: number, needs: Minor, leaves: Minor): void => {
    if (from === worth.length) return offer(chosen, needs, leaves);
    // As good as the second is looked at, too: it may need less.
    if (best.length === 2 && leaves + bound(from, purse - needs) < best[1]!.leaves - 1e-6) return;
    const next = worth[from]!;
    if (needs + next.needs <= purse) {
      chosen.push(next.id);
      walk(from + 1, needs + next.needs, leaves + next.leaves);
      chosen.pop();
    }
    walk(from + 1, needs, leaves);
  };
  walk(0, 0, 0);
  return best;
};

/** How many products that each leave so much a month make an income; null where one leaves nothing. @example productsForIncome(300000, 70000) // => 5 */
export const productsForIncome = (income: Minor, leavesAMonth: Minor): number | null =>
  leavesAMonth > 0 ? Math.max(1, Math.ceil(income / leavesAMonth)) : null;

/** What several launches leave and need together, trial by trial. */
export interface Together {
  /** Shares of the trials: something is left after a year; more is needed than the purse. */
  profit: number;
  overPurse: number;
  /** 5, 50 and 95 of 100 of what is left. */
  leaves: [Minor, Minor, Minor];
}

/**
 * Launches that are begun at once, each with trials of its own drawn apart from the others: a common bad year is not in it.
 * What is needed is the sum of each one's deepest month, which they need not have at the same time: no less is needed.
 */
export const together = (
  trials: readonly { left: Float64Array; needed: Float64Array }[],
  purse: Minor,
): Together | null => {
  const n = Math.min(...trials.map((t) => t.left.length));
  if (trials.length === 0 || n === 0) return null;
  const sums = new Float64Array(n);
  let [won, over] = [0, 0];
  for (let i = 0; i < n; i++) {
    let [left, needed] = [0, 0];
    for (const t of trials) {
      left += t.left[i]!;
      needed -= t.needed[i]!;
    }
    sums[i] = left;
    if (left > 0) won++;
    if (needed > purse) over++;
  }
  sums.sort();
  const at = (q: number): Minor => Math.round(sums[Math.min(n - 1, Math.floor(q * n))]!);
  return { profit: won / n, overPurse: over / n, leaves: [at(0.05), at(0.5), at(0.95)] };
};
