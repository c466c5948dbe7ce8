import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Criterion, Scoresheet } from '../src/documents/scoresheet.ts';
import { drawWeights, firstPlaces, type Standing } from '../src/score/firmness.ts';
import { sensitivityOf } from '../src/score/sensitivity.ts';
import { randomFrom } from '../src/stats/random.ts';
import { score, standing, type Answers } from '../src/score/scoresheet.ts';
import { scoresheetFault } from '../src/score/scoresheet-fault.ts';
import { STARTER_SCORESHEETS } from '../src/score/starter-scoresheets.ts';

/** Criteria that are judged on a scale of 0 to 10 in so many steps. */
const judgedBy = (weights: readonly number[], passMark = 10, steps = 11): Scoresheet => ({
  format: 'cold-kettle/scoresheet',
  version: 2,
  name: 'S',
  passMark,
  gates: [],
  criteria: weights.map((weight, j): Criterion => ({
    key: `c${j}`,
    name: `C${j}`,
    group: 'demand',
    how: '',
    weight,
    scale: { kind: 'judged', options: Array.from({ length: steps }, (_, p) => ({ key: `p${p}`, label: String(p), points: (10 * p) / (steps - 1) })) }, // prettier-ignore
  })),
});
const answering = (points: readonly (number | null)[]): Answers => ({
  judged: Object.fromEntries(points.flatMap((p, j) => (p === null ? [] : [[`c${j}`, { choice: `p${p}`, evidence: '', day: '2026-11-24' }]]))), // prettier-ignore
  measured: {},
});
const stand = (sheet: Scoresheet, all: readonly (readonly (number | null)[])[]): Standing[] =>
  all.map((points, i) => ({ id: i + 1, score: score(sheet, answering(points)) }));

describe('starter scoresheets', () => {
  test.each(STARTER_SCORESHEETS.map((s) => [s.name, s] as const))(
    '%s can be meant, and says for whom it is',
    (_, sheet) => {
      expect(scoresheetFault(sheet)).toBeNull();
      expect(sheet.note!.length).toBeGreaterThan(60);
      const { max } = score(sheet, { judged: {}, measured: {} });
      expect(sheet.passMark).toBeLessThan(0.75 * max);
      expect(sheet.passMark).toBeGreaterThan(0.4 * max);
    },
  );
});

describe('points', () => {
  const points = fc.array(fc.option(fc.integer({ min: 0, max: 10 })), { minLength: 4, maxLength: 4 });
  const weights = fc.array(fc.double({ min: 0, max: 5, noNaN: true }), { minLength: 4, maxLength: 4 });

  test('are monotone, and their range holds every way in which open answers may end', () => {
    fc.assert(
      fc.property(
        weights,
        points,
        fc.array(fc.integer({ min: 0, max: 10 }), { minLength: 4, maxLength: 4 }),
        (w, given, rest) => {
          // prettier-ignore
          const sheet = judgedBy(w);
          const open = score(sheet, answering(given));
          const full = score(sheet, answering(given.map((p, j) => p ?? rest[j]!)));
          expect(full.least).toBe(full.most);
          expect(full.least).toBeGreaterThanOrEqual(open.least - 1e-9);
          expect(full.least).toBeLessThanOrEqual(open.most + 1e-9);
          const better = score(sheet, answering(given.map((p) => (p === null ? null : Math.min(10, p + 1)))));
          expect(better.least).toBeGreaterThanOrEqual(open.least - 1e-9);
        },
      ),
    );
  });
  test('keep their order when all weights are scaled alike', () => {
    fc.assert(
      fc.property(
        weights,
        fc.array(points, { minLength: 2, maxLength: 5 }),
        fc.constantFrom(0.5, 2, 4),
        (w, all, times) => {
          const order = (sheet: Scoresheet) => standing(stand(sheet, all).map((c) => ({ ...c, name: String(c.id) }))).map((c) => c.id); // prettier-ignore
          expect(order(judgedBy(w.map((x) => x * times)))).toEqual(order(judgedBy(w)));
        },
      ),
    );
  });
});

