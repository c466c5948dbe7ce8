import { Type, type Static } from '@sinclair/typebox';
import { Day, Money, Nullable, Rate, Version, oneOf } from '@kettle/core/documents/shapes';
import { WaitFor, WatchPlan, WatchRules } from '@kettle/core/documents/watch-rules';
import { route } from './route.ts';
import { Done, Id, Job, Kept, MarketplaceId } from './shapes.ts';

const byId = Type.Object({ id: Id });
const inMarketplace = Type.Object({ marketplace: MarketplaceId });
const ofMarketplace = Type.Object({ marketplace: MarketplaceId, id: Id });
const exactly = { additionalProperties: false } as const;
const Code = Type.String({ maxLength: 40 });
const Codes = Type.Array(Code, { minItems: 1, maxItems: 5000 });
export const Label = Type.String({ minLength: 1, maxLength: 40, pattern: '\\S' });
const Labels = Type.Array(Label, { maxItems: 20 });

export const Added = Type.Object({
  added: Type.Array(Type.String()),
  already: Type.Array(Type.String()),
  unknown: Type.Array(Type.String()),
  noCodes: Type.Array(Type.String()),
});
export type Added = Static<typeof Added>;

export const WatchGroup = Type.Object({
  listings: Type.Array(Type.Object({ code: Type.String(), title: Type.String() })),
  days: Type.Array(
    Type.Object({
      day: Day,
      units: Nullable(Type.Number()),
      price: Nullable(Type.Number()),
      counted: Type.Integer(),
      each: Type.Record(Type.String(), Nullable(Type.Number())),
    }),
  ),
  /** Averages a listing over the last 30 days with readings, and over the 30 before. */
  now: Type.Object({ unitsPerDay: Nullable(Type.Number()), price: Nullable(Type.Number()), days: Type.Integer() }),
  before: Type.Object({ unitsPerDay: Nullable(Type.Number()), price: Nullable(Type.Number()), days: Type.Integer() }),
  course: Nullable(Type.Object({ word: oneOf('held', 'rose', 'fell'), by: Rate })),
  changes: Type.Array(Type.Object({ code: Type.String(), day: Day, text: Type.String() })),
});
export type WatchGroup = Static<typeof WatchGroup>;

