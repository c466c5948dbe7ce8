import type { Express } from 'express';
import { watch as routes } from '@kettle/contract/candidates';
import type { Ground } from '../../ground/ground.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { askToMoveHob } from './clock.ts';
import { badField } from '../../ground/problems/problem.ts';
import { morningOf } from './morning.ts';
import { stopWatching, watchByCodes, watchedListings } from './service.ts';

export const serveWatch = (app: Express, { database, jobs }: Ground): void => {
  const { db } = database;
  serve(app, routes.list, async ({ params }) => watchedListings(db, await marketOf(db, params.marketplace)));
  serve(app, routes.morning, async ({ params, query }) => {
    const market = await marketOf(db, params.marketplace);
    if (query.since > market.today) throw badField('since', `The date ${query.since} lies in the future.`);
    return morningOf(db, market, query.since);
  });
  serve(app, routes.add, async ({ params, body }) =>
    watchByCodes(db, await marketOf(db, params.marketplace), body.text),
  );
  serve(app, routes.remove, async ({ params }) => {
    await stopWatching(db, await marketOf(db, params.marketplace), params.code);
    return { ok: true as const };
  });
  serve(app, routes.moveHob, async ({ params, body }) => {
    return askToMoveHob(database, jobs, params.marketplace, body.days);
  });
};
