import type { Express } from 'express';
import { and, desc, eq, sql } from 'drizzle-orm';
import { curves as routes, type Backtest } from '@kettle/contract/curves';
import type { Db } from '../../ground/db/connection.ts';
import { jobs } from '../../ground/db/schema.ts';
import { serve } from '../../ground/http/serve.ts';
import type { Ground } from '../../ground/ground.ts';
import { marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { pointsOf, tryRefit, versionsOf } from './versions.ts';

export const serveCurves = (app: Express, { database, jobs: queue, aside }: Ground): void => {
  const { db } = database;
  serve(app, routes.list, async ({ params }) => versionsOf(db, await marketOf(db, params.marketplace)));
  serve(app, routes.points, async ({ params, query }) =>
    pointsOf(db, await marketOf(db, params.marketplace), query.category, query.counts),
  );
  serve(app, routes.tryRefit, async ({ params, query }) =>
    tryRefit(db, await marketOf(db, params.marketplace), query.category, query.counts),
  );
  serve(app, routes.refit, async ({ params, body }) => ({
    id: await aside.run('fit-curve', { ...params, ...body }),
  }));
  serve(app, routes.take, async ({ params, body }) => ({
    id: await aside.run('take-curve', { ...params, file: body }),
  }));
  serve(app, routes.useVersion, async ({ params }) => {
    await aside.run('use-curve', params);
    return { ok: true as const };
  });
  serve(app, routes.backtest, async ({ params }) => latestBacktest(db, await marketOf(db, params.marketplace)));
  serve(app, routes.runBacktest, async ({ params }) => {
    const market = await marketOf(db, params.marketplace);
    return queue.add('backtest', { marketplace: market.id }, `backtest.${market.id}`);
  });
};

/** The newest backtest that ended well, and whether days have passed since. */
const latestBacktest = async (db: Db, market: Market): Promise<{ backtest: Backtest | null; stale: boolean }> => {
  const [row] = await db
    .select({ result: jobs.result })
    .from(jobs)
    .where(
      and(
        eq(jobs.kind, 'backtest'),
        eq(jobs.state, 'done'),
        sql`json_value(${jobs.payload}, '$.marketplace') = ${market.id}`,
      ),
    )
    .orderBy(desc(jobs.id))
    .limit(1);
  const backtest = (row?.result?.backtest as Backtest | undefined) ?? null;
  return { backtest, stale: backtest !== null && backtest.day !== market.today };
};
