import { Type, type Static } from '@sinclair/typebox';
import { CostingDocument } from '@kettle/core/documents/costing';
import { Day, exactly, Nullable, Version } from '@kettle/core/documents/shapes';
import { route } from './route.ts';
import { Id, Kept, MarketplaceId } from './shapes.ts';

const name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });

/** A costing as it is kept: of a candidate, or of a listing that nobody has started a candidate from (`candidate` null). */
export const KeptCosting = Type.Object({
  name,
  document: CostingDocument,
  version: Version,
  candidate: Nullable(Type.Object({ id: Id, name: Type.String() })),
});
export type KeptCosting = Static<typeof KeptCosting>;

/** What a supplier asked for a piece, from a number of pieces on. */
export const Quote = Type.Object({
  id: Id,
  supplier: Type.String(),
  country: Type.String(),
  day: Day,
  minimum: Type.Integer(),
  price: Type.Number({ description: 'Major units of its currency.' }),
  currency: Type.String(),
  here: Nullable(
    Type.Integer({
      description: 'Minor units of the marketplace’s currency; null where no rate of its time is known.',
    }),
  ),
  rate: Nullable(Type.Object({ day: Day, rate: Type.Number() })),
  leadDays: Nullable(Type.Integer()),
  terms: Type.String(),
  validUntil: Nullable(Day),
  over: Type.Boolean({ description: 'It was valid until a day that is past.' }),
  note: Type.String(),
});
export type Quote = Static<typeof Quote>;

const ChangedCosting = Type.Object({ document: CostingDocument, version: Version }, exactly);

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
      params: Type.Object({ marketplace: MarketplaceId, code: Type.String({ maxLength: 40 }) }),
      reply: Type.Array(Quote),
    },
  ),
  ofCandidate: route('get', '/api/candidates/{id}/costing', 'The costing that a candidate is reckoned with.', {
    params: Type.Object({ id: Id }),
    reply: KeptCosting,
  }),
  keepOfCandidate: route('put', '/api/candidates/{id}/costing', 'Keeps the costing of a candidate.', {
    params: Type.Object({ id: Id }),
    body: Type.Object({ ...ChangedCosting.properties, name: Type.Optional(name) }, exactly),
    reply: Kept,
  }),
};
