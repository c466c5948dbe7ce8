import { Type, type Static } from '@sinclair/typebox';
import { Day, exactly, MOST_COUNT, MOST_MONEY, Nullable, oneOf } from './shapes.ts';

const sum = Type.Integer({ minimum: 0, maximum: MOST_MONEY, description: 'Minor units of the currency.' });
const rate = Type.Number({ minimum: 0, maximum: 1, description: 'A fraction: 0.15 is 15 %.' });
const measure = Type.Number({ exclusiveMinimum: 0, maximum: MOST_COUNT });
const category = Type.String({ minLength: 1, maxLength: 400 });
const month = Type.Integer({ minimum: 1, maximum: 12 });

export const SizeClass = Type.Object(
  {
    key: Type.String({ minLength: 1, maxLength: 60 }),
    name: Type.String({ minLength: 1, maxLength: 80 }),
    maxWeight: Type.Union([measure, Type.Null()], {
      description: 'Bounds the billed weight: where the class bills by the larger, the dimensional weight, too.',
    }),
    maxSides: Nullable(Type.Tuple([measure, measure, measure], { description: 'Longest, middle and shortest side.' })),
    maxGirth: Nullable(
      Type.Number({ exclusiveMinimum: 0, maximum: MOST_COUNT, description: 'Longest + 2 × (middle + shortest).' }),
    ),
    billedBy: oneOf('weight', 'larger-of-weight-and-dimensional'),
    divisor: Type.Optional(
      Type.Number({
        exclusiveMinimum: 0,
        maximum: MOST_COUNT,
        description: 'Of this class alone, in the unit of the schedule’s.',
      }),
    ),
    fulfilment: Type.Array(Type.Object({ upTo: measure, fee: sum }, exactly), { minItems: 1, maxItems: 200 }),
    beyond: Nullable(
      Type.Object(
        { step: measure, fee: sum },
        {
          ...exactly,
          description:
            'Price of each started step beyond the last row; null when nothing heavier is taken in this class.',
        },
      ),
    ),
  },
  exactly,
);
export type SizeClass = Static<typeof SizeClass>;

export const CommissionRule = Type.Object(
  {
    category,
    bands: Type.Array(Type.Object({ upTo: Nullable(sum), rate }, exactly), {
      minItems: 1,
      maxItems: 20,
      description: 'The band whose upper price bound is not passed applies to the whole price; the last has no bound.',
    }),
    minimum: sum,
  },
  exactly,
);
export type CommissionRule = Static<typeof CommissionRule>;

/**
 * What a marketplace takes, as data: the open JSON format "cold-kettle/fee-schedule" (docs/formats.md).
 * Weights in grams, sides in millimetres, money in minor units, rates as fractions. Category paths are names joined by
 * " › "; the longest path that begins a listing's own path wins, "*" stands for all others.
 */
export const FeeSchedule = Type.Object(
  {
    format: Type.Literal('cold-kettle/fee-schedule'),
    version: Type.Literal(2),
    name: Type.String({ minLength: 1, maxLength: 120 }),
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    validFrom: Day,
    vat: Type.Object(
      { rate, included: Type.Boolean(), percentagesOn: oneOf('price', 'price-without-vat') },
      {
        ...exactly,
        description: 'Listed prices contain VAT at this rate; percentages are taken on the base that is named.',
      },
    ),
    dimensional: Type.Object(
      { unit: oneOf('in3-per-lb', 'cm3-per-kg'), divisor: measure },
      { ...exactly, description: 'Volume divided by this is the dimensional weight.' },
    ),
    sizeClasses: Type.Array(SizeClass, { minItems: 1, maxItems: 60 }),
    commission: Type.Array(CommissionRule, { maxItems: 500 }),
    fixedFees: Type.Array(Type.Object({ category, amount: sum }, exactly), { maxItems: 500 }),
    storage: Type.Object(
      {
        perCubicMetreMonth: sum,
        seasons: Type.Array(
          Type.Object(
            { months: Type.Array(month, { maxItems: 12 }), perCubicMetreMonth: sum },
            { ...exactly, description: 'In these months this price stands instead of the other.' },
          ),
          { maxItems: 12 },
        ),
      },
      exactly,
    ),
    returnHandling: Type.Optional(
      Type.Integer({
        minimum: 0,
        maximum: MOST_MONEY,
        description: 'Taken for each piece that comes back, where the marketplace fulfils.',
      }),
    ),
  },
  { ...exactly, title: 'Fee schedule' },
);
export type FeeSchedule = Static<typeof FeeSchedule>;

/**
 * A fee schedule of a former version in the form of today: in version 1 the prices of a season were called surcharges, though
 * they stood instead of the others. Anything else comes back as it is, to be checked.
 * @example feeScheduleOfToday({ format: 'cold-kettle/fee-schedule', version: 1, storage: { perCubicMetreMonth: 5, surcharges: [] } }) // => {"format":"cold-kettle/fee-schedule","version":2,"storage":{"perCubicMetreMonth":5,"seasons":[]}}
 */
export const feeScheduleOfToday = (document: unknown): unknown => {
  const former = document as { format?: unknown; version?: unknown; storage?: { surcharges?: unknown } } | null;
  if (former?.format !== 'cold-kettle/fee-schedule' || former.version !== 1 || !former.storage?.surcharges)
    return document;
  const { surcharges: seasons, ...storage } = former.storage;
  return { ...former, version: 2, storage: { ...storage, seasons } };
};
