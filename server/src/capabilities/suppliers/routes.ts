import { suppliersRoutes as routes } from '@kettle/contract/suppliers';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { conflict } from '../../ground/problems/problem.ts';
import {
  askSupplier,
  cardsAside,
  forgetRequest,
  putCardAside,
  putCardBack,
  requestsOf,
  searchSuppliers,
  takeAnswers,
} from './service.ts';

const done = { ok: true as const };

export const serveSuppliers = (api: Api, { database, outside }: Ground): void => {
  const { db } = database;
  serve(api, routes.search, async ({ params, query }) =>
    searchSuppliers(db, outside, await marketOf(db, params.marketplace), query),
  );
  serve(api, routes.aside, async ({ params }) => cardsAside(db, await marketOf(db, params.marketplace)));
  serve(api, routes.putAside, async ({ params }) => {
    await putCardAside(db, outside, await marketOf(db, params.marketplace), params.ref);
    return done;
  });
  serve(api, routes.putBack, async ({ params }) => {
    await putCardBack(db, await marketOf(db, params.marketplace), params.ref);
    return done;
  });
  serve(api, routes.requests, async ({ params }) =>
    requestsOf(db, await marketOf(db, params.marketplace), params.code),
  );
  serve(api, routes.ask, async ({ params, body }) => ({
    id: await askSupplier(db, outside, await marketOf(db, params.marketplace), params.code, body),
  }));
  serve(api, routes.forget, async ({ params }) => {
    await forgetRequest(db, await marketOf(db, params.marketplace), params.code, params.id);
    return done;
  });
  serve(api, routes.answers, async ({ params }) =>
    takeAnswers(database, outside, await marketOf(db, params.marketplace)),
  );
  serve(api, routes.services, async ({ params }) =>
    outside.weathers.all(db, (await marketOf(db, params.marketplace)).id),
  );
  serve(api, routes.setService, async ({ params, body }) => {
    const market = await marketOf(db, params.marketplace);
    if (!market.simulated) throw conflict(`${market.name} has no simulated services.`);
    await outside.weathers.set(db, market.id, params.service, body.weather);
    return done;
  });
};
