import type { Express } from 'express';
import { watch as routes } from '@kettle/contract/candidates';
import { candidateRow, lineUpIds } from '../candidates/service.ts';
import { conflict } from '../http/problem.ts';
import { serve } from '../http/serve.ts';
import type { Services } from '../services.ts';
import { marketOf } from '../sources/marketplaces.ts';
import { groupReadings, stopWatching, watchByCodes, watchedListings } from './service.ts';

export const serveWatch = (app: Express, { database: { db }, jobs }: Services): void => {
  serve(app, routes.list, async ({ params }) => watchedListings(db, await marketOf(db, params.marketplace)));
  serve(app, routes.add, async ({ params, body }) =>
    watchByCodes(db, await marketOf(db, params.marketplace), body.text),
  );
  serve(app, routes.remove, async ({ params }) => {
    await stopWatching(db, await marketOf(db, params.marketplace), params.code);
    return { ok: true as const };
  });
  serve(app, routes.group, async ({ params }) => {
    const { market } = await candidateRow(db, params.id);
    return groupReadings(db, market, await lineUpIds(db, params.id));
  });
  serve(app, routes.moveHob, async ({ params, body }) => {
    const market = await marketOf(db, params.marketplace);
    if (!market.simulated) throw conflict(`${market.name} has no simulated clock; its days pass by themselves.`);
    return jobs.add('move-hob', { marketplace: market.id, days: body.days });
  });
};
