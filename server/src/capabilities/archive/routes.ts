import { pipeline } from 'node:stream/promises';
import { create as contentDisposition } from 'content-disposition';
import { archive as routes } from '@kettle/contract/archive';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { realToday } from '../../ground/marketplaces/clock.ts';
import { keepUpload } from '../sources/uploads.ts';
import type { KeptCopies } from './copies.ts';
import { writeArchive } from './write.ts';

export const serveArchive = (api: Api, { database, jobs, copies }: Ground & { copies: KeptCopies }): void => {
  /** All that is the seller's own, as one file. */
  api.on('get', '/api/workspace/archive.zip', async (_, response) => {
    response.setHeader('Content-Type', 'application/zip');
    response.setHeader('Content-Disposition', contentDisposition(`kettle ${realToday()}.zip`));
    await writeArchive(database, response);
  });
  api.on('get', '/api/workspace/copies/:name', async (request, response) => {
    const { name } = request.params;
    const { size, stream } = await copies.read(name);
    response.setHeader('Content-Type', 'application/zip');
    response.setHeader('Content-Length', size);
    response.setHeader('Content-Disposition', contentDisposition(name));
    await pipeline(stream, response);
  });
  serve(api, routes.copies, () => copies.all());
  serve(api, routes.setRule, async ({ body }) => {
    await copies.setRule(body);
    return { ok: true as const };
  });
  serve(api, routes.keepNow, async () => ({ name: await copies.keepNow(realToday()) }));
  serve(api, routes.bringIn, async ({ query, request }) => {
    const upload = await keepUpload(database.db, query.name, request.iterator({ destroyOnReturn: false }));
    return jobs.add('read-archive', { upload });
  });
};
