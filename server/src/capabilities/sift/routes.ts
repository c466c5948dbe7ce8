import type { Express } from 'express';
import { eq } from 'drizzle-orm';
import { siftRoutes } from '@kettle/contract/sift';
import { STARTER_RULES } from '@kettle/core/listing/flags';
import { sendCsv, sendXlsx } from '../../ground/export/table.ts';
import { marketplaces, stayAway } from '../../ground/db/schema.ts';
import { atOnce, type Db } from '../../ground/db/connection.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';
import { expectVersion, versionAfter } from '../../ground/problems/versions.ts';
import { serve } from '../../ground/http/serve.ts';
import { textEntries } from '../../ground/http/text-entries.ts';
import { raiseDataVersion } from '../../ground/estimates/estimates.ts';
import type { SiftServices } from './indexes.ts';
import { categoryPaths, marketOf, versionsOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { compareSifts } from './compare.ts';
import { changeSieve, dropSieve, keepSieve, openSieve, sievesOf } from './sieves.ts';
import { siftPage, stayAwayOf } from './service.ts';
import { siftTable } from './table.ts';

export const serveSift = (app: Express, services: SiftServices): void => {
  const { database } = services;
  const { db } = database;
  const market = (id: string) => marketOf(db, id);

  serve(app, siftRoutes.sift, async ({ params, query, signal }) => {
    const { from, rows, show, ...limits } = query;
    return siftPage(services, await market(params.marketplace), textEntries(limits), { from, rows, show }, signal);
  });
  serve(app, siftRoutes.compare, async ({ params, query }) =>
    compareSifts(services, await market(params.marketplace), query),
  );

  serve(app, siftRoutes.sieves, async ({ params, query }) =>
    sievesOf(db, await market(params.marketplace), query.place ?? 'sift'),
  );
  serve(app, siftRoutes.keepSieve, async ({ params, body }) => keepSieve(db, await market(params.marketplace), body));
  serve(app, siftRoutes.changeSieve, ({ params, body }) => changeSieve(database, params.id, body));
  serve(app, siftRoutes.dropSieve, async ({ params }) => {
    await dropSieve(db, params.id);
    return { ok: true as const };
  });
  serve(app, siftRoutes.openSieve, ({ params }) => openSieve(services, params.id));

  serve(app, siftRoutes.stayAway, async ({ params }) => stayAwayDocument(db, await market(params.marketplace)));
  serve(app, siftRoutes.keepStayAway, async ({ params, body }) => {
    const here = await market(params.marketplace);
    const known = await categoryPaths(db, here.id);
    const foreign = body.categories.find((id) => !known.has(id));
    if (foreign !== undefined) throw badField('categories', `${here.name} has no category ${foreign}.`);
    const words = [...new Set(body.words.map((w) => w.trim()).filter(Boolean))];
    const rows = [
      ...[...new Set(body.categories)].map((categoryId) => ({ marketplaceId: here.id, categoryId, words: null })),
      ...words.map((w) => ({ marketplaceId: here.id, categoryId: null, words: w })),
    ];
    await atOnce(database, async ({ db: tx }) => {
      const before = await versionsOf(tx, here.id);
      expectVersion(body.version, before.stayAway, await stayAwayOf(tx, here));
      await tx.delete(stayAway).where(eq(stayAway.marketplaceId, here.id));
      if (rows.length > 0) await tx.insert(stayAway).values(rows);
      await tx
        .update(marketplaces)
        .set({ stayAwayVersion: versionAfter(before.stayAway) })
        .where(eq(marketplaces.id, here.id));
    });
    return stayAwayDocument(db, here);
  });

  serve(app, siftRoutes.flagRules, async ({ params }) => flagRulesOf(db, (await market(params.marketplace)).id));
  serve(app, siftRoutes.keepFlagRules, async ({ params, body }) => {
    const here = await market(params.marketplace);
    return atOnce(database, async ({ db: tx }) => {
      const before = await versionsOf(tx, here.id);
      expectVersion(body.version, before.flagRules, await flagRulesOf(tx, here.id));
      const version = versionAfter(before.flagRules);
      await tx
        .update(marketplaces)
        .set({ flagRules: body.rules, flagRulesVersion: version })
        .where(eq(marketplaces.id, here.id));
      await raiseDataVersion(tx, here.id, null);
      return { version };
    });
  });

  app.get('/api/marketplaces/:marketplace/sift.:ending', async (request, response) => {
    const { ending } = request.params;
    if (ending !== 'csv' && ending !== 'xlsx') throw notFound('That kind of file');
    const table = await siftTable(services, await market(request.params.marketplace), textEntries(request.query));
    await (ending === 'csv' ? sendCsv : sendXlsx)(response, table);
  });
};

const stayAwayDocument = async (db: Db, market: Market) => {
  const [row] = await db
    .select({ version: marketplaces.stayAwayVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, market.id));
  return { ...(await stayAwayOf(db, market)), version: row?.version ?? 0 };
};

/** The rules that raise flags; what a later version added takes its starter value. */
const flagRulesOf = async (db: Db, marketplaceId: string) => {
  const [row] = await db
    .select({ rules: marketplaces.flagRules, version: marketplaces.flagRulesVersion })
    .from(marketplaces)
    .where(eq(marketplaces.id, marketplaceId));
  return {
    rules: { ...STARTER_RULES, ...row?.rules },
    own: Boolean(row?.rules),
    version: row?.version ?? 0,
  };
};
