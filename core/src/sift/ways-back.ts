import { bitsInWord, bothBits, noBits, rowsOfBits, type Bits } from './bits.ts';
import type { SiftIndex } from './index.ts';
import type { LimitKey, SiftQuery } from './limits.ts';
import { measureOf, type MeasureKey } from './measures.ts';
import type { Sifted } from './query.ts';

/** A way to get listings back: limits to take away, or one bound to loosen, and how many that brings. */
export interface WayBack {
  remove: LimitKey[];
  loosen: { key: MeasureKey; side: 'min' | 'max'; to: number } | null;
  brings: number;
}

/** Listings that a loosened bound should bring back: so many, or half of what it keeps out where that is less. */
const WANTED = 20;

/**
 * What to do when too little is left: for each of the two limits that alone keep out most, the smallest loosening of one
 * bound that brings back twenty (or half of what it keeps out, where that is less), and taking the limit away; where no
 * single limit is to blame, the pairs of limits that keep out most.
 */
export const waysBack = (index: SiftIndex, query: SiftQuery, { costs, parts }: Sifted): WayBack[] => {
  const alone = parts.limits
    .map((limit, i) => ({ limit, i, cost: costs[limit.key] ?? 0 }))
    .filter(({ cost }) => cost > 0)
    .sort((a, b) => b.cost - a.cost);
  if (alone.length > 0)
    return alone.slice(0, 2).flatMap(({ limit, i, cost }): WayBack[] => {
      const loosened = loosening(
        index,
        query,
        limit.key,
        bothBits(parts.failing[i]!, parts.once, noBits(index.size)),
        cost,
      );
      const removal: WayBack = { remove: [limit.key], loosen: null, brings: cost };
      return loosened ? [loosened, removal] : [removal];
    });
  return pairsToBlame(parts.failing)
    .slice(0, 3)
    .map(({ a, b, n }) => ({ remove: [parts.limits[a]!.key, parts.limits[b]!.key], loosen: null, brings: n }));
};

const loosening = (index: SiftIndex, query: SiftQuery, key: LimitKey, kept: Bits, cost: number): WayBack | null => {
  const measure = measureOf(key);
  const range = measure && query.ranges[measure.key];
  if (!measure || !range) return null;
  const column = index.columns[measure.key];
  const values = [...rowsOfBits(kept, cost)].map((row) => column[row]!);
  const sides = [
    { side: 'min' as const, values: values.filter((v) => range.min !== null && v < range.min).sort((a, b) => b - a) },
    { side: 'max' as const, values: values.filter((v) => range.max !== null && v > range.max).sort((a, b) => a - b) },
  ].sort((a, b) => b.values.length - a.values.length);
  const { side, values: beyond } = sides[0]!;
  if (beyond.length === 0) return null;
  const wanted = beyond[Math.min(WANTED, Math.ceil(beyond.length / 2)) - 1]!;
  // Pieces are whole: the bound that is offered is, too, and lets in no less.
  const to = measure.unit !== 'count' ? wanted : side === 'min' ? Math.floor(wanted) : Math.ceil(wanted);
  const brings = beyond.filter((v) => (side === 'min' ? v >= to : v <= to)).length;
  return { remove: [], loosen: { key: measure.key, side, to }, brings };
};

/** Pairs of limits by the rows that fail just those two, most first. */
const pairsToBlame = (failing: readonly Bits[]): { a: number; b: number; n: number }[] => {
  const n = failing.length;
  const pairs = new Map<number, number>();
  const words = failing[0]?.length ?? 0;
  for (let w = 0; w < words; w++) {
    let one = 0;
    let two = 0;
    let three = 0;
    for (const fails of failing) {
      const f = fails[w]!;
      three |= two & f;
      two |= one & f;
      one |= f;
    }
    const justTwo = two & ~three;
    if (justTwo === 0) continue;
    for (let a = 0; a < n; a++) {
      const ofA = justTwo & failing[a]![w]!;
      if (ofA === 0) continue;
      for (let b = a + 1; b < n; b++) {
        const here = bitsInWord(ofA & failing[b]![w]!);
        if (here > 0) pairs.set(a * n + b, (pairs.get(a * n + b) ?? 0) + here);
      }
    }
  }
  return [...pairs]
    .map(([pair, rows]) => ({ a: Math.floor(pair / n), b: pair % n, n: rows }))
    .sort((x, y) => y.n - x.n);
};
