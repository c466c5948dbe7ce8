import type { Express } from 'express';
import { costingRoutes as routes } from '@kettle/contract/costing';
import { candidateRow } from '../../ground/candidates/candidate-rows.ts';
import type { Ground } from '../../ground/ground.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { quotesOf } from './quotes.ts';
import { costingOfCandidate, keepCandidateCosting, keepQuickCosting } from './service.ts';

export const serveCosting = (app: Express, { database }: Ground): void => {
  const { db } = database;
  serve(app, routes.keepOfListing, async ({ params, body }) =>
    keepQuickCosting(database, await marketOf(db, params.marketplace), params.code, body),
  );
  serve(app, routes.quotes, async ({ params }) => quotesOf(db, await marketOf(db, params.marketplace), params.code));
  serve(app, routes.ofCandidate, async ({ params }) =>
    costingOfCandidate(db, (await candidateRow(db, params.id)).candidate),
  );
  serve(app, routes.keepOfCandidate, ({ params, body }) => keepCandidateCosting(database, params.id, body));
};
