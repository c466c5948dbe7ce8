import type { Express } from 'express';
import { sources as routes } from '@kettle/contract/sources';
import type { Ground } from '../../ground/ground.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { checkMapping, previewImport } from './service.ts';

export const serveSources = (app: Express, ground: Ground): void => {
  const { database, jobs } = ground;
  const { db } = database;
  serve(app, routes.preview, async ({ params, query, request }) => {
    await marketOf(db, params.marketplace);
    // Not destroyed when reading breaks off: the refusal still goes back on the same line.
    return previewImport(ground, params.kind, query.name, request.iterator({ destroyOnReturn: false }));
  });
  serve(app, routes.import, async ({ params, body }) => {
    const market = await marketOf(db, params.marketplace);
    await checkMapping(db, params.kind, body.upload, body.mapping);
    return jobs.add(`import-${params.kind}` as const, {
      marketplace: market.id,
      ...body,
    });
  });
};
