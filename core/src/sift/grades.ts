import { UNKNOWN_GRADE, type Doubles, type SiftIndex } from './index.ts';
import { measureOf, MEASURES, type MeasureKey } from './measures.ts';

/** Most bins of a histogram; a measure of few whole values has fewer. */
export const BINS = 24;
const SAMPLE = 20_000;
const MOST_GRADES = 65_000;

/** Bins run from the 1st to the 99th percentile, even in the measure's own scale; whole small numbers get one each. */
export const binEdges = (column: Doubles, key: MeasureKey): number[] => {
  const { scale, unit } = measureOf(key)!;
  const known = sampleOf(column, SAMPLE);
  const low = known[Math.floor(known.length * 0.01)] ?? 0;
  const high = known[Math.min(known.length - 1, Math.floor(known.length * 0.99))] ?? 1;
  if (unit === 'count' && scale === 'linear' && high - low < BINS)
    return Array.from({ length: Math.max(2, high - low + 2) }, (_, i) => low + i);
  const from = onScale(low, scale);
  const to = Math.max(onScale(high, scale), from + 1e-6);
  return Array.from({ length: BINS + 1 }, (_, i) => {
    const at = from + ((to - from) * i) / BINS;
    return scale === 'log' ? Math.expm1(at) : at;
  });
};

/** Known values of evenly spread rows, sorted; all of them where there are no more than wanted. */
const sampleOf = (column: Doubles, most: number): Float64Array => {
  const step = Math.max(1, Math.ceil(column.length / most));
  const values = new Float64Array(Math.ceil(column.length / step));
  let n = 0;
  for (let row = 0; row < column.length; row += step) if (!Number.isNaN(column[row]!)) values[n++] = column[row]! + 0;
  return values.subarray(0, n).sort();
};

/** The last start that is not above a value; the first one where all are. */
export const gradeOf = (starts: Doubles, value: number): number => {
  let low = 0;
  let high = starts.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (starts[middle]! <= value) low = middle;
    else high = middle - 1;
  }
  return low;
};

const double = new Float64Array(1);
const halves = new Uint32Array(double.buffer);
/** The half that holds sign, exponent and the first digits, whatever the order of bytes. */
const UPPER = ((): 0 | 1 => {
  double[0] = 1;
  return halves[1] === 0 ? 0 : 1;
})();
/** The upper half of a double as a whole number that never falls while the double rises (IEEE 754 orders them so). */
const risingOf = (value: number): number => {
  double[0] = value;
  const half = halves[UPPER]!;
  return (half & 0x8000_0000 ? ~half : half | 0x8000_0000) >>> 0;
};
const MOST_CELLS = 1 << 16;

/** As `gradeOf`, for very many values: the upper half of a value says between which few starts it lies. */
const graderOf = (starts: Doubles): ((value: number) => number) => {
  if (starts.length === 0) return () => 0;
  const base = risingOf(starts[0]!);
  const span = risingOf(starts[starts.length - 1]!) - base;
  let shift = 0;
  while (span >>> shift >= MOST_CELLS) shift++;
  const cells = (span >>> shift) + 1;
  /** Of each cell, the last start of all cells before it, and its own last. */
  const last = new Uint16Array(cells + 1);
  for (let grade = 0; grade < starts.length; grade++) last[((risingOf(starts[grade]!) - base) >>> shift) + 1] = grade;
  for (let cell = 1; cell <= cells; cell++) if (last[cell]! < last[cell - 1]!) last[cell] = last[cell - 1]!;
  const first = starts[0]!;
  return (value) => {
    if (value < first) return 0;
    const cell = Math.min(cells - 1, (risingOf(value + 0) - base) >>> shift);
    let low = last[cell]!;
    let high = last[cell + 1]!;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (starts[middle]! <= value) low = middle;
      else high = middle - 1;
    }
    return low;
  };
};

