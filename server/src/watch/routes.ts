import type { Express } from 'express';
import { watch as routes } from '@kettle/contract/candidates';
import { candidateRow, lineUpIds } from '../candidates/service.ts';
import { serve } from '../http/serve.ts';
import type { Ground } from '../services.ts';
import { marketOf } from '../sources/marketplaces.ts';
import { askToMoveHob } from './hob.ts';
import { groupReadings, stopWatching, watchByCodes, watchedListings } from './service.ts';

export const serveWatch = (app: Express, { database, jobs }: Ground): void => {
  const { db } = database;
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
    return askToMoveHob(database, jobs, params.marketplace, body.days);
  });
};
