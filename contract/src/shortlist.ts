import { Type, type Static } from '@sinclair/typebox';
import { DecidedOn, DECISIONS, DropReason } from '@kettle/core/documents/decision';
import { LaunchYear } from '@kettle/core/documents/launch-year';
import { OwnMeans } from '@kettle/core/documents/own-means';
import { ScoreMeasure, Scoresheet } from '@kettle/core/documents/scoresheet';
import { exactly, Day, Money, Nullable, oneOf, Rate, Version } from '@kettle/core/documents/shapes';
import { Stage } from '@kettle/core/documents/stages';
import { route } from './route.ts';
import { Done, Id, Kept, MarketplaceId } from './shapes.ts';

const Points = Type.Object({
  key: Type.String(),
  least: Type.Number(),
  most: Type.Number(),
  max: Type.Number(),
  source: Type.String(),
  value: Nullable(Type.Number()),
  /** Within which a measured value lies four times out of five, where that is known. */
  interval: Nullable(Type.Object({ low: Type.Number(), high: Type.Number() })),
  choice: Nullable(Type.String()),
});
export const Score = Type.Object({
  least: Type.Number(),
  most: Type.Number(),
  max: Type.Number(),
  passMark: Type.Number(),
  verdict: Type.Union((['passes', 'fails', 'open', 'ruled out'] as const).map((v) => Type.Literal(v))),
  gates: Type.Array(
    Type.Object({
      key: Type.String(),
      state: Type.Union([Type.Literal('pass'), Type.Literal('fail'), Type.Literal('unknown')]),
      source: Type.String(),
      value: Nullable(Type.Number()),
    }),
  ),
  criteria: Type.Array(Points),
});
export const ScoredCandidate = Type.Object({
  id: Id,
  name: Type.String(),
  stage: Stage,
  dropReason: Nullable(Type.String()),
  anchorCode: Type.String(),
  score: Score,
  /** Answers by judgement, by gate or criterion. */
  answers: Type.Record(
    Type.String(),
    Type.Object({
      choice: Type.String(),
      evidence: Type.String(),
      version: Version,
      day: Day,
      by: Nullable(Type.String()),
    }),
  ),
  /** Measured answers that are held as they were on a day, by measure, beside what is measured today. */
  frozen: Type.Record(
    Type.String(),
    Type.Object({ value: Nullable(Type.Number()), day: Day, today: Nullable(Type.Number()) }),
  ),
  /** Pictures beside judged answers, by gate or criterion. */
  pictures: Type.Record(Type.String(), Type.Array(Type.Object({ id: Id, name: Type.String(), day: Day }))),
  /** Labels of its find among what is watched. */
  labels: Type.Array(Type.String()),
  wouldChange: Type.Array(Type.String()),
  units: Nullable(Type.Number()),
  unitsLow: Nullable(Type.Number()),
  unitsHigh: Nullable(Type.Number()),
  price: Nullable(Money),
  profit: Nullable(Money),
  margin: Nullable(Type.Number()),
  outlay: Nullable(Money),
  /** Of the line-up: what the two largest take of its revenue, and its median number of reviews. */
  topTwoShare: Nullable(Rate),
  reviewsMedian: Nullable(Type.Number()),
  weeksWatched: Nullable(Type.Number()),
  /** What the seller's own waiting rule still asks for, in words. */
  still: Nullable(Type.String()),
  /** Watched listings of its line-up that were not read when they were last due, and the oldest of their last days. */
  unread: Nullable(Type.Object({ listings: Type.Integer(), oldest: Nullable(Day) })),
  worstGripe: Nullable(Type.String()),
  /** What is done about it by the maker’s brief; else what usually helps. */
  cure: Nullable(Type.Object({ text: Type.String(), decided: Type.Boolean() })),
  /** The gravest risk flag of its find. */
  worstFlag: Nullable(Type.Object({ label: Type.String(), reason: Type.String() })),
  thenUnits: Nullable(Type.Number()),
  thenPrice: Nullable(Money),
  lookAgainOn: Nullable(Day),
});
export type ScoredCandidate = Static<typeof ScoredCandidate>;
/** A scoresheet in its newest version. */
export const KeptScoresheet = Type.Object({ id: Id, version: Version, inUse: Type.Boolean(), document: Scoresheet });
export type KeptScoresheet = Static<typeof KeptScoresheet>;
export const ScoresheetBrief = Type.Object({ id: Id, name: Type.String(), version: Version, inUse: Type.Boolean() });
export type ScoresheetBrief = Static<typeof ScoresheetBrief>;

const byId = Type.Object({ id: Id });
const inMarketplace = Type.Object({ marketplace: MarketplaceId });

export const Decision = Type.Object({
  id: Id,
  kind: oneOf(...DECISIONS),
  reasons: Type.Array(DropReason),
  text: Type.String(),
  day: Day,
  until: Nullable(Day),
  restedOn: DecidedOn,
  /** Who did it; null where nobody signs in. */
  by: Nullable(Type.String()),
});
export type Decision = Static<typeof Decision>;

