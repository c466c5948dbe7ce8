import { Type, type Static } from '@sinclair/typebox';
import { route } from './route.ts';
import { Day, Done, Figure, Id, ListingBrief, MarketplaceId, MarkState, Money, Nullable, Rate } from './shapes.ts';

export const FeeLine = Type.Object({ key: Type.String(), label: Type.String(), amount: Money, note: Type.String() });

export const CostingInputs = Type.Object(
  {
    unitCost: Nullable(Type.Integer({ minimum: 0 })),
    freight: Nullable(Type.Integer({ minimum: 0 })),
    dutyRate: Type.Number({ minimum: 0, maximum: 5 }),
    preparation: Type.Integer({ minimum: 0 }),
    advertisingRate: Type.Number({ minimum: 0, maximum: 1 }),
    returnRate: Type.Number({ minimum: 0, maximum: 1 }),
    lossPerReturn: Type.Integer({ minimum: 0 }),
    monthsStored: Type.Number({ minimum: 0, maximum: 60 }),
    fulfilment: Type.Union([Type.Literal('marketplace'), Type.Literal('seller')]),
    firstOrder: Nullable(Type.Integer({ minimum: 1 })),
    samples: Type.Integer({ minimum: 0 }),
    pictures: Type.Integer({ minimum: 0 }),
    launchAdvertising: Type.Integer({ minimum: 0 }),
    reserve: Type.Integer({ minimum: 0 }),
  },
  { additionalProperties: false },
);
/** A saved costing: the inputs and the price they are tried at (null: the listing's own). */
export const SavedCosting = Type.Object(
  { price: Nullable(Type.Integer({ minimum: 1 })), inputs: CostingInputs },
  { additionalProperties: false },
);
export type SavedCosting = Static<typeof SavedCosting>;

/** The rank curve over a window, with what the mean rank alone would give beside it. */
export const RankEstimate = Type.Object({
  figure: Figure,
  meanRank: Nullable(Type.Number()),
  atMeanRank: Nullable(Type.Number()),
  days: Type.Integer(),
  monthlyDays: Type.Integer(),
});

export const ListingSheet = Type.Object({
  listing: ListingBrief,
  sides: Nullable(Type.Tuple([Type.Integer(), Type.Integer(), Type.Integer()])),
  onSaleSince: Nullable(Day),
  units: Type.Object({
    best: Figure,
    from: Type.String(),
    ranks: Type.Object({ 7: RankEstimate, 30: RankEstimate, 90: RankEstimate, 365: RankEstimate }),
    latestRank: Figure,
    stock: Figure,
    reviews: Figure,
    stated: Figure,
    spikes: Nullable(
      Type.Object({ days: Type.Array(Day), share: Rate, flattered: Type.Boolean(), typicalPerDay: Type.Number() }),
    ),
    typical: Nullable(Type.Number({ description: 'Units of a month without its spikes.' })),
    agreement: Type.Object({
      state: Type.Union((['agree', 'disagree', 'alone', 'none'] as const).map((s) => Type.Literal(s))),
      ratio: Nullable(Type.Number()),
      reasons: Type.Array(Type.String()),
    }),
    counts: Nullable(
      Type.Object({
        days: Type.Integer(),
        from: Day,
        to: Day,
        own: Type.Integer(),
        read: Type.Integer(),
        contradict: Type.Boolean(),
      }),
    ),
    notes: Type.Array(Type.String()),
  }),
  season: Nullable(Type.Object({ share: Rate, months: Type.Array(Type.Integer()) })),
  fees: Type.Union([
    Type.Object({
      known: Type.Literal(true),
      lines: Type.Array(FeeLine),
      total: Money,
      net: Money,
      sizeClass: Nullable(Type.String()),
      warnings: Type.Array(Type.String()),
    }),
    Type.Object({ known: Type.Literal(false), reason: Type.String() }),
  ]),
  /** The schedule in force, so that the interface computes with the same one. */
  schedule: Nullable(Type.Object({ id: Id, name: Type.String(), validFrom: Day, document: Type.Unknown() })),
  costing: SavedCosting,
  stated: Type.Array(Type.Object({ measure: Type.String(), value: Type.Number(), source: Type.String(), day: Day })),
  watchedSince: Nullable(Day),
  readings: Type.Integer(),
  reviewTexts: Type.Integer(),
  candidates: Type.Array(Type.Object({ id: Id, name: Type.String(), stage: Type.String() })),
  today: Day,
});
export type ListingSheet = Static<typeof ListingSheet>;

export const History = Type.Object({
  days: Type.Array(
    Type.Object({
      day: Day,
      price: Nullable(Money),
      rank: Nullable(Type.Integer()),
      units: Nullable(Type.Number()),
      reviews: Nullable(Type.Integer()),
      stock: Nullable(Type.Integer()),
      sellers: Nullable(Type.Integer()),
      spike: Type.Boolean(),
    }),
  ),
  months: Type.Array(
    Type.Object({
      month: Day,
      price: Nullable(Money),
      rank: Nullable(Type.Integer()),
      units: Nullable(Type.Number()),
      reviews: Nullable(Type.Integer()),
    }),
  ),
});
export type History = Static<typeof History>;

const byCode = Type.Object({ marketplace: MarketplaceId, code: Type.String({ maxLength: 20 }) });

export const listings = {
  sheet: route('get', '/api/marketplaces/{marketplace}/listings/{code}', 'All about one listing.', {
    params: byCode,
    reply: ListingSheet,
  }),
  history: route(
    'get',
    '/api/marketplaces/{marketplace}/listings/{code}/history',
    'Its daily readings and monthly averages.',
    { params: byCode, reply: History },
  ),
  saveCosting: route(
    'put',
    '/api/marketplaces/{marketplace}/listings/{code}/costing',
    'Keeps what was typed into its costing.',
    { params: byCode, body: SavedCosting, reply: SavedCosting },
  ),
  brief: route('get', '/api/marketplaces/{marketplace}/listings', 'Listings by their codes (for the tray).', {
    params: Type.Object({ marketplace: MarketplaceId }),
    query: Type.Object({ codes: Type.String({ maxLength: 4000 }) }),
    reply: Type.Array(ListingBrief),
  }),
  mark: route(
    'put',
    '/api/marketplaces/{marketplace}/marks',
    'Marks listings as seen, kept or dropped; null takes marks away.',
    {
      params: Type.Object({ marketplace: MarketplaceId }),
      body: Type.Object(
        {
          codes: Type.Array(Type.String({ maxLength: 20 }), { maxItems: 1000 }),
          state: Nullable(MarkState),
          reason: Type.String({ maxLength: 200 }),
        },
        { additionalProperties: false },
      ),
      reply: Done,
    },
  ),
};
