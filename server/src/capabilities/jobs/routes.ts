import type { Express } from 'express';
import { sources as routes } from '@kettle/contract/sources';
import type { Ground } from '../../ground/ground.ts';
import { serve } from '../../ground/http/serve.ts';

export const serveJobs = (app: Express, { jobs }: Ground): void => {
  serve(app, routes.jobs, () => jobs.latest());
  serve(app, routes.job, ({ params }) => jobs.get(params.id));
  serve(app, routes.cancelJob, async ({ params }) => {
    await jobs.cancel(params.id);
    return { ok: true as const };
  });
};