describe('shares of first place', () => {
  const ask = (sheet: Scoresheet, candidates: Standing[], weights: 'as they are' | 'around' | 'any', draws = 20_000) =>
    firstPlaces({ sheet, candidates, draws, seed: 7, weights });

  test('over all weights they are the parts of the weights in which each wins: two criteria, in closed form', () => {
    // A has 10 and 2, B 4 and 9: A wins from a weight of 7/13 of the first on, so in 6/13 of all.
    const sheet = judgedBy([1, 1]);
    const { places } = ask(sheet, stand(sheet, [[10, 2], [4, 9]]), 'any'); // prettier-ignore
    expect(places[0]![0]).toBeCloseTo(6 / 13, 1);
    expect(Math.abs(places[0]![0]! - 6 / 13)).toBeLessThan(0.012);
    expect(places[0]![0]! + places[1]![0]!).toBeCloseTo(1, 9);
    expect(places[0]![1]).toBeCloseTo(places[1]![0]!, 9);
  });

  test('three criteria, against the area of the triangle of weights counted on a fine grid', () => {
    const sheet = judgedBy([1, 1, 1]);
    const all = [[10, 1, 4], [3, 9, 5], [5, 5, 6]]; // prettier-ignore
    const { places } = ask(sheet, stand(sheet, all), 'any');
    const wins = [0, 0, 0];
    let cells = 0;
    const fine = 300;
    for (let a = 0; a < fine; a++)
      for (let b = 0; a + b < fine; b++) {
        const w = [(a + 1 / 3) / fine, (b + 1 / 3) / fine];
        const totals = all.map((p) => w[0]! * p[0]! + w[1]! * p[1]! + (1 - w[0]! - w[1]!) * p[2]!);
        wins[totals.indexOf(Math.max(...totals))]!++;
        cells++;
      }
    for (const [i, w] of wins.entries()) expect(Math.abs(places[i]![0]! - w / cells)).toBeLessThan(0.015);
  });

  test('open answers are drawn as likely as each other: against every completion', () => {
    const sheet = judgedBy([1, 1], 12, 5);
    const all: (number | null)[][] = [[4, null], [null, 2], [3, 3]]; // prettier-ignore
    const { places, passes } = ask(sheet, stand(sheet, all), 'as they are');
    const first = [0, 0, 0];
    let passed = 0;
    for (let x = 0; x < 5; x++)
      for (let y = 0; y < 5; y++) {
        const totals = [10 + 2.5 * x, 2.5 * y + 5, 15];
        const best = Math.max(...totals);
        const tied = totals.filter((t) => t === best).length;
        totals.forEach((t, i) => (first[i]! += t === best ? 1 / tied / 25 : 0));
        if (totals[0]! >= 12) passed += 1 / 25;
      }
    for (const [i, share] of first.entries()) expect(Math.abs(places[i]![0]! - share)).toBeLessThan(0.015);
    expect(Math.abs(passes[0]! - passed)).toBeLessThan(0.015);
  });

  test('a measured figure is drawn within its own interval', () => {
    const sheet: Scoresheet = { ...judgedBy([]), passMark: 5, criteria: [{ key: 'u', name: 'U', group: 'demand', how: '', scale: { kind: 'measured', measure: 'units', bands: [{ from: 0, points: 0 }, { from: 200, points: 10 }] } }] }; // prettier-ignore
    const of = (value: number, low: number, high: number): Standing => ({ id: 1, score: score(sheet, { judged: {}, measured: { units: { value, source: '', interval: { low, high } } } }) }); // prettier-ignore
    const passes = (...args: Parameters<typeof of>): number => ask(sheet, [of(...args)], 'as they are').passes[0]!;
    // Half of it lies below its middle; a tenth below the lower bound of the 80 % interval.
    expect(passes(200, 150, 260)).toBeCloseTo(0.5, 1);
    expect(Math.abs(passes(260, 200, 340) - 0.9)).toBeLessThan(0.01);
    expect(passes(900, 800, 1000)).toBe(1);
  });

  test('criteria that go by one figure are drawn together', () => {
    const by = (key: string, points: number[]): Criterion => ({ key, name: key, group: 'demand', how: '', scale: { kind: 'measured', measure: 'units', bands: [{ from: 0, points: points[0]! }, { from: 200, points: points[1]! }] } }); // prettier-ignore
    // What one gains above 200 the other loses: together always ten, and drawn apart only half of the time.
    const sheet: Scoresheet = { ...judgedBy([]), passMark: 10, criteria: [by('a', [0, 10]), by('b', [10, 0])] };
    const one: Standing = { id: 1, score: score(sheet, { judged: {}, measured: { units: { value: 200, source: '', interval: { low: 150, high: 260 } } } }) }; // prettier-ignore
    expect(ask(sheet, [one], 'as they are', 2000).passes).toEqual([1]);
  });

  test('who is ruled out is first in no draw, and an open gate rules out as often as not', () => {
    const sheet: Scoresheet = { ...judgedBy([1]), gates: [{ key: 'g', name: 'G', how: '', measured: null }] };
    const with_ = (id: number, choice: string | null, p: number): Standing => ({ id, score: score(sheet, { judged: { ...answering([p]).judged, ...(choice ? { g: { choice, evidence: '', day: '2026-11-24' } } : {}) }, measured: {} }) }); // prettier-ignore
    const { places } = ask(sheet, [with_(1, 'fail', 10), with_(2, null, 9), with_(3, 'pass', 2)], 'as they are');
    expect(places[0]).toEqual([0, 0, 0]);
    expect(Math.abs(places[1]![0]! - 0.5)).toBeLessThan(0.015);
    expect(Math.abs(places[2]![0]! - 0.5)).toBeLessThan(0.015);
  });

  test('the same draws come to the same shares', () => {
    const sheet = judgedBy([1, 2]);
    const candidates = stand(sheet, [[10, null], [null, 9]]); // prettier-ignore
    expect(ask(sheet, candidates, 'around', 500)).toEqual(ask(sheet, candidates, 'around', 500));
  });
});

