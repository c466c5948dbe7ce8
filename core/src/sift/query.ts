import { LRUCache } from 'lru-cache';
import { addAllFailing, countBits, noBits, otherBits, rowsOfBits, rowsOfBoth, withoutBits, type Bits } from './bits.ts';
import type { SiftIndex } from './index.ts';
import { limitsOf, type Limit, type LimitKey, type SiftQuery } from './limits.ts';
import type { MeasureKey } from './measures.ts';

/** The failing rows of the limits last asked for; belongs to one index. */
export type LimitCache = LRUCache<string, Bits>;
export const limitCache = (most = 96): LimitCache => new LRUCache({ max: most });

const failingRows = (limit: Limit, index: SiftIndex, cache: LimitCache): Bits => {
  const found = cache.get(limit.id);
  if (found) return found;
  const made = limit.failing(index);
  cache.set(limit.id, made);
  return made;
};

export interface Sifted {
  count: number;
  /** Listings that fail one limit only: how many more there would be without it. */
  costs: Partial<Record<LimitKey, number>>;
  /** Listings that pass all *other* limits, by bin of each measure asked for; the last entry counts the unknown. */
  histograms: Partial<Record<MeasureKey, number[]>>;
  /** Row numbers that pass, ascending. */
  rows: Int32Array;
  /** For `waysBack`: the limits with the rows that fail each, and the rows that fail exactly one. */
  parts: { limits: Limit[]; failing: Bits[]; once: Bits };
}

/**
 * Which listings pass every limit, what each limit costs, and how those that pass all other limits are spread along
 * each measure. The sets of failing rows are combined word by word, 32 rows at a time: one that carries "fails at all",
 * one that carries "fails more than once".
 */
export const sift = (
  index: SiftIndex,
  query: SiftQuery,
  spreadOf: readonly MeasureKey[],
  cache = limitCache(),
): Sifted => {
  const limits = limitsOf(query);
  const failing = limits.map((limit) => failingRows(limit, index, cache));
  const any = noBits(index.size);
  const more = noBits(index.size);
  addAllFailing(any, more, failing);
  const passing = otherBits(any, index.size);
  const once = withoutBits(any, more, more);
  const count = countBits(passing);
  const rows = rowsOfBits(passing, count);
  // Of most rows, those that are not there are counted: they are fewer.
  const absent = count > index.size / 2 ? rowsOfBits(otherBits(passing, index.size), index.size - count) : null;
  const costs: Sifted['costs'] = {};
  const histograms = new Map<LimitKey, Int32Array>(
    spreadOf.map((key) => {
      const counts = new Int32Array(index.totals[key].length);
      if (absent) counts.set(index.totals[key]);
      addRows(counts, index.bins[key], absent ?? rows, absent ? -1 : 1);
      return [key, counts];
    }),
  );
  const alone = new Int32Array(index.size - count);
  limits.forEach(({ key }, i) => {
    const cost = rowsOfBoth(failing[i]!, once, alone);
    costs[key] = cost;
    const counts = histograms.get(key);
    if (counts) addRows(counts, index.bins[key as MeasureKey], alone.subarray(0, cost), 1);
  });
  return {
    count,
    costs,
    histograms: Object.fromEntries([...histograms].map(([key, counts]) => [key, [...counts]])),
    rows,
    parts: { limits, failing, once },
  };
};

/** Counts rows by bin. Four counters in turn, so that neighbours of one bin need not wait for each other. */
const addRows = (counts: Int32Array, bins: Uint8Array<ArrayBufferLike>, rows: Int32Array, by: 1 | -1): void => {
  const n = counts.length;
  const four = new Int32Array(4 * n);
  const whole = rows.length & ~3;
  let i = 0;
  for (; i < whole; i += 4) {
    four[bins[rows[i]!]!]!++;
    four[n + bins[rows[i + 1]!]!]!++;
    four[2 * n + bins[rows[i + 2]!]!]!++;
    four[3 * n + bins[rows[i + 3]!]!]!++;
  }
  for (; i < rows.length; i++) four[bins[rows[i]!]!]!++;
  for (let bin = 0; bin < n; bin++)
    counts[bin]! += by * (four[bin]! + four[n + bin]! + four[2 * n + bin]! + four[3 * n + bin]!);
};
