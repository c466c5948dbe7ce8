import { Type, type Static } from '@sinclair/typebox';
import { Month } from '@kettle/core/documents/launch-year';
import { Brief } from '@kettle/core/documents/brief';
import { Corrections, ThemeRef } from '@kettle/core/documents/corrections';
import { Day, Nullable, Rate, Version } from '@kettle/core/documents/shapes';
import { Stage } from '@kettle/core/documents/stages';
import { WaitFor } from '@kettle/core/documents/watch-rules';
import { route } from './route.ts';
import { Added } from './watch.ts';
import { Done, Id, Job, Kept, ListingBrief, MarketplaceId } from './shapes.ts';

export const LogEntry = Type.Object({
  id: Id,
  kind: Type.String(),
  text: Type.String(),
  day: Day,
  stage: Nullable(Stage),
  /** Who did it; null where nobody signs in. */
  by: Nullable(Type.String()),
});
export const LineUpEntry = Type.Composite([
  ListingBrief,
  Type.Object({
    anchor: Type.Boolean(),
    addedOn: Day,
    thenPrice: Nullable(Type.Integer()),
    thenUnits: Nullable(Type.Number()),
    thenReviews: Nullable(Type.Integer()),
    watchedSince: Nullable(Day),
    lastReading: Nullable(Day),
    readings: Type.Integer(),
  }),
]);
export type LineUpEntry = Static<typeof LineUpEntry>;

export const CandidateBrief = Type.Object({
  id: Id,
  name: Type.String(),
  stage: Stage,
  anchorCode: Type.String(),
  listings: Type.Integer(),
  watchedSince: Nullable(Day),
  lookAgainOn: Nullable(Day),
  madeOn: Day,
});
export type CandidateBrief = Static<typeof CandidateBrief>;
export const Candidate = Type.Object({
  id: Id,
  marketplace: MarketplaceId,
  name: Type.String(),
  stage: Stage,
  dropReason: Nullable(Type.String()),
  lookAgainOn: Nullable(Day),
  waitFor: Nullable(WaitFor),
  /** How far what it waits for has held. */
  waiting: Nullable(
    Type.Object({
      held: Type.Integer(),
      met: Type.Boolean(),
      weeks: Type.Array(Type.Object({ from: Day, to: Day, mean: Nullable(Type.Number()), holds: Type.Boolean() })),
    }),
  ),
  /** How far it is along the seller's own waiting rule. */
  ready: Type.Object({
    weeks: Nullable(Type.Number()),
    readings: Type.Integer(),
    still: Nullable(Type.String()),
  }),
  madeOn: Day,
  stageDays: Type.Record(Type.String(), Day),
  lineUp: Type.Array(LineUpEntry),
  log: Type.Array(LogEntry),
});
export type Candidate = Static<typeof Candidate>;

const byId = Type.Object({ id: Id });
const inMarketplace = Type.Object({ marketplace: MarketplaceId });
const pasted = Type.Object(
  { text: Type.String({ minLength: 1, maxLength: 100_000 }) },
  { additionalProperties: false },
);

export const candidates = {
  list: route('get', '/api/marketplaces/{marketplace}/candidates', 'The candidates, newest first.', {
    params: inMarketplace,
    reply: Type.Array(CandidateBrief),
  }),
  start: route(
    'post',
    '/api/marketplaces/{marketplace}/candidates',
    'Starts a candidate from a listing with others as its line-up.',
    {
      params: inMarketplace,
      body: Type.Object(
        {
          name: Type.Optional(Type.String({ minLength: 1, maxLength: 160, pattern: '\\S' })),
          anchor: Type.String({ maxLength: 40 }),
          rivals: Type.Array(Type.String({ maxLength: 40 }), { maxItems: 200 }),
        },
        { additionalProperties: false },
      ),
      reply: Type.Object({ id: Id }),
    },
  ),
  get: route('get', '/api/candidates/{id}', 'One candidate with line-up and log.', { params: byId, reply: Candidate }),
  change: route('patch', '/api/candidates/{id}', 'Renames it, sets the day to look again, or what it waits for.', {
    params: byId,
    body: Type.Object(
      {
        name: Type.Optional(Type.String({ minLength: 1, maxLength: 160, pattern: '\\S' })),
        lookAgainOn: Type.Optional(Nullable(Day)),
        launchMonth: Type.Optional(Nullable(Month)),
        waitFor: Type.Optional(Nullable(WaitFor)),
      },
      { additionalProperties: false },
    ),
    reply: Done,
  }),
  stage: route(
    'post',
    '/api/candidates/{id}/stage',
    'Moves it to a stage; dropping takes a reason. From "watched" on its listings are watched.',
    {
      params: byId,
      body: Type.Object(
        { stage: Stage, reason: Type.Optional(Type.String({ maxLength: 400 })) },
        { additionalProperties: false },
      ),
      reply: Done,
    },
  ),
  note: route('post', '/api/candidates/{id}/notes', 'Writes a note into its log.', {
    params: byId,
    body: Type.Object(
      { text: Type.String({ minLength: 1, maxLength: 5000, pattern: '\\S' }) },
      { additionalProperties: false },
    ),
    reply: Done,
  }),
  addListings: route('post', '/api/candidates/{id}/line-up', 'Adds listings by pasted codes or addresses.', {
    params: byId,
    body: pasted,
    reply: Added,
  }),
  removeListing: route('delete', '/api/candidates/{id}/line-up/{code}', 'Takes a listing out of the line-up.', {
    params: Type.Object({ id: Id, code: Type.String({ maxLength: 40 }) }),
    reply: Done,
  }),
};

