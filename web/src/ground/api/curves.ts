import { curves } from '@kettle/contract/curves';
import { api } from './api.ts';
import { fromRoutes } from './from-routes.ts';
import { figuresChanged, tag, type Tag } from './tags.ts';

type InMarket = { params: { marketplace: string } };

export const curvesApi = api.injectEndpoints({
  endpoints: (build) => {
    const { ask, change } = fromRoutes(build);
    const ofMarket = ({ params: { marketplace } }: InMarket): Tag[] => [tag('Curves', marketplace)];
    const fits = ({ params: { marketplace } }: InMarket): Tag[] => [
      tag('Curves', marketplace),
      tag('Listing', marketplace),
    ];
    const curveChanged = ({ params: { marketplace } }: InMarket): Tag[] => [
      'Marketplaces',
      tag('Curves', marketplace),
      ...figuresChanged(marketplace),
    ];
    return {
      curves: ask(curves.list, ofMarket),
      curvePoints: ask(curves.points, fits),
      tryRefit: ask(curves.tryRefit, fits),
      refitCurve: change(curves.refit, curveChanged),
      takeCurve: change(curves.take, curveChanged),
      // By its number alone it is not known whose curve it is.
      useCurve: change(curves.useVersion, () => [
        'Curves',
        'Listing',
        'Sift',
        'Demand',
        'Score',
        'Standing',
        'Readings',
      ]),
      backtest: ask(curves.backtest, ({ params: { marketplace } }) => [tag('Backtest', marketplace)]),
      runBacktest: change(curves.runBacktest, () => ['Jobs']),
    };
  },
});
export const {
  useCurvesQuery,
  useCurvePointsQuery,
  useTryRefitQuery,
  useRefitCurveMutation,
  useTakeCurveMutation,
  useUseCurveMutation,
  useBacktestQuery,
  useRunBacktestMutation,
} = curvesApi;
