import { Type, type Static } from '@sinclair/typebox';
import { exactly, MOST_COUNT, MOST_MONEY, Nullable, oneOf } from './shapes.ts';

const sum = Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'Minor units of the currency.' });

/** How much a line takes: a sum, a share of something, or so much for each piece that comes back. Null is "not known yet". */
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
  },
  { ...exactly, title: 'Costing' },
);
export type CostingDocument = Static<typeof CostingDocument>;
