import { type ImportKind, sources as routes } from '@kettle/contract/sources';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { IMPORT_FIELDS } from './columns/index.ts';
import { takenByHand } from './folder.ts';
import { importsOf, takeBackJob, troubledTable } from './imports.ts';
import { correctNiches } from './niche-corrections.ts';
import { checkMapping, previewImport, previewUpload } from './service.ts';
import { sendCsv, sendXlsx } from '../../ground/export/table.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { tableOut } from './tables-out.ts';

export const serveSources = (api: Api, ground: Ground): void => {
  const { database, jobs } = ground;
  const { db } = database;
  serve(api, routes.preview, async ({ params, query, request }) => {
    const market = await marketOf(db, params.marketplace);
    // Not destroyed when reading breaks off: the refusal still goes back on the same line.
    const kind = params.kind === 'any' ? null : params.kind;
    return previewImport(ground, market, kind, query.name, request.iterator({ destroyOnReturn: false }));
  });
  serve(api, routes.look, async ({ params, body }) => {
    const market = await marketOf(db, params.marketplace);
    return previewUpload(ground, market, { ...params, ...body });
  });
  serve(api, routes.imports, async ({ params }) => importsOf(db, await marketOf(db, params.marketplace)));
  serve(api, routes.takeBack, ({ params }) => takeBackJob(ground, params.id, false));
  serve(api, routes.takeAgain, ({ params }) => takeBackJob(ground, params.id, true));
  /** The rows of the file that were refused or taken in part, with the reasons, to be mended and taken in again. */
  api.on('get', '/api/imports/:id/troubled.csv', async (request, response) => {
    await sendCsv(response, await troubledTable(db, Number(request.params.id)));
  });
  /** Any table of a marketplace, as a file that can be taken in again. */
  api.on('get', '/api/marketplaces/:marketplace/tables/:kind.:ending', async (request, response) => {
    const { marketplace, kind, ending } = request.params;
    if (!Object.hasOwn(IMPORT_FIELDS, kind) || (ending !== 'csv' && ending !== 'xlsx'))
      throw notFound(`The table ${kind}.${ending}`);
    const table = tableOut(database, await marketOf(db, marketplace), kind as ImportKind);
    await (ending === 'csv' ? sendCsv : sendXlsx)(response, table);
  });
  serve(api, routes.correctNiches, async ({ params, body }) =>
    correctNiches(ground, await marketOf(db, params.marketplace), body),
  );
  serve(api, routes.import, async ({ params, body }) => {
    const market = await marketOf(db, params.marketplace);
    await checkMapping(db, params.kind, body.upload, body.mapping);
    const job = await jobs.add(`import-${params.kind}` as const, { marketplace: market.id, ...body });
    await takenByHand(db, body.upload, job.id);
    return job;
  });
};
