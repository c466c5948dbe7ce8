import { randomUUID } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { sql } from 'drizzle-orm';
import { operations } from '@kettle/contract/operations';
import type { Api } from '../../ground/http/api.ts';
import { serve } from '../../ground/http/serve.ts';
import { ProblemError } from '../../ground/problems/problem.ts';
import { room } from '../../ground/room/room.ts';
import type { Services } from './compose.ts';
import type { makeMetrics } from './metrics.ts';

/** A number that a proxy gave a request, if it can be written down as it is. */
const GIVEN = /^[\w-]{8,64}$/;

/** The number of a request: the proxy's, or one of its own. It goes back with the answer and stands in the log. */
export const requestNumber = (request: IncomingMessage, response: ServerResponse): string => {
  const given = request.headers['x-request-id'];
  const number = typeof given === 'string' && GIVEN.test(given) ? given : randomUUID();
  response.setHeader('X-Request-Id', number);
  return number;
};

/** What those who run the program ask of it. */
export const serveOperations = (
  api: Api,
  { database, jobs, life }: Services,
  metrics: ReturnType<typeof makeMetrics>,
): void => {
  serve(api, operations.ready, async () => {
    if (life.leaving) throw new ProblemError(503, 'leaving', 'This server is about to stop; another one answers.');
    await database.db.execute(sql`select 1`);
    return { ready: true, node: database.node(), jobs: jobs.here };
  });
  serve(api, operations.room, async () => room.state());
  api.on('get', '/api/metrics', async (_, response) => {
    response.setHeader('Content-Type', metrics.type);
    response.end(await metrics.text());
  });
};
