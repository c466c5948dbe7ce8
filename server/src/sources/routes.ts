import type { Express } from 'express';
import { sql } from 'drizzle-orm';
import { sources as routes } from '@kettle/contract/sources';
import { serve } from '../http/serve.ts';
import type { Services } from '../services.ts';
import { categoryTree } from './categories.ts';
import { marketOf } from './marketplaces.ts';
import { addMarketplace, checkMapping, find, marketplacesReply, previewImport, workspaceKind } from './service.ts';

export const serveSources = (app: Express, services: Services): void => {
  const { database, jobs } = services;
  const { db } = database;
  serve(app, routes.health, async () => {
    await db.execute(sql`select 1`);
    return { ok: true, workspace: await workspaceKind(db) };
  });
  serve(app, routes.marketplaces, () => marketplacesReply(db));
  serve(app, routes.addMarketplace, async ({ body }) => ({ id: await addMarketplace(services, body) }));
  serve(app, routes.copyFees, async ({ params, body }) => {
    const { id } = await marketOf(db, params.marketplace);
    return services.aside.run('copy-fees', { marketplace: id, from: body.from });
  });
  serve(app, routes.categories, async ({ params }) => categoryTree(db, await marketOf(db, params.marketplace)));
  serve(app, routes.preview, async ({ params, query, request }) => {
    await marketOf(db, params.marketplace);
    // Not destroyed when reading breaks off: the refusal still goes back on the same line.
    return previewImport(services, params.kind, query.name, request.iterator({ destroyOnReturn: false }));
  });
  serve(app, routes.import, async ({ params, body }) => {
    const market = await marketOf(db, params.marketplace);
    await checkMapping(db, params.kind, body.upload, body.mapping);
    return jobs.add(`import-${params.kind}` as const, {
      marketplace: market.id,
      ...body,
    });
  });
  serve(app, routes.jobs, () => jobs.latest());
  serve(app, routes.job, ({ params }) => jobs.get(params.id));
  serve(app, routes.cancelJob, async ({ params }) => {
    await jobs.cancel(params.id);
    return { ok: true as const };
  });
  serve(app, routes.find, async ({ params, query }) => find(db, await marketOf(db, params.marketplace), query.q));
};
