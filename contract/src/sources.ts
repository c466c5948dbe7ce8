import { Type, type Static } from '@sinclair/typebox';
import { FeeSchedule } from '@kettle/core/documents/fee-schedule';
import { Day, Money, Nullable } from '@kettle/core/documents/shapes';
import { route } from './route.ts';
import { Done, Id, Job, MarketplaceId } from './shapes.ts';

export const Marketplace = Type.Object({
  id: MarketplaceId,
  name: Type.String(),
  currency: Type.String(),
  measures: Type.Union([Type.Literal('imperial'), Type.Literal('metric')]),
  host: Type.String(),
  country: Type.String({ description: 'ISO 3166-1 code; empty where it was not said.' }),
  vat: Nullable(Type.Number({ description: 'Value-added tax that prices contain, 0–1.' })),
  addressPattern: Type.String({ description: 'Address of a listing with {code} in it; empty for none.' }),
  today: Day,
  simulated: Type.Boolean({ description: 'The clock is the hob’s, not the real one.' }),
  readUpTo: Nullable(Day),
  listings: Type.Integer(),
  candidates: Type.Integer(),
  shortlisted: Type.Integer(),
  schedules: Type.Array(
    Type.Object({
      id: Id,
      name: Type.String(),
      validFrom: Day,
      source: Type.String(),
      vat: Type.Number({ description: 'The value-added tax it reckons with, 0–1.' }),
    }),
  ),
  curves: Type.Integer(),
  removed: Type.Integer({ description: 'Listings that were removed and can be put back.' }),
});
export type Marketplace = Static<typeof Marketplace>;

export const Category = Type.Object({
  id: Id,
  parent: Nullable(Id),
  name: Type.String(),
  path: Type.String(),
  depth: Type.Integer(),
  gated: Type.Boolean(),
  listings: Type.Integer(),
});
export type Category = Static<typeof Category>;

export const NewMarketplace = Type.Object(
  {
    name: Type.String({ minLength: 2, maxLength: 80, pattern: '\\S' }),
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    measures: Type.Union([Type.Literal('imperial'), Type.Literal('metric')]),
    copyFrom: Nullable(
      Type.String({
        maxLength: 40,
        description: 'A demo marketplace whose fee schedules and rank curves are copied.',
      }),
    ),
  },
  { additionalProperties: false },
);

export const MarketplaceFacts = Type.Object({
  name: Type.String({ minLength: 2, maxLength: 80, pattern: '\\S' }),
  measures: Type.Union([Type.Literal('imperial'), Type.Literal('metric')]),
  country: Type.String({ pattern: '^([A-Z]{2})?$' }),
  vat: Nullable(Type.Number({ minimum: 0, maximum: 1 })),
  addressPattern: Type.String({ maxLength: 300 }),
});
export type MarketplaceFacts = Static<typeof MarketplaceFacts>;

