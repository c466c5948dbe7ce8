import { costingRoutes } from '@kettle/contract/costing';
import { sources } from '@kettle/contract/sources';
import type { ReplyOf } from '@kettle/contract/route';
import { api } from './api.ts';
import { fromRoutes, type ArgsOf } from './from-routes.ts';
import { sheetApi } from './sheet.ts';
import { figuresChanged, listingTag, tag } from './tags.ts';

type Of<T extends keyof typeof costingRoutes> = ArgsOf<(typeof costingRoutes)[T]>;
type Reply<T extends keyof typeof costingRoutes> = ReplyOf<(typeof costingRoutes)[T]>;

/** What was typed is in the browser's copy at once, its version when it is told; a refusal takes it back. */
const keptAtOnce = async (
  put: (version: number) => { undo: () => void },
  version: number,
  answered: Promise<{ data: { version: number } }>,
): Promise<void> => {
  const patch = put(version);
  try {
    put((await answered).data.version);
  } catch {
    patch.undo();
  }
};

const ofCandidate = (id: number) =>
  [tag('Costing', id), tag('Score', id), 'Standing', tag('SheetCosting', id)] as const;

export const costingApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, read, change } = fromRoutes(build);
    return {
      candidateCosting: ask(costingRoutes.ofCandidate, ({ params: { id } }) => [tag('Costing', id)]),
      quotes: ask(costingRoutes.quotes, ({ params: { marketplace } }) => [
        tag('Listing', marketplace),
        tag('Quotes', marketplace),
      ]),
      launches: ask(costingRoutes.launches, () => ['Standing']),
      costRules: ask(costingRoutes.costRules, ({ params: { marketplace } }) => [tag('CostRules', marketplace)]),
      keepCostRules: build.mutation<Reply<'keepCostRules'>, Of<'keepCostRules'>>({
        ...read(costingRoutes.keepCostRules),
        invalidatesTags: (_, error, { params: { marketplace } }) =>
          error ? [] : [...figuresChanged(marketplace), 'Standing'],
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          if (!body) return;
          const put = (version: number) =>
            dispatch(
              costingApi.util.updateQueryData('costRules', { params }, (kept) => {
                Object.assign(kept, { document: body.document, version });
              }),
            );
          await keptAtOnce(put, body.version, queryFulfilled);
        },
      }),
      rates: ask(costingRoutes.rates, ({ params: { marketplace } }) => [tag('Quotes', marketplace)]),
      candidateCostings: ask(costingRoutes.allOfCandidate, ({ params: { id } }) => [
        tag('Costing', id),
        tag('Costings', id),
      ]),
      feeSchedule: ask(sources.schedule, () => ['Marketplaces']),
      copyCosting: change(costingRoutes.copyOfCandidate, ({ params: { id } }) => ofCandidate(id)),
      useCosting: change(costingRoutes.useOfCandidate, ({ params: { id } }) => ofCandidate(id)),
      removeCosting: change(costingRoutes.removeOfCandidate, ({ params: { id } }) => ofCandidate(id)),
      keepQuote: change(costingRoutes.keepQuote, ({ params: { marketplace } }) => [tag('Quotes', marketplace)]),
      removeQuote: change(costingRoutes.removeQuote, ({ params: { marketplace } }) => [tag('Quotes', marketplace)]),
      keepRate: change(costingRoutes.keepRate, ({ params: { marketplace } }) => [tag('Quotes', marketplace)]),
      keepQuickCosting: build.mutation<Reply<'keepOfListing'>, Of<'keepOfListing'>>({
        ...read(costingRoutes.keepOfListing),
        // The sheet that is kept in the browser holds the costing, too: it is found there after going away and back.
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          if (!body) return;
          const put = (version: number) =>
            dispatch(
              sheetApi.util.updateQueryData('sheet', { params }, (sheet) => {
                if (sheet.costing.candidate === null)
                  Object.assign(sheet.costing, { document: body.document, version });
              }),
            );
          await keptAtOnce(put, body.version, queryFulfilled);
        },
        invalidatesTags: (_, error, { params: { marketplace, code }, body }) =>
          error || body?.schedule === undefined ? [] : [listingTag(marketplace, code)],
      }),
      keepCandidateCosting: build.mutation<Reply<'keepOfCandidate'>, Of<'keepOfCandidate'>>({
        ...read(costingRoutes.keepOfCandidate),
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          if (!body) return;
          const put = (version: number) =>
            dispatch(
              costingApi.util.updateQueryData('candidateCosting', { params }, (kept) => {
                Object.assign(kept, { document: body.document, version });
              }),
            );
          await keptAtOnce(put, body.version, queryFulfilled);
        },
        // Sheets of its listing show it as well.
        invalidatesTags: (_, error, { params: { id }, body }) =>
          error
            ? []
            : [
                tag('Score', id),
                'Standing',
                tag('SheetCosting', id),
                tag('Costings', id),
                // Other fees stand in the answer, and are not known here.
                ...(body?.schedule === undefined ? [] : [tag('Costing', id)]),
              ],
      }),
    };
  },
});
export const {
  useCandidateCostingQuery,
  useQuotesQuery,
  useCostRulesQuery,
  useLaunchesQuery,
  useKeepCostRulesMutation,
  useRatesQuery,
  useCandidateCostingsQuery,
  useFeeScheduleQuery,
  useCopyCostingMutation,
  useUseCostingMutation,
  useRemoveCostingMutation,
  useKeepQuoteMutation,
  useRemoveQuoteMutation,
  useKeepRateMutation,
  useKeepQuickCostingMutation,
  useKeepCandidateCostingMutation,
} = costingApi;
