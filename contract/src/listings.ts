import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { Day, Money, Nullable, Rate, Version } from '@kettle/core/documents/shapes';
import { MarkState } from '@kettle/core/documents/stages';
import { KeptCosting, NamedSchedule } from './costing.ts';
import { route } from './route.ts';
import { Done, Id, Kept, ListingBrief, MarketplaceId } from './shapes.ts';
import {
  Aside,
  Contradiction,
  CraftKey,
  Family,
  Holder,
  LimitVerdict,
  OwnCount,
  KeptCount,
  PageCraft,
  Surroundings,
  UnitsInAllWays,
} from './sheet.ts';

export const FeeLine = Type.Object({ key: Type.String(), label: Type.String(), amount: Money, note: Type.String() });

export const ListingSheet = Type.Object({
  listing: ListingBrief,
  sides: Nullable(Type.Tuple([Type.Integer(), Type.Integer(), Type.Integer()])),
  onSaleSince: Nullable(Day),
  units: UnitsInAllWays,
  /** The curve that ranks go through; null where the category has none. */
  curve: Nullable(
    Type.Object({ id: Id, category: Type.String(), validFrom: Day, source: Type.String(), guess: Type.Boolean() }),
  ),
  ownCounts: Type.Array(OwnCount),
  craft: PageCraft,
  family: Nullable(Family),
  holders: Type.Array(Holder),
  asides: Type.Array(Aside),
  contradictions: Type.Array(Contradiction),
  season: Nullable(Type.Object({ share: Rate, months: Type.Array(Type.Integer()) })),
  fees: Type.Union([
    Type.Object({
      known: Type.Literal(true),
      lines: Type.Array(FeeLine),
      total: Money,
      net: Money,
      sizeClass: Nullable(Type.String()),
    }),
    Type.Object(
      {
        known: Type.Literal(false),
        reason: Type.String(),
        lines: Type.Array(FeeLine),
        open: Type.Array(
          Type.Object({
            key: Type.String(),
            label: Type.String(),
            low: Money,
            high: Nullable(Money),
            note: Type.String(),
          }),
        ),
        net: Nullable(Type.Object({ low: Nullable(Money), high: Money })),
      },
      { description: 'The lines that are known, and what the others, and so the net, lie within; null for no bound.' },
    ),
  ]),
  /** The schedule in force, so that the interface computes with the same one. */
  schedule: Nullable(NamedSchedule),
  costing: KeptCosting,
  stated: Type.Array(Type.Object({ measure: Type.String(), value: Type.Number(), source: Type.String(), day: Day })),
  watchedSince: Nullable(Day),
  lastReading: Nullable(Day),
  stale: Type.Boolean({ description: 'Watched, and not read when it was last due.' }),
  readings: Type.Integer(),
  reviewTexts: Type.Integer(),
  candidates: Type.Array(Type.Object({ id: Id, name: Type.String(), stage: Type.String() })),
  today: Day,
});
export type ListingSheet = Static<typeof ListingSheet>;

/** Days column by column: two years of them are a third as long as rows. */
const column = <T extends TSchema>(of: T) => Type.Array(Nullable(of));
export const History = Type.Object({
  days: Type.Object({
    day: Type.Array(Day),
    price: column(Money),
    rank: column(Type.Integer()),
    units: column(Type.Number()),
    reviews: column(Type.Integer()),
    rating: column(Type.Number()),
    sellers: column(Type.Integer()),
    stock: column(Type.Integer()),
    /** Number of the holder of the main offer in `holders`. */
    holder: column(Type.Integer()),
  }),
  holders: Type.Array(Type.String()),
  /** Days that are marked: far above the rest, out of stock, restocked (with pieces), another price, another holder. */
  marks: Type.Array(
    Type.Object({
      day: Day,
      kind: Type.Union((['spike', 'empty', 'restock', 'price', 'holder'] as const).map((k) => Type.Literal(k))),
      text: Type.String(),
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

const byCode = Type.Object({ marketplace: MarketplaceId, code: Type.String({ maxLength: 40 }) });

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
  surroundings: route(
    'get',
    '/api/marketplaces/{marketplace}/listings/{code}/surroundings',
    'Season and trend of it and of its category; page craft of its shelf.',
    { params: byCode, reply: Surroundings },
  ),
  against: route(
    'get',
    '/api/marketplaces/{marketplace}/listings/{code}/against',
    'Each limit of a sift, written as its address, met or not met by the listing.',
    {
      params: byCode,
      query: Type.Object({ search: Type.String({ maxLength: 2000 }) }),
      reply: Type.Object({ verdicts: Type.Array(LimitVerdict), words: Type.String() }),
    },
  ),
  keepCounts: route(
    'put',
    '/api/marketplaces/{marketplace}/listings/{code}/counts',
    'Keeps stock counts of one’s own and takes others away; its estimate follows.',
    {
      params: byCode,
      body: Type.Object(
        {
          counts: Type.Array(KeptCount, { maxItems: 2000 }),
          remove: Type.Array(Day, { maxItems: 2000 }),
        },
        { additionalProperties: false },
      ),
      reply: Done,
    },
  ),
  overruleCraft: route(
    'put',
    '/api/marketplaces/{marketplace}/listings/{code}/craft/{part}',
    'Overrules a part of its page craft with a note; null lets the rubric decide again.',
    {
      params: Type.Object({ ...byCode.properties, part: CraftKey }),
      body: Type.Object(
        {
          points: Nullable(Type.Integer({ minimum: 0, maximum: 100 })),
          note: Type.String({ maxLength: 400 }),
          version: Version,
        },
        { additionalProperties: false },
      ),
      reply: Kept,
    },
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
          codes: Type.Array(Type.String({ maxLength: 40 }), { maxItems: 1000 }),
          state: Nullable(MarkState),
          reason: Type.String({ maxLength: 200 }),
        },
        { additionalProperties: false },
      ),
      reply: Done,
    },
  ),
};