export const ImportKind = Type.Union([
  Type.Literal('listings'),
  Type.Literal('readings'),
  Type.Literal('months'),
  Type.Literal('reviews'),
  Type.Literal('counts'),
  Type.Literal('terms'),
  Type.Literal('positions'),
  Type.Literal('clicks'),
  Type.Literal('quotes'),
  Type.Literal('rates'),
]);
export type ImportKind = Static<typeof ImportKind>;
/** Which column of the file holds which field; a field left out is not in the file. */
export const Mapping = Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 200 }), {
  maxProperties: 100,
});
const DateOrder = Type.Union([Type.Literal('day-first'), Type.Literal('month-first')], {
  description: 'What stands first in dates of figures, where the file itself does not show it.',
});
const Repeats = Type.Union([Type.Literal('later'), Type.Literal('first')], {
  description: 'Which of several rows about the same counts.',
});
/** What can be set for a file besides its columns. */
export interface ImportSettings {
  /** The sheet of a workbook, or the file of an archive. */
  sheet?: string | null | undefined;
  /** What stands first in dates of figures, where the file itself does not show it. */
  dates?: Static<typeof DateOrder> | undefined;
  /** Which of several rows about the same counts; the later one where it is not said. */
  repeats?: Static<typeof Repeats> | undefined;
}
export const Preview = Type.Object({
  upload: Id,
  name: Type.String(),
  rows: Type.Integer(),
  columns: Type.Array(Type.String()),
  sheets: Type.Array(Type.String(), { description: 'Sheets of a workbook, or files of an archive, to choose from.' }),
  sheet: Nullable(Type.String()),
  sample: Type.Array(Type.Record(Type.String(), Type.String())),
  mapping: Mapping,
  remembered: Type.Boolean({ description: 'The columns are as they were set for an earlier file like this one.' }),
  byContents: Type.Array(Type.String(), { description: 'Fields whose column shows only by its cells.' }),
  /** What it was looked at as: as it was asked, as a file like it was, or as its columns show. */
  kind: ImportKind,
  source: Nullable(Type.String({ description: 'What an earlier file like this one was named as.' })),
  dates: Nullable(DateOrder),
  repeats: Repeats,
  understood: Type.Array(
    Type.Object({
      key: Type.String(),
      samples: Type.Array(Type.String(), { description: 'The first cells as they were understood.' }),
      leftOut: Type.Integer({ description: 'Cells that cannot be understood and would be left out.' }),
      reason: Nullable(Type.String({ description: 'Why the first of them would be.' })),
    }),
    { description: 'What each field would come to; empty while a needed column is not chosen.' },
  ),
  check: Type.Object({
    rows: Type.Integer({ description: 'Rows that were gone through: all, or the first of a large file.' }),
    refused: Type.Integer(),
    reasons: Type.Array(Type.String(), { description: 'Of the first rows that would be refused, with their lines.' }),
    repeated: Type.Integer({ description: 'Rows about the same as an earlier one.' }),
    repeats: Type.Array(Type.String(), { description: 'Which lines, of the first of them.' }),
    converted: Type.Integer({ description: 'Sums that would be converted by a rate.' }),
  }),
  fields: Type.Array(
    Type.Object({ key: Type.String(), name: Type.String(), required: Type.Boolean(), explanation: Type.String() }),
  ),
});
export type Preview = Static<typeof Preview>;

export const KeptImport = Type.Object({
  id: Id,
  kind: ImportKind,
  name: Type.String(),
  source: Type.String(),
  firstDay: Nullable(Day),
  lastDay: Nullable(Day),
  taken: Type.Integer(),
  message: Type.String(),
  troubled: Type.Integer({ description: 'Rows refused and cells left out.' }),
  at: Type.String({ description: 'When it was taken in, UTC.' }),
  takenBackAt: Nullable(Type.String()),
});
export type KeptImport = Static<typeof KeptImport>;

const inMarketplace = Type.Object({ marketplace: MarketplaceId });

const ChangedNet = Type.Object({
  code: Type.String(),
  title: Type.String(),
  price: Money,
  before: Money,
  after: Money,
});
export const ComparedSchedules = Type.Object({
  listings: Type.Integer(),
  unknown: Type.Integer({ description: 'Their price, weight or size is not known, or no class takes them.' }),
  lose: Type.Integer(),
  gain: Type.Integer(),
  same: Type.Integer(),
  ofASale: Type.Integer({ description: 'What is left more (or less, below 0) of one sale of each, minor units.' }),
  ofAMonth: Type.Integer({ description: 'The same of a month’s sales, where units are known.' }),
  worst: Type.Array(ChangedNet),
  best: Type.Array(ChangedNet),
  byCategory: Type.Array(
    Type.Object({
      category: Type.String(),
      listings: Type.Integer(),
      lose: Type.Integer(),
      gain: Type.Integer(),
      ofASale: Type.Integer(),
    }),
  ),
});
export type ComparedSchedules = Static<typeof ComparedSchedules>;

