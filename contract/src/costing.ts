import { Type, type Static } from '@sinclair/typebox';
import { CostingDocument } from '@kettle/core/documents/costing';
import { Month } from '@kettle/core/documents/launch-year';
import { CostRules } from '@kettle/core/documents/cost-rules';
import { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { Offer } from '@kettle/core/documents/landing';
import { Day, exactly, Nullable, Version } from '@kettle/core/documents/shapes';
import { route } from './route.ts';
import { Done, Id, Kept, MarketplaceId } from './shapes.ts';

const name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });

/** A fee schedule with where it comes from. */
export const NamedSchedule = Type.Object({
  id: Id,
  name: Type.String(),
  source: Type.String(),
  validFrom: Day,
  document: FeeSchedule,
});
export type NamedSchedule = Static<typeof NamedSchedule>;

/** A costing as it is kept: of a candidate, or of a listing that nobody has started a candidate from (`candidate` null). */
export const KeptCosting = Type.Object({
  id: Type.Union([Id, Type.Null()], { description: 'Null while nothing was typed.' }),
  name,
  document: CostingDocument,
  version: Version,
  candidate: Nullable(Type.Object({ id: Id, name: Type.String() })),
  schedule: Type.Union([NamedSchedule, Type.Null()], {
    description: 'What it is reckoned with: the schedule in force when it was begun, until another is taken.',
  }),
  newer: Type.Union([Type.Object({ id: Id, name: Type.String(), validFrom: Day }), Type.Null()], {
    description: 'A schedule that has come into force since.',
  }),
});
export type KeptCosting = Static<typeof KeptCosting>;

/** What a supplier asked for a piece, by the number of pieces, on a day. */
export const Quote = Type.Object({
  ...Offer.properties,
  supplierId: Id,
  country: Type.String(),
  terms: Type.String({ description: 'As they were written.' }),
  validUntil: Nullable(Day),
  over: Type.Boolean({ description: 'It was valid until a day that is past.' }),
  note: Type.String(),
  typed: Type.Boolean({ description: 'By hand: it can be changed and removed where it stands.' }),
});
export type Quote = Static<typeof Quote>;

/** Prices of a piece by the number of pieces, as somebody gives them: each above 0. */
export const TypedSteps = Type.Array(
  Type.Object(
    {
      from: Type.Integer({ minimum: 1, maximum: 1_000_000_000 }),
      price: Type.Number({ minimum: 0.0001, maximum: 10_000_000 }),
    },
    exactly,
  ),
  { minItems: 1, maxItems: 40 },
);

/** A quote as people type it: of its supplier and day it stands in the place of what was there. */
const TypedQuote = Type.Object(
  {
    supplier: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    country: Type.String({ pattern: '^([A-Za-z]{2})?$' }),
    day: Day,
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    steps: TypedSteps,
    term: Offer.properties.term,
    leadDays: Offer.properties.leadDays,
    carton: Offer.properties.carton,
    once: Offer.properties.once,
    validUntil: Nullable(Day),
    note: Type.String({ maxLength: 400 }),
  },
  exactly,
);
export type TypedQuote = Static<typeof TypedQuote>;
const ofListing = Type.Object({ marketplace: MarketplaceId, code: Type.String({ maxLength: 40 }) });

const ChangedCosting = Type.Object(
  {
    document: CostingDocument,
    version: Version,
    schedule: Type.Optional(
      Type.Integer({
        minimum: 1,
        maximum: Number.MAX_SAFE_INTEGER,
        description: 'Reckoned with this fee schedule from now on.',
      }),
    ),
  },
  exactly,
);
const oneOfCandidate = Type.Object({ id: Id, costing: Id });

/** What the launches of candidates are reckoned from. */
export const Launches = Type.Object({
  day: Day,
  launches: Type.Array(
    Type.Object({
      id: Id,
      name: Type.String(),
      stage: Type.String(),
      /** The month its first order is planned for. */
      launchMonth: Nullable(Month),
      costing: KeptCosting,
      price: Nullable(Type.Integer()),
      category: Type.String(),
      weight: Nullable(Type.Integer()),
      sides: Nullable(Type.Tuple([Type.Number(), Type.Number(), Type.Number()])),
      units: Nullable(Type.Object({ low: Type.Number(), likely: Type.Number(), high: Type.Number() })),
    }),
  ),
});
export type Launches = Static<typeof Launches>;

