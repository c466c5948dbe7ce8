import { demand, demandAddress, type DemandQuestion, type NicheList, type TermList } from '@kettle/contract/demand';
import type { ReplyOf } from '@kettle/contract/route';
import { api } from './api.ts';
import { fromRoutes, type ArgsOf } from './from-routes.ts';
import { LatestQuestion } from './latest-question.ts';
import { tag, type Tag } from './tags.ts';

/** Niches and terms may be asked for side by side. */
const asked = { niches: new LatestQuestion(), terms: new LatestQuestion() };

export const demandApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change, read } = fromRoutes(build);
    const ofMarket = ({ params: { marketplace } }: { params: { marketplace: string } }): Tag[] => [
      tag('Demand', marketplace),
    ];
    return {
      demandList: build.infiniteQuery<NicheList | TermList, DemandQuestion, number>({
        infiniteQueryOptions: {
          initialPageParam: 0,
          getNextPageParam: (last) =>
            last.from + last.rows.length < last.count && last.rows.length > 0
              ? last.from + last.rows.length
              : undefined,
        },
        queryFn: async ({ queryArg, pageParam }, { signal }, _, send) => {
          const { marketplace, view, search, show } = queryArg;
          const url = demandAddress(queryArg, pageParam);
          const ends = AbortSignal.any([signal, asked[view].signal(`${marketplace}?${search}&${show}`)]);
          return (await send({ url, signal: ends } as { url: string })) as { data: NicheList | TermList };
        },
        providesTags: (_, __, { marketplace }) => [tag('Demand', marketplace)],
      }),
      niche: ask(demand.niche, ofMarket),
      term: ask(demand.term, ofMarket),
      found: ask(demand.found, ofMarket),
      shelf: ask(demand.shelf, ({ params: { marketplace } }) => [
        tag('Demand', marketplace),
        tag('ShelfRules', marketplace),
        tag('Listing', marketplace),
      ]),
      keepShelfRules: change(demand.keepShelfRules, ({ params: { marketplace } }) => [tag('ShelfRules', marketplace)]),
      brand: ask(demand.brand, ({ params: { marketplace, brand } }) => [
        tag('Demand', marketplace),
        tag('Brand', `${marketplace}/${brand}`),
        tag('Listing', marketplace),
      ]),
      judgeBrand: change(demand.judgeBrand, ({ params: { marketplace, brand } }) => [
        tag('Brand', `${marketplace}/${brand}`),
      ]),
      basket: ask(demand.basket),
      changeBasket: build.mutation<ReplyOf<typeof demand.changeBasket>, ArgsOf<typeof demand.changeBasket>>({
        ...read(demand.changeBasket),
        // A tick follows the hand at once; the answer then stands in its place.
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          if (!body) return;
          const put = (next: ReplyOf<typeof demand.basket>) =>
            dispatch(demandApi.util.updateQueryData('basket', { params }, () => next));
          const patch = dispatch(
            demandApi.util.updateQueryData('basket', { params }, (terms) => [
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
    };
  },
});
export const {
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
} = demandApi;
