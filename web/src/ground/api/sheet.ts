import { listings } from '@kettle/contract/listings';
import type { ReplyOf } from '@kettle/contract/route';
import { api } from './api.ts';
import { fromRoutes, type ArgsOf } from './from-routes.ts';
import { listingChanged, listingTag, tag, type Tag } from './tags.ts';

export const sheetApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change, read } = fromRoutes(build);
    const ofListing = ({ params: { marketplace, code } }: { params: { marketplace: string; code: string } }): Tag[] => [
      listingTag(marketplace, code),
    ];
    return {
      sheet: ask(listings.sheet, ofListing),
      history: ask(listings.history, ofListing),
      surroundings: ask(listings.surroundings, ofListing),
      against: ask(listings.against, ({ params: { marketplace, code } }) => [
        listingTag(marketplace, code),
        tag('FlagRules', marketplace),
      ]),
      briefs: ask(listings.brief, ({ params: { marketplace } }) => [tag('Listing', marketplace)]),
      keepCounts: change(listings.keepCounts, ({ params: { marketplace, code } }) => [
        ...listingChanged(marketplace, code),
        tag('Curves', marketplace),
      ]),
      overruleCraft: change(listings.overruleCraft, ({ params: { marketplace, code } }) =>
        listingChanged(marketplace, code),
      ),
      saveCosting: build.mutation<ReplyOf<typeof listings.saveCosting>, ArgsOf<typeof listings.saveCosting>>({
        ...read(listings.saveCosting),
        // The sheet that is kept in the browser holds the costing, too: it is found there after going away and back.
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          const put = (costing: NonNullable<typeof body>) =>
            dispatch(sheetApi.util.updateQueryData('sheet', { params }, (sheet) => ({ ...sheet, costing })));
          const patch = body && put(body);
          try {
            put((await queryFulfilled).data);
          } catch {
            patch?.undo();
          }
        },
        invalidatesTags: (_, error, { params: { marketplace } }) =>
          error ? [] : ['Score', tag('Standing', marketplace)],
      }),
    };
  },
});
export const {
  usePrefetch,
  useSheetQuery,
  useHistoryQuery,
  useSurroundingsQuery,
  useAgainstQuery,
  useBriefsQuery,
  useKeepCountsMutation,
  useOverruleCraftMutation,
  useSaveCostingMutation,
} = sheetApi;
