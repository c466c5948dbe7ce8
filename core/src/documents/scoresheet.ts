import { Type, type Static } from '@sinclair/typebox';
import { exactly, MOST_MONEY, Nullable, oneOf } from './shapes.ts';

/** Answers that the program measures itself, and what their values are in: what a band's bound is typed in. */
export const SCORE_MEASURES = {
  units: 'count',
  revenueMedian: 'money',
  reviewsMedian: 'count',
  topTwoShare: 'share',
  ratingMedian: 'stars',
  gripeShare: 'share',
  margin: 'share',
  profit: 'money',
  returnOnCost: 'share',
  weight: 'grams',
  bestThreeShare: 'share',
  weeksWatched: 'weeks',
  outlay: 'money',
  electronics: 'yes-no',
  gated: 'yes-no',
} as const;
export const ScoreMeasure = oneOf(...(Object.keys(SCORE_MEASURES) as (keyof typeof SCORE_MEASURES)[]));
export type ScoreMeasure = keyof typeof SCORE_MEASURES;

const key = Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,59}$' });
const name = Type.String({ minLength: 1, maxLength: 120 });
const how = Type.String({ maxLength: 600, description: 'How to answer.' });
const points = Type.Number({ minimum: -1000, maximum: 1000 });
const value = Type.Number({
  minimum: -MOST_MONEY,
  maximum: MOST_MONEY,
  description: 'In the measure’s unit: money in minor units, shares as fractions, weight in grams.',
});

export const Gate = Type.Object(
  {
    key,
    name,
    how,
    measured: Nullable(
      Type.Object(
        { measure: ScoreMeasure, min: Nullable(value), max: Nullable(value) },
        { ...exactly, description: 'Passes within the bounds; null where a person judges.' },
      ),
    ),
  },
  exactly,
);
export type Gate = Static<typeof Gate>;

export const Criterion = Type.Object(
  {
    key,
    name,
    group: oneOf('demand', 'competition', 'money', 'product', 'means'),
    how,
    scale: Type.Union([
      Type.Object(
        {
          kind: Type.Literal('measured'),
          measure: ScoreMeasure,
          bands: Type.Array(Type.Object({ from: value, points }, exactly), {
            minItems: 1,
            maxItems: 20,
            description: 'Points of the last band whose `from` the value reaches, bands rising.',
          }),
        },
        exactly,
      ),
      Type.Object(
        {
          kind: Type.Literal('judged'),
          options: Type.Array(
            Type.Object({ key, label: Type.String({ minLength: 1, maxLength: 80 }), points }, exactly),
            { minItems: 2, maxItems: 12, description: 'The points of the chosen option count.' },
          ),
        },
        exactly,
      ),
    ]),
  },
  exactly,
);
export type Criterion = Static<typeof Criterion>;

/** The open JSON format "cold-kettle/scoresheet": gates that rule out, criteria that earn points, a pass mark. */
export const Scoresheet = Type.Object(
  {
    format: Type.Literal('cold-kettle/scoresheet'),
    version: Type.Literal(2),
    name,
    passMark: Type.Number({ minimum: 0, maximum: 100_000, description: 'Points from which a candidate passes.' }),
    gates: Type.Array(Gate, { maxItems: 60 }),
    criteria: Type.Array(Criterion, { minItems: 1, maxItems: 120 }),
  },
  { ...exactly, title: 'Scoresheet' },
);
export type Scoresheet = Static<typeof Scoresheet>;
