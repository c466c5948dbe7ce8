import type { RankCurve } from '@kettle/core/estimate/rank-curve';
import { meanOf, medianOf } from '@kettle/core/stats/robust';
import { DEMO_MARKETPLACES } from '@kettle/demo/marketplaces';
import { makeWorld } from '@kettle/demo/world';
import type { Template } from '../../ground/outside.ts';

/** Marketplaces whose fees and curves can be copied into a workspace. */
export const templates = (): Template[] =>
  DEMO_MARKETPLACES.map(({ id, name, currency, schedules }) => ({ id, name, currency, schedules }));

/** The curves of a template by category, and one for all other categories: their middle. */
export const templateCurves = (
  id: string,
): { category: string; curve: RankCurve; reviewRate: number; reviewSpread: number }[] => {
  const curves = makeWorld({ listings: 30_000 }).curves.filter((c) => c.marketplace === id);
  const first = curves[0];
  if (!first) return [];
  const unitsAt = (i: number): number[] =>
    curves.flatMap((c) => c.curve.knots[i]?.unitsPerDay ?? []).sort((x, y) => x - y);
  const knots = first.curve.knots.map(({ rank }, i) => ({ rank, unitsPerDay: medianOf(unitsAt(i))! }));
  return [
    ...curves,
    {
      ...first,
      category: '*',
      curve: {
        ...first.curve,
        knots: fallingKnots(knots),
        // A listing differs from its category's curve, and that from the middle of all: independent, so squares add.
        residual: Math.hypot(first.curve.residual, spreadBetween(first.curve.knots.map((_, i) => unitsAt(i)))),
        source: `${first.curve.source}, middle of all categories`,
      },
    },
  ];
};

/** How far categories lie from their middle, as a standard deviation of natural logs, over all knots. */
const spreadBetween = (unitsByKnot: readonly number[][]): number => {
  const squares = unitsByKnot.flatMap((units) => {
    const logs = units.map(Math.log);
    const middle = medianOf(logs);
    return middle === null ? [] : logs.map((x) => (x - middle) ** 2);
  });
  return Math.sqrt(meanOf(squares) ?? 0);
};

const fallingKnots = (knots: RankCurve['knots']): RankCurve['knots'] => {
  let last = Infinity;
  return knots.map(({ rank, unitsPerDay }) => ({ rank, unitsPerDay: (last = Math.min(last, unitsPerDay)) }));
};
