import { reviews as routes } from '@kettle/contract/candidates';
import { alike } from '@kettle/core/reviews/corrected';
import { candidateRow, lineUpIds } from '../../ground/candidates/candidate-rows.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { keptBrief } from './brief.ts';
import { categoryOfFind, correctionsOf, keepCorrections } from './corrections.ts';
import { readingJob, readReviews } from './service.ts';

export const serveReviews = (api: Api, { database, jobs, aside }: Ground): void => {
  const { db } = database;
  const lookedAt = async (id: number) => ({
    ids: await lineUpIds(db, id),
    category: (await categoryOfFind(db, id)).id,
  });
  serve(api, routes.read, async ({ params }) => {
    await candidateRow(db, params.id);
    return { job: await readReviews(db, jobs, await lineUpIds(db, params.id)) };
  });
  serve(api, routes.mined, async ({ params, query, signal }) => {
    const { market } = await candidateRow(db, params.id);
    const looked = await lookedAt(params.id);
    const job = await readingJob(jobs, looked.ids);
    return { job, ...(await aside.run('mined-reviews', { ...looked, today: market.today, filter: query }, signal)) };
  });
  serve(api, routes.evidence, async ({ params, query, signal }) => {
    const { market } = await candidateRow(db, params.id);
    const looked = await lookedAt(params.id);
    return { evidence: await aside.run('review-evidence', { ...looked, today: market.today, asked: query }, signal) };
  });
  serve(api, routes.words, async ({ params, query, signal }) => {
    await candidateRow(db, params.id);
    return aside.run('review-words', { ...(await lookedAt(params.id)), asked: query }, signal);
  });
  serve(api, routes.corrections, async ({ params }) => {
    const category = await categoryOfFind(db, params.id);
    const { document, version } = await correctionsOf(db, category.id);
    return { document, version, category };
  });
  serve(api, routes.keepCorrections, ({ params, body }) => keepCorrections(database, params.id, body));
  serve(api, routes.compareCorrections, async ({ params, body }) => {
    const { id } = await categoryOfFind(db, params.id);
    return alike((await correctionsOf(db, id)).document.corrections, body.corrections);
  });
  serve(api, routes.brief, ({ params }) => keptBrief.read(db, params.id));
  serve(api, routes.keepBrief, ({ params, body }) => keptBrief.keep(database, params.id, body));
};
