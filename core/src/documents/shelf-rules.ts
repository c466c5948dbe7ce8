import { Type, type Static } from '@sinclair/typebox';
import { exactly, keyed, MOST_COUNT, numberField, oneOf, wholeField } from './shapes.ts';

/** Parts of openness, each 0–100, higher always better for a newcomer. */
export const PARTS = ['demand', 'spread', 'wall', 'newcomers', 'room', 'craft', 'steadiness'] as const;
export const PartKey = oneOf(...PARTS);
export type PartKey = Static<typeof PartKey>;

const bound = { minimum: -MOST_COUNT, maximum: MOST_COUNT };
/** A piecewise-linear map: points of rising x; outside them the outermost y holds. */
export const PartMap = Type.Array(Type.Tuple([Type.Number(bound), Type.Number({ minimum: 0, maximum: 100 })]), {
  minItems: 2,
  maxItems: 8,
});
export type PartMap = Static<typeof PartMap>;
export const PartRule = Type.Object(
  { weight: numberField('decimal', { title: 'Weight', maximum: 100 }), map: PartMap },
  exactly,
);
export type PartRule = Static<typeof PartRule>;

/** The seller's own thresholds and maps of shelves. */
export const ShelfRules = Type.Object(
  {
    share: numberField('percent', { title: 'Most of the revenue is' }),
    fewest: wholeField('count', { title: 'Fewest listings to say anything of', minimum: 2, maximum: 50 }),
    ownedShare: numberField('percent', { title: 'Owned: two brands take' }),
    wallReviews: numberField('count', { title: 'Wall: reviews above' }),
    wallShare: numberField('percent', { title: 'Wall too high: share of those who earn most' }),
    newcomerMonths: numberField('months', { title: 'Newcomer: months on sale under' }),
    newcomerReviews: numberField('count', { title: 'or reviews up to' }),
    newcomerShare: numberField('percent', { title: 'Newcomers earn: of the median', maximum: 10 }),
    cheapShare: numberField('percent', { title: 'Cheap: of the median price', maximum: 10 }),
    warFall: numberField('percent', { title: 'Price war: median fell' }),
    cutShare: numberField('percent', { title: 'or share of listings that cut' }),
    cutDepth: numberField('percent', { title: 'a cut being' }),
    outlierTimes: numberField('decimal', { title: 'Outlier: times the third best' }),
    outlierZ: numberField('decimal', { title: 'and robust deviations' }),
    weakCraft: numberField('points', { title: 'Weak pages: page craft below', maximum: 100 }),
    healthyListings: wholeField('count', { title: 'Healthy: listings that make', minimum: 1 }),
    healthyRevenue: numberField('major-money', { title: 'at least a month' }),
    parts: Type.Object(keyed(PARTS, PartRule), exactly),
  },
  { ...exactly, title: 'Rules for shelves' },
);
export type ShelfRules = Static<typeof ShelfRules>;
