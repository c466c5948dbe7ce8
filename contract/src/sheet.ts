/** What a listing's sheet shows, part by part. */
import { Type, type Static } from '@sinclair/typebox';
import { Id } from './shapes.ts';
import { Figure } from '@kettle/core/documents/figure';
import { Day, Money, Nullable, Rate, Version, oneOf } from '@kettle/core/documents/shapes';

/** The rank curve over a window, with what the mean rank alone would give beside it. */
export const RankEstimate = Type.Object({
  figure: Figure,
  meanRank: Nullable(Type.Number()),
  atMeanRank: Nullable(Type.Number()),
  days: Type.Integer(),
  monthlyDays: Type.Integer(),
});

/** Monthly units in every way. */
export const UnitsInAllWays = Type.Object({
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
    state: oneOf('agree', 'disagree', 'alone', 'none'),
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
});

export const OwnCount = Type.Object(
  {
    day: Day,
    stock: Type.Integer({ minimum: 0, maximum: 1_000_000 }),
    seller: Type.String({ maxLength: 120 }),
  },
  { additionalProperties: false },
);
export type OwnCount = Static<typeof OwnCount>;
/** A count as it is sent, with the one of that day that it takes the place of: another there meanwhile is not overwritten. */
export const KeptCount = Type.Object(
  { ...OwnCount.properties, was: Type.Optional(Nullable(Type.Integer({ minimum: 0, maximum: 1_000_000 }))) },
  { additionalProperties: false },
);
export type KeptCount = Static<typeof KeptCount>;

export const CraftKey = oneOf('title', 'pictures', 'bullets', 'description');
export type CraftKey = Static<typeof CraftKey>;
export const PageCraft = Type.Object({
  value: Type.Integer(),
  parts: Type.Array(
    Type.Object({
      key: CraftKey,
      points: Type.Integer(),
      weight: Rate,
      checks: Type.Array(
        Type.Object({
          name: Type.String(),
          points: Type.Integer(),
          of: Type.Integer(),
          found: Type.String(),
          better: Type.String(),
        }),
      ),
      overruled: Nullable(Type.Object({ rubric: Type.Integer(), note: Type.String(), day: Day, version: Version })),
    }),
  ),
  leftOut: Type.Array(CraftKey),
});

export const FamilyMember = Type.Object({
  code: Type.String(),
  title: Type.String(),
  price: Nullable(Money),
  units: Nullable(Type.Number()),
  /** Of the units of those members whose units are known. */
  share: Nullable(Rate),
  reviews: Nullable(Type.Integer()),
  watched: Type.Boolean(),
});
export type FamilyMember = Static<typeof FamilyMember>;
export const Family = Type.Object({
  leader: Type.String(),
  members: Type.Array(FamilyMember),
  units: Nullable(Type.Number()),
  /** What the figures of the family stand for. */
  meaning: Type.String(),
});

export const Holder = Type.Object({
  seller: Type.String(),
  days: Type.Integer(),
  share: Rate,
  first: Day,
  last: Day,
});

/** Where a listing was put aside or dropped before, and why. */
export const Aside = Type.Object({
  kind: oneOf('mark', 'candidate', 'stay-away', 'brand'),
  sentence: Type.String(),
  reason: Type.String(),
  day: Nullable(Day),
  candidate: Nullable(Id),
});

const SourcedSide = Type.Object({
  measure: oneOf('units', 'price', 'reviews', 'stock'),
  source: Type.String(),
  value: Type.Number(),
  day: Day,
  used: Type.Boolean(),
});
export const Contradiction = Type.Object({
  measure: oneOf('units', 'price', 'reviews', 'stock'),
  sides: Type.Array(SourcedSide),
  sentence: Type.String(),
});

export const LimitVerdict = Type.Object({
  key: Type.String(),
  name: Type.String(),
  met: Nullable(Type.Boolean()),
  value: Type.String(),
  asked: Type.String(),
  off: Type.String(),
});
export type LimitVerdict = Static<typeof LimitVerdict>;

/** Season, trend and steadiness of monthly units. */
export const UnitsCourse = Type.Object({
  kind: oneOf('unknown', 'flash', 'once', 'season', 'steady'),
  season: Nullable(Rate),
  factors: Nullable(Type.Array(Type.Number())),
  bestThree: Nullable(Type.Object({ share: Rate, months: Type.Array(Type.Integer()) })),
  trend: oneOf('rising', 'falling', 'level', 'unknown'),
  trendYear: Nullable(Rate),
  trendP: Nullable(Rate),
  months: Type.Array(Type.Object({ month: Day, units: Nullable(Type.Number()) })),
  weakMonths: Nullable(Type.Integer()),
  swing: Nullable(Rate),
  pace: Nullable(Type.Number()),
  growthQuarter: Nullable(Rate),
  growthYear: Nullable(Rate),
  words: Type.String(),
});
export type UnitsCourse = Static<typeof UnitsCourse>;

/** What stands around a listing: the course of its category and the page craft of its shelf. */
export const Surroundings = Type.Object({
  course: UnitsCourse,
  category: Nullable(Type.Object({ name: Type.String(), listings: Type.Integer(), course: UnitsCourse })),
  shelf: Nullable(
    Type.Object({
      name: Type.String(),
      listings: Type.Integer(),
      /** Medians, whole and by part; null where a part is known of none. */
      craft: Nullable(Type.Number()),
      parts: Type.Record(Type.String(), Nullable(Type.Number())),
    }),
  ),
});
export type Surroundings = Static<typeof Surroundings>;
