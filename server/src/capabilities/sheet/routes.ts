import { listings as routes } from '@kettle/contract/listings';
import { briefsOf, idsByCode } from '../../ground/briefs/briefs.ts';
import { listingByCode } from '../../ground/briefs/by-code.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import type { DemandIndexes } from '../demand/index.ts';
import { markListings } from './marks.ts';
import { against, historyOf, keepCounts, overruleCraft, sheetOf, silhouetteOf } from './service.ts';
import { surroundingsOf } from './surroundings.ts';

type SheetServices = Ground & { demand: DemandIndexes };

export const serveListings = (api: Api, services: SheetServices): void => {
  const { database, outside, demand } = services;
  const { db } = database;
  serve(api, routes.brief, async ({ params, query }) => {
    const market = await marketOf(db, params.marketplace);
    const codes = query.codes.split(',').filter(Boolean).slice(0, 200);
    const ids = await idsByCode(db, market.id, codes);
    return briefsOf(
      db,
      market,
      codes.flatMap((code) => ids.get(code) ?? []),
    );
  });
  serve(api, routes.sheet, async ({ params }) => sheetOf(db, await marketOf(db, params.marketplace), params.code));
  serve(api, routes.history, async ({ params }) => historyOf(db, await marketOf(db, params.marketplace), params.code));
  serve(api, routes.surroundings, async ({ params }) => {
    const market = await marketOf(db, params.marketplace);
    const { row } = await listingByCode(db, market, params.code);
    return surroundingsOf(db, market, (await demand.of(market)).index, row);
  });
  serve(api, routes.against, async ({ params, query }) =>
    against(db, await marketOf(db, params.marketplace), params.code, query.search),
  );
  serve(api, routes.keepCounts, async ({ params, body }) => {
    await keepCounts(services, await marketOf(db, params.marketplace), params.code, body);
    return { ok: true as const };
  });
  serve(api, routes.overruleCraft, async ({ params, body }) => {
    return overruleCraft(database, await marketOf(db, params.marketplace), params.code, params.part, body);
  });

  serve(api, routes.mark, async ({ params, body }) => {
    await markListings(db, await marketOf(db, params.marketplace), body.codes, body.state, body.reason);
    return { ok: true as const };
  });

  api.on('get', '/api/marketplaces/:marketplace/listings/:code/picture.svg', async (request, response) => {
    const { marketplace, code } = request.params;
    const silhouette = await silhouetteOf(db, marketplace, code);
    response.type('image/svg+xml').setHeader('Cache-Control', 'private, max-age=86400');
    response.send(outside.pictureOf(silhouette, code));
  });
};
