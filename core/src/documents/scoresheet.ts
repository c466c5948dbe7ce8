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
  weeksToStock: 'weeks',
  outlay: 'money',
  electronics: 'yes-no',
  gated: 'yes-no',
  price: 'money',
  revenue: 'money',
  monthProfit: 'money',
  sellers: 'count',
  craftMedian: 'points',
} as const;
/** What each is called where one is chosen. */
export const SCORE_MEASURE_NAMES: Readonly<Record<ScoreMeasure, string>> = {
  units: 'Units a month of the find',
  revenue: 'Revenue a month of the find',
  revenueMedian: 'Median revenue of the line-up',
  reviewsMedian: 'Median reviews of the line-up',
  topTwoShare: 'Share of the two largest in the line-up’s revenue',
  ratingMedian: 'Median rating of the line-up',
  craftMedian: 'Median page craft of the line-up',
  gripeShare: 'Share of reviews with a gripe',
  price: 'Price it is reckoned at',
  margin: 'Margin by the costing',
  profit: 'Profit a unit by the costing',
  monthProfit: 'Profit a month: profit a unit × units of the find',
  returnOnCost: 'Return on cost by the costing',
  outlay: 'Outlay of the launch',
  weight: 'Weight of the find',
  sellers: 'Sellers on the find',
  bestThreeShare: 'Share of a year in its best three months',
  weeksWatched: 'Weeks watched',
  weeksToStock: 'Weeks from the order until goods are there',
  electronics: 'Battery or electronics',
  gated: 'Category is gated',
};
export const ScoreMeasure = oneOf(...(Object.keys(SCORE_MEASURES) as (keyof typeof SCORE_MEASURES)[]));
export type ScoreMeasure = keyof typeof SCORE_MEASURES;

/** A measured value in words; money is written by whoever asks. @example measureInWords('margin', 0.256, String) // => "25.6 %" */
export const measureInWords = (measure: ScoreMeasure, value: number, money: (minor: number) => string): string => {
  const short = (x: number): string => String(Math.round(10 * x) / 10);
  switch (SCORE_MEASURES[measure]) {
    case 'share':
      return `${short(100 * value)} %`;
    case 'money':
      return money(Math.round(value));
    case 'grams':
      return `${short(value)} g`;
    case 'weeks':
      return `${short(value)} weeks`;
    case 'stars':
      return `${short(value)} stars`;
    case 'yes-no':
      return value > 0 ? 'yes' : 'no';
    default:
      return short(value);
  }
};

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
    weight: Type.Optional(
      Type.Number({
        minimum: 0,
        maximum: 100,
        description: 'Its points are multiplied by it; 1 where it is not said.',
      }),
    ),
    evidence: Type.Optional(Type.String({ maxLength: 300, description: 'What to keep as evidence.' })),
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
    note: Type.Optional(Type.String({ maxLength: 600, description: 'For whom it is, and why it is as it is.' })),
    goodForDays: Type.Optional(
      Type.Integer({ minimum: 1, maximum: 3650, description: 'Days after which a judged answer is marked as old.' }),
    ),
    passMark: Type.Number({ minimum: 0, maximum: 100_000, description: 'Points from which a candidate passes.' }),
    gates: Type.Array(Gate, { maxItems: 60 }),
    criteria: Type.Array(Criterion, { minItems: 1, maxItems: 120 }),
  },
  { ...exactly, title: 'Scoresheet' },
);
export type Scoresheet = Static<typeof Scoresheet>;