const Moved = Type.Union([
  Type.Literal('rising'),
  Type.Literal('falling'),
  Type.Literal('steady'),
  Type.Literal('unknown'),
]);
const Hits = Type.Object({ hits: Type.Integer(), of: Type.Integer() });
const Difference = Type.Object({ value: Type.Number(), low: Type.Number(), high: Type.Number() });
export const Theme = Type.Object({
  key: Type.String(),
  name: Type.String(),
  kind: Type.Union([Type.Literal('gripe'), Type.Literal('praise'), Type.Literal('wish')]),
  concept: Type.String(),
  part: Nullable(Type.String()),
  about: Type.Union([
    Type.Literal('product'),
    Type.Literal('page'),
    Type.Literal('delivery'),
    Type.Literal('seller'),
    Type.Literal('price'),
  ]),
  says: Type.Array(Type.String()),
  reviews: Type.Integer(),
  share: Rate,
  interval: Type.Object({ low: Rate, high: Rate }),
  starPull: Nullable(Difference),
  against: Type.Integer({ description: 'Reviews that say the opposite of the same.' }),
  byListing: Type.Array(
    Type.Object({
      listing: Id,
      reviews: Type.Integer(),
      of: Type.Integer(),
      moved: Moved,
      p: Rate,
      changed: Nullable(Type.Object({ from: Type.String(), before: Hits, after: Hits })),
    }),
  ),
  course: Type.Object({ recent: Hits, before: Hits, difference: Nullable(Difference), p: Rate, moved: Moved }),
  thin: Type.Boolean(),
});
export const Evidence = Type.Object({
  review: Id,
  listing: Id,
  stars: Type.Integer(),
  title: Type.String(),
  body: Type.String(),
  day: Day,
  verified: Nullable(Type.Boolean()),
  helpful: Nullable(Type.Integer()),
  sentence: Type.String(),
  words: Nullable(Type.String({ description: 'The words by which it was known, short forms written out.' })),
});
export const ReviewWords = Type.Object({
  words: Type.String(),
  reviews: Type.Integer(),
  low: Type.Integer({ description: 'In reviews of one and two stars.' }),
  high: Type.Integer({ description: 'In reviews of four and five stars.' }),
  z: Type.Number({
    description: 'Log-odds over its deviation: above 1.96 it marks low stars, below −1.96 high ones.',
  }),
});
export type ReviewWords = Static<typeof ReviewWords>;
export const FacetValue = Type.Object({
  facet: Type.Union([
    Type.Literal('who'),
    Type.Literal('occasion'),
    Type.Literal('place'),
    Type.Literal('use'),
    Type.Literal('reason'),
    Type.Literal('expected'),
  ]),
  value: Type.String(),
  reviews: Type.Integer(),
  share: Rate,
  interval: Type.Object({ low: Rate, high: Rate }),
  stars: Type.Number({ description: 'Mean stars of those reviews.' }),
  said: Type.Array(Type.String()),
});
export type FacetValue = Static<typeof FacetValue>;
export const MinedReviews = Type.Object({
  /** The open job that reads the texts; null when nobody reads them at the moment. */
  job: Nullable(Job),
  unread: Type.Integer({ description: 'Texts that have not been read yet: what follows rests on the others.' }),
  listings: Type.Array(Type.Object({ id: Id, code: Type.String(), title: Type.String(), texts: Type.Integer() })),
  all: Type.Integer({ description: 'Reviews on file, with and without text.' }),
  withText: Type.Integer({ description: 'Texts that count: those set aside are not among them.' }),
  otherLanguage: Type.Integer(),
  copies: Type.Integer(),
  noText: Type.Integer(),
  /** After the filters. */
  matching: Type.Integer(),
  stars: Type.Array(Type.Integer(), {
    description: 'Reviews of one to five stars that pass all filters but that of the stars.',
  }),
  themes: Type.Array(Theme),
});
export type MinedReviews = Static<typeof MinedReviews>;
export type Theme = Static<typeof Theme>;
export type Evidence = Static<typeof Evidence>;