export const costingRoutes = {
  keepOfListing: route(
    'put',
    '/api/marketplaces/{marketplace}/listings/{code}/costing',
    'Keeps the quick costing of a listing; a candidate that is started from the listing takes it over.',
    {
      params: Type.Object({ marketplace: MarketplaceId, code: Type.String({ maxLength: 40 }) }),
      body: ChangedCosting,
      reply: Kept,
    },
  ),
  quotes: route(
    'get',
    '/api/marketplaces/{marketplace}/listings/{code}/quotes',
    'What suppliers asked for a piece like a listing’s, newest first.',
    {
      params: ofListing,
      reply: Type.Array(Quote),
    },
  ),
  keepQuote: route(
    'put',
    '/api/marketplaces/{marketplace}/listings/{code}/quotes',
    'Keeps a quote as it is typed; what the supplier asked on the same day gives way.',
    { params: ofListing, body: TypedQuote, reply: Done },
  ),
  removeQuote: route(
    'delete',
    '/api/marketplaces/{marketplace}/listings/{code}/quotes/{supplier}/{day}',
    'Removes what a supplier asked on a day.',
    { params: Type.Object({ ...ofListing.properties, supplier: Id, day: Day }), reply: Done },
  ),
  launches: route(
    'get',
    '/api/marketplaces/{marketplace}/launches',
    'What the launch of each candidate that is not dropped is reckoned from.',
    {
      params: Type.Object({ marketplace: MarketplaceId }),
      reply: Launches,
    },
  ),
  costRules: route(
    'get',
    '/api/marketplaces/{marketplace}/cost-rules',
    'The rule of thumb for the cost of goods, by category; empty while none was typed.',
    {
      params: Type.Object({ marketplace: MarketplaceId }),
      reply: Type.Object({ document: CostRules, version: Version }),
    },
  ),
  keepCostRules: route(
    'put',
    '/api/marketplaces/{marketplace}/cost-rules',
    'Keeps the rule of thumb; lists and limits follow.',
    {
      params: Type.Object({ marketplace: MarketplaceId }),
      body: Type.Object({ document: CostRules, version: Version }, exactly),
      reply: Kept,
    },
  ),
  rates: route(
    'get',
    '/api/marketplaces/{marketplace}/rates',
    'What one unit of each other currency is worth in the marketplace’s, by the rate nearest to today.',
    {
      params: Type.Object({ marketplace: MarketplaceId }),
      reply: Type.Array(Type.Object({ currency: Type.String(), day: Day, rate: Type.Number() })),
    },
  ),
  keepRate: route(
    'put',
    '/api/marketplaces/{marketplace}/rates/{currency}',
    'What one unit of a currency is worth in the marketplace’s, on a day.',
    {
      params: Type.Object({ marketplace: MarketplaceId, currency: Type.String({ pattern: '^[A-Z]{3}$' }) }),
      body: Type.Object({ day: Day, rate: Type.Number({ minimum: 1e-9, maximum: 1e9 }) }, exactly),
      reply: Done,
    },
  ),
  ofCandidate: route('get', '/api/candidates/{id}/costing', 'The costing that a candidate is reckoned with.', {
    params: Type.Object({ id: Id }),
    reply: KeptCosting,
  }),
  allOfCandidate: route(
    'get',
    '/api/candidates/{id}/costings',
    'All costings of a candidate, the one it is reckoned with first.',
    {
      params: Type.Object({ id: Id }),
      reply: Type.Array(KeptCosting),
    },
  ),
  copyOfCandidate: route(
    'post',
    '/api/candidates/{id}/costings',
    'Copies the costing that a candidate is reckoned with under another name, and reckons with the copy from then on.',
    { params: Type.Object({ id: Id }), body: Type.Object({ name }, exactly), reply: Type.Object({ id: Id }) },
  ),
  useOfCandidate: route(
    'put',
    '/api/candidates/{id}/costings/{costing}/use',
    'Reckons a candidate with another of its costings.',
    { params: oneOfCandidate, reply: Done },
  ),
  removeOfCandidate: route(
    'delete',
    '/api/candidates/{id}/costings/{costing}',
    'Removes a costing that the candidate is not reckoned with.',
    { params: oneOfCandidate, reply: Done },
  ),
  keepOfCandidate: route('put', '/api/candidates/{id}/costing', 'Keeps the costing of a candidate.', {
    params: Type.Object({ id: Id }),
    body: Type.Object(
      {
        ...ChangedCosting.properties,
        name: Type.Optional(name),
        costing: Type.Optional(
          Type.Integer({
            minimum: 1,
            maximum: Number.MAX_SAFE_INTEGER,
            description: 'Which of its costings; the one it is reckoned with where none is named.',
          }),
        ),
      },
      exactly,
    ),
    reply: Kept,
  }),
};
