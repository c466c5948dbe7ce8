import { Type, type Static } from '@sinclair/typebox';
import { route } from './route.ts';
import { Day, ListingBrief, MarketplaceId, Nullable } from './shapes.ts';

const text = Type.Optional(Type.String({ maxLength: 500 }));
/** The parameters of a sift's address; ranges are written 18..45, in the marketplace's own units. */
export const SiftParameters = {
  cat: text,
  size: text,
  has: text,
  not: text,
  sort: text,
  price: text,
  net: text,
  units: text,
  revenue: text,
  reviews: text,
  rating: text,
  weight: text,
  sellers: text,
  rank: text,
  months: text,
};
export const SiftReply = Type.Object({
  count: Type.Integer(),
  total: Type.Integer(),
  /** How many more there would be without each limit. */
  costs: Type.Record(Type.String(), Type.Integer()),
  /** Listings that pass all other limits, by bin; the last entry counts the unknown. */
  histograms: Type.Record(Type.String(), Type.Array(Type.Integer())),
  edges: Type.Record(Type.String(), Type.Array(Type.Number())),
  sizeClasses: Type.Array(Type.String()),
  faults: Type.Array(Type.Object({ field: Type.String(), sentence: Type.String() })),
  rows: Type.Array(ListingBrief),
  from: Type.Integer(),
  readUpTo: Nullable(Day),
});
export type SiftReply = Static<typeof SiftReply>;

export const siftRoutes = {
  sift: route(
    'get',
    '/api/marketplaces/{marketplace}/sift',
    'Listings that pass all limits, a page at a time, and what each limit costs.',
    {
      params: Type.Object({ marketplace: MarketplaceId }),
      query: Type.Object({
        ...SiftParameters,
        from: Type.Optional(Type.Integer({ minimum: 0 })),
        rows: Type.Optional(Type.Integer({ minimum: 0, maximum: 500 })),
        show: text,
      }),
      reply: SiftReply,
    },
  ),
};