/** More values than this beside the sampled ones, and a measure is taken to be continuous. */
const MOST_MISSED = 3000;

/** The steps of a measure: every value it has where those are few, else values of evenly spread rows. */
export const startsOf = (column: Doubles): Doubles => {
  const sampled = Float64Array.from(new Set(sampleOf(column, MOST_GRADES - MOST_MISSED)));
  if (sampled.length === 0) return sampled;
  const graded = graderOf(sampled);
  const missed = new Set<number>();
  for (let row = 0; row < column.length; row++) {
    const value = column[row]! + 0;
    if (value !== value || sampled[graded(value)] === value) continue;
    missed.add(value);
    if (missed.size > MOST_MISSED) return sampled;
  }
  return missed.size === 0 ? sampled : Float64Array.from([...sampled, ...missed]).sort();
};

/** The columns of an index with what follows from them for limits and histograms. */
export type Graded = Pick<SiftIndex, 'grades' | 'bins' | 'edges' | 'totals'>;
export type Measured = Pick<SiftIndex, 'size' | 'columns'>;

export const fillGrades = (index: Measured & Pick<Graded, 'grades'>, key: MeasureKey): void => {
  const column = index.columns[key];
  const grades = index.grades[key];
  const { starts, of } = grades;
  const pure = new Uint8Array(new SharedArrayBuffer(starts.length)).fill(1);
  const graded = graderOf(starts);
  for (let row = 0; row < index.size; row++) {
    const value = column[row]!;
    if (value !== value || starts.length === 0) {
      of[row] = UNKNOWN_GRADE;
      continue;
    }
    const grade = graded(value);
    of[row] = grade;
    if (starts[grade] !== value) pure[grade] = 0;
  }
  grades.pure = pure;
};

const onScale = (value: number, scale: 'linear' | 'log'): number =>
  scale === 'log' ? Math.log1p(Math.max(0, value)) : value;

export const fillBins = (index: Measured & Graded, key: MeasureKey): void => {
  const { scale } = measureOf(key)!;
  const column = index.columns[key];
  const { starts, of, pure } = index.grades[key];
  const bins = index.bins[key];
  const edges = index.edges[key];
  const n = edges.length - 1;
  const from = onScale(edges[0]!, scale);
  const perUnit = n / (onScale(edges[n]!, scale) - from);
  const binOf = (value: number): number =>
    Math.min(n - 1, Math.max(0, Math.floor((onScale(value, scale) - from) * perUnit)));
  const ofGrade = Uint8Array.from(starts, binOf);
  const totals = new Array<number>(n + 1).fill(0);
  for (let row = 0; row < index.size; row++) {
    const grade = of[row]!;
    const bin = grade === UNKNOWN_GRADE ? n : pure[grade] === 1 ? ofGrade[grade]! : binOf(column[row]!);
    bins[row] = bin;
    totals[bin]!++;
  }
  index.totals[key] = totals;
};

/** Steps, bins and histograms of all measures, or of some, in shared memory. */
export const gradeMeasures = (
  { size, columns }: Measured,
  keys: readonly MeasureKey[] = MEASURES.map((m) => m.key),
): Graded => {
  const made: Measured & Graded = {
    size,
    columns,
    grades: {} as SiftIndex['grades'],
    bins: {} as SiftIndex['bins'],
    edges: {} as SiftIndex['edges'],
    totals: {} as SiftIndex['totals'],
  };
  for (const key of keys) {
    made.grades[key] = {
      starts: startsOf(columns[key]),
      of: new Uint16Array(new SharedArrayBuffer(2 * size)),
      pure: new Uint8Array(new SharedArrayBuffer(0)),
    };
    made.edges[key] = binEdges(columns[key], key);
    made.bins[key] = new Uint8Array(new SharedArrayBuffer(size));
    fillGrades(made, key);
    fillBins(made, key);
  }
  const { grades, bins, edges, totals } = made;
  return { grades, bins, edges, totals };
};
