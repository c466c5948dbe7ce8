import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { takeSentAhead } from './sent-ahead.ts';
import type { Problem } from '@kettle/contract/shapes';
import { candidates, reviews, watch } from '@kettle/contract/candidates';
import { curves } from '@kettle/contract/curves';
import { demand, demandAddress, type DemandQuestion, type NicheList, type TermList } from '@kettle/contract/demand';
import { listings } from '@kettle/contract/listings';
import { shortlist } from '@kettle/contract/shortlist';
import { siftAddress, siftRoutes, type SiftQuestion, type SiftReply } from '@kettle/contract/sift';
import { sources } from '@kettle/contract/sources';
import { addressOf, type BodyOf, type ParamsOf, type QueryOf, type ReplyOf, type Route } from '@kettle/contract/route';

// eslint-disable-next-line @typescript-eslint/no-explicit-any
type AnyRoute = Route<any, any, any, any>;
export interface ArgsOf<T extends AnyRoute> {
  params: ParamsOf<T>;
  query?: QueryOf<T>;
  body?: BodyOf<T>;
}

const requestOf = (route: AnyRoute, { params, query, body }: { params: object; query?: object; body?: unknown }) => ({
  url: addressOf(route, params as Record<string, unknown>, query as Record<string, unknown>),
  method: route.method.toUpperCase(),
  ...(body === undefined
    ? {}
    : { body, ...(typeof body === 'string' ? { headers: { 'Content-Type': 'text/csv' } } : {}) }),
});

/** What is asked of a list at the moment: a newer question ends an older one that has no answer yet. */
class LatestQuestion {
  private asked: { key: string; end: AbortController } | null = null;
  /** A signal that ends when something else is asked. */
  signal(key: string): AbortSignal {
    if (this.asked?.key !== key) {
      this.asked?.end.abort();
      this.asked = { key, end: new AbortController() };
    }
    return this.asked.end.signal;
  }
}
const siftAsked = new LatestQuestion();
/** Niches and terms may be asked for side by side. */
const demandAsked = { niches: new LatestQuestion(), terms: new LatestQuestion() };

type Tag =
  | 'Demand'
  | 'Shelf'
  | 'Brand'
  | 'Marketplaces'
  | 'Listing'
  | 'Candidate'
  | 'Watch'
  | 'Score'
  | 'Job'
  | 'Sift'
  | 'Sieve'
  | 'Rules'
  | 'Curve'
  | 'Backtest';

const overHttp = fetchBaseQuery({ baseUrl: new URL('/', window.location.origin).href });

