import { sql } from 'drizzle-orm';
import { sources as routes } from '@kettle/contract/sources';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { categoryTree } from '../sources/categories.ts';
import { binListings, binMarketplace, restoreListings, restoreMarketplace } from './bin.ts';
import { changeMarketplace } from './facts.ts';
import { changeCategory } from './category-changes.ts';
import { compareOverCatalogue, removeSchedule, scheduleById, takeSchedule } from './schedules.ts';
import { addMarketplace, marketplacesReply, workspaceKind } from './service.ts';

export const serveMarketplaces = (api: Api, ground: Ground): void => {
  const { database, aside, outside } = ground;
  const { db } = database;
  serve(api, routes.health, async () => {
    await db.execute(sql`select 1`);
    return { ok: true, workspace: await workspaceKind(db) };
  });
  serve(api, routes.marketplaces, () => marketplacesReply(db, outside.templates));
  serve(api, routes.addMarketplace, async ({ body }) => ({ id: await addMarketplace(ground, body) }));
  serve(api, routes.changeMarketplace, async ({ params, body }) => {
    await changeMarketplace(database, await marketOf(db, params.marketplace), body);
    return { ok: true as const };
  });
  serve(api, routes.changeCategory, async ({ params, body }) =>
    changeCategory(ground, await marketOf(db, params.marketplace), params.id, body),
  );
  serve(api, routes.removeMarketplace, async ({ params }) => {
    await binMarketplace(db, await marketOf(db, params.marketplace));
    return { ok: true as const };
  });
  serve(api, routes.restoreMarketplace, async ({ params }) => {
    await restoreMarketplace(db, params.marketplace);
    return { ok: true as const };
  });
  serve(api, routes.removeListings, async ({ params, body }) =>
    binListings(database, await marketOf(db, params.marketplace), body.codes),
  );
  serve(api, routes.restoreListings, async ({ params }) =>
    restoreListings(database, await marketOf(db, params.marketplace)),
  );
  serve(api, routes.takeSchedule, async ({ params, body }) => ({
    id: await takeSchedule(database, await marketOf(db, params.marketplace), body),
  }));
  serve(api, routes.compareSchedules, async ({ params, body }) =>
    compareOverCatalogue(db, await marketOf(db, params.marketplace), body),
  );
  serve(api, routes.removeSchedule, async ({ params }) => {
    await removeSchedule(database, params.id);
    return { ok: true as const };
  });
  serve(api, routes.schedule, ({ params }) => scheduleById(db, params.id));
  serve(api, routes.copyFees, async ({ params, body }) => {
    const { id } = await marketOf(db, params.marketplace);
    return aside.run('copy-fees', { marketplace: id, from: body.from });
  });
  serve(api, routes.categories, async ({ params }) => categoryTree(db, await marketOf(db, params.marketplace)));
};
