import type { Express } from 'express';
import { listings as routes } from '@kettle/contract/listings';
import { serve } from '../../ground/http/serve.ts';
import type { Ground } from '../../ground/ground.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { keepCosting } from './service.ts';

export const serveCosting = (app: Express, { database }: Ground): void => {
  serve(app, routes.saveCosting, async ({ params, body }) =>
    keepCosting(database, await marketOf(database.db, params.marketplace), params.code, body),
  );
};
