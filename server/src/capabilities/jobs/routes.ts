import { sources as routes } from '@kettle/contract/sources';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';

export const serveJobs = (api: Api, { jobs }: Ground): void => {
  serve(api, routes.jobs, () => jobs.latest());
  serve(api, routes.job, ({ params }) => jobs.get(params.id));
  serve(api, routes.cancelJob, async ({ params }) => {
    await jobs.cancel(params.id);
    return { ok: true as const };
  });
};
