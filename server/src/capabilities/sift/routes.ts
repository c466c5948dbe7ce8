import { siftRoutes } from '@kettle/contract/sift';
import { sendCsv, sendXlsx } from '../../ground/export/table.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { textEntries } from '../../ground/http/text-entries.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { compareSifts } from './compare.ts';
import type { SiftServices } from './indexes.ts';
import { flagRulesOf, keepFlagRules, keepStayAway, stayAwayDocument } from './rules.ts';
import { siftPage } from './service.ts';
import { changeSieve, dropSieve, keepSieve, openSieve, sievesOf } from './sieves.ts';
import { siftTable } from './table.ts';

export const serveSift = (api: Api, services: SiftServices): void => {
  const { database } = services;
  const { db } = database;
  const market = (id: string) => marketOf(db, id);

  serve(api, siftRoutes.sift, async ({ params, query, signal }) => {
    const { from, rows, show, ...limits } = query;
    return siftPage(services, await market(params.marketplace), textEntries(limits), { from, rows, show }, signal);
  });
  serve(api, siftRoutes.compare, async ({ params, query }) =>
    compareSifts(services, await market(params.marketplace), query),
  );

  serve(api, siftRoutes.sieves, async ({ params, query }) =>
    sievesOf(db, await market(params.marketplace), query.place ?? 'sift'),
  );
  serve(api, siftRoutes.keepSieve, async ({ params, body }) => keepSieve(db, await market(params.marketplace), body));
  serve(api, siftRoutes.changeSieve, ({ params, body }) => changeSieve(database, params.id, body));
  serve(api, siftRoutes.dropSieve, async ({ params }) => {
    await dropSieve(db, params.id);
    return { ok: true as const };
  });
  serve(api, siftRoutes.openSieve, ({ params }) => openSieve(services, params.id));

  serve(api, siftRoutes.stayAway, async ({ params }) => stayAwayDocument(db, await market(params.marketplace)));
  serve(api, siftRoutes.keepStayAway, async ({ params, body }) =>
    keepStayAway(database, await market(params.marketplace), body),
  );
  serve(api, siftRoutes.flagRules, async ({ params }) => flagRulesOf(db, (await market(params.marketplace)).id));
  serve(api, siftRoutes.keepFlagRules, async ({ params, body }) =>
    keepFlagRules(database, (await market(params.marketplace)).id, body),
  );

  api.on('get', '/api/marketplaces/:marketplace/sift.:ending', async (request, response) => {
    const { ending } = request.params;
    if (ending !== 'csv' && ending !== 'xlsx') throw notFound('That kind of file');
    const table = await siftTable(services, await market(request.params.marketplace), textEntries(request.query));
    await (ending === 'csv' ? sendCsv : sendXlsx)(response, table);
  });
};
