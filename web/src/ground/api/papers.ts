import { papers } from '@kettle/contract/papers';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';
import { tag } from './tags.ts';

export const papersApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    return {
      pageDraft: ask(papers.pageDraft, ({ params: { id } }) => [tag('PageDraft', id)]),
      keepPageDraft: change(papers.keepPageDraft, ({ params: { id } }) => [tag('PageDraft', id)]),
      pageFacts: ask(papers.pageFacts, ({ params: { id } }) => [
        'PageLimits',
        tag('Brief', id),
        tag('Reviews', id),
        tag('Candidate', id),
        'Demand',
      ]),
      suggestPage: change(papers.suggestPage),
      keepPageLimits: change(papers.keepPageLimits, () => ['PageLimits']),
      beforeOrder: ask(papers.beforeOrder, ({ params: { id } }) => [tag('BeforeOrder', id)]),
      keepBeforeOrder: change(papers.keepBeforeOrder, ({ params: { id } }) => [tag('BeforeOrder', id)]),
      opinions: ask(papers.opinions, ({ params: { id } }) => [tag('Opinions', id), tag('Score', id), 'Scoresheets']),
      takeOpinion: change(papers.takeOpinion, ({ params: { id } }) => [tag('Opinions', id), tag('Candidate', id)]),
      giveOpinion: change(papers.giveOpinion, ({ params: { id } }) => [tag('Opinions', id), tag('Candidate', id)]),
      dropOpinion: change(papers.dropOpinion, ({ params: { id } }) => [tag('Opinions', id)]),
    };
  },
});
export const {
  usePageDraftQuery,
  useKeepPageDraftMutation,
  usePageFactsQuery,
  useSuggestPageMutation,
  useKeepPageLimitsMutation,
  useBeforeOrderQuery,
  useKeepBeforeOrderMutation,
  useOpinionsQuery,
  useTakeOpinionMutation,
  useGiveOpinionMutation,
  useDropOpinionMutation,
} = papersApi;
