import { sources } from '@kettle/contract/sources';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';
import { figuresChanged, tag } from './tags.ts';

export const marketplacesApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    return {
      marketplaces: ask(sources.marketplaces, () => ['Marketplaces']),
      addMarketplace: change(sources.addMarketplace, () => ['Marketplaces']),
      changeMarketplace: change(sources.changeMarketplace, () => ['Marketplaces']),
      changeCategory: change(sources.changeCategory, ({ params: { marketplace } }) => [
        'Marketplaces',
        tag('Curves', marketplace),
        ...figuresChanged(marketplace),
      ]),
      removeMarketplace: change(sources.removeMarketplace, () => ['Marketplaces']),
      restoreMarketplace: change(sources.restoreMarketplace, () => ['Marketplaces']),
      removeListings: change(sources.removeListings, ({ params: { marketplace } }) => [
        'Marketplaces',
        ...figuresChanged(marketplace),
      ]),
      restoreListings: change(sources.restoreListings, ({ params: { marketplace } }) => [
        'Marketplaces',
        ...figuresChanged(marketplace),
      ]),
      compareSchedules: change(sources.compareSchedules),
      removeSchedule: change(sources.removeSchedule, () => ['Marketplaces', 'Sift', 'Listing', 'Costing']),
      takeSchedule: change(sources.takeSchedule, ({ params: { marketplace } }) => [
        'Marketplaces',
        ...figuresChanged(marketplace),
      ]),
      copyFees: change(sources.copyFees, ({ params: { marketplace } }) => [
        'Marketplaces',
        tag('Curves', marketplace),
        ...figuresChanged(marketplace),
      ]),
      categories: ask(sources.categories, ({ params: { marketplace } }) => [tag('Sift', marketplace)]),
      find: ask(sources.find),
    };
  },
});
export const {
  useMarketplacesQuery,
  useAddMarketplaceMutation,
  useCopyFeesMutation,
  useChangeMarketplaceMutation,
  useChangeCategoryMutation,
  useRemoveMarketplaceMutation,
  useRestoreMarketplaceMutation,
  useRemoveListingsMutation,
  useRestoreListingsMutation,
  useTakeScheduleMutation,
  useCompareSchedulesMutation,
  useRemoveScheduleMutation,
  useCategoriesQuery,
  useFindQuery,
} = marketplacesApi;
