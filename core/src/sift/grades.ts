import { UNKNOWN_GRADE, type Doubles, type SiftIndex } from './index.ts';
import { measureOf, type MeasureKey } from './measures.ts';

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

/** More values than this beside the sampled ones, and a measure is taken to be continuous. */
const MOST_MISSED = 3000;

/** The steps of a measure: every value it has where those are few, else values of evenly spread rows. */
export const startsOf = (column: Doubles): Doubles => {
  const sampled = Float64Array.from(new Set(sampleOf(column, MOST_GRADES - MOST_MISSED)));
  if (sampled.length === 0) return sampled;
  const missed = new Set<number>();
  for (let row = 0; row < column.length; row++) {
    const value = column[row]! + 0;
    if (value !== value || sampled[gradeOf(sampled, value)] === value) continue;
    missed.add(value);
    if (missed.size > MOST_MISSED) return sampled;
  }
  return missed.size === 0 ? sampled : Float64Array.from([...sampled, ...missed]).sort();
};

/** Whole values within this span find their grade in a table. */
const MOST_IN_TABLE = 1 << 20;

/** For each whole number from the first start to the last its grade; null where the starts are no whole numbers. */
const gradeTable = (starts: Doubles): Uint16Array | null => {
  const span = starts[starts.length - 1]! - starts[0]! + 1;
  if (span > MOST_IN_TABLE || starts.some((s) => !Number.isInteger(s))) return null;
  const table = new Uint16Array(span);
  for (let grade = 0; grade < starts.length; grade++)
    table.fill(grade, starts[grade]! - starts[0]!, (starts[grade + 1] ?? starts[grade]! + 1) - starts[0]!);
  return table;
};

export const fillGrades = (index: SiftIndex, key: MeasureKey): void => {
  const column = index.columns[key];
  const grades = index.grades[key];
  const { starts, of } = grades;
  const pure = new Uint8Array(new SharedArrayBuffer(starts.length)).fill(1);
  const table = starts.length > 0 ? gradeTable(starts) : null;
  const first = starts[0] ?? 0;
  for (let row = 0; row < index.size; row++) {
    const value = column[row]!;
    if (value !== value || starts.length === 0) {
      of[row] = UNKNOWN_GRADE;
      continue;
    }
    const place = value - first;
    const grade =
      table !== null && place >= 0 && place < table.length ? table[Math.floor(place)]! : gradeOf(starts, value);
    of[row] = grade;
    if (starts[grade] !== value) pure[grade] = 0;
  }
  grades.pure = pure;
};

const onScale = (value: number, scale: 'linear' | 'log'): number =>
  scale === 'log' ? Math.log1p(Math.max(0, value)) : value;

export const fillBins = (index: SiftIndex, key: MeasureKey): void => {
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
