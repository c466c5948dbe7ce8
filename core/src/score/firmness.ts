import type { Criterion, Scoresheet } from '../documents/scoresheet.ts';
import jstat from 'jstat';
import { normalDraw, randomFrom, type Random } from '../stats/random.ts';
import { bandPoints, weightOf, type Score } from './scoresheet.ts';

/** A candidate as it stands: its score by a scoresheet. */
export interface Standing {
  id: number;
  score: Score;
}

/** Points that a criterion can give, whatever is answered; 0 counts where a measured value lies below the first band. */
export const possiblePoints = ({ scale }: Criterion): number[] =>
  scale.kind === 'judged'
    ? scale.options.map((o) => o.points)
    : [...new Set([...(scale.bands[0]!.from > 0 ? [0] : []), ...scale.bands.map((b) => b.points)])];

/** Points before the weight; null where the answer is not known. */
const plainPoints = (criterion: Criterion, of: Score['criteria'][number]): number | null => {
  if (criterion.scale.kind === 'judged')
    return of.choice === null ? null : (criterion.scale.options.find((o) => o.key === of.choice)?.points ?? null);
  return of.value === null ? null : bandPoints(criterion.scale.bands, of.value);
};

const Z80 = 1.2815515594600038;
/** Equally likely values that a figure is drawn from: the middles of so many equal parts of its distribution. */
const PARTS = 256;

/** Standard normal quantiles at the middles of the parts. */
const Z = Float64Array.from({ length: PARTS }, (_, k) => jstat.normal.inv((k + 0.5) / PARTS, 0, 1));

/** Points of a criterion in each part of its figure's distribution; null where all parts earn the same. */
const pointsByPart = (criterion: Criterion, of: Score['criteria'][number]): Float64Array | null => {
  const { scale } = criterion;
  const { value, interval } = of;
  if (scale.kind === 'judged' || !interval || value === null || value <= 0 || interval.low <= 0 || interval.high <= interval.low) return null; // prettier-ignore
  const [down, up] = [Math.log(value / interval.low) / Z80, Math.log(interval.high / value) / Z80];
  const points = Z.map((z) => bandPoints(scale.bands, value * Math.exp(z * (z < 0 ? down : up))));
  return points.every((p) => p === points[0]) ? null : points;
};

/**
 * How weights are drawn: as they are; each up to half or double as often as not within four times out of five ("around");
 * or any that there are, uniformly over all ways to divide them ("any").
 */
export type WeightsDrawn = 'as they are' | 'around' | 'any';

/** Of the candidates, in the order in which they were given. */
export interface FirstPlaces {
  draws: number;
  /** Share of the draws in which each stood on the first, second … place; ruled out ones stand on none. */
  places: number[][];
  /** Share of the draws in which each reached the pass mark, no gate failing. */
  passes: number[];
}

export interface PlacesAsked {
  sheet: Scoresheet;
  candidates: readonly Standing[];
  draws: number;
  seed: number;
  weights: WeightsDrawn;
  /** Places that are counted. */
  places?: number;
}

/** Draws the weights of one draw into an array, as many as there are. */
export const drawWeights = (base: readonly number[], how: WeightsDrawn, random: Random, into: Float64Array): void => {
  if (how === 'as they are') into.set(base);
  else if (how === 'around')
    for (let j = 0; j < base.length; j++) into[j] = base[j]! * Math.exp((Math.LN2 / Z80) * normalDraw(random)); // prettier-ignore
  else {
    // Uniform over the simplex: exponential draws over their sum (Devroye 1986), times the sum of the seller's own.
    let sum = 0;
    for (let j = 0; j < base.length; j++) sum += into[j] = -Math.log(1 - random());
    const total = base.reduce((all, w) => all + w, 0);
    for (let j = 0; j < base.length; j++) into[j]! *= total / sum;
  }
};

/**
 * In what share of many draws each candidate comes first: acceptability by rank of stochastic multicriteria analysis (SMAA;
 * Lahdelma, Hokkanen & Salminen 1998; Lahdelma & Salminen 2001, Operations Research 49(3)). Drawn are the weights, every answer
 * that is not known (each as likely as the others), and measured figures within their own intervals. A gate that nobody
 * answered fails as often as not. Draws that tie share their place.
 * @example firstPlaces({ sheet: { format: 'cold-kettle/scoresheet', version: 2, name: 'S', passMark: 1, gates: [], criteria: [] }, candidates: [], draws: 10, seed: 1, weights: 'any' }).places // => []
 */
