import { curves as routes } from '@kettle/contract/curves';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { latestBacktest } from './backtest-job.ts';
import { pointsOf, tryRefit, versionsOf } from './versions.ts';

export const serveCurves = (api: Api, { database, jobs: queue, aside }: Ground): void => {
  const { db } = database;
  serve(api, routes.list, async ({ params }) => versionsOf(db, await marketOf(db, params.marketplace)));
  serve(api, routes.points, async ({ params, query }) =>
    pointsOf(db, await marketOf(db, params.marketplace), query.category, query.counts),
  );
  serve(api, routes.tryRefit, async ({ params, query }) =>
    tryRefit(db, await marketOf(db, params.marketplace), query.category, query.counts),
  );
  serve(api, routes.refit, async ({ params, body }) => ({
    id: await aside.run('fit-curve', { ...params, ...body }),
  }));
  serve(api, routes.take, async ({ params, body }) => ({
    id: await aside.run('take-curve', { ...params, file: body }),
  }));
  serve(api, routes.useVersion, async ({ params }) => {
    await aside.run('use-curve', params);
    return { ok: true as const };
  });
  serve(api, routes.backtest, async ({ params }) => latestBacktest(db, await marketOf(db, params.marketplace)));
  serve(api, routes.runBacktest, async ({ params }) => {
    const market = await marketOf(db, params.marketplace);
    return queue.add('backtest', { marketplace: market.id }, `backtest.${market.id}`);
  });
};
