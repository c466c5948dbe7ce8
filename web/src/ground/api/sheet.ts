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
      sheet: build.query<ReplyOf<typeof listings.sheet>, ArgsOf<typeof listings.sheet>>({
        ...read(listings.sheet),
        providesTags: (sheet, _, args) => [
          ...ofListing(args),
          ...(sheet?.costing.candidate ? [tag('SheetCosting', sheet.costing.candidate.id)] : []),
        ],
      }),
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
} = sheetApi;