export const firstPlaces = ({ sheet, candidates, draws, seed, weights, places = 3 }: PlacesAsked): FirstPlaces => {
  const n = candidates.length;
  const m = sheet.criteria.length;
  const random = randomFrom(seed * 7919 + 1);
  const base = sheet.criteria.map(weightOf);
  const isOut = candidates.map(({ score }) => score.gates.some((g) => g.state === 'fail'));
  const unknownGates = candidates.map(({ score }) => score.gates.filter((g) => g.state === 'unknown').length);
  const points = new Float64Array(n * m);
  const { unanswered, figures } = openCells(sheet, candidates, isOut, points);
  const { at, start, size, table } = unanswered;
  const counted = candidates.map(() => new Float64Array(places));
  const passed = new Float64Array(n);
  const drawnWeights = new Float64Array(m);
  const stretchNow = new Int32Array(figures.length).fill(-1);
  const totals = new Float64Array(n);
  const best = Array.from({ length: places }, () => [] as number[]);
  for (let draw = 0; draw < draws; draw++) {
    drawWeights(base, weights, random, drawnWeights);
    for (let k = 0; k < figures.length; k++) {
      const { stretchOf, cells, points: of } = figures[k]!;
      const stretch = stretchOf[Math.floor(random() * PARTS)]!;
      // A figure mostly stays within the bands it lay in the draw before: then all its points are as they were.
      if (stretch === stretchNow[k]) continue;
      stretchNow[k] = stretch;
      for (let c = 0, p = stretch * cells.length; c < cells.length; c++, p++) points[cells[c]!] = of[p]!;
    }
    for (let k = 0; k < at.length; k++) points[at[k]!] = table[start[k]! + Math.floor(random() * size[k]!)]!;
    for (let i = 0; i < n; i++) {
      let shut = isOut[i]!;
      for (let g = unknownGates[i]!; g > 0; g--) if (random() < 0.5) shut = true;
      let total = 0;
      if (!shut) for (let j = 0, at = i * m; j < m; j++, at++) total += drawnWeights[j]! * points[at]!;
      totals[i] = shut ? -Infinity : total;
      if (!shut && total >= sheet.passMark - 1e-9) passed[i]!++;
    }
    for (const tied of best) tied.length = 0;
    placeBest(totals, best);
    let place = 0;
    for (const tied of best) {
      if (tied.length === 0) break;
      // Those that tie share the places they take together.
      const last = Math.min(places, place + tied.length);
      for (const i of tied) for (let p = place; p < last; p++) counted[i]![p]! += 1 / tied.length;
      place = last;
      if (place >= places) break;
    }
  }
  return {
    draws,
    places: counted.map((of) => Array.from(of, (c) => c / draws)),
    passes: Array.from(passed, (p) => p / draws),
  };
};

/** A figure of a candidate, and all criteria that go by it: they are drawn together. */
interface DrawnFigure {
  /** Which stretch each part of its distribution lies in: within one, every criterion gives the same points. */
  stretchOf: Uint8Array;
  /** Where the points of its criteria stand, and what they are in each stretch, a row each. */
  cells: Int32Array;
  points: Float64Array;
}
interface OpenCells {
  /** Criteria that nobody answered, in columns: where their points stand, and what they are drawn from, each by itself. */
  unanswered: { at: Int32Array; start: Int32Array; size: Int32Array; table: Float64Array };
  figures: DrawnFigure[];
}

/** Fills in what is fixed and tells what is to be drawn. Who is ruled out needs no drawing. */
const openCells = (
  sheet: Scoresheet,
  candidates: readonly Standing[],
  isOut: readonly boolean[],
  points: Float64Array,
): OpenCells => {
  const unanswered: { place: number; of: number[] }[] = [];
  const figures: DrawnFigure[] = [];
  candidates.forEach(({ score }, i) => {
    if (isOut[i]) return;
    const byFigure = new Map<string, { place: number; parts: Float64Array }[]>();
    sheet.criteria.forEach((criterion, j) => {
      const place = i * sheet.criteria.length + j;
      const of = score.criteria[j]!;
      const plain = plainPoints(criterion, of);
      if (plain === null) {
        unanswered.push({ place, of: possiblePoints(criterion) });
        return;
      }
      points[place] = plain;
      const parts = pointsByPart(criterion, of);
      if (parts === null || criterion.scale.kind !== 'measured') return;
      const { measure } = criterion.scale;
      byFigure.set(measure, [...(byFigure.get(measure) ?? []), { place, parts }]);
    });
    for (const cells of byFigure.values()) figures.push(drawnFigure(cells));
  });
  const start = new Int32Array(unanswered.length);
  for (let k = 1; k < unanswered.length; k++) start[k] = start[k - 1]! + unanswered[k - 1]!.of.length;
  return {
    unanswered: {
      at: Int32Array.from(unanswered, (c) => c.place),
      start,
      size: Int32Array.from(unanswered, (c) => c.of.length),
      table: Float64Array.from(unanswered.flatMap((c) => c.of)),
    },
    figures,
  };
};

const drawnFigure = (cells: readonly { place: number; parts: Float64Array }[]): DrawnFigure => {
  const stretches = new Map<string, number>();
  const rows: number[] = [];
  const stretchOf = Uint8Array.from({ length: PARTS }, (_, part) => {
    const row = cells.map((c) => c.parts[part]!);
    const key = row.join();
    let stretch = stretches.get(key);
    if (stretch === undefined) {
      stretches.set(key, (stretch = stretches.size));
      rows.push(...row);
    }
    return stretch;
  });
  return { stretchOf, cells: Int32Array.from(cells, (c) => c.place), points: Float64Array.from(rows) };
};

/** The largest totals, those that tie together, as many groups as there is room for. */
const placeBest = (totals: Float64Array, best: number[][]): void => {
  let above = Infinity;
  for (const group of best) {
    let largest = -Infinity;
    for (let i = 0; i < totals.length; i++) {
      const total = totals[i]!;
      if (total >= above || total === -Infinity) continue;
      if (total > largest + 1e-9) {
        largest = total;
        group.length = 0;
        group.push(i);
      } else if (total >= largest - 1e-9) group.push(i);
    }
    if (group.length === 0) return;
    above = largest - 1e-9;
  }
};
