import { folder as routes } from '@kettle/contract/folder';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import type { WatchedFolder } from './folder.ts';

export const serveFolder = (api: Api, { database: { db }, folder }: Ground & { folder: WatchedFolder }): void => {
  serve(api, routes.folder, async ({ params }) => folder.of((await marketOf(db, params.marketplace)).id));
  serve(api, routes.lookNow, async ({ params }) => {
    const { id } = await marketOf(db, params.marketplace);
    await folder.look(Date.now());
    return folder.of(id);
  });
  serve(api, routes.leaveFile, async ({ params }) => {
    await folder.leave((await marketOf(db, params.marketplace)).id, params.id);
    return { ok: true as const };
  });
};