const FiguresOfDay = Type.Object({
  day: Day,
  units: Nullable(Type.Number()),
  low: Nullable(Type.Number()),
  high: Nullable(Type.Number()),
  price: Nullable(Money),
  reviews: Nullable(Type.Integer()),
  rating: Nullable(Type.Number()),
  sellers: Nullable(Type.Integer()),
});
/** Then and now, with what lies between; null where nothing was kept of then. */
export const Between = Type.Object({
  times: Nullable(Type.Number()),
  season: Nullable(Type.Number()),
  beyond: Nullable(Type.Number()),
  withinDoubt: Type.Boolean(),
  causes: Type.Array(
    Type.Object({
      what: oneOf('price', 'sellers', 'stock', 'rating'),
      before: Nullable(Type.Number()),
      now: Type.Number(),
    }),
  ),
});
export const WatchedListing = Type.Object({
  code: Type.String(),
  title: Type.String(),
  brand: Type.String(),
  category: Type.String(),
  since: Day,
  group: Nullable(Id),
  labels: Type.Array(Type.String()),
  family: Type.Boolean({ description: 'One of several variations.' }),
  lastReading: Nullable(Day),
  stale: Type.Boolean({ description: 'Not read when it was last due.' }),
  readings: Type.Integer({ description: 'Days read of the last 240.' }),
  rank: Nullable(Type.Integer()),
  stock: Nullable(Type.Integer()),
  now: FiguresOfDay,
  then: Nullable(FiguresOfDay),
  between: Nullable(Between),
  /** Units a day by rank, of the last 60 days; null where it was not read. */
  course: Type.Array(Nullable(Type.Number())),
  candidates: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
export type WatchedListing = Static<typeof WatchedListing>;

const newsParts = { day: Day, weight: Type.Number() };
export const News = Type.Union([
  Type.Object({ ...newsParts, kind: oneOf('price', 'rating', 'sellers'), before: Type.Number(), now: Type.Number() }),
  Type.Object({
    ...newsParts,
    kind: Type.Literal('level'),
    of: oneOf('units', 'rank'),
    times: Type.Number(),
    days: Type.Integer(),
  }),
  Type.Object({ ...newsParts, kind: Type.Literal('stock'), what: oneOf('ran out', 'came back') }),
  Type.Object({ ...newsParts, kind: Type.Literal('holder'), before: Type.String(), now: Type.String() }),
  Type.Object({
    ...newsParts,
    kind: Type.Literal('reviews'),
    now: Type.Integer(),
    usual: Type.Number(),
    days: Type.Integer(),
  }),
  Type.Object({ ...newsParts, kind: Type.Literal('page'), parts: Type.Array(Type.String()) }),
  Type.Object({
    ...newsParts,
    kind: Type.Literal('terms'),
    term: Type.String(),
    before: Nullable(Type.Integer()),
    now: Nullable(Type.Integer()),
    searches: Nullable(Type.Number()),
  }),
]);
const WatchedBrief = Type.Object({
  code: Type.String(),
  title: Type.String(),
  brand: Type.String(),
  group: Nullable(Id),
  labels: Type.Array(Type.String()),
  candidates: Type.Array(Type.Object({ id: Id, name: Type.String() })),
});
/** What is new of the watched listings since a day, the gravest first. */
export const Morning = Type.Object({
  since: Day,
  today: Day,
  watched: Type.Integer(),
  listings: Type.Array(
    Type.Composite([
      WatchedBrief,
      Type.Object({
        news: Type.Array(News),
        weight: Type.Number(),
        days: Type.Array(Type.Object({ day: Day, price: Nullable(Type.Integer()), units: Nullable(Type.Number()) })),
      }),
    ]),
  ),
  /** Groups whose members went to another level together, beyond the season of their kind. */
  groups: Type.Array(
    Type.Object({
      id: Id,
      name: Type.String(),
      listings: Type.Integer(),
      day: Day,
      times: Type.Number(),
      days: Type.Integer(),
    }),
  ),
  stale: Type.Array(Type.Composite([WatchedBrief, Type.Object({ last: Nullable(Day) })])),
  due: Type.Array(Type.Object({ id: Id, name: Type.String(), day: Day })),
  /** Candidates whose wait is over, and since when what they wait for has held. */
  met: Type.Array(Type.Object({ id: Id, name: Type.String(), weeks: Type.Integer(), wait: WaitFor })),
});
export type Morning = Static<typeof Morning>;

/** What is kept of a watched listing: handed back before it is changed, so that the change can be undone. */
export const WatchedState = Type.Object(
  {
    code: Code,
    since: Day,
    group: Nullable(Id),
    labels: Labels,
    then: Nullable(Type.Object(FiguresOfDay.properties, exactly)),
  },
  exactly,
);
export type WatchedState = Static<typeof WatchedState>;

export const GroupOfWatched = Type.Object({
  id: Id,
  name: Type.String(),
  rules: Nullable(WatchRules),
  version: Version,
  listings: Type.Integer(),
});
export type GroupOfWatched = Static<typeof GroupOfWatched>;
const GroupName = Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' });

export const KeptWatchPlan = Type.Object({ plan: WatchPlan, version: Version }, exactly);
export type KeptWatchPlan = Static<typeof KeptWatchPlan>;

export const WatchRun = Type.Object({
  id: Id,
  day: Day,
  asked: oneOf('daily', 'by hand', 'hob'),
  state: oneOf('asked', 'short', 'done'),
  listings: Type.Integer(),
  read: Type.Integer(),
  readings: Type.Integer(),
  tries: Type.Array(
    Type.Object({ at: Type.String(), read: Type.Integer(), missed: Type.Integer(), message: Type.String() }),
  ),
  nextTry: Nullable(Type.String()),
});
export type WatchRun = Static<typeof WatchRun>;

export const WatchEvent = Type.Object({
  id: Id,
  kind: oneOf('holiday', 'sale', 'note'),
  first: Day,
  last: Day,
  text: Type.String(),
});
export type WatchEvent = Static<typeof WatchEvent>;

/** Series of several listings, day by day; null where one was not read. */
export const WatchChart = Type.Object({
  days: Type.Array(Day),
  listings: Type.Array(
    Type.Object({
      code: Type.String(),
      title: Type.String(),
      brand: Type.String(),
      units: Type.Array(Nullable(Type.Number())),
      price: Type.Array(Nullable(Type.Integer())),
      rank: Type.Array(Nullable(Type.Integer())),
      reviews: Type.Array(Nullable(Type.Integer())),
      empty: Type.Array(Type.Integer(), { description: 'Places of the days on which nothing was in stock.' }),
    }),
  ),
  events: Type.Array(WatchEvent),
});
export type WatchChart = Static<typeof WatchChart>;

const PlaceMove = Type.Union([
  Type.Object({ how: Type.Literal('moved'), by: Type.Integer() }),
  Type.Object({ how: oneOf('came', 'left') }),
]);
export const Positions = Type.Object({
  listings: Type.Array(Type.Object({ code: Type.String(), title: Type.String() })),
  terms: Type.Array(
    Type.Object({
      id: Id,
      term: Type.String(),
      searches: Nullable(Type.Number({ description: 'A month, over the last quarter.' })),
      chosen: Type.Boolean({ description: 'Kept for a candidate.' }),
      places: Type.Array(
        Type.Object({
          code: Type.String(),
          readings: Type.Integer(),
          last: Nullable(Day),
          now: Nullable(Type.Integer()),
          paidNow: Nullable(Type.Integer()),
          typical: Nullable(Type.Integer()),
          best: Nullable(Type.Integer()),
          worst: Nullable(Type.Integer()),
          onPage: Rate,
          inFirstRows: Rate,
          paid: Rate,
          over7: Nullable(PlaceMove),
          over28: Nullable(PlaceMove),
          course: Type.Array(Nullable(Type.Integer()), { description: 'Unpaid places of the last 60 readings.' }),
        }),
      ),
    }),
  ),
});
export type Positions = Static<typeof Positions>;

const Which = Type.Object({
  group: Type.Optional(Id),
  codes: Type.Optional(Type.String({ maxLength: 20_000, description: 'Listing codes, parted by commas.' })),
});
const path = '/api/marketplaces/{marketplace}/watch';

export const watch = {
  morning: route(
    'get',
    `${path}/morning`,
    'What is new of the watched listings since a day, the gravest first; which were not read, and what is due.',
    { params: inMarketplace, query: Type.Object({ since: Day }), reply: Morning },
  ),
  list: route('get', path, 'The watched listings, with then and now.', {
    params: inMarketplace,
    reply: Type.Array(WatchedListing),
  }),
  add: route('post', path, 'Watches listings by pasted codes or addresses.', {
    params: inMarketplace,
    body: Type.Object(
      {
        text: Type.String({ minLength: 1, maxLength: 100_000 }),
        group: Type.Optional(Nullable(Id)),
        labels: Type.Optional(Labels),
        family: Type.Optional(Type.Boolean({ description: 'All variations of each, too.' })),
      },
      exactly,
    ),
    reply: Type.Composite([
      Added,
      Type.Object({ first: Type.String({ description: 'When the first reading comes.' }) }),
    ]),
  }),
  remove: route('delete', `${path}/{code}`, 'Stops watching a listing; its readings stay.', {
    params: Type.Object({ marketplace: MarketplaceId, code: Code }),
    reply: Type.Object({ before: Type.Array(WatchedState) }),
  }),
  change: route('post', `${path}/change`, 'Puts watched listings into a group, labels them, or stops watching them.', {
    params: inMarketplace,
    body: Type.Object(
      {
        codes: Codes,
        group: Type.Optional(Nullable(Id)),
        add: Type.Optional(Labels),
        remove: Type.Optional(Labels),
        stop: Type.Optional(Type.Boolean()),
      },
      exactly,
    ),
    reply: Type.Object({ before: Type.Array(WatchedState) }),
  }),
  restore: route('post', `${path}/restore`, 'Puts watched listings back as they were before a change.', {
    params: inMarketplace,
    body: Type.Object({ states: Type.Array(WatchedState, { minItems: 1, maxItems: 5000 }) }, exactly),
    reply: Done,
  }),
  groups: route('get', `${path}/groups`, 'The groups of watched listings.', {
    params: inMarketplace,
    reply: Type.Array(GroupOfWatched),
  }),
  addGroup: route('post', `${path}/groups`, 'Makes a group.', {
    params: inMarketplace,
    body: Type.Object({ name: GroupName }, exactly),
    reply: Type.Object({ id: Id }),
  }),
  keepGroup: route('put', `${path}/groups/{id}`, 'Names a group, and keeps its rules for what is news.', {
    params: ofMarketplace,
    body: Type.Object({ name: GroupName, rules: Nullable(WatchRules), version: Version }, exactly),
    reply: Kept,
  }),
  dropGroup: route('delete', `${path}/groups/{id}`, 'Removes a group; its listings stay watched.', {
    params: ofMarketplace,
    reply: Type.Object({ before: Type.Array(WatchedState) }),
  }),
  plan: route('get', `${path}/plan`, 'How listings are watched.', { params: inMarketplace, reply: KeptWatchPlan }),
  keepPlan: route('put', `${path}/plan`, 'Keeps how listings are watched.', {
    params: inMarketplace,
    body: KeptWatchPlan,
    reply: Kept,
  }),
  runs: route('get', `${path}/runs`, 'The daily runs, the newest first.', {
    params: inMarketplace,
    reply: Type.Object({ runs: Type.Array(WatchRun), next: Nullable(Type.String()) }),
  }),
  run: route('post', `${path}/runs`, 'Takes stock of today’s readings now.', {
    params: inMarketplace,
    reply: WatchRun,
  }),
  events: route('get', `${path}/events`, 'What stands on the axis of days.', {
    params: inMarketplace,
    reply: Type.Array(WatchEvent),
  }),
  addEvent: route('post', `${path}/events`, 'Puts a holiday, sale days or a note on the axis of days.', {
    params: inMarketplace,
    body: Type.Object(
      {
        kind: oneOf('holiday', 'sale', 'note'),
        first: Day,
        last: Day,
        text: Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' }),
      },
      exactly,
    ),
    reply: Type.Object({ id: Id }),
  }),
  dropEvent: route('delete', `${path}/events/{id}`, 'Takes it off the axis again.', {
    params: ofMarketplace,
    reply: Done,
  }),
  chart: route('get', `${path}/chart`, 'Days of several listings beside each other.', {
    params: inMarketplace,
    query: Type.Composite([Which, Type.Object({ days: Type.Optional(Type.Integer({ minimum: 7, maximum: 1100 })) })]),
    reply: WatchChart,
  }),
  positions: route('get', `${path}/positions`, 'Where listings stand for terms.', {
    params: inMarketplace,
    query: Which,
    reply: Positions,
  }),
  group: route(
    'get',
    '/api/candidates/{id}/readings',
    'Readings of a candidate’s listings, day by day, with averages.',
    { params: byId, reply: WatchGroup },
  ),
  moveHob: route(
    'post',
    '/api/marketplaces/{marketplace}/hob',
    'Moves the demo’s clock on: a reading a day for each watched listing.',
    {
      params: inMarketplace,
      body: Type.Object({ days: Type.Union([Type.Literal(1), Type.Literal(7), Type.Literal(30)]) }, exactly),
      reply: Job,
    },
  ),
};
