import { Type, type Static } from '@sinclair/typebox';
import { exactly, numberField, oneOf, wholeField } from './shapes.ts';

/** What can be new of a watched listing. */
export const NEWS_KINDS = [
  'level',
  'price',
  'stock',
  'sellers',
  'holder',
  'rating',
  'reviews',
  'page',
  'terms',
] as const;
export const NewsKind = oneOf(...NEWS_KINDS);
export type NewsKind = Static<typeof NewsKind>;

/** From where on something is told of; what is below stays quiet. */
export const WatchRules = Type.Object(
  {
    price: numberField('percent', { title: 'A price that moved by', minimum: 0.001 }),
    level: numberField('percent', { title: 'Units on another level, by', minimum: 0.05, maximum: 5 }),
    rating: numberField('decimal', { title: 'A rating that moved by stars', minimum: 0.05, maximum: 4 }),
    reviews: wholeField('count', { title: 'Reviews in a burst, at least', minimum: 1, maximum: 10_000 }),
    reviewTimes: numberField('decimal', { title: 'and so many times as many as usual', minimum: 1, maximum: 100 }),
    places: wholeField('count', { title: 'Places of a term gained or lost, at least', minimum: 1, maximum: 50 }),
    quiet: Type.Array(NewsKind, { uniqueItems: true, maxItems: NEWS_KINDS.length, title: 'Never told of' }),
  },
  { ...exactly, title: 'From where on a watched listing is news' },
);
export type WatchRules = Static<typeof WatchRules>;

/** How a marketplace's listings are watched. */
export const WatchPlan = Type.Object(
  {
    /** The hour of the machine's clock at which the day's reading is taken stock of. */
    hour: wholeField('count', { title: 'Hour of the daily reading', maximum: 23 }),
    /** Off: only what is asked for by hand. */
    daily: Type.Boolean({ title: 'Every day' }),
    weeks: wholeField('count', { title: 'Weeks a candidate is watched before it may be shortlisted', maximum: 104 }),
    readings: wholeField('count', { title: 'and readings of its find, at least', maximum: 730 }),
    rules: WatchRules,
  },
  { ...exactly, title: 'How listings are watched' },
);
export type WatchPlan = Static<typeof WatchPlan>;

/** What a candidate waits for: a figure of its find, on the better side of a bound, week by week. */
export const WaitFor = Type.Object(
  {
    measure: oneOf('units', 'price', 'rank'),
    is: oneOf('above', 'below'),
    value: numberField('count', { title: 'Bound', minimum: 0 }),
    weeks: wholeField('count', { title: 'Weeks in a row', minimum: 1, maximum: 52 }),
  },
  { ...exactly, title: 'Wait until' },
);
export type WaitFor = Static<typeof WaitFor>;
