import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { FLAGS } from '@kettle/core/listing/flags';

export const Nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);
export const Id = Type.Integer({ minimum: 1, maximum: Number.MAX_SAFE_INTEGER });
export const Day = Type.String({ format: 'date', description: 'A calendar day between 1970 and 2199: 2026-11-24.' });
/** No sum of money of this trade is larger, in minor units. */
export const MOST_MONEY = 10_000_000_000_000;
export const Money = Type.Integer({
  minimum: -MOST_MONEY,
  maximum: MOST_MONEY,
  description: 'Minor units of the marketplace’s currency.',
});
export const Rate = Type.Number({ description: 'A fraction: 0.15 is 15 %.' });
export const MarketplaceId = Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,39}$' });
export const Done = Type.Object({ ok: Type.Literal(true) });

/** Of a document that people type: a change names the version it was made to, and is refused with 409 when that is not the newest. 0 where nothing is kept yet. */
export const Version = Type.Integer({ minimum: 0, maximum: 2_147_483_647 });
/** What a kept document is answered with. */
export const Kept = Type.Object({ version: Version });
/** Whole numbers and measures of a listing or a rule: no larger ones mean anything. */
export const MOST_COUNT = 2_000_000_000;

export const Working = Type.Object({
  method: Type.String(),
  inputs: Type.Array(Type.Object({ label: Type.String(), value: Type.String() })),
  warnings: Type.Array(Type.String()),
  better: Type.Optional(Type.String()),
});
/** A computed figure with its interval and working, or the reason why there is none. */
export const Figure = Type.Union([
  Type.Object({
    known: Type.Literal(true),
    value: Type.Number(),
    low: Type.Number(),
    high: Type.Number(),
    working: Working,
  }),
  Type.Object({ known: Type.Literal(false), reason: Type.String() }),
]);
export type Figure = Static<typeof Figure>;

/** RFC 9457 problem details. */
export const Problem = Type.Object({
  type: Type.String({ description: 'Stable name of the kind of problem.' }),
  title: Type.String({ description: 'A sentence that a seller understands.' }),
  status: Type.Integer(),
  detail: Type.Optional(Type.String()),
  field: Type.Optional(Type.String({ description: 'The field that is wrong.' })),
  fields: Type.Optional(Type.Array(Type.Object({ field: Type.String(), sentence: Type.String() }))),
  current: Type.Optional(
    Type.Record(Type.String(), Type.Unknown(), { description: 'With 409: the newer document, with its version.' }),
  ),
});
export type Problem = Static<typeof Problem>;

export const Stage = Type.Union(
  (['found', 'watched', 'weighed', 'shortlisted', 'chosen', 'dropped'] as const).map((s) => Type.Literal(s)),
);
export type Stage = 'found' | 'watched' | 'weighed' | 'shortlisted' | 'chosen' | 'dropped';

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

export const MarkState = Type.Union((['seen', 'kept', 'dropped'] as const).map((m) => Type.Literal(m)));
export type MarkState = 'seen' | 'kept' | 'dropped';
/** What the seller did with a listing before. */
export const Mark = Type.Object({ state: MarkState, reason: Type.String(), day: Day });
export type Mark = Static<typeof Mark>;

export const Flag = Type.Object({
  key: Type.Union(FLAGS.map((f) => Type.Literal(f))),
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
