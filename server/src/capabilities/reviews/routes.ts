import type { Express } from 'express';
import { reviews as routes } from '@kettle/contract/candidates';
import { candidateRow, lineUpIds } from '../../ground/candidates/candidate-rows.ts';
import type { Ground } from '../../ground/ground.ts';
import { serve } from '../../ground/http/serve.ts';
import { briefOf, keepBrief } from './brief.ts';
import { readingJob, readReviews } from './service.ts';

export const serveReviews = (app: Express, { database, jobs, aside }: Ground): void => {
  const { db } = database;
  serve(app, routes.read, async ({ params }) => {
    await candidateRow(db, params.id);
    return { job: await readReviews(db, jobs, await lineUpIds(db, params.id)) };
  });
  serve(app, routes.mined, async ({ params, query, signal }) => {
    const { market } = await candidateRow(db, params.id);
    const ids = await lineUpIds(db, params.id);
    const job = await readingJob(jobs, ids);
    return { job, ...(await aside.run('mined-reviews', { ids, today: market.today, filter: query }, signal)) };
  });
  serve(app, routes.evidence, async ({ params, query, signal }) => {
    const { market } = await candidateRow(db, params.id);
    const ids = await lineUpIds(db, params.id);
    return { evidence: await aside.run('review-evidence', { ids, today: market.today, asked: query }, signal) };
  });
  serve(app, routes.words, async ({ params, query, signal }) => {
    await candidateRow(db, params.id);
    return aside.run('review-words', { ids: await lineUpIds(db, params.id), asked: query }, signal);
  });
  serve(app, routes.brief, ({ params }) => briefOf(db, params.id));
  serve(app, routes.keepBrief, ({ params, body }) => keepBrief(database, params.id, body));
};
