import { Type, type Static } from '@sinclair/typebox';
import { exactly, MOST_MONEY } from './shapes.ts';

const sum = Type.Integer({
  minimum: 0,
  maximum: MOST_MONEY,
  description: 'Minor units of the marketplace’s currency.',
});
const share = (most: number, description: string) => Type.Number({ minimum: 0, maximum: most, description });

/** What goods of a category are taken to cost before anybody was asked. */
export const CostRule = Type.Object(
  {
    category: Type.String({
      minLength: 1,
      maxLength: 400,
      description: 'The longest path that begins a listing’s own path wins; “*” stands for all others.',
    }),
    unitCost: Type.Union([
      Type.Object({ kind: Type.Literal('share'), rate: share(1, 'Of the price.') }, exactly),
      Type.Object({ kind: Type.Literal('weight'), perKg: sum }, exactly),
    ]),
    freightKg: sum,
    freightCubicMetre: Type.Integer({
      minimum: 0,
      maximum: MOST_MONEY,
      description: 'Freight is the larger of what weight and volume cost.',
    }),
    duty: share(5, 'Of the unit cost.'),
    advertising: share(1, 'Of the price.'),
    months: Type.Number({ minimum: 0, maximum: 60, description: 'Months of sales that the first order holds.' }),
    unitsShare: share(5, 'What a newcomer sells of what the listing sells.'),
    once: Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'Samples, pictures, launch advertising.' }),
  },
  exactly,
);
export type CostRule = Static<typeof CostRule>;

/** The open JSON format "cold-kettle/cost-rules": the seller's own rule of thumb for the cost of goods, by category. */
export const CostRules = Type.Object(
  {
    format: Type.Literal('cold-kettle/cost-rules'),
    rules: Type.Array(CostRule, { maxItems: 200 }),
  },
  { ...exactly, title: 'Rule of thumb' },
);
export type CostRules = Static<typeof CostRules>;
