import { Type, type Static, type TSchema } from '@sinclair/typebox';
import { BeforeOrder } from '@kettle/core/documents/before-order';
import { Opinion } from '@kettle/core/documents/opinion';
import { PageDraft, PageLimits } from '@kettle/core/documents/page-draft';
import { Day, exactly, Nullable, oneOf, Version } from '@kettle/core/documents/shapes';
import { route } from './route.ts';
import { Done, Id, Kept, MarketplaceId } from './shapes.ts';

const byId = Type.Object({ id: Id });
const keptAs = <S extends TSchema>(document: S) => Type.Object({ document, version: Version }, exactly);

/** A fact that a page may tell, with where it comes from. */
export const WrittenFrom = Type.Object({
  text: Type.String({ maxLength: 2000 }),
  from: Type.String({ maxLength: 300 }),
});
export type WrittenFrom = Static<typeof WrittenFrom>;
/** What buyers praise, miss or complain of, with what is done about it. */
export const PagePoint = Type.Object({
  key: Type.String(),
  title: Type.String(),
  kind: oneOf('gripe', 'praise', 'wish', 'own'),
  concept: Type.String(),
  part: Nullable(Type.String()),
  /** Share of the reviews that say it; null for one's own. */
  share: Nullable(Type.Number()),
  /** True for a point of the maker's brief: something is done about it. */
  taken: Type.Boolean(),
  change: Type.String(),
  amount: Type.String(),
  page: Type.String(),
});
export type PagePoint = Static<typeof PagePoint>;
export const PageFacts = Type.Object({
  limits: PageLimits,
  /** False while the marketplace's limits are the starter ones. */
  ownLimits: Type.Boolean(),
  limitsVersion: Version,
  /** The candidate's term basket; where it is empty, the terms by which its line-up is found. */
  terms: Type.Array(Type.Object({ term: Type.String(), searches: Nullable(Type.Number()) })),
  fromBasket: Type.Boolean(),
  /** Terms that name a rival’s brand: a page must not hold them. */
  brandTerms: Type.Array(Type.String()),
  points: Type.Array(PagePoint),
  brands: Type.Array(Type.String()),
});
export type PageFacts = Static<typeof PageFacts>;
/** A page as an assistant proposes it: each line with what it rests on. */
export const SuggestedPage = Type.Object({
  title: Nullable(WrittenFrom),
  bullets: Type.Array(WrittenFrom, { maxItems: 20 }),
  description: Type.Array(WrittenFrom, { maxItems: 60 }),
  words: Nullable(WrittenFrom),
  pictures: Type.Array(WrittenFrom, { maxItems: 30 }),
});
export type SuggestedPage = Static<typeof SuggestedPage>;

/** How two judges of the same questions agree. */
export const Agreement = Type.Object({
  kappa: Nullable(Type.Number()),
  low: Nullable(Type.Number()),
  high: Nullable(Type.Number()),
  agreed: Type.Integer(),
  of: Type.Integer(),
});
export const ComparedAnswer = Type.Object({
  key: Type.String(),
  name: Type.String(),
  own: Nullable(Type.String()),
  ownWords: Type.String(),
  other: Nullable(Type.String()),
  otherChoice: Nullable(Type.String()),
  otherWords: Type.String(),
  /** Points that lie between the two answers, as a share of the most; null where one has none. Gates are 0 or 1. */
  apart: Nullable(Type.Number()),
});
export type ComparedAnswer = Static<typeof ComparedAnswer>;
export const KeptOpinion = Type.Object({
  id: Id,
  day: Day,
  document: Opinion,
  agreement: Agreement,
  /** The largest difference first. */
  answers: Type.Array(ComparedAnswer),
  /** Given in this workspace by somebody who signs in, rather than in a file. */
  person: Nullable(Id),
  /** One's own. */
  mine: Type.Boolean(),
});
export type KeptOpinion = Static<typeof KeptOpinion>;

export const papers = {
  pageDraft: route('get', '/api/candidates/{id}/page-draft', 'The draft of the product page.', {
    params: byId,
    reply: keptAs(PageDraft),
  }),
  keepPageDraft: route('put', '/api/candidates/{id}/page-draft', 'Keeps the draft of the product page.', {
    params: byId,
    body: keptAs(PageDraft),
    reply: Kept,
  }),
  pageFacts: route(
    'get',
    '/api/candidates/{id}/page-draft/facts',
    'What a page is held against: limits, search terms, what buyers say, brands of the rivals.',
    { params: byId, reply: PageFacts },
  ),
  suggestPage: route(
    'post',
    '/api/candidates/{id}/page-draft/suggestions',
    'Asks the (simulated) writing assistant for a draft from the facts. Nothing is kept.',
    { params: byId, reply: SuggestedPage },
  ),
  keepPageLimits: route(
    'put',
    '/api/marketplaces/{marketplace}/page-limits',
    'Keeps what a page may hold on this marketplace; null goes back to the starter limits.',
    {
      params: Type.Object({ marketplace: MarketplaceId }),
      body: Type.Object({ limits: Nullable(PageLimits), version: Version }, exactly),
      reply: Kept,
    },
  ),
  beforeOrder: route('get', '/api/candidates/{id}/before-order', 'What is to be done before goods are ordered.', {
    params: byId,
    reply: keptAs(BeforeOrder),
  }),
  keepBeforeOrder: route(
    'put',
    '/api/candidates/{id}/before-order',
    'Keeps what is to be done before goods are ordered.',
    {
      params: byId,
      body: keptAs(BeforeOrder),
      reply: Kept,
    },
  ),
  opinions: route('get', '/api/candidates/{id}/opinions', 'What others answered, beside one’s own answers.', {
    params: byId,
    reply: Type.Array(KeptOpinion),
  }),
  takeOpinion: route(
    'post',
    '/api/candidates/{id}/opinions',
    'Takes answers in: the address line of the answered file, the body of its mail, or the open format.',
    {
      params: byId,
      body: Type.Object({ text: Type.String({ minLength: 1, maxLength: 400_000 }) }, exactly),
      reply: Type.Object({ id: Id }),
    },
  ),
  giveOpinion: route(
    'put',
    '/api/candidates/{id}/opinions/mine',
    'One’s own answers, given without having seen those of others; they take the place of one’s earlier ones.',
    {
      params: byId,
      body: Type.Pick(Opinion, ['answers', 'wouldChoose', 'words'], exactly),
      reply: Type.Object({ id: Id }),
    },
  ),
  dropOpinion: route('delete', '/api/candidates/{id}/opinions/{opinion}', 'Removes an opinion.', {
    params: Type.Object({ id: Id, opinion: Id }),
    reply: Done,
  }),
};
