/** Rank curves in versions, and how well each way of estimating does. */
import { Type, type Static } from '@sinclair/typebox';
import { METHODS } from '@kettle/core/estimate/methods';
import { route } from './route.ts';
import { Done, Id, Job, MarketplaceId } from './shapes.ts';
import { Day, Nullable, Rate, MOST_COUNT } from '@kettle/core/documents/shapes';

export const Knot = Type.Object(
  {
    rank: Type.Number({ minimum: 1, maximum: MOST_COUNT }),
    unitsPerDay: Type.Number({ minimum: 1e-9, maximum: 1_000_000 }),
  },
  { additionalProperties: false },
);
export type Knot = Static<typeof Knot>;

export const CurvePoint = Type.Object({
  code: Type.String(),
  title: Type.String(),
  rank: Type.Number(),
  unitsPerDay: Type.Number(),
  units: Type.Number(),
  days: Type.Integer(),
  /** Natural log of counted over the curve's units; null where nothing was sold. */
  residual: Nullable(Type.Number()),
});
export type CurvePoint = Static<typeof CurvePoint>;

export const CurveVersion = Type.Object({
  id: Id,
  category: Type.String(),
  validFrom: Day,
  source: Type.String(),
  knots: Type.Array(Knot),
  residual: Type.Number(),
  reviewRate: Nullable(Type.Number()),
  reviewSpread: Nullable(Type.Number()),
  inForce: Type.Boolean(),
  putBack: Type.Boolean(),
  guess: Type.Boolean(),
  /** Listings it was fitted on; null for one that came from elsewhere. */
  fittedOn: Nullable(Type.Array(Type.String())),
});
export type CurveVersion = Static<typeof CurveVersion>;

export const CurvePoints = Type.Object({
  /** Counted listings of the category, against the curve in force. */
  points: Type.Array(CurvePoint),
  /** Median of the residuals, and their spread, as natural logs; null without points. */
  bias: Nullable(Type.Number()),
  spread: Nullable(Type.Number()),
});
export type CurvePoints = Static<typeof CurvePoints>;

export const Counts = Type.Union([Type.Literal('own'), Type.Literal('all')]);

/** What is tried out before it is kept. */
export const Refit = Type.Object({
  knots: Type.Array(Knot),
  residual: Type.Number(),
  guess: Type.Boolean(),
  sentences: Type.Array(Type.String()),
  points: Type.Array(CurvePoint),
});
export type Refit = Static<typeof Refit>;

/** An open file of one curve: cold-kettle/rank-curve, version 1. */
export const CurveFile = Type.Object(
  {
    format: Type.Literal('cold-kettle/rank-curve'),
    version: Type.Literal(1),
    category: Type.String({ minLength: 1, maxLength: 400 }),
    validFrom: Day,
    source: Type.String({ maxLength: 200 }),
    residual: Type.Number({ exclusiveMinimum: 0, maximum: 5 }),
    knots: Type.Array(Knot, { minItems: 2, maxItems: 200 }),
    reviewRate: Nullable(Type.Number({ exclusiveMinimum: 0, maximum: 1 })),
    reviewSpread: Nullable(Type.Number({ minimum: 0, maximum: 5 })),
  },
  { additionalProperties: false },
);
export type CurveFile = Static<typeof CurveFile>;

const oneOf = <const T extends string>(...names: readonly T[]) => Type.Union(names.map((n) => Type.Literal(n)));
export const Backtest = Type.Object({
  day: Day,
  against: oneOf('books', 'counts'),
  listings: Type.Integer(),
  leftOut: Type.Integer(),
  rows: Type.Array(
    Type.Object({
      grouping: oneOf('all', 'category', 'volume', 'readings', 'age', 'category-age'),
      group: Type.String(),
      method: oneOf(...METHODS),
      n: Type.Integer(),
      unanswered: Type.Integer(),
      error: Nullable(Rate),
      bias: Nullable(Rate),
      covered: Nullable(Rate),
    }),
  ),
});
export type Backtest = Static<typeof Backtest>;

const inMarketplace = Type.Object({ marketplace: MarketplaceId });
const category = Type.Object({ category: Type.String({ minLength: 1, maxLength: 400 }) });

export const curves = {
  list: route('get', '/api/marketplaces/{marketplace}/curves', 'All versions of all rank curves, newest first.', {
    params: inMarketplace,
    reply: Type.Array(CurveVersion),
  }),
  points: route(
    'get',
    '/api/marketplaces/{marketplace}/curves/points',
    'The counted listings of a category against its curve in force.',
    {
      params: inMarketplace,
      query: Type.Object({ ...category.properties, counts: Counts }),
      reply: CurvePoints,
    },
  ),
  tryRefit: route(
    'get',
    '/api/marketplaces/{marketplace}/curves/refit',
    'What a curve fitted to the counts would be, without keeping it.',
    {
      params: inMarketplace,
      query: Type.Object({ ...category.properties, counts: Counts }),
      reply: Refit,
    },
  ),
  refit: route(
    'post',
    '/api/marketplaces/{marketplace}/curves/refit',
    'Fits a curve to the counts and puts it in force as a new version.',
    {
      params: inMarketplace,
      body: Type.Object({ ...category.properties, counts: Counts }, { additionalProperties: false }),
      reply: Type.Object({ id: Id }),
    },
  ),
  take: route(
    'post',
    '/api/marketplaces/{marketplace}/curves',
    'Takes a curve of one’s own in as a new version, from a file or as typed.',
    { params: inMarketplace, body: CurveFile, reply: Type.Object({ id: Id }) },
  ),
  useVersion: route(
    'put',
    '/api/curves/{id}/in-force',
    'Puts a version in force; newer ones of its category are put back, and kept.',
    { params: Type.Object({ id: Id }), reply: Done },
  ),
  backtest: route(
    'get',
    '/api/marketplaces/{marketplace}/backtest',
    'The latest backtest of a marketplace; null before the first.',
    { params: inMarketplace, reply: Type.Object({ backtest: Nullable(Backtest), stale: Type.Boolean() }) },
  ),
  runBacktest: route('post', '/api/marketplaces/{marketplace}/backtest', 'Tries all ways of estimating, as a job.', {
    params: inMarketplace,
    reply: Job,
  }),
};
