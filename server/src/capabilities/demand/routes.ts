import { demand } from '@kettle/contract/demand';
import { demandSentence } from '@kettle/core/demand/sentence';
import { sendCsv, sendXlsx } from '../../ground/export/table.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { textEntries } from '../../ground/http/text-entries.ts';
import { categoryPaths, marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { basketOf, changeBasket } from './basket.ts';
import { judgeBrand } from './brand-judgement.ts';
import { brandSheet } from './brand.ts';
import { foundBy } from './found.ts';
import type { DemandIndexes } from './index.ts';
import { incomeDots, narrowDemand, rowsOfPage, spreadOf } from './lists.ts';
import { nicheRow, termRow } from './rows.ts';
import { nicheSheet, termSheet } from './sheets.ts';
import { keepShelfRules } from './shelf-rules.ts';
import { shelfOf } from './shelf.ts';
import { demandTable } from './tables.ts';

const PAGE = 100;
/** A sheet is not asked for again by itself, as the list is: it rather waits a moment for what is newest. */
const SHEET_WAITS_MS = 1500;

export const serveDemand = (api: Api, { database, demand: indexes }: Ground & { demand: DemandIndexes }): void => {
  const { db } = database;
  const market = (id: string): Promise<Market> => marketOf(db, id);
  const narrowed = async (id: string, parameters: [string, string][]) => {
    const here = await market(id);
    const [{ index, behind }, paths] = await Promise.all([indexes.of(here), categoryPaths(db, here.id)]);
    const narrowing = narrowDemand(index, here, parameters, new Set(paths.keys()));
    const nameOf = (category: number): string | undefined => paths.get(category)?.path.split(' › ').at(-1);
    return { here, index, behind, narrowing, nameOf };
  };
  const list = async (id: string, view: 'niches' | 'terms', query: Record<string, unknown>) => {
    const { from, rows, show, ...limits } = query as { from?: number; rows?: number; show?: string };
    const parameters: [string, string][] = [...textEntries(limits).filter(([k]) => k !== 'view'), ['view', view]];
    const { here, index, behind, narrowing, nameOf } = await narrowed(id, parameters);
    const start = from ?? 0;
    return {
      here,
      index,
      narrowing,
      places: rowsOfPage(narrowing, start, start + (rows ?? PAGE)),
      reply: {
        count: narrowing.narrowed.count,
        total: view === 'niches' ? index.niches.length : index.terms.length,
        costs: narrowing.narrowed.costs,
        ...spreadOf(index, narrowing, show?.split(',') ?? []),
        brandTerms: narrowing.narrowed.costs.names ?? 0,
        sentence: demandSentence(narrowing.choice, here, nameOf),
        faults: narrowing.faults,
        from: start,
        behind,
        readUpTo: here.readUpTo,
      },
    };
  };

  serve(api, demand.niches, async ({ params, query }) => {
    const { index, narrowing, places, reply } = await list(params.marketplace, 'niches', query);
    return {
      ...reply,
      rows: places.map((row) => nicheRow(narrowing.table, index, row)),
      dots: incomeDots(index, narrowing),
    };
  });
  serve(api, demand.terms, async ({ params, query }) => {
    const { index, narrowing, places, reply } = await list(params.marketplace, 'terms', query);
    return { ...reply, rows: places.map((row) => termRow(narrowing.table, index, row)) };
  });
  serve(api, demand.niche, async ({ params, query }) => {
    const here = await market(params.marketplace);
    return nicheSheet(db, here, (await indexes.of(here, SHEET_WAITS_MS)).index, params.id, query.share);
  });
  serve(api, demand.term, async ({ params }) => {
    const here = await market(params.marketplace);
    return termSheet(db, here, (await indexes.of(here, SHEET_WAITS_MS)).index, params.id);
  });
  serve(api, demand.shelf, async ({ params, query }) => {
    const here = await market(params.marketplace);
    return shelfOf(db, here, (await indexes.of(here)).index, query);
  });
  serve(api, demand.keepShelfRules, async ({ params, body }) =>
    keepShelfRules(database, (await market(params.marketplace)).id, body),
  );
  serve(api, demand.brand, async ({ params }) => {
    const here = await market(params.marketplace);
    return brandSheet(db, here, (await indexes.of(here)).index, params.brand);
  });
  serve(api, demand.judgeBrand, async ({ params, body }) =>
    judgeBrand(database, await market(params.marketplace), params.brand, body),
  );
  serve(api, demand.found, async ({ params, query }) => {
    const here = await market(params.marketplace);
    const codes = query.codes.split(',').filter(Boolean);
    return foundBy(db, here, (await indexes.of(here)).index, codes);
  });

  serve(api, demand.basket, async ({ params }) => (await basketOf(db, params.id)).terms);
  serve(api, demand.changeBasket, ({ params, body }) => changeBasket(database, params.id, body));

  api.on('get', '/api/marketplaces/:marketplace/demand/:view.:ending', async (request, response) => {
    const { marketplace, view, ending } = request.params;
    if ((view !== 'niches' && view !== 'terms') || (ending !== 'csv' && ending !== 'xlsx'))
      throw notFound('That kind of file');
    const parameters: [string, string][] = [
      ...textEntries(request.query).filter(([k]) => k !== 'view'),
      ['view', view],
    ];
    const { here, index, narrowing, nameOf } = await narrowed(marketplace, parameters);
    const table = demandTable(index, here, narrowing, nameOf);
    await (ending === 'csv' ? sendCsv : sendXlsx)(response, table);
  });
};
