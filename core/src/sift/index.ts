import { MEASURES, type MeasureKey } from './measures.ts';

/** One listing as the index takes it in. Money in minor units, weight in grams, null where not known. */
export interface SiftRow {
  id: number;
  category: number;
  sizeClass: string | null;
  title: string;
  brand: string;
  measures: Record<MeasureKey, number | null>;
}

/** Bins of every histogram. */
export const BINS = 24;

/** A marketplace's listings by column; unknown measures are NaN. Built once, then only read. */
export interface SiftIndex {
  size: number;
  ids: Float64Array;
  category: Int32Array;
  sizeClasses: string[];
  sizeClass: Uint8Array;
  titles: string[];
  brands: string[];
  columns: Record<MeasureKey, Float64Array>;
  /** Bin of each row for each measure; BINS is "unknown". */
  bins: Record<MeasureKey, Uint8Array>;
  /** BINS + 1 edges; the first bin takes all below, the last all above. */
  edges: Record<MeasureKey, number[]>;
}

/** Builds the index. Each measure's bins run from its 1st to its 99th percentile, even in the measure's own scale. */
export const buildSiftIndex = (rows: readonly SiftRow[]): SiftIndex => {
  const size = rows.length;
  const sizeClasses = [...new Set(rows.map((r) => r.sizeClass).filter((s): s is string => s !== null))].sort();
  const classNumber = new Map(sizeClasses.map((name, i) => [name, i + 1]));
  const columns = {} as SiftIndex['columns'];
  const bins = {} as SiftIndex['bins'];
  const edges = {} as SiftIndex['edges'];
  for (const { key, scale } of MEASURES) {
    const column = Float64Array.from(rows, (r) => r.measures[key] ?? Number.NaN);
    const between = binEdges(column, scale);
    columns[key] = column;
    edges[key] = between;
    bins[key] = Uint8Array.from(column, (v) => binOf(v, between, scale));
  }
  return {
    size,
    ids: Float64Array.from(rows, (r) => r.id),
    category: Int32Array.from(rows, (r) => r.category),
    sizeClasses,
    sizeClass: Uint8Array.from(rows, (r) => (r.sizeClass === null ? 0 : classNumber.get(r.sizeClass)!)),
    titles: rows.map((r) => r.title.toLowerCase()),
    brands: rows.map((r) => r.brand),
    columns,
    bins,
    edges,
  };
};

const binEdges = (column: Float64Array, scale: 'linear' | 'log'): number[] => {
  const known = column.filter((v) => !Number.isNaN(v)).sort();
  const low = known[Math.floor(known.length * 0.01)] ?? 0;
  const high = known[Math.min(known.length - 1, Math.floor(known.length * 0.99))] ?? 1;
  const from = scale === 'log' ? Math.log1p(Math.max(0, low)) : low;
  const to = Math.max(scale === 'log' ? Math.log1p(Math.max(0, high)) : high, from + 1e-6);
  return Array.from({ length: BINS + 1 }, (_, i) => {
    const at = from + ((to - from) * i) / BINS;
    return scale === 'log' ? Math.expm1(at) : at;
  });
};

const binOf = (value: number, edges: readonly number[], scale: 'linear' | 'log'): number => {
  if (Number.isNaN(value)) return BINS;
  const on = (v: number): number => (scale === 'log' ? Math.log1p(Math.max(0, v)) : v);
  const share = (on(value) - on(edges[0]!)) / (on(edges[BINS]!) - on(edges[0]!));
  return Math.min(BINS - 1, Math.max(0, Math.floor(share * BINS)));
};
