import type { Range } from '../sift/limits.ts';
import type { Measure } from '../sift/measures.ts';

/** One limit: which rows fail it. */
export interface Failing {
  key: string;
  fails: Uint8Array;
}
export interface Narrowed {
  /** 1 for each row that passes all limits. */
  passes: Uint8Array;
  count: number;
  /** How many more there would be without each limit. */
  costs: Record<string, number>;
  /** How many limits each row fails, and the place of the last one it fails. */
  failed: Uint8Array;
  lastFailed: Uint8Array;
}

/** Rows outside a range; unknown values fail unless the range lets them through. */
export const outsideOf = (column: Float64Array, { min, max, unknown }: Range): Uint8Array => {
  const fails = new Uint8Array(column.length);
  const low = min ?? -Infinity;
  const high = max ?? Infinity;
  const ofUnknown = unknown ? 0 : 1;
  for (let row = 0; row < column.length; row++) {
    const v = column[row]!;
    fails[row] = v !== v ? ofUnknown : v < low || v > high ? 1 : 0;
  }
  return fails;
};

/** Carries out limits: what passes, and what each one costs. */
export const narrow = (size: number, limits: readonly Failing[]): Narrowed => {
  const failed = new Uint8Array(size);
  const lastFailed = new Uint8Array(size);
  limits.forEach(({ fails }, at) => {
    for (let row = 0; row < size; row++)
      if (fails[row] === 1) {
        failed[row]!++;
        lastFailed[row] = at;
      }
  });
  const passes = new Uint8Array(size);
  const alone = new Array<number>(limits.length).fill(0);
  let count = 0;
  for (let row = 0; row < size; row++) {
    if (failed[row] === 0) {
      passes[row] = 1;
      count++;
    } else if (failed[row] === 1) alone[lastFailed[row]!]!++;
  }
  return {
    passes,
    count,
    costs: Object.fromEntries(limits.map(({ key }, at) => [key, alone[at]!])),
    failed,
    lastFailed,
  };
};

/** The rows that pass all limits but one; all that pass when it is none of them. */
export const passesWithout = (
  { failed, lastFailed, passes }: Narrowed,
  limits: readonly Failing[],
  key: string,
): Uint8Array => {
  const at = limits.findIndex((l) => l.key === key);
  if (at === -1) return passes;
  const rows = new Uint8Array(failed.length);
  for (let row = 0; row < failed.length; row++)
    rows[row] = failed[row] === 0 || (failed[row] === 1 && lastFailed[row] === at) ? 1 : 0;
  return rows;
};

const BINS = 24;
/** Bins of a column: their edges, and the bin of each row; the last one is "unknown". */
export interface Bins {
  edges: number[];
  of: Uint8Array;
}

/** Bins from the 1st to the 99th percentile, even in the measure's scale; few whole values get one each. */
export const binsOf = (column: Float64Array, { unit, scale }: Pick<Measure, 'unit' | 'scale'>): Bins => {
  const known = column.filter((v) => v === v).sort();
  const low = known[Math.floor(known.length * 0.01)] ?? 0;
  const high = known[Math.min(known.length - 1, Math.floor(known.length * 0.99))] ?? 1;
  const log = scale === 'log' && low >= 0;
  const on = (v: number): number => (log ? Math.log1p(v) : v);
  const off = (v: number): number => (log ? Math.expm1(v) : v);
  const whole = unit === 'count' && !log && high - low < BINS;
  const n = whole ? Math.max(1, high - low + 1) : BINS;
  const from = on(low);
  const to = whole ? from + n : Math.max(on(high), from + 1e-6);
  const edges = Array.from({ length: n + 1 }, (_, i) => off(from + ((to - from) * i) / n));
  const of = new Uint8Array(column.length);
  for (let row = 0; row < column.length; row++) {
    const v = column[row]!;
    of[row] =
      v !== v ? n : Math.min(n - 1, Math.max(0, Math.floor(((on(log ? Math.max(0, v) : v) - from) / (to - from)) * n)));
  }
  return { edges, of };
};

/** How many of some rows lie in each bin, "unknown" last. */
export const countBins = ({ edges, of }: Bins, rows: Uint8Array): number[] => {
  const counts = new Array<number>(edges.length).fill(0);
  for (let row = 0; row < of.length; row++) if (rows[row] === 1) counts[of[row]!]!++;
  return counts;
};

/** All rows by a column, the least first, unknown ones at the end; equal ones stay as they are. */
export const orderOf = (column: Float64Array): Uint32Array => {
  const order = Uint32Array.from(column, (_, row) => row);
  return order.sort((a, b) => {
    const x = column[a]!;
    const y = column[b]!;
    if (x !== x || y !== y) return (x !== x ? 1 : 0) - (y !== y ? 1 : 0) || a - b;
    return x - y || a - b;
  });
};

/** A page of the rows that pass, in an order; unknown values come last whichever way it runs. */
export const pageInOrder = (
  order: Uint32Array,
  column: Float64Array | null,
  descending: boolean,
  passes: Uint8Array,
  from: number,
  to: number,
): number[] => {
  let known = order.length;
  if (column) while (known > 0 && column[order[known - 1]!]! !== column[order[known - 1]!]!) known--;
  const page: number[] = [];
  let seen = 0;
  const take = (row: number): boolean => {
    if (passes[row] === 1) {
      if (seen >= from) page.push(row);
      seen++;
    }
    return seen >= to;
  };
  if (descending) for (let i = known - 1; i >= 0; i--) if (take(order[i]!)) return page;
  for (let i = descending ? known : 0; i < order.length; i++) if (take(order[i]!)) return page;
  return page;
};
