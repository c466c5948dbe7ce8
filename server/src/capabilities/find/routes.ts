import { sources as routes } from '@kettle/contract/sources';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { find } from './service.ts';

export const serveFind = (api: Api, { database: { db } }: Ground): void => {
  serve(api, routes.find, async ({ params, query }) => find(db, await marketOf(db, params.marketplace), query.q));
};
