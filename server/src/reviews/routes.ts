import type { Express } from 'express';
import { reviews as routes } from '@kettle/contract/candidates';
import { candidateRow, lineUpIds } from '../candidates/service.ts';
import { serve } from '../http/serve.ts';
import type { Services } from '../services.ts';
import { minedReviews } from './service.ts';

export const serveReviews = (app: Express, { database: { db }, jobs }: Services): void => {
  serve(app, routes.mined, async ({ params, query }) => {
    const { market } = await candidateRow(db, params.id);
    return minedReviews(db, jobs, await lineUpIds(db, params.id), market.today, query);
  });
};
