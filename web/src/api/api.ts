import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type { Problem } from '@kettle/contract/shapes';
import { candidates, reviews, watch } from '@kettle/contract/candidates';
import { listings } from '@kettle/contract/listings';
import { shortlist } from '@kettle/contract/shortlist';
import { siftRoutes, type SiftReply } from '@kettle/contract/sift';
import { sources } from '@kettle/contract/sources';
import type { BodyOf, ParamsOf, QueryOf, ReplyOf, Route } from '@kettle/contract/route';

// eslint-disable-next-line @typescript-eslint/no-explicit-any
type AnyRoute = Route<any, any, any, any>;
export interface ArgsOf<T extends AnyRoute> {
  params: ParamsOf<T>;
  query?: QueryOf<T>;
  body?: BodyOf<T>;
}

/** The address of a route with its parameters and query filled in. */
export const addressOf = (
  route: AnyRoute,
  params: Record<string, unknown>,
  query: Record<string, unknown> = {},
): string => {
  const path = route.path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(String(params[name])));
  const search = new URLSearchParams(
    Object.entries(query).flatMap(([k, v]): [string, string][] =>
      v === undefined || v === '' ? [] : [[k, String(v)]],
    ),
  );
  return search.size > 0 ? `${path}?${search}` : path;
};

const requestOf = (route: AnyRoute, { params, query, body }: { params: object; query?: object; body?: unknown }) => ({
  url: addressOf(route, params as Record<string, unknown>, query as Record<string, unknown>),
  method: route.method.toUpperCase(),
  ...(body === undefined
    ? {}
    : { body, ...(typeof body === 'string' ? { headers: { 'Content-Type': 'text/csv' } } : {}) }),
});

export const SIFT_PAGE = 100;

/** All that the interface asks of the server, typed by the contract. */
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: new URL('/', window.location.origin).href }),
  tagTypes: ['Marketplaces', 'Listing', 'Candidate', 'Watch', 'Score', 'Job', 'Sift'],
  refetchOnReconnect: true,
  endpoints: (build) => {
    const read = <T extends AnyRoute>(route: T) => ({ query: (args: ArgsOf<T>) => requestOf(route, args) });
    const ask = <T extends AnyRoute>(
      route: T,
      tags: ('Marketplaces' | 'Listing' | 'Candidate' | 'Watch' | 'Score' | 'Job' | 'Sift')[] = [],
    ) => build.query<ReplyOf<T>, ArgsOf<T>>({ ...read(route), providesTags: tags });
    const change = <T extends AnyRoute>(
      route: T,
      tags: ('Marketplaces' | 'Listing' | 'Candidate' | 'Watch' | 'Score' | 'Job' | 'Sift')[],
    ) => build.mutation<ReplyOf<T>, ArgsOf<T>>({ ...read(route), invalidatesTags: tags });
    return {
      marketplaces: ask(sources.marketplaces, ['Marketplaces']),
      addMarketplace: change(sources.addMarketplace, ['Marketplaces']),
      copyFees: change(sources.copyFees, ['Marketplaces', 'Listing', 'Sift', 'Score']),
      categories: ask(sources.categories, ['Sift']),
      previewImport: change(sources.preview, []),
      startImport: change(sources.import, ['Job']),
      job: ask(sources.job, ['Job']),
      jobs: ask(sources.jobs, ['Job']),
      cancelJob: change(sources.cancelJob, ['Job']),
      find: ask(sources.find),
      sift: build.infiniteQuery<SiftReply, { marketplace: string; search: string; show: string }, number>({
        infiniteQueryOptions: {
          initialPageParam: 0,
          getNextPageParam: (last) =>
            last.from + last.rows.length < last.count && last.rows.length > 0
              ? last.from + last.rows.length
              : undefined,
        },
        query: ({ queryArg: { marketplace, search, show }, pageParam }) =>
          addressOf(
            siftRoutes.sift,
            { marketplace },
            { ...Object.fromEntries(new URLSearchParams(search)), from: pageParam, rows: SIFT_PAGE, show },
          ),
        providesTags: ['Sift'],
      }),
      sheet: ask(listings.sheet, ['Listing']),
      history: ask(listings.history, ['Listing']),
      briefs: ask(listings.brief, ['Listing']),
      saveCosting: change(listings.saveCosting, ['Score']),
      candidates: ask(candidates.list, ['Candidate']),
      candidate: ask(candidates.get, ['Candidate']),
      startCandidate: change(candidates.start, ['Candidate', 'Marketplaces', 'Listing', 'Score']),
      changeCandidate: change(candidates.change, ['Candidate', 'Score']),
      moveStage: change(candidates.stage, ['Candidate', 'Marketplaces', 'Watch', 'Score', 'Listing']),
      addNote: change(candidates.note, ['Candidate']),
      addToLineUp: change(candidates.addListings, ['Candidate', 'Watch', 'Score', 'Listing']),
      removeFromLineUp: change(candidates.removeListing, ['Candidate', 'Watch', 'Score', 'Listing']),
      watched: ask(watch.list, ['Watch']),
      watchByCodes: change(watch.add, ['Watch', 'Listing', 'Candidate']),
      stopWatching: change(watch.remove, ['Watch', 'Listing', 'Candidate']),
      groupReadings: ask(watch.group, ['Watch', 'Candidate']),
      moveHob: change(watch.moveHob, ['Job']),
      minedReviews: ask(reviews.mined, ['Candidate']),
      scoresheet: ask(shortlist.scoresheet),
      standing: ask(shortlist.standing, ['Score']),
      candidateScore: ask(shortlist.score, ['Score']),
      answer: change(shortlist.answer, ['Score', 'Candidate']),
    };
  },
});

/** What went wrong, as the sentence to show. */
export const problemOf = (error: unknown): Problem | null => {
  if (!error || typeof error !== 'object') return null;
  const { data, status } = error as { data?: unknown; status?: unknown };
  if (data && typeof data === 'object' && 'title' in data) return data as Problem;
  if (status === 'FETCH_ERROR')
    return {
      type: '/problems/away',
      title: 'The program does not answer.',
      status: 0,
      detail: 'Is it still running? What you typed is kept here.',
    };
  return { type: '/problems/internal', title: 'Something went wrong.', status: 0 };
};

export const {
  useMarketplacesQuery,
  useAddMarketplaceMutation,
  useCopyFeesMutation,
  useCategoriesQuery,
  usePreviewImportMutation,
  useStartImportMutation,
  useJobQuery,
  useJobsQuery,
  useCancelJobMutation,
  useFindQuery,
  useSiftInfiniteQuery,
  useSheetQuery,
  useHistoryQuery,
  useBriefsQuery,
  useSaveCostingMutation,
  useCandidatesQuery,
  useCandidateQuery,
  useStartCandidateMutation,
  useChangeCandidateMutation,
  useMoveStageMutation,
  useAddNoteMutation,
  useAddToLineUpMutation,
  useRemoveFromLineUpMutation,
  useWatchedQuery,
  useWatchByCodesMutation,
  useStopWatchingMutation,
  useGroupReadingsQuery,
  useMoveHobMutation,
  useMinedReviewsQuery,
  useScoresheetQuery,
  useStandingQuery,
  useCandidateScoreQuery,
  useAnswerMutation,
} = api;