export const shortlist = {
  decisions: route(
    'get',
    '/api/candidates/{id}/decisions',
    'What was decided, the newest first, with what it rested on.',
    {
      params: byId,
      reply: Type.Array(Decision),
    },
  ),
  decide: route(
    'post',
    '/api/candidates/{id}/decisions',
    'Chooses, drops or waits, with a reason; the figures of the day are kept with it.',
    {
      params: byId,
      body: Type.Object(
        {
          kind: oneOf(...DECISIONS),
          reasons: Type.Array(DropReason, { maxItems: 12, uniqueItems: true }),
          text: Type.String({ maxLength: 1000 }),
          until: Type.Optional(Day),
        },
        exactly,
      ),
      reply: Type.Object({ id: Id }),
    },
  ),
  reasons: route(
    'get',
    '/api/marketplaces/{marketplace}/decisions/reasons',
    'Why candidates were dropped, counted, with the limit of a next sift that says the same.',
    {
      params: inMarketplace,
      reply: Type.Array(
        Type.Object({
          reason: DropReason,
          candidates: Type.Integer(),
          limit: Nullable(Type.Object({ search: Type.String(), words: Type.String() })),
        }),
      ),
    },
  ),
  scoresheet: route('get', '/api/scoresheet', 'The scoresheet in use.', { reply: KeptScoresheet }),
  scoresheets: route('get', '/api/scoresheets', 'All scoresheets.', { reply: Type.Array(ScoresheetBrief) }),
  addScoresheet: route('post', '/api/scoresheets', 'Keeps another scoresheet, beside the one in use.', {
    body: Type.Object({ document: Scoresheet }, exactly),
    reply: Type.Object({ id: Id }),
  }),
  scoresheetDocument: route(
    'get',
    '/api/scoresheets/{id}',
    'A scoresheet in its newest version, as its open format has it.',
    {
      params: byId,
      reply: Scoresheet,
    },
  ),
  keepScoresheet: route('put', '/api/scoresheets/{id}', 'Keeps a change of a scoresheet as its newest version.', {
    params: byId,
    body: Type.Object({ document: Scoresheet, version: Version }, exactly),
    reply: Kept,
  }),
  takeScoresheet: route('post', '/api/scoresheets/{id}/in-use', 'Puts a scoresheet in use in place of the other.', {
    params: byId,
    reply: Done,
  }),
  versions: route('get', '/api/scoresheets/{id}/versions', 'The versions of a scoresheet, the newest first.', {
    params: byId,
    reply: Type.Array(Type.Object({ version: Version, madeAt: Type.String(), document: Scoresheet })),
  }),
  tryScoresheet: route(
    'post',
    '/api/marketplaces/{marketplace}/shortlist/try',
    'What a scoresheet that is not kept would make of the standing. Nothing is kept.',
    {
      params: inMarketplace,
      body: Type.Object({ document: Scoresheet, answersOf: Id }, exactly),
      reply: Type.Array(ScoredCandidate),
    },
  ),
  measures: route(
    'get',
    '/api/marketplaces/{marketplace}/shortlist/measures',
    'Every figure a scoresheet can measure, of each candidate and of a thousand listings of the catalogue.',
    {
      params: inMarketplace,
      reply: Type.Object({
        candidates: Type.Array(
          Type.Object({
            id: Id,
            name: Type.String(),
            values: Type.Record(Type.String(), Nullable(Type.Number())),
            /** Of the listings of its line-up, where a single listing has the figure. */
            shelf: Type.Record(Type.String(), Type.Array(Type.Number())),
          }),
        ),
        catalogue: Type.Record(Type.String(), Type.Array(Type.Number())),
      }),
    },
  ),
  standing: route('get', '/api/marketplaces/{marketplace}/shortlist', 'All candidates in the order of their scores.', {
    params: inMarketplace,
    query: Type.Object({ sheet: Type.Optional(Id) }),
    reply: Type.Array(ScoredCandidate),
  }),
  score: route('get', '/api/candidates/{id}/score', 'The score of one candidate.', {
    params: byId,
    reply: ScoredCandidate,
  }),
  means: route('get', '/api/marketplaces/{marketplace}/means', 'What the seller can put in and wants out.', {
    params: inMarketplace,
    reply: Type.Object({ document: OwnMeans, version: Version }),
  }),
  keepMeans: route('put', '/api/marketplaces/{marketplace}/means', 'Keeps what the seller can put in and wants out.', {
    params: inMarketplace,
    body: Type.Object({ document: OwnMeans, version: Version }, exactly),
    reply: Kept,
  }),
  launchYear: route(
    'get',
    '/api/marketplaces/{marketplace}/launch-year',
    'With which money and hands launches are planned.',
    {
      params: inMarketplace,
      reply: Type.Object({ document: LaunchYear, version: Version }),
    },
  ),
  keepLaunchYear: route(
    'put',
    '/api/marketplaces/{marketplace}/launch-year',
    'Keeps with which money and hands launches are planned.',
    {
      params: inMarketplace,
      body: Type.Object({ document: LaunchYear, version: Version }, exactly),
      reply: Kept,
    },
  ),
  freeze: route(
    'put',
    '/api/candidates/{id}/measured/{measure}',
    'Holds a measured answer as it is today, or lets it go on with the figures.',
    {
      params: Type.Object({ id: Id, measure: ScoreMeasure }),
      body: Type.Object({ held: Type.Boolean() }, exactly),
      reply: Done,
    },
  ),
  dropPicture: route('delete', '/api/candidates/{id}/evidence/{picture}', 'Removes a picture beside an answer.', {
    params: Type.Object({ id: Id, picture: Id }),
    reply: Done,
  }),
  answer: route(
    'put',
    '/api/candidates/{id}/answers/{key}',
    'Answers a criterion or gate by judgement, with the evidence.',
    {
      params: Type.Object({ id: Id, key: Type.String({ maxLength: 60 }) }),
      body: Type.Object(
        {
          choice: Nullable(Type.String({ maxLength: 60 })),
          evidence: Type.String({ maxLength: 2000 }),
          version: Version,
        },
        { additionalProperties: false },
      ),
      reply: Kept,
    },
  ),
};
