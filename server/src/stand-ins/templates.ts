import { DEMO_MARKETPLACES } from '@kettle/demo/marketplaces';
import { makeWorld } from '@kettle/demo/world';
import type { FeeSchedule } from '@kettle/core/fees/schedule';
import type { RankCurve } from '@kettle/core/estimate/rank-curve';

export interface MarketplaceTemplate {
  id: string;
  name: string;
  currency: string;
  schedules: FeeSchedule[];
}

/** Marketplaces whose fees and curves can be copied into a workspace. */
export const templates = (): MarketplaceTemplate[] =>
  DEMO_MARKETPLACES.map(({ id, name, currency, schedules }) => ({ id, name, currency, schedules }));

/** The curves of a template by category, and one for all other categories: their middle. */
export const templateCurves = (
  id: string,
): { category: string; curve: RankCurve; reviewRate: number; reviewSpread: number }[] => {
  const curves = makeWorld({ listings: 30_000 }).curves.filter((c) => c.marketplace === id);
  const first = curves[0];
  if (!first) return [];
  const knots = first.curve.knots.map(({ rank }, i) => {
    const units = curves
      .map((c) => c.curve.knots[i]?.unitsPerDay ?? Number.NaN)
      .filter((u) => !Number.isNaN(u))
      .sort((a, b) => a - b);
    return { rank, unitsPerDay: units[Math.floor(units.length / 2)]! };
  });
  const residual = first.curve.residual * 1.6;
  return [
    ...curves,
    {
      ...first,
      category: '*',
      curve: {
        ...first.curve,
        knots: fallingKnots(knots),
        residual,
        source: `${first.curve.source}, middle of all categories`,
      },
    },
  ];
};

const fallingKnots = (knots: RankCurve['knots']): RankCurve['knots'] => {
  let last = Infinity;
  return knots.map(({ rank, unitsPerDay }) => ({ rank, unitsPerDay: (last = Math.min(last, unitsPerDay)) }));
};