export const sources = {
  health: route('get', '/api/health', 'Whether the server and its database answer.', {
    reply: Type.Object({ ok: Type.Boolean(), workspace: Type.String() }),
  }),
  marketplaces: route('get', '/api/marketplaces', 'The marketplaces of the workspace.', {
    reply: Type.Object({
      workspace: Type.Union([Type.Literal('demo'), Type.Literal('own')]),
      marketplaces: Type.Array(Marketplace),
      templates: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), currency: Type.String() })),
      bin: Type.Array(
        Type.Object({ id: Type.String(), name: Type.String(), at: Type.String(), listings: Type.Integer() }),
        { description: 'Marketplaces that were removed and can be put back.' },
      ),
    }),
  }),
  addMarketplace: route('post', '/api/marketplaces', 'Adds a marketplace.', {
    body: NewMarketplace,
    reply: Type.Object({ id: MarketplaceId }),
  }),
  changeMarketplace: route(
    'patch',
    '/api/marketplaces/{marketplace}',
    'Changes what is said of a marketplace; what another window has changed meanwhile is not overwritten.',
    {
      params: inMarketplace,
      body: Type.Object(
        {
          set: Type.Partial(MarketplaceFacts, { additionalProperties: false }),
          was: Type.Partial(MarketplaceFacts, { additionalProperties: false }),
        },
        { additionalProperties: false },
      ),
      reply: Done,
    },
  ),
  changeCategory: route(
    'patch',
    '/api/marketplaces/{marketplace}/categories/{id}',
    'Renames a category with all below it, joins it to another (its listings go there), or says that it is gated.',
    {
      params: Type.Object({ marketplace: MarketplaceId, id: Id }),
      body: Type.Object(
        {
          name: Type.Optional(Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' })),
          into: Type.Optional(Id),
          gated: Type.Optional(Type.Boolean()),
        },
        { additionalProperties: false, minProperties: 1 },
      ),
      reply: Type.Object({ id: Id }),
    },
  ),
  removeMarketplace: route('delete', '/api/marketplaces/{marketplace}', 'Removes a marketplace; it can be put back.', {
    params: inMarketplace,
    reply: Done,
  }),
  restoreMarketplace: route('post', '/api/marketplaces/{marketplace}/restore', 'Puts a removed marketplace back.', {
    params: inMarketplace,
    reply: Done,
  }),
  removeListings: route(
    'post',
    '/api/marketplaces/{marketplace}/listings/remove',
    'Removes listings from the catalogue; they can be put back. Those that a candidate stands on stay.',
    {
      params: inMarketplace,
      body: Type.Object(
        { codes: Type.Array(Type.String({ maxLength: 40 }), { minItems: 1, maxItems: 1000 }) },
        { additionalProperties: false },
      ),
      reply: Type.Object({ removed: Type.Integer(), kept: Type.Array(Type.String()) }),
    },
  ),
  restoreListings: route(
    'post',
    '/api/marketplaces/{marketplace}/listings/restore',
    'Puts all removed listings back; where one of the same code has come since, that one stays.',
    { params: inMarketplace, reply: Type.Object({ restored: Type.Integer(), overtaken: Type.Integer() }) },
  ),
  takeSchedule: route(
    'post',
    '/api/marketplaces/{marketplace}/fee-schedules',
    'Takes a fee schedule in; one of the same day gives way.',
    { params: inMarketplace, body: FeeSchedule, reply: Type.Object({ id: Id }) },
  ),
  compareSchedules: route(
    'post',
    '/api/marketplaces/{marketplace}/fee-schedules/compare',
    'What another fee schedule would leave of a sale of each listing.',
    {
      params: inMarketplace,
      body: Type.Object({ before: Id, after: FeeSchedule }, { additionalProperties: false }),
      reply: ComparedSchedules,
    },
  ),
  removeSchedule: route(
    'delete',
    '/api/fee-schedules/{id}',
    'Removes a fee schedule that no costing is reckoned with.',
    { params: Type.Object({ id: Id }), reply: Done },
  ),
  schedule: route('get', '/api/fee-schedules/{id}', 'A fee schedule as its open format has it.', {
    params: Type.Object({ id: Id }),
    reply: FeeSchedule,
  }),
  copyFees: route(
    'post',
    '/api/marketplaces/{marketplace}/copy-fees',
    'Copies fee schedules and rank curves from a demo marketplace.',
    {
      params: inMarketplace,
      body: Type.Object({ from: Type.String({ maxLength: 40 }) }, { additionalProperties: false }),
      reply: Type.Object({ schedules: Type.Integer(), curves: Type.Integer() }),
    },
  ),
  categories: route(
    'get',
    '/api/marketplaces/{marketplace}/categories',
    'The category tree with the listings under each branch.',
    { params: inMarketplace, reply: Type.Array(Category) },
  ),
  preview: route(
    'post',
    '/api/marketplaces/{marketplace}/imports/{kind}/preview',
    'Takes a file and proposes which column is what; as “any”, what it holds is told from its columns.',
    {
      params: Type.Object({ marketplace: MarketplaceId, kind: Type.Union([ImportKind, Type.Literal('any')]) }),
      query: Type.Object({ name: Type.String({ maxLength: 255 }) }),
      body: Type.String(),
      reply: Preview,
    },
  ),
  import: route('post', '/api/marketplaces/{marketplace}/imports/{kind}', 'Takes a previewed file in, as a job.', {
    params: Type.Object({ marketplace: MarketplaceId, kind: ImportKind }),
    body: Type.Object(
      {
        upload: Id,
        mapping: Mapping,
        source: Type.String({ minLength: 1, maxLength: 200, pattern: '\\S' }),
        sheet: Type.Optional(Nullable(Type.String({ maxLength: 200 }))),
        dates: Type.Optional(DateOrder),
        repeats: Type.Optional(Repeats),
      },
      { additionalProperties: false },
    ),
    reply: Job,
  }),
  look: route(
    'post',
    '/api/marketplaces/{marketplace}/imports/{kind}/uploads/{upload}/look',
    'Looks at another sheet of a file that was sent, or at it as another kind.',
    {
      params: Type.Object({ marketplace: MarketplaceId, kind: ImportKind, upload: Id }),
      body: Type.Object(
        {
          sheet: Nullable(Type.String({ maxLength: 200 })),
          mapping: Type.Optional(Mapping),
          dates: Type.Optional(DateOrder),
          repeats: Type.Optional(Repeats),
        },
        { additionalProperties: false },
      ),
      reply: Preview,
    },
  ),
  imports: route('get', '/api/marketplaces/{marketplace}/imports', 'What was taken in, newest first.', {
    params: inMarketplace,
    reply: Type.Array(KeptImport),
  }),
  takeBack: route(
    'post',
    '/api/imports/{id}/take-back',
    'Takes an import back, as a job: all is as if it had never been.',
    {
      params: Type.Object({ id: Id }),
      reply: Job,
    },
  ),
  takeAgain: route('post', '/api/imports/{id}/take-again', 'Takes an import in again that was taken back, as a job.', {
    params: Type.Object({ id: Id }),
    reply: Job,
  }),
  correctNiches: route(
    'post',
    '/api/marketplaces/{marketplace}/niche-corrections',
    'Puts search terms under a niche by hand, as a job; null leaves them to files and the grouping again.',
    {
      params: inMarketplace,
      body: Type.Object(
        {
          terms: Type.Array(Id, { minItems: 1, maxItems: 5000 }),
          niche: Nullable(Type.String({ minLength: 1, maxLength: 160 })),
        },
        { additionalProperties: false },
      ),
      reply: Job,
    },
  ),
  jobs: route('get', '/api/jobs', 'The latest jobs, newest first.', { reply: Type.Array(Job) }),
  job: route('get', '/api/jobs/{id}', 'One job.', { params: Type.Object({ id: Id }), reply: Job }),
  cancelJob: route('delete', '/api/jobs/{id}', 'Cancels a job that has not ended.', {
    params: Type.Object({ id: Id }),
    reply: Done,
  }),
  find: route(
    'get',
    '/api/marketplaces/{marketplace}/find',
    'Listings, candidates, brands, search terms and niches by what they are called.',
    {
      params: inMarketplace,
      query: Type.Object({ q: Type.String({ minLength: 1, maxLength: 200 }) }),
      reply: Type.Object({
        listings: Type.Array(Type.Object({ code: Type.String(), title: Type.String(), brand: Type.String() })),
        candidates: Type.Array(Type.Object({ id: Id, name: Type.String(), stage: Type.String() })),
        brands: Type.Array(Type.String()),
        terms: Type.Array(Type.Object({ id: Id, text: Type.String() })),
        niches: Type.Array(Type.Object({ id: Id, name: Type.String() })),
      }),
    },
  ),
};
