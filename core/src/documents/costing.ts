import { Type, type Static } from '@sinclair/typebox';
import { Landing } from './landing.ts';
import { exactly, MOST_COUNT, MOST_MONEY, Nullable, oneOf } from './shapes.ts';

const sum = Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'Minor units of the currency.' });

/** How much a line takes: a sum, a share of something, so much for each piece that comes back, or clicks that are paid for. Null is "not known yet". */
export const CostAmount = Type.Union([
  Type.Object({ kind: Type.Literal('sum'), sum: Nullable(sum) }, exactly),
  Type.Object(
    {
      kind: Type.Literal('share'),
      of: oneOf('price', 'unit-cost'),
      rate: Nullable(Type.Number({ minimum: 0, maximum: 5, description: 'A fraction: 0.15 is 15 %.' })),
    },
    exactly,
  ),
  Type.Object(
    {
      kind: Type.Literal('returns'),
      rate: Type.Number({ minimum: 0, maximum: 1, description: 'Share of sold pieces that come back.' }),
      loss: sum,
    },
    exactly,
  ),
  Type.Object(
    {
      kind: Type.Literal('clicks'),
      click: Nullable(sum),
      buyRate: Nullable(
        Type.Number({ exclusiveMinimum: 0, maximum: 1, description: 'Share of paid clicks that buy.' }),
      ),
      paid: Type.Number({ minimum: 0, maximum: 1, description: 'Share of the sales that come by paid clicks.' }),
    },
    exactly,
  ),
]);
export type CostAmount = Static<typeof CostAmount>;

/** Where a line counts: in what a piece costs until it lies in the warehouse, with each sale, or once, at the launch. */
export const COST_PARTS = ['landed', 'sale', 'launch'] as const;
export const CostLine = Type.Object(
  {
    key: Type.String({ pattern: '^[a-z][a-z0-9-]{0,39}$' }),
    label: Type.String({ minLength: 1, maxLength: 80 }),
    part: oneOf(...COST_PARTS),
    amount: CostAmount,
    note: Type.String({ maxLength: 400 }),
    source: Type.String({ maxLength: 200, description: 'Who said so: a quote, a file, the seller.' }),
  },
  exactly,
);
export type CostLine = Static<typeof CostLine>;

const times = Type.Number({ minimum: 0, maximum: 20 });
/** Low and high of something, as so many times what is typed; what is typed is the likely. */
const Spread = Type.Object({ low: times, high: times }, exactly);
/** How the launch is to go, and how far each assumption may be off. Optional: a costing without it plans nothing. */
export const LaunchPlan = Type.Object(
  {
    purse: Nullable(sum),
    unitsShare: Type.Number({
      minimum: 0,
      maximum: 5,
      description: 'What is hoped to sell once the launch is over, as a share of what the find sells.',
    }),
    rampMonths: Type.Number({ minimum: 0, maximum: 24, description: 'Months until so many sell.' }),
    leadMonths: Type.Number({ minimum: 0, maximum: 18, description: 'From the order to its arrival.' }),
    deposit: Type.Number({
      minimum: 0,
      maximum: 1,
      description: 'Share paid with the order; the rest is paid on arrival.',
    }),
    interest: Type.Optional(
      Type.Number({ minimum: 0, maximum: 2, description: 'What the money could earn elsewhere, a year: a fraction.' }),
    ),
    payoutMonths: Type.Integer({ minimum: 0, maximum: 6, description: 'From a sale to its money.' }),
    spreads: Type.Object(
      { units: Spread, price: Spread, advertising: Spread, cost: Spread, ramp: Spread, lead: Spread },
      exactly,
    ),
  },
  exactly,
);
export type LaunchPlan = Static<typeof LaunchPlan>;

/** The open JSON format "cold-kettle/costing": what the seller states of one product, line by line. */
export const CostingDocument = Type.Object(
  {
    format: Type.Literal('cold-kettle/costing'),
    price: Nullable(
      Type.Integer({ minimum: 1, maximum: MOST_MONEY, description: 'A price to try; null for the listing’s own.' }),
    ),
    fulfilment: oneOf('marketplace', 'seller'),
    monthsStored: Type.Number({ minimum: 0, maximum: 60 }),
    firstOrder: Nullable(Type.Integer({ minimum: 1, maximum: MOST_COUNT, description: 'Pieces.' })),
    lines: Type.Array(CostLine, { maxItems: 80 }),
    plan: Type.Optional(LaunchPlan),
    landing: Type.Optional(Landing),
  },
  { ...exactly, title: 'Costing' },
);
export type CostingDocument = Static<typeof CostingDocument>;