/** All that the interface asks of the server, typed by the contract. */
export const api = createApi({
  baseQuery: (args, context, options) => {
    const ahead = takeSentAhead(typeof args === 'string' ? args : args.url);
    return ahead === undefined ? overHttp(args, context, options) : { data: ahead };
  },
  tagTypes: [
    'Demand',
    'Shelf',
    'Brand',
    'Marketplaces',
    'Listing',
    'Candidate',
    'Watch',
    'Score',
    'Job',
    'Sift',
    'Sieve',
    'Rules',
    'Curve',
    'Backtest',
  ],
  refetchOnReconnect: true,
  endpoints: (build) => {
    const read = <T extends AnyRoute>(route: T) => ({ query: (args: ArgsOf<T>) => requestOf(route, args) });
    const ask = <T extends AnyRoute>(route: T, tags: Tag[] = []) =>
      build.query<ReplyOf<T>, ArgsOf<T>>({ ...read(route), providesTags: tags });
    const change = <T extends AnyRoute>(route: T, tags: Tag[]) =>
      build.mutation<ReplyOf<T>, ArgsOf<T>>({ ...read(route), invalidatesTags: tags });
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
      sift: build.infiniteQuery<SiftReply, SiftQuestion, number>({
        infiniteQueryOptions: {
          initialPageParam: 0,
          getNextPageParam: (last) =>
            last.from + last.rows.length < last.shown && last.rows.length > 0
              ? last.from + last.rows.length
              : undefined,
        },
        queryFn: async ({ queryArg: { marketplace, search, show }, pageParam }, { signal }, _, ask) => {
          const url = siftAddress({ marketplace, search, show }, pageParam);
          const ends = AbortSignal.any([signal, siftAsked.signal(`${marketplace}?${search}&${show}`)]);
          return (await ask({ url, signal: ends } as { url: string })) as { data: SiftReply };
        },
        providesTags: ['Sift'],
      }),
      demandList: build.infiniteQuery<NicheList | TermList, DemandQuestion, number>({
        infiniteQueryOptions: {
          initialPageParam: 0,
          getNextPageParam: (last) =>
            last.from + last.rows.length < last.count && last.rows.length > 0
              ? last.from + last.rows.length
              : undefined,
        },
        queryFn: async ({ queryArg, pageParam }, { signal }, _, ask) => {
          const { marketplace, view, search, show } = queryArg;
          const url = demandAddress(queryArg, pageParam);
          const ends = AbortSignal.any([signal, demandAsked[view].signal(`${marketplace}?${search}&${show}`)]);
          return (await ask({ url, signal: ends } as { url: string })) as { data: NicheList | TermList };
        },
        providesTags: ['Demand'],
      }),
      niche: ask(demand.niche, ['Demand']),
      term: ask(demand.term, ['Demand']),
      shelf: ask(demand.shelf, ['Demand', 'Shelf', 'Listing']),
      keepShelfRules: change(demand.keepShelfRules, ['Shelf']),
      brand: ask(demand.brand, ['Demand', 'Brand', 'Listing']),
      judgeBrand: change(demand.judgeBrand, ['Brand']),
      found: ask(demand.found, ['Demand']),
      basket: ask(demand.basket),
      changeBasket: build.mutation<ReplyOf<typeof demand.changeBasket>, ArgsOf<typeof demand.changeBasket>>({
        ...read(demand.changeBasket),
        // A tick follows the hand at once; the answer then stands in its place.
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          if (!body) return;
          const put = (next: ReplyOf<typeof demand.basket>) =>
            dispatch(api.util.updateQueryData('basket', { params }, () => next));
          const patch = dispatch(
            api.util.updateQueryData('basket', { params }, (terms) => [
              ...terms.filter((t) => !body.remove.includes(t.id)),
              ...body.add.filter((id) => !terms.some((t) => t.id === id)).map((id) => ({ id, addedOn: '' })),
            ]),
          );
          try {
            put((await queryFulfilled).data);
          } catch {
            patch.undo();
          }
        },
      }),
      compareSifts: ask(siftRoutes.compare, ['Sift']),
      sieves: ask(siftRoutes.sieves, ['Sieve']),
      keepSieve: change(siftRoutes.keepSieve, ['Sieve']),
      changeSieve: change(siftRoutes.changeSieve, ['Sieve']),
      dropSieve: change(siftRoutes.dropSieve, ['Sieve']),
      openSieve: change(siftRoutes.openSieve, []),
      stayAway: ask(siftRoutes.stayAway, ['Rules']),
      keepStayAway: build.mutation<ReplyOf<typeof siftRoutes.keepStayAway>, ArgsOf<typeof siftRoutes.keepStayAway>>({
        ...read(siftRoutes.keepStayAway),
        invalidatesTags: ['Rules', 'Sift'],
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          if (!body) return;
          const patch = dispatch(
            api.util.updateQueryData('stayAway', { params }, ({ version }) => ({ ...body, version })),
          );
          await queryFulfilled.catch(() => patch.undo());
        },
      }),
      flagRules: ask(siftRoutes.flagRules, ['Rules']),
      keepFlagRules: build.mutation<ReplyOf<typeof siftRoutes.keepFlagRules>, ArgsOf<typeof siftRoutes.keepFlagRules>>({
        ...read(siftRoutes.keepFlagRules),
        invalidatesTags: ['Rules', 'Sift', 'Listing', 'Score'],
        // The next change is made to what this one leaves, not to what was there before both.
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          const { rules } = body ?? {};
          if (!rules) return;
          const patch = dispatch(
            api.util.updateQueryData('flagRules', { params }, (draft) => ({ ...draft, rules, own: true })),
          );
          await queryFulfilled.catch(() => patch.undo());
        },
      }),
      mark: build.mutation<ReplyOf<typeof listings.mark>, ArgsOf<typeof listings.mark>>({
        ...read(listings.mark),
        // The mark is put on the rows at once; the lists themselves are not asked for again, so that they keep still.
        onQueryStarted: async ({ params, body }, { dispatch, getState, queryFulfilled }) => {
          if (!body) return;
          const mark = body.state === null ? null : { state: body.state, reason: body.reason, day: '' };
          const undo = api.util
            .selectInvalidatedBy(getState() as never, ['Sift'])
            .filter((c) => c.endpointName === 'sift')
            .map(({ originalArgs }) =>
              dispatch(
                api.util.updateQueryData('sift', originalArgs as SiftQuestion, (draft) => {
                  if ((originalArgs as SiftQuestion).marketplace !== params.marketplace) return;
                  for (const page of draft.pages)
                    for (const row of page.rows)
                      if (body.codes.includes(row.code) && (body.state !== 'seen' || row.mark === null))
                        row.mark = mark;
                }),
              ),
            );
          try {
            await queryFulfilled;
          } catch {
            for (const patch of undo) patch.undo();
          }
        },
      }),
      sheet: ask(listings.sheet, ['Listing']),
      history: ask(listings.history, ['Listing']),
      surroundings: ask(listings.surroundings, ['Listing']),
      against: ask(listings.against, ['Listing', 'Rules']),
      keepCounts: change(listings.keepCounts, ['Listing', 'Curve', 'Sift', 'Score']),
      overruleCraft: change(listings.overruleCraft, ['Listing', 'Sift', 'Score']),
      curves: ask(curves.list, ['Curve']),
      curvePoints: ask(curves.points, ['Curve', 'Listing']),
      tryRefit: ask(curves.tryRefit, ['Curve', 'Listing']),
      refitCurve: change(curves.refit, ['Curve', 'Listing', 'Sift', 'Score', 'Demand']),
      takeCurve: change(curves.take, ['Curve', 'Listing', 'Sift', 'Score', 'Demand', 'Marketplaces']),
      useCurve: change(curves.useVersion, ['Curve', 'Listing', 'Sift', 'Score', 'Demand']),
      backtest: ask(curves.backtest, ['Backtest']),
      runBacktest: change(curves.runBacktest, ['Job']),
      briefs: ask(listings.brief, ['Listing']),
      saveCosting: build.mutation<ReplyOf<typeof listings.saveCosting>, ArgsOf<typeof listings.saveCosting>>({
        ...read(listings.saveCosting),
        // The sheet that is kept in the browser holds the costing, too: it is found there after going away and back.
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          const put = (costing: NonNullable<typeof body>) =>
            dispatch(api.util.updateQueryData('sheet', { params }, (sheet) => ({ ...sheet, costing })));
          const patch = body && put(body);
          try {
            put((await queryFulfilled).data);
          } catch {
            patch?.undo();
          }
        },
        invalidatesTags: (_, error) => (error ? [] : ['Score']),
      }),
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
      readReviews: build.mutation<ReplyOf<typeof reviews.read>, ArgsOf<typeof reviews.read>>(read(reviews.read)),
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
  const { data, status, error: told } = error as { data?: unknown; status?: unknown; error?: unknown };
  // An older question that a newer one ended is no failure.
  if (/abort/i.test(String(told ?? ''))) return null;
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
  usePrefetch,
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
  useDemandListInfiniteQuery,
  useNicheQuery,
  useTermQuery,
  useShelfQuery,
  useKeepShelfRulesMutation,
  useBrandQuery,
  useJudgeBrandMutation,
  useFoundQuery,
  useBasketQuery,
  useChangeBasketMutation,
  useCompareSiftsQuery,
  useSievesQuery,
  useKeepSieveMutation,
  useChangeSieveMutation,
  useDropSieveMutation,
  useOpenSieveMutation,
  useStayAwayQuery,
  useKeepStayAwayMutation,
  useFlagRulesQuery,
  useKeepFlagRulesMutation,
  useMarkMutation,
  useSheetQuery,
  useHistoryQuery,
  useSurroundingsQuery,
  useAgainstQuery,
  useKeepCountsMutation,
  useOverruleCraftMutation,
  useCurvesQuery,
  useCurvePointsQuery,
  useTryRefitQuery,
  useRefitCurveMutation,
  useTakeCurveMutation,
  useUseCurveMutation,
  useBacktestQuery,
  useRunBacktestMutation,
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
  useReadReviewsMutation,
  useScoresheetQuery,
  useStandingQuery,
  useCandidateScoreQuery,
  useAnswerMutation,
} = api;
