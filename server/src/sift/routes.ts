import type { Express } from 'express';
import { siftRoutes } from '@kettle/contract/sift';
import type { ListingBrief } from '@kettle/contract/shapes';
import { majorFromMinor } from '@kettle/core/money/money';
import { weightInUnit, weightUnit } from '@kettle/core/measures/units';
import { sendCsv, sendXlsx, type CellValue, type Table } from '../export/table.ts';
import { notFound } from '../http/problem.ts';
import { serve } from '../http/serve.ts';
import type { Services } from '../services.ts';
import { marketOf, type Market } from '../sources/marketplaces.ts';
import { siftAll, siftPage } from './service.ts';

export const serveSift = (app: Express, services: Services): void => {
  serve(app, siftRoutes.sift, async ({ params, query }) => {
    const market = await marketOf(services.database.db, params.marketplace);
    const { from, rows, show, ...limits } = query;
    return siftPage(services, market, textEntries(limits), { from, rows, show });
  });

  app.get('/api/marketplaces/:marketplace/sift.:ending', async (request, response) => {
    const { ending } = request.params;
    if (ending !== 'csv' && ending !== 'xlsx') throw notFound('That kind of file');
    const market = await marketOf(services.database.db, request.params.marketplace);
    const table = siftTable(services, market, textEntries(request.query));
    await (ending === 'csv' ? sendCsv : sendXlsx)(response, table);
  });
};

const textEntries = (query: object): [string, string][] =>
  Object.entries(query).flatMap(([key, value]): [string, string][] =>
    typeof value === 'string' ? [[key, value]] : [],
  );

const siftTable = (services: Services, market: Market, parameters: [string, string][]): Table => {
  const money = (minor: number | null): number | null =>
    minor === null ? null : majorFromMinor(minor, market.currency);
  const round = (x: number | null, digits: number): number | null => (x === null ? null : Number(x.toFixed(digits)));
  const { currency } = market;
  const columns: [string, (b: ListingBrief) => CellValue][] = [
    ['Listing code', (b) => b.code],
    ['Title', (b) => b.title],
    ['Brand', (b) => b.brand],
    ['Category', (b) => b.category],
    [`Price, ${currency}`, (b) => money(b.price)],
    [`Net, ${currency}`, (b) => money(b.net)],
    ['Units a month', (b) => round(b.units, 1)],
    ['Units, low', (b) => round(b.unitsLow, 1)],
    ['Units, high', (b) => round(b.unitsHigh, 1)],
    ['Units from', (b) => b.unitsFrom],
    [`Revenue a month, ${currency}`, (b) => money(b.revenue)],
    ['Reviews', (b) => b.reviews],
    ['Rating', (b) => b.rating],
    ['Rank in category', (b) => b.rank],
    [
      `Weight, ${weightUnit(market.measures)}`,
      (b) => (b.weight === null ? null : round(weightInUnit(b.weight, market.measures), 3)),
    ],
    ['Size class', (b) => b.sizeClass],
    ['Sellers', (b) => b.sellers],
    ['Months on sale', (b) => b.months],
    ['Seen on', (b) => b.seenOn],
  ];
  return {
    name: `Sift ${market.name} ${market.today}`,
    about: [
      `Listings of ${market.name}, sifted on ${market.today}.`,
      `Limits: ${parameters.map(([k, v]) => `${k} ${v}`).join('; ') || 'none'}.`,
      'Units are estimates; low and high hold the truth in four of five cases.',
    ],
    columns: columns.map(([name]) => name),
    rows: (async function* () {
      for await (const brief of siftAll(services, market, parameters)) yield columns.map(([, cell]) => cell(brief));
    })(),
  };
};
