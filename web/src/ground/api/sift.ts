import { listings } from '@kettle/contract/listings';
import type { ReplyOf } from '@kettle/contract/route';
import { siftAddress, siftRoutes, type SiftQuestion, type SiftReply } from '@kettle/contract/sift';
import { api } from './api.ts';
import { fromRoutes, type ArgsOf } from './from-routes.ts';
import { LatestQuestion } from './latest-question.ts';
import { figuresChanged, tag, type Tag } from './tags.ts';

const asked = new LatestQuestion();
type Of<T extends keyof typeof siftRoutes> = ArgsOf<(typeof siftRoutes)[T]>;
type Reply<T extends keyof typeof siftRoutes> = ReplyOf<(typeof siftRoutes)[T]>;

export const siftApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change, read } = fromRoutes(build);
    const ofMarket =
      (type: 'Sift' | 'Sieves' | 'StayAway' | 'FlagRules') =>
      ({ params: { marketplace } }: { params: { marketplace: string } }): Tag[] => [tag(type, marketplace)];
    return {
      sift: build.infiniteQuery<SiftReply, SiftQuestion, number>({
        infiniteQueryOptions: {
          initialPageParam: 0,
          getNextPageParam: (last) =>
            last.from + last.rows.length < last.shown && last.rows.length > 0
              ? last.from + last.rows.length
              : undefined,
        },
        queryFn: async ({ queryArg: { marketplace, search, show }, pageParam }, { signal }, _, send) => {
          const url = siftAddress({ marketplace, search, show }, pageParam);
          const ends = AbortSignal.any([signal, asked.signal(`${marketplace}?${search}&${show}`)]);
          return (await send({ url, signal: ends } as { url: string })) as { data: SiftReply };
        },
        providesTags: (_, __, { marketplace }) => [tag('Sift', marketplace)],
      }),
      compareSifts: ask(siftRoutes.compare, ofMarket('Sift')),
      sieves: ask(siftRoutes.sieves, ofMarket('Sieves')),
      keepSieve: change(siftRoutes.keepSieve, ofMarket('Sieves')),
      changeSieve: change(siftRoutes.changeSieve, () => ['Sieves']),
      dropSieve: change(siftRoutes.dropSieve, () => ['Sieves']),
      openSieve: change(siftRoutes.openSieve),
      stayAway: ask(siftRoutes.stayAway, ofMarket('StayAway')),
      keepStayAway: build.mutation<Reply<'keepStayAway'>, Of<'keepStayAway'>>({
        ...read(siftRoutes.keepStayAway),
        invalidatesTags: (_, __, { params: { marketplace } }) => [
          tag('StayAway', marketplace),
          tag('Sift', marketplace),
        ],
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          if (!body) return;
          const patch = dispatch(
            siftApi.util.updateQueryData('stayAway', { params }, ({ version }) => ({ ...body, version })),
          );
          await queryFulfilled.catch(() => patch.undo());
        },
      }),
      flagRules: ask(siftRoutes.flagRules, ofMarket('FlagRules')),
      keepFlagRules: build.mutation<Reply<'keepFlagRules'>, Of<'keepFlagRules'>>({
        ...read(siftRoutes.keepFlagRules),
        invalidatesTags: (_, __, { params: { marketplace } }) => [
          tag('FlagRules', marketplace),
          ...figuresChanged(marketplace),
        ],
        // The next change is made to what this one leaves, not to what was there before both.
        onQueryStarted: async ({ params, body }, { dispatch, queryFulfilled }) => {
          const { rules } = body ?? {};
          if (!rules) return;
          const patch = dispatch(
            siftApi.util.updateQueryData('flagRules', { params }, (draft) => ({ ...draft, rules, own: true })),
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
          const undo = siftApi.util
            .selectInvalidatedBy(getState(), [tag('Sift', params.marketplace)])
            .filter((c) => c.endpointName === 'sift')
            .map(({ originalArgs }) =>
              dispatch(
                siftApi.util.updateQueryData('sift', originalArgs as SiftQuestion, (draft) => {
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
    };
  },
});
export const {
  useSiftInfiniteQuery,
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
} = siftApi;
