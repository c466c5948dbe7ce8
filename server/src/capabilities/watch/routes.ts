import { watch as routes } from '@kettle/contract/watch';
import { addDays, isDay, type Day } from '@kettle/core/measures/day';
import { sendCsv, sendXlsx } from '../../ground/export/table.ts';
import type { Ground } from '../../ground/ground.ts';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { marketOf } from '../../ground/marketplaces/marketplaces.ts';
import { watchPlanOf } from '../../ground/marketplaces/watch-plan.ts';
import { badField, notFound } from '../../ground/problems/problem.ts';
import { atomOf, calendarOf, newsTable, watchedTable } from './away.ts';
import { chartOf, chosenIds } from './chart.ts';
import { askToMoveHob } from './clock.ts';
import { daysToRemember } from './days-to-remember.ts';
import { watchedListings } from './list.ts';
import { morningOf } from './morning.ts';
import { positionsOf } from './places.ts';
import {
  addEvent,
  addGroup,
  dropEvent,
  dropGroup,
  eventsOf,
  groupsOfWatched,
  keepGroup,
  keepWatchPlan,
} from './plan.ts';
import { nextRun, runByHand, runsOf } from './runs.ts';
import { changeWatched, restoreWatched, stopWatching, watchByCodes } from './service.ts';
import type { Watchman } from './watchman.ts';

const DONE = { ok: true } as const;
/** Days that a feed and a file tell of where nobody says since when. */
const TOLD = 14;

interface Watching extends Ground {
  watchman: Watchman;
  folder: { look: (now: number) => Promise<void> };
}

export const serveWatch = (api: Api, { database, jobs, watchman: { memory }, folder }: Watching): void => {
  const { db } = database;
  const market = ({ marketplace }: { marketplace: string }) => marketOf(db, marketplace);
  const newsSince = async (marketplace: string, since: Day | null) => {
    const of = await marketOf(db, marketplace);
    if (since !== null && since > of.today) throw badField('since', `The date ${since} lies in the future.`);
    return { market: of, morning: await morningOf(db, memory, of, since ?? addDays(of.today, -TOLD)) };
  };
  serve(api, routes.list, async ({ params }) => watchedListings(db, memory, await market(params)));
  serve(api, routes.morning, async ({ params, query }) => (await newsSince(params.marketplace, query.since)).morning);
  serve(api, routes.add, async ({ params, body }) => {
    const of = await market(params);
    const { plan } = await watchPlanOf(db, of.id);
    return {
      ...(await watchByCodes(database, of, body)),
      first: of.simulated
        ? `The first reading comes when the hob moves on from ${of.today}.`
        : `The first reading comes with the next file that names ${plan.daily ? `them; each day is taken stock of at ${plan.hour}:00.` : 'them.'}`,
    };
  });
  serve(api, routes.remove, async ({ params }) => stopWatching(database, await market(params), params.code));
  serve(api, routes.change, async ({ params, body }) => changeWatched(database, await market(params), body));
  serve(api, routes.restore, async ({ params, body }) => {
    await restoreWatched(database, await market(params), body.states);
    return DONE;
  });
  serve(api, routes.groups, async ({ params }) => groupsOfWatched(db, (await market(params)).id));
  serve(api, routes.addGroup, async ({ params, body }) => addGroup(database, (await market(params)).id, body.name));
  serve(api, routes.keepGroup, async ({ params, body }) =>
    keepGroup(database, (await market(params)).id, params.id, body),
  );
  serve(api, routes.dropGroup, async ({ params }) => dropGroup(database, (await market(params)).id, params.id));
  serve(api, routes.plan, async ({ params }) => watchPlanOf(db, (await market(params)).id));
  serve(api, routes.keepPlan, async ({ params, body }) => keepWatchPlan(database, (await market(params)).id, body));
  serve(api, routes.runs, async ({ params }) => {
    const of = await market(params);
    return { runs: await runsOf(db, of), next: await nextRun(db, of, new Date()) };
  });
  serve(api, routes.run, async ({ params }) =>
    runByHand(database, await market(params), { look: (now) => folder.look(now), now: new Date() }),
  );
  serve(api, routes.events, async ({ params }) => eventsOf(db, (await market(params)).id));
  serve(api, routes.addEvent, async ({ params, body }) => addEvent(db, (await market(params)).id, body));
  serve(api, routes.dropEvent, async ({ params }) => {
    await dropEvent(db, (await market(params)).id, params.id);
    return DONE;
  });
  serve(api, routes.chart, async ({ params, query }) => chartOf(db, await market(params), query));
  serve(api, routes.positions, async ({ params, query }) => {
    const of = await market(params);
    return positionsOf(db, of, await chosenIds(db, of, query));
  });
  serve(api, routes.moveHob, async ({ params, body }) => askToMoveHob(database, jobs, params.marketplace, body.days));

  const sinceOf = (value: unknown): Day | null => {
    if (value === undefined) return null;
    if (typeof value !== 'string' || !isDay(value)) throw badField('since', 'A day is written as 2026-11-24.');
    return value;
  };
  api.on('get', '/api/marketplaces/:marketplace/watch/news.:ending', async (request, response) => {
    const { marketplace, ending } = request.params;
    const { market: of, morning } = await newsSince(marketplace, sinceOf(request.query.since));
    if (ending === 'atom') {
      const address = `${request.protocol}://${request.get('host') ?? '127.0.0.1'}${request.path}`;
      response.type('application/atom+xml').send(atomOf(of, morning, address));
    } else if (ending === 'csv') await sendCsv(response, newsTable(of, morning));
    else if (ending === 'xlsx') await sendXlsx(response, newsTable(of, morning));
    else throw notFound('That kind of file');
  });
  api.on('get', '/api/marketplaces/:marketplace/watch/listings.:ending', async (request, response) => {
    const { marketplace, ending } = request.params;
    if (ending !== 'csv' && ending !== 'xlsx') throw notFound('That kind of file');
    const of = await marketOf(db, marketplace);
    const [rows, groups] = await Promise.all([watchedListings(db, memory, of), groupsOfWatched(db, of.id)]);
    const { codes } = request.query;
    const wanted = typeof codes === 'string' ? codes.split(',') : null;
    const place = wanted && new Map(wanted.map((code, i) => [code, i]));
    const shown = place ? rows.filter((r) => place.has(r.code)).sort((a, b) => place.get(a.code)! - place.get(b.code)!) : rows; // prettier-ignore
    const table = watchedTable(of, shown, new Map(groups.map((g) => [g.id, g.name])));
    await (ending === 'csv' ? sendCsv : sendXlsx)(response, table);
  });
  api.on('get', '/api/marketplaces/:marketplace/watch/calendar.ics', async (request, response) => {
    const of = await marketOf(db, request.params.marketplace);
    const days = await daysToRemember(db, of);
    response.type('text/calendar; charset=utf-8').send(calendarOf(`Cold Kettle: ${of.name}`, days, new Date()));
  });
};