export const ReviewFilter = Type.Object({
  stars: Type.Optional(Type.String({ pattern: '^[1-5](,[1-5])*$' })),
  words: Type.Optional(Type.String({ maxLength: 200, description: 'Words, and phrases within double quotes.' })),
  listing: Type.Optional(Id),
  from: Type.Optional(Day),
  to: Type.Optional(Day),
  verified: Type.Optional(Type.Boolean()),
  pictures: Type.Optional(Type.Boolean()),
  helpful: Type.Optional(Type.Integer({ minimum: 0 })),
  by: Type.Optional(
    Type.Union([Type.Literal('concept'), Type.Literal('part')], {
      description: 'What themes are of: what is said, of each part; or parts, whatever is said of them.',
    }),
  ),
});
export type ReviewFilter = Static<typeof ReviewFilter>;

export const KeptBrief = Type.Object({ document: Brief, version: Version }, { additionalProperties: false });
export type KeptBrief = Static<typeof KeptBrief>;

export const KeptCorrections = Type.Object(
  { document: Corrections, version: Version },
  { additionalProperties: false },
);
export type KeptCorrections = Static<typeof KeptCorrections>;

/** How far another person's reading of the same sentences agrees with what is kept. */
export const ReadingCompared = Type.Object({
  both: Type.Integer({ description: 'Sentences that both judged one by one.' }),
  kappa: Nullable(
    Type.Object({
      value: Type.Number(),
      interval: Type.Object({ low: Type.Number(), high: Type.Number() }),
      agreed: Rate,
      of: Type.Integer(),
    }),
  ),
  differences: Type.Array(
    Type.Object({ sentence: Type.String(), theme: ThemeRef, mine: Nullable(ThemeRef), theirs: Nullable(ThemeRef) }),
  ),
});
export type ReadingCompared = Static<typeof ReadingCompared>;

export const reviews = {
  read: route('post', '/api/candidates/{id}/reviews/read', 'Has the texts read that were not read yet, as a job.', {
    params: byId,
    reply: Type.Object({ job: Nullable(Job) }),
  }),
  mined: route(
    'get',
    '/api/candidates/{id}/reviews',
    'What the reviews of the line-up complain about, praise and wish for.',
    {
      params: byId,
      query: ReviewFilter,
      reply: MinedReviews,
    },
  ),
  evidence: route(
    'get',
    '/api/candidates/{id}/reviews/evidence',
    'The sentences that a theme rests on, one a review, the most typical first, with the whole review.',
    {
      params: byId,
      query: Type.Object({ ...ReviewFilter.properties, theme: Type.String({ maxLength: 200 }) }),
      reply: Type.Object({ evidence: Type.Array(Evidence) }),
    },
  ),
  words: route(
    'get',
    '/api/candidates/{id}/reviews/words',
    'Words, pairs and triples of the reviews by how strongly they mark low or high stars; and who buys, when, where, what for.',
    {
      params: byId,
      query: Type.Object({ ...ReviewFilter.properties, common: Type.Optional(Type.Boolean()) }),
      reply: Type.Object({ matching: Type.Integer(), words: Type.Array(ReviewWords), facets: Type.Array(FacetValue) }),
    },
  ),
  corrections: route(
    'get',
    '/api/candidates/{id}/corrections',
    'How reviews of the find’s category are to be read, as it was corrected, and for how many candidates that holds.',
    {
      params: byId,
      reply: Type.Object({
        ...KeptCorrections.properties,
        category: Type.Object({ id: Id, name: Type.String(), candidates: Type.Integer() }),
      }),
    },
  ),
  keepCorrections: route(
    'put',
    '/api/candidates/{id}/corrections',
    'Keeps how reviews of the find’s category are to be read.',
    { params: byId, body: KeptCorrections, reply: Kept },
  ),
  compareCorrections: route(
    'post',
    '/api/candidates/{id}/corrections/compare',
    'Compares another person’s corrections with those that are kept, on the sentences that both judged: Cohen’s kappa, and what differs.',
    { params: byId, body: Corrections, reply: ReadingCompared },
  ),
  brief: route('get', '/api/candidates/{id}/brief', 'What the maker is asked for.', { params: byId, reply: KeptBrief }),
  keepBrief: route('put', '/api/candidates/{id}/brief', 'Keeps what the maker is asked for.', {
    params: byId,
    body: KeptBrief,
    reply: Kept,
  }),
};
