import { costingRoutes as routes } from '@kettle/contract/costing';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { AWAY_ENDINGS, sendCosting } from './away.ts';
import { costRulesDocument, keepCostRules } from './cost-rules.ts';
import { launchesOf } from './launches.ts';
import { keepQuote, keepRate, quotesOf, ratesNow, removeQuote } from './quotes.ts';
import {
  allCostings,
  copyCosting,
  costingOfCandidate,
  keepCandidateCosting,
  keepQuickCosting,
  removeCosting,
  useCosting,
} from './service.ts';

export const serveCosting = (api: Api, { database }: Ground): void => {
  const { db } = database;
  serve(api, routes.keepOfListing, async ({ params, body }) =>
    keepQuickCosting(database, await marketOf(db, params.marketplace), params.code, body),
  );
  serve(api, routes.quotes, async ({ params }) => quotesOf(db, await marketOf(db, params.marketplace), params.code));
  serve(api, routes.keepQuote, async ({ params, body }) => {
    await keepQuote(database, await marketOf(db, params.marketplace), params.code, body);
    return { ok: true as const };
  });
  serve(api, routes.removeQuote, async ({ params }) => {
    await removeQuote(db, await marketOf(db, params.marketplace), params.code, params.supplier, params.day);
    return { ok: true as const };
  });
  serve(api, routes.launches, async ({ params }) => launchesOf(db, await marketOf(db, params.marketplace)));
  serve(api, routes.costRules, async ({ params }) =>
    costRulesDocument(db, (await marketOf(db, params.marketplace)).id),
  );
  serve(api, routes.keepCostRules, async ({ params, body }) =>
    keepCostRules(database, (await marketOf(db, params.marketplace)).id, body),
  );
  serve(api, routes.rates, async ({ params }) => ratesNow(db, await marketOf(db, params.marketplace)));
  serve(api, routes.keepRate, async ({ params, body }) => {
    await keepRate(db, await marketOf(db, params.marketplace), params.currency, body);
    return { ok: true as const };
  });
  serve(api, routes.ofCandidate, async ({ params }) => {
    const { candidate, market } = await candidateRow(db, params.id);
    return costingOfCandidate(db, market, candidate);
  });
  serve(api, routes.allOfCandidate, async ({ params }) => {
    const { candidate, market } = await candidateRow(db, params.id);
    return allCostings(db, market, candidate);
  });
  serve(api, routes.copyOfCandidate, async ({ params, body }) => ({
    id: await copyCosting(database, params.id, body.name),
  }));
  serve(api, routes.useOfCandidate, async ({ params }) => {
    await useCosting(database, params.id, params.costing);
    return { ok: true as const };
  });
  serve(api, routes.removeOfCandidate, async ({ params }) => {
    await removeCosting(database, params.id, params.costing);
    return { ok: true as const };
  });
  serve(api, routes.keepOfCandidate, ({ params, body }) => keepCandidateCosting(database, params.id, body));

  api.on('get', '/api/candidates/:id/costing.:ending', async (request, response) => {
    const ending = AWAY_ENDINGS.find((e) => e === request.params.ending);
    const id = Number(request.params.id);
    if (!ending || !Number.isSafeInteger(id) || id < 1) throw notFound('That kind of file');
    await sendCosting(response, db, id, ending);
  });
};
