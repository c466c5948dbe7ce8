import type { Express } from 'express';
import { sources as routes } from '@kettle/contract/sources';
import { serve } from '../http/serve.ts';
import type { Ground } from '../services.ts';
import { marketOf } from '../sources/marketplaces.ts';
import { find } from './service.ts';

export const serveFind = (app: Express, { database: { db } }: Ground): void => {
  serve(app, routes.find, async ({ params, query }) => find(db, await marketOf(db, params.marketplace), query.q));
};
