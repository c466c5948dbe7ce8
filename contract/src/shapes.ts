import { Type, type Static } from '@sinclair/typebox';
import { FlagKey } from '@kettle/core/documents/flag-rules';
import { Day, Money, Nullable, Rate, Version } from '@kettle/core/documents/shapes';
import { MarkState } from '@kettle/core/documents/stages';

export const Id = Type.Integer({ minimum: 1, maximum: Number.MAX_SAFE_INTEGER });
export const MarketplaceId = Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,39}$' });
export const Done = Type.Object({ ok: Type.Literal(true) });

/** What a kept document is answered with. */
export const Kept = Type.Object({ version: Version });
/** RFC 9457 problem details. */
export const Problem = Type.Object({
  type: Type.String({ description: 'Stable name of the kind of problem.' }),
  title: Type.String({ description: 'A sentence that a seller understands.' }),
  status: Type.Integer(),
  detail: Type.Optional(Type.String()),
  field: Type.Optional(Type.String({ description: 'The field that is wrong.' })),
  fields: Type.Optional(Type.Array(Type.Object({ field: Type.String(), sentence: Type.String() }))),
  request: Type.Optional(Type.String({ description: 'The number under which the log tells more.' })),
  current: Type.Optional(
    Type.Record(Type.String(), Type.Unknown(), { description: 'With 409: the newer document, with its version.' }),
  ),
});
export type Problem = Static<typeof Problem>;

export const Job = Type.Object({
  id: Id,
  kind: Type.String(),
  state: Type.Union((['queued', 'running', 'done', 'failed', 'cancelled'] as const).map((s) => Type.Literal(s))),
  done: Type.Integer(),
  total: Type.Integer(),
  message: Type.String(),
  result: Nullable(Type.Record(Type.String(), Type.Unknown())),
});
export type Job = Static<typeof Job>;

/** What the seller did with a listing before. */
export const Mark = Type.Object({ state: MarkState, reason: Type.String(), day: Day });
export type Mark = Static<typeof Mark>;

export const Flag = Type.Object({
  key: FlagKey,
  kind: Type.Union([Type.Literal('risk'), Type.Literal('trait')]),
  label: Type.String(),
  reason: Type.String(),
});

/** A listing as it stands in any list. Money in minor units, grams, millimetres; shares and changes as fractions. */
export const ListingBrief = Type.Object({
  id: Id,
  code: Type.String(),
  title: Type.String(),
  brand: Type.String(),
  category: Type.String({ description: 'Path from the root on, joined by " › ".' }),
  price: Nullable(Money),
  net: Nullable(Money),
  profitRule: Nullable(Money),
  marginRule: Nullable(Type.Number()),
  outlayRule: Nullable(Money),
  paybackRule: Nullable(Type.Number({ description: 'Months.' })),
  ruleFrom: Type.Union([Type.Literal('rule'), Type.Literal('costing'), Type.Null()], {
    description: 'What the four before are reckoned by: the seller’s rule of thumb, or a costing of the listing.',
  }),
  piecePrice: Nullable(Money),
  units: Nullable(Type.Number()),
  unitsLow: Nullable(Type.Number()),
  unitsHigh: Nullable(Type.Number()),
  unitsFrom: Type.String(),
  flattered: Type.Boolean(),
  revenue: Nullable(Money),
  reviews: Nullable(Type.Integer()),
  reviewsMonth: Nullable(Type.Number()),
  unitsPerReview: Nullable(Type.Number()),
  rating: Nullable(Type.Number()),
  rank: Nullable(Type.Integer()),
  weight: Nullable(Type.Integer({ description: 'Grams.' })),
  side: Nullable(Type.Integer({ description: 'Longest side in millimetres.' })),
  sizeClass: Nullable(Type.String()),
  sellers: Nullable(Type.Integer()),
  marketplaceDays: Nullable(Rate),
  brandListings: Nullable(Type.Integer()),
  fulfilment: Type.Union([Type.Literal('marketplace'), Type.Literal('seller'), Type.Literal('unknown')]),
  soldByMarketplace: Nullable(Type.Boolean()),
  craft: Nullable(Type.Integer()),
  pictures: Nullable(Type.Integer()),
  variations: Nullable(Type.Integer()),
  packCount: Nullable(Type.Integer()),
  months: Nullable(Type.Integer()),
  units30: Nullable(Rate),
  units90: Nullable(Rate),
  unitsYear: Nullable(Rate),
  price30: Nullable(Rate),
  price90: Nullable(Rate),
  priceYear: Nullable(Rate),
  season: Nullable(Rate),
  bestMonth: Nullable(Type.Integer({ minimum: 1, maximum: 12 })),
  bestThreeShare: Nullable(Rate),
  spikeShare: Nullable(Rate),
  lastYear: Nullable(Type.Array(Nullable(Type.Number()))),
  flags: Type.Array(Flag),
  mark: Nullable(Mark),
  seenOn: Day,
});
export type ListingBrief = Static<typeof ListingBrief>;
