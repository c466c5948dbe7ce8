import { shortlist as routes, type ScoredCandidate } from '@kettle/contract/shortlist';
import { NO_LAUNCH_YEAR } from '@kettle/core/documents/launch-year';
import { NO_MEANS } from '@kettle/core/documents/own-means';
import { majorFromMinor } from '@kettle/core/money/money';
import { sendCsv, sendXlsx, type CellValue, type Table } from '../../ground/export/table.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { keptOfMarket } from '../../ground/marketplaces/kept-of-market.ts';
import { marketOf, type Market } from '../../ground/marketplaces/marketplaces.ts';
import { notFound } from '../../ground/problems/problem.ts';
import { decide, decisionsOf, droppedFor } from './decisions.ts';
import {
  addScoresheet,
  keepScoresheet,
  listScoresheets,
  refuseFault,
  scoresheetById,
  scoresheetDocument,
  scoresheetHistory,
  keptMeans,
  scoresheetFor,
  scoresheetInUse,
  takeScoresheet,
} from './scoresheets.ts';
import { holdAnswer } from './held.ts';
import { dropPicture, servePictures } from './pictures.ts';
import { answer, measuresOf, scoreCandidate, standingOf } from './service.ts';

const keptLaunchYear = keptOfMarket('launchYear');

export const serveShortlist = (api: Api, { database }: Ground): void => {
  const { db } = database;
  serve(api, routes.scoresheet, () => scoresheetInUse(db));
  serve(api, routes.scoresheets, () => listScoresheets(db));
  serve(api, routes.addScoresheet, async ({ body }) => ({ id: await addScoresheet(database, body.document) }));
  serve(api, routes.scoresheetDocument, ({ params }) => scoresheetDocument(db, params.id));
  serve(api, routes.keepScoresheet, ({ params, body }) => keepScoresheet(database, params.id, body));
  serve(api, routes.takeScoresheet, async ({ params }) => {
    await takeScoresheet(database, params.id);
    return { ok: true as const };
  });
  serve(api, routes.versions, ({ params }) => scoresheetHistory(db, params.id));
  serve(api, routes.tryScoresheet, async ({ params, body }) => {
    refuseFault(body.document);
    return standingOf(db, await marketOf(db, params.marketplace), { id: body.answersOf, document: body.document });
  });
  serve(api, routes.measures, async ({ params }) => measuresOf(db, await marketOf(db, params.marketplace)));
  serve(api, routes.standing, async ({ params, query }) =>
    standingOf(
      db,
      await marketOf(db, params.marketplace),
      query.sheet === undefined ? undefined : await scoresheetById(db, query.sheet),
    ),
  );
  serve(api, routes.decisions, ({ params }) => decisionsOf(db, params.id));
  serve(api, routes.decide, ({ params, body }) => decide(database, params.id, body));
  serve(api, routes.reasons, async ({ params }) => droppedFor(db, await marketOf(db, params.marketplace)));
  serve(api, routes.means, async ({ params }) => {
    const { document, version } = await keptMeans.read(db, (await marketOf(db, params.marketplace)).id);
    return { document: document ?? NO_MEANS, version };
  });
  serve(api, routes.keepMeans, async ({ params, body }) =>
    keptMeans.keep(database, (await marketOf(db, params.marketplace)).id, body),
  );
  serve(api, routes.launchYear, async ({ params }) => {
    const { document, version } = await keptLaunchYear.read(db, (await marketOf(db, params.marketplace)).id);
    return { document: document ?? NO_LAUNCH_YEAR, version };
  });
  serve(api, routes.keepLaunchYear, async ({ params, body }) =>
    keptLaunchYear.keep(database, (await marketOf(db, params.marketplace)).id, body),
  );
  serve(api, routes.freeze, async ({ params, body }) => {
    await holdAnswer(database, params.id, params.measure, body.held);
    return { ok: true as const };
  });
  serve(api, routes.dropPicture, async ({ params }) => {
    await dropPicture(db, params.id, params.picture);
    return { ok: true as const };
  });
  servePictures(api, database);
  serve(api, routes.score, ({ params }) => scoreCandidate(db, params.id));
  serve(api, routes.answer, ({ params, body }) => answer(database, params.id, params.key, body));

  api.on('get', '/api/marketplaces/:marketplace/shortlist.:ending', async (request, response) => {
    const { ending } = request.params;
    if (ending !== 'csv' && ending !== 'xlsx') throw notFound('That kind of file');
    const market = await marketOf(db, request.params.marketplace);
    const sheet = await scoresheetFor(db, market.id);
    const table = standingTable(
      market,
      sheet.document.name,
      await standingOf(db, market),
      new Map([...sheet.document.gates, ...sheet.document.criteria].map((c) => [c.key, c.name])),
    );
    await (ending === 'csv' ? sendCsv : sendXlsx)(response, table);
  });
};

const standingTable = (
  market: Market,
  sheetName: string,
  rows: readonly ScoredCandidate[],
  names: ReadonlyMap<string, string>,
): Table => {
  const { currency } = market;
  const money = (minor: number | null): number | null => (minor === null ? null : majorFromMinor(minor, currency));
  const round = (x: number | null, digits: number): number | null => (x === null ? null : Number(x.toFixed(digits)));
  const first = rows[0];
  const columns: [string, (c: ScoredCandidate, place: number) => CellValue][] = [
    ['Standing', (c, place) => (c.stage === 'dropped' ? null : place)],
    ['Candidate', (c) => c.name],
    ['Stage', (c) => c.stage],
    ['Verdict', (c) => c.score.verdict],
    ['Points, least', (c) => c.score.least],
    ['Points, most', (c) => c.score.most],
    ['Points, maximum', (c) => c.score.max],
    ['Pass mark', (c) => c.score.passMark],
    [`Price, ${currency}`, (c) => money(c.price)],
    [`Profit a unit, ${currency}`, (c) => money(c.profit)],
    ['Margin, %', (c) => (c.margin === null ? null : round(100 * c.margin, 1))],
    [`Outlay, ${currency}`, (c) => money(c.outlay)],
    ['Units a month', (c) => round(c.units, 1)],
    ['Weeks watched', (c) => round(c.weeksWatched, 1)],
    ['Worst gripe', (c) => c.worstGripe],
    ...(first?.score.gates ?? []).map((gate, i): [string, (c: ScoredCandidate) => CellValue] => [
      `Gate: ${names.get(gate.key) ?? gate.key}`,
      (c) => c.score.gates[i]?.state ?? null,
    ]),
    ...(first?.score.criteria ?? []).map((criterion, i): [string, (c: ScoredCandidate) => CellValue] => [
      `Points: ${names.get(criterion.key) ?? criterion.key}`,
      (c) =>
        c.score.criteria[i]!.least === c.score.criteria[i]!.most
          ? c.score.criteria[i]!.least
          : `${c.score.criteria[i]!.least}–${c.score.criteria[i]!.most}`,
    ]),
  ];
  return {
    name: `Standing ${market.name} ${market.today}`,
    about: [
      `The standing of the candidates on ${market.name}, ${market.today}.`,
      `Scoresheet "${sheetName}". Points that are not known yet are given as a range.`,
    ],
    columns: columns.map(([name]) => name),
    rows: rows.map((row, i) => columns.map(([, cell]) => cell(row, i + 1))),
  };
};