describe('what a single answer or weight would turn', () => {
  const some = fc.array(fc.array(fc.option(fc.integer({ min: 0, max: 10 })), { minLength: 3, maxLength: 3 }), { minLength: 2, maxLength: 5 }); // prettier-ignore
  const total = (sheet: Scoresheet, points: readonly (number | null)[]): number =>
    score(sheet, answering(points)).least;

  test('answers: as trying every one', () => {
    fc.assert(
      fc.property(some, (all) => {
        const sheet = judgedBy([1, 2, 1], 20);
        const { answers } = sensitivityOf(sheet, stand(sheet, all));
        const order = (rows: readonly (readonly (number | null)[])[]): number[] =>
          rows.map((p, i) => ({ i, t: total(sheet, p) })).sort((a, b) => b.t - a.t || a.i - b.i).map((r) => r.i); // prettier-ignore
        const before = order(all);
        all.forEach((points, i) =>
          points.forEach((_, j) => {
            const turned = new Set<string>();
            for (let p = 0; p <= 10; p++) {
              const changed = all.map((row, k) => (k === i ? row.map((x, l) => (l === j ? p : x)) : row));
              const [was, is] = [total(sheet, points), total(sheet, changed[i]!)];
              if (was < 20 && is >= 20) turned.add('passes');
              if (was >= 20 && is < 20) turned.add('fails');
              const after = order(changed);
              if ((after[0] === i) !== (before[0] === i)) turned.add('first');
              if (after.slice(0, 3).includes(i) !== before.slice(0, 3).includes(i)) turned.add('first three');
            }
            const told = new Set(answers.filter((a) => a.candidate === i + 1 && a.criterion === `c${j}`).flatMap((a) => a.turns)); // prettier-ignore
            expect([...told].sort()).toEqual([...turned].sort());
          }),
        );
      }),
      { numRuns: 60 },
    );
  });

  test('weights: nothing turns before the nearest multiple that is told, and something does there', () => {
    fc.assert(
      fc.property(some, (all) => {
        const base = [1, 2, 1];
        const sheet = judgedBy(base, 20);
        const { weights } = sensitivityOf(sheet, stand(sheet, all));
        const state = (j: number, times: number): string => {
          const other = judgedBy(base.map((w, k) => (k === j ? w * times : w)), 20); // prettier-ignore
          const totals = all.map((p) => total(other, p));
          const best = Math.max(...totals);
          return JSON.stringify([totals.map((t) => t >= 20 - 1e-9), totals.map((t) => t >= best - 1e-9)]);
        };
        for (let j = 0; j < 3; j++)
          for (const side of [0, 1]) {
            const told = weights.find((w) => w.criterion === `c${j}` && (side === 0 ? w.times < 1 : w.times > 1));
            const end = told?.times ?? (side === 0 ? 0 : 10);
            // A little past 1, where ties of today have been parted.
            const start = side === 0 ? 1 - 1e-6 : 1 + 1e-6;
            for (const part of [0.02, 0.3, 0.6, 0.95]) {
              const at = start + (end - start) * part;
              expect(state(j, at)).toBe(state(j, start));
            }
          }
      }),
      { numRuns: 60 },
    );
  });
});

test('weights drawn from any are, in their order, the published centroid weights at the mean', () => {
  // Rank-order centroids, Barron & Barrett 1996, Management Science 42(11), table 1: what weights are at the mean of which only
  // the order is known, over all divisions of 1.
  const published = [
    [0.75, 0.25],
    [0.6111, 0.2778, 0.1111],
    [0.5208, 0.2708, 0.1458, 0.0625],
    [0.4567, 0.2567, 0.1567, 0.09, 0.04],
  ];
  for (const centroids of published) {
    const random = randomFrom(7919 * centroids.length);
    const base = centroids.map(() => 1 / centroids.length);
    const drawn = new Float64Array(base.length);
    const sums = base.map(() => 0);
    const draws = 60_000;
    for (let i = 0; i < draws; i++) {
      drawWeights(base, 'any', random, drawn);
      [...drawn].sort((a, b) => b - a).forEach((w, at) => (sums[at]! += w / draws));
    }
    sums.forEach((mean, at) => expect(mean).toBeCloseTo(centroids[at]!, 2));
  }
});
